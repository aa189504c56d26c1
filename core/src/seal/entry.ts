import { bundleMm } from '../conductor/bundle.ts';
import { cablesOf, type RunCable } from '../conductor/circuit-sizing.ts';
import { conduitInsideMm2, conduitOutsideMm, conduitSizesOf } from '../conductor/conduit.ts';
import type { Prepared } from '../check/prepared.ts';
import { sawnGlandHole, sawnRound, type SawnHole } from '../drill/hole-saw.ts';
import { glandsOf, type Entry, type EntryKind, type Penetration } from '../plan/penetration.ts';
import type { Plan } from '../plan/plan.ts';
import type { Run } from '../plan/run.ts';
import { told, type Told } from '../quantity/told.ts';
import { countOf } from '../quantity/told.ts';
import { isAbove } from '../quantity/compare.ts';
import { type ConduitSize, sizeText } from '../reference/conductor-sizes.ts';
import { GLANDS } from '../reference/glands.ts';
import { runsThrough } from '../route/route.ts';
import { allowedFillPct, isNippleLength } from '../wireway/conduit-count.ts';

/** What the housing of each kind covers of the outer side, where nobody measured it, and how far it stands out, mm (practice). */
const USUAL_BASES: Readonly<
  Record<
    Exclude<EntryKind, 'gland' | 'stub' | 'sleeve'>,
    { widthMm: number; heightMm: number; standsOutMm: number }
  >
> = {
  box: { widthMm: 150, heightMm: 110, standsOutMm: 75 },
  hood: { widthMm: 170, heightMm: 130, standsOutMm: 45 },
  'under-module': { widthMm: 110, heightMm: 110, standsOutMm: 50 },
  existing: { widthMm: 360, heightMm: 360, standsOutMm: 90 },
};

/** A gland’s flange over its thread, and the flange of a pipe’s boot over the pipe (practice). */
const FLANGE = { ofGland: 1.6, roundPipeMm: 60 } as const;
/** Room round a pipe for its boot or its seal (practice), mm. */
const PIPE_ROOM_MM = { stub: 3, sleeve: 6 } as const;

/** Round the cables in an opening under a housing: a bush on its edge, and a finger (practice), mm. */
const OPENING_ROOM_MM = 3;

/** What stands on the outer side over the hole. */
export type Base = {
  readonly shape: 'round' | 'box';
  readonly widthMm: number;
  readonly heightMm: number;
  readonly standsOutMm: number;
};

/** What goes through a penetration: its conduit, where it is one that cables lie in. */
export type Through = {
  readonly runs: readonly Run[];
  /** Null where the outside of one is not known. */
  readonly cables: readonly RunCable[] | null;
};

export function throughOf(prepared: Prepared, penetration: string): Through {
  const runs = runsThrough(prepared, penetration);
  const cables: RunCable[] = [];
  for (const run of runs) {
    const known = cablesOf(prepared, run);
    if (known === null || known.length === 0) return { runs, cables: null };
    cables.push(...known);
  }
  return { runs, cables };
}

/** How full a stub or sleeve is with what goes through it; null where that is not known. */
export type PipeFill = {
  readonly size: ConduitSize | null;
  readonly smallest: ConduitSize | null;
  readonly coveredMm2: number;
  readonly mostPct: number;
  readonly isWithin: boolean;
};

/**
 * Fill of a stub as of a conduit, of a sleeve of up to 600 mm as of a nipple (NEC Chapter 9, Table 1 and Note 4). Each cable
 * counts with its round outside (Note 9).
 */
export function pipeFill(
  prepared: Prepared,
  { id, entry }: Pick<Penetration, 'id' | 'entry'>,
  { cables }: Through,
): PipeFill | null {
  const { plan } = prepared;
  if (entry.kind !== 'stub' && entry.kind !== 'sleeve') return null;
  if (cables === null || cables.length === 0) return null;
  const mostPct = allowedFillPct(cables.length, entry.kind === 'sleeve' && isShortSleeve(prepared, id));
  const coveredMm2 = cables.reduce((sum, { diameterMm }) => sum + (Math.PI / 4) * diameterMm ** 2, 0);
  const takes = (size: ConduitSize) => !isAbove(coveredMm2, (conduitInsideMm2(size) * mostPct) / 100, 'mm2');
  const smallest = conduitSizesOf(plan).find(takes) ?? null;
  const size = entry.conduit ?? smallest;
  return { size, smallest, coveredMm2, mostPct, isWithin: size !== null && takes(size) };
}

/** A sleeve is as long as what it goes through is thick; one that nobody placed yet counts as a longer one. */
function isShortSleeve(prepared: Prepared, id: string): boolean {
  const penetration = prepared.penetrations.get(id);
  const face = penetration === undefined ? undefined : prepared.site.faces.get(penetration.face);
  return face !== undefined && isNippleLength(face.thicknessMm);
}

/** The pipe of a stub or sleeve: as typed, else the smallest that takes its cables, else the smallest there is. */
function pipeSize(prepared: Prepared, { id, entry }: Pick<Penetration, 'id' | 'entry'>): ConduitSize {
  if (entry.kind !== 'stub' && entry.kind !== 'sleeve') return smallestPipe(prepared.plan);
  if (entry.conduit !== null) return entry.conduit;
  return pipeFill(prepared, { id, entry }, throughOf(prepared, id))?.size ?? smallestPipe(prepared.plan);
}

function smallestPipe(plan: Pick<Plan, 'codeBasis'>): ConduitSize {
  return conduitSizesOf(plan)[0];
}

/**
 * What is cut through the skin: a gland’s own hole; the hole of a pipe with room round it; under a housing one opening that
 * lets through as many cables as its glands hold, each as thick as they clamp.
 */
export function holeOf(prepared: Prepared, penetration: Pick<Penetration, 'id' | 'entry'>): SawnHole {
  const { entry } = penetration;
  const { codeBasis } = prepared.plan;
  if (entry.kind === 'stub' || entry.kind === 'sleeve') {
    const pipeMm = conduitOutsideMm(pipeSize(prepared, penetration));
    return sawnRound(pipeMm, PIPE_ROOM_MM[entry.kind], codeBasis);
  }
  const { clearanceHoleMm, clampMaxMm } = GLANDS.rows[entry.gland];
  if (entry.kind === 'gland' || entry.kind === 'existing') return sawnGlandHole(clearanceHoleMm, codeBasis);
  const bundled = bundleMm(Array.from({ length: entry.glandCount }, () => clampMaxMm));
  return sawnRound(bundled, OPENING_ROOM_MM, codeBasis);
}

export function baseOf(prepared: Prepared, penetration: Pick<Penetration, 'id' | 'entry' | 'base'>): Base {
  return baseFor(penetration, pipeSize(prepared, penetration));
}

/** The same by what is typed alone: of a pipe whose size is left to its cables, that of the smallest. Asks for no route. */
export function typedBase(
  plan: Pick<Plan, 'codeBasis'>,
  penetration: Pick<Penetration, 'entry' | 'base'>,
): Base {
  return baseFor(penetration, typedPipe(penetration.entry) ?? smallestPipe(plan));
}

function typedPipe(entry: Entry): ConduitSize | null {
  return entry.kind === 'stub' || entry.kind === 'sleeve' ? entry.conduit : null;
}

function baseFor({ entry, base }: Pick<Penetration, 'entry' | 'base'>, pipe: ConduitSize): Base {
  if (entry.kind === 'gland') {
    const flangeMm = GLANDS.rows[entry.gland].threadMm * FLANGE.ofGland;
    return { shape: 'round', ...(base ?? { widthMm: flangeMm, heightMm: flangeMm }), standsOutMm: 25 };
  }
  if (entry.kind === 'stub' || entry.kind === 'sleeve') {
    const flangeMm = conduitOutsideMm(pipe) + 2 * FLANGE.roundPipeMm;
    return { shape: 'round', ...(base ?? { widthMm: flangeMm, heightMm: flangeMm }), standsOutMm: 150 };
  }
  return { shape: 'box', ...USUAL_BASES[entry.kind], ...base };
}

/** Once round the edge of a base, mm: of a round one that was measured unequal, by the larger. */
export function edgeLengthMm({ shape, widthMm, heightMm }: Base): number {
  return shape === 'round' ? Math.PI * Math.max(widthMm, heightMm) : 2 * (widthMm + heightMm);
}

/** What a person calls an entry, with its size. */
export function entryWords(prepared: Prepared, penetration: Pick<Penetration, 'id' | 'entry'>): Told {
  const { entry } = penetration;
  const glands = glandsOf(entry);
  const data = {
    gland: glands?.gland ?? '',
    count: countOf(glands?.count ?? 0),
    size: glands === null ? sizeText(pipeSize(prepared, penetration)) : '',
  };
  return told(ENTRY_TEXTS[entry.kind], data);
}

const ENTRY_TEXTS: Readonly<Record<EntryKind, string>> = {
  gland: '{gland} gland',
  box: 'box with {count} {gland} {count:gland|glands}',
  hood: 'low hood with {count} {gland} {count:gland|glands}',
  'under-module': 'flat box under a module, {count} {gland} {count:gland|glands}',
  stub: '{size} conduit stub with a boot',
  sleeve: '{size} sleeve',
  existing: 'plate of the housing that is there, {count} {gland} {count:gland|glands}',
};
