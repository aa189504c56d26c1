import { describe, expect, test } from '@jest/globals';
import elkjs from 'elkjs';
import { prepare } from '../check/prepared.ts';
import { runChecks } from '../check/run-checks.ts';
import { CHECKS } from '../checks.ts';
import { DEMOS } from '../demo/demos.ts';
import { tellingOf } from '../plan/names.ts';
import type { Plan } from '../plan/plan.ts';
import { INCH_READER, METRIC_READER } from '../quantity/format.ts';
import { largePlan } from '../test/large-plan.ts';
import { drawOneLine, type OneLineDrawing } from './drawing.ts';
import { oneLineOf } from './graph.ts';
import { askedLayout, type GivenLayout } from './layout.ts';
import { textWidth, type XY } from './shapes.ts';
import { oneLineSvg } from './svg.ts';
import { SYMBOL } from './symbols.ts';

const PLANS: readonly (readonly [string, Plan])[] = [
  ...DEMOS.map(({ id, plan }) => [id, plan()] as const),
  ['large', largePlan(2)],
];

async function drawn(plan: Plan): Promise<{ drawing: OneLineDrawing; layout: GivenLayout }> {
  const prepared = prepare(plan);
  const telling = tellingOf(plan.codeBasis === 'us' ? INCH_READER : METRIC_READER, plan);
  const oneLine = oneLineOf(prepared);
  const elk = new elkjs.default();
  const asked = JSON.parse(JSON.stringify(askedLayout(oneLine, telling))) as Parameters<typeof elk.layout>[0];
  const layout = (await elk.layout(asked)) as GivenLayout;
  return { layout, drawing: drawOneLine(oneLine, layout, telling, runChecks(prepared, CHECKS)) };
}

describe('the one-line diagram', () => {
  test.each(PLANS)(
    'of %s has each circuit from its one end to its other, and each piece of gear once',
    (_, plan) => {
      const { nodes, edges } = oneLineOf(prepare(plan));
      for (const circuit of plan.circuits) {
        const own = edges.filter((edge) => edge.circuit === circuit.id);
        const chain = own.map(({ from }) => from).concat(own.at(-1)?.to ?? '');
        expect(chain.length).toBe(own.length + 1);
        for (const [index, edge] of own.entries()) expect(edge.to).toBe(chain[index + 1]);
        for (const [at, end] of [
          [chain[0], circuit.from],
          [chain.at(-1), circuit.to],
        ] as const)
          // prettier-ignore
          if (end.at === 'gear') expect(at).toBe(`gear ${end.placement}`);
      }
      expect(new Set(nodes.map(({ id }) => id)).size).toBe(nodes.length);
      const ids = new Set(nodes.map(({ id }) => id));
      for (const { from, to } of edges) expect([ids.has(from), ids.has(to)]).toEqual([true, true]);
    },
  );

  test('leads a circuit over the disconnects and fuses that stand in its way, in their order', () => {
    const clinic = DEMOS.find(({ id }) => id === 'eye-clinic')?.plan();
    const honey = DEMOS.find(({ id }) => id === 'honey-house')?.plan();
    if (clinic === undefined || honey === undefined) throw new Error('There are demos.');
    const way = (plan: Plan, circuit: string) => {
      const { nodes, edges } = oneLineOf(prepare(plan));
      const own = edges.filter((each) => each.circuit === circuit);
      const stops = own.slice(0, -1).map(({ to }) => nodes.find(({ id }) => id === to));
      return { own, stops };
    };
    const array = way(honey, 'a-array');
    expect(array.stops.map((node) => node?.id)).toEqual(['gear disconnect for a-array']);
    expect(array.stops[0]?.symbol).toBe('switch');
    // The fuse that clears it is the device: no other stands beside it, and its rating is said of it once.
    const battery = way(clinic, 'inverter-battery');
    expect(battery.stops.map((node) => node?.id)).toEqual(['gear main-fuse']);
    expect(battery.stops[0]?.texts.filter(({ text }) => text === '{device}').length).toBe(1);
    // A battery that clears itself carries the rating, and no fuse is drawn beside it.
    const cabinet = way(honey, 'battery-a-feed');
    expect(cabinet.stops).toEqual([]);
    const { nodes } = oneLineOf(prepare(honey));
    expect(nodes.find(({ id }) => id === 'gear battery-a')?.texts.map(({ text }) => text)).toEqual([
      '{gear}',
      '{device}',
    ]);
    // Told the other way round, it is met the other way round.
    const turned = {
      ...honey,
      circuits: honey.circuits.map((each) =>
        each.id === 'a-array' ? { ...each, from: each.to, to: each.from } : each,
      ),
    };
    expect(way(turned, 'a-array').own.map(({ from, to }) => [from, to])).toEqual([
      ['gear inverter-a', 'gear disconnect for a-array'],
      ['gear disconnect for a-array', 'strings a-array to'],
    ]);
    // Every line of a circuit has words at its end only, so that nothing is said twice.
    for (const { own } of [array, battery])
      expect(own.map(({ texts }) => texts.length > 0)).toEqual([...own.slice(1).map(() => false), true]);
  });

  test.each(PLANS)('of %s joins two circuits only at gear that is an end of one of them', (_, plan) => {
    // Strings that go over one disconnect by poles of their own are not in parallel.
    const { nodes, edges } = oneLineOf(prepare(plan));
    const ends = new Set(
      plan.circuits.flatMap(({ from, to }) =>
        [from, to].flatMap((end) => (end.at === 'gear' ? [`gear ${end.placement}`] : [])),
      ),
    );
    for (const { id } of nodes) {
      const circuits = new Set(
        edges.filter(({ from, to }) => from === id || to === id).map(({ circuit }) => circuit),
      );
      if (circuits.size > 1) expect([id, ends.has(id) || id === 'outside earth']).toEqual([id, true]);
    }
  });

  test('draws the two strings of the demo over poles of their own, from each string to its own inverter', () => {
    const honey = DEMOS.find(({ id }) => id === 'honey-house')?.plan();
    if (honey === undefined) throw new Error('There are demos.');
    const { nodes, edges } = oneLineOf(prepare(honey));
    const reached = (start: string): string[] => {
      const next = edges.filter(({ from, carries }) => from === start && carries === 'array');
      return next.flatMap(({ to }) => [to, ...reached(to)]);
    };
    expect(reached('strings a-array from').filter((id) => id.startsWith('gear inverter'))).toEqual([
      'gear inverter-a',
    ]);
    expect(reached('strings b-array from').filter((id) => id.startsWith('gear inverter'))).toEqual([
      'gear inverter-b',
    ]);
    const poles = nodes.filter(({ ref }) => ref?.kind === 'placement' && ref.id === 'disconnect');
    expect(poles.map(({ id }) => id)).toEqual(['gear disconnect for a-array', 'gear disconnect for b-array']);
  });

  test.each(PLANS.slice(0, 4))(
    'of %s is laid out with no line through a symbol that is not its own',
    async (_, plan) => {
      const { drawing, layout } = await drawn(plan);
      const symbols = (layout.children ?? []).map(({ id, x = 0, y = 0 }) => ({ id, x: x + 24, y: y + 24 }));
      const { edges } = oneLineOf(prepare(plan));
      for (const part of drawing.parts) {
        const edge = edges.find(({ id }) => id === part.id);
        if (edge === undefined) continue;
        const lines = part.shapes.flatMap((shape) =>
          shape.kind === 'line' && shape.ink === 'pencil' ? [shape.points] : [],
        );
        expect(lines.length).toBeGreaterThan(0);
        for (const points of lines) {
          for (const [index, to] of points.slice(1).entries()) {
            const from = points[index] ?? to;
            // Along or across, as electricians draw.
            expect(Math.min(Math.abs(to[0] - from[0]), Math.abs(to[1] - from[1]))).toBeLessThan(0.01);
            for (const { id, x, y } of symbols)
              if (id !== edge.from && id !== edge.to) expect(isThrough(from, to, x, y)).toBe(false);
          }
        }
      }
    },
  );

  test.each(PLANS.slice(0, 4))('of %s has no text over another or over a symbol', async (_, plan) => {
    const { drawing, layout } = await drawn(plan);
    const boxes = drawing.parts.flatMap(({ id, shapes }) =>
      shapes.flatMap((shape) => {
        if (shape.kind !== 'text' || shape.size !== 9) return [];
        const width = textWidth(shape.text, shape.size);
        const left = shape.anchor === 'middle' ? shape.at[0] - width / 2 : shape.at[0];
        return [{ id, minX: left, maxX: left + width, minY: shape.at[1] - 7, maxY: shape.at[1] }];
      }),
    );
    const symbols = (layout.children ?? []).map(({ id, x = 0, y = 0 }) => ({
      id: `symbol ${id}`,
      minX: x + 24,
      maxX: x + 24 + SYMBOL,
      minY: y + 24,
      maxY: y + 24 + SYMBOL,
    }));
    const all = [...boxes, ...symbols];
    const over = all.flatMap((a, index) =>
      all
        .slice(index + 1)
        .filter(
          (b) =>
            a.minX < b.maxX - 0.5 && a.maxX > b.minX + 0.5 && a.minY < b.maxY - 0.5 && a.maxY > b.minY + 0.5,
        )
        .map((b) => [a.id, b.id]),
    );
    expect(over).toEqual([]);
  });

  test('marks what is found, by the gravest, and writes a name so that no file breaks', async () => {
    const [, honey] = PLANS[0] ?? [];
    if (honey === undefined) throw new Error('There are demos.');
    const named = { ...honey, circuits: honey.circuits.map((each) => ({ ...each, name: 'A < B & "C"' })) };
    const { drawing } = await drawn(named);
    expect(drawing.parts.some(({ severity }) => severity === 'fix')).toBe(true);
    const svg = oneLineSvg(drawing, 'Job <1>', 'Advice & more');
    expect(svg).toContain('A &lt; B &amp; &quot;C&quot;');
    expect(svg).not.toMatch(/<(?!\/?(?:svg|g|title|path|circle|text)\b)/u);
    expect(svg.match(/<g>/gu)?.length).toBe(svg.match(/<\/g>/gu)?.length);
  });
});

function isThrough(from: XY, to: XY, x: number, y: number): boolean {
  return (
    Math.min(from[0], to[0]) < x + SYMBOL - 0.5 &&
    Math.max(from[0], to[0]) > x + 0.5 &&
    Math.min(from[1], to[1]) < y + SYMBOL - 0.5 &&
    Math.max(from[1], to[1]) > y + 0.5
  );
}
