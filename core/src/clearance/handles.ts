import { told } from '../quantity/told.ts';
import { gearName } from '../plan/names.ts';
import { checkOf, findingOf, lookAt, type Check, type CheckMeta, type Found } from '../check/finding.ts';
import { GEAR } from '../check/subjects.ts';
import { isAbove } from '../quantity/compare.ts';
import { mmFromInch } from '../quantity/convert.ts';
import { HANDLE_HEIGHT } from '../reference/working-space.ts';
import { lengthInput } from '../working/working.ts';
import { byMarks, isClear } from './clear-moves.ts';
import { hungAt, middleOf, type Hung, type Prepared } from '../check/prepared.ts';
import { floorUnder, isUpright } from './floor.ts';
import { codePackOf } from './rule-packs.ts';

const MOST_MM = mmFromInch(HANDLE_HEIGHT.mostFtIn[0] * 12 + HANDLE_HEIGHT.mostFtIn[1]);

const meta: CheckMeta = {
  id: 'clearance.handles',
  looksAt: 'How high above the floor handles and breakers are, in their highest position',
  severity: 'fix',
  source: HANDLE_HEIGHT.source,
  parameters: [{ name: 'Highest centre', value: MOST_MM, unit: 'mm', why: 'Above the floor or a platform' }],
  messages: { 'too-high': '{handle} of {gear} is {measured} above {floor}; at most {required}.' },
  fixMessages: { lower: 'Hang {gear} {distance} lower' },
};

function checkItem(prepared: Prepared, item: Hung): Found[] {
  const limit = codePackOf(prepared.plan)?.handles ?? null;
  if (limit === null) return [];
  const { mostMm, source } = limit;
  const frame = prepared.site.frames.get(item.face.id);
  const highest = [...item.type.handles].sort((a, b) => b.upMm - a.upMm)[0];
  if (highest === undefined || frame === undefined || !isUpright(frame)) return [];
  const floor = floorUnder(prepared, item);
  const upMm = item.body.minY + highest.upMm - floor.yMm;
  if (!isAbove(upMm, mostMm, 'mm')) return [];
  const { xMm } = item.placement;
  return [
    findingOf(meta, {
      message: 'too-high',
      data: { handle: highest.name, gear: gearName(item.id), floor: floor.name },
      subjects: [{ kind: 'placement', id: item.id }],
      at: middleOf(item),
      measured: { value: upMm, unit: 'mm' },
      required: { value: mostMm, unit: 'mm' },
      source,
      working: () => ({
        title: told('Height of {handle}, {gear}', { handle: highest.name, gear: gearName(item.id) }),
        formula: 'height = bottom of the body + handle above it − floor',
        inputs: [
          lengthInput('bottom', 'Bottom of the body from the datum', item.body.minY),
          lengthInput(
            'handle',
            told('{handle}: centre at its highest, above the bottom', { handle: highest.name }),
            highest.upMm,
          ),
          lengthInput('floor', told('{floor}, from the datum', { floor: floor.name }), floor.yMm),
        ],
        result: { name: 'Height above the floor', value: { value: upMm, unit: 'mm' } },
        source,
        notes: [],
      }),
      fixes: () => {
        const byMm = byMarks(prepared, item, [0, -1], upMm - mostMm);
        const lowered = item.placement.yMm - byMm;
        if (!isClear(prepared, hungAt(item, xMm, lowered))) return [];
        return [
          {
            message: 'lower',
            data: { gear: gearName(item.id), distance: { value: byMm, unit: 'mm' } },
            edits: [{ kind: 'move-placement', placement: item.id, xMm, yMm: lowered }],
          },
        ];
      },
    }),
  ];
}

export const handlesCheck: Check = checkOf(meta, lookAt(GEAR, checkItem));
