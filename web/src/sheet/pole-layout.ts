import type { PoleMark } from '@zarnel/core/figures';

/** A mark on a pole as it is drawn; `row` is null where there is no room for its figure. */
export type PlacedMark = { readonly mark: PoleMark; readonly px: number; readonly row: number | null };

const RANK: Record<PoleMark['kind'], number> = { edge: 0, 'hook-line': 1, hole: 2, framing: 3 };

/**
 * Sets figures along a pole in a few rows so that none covers another: what matters most first, then along
 * the pole. A figure that finds no room keeps its tick.
 */
export function placeMarks(
  marks: readonly PoleMark[],
  toPx: (atMm: number) => number,
  sizePx: number,
  rowCount: number,
): PlacedMark[] {
  const rows: number[][] = Array.from({ length: rowCount }, () => []);
  const placed = marks.map((mark) => ({ mark, px: toPx(mark.atMm) }));
  const order = [...placed].sort((a, b) => RANK[a.mark.kind] - RANK[b.mark.kind] || a.px - b.px);
  const rowOf = new Map<PoleMark, number>();
  for (const { mark, px } of order) {
    const row = rows.findIndex((taken) => taken.every((other) => Math.abs(other - px) >= sizePx));
    if (row < 0) continue;
    rows[row]?.push(px);
    rowOf.set(mark, row);
  }
  return placed.map(({ mark, px }) => ({ mark, px, row: rowOf.get(mark) ?? null }));
}

/** A mark with its figure moved along the pole; `labelPx` is null where there is no room near enough. */
export type SpreadMark = { readonly mark: PoleMark; readonly px: number; readonly labelPx: number | null };

/** A figure further from its mark than this many sizes no longer reads as its own. */
const FAR_SIZES = 2.5;

/**
 * Spreads figures along a pole just far enough apart, each as near to its mark as all can be (least squares,
 * by pooling neighbours). Where some would end up too far away, the least of them is left out.
 */
export function spreadMarks(
  marks: readonly PoleMark[],
  toPx: (atMm: number) => number,
  sizePx: number,
): SpreadMark[] {
  const placed = marks.map((mark) => ({ mark, px: toPx(mark.atMm) })).sort((a, b) => a.px - b.px);
  let kept = placed;
  for (;;) {
    const spread = pooled(
      kept.map(({ px }) => px),
      sizePx,
    );
    const far = kept.findIndex(({ px }, index) => Math.abs((spread[index] ?? px) - px) > FAR_SIZES * sizePx);
    if (far < 0) {
      const labels = new Map(kept.map(({ mark }, index) => [mark, spread[index] ?? 0]));
      return placed.map(({ mark, px }) => ({ mark, px, labelPx: labels.get(mark) ?? null }));
    }
    const crowd = kept.filter(({ px }) => Math.abs(px - (kept[far]?.px ?? 0)) <= FAR_SIZES * sizePx);
    const least = crowd.reduce((worst, each) =>
      RANK[each.mark.kind] >= RANK[worst.mark.kind] ? each : worst,
    );
    kept = kept.filter((each) => each !== least);
  }
}

/** Least-squares positions in the same order, at least `size` apart: pool adjacent violators. */
function pooled(wanted: readonly number[], size: number): number[] {
  const blocks: { sum: number; count: number }[] = [];
  wanted.forEach((px, index) => {
    let block = { sum: px - index * size, count: 1 };
    for (
      let last = blocks.at(-1);
      last !== undefined && last.sum / last.count > block.sum / block.count;
      last = blocks.at(-1)
    ) {
      block = { sum: block.sum + last.sum, count: block.count + last.count };
      blocks.pop();
    }
    blocks.push(block);
  });
  return blocks
    .flatMap(({ sum, count }) => Array.from({ length: count }, () => sum / count))
    .map((start, index) => start + index * size);
}
