import { describe, expect, test } from '@jest/globals';
import { produce } from 'immer';
import { DEMOS } from '../demo/demos.ts';
import { honeyHouse } from '../demo/honey-house.ts';
import { getSample } from '../gear/samples.ts';
import { largePlan } from '../test/large-plan.ts';
import { dropFrom, findHolder, LIST_KEYS, LISTS, listsOf } from './lists.ts';
import { planSchema, type Plan } from './plan.ts';
import { findReferenceFaults } from './references.ts';

const PLANS = [
  ...DEMOS.map(({ plan }) => plan()),
  largePlan(1),
  turned(honeyHouse()),
  locked(honeyHouse()),
  withMixed(honeyHouse()),
  onTypes(honeyHouse()),
];

/** With a module of another type in its field, and a string whose modules have inverters of their own. */
function withMixed(plan: Plan): Plan {
  const other = getSample('solar-module-175w');
  return {
    ...plan,
    gearTypes: [...plan.gearTypes, other],
    moduleFields: plan.moduleFields.map((field) => ({
      ...field,
      modules: field.modules.map((each, index) => (index === 0 ? { ...each, type: other.id } : each)),
    })),
    moduleStrings: plan.moduleStrings.map((string) => ({
      ...string,
      wired: { as: 'trunk', inverter: 'inverter-8kw' },
    })),
  };
}

/** With circuits that come from modules nobody laid out, at either end. */
function onTypes(plan: Plan): Plan {
  const modules = { at: 'modules', type: 'solar-module-400w', series: 8, parallel: 1 } as const;
  return {
    ...plan,
    circuits: plan.circuits.map((circuit, index) =>
      index % 2 === 0 ? { ...circuit, from: modules } : { ...circuit, to: modules },
    ),
  };
}

/** With its first run locked to a point and to its holes. */
function locked(plan: Plan): Plan {
  const via: Plan['runs'][number]['via'] = [
    { at: 'point', face: 'plant-wall', xMm: 1000, yMm: 2400 },
    { at: 'plate-hole', plateHole: 'top-plate' },
    { at: 'penetration', penetration: 'roof-hole' },
  ];
  return { ...plan, runs: plan.runs.map((run) => ({ ...run, via })) };
}

/** With its circuits told from their other ends. */
function turned(plan: Plan): Plan {
  return {
    ...plan,
    circuits: plan.circuits.map(({ from, to, ...more }) => ({ ...more, from: to, to: from })),
  };
}

/** Every text in a thing, with where it stands: `from.placement`. */
function textsIn(value: unknown, path = ''): { readonly path: string; readonly text: string }[] {
  if (typeof value === 'string') return [{ path, text: value }];
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([key, part]) => textsIn(part, path === '' ? key : `${path}.${key}`));
}

describe('the table of what a plan is made of', () => {
  test('has every list of the document, and no other', () => {
    const lists = Object.entries(planSchema.shape).filter(([, schema]) => schema.def.type === 'array');
    expect([...LIST_KEYS].sort()).toEqual(lists.map(([key]) => key).sort());
  });

  test('names every reference there is: no id of another thing stands anywhere else', () => {
    const named = new Set<string>();
    for (const plan of PLANS) {
      const ids = new Map(
        listsOf(plan).flatMap(({ key, items }) => items.map(({ id }) => [id, key] as const)),
      );
      for (const { key, kind, items } of listsOf(plan)) {
        for (const item of items) {
          const declared = new Map(kind.refersTo.map((reference) => [reference.path, reference]));
          for (const { path: at, text } of textsIn(item)) {
            // Of a list of references each stands under the list’s own name.
            const path = at
              .replace(/^(circuits|stretches)\.\d+(?:\.(?:from|to))?$/u, '$1')
              .replace(/^((?:from|to)\.strings)\.\d+$/u, '$1')
              .replace(/^(via|modules)\.\d+\./u, '$1.');
            // What a thing holds within itself, such as a rule or a knockout of a gear type, has ids of its own.
            if (
              path === 'id' ||
              path === 'name' ||
              /\.\d+\.|source\.|\.id$|\.knockout$/u.test(path) ||
              !ids.has(text)
            )
              continue;
            const reference = declared.get(path);
            // A word such as the kind of gear may be an id elsewhere: then nothing refers by it.
            if (reference === undefined && (path === 'kind' || path === 'carries')) continue;
            expect({ key, path, to: reference?.to }).toEqual({ key, path, to: ids.get(text) });
            expect(reference?.idsOf(item)).toContain(text);
            named.add(`${key}.${path}`);
          }
        }
      }
    }
    // Each that is declared was met.
    const declared = LIST_KEYS.flatMap((key) => LISTS[key].refersTo.map(({ path }) => `${key}.${path}`));
    expect(declared.filter((path) => !named.has(path))).toEqual([]);
  });

  test('takes out with a thing all that would be left referring to it', () => {
    for (const plan of PLANS) {
      for (const { key, items } of listsOf(plan)) {
        for (const { id } of items.slice(0, 6)) {
          const without: Plan = produce(plan, (draft) => dropFrom(draft, key, new Set([id])));
          const faults = findReferenceFaults(without).filter(({ code }) => code === 'dangling');
          // What is held stays, and says so; the root face is kept by the edit that removes faces.
          const isHeld = findHolder(plan, key, id) !== null || id === plan.rootFace;
          if (!isHeld) expect(faults).toEqual([]);
          else if (key !== 'faces') expect(faults.length).toBeGreaterThan(0);
          expect(without[key].some((each) => each.id === id)).toBe(false);
        }
      }
    }
  });
});
