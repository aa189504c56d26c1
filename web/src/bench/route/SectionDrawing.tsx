import type { ReactNode } from 'react';
import type { SectionPart } from '@zarnel/core/figures';
import { formatLength, type Reader } from '@zarnel/core/words';
import { layerName } from '../words.ts';
import { useTelling } from '../use-telling.ts';

const [WIDE, HIGH, HOLE] = [280, 84, 26];
/** So that a sheet of a millimetre is still seen beside a hand’s breadth of wool. */
const LEAST = 7;

/** What a hole goes through, cut open: the side it is marked on is at the left. */
export function SectionDrawing({
  section,
  reader,
}: {
  readonly section: readonly SectionPart[];
  readonly reader: Reader;
}) {
  const telling = useTelling(reader);
  const wordsOf = (part: SectionPart) => {
    if (part.is === 'skin') return telling.nameOf(part.material);
    return part.is === 'unsaid' ? 'Not said' : layerName(part.is);
  };
  const total = section.reduce((sum, { thicknessMm }) => sum + thicknessMm, 0);
  const widthOf = (mm: number) => (mm / total) * (WIDE - LEAST * section.length);
  const drawn = section.map(({ fromMm, thicknessMm }, index) => ({
    x: LEAST * index + widthOf(fromMm),
    w: LEAST + widthOf(thicknessMm),
  }));
  const middle = HIGH / 2;
  return (
    <figure className="mb-3">
      <svg
        viewBox={`-14 0 ${WIDE + 28} ${HIGH}`}
        className="w-full"
        role="img"
        aria-label={`Cut open: ${section.map(wordsOf).join(', ')}`}
      >
        {section.map((part, index) => {
          const { x, w } = drawn[index] ?? { x: 0, w: 0 };
          return [0, middle + HOLE / 2].map((y) => (
            <Layer key={`${index} ${y}`} is={part.is} x={x} y={y} w={w} h={middle - HOLE / 2} />
          ));
        })}
        <line
          x1={-14}
          x2={WIDE + 14}
          y1={middle}
          y2={middle}
          className="stroke-chalk"
          strokeDasharray="10 3 2 3"
        />
        {section.length > 1 &&
          [middle - HOLE / 2, middle + HOLE / 2].map((y) => (
            <line key={y} x1={0} x2={WIDE} y1={y} y2={y} className="stroke-pencil" strokeWidth={2} />
          ))}
        {drawn.map(({ x, w }, index) => (
          <text
            key={x}
            x={x + w / 2}
            y={middle + 4}
            textAnchor="middle"
            className="fill-pencil stroke-bench text-[11px]"
            strokeWidth={3}
            paintOrder="stroke"
          >
            {index + 1}
          </text>
        ))}
      </svg>
      <figcaption className="text-sm text-kraft">Cut open, from the side it is marked on:</figcaption>
      <ol className="list-decimal pl-6 text-sm">
        {section.map((part) => (
          <li key={part.fromMm} className={part.is === 'unsaid' ? 'text-crayon' : ''}>
            {wordsOf(part)}, <span className="figure">{formatLength(part.thicknessMm, reader)}</span>
          </li>
        ))}
      </ol>
    </figure>
  );
}

type Box = { readonly x: number; readonly y: number; readonly w: number; readonly h: number };

/** Marks as a pencil makes them: a skin is solid, wool is waves, foam is dots, what nobody said is left open. */
function Layer({ is, ...box }: Box & { readonly is: SectionPart['is'] }) {
  const { x, y, w, h } = box;
  return (
    <g>
      {is === 'skin' || is === 'metal' ? (
        <rect x={x} y={y} width={w} height={h} className="fill-pencil/70" />
      ) : (
        MARKS[is](box)
      )}
      <rect
        x={x}
        y={y}
        width={w}
        height={h}
        className={is === 'unsaid' ? 'fill-none stroke-crayon' : 'fill-none stroke-pencil'}
        strokeDasharray={is === 'unsaid' ? '4 3' : undefined}
      />
    </g>
  );
}

const steps = (length: number, each: number) =>
  Array.from({ length: Math.max(1, Math.floor(length / each)) }, (_, index) => (index + 0.5) * each);

function slants({ x, y, w, h }: Box): ReactNode {
  return steps(h, 8).map((up) => (
    <line key={up} x1={x} x2={x + w} y1={y + up + 3} y2={y + up - 3} className="stroke-kraft" />
  ));
}

function dots({ x, y, w, h }: Box): ReactNode {
  return steps(h, 8).flatMap((up) =>
    steps(w, 8).map((along) => (
      <circle key={`${up} ${along}`} cx={x + along} cy={y + up} r={1.2} className="fill-kraft" />
    )),
  );
}

function waves({ x, y, w, h }: Box): ReactNode {
  return steps(h, 7).map((up) => {
    const half = w / 2;
    const d = `M ${x} ${y + up} q ${half / 2} ${-6} ${half} 0 t ${half} 0`;
    return <path key={up} d={d} className="fill-none stroke-kraft" />;
  });
}

const MARKS: Readonly<Record<Exclude<SectionPart['is'], 'skin' | 'metal'>, (box: Box) => ReactNode>> = {
  unsaid: () => null,
  air: () => null,
  'mineral-wool': waves,
  foam: dots,
  polystyrene: dots,
  wood: slants,
  board: slants,
  masonry: slants,
  membrane: ({ x, y, w, h }) => (
    <line x1={x + w / 2} x2={x + w / 2} y1={y} y2={y + h} className="stroke-chalk" strokeWidth={2} />
  ),
};
