import { memo } from 'react';
import { modulesOfField, type Prepared } from '@zarnel/core/figures';
import type { ModuleString } from '@zarnel/core/plan';
import { movedStyle } from './moved-together.ts';
import { pathOf, type Project } from './project.ts';
import type { PointPx } from './viewport.ts';
import type { Detail } from './visible-faces.ts';

type Props = {
  readonly prepared: Prepared;
  /** Before what is being dragged now was dragged. */
  readonly before: Prepared;
  /** Fields that are being dragged as one, and how far. */
  readonly movedBy: ReadonlyMap<string, PointPx>;
  readonly seen: ReadonlyMap<string, Detail>;
  readonly project: Project;
  readonly selectedId: string | null;
};

/** The leads of strings from module to module; the one in hand with its order and its two ends. */
export function StringsView({ prepared, before, movedBy, seen, project, selectedId }: Props) {
  const still: ModuleString[] = [];
  const moved = new Map<PointPx, ModuleString[]>();
  for (const string of prepared.moduleStrings.list) {
    const [by, ...others] = new Set(string.modules.map(({ field }) => movedBy.get(field)));
    if (by === undefined || others.length > 0) still.push(string);
    else moved.set(by, [...(moved.get(by) ?? []), string]);
  }
  const view = (of: Prepared) => (string: ModuleString) => (
    <StringView
      key={string.id}
      string={string}
      prepared={of}
      seen={seen}
      project={project}
      isSelected={string.id === selectedId}
    />
  );
  return (
    <g pointerEvents="none">
      {still.map(view(prepared))}
      {[...moved].map(([by, strings], index) => (
        <g key={index} style={movedStyle(by)}>
          {strings.map(view(before))}
        </g>
      ))}
    </g>
  );
}

const StringView = memo(function StringView(props: {
  readonly string: ModuleString;
  readonly prepared: Prepared;
  readonly seen: ReadonlyMap<string, Detail>;
  readonly project: Project;
  readonly isSelected: boolean;
}) {
  const { string, prepared, seen, project, isSelected } = props;
  const fields = new Map(
    [...new Set(string.modules.map(({ field }) => field))].map((id) => [
      id,
      new Map(modulesOfField(prepared, id).map((module) => [module.id, module])),
    ]),
  );
  const points = string.modules.flatMap(({ field, module }) => {
    const placed = fields.get(field)?.get(module);
    if (placed === undefined || !seen.has(placed.face) || seen.get(placed.face) === 'far') return [];
    const { box } = placed;
    return [project(placed.face, [(box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2])];
  });
  const [first, last] = [points[0], points.at(-1)];
  if (first === undefined || last === undefined) return null;
  return (
    <g data-string={string.id}>
      <path
        d={pathOf(points, false)}
        fill="none"
        stroke={isSelected ? 'var(--ink-kraft)' : 'var(--ink-pencil)'}
        strokeWidth={isSelected ? 3 : 1.25}
        strokeLinejoin="round"
      />
      <circle cx={first[0]} cy={first[1]} r={isSelected ? 6 : 3.5} fill="var(--ink-pencil)" />
      <circle
        cx={last[0]}
        cy={last[1]}
        r={isSelected ? 6 : 3.5}
        fill="var(--ground-paper)"
        stroke="var(--ink-pencil)"
        strokeWidth={1.5}
      />
      {isSelected &&
        points.map(([x, y], index) => (
          <text key={index} x={x + 9} y={y - 7} className="figure" fontSize={12} fill="var(--ink-pencil)">
            {index + 1}
          </text>
        ))}
    </g>
  );
});
