import { hungAt, type Prepared } from '@zarnel/core/figures';
import { useAppSelector } from '../state/store.ts';
import { boxPath, type Project } from './project.ts';

type Props = { readonly prepared: Prepared; readonly project: Project };

/** A proposal beside what is there: gear where it would hang, on tape, with a line from where it hangs now. */
export function GhostsView({ prepared, project }: Props) {
  const ghosts = useAppSelector((state) => state.view.ghosts);
  return (
    <g pointerEvents="none" data-testid="ghosts">
      {ghosts.map(({ id, xMm, yMm }) => {
        const item = prepared.hung.get(id);
        if (item === undefined) return null;
        const moved = hungAt(item, xMm, yMm);
        const [fromX, fromY] = project(item.face.id, middle(item.body));
        const [toX, toY] = project(item.face.id, middle(moved.body));
        return (
          <g key={id} data-ghost={id}>
            <line
              x1={fromX}
              y1={fromY}
              x2={toX}
              y2={toY}
              stroke="var(--ink-kraft)"
              strokeWidth={1}
              strokeDasharray="2 4"
            />
            <path
              d={boxPath(project, item.face.id, moved.body)}
              fill="var(--ground-kraft)"
              fillOpacity={0.55}
              stroke="var(--ink-kraft)"
              strokeWidth={2}
              strokeDasharray="6 4"
            />
            <text x={toX} y={toY + 4} textAnchor="middle" fontSize={11} fill="var(--ink-kraft)">
              {item.placement.name}
            </text>
          </g>
        );
      })}
    </g>
  );
}

function middle({
  minX,
  maxX,
  minY,
  maxY,
}: {
  readonly minX: number;
  readonly maxX: number;
  readonly minY: number;
  readonly maxY: number;
}): [number, number] {
  return [(minX + maxX) / 2, (minY + maxY) / 2];
}
