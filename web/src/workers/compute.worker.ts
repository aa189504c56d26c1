import { expose } from 'comlink';
import {
  evaluatePlan,
  readCsvOutline,
  readDxfOutlines,
  readGearCsv,
  readGearFile,
  type Evaluation,
  type DrawnOutlines,
  type GearOffer,
  type LengthUnit,
  type Plan,
  type Result,
} from '@zarnel/core';

const compute = {
  evaluate: (plan: Plan): Evaluation => evaluatePlan(plan),
  readGear: (text: string, kind: 'json' | 'csv'): Result<GearOffer, string> =>
    kind === 'json' ? readGearFile(text) : readGearCsv(text),
  readDxfOutlines: (text: string): Result<DrawnOutlines, string> => readDxfOutlines(text),
  readCsvOutline: (text: string, bareUnit: LengthUnit): ReturnType<typeof readCsvOutline> =>
    readCsvOutline(text, bareUnit),
};
export type Compute = typeof compute;

expose(compute);
