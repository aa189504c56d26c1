import { countOf, told } from '../quantity/told.ts';
import { circuitName, passName, runName } from '../plan/names.ts';
import {
  checkOf,
  findingOf,
  lookAt,
  type Check,
  type CheckMeta,
  type FindingParts,
  type Found,
  type Fix,
} from '../check/finding.ts';
import type { Prepared } from '../check/prepared.ts';
import { PASSES } from '../check/subjects.ts';
import { cablesOf, type RunCable } from '../conductor/circuit-sizing.ts';
import { MOST_GLANDS, type Pass } from '../plan/run.ts';
import { isAbove, isBelow } from '../quantity/compare.ts';
import { lengthInput } from '../working/working.ts';
import { GLAND_SIZES, GLANDS } from '../reference/glands.ts';
import { runsThrough, unroutedCount } from '../route/route.ts';

const meta: CheckMeta = {
  id: 'seal.gland',
  looksAt:
    'Glands against the cables that go through them: one cable to a gland, within its clamping range, none left open',
  severity: 'fix',
  source: GLANDS.source,
  parameters: [],
  messages: {
    'too-thin': 'The {gland} gland of {pass} clamps from {required}; {circuit} is {measured}.',
    'too-thick': 'The {gland} gland of {pass} clamps up to {required}; {circuit} is {measured}.',
    shared:
      '{count} {count:cable goes|cables go} through {pass}, which has {glands} {glands:gland|glands}: each needs its own.',
    spare:
      '{spare} of the {glands} glands of {pass} {spare:holds|hold} no cable: plug each, and check that every nut is tight.',
    unknown:
      '{run} goes through {pass}, and how thick its cables are is not known: say what it carries, or measure them.',
    unused: 'No run goes through {pass}: an open gland leaks. Plug it or take it out.',
  },
  fixMessages: {
    'set-gland': 'Use a {gland} gland',
    'set-count': 'Use {glands} {glands:gland|glands}',
    remove: 'Take {pass} out',
  },
};

function checkPass(prepared: Prepared, pass: Pass): Found[] {
  const runs = runsThrough(prepared, pass.id);
  const common = {
    subjects: [{ kind: 'pass', id: pass.id } as const],
    at: { face: pass.face, xMm: pass.xMm, yMm: pass.yMm },
  };
  if (runs.length === 0) {
    // While some run finds no way, an empty hole may well be the one it is meant for.
    if (unroutedCount(prepared) > 0) return [];
    const edits = [{ kind: 'remove-pass', pass: pass.id } as const];
    const fixes: Fix[] = [{ message: 'remove', data: { pass: passName(pass.id) }, edits }];
    return [
      findingOf(meta, {
        ...common,
        message: 'unused',
        severity: 'ask',
        data: { pass: passName(pass.id) },
        fixes: () => fixes,
      }),
    ];
  }
  const carried = runs.map((run) => ({ run, cables: cablesOf(prepared, run) }));
  const unknown = carried
    .filter(({ cables }) => cables === null || cables.length === 0)
    .map(({ run }) =>
      findingOf(meta, {
        ...common,
        message: 'unknown',
        severity: 'ask',
        data: { pass: passName(pass.id), run: runName(run.id) },
        subjects: [...common.subjects, { kind: 'run', id: run.id }],
      }),
    );
  const cables = carried.flatMap((each) => each.cables ?? []);
  const counted = unknown.length > 0 ? [] : countFindings(pass, cables.length, common);
  // A cable of a thickness is told once for its circuit, however many conductors it has.
  const each = new Map(cables.map((cable) => [`${cable.circuit} ${cable.diameterMm}`, cable]));
  return [
    ...unknown,
    ...counted,
    ...[...each.values()].flatMap((cable) => misfit(pass, cable, cables, common)),
  ];
}

type Common = Pick<FindingParts, 'subjects' | 'at'>;

function countFindings(pass: Pass, count: number, common: Common): Found[] {
  const { glandCount } = pass;
  if (count === glandCount) return [];
  const [data, isShort] = [
    {
      pass: passName(pass.id),
      count: countOf(count),
      glands: countOf(glandCount),
      spare: countOf(glandCount - count),
    },
    count > glandCount,
  ];
  const fix: Fix = {
    message: 'set-count',
    data: { glands: countOf(count) },
    edits: [{ kind: 'set-pass-gland-count', pass: pass.id, glandCount: count }],
  };
  return [
    findingOf(meta, {
      ...common,
      message: isShort ? 'shared' : 'spare',
      severity: isShort ? 'fix' : 'note',
      data,
      measured: isShort ? { value: count, unit: 'count' } : null,
      required: isShort ? { value: glandCount, unit: 'count' } : null,
      working: isShort
        ? () => ({
            title: told('Glands of {pass}', { pass: passName(pass.id) }),
            formula: 'one gland for each cable',
            inputs: [{ symbol: 'cables', name: 'Through the hole', value: { value: count, unit: 'count' } }],
            result: { name: 'Glands it has', value: { value: glandCount, unit: 'count' } },
            source: meta.source,
            notes: [
              'A conductor without a sheath counts as a cable: each is gripped by its own gland or insert.',
            ],
          })
        : undefined,
      fixes: () => (isShort && count <= MOST_GLANDS ? [fix] : []),
    }),
  ];
}

function misfit(
  pass: Pass,
  { circuit, diameterMm }: RunCable,
  all: readonly RunCable[],
  common: Common,
): Found[] {
  const { clampMinMm, clampMaxMm } = GLANDS.rows[pass.gland];
  const isThin = isBelow(diameterMm, clampMinMm, 'mm');
  if (!isThin && !isAbove(diameterMm, clampMaxMm, 'mm')) return [];
  return [
    findingOf(meta, {
      ...common,
      message: isThin ? 'too-thin' : 'too-thick',
      id: `${meta.id}/${isThin ? 'too-thin' : 'too-thick'}/${pass.id}/${circuit}/${diameterMm}`,
      data: { pass: passName(pass.id), gland: pass.gland, circuit: circuitName(circuit) },
      measured: { value: diameterMm, unit: 'mm' },
      required: { value: isThin ? clampMinMm : clampMaxMm, unit: 'mm' },
      working: () => ({
        title: told('{gland} gland for {circuit}', { gland: pass.gland, circuit: circuitName(circuit) }),
        formula: 'least ≤ cable ≤ most',
        inputs: [
          lengthInput('least', 'Thinnest cable the gland grips (typical)', clampMinMm),
          lengthInput('most', 'Thickest it takes (typical)', clampMaxMm),
        ],
        result: { name: 'Over the cable', value: { value: diameterMm, unit: 'mm' } },
        source: meta.source,
        notes: ['Clamping ranges differ from maker to maker: measure the gland in hand.'],
      }),
      subjects: [...common.subjects, { kind: 'circuit', id: circuit }],
      fixes: () => fittingGlands(pass, all),
    }),
  ];
}

/** Sizes that clamp every cable of the hole. */
function fittingGlands(pass: Pass, cables: readonly RunCable[]): Fix[] {
  return GLAND_SIZES.filter((size) => {
    const { clampMinMm, clampMaxMm } = GLANDS.rows[size];
    return cables.every(
      ({ diameterMm }) => !isBelow(diameterMm, clampMinMm, 'mm') && !isAbove(diameterMm, clampMaxMm, 'mm'),
    );
  }).map((gland) => ({
    message: 'set-gland',
    data: { gland },
    edits: [{ kind: 'set-pass-gland', pass: pass.id, gland }],
  }));
}

export const glandCheck: Check = checkOf(meta, lookAt(PASSES, checkPass));
