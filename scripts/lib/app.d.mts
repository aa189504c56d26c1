export type App = {
  readonly url: string;
  readonly port: number;
  readonly pid: number;
  readonly ended: Promise<number>;
  readonly stop: () => Promise<void>;
};
export function startApp(options: {
  readonly databaseUrl: string;
  readonly port?: number;
  readonly dataFolder?: string;
  readonly demo?: 'load' | 'skip';
  readonly log?: 'info' | 'warn' | 'error' | 'silent';
}): Promise<App>;
