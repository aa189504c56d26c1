import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { prepare } from '../check/prepared.ts';
import type { Obstacle } from '../plan/obstacle.ts';
import { NEW_PENETRATION } from '../plan/penetration.ts';
import type { Plan } from '../plan/plan.ts';
import { USUAL_ROUTING, type Routing, type Via } from '../plan/run.ts';
import type { PointMm } from '../plan/values.ts';
import { libraryCost } from '../test/library-graph.ts';
import {
  boxObstacle,
  cables,
  foldOf,
  gear,
  hang,
  plan,
  rectangle,
  reverseOf,
  spacedFraming,
  wall,
} from '../test/plans.ts';
import { goingBy, type RouteGraph } from './graph.ts';
import { nodeAt, pointUm } from './grid.ts';
import { leastCostMm, routeOf, type RoutedRun } from './route.ts';
import { BENDS_PER_UM, findPath, type SearchEnd } from './search.ts';
import { CABLE_CLEAR_MM, graphOf, placeOfPort } from './world.ts';
import { cases } from '../test/cases.ts';

const RUN = {
  id: 'r',
  name: 'Run',
  from: { placement: 'a', knockout: 'top' },
  to: { placement: 'b', knockout: 'bottom' },
  cableDiameterMm: 6,
  slackEachEndMm: 0,
};

const KNOCKOUTS = (['top', 'bottom'] as const).map((edge) => ({
  id: edge,
  edge,
  alongMm: 50,
  fromBackMm: 30,
  tradeSize: '1/2' as const,
}));

function joined(more: Partial<Plan>, at: readonly [PointMm, PointMm, string, string]): Plan {
  const [a, b, faceA, faceB] = at;
  return plan({
    gearTypes: [gear('t', { kind: 'other', widthMm: 100, heightMm: 100, dropMm: 100, knockouts: KNOCKOUTS })],
    placements: [hang('a', 't', faceA, a[0], a[1]), hang('b', 't', faceB, b[0], b[1])],
    ...cables([RUN]),
    ...more,
  });
}

function wayOf(of: Plan): RoutedRun {
  const outcome = routeOf(prepare(of), 'r');
  if (outcome?.kind !== 'routed') throw new Error(JSON.stringify(outcome?.fault.code));
  return outcome.routed;
}

/** Two faces that meet along an edge that slants on both, each its own way. */
function slanted(rise: number, otherRise: number, a: PointMm, b: PointMm, obstacles: Obstacle[] = []): Plan {
  const length = Math.hypot(4000, rise);
  const width = Math.sqrt(length ** 2 - otherRise ** 2);
  const low = otherRise < 0 ? -otherRise : 0;
  const lower: PointMm[] = [[0, 0], [4000, 0], [4000, 2600 + rise], [0, 2600]]; // prettier-ignore
  const upper: PointMm[] = [[0, low], [width, low + otherRise], [width, 5000], [0, 5000]]; // prettier-ignore
  return joined(
    {
      faces: [wall('w', lower, { obstacles }), wall('v', upper)],
      folds: [foldOf('f', ['w', 2], ['v', 0], 40)],
    },
    [a, b, 'w', 'v'],
  );
}

const mm = (min: number, max: number) => fc.integer({ min, max });

describe('ways over slanting folds', () => {
  test('are as long as the best of all crossings, tried one by one on the faces laid flat', () => {
    fc.assert(
      fc.property(
        mm(-900, 900).filter((rise) => Math.abs(rise) > 20),
        mm(-900, 900).filter((rise) => Math.abs(rise) > 20),
        fc.tuple(mm(500, 3500), mm(300, 1200)),
        fc.tuple(mm(500, 3200), mm(2500, 4500)),
        (rise, otherRise, a, b) => {
          const found = wayOf(slanted(rise, otherRise, a, b));
          // The stubs: above the first, below the second.
          const [ax, ay] = [a[0], a[1] + CABLE_CLEAR_MM];
          const [bx, by] = [b[0], b[1] - 100 - CABLE_CLEAR_MM];
          const length = Math.hypot(4000, rise);
          const width = Math.sqrt(length ** 2 - otherRise ** 2);
          const low = otherRise < 0 ? -otherRise : 0;
          const at = (share: number) => {
            const [ex, ey] = [4000 * share, 2600 + rise * share];
            const [fx, fy] = [width * share, low + otherRise * share];
            return Math.abs(ex - ax) + Math.abs(ey - ay) + Math.abs(bx - fx) + Math.abs(by - fy);
          };
          let best = Infinity;
          for (let step = 0; step <= 20_000; step++) best = Math.min(best, at(step / 20_000));
          // Steps of 0.2 mm may miss the best by as much twice over.
          expect(found.pathMm - 2 * CABLE_CLEAR_MM).toBeGreaterThan(best - 0.9);
          expect(found.pathMm - 2 * CABLE_CLEAR_MM).toBeLessThan(best + 0.01);
        },
      ),
      { seed: 11, numRuns: cases(200, 110) },
    );
  });

  test('have legs that meet on the fold, from both its faces at one place', () => {
    const { legs } = wayOf(slanted(700, -500, [800, 900], [2900, 3000]));
    const last = legs.filter(({ face }) => face === 'w').at(-1)?.to;
    const first = legs.find(({ face }) => face === 'v')?.from;
    if (last === undefined || first === undefined) throw new Error('It goes over the fold.');
    const share = last[0] / 4000;
    expect(last[1]).toBeCloseTo(2600 + 700 * share, 2);
    const width = Math.sqrt(4000 ** 2 + 700 ** 2 - 500 ** 2);
    expect(first[0]).toBeCloseTo(width * share, 2);
    expect(first[1]).toBeCloseTo(500 - 500 * share, 2);
  });
});

const anyRouting: fc.Arbitrary<Routing> = fc.record({
  bendMm: mm(0, 400),
  penetrationMm: mm(0, 900),
  boreMm: mm(0, 500),
  seenPct: mm(0, 80),
  outOfReachPct: mm(0, 80),
});
const anyBox = fc.record({ x: mm(0, 3600), y: mm(100, 2200), width: mm(50, 900), height: mm(50, 500) });

describe('ways of a site', () => {
  /** A wall, its cavity behind with studs, a hole at either end, and a slanting fold above. */
  function site(
    boxes: readonly { x: number; y: number; width: number; height: number }[],
    routing: Routing,
    via: readonly Via[] = [],
  ): Plan {
    const obstacles = boxes.map(({ x, y, width, height }, index) =>
      boxObstacle(`o-${index}`, 'O', 'other', [x, y, width, height]),
    );
    const of = slanted(600, -300, [600, 600], [2600, 3600], obstacles);
    const front = of.faces.map((face) =>
      face.id === 'w' && face.shape.kind === 'outline'
        ? {
            ...face,
            shape: {
              ...face.shape,
              framing: [spacedFraming('s', 'studs', 'stud', 38, [300, 400], { mayBore: true })],
            },
          }
        : face,
    );
    const w = front.find(({ id }) => id === 'w');
    if (w === undefined) throw new Error('w');
    const hole = (id: string, xMm: number, yMm: number) => ({
      ...NEW_PENETRATION,
      done: [],
      id,
      name: id,
      face: 'w',
      xMm,
      yMm,
    });
    return {
      ...of,
      faces: [...front, reverseOf(w, 'behind', 'Behind', { kind: 'cavity', side: 'inside' })],
      penetrations: [hole('p', 480, 1500), hole('q', 3380, 1500), hole('s', 1900, 700)],
      runs: of.runs.map((run) => ({ ...run, via: [...via] })),
      routing,
    };
  }
  const FACES = ['w', 'v', 'behind'];

  function ends(of: Plan): { graph: RouteGraph; start: SearchEnd; goal: SearchEnd } | null {
    const prepared = prepare(of);
    const graph = graphOf(prepared, 'free');
    const end = (port: { placement: string; knockout: string }, turn: number): SearchEnd => {
      const { item, stub, opens } = placeOfPort(prepared, port);
      const grid = graph.gridOf(item.face.id);
      const node = grid === undefined ? -1 : nodeAt(grid, pointUm(stub));
      return { face: item.face.id, node, direction: ((opens + turn) % 4) as SearchEnd['direction'] };
    };
    const [start, goal] = [end(RUN.from, 0), end(RUN.to, 2)];
    return start.node < 0 || goal.node < 0 ? null : { graph, start, goal };
  }

  test('cost what a reference library finds, over slanting folds, through holes and studs, whatever is weighed', () => {
    let found = 0;
    fc.assert(
      fc.property(fc.array(anyBox, { maxLength: 5 }), anyRouting, (boxes, routing) => {
        const at = ends(site(boxes, routing));
        if (at === null) return;
        const path = findPath(at.graph, at.start, at.goal);
        const cost = path === null ? null : path.costUm * BENDS_PER_UM + path.bendCount;
        if (path !== null) found++;
        expect(cost).toBe(libraryCost(at.graph, FACES, at.start, at.goal));
      }),
      { seed: 5, numRuns: cases(60, 35) },
    );
    expect(found).toBeGreaterThan(20);
  });

  test('are never below what they would be with nothing in the way, and add up', () => {
    fc.assert(
      fc.property(fc.array(anyBox, { maxLength: 6 }), anyRouting, (boxes, routing) => {
        const of = site(boxes, routing);
        const prepared = prepare(of);
        const outcome = routeOf(prepared, 'r');
        const [run] = of.runs;
        if (outcome?.kind !== 'routed' || run === undefined) return;
        const { routed } = outcome;
        expect(routed.costMm).toBeGreaterThanOrEqual((leastCostMm(prepared, run) ?? 0) - 0.05);
        // Length on the faces and through them, then what else is weighed.
        const onFaces = routed.legs.map(({ face, from, to }) => ({
          face,
          mm: Math.abs(from[0] - to[0]) + Math.abs(from[1] - to[1]),
        }));
        const thick = routed.penetrations.length * 20;
        const lengthMm = onFaces.reduce((sum, leg) => sum + leg.mm, 0) + thick;
        expect(routed.pathMm).toBeCloseTo(lengthMm, 1);
        const weighed = onFaces.reduce((sum, { face, mm: each }) => {
          return sum + each * (1 + (face === 'behind' ? routing.outOfReachPct : routing.seenPct) / 100);
        }, 0);
        const stubs = 2 * CABLE_CLEAR_MM * (routing.seenPct / 100);
        expect(routed.costMm).toBeCloseTo(
          weighed -
            stubs +
            thick +
            routed.penetrations.length * routing.penetrationMm +
            routed.bendCount * routing.bendMm +
            routed.boreCount * routing.boreMm,
          1,
        );
      }),
      { seed: 6, numRuns: cases(80, 45) },
    );
  });

  test('that are locked go by their places in order, and are the best of those that do', () => {
    const via: Via[] = [
      { at: 'point', face: 'w', xMm: 3000, yMm: 900 },
      { at: 'penetration', penetration: 'p' },
      { at: 'penetration', penetration: 'q' },
    ];
    const { legs, penetrations } = wayOf(site([], { ...USUAL_ROUTING, boreMm: 0 }, via));
    expect(penetrations).toEqual(['p', 'q']);
    const before = legs.slice(
      0,
      legs.findIndex(({ face }) => face === 'behind'),
    );
    expect(
      before.some(
        ({ to, from }) => [to, from].some(([x, y]) => x === 3000 && y === 900) || isOn([3000, 900], from, to),
      ),
    ).toBe(true);
    // The whole of it against the library, layer by layer.
    const at = ends(site([], USUAL_ROUTING, via));
    if (at === null) throw new Error('free');
    const grid = at.graph.gridOf('w');
    const node = grid === undefined ? -1 : nodeAt(grid, pointUm([3000, 900]));
    const layered = goingBy(at.graph, [
      { at: 'node', node: { face: 'w', node } },
      { at: 'hole', through: { kind: 'penetration', id: 'p' } },
      { at: 'hole', through: { kind: 'penetration', id: 'q' } },
    ]);
    const goal = { ...at.goal, face: `3\u0000${at.goal.face}` };
    const path = findPath(layered, at.start, goal);
    const layers = [0, 1, 2, 3].flatMap((layer) =>
      FACES.map((face) => (layer === 0 ? face : `${layer}\u0000${face}`)),
    );
    expect(path === null ? null : path.costUm * BENDS_PER_UM + path.bendCount).toBe(
      libraryCost(layered, layers, at.start, goal),
    );
  });

  test('bores framing that may be bored and goes round what may not', () => {
    const through = wayOf(
      site([], { ...USUAL_ROUTING, boreMm: 0 }, [
        { at: 'penetration', penetration: 'p' },
        { at: 'penetration', penetration: 'q' },
      ]),
    );
    // Studs at 300 and each 400 from there, told from the left of the wall: between 480 and 3,380 there are seven.
    expect(through.boreCount).toBe(7);
    const of = site([], USUAL_ROUTING, [
      { at: 'penetration', penetration: 'p' },
      { at: 'penetration', penetration: 'q' },
    ]);
    const closed = {
      ...of,
      faces: of.faces.map((face) =>
        face.shape.kind === 'outline'
          ? {
              ...face,
              shape: {
                ...face.shape,
                framing: face.shape.framing.map((each) => ({ ...each, mayBore: false })),
              },
            }
          : face,
      ),
    };
    // In the cavity there is no way from one to the other, and none goes in by a hole and straight back out: that is said.
    const outcome = routeOf(prepare(closed), 'r');
    expect(outcome?.kind === 'fault' ? outcome.fault.code : 'routed').toBe('via-blocked');
  });
});

function isOn([x, y]: PointMm, from: PointMm, to: PointMm): boolean {
  const [minX, maxX] = [Math.min(from[0], to[0]), Math.max(from[0], to[0])];
  const [minY, maxY] = [Math.min(from[1], to[1]), Math.max(from[1], to[1])];
  return x >= minX && x <= maxX && y >= minY && y <= maxY;
}

describe('a run without a way', () => {
  const fences = (...xs: readonly number[]) =>
    joined(
      {
        faces: [
          wall('w', rectangle(5000, 2500), {
            obstacles: xs.map((x, index) =>
              boxObstacle(`fence-${index}`, 'Fence', 'other', [x, 0, 100, 2500]),
            ),
          }),
        ],
      },
      [[500, 800], [4500, 1200], 'w', 'w'],
    );

  test('names the one thing that has to go, and all where one is not enough', () => {
    expect(routeOf(prepare(fences(1500)), 'r')).toMatchObject({
      fault: { code: 'barrier', isOne: true, barriers: [{ id: 'fence-0' }] },
    });
    expect(routeOf(prepare(fences(1500, 3000)), 'r')).toMatchObject({
      fault: { code: 'barrier', isOne: false, barriers: [{ id: 'fence-0' }, { id: 'fence-1' }] },
    });
  });

  test('says that a place it is locked to is what blocks it', () => {
    const of = fences();
    const via: Via[] = [{ at: 'point', face: 'w', xMm: 500, yMm: 750 }];
    const locked = { ...of, runs: of.runs.map((run) => ({ ...run, via })) };
    expect(routeOf(prepare(of), 'r')).toMatchObject({ kind: 'routed' });
    expect(routeOf(prepare(locked), 'r')).toMatchObject({ fault: { code: 'via-blocked' } });
  });
});
