import type { Prepared } from '../check/prepared.ts';
import { platePlaces } from '../site/plate-meeting.ts';
import { plateBore, plateWorking } from './plate-bore.ts';
import type { Working } from '../working/working.ts';

/** What is shown of a hole through a plate that is looked at; nulls where it leads nowhere. */
export type PlateDetail = {
  /** As it is bored. */
  readonly diameterMm: number | null;
  readonly runCount: number;
  /** How much of each cable lies within it. */
  readonly throughMm: number | null;
  readonly working: Working | null;
};

export const NO_PLATE_DETAIL: PlateDetail = {
  diameterMm: null,
  runCount: 0,
  throughMm: null,
  working: null,
};

export function plateDetail(prepared: Prepared, id: string): PlateDetail {
  const hole = prepared.plateHoles.get(id);
  const met = hole === undefined ? null : platePlaces(prepared.site, hole);
  if (hole === undefined || met === null || !met.ok) return NO_PLATE_DETAIL;
  const bore = plateBore(prepared, hole);
  const { throughMm } = met.places;
  return {
    diameterMm: bore.diameterMm,
    runCount: bore.runs.length,
    throughMm,
    working: bore.neededMm === null ? null : plateWorking(bore.neededMm),
  };
}
