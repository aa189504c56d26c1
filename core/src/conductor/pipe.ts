import type { Prepared } from '../check/prepared.ts';
import { add, dot, scale, type Vec3 } from '../geometry/vec3.ts';
import type { Run } from '../plan/run.ts';
import { told } from '../quantity/told.ts';
import { runName } from '../plan/names.ts';
import { CONDUIT_SUPPORTS, STEEL_GROWS } from '../reference/bends.ts';
import type { ConduitSize } from '../reference/conductor-sizes.ts';
import { routeOf, type Leg, type RoutedRun } from '../route/route.ts';
import { platePlaces } from '../site/plate-meeting.ts';
import { lengthInput, type Working } from '../working/working.ts';
import { bentPipe, straightPullMm, supportsMm, type BentPipe } from './bends.ts';
import { bendRadiusMm, conduitFill } from './conduit.ts';

/** Bends between two pull points at most (358.26). */
const MOST_DEG = 360;
/** Less than this a pipe is straight. */
const STRAIGHT_DEG = 1;
/** A roof in the sun is hotter than the air by about so much (practice), K. */
const SUN_K = 40;

/** The conduit of a run: its pipes from penetration to penetration, as they are cut, bent and held. */
export type PipePlan = {
  readonly size: ConduitSize;
  readonly radiusMm: number;
  readonly pipes: readonly (BentPipe & {
    readonly supportsMm: readonly number[];
    readonly stickCount: number;
  })[];
  readonly cutMm: number;
  /** Places where it has to be opened for pulling, beside its ends and penetrations. */
  readonly pullPointCount: number;
  /** Of a box for a straight pull of conductors of 4 AWG and larger. */
  readonly pullBoxMm: number;
  /** How much the longest pipe grows from the coldest to the hottest. */
  readonly growsMm: number;
  readonly working: Working;
};

/** Null where the run is in no conduit, or has no way or no size. */
export function pipePlan(prepared: Prepared, run: Run): PipePlan | null {
  const size = conduitFill(prepared, run)?.size ?? (run.laid.as === 'conduit' ? run.laid.size : null);
  const outcome = routeOf(prepared, run.id);
  if (run.laid.as !== 'conduit' || size === null || outcome?.kind !== 'routed') return null;
  const radiusMm = bendRadiusMm(size);
  const { firstMm, everyMm, stickMm, source } = CONDUIT_SUPPORTS[prepared.plan.codeBasis];
  const pipes = waysOfPipes(prepared, outcome.routed).map(({ straights, angles }) => {
    const pipe = bentPipe(straights, angles, radiusMm);
    return {
      ...pipe,
      supportsMm: supportsMm(pipe.cutMm, firstMm, everyMm),
      stickCount: Math.max(1, Math.ceil(pipe.cutMm / stickMm - 1e-9)),
    };
  });
  const cutMm = pipes.reduce((sum, pipe) => sum + pipe.cutMm, 0);
  const longestMm = Math.max(0, ...pipes.map((pipe) => pipe.cutMm));
  const { designLowTempC, designHighTempC } = prepared.plan.site.conditions;
  const isInSun = outcome.routed.legs.some(
    ({ face }) => prepared.site.faces.get(face)?.conditions.sun.value === 'full',
  );
  const riseK = designHighTempC - designLowTempC + (isInSun ? SUN_K : 0);
  const growsMm = STEEL_GROWS * longestMm * riseK;
  return {
    size,
    radiusMm,
    pipes,
    cutMm,
    pullPointCount: pipes.reduce(
      (sum, { totalDeg }) => sum + Math.max(0, Math.ceil(totalDeg / MOST_DEG - 1e-9) - 1),
      0,
    ),
    pullBoxMm: straightPullMm([size]),
    growsMm,
    working: {
      title: told('Conduit of {run}', { run: runName(run.id) }),
      formula:
        'cut = Σ straights − Σ (2·R·tan(θ ÷ 2) − R·θ); mark = straights before − gains before − R·tan(θ ÷ 2)',
      inputs: [
        lengthInput(
          'straights',
          'From corner to corner, all together',
          pipes.reduce((sum, pipe) => sum + pipe.cornersMm, 0),
        ),
        lengthInput('R', 'Radius of its bends, to the centre line', radiusMm),
        {
          symbol: 'θ',
          name: 'All bends together',
          value: { value: pipes.reduce((sum, pipe) => sum + pipe.totalDeg, 0), unit: 'deg' },
        },
        lengthInput(
          'growth',
          told('Of the longest pipe over {rise}', { rise: { value: riseK, unit: 'kelvin' } }),
          growsMm,
        ),
      ],
      result: { name: 'Pipe to cut', value: { value: cutMm, unit: 'mm' } },
      source,
      notes: [
        'Marks stand where a bend begins. A hand bender with an arrow has its own take-up: measure one bend of the bender in hand first.',
        'Ends go into their fittings: add what those take.',
      ],
    },
  };
}

/** The bends of a conduit’s pipes between two places where they can be pulled, the worst of them, °. */
export function mostBendsDeg(prepared: Prepared, routed: RoutedRun): number {
  const ofPipes = waysOfPipes(prepared, routed).map(({ angles }) =>
    angles.reduce((sum, deg) => sum + deg, 0),
  );
  return Math.max(0, ...ofPipes);
}

type Straight = { readonly way: Vec3; readonly lengthMm: number };

/** Corner to corner, with the angle in space at each; a penetration ends one pipe and begins the next, a plate is gone through. */
function waysOfPipes(prepared: Prepared, { legs, passes }: RoutedRun) {
  const pipes: { straights: number[]; angles: number[] }[] = [];
  let before: Straight | null = null;
  const lay = (next: Straight) => {
    const pipe = pipes.at(-1);
    if (pipe === undefined || before === null) pipes.push({ straights: [next.lengthMm], angles: [] });
    else {
      const angle = (Math.acos(Math.max(-1, Math.min(1, dot(before.way, next.way)))) * 180) / Math.PI;
      if (angle < STRAIGHT_DEG) pipe.straights.push((pipe.straights.pop() ?? 0) + next.lengthMm);
      else {
        pipe.angles.push(angle);
        pipe.straights.push(next.lengthMm);
      }
    }
    before = next;
  };
  legs.forEach((leg, index) => {
    for (const { through } of passes.filter((pass) => pass.leg === index)) {
      if (through.kind === 'penetration') before = null;
      else throughPlate(prepared, through.id, leg.face).forEach(lay);
    }
    const way = directionIn(prepared, leg);
    const lengthMm = Math.hypot(leg.to[0] - leg.from[0], leg.to[1] - leg.from[1]);
    if (way !== null && lengthMm > 0) lay({ way, lengthMm });
  });
  return pipes;
}

/** What of a pipe lies within a plate, on its way to a face. */
function throughPlate(prepared: Prepared, id: string, toFace: string): Straight[] {
  const hole = prepared.plateHoles.get(id);
  const met = hole === undefined ? null : platePlaces(prepared.site, hole);
  if (hole === undefined || met === null || !met.ok) return [];
  const { away, throughMm } = met.places;
  return [{ way: scale(away, toFace === hole.to ? 1 : -1), lengthMm: throughMm }];
}

function directionIn(prepared: Prepared, { face, from, to }: Leg): Vec3 | null {
  const frame = prepared.site.frames.get(face);
  const length = Math.hypot(to[0] - from[0], to[1] - from[1]);
  if (frame === undefined || length === 0) return null;
  return add(scale(frame.right, (to[0] - from[0]) / length), scale(frame.up, (to[1] - from[1]) / length));
}
