import { findingOf, itemCheck, type CheckMeta, type Finding, type ItemCheck } from '../check/finding.ts';
import { frontMm, middleOf, type Hung, type Prepared } from '../check/prepared.ts';
import type { Obstacle } from '../plan/obstacle.ts';
import { mmFromInch } from '../quantity/convert.ts';
import { WORKING_SPACE } from '../reference/working-space.ts';
import { floorUnder, hindrancesIn, isUpright, partsIn } from './free-room.ts';

const ABOVE_MM = mmFromInch(WORKING_SPACE.dedicatedAboveFt * 12);
/** What has no business over or under a panelboard. */
export const FOREIGN: ReadonlySet<Obstacle['kind']> = new Set(['pipe', 'fuel-line', 'vent', 'fan']);

const meta: CheckMeta = {
  id: 'clearance.dedicated-space',
  looksAt: 'Pipes and ducts over and under a load centre, within its width and depth',
  severity: 'fix',
  source: WORKING_SPACE.dedicated,
  parameters: [
    {
      name: 'Above the gear',
      value: ABOVE_MM,
      unit: 'mm',
      why: 'Or to the structural ceiling where that is lower',
    },
  ],
  messages: {
    foreign:
      '{thing} runs in the space kept for {gear}: its width and depth, from the floor to {above} above it.',
  },
  fixMessages: {},
};

function checkItem(prepared: Prepared, item: Hung): Finding[] {
  const { codeBasis, site } = prepared.plan;
  if (codeBasis !== 'us' || site.setting !== 'building') return [];
  const frame = prepared.site.frames.get(item.face.id);
  if (item.type.kind !== 'load-centre' || frame === undefined || !isUpright(frame)) return [];
  const { minX, maxX, maxY } = item.body;
  const floor = floorUnder(prepared, item);
  const kept = { x: [minX, maxX], y: [floor.yMm, maxY + ABOVE_MM], z: [0, frontMm(item)] } as const;
  // Beside it nothing is asked for here; above and below it, to the floor and as far up as it is kept.
  return hindrancesIn(prepared, item, kept)
    .filter(({ thing }) => thing.obstacle !== null && FOREIGN.has(thing.obstacle.kind))
    .filter((each) => partsIn(each, kept).length > 0)
    .map(({ thing }) =>
      findingOf(meta, {
        message: 'foreign',
        data: {
          thing: thing.name,
          gear: item.placement.name,
          above: { value: ABOVE_MM, unit: 'mm' },
        },
        id: `${meta.id}/foreign/${item.id}+${thing.face.id}:${thing.id}`,
        subjects: [
          { kind: 'placement', id: item.id },
          { kind: 'face', id: thing.face.id },
        ],
        at: middleOf(item),
      }),
    );
}

export const dedicatedSpaceCheck: ItemCheck = itemCheck(meta, checkItem);
