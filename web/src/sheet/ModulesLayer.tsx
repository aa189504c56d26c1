import { memo, useMemo, type PointerEvent } from 'react';
import {
  fieldSupport,
  groupBoxes,
  modulesOfField,
  type FieldRail,
  type Foot,
  type PlacedModule,
  type Prepared,
} from '@zarnel/core/figures';
import type { ModuleField, ModuleRef, ModuleString, PointMm } from '@zarnel/core/plan';
import { useAppSelector } from '../state/store.ts';
import { movedStyle, movedTogether } from './moved-together.ts';
import { boxPath, pathOf, type Project } from './project.ts';
import { StringsView } from './StringsView.tsx';
import { useFollowed } from './use-followed.ts';
import type { Detail } from './visible-faces.ts';

type Press = (event: PointerEvent<SVGGElement>, field: string) => void;

const NO_RAILS: readonly FieldRail[] = [];
const NO_FEET: readonly Foot[] = [];

/** A module put into a string at its end, or taken out of it where it was in. */
export function withModule(string: ModuleString, ref: ModuleRef): ModuleString {
  const isIn = string.modules.some(({ field, module }) => field === ref.field && module === ref.module);
  return {
    ...string,
    modules: isIn
      ? string.modules.filter(({ field, module }) => field !== ref.field || module !== ref.module)
      : [...string.modules, ref],
  };
}

/** Modules with what carries them, how they are wired, and the shade on them. */
export function ModulesLayer(props: {
  readonly prepared: Prepared;
  /** Before what is being dragged now was dragged. */
  readonly before: Prepared;
  readonly seen: ReadonlyMap<string, Detail>;
  readonly project: Project;
  readonly onPress: Press;
}) {
  const { prepared, before, seen, project, onPress } = props;
  const { selection, moduleInHand, shade, laid } = useAppSelector((state) => state.view);
  // What is moved as one is drawn once and then only shifted.
  const movedBy = new Map(
    prepared === before
      ? []
      : prepared.moduleFields.ids.flatMap((id) => {
          const at = movedTogether(modulesOfField(before, id), modulesOfField(prepared, id), project);
          return at === null ? [] : [[id, at] as const];
        }),
  );
  return (
    <>
      {prepared.moduleFields.list.map((field) => {
        const detail = seen.get(field.face);
        if (detail === undefined) return null;
        const isSelected = selection?.kind === 'field' && selection.id === field.id;
        const modules = modulesOfField(prepared, field.id);
        const at = movedBy.get(field.id);
        const drawn = (at === undefined ? prepared : before).moduleFields.get(field.id) ?? field;
        return (
          <g key={field.id}>
            <g style={at === undefined ? undefined : movedStyle(at)}>
              <FieldView
                field={drawn}
                modules={at === undefined ? modules : modulesOfField(before, field.id)}
                project={project}
                detail={detail}
                isSelected={isSelected}
                onPress={onPress}
              />
            </g>
            {detail !== 'far' && shade !== null && (
              <ShadeView modules={modules} shade={shade} project={project} />
            )}
            {detail !== 'far' && isSelected && (
              <Support field={field} prepared={prepared} project={project} isNear={detail === 'near'} />
            )}
            {isSelected && moduleInHand !== null && (
              <InHand modules={modules} id={moduleInHand} project={project} />
            )}
          </g>
        );
      })}
      {laid !== null && seen.has(laid.face) && (
        <path
          d={laid.boxes.map((box) => boxPath(project, laid.face, box)).join(' ')}
          fill="var(--ground-kraft)"
          fillOpacity={0.45}
          stroke="var(--ink-kraft)"
          strokeDasharray="6 4"
          pointerEvents="none"
          data-laid={laid.boxes.length}
        />
      )}
      <StringsView
        prepared={prepared}
        before={before}
        movedBy={movedBy}
        seen={seen}
        project={project}
        selectedId={selection?.kind === 'string' ? selection.id : null}
      />
    </>
  );
}

/** What carries a field. While it is dragged its modules come first, and its rails and feet follow. */
function Support(props: {
  readonly field: ModuleField;
  readonly prepared: Prepared;
  readonly project: Project;
  readonly isNear: boolean;
}) {
  const { field, prepared, project, isNear } = props;
  const followed = useFollowed(prepared);
  const found = useMemo(() => fieldSupport(followed, field.id), [followed, field.id]);
  return (
    <SupportView
      face={field.face}
      rails={found?.rails ?? NO_RAILS}
      feet={found?.feet ?? NO_FEET}
      project={project}
      isNear={isNear}
    />
  );
}

/** All modules of a field in one path: hundreds are dragged as one. */
const FieldView = memo(function FieldView(props: {
  readonly field: ModuleField;
  readonly modules: readonly PlacedModule[];
  readonly project: Project;
  readonly detail: Detail;
  readonly isSelected: boolean;
  readonly onPress: Press;
}) {
  const { field, modules, project, detail, isSelected, onPress } = props;
  return (
    <g
      data-field={field.id}
      className="cursor-move"
      role="button"
      aria-label={field.name}
      aria-pressed={isSelected}
      onPointerDown={(event) => onPress(event, field.id)}
    >
      <path
        d={modules.map(({ box }) => boxPath(project, field.face, box)).join(' ')}
        fill={isSelected ? 'var(--ground-kraft)' : 'var(--ground-paper)'}
        fillOpacity={detail === 'far' ? 1 : 0.86}
        stroke={isSelected ? 'var(--ink-kraft)' : 'var(--ink-pencil)'}
        strokeWidth={isSelected ? 2 : 1.25}
      />
      {(detail === 'near' || detail === 'names') && (
        <path
          d={modules.map((module) => lowEdge(field, module, project)).join(' ')}
          stroke="var(--ink-pencil)"
          strokeWidth={2.5}
          pointerEvents="none"
        />
      )}
    </g>
  );
});

/** A tilted module’s low edge is drawn firm. */
function lowEdge({ tilt, face }: ModuleField, { box }: PlacedModule, project: Project): string {
  if (tilt === null) return '';
  const { minX, minY, maxX, maxY } = box;
  const edges: Readonly<Record<typeof tilt.low, readonly [PointMm, PointMm]>> = {
    bottom: [
      [minX, minY],
      [maxX, minY],
    ],
    top: [
      [minX, maxY],
      [maxX, maxY],
    ],
    left: [
      [minX, minY],
      [minX, maxY],
    ],
    right: [
      [maxX, minY],
      [maxX, maxY],
    ],
  };
  return pathOf(
    edges[tilt.low].map((point) => project(face, point)),
    false,
  );
}

/** Rails as two pencil lines’ width, feet as crosses in chalk: where holes are marked. */
const SupportView = memo(function SupportView(props: {
  readonly face: string;
  readonly rails: readonly FieldRail[];
  readonly feet: readonly Foot[];
  readonly project: Project;
  readonly isNear: boolean;
}) {
  const { face, rails, feet, project, isNear } = props;
  const line = ({ runs, atMm, fromMm, toMm }: FieldRail) =>
    pathOf(
      (runs === 'across'
        ? ([
            [fromMm, atMm],
            [toMm, atMm],
          ] as const)
        : ([
            [atMm, fromMm],
            [atMm, toMm],
          ] as const)
      ).map((point) => project(face, point)),
      false,
    );
  const isBad = ({ feet: stands }: FieldRail) => stands.kind === 'gap';
  const arm = isNear ? 6 : 3.5;
  return (
    <g pointerEvents="none">
      <path
        d={rails
          .filter((rail) => !isBad(rail))
          .map(line)
          .join(' ')}
        stroke="var(--ink-pencil)"
        strokeWidth={isNear ? 4 : 2}
      />
      <path
        d={rails.filter(isBad).map(line).join(' ')}
        stroke="var(--ink-crayon)"
        strokeWidth={isNear ? 4 : 2}
        strokeDasharray="8 4"
      />
      <path
        d={feet
          .map(({ xMm, yMm }) => {
            const [x, y] = project(face, [xMm, yMm]);
            return `M${x - arm} ${y} h${2 * arm} M${x} ${y - arm} v${2 * arm}`;
          })
          .join(' ')}
        stroke="var(--ink-chalk)"
        strokeWidth={1.75}
        data-feet={feet.length}
      />
    </g>
  );
});

/** What of each group of cells lies in shade, as dark as it lacks light. */
const ShadeView = memo(function ShadeView(props: {
  readonly modules: readonly PlacedModule[];
  readonly shade: Readonly<Record<string, readonly number[]>>;
  readonly project: Project;
}) {
  const { modules, shade, project } = props;
  return (
    <g pointerEvents="none">
      {modules.flatMap(({ id, field, face, box, widthMm, heightMm }) => {
        const groups = shade[`${field}/${id}`] ?? [];
        const [fx, fy] = [(box.maxX - box.minX) / widthMm, (box.maxY - box.minY) / heightMm];
        return groupBoxes({ widthMm, heightMm, groups: groups.length }).map((part, group) => {
          const dark = groups[group] ?? 0;
          if (dark <= 0.01) return null;
          const over = {
            minX: box.minX + part.minX * fx,
            maxX: box.minX + part.maxX * fx,
            minY: box.minY + part.minY * fy,
            maxY: box.minY + part.maxY * fy,
          };
          return (
            <path
              key={`${id} ${group}`}
              d={boxPath(project, face, over)}
              fill="var(--ink-pencil)"
              fillOpacity={0.15 + 0.5 * dark}
            />
          );
        });
      })}
    </g>
  );
});

function InHand(props: {
  readonly modules: readonly PlacedModule[];
  readonly id: string;
  readonly project: Project;
}) {
  const { modules, id, project } = props;
  const module = modules.find((each) => each.id === id);
  if (module === undefined) return null;
  return (
    <path
      d={boxPath(project, module.face, module.box)}
      fill="none"
      stroke="var(--ink-kraft)"
      strokeWidth={4}
      pointerEvents="none"
      data-module={id}
    />
  );
}
