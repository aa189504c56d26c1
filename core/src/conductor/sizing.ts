import { setsOf, type CircuitWire } from '../plan/circuit.ts';
import { isAbove, isBelow } from '../quantity/compare.ts';
import type { AwgColumn } from '../reference/conductors.ts';
import {
  codeTablesOf,
  sectionMm2,
  type CodeTables,
  type ConductorSize,
  type Factors,
  type Surroundings,
} from './code-tables.ts';

/** What a circuit asks of its conductors. */
export type Demand = {
  readonly wire: Pick<CircuitWire, 'material' | 'insulation' | 'size' | 'hasEarth' | 'sets'>;
  /** The highest it carries for long, A; of an array for bright sun. */
  readonly currentA: number;
  /** What the drop is reckoned with, A. */
  readonly operatingA: number;
  readonly isContinuous: boolean;
  readonly isArray: boolean;
  /** Direct current: its device is a fuse. */
  readonly isDirect: boolean;
  /** In operation, V; null where the drop cannot be told in percent. */
  readonly voltageV: number | null;
  /** Conductors that carry its current: 3 for three phases. */
  readonly loaded: 2 | 3;
  /** One way, m; null where its way is not known yet. */
  readonly lengthM: number | null;
  /** Where its parts lie, and what share of its length each is; the worst governs what it may carry. Never empty. */
  readonly lies: readonly (Surroundings & { readonly share: number })[];
  /** What its terminals are marked for; null where they are not. */
  readonly terminalC: AwgColumn | null;
  /** The least and the most section that all its terminals take, mm². */
  readonly takesMm2: { readonly least: number; readonly most: number };
  readonly protection:
    | { readonly by: 'program' }
    | { readonly by: 'rating'; readonly ratingA: number }
    | { readonly by: 'none' };
  readonly mostDropPct: number;
};

/** What a size must be. */
export const REQUIREMENTS = ['capacity', 'terminals', 'protection', 'drop', 'range', 'sharing'] as const;
export type Requirement = (typeof REQUIREMENTS)[number];

/** A size as it would serve the circuit. */
export type Candidate = {
  readonly size: ConductorSize;
  /** By its table, and all its sets together after their factors, A. */
  readonly tableA: number;
  readonly capacityA: number;
  readonly factors: Factors;
  /** Which of the places it lies at governs. */
  readonly where: number;
  readonly terminalA: number | null;
  /** The largest device that protects it, A. */
  readonly mostDeviceA: number;
  /** Of the conductor while it carries its operating current, °C, where it is warmest. */
  readonly conductorC: number;
  /** Along its way, each part at its own temperature, all sets together. */
  readonly ohmPerM: number;
  /** Part by part: how warm it is there, and what it loses there; null where its way is not known. */
  readonly stretches: readonly { readonly conductorC: number; readonly dropV: number | null }[];
  /** Null where its way or its voltage is not known. */
  readonly dropV: number | null;
  readonly dropPct: number | null;
  /** What it is too small for; empty where it serves. */
  readonly fails: readonly Requirement[];
};

export type Sizing = {
  /** What conductor and device must carry: the current and its continuous factor, A. */
  readonly designA: number;
  /** The device, A; null where none is asked for or none is made so large. */
  readonly deviceA: number | null;
  /** The size that is typed, or the smallest that serves; null where no size does or only its outside is known. */
  readonly chosen: Candidate | null;
  /** The smallest that serves, whatever is typed; null where none does. */
  readonly smallest: Candidate | null;
  /** Why it is not smaller: what the next size down is too small for. */
  readonly because: readonly Requirement[];
  readonly earth: ConductorSize | null;
  /** Every size its table has, smallest first; worked out when it is asked for. */
  readonly candidates: readonly Candidate[];
};

/**
 * Sizes the conductors of a circuit and its device: capacity after the factors of the worst place it lies at, terminals without
 * them at the design current, the device between, and the drop at the temperature the conductor really has (NEC 310.16, 110.14(C),
 * 240.4, 690.8, Chapter 9 Table 8; IEC 60364-5-52, IEC 60228).
 */
export function sizeConductors(demand: Demand): Sizing {
  const tables = codeTablesOf(demand.wire);
  const designA = demand.currentA * factorOf(demand, tables);
  const deviceA = deviceOf(demand, tables, designA);
  const places = demand.lies.map((lie): Place => ({ ...lie, factors: tables.factorsAt(lie) ?? NOTHING }));
  const at = (size: ConductorSize) => candidateOf(demand, tables, places, size, designA, deviceA);
  const { size } = demand.wire;
  const { smallest, because } = smallestOf(demand, tables, places, at);
  const typed = size.by === 'awg' || size.by === 'mm2' ? size : null;
  const chosen = size.by === 'program' ? smallest : typed === null ? null : at(typed);
  return {
    designA,
    deviceA,
    chosen,
    smallest,
    because: size.by === 'program' ? because : [],
    earth:
      chosen === null || !demand.wire.hasEarth
        ? null
        : tables.earthFor(
            chosen.size,
            deviceA ?? designA,
            setsOf(demand.wire),
            enlargedBy(demand, tables, places, at, chosen.size),
          ),
    get candidates() {
      return tables.sizes.flatMap((each) => at(each) ?? []);
    },
  };
}

/** A part of the way, with what the tables take off for what is around it. */
type Place = Demand['lies'][number] & { readonly factors: Factors };

/** From the smallest up, as far as need be; what cannot carry the current at all is not looked at further. */
function smallestOf(
  demand: Demand,
  tables: CodeTables,
  places: readonly Place[],
  at: (size: ConductorSize) => Candidate | null,
): Pick<Sizing, 'smallest' | 'because'> {
  const { sizes } = tables;
  for (const [index, size] of sizes.entries()) {
    if (!mayCarry(demand, tables, places, size)) continue;
    const smallest = at(size);
    if (smallest === null || smallest.fails.length > 0) continue;
    for (const smaller of sizes.slice(0, index).reverse()) {
      const before = at(smaller);
      if (before !== null) return { smallest, because: before.fails };
    }
    return { smallest, because: [] };
  }
  return { smallest: null, because: [] };
}

/** What a size may be larger for than its current needs: its earth conductor grows with it (250.122(B)). */
const BEYOND_CURRENT: ReadonlySet<Requirement> = new Set(['drop', 'range', 'sharing']);

/** How many times the section of the smallest size that its current needs a size is; 1 where it is no larger. */
function enlargedBy(
  demand: Demand,
  tables: CodeTables,
  places: readonly Place[],
  at: (size: ConductorSize) => Candidate | null,
  chosen: ConductorSize,
): number {
  const needed = tables.sizes.find(
    (size) =>
      mayCarry(demand, tables, places, size) &&
      at(size)?.fails.every((requirement) => BEYOND_CURRENT.has(requirement)) === true,
  );
  return needed === undefined ? 1 : Math.max(1, sectionMm2(chosen) / sectionMm2(needed));
}

/** Whether a size has the capacity everywhere, as far as its table speaks of it. */
function mayCarry(
  { wire, currentA, loaded }: Demand,
  tables: CodeTables,
  places: readonly Place[],
  size: ConductorSize,
): boolean {
  const sets = setsOf(wire);
  for (const { installed, factors } of places) {
    const tableA = tables.tableA(size, loaded, installed);
    if (tableA !== null && isBelow(capacityOf(sets, tableA, factors), currentA, 'A')) return false;
  }
  return true;
}

/** All sets together, A. */
function capacityOf(sets: number, tableA: number, { ambient, together }: Factors): number {
  return sets * tableA * ambient * together;
}

function factorOf({ isArray, isContinuous }: Demand, { arrayFactor, continuousFactor }: CodeTables): number {
  if (isArray) return arrayFactor;
  return isContinuous ? continuousFactor : 1;
}

function deviceOf(
  { protection, isDirect }: Demand,
  { ratings, fuseRatings }: CodeTables,
  designA: number,
): number | null {
  if (protection.by === 'none') return null;
  if (protection.by === 'rating') return protection.ratingA;
  return (isDirect ? fuseRatings : ratings).find((rating) => !isBelow(rating, designA, 'A')) ?? null;
}

function candidateOf(
  demand: Demand,
  tables: CodeTables,
  lies: readonly Place[],
  size: ConductorSize,
  designA: number,
  deviceA: number | null,
): Candidate | null {
  const { loaded, currentA, operatingA, lengthM, voltageV, terminalC, mostDropPct, protection, takesMm2 } =
    demand;
  const sets = setsOf(demand.wire);
  const places = lies.flatMap((place, where) => {
    const tableA = tables.tableA(size, loaded, place.installed);
    if (tableA === null) return [];
    const { factors } = place;
    const capacityA = capacityOf(sets, tableA, factors);
    const conductorC = conductorTemperature(place.ambientC, tables.maxC, operatingA, capacityA);
    const ohmPerM = tables.ohmPerM(size, conductorC);
    return ohmPerM === null
      ? []
      : [{ where, tableA, factors, capacityA, conductorC, ohm: (ohmPerM / sets) * place.share }];
  });
  const [first, ...others] = places;
  if (first === undefined || places.length < lies.length) return null;
  const worst = others.reduce((least, each) => (each.capacityA < least.capacityA ? each : least), first);
  const { where, tableA, factors, capacityA } = worst;
  const ohmPerM = places.reduce((sum, { ohm }) => sum + ohm, 0);
  const lostV = (ohm: number) =>
    lengthM === null ? null : (loaded === 3 ? Math.sqrt(3) : 2) * operatingA * ohm * lengthM;
  const dropV = lostV(ohmPerM);
  const dropPct = dropV === null || voltageV === null ? null : (dropV / voltageV) * 100;
  const oneAtTerminalA = tables.terminalA(size, loaded, terminalC, deviceA ?? designA);
  const terminalA = oneAtTerminalA === null ? null : sets * oneAtTerminalA;
  const fails: Requirement[] = [];
  if (isBelow(capacityA, currentA, 'A')) fails.push('capacity');
  if (terminalA !== null && isBelow(terminalA, designA, 'A')) fails.push('terminals');
  // The device is held to what terminals let the conductor carry as well.
  const carriesA = Math.min(capacityA, terminalA ?? capacityA);
  const mostDeviceA = tables.mostDeviceA(size, carriesA);
  if (protection.by !== 'none' && (deviceA === null || isAbove(deviceA, mostDeviceA, 'A')))
    fails.push('protection');
  if (dropPct !== null && isAbove(dropPct, mostDropPct, 'percent')) fails.push('drop');
  if (!isSectionTaken(sectionMm2(size), takesMm2)) fails.push('range');
  if (sets > 1 && sectionMm2(size) < tables.leastTogetherMm2) fails.push('sharing');
  return {
    size,
    tableA,
    capacityA,
    factors,
    where,
    terminalA,
    mostDeviceA,
    conductorC: Math.max(...places.map((place) => place.conductorC)),
    ohmPerM,
    stretches: places.map(({ conductorC, ohm }) => ({ conductorC, dropV: lostV(ohm) })),
    dropV,
    dropPct,
    fails,
  };
}

/** Makers print sections to three figures. */
const ROUNDED = 1.01;

export function isSectionTaken(
  areaMm2: number,
  { least, most }: { readonly least: number; readonly most: number },
): boolean {
  return areaMm2 * ROUNDED >= least && areaMm2 <= most * ROUNDED;
}

/** The heat a conductor makes grows with the square of its current; at its capacity it is as hot as its insulation stands. */
function conductorTemperature(ambientC: number, maxC: number, amps: number, capacityA: number): number {
  const share = capacityA > 0 ? Math.min(1, amps / capacityA) : 1;
  return Math.max(ambientC, ambientC + (maxC - ambientC) * share ** 2);
}

/** Too hot for its insulation: nothing may be carried. */
const NOTHING: Factors = { ambient: 0, together: 1 };
