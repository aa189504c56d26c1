import { memo, type PointerEvent } from 'react';
import { mirrored, typedBase, type Leg, type PlatePlaces, type SiteFace } from '@zarnel/core/figures';
import type { Plan, Penetration, PlateHole, PointMm } from '@zarnel/core/plan';
import { pathOf, type Project } from './project.ts';

/** A cable run: a firm pencil line along each leg. */
export const RunView = memo(function RunView(props: {
  readonly run: string;
  readonly legs: readonly Leg[];
  readonly project: Project;
  readonly isSelected: boolean;
  readonly onPress: (event: PointerEvent<SVGGElement>, id: string, faceId: string) => void;
}) {
  const { run, legs, project, isSelected, onPress } = props;
  return (
    <g data-run={run} className="cursor-pointer">
      {legs.map(({ face, from, to }, index) => {
        const d = pathOf([project(face, from), project(face, to)], false);
        return (
          <g key={index} onPointerDown={(event) => onPress(event, run, face)}>
            <path d={d} stroke="transparent" strokeWidth={14} />
            {isSelected && <path d={d} stroke="var(--ground-kraft)" strokeWidth={9} strokeLinecap="square" />}
            <path d={d} stroke="var(--ink-pencil)" strokeWidth={3} strokeLinecap="square" />
          </g>
        );
      })}
    </g>
  );
});

/** A sealed hole, drawn on both sides of its face. */
export const PenetrationView = memo(function PenetrationView(props: {
  readonly penetration: Penetration;
  readonly codeBasis: Plan['codeBasis'];
  /** The face it is measured on, and its other side. */
  readonly here: SiteFace;
  readonly there: SiteFace;
  /** The face of its outer side, on which its base is drawn. */
  readonly baseOn: string;
  readonly project: Project;
  readonly isSelected: boolean;
  readonly onPress: (event: PointerEvent<SVGGElement>, penetration: Penetration, faceId: string) => void;
}) {
  const { penetration, codeBasis, here, there, baseOn, project, isSelected, onPress } = props;
  const at: PointMm = [penetration.xMm, penetration.yMm];
  const base = typedBase({ codeBasis }, penetration);
  return (
    <>
      {[here, there].map((face) => {
        const seenAt = face === here ? at : mirrored(here, at);
        const [x, y] = project(face.id, seenAt);
        return (
          <g
            key={face.id}
            data-penetration={penetration.id}
            data-on={face.id}
            className="cursor-move"
            role="button"
            aria-label={`${penetration.name} on ${face.name}`}
            aria-pressed={isSelected}
            onPointerDown={(event) => onPress(event, penetration, face.id)}
          >
            {face.id === baseOn && (
              <path d={baseOutline(face.id, seenAt, base, project)} fill="none" stroke="var(--ink-pencil)" />
            )}
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

/** A hole bored along an edge: an auger’s mark, open where it comes from, on both faces. */
export const PlateHoleView = memo(function PlateHoleView(props: {
  readonly hole: PlateHole;
  readonly places: PlatePlaces;
  readonly project: Project;
  readonly isSelected: boolean;
  readonly onPress: (event: PointerEvent<SVGGElement>, id: string, faceId: string, at: PointMm) => void;
}) {
  const { hole, places, project, isSelected, onPress } = props;
  return [places.here, places.there].map(({ face, at }) => {
    const [x, y] = project(face.id, at);
    return (
      <g
        key={face.id}
        data-plate-hole={hole.id}
        data-on={face.id}
        className="cursor-move"
        role="button"
        aria-label={`${hole.name} on ${face.name}`}
        aria-pressed={isSelected}
        onPointerDown={(event) => onPress(event, hole.id, face.id, at)}
      >
        <circle cx={x} cy={y} r={16} fill="transparent" />
        <path
          d={`M${x - 8} ${y - 8} h16 v16 h-16 z`}
          fill={isSelected ? 'var(--ground-kraft)' : 'var(--ground-paper)'}
          stroke={isSelected ? 'var(--ink-kraft)' : 'var(--ink-pencil)'}
          strokeWidth={2.5}
        />
        <path
          d={`M${x - 8} ${y - 8} l16 16 M${x + 8} ${y - 8} l-16 16`}
          stroke="var(--ink-chalk)"
          strokeWidth={1.25}
        />
      </g>
    );
  });
});

function baseOutline(
  face: string,
  [x, y]: PointMm,
  { widthMm, heightMm }: { readonly widthMm: number; readonly heightMm: number },
  project: Project,
): string {
  const [dx, dy] = [widthMm / 2, heightMm / 2];
  const corners: PointMm[] = [
    [x - dx, y - dy],
    [x + dx, y - dy],
    [x + dx, y + dy],
    [x - dx, y + dy],
  ];
  return pathOf(
    corners.map((corner) => project(face, corner)),
    true,
  );
}
