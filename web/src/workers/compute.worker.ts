import { expose } from 'comlink';
import {
  evaluatePlan,
  readGearCsv,
  readGearFile,
  type Evaluation,
  type GearOffer,
  type Plan,
  type Result,
} from '@zarnel/core';

const compute = {
  evaluate: (plan: Plan): Evaluation => evaluatePlan(plan),
  readGear: (text: string, kind: 'json' | 'csv'): Result<GearOffer, string> =>
    kind === 'json' ? readGearFile(text) : readGearCsv(text),
};
export type Compute = typeof compute;

expose(compute);
