import type { PoleMark } from '@zarnel/core/figures';

const RANK: Record<PoleMark['kind'], number> = { edge: 0, 'hook-line': 1, hole: 2, framing: 3 };

/** A mark with its figure moved along the pole; `labelPx` is null where there is no room near enough. */
export type SpreadMark = { readonly mark: PoleMark; readonly px: number; readonly labelPx: number | null };

/** How long a pole is, and how near to its ends the middle of a figure comes, px. Marks beyond it are left out. */
export type Pole = { readonly lengthPx: number; readonly marginPx: number };
const ENDLESS: Pole = { lengthPx: Infinity, marginPx: -Infinity };

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
  pole: Pole = ENDLESS,
): SpreadMark[] {
  const placed = marks
    .map((mark) => ({ mark, px: toPx(mark.atMm) }))
    .filter(({ px }) => px >= -1 && px <= pole.lengthPx + 1)
    .sort((a, b) => a.px - b.px);
  let kept = placed;
  // More figures than the pole has room for end to end: the least go, so that none hangs over its end.
  const room = Math.max(1, Math.floor((pole.lengthPx - 2 * pole.marginPx) / sizePx + 1));
  while (kept.length > room) kept = withoutLeast(kept);
  for (;;) {
    const spread = pooled(
      kept.map(({ px }) => px),
      sizePx,
      pole,
    );
    const far = kept.findIndex(({ px }, index) => Math.abs((spread[index] ?? px) - px) > FAR_SIZES * sizePx);
    if (far < 0) {
      const labels = new Map(kept.map(({ mark }, index) => [mark, spread[index] ?? 0]));
      return placed.map(({ mark, px }) => ({ mark, px, labelPx: labels.get(mark) ?? null }));
    }
    const crowd = crowdAbout(spread, far, sizePx).flatMap((index) => kept[index] ?? []);
    const least = crowd.reduce((worst, each) => (isLess(each, worst, crowd) ? each : worst));
    kept = kept.filter((each) => each !== least);
  }
}

/** A mark whose figure stands in one of two rows; `row` is null where there is no room for its figure. */
export type RowedMark = SpreadMark & { readonly row: 0 | 1 | null };

/**
 * Sets figures in two rows in turn, so that each has twice the room. The line down to a figure of the lower row passes between
 * two figures of the upper one, whose middles are `sizePx` apart.
 */
export function inTwoRows(
  marks: readonly PoleMark[],
  toPx: (atMm: number) => number,
  sizePx: number,
  pole: Pole = ENDLESS,
): RowedMark[] {
  let count = 0;
  return spreadMarks(marks, toPx, sizePx / 2, pole).map((spread) => {
    if (spread.labelPx === null) return { ...spread, row: null };
    const row = count % 2 === 0 ? 0 : 1;
    count += 1;
    return { ...spread, row };
  });
}

type AtPx = { readonly mark: PoleMark; readonly px: number };

/** The figures that push one another, one of them given. */
function crowdAbout(spread: readonly number[], index: number, sizePx: number): number[] {
  const isNext = (at: number) => Math.abs((spread[at + 1] ?? Infinity) - (spread[at] ?? 0) - sizePx) < 1e-6;
  let [from, to] = [index, index];
  while (from > 0 && isNext(from - 1)) from -= 1;
  while (isNext(to)) to += 1;
  return Array.from({ length: to - from + 1 }, (_, step) => from + step);
}

/** Marks in their order along the pole without the one that matters least: of those that matter as much, the most crowded. */
function withoutLeast(marks: readonly AtPx[]): AtPx[] {
  let least = 0;
  let leastGap = Infinity;
  marks.forEach(({ mark, px }, index) => {
    const gap = Math.min(px - (marks[index - 1]?.px ?? -Infinity), (marks[index + 1]?.px ?? Infinity) - px);
    const [here, there] = [RANK[mark.kind], RANK[marks[least]?.mark.kind ?? 'edge']];
    if (here > there || (here === there && gap < leastGap)) [least, leastGap] = [index, gap];
  });
  return marks.filter((_, index) => index !== least);
}

/** What matters less; of two that matter as much, the one that is nearer to a neighbour. */
function isLess(one: AtPx, other: AtPx, crowd: readonly AtPx[]): boolean {
  const nearest = ({ mark, px }: AtPx) =>
    Math.min(...crowd.filter((each) => each.mark !== mark).map((each) => Math.abs(each.px - px)));
  const [a, b] = [RANK[one.mark.kind], RANK[other.mark.kind]];
  return a === b ? nearest(one) < nearest(other) : a > b;
}

/** Least-squares positions in the same order, at least `size` apart: pool adjacent violators. */
function pooled(wanted: readonly number[], size: number, { lengthPx, marginPx }: Pole): number[] {
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
  return (
    blocks
      .flatMap(({ sum, count }) => Array.from({ length: count }, () => sum / count))
      // The nearest to what is wanted within bounds is the nearest without them, moved to the bounds.
      .map((start) => Math.max(marginPx, Math.min(lengthPx - marginPx - (wanted.length - 1) * size, start)))
      .map((start, index) => start + index * size)
  );
}
