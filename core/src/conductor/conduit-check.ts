import { type ConduitSize, sizeText } from '../reference/conductor-sizes.ts';
import {
  checkOf,
  findingOf,
  lookAt,
  type Check,
  type CheckMeta,
  type Fix,
  type Found,
} from '../check/finding.ts';
import type { Prepared } from '../check/prepared.ts';
import { RUNS } from '../check/subjects.ts';
import { gearName, runName } from '../plan/names.ts';
import type { Run } from '../plan/run.ts';
import { isAbove } from '../quantity/compare.ts';
import { told } from '../quantity/told.ts';
import { practice, published } from '../reference/source.ts';
import { CONDUIT_FILL } from '../reference/wireways.ts';
import { routeOf } from '../route/route.ts';
import { conduitFill, conduitOutsideMm } from './conduit.ts';
import { freeKnockouts } from './free-knockouts.ts';
import { laidFor } from './laid-for.ts';
import { mostBendsDeg } from './pipe.ts';

/** Bends between two places where it can be pulled. */
const MOST_BENDS_DEG = 360;
const BENDS = published('NEC (NFPA 70)', '358.26', '2023');

const meta: CheckMeta = {
  id: 'conductor.conduit',
  looksAt: 'Conduit of each run: how full it is, and how many bends lie between its ends',
  severity: 'fix',
  source: CONDUIT_FILL.source,
  parameters: [],
  messages: {
    full: 'What {run} carries covers {measured} of the inside of {size} conduit; at most {required}.',
    none: 'What {run} carries fits in no conduit of the table: lay part of it in another.',
    'wide-for-knockout':
      'The conduit of {run} is {size}, and the knockout {knockout} of {gear} takes {takes}: end it in a larger knockout, share it between two runs, or have one cut.',
    bends:
      'The conduit of {run} bends by {measured} between its ends; at most {required} without a pull point.',
  },
  fixMessages: {
    'use-size': 'Use {size} conduit',
    clip: 'Clip it instead of conduit',
    'end-in': 'End it in {knockout} of {gear}',
  },
};

function checkRun(prepared: Prepared, run: Run): Found[] {
  const fill = conduitFill(prepared, run);
  const subjects = [{ kind: 'run', id: run.id }] as const;
  const found: Found[] = [];
  if (fill !== null && fill.size === null) {
    found.push(findingOf(meta, { message: 'none', data: { run: runName(run.id) }, subjects }));
  }
  if (fill?.size != null && fill.insideMm2 !== null) {
    const { size, insideMm2, coveredMm2, mostPct, count, isWithin } = fill;
    const filledPct = (coveredMm2 / insideMm2) * 100;
    if (!isWithin) {
      found.push(
        findingOf(meta, {
          message: 'full',
          data: { run: runName(run.id), size: sizeText(size) },
          subjects,
          measured: { value: filledPct, unit: 'percent' },
          required: { value: mostPct, unit: 'percent' },
          fixes: () => useSize(run, fill.smallest),
          working: () => ({
            title: told('Conduit of {run}', { run: runName(run.id) }),
            formula: 'fill = Σ count · area ÷ inside of the conduit',
            inputs: [
              {
                symbol: 'covered',
                name: told('{count} in it', { count: String(count) }),
                value: { value: coveredMm2, unit: 'mm2' },
              },
              {
                symbol: 'inside',
                name: told('Inside of {size}', { size: sizeText(size) }),
                value: { value: insideMm2, unit: 'mm2' },
              },
            ],
            result: { name: 'Covered', value: { value: filledPct, unit: 'percent' } },
            source: CONDUIT_FILL.source,
            notes: [
              '53 % for one conductor, 31 % for two, 40 % for more; 60 % in a pipe of up to 24 inches.',
            ],
          }),
        }),
      );
    }
  }
  if (fill?.size != null) found.push(...endFindings(prepared, run, fill.size));
  const outcome = run.laid.as === 'conduit' ? routeOf(prepared, run.id) : null;
  const bendsDeg = outcome?.kind === 'routed' ? mostBendsDeg(prepared, outcome.routed) : 0;
  if (isAbove(bendsDeg, MOST_BENDS_DEG, 'deg')) {
    found.push(
      findingOf(meta, {
        message: 'bends',
        data: { run: runName(run.id) },
        subjects,
        measured: { value: bendsDeg, unit: 'deg' },
        required: { value: MOST_BENDS_DEG, unit: 'deg' },
        source: BENDS,
        fixes: () => clip(prepared, run),
        working: () => ({
          title: told('Bends of {run}', { run: runName(run.id) }),
          formula: 'Σ bends of one pipe, at corners and over folds ≤ 360°',
          inputs: [
            {
              symbol: 'most',
              name: 'Between two pull points',
              value: { value: MOST_BENDS_DEG, unit: 'deg' },
            },
          ],
          result: { name: 'Of its pipe with the most', value: { value: bendsDeg, unit: 'deg' } },
          source: BENDS,
          notes: ['A box or a conduit body on the way is a pull point: two runs, one from each side of it.'],
        }),
      }),
    );
  }
  return found;
}

/** Clipped where everything in it may be. */
function clip({ plan, circuits }: Prepared, run: Run): Fix[] {
  const carried = run.circuits.flatMap((id) => circuits.get(id) ?? []);
  if (carried.some((circuit) => laidFor(plan, circuit).as === 'conduit')) return [];
  return [
    { message: 'clip', data: {}, edits: [{ kind: 'set-run', run: { ...run, laid: { as: 'clipped' } } }] },
  ];
}

/** A pipe that is larger than the knockout it ends in has no fitting there. */
function endFindings(prepared: Prepared, run: Run, size: ConduitSize): Found[] {
  const pipeMm = conduitOutsideMm(size);
  return (['from', 'to'] as const).flatMap((end): Found[] => {
    const { placement, knockout: id } = run[end];
    const knockout = prepared.hung.get(placement)?.type.knockouts.find((each) => each.id === id);
    if (knockout === undefined || !isAbove(pipeMm, conduitOutsideMm(knockout.tradeSize), 'mm')) return [];
    return [
      findingOf(meta, {
        message: 'wide-for-knockout',
        id: `${meta.id}/wide-for-knockout/${run.id}/${placement}`,
        data: {
          run: runName(run.id),
          size: sizeText(size),
          gear: gearName(placement),
          knockout: knockout.id,
          takes: sizeText(knockout.tradeSize),
        },
        subjects: [
          { kind: 'run', id: run.id },
          { kind: 'placement', id: placement },
        ],
        source: practice('A conduit ends in a knockout of its own size or larger, with reducing washers'),
        fixes: () => [...endElsewhere(prepared, run, end, pipeMm), ...clip(prepared, run)],
      }),
    ];
  });
}

/** The smallest free knockout of the same piece that takes the pipe. */
function endElsewhere(prepared: Prepared, run: Run, end: 'from' | 'to', pipeMm: number): Fix[] {
  const { placement } = run[end];
  const [smallest] = freeKnockouts(prepared, prepared.plan, placement)
    .filter(({ tradeSize }) => !isAbove(pipeMm, conduitOutsideMm(tradeSize), 'mm'))
    .sort((a, b) => conduitOutsideMm(a.tradeSize) - conduitOutsideMm(b.tradeSize));
  if (smallest === undefined) return [];
  return [
    {
      message: 'end-in',
      data: { knockout: smallest.id, gear: gearName(placement) },
      edits: [{ kind: 'set-run', run: { ...run, [end]: { placement, knockout: smallest.id } } }],
    },
  ];
}

function useSize(run: Run, size: ConduitSize | null): Fix[] {
  return size === null
    ? []
    : [
        {
          message: 'use-size',
          data: { size: sizeText(size) },
          edits: [{ kind: 'set-run', run: { ...run, laid: { as: 'conduit', size } } }],
        },
      ];
}

export const conduitCheck: Check = checkOf(meta, lookAt(RUNS, checkRun));
