import { gearViews, type GearMark, type GearView } from '@zarnel/core/figures';
import type { GearType } from '@zarnel/core/plan';
import { formatLength, type Reader } from '@zarnel/core/words';
import { useSize } from '../sheet/use-size.ts';

type Props = { readonly type: GearType; readonly reader: Reader };

const MARGIN_PX = 46;
/** Views side by side: front, side, and the bottom below the front. */
const VIEW_GAP_PX = 24;

/** Front, side and bottom of a gear type, to one scale, with its knockouts, holes and parts. */
export function GearDrawing({ type, reader }: Props) {
  const [box, size] = useSize<HTMLDivElement>();
  const views = gearViews(type);
  const [front, side, bottom] = views;
  const width = size?.width ?? 600;
  const height = Math.max(260, size?.height ?? 480);
  const acrossMm = (front?.widthMm ?? 1) + (side?.widthMm ?? 1);
  const upMm = (front?.heightMm ?? 1) + (bottom?.heightMm ?? 1);
  const scale = Math.min(
    (width - 3 * MARGIN_PX - VIEW_GAP_PX) / acrossMm,
    (height - 3 * MARGIN_PX - VIEW_GAP_PX) / upMm,
  );
  const pxPerMm = Number.isFinite(scale) && scale > 0 ? scale : 0.1;
  const frontWidth = (front?.widthMm ?? 0) * pxPerMm;
  const frontHeight = (front?.heightMm ?? 0) * pxPerMm;
  const places = [
    [MARGIN_PX, MARGIN_PX],
    [MARGIN_PX + frontWidth + MARGIN_PX + VIEW_GAP_PX, MARGIN_PX],
    [MARGIN_PX, MARGIN_PX + frontHeight + MARGIN_PX + VIEW_GAP_PX],
  ] as const;
  return (
    <div ref={box} className="h-full min-h-0 w-full overflow-hidden bg-paper" data-testid="gear-drawing">
      <svg width={width} height={height} role="img" aria-label={`Drawing of ${type.name}`}>
        {views.map((view, index) => (
          <View key={view.id} view={view} at={places[index] ?? [0, 0]} scale={pxPerMm} reader={reader} />
        ))}
      </svg>
    </div>
  );
}

function View(props: {
  readonly view: GearView;
  readonly at: readonly [number, number];
  readonly scale: number;
  readonly reader: Reader;
}) {
  const { view, at, scale, reader } = props;
  const { heightMm, body, marks } = view;
  const height = heightMm * scale;
  const [left, right] = [body.at[0] * scale, (body.at[0] + body.size[0]) * scale];
  const [top, bottom] = [height - (body.at[1] + body.size[1]) * scale, height - body.at[1] * scale];
  return (
    <g transform={`translate(${at[0]} ${at[1]})`}>
      <text y={-26} fontSize={13} fontWeight={600} fill="var(--ink-pencil)">
        {view.title}
      </text>
      <Dimension from={[left, -8]} to={[right, -8]} text={formatLength(body.size[0], reader)} />
      <Dimension from={[-8, top]} to={[-8, bottom]} text={formatLength(body.size[1], reader)} />
      {marks.map((mark, index) => (
        <Mark key={index} mark={mark} scale={scale} height={height} />
      ))}
    </g>
  );
}

function Mark({
  mark,
  scale,
  height,
}: {
  readonly mark: GearMark;
  readonly scale: number;
  readonly height: number;
}) {
  const x = mark.at[0] * scale;
  const y = height - mark.at[1] * scale;
  switch (mark.kind) {
    case 'body':
    case 'part':
    case 'wall': {
      const [w, h] = [mark.size[0] * scale, mark.size[1] * scale];
      return (
        <g>
          <rect
            x={x}
            y={y - h}
            width={w}
            height={h}
            fill={mark.kind === 'wall' ? 'var(--line-faint)' : 'none'}
            stroke="var(--ink-pencil)"
            strokeWidth={mark.kind === 'body' ? 2 : 1}
          />
          {mark.kind === 'part' && (
            <text
              x={x + w / 2}
              y={y - h / 2}
              textAnchor="middle"
              fontSize={12}
              fill="var(--ink-kraft)"
              className="halo"
            >
              {mark.name}
            </text>
          )}
        </g>
      );
    }
    case 'hook-line':
      return (
        <line
          x1={x - 6}
          y1={y}
          x2={x + mark.size[0] * scale + 6}
          y2={y}
          stroke="var(--ink-chalk)"
          strokeWidth={2}
        >
          <title>{mark.name}</title>
        </line>
      );
    case 'edge-knockout':
      return (
        <line
          x1={x}
          y1={y}
          x2={x + mark.size[0] * scale}
          y2={y - mark.size[1] * scale}
          stroke="var(--ink-chalk)"
          strokeWidth={5}
        >
          <title>{`Knockout ${mark.name}`}</title>
        </line>
      );
    case 'hole':
    case 'knockout': {
      const radius = Math.max(2, (mark.diameterMm * scale) / 2);
      return (
        <g>
          <circle
            cx={x}
            cy={y}
            r={radius}
            fill="var(--ground-paper)"
            stroke="var(--ink-chalk)"
            strokeWidth={1.5}
          />
          {mark.kind === 'hole' && (
            <path d={`M${x - 5} ${y} h10 M${x} ${y - 5} v10`} stroke="var(--ink-chalk)" strokeWidth={1} />
          )}
          {mark.kind === 'knockout' && (
            <text
              x={x}
              y={y + radius + 12}
              textAnchor="middle"
              fontSize={11}
              fill="var(--ink-chalk)"
              className="halo"
            >
              {mark.name}
            </text>
          )}
        </g>
      );
    }
  }
}

function Dimension(props: {
  readonly from: readonly [number, number];
  readonly to: readonly [number, number];
  readonly text: string;
}) {
  const { from, to, text } = props;
  const [x, y] = [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2];
  const isUpright = from[0] === to[0];
  return (
    <g stroke="var(--ink-chalk)" fill="var(--ink-chalk)">
      <line x1={from[0]} y1={from[1]} x2={to[0]} y2={to[1]} strokeWidth={1} />
      <text
        x={x}
        y={y - 3}
        textAnchor="middle"
        fontSize={12}
        stroke="none"
        className="figure"
        transform={isUpright ? `rotate(-90 ${x} ${y})` : undefined}
      >
        {text}
      </text>
    </g>
  );
}
