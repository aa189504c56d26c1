import { runName } from '../plan/names.ts';
import { told } from '../quantity/told.ts';
import type { Hung, Prepared } from '../check/prepared.ts';
import { knockoutOnFace } from '../gear/body.ts';
import { isSameList } from '../derive/entities.ts';
import { penetrationsAt, placingInputs } from '../model/model.ts';
import { fact, query, single } from '../derive/query.ts';
import type { Port } from '../plan/placement.ts';
import type { Run } from '../plan/run.ts';
import type { PointMm } from '../plan/values.ts';
import { practice } from '../reference/source.ts';
import { findPenetrationPlaces } from '../site/penetration-places.ts';
import { foldsAt } from '../site/folds.ts';
import { growBox, isInside, type BoxMm } from '../geometry/polygon.ts';
import { setbackBoxes, setbackZones } from '../site/setback-zones.ts';
import type { SiteFace } from '../site/site.ts';
import { lengthInput, type Working } from '../working/working.ts';
import { isInAnyBox, linksFrom, type CableLink, type Hole, type RouteGraph } from './graph.ts';
import {
  buildGrid,
  carriedLines,
  crossingsFrom,
  DOWN,
  isSameGrid,
  isSameLines,
  LEFT,
  nodeAt,
  ownLines,
  pointOfNode,
  pointUm,
  RIGHT,
  UM_PER_MM,
  UP,
  type Crossing,
  type Direction,
  type FaceGrid,
  type Foldable,
  type GridDemand,
  type Lines,
} from './grid.ts';
import { findPath, type FoundPath, type SearchEnd } from './search.ts';

/** How far cables keep from gear they do not enter (practice): room for a strap and a hand. */
export const CABLE_CLEAR_MM = 25;

/** A straight piece of a run on one face. */
export type Leg = { readonly face: string; readonly from: PointMm; readonly to: PointMm };

export type RoutedRun = {
  readonly run: Run;
  readonly legs: readonly Leg[];
  /** The holes it goes through, in order. */
  readonly penetrations: readonly string[];
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
  readonly code: 'no-way' | 'port-blocked' | 'no-penetration' | 'slanting-fold' | 'apart';
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

/** What came of a run: its way, or why it has none. */
export type RouteOutcome =
  | { readonly kind: 'routed'; readonly routed: RoutedRun }
  | { readonly kind: 'fault'; readonly fault: RouteFault };

/** Every run of a plan, in the plan’s order. */
export function routeAll(prepared: Prepared): Routes {
  return routesOf(prepared.runs.ids.flatMap((id) => routeOf(prepared, id) ?? []));
}

export function routesOf(outcomes: readonly RouteOutcome[]): Routes {
  return {
    routed: outcomes.flatMap((each) => (each.kind === 'routed' ? [each.routed] : [])),
    faults: outcomes.flatMap((each) => (each.kind === 'fault' ? [each.fault] : [])),
  };
}

/**
 * The way of a run: the shortest along and across, with the fewest bends. Setbacks are kept where there is a way that keeps
 * them; else the way says that it does not. Null for a run from a knockout to itself, which leads nowhere: what the plan
 * contradicts itself in is told by a check of its own.
 */
export const routeOf = query((prepared: Prepared, id: string): RouteOutcome | null => {
  const run = prepared.runs.get(id);
  if (run === undefined) return null;
  if (run.from.placement === run.to.placement && run.from.knockout === run.to.knockout) return null;
  const [from, to] = [placeOf(prepared, run.from), placeOf(prepared, run.to)];
  const worlds: readonly World[] = hasSetbacks(prepared) ? ['kept', 'free'] : ['free'];
  let fault: RouteFault = { run, code: 'no-way', port: null };
  for (const world of worlds) {
    const blocked = [from, to].find((place) => isBlocked(prepared, place, world));
    if (blocked !== undefined) {
      fault = { run, code: 'port-blocked', port: blocked.port };
      continue;
    }
    const path = findPath(
      graphOf(prepared, world),
      endAt(prepared, from, from.opens, world),
      endAt(prepared, to, ((to.opens + 2) % 4) as Direction, world),
    );
    if (path !== null) {
      const isInSetback = world === 'free' && worlds.length > 1;
      return { kind: 'routed', routed: routedRun(prepared, run, [from, to], path, { world, isInSetback }) };
    }
    fault = { run, code: whyNoWay(prepared, from.item.face.id, to.item.face.id), port: null };
  }
  return { kind: 'fault', fault };
}, isSameOutcome);

function isSameOutcome(a: RouteOutcome | null, b: RouteOutcome | null): boolean {
  if (a?.kind === 'routed' && b?.kind === 'routed') {
    return a.routed.run === b.routed.run && wayText(a.routed) === wayText(b.routed);
  }
  if (a?.kind !== 'fault' || b?.kind !== 'fault') return a === b;
  return a.fault.run === b.fault.run && a.fault.code === b.fault.code && a.fault.port === b.fault.port;
}

/** All that a way says, but its run and its working. */
function wayText({ legs, penetrations, bendCount, isInSetback, pathMm, totalMm }: RoutedRun): string {
  return JSON.stringify({ legs, penetrations, bendCount, isInSetback, pathMm, totalMm });
}

/** How many runs have no way. */
export const unroutedCount = single(
  (prepared: Prepared) => prepared.runs.ids.filter((id) => routeOf(prepared, id)?.kind === 'fault').length,
);

const usesOfPenetrations = single((prepared: Prepared): ReadonlyMap<string, readonly Run[]> => {
  const uses = new Map<string, Run[]>();
  for (const id of prepared.runs.ids) {
    const outcome = routeOf(prepared, id);
    if (outcome?.kind !== 'routed') continue;
    for (const penetration of new Set(outcome.routed.penetrations))
      uses.set(penetration, [...(uses.get(penetration) ?? []), outcome.routed.run]);
  }
  return uses;
});

/** The runs that go through a hole. */
export const runsThrough = query(
  (prepared: Prepared, penetration: string): readonly Run[] =>
    usesOfPenetrations(prepared).get(penetration) ?? [],
  isSameList,
);

// The site as cables may go through it, with setbacks kept or not. Each part is asked for by its face and its world.

type World = 'kept' | 'free';
const worldKey = (world: World, face: string) => `${world} ${face}`;
const ofKey = (key: string): readonly [World, string] => {
  const [world, face = ''] = key.split(' ');
  return [world === 'kept' ? 'kept' : 'free', face];
};

const ANY = 'any';
const setbacksOfSite = fact(
  (model: Prepared) => new Map([[ANY, model.faces.list.some(({ setbacks }) => setbacks.length > 0)]]),
  (model) => model.faces.list.map(({ setbacks }) => setbacks),
);

function hasSetbacks(prepared: Prepared): boolean {
  return setbacksOfSite.of(prepared, ANY) ?? false;
}

function graphOf(prepared: Prepared, world: World): RouteGraph {
  return {
    gridOf: (face) => gridAt(prepared, worldKey(world, face)),
    linksAt: (face) => linksAt(prepared, worldKey(world, face)),
    only: null,
  };
}

/** What a face’s grid must have on it and must keep out of. */
const demandOf = query((prepared: Prepared, key: string): GridDemand | undefined => {
  const [world, faceId] = ofKey(key);
  const face = prepared.site.faces.get(faceId);
  if (face === undefined) return undefined;
  const stubs = (prepared.onFace.get(faceId) ?? []).flatMap(({ id }) =>
    prepared.runsOfGear
      .get(id)
      .flatMap(({ from, to }) =>
        [from, to].filter((port) => port.placement === id).map((port) => placeOf(prepared, port).stub),
      ),
  );
  const penetrationPoints = holesAt(prepared, faceId).flatMap((hole) =>
    hole.ends.filter((end) => end.face === faceId).map(({ at }) => at),
  );
  const kept = world === 'kept' ? keptFree(prepared, face) : [];
  return {
    face,
    keepOut: [...keepOutOf(prepared, faceId), ...kept],
    points: [...stubs, ...penetrationPoints],
  };
});

const ownLinesOf = query(
  (prepared: Prepared, key: string): Lines | undefined => {
    const demand = demandOf(prepared, key);
    return demand === undefined ? undefined : ownLines(demand);
  },
  (a, b) => a === b || (a !== undefined && b !== undefined && isSameLines(a, b)),
);

const badFolds = single(
  (prepared: Prepared): ReadonlySet<string> => {
    const bad = prepared.site.problems.flatMap(({ code, fold }) =>
      code === 'fold-length' && fold !== null ? [fold] : [],
    );
    return new Set(bad);
  },
  (a, b) => isSameList([...a], [...b]),
);

/** A face as far as its folds go. */
const foldableOf = query(
  (prepared: Prepared, id: string): Foldable | undefined => prepared.site.faces.get(id),
  (a, b) => a === b || (a !== undefined && b !== undefined && a.outline === b.outline),
);

const crossingsAt = query((prepared: Prepared, id: string): readonly Crossing[] => {
  const face = foldableOf(prepared, id);
  if (face === undefined) return [];
  const folds = prepared.foldsOfFace.get(id);
  return crossingsFrom(face, folds, badFolds(prepared), (other) => foldableOf(prepared, other));
});

/** The faces that straight folds join to one, all ways on, in the plan’s order. */
const foldedTogether = fact(
  (prepared: Prepared): ReadonlyMap<string, readonly string[]> => {
    const of = new Map<string, readonly string[]>();
    const order = new Map(prepared.faces.ids.map((id, place) => [id, place]));
    for (const id of prepared.faces.ids) {
      if (of.has(id)) continue;
      const reached = new Set([id]);
      for (const each of reached) for (const { toFace } of crossingsAt(prepared, each)) reached.add(toFace);
      const together = [...reached].sort((a, b) => (order.get(a) ?? 0) - (order.get(b) ?? 0));
      for (const each of together) of.set(each, together);
    }
    return of;
  },
  placingInputs,
  isSameList,
);

/** The lines of all faces folded together with one, carried over their folds. By the first of them. */
const linesTogether = query((prepared: Prepared, key: string): ReadonlyMap<string, Lines> => {
  const [world, first] = ofKey(key);
  const together = foldedTogether.of(prepared, first) ?? [];
  const own = together.flatMap((id) => {
    const lines = ownLinesOf(prepared, worldKey(world, id));
    return lines === undefined ? [] : [[id, lines] as const];
  });
  return carriedLines(
    new Map(own),
    together.flatMap((id) => crossingsAt(prepared, id)),
  );
});

const linesAt = query(
  (prepared: Prepared, key: string): Lines | undefined => {
    const [world, face] = ofKey(key);
    const [first = face] = foldedTogether.of(prepared, face) ?? [];
    return linesTogether(prepared, worldKey(world, first)).get(face);
  },
  (a, b) => a === b || (a !== undefined && b !== undefined && isSameLines(a, b)),
);

const gridAt = query(
  (prepared: Prepared, key: string): FaceGrid | undefined => {
    const [demand, lines] = [demandOf(prepared, key), linesAt(prepared, key)];
    return demand === undefined || lines === undefined ? undefined : buildGrid(demand, lines);
  },
  (a, b) => a === b || (a !== undefined && b !== undefined && isSameGrid(a, b)),
);

const linksAt = query((prepared: Prepared, key: string): ReadonlyMap<number, readonly CableLink[]> => {
  const [world, face] = ofKey(key);
  const grid = gridAt(prepared, key);
  if (grid === undefined) return new Map();
  return linksFrom(grid, crossingsAt(prepared, face), holesAt(prepared, face), (other) =>
    gridAt(prepared, worldKey(world, other)),
  );
});

/** Setbacks along edges that are folded to nothing: over a fold a cable has to go. */
function keptFree(prepared: Prepared, face: SiteFace): BoxMm[] {
  const folded = new Set(foldsAt(prepared.foldsOfFace.get(face.id), face.id).map(({ here }) => here.edge));
  return setbackZones(face)
    .filter(({ setback }) => !folded.has(setback.edge))
    .flatMap(setbackBoxes);
}

/**
 * Why nothing leads from face to face: blocked on the way where straight folds and holes join them; else what is missing
 * is a hole, where one would; else a slanting fold lies between, which routes do not cross; else nothing joins them.
 */
function whyNoWay(prepared: Prepared, from: string, to: string): RouteFault['code'] {
  const { site } = prepared;
  const straightFrom = (id: string) => crossingsAt(prepared, id).map(({ toFace }) => toFace);
  const otherSide = (id: string) => {
    const other = site.faces.get(id)?.otherSide;
    return other == null ? [] : [other];
  };
  const isPassed = (id: string) =>
    [id, ...otherSide(id)].some((each) => prepared.penetrationsOnFace.get(each).length > 0);
  const folded = (id: string) => foldsAt(prepared.foldsOfFace.get(id), id).map(({ there }) => there.face);
  if (reaches(from, to, (id) => [...straightFrom(id), ...(isPassed(id) ? otherSide(id) : [])]))
    return 'no-way';
  if (reaches(from, to, (id) => [...straightFrom(id), ...otherSide(id)])) return 'no-penetration';
  return reaches(from, to, (id) => [...folded(id), ...otherSide(id)]) ? 'slanting-fold' : 'apart';
}

function reaches(from: string, to: string, next: (id: string) => readonly string[]): boolean {
  const reached = new Set([from]);
  for (const id of reached) for (const other of next(id)) reached.add(other);
  return reached.has(to);
}

/** What cables keep out of on a face: gear and obstacles, each with its clear zone. A board has its cables on it or behind. */
const keepOutOf = query((prepared: Prepared, faceId: string): readonly BoxMm[] => {
  const gear = (prepared.onFace.get(faceId) ?? [])
    .filter(({ type }) => type.kind !== 'board')
    .map(({ body }) => growBox(body, CABLE_CLEAR_MM));
  const obstacles = (prepared.site.faces.get(faceId)?.inTheWay ?? []).flatMap(({ obstacle, boxes }) =>
    boxes.map((box) => growBox(box, obstacle.clearMm)),
  );
  return [...gear, ...obstacles];
});

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

/** The usable holes of a face, from either side. */
function holesAt(prepared: Prepared, faceId: string): Hole[] {
  return penetrationsAt(prepared, faceId).flatMap(({ id }) => holeOf(prepared, id) ?? []);
}

const holeOf = query((prepared: Prepared, id: string): Hole | null => {
  const penetration = prepared.penetrations.get(id);
  const places = penetration === undefined ? null : findPenetrationPlaces(prepared.site, penetration);
  if (penetration === undefined || places === null) return null;
  const isUsable = [places.here, places.there].every(
    ({ face, at }) => isInside(at, face.outline) && !isInAnyBox(pointUm(at), keepOutOf(prepared, face.id)),
  );
  if (!isUsable) return null;
  return {
    penetration: penetration.id,
    ends: [
      { face: places.here.face.id, at: places.here.at },
      { face: places.there.face.id, at: places.there.at },
    ],
    thicknessMm: places.thicknessMm,
  };
});

function isBlocked(prepared: Prepared, { stub, item }: PortPlace, world: World): boolean {
  const demand = demandOf(prepared, worldKey(world, item.face.id));
  return (
    demand === undefined || !isInside(stub, item.face.outline) || isInAnyBox(pointUm(stub), demand.keepOut)
  );
}

function endAt(prepared: Prepared, place: PortPlace, direction: Direction, world: World): SearchEnd {
  const face = place.item.face.id;
  const grid = gridAt(prepared, worldKey(world, face));
  const node = grid === undefined ? -1 : nodeAt(grid, pointUm(place.stub));
  if (node < 0) throw new Error(`The stub of ${place.port.placement} is not on the grid.`);
  return { face, node, direction };
}

function routedRun(
  prepared: Prepared,
  run: Run,
  [from, to]: readonly [PortPlace, PortPlace],
  path: FoundPath,
  { world, isInSetback }: { readonly world: World; readonly isInSetback: boolean },
): RoutedRun {
  const points = path.nodes.flatMap(({ face, node, via }) => {
    const grid = gridAt(prepared, worldKey(world, face));
    if (grid === undefined) return [];
    const [x, y] = pointOfNode(grid, node);
    return [{ face, at: [x / UM_PER_MM, y / UM_PER_MM] as PointMm, via }];
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
    penetrations: points.flatMap(({ via }) => via ?? []),
    bendCount: path.bendCount,
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
