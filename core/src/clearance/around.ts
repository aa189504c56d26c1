import { gearName } from '../plan/names.ts';
import { told } from '../quantity/told.ts';
import {
  checkOf,
  findingOf,
  lookAt,
  type Check,
  type CheckMeta,
  type Found,
  type Fix,
  type Finding,
} from '../check/finding.ts';
import { frontMm, hungAt, middleOf, type Hung, type Prepared } from '../check/prepared.ts';
import { GEAR } from '../check/subjects.ts';
import { practice } from '../reference/source.ts';
import { lengthInput } from '../working/working.ts';
import { byMarks, isClear } from './clear-moves.ts';
import { isTooClose } from './gaps.ts';
import { gapsAround, keyOfOther, otherOf, standsIn, type GapAround } from './gaps-around.ts';
import { MOVE_FIX_MESSAGES } from './move-fix.ts';
import type { Thing } from './space.ts';

const WAY_WORDS = {
  left: 'to its left',
  right: 'to its right',
  above: 'above it',
  below: 'below it',
  nearest: 'at the nearest',
} as const satisfies Record<GapAround['way'], string>;

const meta: CheckMeta = {
  id: 'clearance.around',
  looksAt:
    'Gaps from gear around corners, across the room, to obstacles, other faces and edges, in three dimensions',
  severity: 'fix',
  source: practice('Each finding cites the rule that governs it'),
  parameters: [],
  messages: {
    'too-close': '{gear} is {measured} from {other}, {way}; {owner} asks for {required}.',
    'stands-in': '{gear} and {other} stand in the same place, though each is on its own face.',
  },
  fixMessages: { ...MOVE_FIX_MESSAGES, lift: 'Move {gear} {distance} {way}' },
};

function checkItem(prepared: Prepared, item: Hung): Found[] {
  return [
    ...standsIn(prepared, item).map((thing) => inOther(prepared, item, thing)),
    ...tooCloseTo(prepared, item),
  ];
}

/** Of several gaps to one thing that are too close, the one that lacks most. */
function tooCloseTo(prepared: Prepared, item: Hung): Found[] {
  const worst = new Map<string, GapAround>();
  for (const gap of gapsAround(prepared, item)) {
    if (!isTooClose(gap) || gap.required === null) continue;
    const key = keyOfOther(gap);
    const before = worst.get(key);
    const lacks = gap.required.mm - gap.measuredMm;
    if (before?.required == null || lacks > before.required.mm - before.measuredMm) worst.set(key, gap);
  }
  return [...worst.values()].map((gap) => tooClose(prepared, gap));
}

function tooClose(prepared: Prepared, gap: GapAround): Found {
  const { item, thing, way, measuredMm, required } = gap;
  if (required === null) throw new Error('A gap without a rule is never too close.');
  const other = otherOf(gap);
  return findingOf(meta, {
    message: 'too-close',
    data: { gear: gearName(item.id), other, way: WAY_WORDS[way], owner: required.owner },
    id: pairId('too-close', item, gap),
    subjects: subjectsOf(item, thing),
    at: middleOf(item),
    measured: { value: measuredMm, unit: 'mm' },
    required: { value: required.mm, unit: 'mm' },
    source: required.rule.source,
    working: () => ({
      title: told('Gap from {gear} to {other}', { gear: gearName(item.id), other }),
      formula:
        way === 'nearest'
          ? 'gap = shortest line between the two bodies in space'
          : 'gap = square out from the side of the body',
      inputs: [
        lengthInput(
          'x',
          told('{gear}: centre of hook line from the datum', { gear: gearName(item.id) }),
          item.placement.xMm,
        ),
        lengthInput(
          'y',
          told('{gear}: hook line above the datum', { gear: gearName(item.id) }),
          item.placement.yMm,
        ),
        lengthInput(
          'depth',
          told('{gear}: its front out from the face', { gear: gearName(item.id) }),
          frontMm(item),
        ),
      ],
      result: { name: 'Gap', value: { value: measuredMm, unit: 'mm' } },
      source: required.rule.source,
      notes: [
        told('{owner} asks for {asked} {way}.', {
          owner: required.owner,
          asked: { value: required.mm, unit: 'mm' },
          way: WAY_WORDS[way],
        }),
      ],
    }),
    fixes: () => movesAway(prepared, gap),
  });
}

function inOther(prepared: Prepared, item: Hung, thing: Thing): Found {
  return findingOf(meta, {
    message: 'stands-in',
    severity: 'stop',
    data: { gear: gearName(item.id), other: thing.name },
    id: pairId('stands-in', item, { thing, way: 'nearest' }),
    subjects: subjectsOf(item, thing),
    at: middleOf(item),
    fixes: () => movesAway(prepared, { item, measuredMm: 0, required: null }),
  });
}

/** Two pieces are one pair whichever is looked at first; anything else is named from the gear. */
function pairId(message: string, item: Hung, gap: Pick<GapAround, 'thing' | 'way' | 'taken'>): string {
  if (gap.thing?.kind === 'gear') return `${meta.id}/${message}/${[item.id, gap.thing.id].sort().join('+')}`;
  return `${meta.id}/${message}/${item.id}+${keyOfOther(gap)}`;
}

function subjectsOf(item: Hung, thing: Thing | null): Finding['subjects'] {
  const own = { kind: 'placement', id: item.id } as const;
  if (thing?.kind === 'gear') return [own, { kind: 'placement', id: thing.id }];
  return [own, { kind: 'face', id: thing?.face.id ?? item.face.id }];
}

/** How far a move along the face is tried at most, and in what steps where the gap does not follow the move 1 to 1. */
const MOVE_STEPS = [1, 1.5, 2, 3, 5, 8, 13] as const;
/** Where no figure is missing, the first step of the tries. */
const FIRST_STEP_MM = 50;

/** Moves of the gear along its face that leave it clear of everything, the shortest each way that does. */
function movesAway(
  prepared: Prepared,
  { item, measuredMm, required }: Pick<GapAround, 'item' | 'measuredMm' | 'required'>,
): Fix[] {
  const missingMm = required === null ? FIRST_STEP_MM : required.mm - measuredMm;
  const { xMm, yMm } = item.placement;
  const ways = [
    { way: 'left', dx: -1, dy: 0 },
    { way: 'right', dx: 1, dy: 0 },
    { way: 'up', dx: 0, dy: 1 },
    { way: 'down', dx: 0, dy: -1 },
  ] as const;
  return ways
    .flatMap(({ way, dx, dy }) => {
      const step = MOVE_STEPS.find((times) =>
        isClear(prepared, hungAt(item, xMm + dx * missingMm * times, yMm + dy * missingMm * times)),
      );
      if (step === undefined) return [];
      const byMm = byMarks(prepared, item, [dx, dy], missingMm * step);
      return [
        {
          way,
          byMm,
          isSideways: dx !== 0,
          edit: {
            kind: 'move-placement',
            placement: item.id,
            xMm: xMm + dx * byMm,
            yMm: yMm + dy * byMm,
          } as const,
        },
      ];
    })
    .sort((a, b) => a.byMm - b.byMm)
    .slice(0, 2)
    .map(({ way, byMm, isSideways, edit }) => {
      const data = { gear: gearName(item.id), distance: { value: byMm, unit: 'mm' } } as const;
      return isSideways
        ? { message: 'move', data: { ...data, side: way }, edits: [edit] }
        : { message: 'lift', data: { ...data, way }, edits: [edit] };
    });
}

// A pair is found from both of its pieces: the one that lacks more speaks for it.
export const aroundCheck: Check = checkOf(meta, lookAt(GEAR, checkItem));
