import type { Circuit, CircuitWire } from '../plan/circuit.ts';
import type { PlanEdit } from '../plan/edits/apply-edit.ts';
import type { Laid } from '../plan/run.ts';
import { feed, type CheckCases } from '../test/check-cases.ts';
import { atGear, newCircuit, newRun } from './new-circuit.ts';

/** The demo’s feed of inverter A once more, under another id. */
function feedOf(id: string): Circuit {
  const edit = feed({});
  if (edit.kind !== 'set-circuit') throw new Error('A feed is a circuit.');
  return { ...edit.circuit, from: atGear('inverter-a', 'ac'), id, name: id };
}

/** A string of so many modules to inverter A, whose window is 270 to 600 V. */
function strings(series: number): PlanEdit {
  return feed({
    carries: 'array',
    from: { at: 'modules', type: 'solar-module-400w', series, parallel: 1 },
    to: atGear('inverter-a', 'dc'),
    stretches: [],
    lengthMm: 5000,
  });
}

function array(laid: Laid, count = 2): PlanEdit[] {
  const circuit = newCircuit('us', {
    id: 'many',
    name: 'Many',
    carries: 'data',
    from: atGear('disconnect'),
    to: atGear('array-box'),
    wire: { count, size: { by: 'awg', size: '8' } },
  });
  return [
    { kind: 'set-circuit', circuit },
    {
      kind: 'set-run',
      run: {
        id: 'array-run',
        name: 'Array run',
        from: { placement: 'disconnect', knockout: 'top' },
        to: { placement: 'array-box', knockout: 'bottom' },
        ...newRun('us'),
        circuits: ['many'],
        laid,
      },
    },
  ];
}

/** A circuit from the disconnect to the box on the roof, along the demo’s run. */
function carried(
  carries: Circuit['carries'],
  { wire, ...more }: Partial<Omit<Circuit, 'wire'>> & { readonly wire?: Partial<CircuitWire> } = {},
  laid: Laid = { as: 'clipped' },
): PlanEdit[] {
  const circuit = newCircuit('us', {
    id: 'along',
    name: 'Along',
    carries,
    from: atGear('disconnect'),
    to: atGear('array-box'),
    currentA: 10,
    voltageV: carries === 'array' ? null : 48,
    ...more,
    wire: { insulation: carries === 'array' ? 'pv-wire' : 'thhn', ...wire },
  });
  const [, set] = array(laid);
  if (set?.kind !== 'set-run') throw new Error('There is no run.');
  return [
    { kind: 'set-circuit', circuit },
    { kind: 'set-run', run: { ...set.run, circuits: ['along'] } },
  ];
}

/** From a string of modules. */
function strung(parallel: number): Partial<Circuit> {
  return { from: { at: 'modules', type: 'solar-module-400w', series: 8, parallel }, currentA: null };
}

const awg = (size: '14' | '10' | '8' | '6' | '4/0') => ({ size: { by: 'awg', size } }) as const;

/** What each check of this family passes, and what it must find. */
export const CONDUCTOR_CASES: Readonly<Record<string, CheckCases>> = {
  'conductor.size': {
    valid: [
      [],
      [feed({ wire: awg('8') })],
      [feed({ carries: 'data' })],
      [feed({ wire: { size: { by: 'measured', diameterMm: 6 } } })],
    ],
    invalid: [
      [feed({ carries: 'unsaid' })],
      [feed({ carries: 'dc-load' })],
      [feed({ wire: awg('14') })],
      [feed({ wire: awg('4/0') })],
      [feed({ wire: awg('8'), protection: { by: 'rating', ratingA: 90 } })],
      [feed({ wire: awg('8'), protection: { by: 'rating', ratingA: 30 } })],
      [feed({ currentA: 2000 })],
      [feed({ wire: { sets: 2, ...awg('8') } })],
      [strings(18)],
      [strings(4)],
      [feed({ wire: awg('10'), currentA: 20, voltageV: 12, protection: { by: 'none' } })],
    ],
  },
  'conductor.method': {
    valid: [
      [],
      [feed({ stretches: [], lengthMm: 3000, lengthHeld: 'conduit' })],
      [feed({ stretches: [], lengthMm: 3000, wire: { made: { as: 'cable', diameterMm: 12 } } })],
      // Direct current on what moves.
      [...carried('dc-load'), { kind: 'set-site', setting: 'mobile', codeBasis: 'us', travel: null }],
      carried('ac-out', {}, { as: 'conduit', size: null }),
      carried('ac-out', { wire: { made: { as: 'cable', diameterMm: 12 } } }),
      carried('bond'),
      carried('array', strung(1), { as: 'conduit', size: null }),
      carried(
        'array',
        { ...strung(1), lengthMm: 3000, lengthHeld: 'under-modules' },
        { as: 'conduit', size: null },
      ),
      [feed({ voltageV: 600 })],
    ],
    invalid: [
      [feed({ stretches: [], lengthMm: 3000 })],
      [feed({ stretches: [], lengthMm: 3000, lengthHeld: 'clipped' })],
      [feed({ stretches: [], lengthMm: 3000, lengthHeld: 'in-cavity' })],
      carried('ac-out'),
      carried('ac-out', {}, { as: 'in-cavity' }),
      carried('dc-load'),
      carried('ac-out', { wire: { insulation: 'pv-wire' } }),
      carried('array', { ...strung(1), lengthMm: 3000 }, { as: 'conduit', size: null }),
      carried(
        'array',
        { ...strung(1), lengthMm: 3000, lengthHeld: 'in-cavity' },
        { as: 'conduit', size: null },
      ),
      carried('battery', { wire: { insulation: 'xhhw' } }),
      [...carried('ac-out'), { kind: 'set-site', setting: 'mobile', codeBasis: 'us', travel: null }],
      carried('array', strung(1)),
      carried('array', { ...strung(1), wire: { made: { as: 'cable', diameterMm: 12 } } }),
      [feed({ voltageV: 601 })],
    ],
  },
  'conductor.loop': {
    valid: [[], [feed({ carries: 'data', wire: { hasEarth: false } })]],
    invalid: [
      [{ kind: 'set-circuit', circuit: { ...feedOf('b-twin'), stretches: [], lengthMm: 3000 } }],
      [
        {
          kind: 'set-circuit',
          circuit: { ...feedOf('back'), from: atGear('load-centre'), to: atGear('inverter-a') },
        },
      ],
      [{ kind: 'set-circuit', circuit: { ...feedOf('signal'), carries: 'data', stretches: [] } }],
    ],
  },
  'conductor.conduit': {
    valid: [[], array({ as: 'conduit', size: null }), array({ as: 'conduit', size: '3/4' })],
    invalid: [
      array({ as: 'conduit', size: '1/2' }, 5),
      array({ as: 'conduit', size: null }, 200),
      // Wider than the knockouts it ends in.
      array({ as: 'conduit', size: '1-1/4' }),
    ],
  },
};
