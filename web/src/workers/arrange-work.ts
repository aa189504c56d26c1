import {
  arrangePlan,
  type ArrangeAnswer,
  type ArrangeProgress,
  type ArrangeRequest,
} from '@zarnel/core/figures';
import type { Plan, Result } from '@zarnel/core/plan';

export const arranger = {
  /** `stop` is shared with the page: once it is not 0, the search ends with the best so far. */
  arrange: (
    plan: Plan,
    request: ArrangeRequest,
    stop: Int32Array | null,
    onProgress: (progress: ArrangeProgress) => void,
  ): Result<ArrangeAnswer, string> =>
    arrangePlan(plan, request, (progress) => {
      onProgress(progress);
      return stop === null || Atomics.load(stop, 0) === 0;
    }),
};
export type Arranger = typeof arranger;
