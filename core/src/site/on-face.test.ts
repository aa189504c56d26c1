import { NEW_PENETRATION } from '../plan/penetration.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Point, Polygon, Segment } from '@flatten-js/core';
import polygonClipping from 'polygon-clipping';
import { boxObstacle, lineObstacle, spacedFraming } from '../demo/parts.ts';
import { applyEdits, type PlanEdit } from '../plan/edits/apply-edit.ts';
import { findOutlineFault } from '../plan/outline.ts';
import { signedAreaMm2 } from '../geometry/segments.ts';
import type { Plan } from '../plan/plan.ts';
import type { PointMm } from '../plan/values.ts';
import { faceOf, gear, hang, plan, rectangle, wall, refusalText } from '../test/plans.ts';
import { asTaped } from './as-taped.ts';
import { siteFromFace } from '../geometry/frame.ts';
import { distanceToObstacleMm, obstacleBoxes, reachFromFaceMm } from './obstacle-zone.ts';
import { foldEdge } from './place-faces.ts';
import { resizeEdit } from './resize.ts';
import { buildSite } from './site.ts';
import type { SiteFace } from './site-face.ts';
import { usableOutlines } from './usable.ts';

function faceIn(of: Plan, id = 'w'): SiteFace {
  const face = buildSite(of).faces.get(id);
  if (face === undefined) throw new Error(id);
  return face;
}

function edited(of: Plan, ...edits: PlanEdit[]): Plan {
  const applied = applyEdits(of, edits);
  if (!applied.ok) throw new Error(JSON.stringify(applied.fault.message));
  return applied.value.plan;
}

const coordinate = fc.integer({ min: 0, max: 4000 });
const point = fc.tuple(coordinate, coordinate);

describe('findOutlineFault', () => {
  test('agrees with a geometry library on which outlines cross themselves', () => {
    let crossing = 0;
    fc.assert(
      fc.property(fc.array(point, { minLength: 4, maxLength: 7 }), (points) => {
        const polygon = new Polygon(points.map(([x, y]) => new Point(x, y)));
        const fault = findOutlineFault(points);
        // Degenerate outlines are refused here; the library has its own ideas of them.
        if (fault !== null && fault.kind !== 'crossing') return;
        if (fault?.kind === 'crossing') crossing++;
        const segments = points.map(([x, y], index) => {
          const [nx, ny] = points[(index + 1) % points.length] ?? [x, y];
          return new Segment(new Point(x, y), new Point(nx, ny));
        });
        const meets = segments.some((a, i) =>
          segments.some((b, j) => {
            const areNext = j === i + 1 || (i === 0 && j === segments.length - 1);
            return j > i && !areNext && a.intersect(b).length > 0;
          }),
        );
        if (fault === null) expect([meets, polygon.isValid()]).toEqual([false, true]);
        else if (!meets) expect(polygon.isValid()).toBe(false);
      }),
      { seed: 81, numRuns: 400 },
    );
    expect(crossing).toBeGreaterThan(50);
  });

  test.each<[string, PointMm[], string]>([
    ['a bow tie', [[0, 0], [100, 100], [100, 0], [0, 100]], 'crossing'],
    ['a corner twice', [[0, 0], [100, 0], [100, 0], [0, 100]], 'same-corner'],
    ['a spike that runs back on itself', [[0, 0], [100, 0], [40, 0], [40, 80]], 'crossing'],
    ['a sliver', [[0, 0], [100, 0], [50, 0.5]], 'no-area'],
  ])('refuses %s', (_, points, kind) => expect(findOutlineFault(points)?.kind).toBe(kind)); // prettier-ignore
});

describe('usableOutlines', () => {
  const lShape: [number, number][] = [[0, 0], [6000, 0], [6000, 2500], [2500, 2500], [2500, 5000], [0, 5000]]; // prettier-ignore

  test('is the outline less square bands along its edges, by another clipping library', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(rectangle(6000, 4000), lShape),
        fc.integer({ min: 100, max: 900 }),
        (outline, distanceMm) => {
          const [a, b] = [outline[0], outline[1]];
          if (a === undefined || b === undefined) throw new Error('no edge');
          const ours = usableOutlines({ outline, setbacks: [{ edge: 0, distanceMm, why: 'x' }] });
          const band = rectangle(b[0] - a[0], distanceMm);
          const theirs = polygonClipping.difference([outline], [band]);
          const area = (rings: readonly (readonly PointMm[])[]) =>
            rings.reduce((sum, ring) => sum + signedAreaMm2(ring), 0);
          expect(area(ours)).toBeCloseTo(area(theirs.map(([ring]) => ring?.slice(0, -1) ?? [])), -1);
        },
      ),
      { seed: 82, numRuns: 40 },
    );
  });

  test('keeps every corner of what is left at least its distance away, round a notch too', () => {
    const setbacks = lShape.map((_, edge) => ({ edge, distanceMm: 400, why: 'all round' }));
    const [left, ...others] = usableOutlines({ outline: lShape, setbacks });
    expect(others).toEqual([]);
    const edges = lShape.map(([x, y], index) => {
      const [nx, ny] = lShape[(index + 1) % lShape.length] ?? [x, y];
      return new Segment(new Point(x, y), new Point(nx, ny));
    });
    for (const [x, y] of left ?? []) {
      const nearest = Math.min(...edges.map((edge) => edge.distanceTo(new Point(x, y))[0]));
      expect(nearest).toBeGreaterThan(399.5);
    }
  });

  test('falls into two where a walkway’s width of setback cuts it, and to nothing where it is all taken', () => {
    const dumbbell: [number, number][] = [[0, 0], [2000, 0], [2000, 900], [4000, 900], [4000, 0], [6000, 0], [6000, 2000], [4000, 2000], [4000, 1100], [2000, 1100], [2000, 2000], [0, 2000]]; // prettier-ignore
    const all = dumbbell.map((_, edge) => ({ edge, distanceMm: 150, why: 'x' }));
    expect(usableOutlines({ outline: dumbbell, setbacks: all })).toHaveLength(2);
    const square = rectangle(1000, 1000);
    expect(
      usableOutlines({
        outline: square,
        setbacks: square.map((_, edge) => ({ edge, distanceMm: 600, why: 'x' })),
      }),
    ).toEqual([]);
    expect(usableOutlines({ outline: square, setbacks: [] })).toEqual([square]);
  });
});

describe('obstacles', () => {
  const cable = lineObstacle('c', 'Cable', 'cable', [[0, 0], [1000, 0], [1800, 600]], 20); // prettier-ignore

  test('are as far from a point as a geometry library says, slanting ones too', () => {
    fc.assert(
      fc.property(point, ([x, y]) => {
        const [a, b] = [
          new Segment(new Point(0, 0), new Point(1000, 0)),
          new Segment(new Point(1000, 0), new Point(1800, 600)),
        ];
        const axis = Math.min(...[a, b].map((segment) => new Point(x, y).distanceTo(segment)[0]));
        expect(distanceToObstacleMm(cable, [x, y])).toBeCloseTo(Math.max(0, axis - 10), 6);
      }),
      { seed: 83 },
    );
  });

  test('are covered by their boxes whole, and by little more', () => {
    const boxes = obstacleBoxes(cable);
    for (let step = 0; step <= 100; step++) {
      const [x, y] = [1000 + 8 * step, 6 * step];
      expect(boxes.some((box) => x >= box.minX && x <= box.maxX && y >= box.minY && y <= box.maxY)).toBe(
        true,
      );
    }
    const areaMm2 = boxes.reduce((sum, box) => sum + (box.maxX - box.minX) * (box.maxY - box.minY), 0);
    expect(areaMm2).toBeLessThan(2000 * 20 * 6);
  });

  test('reach out by their lid’s rise, by their leaf square to the face, or as they stand', () => {
    const fan = boxObstacle('f', 'Fan', 'fan', [0, 0, 400, 400], {
      standsOutMm: 120,
      opens: { kind: 'rise', riseMm: 180 },
    });
    expect(reachFromFaceMm(fan)).toBe(300);
    const door = boxObstacle('d', 'Door', 'door', [0, 0, 900, 2000], {
      standsOutMm: 20,
      opens: { kind: 'swing', hinge: 'left', throughDeg: 110 },
    });
    expect(reachFromFaceMm(door)).toBe(920);
    const ajar = { ...door, opens: { kind: 'swing', hinge: 'top', throughDeg: 30 } } as const;
    expect(reachFromFaceMm(ajar)).toBeCloseTo(20 + 2000 * 0.5, 9);
    expect(reachFromFaceMm({ ...door, opens: null })).toBe(20);
  });
});

describe('members', () => {
  const framing = [spacedFraming('s', 'studs', 'stud', 38, [400, 400], { toleranceMm: 5, found: [{ index: 1, centreMm: 812, toleranceMm: 2 }] })]; // prettier-ignore
  const framed = plan({
    faces: [
      faceOf({ id: 'w', name: 'W', points: rectangle(1700, 2400), thicknessMm: 100, framing }),
      { ...wall('back', []), shape: { kind: 'reverse', of: 'w' } },
    ],
  });

  test('stand where they were found, and elsewhere by the spacing', () => {
    expect(
      faceIn(framed).members.map(({ centreMm, nominalMm, toleranceMm, isFound }) => [
        centreMm,
        nominalMm,
        toleranceMm,
        isFound,
      ]),
    ).toEqual([
      [400, 400, 5, false],
      [812, 800, 2, true],
      [1200, 1200, 5, false],
      [1600, 1600, 5, false],
    ]);
  });

  test('are mirrored on the other side, findings and extents too', () => {
    expect(faceIn(framed, 'back').members.map(({ centreMm }) => centreMm)).toEqual([1300, 888, 500, 100]);
    const part = plan({
      faces: [
        faceOf({
          id: 'w',
          name: 'W',
          points: rectangle(1700, 2400),
          thicknessMm: 100,
          framing: [
            spacedFraming('n', 'noggins', 'noggin', 38, [1200, 2000], {
              axis: 'horizontal',
              extent: { fromMm: 400, toMm: 800 },
            }),
          ],
        }),
        { ...wall('back', []), shape: { kind: 'reverse', of: 'w' } },
      ],
    });
    expect(faceIn(part, 'back').members[0]).toMatchObject({ centreMm: 1200, fromMm: 900, toMm: 1300 });
  });
});

describe('conditions', () => {
  test('are the site’s until the face has its own, and say where each comes from', () => {
    const own = plan({ faces: [wall('w', rectangle(900, 900), { conditions: { sun: 'full' } })] });
    const { sun, meanMaxTempC } = faceIn(own).conditions;
    expect([sun, meanMaxTempC]).toEqual([
      { value: 'full', from: 'face' },
      { value: 20, from: 'site' },
    ]);
    const warmer = edited(own, {
      kind: 'set-conditions',
      face: null,
      conditions: { meanMaxTempC: 31, sun: 'part' },
    });
    expect(faceIn(warmer).conditions.meanMaxTempC.value).toBe(31);
    expect(faceIn(warmer).conditions.sun.value).toBe('full');
    const again = edited(warmer, { kind: 'inherit-condition', face: 'w', condition: 'sun' });
    expect(faceIn(again).conditions.sun).toEqual({ value: 'part', from: 'site' });
  });
});

describe('asTaped', () => {
  const found = plan({
    faces: [
      {
        ...wall('w', rectangle(4000, 2400)),
        shape: {
          kind: 'outline',
          pointsMm: rectangle(4000, 2400),
          thicknessMm: 100,
          framing: [],
          stands: null,
          asFound: { floorRiseDeg: 0.5, leftLeanDeg: -0.3, faceLeanDeg: null },
        },
      },
      { ...wall('back', []), shape: { kind: 'reverse', of: 'w' } },
    ],
  });

  test('tells the tape above a floor that rises and from an edge that leans, by right triangles', () => {
    const site = buildSite(found);
    const at = asTaped(site, faceIn(found), [3000, 1500]);
    // A slope of 0.5° rises 8.727 mm in a metre (tangent); 0.3° leans 5.236 mm in a metre.
    expect(at.aboveFloorMm).toBeCloseTo(1500 - 3 * 8.7269, 3);
    expect(at.fromLeftMm).toBeCloseTo(3000 + 1.5 * 5.236, 3);
    // On the other side the same spot lies at 1000 and has the same floor below it; its left edge was not plumbed.
    expect(asTaped(site, faceIn(found, 'back'), [1000, 1500])).toEqual({
      aboveFloorMm: at.aboveFloorMm,
      fromLeftMm: null,
    });
    expect(asTaped(buildSite(plan({})), faceIn(plan({})), [1, 2])).toEqual({
      aboveFloorMm: null,
      fromLeftMm: null,
    });
  });
});

describe('reshaping a face', () => {
  const framing = [spacedFraming('s', 'studs', 'stud', 38, [400, 400])];
  const full = plan({
    faces: [
      faceOf({
        id: 'w',
        name: 'W',
        points: rectangle(3000, 2000),
        thicknessMm: 50,
        framing,
        obstacles: [boxObstacle('o', 'O', 'other', [500, 600, 100, 100])],
      }),
      {
        ...wall('back', []),
        shape: { kind: 'reverse', of: 'w' },
        obstacles: [boxObstacle('b', 'B', 'other', [200, 100, 50, 50])],
      },
    ],
    gearTypes: [gear('t')],
    placements: [hang('a', 't', 'w', 1500, 1800), hang('z', 't', 'back', 700, 1500)],
    penetrations: [{ id: 'p', name: 'P', face: 'back', xMm: 400, yMm: 300, ...NEW_PENETRATION }],
  });

  /** Where things are on the real wall: from its right edge, which stays, and from its top. */
  function onWall(of: Plan) {
    const front = faceIn(of);
    const { maxX, maxY } = front.bounds;
    const fromFront = (x: number, y: number) => [maxX - x, maxY - y];
    const fromBack = (x: number, y: number) => [x - front.bounds.minX, maxY - y];
    const [a, z] = of.placements;
    const [penetration] = of.penetrations;
    const [o] = of.faces[0]?.obstacles ?? [];
    const [b] = of.faces[1]?.obstacles ?? [];
    if (
      a === undefined ||
      z === undefined ||
      penetration === undefined ||
      o?.shape.kind !== 'box' ||
      b?.shape.kind !== 'box'
    )
      throw new Error('lost');
    return [
      fromFront(a.xMm, a.yMm),
      fromBack(z.xMm, z.yMm),
      fromBack(penetration.xMm, penetration.yMm),
      fromFront(o.shape.xMm, o.shape.yMm),
      fromBack(b.shape.xMm, b.shape.yMm),
      front.members.map(({ centreMm }) => maxX - centreMm),
    ];
  }

  test('tells everything from the new datum and moves nothing on the wall, on either side', () => {
    const moved = edited(
      full,
      { kind: 'move-corner', face: 'w', corner: 0, xMm: -250, yMm: -125 },
      { kind: 'move-corner', face: 'w', corner: 3, xMm: 0, yMm: 2125 },
    );
    const { minX, minY } = faceIn(moved).bounds;
    expect([minX, minY]).toEqual([0, 0]);
    const before = onWall(full);
    const after = onWall(moved);
    before.forEach((value, index) => expect(after[index]).toEqual(value));
    expect(moved.placements[0]).toMatchObject({ xMm: 1750, yMm: 1925 });
  });

  test('keeps the near end where only the far end moves', () => {
    const wider = resizeEdit(faceIn(full), 'width', 3200);
    if (!wider.ok) throw new Error(wider.fault);
    const next = edited(full, wider.value);
    expect(faceIn(next).bounds.maxX).toBe(3200);
    expect(next.placements[0]?.xMm).toBe(1500);
    // Seen from behind, what hangs there has come 200 further from its own datum.
    expect(next.placements[1]?.xMm).toBe(900);
    expect(resizeEdit(faceIn(full), 'height', 0).ok).toBe(false);
  });

  test.each<[string, PlanEdit, RegExp]>([
    [
      'a corner across the face',
      { kind: 'move-corner', face: 'w', corner: 0, xMm: 4000, yMm: 1000 },
      /crosses/u,
    ],
    [
      'an outline with no area',
      {
        kind: 'set-outline',
        face: 'w',
        pointsMm: [
          [0, 0],
          [100, 0],
          [200, 0],
        ],
      },
      /crosses|area/u,
    ],
    [
      'the corners of another side',
      { kind: 'move-corner', face: 'back', corner: 0, xMm: 1, yMm: 1 },
      /other side of a face/u,
    ],
    [
      'another side of another side',
      { kind: 'add-reverse', of: 'back', id: 'x', name: 'X', side: 'inside', thicknessMm: 5 },
      /no other side of its own/u,
    ],
    [
      'a second other side',
      { kind: 'add-reverse', of: 'w', id: 'x', name: 'X', side: 'inside', thicknessMm: 5 },
      /already has the reverse/u,
    ],
    [
      'a fold onto itself',
      {
        kind: 'add-fold',
        fold: { id: 'f', a: { face: 'w', edge: 0 }, b: { face: 'w', edge: 1 }, towardViewerDeg: 90 },
      },
      /onto itself/u,
    ],
    ['a size of nothing', { kind: 'set-face', face: 'w', thicknessMm: 0 }, /more than 0/u],
    ['the face the site stands on', { kind: 'remove-face', face: 'w' }, /stands on/u],
  ])('refuses %s and says why', (_, edit, message) => {
    const before = JSON.stringify(full);
    const applied = applyEdits(full, [edit]);
    expect(applied.ok ? '' : refusalText(applied.fault.message, full)).toMatch(message);
    expect(JSON.stringify(full)).toBe(before);
  });

  test('renumbers folds when a corner comes or goes, and keeps a folded edge whole', () => {
    const two = plan({
      faces: [wall('w', rectangle(3000, 2000)), wall('s', rectangle(1000, 2000))],
      folds: [{ id: 'f', a: { face: 'w', edge: 1 }, b: { face: 's', edge: 3 }, towardViewerDeg: 90 }],
    });
    const more = edited(two, { kind: 'insert-corner', face: 'w', edge: 0 });
    expect(more.folds[0]?.a.edge).toBe(2);
    expect(buildSite(more).problems).toEqual([]);
    const back = edited(more, { kind: 'remove-corner', face: 'w', corner: 1 });
    expect(back.folds[0]?.a.edge).toBe(1);
    expect(applyEdits(two, [{ kind: 'insert-corner', face: 'w', edge: 1 }])).toMatchObject({ ok: false });
    expect(applyEdits(two, [{ kind: 'remove-corner', face: 'w', corner: 2 }])).toMatchObject({ ok: false });
  });

  describe('the edges of a face with another side', () => {
    const pentagon: PointMm[] = [[0, 0], [3000, 0], [3000, 2000], [1500, 2600], [0, 2000]]; // prettier-ignore
    const each = (edges: readonly number[]) =>
      edges.map((edge) => ({ edge, distanceMm: 100 + edge, why: `From edge ${edge}` }));
    const both = plan({
      faces: [
        wall('w', pentagon, { setbacks: each([0, 1, 2, 3, 4]) }),
        { ...wall('back', []), shape: { kind: 'reverse', of: 'w' }, setbacks: each([0, 1, 2, 3, 4]) },
        wall('s', rectangle(900, 2000)),
      ],
      // Folded on the back’s edge that is the front’s left one.
      folds: [{ id: 'f', a: { face: 'back', edge: 4 }, b: { face: 's', edge: 3 }, towardViewerDeg: 90 }],
    });

    /** Where each setback and the fold lie on the real wall: the middle of the edge, from the front’s right and top. */
    function edgesOnWall(of: Plan) {
      const front = faceIn(of);
      const { minX, maxX, maxY } = front.bounds;
      const site = buildSite(of);
      const middle = (id: string, edge: number) => {
        const ends = foldEdge(faceIn(of, id), edge);
        if (ends === null) throw new Error(`${id} has no edge ${edge}`);
        const [x, y] = [(ends[0][0] + ends[1][0]) / 2, (ends[0][1] + ends[1][1]) / 2];
        return [id === 'w' ? maxX - x : x - minX, maxY - y];
      };
      return {
        setbacks: ['w', 'back'].flatMap((id) =>
          faceIn(of, id).setbacks.map(({ edge, why }) => [id, why, ...middle(id, edge)].join(' ')),
        ),
        fold: middle('back', of.folds[0]?.a.edge ?? -1),
        problems: site.problems,
      };
    }

    test('a new corner splits a setback in two and leaves all others, on both sides', () => {
      const before = edgesOnWall(both);
      expect(before.problems).toEqual([]);
      const after = edgesOnWall(edited(both, { kind: 'insert-corner', face: 'w', edge: 1 }));
      expect(after.fold).toEqual(before.fold);
      expect(after.problems).toEqual([]);
      const isSplit = (line: string) => /^(?:w From edge 1|back From edge 2) /u.test(line);
      expect(after.setbacks.filter((line) => !isSplit(line)).sort()).toEqual(
        before.setbacks.filter((line) => !isSplit(line)).sort(),
      );
      // The right edge of the front, 2000 high from its top at 600: halves with their middles at 1100 and 2100.
      expect(after.setbacks.filter(isSplit).sort()).toEqual([
        'back From edge 2 0 1100',
        'back From edge 2 0 2100',
        'w From edge 1 0 1100',
        'w From edge 1 0 2100',
      ]);
    });

    test.each([0, 1, 2, 3, 4])('a corner put after corner %i and taken out again changes nothing', (edge) => {
      const isFolded = edge === 4;
      const there = applyEdits(both, [{ kind: 'insert-corner', face: 'w', edge }]);
      expect(there.ok).toBe(!isFolded);
      if (!there.ok) return;
      const back = edited(there.value.plan, { kind: 'remove-corner', face: 'w', corner: edge + 1 });
      expect([...edgesOnWall(back).setbacks].sort()).toEqual([...edgesOnWall(both).setbacks].sort());
      expect(edgesOnWall(back).fold).toEqual(edgesOnWall(both).fold);
    });

    test('keeps an edge whole that is folded on the other side, and tells an outline that would lose setbacks', () => {
      const messages = (edit: PlanEdit, of = both) => {
        const applied = applyEdits(of, [edit]);
        return applied.ok ? '' : refusalText(applied.fault.message, of);
      };
      expect(messages({ kind: 'remove-corner', face: 'w', corner: 0 })).toMatch(/unfold it first/u);
      expect(messages({ kind: 'remove-corner', face: 'w', corner: 4 })).toMatch(/unfold it first/u);
      const square: PlanEdit = { kind: 'set-outline', face: 'w', pointsMm: rectangle(3000, 2000) };
      expect(messages(square)).toMatch(/unfold it first/u);
      expect(messages(square, { ...both, folds: [] })).toMatch(/setbacks .* take them out first/u);
    });
  });

  test('leaves a standing face where it stands, and what stands by itself when the root’s datum moves', () => {
    const stands = { originMm: [1000, -2000, 300] as [number, number, number], turnDeg: 35, tiltDeg: 20 };
    const board = faceOf({ id: 's', name: 'S', points: rectangle(800, 600), thicknessMm: 12, stands });
    const of = plan({ faces: [wall('w', rectangle(3000, 2000)), board] });
    const far = (each: Plan, id: string) => {
      const [face, frame] = [faceIn(each, id), buildSite(each).frames.get(id)];
      if (frame === undefined) throw new Error(id);
      return siteFromFace(frame, [face.bounds.maxX, face.bounds.maxY]);
    };
    const wider = edited(
      of,
      { kind: 'move-corner', face: 's', corner: 0, xMm: -200, yMm: -100 },
      { kind: 'move-corner', face: 's', corner: 3, xMm: -200, yMm: 600 },
    );
    far(wider, 's').forEach((value, axis) => expect(value).toBeCloseTo(far(of, 's')[axis] ?? NaN, 5));
    const rooted = edited(
      of,
      { kind: 'move-corner', face: 'w', corner: 0, xMm: -250, yMm: -50 },
      { kind: 'move-corner', face: 'w', corner: 3, xMm: -250, yMm: 2000 },
    );
    const apart = (each: Plan) => far(each, 's').map((value, axis) => value - (far(each, 'w')[axis] ?? NaN));
    apart(rooted).forEach((value, axis) => expect(value).toBeCloseTo(apart(of)[axis] ?? NaN, 5));
  });
});
