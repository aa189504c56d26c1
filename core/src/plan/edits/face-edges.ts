import { faceName, plateHoleName } from '../names.ts';
import { told } from '../../quantity/told.ts';
import type { Draft } from 'immer';
import type { Setback } from '../face.ts';
import { cleanMm } from '../outline.ts';
import type { Plan } from '../plan.ts';
import type { PointMm } from '../values.ts';
import type { EditFault } from './edit.ts';
import { otherSideOf, type OutlineFace } from './outline-face.ts';

/** How the edges of an outline are counted after its corners changed: two where one was split. */
export type EdgeShift = {
  readonly cornersBefore: number;
  readonly cornersAfter: number;
  readonly to: (edge: number) => readonly number[];
};

/** An edge as the other side of its face counts it. Seen from there the edges run the other way, so this is its own inverse. */
export function edgeOnOtherSide(edge: number, corners: number): number {
  return (2 * corners - 2 - edge) % corners;
}

/** A fault where another face is folded on, or a hole through a plate told by, one of these edges of a face, on either of its sides. */
export function findFoldedFault(
  draft: Draft<Plan>,
  face: OutlineFace,
  edges: readonly number[],
): EditFault | null {
  const sides = sidesOf(draft, face, face.shape.pointsMm.length);
  const refuse = (why: string): EditFault => ({
    code: 'not-allowed',
    message: told(why, { face: faceName(face.id) }),
  });
  if (sides.some(({ ends, seen }) => ends.some(({ edge }) => edges.includes(seen(edge)))))
    return refuse('That edge of “{face}” is folded to another face; unfold it first.');
  if (sides.some(({ bored, seen }) => bored.some(({ edge }) => edges.includes(seen(edge)))))
    return refuse('A hole through the plate is told by that edge of “{face}”; take it out first.');
  return null;
}

/** Whether anything is told by the edges of a face, on either of its sides. */
export function usesOfEdges(
  draft: Draft<Plan>,
  face: OutlineFace,
): { readonly folds: number; readonly setbacks: number; readonly plateHoles: number } {
  const sides = sidesOf(draft, face, face.shape.pointsMm.length);
  return {
    folds: sides.reduce((sum, { ends }) => sum + ends.length, 0),
    setbacks: sides.reduce((sum, { side }) => sum + side.setbacks.length, 0),
    plateHoles: sides.reduce((sum, { bored }) => sum + bored.length, 0),
  };
}

/** Keeps folds, plate holes and setbacks of both sides of a face at their edges while its corners change. No fold is on a split edge. */
export function shiftEdges(draft: Draft<Plan>, face: OutlineFace, shift: EdgeShift): void {
  const { cornersBefore, cornersAfter, to } = shift;
  for (const { side, ends, bored, seen, isOther } of sidesOf(draft, face, cornersBefore)) {
    const after = (edge: number) =>
      to(seen(edge)).map((next) => (isOther ? edgeOnOtherSide(next, cornersAfter) : next));
    for (const end of [...ends, ...bored]) end.edge = after(end.edge)[0] ?? end.edge;
    const setbacks = side.setbacks.flatMap((setback) =>
      after(setback.edge).map((edge) => ({ ...setback, edge })),
    );
    // Halves of one edge that are one again have one setback.
    side.setbacks = setbacks.filter((setback, index) => setbacks.findIndex(isSame(setback)) === index);
  }
}

/**
 * Keeps each hole through a plate where it is on the real edge while the corners that it is counted from move: at the point of
 * the new edge nearest to it. Past the far end it is kept as it is told, and found there; before the near end it cannot be told.
 */
export function keepPlateHoles(
  draft: Draft<Plan>,
  face: OutlineFace,
  after: readonly PointMm[],
): EditFault | null {
  const before = face.shape.pointsMm;
  if (before.length !== after.length) return null;
  for (const { bored, seen, isOther } of sidesOf(draft, face, before.length)) {
    for (const hole of bored) {
      const [was, is] = [before, after].map((points) => edgeFrom(points, seen(hole.edge), isOther));
      if (was === undefined || is === undefined || was.lengthMm === 0 || is.lengthMm === 0) continue;
      const at = [0, 1].map((axis) => (was.from[axis] ?? 0) + hole.alongMm * (was.along[axis] ?? 0));
      const alongMm = cleanMm(
        [0, 1].reduce(
          (sum, axis) => sum + ((at[axis] ?? 0) - (is.from[axis] ?? 0)) * (is.along[axis] ?? 0),
          0,
        ),
      );
      if (alongMm < 0)
        return {
          code: 'not-allowed',
          message: told('“{hole}” would be past the end of its edge of “{face}”; move it first.', {
            hole: plateHoleName(hole.id),
            face: faceName(face.id),
          }),
        };
      hole.alongMm = alongMm;
    }
  }
  return null;
}

/** An edge of an outline from the corner its own side counts it from, and its direction. */
function edgeFrom(points: readonly PointMm[], edge: number, isOther: boolean) {
  const ends = [points[edge], points[(edge + 1) % points.length]];
  const [from, to] = isOther ? ends.reverse() : ends;
  if (from === undefined || to === undefined) return undefined;
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const lengthMm = Math.hypot(dx, dy);
  return { from, lengthMm, along: [dx / lengthMm, dy / lengthMm] };
}

/** A face and its other side, each with the folds that end there and its edges as the face itself counts them. */
function sidesOf(draft: Draft<Plan>, face: OutlineFace, corners: number) {
  const other = otherSideOf(draft, face.id);
  return [
    { side: face, isOther: false, seen: (edge: number) => edge },
    ...(other === undefined
      ? []
      : [{ side: other, isOther: true, seen: (edge: number) => edgeOnOtherSide(edge, corners) }]),
  ].map((each) => ({
    ...each,
    ends: draft.folds.flatMap(({ a, b }) => [a, b]).filter((end) => end.face === each.side.id),
    bored: draft.plateHoles.filter((hole) => hole.face === each.side.id),
  }));
}

function isSame(a: Setback): (b: Setback) => boolean {
  return (b) => a.edge === b.edge && a.distanceMm === b.distanceMm && a.why === b.why;
}
