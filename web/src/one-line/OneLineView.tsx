import type { DrawnPart, Evaluation, Shape } from '@zarnel/core/figures';
import type { Plan } from '@zarnel/core/plan';
import { ADVICE, fileStem, type Reader } from '@zarnel/core/words';
import { useTelling } from '../bench/use-telling.ts';
import { useAppDispatch, useAppSelector } from '../state/store.ts';
import { viewSlice } from '../state/view-slice.ts';
import { Button } from '../ui/Button.tsx';
import { downloadBytes, downloadText } from '../ui/download.ts';
import { browserFileWriting } from '../workers/files.ts';
import { useOneLine } from './use-one-line.ts';

const writing = browserFileWriting();

type Props = {
  readonly plan: Plan;
  /** Of the plan as it is now; null while it is worked out. */
  readonly evaluation: Evaluation | null;
  readonly reader: Reader;
};

/** The one-line diagram: made from the circuits, pressed to select, taken along as SVG or PDF. Never drawn by hand. */
export function OneLineView({ plan, evaluation, reader }: Props) {
  const dispatch = useAppDispatch();
  const selection = useAppSelector((state) => state.view.selection);
  const telling = useTelling(reader);
  const drawing = useOneLine(evaluation, telling);
  const title = `${plan.name}: one-line diagram`;
  const stem = `${fileStem(plan.name)}-one-line`;
  const take = async (as: 'svg' | 'pdf') => {
    if (drawing === null) return;
    if (as === 'svg') {
      const text = await writing.ask((exports) => exports.oneLineSvg(drawing, title, ADVICE));
      if (text !== null) downloadText(`${stem}.svg`, 'image/svg+xml', text);
      return;
    }
    const bytes = await writing.ask((exports) => exports.oneLinePdf(drawing, title, ADVICE));
    if (bytes !== null) downloadBytes(`${stem}.pdf`, 'application/pdf', bytes);
  };
  return (
    <div className="relative h-full w-full overflow-auto bg-paper" data-testid="one-line" tabIndex={0}>
      <div className="no-print sticky top-0 left-0 flex w-fit gap-1 bg-paper p-2">
        <Button onClick={() => void take('svg')} disabled={drawing === null}>
          SVG
        </Button>
        <Button onClick={() => void take('pdf')} disabled={drawing === null}>
          PDF
        </Button>
        <Button onClick={() => dispatch(viewSlice.actions.oneLineShown(false))}>Back to the sheet</Button>
      </div>
      {drawing === null ? (
        <p className="p-6">Laying it out …</p>
      ) : drawing.parts.length === 0 ? (
        <p className="p-6">No circuit yet: describe one at Route, or have the job wired.</p>
      ) : (
        <figure>
          <svg
            style={{ width: fittedWidth(drawing.width * PX_PER_POINT), height: 'auto' }}
            viewBox={`0 0 ${drawing.width} ${drawing.height}`}
            role="group"
            aria-label={title}
          >
            {drawing.parts.map((part) => (
              <PartView
                key={part.id}
                part={part}
                isSelected={
                  part.ref !== null && part.ref.kind === selection?.kind && part.ref.id === selection.id
                }
                onPress={() => dispatch(viewSlice.actions.selected(part.ref))}
              />
            ))}
          </svg>
          <figcaption className="p-3 text-sm text-kraft">{ADVICE}</figcaption>
        </figure>
      )}
    </div>
  );
}

/** Nine points of text are twelve pixels. */
const PX_PER_POINT = 4 / 3;

/** As wide as the view where it is then still read, else to be scrolled. */
function fittedWidth(px: number): string {
  return `max(${px * 0.75}px, min(${px}px, 100%))`;
}

function PartView({
  part,
  isSelected,
  onPress,
}: {
  readonly part: DrawnPart;
  readonly isSelected: boolean;
  readonly onPress: () => void;
}) {
  const marks = part.shapes.map((shape, index) => <Mark key={index} shape={shape} isSelected={isSelected} />);
  if (part.ref === null || part.name === '') return <g>{marks}</g>;
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={part.name}
      aria-pressed={isSelected}
      className="cursor-pointer"
      onClick={onPress}
      onKeyDown={(event) => {
        if (event.key !== 'Enter' && event.key !== ' ') return;
        event.preventDefault();
        onPress();
      }}
    >
      {marks}
    </g>
  );
}

function Mark({ shape, isSelected }: { readonly shape: Shape; readonly isSelected: boolean }) {
  const ink = `var(--ink-${isSelected && shape.ink === 'pencil' ? 'kraft' : shape.ink})`;
  if (shape.kind === 'text') {
    return (
      <text
        x={shape.at[0]}
        y={shape.at[1]}
        fontSize={shape.size}
        textAnchor={shape.anchor}
        fontWeight={shape.isStrong === true ? 600 : 400}
        fill={ink}
      >
        {shape.text}
      </text>
    );
  }
  if (shape.kind === 'circle') {
    const [cx, cy] = shape.at;
    return (
      <circle cx={cx} cy={cy} r={shape.radius} fill={shape.isFilled === true ? ink : 'none'} stroke={ink} />
    );
  }
  const d = shape.points.map(([x, y], index) => `${index === 0 ? 'M' : 'L'}${x} ${y}`).join('');
  return (
    <>
      {/* Room for a finger round a thin line. */}
      <path d={d} fill="none" stroke="transparent" strokeWidth={12} />
      <path
        d={`${d}${shape.isClosed === true ? 'Z' : ''}`}
        fill={shape.isFilled === true ? ink : 'none'}
        stroke={ink}
        strokeWidth={isSelected ? 2 : 1}
        strokeDasharray={shape.isDashed === true ? '4 3' : undefined}
      />
    </>
  );
}
