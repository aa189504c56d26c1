import { NEW_PENETRATION } from '../plan/penetration.ts';
import type { PointMm } from '../plan/values.ts';
import { baseOf, holeOf } from '../seal/entry.ts';
import { obstacleName } from '../plan/names.ts';
import { findingsOf } from '../check/run-checks.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Euler, Matrix4, Vector3 } from 'three';
import { prepare } from '../check/prepared.ts';
import { evaluatePlan } from '../evaluate.ts';
import { boxObstacle, foldOf } from '../demo/parts.ts';
import type { ClearanceRule, RuleCounterpart, RuleSide } from '../plan/gear-type.ts';
import type { Plan } from '../plan/plan.ts';
import { distanceFromBoxMm } from '../geometry/box-to-polygon.ts';
import type { Vec3 } from '../geometry/vec3.ts';
import { trianglesOf } from '../geometry/triangles.ts';
import { signedAreaMm2 } from '../geometry/segments.ts';
import { beside, faceOf, gear, hang, lineOf, plan, rectangle, wall } from '../test/plans.ts';
import { handlesCheck } from './handles.ts';
import { workingSpaceCheck } from './working-space-check.ts';
import { findCovered } from './clear-moves.ts';
import { findCoverAt } from '../seal/penetration-spot.ts';

type Way = 'left' | 'right' | 'up' | 'down' | 'front';

/** Which ways a rule of a side looks. */
const WAYS: Readonly<Record<RuleSide, readonly Way[]>> = {
  beside: ['left', 'right'],
  above: ['up'],
  below: ['down'],
  front: ['front'],
  any: ['left', 'right', 'up', 'down', 'front'],
};

/** Counterparts that cannot lie some way: the edge of a face is never before it. */
const POSSIBLE = (counterpart: RuleCounterpart, way: Way): boolean =>
  counterpart !== 'edge' || way !== 'front';

const SIZE = { x: 400, y: 600, z: 200 } as const;

/** A unit in the middle of a wall 6 m × 6 m, with one thing of a kind so far from it some way, and one rule. */
function scene(rule: ClearanceRule, counterpart: RuleCounterpart, way: Way, gapMm: number): Plan {
  const [cx, cy] = [3000, 3000];
  const [minX, maxX, minY, maxY] = [cx - SIZE.x / 2, cx + SIZE.x / 2, cy - SIZE.y / 2, cy + SIZE.y / 2];
  const type = gear('t', {
    widthMm: SIZE.x,
    heightMm: SIZE.y,
    depthMm: SIZE.z,
    dropMm: SIZE.y / 2,
    rules: [rule],
  });
  const kindOf: Partial<Record<RuleCounterpart, 'floor' | 'ceiling' | 'wall'>> = {
    floor: 'floor',
    ceiling: 'ceiling',
    surface: 'wall',
  };
  const face = (id: string, originMm: [number, number, number], turnDeg: number, tiltDeg: number) => ({
    ...faceOf({
      id,
      name: id,
      points: rectangle(4000, 4000),
      thicknessMm: 10,
      stands: { originMm, turnDeg, tiltDeg },
    }),
    kind: kindOf[counterpart] ?? ('wall' as const),
  });
  // Faces square to the way, seen from the unit, at the gap from its body; in the site y runs away from the viewer.
  const at = {
    left: face('thing', [minX - gapMm, -4000, 1000], 90, 0),
    right: face('thing', [maxX + gapMm, 0, 1000], -90, 0),
    up: face('thing', [1000, 0, maxY + gapMm], 0, -90),
    down: face('thing', [1000, -4000, minY - gapMm], 0, 90),
    front: face('thing', [5000, -(SIZE.z + gapMm), 1000], 180, 0),
  } as const;
  const bare = wall('w', rectangle(6000, 6000), { side: 'outside' });
  const small = { x: 100, y: 100 };
  const centre = {
    left: [minX - gapMm - small.x / 2, cy],
    right: [maxX + gapMm + small.x / 2, cy],
    up: [cx, maxY + gapMm + small.y / 2],
    down: [cx, minY - gapMm - small.y / 2],
    front: [cx, cy],
  } as const;
  const [ox, oy] = centre[way];
  switch (counterpart) {
    case 'surface':
    case 'floor':
    case 'ceiling':
      return plan({ faces: [bare, at[way]], gearTypes: [type], placements: [hang('a', 't', 'w', cx, cy)] });
    case 'edge': {
      const points = {
        left: [[minX - gapMm, 0], [6000, 0], [6000, 6000], [minX - gapMm, 6000]],
        right: [[0, 0], [maxX + gapMm, 0], [maxX + gapMm, 6000], [0, 6000]],
        up: [[0, 0], [6000, 0], [6000, maxY + gapMm], [0, maxY + gapMm]],
        down: [[0, minY - gapMm], [6000, minY - gapMm], [6000, 6000], [0, 6000]],
        front: [],
      } as const; // prettier-ignore
      return plan({
        faces: [wall('w', points[way], { side: 'outside' })],
        gearTypes: [type],
        placements: [hang('a', 't', 'w', cx, cy)],
      });
    }
    case 'obstacle':
    case 'opening': {
      const kind = counterpart === 'opening' ? 'window' : 'other';
      if (way !== 'front') {
        const obstacle = boxObstacle('o', 'O', kind, [ox - 50, oy - 50, 100, 100], { standsOutMm: 50 });
        return plan({
          faces: [{ ...bare, obstacles: [obstacle] }],
          gearTypes: [type],
          placements: [hang('a', 't', 'w', cx, cy)],
        });
      }
      // On a far wall, standing out to the gap: the wall itself is no obstacle.
      const far = face('thing', [5000, -(SIZE.z + gapMm + 50), 1000], 180, 0);
      const obstacle = boxObstacle('o', 'O', kind, [1900, 1900, 200, 200], { standsOutMm: 50 });
      return plan({
        faces: [bare, { ...far, obstacles: [obstacle] }],
        gearTypes: [type],
        placements: [hang('a', 't', 'w', cx, cy)],
      });
    }
    case 'same-kind':
    case 'any-gear': {
      const other = gear('o', {
        kind: counterpart === 'same-kind' ? type.kind : 'other',
        widthMm: small.x,
        heightMm: small.y,
        depthMm: 100,
        dropMm: small.y / 2,
      });
      if (way !== 'front')
        return plan({
          faces: [bare],
          gearTypes: [type, other],
          placements: [hang('a', 't', 'w', cx, cy), hang('b', 'o', 'w', ox, oy)],
        });
      const far = face('thing', [5000, -(SIZE.z + gapMm + 100), 1000], 180, 0);
      return plan({
        faces: [bare, far],
        gearTypes: [type, other],
        placements: [hang('a', 't', 'w', cx, cy), hang('b', 'o', 'thing', 2000, 2000)],
      });
    }
  }
}

const COUNTERPARTS = [
  'same-kind',
  'any-gear',
  'surface',
  'edge',
  'floor',
  'ceiling',
  'obstacle',
  'opening',
] as const;
const CASES = (['beside', 'above', 'below', 'front', 'any'] as const).flatMap((side) =>
  COUNTERPARTS.flatMap((counterpart) =>
    WAYS[side].filter((way) => POSSIBLE(counterpart, way)).map((way) => [side, counterpart, way] as const),
  ),
);

function tooClose(of: Plan): number[] {
  return evaluatePlan(of)
    .findings.filter(({ message }) => message === 'too-close' || message === 'front-rule')
    .map(({ measured }) => measured?.value ?? NaN);
}

describe('a rule for every side and every counterpart', () => {
  test.each(CASES)('%s, %s: what stands %s of it is measured', (side, counterpart, way) => {
    const requiredMm = 300;
    const rule = beside('r', { side, counterpart, distance: { value: requiredMm, unit: 'mm' } });
    for (const gapMm of [0.5, 120, 299.99]) {
      const found = tooClose(scene(rule, counterpart, way, gapMm));
      expect([gapMm, found.length]).toEqual([gapMm, 1]);
      expect(found[0]).toBeCloseTo(gapMm, 6);
    }
    for (const gapMm of [300, 300.01, 900])
      expect(tooClose(scene(rule, counterpart, way, gapMm))).toEqual([]);
  });

  test('holds only where what it depends on is so', () => {
    const hot = (meanMaxTempC: number, when: ClearanceRule['when']) => {
      const rule = beside('r', {
        side: 'any',
        counterpart: 'surface',
        distance: { value: 300, unit: 'mm' },
        when,
      });
      const of = scene(rule, 'surface', 'front', 250);
      const conditions = { ...of.site.conditions, meanMaxTempC };
      return tooClose({ ...of, site: { ...of.site, conditions } }).length;
    };
    expect(hot(20, { side: 'outside' })).toBe(1);
    expect(hot(20, { side: 'inside' })).toBe(0);
    expect(hot(24.9, { meanMaxAtLeast: { value: 77, unit: 'degF' } })).toBe(0);
    expect(hot(25, { meanMaxAtLeast: { value: 77, unit: 'degF' } })).toBe(1);
    // 3.8 °C is 38.84 °F, whatever doubles make of it.
    expect(hot(3.8, { meanMaxAtLeast: { value: 38.84, unit: 'degF' } })).toBe(1);
  });

  test('about gear does not fire at a bare wall, nor one about walls at gear', () => {
    const rule = (counterpart: RuleCounterpart) =>
      beside('r', { side: 'front', counterpart, distance: { value: 300, unit: 'mm' } });
    expect(tooClose(scene(rule('any-gear'), 'surface', 'front', 100))).toEqual([]);
    expect(tooClose(scene(rule('surface'), 'any-gear', 'front', 100))[0]).toBeCloseTo(200, 9);
    expect(tooClose(scene(rule('surface'), 'any-gear', 'front', 250))).toEqual([]);
  });

  test('about the floor takes the lower edge of its wall where no floor is drawn, as handles do', () => {
    const type = gear('t', {
      rules: [beside('r', { side: 'below', counterpart: 'floor', distance: { value: 600, unit: 'mm' } })],
    });
    const at = (yMm: number) =>
      tooClose(plan({ gearTypes: [type], placements: [hang('a', 't', 'w', 2000, yMm)] }));
    expect(at(500 + 599)).toEqual([599]);
    expect(at(500 + 600)).toEqual([]);
  });
});

describe('heights above a floor that was measured out of level', () => {
  /** A wall whose floor lies so much lower under x = 2,000, with a handle so high above the datum there. */
  function sloping(fallMm: number, handleMm: number): Plan {
    const face = wall('w', rectangle(5000, 3000));
    if (face.shape.kind !== 'outline') throw new Error('no outline');
    const floorRiseDeg = fallMm === 0 ? null : (-Math.atan(fallMm / 2000) * 180) / Math.PI;
    const type = gear('t', {
      handles: [{ id: 'h', name: 'Handle', upMm: 300 }],
      rules: [beside('r', { side: 'below', counterpart: 'floor', distance: { value: 1800, unit: 'mm' } })],
    });
    return plan({
      codeBasis: 'us',
      faces: [{ ...face, shape: { ...face.shape, asFound: { ...face.shape.asFound, floorRiseDeg } } }],
      gearTypes: [type],
      placements: [hang('a', 't', 'w', 2000, handleMm - 300 + 500)],
    });
  }

  test('count from there: 79 in above the datum is too high where the floor is 70 mm lower', () => {
    const limit = 79 * 25.4;
    expect(findingsOf(handlesCheck, prepare(sloping(0, limit)))).toEqual([]);
    const [finding] = findingsOf(handlesCheck, prepare(sloping(70, limit)));
    expect(finding?.measured?.value).toBeCloseTo(limit + 70, 6);
    expect(findingsOf(handlesCheck, prepare(sloping(70, limit - 70)))).toEqual([]);
  });

  test('are those of rules about the floor too, from its highest under the body', () => {
    // Down to the right the floor is highest at the body’s left edge, 1,800 from the datum: nine tenths of 70 lower.
    const [gap] = tooClose(sloping(70, 1800 + 300 - 100));
    expect(gap).toBeCloseTo(1700 + 63, 3);
  });
});

describe('a hole beside a slanting pipe', () => {
  test('comes out in the open where the boxes around the pipe would have it covered', () => {
    const pipe = lineOf('p', 'Pipe', 'pipe', [[0, 0], [3000, 3000]], 40, { standsOutMm: 300, clearMm: 50 }); // prettier-ignore
    const prepared = prepare(plan({ faces: [wall('w', rectangle(5000, 3000), { obstacles: [pipe] })] }));
    const face = prepared.site.faces.get('w');
    if (face === undefined) throw new Error('no wall');
    const coverAt = (at: PointMm, clear: 'body' | 'clear-zone') => {
      const penetration = {
        ...NEW_PENETRATION,
        id: 'n',
        name: 'N',
        face: 'w',
        xMm: at[0],
        yMm: at[1],
        done: [],
      };
      const side = { face, at };
      const sides = {
        here: side,
        there: side,
        thicknessMm: 0,
        penetration,
        hole: holeOf(prepared, penetration),
        base: baseOf(prepared, penetration),
      };
      return findCoverAt(prepared, sides, side, clear);
    };
    // Square off the middle line at (1500, 1500): 20 is its own half, 70 with what is kept clear.
    const cover = (offMm: number, clear: 'body' | 'clear-zone') =>
      coverAt([1500 + offMm / Math.SQRT2, 1500 - offMm / Math.SQRT2], clear);
    expect([cover(19.9, 'body'), cover(20, 'body')]).toEqual([obstacleName('w', 'p'), undefined]);
    expect([cover(69.9, 'clear-zone'), cover(70, 'clear-zone')]).toEqual([obstacleName('w', 'p'), undefined]);
  });
});

describe('rules for the room in front', () => {
  test('to a surface and to gear, both too near, are two findings with two ids', () => {
    const ahead = (id: string, counterpart: 'surface' | 'any-gear') =>
      beside(id, { side: 'front', counterpart, distance: { value: 900, unit: 'mm' } });
    const opposite = { originMm: [3000, -500, 0], turnDeg: 180, tiltDeg: 0 } as const;
    const of = plan({
      faces: [
        wall('w', rectangle(3000, 2500)),
        faceOf({ id: 'o', name: 'Opposite', points: rectangle(3000, 2500), thicknessMm: 10, stands: { ...opposite, originMm: [3000, -500, 0] } }), // prettier-ignore
      ],
      gearTypes: [gear('t', { rules: [ahead('a', 'surface'), ahead('b', 'any-gear')] }), gear('u')],
      placements: [hang('a', 't', 'w', 1500, 1500), hang('b', 'u', 'o', 1500, 1500)],
    });
    const found = findingsOf(workingSpaceCheck, prepare(of)).filter(
      ({ message }) => message === 'front-rule',
    );
    expect(found.filter(({ subjects }) => subjects[0]?.id === 'a')).toHaveLength(2);
    expect(new Set(found.map(({ id }) => id)).size).toBe(found.length);
  });
});

describe('the width of the working space', () => {
  test('lets nothing beside the gear into it, and six inches of what hangs above or below', () => {
    const deep = (id: string, depthMm: number, widthMm: number, heightMm = 600) =>
      gear(id, {
        kind: 'load-centre',
        depthMm,
        widthMm,
        heightMm,
        dropMm: heightMm,
        ratings: { ...gear('x').ratings, voltsToGroundV: 120 },
      });
    const shallow = (id: string) => ({ ...deep(id, 101.6, 355.6) });
    const base = (others: Plan['placements'], types: Plan['gearTypes']): Plan =>
      plan({
        codeBasis: 'us',
        faces: [wall('w', rectangle(5000, 2500), { roomInFrontMm: 2000 })],
        gearTypes: [shallow('c'), ...types],
        placements: [hang('a', 'c', 'w', 2000, 1500), ...others],
      });
    const about = (of: Plan) =>
      findingsOf(workingSpaceCheck, prepare(of)).filter(({ subjects }) => subjects[0]?.id === 'a');
    // NEC 110.26(A)(2): a load centre 14 in wide and 4 in deep between inverters 10 in deep, an inch away: 16 in are free of 30.
    const besideIt = base([hang('b', 'd', 'w', 2000 - 177.8 - 25.4 - 200, 1500), hang('e', 'd', 'w', 2000 + 177.8 + 25.4 + 200, 1500)], [deep('d', 254, 400)]); // prettier-ignore
    expect(about(besideIt)).toHaveLength(1);
    // On one side only there is room on the other.
    const oneSide = base([hang('b', 'd', 'w', 2000 - 177.8 - 25.4 - 200, 1500)], [deep('d', 254, 400)]);
    expect(about(oneSide)).toEqual([]);
    // 110.26(A)(3): six inches further out above it is allowed, a touch more is not.
    const over = (depthMm: number) => base([hang('b', 'd', 'w', 2000, 2100)], [deep('d', depthMm, 400, 300)]);
    expect(about(over(101.6 + 152.4))).toEqual([]);
    expect(about(over(101.6 + 152.5))).toHaveLength(1);
  });
});

describe('a slanting pipe', () => {
  test('is as far away as it is, not as the boxes around it are', () => {
    // From (0, 0) to (3000, 3000), 40 wide; the corner of the body at (2000 + d, 1000) is (1000 + d)/√2 − 20 from it.
    const rule = beside('r', { side: 'any', counterpart: 'obstacle', distance: { value: 600, unit: 'mm' } });
    const pipe = lineOf('p', 'Pipe', 'pipe', [[0, 0], [3000, 3000]], 40, { standsOutMm: 300 }); // prettier-ignore
    const x = 1000 + Math.SQRT2 * 520;
    const of = plan({
      faces: [wall('w', rectangle(5000, 3000), { obstacles: [pipe] })],
      gearTypes: [gear('t', { rules: [rule] })],
      placements: [hang('a', 't', 'w', x + 200, 900)],
    });
    expect(tooClose(of)[0]).toBeCloseTo(500, 6);
    const on = prepare({ ...of, placements: [hang('a', 't', 'w', 1700, 1400)] });
    const item = on.hung.get('a');
    // The corner (1500, 1500) of its body lies on the pipe’s middle line; (1600, 1500) misses it by far.
    expect(item === undefined ? [] : findCovered(on, item)).toHaveLength(1);
    const off = prepare({ ...of, placements: [hang('a', 't', 'w', 1760, 1400)] });
    const beyond = off.hung.get('a');
    expect(beyond === undefined ? [] : findCovered(off, beyond)).toEqual([]);
  });
});

describe('the distance from a box to a flat polygon', () => {
  test('is what dense samples of both come down to', () => {
    const angle = fc.double({ min: -3, max: 3, noNaN: true });
    const place = fc.double({ min: -400, max: 400, noNaN: true });
    fc.assert(
      fc.property(angle, angle, angle, place, place, place, (a, b, c, x, y, z) => {
        const turn = new Matrix4().makeRotationFromEuler(new Euler(a, b, c)).setPosition(x, y, z);
        const corner = (u: number, v: number) => new Vector3(u, v, 0).applyMatrix4(turn);
        const triangle = [corner(0, 0), corner(300, 40), corner(-60, 250)];
        const box = { x: [-50, 70], y: [-90, 30], z: [-20, 40] } as const;
        const ours = distanceFromBoxMm(
          box,
          triangle.map((point): Vec3 => [point.x, point.y, point.z]),
        );
        let least = Infinity;
        const [p, q, r] = triangle;
        if (p === undefined || q === undefined || r === undefined) return;
        for (let i = 0; i <= 60; i++) {
          for (let j = 0; i + j <= 60; j++) {
            const at = p
              .clone()
              .multiplyScalar(1 - (i + j) / 60)
              .addScaledVector(q, i / 60)
              .addScaledVector(r, j / 60);
            const beyond = (value: number, [from, to]: readonly [number, number]) =>
              Math.max(from - value, 0, value - to);
            least = Math.min(
              least,
              Math.hypot(beyond(at.x, box.x), beyond(at.y, box.y), beyond(at.z, box.z)),
            );
          }
        }
        expect(ours).toBeLessThanOrEqual(least + 1e-9);
        expect(least - ours).toBeLessThan(8);
      }),
      { seed: 103, numRuns: 200 },
    );
  });

  test('is exact over outlines with notches: their triangles cover them just once', () => {
    const notched = [[0, 0], [900, 0], [900, 700], [600, 700], [600, 200], [300, 200], [300, 700], [0, 700]] as const; // prettier-ignore
    const sum = trianglesOf(notched).reduce((area, part) => area + Math.abs(signedAreaMm2(part)), 0);
    expect(sum).toBeCloseTo(signedAreaMm2(notched), 6);
    // A wall with a notch before the unit: through the notch nothing is near, though its bounds are.
    const rule = beside('r', { side: 'front', counterpart: 'surface', distance: { value: 300, unit: 'mm' } });
    const facing = (points: readonly (readonly [number, number])[]) =>
      plan({
        faces: [wall('w', rectangle(4000, 4000), { side: 'outside' }), faceOf({ id: 'v', name: 'V', points, thicknessMm: 10, stands: { originMm: [4000, -400, 0], turnDeg: 180, tiltDeg: 0 } })], // prettier-ignore
        gearTypes: [gear('t', { rules: [rule] })],
        placements: [hang('a', 't', 'w', 2000, 2000)],
      });
    const gate = [[0, 0], [4000, 0], [4000, 4000], [2600, 4000], [2600, 1000], [1400, 1000], [1400, 4000], [0, 4000]] as const; // prettier-ignore
    expect(tooClose(facing(gate))).toEqual([]);
    expect(tooClose(facing(rectangle(4000, 4000)))[0]).toBeCloseTo(200, 9);
  });

  test('of a fold to the side keeps the room of every way to what stands out before the face', () => {
    const rule = beside('r', { side: 'any', counterpart: 'surface', distance: { value: 300, unit: 'mm' } });
    const of = (angle: number) =>
      plan({
        faces: [wall('w', rectangle(4000, 2500)), wall('v', rectangle(3000, 2500))],
        folds: [foldOf('f', ['w', 1], ['v', 3], angle)],
        gearTypes: [gear('t', { rules: [rule] })],
        placements: [hang('a', 't', 'w', 3600, 1500)],
      });
    expect(tooClose(of(90))).toEqual([200]);
    // Folded away it is behind the wall: nothing of it stands before the gear’s face.
    expect(tooClose(of(-90))).toEqual([]);
    expect(tooClose(of(0))).toEqual([]);
  });
});
