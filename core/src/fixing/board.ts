import { gearName } from '../plan/names.ts';
import { told } from '../quantity/told.ts';
import { gearOn, type Hung, type Prepared } from '../check/prepared.ts';
import { lengthInput, type Working } from '../working/working.ts';
import { railBehind } from './hole-fixing.ts';

/** A board with everything on it: its mass, its trim, and the cut from the sheet it is bought as. */
export type BoardFigures = {
  readonly massKg: number;
  /** Once round the edge with its rounded corners; null where it has no trim, or corners that no board has. */
  readonly trimMm: number | null;
  readonly trimWorking: Working | null;
  /** Slide-in nuts in the rails behind it: for each hole of the gear on it that a rail is behind. */
  readonly nutCount: number;
  /** Holes with no rail behind them: they are bolted through or screwed into the board. */
  readonly offRailCount: number;
};

/** The figures of a board as it hangs; `item` must be a board. */
export function boardFigures(prepared: Prepared, item: Hung): BoardFigures {
  const { type } = item;
  const on = gearOn(prepared, item.id);
  const holes = on.flatMap(({ placement, type: gear }) =>
    gear.bracketHoles.map(({ yMm }) => placement.yMm + yMm),
  );
  const onRail = holes.filter((yMm) => railBehind(item, yMm) !== null);
  const hasRails = (type.board?.railsUpMm ?? []).length > 0;
  const radiusMm = type.board?.cornerRadiusMm ?? 0;
  const canBeRounded = radiusMm <= Math.min(type.widthMm, type.heightMm) / 2;
  const trimMm =
    type.board?.hasTrim === true && canBeRounded
      ? 2 * (type.widthMm + type.heightMm) - (8 - 2 * Math.PI) * radiusMm
      : null;
  return {
    massKg: type.massKg + on.reduce((sum, { type: gear }) => sum + gear.massKg, 0),
    trimMm,
    trimWorking:
      trimMm === null
        ? null
        : {
            title: told('Edge trim of {gear}', { gear: gearName(item.id) }),
            formula: 'trim = 2·(w + h) − (8 − 2π)·r',
            inputs: [
              lengthInput('w', 'Width', type.widthMm),
              lengthInput('h', 'Height', type.heightMm),
              lengthInput('r', 'Radius of its corners', radiusMm),
            ],
            result: { name: 'Trim, once round', value: { value: trimMm, unit: 'mm' } },
            source: {
              kind: 'practice',
              title: 'The edge of a rectangle with four quarter circles for corners',
            },
            notes: ['Cut it a little long and trim where it meets.'],
          },
    nutCount: onRail.length,
    offRailCount: hasRails ? holes.length - onRail.length : 0,
  };
}
