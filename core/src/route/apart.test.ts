import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { prepare, type Prepared } from '../check/prepared.ts';
import { newCircuit, newRun, atGear } from '../conductor/new-circuit.ts';
import type { Plan } from '../plan/plan.ts';
import { boxObstacle, foldOf, gear, hang, plan, rectangle, wall } from '../test/plans.ts';
import { NEAR_END_MM, separationOf } from './apart.ts';
import { companyCheck } from './company-check.ts';
import { laidLegs } from './lanes.ts';
import { routeOf, type Leg, type RoutedRun } from './route.ts';
import { plainRouteOf } from './way.ts';
import { cases } from '../test/cases.ts';

type Carries = 'data' | 'array' | 'ac-out' | 'dc-load';
type Asked = {
  readonly carries: Carries;
  readonly from: readonly [number, number];
  readonly to: readonly [number, number];
  readonly conduit?: boolean;
};

const KNOCKOUTS = (['top', 'bottom', 'left', 'right'] as const).map((edge) => ({
  id: edge,
  edge,
  alongMm: 40,
  fromBackMm: 30,
  tradeSize: '1/2' as const,
}));

/** Runs on two walls folded together, each between two small boxes of its own. */
function site(asked: readonly Asked[], blocks: readonly (readonly [number, number])[] = []): Plan {
  return plan({
    faces: [
      wall('w', rectangle(6000, 3000), {
        obstacles: blocks.map(([x, y], index) =>
          boxObstacle(`block-${index}`, 'Block', 'other', [x, y, 400, 500]),
        ),
      }),
      wall('v', rectangle(4000, 3000)),
    ],
    folds: [foldOf('f', ['w', 1], ['v', 3], 90)],
    gearTypes: [gear('t', { kind: 'other', widthMm: 80, heightMm: 80, dropMm: 80, knockouts: KNOCKOUTS })],
    placements: asked.flatMap(({ from, to }, index) => [
      hang(`a${index}`, 't', 'w', from[0], from[1]),
      to[0] > 6000
        ? hang(`b${index}`, 't', 'v', to[0] - 6000, to[1])
        : hang(`b${index}`, 't', 'w', to[0], to[1]),
    ]),
    circuits: asked.map(({ carries }, index) =>
      newCircuit('us', {
        id: `c${index}`,
        name: `C${index}`,
        carries,
        from: atGear(`a${index}`),
        to: atGear(`b${index}`),
        wire: { size: { by: 'measured', diameterMm: 5 } },
      }),
    ),
    runs: asked.map(({ conduit = false }, index) => ({
      id: `r${index}`,
      name: `R${index}`,
      from: { placement: `a${index}`, knockout: 'bottom' },
      to: { placement: `b${index}`, knockout: 'top' },
      ...newRun('us'),
      ...(conduit ? { laid: { as: 'conduit', size: '1/2' } as const } : {}),
      circuits: [`c${index}`],
    })),
  });
}

function routed(prepared: Prepared, ids: readonly string[], ask = routeOf): RoutedRun[] {
  return ids.flatMap((id) => {
    const outcome = ask(prepared, id);
    return outcome?.kind === 'routed' ? [outcome.routed] : [];
  });
}

/** Points along a way every so often, with the direction there, away from its ends. */
function samples(legs: readonly Leg[]): { face: string; at: [number, number]; isAcross: boolean }[] {
  const whole = legs.reduce((sum, { from, to }) => sum + Math.hypot(to[0] - from[0], to[1] - from[1]), 0);
  let before = 0;
  return legs.flatMap(({ face, from, to }) => {
    const length = Math.hypot(to[0] - from[0], to[1] - from[1]);
    const steps = Math.max(1, Math.ceil(length / 7));
    const made = Array.from({ length: steps }, (_, step) => {
      const share = (step + 0.5) / steps;
      return {
        face,
        at: [from[0] + share * (to[0] - from[0]), from[1] + share * (to[1] - from[1])] as [number, number],
        isAcross: Math.abs(to[1] - from[1]) > Math.abs(to[0] - from[0]),
        done: before + share * length,
      };
    }).filter(({ done }) => done > NEAR_END_MM && done < whole - NEAR_END_MM);
    before += length;
    return made;
  });
}

/** How near two ways lie beside each other, by their points: those that run the same way, square to it. */
function nearestBeside(a: readonly Leg[], b: readonly Leg[]): number {
  // Those of the other by where they are along, in slots of 4 mm: what is within 4 mm is in the same or the next.
  const others = new Map<string, (readonly [along: number, across: number])[]>();
  const placeOf = ({ face, at, isAcross }: ReturnType<typeof samples>[number]) => {
    const [along, across] = isAcross ? [at[1], at[0]] : at;
    return { along, across, slot: (by: number) => `${face} ${isAcross} ${Math.floor(along / 4) + by}` };
  };
  for (const other of samples(b)) {
    const { along, across, slot } = placeOf(other);
    others.set(slot(0), [...(others.get(slot(0)) ?? []), [along, across]]);
  }
  let nearest = Infinity;
  for (const one of samples(a)) {
    const { along, across, slot } = placeOf(one);
    for (const by of [-1, 0, 1])
      for (const other of others.get(slot(by)) ?? [])
        if (Math.abs(other[0] - along) <= 4) nearest = Math.min(nearest, Math.abs(other[1] - across));
  }
  return nearest;
}

// On few lines, so that many share one.
const point = fc
  .tuple(fc.integer({ min: 1, max: 12 }), fc.integer({ min: 1, max: 5 }))
  .map(([x, y]): [number, number] => [x * 450, y * 500]);
const carries = fc.constantFrom<Carries>('data', 'array', 'ac-out', 'dc-load');

describe('runs that keep apart', () => {
  test('lie apart wherever one of them found a way so, as points along them say', () => {
    let moved = 0;
    fc.assert(
      fc.property(
        fc.array(fc.record({ carries, from: point, to: point }), { minLength: 2, maxLength: 4 }),
        fc.array(point, { maxLength: 3 }),
        (asked, blocks) => {
          const of = site(asked, blocks);
          const ids = asked.map((_, index) => `r${index}`);
          const prepared = prepare(of);
          const [plain, apart] = [routed(prepared, ids, plainRouteOf), routed(prepared, ids)];
          expect(apart.map(({ run }) => run.id)).toEqual(plain.map(({ run }) => run.id));
          const near = (
            ways: readonly RoutedRun[],
            legsOf: (way: RoutedRun) => readonly Leg[],
            asksMm: number,
          ) =>
            ways.flatMap((one, at) =>
              ways.slice(at + 1).flatMap((other) => {
                const [a, b] = [one, other].map(
                  ({ run }) => asked[Number(run.id.slice(1))]?.carries ?? 'data',
                );
                const isPower = (each: Carries) => each === 'ac-out' || each === 'dc-load';
                if (a === b || (isPower(a as Carries) && isPower(b as Carries))) return [];
                return nearestBeside(legsOf(one), legsOf(other)) < asksMm
                  ? [`${one.run.id} ${other.run.id}`]
                  : [];
              }),
            );
          const before = near(plain, ({ legs }) => legs, 50);
          const after = near(apart, ({ legs }) => legs, 50);
          expect(after.length).toBeLessThanOrEqual(before.length);
          if (after.length < before.length) moved++;
          // What is moved is never shorter than its own best way.
          apart.forEach((each, at) =>
            expect(each.costMm).toBeGreaterThanOrEqual((plain[at]?.costMm ?? 0) - 1e-6),
          );
          // What still lies too near is told, and nothing else: two cables of 5 mm side by side are 10 mm wide.
          const told = prepared.runs.ids
            .flatMap((id) => companyCheck.looks[0]?.look(prepared, id) ?? [])
            .map(({ subjects }) => subjects.map(({ id }) => id).join(' '));
          const laid = near(apart, ({ run }) => laidLegs(prepared, run.id) ?? [], 50.8 + 10 - 0.5);
          expect(laid.filter((pair) => !told.includes(pair))).toEqual([]);
        },
      ),
      { seed: 7, numRuns: cases(150, 80) },
    );
    // The test looks at something.
    expect(moved).toBeGreaterThan(10);
  });

  test('are left where they are in conduit, of one class, or where they only cross', () => {
    const [from, to] = [
      [500, 2000],
      [5000, 1000],
    ] as const;
    const beside = { from: [560, 2000], to: [5060, 1000] } as const;
    const isMoved = (asked: readonly Asked[]) => {
      const of = site(asked);
      const ids = asked.map((_, index) => `r${index}`);
      return JSON.stringify(routed(prepare(of), ids).map(({ legs }) => legs)) !== JSON.stringify(routed(prepare(of), ids, plainRouteOf).map(({ legs }) => legs)); // prettier-ignore
    };
    expect(
      isMoved([
        { carries: 'data', from, to },
        { carries: 'ac-out', ...beside },
      ]),
    ).toBe(true);
    expect(
      isMoved([
        { carries: 'data', from, to, conduit: true },
        { carries: 'ac-out', ...beside },
      ]),
    ).toBe(false);
    expect(
      isMoved([
        { carries: 'dc-load', from, to },
        { carries: 'ac-out', ...beside },
      ]),
    ).toBe(false);
    expect(separationOf('us', 'array', 'array')).toBeNull();
  });

  test('are laid in the order that counts for least', () => {
    // Two that share a corridor: one of them has to give way, and the sum is as small as with either first.
    const of = site([
      { carries: 'data', from: [500, 2500], to: [5000, 800] },
      { carries: 'array', from: [700, 2500], to: [5200, 800] },
      { carries: 'ac-out', from: [900, 2500], to: [5400, 800] },
    ]);
    const apart = routed(prepare(of), ['r0', 'r1', 'r2']);
    const plain = routed(prepare(of), ['r0', 'r1', 'r2'], plainRouteOf);
    const sum = (ways: readonly RoutedRun[]) => ways.reduce((whole, { costMm }) => whole + costMm, 0);
    // Going along and across, all find ways as short as their own beside each other.
    expect(sum(apart)).toBeCloseTo(sum(plain), 3);
    for (const [a, b] of [
      [0, 1],
      [0, 2],
      [1, 2],
    ] as const)
      expect(nearestBeside(apart[a]?.legs ?? [], apart[b]?.legs ?? [])).toBeGreaterThanOrEqual(50);
  });
});
