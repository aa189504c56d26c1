import { isTooClose, type GapBeside, type Hung } from '@zarnel/core/figures';
import { formatAgainst, formatLength, type Reader } from '@zarnel/core/words';
import type { Project } from './project.ts';

type Props = {
  readonly item: Hung;
  readonly gaps: readonly GapBeside[];
  readonly project: Project;
  readonly reader: Reader;
};

/** Live gaps to the neighbours that matter, in chalk; in crayon where a rule is not met. */
export function GapsView({ item, gaps, project, reader }: Props) {
  return (
    <g pointerEvents="none" data-testid="live-gaps">
      {gaps
        .filter(({ measuredMm }) => measuredMm > 0)
        .map((gap) => {
          const { neighbour, side, measuredMm, required } = gap;
          const y =
            (Math.max(item.body.minY, neighbour.body.minY) + Math.min(item.body.maxY, neighbour.body.maxY)) /
            2;
          const [fromX, toX] =
            side === 'right' ? [item.body.maxX, neighbour.body.minX] : [neighbour.body.maxX, item.body.minX];
          const from = project(item.face.id, [fromX, y]);
          const to = project(item.face.id, [toX, y]);
          const ink = isTooClose(gap) ? 'var(--ink-crayon)' : 'var(--ink-chalk)';
          const figures =
            required === null || required.mm === 0
              ? { measured: formatLength(measuredMm, reader), required: null }
              : formatAgainst(measuredMm, required.mm, reader);
          const middle = [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2] as const;
          return (
            <g key={neighbour.id} stroke={ink}>
              <line x1={from[0]} y1={from[1]} x2={to[0]} y2={to[1]} strokeWidth={2} />
              <path d={`M${from[0]} ${from[1] - 6} v12 M${to[0]} ${to[1] - 6} v12`} strokeWidth={2} />
              <text
                x={middle[0]}
                y={middle[1] - 10}
                textAnchor="middle"
                fontSize={14}
                fontWeight={600}
                fill={ink}
                stroke="none"
                className="figure halo"
              >
                {figures.measured}
              </text>
              {figures.required !== null && (
                <text
                  x={middle[0]}
                  y={middle[1] + 22}
                  textAnchor="middle"
                  fontSize={12}
                  fill={ink}
                  stroke="none"
                  className="figure halo"
                >
                  needs {figures.required}
                </text>
              )}
            </g>
          );
        })}
    </g>
  );
}
