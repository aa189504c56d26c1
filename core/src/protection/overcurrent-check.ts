import { checkOf, findingOf, lookAt, type Check, type CheckMeta, type Found } from '../check/finding.ts';
import type { Prepared } from '../check/prepared.ts';
import { CIRCUITS } from '../check/subjects.ts';
import { followedBy, isSized } from '../conductor/carried.ts';
import type { Circuit } from '../plan/circuit.ts';
import { circuitName } from '../plan/names.ts';
import { isBelow } from '../quantity/compare.ts';
import { told } from '../quantity/told.ts';
import { COORDINATION, CURRENT_SAID } from '../reference/conductors.ts';
import { PROTECTED } from '../reference/overcurrent.ts';

const meta: CheckMeta = {
  id: 'protection.overcurrent',
  looksAt: 'Whether every circuit of power has a device, and what was said of its current can be true',
  severity: 'stop',
  source: PROTECTED.source,
  parameters: [],
  messages: {
    none: '{circuit} is said to have no fuse and no breaker: what feeds it can burn it. Give it a device.',
    'carrying-none':
      'None of the conductors of {circuit} is said to carry its current: then nothing beside it is held to it. Say how many do.',
    'below-gear':
      '{circuit} was said to carry {measured}, and its conductors are sized for that; what it joins may ask {required} of it for long.',
  },
  fixMessages: {
    'by-program': 'Let the program choose its device',
    'carrying-all': 'All {count} carry it',
    'as-gear': 'Take what its gear gives',
  },
};

function checkCircuit(prepared: Prepared, circuit: Circuit): Found[] {
  if (!isSized(circuit)) return [];
  return [
    ...deviceFindings(prepared, circuit),
    ...carryingFindings(circuit),
    ...saidFindings(prepared, circuit),
  ];
}

/** What a string feeds into its own conductors they stand; all else is fed by more. */
function deviceFindings({ plan }: Prepared, circuit: Circuit): Found[] {
  if (circuit.protection.by !== 'none' || circuit.carries === 'array') return [];
  return [
    findingOf(meta, {
      message: 'none',
      data: { circuit: circuitName(circuit.id) },
      subjects: [{ kind: 'circuit', id: circuit.id }],
      source: plan.codeBasis === 'us' ? PROTECTED.source : COORDINATION,
      fixes: () => [
        {
          message: 'by-program',
          data: {},
          edits: [{ kind: 'set-circuit', circuit: { ...circuit, protection: { by: 'program' } } }],
        },
      ],
    }),
  ];
}

function carryingFindings(circuit: Circuit): Found[] {
  const { wire } = circuit;
  if (wire.carrying > 0) return [];
  return [
    findingOf(meta, {
      message: 'carrying-none',
      data: { circuit: circuitName(circuit.id) },
      subjects: [{ kind: 'circuit', id: circuit.id }],
      source: CURRENT_SAID,
      fixes: () => [
        {
          message: 'carrying-all',
          data: { count: String(wire.count) },
          edits: [{ kind: 'set-circuit', circuit: { ...circuit, wire: { ...wire, carrying: wire.count } } }],
        },
      ],
    }),
  ];
}

function saidFindings(prepared: Prepared, circuit: Circuit): Found[] {
  const { currentA } = circuit;
  const gear = currentA === null ? null : followedBy(prepared, circuit);
  if (currentA === null || gear === null || !isBelow(currentA, gear.currentA, 'A')) return [];
  return [
    findingOf(meta, {
      message: 'below-gear',
      data: { circuit: circuitName(circuit.id) },
      subjects: [{ kind: 'circuit', id: circuit.id }],
      measured: { value: currentA, unit: 'A' },
      required: { value: gear.currentA, unit: 'A' },
      source: CURRENT_SAID,
      working: () => ({
        title: told('What {circuit} may have to carry', { circuit: circuitName(circuit.id) }),
        formula: gear.formula,
        inputs: gear.inputs,
        result: { name: 'For long', value: { value: gear.currentA, unit: 'A' } },
        source: CURRENT_SAID,
        notes: [],
      }),
      fixes: () => [
        {
          message: 'as-gear',
          data: {},
          edits: [{ kind: 'set-circuit', circuit: { ...circuit, currentA: null } }],
        },
      ],
    }),
  ];
}

export const overcurrentCheck: Check = checkOf(meta, lookAt(CIRCUITS, checkCircuit));
