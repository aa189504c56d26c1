import type { Frame } from './frame.ts';
import type { Vec3 } from './vec3.ts';

/** A rotation as a unit quaternion, (x, y, z, w). */
type Quaternion = readonly [number, number, number, number];

/** Rotations closer than this are turned straight, without dividing by a vanishing sine. Unitless. */
const NEARLY_SAME = 1e-9;

/**
 * A frame on the way from one to another: its origin along the straight line, its axes by the shortest rotation at
 * constant speed (spherical linear interpolation, Shoemake 1985). `ratio` 0 gives `a`, 1 gives `b`.
 */
export function interpolateFrame(a: Frame, b: Frame, ratio: number): Frame {
  const [right, up, toViewer] = axesOf(slerp(quaternionOf(a), quaternionOf(b), ratio));
  const origin: Vec3 = [0, 1, 2].map(
    (axis) => (a.origin[axis] ?? 0) + ((b.origin[axis] ?? 0) - (a.origin[axis] ?? 0)) * ratio,
  ) as unknown as Vec3;
  return { origin, right, up, toViewer };
}

/** Of the matrix whose columns are right, up and toViewer; the largest term first, so that no root vanishes. */
function quaternionOf({ right, up, toViewer }: Frame): Quaternion {
  const [m00, m10, m20] = right;
  const [m01, m11, m21] = up;
  const [m02, m12, m22] = toViewer;
  const trace = m00 + m11 + m22;
  if (trace > 0) {
    const s = 2 * Math.sqrt(trace + 1);
    return [(m21 - m12) / s, (m02 - m20) / s, (m10 - m01) / s, s / 4];
  }
  if (m00 >= m11 && m00 >= m22) {
    const s = 2 * Math.sqrt(1 + m00 - m11 - m22);
    return [s / 4, (m01 + m10) / s, (m02 + m20) / s, (m21 - m12) / s];
  }
  if (m11 >= m22) {
    const s = 2 * Math.sqrt(1 + m11 - m00 - m22);
    return [(m01 + m10) / s, s / 4, (m12 + m21) / s, (m02 - m20) / s];
  }
  const s = 2 * Math.sqrt(1 + m22 - m00 - m11);
  return [(m02 + m20) / s, (m12 + m21) / s, s / 4, (m10 - m01) / s];
}

function slerp(a: Quaternion, b: Quaternion, ratio: number): Quaternion {
  const cosine = a.reduce((sum, value, index) => sum + value * (b[index] ?? 0), 0);
  // Of the two ways round, the shorter.
  const sign = cosine < 0 ? -1 : 1;
  const angle = Math.acos(Math.min(1, Math.abs(cosine)));
  const sine = Math.sin(angle);
  const [fromA, fromB] =
    sine < NEARLY_SAME
      ? [1 - ratio, ratio]
      : [Math.sin((1 - ratio) * angle) / sine, Math.sin(ratio * angle) / sine];
  const mixed = a.map((value, index) => value * fromA + sign * (b[index] ?? 0) * fromB);
  const length = Math.hypot(...mixed);
  return mixed.map((value) => value / length) as unknown as Quaternion;
}

function axesOf([x, y, z, w]: Quaternion): readonly [Vec3, Vec3, Vec3] {
  return [
    [1 - 2 * (y * y + z * z), 2 * (x * y + z * w), 2 * (x * z - y * w)],
    [2 * (x * y - z * w), 1 - 2 * (x * x + z * z), 2 * (y * z + x * w)],
    [2 * (x * z + y * w), 2 * (y * z - x * w), 1 - 2 * (x * x + y * y)],
  ];
}
