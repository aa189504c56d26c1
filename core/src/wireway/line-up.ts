import type { Hung, Prepared } from '../check/prepared.ts';
import type { PlanEdit } from '../plan/edits/apply-edit.ts';
import { mmFromInch } from '../quantity/convert.ts';
import { formatLength, type Reader } from '../quantity/format.ts';
import { fail, ok, type Result } from '../result.ts';
import { fittingFor, isFittingSize } from './nipple.ts';
import { hookLineForGap } from './stack.ts';

export const LINE_UPS = ['one-gap', 'tops', 'hook-lines', 'tops-and-hook-lines'] as const;
export type LineUp = (typeof LINE_UPS)[number];

/** A conduit longer than this is no nipple any more (NEC Chapter 9, Note 4: 24 in). */
export const LONGEST_NIPPLE_MM = mmFromInch(24);
/** Marks this near are one line. */
const SAME_LINE_MM = 0.5;
const ROUNDING_MM = 1e-6;

/** A unit over a wireway, with the visible gaps its fittings can make up. */
type Unit = { readonly item: Hung; readonly leastMm: number };

/**
 * Hangs all units over a wireway with one gap, or each with its own so that tops or hook lines are in line, at the least
 * gap that is nowhere below `wantedMm` nor below what the fittings need. Says which unit stands against it where none
 * does. Units are those whose nipples lead into the wireway.
 */
export function lineUpEdits(
  prepared: Prepared,
  wireway: Hung,
  how: LineUp,
  wantedMm: number,
  reader: Reader,
): Result<PlanEdit[], string> {
  const units = unitsOver(prepared, wireway);
  const text = (mm: number) => formatLength(mm, reader);
  if (units.length === 0)
    return fail(`No nipple leads into ${wireway.placement.name} yet: join the units over it first.`);
  if (how === 'one-gap') {
    const short = units.find(({ leastMm }) => wantedMm < leastMm - ROUNDING_MM);
    if (short !== undefined) {
      return fail(
        `The two fittings under ${short.item.placement.name} touch below a gap of ${text(short.leastMm)}; ${text(wantedMm)} cannot be made up.`,
      );
    }
    if (wantedMm > LONGEST_NIPPLE_MM)
      return fail(
        `A gap of ${text(wantedMm)} is more than a nipple spans: at most ${text(LONGEST_NIPPLE_MM)}.`,
      );
    return ok(units.map(({ item }) => moved(item, hookLineForGap(item, wireway, wantedMm))));
  }
  if (how === 'tops-and-hook-lines') {
    const [first, ...others] = units;
    const over = ({ type }: Hung) => type.heightMm - type.dropMm;
    const other = others.find(
      ({ item }) => first !== undefined && Math.abs(over(item) - over(first.item)) > SAME_LINE_MM,
    );
    if (first !== undefined && other !== undefined) {
      return fail(
        `No gap lines up both: the top of ${first.item.placement.name} is ${text(over(first.item))} above its hook line, that of ${other.item.placement.name} ${text(over(other.item))}. Choose one of the two.`,
      );
    }
  }
  // Both lines are the gap and a part of the unit that is its own: its drop, or its height.
  const own = ({ type }: Hung) => (how === 'hook-lines' ? type.dropMm : type.heightMm);
  const lineMm = Math.max(...units.map(({ item, leastMm }) => own(item) + Math.max(leastMm, wantedMm)));
  const far = units.find(({ item }) => lineMm - own(item) > LONGEST_NIPPLE_MM + ROUNDING_MM);
  if (far !== undefined) {
    return fail(
      `${far.item.placement.name} would hang ${text(lineMm - own(far.item))} over ${wireway.placement.name}, more than a nipple spans (${text(LONGEST_NIPPLE_MM)}): it is too short beside the others.`,
    );
  }
  return ok(units.map(({ item }) => moved(item, hookLineForGap(item, wireway, lineMm - own(item)))));
}

function moved({ id, placement }: Hung, yMm: number): PlanEdit {
  return { kind: 'move-placement', placement: id, xMm: placement.xMm, yMm };
}

/** The units whose nipples lead into a wireway, by id, each with the least gap its fittings need. */
export function unitsOver(prepared: Prepared, wireway: Hung): Unit[] {
  const least = new Map<string, number>();
  for (const joint of prepared.plan.joints) {
    if (joint.wireway !== wireway.id) continue;
    const item = prepared.hung.get(joint.from.placement);
    const size = item?.type.knockouts.find(({ id }) => id === joint.from.knockout)?.tradeSize;
    const needMm = size !== undefined && isFittingSize(size) ? 2 * fittingFor(size).lengthMm : 0;
    least.set(joint.from.placement, Math.max(least.get(joint.from.placement) ?? 0, needMm));
  }
  return [...least]
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .flatMap(([id, leastMm]) => {
      const item = prepared.hung.get(id);
      return item === undefined ? [] : [{ item, leastMm }];
    });
}
