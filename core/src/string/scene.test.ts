import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Ray, Vector3 } from 'three';
import { prepare } from '../check/prepared.ts';
import { startPlan } from '../demo/starts.ts';
import { getSample } from '../gear/samples.ts';
import { siteFromFace } from '../geometry/frame.ts';
import { trianglesOf } from '../geometry/triangles.ts';
import { newField } from '../array/new-field.ts';
import { applyEdits, type PlanEdit } from '../plan/edits/apply-edit.ts';
import type { Plan } from '../plan/plan.ts';
import { jobScene } from './scene.ts';
import { Lighting } from './shade-year.ts';
import { sunAt, sunDirection, timeOf } from './sun.ts';
import { cases } from '../test/cases.ts';

const PLACE = { latitudeDeg: 47, longitudeDeg: 8, rootFacesDeg: 180 };

/** Along each side of a module, its borders with it: a shadow comes in over one of them. */
const RASTER = [0.001, ...Array.from({ length: 9 }, (_, index) => (index + 1) / 10), 0.999];

/** A house of two slopes with a module near the ridge of one of them, on legs. */
function house(face: string, deg: number, low: 'bottom' | 'top', downMm: number): Plan {
  const plan = startPlan('House', 'iec', 27, 'house');
  const type = getSample('solar-module-210w');
  const first = newField({ ...plan, gearTypes: [...plan.gearTypes, type] }, face, type.id);
  const bounds = prepare(plan).site.faces.get(face)?.bounds;
  if (bounds === undefined) throw new Error(`There is no face “${face}”.`);
  const edits: PlanEdit[] = [
    { kind: 'add-gear-type', gearType: type },
    { kind: 'set-place', place: PLACE },
    {
      kind: 'set-field',
      field: {
        ...first,
        modules: [
          { id: 'm1', xMm: (bounds.minX + bounds.maxX) / 2, yMm: bounds.maxY - downMm, isTurned: true },
        ],
        tilt: deg === 0 ? null : { deg, low },
      },
    },
  ];
  const made = applyEdits(plan, edits);
  if (!made.ok) throw new Error(JSON.stringify(made.fault));
  return made.value.plan;
}

describe('faces shade modules', () => {
  test('where a general ray caster finds a face between them and the sun, on either slope, at any hour', () => {
    const roofs = startPlan('House', 'iec', 27, 'house').faces.filter(
      ({ kind, side }) => kind === 'roof' && side === 'outside',
    );
    expect(roofs.length).toBeGreaterThan(1);
    let [shaded, lit] = [0, 0];
    fc.assert(
      fc.property(
        fc.constantFrom(...roofs.map(({ id }) => id)),
        fc.constantFrom(0, 15, 40, 70),
        fc.constantFrom('bottom' as const, 'top' as const),
        fc.constantFrom(1500, 3000),
        fc.integer({ min: 0, max: 364 }),
        fc.integer({ min: 5, max: 19 }),
        (face, deg, low, downMm, day, hour) => {
          const prepared = prepare(house(face, deg, low, downMm));
          const { modules, scene } = jobScene(prepared);
          const utcMs = timeOf(day, hour, PLACE.longitudeDeg);
          const now = new Lighting({ ...scene, place: PLACE }).at(utcMs);
          const [module] = modules;
          if (now === null || module === undefined) return;
          const sun = sunDirection(sunAt(utcMs, PLACE.latitudeDeg, PLACE.longitudeDeg), PLACE.rootFacesDeg);
          const { plane, widthMm, heightMm } = module.sun;
          const facing = new Vector3(...plane.normal).dot(new Vector3(...sun));
          if (facing < 0.05) return;
          const triangles = [...prepared.site.faces.values()].flatMap((each) => {
            // Under the outer side of a sheet lies its inner one.
            if (each.otherSide !== null && each.face.side === 'inside') return [];
            const frame = prepared.site.frames.get(each.id);
            if (frame === undefined) return [];
            return trianglesOf(each.outline).map((corners) =>
              corners.map((corner) => new Vector3(...siteFromFace(frame, corner))),
            );
          });
          // Rays from a raster of the whole module: it is dark where all are stopped, bright where none is.
          let stopped = 0;
          let rays = 0;
          for (const i of RASTER) {
            for (const j of RASTER) {
              const from = new Vector3(...plane.origin)
                .addScaledVector(new Vector3(...plane.right), i * widthMm)
                .addScaledVector(new Vector3(...plane.up), j * heightMm)
                .addScaledVector(new Vector3(...plane.normal), 1);
              const ray = new Ray(from, new Vector3(...sun));
              const isStopped = triangles.some(([a, b, c]) =>
                a === undefined || b === undefined || c === undefined
                  ? false
                  : ray.intersectTriangle(a, b, c, false, new Vector3()) !== null,
              );
              rays += 1;
              stopped += isStopped ? 1 : 0;
            }
          }
          const dark = [...now.shaded];
          if (stopped > 0) shaded += 1;
          if (stopped === rays) {
            expect(dark.every((part) => part > 0.99)).toBe(true);
          } else if (stopped === 0) {
            lit += 1;
            // A sliver along the border may escape the raster.
            expect(dark.every((part) => part < 1)).toBe(true);
          } else expect(dark.some((part) => part > 0)).toBe(true);
        },
      ),
      { numRuns: cases(1000, 400) },
    );
    expect(lit).toBeGreaterThan(20);
    expect(shaded).toBeGreaterThan(3);
  });
});
