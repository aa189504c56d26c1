import { findingOf, itemCheck, type CheckMeta, type Finding, type ItemCheck } from '../check/finding.ts';
import type { Hung, Prepared } from '../check/prepared.ts';
import { practice } from '../reference/source.ts';
import { findCovered } from './clear-moves.ts';
import { MOVE_FIX_MESSAGES, moveFixes } from './move-fix.ts';

const meta: CheckMeta = {
  id: 'clearance.overlap',
  looksAt: 'Gear that covers other gear or an obstacle on its face',
  severity: 'stop',
  source: practice('Two bodies cannot be in one place'),
  parameters: [],
  messages: { covers: '{gear} covers {other} by {width} × {height}.' },
  fixMessages: MOVE_FIX_MESSAGES,
};

function checkItem(prepared: Prepared, item: Hung): Finding[] {
  const findings: Finding[] = [];
  for (const covered of findCovered(prepared, item)) {
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
          gear: item.placement.name,
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
        fixes: moveFixes(prepared, other === undefined ? [item] : [item, other]),
      }),
    );
  }
  return findings;
}

export const overlapCheck: ItemCheck = itemCheck(meta, checkItem);
