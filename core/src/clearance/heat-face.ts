import { gearName } from '../plan/names.ts';
import { told } from '../quantity/told.ts';
import { checkOf, findingOf, lookAt, type Check, type CheckMeta, type Found } from '../check/finding.ts';
import { frontMm, middleOf, type Hung, type Prepared } from '../check/prepared.ts';
import { GEAR } from '../check/subjects.ts';
import type { RuleSide } from '../plan/gear-type.ts';
import { isBelow } from '../quantity/compare.ts';
import { practice } from '../reference/source.ts';
import { lengthInput } from '../working/working.ts';
import { hindrancesIn, partsIn } from './free-room.ts';
import { isRuledTowards } from './required-gap.ts';
import type { Room, Thing } from './space.ts';

/** Air before the side that sheds heat, where its maker says nothing. */
const FREE_MM = 100;
/** Air between a back that sheds heat and its face. */
const BEHIND_MM = 10;

const meta: CheckMeta = {
  id: 'clearance.heat-face',
  looksAt:
    'The side of gear that sheds its heat, against what stands before it, where its maker states no distance',
  severity: 'fix',
  source: practice('The heat face of gear stays free; the maker’s sheet decides'),
  parameters: [
    {
      name: 'Before the heat face',
      value: FREE_MM,
      unit: 'mm',
      why: 'Where no rule of the maker says more or less',
    },
    { name: 'Behind a back that sheds heat', value: BEHIND_MM, unit: 'mm', why: 'For air to rise there' },
  ],
  messages: {
    blocked:
      '{gear} sheds its heat {where}, and {other} stands {measured} before that; keep {required} free.',
    back: '{gear} sheds its heat at its back, which stands {measured} off its face; {required} lets air rise there.',
  },
  fixMessages: {},
};

const WHERE = {
  front: 'at its front',
  top: 'at its top',
  bottom: 'at its bottom',
  left: 'at its left',
  right: 'at its right',
} as const;
type Open = keyof typeof WHERE;
const RULE_SIDE = { front: 'front', top: 'above', bottom: 'below', left: 'beside', right: 'beside' } as const satisfies Record<Open, RuleSide>; // prettier-ignore
const COUNTERPARTS = ['any-gear', 'same-kind', 'obstacle', 'surface'] as const;

function checkItem(prepared: Prepared, item: Hung): Found[] {
  const { lossW, sheds } = item.type.heat;
  if (lossW === 0 || sheds === 'none') return [];
  if (sheds === 'back') return isBelow(item.type.standoffMm, BEHIND_MM, 'mm') ? [atBack(item)] : [];
  if (isRuledTowards(prepared, item, RULE_SIDE[sheds], COUNTERPARTS)) return [];
  return blocked(prepared, item, sheds);
}

/** The room right before a side, as far out as must stay free. */
function roomBefore(item: Hung, side: Open): Room {
  const { minX, maxX, minY, maxY } = item.body;
  const [x, y, z] = [[minX, maxX], [minY, maxY], [item.type.standoffMm, frontMm(item)]] as const; // prettier-ignore
  switch (side) {
    case 'front':
      return { x, y, z: [frontMm(item), frontMm(item) + FREE_MM] };
    case 'top':
      return { x, y: [maxY, maxY + FREE_MM], z };
    case 'bottom':
      return { x, y: [minY - FREE_MM, minY], z };
    case 'left':
      return { x: [minX - FREE_MM, minX], y, z };
    case 'right':
      return { x: [maxX, maxX + FREE_MM], y, z };
  }
}

/** How far a point of the room is out from the side it lies before. */
function outFrom(item: Hung, side: Open, [x, y, z]: readonly [number, number, number]): number {
  const { minX, maxX, minY, maxY } = item.body;
  return { front: z - frontMm(item), top: y - maxY, bottom: minY - y, left: minX - x, right: x - maxX }[side];
}

function blocked(prepared: Prepared, item: Hung, side: Open): Found[] {
  const room = roomBefore(item, side);
  let nearest: { readonly thing: Thing; readonly outMm: number } | null = null;
  for (const each of hindrancesIn(prepared, item, room)) {
    for (const point of partsIn(each, room).flat()) {
      const outMm = Math.max(0, outFrom(item, side, point));
      if (nearest === null || outMm < nearest.outMm) nearest = { thing: each.thing, outMm };
    }
  }
  if (nearest === null) return [];
  const { thing, outMm } = nearest;
  return [
    findingOf(meta, {
      message: 'blocked',
      data: { gear: gearName(item.id), where: WHERE[side], other: thing.name },
      id: `${meta.id}/blocked/${item.id}`,
      subjects: [
        { kind: 'placement', id: item.id },
        thing.kind === 'gear' ? { kind: 'placement', id: thing.id } : { kind: 'face', id: thing.face.id },
      ],
      at: middleOf(item),
      measured: { value: outMm, unit: 'mm' },
      required: { value: FREE_MM, unit: 'mm' },
      working: () => ({
        title: told('Air before the heat face of {gear}', { gear: gearName(item.id) }),
        formula: 'free = from the side that sheds heat, square out, to the nearest thing',
        inputs: [
          { symbol: 'P', name: 'Heat it loses', value: { value: item.type.heat.lossW, unit: 'W' } },
          lengthInput('asked', 'Kept free where its maker says nothing', FREE_MM),
        ],
        result: { name: told('Free {where}', { where: WHERE[side] }), value: { value: outMm, unit: 'mm' } },
        source: meta.source,
        notes: [told('The nearest is {thing}.', { thing: thing.name })],
      }),
    }),
  ];
}

function atBack(item: Hung): Found {
  return findingOf(meta, {
    message: 'back',
    severity: 'ask',
    data: { gear: gearName(item.id) },
    subjects: [{ kind: 'placement', id: item.id }],
    at: middleOf(item),
    measured: { value: item.type.standoffMm, unit: 'mm' },
    required: { value: BEHIND_MM, unit: 'mm' },
  });
}

export const heatFaceCheck: Check = checkOf(meta, lookAt(GEAR, checkItem));
