import type { Prepared } from '../check/prepared.ts';
import { query } from '../derive/query.ts';
import { setsOf, type Circuit, type CircuitEnd } from '../plan/circuit.ts';
import type { Terminal } from '../plan/gear-type.ts';
import type { Run } from '../plan/run.ts';
import { USUAL_DROP, type AwgColumn } from '../reference/conductors.ts';
import { bondSize, type BondSize } from './bond-size.ts';
import { carriedBy, isDirect, isSized, loadedOf, type Carried } from './carried.ts';
import { ambientAtEndsC, heldUndrawn, wayOf, type CircuitWay } from './circuit-way.ts';
import { carryingOf } from '../wireway/stretches.ts';
import type { ConductorSize } from './code-tables.ts';
import { lyingOf, type Lying } from './outside.ts';
import { sizeConductors, type Demand, type Sizing } from './sizing.ts';

/** A circuit with all that follows from what it says and where it lies. */
export type SizedCircuit = {
  readonly circuit: Circuit;
  readonly way: CircuitWay;
  /** Null where its kind has no current, or where nothing tells it. */
  readonly carried: Carried | null;
  readonly terminals: readonly CircuitTerminal[];
  /** What all its terminals are marked for; null where one is not. */
  readonly terminalC: AwgColumn | null;
  readonly mostDropPct: number | null;
  /** Null where it carries nothing that is known. */
  readonly sizing: Sizing | null;
  /** The size of its conductors, typed or chosen; null where nothing tells it. */
  readonly size: ConductorSize | null;
  readonly earth: ConductorSize | null;
};

export type CircuitTerminal = { readonly placement: string; readonly terminal: Terminal };

/** The drop a circuit is held to, %: its own, else the usual of its kind. */
function mostDropOf({ carries, mostDropPct }: Circuit): number | null {
  if (mostDropPct !== null) return mostDropPct;
  return carries in USUAL_DROP.rows ? USUAL_DROP.rows[carries as keyof typeof USUAL_DROP.rows] : null;
}

/** A circuit sized, by its id; null where there is none. */
export const sizedCircuit = query((prepared: Prepared, id: string): SizedCircuit | null => {
  const circuit = prepared.circuits.get(id);
  if (circuit === undefined) return null;
  const way = wayOf(prepared, circuit);
  const carried = isSized(circuit) ? carriedBy(prepared, circuit) : null;
  const terminals = terminalsOf(prepared, circuit);
  const terminalC = markedC([circuit.from, circuit.to], terminals);
  const mostDropPct = mostDropOf(circuit);
  const sizing =
    carried === null || mostDropPct === null
      ? null
      : sizeConductors({
          wire: circuit.wire,
          currentA: carried.currentA,
          operatingA: carried.operatingA,
          isContinuous: circuit.isContinuous,
          isArray: circuit.carries === 'array',
          isDirect: isDirect(circuit),
          voltageV: carried.voltageV,
          loaded: loadedOf(circuit),
          lengthM: way.lengthMm === null ? null : way.lengthMm / 1000,
          lies: liesOf(prepared, circuit, way),
          takesMm2: {
            least: Math.max(0, ...terminals.map(({ terminal }) => terminal.minMm2 ?? 0)),
            most: Math.min(...terminals.map(({ terminal }) => terminal.maxMm2 ?? Infinity), Infinity),
          },
          terminalC,
          protection: circuit.protection,
          mostDropPct,
        });
  const { size } = circuit.wire;
  const typed = size.by === 'awg' || size.by === 'mm2' ? size : null;
  return {
    circuit,
    way,
    carried,
    terminals,
    terminalC,
    mostDropPct,
    sizing,
    size:
      typed ??
      (size.by === 'program' ? (sizing?.chosen?.size ?? bondOf(prepared, circuit)?.size ?? null) : null),
    earth: sizing?.earth ?? null,
  };
});

/** The least conductor of a bond; null for what is none, and where nothing tells it. */
export function bondOf(prepared: Prepared, circuit: Circuit): BondSize | null {
  if (circuit.carries !== 'bond') return null;
  return bondSize(prepared, circuit, (id) => {
    const sized = sizedCircuit(prepared, id);
    return sized?.size == null ? null : { size: sized.size, earth: sized.earth };
  });
}

/** Where it lies; while its way is not known: alone, in the hottest air of the site and of its ends. */
function liesOf(prepared: Prepared, circuit: Circuit, { parts }: CircuitWay): Demand['lies'] {
  const totalMm = parts.reduce((sum, { lengthMm }) => sum + lengthMm, 0);
  if (parts.length > 0)
    return parts.map((part) => ({
      ...part,
      share: totalMm > 0 ? part.lengthMm / totalMm : 1 / parts.length,
    }));
  const ambientC = Math.max(prepared.plan.site.conditions.designHighTempC, ambientAtEndsC(prepared, circuit));
  const together = { carrying: carryingOf([circuit]), circuits: setsOf(circuit.wire) };
  return [{ ambientC, ...together, installed: heldUndrawn(circuit), share: 1 }];
}

function terminalsOf({ hung }: Prepared, { from, to }: Circuit): CircuitTerminal[] {
  return [from, to].flatMap((end) => {
    if (end.at !== 'gear' || end.terminal === null) return [];
    const terminal = hung.get(end.placement)?.type.terminals.find(({ id }) => id === end.terminal);
    return terminal === undefined ? [] : [{ placement: end.placement, terminal }];
  });
}

/** What all terminals of its gear are marked for; null where one is not. */
function markedC(ends: readonly CircuitEnd[], terminals: readonly CircuitTerminal[]): AwgColumn | null {
  const marked = terminals.flatMap(({ terminal }) => terminal.ratedC ?? []);
  const atGear = ends.filter(({ at }) => at === 'gear').length;
  return marked.length === 0 || marked.length < atGear ? null : (Math.min(...marked) as AwgColumn);
}

/** What of a circuit lies where it passes; null where an outside is not known. Another size or wire is what makes it another. */
export const lyingOfCircuit = query(
  (prepared: Prepared, id: string): readonly Lying[] | null => {
    const sized = sizedCircuit(prepared, id);
    return sized === null ? null : lyingOf(sized.circuit.wire, sized.size, sized.earth);
  },
  (a, b) => JSON.stringify(a) === JSON.stringify(b),
);

/** One cable of a run as it comes through a hole, and the circuit it belongs to. */
export type RunCable = { readonly circuit: string; readonly diameterMm: number };

/** The cables of a run, each conductor without a sheath a cable of its own; null where an outside is not known. */
export function cablesOf(prepared: Prepared, { circuits }: Run): readonly RunCable[] | null {
  const cables: RunCable[] = [];
  for (const circuit of circuits) {
    const lying = lyingOfCircuit(prepared, circuit);
    if (lying === null) return null;
    for (const { count, diameterMm } of lying)
      cables.push(...Array.from({ length: count }, () => ({ circuit, diameterMm })));
  }
  return cables;
}
