import {
  readCsvOutline,
  readDxfOutlines,
  readGearCsv,
  readGearFile,
  type DrawnOutlines,
  type GearOffer,
} from '@zarnel/core/files';
import type { Result } from '@zarnel/core/plan';
import type { LengthUnit } from '@zarnel/core/words';

export const fileReads = {
  gear: (text: string, kind: 'json' | 'csv'): Result<GearOffer, string> =>
    kind === 'json' ? readGearFile(text) : readGearCsv(text),
  dxfOutlines: (text: string): Result<DrawnOutlines, string> => readDxfOutlines(text),
  csvOutline: (text: string, bareUnit: LengthUnit): ReturnType<typeof readCsvOutline> =>
    readCsvOutline(text, bareUnit),
};
export type Files = typeof fileReads;
