import { NEW_PENETRATION } from '../penetration.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { boxObstacle, foldOf, reverseOf } from '../../demo/parts.ts';
import {
  faceOf,
  gear,
  hang,
  lineOf,
  plan,
  rectangle,
  spacedFraming,
  wall,
  refusalText,
} from '../../test/plans.ts';
import { buildSite } from '../../site/site.ts';
import { siteFromFace } from '../../geometry/frame.ts';
import { rootEdit } from '../../site/root-edit.ts';
import type { Plan } from '../plan.ts';
import type { PointMm } from '../values.ts';
import { applyEdits, type PlanEdit } from './apply-edit.ts';

/** A wall with its other side, a wall folded on, two shelves by themselves; one of everything placed on both sides. */
function everything(): Plan {
  const front = wall('w', rectangle(4000, 2500), {
    obstacles: [
      boxObstacle('box', 'Window', 'window', [500, 900, 600, 700]),
      lineOf('pipe', 'Pipe', 'pipe', [[100, 200], [3000, 1900]], 40), // prettier-ignore
    ],
  });
  if (front.shape.kind !== 'outline') throw new Error('no outline');
  const framing = [
    spacedFraming('studs', 'studs', 'stud', 38, [300, 600], {
      found: [{ index: 1, centreMm: 905, toleranceMm: 2 }],
    }),
    spacedFraming('plates', 'plates', 'noggin', 90, [0, 1], { axis: 'horizontal', at: { kind: 'listed', centresMm: [1200] }, extent: { fromMm: 300, toMm: 900 } }), // prettier-ignore
  ];
  const shelf = (id: string, originMm: [number, number, number], turnDeg: number, tiltDeg: number) =>
    faceOf({
      id,
      name: id,
      points: rectangle(500, 300),
      thicknessMm: 10,
      stands: { originMm, turnDeg, tiltDeg },
    });
  return plan({
    faces: [
      { ...front, shape: { ...front.shape, framing } },
      reverseOf(front, 'back', 'Back', {
        obstacles: [boxObstacle('vent', 'Vent', 'vent', [3300, 300, 200, 200])],
      }),
      wall('v', rectangle(3000, 2500)),
      shelf('s1', [700, -900, 1100], 0, 90),
      shelf('s2', [-2500, -3000, 0], 135, 0),
    ],
    folds: [foldOf('f', ['w', 1], ['v', 3], 90)],
    gearTypes: [gear('t', { kind: 'other' })],
    placements: [
      hang('a', 't', 'w', 1500, 1300),
      hang('b', 't', 'back', 2500, 1300),
      hang('c', 't', 'v', 900, 1200),
    ],
    penetrations: [
      { id: 'p', name: 'P', face: 'w', xMm: 2200, yMm: 400, ...NEW_PENETRATION },
      { id: 'q', name: 'Q', face: 'back', xMm: 2900, yMm: 1800, ...NEW_PENETRATION },
    ],
    joins: [
      {
        id: 'l',
        kind: 'back-to-back',
        a: { placement: 'a' },
        b: { placement: 'b' },
        xMm: 1500,
        yMm: 1100,
        tradeSize: '1',
      },
      {
        id: 'm',
        kind: 'back-to-back',
        a: { placement: 'b' },
        b: { placement: 'a' },
        xMm: 2450,
        yMm: 1000,
        tradeSize: '1',
      },
    ],
  });
}

/** Where everything of a plan stands on the real site, by name: every placed thing of every list, in three dimensions. */
function realPlaces(of: Plan, from: string): Map<string, readonly number[]> {
  const site = buildSite(of);
  const origin = site.frames.get(from);
  if (origin === undefined) throw new Error('nothing to measure from');
  const places = new Map<string, readonly number[]>();
  const put = (name: string, faceId: string, at: PointMm) => {
    const frame = site.frames.get(faceId);
    if (frame !== undefined) places.set(name, siteFromFace(frame, at));
  };
  const faceOfPlacement = (id: string) => of.placements.find((each) => each.id === id)?.face ?? '';
  for (const { id, face, xMm, yMm } of [...of.placements, ...of.penetrations]) put(id, face, [xMm, yMm]);
  for (const join of of.joins)
    if (join.kind === 'back-to-back') put(join.id, faceOfPlacement(join.a.placement), [join.xMm, join.yMm]);
  for (const { id, obstacles, shape } of of.faces) {
    for (const { id: name, shape: form } of obstacles) {
      if (form.kind === 'box') put(`${id}/${name}`, id, [form.xMm, form.yMm]);
      else form.pointsMm.forEach((point, index) => put(`${id}/${name}/${index}`, id, point));
    }
    const members = site.faces.get(id)?.members ?? [];
    members
      .filter(({ framingId }) => framingId === 'plates' || shape.kind === 'outline')
      .forEach(({ framingId, index, axis, centreMm, fromMm, toMm }) => {
        const end = framingId === 'plates' ? fromMm : 0;
        const far = framingId === 'plates' ? toMm : 0;
        if (framingId === 'plates' && shape.kind === 'outline') {
          put(`${id}/${framingId}/${index}/from`, id, [end, centreMm]);
          put(`${id}/${framingId}/${index}/to`, id, [far, centreMm]);
        } else if (axis === 'vertical' && shape.kind === 'outline') {
          // A stud has no end of its own: only where along the wall it stands counts.
          put(`${id}/${framingId}/${index}`, id, [centreMm, site.faces.get('w')?.bounds.minY ?? 0]);
        }
      });
  }
  return places;
}

function edited(of: Plan, edit: PlanEdit): Plan {
  const applied = applyEdits(of, [edit]);
  if (!applied.ok) throw new Error(JSON.stringify(applied.fault.message));
  return applied.value.plan;
}

/** Distances between all pairs of named places: what no re-telling from another datum may change. */
function expectSameDistances(
  before: Map<string, readonly number[]>,
  after: Map<string, readonly number[]>,
): void {
  const names = [...before.keys()].filter((name) => !name.includes('/studs/'));
  for (const a of names) {
    for (const b of names) {
      const apart = (places: Map<string, readonly number[]>) =>
        Math.hypot(
          ...[0, 1, 2].map((axis) => (places.get(a)?.[axis] ?? NaN) - (places.get(b)?.[axis] ?? NaN)),
        );
      if (!(Math.abs(apart(after) - apart(before)) < 0.001))
        throw new Error(`${a} and ${b}: ${apart(before)} became ${apart(after)}`);
    }
  }
}

describe('reshaping a face', () => {
  test('leaves everything on both of its sides, and round it, where it is on the real site', () => {
    const off = fc.integer({ min: -400, max: 400 });
    fc.assert(
      fc.property(off, off, off, off, (left, right, low, high) => {
        const before = everything();
        const pointsMm: [number, number][] = [
          [left, low],
          [4000 + right, low],
          [4000 + right, 2500 + high],
          [left, 2500 + high],
        ];
        const unfolded = { ...before, folds: [] };
        const after = edited(unfolded, { kind: 'set-outline', face: 'w', pointsMm });
        expectSameDistances(realPlaces(unfolded, 'w'), realPlaces(after, 'w'));
      }),
      { seed: 91, numRuns: 60 },
    );
  });

  test('leaves holes through plates where they are along their edges, on both of its sides, or is refused', () => {
    const off = fc.integer({ min: -400, max: 400 });
    const hole = (id: string, face: string, edge: number, alongMm: number): Plan['plateHoles'][number] => ({
      id,
      name: id,
      face,
      edge,
      alongMm,
      to: 'v',
      plateMm: 76,
      plateWidthMm: null,
      holeMm: null,
      isStopped: false,
    });
    fc.assert(
      fc.property(
        fc.tuple(off, off, off, off),
        fc.constantFrom('w', 'back'),
        fc.nat({ max: 3 }),
        fc.integer({ min: 0, max: 2500 }),
        ([left, right, low, high], side, edge, alongMm) => {
          const before = { ...everything(), folds: [], plateHoles: [hole('h', side, edge, alongMm)] };
          const pointsMm: [number, number][] = [
            [left, low],
            [4000 + right, low],
            [4000 + right, 2500 + high],
            [left, 2500 + high],
          ];
          // Both as seen from the front: who stands behind counts from the same wall's other end, and round the other way.
          const corners: [number, number][] = [[0, 0], [4000, 0], [4000, 2500], [0, 2500]]; // prettier-ignore
          const fromBehind: [number, number][] = [[0, 2500], [4000, 2500], [4000, 0], [0, 0]]; // prettier-ignore
          const round = side === 'w' ? corners : fromBehind;
          const start = round[edge] ?? [0, 0];
          const end = round[(edge + 1) % 4] ?? [0, 0];
          const along = [Math.sign(end[0] - start[0]), Math.sign(end[1] - start[1])] as const;
          const moved = (x: number, y: number): PointMm => [
            x === 0 ? left : 4000 + right,
            y === 0 ? low : 2500 + high,
          ];
          const newStart = moved(...start);
          // The corner it is counted from went so far along the edge.
          const wentMm = (newStart[0] - start[0]) * along[0] + (newStart[1] - start[1]) * along[1];
          const applied = applyEdits(before, [{ kind: 'set-outline', face: 'w', pointsMm }]);
          if (alongMm - wentMm < 0) expect(applied.ok).toBe(false);
          else expect(applied.ok ? applied.value.plan.plateHoles[0]?.alongMm : null).toBeCloseTo(alongMm - wentMm, 3); // prettier-ignore
        },
      ),
      { seed: 12, numRuns: 300 },
    );
  });

  test('moves the hole of a join through the wall along with the gear, on both sheets', () => {
    // The left edge goes out by 100 mm: everything is 100 mm further from it, as seen from the front.
    const pointsMm: [number, number][] = [[-100, 0], [4000, 0], [4000, 2500], [-100, 2500]]; // prettier-ignore
    const after = edited({ ...everything(), folds: [] }, { kind: 'set-outline', face: 'w', pointsMm });
    expect(after.joins.map((join) => (join.kind === 'back-to-back' ? [join.xMm, join.yMm] : []))).toEqual([
      [1600, 1100],
      [2450, 1000],
    ]);
  });

  test('walks every list that places things: one of each is in the plan above', () => {
    const placed = Object.entries(everything()).flatMap(([list, items]) =>
      Array.isArray(items) && items.some((item: object) => 'xMm' in item && 'yMm' in item) ? [list] : [],
    );
    expect(placed).toEqual(['placements', 'joins', 'penetrations']);
  });
});

describe('making another face the root', () => {
  test('moves nothing against anything else, wherever it stood', () => {
    for (const root of ['v', 's2', 'back']) {
      const before = everything();
      const edit = rootEdit(before, buildSite(before), root);
      if (!edit.ok) throw new Error(JSON.stringify(edit.fault));
      const after = edited(before, edit.value);
      expect(after.rootFace).toBe(root);
      expect(buildSite(after).frames.size).toBe(before.faces.length);
      expectSameDistances(corners(before), corners(after));
      const back = rootEdit(after, buildSite(after), 'w');
      if (!back.ok) throw new Error(JSON.stringify(back.fault));
      expectSameDistances(corners(before), corners(edited(after, back.value)));
    }
  });

  test('is refused for a face that lies, and by an edit that leaves a place of its own out', () => {
    const before = everything();
    expect(rootEdit(before, buildSite(before), 's1')).toMatchObject({ ok: false });
    const applied = applyEdits(before, [{ kind: 'set-root', face: 'v' }]);
    expect(applied.ok ? '' : refusalText(applied.fault.message, before)).toMatch(/place of its own/u);
  });
});

function corners(of: Plan): Map<string, readonly number[]> {
  const site = buildSite(of);
  return new Map(
    [...site.faces].flatMap(([id, { outline }]) =>
      outline.map((point, index) => {
        const frame = site.frames.get(id);
        if (frame === undefined) throw new Error(`${id} stands nowhere`);
        return [`${id}/${index}`, siteFromFace(frame, point)] as const;
      }),
    ),
  );
}
