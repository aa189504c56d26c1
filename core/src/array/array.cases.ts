import { honeyHouse } from '../demo/honey-house.ts';
import { getSample } from '../gear/samples.ts';
import type { PlanEdit } from '../plan/edits/apply-edit.ts';
import type { ModuleField } from '../plan/module-field.ts';
import { mmFromInch } from '../quantity/convert.ts';
import type { CheckCases } from '../test/check-cases.ts';

const inch = mmFromInch;

function fieldOfDemo(): ModuleField {
  const [field] = honeyHouse().moduleFields;
  if (field === undefined) throw new Error('The demo has a field.');
  return field;
}
const FIELD = fieldOfDemo();

function field(more: Partial<ModuleField>): PlanEdit {
  return { kind: 'set-field', field: { ...FIELD, ...more } };
}

function support(more: Partial<ModuleField['support']>): PlanEdit {
  return field({ support: { ...FIELD.support, ...more } });
}

function moved(dxMm: number, dyMm: number, modules: string[] | null = null): PlanEdit {
  return { kind: 'move-modules', field: FIELD.id, modules, dxMm, dyMm };
}

/** A circuit of the demo without an earth conductor of its own. */
function bare(id: string): PlanEdit {
  const circuit = honeyHouse().circuits.find((each) => each.id === id);
  if (circuit === undefined) throw new Error(`The demo has no circuit “${id}”.`);
  return { kind: 'set-circuit', circuit: { ...circuit, wire: { ...circuit.wire, hasEarth: false } } };
}

/** Only its first module, where few rails have to stand. */
const ONE = { modules: FIELD.modules.slice(0, 1) };

/** What each check of this family passes, and what it must find. */
export const ARRAY_CASES: Readonly<Record<string, CheckCases>> = {
  'array.place': {
    valid: [
      // The field begins at the setback to the hair, and its rows end so near to the ridge’s.
      [],
      [moved(0, -inch(2))],
      [moved(0, inch(210 - 139.1 - 67.8))],
    ],
    invalid: [
      [field({ modules: [] })],
      [moved(-inch(14), 0)],
      [moved(-inch(0.25), 0)],
      [moved(0, inch(210 - 139.1 - 67.7))],
      [moved(0, -inch(2.1))],
      [moved(inch(60), 0, ['m24'])],
      [moved(inch(1), 0, ['m1'])],
      [
        {
          kind: 'place-gear',
          placement: {
            id: 'roof-box',
            name: 'Box',
            type: 'dc-disconnect-60a',
            face: 'hall-roof',
            xMm: inch(60),
            yMm: inch(40),
          },
        },
      ],
      [field({}), { kind: 'set-field', field: { ...FIELD, id: 'a-second', name: 'Second', ...ONE } }],
      [{ kind: 'set-site', setting: 'mobile', codeBasis: 'us', travel: 'left' }, moved(-inch(14), 0)],
    ],
  },
  'array.metals': {
    valid: [[], [support({ bonding: 'jumpers' })], [support({ rail: 'strut-41', isParted: true })]],
    invalid: [
      [support({ bonding: undefined })],
      [support({ rail: 'strut-41' })],
      [support({ rail: 'tube-32' })],
      [bare('a-array'), bare('b-array')],
    ],
  },
  'array.support': {
    valid: [[], [support({ bars: 3 })], [support({ isShared: true })], [support({ rail: 'strut-41' })]],
    invalid: [
      [{ kind: 'remove-framing', face: 'hall-roof', framing: 'hall-trusses' }],
      [support({ mostSpanMm: inch(20) })],
      [support({ runs: 'up' })],
      [support({ school: 'bonded' })],
      [support({ school: 'bonded', approvedUpN: 9000 })],
      [support({ school: 'seam-clamp' })],
      [support({ rail: null, approvedUpN: 100 })],
      [support({ approvedUpN: 60 })],
      [field({ ...ONE, support: { ...FIELD.support, mostSpanMm: inch(22) } })],
      [{ kind: 'set-gear-type', gearType: { ...getSample('solar-module-400w'), massKg: 4000 } }],
      // Feet so close that no joint finds room between them.
      [support({ school: 'well-nut', mostSpanMm: 200, approvedUpN: 9000 })],
    ],
  },
};
