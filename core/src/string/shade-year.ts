import { shadowOn, type Block } from '../array/shadow.ts';
import type { ModulePlane } from '../array/field-modules.ts';
import { clipToRect } from '../geometry/convex.ts';
import type { PointMm } from '../geometry/point.ts';
import { boundsOf, type BoxMm } from '../geometry/polygon.ts';
import { dot, sub, type Vec3 } from '../geometry/vec3.ts';
import type { Place } from '../plan/energy.ts';
import { cellGrids, darkestCell, groupBoxes, type CellGrid, type CellLayout } from './cell-grid.ts';
import { clearSky, onPlane } from './clear-sky.ts';
import { sunAt, sunDirection, timeOf } from './sun.ts';

/** A module under the sun: its plane, and how its cells lie and are wired. */
export type ModuleUnderSun = CellLayout & { readonly plane: ModulePlane };

export type SunScene = {
  readonly modules: readonly ModuleUnderSun[];
  readonly blocks: readonly Block[];
  readonly place: Place;
  readonly elevationM: number;
};

/** Light on every group of cells of every module, module by module, W/m²; and how much of the beam each lost, 0 to 1. */
export type LightNow = {
  readonly sun: Vec3;
  readonly lightWm2: Float32Array;
  readonly shaded: Float32Array;
};

/** Tells the light on the modules of a scene at any time. Planes that are one, as of modules in a row, share their shadows. */
export class Lighting {
  private readonly planes: { readonly plane: ModulePlane; readonly groups: readonly Group[] }[] = [];
  readonly groupCount: number;

  constructor(private readonly scene: SunScene) {
    const known = new Map<string, { plane: ModulePlane; groups: Group[] }>();
    let at = 0;
    for (const module of scene.modules) {
      const { plane } = module;
      const key = [...plane.normal, ...plane.right, dot(plane.normal, plane.origin) / 10]
        .map((value) => value.toFixed(3))
        .join(' ');
      const shared = known.get(key) ?? { plane, groups: [] };
      known.set(key, shared);
      const off = sub(plane.origin, shared.plane.origin);
      const [dx, dy] = [dot(off, shared.plane.right), dot(off, shared.plane.up)];
      const moved = ({ minX, minY, maxX, maxY }: BoxMm): BoxMm => ({
        minX: minX + dx,
        maxX: maxX + dx,
        minY: minY + dy,
        maxY: maxY + dy,
      });
      const boxes = groupBoxes(module);
      cellGrids(module).forEach((halves, index) => {
        const box = boxes[index];
        if (box === undefined) return;
        shared.groups.push({
          at: at++,
          box: moved(box),
          halves: halves.map((half) => ({ ...half, box: moved(half.box) })),
        });
      });
    }
    this.groupCount = at;
    this.planes.push(...known.values());
  }

  /** Null when the sun is down. */
  at(utcMs: number): LightNow | null {
    const { place, elevationM, blocks } = this.scene;
    const position = sunAt(utcMs, place.latitudeDeg, place.longitudeDeg);
    if (position.elevationDeg <= 0) return null;
    const sun = sunDirection(position, place.rootFacesDeg);
    const sky = clearSky(position.elevationDeg, elevationM);
    const lightWm2 = new Float32Array(this.groupCount);
    const shaded = new Float32Array(this.groupCount);
    for (const { plane, groups } of this.planes) {
      const light = onPlane(sky, plane.normal, sun);
      const shadows =
        light.beamWm2 === 0
          ? []
          : blocks.flatMap((block) => {
              const shadow = shadowOn(plane, block, sun);
              return shadow === null ? [] : [{ shadow, bounds: boundsOf(shadow) }];
            });
      for (const { at, box, halves } of groups) {
        const over: (readonly PointMm[])[] = [];
        for (const { shadow, bounds } of shadows) {
          if (!doOverlap(bounds, box)) continue;
          const part = clipToRect(shadow, box);
          if (part.length > 2) over.push(part);
        }
        // Halves lie side by side: their currents add, so that one in the dark takes half.
        const dark =
          over.length === 0
            ? 0
            : halves.reduce((sum, half) => sum + darkestCell(half, over), 0) / halves.length;
        shaded[at] = dark;
        lightWm2[at] = light.beamWm2 * (1 - dark) + light.diffuseWm2;
      }
    }
    return { sun, lightWm2, shaded };
  }
}

type Group = { readonly at: number; readonly box: BoxMm; readonly halves: readonly CellGrid[] };

function doOverlap(one: BoxMm, other: BoxMm): boolean {
  return one.minX < other.maxX && one.maxX > other.minX && one.minY < other.maxY && one.maxY > other.minY;
}

export const YEAR_DAYS = 365;

/** The light of every hour of a clear year, day by day so that it can be stopped; hours at night are left out. */
export function* lightOfYear(
  scene: SunScene,
): Generator<{ readonly day: number; readonly hours: readonly LightNow[] }> {
  const lighting = new Lighting(scene);
  for (let day = 0; day < YEAR_DAYS; day++) {
    const hours: LightNow[] = [];
    for (let hour = 0; hour < 24; hour++) {
      const light = lighting.at(timeOf(day, hour + 0.5, scene.place.longitudeDeg));
      if (light !== null) hours.push(light);
    }
    yield { day, hours };
  }
}
