import type { Prepared } from '../check/prepared.ts';
import type { BodyType } from '../model/model.ts';
import type { Circuit, CircuitEnd, CircuitKind } from '../plan/circuit.ts';
import type { GearKind } from '../plan/gear-type.ts';
import { gearName, gearTypeName, stringName } from '../plan/names.ts';
import { told } from '../quantity/told.ts';
import type { WorkingInput } from '../working/working.ts';
import { BRIGHT_SUN, INVERTER_EFFICIENCY } from '../reference/conductors.ts';
import { stringsAt, type SeriesFigures } from '../string/module-figures.ts';

/** What a circuit carries, as a person said or as it follows from what it joins. */
export type Carried = {
  /** The highest it carries for long, A; of an array for bright sun. */
  readonly currentA: number;
  /** In operation, A. */
  readonly operatingA: number;
  /** In operation, V; null where nothing tells it. */
  readonly voltageV: number | null;
  /** How the current was found. */
  readonly formula: string;
  readonly inputs: readonly WorkingInput[];
};

/** Kinds that conductors are not sized by current for. */
const UNSIZED: ReadonlySet<CircuitKind> = new Set(['unsaid', 'bond', 'data']);

export function isSized(circuit: Pick<Circuit, 'carries'>): boolean {
  return !UNSIZED.has(circuit.carries);
}

/** Kinds that carry direct current. */
const DIRECT: ReadonlySet<CircuitKind> = new Set(['array', 'battery', 'dc-load']);

export function isDirect(circuit: Pick<Circuit, 'carries'>): boolean {
  return DIRECT.has(circuit.carries);
}

/** Gear that current only passes through: it is what the circuit on the other side of it carries. */
const PASSES_ON: ReadonlySet<string> = new Set([
  'disconnect',
  'fuse-holder',
  'junction-box',
  'combiner',
  'transfer-switch',
]);

export function isInverter(kind: GearKind): boolean {
  return kind === 'inverter' || kind === 'gang-inverter';
}

/** Three conductors that carry an alternating current are three phases. */
export function loadedOf({ carries, wire }: Pick<Circuit, 'carries' | 'wire'>): 2 | 3 {
  return (carries === 'ac-in' || carries === 'ac-out') && wire.carrying === 3 ? 3 : 2;
}

/** Null where nothing tells its current: then somebody has to say it. */
export function carriedBy(prepared: Prepared, circuit: Circuit): Carried | null {
  if (!isSized(circuit)) return null;
  const found = followed(prepared, circuit);
  const voltageV = circuit.voltageV ?? found?.voltageV ?? null;
  const carried = asSaid(circuit) ?? found;
  return carried === null ? null : { ...carried, voltageV };
}

/** Null where nobody typed a current. */
function asSaid({ currentA, voltageV }: Circuit): Carried | null {
  if (currentA === null) return null;
  return {
    currentA,
    operatingA: currentA,
    voltageV,
    formula: 'I as somebody said',
    inputs: [amps('I', 'Current it carries, as somebody said', currentA)],
  };
}

/** What follows from what it joins, whatever was typed; null where nothing tells it. */
export function followedBy(prepared: Prepared, circuit: Circuit): Carried | null {
  return isSized(circuit) ? followed(prepared, circuit) : null;
}

/** By what it joins; else along the gear that only passes it on, as long as one circuit of the kind leads on at each. */
function followed(prepared: Prepared, first: Circuit): Carried | null {
  const seen = new Set<string>();
  let ahead: Circuit[] = [first];
  while (ahead.length > 0) {
    const next: Circuit[] = [];
    for (const circuit of ahead) {
      seen.add(circuit.id);
      const found = (circuit === first ? null : asSaid(circuit)) ?? byItsEnds(prepared, circuit);
      if (found !== null) return found;
      for (const end of [circuit.from, circuit.to]) {
        const other = circuitBeyond(prepared, circuit, end);
        if (other !== undefined && !seen.has(other.id)) next.push(other);
      }
    }
    ahead = next;
  }
  return null;
}

/** The one other circuit of its kind at gear that passes it on; undefined where none is or several are. */
export function circuitBeyond(prepared: Prepared, circuit: Circuit, end: CircuitEnd): Circuit | undefined {
  const type = typeAt(prepared, end);
  if (end.at !== 'gear' || type === undefined || !PASSES_ON.has(type.kind)) return undefined;
  const others = prepared.circuitsOfGear
    .get(end.placement)
    .filter(({ id, carries }) => id !== circuit.id && carries === circuit.carries);
  return others.length === 1 ? others[0] : undefined;
}

function typeAt({ hung }: Prepared, end: CircuitEnd): BodyType | undefined {
  return end.at === 'gear' ? hung.get(end.placement)?.type : undefined;
}

function byItsEnds(prepared: Prepared, circuit: Circuit): Carried | null {
  const ends = [circuit.from, circuit.to];
  switch (circuit.carries) {
    case 'array':
      return ofModules(prepared, ends);
    case 'battery':
      return ofBattery(prepared, ends);
    case 'ac-out':
      return ofTrunk(prepared, ends) ?? ofInverter(prepared, ends, loadedOf(circuit));
    default:
      return null;
  }
}

/** Strings side by side: their currents add, and they work at the voltage of the lowest. */
function ofModules(prepared: Prepared, ends: readonly CircuitEnd[]): Carried | null {
  const strings = ends.map((end) => stringsAt(prepared, end)).find((each) => each !== null) ?? [];
  const [first] = strings.filter(({ count }) => count > 0);
  if (first === undefined) return null;
  const sum = (of: (string: SeriesFigures) => number) => strings.reduce((all, each) => all + of(each), 0);
  const isAlike = strings.every(({ iscA }) => iscA === first.iscA);
  return {
    currentA: BRIGHT_SUN.factor * sum(({ iscA }) => iscA),
    operatingA: sum(({ impA }) => impA),
    voltageV: Math.min(...strings.map(({ vmpV }) => vmpV)),
    formula: isAlike ? 'I = 1.25 · strings · Isc' : 'I = 1.25 · (Isc of all strings)',
    inputs: [
      ...(isAlike
        ? [
            amps(
              'Isc',
              told('Short-circuit current of {type}', { type: gearTypeName(first.types[0] ?? '') }),
              first.iscA,
            ),
          ]
        : strings.map(({ iscA }, index) =>
            amps(`Isc${index + 1}`, 'Short-circuit current of a string', iscA),
          )),
      { symbol: 'strings', name: 'Strings side by side', value: { value: strings.length, unit: 'count' } },
      { symbol: '1.25', name: 'For bright sun', value: { value: BRIGHT_SUN.factor, unit: 'ratio' } },
    ],
  };
}

function ofBattery(prepared: Prepared, ends: readonly CircuitEnd[]): Carried | null {
  const types = ends.flatMap((end) => {
    const type = typeAt(prepared, end);
    return type === undefined || end.at !== 'gear' ? [] : [{ type, placement: end.placement }];
  });
  const battery = types.find(({ type }) => type.kind === 'battery');
  const user = types.find(({ type }) => type.kind !== 'battery');
  const lowV = battery?.type.ratings.minVoltageV ?? user?.type.ratings.minVoltageV ?? null;
  if (user === undefined) return null;
  const { kind, ratings } = user.type;
  const name = gearName(user.placement);
  if (kind === 'charge-controller' && ratings.maxCurrentA !== null) {
    return {
      currentA: ratings.maxCurrentA,
      operatingA: ratings.maxCurrentA,
      voltageV: battery?.type.ratings.minVoltageV ?? null,
      formula: 'I = continuous output of the controller',
      inputs: [amps('I', told('Continuous output of {name}', { name }), ratings.maxCurrentA)],
    };
  }
  if (isInverter(kind) && ratings.powerW !== null && lowV !== null) {
    const efficiencyPct = ratings.efficiencyPct ?? INVERTER_EFFICIENCY.pct;
    const currentA = ratings.powerW / lowV / (efficiencyPct / 100);
    return {
      currentA,
      operatingA: currentA,
      voltageV: lowV,
      formula: 'I = P ÷ (lowest battery voltage · efficiency)',
      inputs: [
        {
          symbol: 'P',
          name: told('Continuous power of {name}', { name }),
          value: { value: ratings.powerW, unit: 'W' },
        },
        { symbol: 'V', name: 'Lowest voltage of the battery', value: { value: lowV, unit: 'V' } },
        {
          symbol: 'efficiency',
          name:
            ratings.efficiencyPct === undefined
              ? 'Of the inverter: nobody said it, so as usual'
              : 'Of the inverter, at full output and lowest voltage',
          value: { value: efficiencyPct, unit: 'percent' },
        },
      ],
    };
  }
  return null;
}

/** A trunk carries what the inverters at its modules give together. */
function ofTrunk(prepared: Prepared, ends: readonly CircuitEnd[]): Carried | null {
  const ids = ends.flatMap((end) => (end.at === 'strings' ? end.strings : []));
  const trunks = ids.flatMap((id) => {
    const string = prepared.moduleStrings.get(id);
    const type = string?.wired.as === 'trunk' ? prepared.gearTypes.get(string.wired.inverter) : undefined;
    const eachA = type?.ratings.maxCurrentA ?? null;
    return string === undefined || type === undefined || eachA === null
      ? []
      : [{ id, type, eachA, count: string.modules.length }];
  });
  const [first] = trunks;
  if (first === undefined) return null;
  const currentA = trunks.reduce((sum, { eachA, count }) => sum + eachA * count, 0);
  const { powerW, voltsToGroundV } = first.type.ratings;
  return {
    currentA,
    operatingA: currentA,
    voltageV: powerW === null ? voltsToGroundV : powerW / first.eachA,
    formula: 'I = inverters · output of each',
    inputs: trunks.flatMap(({ id, eachA, count }) => [
      {
        symbol: 'inverters',
        name: told('On {string}', { string: stringName(id) }),
        value: { value: count, unit: 'count' } as const,
      },
      amps('output', 'Continuous output of each', eachA),
    ]),
  };
}

/** Below this power ÷ current is no mains voltage: the current stated is that of the battery side. */
const LEAST_MAINS_V = 100;

function ofInverter(prepared: Prepared, ends: readonly CircuitEnd[], loaded: 2 | 3): Carried | null {
  for (const end of ends) {
    const type = typeAt(prepared, end);
    if (end.at !== 'gear' || type === undefined || !isInverter(type.kind)) continue;
    const { maxCurrentA, powerW, voltsToGroundV } = type.ratings;
    const name = gearName(end.placement);
    const phases = loaded === 3 ? Math.sqrt(3) : 1;
    const statedV = maxCurrentA === null || powerW === null ? null : powerW / maxCurrentA / phases;
    if (maxCurrentA !== null && (statedV === null || statedV >= LEAST_MAINS_V)) {
      return {
        currentA: maxCurrentA,
        operatingA: maxCurrentA,
        voltageV: statedV ?? voltsToGroundV,
        formula: 'I = continuous output of the inverter',
        inputs: [amps('I', told('Continuous output of {name}', { name }), maxCurrentA)],
      };
    }
    if (powerW === null || voltsToGroundV === null) continue;
    // Of three phases each carries a third, at its voltage to ground.
    const currentA = powerW / voltsToGroundV / (loaded === 3 ? 3 : 1);
    return {
      currentA,
      operatingA: currentA,
      voltageV: voltsToGroundV * phases,
      formula: loaded === 3 ? 'I = P ÷ (3 · V)' : 'I = P ÷ V',
      inputs: [
        {
          symbol: 'P',
          name: told('Continuous power of {name}', { name }),
          value: { value: powerW, unit: 'W' },
        },
        { symbol: 'V', name: 'Voltage of its output to ground', value: { value: voltsToGroundV, unit: 'V' } },
      ],
    };
  }
  return null;
}

function amps(symbol: string, name: WorkingInput['name'], value: number): WorkingInput {
  return { symbol, name, value: { value, unit: 'A' } };
}
