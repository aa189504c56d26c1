import {
  checkOf,
  findingOf,
  lookAt,
  type Check,
  type CheckMeta,
  type Fix,
  type Found,
} from '../check/finding.ts';
import { middleOf, type Hung, type Prepared } from '../check/prepared.ts';
import { CIRCUITS } from '../check/subjects.ts';
import { isDirect } from '../conductor/carried.ts';
import { sizedCircuit } from '../conductor/circuit-sizing.ts';
import { highestV } from '../conductor/highest-voltage.ts';
import type { Circuit } from '../plan/circuit.ts';
import type { Device } from '../plan/gear-type.ts';
import { circuitName, gearName, gearTypeName } from '../plan/names.ts';
import type { Quantity } from '../quantity/format.ts';
import { told } from '../quantity/told.ts';
import type { Working } from '../working/working.ts';
import { isAbove, isBelow } from '../quantity/compare.ts';
import type { SourceRef } from '../reference/source.ts';
import { deviceOf, devicesAlong } from './device.ts';

const PLATE: SourceRef = {
  kind: 'maker',
  title: 'What the plate of a switch, fuse or breaker says it opens',
};

const meta: CheckMeta = {
  id: 'protection.device',
  looksAt: 'Fuses, breakers and disconnects of direct current: what their plate says they open',
  severity: 'stop',
  source: PLATE,
  parameters: [],
  messages: {
    unsaid: 'Nobody said what {type} opens: read the direct voltage on its plate and enter it on its type.',
    'not-dc': '{gear} is not made to open direct current, and {circuit} is one: an arc would stand in it.',
    'low-voltage': '{gear} opens {measured} of direct current; {circuit} reaches {required}.',
    'low-current': '{gear} is made for {measured}; the design current of {circuit} is {required}.',
    'one-way':
      '{gear} opens direct current in one direction, and in {circuit} it flows in both: take one without a polarity.',
  },
  fixMessages: { 'by-rating': 'Its plate says {volts} of direct current' },
  fields: { unsaid: 'gear-type' },
};

function checkCircuit(prepared: Prepared, circuit: Circuit): Found[] {
  if (!isDirect(circuit)) return [];
  const gear = new Map<string, Hung>();
  for (const end of [circuit.from, circuit.to]) {
    const item = end.at === 'gear' ? prepared.hung.get(end.placement) : undefined;
    if (item === undefined) continue;
    gear.set(item.id, item);
    for (const on of devicesAlong(prepared, circuit, item.id))
      if (on.gear !== null && on.circuit === circuit.id) gear.set(on.gear.id, on.gear);
  }
  return [...gear.values()].flatMap((item) => {
    const device = deviceOf(item.type);
    return device === null ? [] : gearFindings(prepared, circuit, item, device);
  });
}

function gearFindings(prepared: Prepared, circuit: Circuit, item: Hung, device: Device): Found[] {
  const { type } = item;
  const at = middleOf(item);
  if (type.device == null) {
    return [
      findingOf(meta, {
        message: 'unsaid',
        // Once for a type, however many of it hang.
        id: `${meta.id}/unsaid/gear-type:${type.id}`,
        severity: 'ask',
        data: { type: gearTypeName(type.id) },
        subjects: [{ kind: 'placement', id: item.id }],
        at,
        fixes: () => plateFixes(prepared, type.id, device),
      }),
    ];
  }
  const common = {
    data: { gear: gearName(item.id), circuit: circuitName(circuit.id) },
    subjects: [
      { kind: 'circuit', id: circuit.id },
      { kind: 'placement', id: item.id },
    ] as const,
    at,
  };
  const { dcV, isOneWay } = type.device;
  if (dcV === null) return [findingOf(meta, { ...common, message: 'not-dc' })];
  const found: Found[] = [];
  const volts = highestV(prepared, circuit);
  if (volts !== null && isBelow(dcV, volts, 'V') && !isToldOfString(circuit, item, volts)) {
    found.push(
      findingOf(meta, {
        ...common,
        message: 'low-voltage',
        measured: { value: dcV, unit: 'V' },
        required: { value: volts, unit: 'V' },
        working: () => plateWorking(item, 'Highest it reaches', { value: volts, unit: 'V' }),
      }),
    );
  }
  const designA = sizedCircuit(prepared, circuit.id)?.sizing?.designA ?? null;
  const { maxCurrentA } = type.ratings;
  if (designA !== null && maxCurrentA !== null && isAbove(designA, maxCurrentA, 'A')) {
    found.push(
      findingOf(meta, {
        ...common,
        message: 'low-current',
        severity: 'fix',
        measured: { value: maxCurrentA, unit: 'A' },
        required: { value: designA, unit: 'A' },
        working: () => plateWorking(item, 'Design current', { value: designA, unit: 'A' }),
      }),
    );
  }
  if (isOneWay && flowsBothWays(prepared, circuit))
    found.push(findingOf(meta, { ...common, message: 'one-way' }));
  return found;
}

function plateWorking({ id, type }: Hung, name: string, value: Quantity): Working {
  const { maxCurrentA } = type.ratings;
  const dcV = type.device?.dcV ?? null;
  return {
    title: told('What {gear} is made for', { gear: gearName(id) }),
    formula: 'of the circuit ≤ on the plate',
    inputs: [
      ...(dcV === null
        ? []
        : [
            { symbol: 'Vdc', name: 'Direct voltage on its plate', value: { value: dcV, unit: 'V' } } as const,
          ]),
      ...(maxCurrentA === null
        ? []
        : [{ symbol: 'I', name: 'Current on its plate', value: { value: maxCurrentA, unit: 'A' } } as const]),
    ],
    result: { name, value },
    source: PLATE,
    notes: ['Modules at their open voltage in the coldest air; a battery when it is full.'],
  };
}

/** A string that is too high for what it ends at is a finding of its conductors. */
function isToldOfString({ carries, from, to }: Circuit, { id, type }: Hung, volts: number): boolean {
  const { maxVoltageV } = type.ratings;
  const isEnd = [from, to].some((end) => end.at === 'gear' && end.placement === id);
  return carries === 'array' && isEnd && maxVoltageV !== null && isBelow(maxVoltageV, volts, 'V');
}

/** A battery is charged and discharged through one pair where an inverter hangs on it; strings side by side feed each other’s fault. */
function flowsBothWays({ hung }: Prepared, { carries, from, to }: Circuit): boolean {
  if (carries === 'battery')
    return ![from, to].some(
      (end) => end.at === 'gear' && hung.get(end.placement)?.type.kind === 'charge-controller',
    );
  return [from, to].some(
    (end) => (end.at === 'modules' && end.parallel > 1) || (end.at === 'strings' && end.strings.length > 1),
  );
}

function plateFixes({ gearTypes }: Prepared, id: string, usual: Device): Fix[] {
  const gearType = gearTypes.get(id);
  const dcV = gearType?.ratings.maxVoltageV ?? null;
  if (gearType === undefined || dcV === null) return [];
  return [
    {
      message: 'by-rating',
      data: { volts: { value: dcV, unit: 'V' } },
      edits: [{ kind: 'set-gear-type', gearType: { ...gearType, device: { ...usual, dcV } } }],
    },
  ];
}

export const deviceCheck: Check = checkOf(meta, lookAt(CIRCUITS, checkCircuit));
