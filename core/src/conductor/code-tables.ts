import { AWG_SIZES, type AwgSize, MM2_SIZES, type Mm2Size } from '../reference/conductor-sizes.ts';
import type { CircuitWire } from '../plan/circuit.ts';
import { M_PER_FT, mmFromInch } from '../quantity/convert.ts';
import { isAbove, isBelow } from '../quantity/compare.ts';
import {
  AWG_AMBIENT,
  AWG_AMPACITY,
  AWG_EARTH,
  AWG_RESISTANCE,
  AWG_TOGETHER,
  BRIGHT_SUN,
  COORDINATION,
  INSULATION_KINDS,
  MM2_AMBIENT,
  MM2_CAPACITY,
  MM2_EARTH,
  MM2_RATINGS,
  MM2_RESISTANCE,
  MM2_TOGETHER,
  SHARING,
  STRING_FUSE,
  TEMPERATURE_COEFFICIENTS,
  TERMINALS,
  TERMINALS_IEC,
  type AwgColumn,
  type ConductorMaterial,
  type Installed,
} from '../reference/conductors.ts';
import { CONTINUOUS, FUSE_RATINGS, SMALL_CONDUCTORS, STANDARD_RATINGS } from '../reference/overcurrent.ts';
import type { Plan } from '../plan/plan.ts';
import type { SourceRef } from '../reference/source.ts';

/** A size of conductor in one of the two systems. */
export type ConductorSize =
  { readonly by: 'awg'; readonly size: AwgSize } | { readonly by: 'mm2'; readonly size: Mm2Size };

/** Cross-section of a conductor, mm²: as it is named, or by its circular mils. */
export function sectionMm2(size: ConductorSize): number {
  if (size.by === 'mm2') return Number(size.size);
  return (Math.PI / 4) * (AWG_RESISTANCE.rows[size.size].circularMils / 1e6) * mmFromInch(1) ** 2;
}

/** Where a part of a circuit lies, as far as it decides how much it may carry. */
export type Surroundings = {
  readonly ambientC: number;
  /** Conductors that carry current side by side there, its own counted. */
  readonly carrying: number;
  /** Circuits side by side there, itself counted. */
  readonly circuits: number;
  readonly installed: Installed;
};

export type Factors = { readonly ambient: number; readonly together: number };

/** What one code world says of conductors of one material and insulation. */
export type CodeTables = {
  readonly basis: Plan['codeBasis'];
  readonly sizes: readonly ConductorSize[];
  /** Highest temperature of the conductor, °C. */
  readonly maxC: number;
  /** What a continuous current is multiplied by, for conductor and device. */
  readonly continuousFactor: number;
  /** The same for the device of an array, whose current is already taken for bright sun. */
  readonly arrayFactor: number;
  readonly ratings: readonly number[];
  /** Of fuses, which are made smaller than breakers. */
  readonly fuseRatings: readonly number[];
  /** By its table alone, A; null where it has no such size. */
  readonly tableA: (size: ConductorSize, loaded: number, installed: Installed) => number | null;
  /** Null where it is too hot for its insulation. */
  readonly factorsAt: (where: Surroundings) => Factors | null;
  /** What its terminals let it carry, A; null where they do not limit it. */
  readonly terminalA: (
    size: ConductorSize,
    loaded: 2 | 3,
    terminalC: AwgColumn | null,
    deviceA: number,
  ) => number | null;
  /** The largest device that protects a conductor that may carry so much, A. */
  readonly mostDeviceA: (size: ConductorSize, capacityA: number) => number;
  /** Direct-current resistance, Ω per metre; null where it has no such size. */
  readonly ohmPerM: (size: ConductorSize, conductorC: number) => number | null;
  /**
   * The earth conductor that goes with so many sets of it, whose section is so many times what their current needs; null above
   * the tables.
   */
  readonly earthFor: (
    size: ConductorSize,
    deviceA: number,
    sets: number,
    enlargedBy: number,
  ) => ConductorSize | null;
  /** The smallest section that may share its current with another, mm². */
  readonly leastTogetherMm2: number;
  readonly sources: {
    readonly capacity: SourceRef;
    readonly ratings: SourceRef;
    readonly earth: SourceRef;
    readonly terminals: SourceRef;
    readonly protection: SourceRef;
    readonly current: SourceRef;
  };
};

/** The tables a wire goes by: those its sizes belong to. */
export function codeTablesOf({
  material,
  insulation,
}: Pick<CircuitWire, 'material' | 'insulation'>): CodeTables {
  const key = `${material} ${insulation}`;
  const known = TABLES.get(key);
  if (known !== undefined) return known;
  const { sizes, maxC, from } = INSULATION_KINDS.rows[insulation];
  const all = sizes === 'awg' ? awgTables(material, maxC === 90 ? 90 : 75) : mm2Tables(material, maxC);
  const tables = { ...all, sizes: all.sizes.slice(all.sizes.findIndex(({ size }) => size === from)) };
  TABLES.set(key, tables);
  return tables;
}

/** Made once for each metal and insulation there is. */
const TABLES = new Map<string, CodeTables>();

function awgTables(material: ConductorMaterial, maxC: AwgColumn): CodeTables {
  const columnOf = (size: ConductorSize, column: AwgColumn) =>
    size.by === 'awg' ? (AWG_AMPACITY.rows[material][size.size]?.[column] ?? null) : null;
  return {
    basis: 'us',
    sizes: AWG_SIZES.map((size) => ({ by: 'awg', size })),
    maxC,
    continuousFactor: CONTINUOUS.factor,
    arrayFactor: CONTINUOUS.factor,
    ratings: STANDARD_RATINGS.rows,
    fuseRatings: FUSE_RATINGS.rows,
    tableA: (size) => columnOf(size, maxC),
    factorsAt: ({ ambientC, carrying }) => {
      const ambient = AWG_AMBIENT.rows.find(({ toC }) => !isAbove(ambientC, toC, 'degC'))?.[maxC] ?? null;
      const together = AWG_TOGETHER.rows.find(({ to }) => carrying <= to)?.pct ?? null;
      return ambient === null || together === null ? null : { ambient, together: together / 100 };
    },
    terminalA: (size, _, terminalC, deviceA) => {
      const usualC = isAbove(deviceA, TERMINALS.upToA, 'A') ? TERMINALS.aboveC : TERMINALS.belowC;
      return columnOf(size, Math.min(terminalC ?? usualC, maxC) as AwgColumn);
    },
    mostDeviceA: (size, capacityA) => {
      // The next standard rating above what it may carry protects it as well, up to 800 A (240.4(B)).
      const next = STANDARD_RATINGS.rows.find((rating) => !isBelow(rating, capacityA, 'A'));
      const mostA = next === undefined || isAbove(next, NEXT_UP_TO_A, 'A') ? capacityA : next;
      const small = size.by === 'awg' ? smallLimitA(size.size, material) : undefined;
      return Math.min(mostA, small ?? Infinity);
    },
    ohmPerM: (size, conductorC) => {
      if (size.by !== 'awg') return null;
      const { atC, [material]: perKelvin } = TEMPERATURE_COEFFICIENTS.awg;
      const perKft = AWG_RESISTANCE.rows[size.size][material];
      return (perKft / (1000 * M_PER_FT)) * (1 + perKelvin * (conductorC - atC));
    },
    earthFor: (size, deviceA, sets, enlargedBy) => {
      const row = AWG_EARTH.rows.find(({ toA }) => !isAbove(deviceA, toA, 'A'));
      if (row === undefined || size.by !== 'awg') return null;
      // As much larger as the conductors of its circuit are for another reason than their current (250.122(B)).
      const leastMm2 = sectionMm2({ by: 'awg', size: row[material] }) * enlargedBy;
      const index = AWG_SIZES.findIndex(
        (each) => !isBelow(sectionMm2({ by: 'awg', size: each }), leastMm2, 'section'),
      );
      // Never larger than the conductors of its circuit (250.122(A)); of several sets in one raceway by the device alone (250.122(F)).
      const own = AWG_SIZES.indexOf(size.size);
      const chosen = sets === 1 && (index === -1 || index > own) ? own : index;
      const earth = AWG_SIZES[chosen];
      return earth === undefined ? null : { by: 'awg', size: earth };
    },
    leastTogetherMm2: sectionMm2({ by: 'awg', size: SHARING.least.awg }),
    sources: {
      capacity: AWG_AMPACITY.source,
      ratings: STANDARD_RATINGS.source,
      earth: AWG_EARTH.source,
      terminals: TERMINALS.source,
      protection: SMALL_CONDUCTORS.source,
      current: CONTINUOUS.supply,
    },
  };
}

/** Up to here the next standard rating above what a conductor may carry protects it, A (240.4(B) and (C)). */
const NEXT_UP_TO_A = 800;

/** Aluminium of the sizes whose copper is limited is limited lower (240.4(D)). */
function smallLimitA(size: AwgSize, material: ConductorMaterial): number | undefined {
  if (material === 'copper') return SMALL_CONDUCTORS.rows[size];
  return size === '12' ? 15 : size === '10' ? 25 : undefined;
}

/** Section of a protective conductor by that of its line conductor: equal, then 16 mm², then half (IEC 60364-5-54, Table 54.2). */
export function protectiveMm2(lineMm2: number): number {
  const { sameUpTo, thenUpTo } = MM2_EARTH;
  if (lineMm2 <= sameUpTo) return lineMm2;
  return lineMm2 <= thenUpTo ? sameUpTo : lineMm2 / 2;
}

function mm2Tables(material: ConductorMaterial, maxC: 70 | 90): CodeTables {
  return {
    basis: 'iec',
    sizes: MM2_SIZES.map((size) => ({ by: 'mm2', size })),
    maxC,
    continuousFactor: 1,
    arrayFactor: STRING_FUSE.least / BRIGHT_SUN.factor,
    ratings: MM2_RATINGS.rows,
    fuseRatings: MM2_RATINGS.rows,
    tableA: (size, loaded, installed) =>
      size.by === 'mm2'
        ? (MM2_CAPACITY.rows[material][maxC][loaded === 3 ? 3 : 2][installed][size.size] ?? null)
        : null,
    factorsAt: ({ ambientC, circuits }) => {
      const ambient = MM2_AMBIENT.rows.find(({ atC }) => !isAbove(ambientC, atC, 'degC'))?.[maxC] ?? null;
      // Above the table as for a group of unlike cables, which is on the safe side (B.52.5.2).
      const together = MM2_TOGETHER.rows.find(({ to }) => circuits <= to)?.factor ?? 1 / Math.sqrt(circuits);
      return ambient === null ? null : { ambient, together };
    },
    terminalA: (size, loaded, terminalC) => {
      const markedC = terminalC ?? TERMINALS_IEC.triedC;
      if (size.by !== 'mm2' || markedC >= maxC) return null;
      const triedA = MM2_CAPACITY.rows[material][70][loaded === 3 ? 3 : 2].conduit[size.size];
      if (triedA === undefined) return null;
      const { triedC, baseC } = TERMINALS_IEC;
      // Below what they are tried at: the heat a conductor makes grows with the square of its current.
      const cooler = Math.min(1, Math.sqrt((markedC - baseC) / (triedC - baseC)));
      return triedA * cooler;
    },
    mostDeviceA: (_, capacityA) => capacityA,
    ohmPerM: (size, conductorC) => {
      if (size.by !== 'mm2') return null;
      const { atC, [material]: perKelvin } = TEMPERATURE_COEFFICIENTS.mm2;
      const { class5, aluminium } = MM2_RESISTANCE.rows[size.size];
      const perKm = material === 'copper' ? class5 : aluminium;
      return perKm === null ? null : (perKm / 1000) * (1 + perKelvin * (conductorC - atC));
    },
    earthFor: (size, _, sets) => {
      if (size.by !== 'mm2') return null;
      const leastMm2 = protectiveMm2(sets * Number(size.size));
      const earth = MM2_SIZES.find((each) => Number(each) >= leastMm2);
      return earth === undefined ? null : { by: 'mm2', size: earth };
    },
    leastTogetherMm2: 0,
    sources: {
      capacity: MM2_CAPACITY.source,
      ratings: MM2_RATINGS.source,
      earth: MM2_EARTH.source,
      terminals: TERMINALS_IEC.source,
      protection: COORDINATION,
      current: COORDINATION,
    },
  };
}
