import { memo } from 'react';
import { knockoutOnFace, wirewayHoles, wirewaysOf, type Prepared } from '@zarnel/core';
import type { Project } from './project.ts';

/** Nipples between units and the wireway below them. */
export const JointsView = memo(function JointsView({
  prepared,
  project,
}: {
  readonly prepared: Prepared;
  readonly project: Project;
}) {
  const holes = wirewaysOf(prepared).flatMap((wireway) => wirewayHoles(prepared, wireway.id));
  return (
    <g pointerEvents="none">
      {holes.map(({ joint, unit, wireway, knockout }) => {
        const { at } = knockoutOnFace(unit.body, knockout);
        const from = project(unit.face.id, at);
        const to = project(wireway.face.id, [at[0], wireway.body.maxY]);
        return (
          <g key={joint.id} stroke="var(--ink-pencil)">
            <line x1={from[0]} y1={from[1]} x2={to[0]} y2={to[1]} strokeWidth={5} strokeOpacity={0.55} />
            <path d={`M${to[0] - 5} ${to[1]} h10`} strokeWidth={2.5} />
          </g>
        );
      })}
    </g>
  );
});
