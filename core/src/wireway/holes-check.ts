import { knockoutOnFace } from '../gear/body.ts';
import { told, type Told } from '../quantity/told.ts';
import { gearName } from '../plan/names.ts';
import {
  checkOf,
  findingOf,
  lookAt,
  type Check,
  type CheckMeta,
  type Found,
  type Finding,
} from '../check/finding.ts';
import type { Hung, Prepared } from '../check/prepared.ts';
import { WIREWAYS } from '../check/subjects.ts';
import { isBelow } from '../quantity/compare.ts';
import { sizeText } from '../reference/conductor-sizes.ts';
import { practice } from '../reference/source.ts';
import { lengthInput } from '../working/working.ts';
import { supportsOf } from './supports-check.ts';
import {
  LOCKNUT_SPACING_MM,
  requiredSpacingMm,
  spacingMm,
  wirewayHoles,
  type WirewayHole,
} from './hole-pattern.ts';

/** Flat steel a locknut needs before the wireway’s folded edges and end plates (practice). */
const FOLD_CLEARANCE_MM = 2;
/** Half of a hanger or strap around a wireway, along it (practice). */
const SUPPORT_HALF_MM = 20;
/** Half of the coupling plate inside a seam, along the wireway (practice). */
const SEAM_HALF_MM = 25;

const meta: CheckMeta = {
  id: 'wireway.holes',
  looksAt: 'Holes in a wireway: against each other, its folded edges, its ends, supports and seams',
  severity: 'fix',
  source: practice('Locknuts need flat steel around them'),
  parameters: [
    { name: 'Steel between locknuts', value: LOCKNUT_SPACING_MM, unit: 'mm', why: 'Room to turn a locknut' },
    {
      name: 'Locknut to fold or end',
      value: FOLD_CLEARANCE_MM,
      unit: 'mm',
      why: 'Radius of the folded edge',
    },
    { name: 'Half of a support', value: SUPPORT_HALF_MM, unit: 'mm', why: 'Straps of about 40 mm' },
    {
      name: 'Half of a seam’s coupling',
      value: SEAM_HALF_MM,
      unit: 'mm',
      why: 'Coupling plates of about 50 mm; measure the one in hand',
    },
  ],
  messages: {
    conflict:
      'The holes of {a} and {b} are {measured} apart, centre to centre; their locknuts need {required}.',
    depth:
      'The {size} hole of {a} is {measured} from the nearer edge of {wireway}; its locknut needs {required}.',
    end: 'The {size} hole of {a} is {measured} from the nearer end of {wireway}; its locknut needs {required}.',
    support:
      'The {size} hole of {a} is {measured} along from a support of {wireway}; its locknut clears it from {required} on.',
    seam: 'The {size} hole of {a} is {measured} along from a seam of {wireway}; its locknut clears the coupling from {required} on.',
  },
  fixMessages: {},
};

function checkWireway(prepared: Prepared, wireway: Hung): Found[] {
  const holes = wirewayHoles(prepared, wireway.id);
  const [over, under] = [
    holes.filter(({ side }) => side === 'top'),
    holes.filter(({ side }) => side !== 'top'),
  ];
  return [
    ...holes.flatMap(checkEdges),
    ...holes.flatMap(checkAlong),
    ...checkPairs(over),
    ...checkPairs(under),
  ];
}

function checkEdges(hole: WirewayHole): Found[] {
  const { wireway, fromBackMm, fromLeftMm } = hole;
  const requiredMm = hole.locknutMm / 2 + FOLD_CLEARANCE_MM;
  const edges = {
    depth: Math.min(fromBackMm, wireway.type.depthMm - fromBackMm),
    end: Math.min(fromLeftMm, wireway.type.widthMm - fromLeftMm),
  };
  return (['depth', 'end'] as const)
    .filter((message) => isBelow(edges[message], requiredMm, 'mm'))
    .map((message) =>
      findingOf(meta, {
        message,
        // A hole off the wireway cannot be drilled at all.
        severity: edges[message] <= 0 ? 'stop' : 'fix',
        data: commonData(hole),
        subjects: [{ kind: 'nipple', id: hole.nipple.id }],
        at: pointOf(hole),
        measured: { value: edges[message], unit: 'mm' },
        required: { value: requiredMm, unit: 'mm' },
        working: () => ({
          title: told('{hole} in {wireway}', { hole: nameOf(hole), wireway: gearName(wireway.id) }),
          formula: 'required = locknut ÷ 2 + flat',
          inputs: [
            lengthInput('left', 'From the wireway’s left end', fromLeftMm),
            lengthInput('back', 'Out from its back', fromBackMm),
            lengthInput('locknut', 'Locknut, across the lugs', hole.locknutMm),
            lengthInput('flat', 'Flat steel before a fold or an end', FOLD_CLEARANCE_MM),
          ],
          result: { name: 'Required to the nearer edge or end', value: { value: requiredMm, unit: 'mm' } },
          source: meta.source,
          notes: [],
        }),
      }),
    );
}

/** Against what lies across the whole wireway at one place: its supports and its seams. */
function checkAlong(hole: WirewayHole): Found[] {
  const { wireway, fromLeftMm } = hole;
  const across = {
    support: { places: supportsOf(wireway), halfMm: SUPPORT_HALF_MM, name: 'Half of the support' },
    seam: { places: wireway.type.seamsMm ?? [], halfMm: SEAM_HALF_MM, name: 'Half of the coupling' },
  } as const;
  return (['support', 'seam'] as const).flatMap((message): Found[] => {
    const { places, halfMm, name } = across[message];
    const measuredMm = Math.min(...places.map((place) => Math.abs(place - fromLeftMm)));
    const requiredMm = hole.locknutMm / 2 + halfMm;
    if (!isBelow(measuredMm, requiredMm, 'mm')) return [];
    return [
      findingOf(meta, {
        message,
        data: commonData(hole),
        subjects: [{ kind: 'nipple', id: hole.nipple.id }],
        at: pointOf(hole),
        measured: { value: measuredMm, unit: 'mm' },
        required: { value: requiredMm, unit: 'mm' },
        working: () => ({
          title: 'Room beside a support or a seam',
          formula: 'required = locknut ÷ 2 + half',
          inputs: [
            lengthInput('locknut', acrossLugs(hole), hole.locknutMm),
            lengthInput('half', name, halfMm),
          ],
          result: { name: 'Required along the wireway', value: { value: requiredMm, unit: 'mm' } },
          source: meta.source,
          notes: ['Typical widths: measure the support and the coupling in hand.'],
        }),
      }),
    ];
  });
}

function commonData(hole: WirewayHole): Finding['data'] {
  return {
    a: nameOf(hole),
    size: sizeText(hole.knockout.tradeSize),
    wireway: gearName(hole.wireway.id),
  };
}

/** Holes come sorted along the wireway, so only the next few can be near enough. */
function checkPairs(holes: readonly WirewayHole[]): Found[] {
  const findings: Found[] = [];
  holes.forEach((a, index) => {
    for (const b of holes.slice(index + 1)) {
      const requiredMm = requiredSpacingMm(a, b);
      const measuredMm = spacingMm(a, b);
      if (!isBelow(measuredMm, requiredMm, 'mm')) continue;
      findings.push(
        findingOf(meta, {
          message: 'conflict',
          data: { a: nameOf(a), b: nameOf(b) },
          subjects: [
            { kind: 'nipple', id: a.nipple.id },
            { kind: 'nipple', id: b.nipple.id },
          ],
          at: pointOf(a),
          measured: { value: measuredMm, unit: 'mm' },
          required: { value: requiredMm, unit: 'mm' },
          working: () => ({
            title: 'Room between two locknuts',
            formula: 'required = (locknut A + locknut B) ÷ 2 + steel',
            inputs: [
              lengthInput('locknut A', acrossLugs(a), a.locknutMm),
              lengthInput('locknut B', acrossLugs(b), b.locknutMm),
              lengthInput('steel', 'Steel left between them', LOCKNUT_SPACING_MM),
            ],
            result: { name: 'Required centre to centre', value: { value: requiredMm, unit: 'mm' } },
            source: meta.source,
            notes: [],
          }),
        }),
      );
    }
  });
  return findings;
}

function nameOf({ unit, knockout }: WirewayHole): Told {
  return told('{unit} {knockout}', { unit: gearName(unit.id), knockout: knockout.id });
}

function acrossLugs(hole: WirewayHole): Told {
  return told('{hole}, across the lugs', { hole: nameOf(hole) });
}

function pointOf({ unit, knockout, wireway, side }: WirewayHole): Finding['at'] {
  const yMm = side === 'top' ? wireway.body.maxY : wireway.body.minY;
  return { face: wireway.face.id, xMm: knockoutOnFace(unit.body, knockout).at[0], yMm };
}

export const wirewayHolesCheck: Check = checkOf(meta, lookAt(WIREWAYS, checkWireway));
