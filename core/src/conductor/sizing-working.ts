import { setsOf, type Circuit } from '../plan/circuit.ts';
import { circuitName } from '../plan/names.ts';
import { told, type Told } from '../quantity/told.ts';
import { BRIGHT_SUN, EARTHING, ROOF_ADDER, STRING_FUSE, TERMINALS } from '../reference/conductors.ts';
import { practice, type SourceRef } from '../reference/source.ts';
import type { Working, WorkingInput } from '../working/working.ts';
import type { Prepared } from '../check/prepared.ts';
import type { BondSize } from './bond-size.ts';
import { loadedOf } from './carried.ts';
import type { SizedCircuit } from './circuit-sizing.ts';
import { codeTablesOf, sectionMm2, type ConductorSize } from './code-tables.ts';
import type { Candidate } from './sizing.ts';

/** A size as it is told: #8, 4 mm². */
export function sizeWords(size: ConductorSize): string {
  if (size.by === 'mm2') return `${size.size} mm²`;
  return Number(size.size) >= 250 ? `${size.size} kcmil` : `${size.size} AWG`;
}

/** Where a circuit’s current comes from. */
export function currentWorking({ circuit, carried, sizing }: SizedCircuit): Working | null {
  if (carried === null || sizing === null) return null;
  const factor = sizing.designA / carried.currentA;
  return {
    title: told('What {circuit} carries', { circuit: circuitName(circuit.id) }),
    formula: `${carried.formula};  design current = I · ${factor.toFixed(2)}`,
    inputs: [
      ...carried.inputs.filter(({ symbol }) => symbol !== 'I'),
      carried.inputs.find(({ symbol }) => symbol === 'I') ??
        amps('I', 'Highest current for long', carried.currentA),
    ],
    result: { name: 'Design current of conductor and device', value: { value: sizing.designA, unit: 'A' } },
    source: currentSource(circuit),
    notes: [
      circuit.isContinuous
        ? 'Carried for three hours or more: the continuous factor of its code world is in the design current.'
        : 'Said not to be carried for three hours: no continuous factor.',
    ],
  };
}

/** Of an array by the sun there may be; of the rest by its continuous factor. */
function currentSource({ carries, wire }: Circuit): SourceRef {
  const { basis, sources } = codeTablesOf(wire);
  if (carries !== 'array') return sources.current;
  return basis === 'us' ? BRIGHT_SUN.source : STRING_FUSE.source;
}

/** What its terminals let it carry. */
export function terminalsWorking(
  { circuit, sizing, terminalC }: SizedCircuit,
  candidate: Candidate,
): Working | null {
  if (sizing === null || candidate.terminalA === null) return null;
  const { basis, sources } = codeTablesOf(circuit.wire);
  const most = { value: TERMINALS.upToA, unit: 'A' } as const;
  return {
    title: told('{size} at the terminals of {circuit}', {
      size: sizeWords(candidate.size),
      circuit: circuitName(circuit.id),
    }),
    formula: 'by the table at the temperature of the terminals, without factors ≥ design current',
    inputs: [amps('design current', 'Of conductor and device', sizing.designA)],
    result: { name: 'What they let it carry', value: { value: candidate.terminalA, unit: 'A' } },
    source: sources.terminals,
    notes: [
      terminalC !== null
        ? told('Its terminals are marked {as}.', { as: { value: terminalC, unit: 'degC' } })
        : basis === 'us'
          ? told('Not all of its ends are marked: 60 °C for devices of up to {most}, above 75 °C.', { most })
          : 'Not all of its ends are marked: taken as what terminals are tried with, 70 °C.',
    ],
  };
}

/** The largest device that protects it. */
export function protectionWorking({ circuit, sizing }: SizedCircuit, candidate: Candidate): Working | null {
  if (sizing?.deviceA == null) return null;
  const { basis, sources } = codeTablesOf(circuit.wire);
  const { capacityA, terminalA } = candidate;
  return {
    title: told('What protects {size} of {circuit}', {
      size: sizeWords(candidate.size),
      circuit: circuitName(circuit.id),
    }),
    formula:
      basis === 'us'
        ? 'device ≤ the next standard rating from what it may carry, small sizes at most 15, 20, 30 A'
        : 'device ≤ what it may carry',
    inputs: [
      amps('capacity', 'What it may carry where it lies', capacityA),
      ...(terminalA === null ? [] : [amps('terminals', 'What its terminals let it carry', terminalA)]),
      amps('device', 'Its device', sizing.deviceA),
    ],
    result: { name: 'Largest device', value: { value: candidate.mostDeviceA, unit: 'A' } },
    source: sources.protection,
    notes: [],
  };
}

/** How thick a bond must be. */
export function bondWorking(
  { plan, circuits }: Prepared,
  bond: Circuit,
  { leastMm2, by, size }: BondSize,
): Working {
  const reference = circuits.get(by);
  return {
    title: told('Conductor of {circuit}', { circuit: circuitName(bond.id) }),
    formula: 'by its table, from the largest conductor of power that it bonds',
    inputs: [
      ...(reference === undefined
        ? []
        : [
            {
              symbol: 'sets',
              name: told('That share the current of {by}', { by: circuitName(by) }),
              value: { value: setsOf(reference.wire), unit: 'count' },
            } as const,
          ]),
      ...(size === null
        ? []
        : [
            {
              symbol: 'size',
              name: told('{size}, the next that is made', { size: sizeWords(size) }),
              value: { value: sectionMm2(size), unit: 'section' },
            } as const,
          ]),
    ],
    result: { name: 'Least section', value: { value: leastMm2, unit: 'section' } },
    source: EARTHING[plan.codeBasis],
    notes: [
      told('It follows from {by}.', { by: circuitName(by) }),
      'What leads to a rod alone may be thinner by some codes: the local one and a licensed person decide.',
    ],
  };
}

/** What a size may carry where its circuit lies. */
export function capacityWorking(
  { circuit, carried, sizing, way }: SizedCircuit,
  candidate: Candidate,
): Working | null {
  if (carried === null || sizing === null) return null;
  const tables = codeTablesOf(circuit.wire);
  const part = way.parts[candidate.where];
  const notes: (string | Told)[] = [];
  if (part !== undefined && part.roofC > 0) {
    notes.push(
      told('Close over a roof in the sun: {added} are in the ambient ({clause}).', {
        added: { value: ROOF_ADDER.addedC, unit: 'kelvin' },
        clause: '310.15(B)(2)',
      }),
    );
  }
  if (part === undefined)
    notes.push('Its way is not known: taken as alone, in the warmest air that the site expects.');
  return {
    title: told('{size} for {circuit}', {
      size: sizeWords(candidate.size),
      circuit: circuitName(circuit.id),
    }),
    formula: 'capacity = sets · table · ambient factor · factor of those together ≥ I',
    inputs: [
      { symbol: 'sets', name: 'Sets that share it', value: { value: setsOf(circuit.wire), unit: 'count' } },
      amps('table', 'By its table, at 30 °C', candidate.tableA),
      ...(part === undefined
        ? []
        : [
            { symbol: 'Ta', name: 'Ambient there', value: { value: part.ambientC, unit: 'degC' } } as const,
            {
              symbol: 'together',
              name: 'Conductors there that carry current',
              value: { value: part.carrying, unit: 'count' },
            } as const,
          ]),
      ratio('ambient factor', 'For the air around', candidate.factors.ambient),
      ratio('of those together', 'For those beside it', candidate.factors.together),
      amps('I', 'Highest current for long', carried.currentA),
    ],
    result: { name: 'What it may carry there', value: { value: candidate.capacityA, unit: 'A' } },
    source: tables.sources.capacity,
    notes,
  };
}

/** The voltage a size loses over its way. */
export function dropWorking(
  { circuit, carried, way, mostDropPct }: SizedCircuit,
  candidate: Candidate,
): Working | null {
  if (carried === null || way.lengthMm === null || candidate.dropV === null) return null;
  return {
    title: told('Voltage drop of {circuit}', { circuit: circuitName(circuit.id) }),
    formula: loadedOf(circuit) === 3 ? 'ΔV = √3 · I · R · L' : 'ΔV = 2 · I · R · L',
    inputs: [
      amps('I', 'In operation', carried.operatingA),
      { symbol: 'L', name: 'One way', value: { value: way.lengthMm, unit: 'mm' } },
      {
        symbol: 'R',
        name: told('{size} at {temp}, all its sets together, per kilometre', {
          size: sizeWords(candidate.size),
          temp: { value: candidate.conductorC, unit: 'degC' },
        }),
        value: { value: candidate.ohmPerM * 1000, unit: 'ohm' },
      },
      ...(carried.voltageV === null
        ? []
        : [{ symbol: 'V', name: 'In operation', value: { value: carried.voltageV, unit: 'V' } } as const]),
    ],
    result: { name: 'Lost on the way', value: { value: candidate.dropV, unit: 'V' } },
    source: practice('Resistance of the conductor at the temperature it runs at'),
    notes: [
      told(
        'Temperature of the conductor: that of the air, and of what its insulation stands the square of I ÷ capacity.',
      ),
      ...(candidate.dropPct === null || mostDropPct === null
        ? []
        : [
            told('{drop} of the voltage; held to {most}.', {
              drop: { value: candidate.dropPct, unit: 'percent' },
              most: { value: mostDropPct, unit: 'percent' },
            }),
          ]),
    ],
  };
}

function amps(symbol: string, name: WorkingInput['name'], value: number): WorkingInput {
  return { symbol, name, value: { value, unit: 'A' } };
}

function ratio(symbol: string, name: string, value: number): WorkingInput {
  return { symbol, name, value: { value, unit: 'ratio' } };
}
