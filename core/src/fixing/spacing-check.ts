import { query } from '../derive/query.ts';
import type { Member } from '../site/members.ts';
import { gearName } from '../plan/names.ts';
import {
  checkOf,
  findingOf,
  lookAt,
  type Check,
  type CheckMeta,
  type Found,
  type Finding,
} from '../check/finding.ts';
import { gearNear, type Hung, type Prepared } from '../check/prepared.ts';
import { GEAR } from '../check/subjects.ts';
import type { BracketHole } from '../plan/gear-type.ts';
import type { PointMm } from '../plan/values.ts';
import { isBelow } from '../quantity/compare.ts';
import { mmFromInch } from '../quantity/convert.ts';
import { ANCHOR_SPACING, LAG_DISTANCES } from '../reference/fasteners.ts';
import { growBox } from '../geometry/polygon.ts';
import { lengthInput } from '../working/working.ts';
import { groundOf, memberAt, screwFor } from './hole-fixing.ts';

const meta: CheckMeta = {
  id: 'fixing.spacing',
  looksAt:
    'Bracket holes too near each other: screws in one member split it, anchors share one cone of concrete',
  severity: 'fix',
  source: LAG_DISTANCES.source,
  parameters: [
    {
      name: 'Screws in one member',
      value: LAG_DISTANCES.spacingShanks,
      unit: 'ratio',
      why: 'Shank diameters, centre to centre',
    },
    {
      name: 'Anchors in masonry',
      value: ANCHOR_SPACING.shanks,
      unit: 'ratio',
      why: 'Anchor diameters, unless its approval says otherwise',
    },
  ],
  messages: {
    member:
      'Hole {hole} of {a} and {otherHole} of {b} are {measured} apart in one {member}; their screws need {required}.',
    masonry:
      'Hole {hole} of {a} and {otherHole} of {b} are {measured} apart; anchors need {required} or less load, as their approval says.',
  },
  fixMessages: {},
};

/** No screw or anchor asks for more, mm: ten diameters of the largest. */
const LOOK_MM = ANCHOR_SPACING.shanks * mmFromInch(0.5);

type Spot = {
  readonly item: Hung;
  readonly hole: BracketHole;
  readonly at: PointMm;
  readonly shankMm: number;
  /** What holds it, where it hangs on no board. */
  readonly member: Member | null;
};

function checkItem(prepared: Prepared, item: Hung): Found[] {
  if (item.type.bracketHoles.length === 0) return [];
  // Each pair is looked at once, by the piece whose id comes first.
  const others = gearNear(prepared, growBox(item.body, LOOK_MM), item).filter(
    ({ id, placement }) => id > item.id && placement.on === item.placement.on,
  );
  const mine = spotsOf(prepared, item.id);
  const worst = new Map<string, Found>();
  for (const other of [item, ...others]) {
    const theirs = other === item ? mine : spotsOf(prepared, other.id);
    mine.forEach((a, index) => {
      for (const b of other === item ? theirs.slice(index + 1) : theirs) {
        const finding = pairFinding(prepared, a, b);
        if (finding === null) continue;
        const known = worst.get(other.id);
        if (known === undefined || lack(finding) > lack(known)) worst.set(other.id, finding);
      }
    });
  }
  return [...worst.values()];
}

function lack({ measured, required }: Finding): number {
  return (required?.value ?? 0) - (measured?.value ?? 0);
}

/** The bracket holes of a piece, found once for all that hangs near it. */
const spotsOf = query((model: Prepared, id: string): readonly Spot[] => {
  const item = model.hung.get(id);
  if (item === undefined) return [];
  return item.type.bracketHoles.map((hole) => {
    const at: PointMm = [item.placement.xMm + hole.xMm, item.placement.yMm + hole.yMm];
    const shankMm = mmFromInch(screwFor(hole.pilotMm, model.plan.codeBasis).shankIn);
    const member = item.board === null ? (memberAt(item, at, shankMm)?.member ?? null) : null;
    return { item, hole, at, shankMm, member };
  });
});

function pairFinding(prepared: Prepared, a: Spot, b: Spot): Found | null {
  const apartMm = Math.hypot(a.at[0] - b.at[0], a.at[1] - b.at[1]);
  if (apartMm >= LOOK_MM) return null;
  const shankMm = Math.max(a.shankMm, b.shankMm);
  const isOnBoard = a.item.board !== null;
  const { member } = a;
  const isOneMember =
    member !== null && member.framingId === b.member?.framingId && member.index === b.member.index;
  const holding = groundOf(prepared, a.item)?.holding;
  const isInWood = isOneMember || (isOnBoard && holding === 'wood-screw');
  if (!isInWood && holding !== 'masonry-anchor') return null;
  const shanks = isInWood ? LAG_DISTANCES.spacingShanks : ANCHOR_SPACING.shanks;
  const requiredMm = shanks * shankMm;
  if (!isBelow(apartMm, requiredMm, 'mm')) return null;
  const source = isInWood ? LAG_DISTANCES.source : ANCHOR_SPACING.source;
  return findingOf(meta, {
    message: isInWood ? 'member' : 'masonry',
    severity: isInWood ? 'fix' : 'ask',
    data: {
      a: gearName(a.item.id),
      hole: a.hole.id,
      b: gearName(b.item.id),
      otherHole: b.hole.id,
      member: isOnBoard ? 'board' : (member?.role ?? 'place'),
    },
    subjects: [
      { kind: 'placement', id: a.item.id },
      { kind: 'placement', id: b.item.id },
    ],
    at: { face: a.item.face.id, xMm: (a.at[0] + b.at[0]) / 2, yMm: (a.at[1] + b.at[1]) / 2 },
    measured: { value: apartMm, unit: 'mm' },
    required: { value: requiredMm, unit: 'mm' },
    source,
    working: () => ({
      title: 'Spacing of fixings',
      formula: 'required = k · shank',
      inputs: [
        { symbol: 'k', name: 'Diameters, centre to centre', value: { value: shanks, unit: 'ratio' } },
        lengthInput('shank', 'The thicker of the two fixings', shankMm),
      ],
      result: { name: 'Required centre to centre', value: { value: requiredMm, unit: 'mm' } },
      source,
      notes: isInWood
        ? ['Screws pulled and loaded across the grain; more where they are loaded along it.']
        : ['The approval of the anchor used decides; nearer ones carry less.'],
    }),
  });
}

export const spacingCheck: Check = checkOf(meta, lookAt(GEAR, checkItem));
