import { runName } from '../plan/names.ts';
import { told, type Named } from '../quantity/told.ts';
import type { Prepared } from '../check/prepared.ts';
import { query } from '../derive/query.ts';
import type { Port } from '../plan/placement.ts';
import type { Run, Via } from '../plan/run.ts';
import type { PointMm } from '../plan/values.ts';
import { practice } from '../reference/source.ts';
import { sliceOf } from '../geometry/convex.ts';
import type { BoxMm } from '../geometry/polygon.ts';
import { lengthInput, type Working } from '../working/working.ts';
import { faceInLayer, faceOfLayer, goingBy, type GoBy, type RouteGraph, type Through } from './graph.ts';
import { metEdges, NEW_PLATE_MM } from '../site/plate-meeting.ts';
import { nodeAt, pointOfNode, pointUm, UM_PER_MM, type Band, type Direction } from './grid.ts';
import { findPath, type FoundPath, type SearchEnd } from './search.ts';
import {
  CABLE_CLEAR_MM,
  joinedTo,
  graphBeside,
  graphOf,
  hasSetbacks,
  isBlocked,
  obstructionsOf,
  placeOfPort,
  type PortPlace,
  type World,
} from './world.ts';

/** A straight piece of a run on one face. */
export type Leg = { readonly face: string; readonly from: PointMm; readonly to: PointMm };

export type RoutedRun = {
  readonly run: Run;
  readonly legs: readonly Leg[];
  /** The holes it goes through, in order. */
  readonly penetrations: readonly string[];
  /** Holes through plates that it goes through, in order. */
  readonly plateHoles: readonly string[];
  /** All of both, each with the leg that begins behind it. */
  readonly passes: readonly Pass[];
  readonly bendCount: number;
  /** Holes to bore through framing. */
  readonly boreCount: number;
  /** What all of it counts for, as length of cable, by what the plan weighs. */
  readonly costMm: number;
  /** True where no way keeps the setbacks of its faces. */
  readonly isInSetback: boolean;
  /** On the sheet and through holes, port to port. */
  readonly pathMm: number;
  /** What to cut: the path and the slack at both ends. */
  readonly totalMm: number;
  readonly working: Working;
};

/** What a way goes through, and which of its legs begins behind it. */
export type Pass = { readonly through: Through; readonly leg: number };

export type RouteFault = {
  readonly run: Run;
  readonly code: 'no-way' | 'barrier' | 'port-blocked' | 'via-blocked' | 'no-penetration' | 'apart';
  /** The port that is blocked, when one is. */
  readonly port: Port | null;
  /** What stands in the only way, where something does: without the first alone there is one, where `isOne`. */
  readonly barriers: readonly Named[];
  readonly isOne: boolean;
};

/** What came of a run: its way, or why it has none. */
export type RouteOutcome =
  | { readonly kind: 'routed'; readonly routed: RoutedRun }
  | { readonly kind: 'fault'; readonly fault: RouteFault };

/**
 * The way of a run for itself, whatever other runs do: the shortest along and across, with the fewest bends. Setbacks are kept where there is a way that keeps
 * them; else the way says that it does not. It goes by all that the run is locked to. Null for a run from a knockout to itself, which leads nowhere: what the plan
 * contradicts itself in is told by a check of its own.
 */
export const plainRouteOf = query((prepared: Prepared, id: string): RouteOutcome | null => {
  const run = prepared.runs.get(id);
  if (run === undefined) return null;
  if (run.from.placement === run.to.placement && run.from.knockout === run.to.knockout) return null;
  const ends = [placeOfPort(prepared, run.from), placeOfPort(prepared, run.to)] as const;
  const worlds: readonly World[] = hasSetbacks(prepared) ? ['kept', 'free'] : ['free'];
  let fault: RouteFault = faultOf(run, 'no-way');
  for (const world of worlds) {
    const blocked = ends.find((place) => isBlocked(prepared, place, world));
    if (blocked !== undefined) {
      fault = { ...faultOf(run, 'port-blocked'), port: blocked.port };
      continue;
    }
    const path = pathIn(prepared, run, ends, world);
    if (path !== null) {
      const isInSetback = world === 'free' && worlds.length > 1;
      return {
        kind: 'routed',
        routed: routedRun(run, ends, path, { graph: graphOf(prepared, world), isInSetback }),
      };
    }
    fault = whyNoWay(prepared, run, ends);
  }
  return { kind: 'fault', fault };
}, isSameOutcome);

function faultOf(run: Run, code: RouteFault['code']): RouteFault {
  return { run, code, port: null, barriers: [], isOne: false };
}

type Ends = readonly [PortPlace, PortPlace];

/** The best way of a run over a graph, by all that it is locked to; null where there is none. */
function pathIn(
  prepared: Prepared,
  run: Run,
  [from, to]: Ends,
  world: World,
  graph: RouteGraph = graphOf(prepared, world),
): FoundPath | null {
  const places = run.via.map((via) => goBy(via, graph));
  if (places.some((place) => place === null)) return null;
  const goal = endAt(to, ((to.opens + 2) % 4) as Direction, graph);
  return findPath(
    goingBy(
      graph,
      places.filter((place) => place !== null),
    ),
    endAt(from, from.opens, graph),
    { ...goal, face: faceInLayer(goal.face, places.length) },
  );
}

/**
 * The way of a run that has one, found again where it may run along inside of none of some bands, by face; null where there is
 * none. It goes through the same world as before: it keeps the setbacks that it kept.
 */
export function routeBeside(
  prepared: Prepared,
  { run, isInSetback }: RoutedRun,
  bands: ReadonlyMap<string, readonly Band[]>,
): RoutedRun | null {
  const ends = [placeOfPort(prepared, run.from), placeOfPort(prepared, run.to)] as const;
  const world: World = hasSetbacks(prepared) && !isInSetback ? 'kept' : 'free';
  const graph = graphBeside(prepared, world, bands);
  const path = pathIn(prepared, run, ends, world, graph);
  return path === null ? null : routedRun(run, ends, path, { graph, isInSetback });
}

function goBy(via: Via, { gridOf }: RouteGraph): GoBy | null {
  if (via.at === 'penetration') return { at: 'hole', through: { kind: 'penetration', id: via.penetration } };
  if (via.at === 'plate-hole') return { at: 'hole', through: { kind: 'plate-hole', id: via.plateHole } };
  const grid = gridOf(via.face);
  const node = grid === undefined ? -1 : nodeAt(grid, pointUm([via.xMm, via.yMm]));
  return node < 0 ? null : { at: 'node', node: { face: via.face, node } };
}

/** What a run would count for with nothing in its way: no way of it counts for less. Null where not even then there is one. */
export function leastCostMm(prepared: Prepared, run: Run): number | null {
  const ends = [placeOfPort(prepared, run.from), placeOfPort(prepared, run.to)] as const;
  const path = pathIn(prepared, { ...run, via: [] }, ends, 'bare');
  return path === null ? null : path.costUm / UM_PER_MM + 2 * CABLE_CLEAR_MM;
}

export function isSameOutcome(a: RouteOutcome | null, b: RouteOutcome | null): boolean {
  if (a?.kind === 'routed' && b?.kind === 'routed') {
    return a.routed.run === b.routed.run && wayText(a.routed) === wayText(b.routed);
  }
  if (a?.kind !== 'fault' || b?.kind !== 'fault') return a === b;
  return a.fault.run === b.fault.run && faultText(a.fault) === faultText(b.fault);
}

function faultText({ code, port, barriers, isOne }: RouteFault): string {
  return JSON.stringify({ code, port, barriers, isOne });
}

/** All that a way says, but its run and its working. */
function wayText({
  legs,
  passes,
  bendCount,
  boreCount,
  costMm,
  isInSetback,
  pathMm,
  totalMm,
}: RoutedRun): string {
  return JSON.stringify({ legs, passes, bendCount, boreCount, costMm, isInSetback, pathMm, totalMm });
}

/** Why a run has no way: a place it is locked to; what is in the way; a missing penetration; nothing that joins its faces. */
function whyNoWay(prepared: Prepared, run: Run, ends: Ends): RouteFault {
  const [from, to] = ends.map(({ item }) => item.face.id) as [string, string];
  const isLocked = run.via.length > 0;
  if (isLocked && pathIn(prepared, { ...run, via: [] }, ends, 'free') !== null)
    return faultOf(run, 'via-blocked');
  const { site } = prepared;
  const otherSide = (id: string) => {
    const other = site.faces.get(id)?.otherSide;
    return other == null ? [] : [other];
  };
  const isPassed = (id: string) =>
    [id, ...otherSide(id)].some((each) => prepared.penetrationsOnFace.get(each).length > 0);
  if (reaches(from, to, (id) => [...joinedTo(prepared, id), ...(isPassed(id) ? otherSide(id) : [])]))
    return barrierOf(prepared, run, ends);
  const met = (id: string) =>
    metEdges(site, id, NEW_PLATE_MM).map((each) => (each.face === id ? each.to : each.face));
  const isHoleMissing = reaches(from, to, (id) => [...joinedTo(prepared, id), ...otherSide(id), ...met(id)]);
  return faultOf(run, isHoleMissing ? 'no-penetration' : 'apart');
}

/** So many things in the way are tried one by one: each is a search of its own. */
const MOST_TRIED = 24;

/** What is in the way of a run: the way that it would take with nothing there tells what to try. */
function barrierOf(prepared: Prepared, run: Run, ends: Ends): RouteFault {
  const bare = pathIn(prepared, { ...run, via: [] }, ends, 'bare');
  if (bare === null) return faultOf(run, 'no-way');
  const { legs } = routedRun(run, ends, bare, {
    graph: graphOf(prepared, 'bare'),
    isInSetback: false,
  });
  const faces = [...new Set(legs.map(({ face }) => face))];
  const own = new Set(ends.map(({ item }) => item.id));
  const crossed = faces.flatMap((face) =>
    obstructionsOf(prepared, face).filter(
      ({ key, boxes, shapes }) =>
        !own.has(key) &&
        legs.some(
          (leg) =>
            leg.face === face &&
            (boxes.some((box) => doesLegEnter(leg, box)) || shapes.some((shape) => doesLegCut(leg, shape))),
        ),
    ),
  );
  const others = faces.flatMap((face) => obstructionsOf(prepared, face));
  for (const { key, name } of [...new Set([...crossed, ...others])].slice(0, MOST_TRIED)) {
    const world: World = `without:${key}`;
    if (ends.some((place) => isBlocked(prepared, place, world))) continue;
    if (pathIn(prepared, { ...run, via: [] }, ends, world) !== null)
      return { ...faultOf(run, 'barrier'), barriers: [name], isOne: true };
  }
  return crossed.length === 0
    ? faultOf(run, 'no-way')
    : { ...faultOf(run, 'barrier'), barriers: crossed.map(({ name }) => name) };
}

/** Whether a straight leg along or across comes into a box, by more than a touch. */
function doesLegEnter({ from, to }: Leg, { minX, minY, maxX, maxY }: BoxMm): boolean {
  return (
    Math.min(from[0], to[0]) < maxX - SAME_POINT_MM &&
    Math.max(from[0], to[0]) > minX + SAME_POINT_MM &&
    Math.min(from[1], to[1]) < maxY - SAME_POINT_MM &&
    Math.max(from[1], to[1]) > minY + SAME_POINT_MM
  );
}

/** Whether a straight leg along or across goes through a convex shape. */
function doesLegCut({ from, to }: Leg, shape: readonly PointMm[]): boolean {
  const axis = Math.abs(to[0] - from[0]) < SAME_POINT_MM ? 0 : 1;
  const slice = sliceOf(shape, axis, from[axis]);
  const [a, b] = [from[1 - axis] ?? 0, to[1 - axis] ?? 0];
  return slice !== null && Math.min(a, b) < slice[1] && Math.max(a, b) > slice[0];
}

function reaches(from: string, to: string, next: (id: string) => readonly string[]): boolean {
  const reached = new Set([from]);
  for (const id of reached) for (const other of next(id)) reached.add(other);
  return reached.has(to);
}

function endAt(place: PortPlace, direction: Direction, { gridOf }: RouteGraph): SearchEnd {
  const face = place.item.face.id;
  const grid = gridOf(face);
  const node = grid === undefined ? -1 : nodeAt(grid, pointUm(place.stub));
  if (node < 0) throw new Error(`The stub of ${place.port.placement} is not on the grid.`);
  return { face, node, direction };
}

function routedRun(
  run: Run,
  [from, to]: readonly [PortPlace, PortPlace],
  path: FoundPath,
  { graph, isInSetback }: { readonly graph: RouteGraph; readonly isInSetback: boolean },
): RoutedRun {
  const points = path.nodes.flatMap(({ face: key, node, via }) => {
    const { face } = faceOfLayer(key);
    const grid = graph.gridOf(face);
    if (grid === undefined) return [];
    const [x, y] = pointOfNode(grid, node);
    return [{ face, at: [x / UM_PER_MM, y / UM_PER_MM] as PointMm, via }];
  });
  const ends = [
    { face: from.item.face.id, at: from.at, via: null },
    ...points,
    { face: to.item.face.id, at: to.at, via: null },
  ];
  const { legs, passes } = mergedLegs(ends);
  const pathMm = path.lengthUm / UM_PER_MM + 2 * CABLE_CLEAR_MM;
  const totalMm = pathMm + 2 * run.slackEachEndMm;
  return {
    run,
    legs,
    penetrations: idsOf(passes, 'penetration'),
    plateHoles: idsOf(passes, 'plate-hole'),
    passes,
    bendCount: path.bendCount,
    boreCount: path.boreCount,
    costMm: path.costUm / UM_PER_MM + 2 * CABLE_CLEAR_MM,
    isInSetback,
    pathMm,
    totalMm,
    get working(): Working {
      return {
        title: told('Length of {run}', { run: runName(run.id) }),
        formula: 'length = path + 2 × slack',
        inputs: [
          lengthInput('path', 'Along the faces, over folds and through holes', pathMm),
          lengthInput('slack', 'Left at each end', run.slackEachEndMm),
          { symbol: 'bends', name: 'Bends along the path', value: { value: path.bendCount, unit: 'count' } },
        ],
        result: { name: 'Length to cut', value: { value: totalMm, unit: 'mm' } },
        source: practice('Shortest way along and across, fewest bends among the shortest'),
        notes: ['Drip loops and the rise into boxes come out of the slack: leave enough.'],
      };
    },
  };
}

/** Straight pieces on one face joined into legs; moves over a fold or through a hole start a new leg. */
function mergedLegs(
  ends: readonly { readonly face: string; readonly at: PointMm; readonly via: Through | null }[],
): { readonly legs: readonly Leg[]; readonly passes: readonly Pass[] } {
  const legs: Leg[] = [];
  const passes: Pass[] = [];
  for (let index = 1; index < ends.length; index++) {
    const before = ends[index - 1];
    const here = ends[index];
    if (here !== undefined && here.via !== null) passes.push({ through: here.via, leg: legs.length });
    if (before === undefined || here === undefined || before.face !== here.face) continue;
    if (before.at[0] === here.at[0] && before.at[1] === here.at[1]) continue;
    const last = legs.at(-1);
    if (
      last !== undefined &&
      last.face === here.face &&
      isSamePoint(last.to, before.at) &&
      isStraight(last, here.at)
    ) {
      legs[legs.length - 1] = { ...last, to: here.at };
    } else legs.push({ face: here.face, from: before.at, to: here.at });
  }
  return { legs, passes };
}

function idsOf(passes: readonly Pass[], kind: Through['kind']): string[] {
  return passes.flatMap(({ through }) => (through.kind === kind ? [through.id] : []));
}

/** Points of a leg and of the grid agree to a micrometre; stubs are exact. */
const SAME_POINT_MM = 0.002;

function isSamePoint(a: PointMm, b: PointMm): boolean {
  return Math.abs(a[0] - b[0]) < SAME_POINT_MM && Math.abs(a[1] - b[1]) < SAME_POINT_MM;
}

function isStraight({ from, to }: Leg, next: PointMm): boolean {
  const isAlong = Math.abs(from[1] - to[1]) < SAME_POINT_MM && Math.abs(to[1] - next[1]) < SAME_POINT_MM;
  const isUp = Math.abs(from[0] - to[0]) < SAME_POINT_MM && Math.abs(to[0] - next[0]) < SAME_POINT_MM;
  return isAlong || isUp;
}
