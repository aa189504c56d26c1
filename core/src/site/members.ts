import { framingName } from '../plan/names.ts';
import type { Named } from '../quantity/told.ts';
import type { Face } from '../plan/face.ts';
import type { Framing } from '../plan/framing.ts';
import { TOUCH_MM } from '../quantity/compare.ts';
import type { BoxMm } from '../geometry/polygon.ts';

/** One stud, rib or seam as it stands on a face. */
export type Member = {
  /** What the members are. */
  readonly framing: Named;
  readonly framingId: string;
  readonly role: Framing['role'];
  /** Counted from 0 along the face, as the framing counts. */
  readonly index: number;
  readonly axis: 'vertical' | 'horizontal';
  /** Where the spacing has it. */
  readonly nominalMm: number;
  /** Where it is taken to be: as found, else nominal. */
  readonly centreMm: number;
  readonly isFound: boolean;
  /** How far off `centreMm` may be. */
  readonly toleranceMm: number;
  readonly widthMm: number;
  /** Along the member. */
  readonly fromMm: number;
  readonly toMm: number;
  readonly mayBore: boolean;
};

const MOST_MEMBERS = 1000;

/** The members of a face with an outline, in its own coordinates; empty for a reverse. */
export function membersOf({ id, shape }: Face, bounds: BoxMm): Member[] {
  if (shape.kind !== 'outline') return [];
  return shape.framing.flatMap((framing) => membersOfFraming(id, framing, bounds));
}

/** The members of one framing of a face with such bounds. */
export function membersOfFraming(face: string, framing: Framing, bounds: BoxMm): Member[] {
  const { axis, at, found, extent } = framing;
  const along =
    axis === 'vertical'
      ? { fromMm: bounds.minY, toMm: bounds.maxY }
      : { fromMm: bounds.minX, toMm: bounds.maxX };
  const { fromMm, toMm } = extent ?? along;
  const readings = new Map(found.map((reading) => [reading.index, reading]));
  return nominalCentres(at, axis === 'vertical' ? bounds.maxX : bounds.maxY).map((nominalMm, index) => {
    const reading = readings.get(index);
    return {
      framing: framingName(face, framing.id),
      framingId: framing.id,
      role: framing.role,
      index,
      axis,
      nominalMm,
      centreMm: reading?.centreMm ?? nominalMm,
      isFound: reading !== undefined,
      toleranceMm: reading?.toleranceMm ?? framing.toleranceMm,
      widthMm: framing.memberWidthMm,
      fromMm,
      toMm,
      mayBore: framing.mayBore,
    };
  });
}

function nominalCentres(at: Framing['at'], endMm: number): number[] {
  if (at.kind === 'listed') return [...at.centresMm];
  const centres: number[] = [];
  for (let count = 0; count < MOST_MEMBERS; count++) {
    const centreMm = at.firstCentreMm + count * at.spacingMm;
    if (centreMm > endMm + TOUCH_MM) break;
    centres.push(centreMm);
  }
  return centres;
}

/** The same member seen from the other side of its face. */
export function mirroredMember(member: Member, mirrorSumMm: number): Member {
  if (member.axis === 'vertical') {
    return {
      ...member,
      nominalMm: mirrorSumMm - member.nominalMm,
      centreMm: mirrorSumMm - member.centreMm,
    };
  }
  return { ...member, fromMm: mirrorSumMm - member.toMm, toMm: mirrorSumMm - member.fromMm };
}
