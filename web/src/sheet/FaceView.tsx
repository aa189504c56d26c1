import { memo } from 'react';
import { obstacleBounds, usableOutlines, type SiteFace } from '@zarnel/core/figures';
import type { Obstacle } from '@zarnel/core/plan';
import { boxPath, pathOf, type Project } from './project.ts';

type Props = {
  readonly face: SiteFace;
  readonly project: Project;
  readonly isInHand: boolean;
  readonly showsFraming: boolean;
  /** From far it is its outline, and nothing on it. */
  readonly isFar: boolean;
  readonly onPress: (faceId: string) => void;
};

/** A face in pencil: its outline, its framing, its obstacles; what setbacks leave of it inside a chalk line. */
export const FaceView = memo(function FaceView(props: Props) {
  const { face, project, isInHand, showsFraming, isFar, onPress } = props;
  const { id, bounds, outline, members, obstacles, setbacks, name } = face;
  const clip = `clip-${id}`;
  const outlinePath = pathOf(
    outline.map((point) => project(id, point)),
    true,
  );
  if (isFar) {
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
  const [labelX, labelY] = project(id, [bounds.minX, bounds.minY]);
  const [endX, endY] = project(id, [bounds.maxX, bounds.minY]);
  const side = face.face.shape.kind === 'reverse' ? ' · other side' : ` · ${face.face.side}`;
  const label = fittedLabel(name, side, Math.hypot(endX - labelX, endY - labelY) - LABEL_PX.margin);
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
      <text
        x={labelX + 6}
        y={labelY - 7}
        fontSize={13}
        fontWeight={isInHand ? 700 : 400}
        fill="var(--ink-pencil)"
        className="halo"
      >
        {label.name}
        {label.isCut && <title>{name}</title>}
        {label.hasSide && (
          <tspan fill="var(--ink-kraft)" fontWeight={400}>
            {side}
          </tspan>
        )}
      </text>
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
  const { shape, isHidden, name } = obstacle;
  const bounds = obstacleBounds(obstacle);
  const [left, top] = project(faceId, [bounds.minX, bounds.maxY]);
  const [right, bottom] = project(faceId, [bounds.maxX, bounds.minY]);
  const [x, y] = [(left + right) / 2, (top + bottom) / 2];
  const isTall = Math.abs(bottom - top) > Math.abs(right - left) * TALL_RATIO;
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
      <text
        x={x}
        y={y + 4}
        textAnchor="middle"
        fontSize={12}
        fill="var(--ink-pencil)"
        className="halo"
        transform={isTall ? `rotate(-90 ${x} ${y})` : undefined}
      >
        {name}
      </text>
    </g>
  );
}

/** Things this much higher than wide have their name along them. */
const TALL_RATIO = 2.5;

const LABEL_PX = { letter: 7, margin: 10 };

/** As much of a face’s name and side as fits on it, so that it does not run into its neighbour. */
function fittedLabel(name: string, side: string, roomPx: number) {
  const fits = Math.floor(roomPx / LABEL_PX.letter);
  if (name.length + side.length <= fits) return { name, hasSide: true, isCut: false };
  if (name.length <= fits) return { name, hasSide: false, isCut: false };
  return { name: fits < 3 ? '' : `${name.slice(0, fits - 1)}…`, hasSide: false, isCut: true };
}
