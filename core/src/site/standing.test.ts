import { tellingOf } from '../plan/names.ts';
import { METRIC_READER } from '../quantity/format.ts';
import { countOf, told, toldText } from '../quantity/told.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Euler, Matrix4, Quaternion, Vector3 } from 'three';
import { DEMOS } from '../demo/demos.ts';
import { foldOf } from '../demo/parts.ts';
import { openHoneyHouse } from '../test/open-honey-house.ts';
import { applyEdits } from '../plan/edits/apply-edit.ts';
import type { Plan } from '../plan/plan.ts';
import { faceOf, plan, rectangle, wall } from '../test/plans.ts';
import { foldUp } from './fold-up.ts';
import { siteFromFace, type Frame } from '../geometry/frame.ts';
import { interpolateFrame } from '../geometry/interpolate.ts';
import { parsePitch, pitchDeg, pitchEdit, pitchFromRise, riseInTwelve } from './pitch.ts';
import { foldEdge, standFrame } from './place-faces.ts';
import { layOutSheet } from './sheet.ts';
import { buildSite, type Site } from './site.ts';
import { doBoxesOverlap } from '../geometry/polygon.ts';
import { edgeName, foldsOf, freeEdges, pitchText } from './fold-list.ts';
import { travelOnFace } from './travel.ts';

function matrixOf({ origin, right, up, toViewer }: Frame): Matrix4 {
  return new Matrix4()
    .makeBasis(new Vector3(...right), new Vector3(...up), new Vector3(...toViewer))
    .setPosition(...origin);
}

function frameOf(site: Site, id: string): Frame {
  const frame = site.frames.get(id);
  if (frame === undefined) throw new Error(`${id} stands nowhere`);
  return frame;
}

const angle = fc.double({ min: -3, max: 3, noNaN: true });
const place = fc.double({ min: -5000, max: 5000, noNaN: true });
const anyFrame = fc.tuple(angle, angle, angle, place, place, place).map(([a, b, c, x, y, z]): Frame => {
  const matrix = new Matrix4().makeRotationFromEuler(new Euler(a, b, c));
  const axis = (index: number) => new Vector3().setFromMatrixColumn(matrix, index).toArray();
  return { origin: [x, y, z], right: axis(0), up: axis(1), toViewer: axis(2) };
});

describe('interpolateFrame', () => {
  test('turns as a 3-D library’s slerp does, and moves straight', () => {
    fc.assert(
      fc.property(anyFrame, anyFrame, fc.double({ min: 0, max: 1, noNaN: true }), (a, b, ratio) => {
        const ours = matrixOf(interpolateFrame(a, b, ratio));
        const [qa, qb] = [a, b].map((frame) => new Quaternion().setFromRotationMatrix(matrixOf(frame)));
        if (qa === undefined || qb === undefined) throw new Error('no quaternion');
        // Half a turn has two shortest ways; which one is taken is arbitrary.
        if (Math.abs(qa.dot(qb)) < 1e-3) return;
        const theirs = new Matrix4().compose(
          new Vector3(...a.origin).lerp(new Vector3(...b.origin), ratio),
          qa.clone().slerp(qb, ratio),
          new Vector3(1, 1, 1),
        );
        ours.elements.forEach((value, index) => expect(value).toBeCloseTo(theirs.elements[index] ?? NaN, 5));
      }),
      { seed: 71, numRuns: 200 },
    );
  });

  test('gives both ends back, a half turn included', () => {
    const upright = standFrame({ originMm: [0, 0, 0], turnDeg: 0, tiltDeg: 0 });
    const behind = standFrame({ originMm: [100, 0, 0], turnDeg: 180, tiltDeg: 0 });
    for (const [ratio, end] of [
      [0, upright],
      [1, behind],
    ] as const) {
      const got = matrixOf(interpolateFrame(upright, behind, ratio)).elements;
      matrixOf(end).elements.forEach((value, index) => expect(got[index]).toBeCloseTo(value, 9));
    }
  });
});

describe('a face that stands by itself', () => {
  test('turns about the vertical and then tilts back, as a matrix product says', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -180, max: 180 }),
        fc.integer({ min: -90, max: 90 }),
        (turnDeg, tiltDeg) => {
          const ours = matrixOf(standFrame({ originMm: [1, 2, 3], turnDeg, tiltDeg }));
          const rad = Math.PI / 180;
          // Upright: x right, z up, towards −y. Tilting back turns about the face's own right.
          const upright = new Matrix4().makeBasis(
            new Vector3(1, 0, 0),
            new Vector3(0, 0, 1),
            new Vector3(0, -1, 0),
          );
          const theirs = new Matrix4()
            .makeRotationZ(turnDeg * rad)
            .multiply(new Matrix4().makeRotationX(-tiltDeg * rad))
            .multiply(upright)
            .setPosition(1, 2, 3);
          ours.elements.forEach((value, index) =>
            expect(value).toBeCloseTo(theirs.elements[index] ?? NaN, 9),
          );
        },
      ),
      { seed: 72, numRuns: 100 },
    );
  });

  test('carries along what is folded to it, and is not lost to the root', () => {
    const lone = plan({
      faces: [
        wall('w', rectangle(1000, 1000)),
        faceOf({
          id: 'shelf',
          name: 'Shelf',
          points: rectangle(500, 300),
          thicknessMm: 10,
          stands: { originMm: [200, -400, 900], turnDeg: 0, tiltDeg: 90 },
        }),
        wall('lip', rectangle(500, 50)),
      ],
      folds: [foldOf('f', ['shelf', 0], ['lip', 2], -90)],
    });
    const site = buildSite(lone);
    expect(site.problems).toEqual([]);
    expect(pitchDeg(frameOf(site, 'shelf'))).toBeCloseTo(0, 9);
    // The lip hangs down from the shelf's near edge.
    const [, , z] = siteFromFace(frameOf(site, 'lip'), [0, 0]);
    expect(z).toBeCloseTo(850, 9);
  });
});

describe('rings of faces', () => {
  const ring = (lastMm: number): Plan =>
    plan({
      rootFace: 'w0',
      faces: [4000, 3000, lastMm, 3000].map((widthMm, index) => wall(`w${index}`, rectangle(widthMm, 2500))),
      folds: [0, 1, 2, 3].map((index) =>
        foldOf(`f${index}`, [`w${index}`, 1], [`w${(index + 1) % 4}`, 3], 90),
      ),
    });

  test('close where the walls fit', () => {
    expect(buildSite(ring(4000)).problems).toEqual([]);
  });

  test('say by how much they miss where one wall is too long', () => {
    const [problem, ...others] = buildSite(ring(4025)).problems;
    expect(others).toEqual([]);
    expect(problem).toMatchObject({ code: 'not-closed' });
    expect(problem?.differenceMm).toBeCloseTo(25, 6);
    expect(problem?.angleDeg).toBeCloseTo(0, 6);
  });

  test('say by what angle they miss where a corner is not square', () => {
    const skew = ring(4000);
    const folds = skew.folds.map((fold, index) => (index === 3 ? { ...fold, towardViewerDeg: 88 } : fold));
    const [problem] = buildSite({ ...skew, folds }).problems;
    expect(problem?.angleDeg).toBeCloseTo(2, 6);
  });
});

describe('pitch', () => {
  test.each([
    ['7:12', 30.256],
    ['7/12', 30.256],
    ['12:12', 45],
    ['4:12', 18.435],
    ['30', 30],
    ['22.5°', 22.5],
    ['30.3° (7:12)', 30.3],
  ])('reads %s', (text, degrees) => {
    // Rise over run: the tangent of the pitch (any roof framing handbook; 7:12 is 30.26°).
    const parsed = parsePitch(text);
    expect(parsed.ok ? parsed.value : NaN).toBeCloseTo(degrees, 2);
  });

  test.each(['steep', '', '120', '7:12:1'])('refuses %p', (text) => expect(parsePitch(text).ok).toBe(false));

  test('is that of the honey house’s roof, both ways', () => {
    const site = buildSite(openHoneyHouse());
    expect(pitchText(site, 'roof-underside')).toBe('30.3° (7:12)');
    expect(riseInTwelve(pitchDeg(frameOf(site, 'north-underside')))).toBeCloseTo(7, 9);
    expect(pitchText(site, 'plant-wall')).toBe('90°');
    expect(pitchFromRise(7, 12)).toBeCloseTo(30.256, 3);
  });

  test('is given to a folded roof by turning its fold, and leads back again', () => {
    const start = openHoneyHouse();
    for (const wanted of [0, 15, 45, 80]) {
      const edit = pitchEdit(buildSite(start), 'roof-underside', wanted);
      if (!edit.ok) throw new Error(edit.fault);
      const applied = applyEdits(start, [edit.value]);
      if (!applied.ok) throw new Error(JSON.stringify(applied.fault.message));
      expect(pitchDeg(frameOf(buildSite(applied.value.plan), 'roof-underside'))).toBeCloseTo(wanted, 6);
    }
  });

  test('is given to a face that stands by itself, and refused to the root, a reverse and a slanting edge', () => {
    const launch = DEMOS.find(({ id }) => id === 'survey-launch')?.plan();
    if (launch === undefined) throw new Error('no launch');
    const site = buildSite(launch);
    const edit = pitchEdit(site, 'arch-top', 10);
    if (!edit.ok) throw new Error(edit.fault);
    const applied = applyEdits(launch, [edit.value]);
    if (!applied.ok) throw new Error(JSON.stringify(applied.fault.message));
    expect(pitchDeg(frameOf(buildSite(applied.value.plan), 'arch-top'))).toBeCloseTo(10, 9);
    expect(pitchEdit(site, 'locker-bulkhead', 10).ok).toBe(false);
    expect(pitchEdit(site, 'cockpit-side', 10).ok).toBe(false);
    const house = buildSite(openHoneyHouse());
    // The north wall is folded on an upright edge: no turn about it changes its pitch.
    expect(pitchEdit(house, 'north-wall', 10)).toMatchObject({ ok: false });
  });
});

describe('the flat sheet', () => {
  const demos = DEMOS.map(({ id, plan: make }) => [id, make()] as const);

  test.each(demos)('of %s has no two faces over each other, whichever face is upright', (_, demo) => {
    const site = buildSite(demo);
    for (const root of site.faces.keys()) {
      const places = [...layOutSheet(site, root).values()];
      expect(places).toHaveLength(site.faces.size);
      places.forEach((a, index) => {
        for (const b of places.slice(index + 1)) {
          expect([a.face, b.face, doBoxesOverlap(a.bounds, b.bounds)]).toEqual([a.face, b.face, false]);
        }
      });
      const upright = places.find(({ face }) => face === root);
      expect([upright?.cos, upright?.sin]).toEqual([1, 0]);
    }
  });

  test.each(demos)('of %s folds up to where its faces stand, and starts flat', (_, demo) => {
    const site = buildSite(demo);
    const places = layOutSheet(site, demo.rootFace);
    const folded = foldUp(site, places, 1);
    const flat = foldUp(site, places, 0);
    for (const [id, face] of site.faces) {
      const standing = site.frames.get(id);
      for (const point of face.outline) {
        if (standing === undefined) throw new Error(`${id} stands nowhere`);
        const at = siteFromFace(folded.get(id) ?? standing, point);
        siteFromFace(standing, point).forEach((value, axis) => expect(at[axis]).toBeCloseTo(value, 5));
        expect(siteFromFace(flat.get(id) ?? standing, point)[1]).toBeCloseTo(0, 9);
      }
    }
  });

  test('keeps folded edges together all the way up', () => {
    const demo = openHoneyHouse();
    const site = buildSite(demo);
    const places = layOutSheet(site, demo.rootFace);
    for (const ratio of [0.2, 0.5, 0.9]) {
      const frames = foldUp(site, places, ratio);
      for (const { a, b } of demo.folds) {
        const ends = [a, b].map(({ face, edge }) => {
          const [frame, of] = [frames.get(face), site.faces.get(face)];
          const points = of === undefined ? null : foldEdge(of, edge);
          if (frame === undefined || points === null) throw new Error(face);
          return points.map((point) => siteFromFace(frame, point));
        });
        const [first, second] = ends;
        second?.reverse();
        first?.forEach((point, end) =>
          point.forEach((value, axis) => expect(second?.[end]?.[axis]).toBeCloseTo(value, 6)),
        );
      }
    }
  });
});

describe('what a face lists', () => {
  test('its folds with how edges differ, and the edges that are free', () => {
    const house = openHoneyHouse();
    const site = buildSite(house);
    expect(foldsOf(site, 'plant-wall').map(({ fold, differenceMm }) => [fold.id, differenceMm])).toEqual([
      ['eave', 0],
      ['north-corner', 0],
      ['floor-line', 0],
    ]);
    expect(freeEdges(site, 'plant-wall')).toEqual([
      {
        edge: 1,
        name: told('Edge {number}, {side}', { number: countOf(2), side: 'right' }),
        lengthMm: 2590.8,
      },
    ]);
    const top = site.faces.get('roof-top')?.outline ?? [];
    // Seen from outside, the ridge is above and the eave below, whatever the front counts.
    expect(top.map((_, edge) => toldText(edgeName(top, edge), tellingOf(METRIC_READER)))).toEqual([
      'Edge 1, upper',
      'Edge 2, left',
      'Edge 3, lower',
      'Edge 4, right',
    ]);
    expect(edgeName([[0, 0], [10, 0], [5, 9]], 1).data).toMatchObject({ side: 'slanting' }); // prettier-ignore
    const uneven = buildSite({ ...house, faces: house.faces.map((face) => (face.id === 'plant-floor' ? wall('plant-floor', rectangle(4000, 3000)) : face)) }); // prettier-ignore
    expect(foldsOf(uneven, 'plant-floor')[0]?.differenceMm).toBeCloseTo(4267.2 - 4000, 9);
  });

  test('the way of travel, from where someone stands who faces it', () => {
    const clinic = DEMOS.find(({ id }) => id === 'eye-clinic')?.plan();
    if (clinic === undefined) throw new Error('no clinic');
    const site = buildSite(clinic);
    // The trailer travels to the left of its side wall; the front wall is at that wall's left.
    expect(travelOnFace(clinic, site, 'side-wall')).toBe('to the left');
    expect(travelOnFace(clinic, site, 'front-wall')).toBe('into the face, away from you');
    // On the roof, seen from above, the front is on the other hand than from inside.
    expect(travelOnFace(clinic, site, 'roof-inside')).toBe('to the left');
    expect(travelOnFace(clinic, site, 'roof-outside')).toBe('to the right');
  });
});
