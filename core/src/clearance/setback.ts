import { told, countOf } from '../quantity/told.ts';
import { faceName, gearName } from '../plan/names.ts';
import {
  checkOf,
  findingOf,
  lookAt,
  type Check,
  type CheckMeta,
  type Found,
  type Fix,
} from '../check/finding.ts';
import { hungAt, middleOf, type Hung, type Prepared } from '../check/prepared.ts';
import { GEAR } from '../check/subjects.ts';
import { isBelow } from '../quantity/compare.ts';
import { practice } from '../reference/source.ts';
import { distanceToEdgeMm, setbackZones } from '../site/setback-zones.ts';
import { lengthInput } from '../working/working.ts';
import { byMarks, isClear } from './clear-moves.ts';

const meta: CheckMeta = {
  id: 'clearance.setback',
  looksAt: 'Gear in the strips kept free along the edges of its face',
  severity: 'fix',
  source: practice('Setbacks are those that somebody put on the face; the local code decides'),
  parameters: [],
  messages: {
    within: '{gear} is {measured} from edge {edge} of {face}; {required} is kept free there: {why}.',
  },
  fixMessages: { move: 'Move {gear} {distance} away from the edge' },
};

function checkItem(prepared: Prepared, item: Hung): Found[] {
  return setbackZones(item.face).flatMap(({ setback, edge }): Found[] => {
    const measuredMm = distanceToEdgeMm(item.body, edge);
    if (!isBelow(measuredMm, setback.distanceMm, 'mm')) return [];
    const source = { kind: 'yours', title: setback.why } as const;
    return [
      findingOf(meta, {
        message: 'within',
        id: `${meta.id}/within/${item.id}+${setback.edge}`,
        data: {
          gear: gearName(item.id),
          face: faceName(item.face.id),
          edge: countOf(setback.edge + 1),
          why: setback.why,
        },
        subjects: [
          { kind: 'placement', id: item.id },
          { kind: 'face', id: item.face.id },
        ],
        at: middleOf(item),
        measured: { value: measuredMm, unit: 'mm' },
        required: { value: setback.distanceMm, unit: 'mm' },
        source,
        working: () => ({
          title: told('{gear} from edge {edge} of {face}', {
            gear: gearName(item.id),
            edge: countOf(setback.edge + 1),
            face: faceName(item.face.id),
          }),
          formula: 'free = shortest line from the body to the edge',
          inputs: [
            lengthInput('left', 'Left side of the body from the datum', item.body.minX),
            lengthInput('right', 'Right side', item.body.maxX),
            lengthInput('bottom', 'Bottom of the body from the datum', item.body.minY),
            lengthInput('top', 'Top', item.body.maxY),
            lengthInput('kept', 'Kept free along the edge', setback.distanceMm),
          ],
          result: { name: 'Free', value: { value: measuredMm, unit: 'mm' } },
          source,
          notes: [],
        }),
        fixes: () => moveAway(prepared, item, edge, setback.distanceMm - measuredMm),
      }),
    ];
  });
}

/** Straight away from the edge by what is missing, where that leaves it clear of everything. */
function moveAway(
  prepared: Prepared,
  item: Hung,
  [[ax, ay], [bx, by]]: readonly [readonly [number, number], readonly [number, number]],
  missingMm: number,
): Fix[] {
  const lengthMm = Math.hypot(bx - ax, by - ay);
  const way = [-(by - ay) / lengthMm, (bx - ax) / lengthMm] as const;
  const byMm = byMarks(prepared, item, way, missingMm);
  const xMm = item.placement.xMm + way[0] * byMm;
  const yMm = item.placement.yMm + way[1] * byMm;
  if (!isClear(prepared, hungAt(item, xMm, yMm))) return [];
  return [
    {
      message: 'move',
      data: { gear: gearName(item.id), distance: { value: byMm, unit: 'mm' } },
      edits: [{ kind: 'move-placement', placement: item.id, xMm, yMm }],
    },
  ];
}

export const setbackCheck: Check = checkOf(meta, lookAt(GEAR, checkItem));
