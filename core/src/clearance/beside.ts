import { gearName } from '../plan/names.ts';
import { checkOf, findingOf, lookAt, type Check, type CheckMeta, type Found } from '../check/finding.ts';
import type { Hung, Prepared } from '../check/prepared.ts';
import { GEAR } from '../check/subjects.ts';
import { practice } from '../reference/source.ts';
import { gapWorking, isTooClose, ruledGapsBeside } from './gaps.ts';
import { MOVE_FIX_MESSAGES, moveFixes } from './move-fix.ts';

const meta: CheckMeta = {
  id: 'clearance.beside',
  looksAt: 'Gaps between gear side by side on one face, against the rules of both',
  severity: 'fix',
  source: practice('Each finding cites the rule that governs it'),
  parameters: [],
  messages: {
    'too-close': '{left} and {right} are {measured} apart; {owner} asks for {required}.',
  },
  fixMessages: MOVE_FIX_MESSAGES,
};

function checkItem(prepared: Prepared, item: Hung): Found[] {
  const findings: Found[] = [];
  for (const gap of ruledGapsBeside(prepared, item)) {
    // Each pair once, from its left piece; overlapping bodies are another check’s.
    if (gap.side !== 'right' || gap.measuredMm < 0 || gap.required === null || !isTooClose(gap)) continue;
    const { neighbour, required, measuredMm } = gap;
    if (neighbour.body.minX === item.body.minX && neighbour.id < item.id) continue;
    findings.push(
      findingOf(meta, {
        message: 'too-close',
        data: { left: gearName(item.id), right: gearName(neighbour.id), owner: required.owner },
        subjects: [
          { kind: 'placement', id: item.id },
          { kind: 'placement', id: neighbour.id },
        ],
        at: {
          face: item.face.id,
          xMm: (item.body.maxX + neighbour.body.minX) / 2,
          yMm:
            (Math.max(item.body.minY, neighbour.body.minY) + Math.min(item.body.maxY, neighbour.body.maxY)) /
            2,
        },
        measured: { value: measuredMm, unit: 'mm' },
        required: { value: required.mm, unit: 'mm' },
        source: required.rule.source,
        working: () => gapWorking(item, gap),
        fixes: () => moveFixes(prepared, [item, neighbour]),
      }),
    );
  }
  return findings;
}

export const besideCheck: Check = checkOf(meta, lookAt(GEAR, checkItem));
