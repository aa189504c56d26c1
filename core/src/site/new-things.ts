import { NOT_MEASURED, type Face, type Layer, type Stand } from '../plan/face.ts';
import type { Framing } from '../plan/framing.ts';
import type { Obstacle } from '../plan/obstacle.ts';
import type { Plan } from '../plan/plan.ts';
import type { PointMm } from '../plan/values.ts';
import { mmFromInch } from '../quantity/convert.ts';
import { ofTrade } from '../quantity/trade-size.ts';

// What new faces, framing and obstacles start from, where nothing else is said. Lengths in mm.

type FaceParts = Pick<Face, 'id' | 'name'> &
  Partial<Omit<Face, 'shape'>> & {
    readonly points: readonly PointMm[];
    readonly thicknessMm: number;
    readonly layers?: readonly Layer[];
    readonly framing?: readonly Framing[];
    readonly stands?: Stand | null;
  };

export function faceOf({
  points,
  thicknessMm,
  layers,
  framing = [],
  stands = null,
  ...more
}: FaceParts): Face {
  return {
    kind: 'wall',
    side: 'inside',
    material: 'material-plywood',
    fireRatedMinutes: null,
    roomInFrontMm: null,
    obstacles: [],
    setbacks: [],
    conditions: {},
    ...more,
    shape: {
      kind: 'outline',
      pointsMm: points.map(([x, y]) => [x, y]),
      thicknessMm,
      ...(layers === undefined ? {} : { layers: [...layers] }),
      framing: [...framing],
      stands,
      asFound: NOT_MEASURED,
    },
  };
}

/** Members all along a face, from the first one's centre at a spacing. */
export function spacedFraming(
  id: string,
  name: string,
  role: Framing['role'],
  memberWidthMm: number,
  [firstCentreMm, spacingMm]: readonly [number, number],
  more: Partial<Framing> = {},
): Framing {
  return {
    id,
    name,
    role,
    axis: 'vertical',
    memberWidthMm,
    memberDepthMm: 0,
    stuff: 'wood',
    species: '',
    specificGravity: null,
    mayBore: false,
    toleranceMm: 0,
    at: { kind: 'spaced', firstCentreMm, spacingMm },
    extent: null,
    found: [],
    ...more,
  };
}

const USUAL_STUDS = {
  us: { memberWidthMm: mmFromInch(1.5), spacingMm: mmFromInch(16) },
  iec: { memberWidthMm: 45, spacingMm: 600 },
} as const satisfies Record<Plan['codeBasis'], unknown>;

/** Studs as they commonly stand, 16 in or 600 mm apart (common practice, no source). */
export function usualStuds(id: string, codeBasis: Plan['codeBasis']): Framing {
  const { memberWidthMm, spacingMm } = USUAL_STUDS[codeBasis];
  return spacedFraming(id, 'studs', 'stud', memberWidthMm, [spacingMm, spacingMm]);
}

export function boxObstacle(
  id: string,
  name: string,
  kind: Obstacle['kind'],
  [xMm, yMm, widthMm, heightMm]: readonly [number, number, number, number],
  more: Partial<Obstacle> = {},
): Obstacle {
  return { ...bareObstacle(id, name, kind), shape: { kind: 'box', xMm, yMm, widthMm, heightMm }, ...more };
}

export function lineObstacle(
  id: string,
  name: string,
  kind: Obstacle['kind'],
  points: readonly PointMm[],
  widthMm: number,
  more: Partial<Obstacle> = {},
): Obstacle {
  const pointsMm = points.map(([x, y]): [number, number] => [x, y]);
  return { ...bareObstacle(id, name, kind), shape: { kind: 'line', pointsMm, widthMm }, ...more };
}

function bareObstacle(id: string, name: string, kind: Obstacle['kind']) {
  return { id, name, kind, standsOutMm: 0, opens: null, isHidden: false, clearMm: 0, noDrillMm: 0 };
}

/** Kinds that run along a line; new ones lie behind the face, where no drill may meet them. */
const LINES: readonly Obstacle['kind'][] = ['pipe', 'cable', 'fuel-line'];
/** From a hidden line (practice): an inch or two. */
const NO_DRILL_MM = 50;

/** Something new on a face, in its lower left, to be moved and sized. */
export function newObstacle(
  codeBasis: Plan['codeBasis'],
  id: string,
  name: string,
  kind: Obstacle['kind'],
): Obstacle {
  const mm = (metric: number) => ofTrade(codeBasis, metric);
  if (kind === 'door') return boxObstacle(id, name, kind, [mm(100), 0, mm(900), mm(2000)]);
  if (!LINES.includes(kind)) return boxObstacle(id, name, kind, [mm(100), mm(100), mm(400), mm(300)]);
  const ends: PointMm[] = [
    [mm(100), mm(300)],
    [mm(900), mm(300)],
  ];
  const thickMm = mm(kind === 'cable' ? 10 : 25);
  return lineObstacle(id, name, kind, ends, thickMm, { isHidden: true, noDrillMm: mm(NO_DRILL_MM) });
}
