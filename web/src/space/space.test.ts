import { describe, expect, test } from '@jest/globals';
import { evaluatePlan, prepare } from '@zarnel/core/figures';
import { honeyHouse } from '@zarnel/core/files';
import { Box3, Vector3 } from 'three';
import { holesOn, linesOf, solidsOf, type Solid } from './face-lines.ts';
import { boxesGeometry, piecesGeometry, solidOfTriangle } from './geometries.ts';
import { bestLines } from './name-picture.ts';

const SOLIDS: Solid[] = [
  { id: 'a', low: [0, 0, 10], high: [400, 600, 210] },
  { id: 'b', low: [1000, -50, 0], high: [1100, 50, 80] },
];

/** The volume within a closed surface, by the divergence theorem; negative where it faces inwards. */
function volumeMm3(points: ArrayLike<number>): number {
  let sum = 0;
  for (let at = 0; at + 8 < points.length; at += 9) {
    const [a, b, c] = [0, 3, 6].map(
      (next) => new Vector3(points[at + next], points[at + next + 1], points[at + next + 2]),
    );
    if (a !== undefined && b !== undefined && c !== undefined) sum += a.dot(b.cross(c)) / 6;
  }
  return sum;
}

describe('gear in space', () => {
  test('boxes are closed and face outwards: their volume is that of the gear', () => {
    const points = boxesGeometry(SOLIDS).getAttribute('position').array;
    expect(volumeMm3(points)).toBeCloseTo(400 * 600 * 200 + 100 * 100 * 80, 0);
  });

  test('a pressed triangle is of the box it belongs to', () => {
    expect([0, 11, 12, 23].map((each) => solidOfTriangle(SOLIDS, each)?.id)).toEqual(['a', 'a', 'b', 'b']);
    expect(solidOfTriangle(SOLIDS, -1)).toBeUndefined();
  });
});

describe('lines of a face in space', () => {
  const plan = honeyHouse();
  const prepared = prepare(plan);
  const { laid } = evaluatePlan(plan);
  const wall = prepared.site.faces.get('plant-wall') ?? prepared.site.faces.get(plan.rootFace);
  if (wall === undefined) throw new Error('The demo has a wall.');

  test('gear is drawn as deep as it is, and cables are named piece by piece', () => {
    const lines = linesOf(prepared, wall, laid);
    const box = new Box3().setFromArray([...piecesGeometry(lines.pencil).getAttribute('position').array]);
    const fronts = solidsOf(prepared.onFace.get(wall.id) ?? []).map(({ high }) => high[2]);
    expect(box.max.z).toBeGreaterThanOrEqual(Math.max(...fronts));
    expect(lines.cables.length).toBe(6 * lines.runs.length);
    expect(new Set(lines.runs).size).toBeGreaterThan(0);
    for (const points of [lines.pencil, lines.chalk, lines.crayon, lines.hidden])
      expect(points.length % 6).toBe(0);
  });

  test('a hole is drawn on both sides of its face, at places that mirror each other', () => {
    const sided = [...prepared.site.faces.values()].filter(({ otherSide }) => otherSide !== null);
    for (const face of sided) {
      const other = prepared.site.faces.get(face.otherSide ?? '');
      if (other === undefined) continue;
      const ids = (each: typeof face) =>
        holesOn(prepared, each).flatMap(({ kind, id }) => (kind === 'penetration' ? [id] : []));
      expect(ids(face).sort()).toEqual(ids(other).sort());
    }
    expect(sided.flatMap((face) => holesOn(prepared, face)).length).toBeGreaterThan(0);
  });

  test('a hole through a plate is drawn on both faces that it leads between, where it is on each', () => {
    const drawn = [...prepared.site.faces.values()].flatMap((face) =>
      holesOn(prepared, face).flatMap(({ kind, at }) => (kind === 'plate-hole' ? [[face.id, ...at]] : [])),
    );
    // 88 in from the left of the room, on a wall 168 in wide and 102 high.
    const seenFromBehind = expect.closeTo((168 - 88) * 25.4, 6);
    expect(drawn).toEqual([
      ['wall-cavity', seenFromBehind, expect.closeTo(102 * 25.4, 6)],
      ['loft-floor', seenFromBehind, expect.closeTo(0, 6)],
    ]);
  });
});

test('a name is broken into the lines that leave its letters largest', () => {
  const width = (text: string) => text.length * 22;
  expect(bestLines('Load centre', 4, width)).toEqual(['Load centre']);
  expect(bestLines('Load centre', 0.6, width)).toEqual(['Load', 'centre']);
  expect(bestLines('Wireway', 0.2, width)).toEqual(['Wireway']);
});
