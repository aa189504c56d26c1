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
} from '../check/finding.ts';
import { hungAt, type Hung, type Prepared } from '../check/prepared.ts';
import { GEAR } from '../check/subjects.ts';
import { practice } from '../reference/source.ts';
import { lengthInput } from '../working/working.ts';
import { byMarks, isClear } from './clear-moves.ts';
import { isTooClose, ruledGapsStacked, type StackedGap } from './gaps.ts';

const meta: CheckMeta = {
  id: 'clearance.stacked',
  looksAt: 'Gaps between gear one above the other on one face, against the rules of both',
  severity: 'fix',
  source: practice('Each finding cites the rule that governs it'),
  parameters: [],
  messages: {
    'too-close': '{upper} hangs {measured} above {lower}; {owner} asks for {required}.',
  },
  fixMessages: { move: 'Move {gear} {distance} {way}' },
};

/** Each gap is found from its lower piece. */
function checkItem(prepared: Prepared, item: Hung): Found[] {
  return ruledGapsStacked(prepared, item)
    .filter((gap) => gap.lower === item && isTooClose(gap))
    .map((gap) => tooClose(prepared, gap));
}

function tooClose(prepared: Prepared, { lower, upper, measuredMm: gapMm, required }: StackedGap): Found {
  return findingOf(meta, {
    message: 'too-close',
    data: { upper: gearName(upper.id), lower: gearName(lower.id), owner: required.owner },
    subjects: [
      { kind: 'placement', id: lower.id },
      { kind: 'placement', id: upper.id },
    ],
    at: {
      face: lower.face.id,
      xMm: (Math.max(lower.body.minX, upper.body.minX) + Math.min(lower.body.maxX, upper.body.maxX)) / 2,
      yMm: (lower.body.maxY + upper.body.minY) / 2,
    },
    measured: { value: gapMm, unit: 'mm' },
    required: { value: required.mm, unit: 'mm' },
    source: required.rule.source,
    working: () => ({
      title: told('Gap from {lower} up to {upper}', { lower: gearName(lower.id), upper: gearName(upper.id) }),
      formula: 'gap = bottom of the upper body − top of the lower body',
      inputs: [
        lengthInput(
          'bottom',
          told('{upper}: bottom of the body from the datum', { upper: gearName(upper.id) }),
          upper.body.minY,
        ),
        lengthInput(
          'top',
          told('{lower}: top of the body from the datum', { lower: gearName(lower.id) }),
          lower.body.maxY,
        ),
      ],
      result: { name: 'Gap', value: { value: gapMm, unit: 'mm' } },
      source: required.rule.source,
      notes: [
        {
          text: '{owner} asks for {asked} there.',
          data: { owner: required.owner, asked: { value: required.mm, unit: 'mm' } },
        },
      ],
    }),
    fixes: () => movesApart(prepared, lower, upper, required.mm - gapMm),
  });
}

/** The upper one up, or the lower one down, by what is missing, where that leaves it clear of everything. */
function movesApart(prepared: Prepared, lower: Hung, upper: Hung, missingMm: number): Fix[] {
  const moves = [
    { item: upper, sign: 1, way: 'up' },
    { item: lower, sign: -1, way: 'down' },
  ];
  return moves.flatMap(({ item, sign, way }): Fix[] => {
    const byMm = byMarks(prepared, item, [0, sign], missingMm);
    const by = sign * byMm;
    const { xMm, yMm } = item.placement;
    if (!isClear(prepared, hungAt(item, xMm, yMm + by))) return [];
    return [
      {
        message: 'move',
        data: { gear: gearName(item.id), distance: { value: byMm, unit: 'mm' }, way },
        edits: [{ kind: 'move-placement', placement: item.id, xMm, yMm: yMm + by }],
      },
    ];
  });
}

export const stackedCheck: Check = checkOf(meta, lookAt(GEAR, checkItem));
