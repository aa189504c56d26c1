import { moduleWith, type SolarModule } from '../test/module-with.ts';
import { getSample } from '../gear/samples.ts';
import { atGear, newCircuit } from '../conductor/new-circuit.ts';
import type { Circuit } from '../plan/circuit.ts';
import type { PlanEdit } from '../plan/edits/apply-edit.ts';
import type { Device, GearType } from '../plan/gear-type.ts';
import { feed, type CheckCases } from '../test/check-cases.ts';

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

/** The demo’s panel with a busbar for so much. */
function busbar(maxCurrentA: number | null): PlanEdit {
  const panel = getSample('load-centre-125a');
  return { kind: 'set-gear-type', gearType: { ...panel, ratings: { ...panel.ratings, maxCurrentA } } };
}

/** A feed that was drawn from the panel to its inverter. */
function turnedRound(): PlanEdit {
  return feed({ from: atGear('load-centre', 'breakers'), to: atGear('inverter-a', 'ac') });
}

/** What supplies the panel, or a feed into it, with no current said. */
function unsaid(carries: 'ac-in' | 'ac-out'): PlanEdit {
  return {
    kind: 'set-circuit',
    circuit: newCircuit('us', {
      id: 'essential',
      name: 'Essential',
      carries,
      from: carries === 'ac-in' ? { at: 'outside', what: 'supply' } : atGear('transfer-switch'),
      to: atGear('load-centre', 'main'),
      lengthMm: 3000,
      lengthHeld: 'conduit',
    }),
  };
}

/** So many strings of eight modules to inverter A. */
function string(parallel: number, more: Partial<Circuit> = {}, id = 'a-array'): PlanEdit {
  return {
    kind: 'set-circuit',
    circuit: {
      ...newCircuit('us', {
        id,
        name: id,
        carries: 'array',
        from: { at: 'modules', type: 'solar-module-400w', series: 8, parallel },
        to: atGear('inverter-a', 'dc'),
        lengthMm: 5000,
        protection: { by: 'none' },
      }),
      ...more,
    },
  };
}

/** The demo’s module with other figures. */
function modules(more: Partial<SolarModule>): PlanEdit {
  return { kind: 'set-gear-type', gearType: moduleWith(getSample('solar-module-400w'), more) };
}

/** Three strings, each by itself to a combiner. */
function combined(by: 'none' | 'program'): PlanEdit[] {
  const combiner: GearType = { ...getSample('load-centre-125a'), id: 'a-combiner', kind: 'combiner' };
  return [
    { kind: 'add-gear-type', gearType: combiner },
    {
      kind: 'place-gear',
      placement: { id: 'joins', name: 'Joins', type: 'a-combiner', face: 'north-wall', xMm: 2600, yMm: 2000 },
    },
    ...['one', 'two', 'three'].map((id) => string(1, { to: atGear('joins'), protection: { by } }, id)),
    modules({ maxFuseA: 25 }),
  ];
}

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
  'protection.busbar': {
    // 100 A of supply and 125 % of 91.7 A: 214.6 A, on 225 A of busbar with 270 A allowed.
    valid: [[], [busbar(179)]],
    invalid: [
      [busbar(178)],
      [busbar(null)],
      [unsaid('ac-in')],
      [unsaid('ac-out')],
      [busbar(178), turnedRound()],
    ],
  },
  'protection.overcurrent': {
    valid: [[], [feed({})], [feed({ currentA: 34 })], [string(1)]],
    invalid: [
      [feed({ protection: { by: 'none' } })],
      battery({ protection: { by: 'none' } }),
      [feed({ wire: { carrying: 0 } })],
      [feed({ currentA: 10 })],
      battery({ currentA: 69 }),
    ],
  },
  'protection.string-fuse': {
    valid: [
      [],
      [string(1)],
      [string(2)],
      [string(3, { stringFuseA: 25 }), modules({ maxFuseA: 25 })],
      [string(1, { protection: { by: 'rating', ratingA: 25 } }), modules({ maxFuseA: 25 })],
      // What two others give, for bright sun, is just what the modules stand.
      [string(3), modules({ iscA: 10, impA: 9, maxFuseA: 25 })],
    ],
    invalid: [
      [string(3), modules({ iscA: 10, impA: 9, maxFuseA: 24.9 })],
      [string(6), modules({ maxFuseA: 25 })],
      // One device behind them all protects none of them.
      [string(3, { protection: { by: 'rating', ratingA: 60 } }), modules({ maxFuseA: 25 })],
      [string(3, { stringFuseA: 40 }), modules({ maxFuseA: 25 })],
      [string(3, { stringFuseA: 10 }), modules({ maxFuseA: 25 })],
      [string(3), modules({ maxFuseA: 10 })],
      [string(3), modules({ maxFuseA: null })],
      [string(1, { protection: { by: 'rating', ratingA: 40 } }), modules({ maxFuseA: 25 })],
      combined('none'),
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
