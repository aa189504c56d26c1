import { type Insulation } from '../reference/conductor-sizes.ts';
import type { Circuit, CircuitKind, CircuitWire } from '../plan/circuit.ts';
import type { Plan } from '../plan/plan.ts';
import type { Run } from '../plan/run.ts';
import { ofTrade } from '../quantity/trade-size.ts';

/** What a new run starts from: clipped to its faces, a foot left at each end (practice). */
export function newRun(
  codeBasis: Plan['codeBasis'],
): Pick<Run, 'laid' | 'via' | 'raisedMm' | 'slackEachEndMm'> {
  return { laid: { as: 'clipped' }, via: [], raisedMm: 0, slackEachEndMm: ofTrade(codeBasis, 300) };
}

/** What is usual for a kind of circuit in a code world: array wire outdoors, building wire for the rest. */
export function usualInsulation(codeBasis: Plan['codeBasis'], carries: CircuitKind): Insulation {
  if (carries === 'array') return codeBasis === 'us' ? 'pv-wire' : 'pv-cable';
  return codeBasis === 'us' ? 'thhn' : 'pvc';
}

/** The wire of a kind of circuit until somebody says otherwise: two conductors of copper, sized by the program. */
export function usualWire(codeBasis: Plan['codeBasis'], carries: CircuitKind): CircuitWire {
  const isOneConductor = carries === 'bond';
  return {
    made: { as: 'singles' },
    count: isOneConductor ? 1 : 2,
    carrying: isOneConductor || carries === 'data' ? 0 : 2,
    hasEarth: carries === 'ac-in' || carries === 'ac-out' || carries === 'array',
    material: 'copper',
    insulation: usualInsulation(codeBasis, carries),
    size: { by: 'program' },
  };
}

/** A circuit as it starts: between two ends, of a kind, with all else as usual. */
export function newCircuit(
  codeBasis: Plan['codeBasis'],
  parts: Pick<Circuit, 'id' | 'name' | 'carries' | 'from' | 'to'> &
    Partial<Omit<Circuit, 'wire'>> & { readonly wire?: Partial<CircuitWire> },
): Circuit {
  const { wire, ...more } = parts;
  return {
    currentA: null,
    voltageV: null,
    isContinuous: true,
    protection: { by: 'program' },
    mostDropPct: null,
    stretches: [],
    lengthMm: null,
    ...more,
    wire: { ...usualWire(codeBasis, parts.carries), ...wire },
  };
}

/** Where a fuse bolted to a battery’s terminal stands: a lug and its bolt away, mm (practice). */
export const AT_TERMINAL_MM = 100;

/** Gear as the end of a circuit. */
export function atGear(placement: string, terminal: string | null = null): Circuit['from'] {
  return { at: 'gear', placement, terminal };
}
