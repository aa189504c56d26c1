import { NEW_PENETRATION } from './penetration.ts';
import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { DEMOS } from '../demo/demos.ts';
import { honeyHouse } from '../demo/honey-house.ts';
import { changesInWords, diffPlans } from './diff-plans.ts';
import type { PlanFaultCode } from './fault.ts';
import { tellingOf } from './names.ts';
import { INCH_READER, METRIC_READER } from '../quantity/format.ts';
import { toldText } from '../quantity/told.ts';
import { migrate, MIGRATIONS, type Migration } from './migrate.ts';
import { MAX_FILE_CHARS, MAX_PLAN_CHARS, openPlan, openPlanText, writePlan } from './open-plan.ts';
import { planJsonSchema } from '../json-schemas.ts';
import { FORMAT_VERSION, planSchema, type Plan } from './plan.ts';

const written = writePlan(honeyHouse());

/** The demo as raw JSON with one value put in place of another. */
function changed(path: readonly (string | number)[], value: unknown): unknown {
  const raw: unknown = JSON.parse(written);
  const parent = path.slice(0, -1).reduce((at, part) => (at as Record<string | number, unknown>)[part], raw);
  (parent as Record<string | number, unknown>)[path.at(-1) ?? ''] = value;
  return raw;
}

const top = honeyHouse().faces.find(({ id }) => id === 'roof-top');
const reverseOfReverse = { ...top, id: 'again', shape: { kind: 'reverse', of: 'roof-top' } };

describe('openPlanText', () => {
  test('reads back what was written, to the letter', () => {
    const text = writePlan(honeyHouse());
    const opened = openPlanText(text);
    if (!opened.ok) throw new Error(JSON.stringify(opened.fault[0]));
    expect(writePlan(opened.value)).toBe(text);
  });

  test.each<[string, string, PlanFaultCode]>([
    ['text that is not JSON', '{ "format": ', 'not-json'],
    ['a list', '[]', 'not-a-plan'],
    ['some other JSON', '{"type":"FeatureCollection"}', 'not-a-plan'],
    ['more than the most', ' '.repeat(MAX_FILE_CHARS + 1), 'too-large'],
  ])('refuses %s', (_, text, code) => {
    const opened = openPlanText(text);
    expect(opened).toMatchObject({ ok: false, fault: [{ code }] });
  });
});

describe('the size of a plan', () => {
  test('is measured without its spaces: what is kept can be opened again however it is printed', () => {
    const spaced = `${writePlan(honeyHouse())}${' '.repeat(MAX_PLAN_CHARS)}`;
    expect(openPlanText(spaced).ok).toBe(true);
  });

  test('is the same wherever it is read: as text or as JSON', () => {
    const [type] = honeyHouse().gearTypes;
    if (type === undefined) throw new Error('no type');
    const count = Math.ceil(MAX_PLAN_CHARS / JSON.stringify(type).length);
    const gearTypes = Array.from({ length: count }, (_, index) => ({ ...type, id: `t-${index}` }));
    const large = { ...honeyHouse(), gearTypes: [...honeyHouse().gearTypes, ...gearTypes] };
    const codes = [openPlan(large), openPlanText(JSON.stringify(large))].map((opened) =>
      opened.ok ? 'opened' : opened.fault[0]?.code,
    );
    expect(new Set(codes).size).toBe(1);
    expect(codes[0]).not.toBe('opened');
  });
});

describe('openPlan', () => {
  test.each<[string, readonly (string | number)[], unknown, PlanFaultCode, string]>([
    ['a newer version', ['formatVersion'], FORMAT_VERSION + 1, 'too-new', 'formatVersion'],
    ['a version that is no number', ['formatVersion'], '1', 'not-a-plan', 'formatVersion'],
    ['a negative size', ['gearTypes', 0, 'widthMm'], -5, 'invalid', 'gearTypes[0].widthMm'],
    ['an unknown field', ['placements', 1, 'colour'], 'red', 'invalid', 'placements[1]'],
    ['a dangling gear type', ['placements', 2, 'type'], 'gone', 'dangling', 'placements[2].type'],
    ['a dangling face', ['placements', 0, 'face'], 'gone', 'dangling', 'placements[0].face'],
    [
      'a dangling knockout',
      ['nipples', 0, 'from', 'knockout'],
      'gone',
      'dangling',
      'nipples[0].from.knockout',
    ],
    ['a dangling port', ['runs', 0, 'to', 'placement'], 'gone', 'dangling', 'runs[0].to.placement'],
    ['a dangling root', ['rootFace'], 'gone', 'dangling', 'rootFace'],
    ['an edge that is not there', ['folds', 0, 'b', 'edge'], 9, 'dangling', 'folds[0].b.edge'],
    [
      'a nipple to what is no wireway',
      ['nipples', 0, 'wireway'],
      'inverter-b',
      'invalid',
      'nipples[0].wireway',
    ],
    ['an id used twice', ['runs', 0, 'id'], 'wireway', 'duplicate-id', 'runs[0].id'],
    [
      'a hole in a face without a reverse',
      ['penetrations', 0, 'face'],
      'plant-floor',
      'invalid',
      'penetrations[0].face',
    ],
    ['a reverse of a reverse', ['faces', 3], reverseOfReverse, 'invalid', 'faces[3].shape.of'],
    ['a face folded onto itself', ['folds', 0, 'b', 'face'], 'plant-wall', 'invalid', 'folds[0]'],
  ])('refuses %s with its path', (_, path, value, code, faultPath) => {
    const raw = changed(path, value);
    const before = JSON.stringify(raw);
    const opened = openPlan(raw);
    if (opened.ok) throw new Error('it opened');
    expect(opened.fault).toContainEqual(expect.objectContaining({ code, path: faultPath }));
    expect(JSON.stringify(raw)).toBe(before);
  });

  test('says of any value that cannot be what it is in people’s words, in the reader’s units, and where', () => {
    const leaves = leavesOf(JSON.parse(written), []);
    const values = [-1e9, 1e9, 0.5, 'x'.repeat(3000), '', null, true, {}, [], Array(9000).fill(1)];
    const refused = new Set<string>();
    const odd: string[] = [];
    fc.assert(
      fc.property(fc.constantFrom(...leaves), fc.constantFrom(...values), (path, value) => {
        const opened = openPlan(changed(path, value));
        if (opened.ok) return;
        for (const fault of opened.fault)
          for (const reader of [INCH_READER, METRIC_READER]) {
            const text = toldText(fault.message, tellingOf(reader));
            refused.add(text);
            // Names out of the code, or what a schema says by itself.
            if (/expected|Invalid|[<>]=|[a-z][A-Z]|[{}]|undefined|NaN/u.test(text))
              odd.push(`${fault.path}: ${text}`);
          }
      }),
      { seed: 15, numRuns: 220 },
    );
    expect([odd, refused.size > 30]).toEqual([[], true]);
  });
});

type Path = readonly (string | number)[];

/** Where every value of a plan stands, but what says that it is one. */
function leavesOf(value: unknown, path: Path): Path[] {
  if (typeof value !== 'object' || value === null)
    return path[0] === 'format' || path[0] === 'formatVersion' ? [] : [path];
  const entries = Array.isArray(value)
    ? value.map((each, index) => [index, each] as const)
    : Object.entries(value);
  return entries.flatMap(([key, each]) => leavesOf(each, [...path, key]));
}

describe('migrate', () => {
  // Made-up migrations; the real ones are tried on kept files of each released version below.
  const chain: Migration[] = [
    { from: 1, name: 'title becomes name', up: ({ title, ...rest }) => ({ ...rest, name: title }) },
    { from: 2, name: 'adds crew', up: (raw) => ({ ...raw, crew: [] }) },
  ];

  test('raises an old document step by step and leaves the original alone', () => {
    const old = { formatVersion: 1, title: 'Shed' };
    expect(migrate(old, chain, 3)).toEqual({ ok: true, value: { formatVersion: 3, name: 'Shed', crew: [] } });
    expect(old).toEqual({ formatVersion: 1, title: 'Shed' });
  });

  test('starts in the middle and does nothing at the end', () => {
    expect(migrate({ formatVersion: 2, name: 'x' }, chain, 3)).toMatchObject({
      ok: true,
      value: { crew: [] },
    });
    expect(migrate({ formatVersion: 3 }, chain, 3)).toEqual({ ok: true, value: { formatVersion: 3 } });
  });

  test('refuses a gap in the chain and a newer version', () => {
    expect(migrate({ formatVersion: 1 }, chain.slice(1), 3)).toMatchObject({ ok: false });
    expect(migrate({ formatVersion: 4 }, chain, 3)).toMatchObject({ ok: false, fault: { code: 'too-new' } });
  });

  test('the released chain leads without gaps to today’s version', () => {
    expect(MIGRATIONS.map(({ from }) => from)).toEqual(
      Array.from({ length: FORMAT_VERSION - 1 }, (_, index) => index + 1),
    );
  });
});

describe('a kept file of version 1', () => {
  const text = readFileSync('core/src/plan/kept/v1-honey-house.zarnel.json', 'utf8');
  const opened = openPlanText(text);
  if (!opened.ok) throw new Error(JSON.stringify(opened.fault[0]));
  const { value } = opened;

  test('opens, with everything where it was', () => {
    type Old = {
      placements: unknown;
      joints: unknown;
      passes: { gland: string }[];
      runs: { id: string; cableDiameterMm: number }[];
    };
    const old = JSON.parse(text) as Old;
    const { placements, nipples, penetrations, runs, circuits } = value;
    expect({ placements, nipples, penetrations }).toEqual({
      placements: old.placements,
      nipples: old.joints,
      penetrations: old.passes.map(({ gland, ...pass }) => ({
        ...pass,
        ...NEW_PENETRATION,
        entry: { kind: 'gland', gland },
      })),
    });
    const cableOf = (id: string | undefined) => circuits.find((circuit) => circuit.id === id)?.wire.made;
    expect(runs.map(({ id, circuits: [circuit] }) => [id, cableOf(circuit)])).toEqual(
      old.runs.map(({ id, cableDiameterMm }) => [id, { as: 'cable', diameterMm: cableDiameterMm }]),
    );
    expect(value.formatVersion).toBe(FORMAT_VERSION);
  });

  test('keeps the temperatures, the materials’ names and the obstacles’ places', () => {
    expect(value.site.conditions.meanMaxTempC).toBe(28);
    expect(value.faces.map(({ conditions }) => conditions.meanMaxTempC)).toEqual([undefined, undefined, 36]);
    expect(value.materials.map(({ name }) => name)).toContain('Asphalt shingles');
    const door = value.faces[0]?.obstacles.find(({ id }) => id === 'door');
    expect(door?.shape).toEqual({ kind: 'box', xMm: 3302, yMm: 0, widthMm: 914.4, heightMm: 2032 });
  });
});

describe('the files that follow from the core', () => {
  test('hold today’s schema and demo (npm run docs:write)', () => {
    const schema: unknown = JSON.parse(readFileSync('docs/plan.schema.json', 'utf8'));
    expect(schema).toEqual(JSON.parse(JSON.stringify(planJsonSchema())));
    for (const { file, plan } of DEMOS) {
      expect(readFileSync(`demo/${file}.zarnel.json`, 'utf8')).toBe(writePlan(plan()));
    }
  });
});

describe('diffPlans', () => {
  test('names what only one has and what both have differently', () => {
    const mine = honeyHouse();
    const theirs: Plan = {
      ...honeyHouse(),
      placements: mine.placements.map((p) => (p.id === 'inverter-a' ? { ...p, xMm: 1 } : p)).slice(0, -1),
      site: { ...mine.site, travel: 'left' },
    };
    expect(diffPlans(mine, mine)).toEqual([]);
    expect(diffPlans(mine, theirs)).toEqual([
      { what: 'Site conditions', name: '', change: 'both-differ' },
      { what: 'Gear', name: 'Inverter A', change: 'both-differ' },
      { what: 'Gear', name: 'Transfer switch', change: 'only-mine' },
    ]);
  });
});

describe('changesInWords', () => {
  const said = (change: (plan: Plan) => Plan, most = 300) => {
    const before = planSchema.parse(honeyHouse());
    return changesInWords(before, planSchema.parse(change(before)), most);
  };

  test('says what was added, removed and changed, by name where they are few', () => {
    expect(said((plan) => plan)).toBe('');
    expect(
      said((plan) => ({
        ...plan,
        name: 'Another',
        placements: plan.placements.map((p) => (p.id === 'inverter-a' ? { ...p, xMm: 1 } : p)).slice(0, -1),
        nipples: [],
      })),
    ).toBe(
      `Changed job name; moved gear Inverter A; removed gear Transfer switch; removed ${honeyHouse().nipples.length} nipples`,
    );
    expect(said((plan) => ({ ...plan, name: 'Another', rootFace: 'roof' }), 30)).toBe(
      'Changed job name; and 1 more',
    );
  });

  test('notices a change in every part of a plan, whatever parts it has', () => {
    const plan = planSchema.parse(honeyHouse());
    for (const [key, value] of Object.entries(plan) as [keyof Plan, unknown][]) {
      if (key === 'format' || key === 'formatVersion') continue;
      const other = Array.isArray(value)
        ? [...(value as unknown[]), { id: 'one-more', name: 'One more' }]
        : null;
      expect([key, changesInWords(plan, { ...plan, [key]: other }, 300)]).not.toEqual([key, '']);
    }
  });
});
