import { gearName } from '../plan/names.ts';
import { told } from '../quantity/told.ts';
import type { Hung, Prepared } from '../check/prepared.ts';
import { LOAD_FACTORS } from '../reference/fasteners.ts';
import { ROOT_FRAME, type Frame } from '../geometry/frame.ts';
import { cross, dot, scale, type Vec3 } from '../geometry/vec3.ts';
import { lengthInput, type Working } from '../working/working.ts';

export const GRAVITY_MPS2 = 9.80665;

/** What one bracket hole is designed for. */
export type HoleLoad = {
  /** Out of the face. */
  readonly pullN: number;
  /** Along the face, of the worst combination. */
  readonly shearN: number;
  /** The greatest part of it along the face’s right and left, and up and down it. */
  readonly acrossN: number;
  readonly upDownN: number;
  /** Towards which sides the fixing is pushed in what it holds in. */
  readonly towards: Readonly<Record<'left' | 'right' | 'up' | 'down', number>>;
};

/** What the bracket holes of a piece are designed for. */
export type FixingLoad = {
  /** Along the face, on every hole. */
  readonly shearN: number;
  /** Out of the face: of the hole that is pulled most. */
  readonly mostPullN: number;
  readonly onHole: ReadonlyMap<string, HoleLoad>;
  readonly working: Working;
};

/** What one bracket hole carries of a load. */
export function loadOnHole({ onHole }: FixingLoad, holeId: string): HoleLoad {
  const load = onHole.get(holeId);
  if (load === undefined) throw new Error(`The load was not worked out for a hole “${holeId}”.`);
  return load;
}

/** Holes this near in height share a row, and across a column. */
const ROW_MM = 20;
/** A couple never gets a shorter arm than this: below it nothing is held by a couple. */
const LEAST_ARM_MM = 20;

/** Forces on a piece in its face’s own axes, N: the greatest towards each side, and out of the face. */
type FaceForces = {
  readonly left: number;
  readonly right: number;
  readonly up: number;
  readonly down: number;
  readonly out: number;
  /** The worst resultant along the face. */
  readonly along: number;
};

/**
 * The load on each bracket hole, by statics in the face’s own axes. Weight and snow pull straight down, whatever way the
 * face lies; a moving body is jolted up and down, along the face on the level, and square to that. What acts along the
 * face is shared by all holes in shear, and turns the piece about the face with the arm of its middle: the row or column
 * on the far side is pulled by the couple, over the distance to the opposite one, or to the edge of the body where there
 * is one only. What acts out of the face is shared by all, and by its distance from their middle. The factors are the
 * job’s own where it has some, else the usual of its setting. `bodies` are all that hangs on the holes. Null without
 * bracket holes.
 */
export function fixingLoadOf(
  prepared: Prepared,
  item: Hung,
  bodies: readonly Hung[] = [item],
): FixingLoad | null {
  const { bracketHoles } = item.type;
  if (bracketHoles.length === 0) return null;
  const { site } = prepared.plan;
  const frame = prepared.site.frames.get(item.face.id) ?? ROOT_FRAME;
  const isMobile = site.setting === 'mobile';
  const factors = site.loadFactors ?? (isMobile ? LOAD_FACTORS.mobile : LOAD_FACTORS.wall);
  const loads = bodies.map((body) => {
    const weightN = body.type.massKg * GRAVITY_MPS2;
    const snowN = snowOn(frame, body);
    const forces = forcesOf(frame, {
      downN: weightN * factors.down + snowN,
      upN: isMobile ? weightN * factors.down : 0,
      levelN: weightN * factors.across,
      squareN: weightN * factors.out,
    });
    const { minX, maxX, minY, maxY } = body.body;
    const outMm = body.type.standoffMm + body.type.depthMm / 2;
    const at = [(minX + maxX) / 2, (minY + maxY) / 2] as const;
    return { weightN, snowN, forces, outMm, at };
  });
  const sum = (pick: (load: (typeof loads)[number]) => number) =>
    loads.reduce((total, load) => total + pick(load), 0);
  const turned = (side: 'left' | 'right' | 'up' | 'down') => sum(({ forces, outMm }) => forces[side] * outMm);
  const count = bracketHoles.length;
  const outN = sum(({ forces }) => forces.out);
  const middleOut = (axis: 0 | 1) => (outN === 0 ? 0 : sum(({ forces, at }) => forces.out * at[axis]) / outN);
  const { placement, body } = item;
  const upDown = pulledAlong(
    bracketHoles.map(({ id, yMm }) => ({ id, at: placement.yMm + yMm })),
    [body.minY, body.maxY],
    { toLow: turned('down'), toHigh: turned('up'), outN, outAt: middleOut(1) },
  );
  const across = pulledAlong(
    bracketHoles.map(({ id, xMm }) => ({ id, at: placement.xMm + xMm })),
    [body.minX, body.maxX],
    { toLow: turned('left'), toHigh: turned('right'), outN, outAt: middleOut(0) },
  );
  const shearN = sum(({ forces }) => forces.along) / count;
  const side = (which: 'left' | 'right' | 'up' | 'down') => sum(({ forces }) => forces[which]) / count;
  const towards = { left: side('left'), right: side('right'), up: side('up'), down: side('down') };
  const onHole = new Map(
    bracketHoles.map(({ id }): [string, HoleLoad] => [
      id,
      {
        pullN: Math.max(0, outN / count + (upDown.pulls.get(id) ?? 0) + (across.pulls.get(id) ?? 0)),
        shearN,
        acrossN: Math.max(towards.left, towards.right),
        upDownN: Math.max(towards.up, towards.down),
        towards,
      },
    ]),
  );
  const mostPullN = Math.max(...[...onHole.values()].map(({ pullN }) => pullN));
  const mm = sum(({ weightN, outMm }) => weightN * outMm) / sum(({ weightN }) => weightN);
  const snowN = sum((load) => load.snowN);
  const isLean = Math.abs(frame.toViewer[2]) > LEVEL_SINE;
  return {
    shearN,
    mostPullN,
    onHole,
    get working(): Working {
      return {
        title: told('Load on the fixings of {gear}', { gear: gearName(placement.id) }),
        formula:
          'along and out = W·f and S, resolved on the face;  shear = along ÷ n;  pull = out ÷ n + along·d ÷ (arm · n row)',
        inputs: [
          { symbol: 'W', name: 'Weight: mass × 9.807 m/s²', value: { value: sum(({ weightN }) => weightN), unit: 'N' } }, // prettier-ignore
          ...(snowN === 0 ? [] : [{ symbol: 'S', name: 'Snow on it', value: { value: snowN, unit: 'N' } as const }]), // prettier-ignore
          {
            symbol: 'f',
            name: isMobile ? 'Up and down, in g' : 'Factor',
            value: { value: factors.down, unit: 'ratio' },
          },
          ...(factors.across === 0 && factors.out === 0
            ? []
            : [
                { symbol: 'f across', name: 'Along the face, in g', value: { value: factors.across, unit: 'ratio' } as const }, // prettier-ignore
                { symbol: 'f out', name: 'Square to that, in g', value: { value: factors.out, unit: 'ratio' } as const }, // prettier-ignore
              ]),
          ...(isLean
            ? [{ symbol: 'lean', name: 'The face leans over from upright; below 0 back', value: { value: leanDeg(frame), unit: 'deg' } as const }] // prettier-ignore
            : []),
          { symbol: 'n', name: 'Bracket holes', value: { value: count, unit: 'count' } },
          {
            symbol: 'n row',
            name: 'Holes of the row that is pulled',
            value: { value: upDown.inRow, unit: 'count' },
          },
          lengthInput('d', 'Middle of the mass out from its face', mm),
          lengthInput('arm', 'That row to the opposite one, or to the edge of the body', upDown.armMm),
          { symbol: 'out', name: 'Straight out of the face, all', value: { value: outN, unit: 'N' } },
          { symbol: 'shear', name: 'Along the face, each hole', value: { value: shearN, unit: 'N' } },
        ],
        result: { name: 'Pull on the hole pulled most', value: { value: mostPullN, unit: 'N' } },
        source:
          site.loadFactors === null
            ? LOAD_FACTORS.source
            : { kind: 'yours', title: 'The load factors of this job' },
        notes: [
          'Its mass is taken at the middle of the body.',
          ...(factors.across === 0
            ? []
            : ['Jolts to the side pull the columns in the same way; both add up.']),
          ...(snowN === 0 ? [] : ['Snow is a design load already: no factor comes on top of it.']),
        ],
      };
    },
  };
}

/** Below this sine a face counts as upright in what is told of it. */
const LEVEL_SINE = 1e-6;

function leanDeg({ toViewer }: Frame): number {
  return (Math.asin(Math.max(-1, Math.min(1, -toViewer[2]))) * 180) / Math.PI;
}

/** Snow on a body outside that is not sheltered by its own face: its load on the level times the body seen from above, N. */
function snowOn({ right, up, toViewer }: Frame, { face, type }: Hung): number {
  const pressurePa = face.conditions.snowLoadPa.value;
  if (face.face.side !== 'outside' || pressurePa === 0 || toViewer[2] < -LEVEL_SINE) return 0;
  const { widthMm: w, heightMm: h, depthMm: d } = type;
  const seenMm2 = Math.abs(toViewer[2]) * w * h + Math.abs(up[2]) * w * d + Math.abs(right[2]) * h * d;
  return (pressurePa * seenMm2) / 1e6;
}

type Jolts = {
  readonly downN: number;
  readonly upN: number;
  /** Along the face on the level, either way; and level and square to that, either way. */
  readonly levelN: number;
  readonly squareN: number;
};

/** Forces as a face sees them; `down` and `up` are the site’s, the others level. */
function forcesOf({ right, up, toViewer }: Frame, { downN, upN, levelN, squareN }: Jolts): FaceForces {
  // On the level along the face; on a ceiling or a floor every way along it is level: its own right.
  const along = cross([0, 0, 1], toViewer);
  const length = Math.hypot(...along);
  const level: Vec3 = length < LEVEL_SINE ? right : scale(along, 1 / length);
  const square = cross(level, [0, 0, 1]);
  const towards = (axis: Vec3, sign: 1 | -1) =>
    Math.max(0, downN * -axis[2] * sign, upN * axis[2] * sign) +
    levelN * Math.abs(dot(level, axis)) +
    squareN * Math.abs(dot(square, axis));
  const slope = cross(toViewer, level);
  const worstUpright = Math.max(downN, upN) * Math.abs(slope[2]);
  return {
    left: towards(right, -1),
    right: towards(right, 1),
    down: towards(up, -1),
    up: towards(up, 1),
    out: towards(toViewer, 1),
    along: Math.hypot(worstUpright + squareN * Math.abs(dot(square, slope)), levelN),
  };
}

type Turn = {
  /** Couples about the face, N·mm, of what pushes towards the low and the high end. */
  readonly toLow: number;
  readonly toHigh: number;
  /** What pulls straight out, and where along. */
  readonly outN: number;
  readonly outAt: number;
};

/** What couples along one axis of the face pull out at each hole, N, with the arm and the row of the graver one. */
function pulledAlong(
  holes: readonly { readonly id: string; readonly at: number }[],
  [bodyLow, bodyHigh]: readonly [number, number],
  { toLow, toHigh, outN, outAt }: Turn,
): { readonly pulls: ReadonlyMap<string, number>; readonly armMm: number; readonly inRow: number } {
  const places = holes.map(({ at }) => at);
  const [low, high] = [Math.min(...places), Math.max(...places)];
  const middle = places.reduce((sum, at) => sum + at, 0) / places.length;
  const offCoupleNmm = outN * (outAt - middle);
  const highRow = holes.filter(({ at }) => at >= high - ROW_MM);
  const lowRow = holes.filter(({ at }) => at <= low + ROW_MM);
  const isOneRow = highRow.length === holes.length;
  // A push towards the low end turns the high end out; with one row the body bears on its far edge.
  const armOfHigh = Math.max(LEAST_ARM_MM, isOneRow ? high - bodyLow : high - low);
  const armOfLow = Math.max(LEAST_ARM_MM, isOneRow ? bodyHigh - low : high - low);
  const atHigh = (toLow + offCoupleNmm) / armOfHigh / highRow.length;
  const atLow = (toHigh - offCoupleNmm) / armOfLow / lowRow.length;
  const pulls = new Map(lowRow.map(({ id }) => [id, atLow]));
  for (const { id } of highRow) pulls.set(id, Math.max(pulls.get(id) ?? atHigh, atHigh));
  const isHigh = atHigh >= atLow;
  return {
    pulls,
    armMm: isHigh ? armOfHigh : armOfLow,
    inRow: (isHigh ? highRow : lowRow).length,
  };
}
