import { memo } from 'react';
import { obstacleBounds, usableOutlines, type SiteFace } from '@zarnel/core/figures';
import type { Obstacle, PointMm } from '@zarnel/core/plan';
import { boxPath, pathOf, type Project } from './project.ts';
import type { Detail } from './visible-faces.ts';

type Props = {
  readonly face: SiteFace;
  readonly project: Project;
  readonly isInHand: boolean;
  readonly showsFraming: boolean;
  /** From far it is its outline, and nothing on it; framing has two edges only from near. */
  readonly detail: Detail;
  readonly onPress: (faceId: string) => void;
};

/** A face in pencil: its outline, its framing, its obstacles; what setbacks leave of it inside a chalk line. */
export const FaceView = memo(function FaceView(props: Props) {
  const { face, project, isInHand, showsFraming, detail, onPress } = props;
  const { id, outline, members, obstacles, setbacks, name } = face;
  const clip = `clip-${id}`;
  const outlinePath = pathOf(
    outline.map((point) => project(id, point)),
    true,
  );
  if (detail === 'far') {
    return (
      <g onPointerDown={() => onPress(id)} data-face={id}>
        <path
          d={outlinePath}
          fill="var(--ground-paper)"
          stroke="var(--ink-pencil)"
          strokeWidth={isInHand ? 2.5 : 1}
        >
          <title>{name}</title>
        </path>
      </g>
    );
  }
  return (
    <g onPointerDown={() => onPress(id)} data-face={id}>
      <clipPath id={clip}>
        <path d={outlinePath} />
      </clipPath>
      <path
        d={outlinePath}
        fill="var(--ground-paper)"
        stroke="var(--ink-pencil)"
        strokeWidth={isInHand ? 2.5 : 1.25}
      />
      {showsFraming && (
        <g clipPath={`url(#${clip})`}>
          {members.map(({ axis, centreMm, widthMm, fromMm, toMm, isFound }, index) => {
            const [start, end]: readonly [PointMm, PointMm] =
              axis === 'vertical'
                ? [
                    [centreMm, fromMm],
                    [centreMm, toMm],
                  ]
                : [
                    [fromMm, centreMm],
                    [toMm, centreMm],
                  ];
            if (detail !== 'near')
              return (
                <path
                  key={index}
                  d={pathOf([project(id, start), project(id, end)], false)}
                  stroke="var(--line-faint)"
                  strokeDasharray={isFound ? undefined : '8 5'}
                  strokeWidth={1.5}
                />
              );
            const half = widthMm / 2;
            const box =
              axis === 'vertical'
                ? { minX: centreMm - half, maxX: centreMm + half, minY: fromMm, maxY: toMm }
                : { minX: fromMm, maxX: toMm, minY: centreMm - half, maxY: centreMm + half };
            return (
              <path
                key={index}
                d={boxPath(project, id, box)}
                fill="var(--line-faint)"
                fillOpacity={0.18}
                stroke={isFound ? 'var(--ink-pencil)' : 'var(--line-faint)'}
                strokeDasharray={isFound ? undefined : '5 4'}
                strokeWidth={1}
              />
            );
          })}
        </g>
      )}
      {setbacks.length > 0 &&
        usableOutlines(face).map((points, index) => (
          <path
            key={index}
            d={pathOf(
              points.map((point) => project(id, point)),
              true,
            )}
            fill="none"
            stroke="var(--ink-chalk)"
            strokeWidth={1}
            strokeDasharray="9 5"
          />
        ))}
      {obstacles.map((obstacle) => (
        <ObstacleView key={obstacle.id} faceId={id} obstacle={obstacle} project={project} />
      ))}
    </g>
  );
});

/** Hatched where it stands; only its edge, broken, where it is hidden behind the face. */
function ObstacleView(props: {
  readonly faceId: string;
  readonly obstacle: Obstacle;
  readonly project: Project;
}) {
  const { faceId, obstacle, project } = props;
  const { shape, isHidden } = obstacle;
  const bounds = obstacleBounds(obstacle);
  const common = {
    stroke: 'var(--ink-pencil)',
    strokeWidth: 1,
    strokeDasharray: isHidden ? '6 4' : undefined,
  };
  const [from, to] = [project(faceId, [0, 0]), project(faceId, [1, 0])];
  const scale = Math.hypot(to[0] - from[0], to[1] - from[1]);
  return (
    <g>
      {shape.kind === 'box' ? (
        <path d={boxPath(project, faceId, bounds)} fill={isHidden ? 'none' : 'url(#hatch)'} {...common} />
      ) : (
        <>
          <path
            d={pathOf(
              shape.pointsMm.map((point) => project(faceId, point)),
              false,
            )}
            fill="none"
            stroke={isHidden ? 'var(--line-faint)' : 'var(--ink-pencil)'}
            strokeOpacity={isHidden ? 1 : 0.35}
            strokeWidth={Math.max(2, shape.widthMm * scale)}
          />
          <path
            d={pathOf(
              shape.pointsMm.map((point) => project(faceId, point)),
              false,
            )}
            fill="none"
            {...common}
          />
        </>
      )}
    </g>
  );
}
