import { memo, type PointerEvent } from 'react';
import { knockoutOnFace, type Hung } from '@zarnel/core/figures';
import { boxPath, type Project } from './project.ts';
import type { Detail } from './visible-faces.ts';

type Props = {
  readonly item: Hung;
  readonly project: Project;
  readonly isSelected: boolean;
  /** From further away it is a plain shape; knockouts are for near. */
  readonly detail: Exclude<Detail, 'far'>;
  readonly onPress: (event: PointerEvent<SVGGElement>, item: Hung) => void;
};

/** Gear in pencil with its hook line in chalk; on tape while it is selected. */
export const GearView = memo(function GearView({ item, project, isSelected, detail, onPress }: Props) {
  const { id, body, placement, face, type } = item;
  const [hookLeft, hookRight] = [
    project(face.id, [body.minX, placement.yMm]),
    project(face.id, [body.maxX, placement.yMm]),
  ];
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
      {detail !== 'plain' && (
        <line
          x1={hookLeft[0]}
          y1={hookLeft[1]}
          x2={hookRight[0]}
          y2={hookRight[1]}
          stroke="var(--ink-chalk)"
          strokeWidth={1.5}
        />
      )}
      {(detail === 'near' ? type.knockouts : []).map((knockout) => {
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
    </g>
  );
});

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
