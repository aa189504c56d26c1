import type { Quantity } from '../quantity/units.ts';
import { gearName } from '../plan/names.ts';
import { told, type Told } from '../quantity/told.ts';
import type { Hung, Prepared } from '../check/prepared.ts';
import type { PlanEdit } from '../plan/edits/apply-edit.ts';
import type { GearType } from '../plan/gear-type.ts';
import { isAbove, isBelow } from '../quantity/compare.ts';
import { fail, ok, type Result } from '../result.ts';
import { wirewayHoles } from './hole-pattern.ts';
import { fittingFor, isFittingSize, LONGEST_NIPPLE_MM } from './nipple.ts';
import { hookLineForGap } from './hook-line.ts';
import type { WirewaySide } from './unit-at-wireway.ts';

export const LINE_UPS = ['one-gap', 'tops', 'hook-lines', 'tops-and-hook-lines'] as const;
export type LineUp = (typeof LINE_UPS)[number];

/** Marks this near are one line. */
const SAME_LINE_MM = 0.5;

/** A unit at a wireway, with the side it hangs at and the visible gaps its fittings can make up. */
type Unit = { readonly item: Hung; readonly side: WirewaySide; readonly leastMm: number };

/**
 * Hangs all units at a wireway with one gap, or each with its own so that the edges away from it (tops over it, bottoms
 * under it) or the hook lines are in line, at the least gap that is nowhere below `wantedMm` nor below what the fittings
 * need. Each side of the wireway is lined up by itself. Says which unit stands against it where no gap does it. Units
 * are those whose nipples lead into the wireway.
 */
export function lineUpEdits(
  prepared: Prepared,
  wireway: Hung,
  how: LineUp,
  wantedMm: number,
): Result<PlanEdit[], Told> {
  const units = unitsAt(prepared, wireway);
  if (units.length === 0)
    return fail(
      told('No nipple leads into {wireway} yet: join the units at it first.', {
        wireway: gearName(wireway.id),
      }),
    );
  const edits: PlanEdit[] = [];
  for (const side of ['top', 'bottom'] as const) {
    const atSide = units.filter((unit) => unit.side === side);
    if (atSide.length === 0) continue;
    const gaps = gapsFor(atSide, wireway, how, wantedMm);
    if (!gaps.ok) return gaps;
    atSide.forEach(({ item }, index) => {
      const yMm = hookLineForGap(item, wireway, side, gaps.value[index] ?? wantedMm);
      edits.push({ kind: 'move-placement', placement: item.id, xMm: item.placement.xMm, yMm });
    });
  }
  return ok(edits);
}

function mm(value: number): Quantity {
  return { value, unit: 'mm' };
}

/** The visible gap of each unit of one side. */
function gapsFor(
  units: readonly Unit[],
  wireway: Hung,
  how: LineUp,
  wantedMm: number,
): Result<number[], Told> {
  const isOver = units[0]?.side !== 'bottom';
  if (how === 'one-gap') {
    const short = units.find(({ leastMm }) => isBelow(wantedMm, leastMm, 'mm'));
    if (short !== undefined) {
      return fail(
        told('The two fittings of {unit} touch below a gap of {least}; {wanted} cannot be made up.', {
          unit: gearName(short.item.id),
          least: mm(short.leastMm),
          wanted: mm(wantedMm),
        }),
      );
    }
    if (isAbove(wantedMm, LONGEST_NIPPLE_MM, 'mm'))
      return fail(
        told('A gap of {wanted} is more than a nipple spans: at most {most}.', {
          wanted: mm(wantedMm),
          most: mm(LONGEST_NIPPLE_MM),
        }),
      );
    return ok(units.map(() => wantedMm));
  }
  // From the gap to either line is a part of the unit that is its own: to its hook line, or all of its height.
  const toHook = ({ dropMm, heightMm }: Pick<GearType, 'dropMm' | 'heightMm'>) =>
    isOver ? dropMm : heightMm - dropMm;
  if (how === 'tops-and-hook-lines') {
    const [first, ...others] = units;
    const beyond = ({ type }: Hung) => type.heightMm - toHook(type);
    const other = others.find(
      ({ item }) => first !== undefined && Math.abs(beyond(item) - beyond(first.item)) > SAME_LINE_MM,
    );
    if (first !== undefined && other !== undefined) {
      const [edge, way] = isOver ? (['top', 'above'] as const) : (['bottom', 'below'] as const);
      return fail(
        told(
          'No gap lines up both: the {edge} of {first} is {firstBeyond} {way} its hook line, that of {other} {otherBeyond}. Choose one of the two.',
          {
            edge,
            way,
            first: gearName(first.item.id),
            firstBeyond: mm(beyond(first.item)),
            other: gearName(other.item.id),
            otherBeyond: mm(beyond(other.item)),
          },
        ),
      );
    }
  }
  const own = ({ type }: Hung) => (how === 'hook-lines' ? toHook(type) : type.heightMm);
  const lineMm = Math.max(...units.map(({ item, leastMm }) => own(item) + Math.max(leastMm, wantedMm)));
  const far = units.find(({ item }) => isAbove(lineMm - own(item), LONGEST_NIPPLE_MM, 'mm'));
  if (far !== undefined) {
    return fail(
      told(
        '{unit} would hang {far} {way} {wireway}, more than a nipple spans ({most}): it is too short beside the others.',
        {
          unit: gearName(far.item.id),
          far: mm(lineMm - own(far.item)),
          way: isOver ? 'over' : 'under',
          wireway: gearName(wireway.id),
          most: mm(LONGEST_NIPPLE_MM),
        },
      ),
    );
  }
  return ok(units.map(({ item }) => lineMm - own(item)));
}

/** The units whose nipples lead into a wireway, by id, each with the least gap its fittings need. */
export function unitsAt(prepared: Prepared, wireway: Hung): Unit[] {
  const units = new Map<string, Unit>();
  for (const { unit, side, knockout } of wirewayHoles(prepared, wireway.id)) {
    const needMm = isFittingSize(knockout.tradeSize) ? 2 * fittingFor(knockout.tradeSize).lengthMm : 0;
    const known = units.get(unit.id);
    units.set(unit.id, {
      item: unit,
      side: known?.side ?? side,
      leastMm: Math.max(known?.leastMm ?? 0, needMm),
    });
  }
  return [...units.values()].sort((a, b) => (a.item.id < b.item.id ? -1 : 1));
}
