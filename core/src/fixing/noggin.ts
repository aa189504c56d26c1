import { mirrored } from '../site/site.ts';
import { MOST_NAME_CHARACTERS } from '../plan/values.ts';
import { cutText } from '../plan/name-with.ts';
import { gearName } from '../plan/names.ts';
import type { Fix } from '../check/finding.ts';
import type { Hung, Prepared } from '../check/prepared.ts';
import type { Framing } from '../plan/framing.ts';
import { freshIdIn } from '../plan/fresh-id.ts';
import { mmFromInch } from '../quantity/convert.ts';
import { isAbove } from '../quantity/compare.ts';
import { membersOfFraming, mirroredMember } from '../site/members.ts';
import type { FixingPlan } from './fixing-plan.ts';
import { holds, holeFixings } from './hole-fixing.ts';
import { loadOnHole } from './loads.ts';

/** Noggins are cut from what studs are: laid flat they show their wide side, and are so deep behind the face. */
const NOGGIN = {
  us: { widthMm: mmFromInch(3.5), depthMm: mmFromInch(1.5) },
  iec: { widthMm: 90, depthMm: 45 },
} as const;
/** Members that a noggin fits between. */
const BETWEEN: ReadonlySet<Framing['role']> = new Set(['stud', 'joist', 'truss', 'rafter']);
/** Rows of holes nearer than this share one noggin. */
const SHARE_MM = 30;

/**
 * The edit that puts noggins between the studs behind the holes that hold in nothing, or not well enough. Null on a face
 * with no framing, and where noggins would not hold all of them.
 */
export function nogginFix(prepared: Prepared, item: Hung, { load, holes }: FixingPlan): Fix | null {
  // Behind a board, noggins hold the board and not what is on it.
  if (item.board !== null) return null;
  const { shape } = item.face.face;
  const front = shape.kind === 'reverse' ? prepared.site.faces.get(shape.of) : item.face;
  const framing = front?.face.shape.kind === 'outline' ? front.face.shape.framing : [];
  const studs = framing.find(
    ({ role, axis, stuff }) => BETWEEN.has(role) && axis === 'vertical' && stuff === 'wood',
  );
  if (front === undefined || studs === undefined) return null;
  const loose = holes.filter(({ useRatio, member }) => member === null || isAbove(useRatio ?? 0, 1, 'ratio'));
  if (loose.length === 0) return null;
  const rows: number[] = [];
  for (const { at } of loose) if (!rows.some((row) => Math.abs(row - at[1]) < SHARE_MM)) rows.push(at[1]);
  // From stud to stud around all the holes, in the front’s own coordinates.
  const xs = loose.map(({ at }) => (front === item.face ? at : mirrored(item.face, at))[0]);
  const centres = front.members
    .filter(({ framingId }) => framingId === studs.id)
    .map(({ centreMm }) => centreMm);
  const fromMm = Math.max(front.bounds.minX, ...centres.filter((centre) => centre <= Math.min(...xs)));
  const toMm = Math.min(front.bounds.maxX, ...centres.filter((centre) => centre >= Math.max(...xs)));
  const id = freshIdIn(framing, `noggin-${item.id}`);
  const noggins: Framing = {
    ...studs,
    id,
    name: cutText(`noggins behind ${item.placement.name}`, MOST_NAME_CHARACTERS),
    role: 'noggin',
    axis: 'horizontal',
    memberWidthMm: NOGGIN[prepared.plan.codeBasis].widthMm,
    memberDepthMm: NOGGIN[prepared.plan.codeBasis].depthMm,
    mayBore: false,
    toleranceMm: 0,
    at: { kind: 'listed', centresMm: rows.sort((a, b) => a - b) },
    extent: { fromMm, toMm },
    found: [],
  };
  const members = membersOfFraming(front.id, noggins, front.bounds).map((member) =>
    front === item.face ? member : mirroredMember(member, item.face.mirrorSumMm),
  );
  const then = holeFixings(prepared, item, (hole) => loadOnHole(load, hole), { framing: noggins, members });
  if (!then.every(holds)) return null;
  return {
    message: 'noggin',
    data: { gear: gearName(item.id) },
    edits: [{ kind: 'set-framing', face: front.id, framing: noggins }],
  };
}
