import { memo, type PointerEvent } from 'react';
import { findPassPlaces, type Pass, type Prepared, type Routes } from '@zarnel/core';
import { pathOf, type Project } from './project.ts';

/** Cable runs: a firm pencil line along each leg. */
export const RunsView = memo(function RunsView(props: {
  readonly routes: Routes;
  readonly project: Project;
  readonly selectedId: string | null;
  readonly onPress: (event: PointerEvent<SVGGElement>, id: string) => void;
}) {
  const { routes, project, selectedId, onPress } = props;
  return (
    <>
      {routes.routed.map(({ run, legs }) => (
        <g
          key={run.id}
          data-run={run.id}
          onPointerDown={(event) => onPress(event, run.id)}
          className="cursor-pointer"
        >
          {legs.map(({ face, from, to }, index) => {
            const d = pathOf([project(face, from), project(face, to)], false);
            return (
              <g key={index}>
                <path d={d} stroke="transparent" strokeWidth={14} />
                {run.id === selectedId && (
                  <path d={d} stroke="var(--ground-kraft)" strokeWidth={9} strokeLinecap="square" />
                )}
                <path d={d} stroke="var(--ink-pencil)" strokeWidth={3} strokeLinecap="square" />
              </g>
            );
          })}
        </g>
      ))}
    </>
  );
});

/** A sealed hole, drawn on both sides of its face. */
export const PassView = memo(function PassView(props: {
  readonly pass: Pass;
  readonly prepared: Prepared;
  readonly project: Project;
  readonly isSelected: boolean;
  readonly onPress: (event: PointerEvent<SVGGElement>, id: string, faceId: string) => void;
}) {
  const { pass, prepared, project, isSelected, onPress } = props;
  const places = findPassPlaces(prepared.site, pass);
  if (places === null) return null;
  return (
    <>
      {[places.here, places.there].map(({ face, at }) => {
        const [x, y] = project(face.id, at);
        return (
          <g
            key={face.id}
            data-pass={pass.id}
            data-on={face.id}
            className="cursor-move"
            role="button"
            aria-label={`${pass.name} on ${face.name}`}
            aria-pressed={isSelected}
            onPointerDown={(event) => onPress(event, pass.id, face.id)}
          >
            <circle cx={x} cy={y} r={16} fill="transparent" />
            <circle
              cx={x}
              cy={y}
              r={8}
              fill={isSelected ? 'var(--ground-kraft)' : 'var(--ground-paper)'}
              stroke={isSelected ? 'var(--ink-kraft)' : 'var(--ink-pencil)'}
              strokeWidth={2.5}
            />
            <path
              d={`M${x - 12} ${y} h24 M${x} ${y - 12} v24`}
              stroke="var(--ink-chalk)"
              strokeWidth={1.25}
            />
          </g>
        );
      })}
    </>
  );
});
