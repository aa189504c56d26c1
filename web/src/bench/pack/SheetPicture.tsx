import { formatLength, type Reader, type SheetInWords } from '@zarnel/core/words';
import type { PointMm } from '@zarnel/core/plan';
import { placeLabels, type Block, type Wanted } from '../../sheet/labels/place-labels.ts';
import { linesBox, textWidthPx } from '../../sheet/labels/text-size.ts';
import { inTwoRows, spreadMarks } from '../../sheet/pole-layout.ts';
import type { PointPx } from '../../sheet/viewport.ts';

type Props = { readonly sheet: SheetInWords; readonly reader: Reader };

/** Framing faint and broken, gear in pencil, what stands there in full, what is hidden behind in crayon and broken. */
const MARK_LOOK = {
  member: {
    fill: 'var(--line-faint)',
    fillOpacity: 0.25,
    stroke: 'var(--line-faint)',
    strokeDasharray: '5 4',
  },
  gear: { fill: 'none', stroke: 'var(--ink-pencil)', strokeWidth: 1 },
  obstacle: { fill: 'var(--line-faint)', fillOpacity: 0.5, stroke: 'var(--ink-pencil)', strokeWidth: 1 },
  hidden: { fill: 'none', stroke: 'var(--ink-crayon)', strokeWidth: 1.5, strokeDasharray: '6 4' },
} as const;

const WIDTH_PX = 800;
const HEIGHT_PX = 470;
/** Room for the running dimensions up and across, and on the other sides. */
const ROOM = { up: 96, across: 58, other: 26 };
const FIGURE = { letterPx: 8, marginPx: 10, highPx: 16, rowPx: 18, tickPx: 7 };
/** Marks nearer than a pencil line are one. */
const SAME_MM = 0.5;
const NUMBER = { px: 13, isBold: true };
const NAME = { px: 11, isBold: false };
/** Where the number of a hole tries to stand from its middle. */
const NUMBER_WAYS: readonly PointPx[] = [
  [11, -11],
  [-11, -11],
  [11, 12],
  [-11, 12],
  [0, -17],
  [0, 18],
  [18, 0],
  [-18, 0],
];

/** The surface to scale with its running dimensions, holes numbered as in the table. Not for measuring from. */
export function SheetPicture({ sheet, reader }: Props) {
  const scale = Math.min(
    (WIDTH_PX - ROOM.up - ROOM.other) / sheet.widthMm,
    (HEIGHT_PX - ROOM.across - ROOM.other) / sheet.heightMm,
  );
  const height = sheet.heightMm * scale + ROOM.across + ROOM.other;
  const isDown = sheet.datumCorner === 'upper-left';
  const x = (mm: number) => ROOM.up + mm * scale;
  const y = (mm: number) => (isDown ? ROOM.across + mm * scale : height - ROOM.across - mm * scale);
  const outline = sheet.outline.map(([px, py]) => `${x(px)},${y(py)}`).join(' ');
  const { numbers, names } = labelsOf(sheet, x, y, scale);
  return (
    <svg
      viewBox={`0 0 ${WIDTH_PX} ${height}`}
      className="w-full"
      role="img"
      aria-label="Picture of the surface, not for measuring from"
    >
      <clipPath id={`drill-${sheet.id}`}>
        <polygon points={outline} />
      </clipPath>
      <g clipPath={`url(#drill-${sheet.id})`}>
        {sheet.marks.map(({ kind, corners }, index) => (
          <polygon
            key={index}
            points={corners.map(([px, py]) => `${x(px)},${y(py)}`).join(' ')}
            {...MARK_LOOK[kind]}
          />
        ))}
      </g>
      <polygon points={outline} fill="none" stroke="var(--ink-pencil)" strokeWidth="1.5" />
      <RunningDimensions sheet={sheet} x={x} y={y} isDown={isDown} reader={reader} />
      <path
        d={`M${x(0) - 10} ${y(0)} h26 M${x(0)} ${y(0) + (isDown ? -10 : 10)} v${isDown ? 26 : -26}`}
        stroke="var(--ink-chalk)"
        strokeWidth="2.5"
      />
      {sheet.holes.map((hole) => (
        <circle
          key={hole.id}
          cx={x(hole.xMm)}
          cy={y(hole.yMm)}
          r={holePx(hole.diameterMm, scale)}
          fill="none"
          stroke="var(--ink-pencil)"
          strokeWidth="1.5"
        />
      ))}
      {names.map(({ key, drawn: { at, text } }) => (
        <text
          key={key}
          x={at[0]}
          y={at[1] + 4}
          fontSize={NAME.px}
          textAnchor="middle"
          fill="var(--ink-kraft)"
          className="halo"
        >
          {text}
        </text>
      ))}
      {numbers.map(({ key, drawn: { at, text } }) => (
        <text
          key={key}
          x={at[0]}
          y={at[1] + 4.5}
          fontSize={NUMBER.px}
          fontWeight="600"
          textAnchor="middle"
          fill="var(--ink-pencil)"
          className="figure halo"
        >
          {text}
        </text>
      ))}
    </svg>
  );
}

type Axis = (mm: number) => number;

/** From the datum to each hole and to the far edges, beside the surface: what is marked on the wall, in one line each way. */
function RunningDimensions(props: {
  readonly sheet: SheetInWords;
  readonly x: Axis;
  readonly y: Axis;
  readonly isDown: boolean;
  readonly reader: Reader;
}) {
  const { sheet, x, y, isDown, reader } = props;
  const across = marksOf(
    sheet.holes.map(({ xMm }) => xMm),
    sheet.widthMm,
  );
  const up = marksOf(
    sheet.holes.map(({ yMm }) => yMm),
    sheet.heightMm,
  );
  const way = isDown ? -1 : 1;
  const letters = Math.max(1, ...across.map(({ atMm }) => formatLength(atMm, reader).length));
  const size = letters * FIGURE.letterPx + FIGURE.marginPx;
  const edge = y(0);
  const side = x(0);
  return (
    <g stroke="var(--ink-chalk)" fill="none">
      {inTwoRows(across, x, size, { lengthPx: WIDTH_PX, marginPx: size / 2 }).map(
        ({ mark, px, labelPx, row }) => (
          <g key={mark.atMm}>
            <path
              d={
                labelPx === null || row === null
                  ? `M${px} ${edge} v${way * FIGURE.tickPx}`
                  : `M${px} ${edge} v${way * 4} L${labelPx} ${edge + way * (FIGURE.tickPx + 4)} V${edge + way * (FIGURE.tickPx + 4 + row * FIGURE.rowPx)}`
              }
            />
            {labelPx !== null && row !== null && (
              <Figure
                at={[labelPx, edge + way * (FIGURE.tickPx + 13 + row * FIGURE.rowPx) + 4.5]}
                anchor="middle"
                text={formatLength(mark.atMm, reader)}
              />
            )}
          </g>
        ),
      )}
      {spreadMarks(up, y, FIGURE.highPx).map(({ mark, px, labelPx }) => (
        <g key={mark.atMm}>
          <path
            d={
              labelPx === null
                ? `M${side} ${px} h-${FIGURE.tickPx}`
                : `M${side} ${px} h-${FIGURE.tickPx} L${side - 2 * FIGURE.tickPx} ${labelPx}`
            }
          />
          {labelPx !== null && (
            <Figure
              at={[side - 2 * FIGURE.tickPx - 3, labelPx + 4.5]}
              anchor="end"
              text={formatLength(mark.atMm, reader)}
            />
          )}
        </g>
      ))}
    </g>
  );
}

function Figure({
  at: [x, y],
  anchor,
  text,
}: {
  readonly at: PointPx;
  readonly anchor: 'middle' | 'end';
  readonly text: string;
}) {
  return (
    <text
      x={x}
      y={y}
      textAnchor={anchor}
      fontSize="13"
      className="figure"
      fill="var(--ink-chalk)"
      stroke="none"
    >
      {text}
    </text>
  );
}

/** The datum, each place that is drilled at, the far edge; in order, each once. */
function marksOf(holesMm: readonly number[], farMm: number) {
  const inOrder = [...holesMm].sort((a, b) => a - b);
  const places = inOrder.filter((mm, index) => index === 0 || mm - (inOrder[index - 1] ?? 0) > SAME_MM);
  const ends = [0, farMm].filter((end) => places.every((mm) => Math.abs(mm - end) > SAME_MM));
  return [
    ...places.map((atMm) => ({ atMm, kind: 'hole' as const, names: [] })),
    ...ends.map((atMm) => ({ atMm, kind: 'edge' as const, names: [] })),
  ];
}

type Label = { readonly at: PointPx; readonly text: string };

/** The numbers of the holes and the names of what is there, none over another. */
function labelsOf(sheet: SheetInWords, x: Axis, y: Axis, scale: number) {
  const numbers = sheet.holes.map((hole, index): Wanted<Label> => {
    const text = String(index + 1);
    return {
      key: hole.id,
      rank: 0,
      owner: null,
      spots: NUMBER_WAYS.map(([dx, dy], cost) => {
        const at: PointPx = [x(hole.xMm) + dx, y(hole.yMm) + dy];
        return { box: linesBox(at, text.length * FIGURE.letterPx, NUMBER.px), cost, drawn: { at, text } };
      }),
    };
  });
  const holes = sheet.holes.map(({ xMm, yMm, diameterMm }): Block => {
    const [cx, cy, r] = [x(xMm), y(yMm), holePx(diameterMm, scale)];
    return { box: { minX: cx - r, maxX: cx + r, minY: cy - r, maxY: cy + r }, kind: 'fast', owner: null };
  });
  const placed = placeLabels(numbers, holes);
  const names = sheet.marks.flatMap(({ name, corners }, index): Wanted<Label>[] => {
    if (name === null) return [];
    const [mx, my] = middleOf(corners, x, y);
    const width = textWidthPx(name, NAME);
    return [
      {
        key: String(index),
        rank: 1,
        owner: null,
        spots: [0, -16, 16, -32, 32, -48, 48].map((dy, cost) => {
          const at: PointPx = [mx, my + dy];
          return { box: linesBox(at, width, NAME.px), cost, drawn: { at, text: name } };
        }),
      },
    ];
  });
  const taken = placed.map(({ box }): Block => ({ box, kind: 'fast', owner: null }));
  return { numbers: placed, names: placeLabels(names, [...holes, ...taken]) };
}

function holePx(diameterMm: number, scale: number): number {
  return Math.max(3, (diameterMm / 2) * scale);
}

function middleOf(corners: readonly PointMm[], x: Axis, y: Axis): PointPx {
  const mean = (at: 0 | 1) => corners.reduce((sum, corner) => sum + corner[at], 0) / corners.length;
  return [x(mean(0)), y(mean(1))];
}
