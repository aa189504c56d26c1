import { isTooClose, type GapBeside, type Hung } from '@zarnel/core/figures';
import { formatAgainst, formatLength, type Reader } from '@zarnel/core/words';
import { linesBox } from './labels/text-size.ts';
import type { BoxPx } from './labels/place-labels.ts';
import type { Project } from './project.ts';
import type { PointPx } from './viewport.ts';

/** A live gap as it is drawn: its line, its figure, what is asked for. */
export type GapText = {
  readonly id: string;
  readonly from: PointPx;
  readonly to: PointPx;
  readonly isTooClose: boolean;
  readonly measured: string;
  readonly required: string | null;
};

/** A figure's width and its place above and below its line, px. */
const FIGURE = { px: 14, letterRatio: 0.62, above: 15, below: 18 };

/** The live gaps to the neighbours that matter, in the reader's units. */
export function gapTexts(
  item: Hung,
  gaps: readonly GapBeside[],
  project: Project,
  reader: Reader,
): readonly GapText[] {
  return gaps
    .filter(({ measuredMm }) => measuredMm > 0)
    .map((gap) => {
      const { neighbour, side, measuredMm, required } = gap;
      const y =
        (Math.max(item.body.minY, neighbour.body.minY) + Math.min(item.body.maxY, neighbour.body.maxY)) / 2;
      const [fromX, toX] =
        side === 'right' ? [item.body.maxX, neighbour.body.minX] : [neighbour.body.maxX, item.body.minX];
      const figures =
        required === null || required.mm === 0
          ? { measured: formatLength(measuredMm, reader), required: null }
          : formatAgainst(measuredMm, required.mm, reader);
      return {
        id: neighbour.id,
        from: project(item.face.id, [fromX, y]),
        to: project(item.face.id, [toX, y]),
        isTooClose: isTooClose(gap),
        measured: figures.measured,
        required: figures.required === null ? null : `needs ${figures.required}`,
      };
    });
}

/** What the figures of live gaps cover. */
export function gapBoxes(texts: readonly GapText[]): BoxPx[] {
  return texts.flatMap((text) => {
    const [x, y] = middleOf(text);
    const box = (line: string, dy: number) =>
      linesBox([x, y + dy], line.length * FIGURE.px * FIGURE.letterRatio, FIGURE.px);
    return [
      box(text.measured, -FIGURE.above),
      ...(text.required === null ? [] : [box(text.required, FIGURE.below)]),
    ];
  });
}

function middleOf({ from, to }: GapText): PointPx {
  return [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2];
}

/** Live gaps in chalk; in crayon where a rule is not met. */
export function GapsView({ texts }: { readonly texts: readonly GapText[] }) {
  return (
    <g pointerEvents="none" data-testid="live-gaps">
      {texts.map((text) => {
        const { id, from, to, measured, required } = text;
        const ink = text.isTooClose ? 'var(--ink-crayon)' : 'var(--ink-chalk)';
        const [x, y] = middleOf(text);
        return (
          <g key={id} stroke={ink}>
            <line x1={from[0]} y1={from[1]} x2={to[0]} y2={to[1]} strokeWidth={2} />
            <path d={`M${from[0]} ${from[1] - 6} v12 M${to[0]} ${to[1] - 6} v12`} strokeWidth={2} />
            <text
              x={x}
              y={y - 10}
              textAnchor="middle"
              fontSize={FIGURE.px}
              fontWeight={600}
              fill={ink}
              stroke="none"
              className="figure halo"
            >
              {measured}
            </text>
            {required !== null && (
              <text
                x={x}
                y={y + 22}
                textAnchor="middle"
                fontSize={12}
                fill={ink}
                stroke="none"
                className="figure halo"
              >
                {required}
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
}
