import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { prepare } from '../check/prepared.ts';
import { findingsOf } from '../check/run-checks.ts';
import { pipePlan } from '../conductor/pipe.ts';
import { honeyHouse } from '../demo/honey-house.ts';
import { lineObstacle } from '../demo/parts.ts';
import { plateCheck } from './plate-check.ts';
import { runDetail } from './run-detail.ts';
import { drillSheets } from '../pack/holes.ts';
import { applyEdits, type PlanEdit } from '../plan/edits/apply-edit.ts';
import type { Plan } from '../plan/plan.ts';
import type { PlateHole } from '../plan/plate-hole.ts';
import { inchFromMm, mmFromInch } from '../quantity/convert.ts';
import { placesFor } from '../seal/wanted-check.ts';
import { platePlaces } from '../site/plate-meeting.ts';
import { libraryCost } from '../test/library-graph.ts';
import { clearAlongMm, memberAtPlate, newPlateHole, plateBore } from './plate-bore.ts';
import { routeOf } from './route.ts';
import { BENDS_PER_UM, findPath, type SearchEnd } from './search.ts';
import { nodeAt, pointUm } from './grid.ts';
import { graphOf, placeOfPort } from './world.ts';
import { plateDetail } from './plate-detail.ts';

const inch = mmFromInch;
const [HOLE] = honeyHouse().plateHoles;
if (HOLE === undefined) throw new Error('The demo has one.');
const first: PlateHole = HOLE;

function edited(...edits: PlanEdit[]): Plan {
  const applied = applyEdits(honeyHouse(), edits);
  if (!applied.ok) throw new Error(JSON.stringify(applied.fault.message));
  return applied.value.plan;
}

const set = (more: Partial<PlateHole>): PlanEdit => ({ kind: 'set-plate-hole', hole: { ...first, ...more } });

function wayOf(plan: Plan) {
  const outcome = routeOf(prepare(plan), 'array-run');
  if (outcome?.kind !== 'routed') throw new Error(JSON.stringify(outcome));
  return outcome.routed;
}

describe('the way of a run through a plate', () => {
  test('goes in the demo into the wall, up through the top plate and under the roof, by hand', () => {
    const way = wayOf(honeyHouse());
    // Inches. From 55 1/2 up to the hole at 84, and 8 across to it; through 3/4 of plywood; 102 − 84 up in the wall; through
    // 6 of joists and out from behind the plywood; 8 across and 30 up under the roof; 7/8 through it; 28 across and 48 3/4 up.
    const byHand = 84 - 55.5 + 8 + 0.75 + (102 - 84) + Math.hypot(6, 0.75) + 8 + 30 + 0.875 + 28 + 48.75;
    expect(inchFromMm(way.pathMm)).toBeCloseTo(byHand, 4);
    expect([way.penetrations, way.plateHoles]).toEqual([['wall-hole', 'roof-hole'], ['top-plate']]);
  });

  test('goes through the one that it is locked to, and the better of two where it is not', () => {
    const two = [set({}), set({ id: 'far', name: 'Far', alongMm: inch(20) })] as const;
    expect(wayOf(edited(...two)).plateHoles).toEqual(['top-plate']);
    const [run] = honeyHouse().runs;
    if (run === undefined) throw new Error('run');
    const locked = edited(...two, {
      kind: 'set-run',
      run: { ...run, via: [{ at: 'plate-hole', plateHole: 'far' }] },
    });
    expect(wayOf(locked).plateHoles).toEqual(['far']);
    expect(wayOf(locked).pathMm).toBeGreaterThan(wayOf(edited(...two)).pathMm);
    // What it is locked to goes: it lets go.
    const gone = applyEdits(locked, [{ kind: 'remove-plate-hole', hole: 'far' }]);
    expect(gone.ok ? gone.value.plan.runs[0]?.via : null).toEqual([]);
  });

  test('is none without a hole, and one is offered that leads there', () => {
    const plan = edited({ kind: 'remove-plate-hole', hole: 'top-plate' });
    const model = prepare(plan);
    const outcome = routeOf(model, 'array-run');
    expect(outcome?.kind === 'fault' ? outcome.fault.code : 'routed').toBe('no-penetration');
    const [run] = plan.runs;
    const [fix] = run === undefined ? [] : placesFor(model, run);
    const applied = applyEdits(plan, fix?.edits ?? []);
    expect(applied.ok && routeOf(prepare(applied.value.plan), 'array-run')?.kind).toBe('routed');
  });

  test('costs what a reference library finds, wherever two holes are and whatever is weighed', () => {
    let through = 0;
    fc.assert(
      fc.property(
        fc.integer({ min: 5, max: 160 }),
        fc.integer({ min: 5, max: 160 }),
        fc.record({
          bendMm: fc.nat(200),
          penetrationMm: fc.nat(600),
          boreMm: fc.nat(900),
          seenPct: fc.nat(50),
          outOfReachPct: fc.nat(50),
        }),
        (a, b, routing) => {
          const plan = {
            ...edited(set({ alongMm: inch(a) }), set({ id: 'second', name: 'B', alongMm: inch(b) })),
            routing,
          };
          const prepared = prepare(plan);
          const graph = graphOf(prepared, 'free');
          const end = (port: { placement: string; knockout: string }, turn: number): SearchEnd => {
            const { item, stub, opens } = placeOfPort(prepared, port);
            const grid = graph.gridOf(item.face.id);
            const node = grid === undefined ? -1 : nodeAt(grid, pointUm(stub));
            return { face: item.face.id, node, direction: ((opens + turn) % 4) as SearchEnd['direction'] };
          };
          const [run] = plan.runs;
          if (run === undefined) throw new Error('run');
          const [start, goal] = [end(run.from, 0), end(run.to, 2)];
          const path = findPath(graph, start, goal);
          const cost = libraryCost(graph, prepared.faces.ids, start, goal);
          expect(path === null ? null : path.costUm * BENDS_PER_UM + path.bendCount).toBe(cost);
          if (path?.nodes.some(({ via }) => via?.kind === 'plate-hole') === true) through++;
        },
      ),
      { seed: 3, numRuns: 25 },
    );
    expect(through).toBeGreaterThan(20);
  });
});

describe('what follows from a way through a plate', () => {
  test('the cost that is told is that of its inputs, the plate among them', () => {
    const plan = honeyHouse();
    const { working, costMm } = runDetail(prepare(plan), 'array-run');
    const of = (symbol: string) => working?.inputs.find((each) => each.symbol === symbol)?.value.value ?? NaN;
    expect(of('bored')).toBe(1);
    // With nothing weighed for being seen or out of reach.
    const told =
      of('length') + of('bends') * of('bend') + of('holes') * of('through') + of('bored') * of('bore');
    expect(costMm).toBeCloseTo(told, 3);
  });

  test('a conduit goes on through the plate, as long as it is, by hand', () => {
    const demo = honeyHouse();
    const runs = demo.runs.map((run) => ({ ...run, laid: { as: 'conduit', size: '1' } as const }));
    const [run] = runs;
    const pipes = run === undefined ? [] : (pipePlan(prepare({ ...demo, runs }), run)?.pipes ?? []);
    // Inches, corner to corner: on the wall; up in it, through the plate and under the roof; on the roof.
    expect(pipes.map(({ cornersMm }) => inchFromMm(cornersMm))).toEqual([
      expect.closeTo(28.5 + 8, 6),
      expect.closeTo(18 + Math.hypot(6, 0.75) + 8 + 30, 6),
      expect.closeTo(28 + 48.75, 6),
    ]);
  });
});

describe('a hole in a plate', () => {
  test('is drilled from the face that it comes out on, mirrored as that is seen', () => {
    const sheets = drillSheets(prepare(honeyHouse()));
    const on = sheets.filter(({ holes }) => holes.some(({ subject }) => subject.kind === 'plate-hole'));
    expect(on.map(({ id }) => id)).toEqual(['loft-floor']);
    const [bored] = on[0]?.holes ?? [];
    // 88 in from the left in the room is 168 − 88 as one looks down with the wall at one’s feet; at its very edge.
    expect(inchFromMm(bored?.xMm ?? 0)).toBeCloseTo(168 - 88, 6);
    expect(bored?.yMm).toBeCloseTo(0, 6);
    expect(plateDetail(prepare(honeyHouse()), 'top-plate')).toMatchObject({
      diameterMm: bored?.diameterMm,
      runCount: 1,
    });
  });

  test('is at least as wide as its cables need, and as typed where it was', () => {
    const { diameterMm, neededMm } = plateBore(prepare(honeyHouse()), first);
    expect(diameterMm).toBeGreaterThanOrEqual(neededMm ?? Infinity);
    expect(plateBore(prepare(honeyHouse()), { ...first, holeMm: 51 }).diameterMm).toBe(51);
    const lone = prepare(edited(set({ id: 'spare', name: 'S', alongMm: inch(20) })));
    expect(plateBore(lone, { id: 'spare', holeMm: null }).neededMm).toBeNull();
  });

  test('moves to the nearest place clear of studs and joists, or stays', () => {
    const prepared = prepare(honeyHouse());
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 168, noNaN: true }),
        fc.integer({ min: 10, max: 90 }),
        (at, diameterMm) => {
          const hole = { ...first, alongMm: inch(at) };
          const isClear = (alongMm: number) => {
            const met = platePlaces(prepared.site, { ...hole, alongMm });
            return met.ok && memberAtPlate(met.places, diameterMm) === undefined;
          };
          const alongMm = clearAlongMm(prepared, hole, diameterMm);
          // Studs at every 16 in, 1 1/2 in wide, and joists at every 24: a gap of 14 1/2 in takes any of these.
          expect(isClear(alongMm)).toBe(true);
          const movedMm = Math.abs(alongMm - hole.alongMm);
          const ends = inch(0.5) + diameterMm;
          for (let nearer = 0; nearer < movedMm - inch(0.5); nearer += inch(0.5))
            for (const sign of [1, -1]) {
              const tried = hole.alongMm + sign * nearer;
              if (tried < ends || tried > inch(168) - ends) continue;
              expect(isClear(tried)).toBe(false);
            }
        },
      ),
      { seed: 8, numRuns: 200 },
    );
  });

  test('keeps off what is hidden in the wall, drawn on either side of it', () => {
    // In the room 84 in from the left; from behind that is 84 in again: the middle.
    for (const face of ['plant-wall', 'wall-cavity']) {
      const feed = lineObstacle(
        'lamp-feed',
        'Lamp feed',
        'cable',
        [
          [inch(84), inch(60)],
          [inch(84), inch(102)],
        ],
        inch(0.5),
        {
          isHidden: true,
          noDrillMm: inch(2),
        },
      );
      const prepared = prepare(edited({ kind: 'set-obstacle', face, obstacle: feed }));
      const made = newPlateHole(prepared, { face: 'wall-cavity', edge: 0, to: 'loft-floor' });
      const offMm = Math.abs(made.alongMm - inch(84)) - inch(0.25) - 32 / 2;
      expect(offMm).toBeGreaterThanOrEqual(inch(2) - 1e-6);
      const found = findingsOf(
        plateCheck,
        prepare(edited({ kind: 'set-obstacle', face, obstacle: feed }, set({ alongMm: inch(84) }))),
      );
      expect(found.map(({ message }) => message)).toContain('hidden');
    }
  });

  test('starts near the middle of its edge, as wide a plate as its studs are deep', () => {
    const prepared = prepare(honeyHouse());
    const made = newPlateHole(prepared, { face: 'wall-cavity', edge: 0, to: 'loft-floor' });
    expect(made.plateWidthMm).toBeCloseTo(inch(5.5), 6);
    expect(Math.abs(made.alongMm - inch(84))).toBeLessThan(inch(8));
  });
});

describe('a cavity', () => {
  test('has no sheet of holes that are drilled from the room', () => {
    const { penetrations } = honeyHouse();
    expect(penetrations.some(({ face }) => face === 'plant-wall')).toBe(true);
    expect(drillSheets(prepare(honeyHouse())).map(({ id }) => id)).not.toContain('wall-cavity');
  });
});
