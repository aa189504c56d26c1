import { isTooClose, type GapBeside, type Hung } from '@zarnel/core/figures';
import { formatAgainst, formatLength, type Reader } from '@zarnel/core/words';
import { LINE_RATIO, linesBox } from './labels/text-size.ts';
import { placeLabels, type BoxPx } from './labels/place-labels.ts';
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
  /** How far from its line the two stand, px down. */
  readonly stands: readonly [number, number];
};

const FIGURE = { px: 14, letterRatio: 0.62, linePx: 18 };
/** Where the figure and what is needed try to stand, px from the line: about it, above it, below it, further away. */
const STANDS: readonly (readonly [number, number])[] = [
  [-15, 18],
  [-33, -15],
  [18, 36],
  [-69, -51],
  [54, 72],
  [-105, -87],
  [90, 108],
];

/** The live gaps to the neighbours that matter, in the reader's units. */
export function gapTexts(
  item: Hung,
  gaps: readonly GapBeside[],
  project: Project,
  reader: Reader,
): readonly GapText[] {
  const lines = gaps
    .filter(({ measuredMm }) => measuredMm > 0)
    .map((gap): Omit<GapText, 'stands'> => {
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
  const placed = placeLabels(
    lines.map((line, index) => ({
      key: line.id,
      rank: index,
      owner: null,
      spots: STANDS.map((stands, cost) => ({ box: boxAt(line, stands), cost, drawn: stands })),
    })),
    [],
  );
  return lines.map((line) => ({
    ...line,
    stands: placed.find(({ key }) => key === line.id)?.drawn ?? STANDS[0] ?? [0, 0],
  }));
}

/** What the figures of live gaps cover. */
export function gapBoxes(texts: readonly GapText[]): BoxPx[] {
  return texts.map((text) => boxAt(text, text.stands));
}

function boxAt(text: Omit<GapText, 'stands'>, [measuredAt, requiredAt]: readonly [number, number]): BoxPx {
  const [x, y] = middleOf(text);
  const letters = Math.max(text.measured.length, text.required?.length ?? 0);
  const lowest = text.required === null ? measuredAt : requiredAt;
  const high = lowest - measuredAt + FIGURE.linePx;
  return linesBox(
    [x, y + (measuredAt + lowest) / 2],
    letters * FIGURE.px * FIGURE.letterRatio,
    high / LINE_RATIO,
  );
}

function middleOf({ from, to }: Pick<GapText, 'from' | 'to'>): PointPx {
  return [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2];
}

/** Live gaps in chalk; in crayon where a rule is not met. */
export function GapsView({ texts }: { readonly texts: readonly GapText[] }) {
  return (
    <g pointerEvents="none" data-testid="live-gaps">
      {texts.map((text) => {
        const { id, from, to, measured, required, stands } = text;
        const ink = text.isTooClose ? 'var(--ink-crayon)' : 'var(--ink-chalk)';
        const [x, y] = middleOf(text);
        return (
          <g key={id} stroke={ink}>
            <line x1={from[0]} y1={from[1]} x2={to[0]} y2={to[1]} strokeWidth={2} />
            <path d={`M${from[0]} ${from[1] - 6} v12 M${to[0]} ${to[1] - 6} v12`} strokeWidth={2} />
            <text
              x={x}
              y={y + stands[0] + 5}
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
                y={y + stands[1] + 4}
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
