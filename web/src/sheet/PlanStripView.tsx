import { planStrip, swingPath, type Prepared } from '@zarnel/core/figures';
import { formatLength, valueText, type Reader } from '@zarnel/core/words';
import { useTelling } from '../bench/use-telling.ts';

type Props = {
  readonly prepared: Prepared;
  readonly faceId: string;
  readonly faceName: string;
  readonly selectedIds: readonly string[];
  readonly reader: Reader;
  readonly widthPx: number;
};

export const STRIP_PX = 104;
const MARGIN_PX = 14;
const TOP_PX = 20;

/** The face in hand seen from above, the wall at the top: how deep things are, and where doors go. */
export function PlanStripView({ prepared, faceId, faceName, selectedIds, reader, widthPx }: Props) {
  const telling = useTelling(reader);
  const strip = planStrip(prepared, faceId);
  if (strip === null) return null;
  const { fromMm, toMm, depthMm, boxes, swings, spaces } = strip;
  const scale = Math.min((widthPx - 2 * MARGIN_PX) / (toMm - fromMm), (STRIP_PX - TOP_PX - 8) / depthMm);
  const left = (widthPx - (toMm - fromMm) * scale) / 2;
  const x = (mm: number) => left + (mm - fromMm) * scale;
  const y = (mm: number) => TOP_PX + mm * scale;
  return (
    <svg
      width={widthPx}
      height={STRIP_PX}
      className="block border-t border-pencil bg-paper"
      role="img"
      aria-label={`${faceName} seen from above`}
      data-testid="plan-strip"
    >
      <text x={8} y={14} fontSize={12} fill="var(--ink-kraft)">
        From above, {formatLength(depthMm, reader)} out
      </text>
      <rect
        x={x(fromMm)}
        y={TOP_PX - 5}
        width={(toMm - fromMm) * scale}
        height={5}
        fill="var(--ink-pencil)"
      />
      {spaces.map(({ id, fromMm: start, toMm: end, backMm, frontMm, isFree }) => (
        <rect
          key={`space-${id}`}
          x={x(start)}
          y={y(backMm)}
          width={(end - start) * scale}
          height={(frontMm - backMm) * scale}
          fill={isFree ? 'none' : 'var(--ink-crayon)'}
          fillOpacity={0.12}
          stroke={isFree ? 'var(--ink-chalk)' : 'var(--ink-crayon)'}
          strokeDasharray="6 3"
          strokeOpacity={selectedIds.includes(id) || !isFree ? 1 : 0.45}
          data-space={id}
        >
          <title>{`Working space, ${formatLength(frontMm - backMm, reader)} deep${isFree ? '' : ': not free'}`}</title>
        </rect>
      ))}
      {boxes.map(({ id, name, kind, fromMm: start, toMm: end, backMm, frontMm }) => {
        const isSelected = selectedIds.includes(id);
        return (
          <rect
            key={`${kind}${id}`}
            x={x(start)}
            y={y(backMm)}
            width={Math.max(1, (end - start) * scale)}
            height={Math.max(1, (frontMm - backMm) * scale)}
            fill={
              isSelected ? 'var(--ground-kraft)' : kind === 'obstacle' ? 'url(#hatch)' : 'var(--ground-paper)'
            }
            fillOpacity={kind === 'gear' ? 0.85 : 1}
            stroke={isSelected ? 'var(--ink-kraft)' : 'var(--ink-pencil)'}
            strokeWidth={isSelected ? 2 : 1.25}
          >
            <title>{`${valueText(name, telling)}: ${formatLength(frontMm, reader)} out from the wall`}</title>
          </rect>
        );
      })}
      {swings.map((swing) => {
        const path = swingPath(swing).map(([along, out]) => `${x(along).toFixed(1)},${y(out).toFixed(1)}`);
        return (
          <g key={swing.id} fill="none" stroke="var(--ink-pencil)">
            <polyline points={path.join(' ')} strokeDasharray="3 3" />
            <polyline points={`${x(swing.hingeMm)},${y(swing.outMm)} ${path.at(-1) ?? ''}`} />
          </g>
        );
      })}
    </svg>
  );
}
