import { getSample } from '../gear/samples.ts';
import { atGear, newCircuit } from '../conductor/new-circuit.ts';
import type { Circuit } from '../plan/circuit.ts';
import type { PlanEdit } from '../plan/edits/apply-edit.ts';
import type { Device, GearType } from '../plan/gear-type.ts';
import type { CheckCases } from '../test/check-cases.ts';

/** On the north wall, where nothing else hangs. */
const PLACES_MM = { near: [1500, 2000], far: [2600, 2000] } as const;

/** A controller and a battery on the demo’s north wall, with a circuit between them. */
function battery(more: Partial<Omit<Circuit, 'wire'>> = {}): PlanEdit[] {
  return [
    { kind: 'add-gear-type', gearType: getSample('lithium-battery-24v') },
    { kind: 'add-gear-type', gearType: getSample('tracking-controller-70a') },
    hang('a-battery', 'lithium-battery-24v', 'near'),
    hang('a-controller', 'tracking-controller-70a', 'far'),
    {
      kind: 'set-circuit',
      circuit: newCircuit('us', {
        id: 'a-charging',
        name: 'Battery to controller',
        carries: 'battery',
        from: atGear('a-battery', 'studs'),
        to: atGear('a-controller', 'all'),
        lengthMm: 3000,
        ...more,
      }),
    },
  ];
}

function hang(id: string, type: string, place: keyof typeof PLACES_MM): PlanEdit {
  const [xMm, yMm] = PLACES_MM[place];
  return { kind: 'place-gear', placement: { id, name: id, type, face: 'north-wall', xMm, yMm } };
}

/** The demo’s disconnect with another plate, or none. */
function plate(device: Partial<Device> | null, ratings: Partial<GearType['ratings']> = {}): PlanEdit {
  const { device: usual, ...type } = getSample('dc-disconnect-60a');
  if (usual == null) throw new Error('The sample disconnect has a plate.');
  return {
    kind: 'set-gear-type',
    gearType: {
      ...type,
      ratings: { ...type.ratings, ...ratings },
      ...(device === null ? {} : { device: { ...usual, ...device } }),
    },
  };
}

const inside: Device = { clears: false, opens: 'under-load', dcV: 600, isOneWay: false };

/** What each check of this family passes, and what it must find. */
export const PROTECTION_CASES: Readonly<Record<string, CheckCases>> = {
  'protection.battery-fuse': {
    valid: [
      [],
      battery({ device: { at: 'from', awayMm: 100 } }),
      // Exactly five feet, from either end of three metres.
      battery({ device: { at: 'from', awayMm: 1524 } }),
      battery({ device: { at: 'to', awayMm: 1476 } }),
    ],
    invalid: [
      battery(),
      battery({ device: { at: 'from', awayMm: 1525 } }),
      battery({ device: { at: 'to', awayMm: 100 }, lengthMm: null }),
      // On a trailer it would serve; on a boat not.
      [
        ...battery({ device: { at: 'from', awayMm: 300 } }),
        { kind: 'set-site', setting: 'mobile', codeBasis: 'us', travel: null },
      ],
    ],
  },
  'protection.device': {
    valid: [[], [plate({ dcV: 500 })], [plate({ isOneWay: true })]],
    invalid: [[plate(null)], [plate({ dcV: null })], [plate({ dcV: 250 })], [plate({}, { maxCurrentA: 5 })]],
  },
  'protection.disconnect': {
    valid: [[], [{ kind: 'set-gear-type', gearType: { ...getSample('inverter-8kw'), device: inside } }]],
    invalid: [
      battery(),
      battery({ device: { at: 'from', awayMm: 100 } }),
      [plate({ opens: 'without-load' })],
    ],
  },
};
