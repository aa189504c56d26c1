import type { SiteFace, Snap, SnapReason } from '@zarnel/core/figures';
import type { PointMm } from '@zarnel/core/plan';
import type { Project } from './project.ts';
import type { Dragged } from './tools/drag-tool.ts';

type Props = {
  readonly face: SiteFace;
  readonly near: Dragged['near'];
  readonly at: PointMm;
  readonly project: Project;
};

const WORDS: Readonly<Record<SnapReason, string>> = {
  'required-gap': 'required gap',
  'equal-gaps': 'equal gaps',
  setback: 'setback',
  'one-gap': 'one gap',
  'in-line': 'in line',
  tops: 'tops in line',
  bottoms: 'bottoms in line',
  framing: 'on framing',
  centre: 'middle',
};

/** Distances on a face that are less apart than this are one: what is dragged is held there. */
const HELD_MM = 0.01;

/** Chalk lines of the places that hold what is dragged, drawn through; of those that are near, broken. */
export function SnapsView({ face, near, at, project }: Props) {
  const { minX, maxX, minY, maxY } = face.bounds;
  const line = (snap: Snap, isAcross: boolean) => {
    const isHeld = Math.abs(snap.atMm - at[isAcross ? 0 : 1]) < HELD_MM;
    const [from, to] = isAcross
      ? [project(face.id, [snap.lineMm, minY]), project(face.id, [snap.lineMm, maxY])]
      : [project(face.id, [minX, snap.lineMm]), project(face.id, [maxX, snap.lineMm])];
    return (
      <g key={`${isAcross ? 'x' : 'y'}${snap.why}${snap.lineMm}`} data-snap={snap.why} data-held={isHeld}>
        <line
          x1={from[0]}
          y1={from[1]}
          x2={to[0]}
          y2={to[1]}
          stroke="var(--ink-chalk)"
          strokeWidth={isHeld ? 1.5 : 1}
          strokeDasharray={isHeld ? undefined : '2 6'}
        />
        {isHeld && (
          <text
            x={to[0] + (isAcross ? 4 : -4)}
            y={to[1] + (isAcross ? 14 : -4)}
            textAnchor={isAcross ? 'start' : 'end'}
            fontSize={12}
            fill="var(--ink-chalk)"
            className="halo"
          >
            {WORDS[snap.why]}
          </text>
        )}
      </g>
    );
  };
  return (
    <g pointerEvents="none">
      {near.across.map((snap) => line(snap, true))}
      {near.up.map((snap) => line(snap, false))}
    </g>
  );
}
