import { faceName } from '../names.ts';
import { told } from '../../quantity/told.ts';
import type { Draft } from 'immer';
import type { Setback } from '../face.ts';
import type { Plan } from '../plan.ts';
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
