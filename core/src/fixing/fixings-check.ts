import { countOf, told } from '../quantity/told.ts';
import { faceName, gearName } from '../plan/names.ts';
import {
  checkOf,
  findingOf,
  lookAt,
  type Check,
  type CheckMeta,
  type Found,
  type Fix,
  type FindingParts,
} from '../check/finding.ts';
import { hungAt, middleOf, type Hung, type Prepared, groundName } from '../check/prepared.ts';
import { GEAR } from '../check/subjects.ts';
import { isClear } from '../clearance/clear-moves.ts';
import { isAbove, isBelow } from '../quantity/compare.ts';
import { mmFromInch } from '../quantity/convert.ts';
import { markMmOfTrade } from '../quantity/trade-size.ts';
import { LAG_DISTANCES, LEAD_HOLES, LEAST_PENETRATION, WOOD_FACTORS } from '../reference/fasteners.ts';
import { lengthInput } from '../working/working.ts';
import { backingFixes } from './backing.ts';
import { fixingPlanOf, type FixingPlan } from './fixing-plan.ts';
import { holds, isShallow, type HoleFixing } from './hole-fixing.ts';
import { nogginFix } from './noggin.ts';
import { leastPenetrationMm } from './wood-screw-strength.ts';

const meta: CheckMeta = {
  id: 'fixing.holes',
  looksAt:
    'Bracket holes against framing and material: whether each holds, and what it carries against its load',
  severity: 'fix',
  source: LAG_DISTANCES.source,
  parameters: [],
  messages: {
    'holds-nothing':
      '{missing} of {count} bracket holes of {gear} {missing:meets|meet} no framing well inside its edges and ends, and {face} holds nothing itself.',
    'too-shallow':
      'Of the {screw} of {gear} {measured} is in wood that holds, at {hole}; below {required} there is no value for it.',
    lead: 'The pilot of {gear} is {measured} for a {screw}; in this wood drill {least=} to {most=}.',
    'depth-unknown':
      'How deep the {framing} of {face} are is not stated: screws are taken to find all the wood they want there.',
    overloaded: 'The fixings of {gear} carry {measured} times what they may: {fixing} on {face}.',
    'no-approval':
      'Fixings on {face} carry up to {pull} out and {shear} along it, each: enter the approved load of the fixing used.',
    'no-value':
      'Screws on {face} carry up to {pull} out and {shear} along it, each, and go in {measured}; below {required} no code has a value for them: meet framing, or enter the approved load of the fixing used.',
    unknown: 'Nobody said how fixings hold in {face}: name its material.',
  },
  fixMessages: {
    shift: 'Move {gear} {distance} to the {side}, onto the framing',
    noggin: 'Add noggins behind the holes of {gear}',
    rails: 'Put {backing}s {width} long behind {gear}, on the framing',
    board: 'Put a board of {backing} behind {gear}, {width} × {height}',
  },
  fields: {
    lead: 'gear-type',
    'depth-unknown': 'face',
    'no-approval': 'material',
    'no-value': 'material',
    unknown: 'material',
  },
};

function checkItem(prepared: Prepared, item: Hung): Found[] {
  const plan = fixingPlanOf(prepared, item);
  if (plan === null) return [];
  const { holes } = plan;
  const common = {
    subjects: [{ kind: 'placement', id: item.id }],
    at: middleOf(item),
    working: () => plan.load.working,
  } as const;
  const names = { gear: gearName(item.id), face: groundName(item) };
  const loose = holes.filter(({ kind }) => kind === 'nothing');
  if (loose.length > 0) {
    const data = { ...names, missing: countOf(loose.length), count: countOf(holes.length) };
    return [
      findingOf(meta, {
        ...common,
        message: 'holds-nothing',
        data,
        fixes: () => remedies(prepared, item, plan),
      }),
    ];
  }
  const shallow = shallowest(holes);
  if (shallow !== null) return [tooShallow(prepared, item, plan, shallow)];
  const worst = Math.max(...holes.map(({ useRatio }) => useRatio ?? 0));
  if (isAbove(worst, 1, 'ratio')) {
    const most = holes.find(({ useRatio }) => useRatio === worst);
    const measured = { value: worst, unit: 'ratio' } as const;
    const data = { ...names, fixing: most?.screw?.name ?? 'the approved fixing' };
    return [
      findingOf(meta, {
        ...common,
        message: 'overloaded',
        data,
        measured,
        required: { value: 1, unit: 'ratio' },
        source: WOOD_FACTORS.source,
        fixes: () => remedies(prepared, item, plan),
      }),
    ];
  }
  const asked = [...leadFindings(item, holes), ...depthFindings(item, holes)];
  const ground = item.board === null ? null : item.board.placement;
  const onFace = {
    subjects: [
      ground === null
        ? ({ kind: 'face', id: item.face.id } as const)
        : ({ kind: 'placement', id: ground.id } as const),
    ],
    at: middleOf(item),
    working: () => plan.load.working,
  } as const;
  if (holes.some(({ kind }) => kind === 'unknown')) {
    return [
      ...asked,
      findingOf(meta, { ...onFace, message: 'unknown', severity: 'ask', data: { face: names.face } }),
    ];
  }
  if (holes.some(({ useRatio }) => useRatio === null)) {
    const bare = holes.find(({ kind, useRatio }) => kind === 'screw-in-board' && useRatio === null);
    if (bare !== undefined) return [...asked, noValue(prepared, item, plan, bare, onFace)];
    const pull = { value: plan.load.mostPullN, unit: 'N' } as const;
    const shear = { value: plan.load.shearN, unit: 'N' } as const;
    // Nothing is measured: what must be carried is told, so that of several pieces on one face the heaviest speaks.
    return [
      ...asked,
      findingOf(meta, {
        ...onFace,
        message: 'no-approval',
        severity: 'ask',
        data: { face: names.face, pull, shear },
        required: { value: plan.load.mostPullN, unit: 'N' },
      }),
    ];
  }
  return asked;
}

/** The hole whose screw goes in least of what it must, where one goes in too little for any value. */
function shallowest(holes: readonly HoleFixing[]): HoleFixing | null {
  const lacking = holes.filter((hole) => hole.kind !== 'screw-in-board' && isShallow(hole));
  const depth = ({ seat }: HoleFixing) => seat?.penetrationMm ?? 0;
  return [...lacking].sort((a, b) => depth(a) - depth(b) || (a.hole.id < b.hole.id ? -1 : 1))[0] ?? null;
}

function tooShallow(prepared: Prepared, item: Hung, plan: FixingPlan, at: HoleFixing): Found {
  const { screw, seat, lengthMm, hole } = at;
  if (screw === null || seat === null || lengthMm === null)
    throw new Error('Only screws in wood are too shallow.');
  const requiredMm = leastPenetrationMm(screw);
  return findingOf(meta, {
    message: 'too-shallow',
    data: { gear: gearName(item.id), screw: screw.name, hole: hole.id },
    subjects: [{ kind: 'placement', id: item.id }],
    at: { face: item.face.id, xMm: at.at[0], yMm: at.at[1] },
    measured: { value: seat.penetrationMm, unit: 'mm' },
    required: { value: requiredMm, unit: 'mm' },
    source: LEAST_PENETRATION.source,
    working: () => ({
      title: told('How deep the {screw} of {gear} goes', { screw: screw.name, gear: gearName(item.id) }),
      formula:
        screw.kind === 'lag' ? 'required = 4 · shank, without the tip' : 'required = 6 · shank, with the tip',
      inputs: [
        lengthInput('shank', screw.name, mmFromInch(screw.shankIn)),
        lengthInput('tip', 'Its tip', mmFromInch(screw.tipIn)),
        lengthInput('length', 'Longest stock length that is useful there', lengthMm),
        lengthInput('in', 'Of it in the wood that holds', seat.penetrationMm),
      ],
      result: { name: 'Required', value: { value: requiredMm, unit: 'mm' } },
      source: LEAST_PENETRATION.source,
      notes: ['A thinner screw, deeper wood behind it, or a load that somebody approved for the sheet.'],
    }),
    fixes: () => remedies(prepared, item, plan),
  });
}

/** One for a face or a board: a sheet too thin for the values of the code, where nobody approved a load. */
function noValue(
  prepared: Prepared,
  item: Hung,
  plan: FixingPlan,
  { screw, seat }: HoleFixing,
  onFace: Pick<FindingParts, 'subjects' | 'at' | 'working'>,
): Found {
  return findingOf(meta, {
    ...onFace,
    message: 'no-value',
    severity: 'ask',
    data: {
      face: groundName(item),
      pull: { value: plan.load.mostPullN, unit: 'N' },
      shear: { value: plan.load.shearN, unit: 'N' },
    },
    measured: { value: seat?.penetrationMm ?? 0, unit: 'mm' },
    required: { value: screw === null ? 0 : leastPenetrationMm(screw), unit: 'mm' },
    source: LEAST_PENETRATION.source,
    fixes: () => [nogginFix(prepared, item, plan)].flatMap((fix) => fix ?? []),
  });
}

/** One for a piece: its pilot suits one size of screw and one density of wood. */
function leadFindings(item: Hung, holes: readonly HoleFixing[]): Found[] {
  const off = holes.find(
    ({ hole, leadMm }) =>
      leadMm !== null && (isBelow(hole.pilotMm, leadMm[0], 'mm') || isAbove(hole.pilotMm, leadMm[1], 'mm')),
  );
  if (off?.screw == null || off.leadMm === null) return [];
  const { screw } = off;
  const [leastMm, mostMm] = off.leadMm;
  const isNarrow = off.hole.pilotMm < leastMm;
  return [
    findingOf(meta, {
      message: 'lead',
      severity: 'ask',
      data: {
        gear: gearName(item.id),
        screw: screw.name,
        least: { value: leastMm, unit: 'mm' },
        most: { value: mostMm, unit: 'mm' },
      },
      subjects: [{ kind: 'placement', id: item.id }],
      at: middleOf(item),
      measured: { value: off.hole.pilotMm, unit: 'mm' },
      required: { value: isNarrow ? leastMm : mostMm, unit: 'mm' },
      source: LEAD_HOLES.source,
      working: () => ({
        title: told('Lead hole for a {screw}', { screw: screw.name }),
        formula: screw.kind === 'lag' ? 'a part of the shank, by the wood’s density' : 'a part of the root, by the wood’s density', // prettier-ignore
        inputs: [
          lengthInput('shank', 'Shank', mmFromInch(screw.shankIn)),
          lengthInput('root', 'Root', mmFromInch(screw.rootIn)),
          lengthInput('least', 'Smallest lead hole', leastMm),
          lengthInput('most', 'Largest', mostMm),
        ],
        result: { name: 'The pilot of its type', value: { value: off.hole.pilotMm, unit: 'mm' } },
        source: LEAD_HOLES.source,
        notes: [],
      }),
    }),
  ];
}

/** One for each framing of a face whose depth nobody stated. */
function depthFindings(item: Hung, holes: readonly HoleFixing[]): Found[] {
  const framings = new Map(
    holes.flatMap(({ member, isDepthKnown }) =>
      member === null || isDepthKnown ? [] : [[member.framingId, member.framing] as const],
    ),
  );
  return [...framings].map(([id, framing]) =>
    findingOf(meta, {
      message: 'depth-unknown',
      severity: 'ask',
      id: `${meta.id}/depth-unknown/${item.face.id}/${id}`,
      data: { framing, face: faceName(item.face.id) },
      subjects: [{ kind: 'face', id: item.face.id }],
      at: middleOf(item),
    }),
  );
}

/** How far along its face framing is looked for. */
const LOOK_MM = 420;

/** Moves onto the framing, noggins between it, rails or a board across it. Only what clears the finding is offered. */
function remedies(prepared: Prepared, item: Hung, plan: FixingPlan): Fix[] {
  const noggin = nogginFix(prepared, item, plan);
  return [...shifts(prepared, item), ...(noggin === null ? [] : [noggin]), ...backingFixes(prepared, item)];
}

function shifts(prepared: Prepared, item: Hung): Fix[] {
  const { xMm, yMm } = item.placement;
  const sides = [
    ['left', -1],
    ['right', 1],
  ] as const;
  // By marks of the tape; of the first stretch where all holes hold, the place with most wood on both sides of them.
  const stepMm = markMmOfTrade(prepared.plan.codeBasis);
  return sides
    .flatMap(([side, sign]) => {
      let best: { readonly side: typeof side; readonly movedMm: number; readonly toMm: number } | null = null;
      let most = -Infinity;
      for (let steps = 1; steps * stepMm <= LOOK_MM; steps++) {
        const movedMm = steps * stepMm;
        const moved = hungAt(item, xMm + sign * movedMm, yMm);
        const edgeMm = isClear(prepared, moved) ? soundEdgeMm(prepared, moved) : null;
        if (edgeMm === null && best !== null) break;
        if (edgeMm === null || edgeMm <= most) continue;
        most = edgeMm;
        best = { side, movedMm, toMm: xMm + sign * movedMm };
      }
      return best === null ? [] : [best];
    })
    .sort((a, b) => a.movedMm - b.movedMm)
    .slice(0, 1)
    .map(({ side, movedMm, toMm }) => ({
      message: 'shift',
      data: { gear: gearName(item.id), distance: { value: movedMm, unit: 'mm' }, side },
      edits: [{ kind: 'move-placement', placement: item.id, xMm: toMm, yMm }],
    }));
}

/** The least wood beside any hole in a member where every hole holds, 0 where none is in one; null where one holds in nothing. */
function soundEdgeMm(prepared: Prepared, item: Hung): number | null {
  const holes = fixingPlanOf(prepared, item)?.holes ?? [];
  if (!holes.every(holds)) return null;
  const edges = holes.flatMap(({ edgeMm }) => edgeMm ?? []);
  return edges.length === 0 ? 0 : Math.min(...edges);
}

export const fixingsCheck: Check = checkOf(meta, lookAt(GEAR, checkItem));
