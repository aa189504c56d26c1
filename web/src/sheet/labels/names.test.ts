import { describe, expect, test } from '@jest/globals';
import { boxOfPoints, isBoxInside, isBoxWithin, prepare } from '@zarnel/core/figures';
import { honeyHouse } from '@zarnel/core/files';
import type { Project } from '../project.ts';
import { faceName, gearName, obstacleName } from './names.ts';
import type { Measure } from './text-size.ts';

const prepared = prepare(honeyHouse());
/** A letter is as wide as half its height, about what the sheet’s letters are. */
const measure: Measure = (text, { px }) => (text.length * px) / 2;
const at =
  (scale: number): Project =>
  (_, [x, y]) => [x * scale, -y * scale];

function faceOf(id: string) {
  const face = prepared.site.faces.get(id);
  if (face === undefined) throw new Error(id);
  return face;
}

describe('names on the sheet', () => {
  test('a face is named within its outline, with its side where there is room; else under it', () => {
    const face = faceOf('plant-wall');
    const named = (scale: number) =>
      faceName(face, at(scale), { isInHand: false, isFar: false }, measure, () => true).spots;
    const outline = face.outline.map((point) => at(0.1)(face.id, point));
    const [best] = named(0.1);
    expect(best?.drawn).toMatchObject({ lines: ['Plant room wall'], aside: ' · inside' });
    for (const { box, cost } of named(0.1)) if (cost < 8) expect(isBoxInside(box, outline)).toBe(true);
    // 168 in at 40 mm a pixel are 107 px: the name fits, its side does not.
    expect(named(0.025)[0]?.drawn.aside).toBe('');
    // At 200 mm a pixel they are 21: it stands outside, if no other face is there.
    const tiny = named(0.005);
    const small = boxOfPoints(face.outline.map((point) => at(0.005)(face.id, point)));
    expect(tiny.length).toBeGreaterThan(0);
    for (const { box } of tiny) expect(isBoxWithin(box, small)).toBe(false);
  });

  test('gear is named within its body whole, or beside it whole, before a word of it is cut', () => {
    const item = prepared.hung.get('load-centre') ?? [...prepared.hung.values()][1];
    if (item === undefined) throw new Error('The demo hangs gear.');
    const { spots, owner } = gearName(item, at(0.2), measure);
    expect(owner).toBe(item.id);
    const body = boxOfPoints([
      at(0.2)(item.face.id, [item.body.minX, item.body.minY]),
      at(0.2)(item.face.id, [item.body.maxX, item.body.maxY]),
    ]);
    expect(isBoxWithin(spots[0]?.box ?? body, body)).toBe(true);
    expect(spots[0]?.drawn.lines.join(' ')).toBe(item.placement.name);
    const small = gearName(item, at(0.03), measure).spots;
    const cut = small.findIndex(({ drawn }) => drawn.lines.some((line) => line.endsWith('…')));
    const beside = small.findIndex(({ drawn }) => drawn.lines[0] === item.placement.name);
    expect(beside).toBeGreaterThanOrEqual(0);
    if (cut >= 0) expect(small[beside]?.cost).toBeLessThan(small[cut]?.cost ?? 0);
  });

  test('a line is named along its longest stretch, upright where it runs up', () => {
    const faces = [...prepared.site.faces.values()];
    const lines = faces.flatMap((face) =>
      face.obstacles.filter(({ shape }) => shape.kind === 'line').map((obstacle) => ({ face, obstacle })),
    );
    expect(lines.length).toBeGreaterThan(0);
    for (const { face, obstacle } of lines) {
      const { shape } = obstacle;
      if (shape.kind !== 'line') continue;
      const [[x0, y0] = [0, 0], [x1, y1] = [0, 0]] = shape.pointsMm;
      const [first] = obstacleName(face.id, obstacle, at(0.1), measure).spots;
      if (shape.pointsMm.length === 2)
        expect(first?.drawn.isUpright).toBe(Math.abs(y1 - y0) > Math.abs(x1 - x0) * 2.5);
    }
  });
});
