import { memo, type PointerEvent } from 'react';
import { knockoutOnFace, type Hung } from '@zarnel/core/figures';
import { boxPath, type Project } from './project.ts';

type Props = {
  readonly item: Hung;
  readonly project: Project;
  readonly isSelected: boolean;
  readonly onPress: (event: PointerEvent<SVGGElement>, item: Hung) => void;
};

const LARGEST_FONT_PX = 13;
const SMALLEST_FONT_PX = 9;
/** A letter's width and a line's height as parts of the font's size. */
const LETTER_RATIO = 0.5;
const LINE_RATIO = 1.15;

/** Gear in pencil with its hook line in chalk; on tape while it is selected. */
export const GearView = memo(function GearView({ item, project, isSelected, onPress }: Props) {
  const { id, body, placement, face, type } = item;
  const [hookLeft, hookRight] = [
    project(face.id, [body.minX, placement.yMm]),
    project(face.id, [body.maxX, placement.yMm]),
  ];
  const [left, top] = project(face.id, [body.minX, body.maxY]);
  const [right, bottom] = project(face.id, [body.maxX, body.minY]);
  const widthPx = Math.abs(right - left);
  const heightPx = Math.abs(bottom - top);
  const { lines, fontPx } = fittedLines(placement.name, widthPx - 4, heightPx - 2);
  return (
    <g
      onPointerDown={(event) => onPress(event, item)}
      className="cursor-move"
      data-gear={id}
      role="button"
      aria-label={placement.name}
      aria-pressed={isSelected}
    >
      <path
        d={boxPath(project, face.id, body)}
        fill={isSelected ? 'var(--ground-kraft)' : 'var(--ground-paper)'}
        stroke={isSelected ? 'var(--ink-kraft)' : 'var(--ink-pencil)'}
        strokeWidth={isSelected ? 2.5 : 1.75}
      />
      <line
        x1={hookLeft[0]}
        y1={hookLeft[1]}
        x2={hookRight[0]}
        y2={hookRight[1]}
        stroke="var(--ink-chalk)"
        strokeWidth={1.5}
      />
      {type.knockouts.map((knockout) => {
        const [x, y] = project(face.id, knockoutOnFace(body, knockout).at);
        return (
          <circle
            key={knockout.id}
            cx={x}
            cy={y}
            r={2.5}
            fill="var(--ground-paper)"
            stroke="var(--ink-pencil)"
          />
        );
      })}
      {type.kind === 'board' ? (
        // Its middle is where gear hangs: a board is named in its lower right corner.
        <text x={right - 5} y={bottom - 6} textAnchor="end" fontSize={fontPx} fill="var(--ink-pencil)">
          {heightPx > fontPx * LINE_RATIO ? lines.join(' ') : ''}
        </text>
      ) : (
        lines.map((line, index) => (
          <text
            key={index}
            x={(left + right) / 2}
            y={(top + bottom) / 2 + fontPx * 0.35 + (index - (lines.length - 1) / 2) * fontPx * LINE_RATIO}
            textAnchor="middle"
            fontSize={fontPx}
            fill="var(--ink-pencil)"
          >
            {line}
          </text>
        ))
      )}
    </g>
  );
});

/** The name in the largest letters whose longest word fits, on as many lines as there is room for. */
function fittedLines(name: string, widthPx: number, heightPx: number): { lines: string[]; fontPx: number } {
  const words = name.split(' ');
  const longest = Math.max(...words.map(({ length }) => length));
  const fontPx = Math.min(LARGEST_FONT_PX, Math.max(SMALLEST_FONT_PX, widthPx / (longest * LETTER_RATIO)));
  const room = Math.floor(widthPx / (fontPx * LETTER_RATIO));
  const lineCount = Math.floor(heightPx / (fontPx * LINE_RATIO));
  if (room < 3 || lineCount < 1) return { lines: [], fontPx };
  const lines: string[] = [];
  for (const word of words) {
    const last = lines.at(-1);
    if (last !== undefined && last.length + 1 + word.length <= room)
      lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word.length <= room ? word : `${word.slice(0, room - 1)}…`);
  }
  return { lines: lines.slice(0, lineCount), fontPx };
}

/** What hangs on a face that is seen from far: mere boxes. */
export const GearFromFar = memo(function GearFromFar(props: {
  readonly faceId: string;
  readonly items: readonly Hung[];
  readonly project: Project;
}) {
  const { faceId, items, project } = props;
  const path = items.map(({ body }) => boxPath(project, faceId, body)).join(' ');
  return <path d={path} fill="none" stroke="var(--ink-pencil)" strokeWidth={0.75} pointerEvents="none" />;
});
