import { faceName, gearName } from '../plan/names.ts';
import { checkOf, findingOf, lookAt, type Check, type CheckMeta, type Found } from '../check/finding.ts';
import { middleOf, type Hung, type Prepared } from '../check/prepared.ts';
import { GEAR } from '../check/subjects.ts';
import { practice } from '../reference/source.ts';
import { findCovered } from './clear-moves.ts';
import { MOVE_FIX_MESSAGES, moveFixes } from './move-fix.ts';

const meta: CheckMeta = {
  id: 'clearance.overlap',
  looksAt: 'Gear that covers other gear or an obstacle on its face',
  severity: 'stop',
  source: practice('Two bodies cannot be in one place'),
  parameters: [],
  messages: {
    covers: '{gear} covers {other} by {width} × {height}.',
    heap: '{gear} covers {measured} other {measured:thing|things} on {face}: spread them out, or have them arranged.',
  },
  fixMessages: MOVE_FIX_MESSAGES,
};

/** More covered things than this are a heap, said once for its face: no move of one piece clears it. */
const MOST_NAMED = 6;

function checkItem(prepared: Prepared, item: Hung): Found[] {
  const findings: Found[] = [];
  const all = findCovered(prepared, item);
  if (all.length > MOST_NAMED) {
    return [
      findingOf(meta, {
        message: 'heap',
        id: `${meta.id}/heap/${item.face.id}`,
        data: { gear: gearName(item.id), face: faceName(item.face.id) },
        subjects: [{ kind: 'placement', id: item.id }],
        at: middleOf(item),
        measured: { value: all.length, unit: 'count' },
      }),
    ];
  }
  for (const covered of all) {
    if (covered.isGear && covered.id < item.id) continue;
    const { body } = item;
    const { box } = covered;
    const minX = Math.max(body.minX, box.minX);
    const maxX = Math.min(body.maxX, box.maxX);
    const minY = Math.max(body.minY, box.minY);
    const maxY = Math.min(body.maxY, box.maxY);
    const other = prepared.hung.get(covered.id);
    findings.push(
      findingOf(meta, {
        message: 'covers',
        data: {
          gear: gearName(item.id),
          other: covered.name,
          width: { value: maxX - minX, unit: 'mm' },
          height: { value: maxY - minY, unit: 'mm' },
        },
        subjects: [
          { kind: 'placement', id: item.id },
          covered.isGear ? { kind: 'placement', id: covered.id } : { kind: 'face', id: item.face.id },
        ],
        // Several obstacles on one face give several findings with the same subjects.
        id: `${meta.id}/covers/${item.id}+${covered.id}`,
        at: { face: item.face.id, xMm: (minX + maxX) / 2, yMm: (minY + maxY) / 2 },
        fixes: () => moveFixes(prepared, other === undefined ? [item] : [item, other]),
      }),
    );
  }
  return findings;
}

export const overlapCheck: Check = checkOf(meta, lookAt(GEAR, checkItem), ({ message, measured }) =>
  // Of what is found about one heap, the piece that covers most speaks.
  message === 'heap' ? (measured?.value ?? 0) : 0,
);
