import { BufferGeometry, Float32BufferAttribute, LineSegments } from 'three';
import type { Solid } from './face-lines.ts';

/** Triangles of a box: two for each of its six sides. */
const TRIANGLES_OF_BOX = 12;

/** Points of the twelve triangles, counter-clockwise from outside, by the corners’ bits: x 1, y 2, z 4. */
const SIDES = [
  [4, 5, 7, 6],
  [1, 0, 2, 3],
  [5, 1, 3, 7],
  [0, 4, 6, 2],
  [6, 7, 3, 2],
  [0, 1, 5, 4],
] as const;

/** All boxes as one, so that a wall of gear is drawn at once. */
export function boxesGeometry(solids: readonly Solid[]): BufferGeometry {
  const points: number[] = [];
  for (const { low, high } of solids) {
    const corner = (bits: number) => [
      (bits & 1) === 0 ? low[0] : high[0],
      (bits & 2) === 0 ? low[1] : high[1],
      (bits & 4) === 0 ? low[2] : high[2],
    ];
    for (const [a, b, c, d] of SIDES) for (const bits of [a, b, c, a, c, d]) points.push(...corner(bits));
  }
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new Float32BufferAttribute(points, 3));
  geometry.computeVertexNormals();
  return geometry;
}

/** Which of the boxes a pressed triangle is of. */
export function solidOfTriangle(solids: readonly Solid[], triangle: number): Solid | undefined {
  return solids[Math.floor(triangle / TRIANGLES_OF_BOX)];
}

/** Line pieces, two points each, with how far along each is: they may be drawn broken. */
export function piecesGeometry(points: readonly number[]): BufferGeometry {
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new Float32BufferAttribute(points, 3));
  return new LineSegments(geometry).computeLineDistances().geometry;
}

/** Flat pieces of four corners each, as two triangles. */
export function quadsGeometry(
  quads: readonly (readonly (readonly [number, number, number])[])[],
): BufferGeometry {
  const positions = quads.flatMap(([a, b, c, d]) =>
    a === undefined || b === undefined || c === undefined || d === undefined
      ? []
      : [...a, ...b, ...c, ...a, ...c, ...d],
  );
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new Float32BufferAttribute(positions, 3));
  geometry.computeVertexNormals();
  return geometry;
}
