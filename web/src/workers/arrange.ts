import { proxy } from 'comlink';
import type { ArrangeAnswer, ArrangeProgress, ArrangeRequest } from '@zarnel/core/figures';
import type { Plan, Result } from '@zarnel/core/plan';
import { reasonOf, WorkerLost } from './answering.ts';
import { handOf } from './hand.ts';
import type { Arranger } from './arrange-work.ts';

/** A search under way in a worker of its own. */
export type ArrangeRun = {
  /** Null where it was broken off and could keep nothing. */
  readonly answer: Promise<Result<ArrangeAnswer, string> | null>;
  /** Ends it; the answer then is the best so far. */
  readonly stop: () => void;
};

export function startArrange(
  plan: Plan,
  request: ArrangeRequest,
  onProgress: (progress: ArrangeProgress) => void,
): ArrangeRun {
  const { worker, remote } = handOf<Arranger>(
    () => new Worker(new URL('./arrange.worker.ts', import.meta.url), { type: 'module' }),
    async () => (await import('./arrange-work.ts')).arranger,
  );
  const flag = crossOriginIsolated ? new Int32Array(new SharedArrayBuffer(4)) : null;
  let breakOff = () => {};
  const brokenOff = new Promise<null>((resolve) => {
    breakOff = () => resolve(null);
  });
  const died = new Promise<never>((_, reject) => {
    worker.addEventListener('error', (event) => reject(new WorkerLost(reasonOf(event))));
  });
  const answer = remote.arrange(plan, request, flag, proxy(onProgress));
  return {
    answer: Promise.race([answer, brokenOff, died]).finally(() => worker.terminate()),
    stop: () => {
      // Where the page may share no memory with its worker, it can only be ended.
      if (flag === null) breakOff();
      else Atomics.store(flag, 0, 1);
    },
  };
}
