import type { PointerEvent } from 'react';
import type { SiteFace } from '@zarnel/core/figures';
import type { PointMm } from '@zarnel/core/plan';
import type { Project } from './project.ts';

type Props = {
  readonly face: SiteFace;
  readonly project: Project;
  readonly onPress: (event: PointerEvent<SVGGElement>, corner: number, at: PointMm) => void;
};

/** The corners of a face as pieces of tape that can be dragged, numbered as the bench numbers them. */
export function CornersView({ face, project, onPress }: Props) {
  return (
    <>
      {face.outline.map((point, corner) => {
        const [x, y] = project(face.id, point);
        return (
          <g
            key={corner}
            transform={`translate(${x} ${y})`}
            className="cursor-move"
            onPointerDown={(event) => onPress(event, corner, point)}
            data-corner={corner}
            role="button"
            aria-label={`Corner ${corner + 1} of ${face.name}`}
          >
            <circle r="16" fill="transparent" />
            <rect x="-8" y="-8" width="16" height="16" fill="var(--ground-kraft)" stroke="var(--ink-kraft)" />
            <text
              y="4"
              textAnchor="middle"
              fontSize={11}
              fill="var(--ink-kraft)"
              fontFamily="var(--font-mono)"
            >
              {corner + 1}
            </text>
          </g>
        );
      })}
    </>
  );
}
