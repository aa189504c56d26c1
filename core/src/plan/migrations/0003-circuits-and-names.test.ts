import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { openPlan, openPlanText } from '../open-plan.ts';
import type { Plan } from '../plan.ts';
import { circuitsAndNames } from './0003-circuits-and-names.ts';

type Raw = Record<string, unknown>;
type RawCircuit = {
  id: string;
  name: string;
  from: string;
  to: string;
  wire: { size: string };
  count: number;
  currentCarryingCount: number;
};

const text = readFileSync('core/src/plan/kept/v3-honey-house.zarnel.json', 'utf8');
const kept = (): Raw => JSON.parse(text) as Raw;

function opened(raw: Raw): Plan {
  const plan = openPlan(raw);
  if (!plan.ok) throw new Error(JSON.stringify(plan.fault));
  return plan.value;
}

describe('raising version 3', () => {
  test('leaves the old document as it was', () => {
    const old = kept();
    circuitsAndNames(old);
    expect(old).toEqual(kept());
  });

  test('opens a kept file with everything that it said', () => {
    const plan = openPlanText(text);
    if (!plan.ok) throw new Error(JSON.stringify(plan.fault[0]));
    const { nipples, joins, circuits, runs, penetrations, placements } = plan.value;
    const old = kept();
    expect(nipples).toEqual(old.joints);
    expect(joins).toEqual(old.links);
    expect(placements).toEqual(old.placements);
    // Conductors that were counted in the wireway are circuits there, by the same ids.
    const before = old.circuits as RawCircuit[];
    expect(
      circuits.slice(0, before.length).map(({ id, name, stretches, wire }) => {
        return [id, name, stretches, wire.size, wire.count, wire.carrying];
      }),
    ).toEqual(
      before.map(({ id, name, from, to, wire, count, currentCarryingCount }) => {
        return [id, name, [{ from, to }], { by: 'awg', size: wire.size }, count, currentCarryingCount];
      }),
    );
    // Nobody said what any of them carries, and none is asserted to.
    expect(new Set(circuits.map(({ carries }) => carries))).toEqual(new Set(['unsaid']));
    // The cable of a run is a circuit that the run carries.
    const [run] = runs;
    const [oldRun] = old.runs as { cableDiameterMm: number }[];
    const cable = circuits.find(({ id }) => id === run?.circuits[0]);
    expect(cable?.wire.made).toEqual({ as: 'cable', diameterMm: oldRun?.cableDiameterMm });
    expect(penetrations.map(({ entry }) => entry)).toEqual([{ kind: 'gland', gland: 'M20' }]);
  });

  test('keeps conductors that were measured, and joins', () => {
    const old = kept();
    const [first] = old.circuits as Raw[];
    const links = [
      { id: 'l', kind: 'side-by-side', a: { placement: 'inverter-a', knockout: 'dc' }, b: { placement: 'load-centre', knockout: 'bottom-left' } }, // prettier-ignore
    ];
    const raw = { ...old, links, circuits: [{ ...first, wire: { kind: 'measured', diameterMm: 7.5 } }] };
    const plan = opened(raw);
    expect(plan.joins).toEqual(links);
    expect(plan.circuits[0]?.wire.size).toEqual({ by: 'measured', diameterMm: 7.5 });
  });

  test('gives a cable an id that nothing has, however long the run’s is', () => {
    const old = kept();
    const [run] = old.runs as Raw[];
    const long = 'r'.repeat(40);
    const raw = {
      ...old,
      runs: [
        { ...run, id: long },
        { ...run, id: `${'r'.repeat(34)}-cable` },
        { ...run, id: 'array' },
        { ...run, id: 'array-cable' },
      ],
    };
    const ids = opened(raw).runs.flatMap(({ circuits }) => circuits);
    expect(new Set(ids).size).toBe(4);
    expect(ids.every((id) => id.length <= 40)).toBe(true);
  });

  test('of a damaged file goes as far as it can, and the schema then names what is wrong', () => {
    for (const [key, value] of [
      ['circuits', 7],
      ['runs', [null]],
      ['joints', 'none'],
      ['passes', {}],
      ['circuits', [{ id: 'c' }, 3]],
    ] as const) {
      const plan = openPlan({ ...kept(), [key]: value });
      const paths = plan.ok ? [] : plan.fault.map(({ path }) => path);
      expect(paths.join()).toContain(key === 'joints' ? 'nipples' : key === 'passes' ? 'penetrations' : key);
    }
  });
});
