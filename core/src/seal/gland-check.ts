import { countOf, told } from '../quantity/told.ts';
import { circuitName, penetrationName, runName } from '../plan/names.ts';
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
import { PENETRATIONS } from '../check/subjects.ts';
import { cablesOf, type RunCable } from '../conductor/circuit-sizing.ts';
import { glandsOf, MOST_GLANDS, type Entry, type Penetration } from '../plan/penetration.ts';
import { isAbove, isBelow } from '../quantity/compare.ts';
import { lengthInput } from '../working/working.ts';
import { GLAND_SIZES, GLANDS, type GlandSize } from '../reference/glands.ts';
import { published } from '../reference/source.ts';
import { conduitInsideMm2 } from '../conductor/conduit.ts';
import { sizeText } from '../reference/conductor-sizes.ts';
import { pipeFill, throughOf, type Through } from './entry.ts';
import { unroutedCount } from '../route/route.ts';

const meta: CheckMeta = {
  id: 'seal.gland',
  looksAt:
    'Glands against the cables that go through them: one cable to a gland, within its clamping range, none left open',
  severity: 'fix',
  source: GLANDS.source,
  parameters: [],
  messages: {
    'too-thin': 'The {gland} gland of {penetration} clamps from {required}; {circuit} is {measured}.',
    'too-thick': 'The {gland} gland of {penetration} clamps up to {required}; {circuit} is {measured}.',
    shared:
      '{count} {count:cable goes|cables go} through {penetration}, which has {glands} {glands:gland|glands}: each needs its own.',
    spare:
      '{spare} of the {glands} glands of {penetration} {spare:holds|hold} no cable: plug each, and check that every nut is tight.',
    unknown:
      '{run} goes through {penetration}, and how thick its cables are is not known: say what it carries, or measure them.',
    'pipe-full': '{penetration} is filled to {measured} by its {size} pipe; {required} is the most.',
    'no-pipe': 'No conduit takes all that goes through {penetration}: make it two.',
    unused: 'No run goes through {penetration}: an open gland leaks. Plug it or take it out.',
  },
  fixMessages: {
    'set-gland': 'Use a {gland} gland',
    'set-count': 'Use {glands} {glands:gland|glands}',
    'set-pipe': 'Use {size}',
    remove: 'Take {penetration} out',
  },
};

function checkPenetration(prepared: Prepared, penetration: Penetration): Found[] {
  const through = throughOf(prepared, penetration.id);
  const common = {
    subjects: [{ kind: 'penetration', id: penetration.id } as const],
    at: { face: penetration.face, xMm: penetration.xMm, yMm: penetration.yMm },
  };
  const name = { penetration: penetrationName(penetration.id) };
  if (through.runs.length === 0) {
    // While some run finds no way, an empty hole may well be the one it is meant for.
    if (unroutedCount(prepared) > 0) return [];
    const edits = [{ kind: 'remove-penetration', penetration: penetration.id } as const];
    const fixes: Fix[] = [{ message: 'remove', data: name, edits }];
    return [
      findingOf(meta, { ...common, message: 'unused', severity: 'ask', data: name, fixes: () => fixes }),
    ];
  }
  const { cables } = through;
  if (cables === null) {
    return through.runs
      .filter((run) => (cablesOf(prepared, run)?.length ?? 0) === 0)
      .map((run) =>
        findingOf(meta, {
          ...common,
          message: 'unknown',
          severity: 'ask',
          data: { ...name, run: runName(run.id) },
          subjects: [...common.subjects, { kind: 'run', id: run.id }],
        }),
      );
  }
  const glands = glandsOf(penetration.entry);
  if (glands === null) return pipeFindings(prepared, penetration, through, common);
  // A cable of a thickness is told once for its circuit, however many conductors it has.
  const each = new Map(cables.map((cable) => [`${cable.circuit} ${cable.diameterMm}`, cable]));
  return [
    ...countFindings(penetration, glands.count, cables.length, common),
    ...[...each.values()].flatMap((cable) => misfit(penetration, glands.gland, cable, cables, common)),
  ];
}

/** A stub or a sleeve, against what lies in it. */
function pipeFindings(
  prepared: Prepared,
  penetration: Penetration,
  through: Through,
  common: Common,
): Found[] {
  const fill = pipeFill(prepared, penetration, through);
  if (fill === null || fill.isWithin) return [];
  const { size, smallest, coveredMm2, mostPct } = fill;
  const measuredPct = size === null ? null : (100 * coveredMm2) / conduitInsideMm2(size);
  const name = penetrationName(penetration.id);
  return [
    findingOf(meta, {
      ...common,
      message: size === null ? 'no-pipe' : 'pipe-full',
      source: published('NEC (NFPA 70)', 'Chapter 9, Table 1', '2023'),
      data: { penetration: name, size: size === null ? '' : sizeText(size) },
      measured: measuredPct === null ? null : { value: measuredPct, unit: 'percent' },
      required: measuredPct === null ? null : { value: mostPct, unit: 'percent' },
      working: () => ({
        title: told('Fill of {penetration}', { penetration: name }),
        formula: 'fill = Σ π ÷ 4 × outside² ÷ inside',
        inputs: [
          { symbol: 'Σ', name: 'Of all its cables', value: { value: coveredMm2, unit: 'mm2' } },
          ...(size === null
            ? []
            : [
                {
                  symbol: 'inside',
                  name: 'Of the pipe',
                  value: { value: conduitInsideMm2(size), unit: 'mm2' } as const,
                },
              ]),
          { symbol: 'most', name: 'May be filled', value: { value: mostPct, unit: 'percent' } },
        ],
        result: { name: 'Filled', value: { value: measuredPct ?? 100, unit: 'percent' } },
        source: published('NEC (NFPA 70)', 'Chapter 9, Table 1', '2023'),
        notes: [],
      }),
      fixes: () =>
        smallest === null
          ? []
          : [
              {
                message: 'set-pipe',
                data: { size: sizeText(smallest) },
                edits: [setEntry(penetration, { ...penetration.entry, conduit: smallest } as Entry)],
              },
            ],
    }),
  ];
}

function setEntry(penetration: Penetration, entry: Entry) {
  return { kind: 'set-penetration', penetration: { ...penetration, entry } } as const;
}

/** The same entry with so many glands of a size: one alone may be a single gland, several need a housing. */
function withGlands(entry: Entry, gland: GlandSize, glandCount: number): Entry {
  if (entry.kind === 'stub' || entry.kind === 'sleeve') return entry;
  if (entry.kind === 'gland')
    return glandCount === 1 ? { kind: 'gland', gland } : { kind: 'box', gland, glandCount };
  return { ...entry, gland, glandCount };
}

type Common = Pick<FindingParts, 'subjects' | 'at'>;

function countFindings(penetration: Penetration, glandCount: number, count: number, common: Common): Found[] {
  if (count === glandCount) return [];
  const [data, isShort, isDone] = [
    {
      penetration: penetrationName(penetration.id),
      count: countOf(count),
      glands: countOf(glandCount),
      spare: countOf(glandCount - count),
    },
    count > glandCount,
    penetration.done.includes('plugs'),
  ];
  if (!isShort && isDone) return [];
  const fix: Fix = {
    message: 'set-count',
    data: { glands: countOf(count) },
    edits: [
      setEntry(
        penetration,
        withGlands(penetration.entry, glandsOf(penetration.entry)?.gland ?? 'M20', count),
      ),
    ],
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
            title: told('Glands of {penetration}', { penetration: penetrationName(penetration.id) }),
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
  penetration: Penetration,
  gland: GlandSize,
  { circuit, diameterMm }: RunCable,
  all: readonly RunCable[],
  common: Common,
): Found[] {
  const { clampMinMm, clampMaxMm } = GLANDS.rows[gland];
  const isThin = isBelow(diameterMm, clampMinMm, 'mm');
  if (!isThin && !isAbove(diameterMm, clampMaxMm, 'mm')) return [];
  return [
    findingOf(meta, {
      ...common,
      message: isThin ? 'too-thin' : 'too-thick',
      id: `${meta.id}/${isThin ? 'too-thin' : 'too-thick'}/${penetration.id}/${circuit}/${diameterMm}`,
      data: {
        penetration: penetrationName(penetration.id),
        gland,
        circuit: circuitName(circuit),
      },
      measured: { value: diameterMm, unit: 'mm' },
      required: { value: isThin ? clampMinMm : clampMaxMm, unit: 'mm' },
      working: () => ({
        title: told('{gland} gland for {circuit}', {
          gland,
          circuit: circuitName(circuit),
        }),
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
      fixes: () => fittingGlands(penetration, all),
    }),
  ];
}

/** Sizes that clamp every cable of the hole. */
function fittingGlands(penetration: Penetration, cables: readonly RunCable[]): Fix[] {
  return GLAND_SIZES.filter((size) => {
    const { clampMinMm, clampMaxMm } = GLANDS.rows[size];
    return cables.every(
      ({ diameterMm }) => !isBelow(diameterMm, clampMinMm, 'mm') && !isAbove(diameterMm, clampMaxMm, 'mm'),
    );
  }).map((gland) => ({
    message: 'set-gland',
    data: { gland },
    edits: [
      setEntry(penetration, withGlands(penetration.entry, gland, glandsOf(penetration.entry)?.count ?? 1)),
    ],
  }));
}

export const glandCheck: Check = checkOf(meta, lookAt(PENETRATIONS, checkPenetration));
