import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { doBoxesOverlap, isBoxInside, growBox, type BoxMm } from '../geometry/polygon.ts';
import type { PointMm } from '../geometry/point.ts';
import { loadHighs } from '../test/highs.ts';
import { fillGround, type LaidModule } from './fill.ts';
import type { FillProblem } from './fill-problem.ts';
import { cases } from '../test/cases.ts';

const rectangle = (x: number, y: number, w: number, h: number): PointMm[] => [
  [x, y],
  [x + w, y],
  [x + w, y + h],
  [x, y + h],
];
const plain = (more: Partial<FillProblem> & { w: number; h: number; kept?: PointMm[][] }): FillProblem => ({
  ground: { outlines: [rectangle(0, 0, more.w, more.h)], keptFree: more.kept ?? [] },
  widthMm: 3,
  heightMm: 2,
  gapAcrossMm: 0,
  gapUpMm: 0,
  ways: 'upright',
  pattern: 'free',
  ...more,
});
const boxOf = ({ widthMm, heightMm }: FillProblem, { xMm, yMm, isTurned }: LaidModule): BoxMm => ({
  minX: xMm,
  minY: yMm,
  maxX: xMm + (isTurned ? heightMm : widthMm),
  maxY: yMm + (isTurned ? widthMm : heightMm),
});

/** The most by a mixed-integer program: of whole sizes on whole ground, some best layout lies on whole places. */
async function mostByProgram(problem: FillProblem, w: number, h: number, kept: readonly BoxMm[]) {
  const shapes = [
    ...(problem.ways === 'turned' ? [] : [[problem.widthMm, problem.heightMm]]),
    ...(problem.ways === 'upright' ? [] : [[problem.heightMm, problem.widthMm]]),
  ] as [number, number][];
  const names: string[] = [];
  const cells = new Map<string, string[]>();
  for (const [index, [sw, sh]] of shapes.entries()) {
    for (let x = 0; x + sw <= w; x++)
      for (let y = 0; y + sh <= h; y++) {
        const box = { minX: x, minY: y, maxX: x + sw, maxY: y + sh };
        if (kept.some((each) => doBoxesOverlap(box, each))) continue;
        const name = `v${index}_${x}_${y}`;
        names.push(name);
        for (let cx = x; cx < x + sw; cx++)
          for (let cy = y; cy < y + sh; cy++) {
            const key = `${cx}_${cy}`;
            cells.set(key, [...(cells.get(key) ?? []), name]);
          }
      }
  }
  if (names.length === 0) return 0;
  const rows = [...cells].map(([key, all]) => ` c${key}: ${all.join(' + ')} <= 1`);
  const text = `Maximize\n obj: ${names.join(' + ')}\nSubject To\n${rows.join('\n')}\nBinary\n ${names.join('\n ')}\nEnd\n`;
  const solved = (await loadHighs()).solve(text, { time_limit: 20 });
  return Math.round(solved.ObjectiveValue);
}

const small = fc.record({
  w: fc.integer({ min: 3, max: 14 }),
  h: fc.integer({ min: 3, max: 11 }),
  ways: fc.constantFrom('upright' as const, 'turned' as const, 'mixed' as const),
  kept: fc.array(
    fc
      .tuple(
        fc.integer({ min: 0, max: 12 }),
        fc.integer({ min: 0, max: 9 }),
        fc.integer({ min: 1, max: 3 }),
        fc.integer({ min: 1, max: 3 }),
      )
      .map(([x, y, w, h]) => rectangle(x, y, w, h)),
    { maxLength: 3 },
  ),
});

describe('filling a field', () => {
  test('takes no more than the mixed-integer reference, as many wherever it says so, and as many on most small roofs', async () => {
    const roofs = fc.sample(small, { seed: 13, numRuns: cases(120, 80) });
    let [equal, claimed] = [0, 0];
    for (const { w, h, ways, kept } of roofs) {
      const problem = plain({ w, h, ways, kept });
      const filled = fillGround(problem);
      const boxes = kept.map((points) => ({
        minX: points[0]?.[0] ?? 0,
        minY: points[0]?.[1] ?? 0,
        maxX: points[2]?.[0] ?? 0,
        maxY: points[2]?.[1] ?? 0,
      }));
      const most = await mostByProgram(problem, w, h, boxes);
      expect(filled.modules.length).toBeLessThanOrEqual(most);
      expect(filled.atMost).toBeGreaterThanOrEqual(most);
      if (filled.isMost) expect(filled.modules.length).toBe(most);
      equal += filled.modules.length === most ? 1 : 0;
      claimed += filled.isMost ? 1 : 0;
    }
    expect(equal).toBeGreaterThanOrEqual(0.9 * roofs.length);
    expect(claimed).toBeGreaterThanOrEqual(0.4 * roofs.length);
  }, 60_000);

  test('lays every module on the ground, apart from each other and off what is kept free, on any ground', () => {
    const ground = fc.record({
      w: fc.integer({ min: 2000, max: 12_000 }),
      h: fc.integer({ min: 2000, max: 9000 }),
      cut: fc.integer({ min: 0, max: 2500 }),
      gapAcrossMm: fc.constantFrom(0, 20, 35),
      gapUpMm: fc.constantFrom(0, 20, 900),
      ways: fc.constantFrom('upright' as const, 'turned' as const, 'mixed' as const),
      pattern: fc.constantFrom('free' as const, 'in-line' as const, 'staggered' as const),
      kept: fc.array(
        fc.tuple(
          fc.integer({ min: 0, max: 9000 }),
          fc.integer({ min: 0, max: 7000 }),
          fc.integer({ min: 60, max: 1500 }),
        ),
        { maxLength: 4 },
      ),
    });
    fc.assert(
      fc.property(ground, ({ w, h, cut, kept, ...more }) => {
        const outline: PointMm[] = [
          [0, 0],
          [w, 0],
          [w - Math.min(cut, w / 3), h],
          [Math.min(cut, w / 3), h],
        ];
        const keptFree = kept.map(([x, y, size], index): PointMm[] =>
          index % 2 === 0
            ? rectangle(x, y, size, size)
            : [
                [x, y],
                [x + size, y + size / 3],
                [x + size / 2, y + size],
              ],
        );
        const problem: FillProblem = {
          ground: { outlines: [outline], keptFree },
          widthMm: 1134,
          heightMm: 1762,
          ...more,
        };
        const { modules, atMost } = fillGround(problem);
        expect(modules.length).toBeLessThanOrEqual(atMost);
        const boxes = modules.map((each) => boxOf(problem, each));
        const wrong: string[] = [];
        boxes.forEach((box, index) => {
          if (!isBoxInside(growBox(box, -0.02), outline)) wrong.push(`${index} past the edge`);
          for (const [at, other] of boxes.slice(0, index).entries()) {
            const acrossMm = Math.max(box.minX - other.maxX, other.minX - box.maxX);
            const upMm = Math.max(box.minY - other.maxY, other.minY - box.maxY);
            const isApart = acrossMm >= problem.gapAcrossMm - 0.05 || upMm >= problem.gapUpMm - 0.05;
            if (!isApart) wrong.push(`${at} and ${index} too near`);
          }
          for (const loop of keptFree) {
            const inner = growBox(box, -0.05);
            const corners: PointMm[] = [
              [inner.minX, inner.minY],
              [inner.maxX, inner.minY],
              [inner.maxX, inner.maxY],
              [inner.minX, inner.maxY],
            ];
            // Convex and apart: some side of one of them has all of the other beyond it.
            if (!isSeparated(corners, loop) && !isSeparated(loop, corners))
              wrong.push(`${index} on what is free`);
          }
        });
        expect(wrong).toEqual([]);
      }),
      { seed: 7, numRuns: cases(150, 80) },
    );
  });

  test('counts as plain division does on a bare rectangle, and says that it is the most', () => {
    for (const [w, h] of [
      [3, 2],
      [9, 4],
      [10, 5],
      [2.9, 10],
    ] as const) {
      const filled = fillGround(plain({ w, h }));
      expect([filled.modules.length, filled.isMost]).toEqual([Math.floor(w / 3) * Math.floor(h / 2), true]);
    }
    // A gap lies between neighbours only: three of 1000 with 20 between take 3040 and not 3060.
    const gapped = { widthMm: 1000, heightMm: 500, gapAcrossMm: 20, gapUpMm: 20 };
    expect(fillGround(plain({ w: 3040, h: 500, ...gapped })).modules).toHaveLength(3);
    expect(fillGround(plain({ w: 3039, h: 500, ...gapped })).modules).toHaveLength(2);
  });

  test('takes nothing where a module is larger than the roof', () => {
    expect(fillGround(plain({ w: 2, h: 1 }))).toEqual({ modules: [], atMost: 0, isMost: true });
  });
});

function isSeparated(a: readonly PointMm[], b: readonly PointMm[]): boolean {
  const turn = a.reduce((sum, [x, y], index) => {
    const [nx, ny] = a[(index + 1) % a.length] ?? [x, y];
    return sum + x * ny - nx * y;
  }, 0);
  return a.some(([x, y], index) => {
    const [nx, ny] = a[(index + 1) % a.length] ?? [x, y];
    return b.every(([px, py]) => Math.sign(turn) * ((nx - x) * (py - y) - (ny - y) * (px - x)) <= 1e-6);
  });
}
