import type { Prepared } from '../check/prepared.ts';
import { single } from '../derive/query.ts';
import { modulesOfField, planeOf, type ModulePlane, type PlacedModule } from '../array/field-modules.ts';
import type { Block } from '../array/shadow.ts';
import { boxOnFace, cornersOfBox, type OrientedBox } from '../geometry/oriented-box.ts';
import { siteFromFace } from '../geometry/frame.ts';
import { trianglesOf } from '../geometry/triangles.ts';
import { add, dot, scale, sub, type Vec3 } from '../geometry/vec3.ts';
import type { SiteFace } from '../site/site-face.ts';
import type { Surrounding } from '../plan/module-field.ts';
import type { Place } from '../plan/energy.ts';
import { boxOfPart, obstacleParts, visibleObstacles } from '../site/obstacle-zone.ts';
import { datasheetOf, fittedOf } from './module-figures.ts';
import type { ModuleUnderSun, SunScene } from './shade-year.ts';
import type { WiredModule } from './wiring.ts';

/** All modules of the job under the sun, with what throws shadows on them. */
export type JobScene = {
  readonly modules: readonly {
    readonly placed: PlacedModule;
    readonly sun: ModuleUnderSun;
    readonly wired: WiredModule;
  }[];
  readonly scene: Omit<SunScene, 'place'>;
};

/** In the order a block’s corners are told: round one end, then round the other. */
const ROUND = [0, 1, 3, 2, 4, 5, 7, 6] as const;

function blockOf(box: OrientedBox): Block {
  const corners = cornersOfBox(box);
  return ROUND.map((index) => corners[index] ?? box.centre);
}

/** A thing round about as a block, from the datum of the root face: an upright block square to the line of sight. */
export function blockOfSurrounding(
  { bearingDeg, distanceMm, widthMm, depthMm, fromMm, toMm }: Surrounding,
  { rootFacesDeg }: Pick<Place, 'rootFacesDeg'>,
): Block {
  const turn = ((bearingDeg - rootFacesDeg) * Math.PI) / 180;
  const away: Vec3 = [-Math.sin(turn), -Math.cos(turn), 0];
  const side: Vec3 = [away[1], -away[0], 0];
  return blockOf({
    centre: add(scale(away, distanceMm), [0, 0, (fromMm + toMm) / 2]),
    axes: [side, away, [0, 0, 1]],
    half: [widthMm / 2, depthMm / 2, (toMm - fromMm) / 2],
  });
}

/** Modules that stand up from their face shade those behind them; those that lie along it do not. */
const STANDS_UP_MM = 60;

/** A face that stands this far above the plane of some module may shade it, mm. */
const STANDS_ABOVE_MM = 5;

/** Of the two sides of one sheet only the outer one throws its shadow. */
function isInner(prepared: Prepared, { face, otherSide }: SiteFace): boolean {
  const other = otherSide === null ? undefined : prepared.site.faces.get(otherSide)?.face;
  if (other === undefined) return false;
  return face.side === other.side ? face.shape.kind === 'reverse' : face.side === 'inside';
}

/** A face as thin blocks, where some of it stands above the plane of a module; the other side of one is the same sheet. */
function blocksOfFace(prepared: Prepared, face: SiteFace, planes: readonly ModulePlane[]): Block[] {
  const frame = prepared.site.frames.get(face.id);
  if (frame === undefined || isInner(prepared, face)) return [];
  const corners = face.outline.map((point) => siteFromFace(frame, point));
  const isAbove = planes.some(({ origin, normal }) =>
    corners.some((corner) => dot(sub(corner, origin), normal) > STANDS_ABOVE_MM),
  );
  if (!isAbove) return [];
  return trianglesOf(face.outline).map(([a, b, c]): Block => {
    const end = [a, b, c, c].map((point) => siteFromFace(frame, point));
    return [...end, ...end.map((point) => sub(point, frame.toViewer))];
  });
}

/** The modules of all fields in the plan’s order; those whose face stands nowhere, or whose datasheet is wrong, are left out. */
export const jobScene = single((prepared: Prepared): JobScene => {
  const modules: JobScene['modules'][number][] = [];
  const blocks: Block[] = [];
  const { place, conditions } = prepared.plan.site;
  let firstGroup = 0;
  const faces = new Set<string>();
  for (const field of prepared.moduleFields.list) {
    const frame = prepared.site.frames.get(field.face);
    if (frame === undefined) continue;
    faces.add(field.face);
    for (const placed of modulesOfField(prepared, field.id)) {
      const module = placed.type.solarModule;
      const fitted = fittedOf(prepared, placed.type.id);
      if (module === null || fitted === null) continue;
      const { groups, halves, cells, noctC } = datasheetOf(module);
      const { widthMm, heightMm } = placed;
      const plane = planeOf(placed, field.tilt, frame);
      modules.push({
        placed,
        sun: { plane, widthMm, heightMm, groups, halves, cells },
        wired: { fitted, groups, noctC, firstGroup },
      });
      firstGroup += groups;
      if (field.tilt !== null && placed.reachMm - placed.liftMm > STANDS_UP_MM) {
        const thick = placed.type.depthMm;
        blocks.push(
          blockOf({
            centre: add(
              plane.origin,
              add(
                add(scale(plane.right, widthMm / 2), scale(plane.up, heightMm / 2)),
                scale(plane.normal, -thick / 2),
              ),
            ),
            axes: [plane.right, plane.up, plane.normal],
            // A touch smaller, so that a module throws nothing on its own face.
            half: [widthMm / 2 - 1, heightMm / 2 - 1, thick / 2 - 1],
          }),
        );
      }
    }
  }
  for (const id of faces) {
    const face = prepared.site.faces.get(id);
    const frame = prepared.site.frames.get(id);
    if (face === undefined || frame === undefined) continue;
    for (const obstacle of visibleObstacles(face.obstacles)) {
      if (obstacle.standsOutMm === 0) continue;
      for (const part of obstacleParts(obstacle))
        blocks.push(blockOf(boxOfPart(frame, part, 0, obstacle.standsOutMm)));
    }
    for (const item of prepared.onFace.get(id) ?? [])
      blocks.push(blockOf(boxOnFace(frame, item.body, 0, item.type.standoffMm + item.type.depthMm)));
  }
  const planes = modules.map(({ sun }) => sun.plane);
  for (const face of prepared.site.faces.values()) blocks.push(...blocksOfFace(prepared, face, planes));
  if (place !== null)
    for (const surrounding of prepared.surroundings.list) blocks.push(blockOfSurrounding(surrounding, place));
  return {
    modules,
    scene: { modules: modules.map(({ sun }) => sun), blocks, elevationM: conditions.elevationM },
  };
});
