import { memo, useMemo, useState } from 'react';
import type { PoleMark, SiteFace } from '@zarnel/core/figures';
import { formatLength, type Reader, valueText } from '@zarnel/core/words';
import { useTelling } from '../bench/use-telling.ts';
import { inTwoRows, spreadMarks } from './pole-layout.ts';
import type { Project } from './project.ts';

type Props = {
  readonly axis: 'across' | 'up';
  readonly marks: readonly PoleMark[];
  readonly face: SiteFace;
  readonly project: Project;
  readonly lengthPx: number;
  readonly reader: Reader;
  /** Room taken below both poles, px. */
  readonly raisedPx: number;
  /** Draws the mark's line across the sheet, or none. */
  readonly onPoint: (pointed: Pointed) => void;
};

/** A mark of a story pole that is pointed at, across the sheet. */
export type Pointed = { readonly axis: 'across' | 'up'; readonly px: number } | null;

export const POLE_PX = { across: 56, up: 92 } as const;
const INKS: Record<PoleMark['kind'], string> = {
  edge: 'var(--ink-pencil)',
  'hook-line': 'var(--ink-chalk)',
  hole: 'var(--ink-chalk)',
  framing: 'var(--ink-kraft)',
};

/** Room a figure takes along its pole, px: up it by its height, across by its letters and a margin. */
const FIGURE_PX = { letter: 8, margin: 8, up: 16 } as const;
const TICK_PX = 7;
const ROW_PX = 18;

/** A mark on the screen: where its tick is, and where its figure, if it has room. */
type Drawn = {
  readonly mark: PoleMark;
  readonly px: number;
  readonly tick: string;
  readonly hit: string;
  readonly figure: { readonly x: number; readonly y: number; readonly anchor: 'middle' | 'end' } | null;
};

/** Marks that matter on the face in hand, as running dimensions from its datum. */
export const StoryPole = memo(function StoryPole(props: Props) {
  const { axis, marks, face, project, lengthPx, reader, raisedPx, onPoint } = props;
  const telling = useTelling(reader);
  const [pointed, setPointed] = useState<PoleMark | null>(null);
  const isAcross = axis === 'across';
  const drawn = useMemo(
    () =>
      isAcross
        ? drawAcross(marks, (at) => project(face.id, [at, face.bounds.minY])[0], lengthPx, reader)
        : drawUp(marks, (at) => project(face.id, [face.bounds.minX, at])[1], lengthPx),
    [isAcross, marks, face, project, lengthPx, reader],
  );
  const namesOf = ({ names }: PoleMark) => names.map((name) => valueText(name, telling)).join(', ');
  const point = (next: Drawn | null) => {
    setPointed(next?.mark ?? null);
    onPoint(next === null ? null : { axis, px: next.px });
  };
  return (
    <svg
      className="absolute bg-bench"
      style={
        isAcross
          ? {
              left: POLE_PX.up,
              bottom: raisedPx,
              height: POLE_PX.across,
              width: `calc(100% - ${POLE_PX.up}px)`,
            }
          : { left: 0, top: 0, width: POLE_PX.up, height: `calc(100% - ${POLE_PX.across + raisedPx}px)` }
      }
      role="img"
      aria-label={`Story pole ${isAcross ? 'across' : 'up'} ${face.name}`}
      data-testid={`pole-${axis}`}
      onPointerLeave={() => point(null)}
    >
      <path
        d={isAcross ? `M0 0.5 H${lengthPx}` : `M${POLE_PX.up - 0.5} 0 V${lengthPx}`}
        stroke="var(--ink-pencil)"
      />
      {drawn.map((each) => {
        const { mark, tick, hit, figure } = each;
        const text = formatLength(mark.atMm, reader);
        const isPointed = pointed === mark;
        return (
          <g key={`${mark.kind}${mark.atMm}`} onPointerEnter={() => point(each)}>
            <title>{`${text}: ${namesOf(mark)}`}</title>
            <path d={tick} fill="none" stroke={INKS[mark.kind]} strokeWidth={isPointed ? 3 : 1.5} />
            <path d={hit} fill="none" stroke="transparent" strokeWidth={9} />
            {figure !== null && (
              <text
                x={figure.x}
                y={figure.y}
                textAnchor={figure.anchor}
                fontSize={13}
                fontWeight={mark.kind === 'hook-line' || isPointed ? 600 : 400}
                fill={INKS[mark.kind]}
                className="figure"
              >
                {text}
              </text>
            )}
          </g>
        );
      })}
      {pointed !== null && isAcross && (
        <text x={6} y={POLE_PX.across - 4} fontSize={12} fill="var(--ink-pencil)" className="halo">
          {namesOf(pointed)}
        </text>
      )}
    </svg>
  );
});

/** Figures in two rows below their marks, moved apart where they crowd, each led back to its own. */
function drawAcross(
  marks: readonly PoleMark[],
  toPx: (atMm: number) => number,
  lengthPx: number,
  reader: Reader,
): Drawn[] {
  const letters = Math.max(1, ...marks.map(({ atMm }) => formatLength(atMm, reader).length));
  const size = letters * FIGURE_PX.letter + FIGURE_PX.margin;
  return inTwoRows(marks, toPx, size, { lengthPx, marginPx: size / 2 }).map(({ mark, px, labelPx, row }) => ({
    mark,
    px,
    tick:
      labelPx === null || row === null
        ? `M${px} 0 v${TICK_PX - 2}`
        : `M${px} 0 v${TICK_PX / 2} L${labelPx} ${TICK_PX} V${TICK_PX + row * ROW_PX}`,
    hit: `M${px} 0 L${labelPx ?? px} ${TICK_PX} V${POLE_PX.across}`,
    figure:
      labelPx === null || row === null
        ? null
        : { x: labelPx, y: TICK_PX + 14 + row * ROW_PX, anchor: 'middle' },
  }));
}

/** Figures beside their marks, moved apart where they crowd, each led back to its own. */
function drawUp(marks: readonly PoleMark[], toPx: (atMm: number) => number, lengthPx: number): Drawn[] {
  const edge = POLE_PX.up;
  return spreadMarks(marks, toPx, FIGURE_PX.up, { lengthPx, marginPx: FIGURE_PX.up / 2 }).map(
    ({ mark, px, labelPx }) => ({
      mark,
      px,
      tick:
        labelPx === null
          ? `M${edge} ${px} h-${TICK_PX - 2}`
          : `M${edge} ${px} h-${TICK_PX} L${edge - 2 * TICK_PX} ${labelPx}`,
      hit: `M0 ${labelPx ?? px} H${edge - TICK_PX} L${edge} ${px}`,
      figure: labelPx === null ? null : { x: edge - 2 * TICK_PX - 3, y: labelPx + 4.5, anchor: 'end' },
    }),
  );
}
