export type Mariadb = {
  readonly url: (database: string) => string;
  readonly port: number;
  readonly pid: number;
  readonly stop: () => Promise<void>;
};
export function startMariadb(
  folder: string,
  options?: {
    readonly databases?: readonly string[];
    readonly port?: number;
    readonly more?: readonly string[];
  },
): Promise<Mariadb>;
