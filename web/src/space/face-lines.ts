import {
  cornersOfPart,
  frontRoomOf,
  modulesOfField,
  planeOf,
  type Frame,
  knockoutOnFace,
  mirrored,
  obstacleParts,
  plateEndsAt,
  type Hung,
  type Leg,
  type Prepared,
  type SiteFace,
  typedBase,
} from '@zarnel/core/figures';
import type { PointMm } from '@zarnel/core/plan';

// What is drawn of a face in space, in the face's own axes, mm: x right, y up, z towards who looks at it.

type Point3 = readonly [number, number, number];

/** Line pieces, two points each, by their ink. */
export type FaceLines = {
  readonly pencil: readonly number[];
  readonly chalk: readonly number[];
  readonly crayon: readonly number[];
  /** What is hidden in or behind the face: drawn broken. */
  readonly hidden: readonly number[];
  /** Cables, drawn firmer; a piece each, in the order of `runs`. */
  readonly cables: readonly number[];
  readonly runs: readonly string[];
};

/** A box of gear, with whose it is. */
export type Solid = { readonly id: string; readonly low: Point3; readonly high: Point3 };

const CIRCLE_SIDES = 16;
/** So far before a face lines lie on it, and cables are clipped to it. */
const CABLE_MM = 14;
const HOLE_MM = 4;
/** Dashes of what is hidden and of the room people need. */
const DASH_MM = 55;
/** A cover stands in from the edges of its front by this part of the shorter side. */
const COVER_INSET = 0.06;
/** A hole is drawn no smaller than this, so that it is seen. */
const LEAST_HOLE_MM = 40;

export function solidsOf(items: readonly Hung[]): Solid[] {
  return items.map(({ id, body, type }) => ({
    id,
    low: [body.minX, body.minY, type.standoffMm],
    high: [body.maxX, body.maxY, type.standoffMm + type.depthMm],
  }));
}

export function linesOf(
  prepared: Prepared,
  face: SiteFace,
  laid: ReadonlyMap<string, readonly Leg[]>,
): FaceLines {
  const ink: Record<'pencil' | 'chalk' | 'crayon' | 'hidden' | 'cables', number[]> = {
    pencil: [],
    chalk: [],
    crayon: [],
    hidden: [],
    cables: [],
  };
  ring(ink.pencil, face.outline, 0);
  for (const obstacle of face.obstacles) {
    for (const part of obstacleParts(obstacle)) {
      const corners = cornersOfPart(part);
      if (obstacle.isHidden) dashedRing(ink.hidden, corners, 0);
      else prism(ink.pencil, corners, 0, obstacle.standsOutMm);
    }
  }
  for (const { corners } of modulesIn(prepared, face.id))
    corners.forEach((corner, index) => push(ink.pencil, corner, corners[(index + 1) % 4] ?? corner));
  const items = prepared.onFace.get(face.id) ?? [];
  for (const item of items) {
    gearLines(ink.pencil, ink.chalk, item);
    const room = frontRoomOf(prepared, item);
    if (room !== null) dashedBox(room.isFree ? ink.chalk : ink.crayon, room.low, room.high);
  }
  for (const { at, radiusMm } of holesOn(prepared, face)) {
    circle(ink.pencil, at, radiusMm, ([u, v]) => [u, v, HOLE_MM]);
    const arm = radiusMm * 1.5;
    push(ink.chalk, [at[0] - arm, at[1], HOLE_MM], [at[0] + arm, at[1], HOLE_MM]);
    push(ink.chalk, [at[0], at[1] - arm, HOLE_MM], [at[0], at[1] + arm, HOLE_MM]);
  }
  const runs: string[] = [];
  for (const [run, legs] of laid)
    for (const { face: on, from, to } of legs) {
      if (on !== face.id) continue;
      push(ink.cables, [...from, CABLE_MM], [...to, CABLE_MM]);
      runs.push(run);
    }
  return { ...ink, runs };
}

/** The face’s own axes. */
const OWN_FRAME: Frame = { origin: [0, 0, 0], right: [1, 0, 0], up: [0, 1, 0], toViewer: [0, 0, 1] };

/** The fronts of the modules on a face, in its own axes, round from the lower left; with whose they are. */
export function modulesIn(
  prepared: Prepared,
  faceId: string,
): { readonly field: string; readonly corners: readonly Point3[] }[] {
  return prepared.fieldsOnFace.get(faceId).flatMap((field) =>
    modulesOfField(prepared, field.id).map((module) => {
      const { origin, right, up } = planeOf(module, field.tilt, OWN_FRAME);
      const at = (u: number, v: number): Point3 => [
        origin[0] + right[0] * u + up[0] * v,
        origin[1] + right[1] * u + up[1] * v,
        origin[2] + right[2] * u + up[2] * v,
      ];
      const { widthMm, heightMm } = module;
      return {
        field: field.id,
        corners: [at(0, 0), at(widthMm, 0), at(widthMm, heightMm), at(0, heightMm)],
      };
    }),
  );
}

/** The holes through a face, on either side of it, and those through the plates at its edges. */
export function holesOn(
  prepared: Prepared,
  face: SiteFace,
): {
  readonly kind: 'penetration' | 'plate-hole';
  readonly id: string;
  readonly at: PointMm;
  readonly radiusMm: number;
}[] {
  const other = face.otherSide === null ? undefined : prepared.site.faces.get(face.otherSide);
  const own = prepared.penetrationsOnFace.get(face.id).map((each) => ({
    each,
    at: [each.xMm, each.yMm] as PointMm,
  }));
  const fromBehind =
    other === undefined
      ? []
      : prepared.penetrationsOnFace
          .get(other.id)
          .map((each) => ({ each, at: mirrored(other, [each.xMm, each.yMm]) }));
  const through = [...own, ...fromBehind].map(({ each, at }) => ({
    kind: 'penetration' as const,
    id: each.id,
    at,
    radiusMm: Math.max(LEAST_HOLE_MM, typedBase(prepared.plan, each).widthMm / 2) / 2,
  }));
  const bored = plateEndsAt(prepared, face.id).map(({ hole: { id }, at }) => ({
    kind: 'plate-hole' as const,
    id,
    at,
    radiusMm: LEAST_HOLE_MM / 2,
  }));
  return [...through, ...bored];
}

/** Its edges, its hook line, its cover and its knockouts. */
function gearLines(pencil: number[], chalk: number[], { body, type, placement }: Hung): void {
  const [back, front] = [type.standoffMm, type.standoffMm + type.depthMm];
  prism(pencil, cornersOf(body.minX, body.minY, body.maxX, body.maxY), back, front);
  if (type.kind === 'board') return;
  push(chalk, [body.minX, placement.yMm, front], [body.maxX, placement.yMm, front]);
  const inset = Math.min(type.widthMm, type.heightMm) * COVER_INSET;
  ring(pencil, cornersOf(body.minX + inset, body.minY + inset, body.maxX - inset, body.maxY - inset), front);
  for (const knockout of type.knockouts) {
    const { at, opens } = knockoutOnFace(body, knockout);
    const out = back + knockout.fromBackMm;
    const radius = Math.min(type.depthMm, type.widthMm, type.heightMm, 60) / 4;
    // On a side it lies in the plane of that side.
    circle(pencil, [0, 0], radius, ([u, v]) =>
      opens[0] === 0 ? [at[0] + u, at[1], out + v] : [at[0], at[1] + u, out + v],
    );
  }
}

function cornersOf(minX: number, minY: number, maxX: number, maxY: number): PointMm[] {
  return [
    [minX, minY],
    [maxX, minY],
    [maxX, maxY],
    [minX, maxY],
  ];
}

function push(lines: number[], from: Point3, to: Point3): void {
  lines.push(...from, ...to);
}

function ring(lines: number[], corners: readonly PointMm[], z: number): void {
  for (const [from, to] of sidesOf(corners)) push(lines, [...from, z], [...to, z]);
}

function prism(lines: number[], corners: readonly PointMm[], low: number, high: number): void {
  ring(lines, corners, low);
  if (high <= low) return;
  ring(lines, corners, high);
  for (const corner of corners) push(lines, [...corner, low], [...corner, high]);
}

function dashedRing(lines: number[], corners: readonly PointMm[], z: number): void {
  for (const [from, to] of sidesOf(corners)) dashed(lines, [...from, z], [...to, z]);
}

function dashedBox(lines: number[], low: Point3, high: Point3): void {
  const corners = cornersOf(low[0], low[1], high[0], high[1]);
  dashedRing(lines, corners, low[2]);
  dashedRing(lines, corners, high[2]);
  for (const corner of corners) dashed(lines, [...corner, low[2]], [...corner, high[2]]);
}

/** Whole dashes and gaps that begin and end with a dash. */
function dashed(lines: number[], from: Point3, to: Point3): void {
  const long = Math.hypot(to[0] - from[0], to[1] - from[1], to[2] - from[2]);
  const count = 2 * Math.max(0, Math.round(long / DASH_MM / 2 - 0.5)) + 1;
  const at = (part: number): Point3 => [
    from[0] + (to[0] - from[0]) * part,
    from[1] + (to[1] - from[1]) * part,
    from[2] + (to[2] - from[2]) * part,
  ];
  for (let index = 0; index < count; index += 2) push(lines, at(index / count), at((index + 1) / count));
}

function circle(lines: number[], [x, y]: PointMm, radius: number, place: (point: PointMm) => Point3): void {
  const corners = Array.from({ length: CIRCLE_SIDES }, (_, index): PointMm => {
    const angle = (2 * Math.PI * index) / CIRCLE_SIDES;
    return [x + radius * Math.cos(angle), y + radius * Math.sin(angle)];
  });
  for (const [from, to] of sidesOf(corners)) push(lines, place(from), place(to));
}

function sidesOf(corners: readonly PointMm[]): (readonly [PointMm, PointMm])[] {
  return corners.map((corner, index) => [corner, corners[(index + 1) % corners.length] ?? corner]);
}
