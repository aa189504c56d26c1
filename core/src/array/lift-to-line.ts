import type { Prepared } from '../check/prepared.ts';
import { query } from '../derive/query.ts';
import { fieldSupport, footPlace } from './field-rails.ts';
import { ATTACHMENTS } from './schools.ts';

/** A reading belongs to a rail that runs this near to it, mm. */
const AT_RAIL_MM = 150;

/** One rail against the string stretched along it: what each foot lifts it by. */
export type RailLifts = {
  readonly rail: string;
  /** In the order of its feet. `gapMm` is from the string down to the roof there; null with no reading to tell it. */
  readonly feet: readonly {
    readonly id: string;
    readonly xMm: number;
    readonly yMm: number;
    readonly isRead: boolean;
    readonly gapMm: number | null;
    readonly liftMm: number | null;
  }[];
  /** What its feet can take up; null where they take up nothing. */
  readonly takesUpMm: number | null;
};

/**
 * How far each foot of a field’s rails lifts the rail so that it lies straight on a roof that does not: by readings from a string
 * down to the roof, taken at feet or anywhere along the rail. The roof’s highest place gets none. Between readings the roof
 * is taken to be straight; beyond the last one it is not known.
 */
export const railLifts = query((prepared: Prepared, id: string): readonly RailLifts[] => {
  const field = prepared.moduleFields.get(id);
  const support = fieldSupport(prepared, id);
  if (field === undefined || support === null) return [];
  const readings = field.lineReadings ?? [];
  const { takesUpMm } = ATTACHMENTS[field.support.school];
  return support.rails.map((rail): RailLifts => {
    const alongOf = ({ xMm, yMm }: { readonly xMm: number; readonly yMm: number }) =>
      rail.runs === 'across' ? ([xMm, yMm] as const) : ([yMm, xMm] as const);
    const own = readings
      .flatMap((reading) => {
        const [along, across] = alongOf(reading);
        return Math.abs(across - rail.atMm) <= AT_RAIL_MM ? [{ along, gapMm: reading.gapMm }] : [];
      })
      .sort((a, b) => a.along - b.along);
    const feet = rail.feet.atMm.map((along, index) => ({
      ...footPlace(rail, index),
      isRead: own.some((each) => Math.abs(each.along - along) < 1),
      gapMm: gapAt(own, along),
    }));
    const known = feet.flatMap(({ gapMm }) => gapMm ?? []);
    const least = Math.min(...known);
    return {
      rail: rail.id,
      takesUpMm,
      feet: feet.map((foot) => ({ ...foot, liftMm: foot.gapMm === null ? null : foot.gapMm - least })),
    };
  });
});

function gapAt(
  readings: readonly { readonly along: number; readonly gapMm: number }[],
  along: number,
): number | null {
  const after = readings.findIndex((each) => each.along >= along - 1);
  const [low, high] = [readings[after - 1], readings[after]];
  if (high === undefined) return null;
  if (Math.abs(high.along - along) <= 1) return high.gapMm;
  if (low === undefined) return null;
  return low.gapMm + ((high.gapMm - low.gapMm) * (along - low.along)) / (high.along - low.along);
}
