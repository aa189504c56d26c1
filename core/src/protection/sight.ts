import type { Hung, Prepared } from '../check/prepared.ts';
import { frontMm } from '../check/prepared.ts';
import { siteFromFace, type Frame } from '../geometry/frame.ts';
import { isInside } from '../geometry/polygon.ts';
import { add, dot, scale, sub, type Vec3 } from '../geometry/vec3.ts';

/** How far out from what is worked on a person’s eyes are (practice). */
const EYES_OUT_MM = 600;

/** Off a face, so that a point on it is not behind it. */
const OFF_MM = 1;

/** How far apart the middles of the fronts of two pieces are, mm; null where one stands nowhere in the site. */
export function apartMm(prepared: Prepared, a: Hung, b: Hung): number | null {
  const [from, to] = [frontOf(prepared, a, 0), frontOf(prepared, b, 0)];
  return from === null || to === null ? null : Math.hypot(...sub(to, from));
}

/**
 * The face that hides one piece from a person who works at the other; null where none does or one stands nowhere in the site.
 * Doors count as shut.
 */
export function hidingFace(prepared: Prepared, at: Hung, seen: Hung): string | null {
  const [eyes, front] = [frontOf(prepared, at, EYES_OUT_MM), frontOf(prepared, seen, OFF_MM)];
  if (eyes === null || front === null) return null;
  for (const [id, frame] of prepared.site.frames) {
    const outline = prepared.site.faces.get(id)?.outline;
    if (outline !== undefined && doesCross(frame, outline, eyes, front)) return id;
  }
  return null;
}

function frontOf({ site }: Prepared, item: Hung, outMm: number): Vec3 | null {
  const frame = site.frames.get(item.face.id);
  if (frame === undefined) return null;
  const { body } = item;
  const middle = siteFromFace(frame, [(body.minX + body.maxX) / 2, (body.minY + body.maxY) / 2]);
  return add(middle, scale(frame.toViewer, frontMm(item) + outMm));
}

function doesCross(
  frame: Frame,
  outline: readonly (readonly [number, number])[],
  from: Vec3,
  to: Vec3,
): boolean {
  const [outFrom, outTo] = [from, to].map((point) => dot(sub(point, frame.origin), frame.toViewer)) as [
    number,
    number,
  ];
  // One that only touches the face or runs in it is seen along it.
  if (outFrom * outTo >= 0) return false;
  const share = outFrom / (outFrom - outTo);
  const at = sub(add(from, scale(sub(to, from), share)), frame.origin);
  return isInside([dot(at, frame.right), dot(at, frame.up)], outline);
}
