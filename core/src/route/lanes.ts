import type { Prepared } from '../check/prepared.ts';
import { bundleMm } from '../conductor/bundle.ts';
import { cablesOf } from '../conductor/circuit-sizing.ts';
import { conduitFill, conduitOutsideMm } from '../conductor/conduit.ts';
import { query, single } from '../derive/query.ts';
import type { Run } from '../plan/run.ts';
import { routeOf, type Leg } from './route.ts';

/** Between runs that lie side by side (practice), mm: a clip’s width. */
const BETWEEN_MM = 10;
/** Of a run whose cables are not known yet, mm. */
const UNKNOWN_MM = 10;
/** Points that agree within whole micrometres are one, mm. */
const SAME_MM = 0.002;

/** How far each leg of a run lies off the line that its way was found on: to its left where positive, as it runs. */
type Lanes = ReadonlyMap<string, readonly number[]>;

/** How wide a run is: its conduit outside, or its cables in a bundle. */
export function runWidthMm(prepared: Prepared, run: Run): number {
  const conduit = conduitFill(prepared, run);
  if (conduit?.size != null) return conduitOutsideMm(conduit.size);
  const cables = cablesOf(prepared, run);
  return cables === null || cables.length === 0
    ? UNKNOWN_MM
    : bundleMm(cables.map(({ diameterMm }) => diameterMm));
}

/** Where every run lies beside those that share its way. */
const lanesOf = single((prepared: Prepared): Lanes => {
  const routed = prepared.runs.ids.flatMap((id) => {
    const outcome = routeOf(prepared, id);
    return outcome?.kind === 'routed' ? [outcome.routed] : [];
  });
  return lanes(
    routed.map((each) => ({ id: each.run.id, legs: each.legs, widthMm: runWidthMm(prepared, each.run) })),
  );
});

/** A way with its width, as lanes are dealt. */
export type Way = { readonly id: string; readonly legs: readonly Leg[]; readonly widthMm: number };

/**
 * Deals the runs that lie on one line of a face into lanes side by side, about that line. Which lies left of which follows from
 * where they part: so two that share a stretch cross each other only where they must, and then once. Method: order of lines on
 * a shared stretch by the turns at its ends (as of metro maps: Nöllenburg 2010), pair by pair.
 */
export function lanes(ways: readonly Way[]): Lanes {
  const onLine = new Map<string, Piece[]>();
  for (const way of ways)
    way.legs.forEach((leg, index) => {
      const piece = pieceOf(way, leg, index);
      const key = `${leg.face} ${piece.axis} ${Math.round(piece.fixedMm / SAME_MM / 4)}`;
      onLine.set(key, [...(onLine.get(key) ?? []), piece]);
    });
  const offsets = new Map(ways.map(({ id, legs }) => [id, legs.map(() => 0)]));
  for (const pieces of onLine.values())
    for (const together of groupsOf(pieces)) {
      if (together.length < 2) continue;
      const ordered = inOrder(together);
      const whole =
        ordered.reduce((sum, { way }) => sum + way.widthMm, 0) + BETWEEN_MM * (ordered.length - 1);
      let at = -whole / 2;
      for (const piece of ordered) {
        const middle = at + piece.way.widthMm / 2;
        at += piece.way.widthMm + BETWEEN_MM;
        const list = offsets.get(piece.way.id);
        // Ordered from the right of the line’s own direction to its left; a run that goes against it has them the other way.
        if (list !== undefined) list[piece.index] = piece.isForward ? middle : -middle;
      }
    }
  return offsets;
}

type Piece = {
  readonly way: Way;
  readonly index: number;
  readonly axis: 0 | 1;
  readonly fixedMm: number;
  readonly lowMm: number;
  readonly highMm: number;
  /** Whether it runs the way its axis does. */
  readonly isForward: boolean;
};

function pieceOf(way: Way, { from, to }: Leg, index: number): Piece {
  const axis = Math.abs(to[0] - from[0]) >= Math.abs(to[1] - from[1]) ? 0 : 1;
  const [a, b] = [from[axis], to[axis]];
  return {
    way,
    index,
    axis,
    fixedMm: from[1 - axis] ?? 0,
    lowMm: Math.min(a, b),
    highMm: Math.max(a, b),
    isForward: b >= a,
  };
}

/** Pieces of one line that lie beside each other, directly or by others. One run is in a group once. */
function groupsOf(pieces: readonly Piece[]): Piece[][] {
  const sorted = [...pieces].sort((a, b) => a.lowMm - b.lowMm || a.highMm - b.highMm);
  const groups: { pieces: Piece[]; highMm: number }[] = [];
  for (const piece of sorted) {
    const last = groups.at(-1);
    if (last !== undefined && piece.lowMm < last.highMm - SAME_MM) {
      if (!last.pieces.some(({ way }) => way === piece.way)) last.pieces.push(piece);
      last.highMm = Math.max(last.highMm, piece.highMm);
    } else groups.push({ pieces: [piece], highMm: piece.highMm });
  }
  return groups.map((group) => group.pieces);
}

/** From the right of the line to its left, by who lies left of whom; where that goes round in a circle, as they come. */
function inOrder(pieces: readonly Piece[]): Piece[] {
  const left = [...pieces].sort((a, b) => (a.way.id < b.way.id ? -1 : 1));
  const ordered: Piece[] = [];
  while (left.length > 0) {
    // The next to the left is one that no other has to lie right of.
    const at = left.findIndex((piece) => left.every((other) => other === piece || sideOf(other, piece) >= 0));
    ordered.push(...left.splice(Math.max(0, at), 1));
  }
  return ordered;
}

/** Above 0 where the first lies left of the second, as their line’s own axis runs; 0 where it is all the same. */
function sideOf(a: Piece, b: Piece): number {
  const ahead = turnAhead(a, b, true);
  return ahead !== 0 ? ahead : -turnAhead(a, b, false);
}

/**
 * Which of two that lie on one line turns off to the left first, going along the line’s axis or against it: above 0 the first
 * lies left of the second in that direction.
 */
function turnAhead(a: Piece, b: Piece, isAlong: boolean): number {
  let [here, there] = [walkerOf(a, isAlong), walkerOf(b, isAlong)];
  for (let step = 0; step < 200; step++) {
    const [endA, endB] = [here.end(), there.end()];
    const isSameEnd = Math.abs(endA.reachMm - endB.reachMm) <= SAME_MM;
    // Who turns off first lies on the side that it turns to; who ends first lies where it is.
    if (!isSameEnd) {
      const isFirst = endA.reachMm < endB.reachMm;
      const turn = isFirst ? endA.turn : -endB.turn;
      return turn;
    }
    if (endA.turn !== endB.turn) return endA.turn - endB.turn;
    const [nextA, nextB] = [here.next(), there.next()];
    if (nextA === null || nextB === null || !nextA.isOnLineOf(nextB)) return 0;
    [here, there] = [nextA, nextB];
  }
  return 0;
}

type Walker = {
  readonly leg: Leg;
  readonly end: () => { readonly reachMm: number; readonly turn: number };
  readonly next: () => Walker | null;
  readonly isOnLineOf: (other: Walker) => boolean;
};

function walkerOf(piece: Piece, isAlong: boolean): Walker {
  return walker(piece.way.legs, piece.index, piece.isForward === isAlong);
}

/** A run walked leg by leg, in its own direction or back. */
function walker(legs: readonly Leg[], index: number, isOnward: boolean): Walker {
  const step = isOnward ? 1 : -1;
  const asWalked = (at: number): Leg | undefined => {
    const leg = legs[at];
    return leg === undefined || isOnward ? leg : { face: leg.face, from: leg.to, to: leg.from };
  };
  const leg = asWalked(index);
  if (leg === undefined) throw new Error(`There is no leg ${index}.`);
  const [dx, dy] = directionOf(leg);
  const after = asWalked(index + step);
  // Over a fold a way keeps its left; a way that goes through a face parts from its line there.
  const turn =
    after === undefined || after.face !== leg.face ? 0 : Math.sign(cross([dx, dy], directionOf(after)));
  return {
    leg,
    end: () => ({ reachMm: leg.to[0] * dx + leg.to[1] * dy, turn }),
    next: () => (after === undefined ? null : walker(legs, index + step, isOnward)),
    isOnLineOf: (other) => {
      const [ox, oy] = directionOf(other.leg);
      const isParallel = Math.abs(dx - ox) < 1e-9 && Math.abs(dy - oy) < 1e-9;
      const off = (leg.from[0] - other.leg.from[0]) * dy - (leg.from[1] - other.leg.from[1]) * dx;
      return leg.face === other.leg.face && isParallel && Math.abs(off) <= SAME_MM;
    },
  };
}

function directionOf({ from, to }: Leg): readonly [number, number] {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const length = Math.hypot(dx, dy);
  return length === 0 ? [1, 0] : [dx / length, dy / length];
}

function cross([ax, ay]: readonly [number, number], [bx, by]: readonly [number, number]): number {
  const value = ax * by - ay * bx;
  return Math.abs(value) < 1e-9 ? 0 : value;
}

/** The legs of a run as they lie in their lanes: each shifted to its side, meeting the next where both lines cross. */
export function legsInLanes(legs: readonly Leg[], offsets: readonly number[]): Leg[] {
  const shifted = legs.map((leg, index): Leg => {
    const [dx, dy] = directionOf(leg);
    const off = offsets[index] ?? 0;
    const move = ([x, y]: Leg['from']): Leg['from'] => [x - dy * off, y + dx * off];
    return { face: leg.face, from: move(leg.from), to: move(leg.to) };
  });
  for (let index = 1; index < shifted.length; index++) {
    const [before, here] = [shifted[index - 1], shifted[index]];
    const [was, is] = [legs[index - 1], legs[index]];
    if (before === undefined || here === undefined || was === undefined || is === undefined) continue;
    const doMeet = was.face === is.face && cross(directionOf(was), directionOf(is)) !== 0;
    if (!doMeet) continue;
    const isUpright = Math.abs(directionOf(was)[0]) < 0.5;
    const corner: Leg['to'] = isUpright ? [before.to[0], here.from[1]] : [here.from[0], before.to[1]];
    shifted[index - 1] = { ...before, to: corner };
    shifted[index] = { ...here, from: corner };
  }
  return shifted;
}

/** The legs of a run as it lies beside the others; null where it has no way. */
export const laidLegs = query(
  (prepared: Prepared, id: string): readonly Leg[] | null => {
    const outcome = routeOf(prepared, id);
    if (outcome?.kind !== 'routed') return null;
    return legsInLanes(outcome.routed.legs, lanesOf(prepared).get(id) ?? []);
  },
  (a, b) => JSON.stringify(a) === JSON.stringify(b),
);
