import { type Insulation } from '../reference/conductor-sizes.ts';
import type { Prepared } from '../check/prepared.ts';
import { query } from '../derive/query.ts';
import { setsOf, type Circuit, type CircuitKind } from '../plan/circuit.ts';
import type { GearKind } from '../plan/gear-type.ts';
import type { Plan } from '../plan/plan.ts';
import { mmFromFeet } from '../quantity/convert.ts';
import { INSULATION_KINDS, METAL_DENSITY, type ConductorMaterial } from '../reference/conductors.ts';
import { practice, published, type SourceRef } from '../reference/source.ts';
import type { Working } from '../working/working.ts';
import { bondOf, sizedCircuit, type SizedCircuit } from './circuit-sizing.ts';
import type { WayPart } from './circuit-way.ts';
import { sectionMm2, type ConductorSize } from './code-tables.ts';
import { isInverter } from './carried.ts';
import { highestV } from './highest-voltage.ts';
import {
  bondWorking,
  capacityWorking,
  currentWorking,
  dropWorking,
  protectionWorking,
  sizeWords,
  terminalsWorking,
} from './sizing-working.ts';
import type { Candidate, Requirement } from './sizing.ts';
import { terminationsOf, type Termination } from './terminations.ts';

/** A size as a circuit would have it, as far as it is shown beside the others. */
export type SizeStep = Pick<
  Candidate,
  'size' | 'dropPct' | 'dropV' | 'conductorC' | 'capacityA' | 'fails' | 'stretches'
> & {
  /** Copper or aluminium of all its conductors, without earth, kg; null while its length is not known. */
  readonly metalKg: number | null;
  /** What this size has more of it than the next smaller; null for the smallest. */
  readonly moreKg: number | null;
};

/** One circuit of the schedule: all figures that follow from what it says and where it lies. */
export type CircuitLine = {
  readonly circuit: string;
  readonly carries: CircuitKind;
  /** Null where nothing tells it. */
  readonly currentA: number | null;
  readonly operatingA: number | null;
  readonly designA: number | null;
  readonly voltageV: number | null;
  /** The highest it reaches: modules open in the coldest air, a full battery; null where nothing tells it. */
  readonly highestV: number | null;
  /** One way, as each conductor is cut; null while its way is not known. */
  readonly lengthMm: number | null;
  readonly parts: readonly WayPart[];
  readonly unrouted: readonly string[];
  readonly size: ConductorSize | null;
  readonly earth: ConductorSize | null;
  readonly deviceA: number | null;
  readonly capacityA: number | null;
  readonly dropV: number | null;
  readonly dropPct: number | null;
  readonly mostDropPct: number | null;
  readonly conductorC: number | null;
  /** What the next smaller size is too small for, where the program chose. */
  readonly because: readonly Requirement[];
  /** How its conductors end at terminals of gear. */
  readonly ends: readonly Termination[];
};

/** A circuit’s line, by its id; null where there is none. */
export const circuitLine = query(
  (prepared: Prepared, id: string): CircuitLine | null => {
    const sized = sizedCircuit(prepared, id);
    if (sized === null) return null;
    const { circuit, way, carried, sizing, size, earth, mostDropPct } = sized;
    const chosen = sizing?.chosen ?? null;
    return {
      circuit: id,
      carries: circuit.carries,
      currentA: carried?.currentA ?? null,
      operatingA: carried?.operatingA ?? null,
      designA: sizing?.designA ?? null,
      voltageV: carried?.voltageV ?? circuit.voltageV,
      highestV: highestV(prepared, circuit),
      lengthMm: way.lengthMm,
      parts: way.parts,
      unrouted: way.unrouted,
      size,
      earth,
      deviceA: sizing?.deviceA ?? null,
      capacityA: chosen === null ? null : Math.min(chosen.capacityA, chosen.terminalA ?? Infinity),
      dropV: chosen?.dropV ?? null,
      dropPct: chosen?.dropPct ?? null,
      mostDropPct,
      conductorC: chosen?.conductorC ?? null,
      because: sizing?.because ?? [],
      ends: terminationsOf(prepared, id) ?? [],
    };
  },
  (a, b) => JSON.stringify(a) === JSON.stringify(b),
);

/** What is shown of one circuit that is looked at: how its figures were found, and every size as it would have it. */
export type CircuitDetail = { readonly workings: readonly Working[]; readonly steps: readonly SizeStep[] };

export function circuitDetail(prepared: Prepared, id: string): CircuitDetail {
  const sized = sizedCircuit(prepared, id);
  if (sized === null) return { workings: [], steps: [] };
  const at = sized.sizing?.chosen ?? sized.sizing?.smallest ?? null;
  const bond = bondOf(prepared, sized.circuit);
  const workings = [
    bond === null ? null : bondWorking(prepared, sized.circuit, bond),
    currentWorking(sized),
    ...(at === null
      ? []
      : [
          capacityWorking(sized, at),
          terminalsWorking(sized, at),
          protectionWorking(sized, at),
          dropWorking(sized, at),
        ]),
  ].filter((working) => working !== null);
  return { workings, steps: stepsOf(sized) };
}

/** Every size its table has, smallest first. */
function stepsOf({ circuit: { wire }, way: { lengthMm }, sizing }: SizedCircuit): SizeStep[] {
  let beforeKg: number | null = null;
  return (sizing?.candidates ?? []).map((candidate) => {
    const metalKg =
      lengthMm === null
        ? null
        : metalOf(wire.material, sectionMm2(candidate.size), setsOf(wire) * wire.count * lengthMm);
    const moreKg = metalKg === null || beforeKg === null ? null : metalKg - beforeKg;
    beforeKg = metalKg;
    return { ...stepOf(candidate), metalKg, moreKg };
  });
}

/** What so much conductor weighs, kg; a strand’s lay adds some percent. */
export function metalOf(material: ConductorMaterial, areaMm2: number, lengthMm: number): number {
  return (areaMm2 * lengthMm * METAL_DENSITY[material].kgPerM3) / 1e9;
}

function stepOf({
  size,
  dropPct,
  dropV,
  conductorC,
  fails,
  stretches,
  capacityA,
  terminalA,
}: Candidate): Omit<SizeStep, 'metalKg' | 'moreKg'> {
  // As far as its terminals let it.
  return {
    size,
    dropPct,
    dropV,
    conductorC,
    capacityA: Math.min(capacityA, terminalA ?? Infinity),
    fails,
    stretches,
  };
}

/** A point along a circuit’s way. */
export type AlongWay = { readonly alongMm: number; readonly volts: number; readonly conductorC: number };

/** Voltage and heat along a way for one of its sizes, with a point at both ends of each part; empty where they are not known. */
export function alongWay({ parts, voltageV, lengthMm }: CircuitLine, { stretches }: SizeStep): AlongWay[] {
  if (voltageV === null || lengthMm === null) return [];
  let [alongMm, volts] = [0, voltageV];
  return parts.flatMap((part, index) => {
    const { conductorC = 0, dropV = 0 } = stretches[index] ?? {};
    const start = { alongMm, volts, conductorC };
    alongMm += part.lengthMm;
    volts -= dropV ?? 0;
    return [start, { alongMm, volts, conductorC }];
  });
}

/** The least voltage at its far end; null where it is not held to one. */
export function leastVoltageV({ voltageV, mostDropPct }: CircuitLine): number | null {
  return voltageV === null || mostDropPct === null ? null : voltageV * (1 - mostDropPct / 100);
}

/** Whether all is known of a circuit that its conductors are cut by. */
export function isWired({ carries, size, lengthMm }: CircuitLine): boolean {
  const isOfNoSize = carries === 'unsaid' || (size === null && carries !== 'data');
  return !isOfNoSize && lengthMm !== null;
}

/** Conductors of one sort, all circuits together: what is bought on drums and coils. */
export type DrumLine = {
  readonly material: ConductorMaterial;
  readonly insulation: Insulation;
  readonly size: ConductorSize;
  /** Of conductors that are cables with a sheath: how many conductors one has; null of single conductors. */
  readonly cores: number | null;
  readonly lengthMm: number;
  readonly circuits: readonly string[];
};

/** What conductors come to, sort by sort, in the plan’s order; circuits whose length or size is not known are left out. */
export function drumLines(circuits: readonly Circuit[], lines: readonly CircuitLine[]): DrumLine[] {
  const byId = new Map(circuits.map((circuit) => [circuit.id, circuit]));
  const drums = new Map<string, DrumLine>();
  const add = (circuit: Circuit, size: ConductorSize, cores: number | null, lengthMm: number) => {
    const { material, insulation } = circuit.wire;
    const key = JSON.stringify([material, insulation, size, cores]);
    const before = drums.get(key);
    drums.set(key, {
      material,
      insulation,
      size,
      cores,
      lengthMm: (before?.lengthMm ?? 0) + lengthMm,
      circuits: [...new Set([...(before?.circuits ?? []), circuit.id])],
    });
  };
  for (const { circuit: id, lengthMm, size, earth } of lines) {
    const circuit = byId.get(id);
    if (circuit === undefined || lengthMm === null || size === null) continue;
    const { made, count, hasEarth } = circuit.wire;
    const sets = setsOf(circuit.wire);
    if (made.as === 'cable') add(circuit, size, count + (hasEarth ? 1 : 0), sets * lengthMm);
    else {
      add(circuit, size, null, sets * count * lengthMm);
      if (earth !== null) add(circuit, earth, null, lengthMm);
    }
  }
  return [...drums.values()];
}

/** How many labels there are to make. */
export function labelCount(labels: readonly WireLabel[]): number {
  return labels.reduce((sum, { count }) => sum + count, 0);
}

/** A conductor as it is bought: “6 AWG THHN/THWN-2, copper”. */
export function conductorWords({
  size,
  insulation,
  material,
  cores,
}: Omit<DrumLine, 'lengthMm' | 'circuits'>): string {
  const made = cores === null ? '' : `${cores} × `;
  return `${made}${sizeWords(size)} ${INSULATION_KINDS.rows[insulation].words}, ${material}`;
}

/** A label to be made and put up. */
export type WireLabel = {
  readonly text: string;
  readonly where:
    | 'at each end'
    | 'along the way'
    | 'at the disconnect'
    | 'at the panel'
    | 'at the supply'
    | 'at the supply, once it is fitted';
  /** Null for a warning that stands for all. */
  readonly circuit: string | null;
  readonly count: number;
  readonly source: SourceRef;
};

/** How far apart the labels of array wiring may be. */
const LABELS = {
  us: {
    text: 'SOLAR PV DC CIRCUIT',
    everyMm: mmFromFeet(10),
    source: published('NEC (NFPA 70)', '690.31(D)(2)', '2023'),
  },
  iec: {
    text: 'SOLAR d.c.',
    everyMm: 5000,
    source: practice('Array wiring is marked at both ends and every 5 m along it'),
  },
} as const;

/** What of a plan its labels follow from. */
type LabelledPlan = Pick<Plan, 'circuits' | 'codeBasis' | 'placements' | 'gearTypes' | 'runs' | 'site'>;

/** The labels of every circuit: its name at both ends, and of array wiring what the code basis asks along its way. */
export function wireLabels(plan: LabelledPlan, lines: readonly CircuitLine[]): WireLabel[] {
  return [...circuitLabels(plan, lines), ...warningLabels(plan, lines)];
}

/** The warnings that stand at devices, as the code basis words them (from memory). */
const WARNINGS = {
  us: {
    open: 'WARNING: ELECTRIC SHOCK HAZARD. TERMINALS ON THE LINE AND LOAD SIDES MAY BE ENERGIZED IN THE OPEN POSITION',
    openSource: published('NEC (NFPA 70)', '690.13(B)', '2023'),
    most: 'MAXIMUM DC VOLTAGE',
    mostSource: published('NEC (NFPA 70)', '690.7(D)', '2023'),
    name: 'PV SYSTEM DISCONNECT',
    nameSource: published('NEC (NFPA 70)', '690.13(B)', '2023'),
    output: 'SOLAR PV OUTPUT, RATED AC CURRENT AND NOMINAL VOLTAGE',
    outputSource: published('NEC (NFPA 70)', '690.54', '2023'),
    move: 'WARNING: POWER SOURCE OUTPUT CONNECTION. DO NOT RELOCATE THIS OVERCURRENT DEVICE',
    moveSource: published('NEC (NFPA 70)', '705.12(B)(3)(2)', '2020'),
    rapid: 'SOLAR PV SYSTEM IS EQUIPPED WITH RAPID SHUTDOWN',
    rapidSource: published('NEC (NFPA 70)', '690.12(D)', '2023'),
    supply: 'PHOTOVOLTAIC POWER SOURCE: SECOND SUPPLY IN THIS BUILDING',
    supplySource: published('NEC (NFPA 70)', '705.10', '2023'),
  },
  iec: {
    open: 'SOLAR d.c.: LIVE PARTS CAN REMAIN ENERGISED AFTER ISOLATION',
    openSource: published('IEC 62548', 'Signs and labels', '2016'),
    most: 'HIGHEST d.c. VOLTAGE',
    mostSource: published('IEC 62548', 'Signs and labels', '2016'),
    name: 'SOLAR d.c. ISOLATOR',
    nameSource: published('IEC 62548', 'Signs and labels', '2016'),
    output: 'SOLAR OUTPUT, RATED a.c. CURRENT AND VOLTAGE',
    outputSource: published('IEC 60364-7-712', 'Signs', '2017'),
    move: null,
    moveSource: published('IEC 60364-7-712', 'Signs', '2017'),
    rapid: null,
    rapidSource: published('IEC 60364-7-712', 'Signs', '2017'),
    supply: 'WARNING: TWO SUPPLIES. ISOLATE BOTH BEFORE WORK',
    supplySource: published('IEC 60364-7-712', 'Signs', '2017'),
  },
} as const;

/** Those the job’s array, disconnects, panels and supply ask for. */
function warningLabels(
  { circuits, codeBasis, placements, gearTypes, runs, site }: LabelledPlan,
  lines: readonly CircuitLine[],
): WireLabel[] {
  const words = WARNINGS[codeBasis];
  const arrays = circuits.filter(({ carries }) => carries === 'array');
  if (arrays.length === 0) return [];
  const kinds = new Map(gearTypes.map(({ id, kind }) => [id, kind]));
  const typeOf = new Map(placements.map(({ id, type }) => [id, type]));
  const gearOf = (some: readonly Circuit[]) => {
    const ids = new Set(some.map(({ id }) => id));
    const ends = some.flatMap(({ from, to }) => [from, to]);
    const ports = runs.filter((run) => run.circuits.some((id) => ids.has(id)));
    return new Set([
      ...ends.flatMap((end) => (end.at === 'gear' ? [end.placement] : [])),
      ...ports.flatMap(({ from, to }) => [from.placement, to.placement]),
    ]);
  };
  const hangs = (kind: GearKind, of: ReadonlySet<string>) =>
    placements.filter(({ id, type }) => kinds.get(type) === kind && of.has(id)).length;
  // What opens direct current of the array; a disconnect of alternating current says nothing of it.
  const dcDisconnects = hangs('disconnect', gearOf(arrays));
  const outputs = circuits.filter(({ carries }) => carries === 'ac-out');
  const panels = new Set(
    placements.flatMap(({ id, type }) => (kinds.get(type) === 'load-centre' ? [id] : [])),
  );
  const fedBreakers = outputs.filter(({ to }) => to.at === 'gear' && panels.has(to.placement)).length;
  // What the array gives to a supply: of inverters it leads to, and of trunks; what only passes it on counts once.
  const sunlit = gearOf(arrays);
  const fromSun = outputs.filter(({ from }) =>
    from.at === 'gear'
      ? sunlit.has(from.placement) && isInverter(kinds.get(typeOf.get(from.placement) ?? '') ?? 'other')
      : from.at === 'strings',
  );
  const byCircuit = new Map(lines.map((line) => [line.circuit, line]));
  const most = (some: readonly Circuit[], of: (line: CircuitLine) => number | null) =>
    Math.max(
      0,
      ...some.map(({ id }) => byCircuit.get(id)).map((line) => (line === undefined ? 0 : (of(line) ?? 0))),
    );
  const volts = (value: number) => (value === 0 ? '____' : String(Math.ceil(value - 1e-6)));
  const outA = fromSun.reduce((sum, { id }) => sum + (byCircuit.get(id)?.currentA ?? 0), 0);
  const hasSupply = circuits.some(
    ({ carries, from, to }) =>
      carries === 'ac-in' || [from, to].some((end) => end.at === 'outside' && end.what === 'supply'),
  );
  const label = (text: string, where: WireLabel['where'], count: number, source: SourceRef): WireLabel[] =>
    count === 0 ? [] : [{ text, where, circuit: null, count, source }];
  return [
    ...label(words.name, 'at the disconnect', dcDisconnects, words.nameSource),
    ...label(words.open, 'at the disconnect', dcDisconnects, words.openSource),
    ...label(
      `${words.most}: ${volts(most(arrays, ({ voltageV }) => voltageV))} V IN OPERATION, ${volts(most(arrays, ({ highestV: highest }) => highest))} V OPEN IN THE COLD`,
      'at the disconnect',
      dcDisconnects,
      words.mostSource,
    ),
    ...label(
      `${words.output}: ${outA === 0 ? '____' : (Math.round(outA * 10) / 10).toString()} A, ${volts(Math.round(most(fromSun, ({ voltageV }) => voltageV)))} V`,
      'at the supply',
      hasSupply && fromSun.length > 0 ? 1 : 0,
      words.outputSource,
    ),
    ...(words.move === null ? [] : label(words.move, 'at the panel', fedBreakers, words.moveSource)),
    // A label that says so before it is so misleads who fights a fire.
    ...(words.rapid === null || site.setting === 'mobile'
      ? []
      : label(words.rapid, 'at the supply, once it is fitted', 1, words.rapidSource)),
    ...label(words.supply, 'at the supply', hasSupply ? 1 : 0, words.supplySource),
  ];
}

function circuitLabels(
  { circuits, codeBasis }: Pick<Plan, 'circuits' | 'codeBasis'>,
  lines: readonly CircuitLine[],
): WireLabel[] {
  const lengths = new Map(lines.map(({ circuit, lengthMm }) => [circuit, lengthMm]));
  return circuits.flatMap((circuit): WireLabel[] => {
    const { id, name, carries, wire } = circuit;
    const conductors =
      wire.made.as === 'cable' ? setsOf(wire) : setsOf(wire) * wire.count + (wire.hasEarth ? 1 : 0);
    const own: WireLabel = {
      text: name,
      where: 'at each end',
      circuit: id,
      count: 2 * conductors,
      source: practice('Every conductor carries its circuit’s name at both ends'),
    };
    const lengthMm = lengths.get(id) ?? null;
    if (carries !== 'array' || lengthMm === null) return [own];
    const { text, everyMm, source } = LABELS[codeBasis];
    return [
      own,
      { text, where: 'along the way', circuit: id, count: Math.ceil(lengthMm / everyMm) + 1, source },
    ];
  });
}
