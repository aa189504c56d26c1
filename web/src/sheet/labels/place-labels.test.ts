import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { placeLabels, type Block, type BoxPx, type Wanted } from './place-labels.ts';

const boxAt = (x: number, y: number, width: number, height: number): BoxPx => ({
  minX: x,
  minY: y,
  maxX: x + width,
  maxY: y + height,
});
const label = (key: string, rank: number, boxes: readonly BoxPx[]): Wanted<string> => ({
  key,
  rank,
  owner: key,
  spots: boxes.map((box, index) => ({ box, cost: index, drawn: `${key}${index}` })),
});
const doCover = (a: BoxPx, b: BoxPx) =>
  a.minX < b.maxX && b.minX < a.maxX && a.minY < b.maxY && b.minY < a.maxY;

const anyBox = fc
  .tuple(
    fc.integer({ min: -300, max: 1500 }),
    fc.integer({ min: -300, max: 900 }),
    fc.integer({ min: 1, max: 1200 }),
    fc.integer({ min: 1, max: 300 }),
  )
  .map(([x, y, width, height]) => boxAt(x, y, width, height));

describe('placeLabels', () => {
  test('what matters most takes its best spot, the next its second', () => {
    const [here, there] = [boxAt(0, 0, 50, 12), boxAt(0, 40, 50, 12)];
    const placed = placeLabels([label('b', 2, [here, there]), label('a', 1, [here, there])], []);
    expect(placed.map(({ drawn }) => drawn)).toEqual(['a0', 'b1']);
  });

  test('a name may stand in its own gear and not in another’s; a hatch only costs', () => {
    const here = boxAt(0, 0, 50, 12);
    const gear = (owner: string): Block => ({ box: boxAt(-5, -5, 70, 30), kind: 'gear', owner });
    expect(placeLabels([label('a', 1, [here])], [gear('a')])).toHaveLength(1);
    expect(placeLabels([label('a', 1, [here])], [gear('b')])).toHaveLength(0);
    expect(placeLabels([{ ...label('a', 1, [here]), mayCover: 'gear' }], [gear('b')])).toHaveLength(1);
    const hatch: Block = { box: boxAt(-5, -5, 70, 30), kind: 'soft', owner: null };
    const [placed] = placeLabels([label('a', 1, [here, boxAt(0, 60, 50, 12)])], [hatch]);
    expect(placed?.drawn).toBe('a1');
  });

  test('none covers another or what is fast, however many there are and however large', () => {
    const anyLabel = fc.tuple(
      fc.integer({ min: 0, max: 3 }),
      fc.array(anyBox, { minLength: 1, maxLength: 6 }),
    );
    const anyBlock = fc.tuple(anyBox, fc.constantFrom('fast' as const, 'gear' as const, 'soft' as const));
    fc.assert(
      fc.property(
        fc.array(anyLabel, { maxLength: 30 }),
        fc.array(anyBlock, { maxLength: 10 }),
        (labels, drawn) => {
          const blocks = drawn.map(([box, kind]): Block => ({ box, kind, owner: null }));
          const wanted = labels.map(([rank, boxes], index) => label(String(index), rank, boxes));
          const placed = placeLabels(wanted, blocks);
          const shut = blocks.filter(({ kind }) => kind !== 'soft');
          placed.forEach(({ box }, index) => {
            expect(placed.slice(index + 1).some((other) => doCover(box, other.box))).toBe(false);
            expect(shut.some((block) => doCover(box, block.box))).toBe(false);
          });
          // Whoever was left out had no spot that is free of what was placed.
          for (const { key, spots } of wanted) {
            if (placed.some((each) => each.key === key)) continue;
            for (const { box } of spots)
              expect([...shut, ...placed].some((other) => doCover(grown(box), other.box))).toBe(true);
          }
        },
      ),
      { seed: 17, numRuns: 300 },
    );
  });
});

/** Labels keep a pixel apart. */
function grown({ minX, minY, maxX, maxY }: BoxPx): BoxPx {
  return { minX: minX - 1, minY: minY - 1, maxX: maxX + 1, maxY: maxY + 1 };
}
