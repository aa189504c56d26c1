import { moduleWith, type SolarModule } from '../test/module-with.ts';
import { atGear } from '../conductor/new-circuit.ts';
import { honeyHouse } from '../demo/honey-house.ts';
import { getSample } from '../gear/samples.ts';
import type { Circuit } from '../plan/circuit.ts';
import type { PlanEdit } from '../plan/edits/apply-edit.ts';
import type { GearType } from '../plan/gear-type.ts';
import type { ModuleString } from '../plan/module-field.ts';
import type { CheckCases } from '../test/check-cases.ts';

function stringOfDemo(at: number): ModuleString {
  const string = honeyHouse().moduleStrings[at];
  if (string === undefined) throw new Error('The demo has two strings.');
  return string;
}
const [FIRST, SECOND] = [stringOfDemo(0), stringOfDemo(1)];

function string(more: Partial<ModuleString>, of = FIRST): PlanEdit {
  return { kind: 'set-string', string: { ...of, ...more } };
}

/** What a meter reads at a string of the demo: 12 modules of 37.1 V each. */
const metered = (measuredV: number) => string({ measuredV });

function circuit(id: string, more: Partial<Circuit>): PlanEdit {
  const known = honeyHouse().circuits.find((each) => each.id === id);
  if (known === undefined) throw new Error(`The demo has no circuit “${id}”.`);
  return { kind: 'set-circuit', circuit: { ...known, ...more } };
}
const carries = (...strings: string[]) => ({ from: { at: 'strings' as const, strings } });

/** The module of the demo, otherwise. */
function module(more: Partial<SolarModule>): GearType {
  return moduleWith(getSample('solar-module-400w'), more);
}

/** The first module of the field of another type. */
function mixed(more: Partial<SolarModule>): PlanEdit[] {
  const [field] = honeyHouse().moduleFields;
  if (field === undefined) throw new Error('The demo has a field.');
  return [
    { kind: 'set-gear-type', gearType: module({ connector: 'round plugs' }) },
    { kind: 'add-gear-type', gearType: { ...module(more), id: 'other-module', name: 'Other module' } },
    {
      kind: 'set-field',
      field: {
        ...field,
        modules: field.modules.map((each, index) => (index === 0 ? { ...each, type: 'other-module' } : each)),
      },
    },
  ];
}

/** The first module lies alone in a field that is tilted. */
function tilted(deg: number): PlanEdit[] {
  const [field] = honeyHouse().moduleFields;
  const [first, ...more] = field?.modules ?? [];
  if (field === undefined || first === undefined) throw new Error('The demo has a field.');
  return [
    { kind: 'set-field', field: { ...field, modules: more } },
    {
      kind: 'set-field',
      field: { ...field, id: 'tilted', name: 'Tilted', modules: [first], tilt: { deg, low: 'left' } },
    },
    string({ modules: [{ field: 'tilted', module: first.id }, ...FIRST.modules.slice(1)] }),
  ];
}

const inverter = (ratings: Partial<GearType['ratings']>): PlanEdit => {
  const type = getSample('inverter-8kw');
  return { kind: 'set-gear-type', gearType: { ...type, ratings: { ...type.ratings, ...ratings } } };
};

/** What bonds the frames of the demo’s field. */
function bonded(bonding: 'jumpers' | undefined): PlanEdit {
  const [field] = honeyHouse().moduleFields;
  if (field === undefined) throw new Error('The demo has a field.');
  return { kind: 'set-field', field: { ...field, support: { ...field.support, bonding } } };
}

/** A circuit of the demo without an earth conductor of its own. */
function bare(id: string): Partial<Circuit> {
  const wire = honeyHouse().circuits.find((each) => each.id === id)?.wire;
  if (wire === undefined) throw new Error(`The demo has no circuit “${id}”.`);
  return { wire: { ...wire, hasEarth: false } };
}

/** The field is to have so many modules more. */
function more(moreModules: number): PlanEdit {
  const [field] = honeyHouse().moduleFields;
  if (field === undefined) throw new Error('The demo has a field.');
  return { kind: 'set-field', field: { ...field, moreModules } };
}

/** What each check of this family passes, and what it must find. */
export const STRING_CASES: Readonly<Record<string, CheckCases>> = {
  'string.wiring': {
    valid: [
      [],
      [string({ modules: FIRST.modules.toReversed() })],
      [string({ name: 'Turned' }, SECOND)],
      // Leads that reach to the hair: 24 modules on the way of the longest hop.
      [{ kind: 'set-gear-type', gearType: module({ leadMm: 1200 }) }],
      [metered(12 * 37.1)],
      // Tilted by less than anybody sees.
      tilted(4),
    ],
    invalid: [
      [string({ modules: [] })],
      [string({ modules: FIRST.modules.slice(1) })],
      [circuit('a-array', carries())],
      [circuit('b-array', carries('string-1', 'string-2'))],
      mixed({ impA: 9, iscA: 10 }),
      mixed({ connector: 'flat plugs' }),
      tilted(20),
      [metered(-12 * 37.1)],
      [metered(9 * 37.1)],
      [metered(15 * 37.1)],
      [
        string({ modules: FIRST.modules.slice(0, 8) }),
        circuit('a-array', carries('string-1', 'string-2')),
        circuit('b-array', carries()),
      ],
      [string({ modules: [...FIRST.modules.slice(6), ...FIRST.modules.slice(0, 6)] })],
      [{ kind: 'set-gear-type', gearType: module({ leadMm: 600 }) }],
      [
        string({ wired: { as: 'trunk', inverter: 'inverter-8kw' } }),
        circuit('a-array', { carries: 'ac-out', protection: { by: 'rating', ratingA: 20 } }),
      ],
      [inverter({ maxCurrentA: null }), string({ wired: { as: 'trunk', inverter: 'inverter-8kw' } })],
    ],
  },
  'string.bond': {
    valid: [[], [bonded('jumpers')]],
    invalid: [
      [bonded(undefined)],
      [circuit('a-array', bare('a-array')), circuit('b-array', bare('b-array'))],
    ],
  },
  'string.more': {
    valid: [[], [more(12)], [inverter({ arrayA: 1.25 * 2 * 13.7 }), more(12)]],
    invalid: [
      [inverter({ powerW: 6000 }), more(60)],
      [inverter({ arrayA: 1.25 * 13.7 }), more(12)],
    ],
  },
  'string.input': {
    valid: [
      [],
      [inverter({ arrayA: 1.25 * 13.7 })],
      [inverter({ minVoltageV: null })],
      // 12 of 400 W: 1.3 times it.
      [inverter({ powerW: 3693 })],
    ],
    invalid: [
      [string({ modules: FIRST.modules.slice(0, 8) })],
      [inverter({ arrayA: 17 })],
      [inverter({ powerW: 3692 })],
      // By two circuits to one of them, neither too much by itself.
      [inverter({ powerW: 7000 }), circuit('b-array', { to: atGear('inverter-a', 'dc') })],
      [
        { kind: 'add-gear-type', gearType: getSample('charge-controller-30a') },
        {
          kind: 'place-gear',
          placement: {
            id: 'small',
            name: 'Small controller',
            type: 'charge-controller-30a',
            face: 'north-wall',
            xMm: 1500,
            yMm: 1700,
          },
        },
        circuit('a-array', { to: atGear('small', 'all'), stretches: [] }),
      ],
    ],
  },
};
