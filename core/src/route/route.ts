import type { Hung, Prepared } from '../check/prepared.ts';
import { knockoutOnFace } from '../gear/body.ts';
import type { Port } from '../plan/placement.ts';
import type { Pass, Run } from '../plan/run.ts';
import type { PointMm } from '../plan/values.ts';
import { mmFromInch } from '../quantity/convert.ts';
import { practice } from '../reference/source.ts';
import { findPassPlaces } from '../site/pass-places.ts';
import { foldsAt } from '../site/folds.ts';
import { growBox, isInside, type BoxMm } from '../site/polygon.ts';
import { setbackBoxes, setbackZones } from '../site/setback-zones.ts';
import type { SiteFace } from '../site/site.ts';
import { lengthInput, type Working } from '../working/working.ts';
import { buildRouteGraph, findGrid, isInAnyBox, type Hole, type RouteGraph } from './graph.ts';
import {
  crossingsOf,
  DOWN,
  LEFT,
  nodeAt,
  pointOfNode,
  pointUm,
  RIGHT,
  UM_PER_MM,
  UP,
  type Direction,
  type GridDemand,
} from './grid.ts';
import { findPath, type FoundPath } from './search.ts';

/** How far cables keep from gear they do not enter (practice): room for a strap and a hand. */
export const CABLE_CLEAR_MM = 25;

/** What a new run starts from: a common array cable, and a foot left at each end (practice). */
export const NEW_RUN = { cableDiameterMm: 6.6, slackEachEndMm: mmFromInch(12) } as const;

/** A straight piece of a run on one face. */
export type Leg = { readonly face: string; readonly from: PointMm; readonly to: PointMm };

export type RoutedRun = {
  readonly run: Run;
  readonly legs: readonly Leg[];
  /** The holes it goes through, in order. */
  readonly passes: readonly string[];
  readonly bendCount: number;
  /** True where no way keeps the setbacks of its faces. */
  readonly isInSetback: boolean;
  /** On the sheet and through holes, port to port. */
  readonly pathMm: number;
  /** What to cut: the path and the slack at both ends. */
  readonly totalMm: number;
  readonly working: Working;
};

export type RouteFault = {
  readonly run: Run;
  readonly code: 'no-way' | 'port-blocked' | 'no-pass' | 'slanting-fold' | 'apart';
  /** The port that is blocked, when one is. */
  readonly port: Port | null;
};

export type Routes = { readonly routed: readonly RoutedRun[]; readonly faults: readonly RouteFault[] };

type PortPlace = {
  readonly port: Port;
  readonly item: Hung;
  readonly at: PointMm;
  /** Where the cable is clear of its own gear. */
  readonly stub: PointMm;
  readonly opens: Direction;
};

const memo = new WeakMap<Prepared, Routes>();

/** Routes every run of a plan: the shortest way along and across, with the fewest bends. Computed once per prepared plan. */
export function routeAll(prepared: Prepared): Routes {
  const known = memo.get(prepared);
  if (known !== undefined) return known;
  const routes = routeRuns(prepared);
  memo.set(prepared, routes);
  return routes;
}

function routeRuns(prepared: Prepared): Routes {
  const { plan, site } = prepared;
  if (plan.runs.length === 0) return { routed: [], faults: [] };
  // A run from a knockout to itself leads nowhere: what the plan contradicts itself in is told by a check of its own.
  const runs = plan.runs.filter(
    ({ from, to }) => from.placement !== to.placement || from.knockout !== to.knockout,
  );
  const ends = runs.map((run) => ({
    run,
    from: placeOf(prepared, run.from),
    to: placeOf(prepared, run.to),
  }));
  const holes = plan.passes.flatMap((pass): Hole[] => holeOf(prepared, pass));
  const worlds = [true, false].map((isKept) => lazily(() => worldOf(prepared, ends, holes, isKept)));
  const routed: RoutedRun[] = [];
  const faults: RouteFault[] = [];
  const hasSetbacks = [...site.faces.values()].some(({ setbacks }) => setbacks.length > 0);
  for (const { run, from, to } of ends) {
    // Setbacks are kept where there is a way that keeps them; else the way says that it does not.
    const tries = hasSetbacks ? worlds : worlds.slice(1);
    let fault: RouteFault | null = null;
    for (const world of tries) {
      const { graph, demands } = world();
      const blocked = [from, to].find((place) => isBlocked(place, demands));
      if (blocked !== undefined) {
        fault = { run, code: 'port-blocked', port: blocked.port };
        continue;
      }
      const path = findPath(
        graph,
        endAt(graph, from, from.opens),
        endAt(graph, to, ((to.opens + 2) % 4) as Direction),
      );
      if (path === null) {
        fault = { run, code: whyNoWay(prepared, from.item.face.id, to.item.face.id), port: null };
        continue;
      }
      const isInSetback = hasSetbacks && world === worlds[1];
      routed.push({ ...routedRun(graph, run, from, to, path), isInSetback });
      fault = null;
      break;
    }
    if (fault !== null) faults.push(fault);
  }
  return { routed, faults };
}

type RunEnds = { readonly run: Run; readonly from: PortPlace; readonly to: PortPlace };
type World = { readonly graph: RouteGraph; readonly demands: readonly GridDemand[] };

/** The site as cables may go through it, with setbacks kept or not. */
function worldOf(
  prepared: Prepared,
  ends: readonly RunEnds[],
  holes: readonly Hole[],
  areSetbacksKept: boolean,
): World {
  const demands = [...prepared.site.faces.values()].map((face): GridDemand => {
    const stubs = ends.flatMap(({ from, to }) => [from, to]).filter(({ item }) => item.face.id === face.id);
    const passPoints = holes.flatMap((hole) => hole.ends).filter((end) => end.face === face.id);
    return {
      face,
      keepOut: [...keepOutOf(prepared, face.id), ...(areSetbacksKept ? keptFree(prepared, face) : [])],
      points: [...stubs.map(({ stub }) => stub), ...passPoints.map(({ at }) => at)],
    };
  });
  return { demands, graph: buildRouteGraph(prepared.site, demands, holes) };
}

/** Setbacks along edges that are folded to nothing: over a fold a cable has to go. */
function keptFree({ site }: Prepared, face: SiteFace): BoxMm[] {
  const folded = new Set(foldsAt(site.folds, face.id).map(({ here }) => here.edge));
  return setbackZones(face)
    .filter(({ setback }) => !folded.has(setback.edge))
    .flatMap(setbackBoxes);
}

function lazily<Value>(make: () => Value): () => Value {
  let made: { readonly value: Value } | null = null;
  return () => {
    made ??= { value: make() };
    return made.value;
  };
}

/**
 * Why nothing leads from face to face: blocked on the way where straight folds and holes join them; else what is missing
 * is a hole, where one would; else a slanting fold lies between, which routes do not cross; else nothing joins them.
 */
function whyNoWay({ site, plan }: Prepared, from: string, to: string): RouteFault['code'] {
  const straight = new Map<string, string[]>();
  for (const { fromFace, toFace } of crossingsOf(site))
    straight.set(fromFace, [...(straight.get(fromFace) ?? []), toFace]);
  const passed = new Set(plan.passes.flatMap(({ face }) => [face, site.faces.get(face)?.otherSide ?? face]));
  const otherSide = (id: string) => {
    const other = site.faces.get(id)?.otherSide;
    return other == null ? [] : [other];
  };
  const folded = (id: string) => foldsAt(site.folds, id).map(({ there }) => there.face);
  const straightFrom = (id: string) => straight.get(id) ?? [];
  if (reaches(from, to, (id) => [...straightFrom(id), ...(passed.has(id) ? otherSide(id) : [])]))
    return 'no-way';
  if (reaches(from, to, (id) => [...straightFrom(id), ...otherSide(id)])) return 'no-pass';
  return reaches(from, to, (id) => [...folded(id), ...otherSide(id)]) ? 'slanting-fold' : 'apart';
}

function reaches(from: string, to: string, next: (id: string) => readonly string[]): boolean {
  const reached = new Set([from]);
  for (const id of reached) for (const other of next(id)) reached.add(other);
  return reached.has(to);
}

/** What cables keep out of on a face: gear and obstacles, each with its clear zone. A board has its cables on it or behind. */
function keepOutOf(prepared: Prepared, faceId: string): BoxMm[] {
  const gear = (prepared.onFace.get(faceId) ?? [])
    .filter(({ type }) => type.kind !== 'board')
    .map(({ body }) => growBox(body, CABLE_CLEAR_MM));
  const obstacles = (prepared.site.faces.get(faceId)?.inTheWay ?? []).flatMap(({ obstacle, boxes }) =>
    boxes.map((box) => growBox(box, obstacle.clearMm)),
  );
  return [...gear, ...obstacles];
}

function placeOf(prepared: Prepared, port: Port): PortPlace {
  const item = prepared.hung.get(port.placement);
  const knockout = item?.type.knockouts.find(({ id }) => id === port.knockout);
  if (item === undefined || knockout === undefined) {
    throw new Error(`The port ${port.placement}/${port.knockout} does not exist: the plan was not checked.`);
  }
  const { at, opens } = knockoutOnFace(item.body, knockout);
  const stub: PointMm = [at[0] + opens[0] * CABLE_CLEAR_MM, at[1] + opens[1] * CABLE_CLEAR_MM];
  const direction = opens[0] === 1 ? RIGHT : opens[0] === -1 ? LEFT : opens[1] === 1 ? UP : DOWN;
  return { port, item, at, stub, opens: direction };
}

function holeOf(prepared: Prepared, pass: Pass): Hole[] {
  const places = findPassPlaces(prepared.site, pass);
  if (places === null) return [];
  const ends = [places.here, places.there] as const;
  const usable = ends.every(
    ({ face, at }) => isInside(at, face.outline) && !isInAnyBox(pointUm(at), keepOutOf(prepared, face.id)),
  );
  if (!usable) return [];
  return [
    {
      pass: pass.id,
      ends: [
        { face: places.here.face.id, at: places.here.at },
        { face: places.there.face.id, at: places.there.at },
      ],
      thicknessMm: places.thicknessMm,
    },
  ];
}

function isBlocked({ stub, item }: PortPlace, demands: readonly GridDemand[]): boolean {
  const demand = demands.find(({ face }) => face.id === item.face.id);
  return (
    demand === undefined || !isInside(stub, item.face.outline) || isInAnyBox(pointUm(stub), demand.keepOut)
  );
}

function endAt(
  graph: RouteGraph,
  place: PortPlace,
  direction: Direction,
): { node: number; direction: Direction } {
  const grid = graph.grids.find(({ face }) => face.id === place.item.face.id);
  const node = grid === undefined ? -1 : nodeAt(grid, pointUm(place.stub));
  if (node < 0) throw new Error(`The stub of ${place.port.placement} is not on the grid.`);
  return { node, direction };
}

function routedRun(
  graph: RouteGraph,
  run: Run,
  from: PortPlace,
  to: PortPlace,
  path: FoundPath,
): Omit<RoutedRun, 'isInSetback'> {
  const points = path.nodes.map(({ node, via }) => {
    const grid = findGrid(graph, node);
    const [x, y] = pointOfNode(grid, node);
    return { face: grid.face.id, at: [x / UM_PER_MM, y / UM_PER_MM] as PointMm, via };
  });
  const ends = [
    { face: from.item.face.id, at: from.at, via: null },
    ...points,
    { face: to.item.face.id, at: to.at, via: null },
  ];
  const pathMm = path.lengthUm / UM_PER_MM + 2 * CABLE_CLEAR_MM;
  const totalMm = pathMm + 2 * run.slackEachEndMm;
  return {
    run,
    legs: mergedLegs(ends),
    passes: points.flatMap(({ via }) => via ?? []),
    bendCount: path.bendCount,
    pathMm,
    totalMm,
    working: {
      title: `Length of ${run.name}`,
      formula: 'length = path + 2 × slack',
      inputs: [
        lengthInput('path', 'Along the faces, over folds and through holes', pathMm),
        lengthInput('slack', 'Left at each end', run.slackEachEndMm),
        { symbol: 'bends', name: 'Bends along the path', value: { value: path.bendCount, unit: 'count' } },
      ],
      result: { name: 'Length to cut', value: { value: totalMm, unit: 'mm' } },
      source: practice('Shortest way along and across, fewest bends among the shortest'),
      notes: ['Drip loops and the rise into boxes come out of the slack: leave enough.'],
    },
  };
}

/** Straight pieces on one face joined into legs; moves over a fold or through a hole start a new leg. */
function mergedLegs(ends: readonly { readonly face: string; readonly at: PointMm }[]): Leg[] {
  const legs: Leg[] = [];
  for (let index = 1; index < ends.length; index++) {
    const before = ends[index - 1];
    const here = ends[index];
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
  return legs;
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
