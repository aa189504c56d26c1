import type { PlanEdit } from '../plan/edits/apply-edit.ts';
import type { Run, Via } from '../plan/run.ts';
import type { PointMm } from '../plan/values.ts';
import { isSameThrough } from './graph.ts';
import type { Leg, RoutedRun } from './route.ts';

/** A run taken hold of on one of its legs: the lock that moves with the hand, among its others. */
export type LegHold = {
  readonly run: Run;
  readonly face: string;
  /** Where in the order of its locks, and whether it is a new one there. */
  readonly index: number;
  readonly isNew: boolean;
  /** Where it was taken hold of. A new lock moves its leg sideways: it keeps this along the leg. */
  readonly atMm: PointMm;
  /** The axis along its leg. */
  readonly along: 0 | 1;
};

/** Near a lock that is there, a hand takes that one. Null where no leg lies there. */
export function holdOfLeg(
  { run, legs, passes }: Pick<RoutedRun, 'run' | 'legs' | 'passes'>,
  face: string,
  at: PointMm,
  reachMm: number,
): LegHold | null {
  const spots = new AlongLegs(legs, passes);
  const held = spots.nearest(face, at);
  if (held === null) return null;
  const near = run.via.findIndex(
    (via) =>
      via.at === 'point' && via.face === face && Math.hypot(via.xMm - at[0], via.yMm - at[1]) <= reachMm,
  );
  const known = run.via[near];
  const { leg, alongMm } = held;
  const along = Math.abs(leg.to[0] - leg.from[0]) >= Math.abs(leg.to[1] - leg.from[1]) ? 0 : 1;
  if (known?.at === 'point')
    return { run, face, index: near, isNew: false, atMm: [known.xMm, known.yMm], along };
  const index = run.via.filter((via) => spots.ofVia(via) < alongMm).length;
  const onLeg: PointMm = along === 0 ? [at[0], leg.from[1]] : [leg.from[0], at[1]];
  return { run, face, index, isNew: true, atMm: onLeg, along };
}

/** The edit that a hold comes to when the hand is at a place. */
export function editOfHold({ run, face, index, isNew, atMm, along }: LegHold, to: PointMm): PlanEdit {
  const [xMm, yMm] = !isNew ? to : along === 0 ? [atMm[0], to[1]] : [to[0], atMm[1]];
  const via: Via = { at: 'point', face, xMm, yMm };
  const after = run.via.slice(isNew ? index : index + 1);
  return { kind: 'set-run', run: { ...run, via: [...run.via.slice(0, index), via, ...after] } };
}

/** Places along the legs of a run, by how far along it they are. */
class AlongLegs {
  private readonly starts: readonly number[];

  constructor(
    private readonly legs: readonly Leg[],
    private readonly passes: RoutedRun['passes'],
  ) {
    let whole = 0;
    this.starts = legs.map(({ from, to }) => {
      const start = whole;
      whole += Math.hypot(to[0] - from[0], to[1] - from[1]);
      return start;
    });
  }

  /** The leg of a face that comes nearest to a point, and how far along the run that is. */
  nearest(face: string, [x, y]: PointMm): { readonly leg: Leg; readonly alongMm: number } | null {
    let best: { leg: Leg; alongMm: number; offMm: number } | null = null;
    this.legs.forEach((leg, index) => {
      if (leg.face !== face) return;
      const [dx, dy] = [leg.to[0] - leg.from[0], leg.to[1] - leg.from[1]];
      const length = Math.hypot(dx, dy);
      const share = length === 0 ? 0 : ((x - leg.from[0]) * dx + (y - leg.from[1]) * dy) / length ** 2;
      const within = Math.min(1, Math.max(0, share));
      const offMm = Math.hypot(leg.from[0] + within * dx - x, leg.from[1] + within * dy - y);
      if (best !== null && best.offMm <= offMm) return;
      best = { leg, alongMm: (this.starts[index] ?? 0) + within * length, offMm };
    });
    return best;
  }

  ofVia(via: Via): number {
    if (via.at === 'point') return this.nearest(via.face, [via.xMm, via.yMm])?.alongMm ?? 0;
    const id = via.at === 'penetration' ? via.penetration : via.plateHole;
    const pass = this.passes.find(({ through }) => isSameThrough(through, { kind: via.at, id }));
    return (pass === undefined ? undefined : this.starts[pass.leg]) ?? 0;
  }
}
