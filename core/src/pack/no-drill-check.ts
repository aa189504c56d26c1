import { told } from '../quantity/told.ts';
import { faceName } from '../plan/names.ts';
import { checkOf, findingOf, lookAt, type Check, type CheckMeta, type Found } from '../check/finding.ts';
import type { Prepared } from '../check/prepared.ts';
import { FACES } from '../check/subjects.ts';
import type { PointMm } from '../plan/values.ts';
import { practice } from '../reference/source.ts';
import { findNoDrillHit, onBothSides } from '../site/no-drill.ts';
import type { SiteFace } from '../site/site.ts';
import { lengthInput } from '../working/working.ts';
import { sheetOf } from './holes.ts';

const meta: CheckMeta = {
  id: 'pack.no-drill',
  looksAt:
    'Every drilled hole against the no-drill bands of cables, pipes and fuel lines, on both sides of its face',
  severity: 'stop',
  source: practice('No hole near a hidden cable, pipe or fuel line; find it before drilling'),
  parameters: [],
  messages: {
    near: '{hole} on {face} comes within {measured} of {thing}; {required} must stay undrilled.',
    into: '{hole} on {face} would be drilled into {thing}; {required} around it must stay undrilled.',
  },
  fixMessages: {},
};

function checkFace(prepared: Prepared, face: SiteFace): Found[] {
  const sheet = sheetOf(prepared, face.id);
  if (sheet === null || !onBothSides(prepared.site, face, [0, 0]).some((side) => hasBand(side.face)))
    return [];
  return sheet.holes.flatMap((hole): Found[] => {
    // A hole through a face is on both its sheets; it is found on the side it was measured on.
    if (hole.isOtherSide) return [];
    const at: PointMm = [hole.xMm, hole.yMm];
    const hit = findNoDrillHit(onBothSides(prepared.site, face, at), hole.cutMm / 2);
    if (hit === undefined) return [];
    const measuredMm = Math.max(0, hit.measuredMm);
    return [
      findingOf(meta, {
        message: measuredMm === 0 ? 'into' : 'near',
        data: { hole: hole.purpose, face: faceName(face.id), thing: hit.name },
        subjects: [hole.subject],
        id: `${meta.id}/${hole.id}`,
        at: { face: face.id, xMm: hole.xMm, yMm: hole.yMm },
        measured: { value: measuredMm, unit: 'mm' },
        required: { value: hit.requiredMm, unit: 'mm' },
        working: () => ({
          title: told('{hole} beside {thing}', { hole: hole.purpose, thing: hit.name }),
          formula: 'free = hole’s centre to the nearest point of it − hole ÷ 2',
          inputs: [
            lengthInput('x', 'Hole’s centre, right of the datum', hole.xMm),
            lengthInput('y', 'Up from the datum', hole.yMm),
            lengthInput('hole', 'Its diameter as cut', hole.cutMm),
            lengthInput('band', told('Left undrilled around {thing}', { thing: hit.name }), hit.requiredMm),
          ],
          result: { name: 'Free', value: { value: measuredMm, unit: 'mm' } },
          source: meta.source,
          notes: ['Where it really runs is found on site, before drilling.'],
        }),
      }),
    ];
  });
}

function hasBand({ obstacles }: SiteFace): boolean {
  return obstacles.some(({ noDrillMm }) => noDrillMm > 0);
}

export const noDrillCheck: Check = checkOf(meta, lookAt(FACES, checkFace));
