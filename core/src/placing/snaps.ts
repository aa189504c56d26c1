import type { Hung, Prepared } from '../check/prepared.ts';
import { TOUCH_MM } from '../quantity/compare.ts';
import type { PointMm } from '../plan/values.ts';
import { isFacingBeside, isOneOverOther } from '../clearance/gaps.ts';
import { requiredGap, requiredGapBeside } from '../clearance/required-gap.ts';

export const SNAP_REASONS = [
  'required-gap',
  'equal-gaps',
  'in-line',
  'tops',
  'bottoms',
  'framing',
  'centre',
  'setback',
  'one-gap',
] as const;
export type SnapReason = (typeof SNAP_REASONS)[number];

/** A place a dragged hook line sticks to, why, and where the line lies that it then keeps. */
export type Snap = { readonly atMm: number; readonly why: SnapReason; readonly lineMm: number };

export type Snaps = { readonly across: readonly Snap[]; readonly up: readonly Snap[] };

const NOBODY: ReadonlySet<string> = new Set();

/**
 * Where the hook line’s centre of a piece may stick: the exact required gap to each neighbour, equal gaps, framing,
 * the middle of the face, centres, hook lines, tops and bottoms in line. `group` moves along and holds nothing.
 */
export function snapsFor(prepared: Prepared, item: Hung, group: ReadonlySet<string> = NOBODY): Snaps {
  const others = (prepared.onFace.get(item.face.id) ?? []).filter(
    ({ id }) => id !== item.id && !group.has(id),
  );
  const half = item.type.widthMm / 2;
  const { bounds } = item.face;
  const middle = (bounds.minX + bounds.maxX) / 2;
  const across: Snap[] = [
    ...item.face.members
      .filter(({ axis }) => axis === 'vertical')
      .map(({ centreMm }): Snap => ({ atMm: centreMm, why: 'framing', lineMm: centreMm })),
    { atMm: middle, why: 'centre', lineMm: middle },
  ];
  const up: Snap[] = [];
  const above = item.type.heightMm - item.type.dropMm;
  for (const other of others) {
    const { placement, body } = other;
    across.push({ atMm: placement.xMm, why: 'in-line', lineMm: placement.xMm });
    up.push({ atMm: placement.yMm, why: 'in-line', lineMm: placement.yMm });
    up.push({ atMm: body.maxY - above, why: 'tops', lineMm: body.maxY });
    up.push({ atMm: body.minY + item.type.dropMm, why: 'bottoms', lineMm: body.minY });
    if (isFacingBeside(item.body, body)) {
      const required = requiredGapBeside(prepared, item, other);
      if (required !== null) {
        across.push({
          atMm: body.minX - required.mm - half,
          why: 'required-gap',
          lineMm: body.minX - required.mm,
        });
        across.push({
          atMm: body.maxX + required.mm + half,
          why: 'required-gap',
          lineMm: body.maxX + required.mm,
        });
      }
    }
    if (isOneOverOther(item.body, body)) up.push(...stackedSnaps(prepared, item, other, above));
  }
  across.push(
    ...equalGaps(
      others.filter(({ body }) => isFacingBeside(item.body, body)),
      half,
    ),
  );
  return { across, up };
}

/** The exact required gap over a piece and under it. */
function stackedSnaps(prepared: Prepared, item: Hung, other: Hung, above: number): Snap[] {
  const over = requiredGap(prepared, other, item, 'above');
  const under = requiredGap(prepared, item, other, 'above');
  const snaps: Snap[] = [];
  if (over !== null) {
    const lineMm = other.body.maxY + over.mm;
    snaps.push({ atMm: lineMm + item.type.dropMm, why: 'required-gap', lineMm });
  }
  if (under !== null) {
    const lineMm = other.body.minY - under.mm;
    snaps.push({ atMm: lineMm - above, why: 'required-gap', lineMm });
  }
  return snaps;
}

/** Half way between two neighbours, and on beyond two at the gap that is between them. */
function equalGaps(others: readonly Hung[], half: number): Snap[] {
  const ordered = [...others].sort((a, b) => a.body.minX - b.body.minX || (a.id < b.id ? -1 : 1));
  return ordered.slice(1).flatMap((right, index): Snap[] => {
    const left = ordered[index];
    if (left === undefined) return [];
    const gapMm = right.body.minX - left.body.maxX;
    if (gapMm <= 0) return [];
    const between = (left.body.maxX + right.body.minX) / 2;
    const [before, after] = [left.body.minX - gapMm, right.body.maxX + gapMm];
    return [
      ...(gapMm > 2 * half ? [{ atMm: between, why: 'equal-gaps', lineMm: between } as const] : []),
      { atMm: before - half, why: 'equal-gaps', lineMm: before },
      { atMm: after + half, why: 'equal-gaps', lineMm: after },
    ];
  });
}

/**
 * All snaps within reach, the one that wins first: the nearest, at equal distance the earlier of SNAP_REASONS. Two at
 * one place are one, by the stronger reason.
 */
export function snapsNear(snaps: readonly Snap[], atMm: number, reachMm: number): Snap[] {
  const rank = ({ why }: Snap) => SNAP_REASONS.indexOf(why);
  const near = snaps
    .filter((snap) => Math.abs(snap.atMm - atMm) <= reachMm)
    .sort(
      (a, b) => Math.abs(a.atMm - atMm) - Math.abs(b.atMm - atMm) || rank(a) - rank(b) || a.lineMm - b.lineMm,
    );
  return near.filter(
    (snap, index) => !near.slice(0, index).some((other) => Math.abs(other.atMm - snap.atMm) <= TOUCH_MM),
  );
}

/** Where a dragged corner of an outline sticks: upright above and level with the other corners. */
export function cornerSnaps(outline: readonly PointMm[], corner: number): Snaps {
  const others = outline.filter((_, index) => index !== corner);
  return {
    across: others.map(([x]) => ({ atMm: x, why: 'in-line', lineMm: x })),
    up: others.map(([, y]) => ({ atMm: y, why: 'in-line', lineMm: y })),
  };
}
