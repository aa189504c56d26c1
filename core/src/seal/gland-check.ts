import { countOf, told } from '../quantity/told.ts';
import { passName, runName } from '../plan/names.ts';
import {
  checkOf,
  findingOf,
  lookAt,
  type Check,
  type CheckMeta,
  type Found,
  type Fix,
} from '../check/finding.ts';
import type { Prepared } from '../check/prepared.ts';
import { PASSES } from '../check/subjects.ts';
import type { Pass } from '../plan/run.ts';
import { isAbove, isBelow } from '../quantity/compare.ts';
import { lengthInput } from '../working/working.ts';
import { GLAND_SIZES, GLANDS } from '../reference/glands.ts';
import { runsThrough, unroutedCount } from '../route/route.ts';

const meta: CheckMeta = {
  id: 'seal.gland',
  looksAt: 'Glands against the cable that goes through them: one cable to a gland, within its clamping range',
  severity: 'fix',
  source: GLANDS.source,
  parameters: [],
  messages: {
    'too-thin': 'The {gland} gland of {pass} clamps from {required}; {run} is {measured}.',
    'too-thick': 'The {gland} gland of {pass} clamps up to {required}; {run} is {measured}.',
    shared: '{count} runs go through {pass}, which has one gland: give each its own hole.',
    unused: 'No run goes through {pass}: an open gland leaks. Plug it or take it out.',
  },
  fixMessages: { 'set-gland': 'Use a {gland} gland', remove: 'Take {pass} out' },
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
  const shared =
    runs.length > 1
      ? [
          findingOf(meta, {
            ...common,
            message: 'shared',
            data: { pass: passName(pass.id), count: countOf(runs.length) },
          }),
        ]
      : [];
  const { clampMinMm, clampMaxMm } = GLANDS.rows[pass.gland];
  const misfits = runs
    .filter(({ cableDiameterMm: mm }) => isBelow(mm, clampMinMm, 'mm') || isAbove(mm, clampMaxMm, 'mm'))
    .map((run) => {
      const isThin = run.cableDiameterMm < clampMinMm;
      return findingOf(meta, {
        ...common,
        message: isThin ? 'too-thin' : 'too-thick',
        data: { pass: passName(pass.id), gland: pass.gland, run: runName(run.id) },
        measured: { value: run.cableDiameterMm, unit: 'mm' },
        required: { value: isThin ? clampMinMm : clampMaxMm, unit: 'mm' },
        working: () => ({
          title: told('{gland} gland for {run}', { gland: pass.gland, run: runName(run.id) }),
          formula: 'least ≤ cable ≤ most',
          inputs: [
            lengthInput('least', 'Thinnest cable the gland grips (typical)', clampMinMm),
            lengthInput('most', 'Thickest it takes (typical)', clampMaxMm),
          ],
          result: { name: 'Over the cable', value: { value: run.cableDiameterMm, unit: 'mm' } },
          source: meta.source,
          notes: ['Clamping ranges differ from maker to maker: measure the gland in hand.'],
        }),
        subjects: [...common.subjects, { kind: 'run', id: run.id }],
        fixes: () => fittingGlands(pass, run.cableDiameterMm),
      });
    });
  return [...shared, ...misfits];
}

function fittingGlands(pass: Pass, cableDiameterMm: number): Fix[] {
  return GLAND_SIZES.filter((size) => {
    const { clampMinMm, clampMaxMm } = GLANDS.rows[size];
    return !isBelow(cableDiameterMm, clampMinMm, 'mm') && !isAbove(cableDiameterMm, clampMaxMm, 'mm');
  }).map((gland) => ({
    message: 'set-gland',
    data: { gland },
    edits: [{ kind: 'set-pass-gland', pass: pass.id, gland }],
  }));
}

export const glandCheck: Check = checkOf(meta, lookAt(PASSES, checkPass));
