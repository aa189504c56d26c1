import { proxy } from 'comlink';
import type { ArrayYear, ControllerWorks } from '@zarnel/core/figures';
import type { Plan } from '@zarnel/core/plan';
import { reasonOf, WorkerLost } from './answering.ts';
import { handOf } from './hand.ts';
import type { YearWorker } from './array-year-work.ts';

/** A year under way in a worker of its own. */
export type YearRun = {
  /** Null where there is no place or no module, and where it was stopped. */
  readonly answer: Promise<ArrayYear | null>;
  readonly stop: () => void;
};

export function startYear(plan: Plan, works: ControllerWorks, onProgress: (ratio: number) => void): YearRun {
  const { worker, remote } = handOf<YearWorker>(
    () => new Worker(new URL('./array-year.worker.ts', import.meta.url), { type: 'module' }),
    async () => (await import('./array-year-work.ts')).yearWork,
  );
  let stop = () => {};
  const stopped = new Promise<null>((resolve) => {
    stop = () => resolve(null);
  });
  const died = new Promise<never>((_, reject) => {
    worker.addEventListener('error', (event) => reject(new WorkerLost(reasonOf(event))));
  });
  const answer = remote.year(plan, works, proxy(onProgress));
  return { answer: Promise.race([answer, stopped, died]).finally(() => worker.terminate()), stop };
}
