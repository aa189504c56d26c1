import { arrayYear, prepare, type ArrayYear, type ControllerWorks } from '@zarnel/core/figures';
import type { Plan } from '@zarnel/core/plan';

/** The page is told so often how far a year is. */
const TOLD_EVERY = 0.05;

export const yearWork = {
  /** A clear year on the modules of a plan; null without a place or modules. It is ended with its worker. */
  year: (plan: Plan, works: ControllerWorks, onProgress: (ratio: number) => void): ArrayYear | null => {
    const run = arrayYear(prepare(plan), works);
    let told = 0;
    for (;;) {
      const { done, value } = run.next();
      if (done === true) return value;
      if (value < told + TOLD_EVERY) continue;
      told = value;
      onProgress(value);
    }
  },
};
export type YearWorker = typeof yearWork;
