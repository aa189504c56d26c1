import { gearName } from '../plan/names.ts';
import { told } from '../quantity/told.ts';
import { checkOf, findingOf, lookAt, type Check, type CheckMeta, type Found } from '../check/finding.ts';
import { frontMm, middleOf, type Hung, type Prepared } from '../check/prepared.ts';
import { GEAR } from '../check/subjects.ts';
import { mmFromInch } from '../quantity/convert.ts';
import { WORKING_SPACE } from '../reference/working-space.ts';
import { lengthInput } from '../working/working.ts';
import { floorUnder, isUpright } from './floor.ts';
import { hindrancesIn, partsIn } from './free-room.ts';
import { codePackOf } from './rule-packs.ts';

const ABOVE_MM = mmFromInch(WORKING_SPACE.dedicatedAboveFt * 12);
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

function checkItem(prepared: Prepared, item: Hung): Found[] {
  const rule = codePackOf(prepared.plan)?.kept ?? null;
  const frame = prepared.site.frames.get(item.face.id);
  if (rule === null || !rule.kinds.includes(item.type.kind) || frame === undefined || !isUpright(frame))
    return [];
  const { minX, maxX, maxY } = item.body;
  const floor = floorUnder(prepared, item);
  const kept = { x: [minX, maxX], y: [floor.yMm, maxY + rule.aboveMm], z: [0, frontMm(item)] } as const;
  // Beside it nothing is asked for here; above and below it, to the floor and as far up as it is kept.
  return hindrancesIn(prepared, item, kept)
    .filter(({ thing }) => thing.obstacle !== null && rule.foreign.includes(thing.obstacle.kind))
    .flatMap((each) => {
      const parts = partsIn(each, kept).flat();
      return parts.length === 0 ? [] : [{ thing: each.thing, parts }];
    })
    .map(({ thing, parts }) =>
      findingOf(meta, {
        message: 'foreign',
        data: {
          thing: thing.name,
          gear: gearName(item.id),
          above: { value: rule.aboveMm, unit: 'mm' },
        },
        id: `${meta.id}/foreign/${item.id}+${thing.face.id}:${thing.id}`,
        subjects: [
          { kind: 'placement', id: item.id },
          { kind: 'face', id: thing.face.id },
        ],
        at: middleOf(item),
        source: rule.source,
        working: () => ({
          title: told('Space kept for {gear}', { gear: gearName(item.id) }),
          formula: 'from the floor to above the top of the gear, as wide and as deep as the gear',
          inputs: [
            lengthInput('floor', told('{floor}, from the datum', { floor: floor.name }), floor.yMm),
            lengthInput('top', 'Top of the body from the datum', maxY),
            lengthInput('above', 'Kept above it', rule.aboveMm),
            lengthInput('left', 'Left side of the body from the datum', minX),
            lengthInput('right', 'Right side', maxX),
            lengthInput(
              'lowest',
              told('{thing} there: its lowest', { thing: thing.name }),
              Math.min(...parts.map(([, y]) => y)),
            ),
          ],
          result: {
            name: 'Top of the space kept, from the datum',
            value: { value: maxY + rule.aboveMm, unit: 'mm' },
          },
          source: rule.source,
          notes: ['A structural ceiling that is lower ends it.'],
        }),
      }),
    );
}

export const dedicatedSpaceCheck: Check = checkOf(meta, lookAt(GEAR, checkItem));
