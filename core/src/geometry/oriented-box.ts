import { siteFromFace, type Frame } from './frame.ts';
import type { BoxMm } from './polygon.ts';
import { add, cross, dot, scale, sub, type Vec3 } from './vec3.ts';

/** A box anywhere in the site: its centre, three unit axes at right angles, half its size along each, mm. */
export type OrientedBox = {
  readonly centre: Vec3;
  readonly axes: readonly [Vec3, Vec3, Vec3];
  readonly half: readonly [number, number, number];
};

/** What stands on a face from `backMm` to `frontMm` out from it, over a box of the face. */
export function boxOnFace(frame: Frame, over: BoxMm, backMm: number, frontMm: number): OrientedBox {
  const middle = siteFromFace(frame, [(over.minX + over.maxX) / 2, (over.minY + over.maxY) / 2]);
  return {
    centre: add(middle, scale(frame.toViewer, (backMm + frontMm) / 2)),
    axes: [frame.right, frame.up, frame.toViewer],
    half: [(over.maxX - over.minX) / 2, (over.maxY - over.minY) / 2, (frontMm - backMm) / 2],
  };
}

/** The smallest upright box around it, and around any points of its surface. */
export function aroundBox({ centre, axes, half }: OrientedBox): { readonly min: Vec3; readonly max: Vec3 } {
  const reach = [0, 1, 2].map((axis) =>
    axes.reduce((sum, each, index) => sum + Math.abs(each[axis] ?? 0) * (half[index] ?? 0), 0),
  );
  const [x = 0, y = 0, z = 0] = reach;
  return { min: sub(centre, [x, y, z]), max: add(centre, [x, y, z]) };
}

/** The eight corners; bit 0, 1, 2 of the index says on which side of each axis. */
export function cornersOfBox({ centre, axes, half }: OrientedBox): Vec3[] {
  return Array.from({ length: 8 }, (_, index) =>
    axes.reduce<Vec3>(
      (sum, axis, at) => add(sum, scale(axis, ((index >> at) & 1 ? 1 : -1) * (half[at] ?? 0))),
      centre,
    ),
  );
}

/** Corner indices of its six faces, in order around each. */
const FACES = [
  [0, 1, 3, 2],
  [4, 6, 7, 5],
  [0, 4, 5, 1],
  [2, 3, 7, 6],
  [0, 2, 6, 4],
  [1, 5, 7, 3],
] as const;
/** Pairs of corner indices of its twelve edges. */
const EDGES = [0, 1, 2].flatMap((axis) =>
  [0, 1, 2, 3, 4, 5, 6, 7]
    .filter((index) => !((index >> axis) & 1))
    .map((index) => [index, index | (1 << axis)] as const),
);

/** Its six faces, each as four corners in order around it. */
export function facesOfBox(box: OrientedBox): Vec3[][] {
  const corners = cornersOfBox(box);
  return FACES.map((face) => face.map((index) => corners[index] ?? box.centre));
}

/**
 * How deep two boxes stand in each other, mm; 0 or less where they touch or are apart. Separating axes (Gottschalk et
 * al. 1996): the smallest overlap over the fifteen axes that can part two boxes.
 */
export function overlapDepthMm(a: OrientedBox, b: OrientedBox): number {
  const between = sub(b.centre, a.centre);
  let least = Infinity;
  const test = (axis: Vec3) => {
    const length = Math.hypot(...axis);
    if (length < PARALLEL) return;
    const unit = scale(axis, 1 / length);
    const depth = reachAlong(a, unit) + reachAlong(b, unit) - Math.abs(dot(between, unit));
    least = Math.min(least, depth);
  };
  for (const axis of [...a.axes, ...b.axes]) test(axis);
  for (const mine of a.axes) for (const theirs of b.axes) test(cross(mine, theirs));
  return least;
}

/** The sine below which two edges count as parallel: their cross product then parts nothing that the others do not. */
const PARALLEL = 1e-9;

function reachAlong({ axes, half }: OrientedBox, unit: Vec3): number {
  return axes.reduce((sum, axis, index) => sum + Math.abs(dot(axis, unit)) * (half[index] ?? 0), 0);
}

/**
 * The shortest distance between two boxes, mm; 0 where they touch or overlap. Exact: of two boxes apart, the nearest
 * points are a corner and a point of the other box, or lie on two edges.
 */
export function distanceBetweenBoxesMm(a: OrientedBox, b: OrientedBox): number {
  if (overlapDepthMm(a, b) >= 0) return 0;
  const [ofA, ofB] = [cornersOfBox(a), cornersOfBox(b)];
  let least = Infinity;
  for (const corner of ofA) least = Math.min(least, distanceToBoxMm(corner, b));
  for (const corner of ofB) least = Math.min(least, distanceToBoxMm(corner, a));
  for (const [a0, a1] of EDGES) {
    for (const [b0, b1] of EDGES) {
      least = Math.min(least, distanceOfSegments(at(ofA, a0), at(ofA, a1), at(ofB, b0), at(ofB, b1)));
    }
  }
  return least;
}

function at(corners: readonly Vec3[], index: number): Vec3 {
  const corner = corners[index];
  if (corner === undefined) throw new Error(`A box has no corner ${index}.`);
  return corner;
}

function distanceToBoxMm(point: Vec3, { centre, axes, half }: OrientedBox): number {
  const from = sub(point, centre);
  return Math.hypot(
    ...axes.map((axis, index) => Math.max(0, Math.abs(dot(from, axis)) - (half[index] ?? 0))),
  );
}

/** The shortest distance between two segments in space (Ericson, Real-Time Collision Detection, 5.1.9). */
export function distanceOfSegments(p1: Vec3, q1: Vec3, p2: Vec3, q2: Vec3): number {
  const d1 = sub(q1, p1);
  const d2 = sub(q2, p2);
  const r = sub(p1, p2);
  const a = dot(d1, d1);
  const e = dot(d2, d2);
  const f = dot(d2, r);
  const c = dot(d1, r);
  const b = dot(d1, d2);
  const denominator = a * e - b * b;
  const clamp = (value: number) => Math.min(1, Math.max(0, value));
  let s = denominator > PARALLEL * a * e ? clamp((b * f - c * e) / denominator) : 0;
  let t = e > 0 ? (b * s + f) / e : 0;
  if (t < 0) {
    t = 0;
    s = a > 0 ? clamp(-c / a) : 0;
  } else if (t > 1) {
    t = 1;
    s = a > 0 ? clamp((b - c) / a) : 0;
  }
  return Math.hypot(...sub(add(p1, scale(d1, s)), add(p2, scale(d2, t))));
}
