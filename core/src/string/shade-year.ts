import { coveredAreaMm2, shadowOn, type Block } from '../array/shadow.ts';
import type { ModulePlane } from '../array/field-modules.ts';
import type { PointMm } from '../geometry/point.ts';
import { boundsOf, type BoxMm } from '../geometry/polygon.ts';
import { dot, sub, type Vec3 } from '../geometry/vec3.ts';
import type { Place } from '../plan/energy.ts';
import { clearSky, onPlane } from './clear-sky.ts';
import { sunAt, sunDirection, timeOf } from './sun.ts';

/** A module under the sun: its plane, and in how many groups of cells its bypass diodes part it. */
export type ModuleUnderSun = {
  readonly plane: ModulePlane;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly groups: number;
  readonly cells: number;
};

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

/** A group of cells as a box on its module’s plane: strips along the module’s longer side. */
export function groupBoxes({ widthMm, heightMm, groups }: Omit<ModuleUnderSun, 'plane' | 'cells'>): BoxMm[] {
  const isUpright = heightMm >= widthMm;
  return Array.from({ length: groups }, (_, index) => {
    const [from, to] = [index / groups, (index + 1) / groups];
    return isUpright
      ? { minX: from * widthMm, maxX: to * widthMm, minY: 0, maxY: heightMm }
      : { minX: 0, maxX: widthMm, minY: from * heightMm, maxY: to * heightMm };
  });
}

/** Tells the light on the modules of a scene at any time. Planes that are one, as of modules in a row, share their shadows. */
export class Lighting {
  private readonly planes: { readonly plane: ModulePlane; readonly cells: readonly Cell[] }[] = [];
  readonly groupCount: number;

  constructor(private readonly scene: SunScene) {
    const known = new Map<string, { plane: ModulePlane; cells: Cell[] }>();
    let at = 0;
    for (const module of scene.modules) {
      const { plane, cells } = module;
      const key = [...plane.normal, ...plane.right, dot(plane.normal, plane.origin) / 10]
        .map((value) => value.toFixed(3))
        .join(' ');
      const shared = known.get(key) ?? { plane, cells: [] };
      known.set(key, shared);
      const off = sub(plane.origin, shared.plane.origin);
      const [dx, dy] = [dot(off, shared.plane.right), dot(off, shared.plane.up)];
      // A group gives what its darkest cell lets through: a shadow of one cell’s area takes all of its beam.
      const cellMm2 = (module.widthMm * module.heightMm) / cells;
      for (const box of groupBoxes(module))
        shared.cells.push({
          at: at++,
          cellMm2,
          box: { minX: box.minX + dx, maxX: box.maxX + dx, minY: box.minY + dy, maxY: box.maxY + dy },
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
    for (const { plane, cells } of this.planes) {
      const light = onPlane(sky, plane.normal, sun);
      for (const { at } of cells) lightWm2[at] = light.beamWm2 + light.diffuseWm2;
      if (light.beamWm2 === 0) continue;
      for (const block of blocks) {
        const shadow = shadowOn(plane, block, sun);
        if (shadow !== null) this.darken(cells, shadow, shaded);
      }
      for (const { at } of cells) lightWm2[at] = light.beamWm2 * (1 - (shaded[at] ?? 0)) + light.diffuseWm2;
    }
    return { sun, lightWm2, shaded };
  }

  private darken(cells: readonly Cell[], shadow: readonly PointMm[], shaded: Float32Array): void {
    const { minX, minY, maxX, maxY } = boundsOf(shadow);
    for (const { at, box, cellMm2 } of cells) {
      if (box.minX >= maxX || box.maxX <= minX || box.minY >= maxY || box.maxY <= minY) continue;
      const before = shaded[at] ?? 0;
      if (before >= 1) continue;
      shaded[at] = Math.min(1, before + coveredAreaMm2(shadow, box) / cellMm2);
    }
  }
}

type Cell = { readonly at: number; readonly box: BoxMm; readonly cellMm2: number };

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
