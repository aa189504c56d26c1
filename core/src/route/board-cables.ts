import type { BoxMm } from '../geometry/polygon.ts';
import { gearOn, type Hung, type Prepared } from '../check/prepared.ts';
import { knockoutOnFace } from '../gear/body.ts';
import type { Port } from '../plan/placement.ts';
import { TIE_BASES } from '../reference/board-cables.ts';
import { sawnGrommet, type SawnHole } from '../drill/hole-saw.ts';
import { cablesOf } from '../conductor/circuit-sizing.ts';
import { bundleMm } from '../conductor/bundle.ts';
import type { RouteFault, Routes } from './route.ts';

/** Where a cable goes through its board to run behind it: below or beside the knockout it enters by. */
export type BoardHole = {
  readonly run: string;
  /** The piece that it goes into or comes out of. */
  readonly gear: string;
  /** From the board’s lower left corner. */
  readonly rightMm: number;
  readonly upMm: number;
  readonly hole: SawnHole;
};

/** The cables on the face of a board: what holds them there. */
export type BoardTies = {
  /** Of cables over the board, all runs together. */
  readonly lengthMm: number;
  readonly baseCount: number;
  /** Runs with no way yet: their ties cannot be counted. */
  readonly unroutedCount: number;
};

/** From the body to the middle of a hole behind it: a cable bends that far into the board (practice). */
const OUT_OF_GEAR_MM = 40;

/** The holes for the cables that run behind a board, of the gear on it; none where its cables run on its face. */
export function boardCableHoles(prepared: Prepared, board: Hung): BoardHole[] {
  if (board.type.board?.cables !== 'behind') return [];
  const on = new Map(gearOn(prepared, board.id).map((item) => [item.id, item]));
  const runs = new Set([...on.keys()].flatMap((id) => prepared.runsOfGear.get(id)));
  return [...runs].flatMap((run) =>
    [run.from, run.to].flatMap((port): BoardHole[] => {
      const item = on.get(port.placement);
      const place = item === undefined ? null : outOf(item, port);
      if (item === undefined || place === null) return [];
      const [rightMm, upMm] = [place[0] - board.body.minX, place[1] - board.body.minY];
      const cables = cablesOf(prepared, run);
      // Where no outside is known no hole can be sawn yet.
      if (cables === null || cables.length === 0) return [];
      const hole = sawnGrommet(bundleMm(cables.map(({ diameterMm }) => diameterMm)), prepared.plan.codeBasis);
      return [{ run: run.id, gear: item.id, rightMm, upMm, hole }];
    }),
  );
}

/** What holds the cables on the face of a board, by the routes of its plan; null where they run behind it. */
export function boardTies(prepared: Prepared, board: Hung, { routed, faults }: Routes): BoardTies | null {
  if (board.type.board?.cables !== 'on-face') return null;
  const on = new Set(gearOn(prepared, board.id).map(({ id }) => id));
  let [lengthMm, baseCount] = [0, 0];
  for (const { legs } of routed) {
    const overMm = legs
      .filter(({ face }) => face === board.face.id)
      .reduce((sum, { from, to }) => sum + insideMm(board.body, from, to), 0);
    if (overMm <= 0) continue;
    lengthMm += overMm;
    // One at each end, and between them no further apart than the spacing.
    baseCount += Math.ceil(overMm / TIE_BASES.spacingMm) + 1;
  }
  const isHere = ({ run }: RouteFault) => on.has(run.from.placement) || on.has(run.to.placement);
  return { lengthMm, baseCount, unroutedCount: faults.filter(isHere).length };
}

function outOf(item: Hung, port: Port): readonly [number, number] | null {
  const knockout = item.type.knockouts.find(({ id }) => id === port.knockout);
  if (knockout === undefined) return null;
  const { at, opens } = knockoutOnFace(item.body, knockout);
  return [at[0] + opens[0] * OUT_OF_GEAR_MM, at[1] + opens[1] * OUT_OF_GEAR_MM];
}

/** How much of a straight leg lies over a box (Liang and Barsky 1984). */
function insideMm(
  { minX, minY, maxX, maxY }: BoxMm,
  from: readonly [number, number],
  to: readonly [number, number],
): number {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  let [enter, leave] = [0, 1];
  for (const [move, room] of [
    [-dx, from[0] - minX],
    [dx, maxX - from[0]],
    [-dy, from[1] - minY],
    [dy, maxY - from[1]],
  ] as const) {
    if (move === 0) {
      if (room < 0) return 0;
      continue;
    }
    const at = room / move;
    if (move < 0) enter = Math.max(enter, at);
    else leave = Math.min(leave, at);
  }
  return leave <= enter ? 0 : (leave - enter) * Math.hypot(dx, dy);
}
