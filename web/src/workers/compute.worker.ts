import { expose } from 'comlink';
import {
  clearanceMatrix,
  evaluateAfter,
  prepare,
  sharePlan,
  type Checked,
  type ClearanceLine,
  type Evaluation,
  type Plan,
} from '@zarnel/core';

let last: Checked | null = null;

const compute = {
  /** What the last plan has worked out is kept where the next one says the same. */
  evaluate: (copy: Plan): Evaluation => {
    const plan = last === null ? copy : sharePlan(last.prepared.plan, copy);
    const { evaluation, checked } = evaluateAfter(plan, last);
    last = checked;
    return evaluation;
  },
  clearances: (copy: Plan): ClearanceLine[] => {
    const plan = last === null ? copy : sharePlan(last.prepared.plan, copy);
    return clearanceMatrix(plan === last?.prepared.plan ? last.prepared : prepare(plan));
  },
};
export type Compute = typeof compute;

expose(compute);
