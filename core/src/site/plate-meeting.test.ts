import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Matrix4, Vector3 } from 'three';
import type { Plan } from '../plan/plan.ts';
import { plan, rectangle, wall } from '../test/plans.ts';
import type { PlateHole } from '../plan/plate-hole.ts';
import { metEdges, movedPlateHole, platePlaces } from './plate-meeting.ts';
import { buildSite } from './site.ts';

const PANEL_MM = 19;
const JOIST_MM = 152;

type Loft = {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly deepMm: number;
  readonly angleDeg: number;
};

/** A panelled wall with its cavity, and a ceiling folded to its top by an angle, with a loft floor over it. */
function withLoft({ widthMm, heightMm, deepMm, angleDeg }: Loft): Plan {
  const reverse = (id: string, of: string, kind: 'cavity' | 'floor') => ({
    ...wall(id, rectangle(1, 1)),
    kind,
    shape: { kind: 'reverse' as const, of },
  });
  const thick = (id: string, w: number, h: number, thicknessMm: number) => {
    const face = wall(id, rectangle(w, h));
    if (face.shape.kind !== 'outline') throw new Error('It has an outline.');
    return { ...face, shape: { ...face.shape, thicknessMm } };
  };
  return plan({
    rootFace: 'wall',
    faces: [
      thick('wall', widthMm, heightMm, PANEL_MM),
      reverse('cavity', 'wall', 'cavity'),
      thick('ceiling', widthMm, deepMm, JOIST_MM),
      reverse('loft', 'ceiling', 'floor'),
    ],
    folds: [
      { id: 'f', a: { face: 'wall', edge: 2 }, b: { face: 'ceiling', edge: 0 }, towardViewerDeg: angleDeg },
    ],
  });
}

/** The cavity’s upper edge, as a mirrored rectangle counts it: from its right corner to its left. */
const TOP = 0;
const hole = (alongMm: number, more: object = {}) => ({
  face: 'cavity',
  edge: TOP,
  alongMm,
  to: 'loft',
  plateMm: 76,
  ...more,
});

describe('a hole through a plate', () => {
  test('comes out of a level loft floor straight above the wall, by hand', () => {
    const site = buildSite(withLoft({ widthMm: 4000, heightMm: 2600, deepMm: 3000, angleDeg: 90 }));
    const met = platePlaces(site, hole(1000));
    if (!met.ok) throw new Error(met.fault.code);
    const { here, there, throughMm } = met.places;
    // From the right corner as the cavity is seen from behind: that is the left as a person stands in the room.
    expect(here.at).toEqual([3000, 2600]);
    // The loft floor is seen from above with the wall at its lower edge: its left is the room’s right.
    expect(there.at[0]).toBeCloseTo(3000, 6);
    expect(there.at[1]).toBeCloseTo(0, 6);
    // Up through the joists, and out from behind the panel to the line of the wall.
    expect(throughMm).toBeCloseTo(Math.hypot(JOIST_MM, PANEL_MM), 6);
  });

  test('comes out where the nearest point is by the matrices of a library, on ceilings of any pitch', () => {
    fc.assert(
      fc.property(
        fc.record({
          widthMm: fc.integer({ min: 600, max: 9000 }),
          heightMm: fc.integer({ min: 1500, max: 4000 }),
          deepMm: fc.integer({ min: 600, max: 6000 }),
          angleDeg: fc.integer({ min: 30, max: 150 }),
        }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (loft, share) => {
          const { widthMm, heightMm, deepMm, angleDeg } = loft;
          const met = platePlaces(buildSite(withLoft(loft)), hole(share * widthMm, { plateMm: 500 }));
          // World: x along the wall, y into the room, z up. The ceiling turns about the wall’s top line.
          const tilt = new Matrix4()
            .makeTranslation(0, 0, heightMm)
            .multiply(new Matrix4().makeRotationX(((90 - angleDeg) * Math.PI) / 180));
          const back = tilt.clone().invert();
          const from = new Vector3(share * widthMm, -PANEL_MM, heightMm);
          // In the ceiling’s own axes the loft floor lies one thickness above it.
          const own = from.clone().applyMatrix4(back);
          const near = new Vector3(
            Math.min(widthMm, Math.max(0, own.x)),
            Math.min(deepMm, Math.max(0, own.y)),
            JOIST_MM,
          );
          const isBehind = own.z < JOIST_MM - 0.5;
          const throughMm = near.distanceTo(own);
          const most = PANEL_MM + JOIST_MM + 500;
          // Away from the wall’s top, not back down into it.
          const up = near.clone().applyMatrix4(tilt).sub(from).z;
          if (Math.abs(up + 0.5) < 0.01 || Math.abs(throughMm - most - 0.5) < 0.01) return;
          expect(met.ok).toBe(isBehind && throughMm <= most + 0.5 && up >= -0.5);
          if (!met.ok) return;
          expect(met.places.throughMm).toBeCloseTo(throughMm, 6);
          expect(met.places.there.at[0]).toBeCloseTo(widthMm - near.x, 6);
          expect(met.places.there.at[1]).toBeCloseTo(near.y, 6);
        },
      ),
      { seed: 5, numRuns: 400 },
    );
  });

  test('is measured along its edge up to the very end of it, and not past', () => {
    const site = buildSite(withLoft({ widthMm: 4000, heightMm: 2600, deepMm: 3000, angleDeg: 90 }));
    expect([0, 4000].map((alongMm) => platePlaces(site, hole(alongMm)).ok)).toEqual([true, true]);
    expect(platePlaces(site, hole(4001))).toEqual({
      ok: false,
      fault: { code: 'past-edge', lengthMm: 4000 },
    });
    expect(platePlaces(site, hole(10, { edge: 9 }))).toEqual({
      ok: false,
      fault: { code: 'past-edge', lengthMm: 0 },
    });
  });

  test('does not lead through the ceiling’s own front, nor from an edge below, nor to what stands nowhere', () => {
    const start = withLoft({ widthMm: 4000, heightMm: 2600, deepMm: 3000, angleDeg: 90 });
    const site = buildSite(start);
    const codeOf = (more: object, of = site) => {
      const met = platePlaces(of, hole(1000, more));
      return met.ok ? 'met' : met.fault.code;
    };
    expect(codeOf({ to: 'ceiling' })).toBe('not-met');
    expect(codeOf({ edge: 2 })).toBe('not-met');
    expect(codeOf({}, buildSite({ ...start, folds: [] }))).toBe('not-placed');
  });

  test('moved to where it is, by a place on either of its faces, stays; and never leaves its edge', () => {
    const full = (alongMm: number): PlateHole => ({
      ...hole(alongMm),
      id: 'h',
      name: 'H',
      plateWidthMm: null,
      holeMm: null,
      isStopped: false,
    });
    fc.assert(
      fc.property(
        fc.integer({ min: 60, max: 120 }),
        fc.double({ min: 0, max: 4000, noNaN: true }),
        fc.double({ min: -9000, max: 9000, noNaN: true }),
        (angleDeg, alongMm, far) => {
          const site = buildSite(withLoft({ widthMm: 4000, heightMm: 2600, deepMm: 3000, angleDeg }));
          const met = platePlaces(site, full(alongMm));
          if (!met.ok) return;
          for (const { face, at } of [met.places.here, met.places.there])
            expect(movedPlateHole(site, full(7), face.id, at).alongMm).toBeCloseTo(alongMm, 6);
          const moved = movedPlateHole(site, full(alongMm), 'loft', [far, far]).alongMm;
          expect(moved >= 0 && moved <= 4000).toBe(true);
        },
      ),
      { seed: 2, numRuns: 150 },
    );
  });

  test('is offered where a cavity meets a face inside, from either of the two', () => {
    const start = withLoft({ widthMm: 4000, heightMm: 2600, deepMm: 3000, angleDeg: 90 });
    const met = [{ face: 'cavity', edge: TOP, to: 'loft' }];
    expect(metEdges(buildSite(start), 'cavity', 76)).toEqual(met);
    expect(metEdges(buildSite(start), 'loft', 76)).toEqual(met);
    expect(metEdges(buildSite(start), 'wall', 76)).toEqual([]);
    const outside = start.faces.map((face) =>
      face.id === 'loft' ? { ...face, side: 'outside' as const } : face,
    );
    expect(metEdges(buildSite({ ...start, faces: outside }), 'cavity', 76)).toEqual([]);
  });
});
