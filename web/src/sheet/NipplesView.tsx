import { memo } from 'react';
import { knockoutOnFace, type JoinEnds, type WirewayHole } from '@zarnel/core/figures';
import type { Project } from './project.ts';

/** Nipples between a wireway and the units above or below it. */
export const NipplesView = memo(function NipplesView(props: {
  readonly holes: readonly WirewayHole[];
  readonly project: Project;
}) {
  const { holes, project } = props;
  return holes.map(({ nipple, unit, wireway, knockout, side }) => {
    const { at } = knockoutOnFace(unit.body, knockout);
    const from = project(unit.face.id, at);
    const to = project(wireway.face.id, [at[0], side === 'top' ? wireway.body.maxY : wireway.body.minY]);
    return (
      <g key={nipple.id} stroke="var(--ink-pencil)">
        <line x1={from[0]} y1={from[1]} x2={to[0]} y2={to[1]} strokeWidth={5} strokeOpacity={0.55} />
        <path d={`M${to[0] - 5} ${to[1]} h10`} strokeWidth={2.5} />
      </g>
    );
  });
});

/** A join between two enclosures: from knockout to knockout, or its hole through the wall. */
export function JoinView({ end, project }: { readonly end: JoinEnds; readonly project: Project }) {
  const [a, b] = [project(end.face, end.from), project(end.face, end.to)];
  return (
    <g stroke="var(--ink-pencil)">
      <line x1={a[0]} y1={a[1]} x2={b[0]} y2={b[1]} strokeWidth={5} strokeOpacity={0.55} />
      <circle cx={a[0]} cy={a[1]} r={4} fill="var(--ground-paper)" strokeWidth={2} />
      <circle cx={b[0]} cy={b[1]} r={4} fill="var(--ground-paper)" strokeWidth={2} />
    </g>
  );
}
