import { honeyHouse } from '../demo/honey-house.ts';
import { fieldSupport } from './field-rails.ts';
import { prepare } from '../check/prepared.ts';
import { FIRST_BODY } from '../plan/body.ts';
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

/** The house on wheels. */
const mobile: readonly PlanEdit[] = [
  { kind: 'set-site', setting: 'mobile', codeBasis: 'us', travel: 'left' },
];

/** Readings from a string along the lowest rail of the field, by how far right of the datum. */
const read = (...gaps: readonly (readonly [number, number])[]) =>
  field({
    lineReadings: gaps.map(([xMm, gapMm]) => ({
      xMm,
      yMm: (FIELD.modules[0]?.yMm ?? 0) + 0.22 * getSample('solar-module-400w').heightMm,
      gapMm,
    })),
  });

/** Only its first module, where few rails have to stand. */
const ONE = { modules: FIELD.modules.slice(0, 1) };

/** An old hole so far right of the first foot of the demo’s field, mm. */
function nearFirstFoot(offMm: number): { readonly xMm: number; readonly yMm: number }[] {
  const [foot] = fieldSupport(prepare(honeyHouse()), FIELD.id)?.feet ?? [];
  return foot === undefined ? [] : [{ xMm: foot.xMm + offMm, yMm: foot.yMm }];
}

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
    valid: [[], [support({ rail: 'strut-41', isParted: true })]],
    invalid: [[support({ rail: 'strut-41' })], [support({ rail: 'tube-32' })]],
  },
  'array.payload': {
    valid: [
      [],
      [{ kind: 'set-body', body: { ...FIRST_BODY, roofMostKg: 1 } }],
      [...mobile, { kind: 'set-body', body: { ...FIRST_BODY, roofMostKg: 5000 } }],
    ],
    invalid: [mobile, [...mobile, { kind: 'set-body', body: { ...FIRST_BODY, roofMostKg: 300 } }]],
  },
  'array.support': {
    valid: [
      [],
      [support({ bars: 3 })],
      [support({ isShared: true })],
      [support({ rail: 'strut-41' })],
      [read([0, 50], [5000, 62], [11_000, 55])],
      [field({ oldFeet: nearFirstFoot(0) })],
      [field({ oldFeet: nearFirstFoot(60) })],
    ],
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
      [read([0, 50], [11_000, 95])],
      [field({ oldFeet: nearFirstFoot(20) })],
      // Feet so close that no joint finds room between them.
      [support({ school: 'well-nut', mostSpanMm: 200, approvedUpN: 9000 })],
    ],
  },
};
