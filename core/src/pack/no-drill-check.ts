import { findingOf, type Check, type CheckMeta, type Finding } from '../check/finding.ts';
import type { Prepared } from '../check/prepared.ts';
import type { PointMm } from '../plan/values.ts';
import { practice } from '../reference/source.ts';
import { findNoDrillHit } from '../seal/pass-spot.ts';
import { mirrored, type SiteFace } from '../site/site.ts';
import { lengthInput } from '../working/working.ts';
import { drillSheets } from './holes.ts';

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

function check(prepared: Prepared): Finding[] {
  const hasBands = [...prepared.site.faces.values()].some(({ obstacles }) =>
    obstacles.some((each) => each.noDrillMm > 0),
  );
  if (!hasBands) return [];
  // A hole through a face is on both its sheets, under one name before the “@”; it is found once.
  const found = new Set<string>();
  return drillSheets(prepared).flatMap((sheet) => {
    const face = prepared.site.faces.get(sheet.id);
    if (face === undefined) return [];
    return sheet.holes.flatMap((hole): Finding[] => {
      const at: PointMm = [hole.xMm, hole.yMm];
      const hit = findNoDrillHit(bothSides(prepared, face, at), hole.cutMm / 2);
      const [name = hole.id] = hole.id.split('@');
      if (hit === undefined || found.has(name)) return [];
      found.add(name);
      const measuredMm = Math.max(0, hit.measuredMm);
      return [
        findingOf(meta, {
          message: measuredMm === 0 ? 'into' : 'near',
          data: { hole: hole.purpose, face: face.name, thing: hit.name },
          subjects: [hole.subject],
          id: `${meta.id}/${hole.id}`,
          at: { face: face.id, xMm: hole.xMm, yMm: hole.yMm },
          measured: { value: measuredMm, unit: 'mm' },
          required: { value: hit.requiredMm, unit: 'mm' },
          working: {
            title: `${hole.purpose} beside ${hit.name}`,
            formula: 'free = hole’s centre to the nearest point of it − hole ÷ 2',
            inputs: [
              lengthInput('x', 'Hole’s centre, right of the datum', hole.xMm),
              lengthInput('y', 'Up from the datum', hole.yMm),
              lengthInput('hole', 'Its diameter as cut', hole.cutMm),
              lengthInput('band', `Left undrilled around ${hit.name}`, hit.requiredMm),
            ],
            result: { name: 'Free', value: { value: measuredMm, unit: 'mm' } },
            source: meta.source,
            notes: ['Where it really runs is found on site, before drilling.'],
          },
        }),
      ];
    });
  });
}

function bothSides({ site }: Prepared, face: SiteFace, at: PointMm) {
  const other = face.otherSide === null ? undefined : site.faces.get(face.otherSide);
  return [{ face, at }, ...(other === undefined ? [] : [{ face: other, at: mirrored(face, at) }])];
}

export const noDrillCheck: Check = { meta, check };
