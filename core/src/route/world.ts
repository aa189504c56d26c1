import type { Hung, Prepared } from '../check/prepared.ts';
import { isSameList } from '../derive/entities.ts';
import { fact, query, single } from '../derive/query.ts';
import { knockoutOnFace } from '../gear/body.ts';
import { isInConvex } from '../geometry/convex.ts';
import { boundsOf, growBox, isInside, type BoxMm } from '../geometry/polygon.ts';
import { penetrationsAt, placingInputs } from '../model/model.ts';
import { gearName, obstacleName } from '../plan/names.ts';
import type { Port } from '../plan/placement.ts';
import type { PointMm } from '../plan/values.ts';
import type { Named } from '../quantity/told.ts';
import { findPenetrationPlaces } from '../site/penetration-places.ts';
import { platePlaces } from '../site/plate-meeting.ts';
import { foldsAt } from '../site/folds.ts';
import { cornersOfPart } from '../site/obstacle-zone.ts';
import { setbackZones } from '../site/setback-zones.ts';
import type { SiteFace } from '../site/site.ts';
import {
  isInAnyBox,
  linksFrom,
  type CableLink,
  type Hole,
  type RouteGraph,
  type SearchWeights,
} from './graph.ts';
import {
  buildGrid,
  carriedLines,
  DOWN,
  isSameGrid,
  isSameLines,
  joinedLines,
  joinsFrom,
  LEFT,
  ownLines,
  pointUm,
  RIGHT,
  slantKey,
  toUm,
  UP,
  type Band,
  type CarriedLines,
  type Direction,
  type FaceGrid,
  type FaceJoins,
  type Foldable,
  type GridDemand,
  type Lines,
} from './grid.ts';

/** How far cables keep from gear they do not enter (practice): room for a strap and a hand. */
export const CABLE_CLEAR_MM = 25;

/**
 * The site as ways may go through it: `kept` keeps its setbacks, `free` does not, `bare` has nothing in the way at all, and
 * `without` leaves one thing out that is in the way elsewhere.
 */
export type World = 'kept' | 'free' | 'bare' | `without:${string}`;

/** Where a run leaves a piece of gear. */
export type PortPlace = {
  readonly port: Port;
  readonly item: Hung;
  readonly at: PointMm;
  /** Where the cable is clear of its own gear. */
  readonly stub: PointMm;
  readonly opens: Direction;
};

export function placeOfPort(prepared: Prepared, port: Port): PortPlace {
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

/** A convex shape on a face. */
type Shape = readonly PointMm[];

/** What ways keep out of: boxes, and shapes with slanting sides. */
type Kept = { readonly boxes: readonly BoxMm[]; readonly shapes: readonly Shape[] };

/** Something that ways go round. */
export type Obstruction = Kept & { readonly key: string; readonly name: Named };

/** What ways go round on a face: gear and obstacles, each with its clear zone. Boards and modules have cables on or under them. */
export const obstructionsOf = query((prepared: Prepared, faceId: string): readonly Obstruction[] => {
  const gear = (prepared.onFace.get(faceId) ?? [])
    .filter(({ type }) => type.kind !== 'board')
    .map(({ id, body }) => ({
      key: id,
      name: gearName(id),
      boxes: [growBox(body, CABLE_CLEAR_MM)],
      shapes: [],
    }));
  const obstacles = (prepared.site.faces.get(faceId)?.inTheWay ?? [])
    .filter(({ obstacle }) => obstacle.kind !== 'modules')
    .map(({ obstacle, parts }) => ({
      key: `${faceId}/${obstacle.id}`,
      name: obstacleName(faceId, obstacle.id),
      ...keptOf(
        parts.map((part) =>
          cornersOfPart({
            ...part,
            halfAlongMm: part.halfAlongMm + obstacle.clearMm,
            halfAcrossMm: part.halfAcrossMm + obstacle.clearMm,
          }),
        ),
      ),
    }));
  return [...gear, ...obstacles];
});

/** Upright rectangles as the boxes they are. */
function keptOf(shapes: readonly Shape[]): Kept {
  const isUpright = (shape: Shape) => {
    const { minX, minY, maxX, maxY } = boundsOf(shape);
    const isNear = (a: number, b: number) => Math.abs(a - b) < UPRIGHT_MM;
    return shape.every(
      ([x, y]) => (isNear(x, minX) || isNear(x, maxX)) && (isNear(y, minY) || isNear(y, maxY)),
    );
  };
  return {
    boxes: shapes.filter(isUpright).map(boundsOf),
    shapes: shapes.filter((shape) => !isUpright(shape)),
  };
}

/** What slants by less over its whole length is upright, mm. */
const UPRIGHT_MM = 0.01;

function isKeptOut(at: PointMm, { boxes, shapes }: Kept): boolean {
  return isInAnyBox(pointUm(at), boxes) || shapes.some((shape) => isInConvex(at, shape));
}

function keepOutIn(prepared: Prepared, world: World, face: SiteFace): Kept {
  if (world === 'bare') return { boxes: [], shapes: [] };
  const left = world.startsWith('without:') ? world.slice('without:'.length) : null;
  const things = obstructionsOf(prepared, face.id).filter(({ key }) => key !== left);
  const unbored = framingOf(face).flatMap(({ box, mayBore }) => (mayBore ? [] : [box]));
  const kept = keptOf(world === 'kept' ? keptFree(prepared, face) : []);
  return {
    boxes: [...things.flatMap(({ boxes }) => boxes), ...unbored, ...kept.boxes],
    shapes: [...things.flatMap(({ shapes }) => shapes), ...kept.shapes],
  };
}

/** In a cavity ways meet the framing itself: only a bored hole leads through, and none runs inside a member. */
function framingOf(face: SiteFace) {
  if (face.face.kind !== 'cavity') return [];
  return face.members.map(({ axis, centreMm, widthMm, fromMm, toMm, mayBore }) => {
    const [minMm, maxMm] = [centreMm - widthMm / 2, centreMm + widthMm / 2];
    const box: BoxMm =
      axis === 'vertical'
        ? { minX: minMm, maxX: maxMm, minY: fromMm, maxY: toMm }
        : { minX: fromMm, maxX: toMm, minY: minMm, maxY: maxMm };
    const band: Band = { axis, minMm, maxMm, fromMm, toMm, isBored: true };
    return { box, band, mayBore };
  });
}

/** Setbacks along edges that are folded to nothing: over a fold a cable has to go. */
function keptFree(prepared: Prepared, face: SiteFace): Shape[] {
  const folded = new Set(foldsAt(prepared.foldsOfFace.get(face.id), face.id).map(({ here }) => here.edge));
  return setbackZones(face)
    .filter(({ setback }) => !folded.has(setback.edge))
    .map(({ corners }) => corners);
}

/** The usable holes of a face: through it, from either side, and through the plates at its edges. */
function holesAt(prepared: Prepared, faceId: string): Hole[] {
  const { penetrationMm, boreMm } = prepared.plan.routing;
  return [
    ...penetrationsAt(prepared, faceId)
      .flatMap(({ id }) => usableHole(prepared, id) ?? [])
      .map((hole) => ({ ...hole, weighsMm: penetrationMm })),
    ...prepared.plateHolesAtFace
      .get(faceId)
      .flatMap(({ id }) => usablePlateHole(prepared, id) ?? [])
      .map((hole) => ({ ...hole, weighsMm: boreMm })),
  ];
}

type UnweighedHole = Omit<Hole, 'weighsMm'>;

const usablePlateHole = query((prepared: Prepared, id: string): UnweighedHole | null => {
  const hole = prepared.plateHoles.get(id);
  const met = hole === undefined ? null : platePlaces(prepared.site, hole);
  if (met === null || !met.ok) return null;
  const { here, there, throughMm } = met.places;
  const isBlocked = [here, there].some(({ face, at }) =>
    obstructionsOf(prepared, face.id).some((thing) => isKeptOut(at, thing)),
  );
  if (isBlocked) return null;
  return {
    through: { kind: 'plate-hole', id },
    ends: [
      { face: here.face.id, at: here.at },
      { face: there.face.id, at: there.at },
    ],
    thicknessMm: throughMm,
  };
});

const usableHole = query((prepared: Prepared, id: string): UnweighedHole | null => {
  const penetration = prepared.penetrations.get(id);
  const places = penetration === undefined ? null : findPenetrationPlaces(prepared.site, penetration);
  if (penetration === undefined || places === null) return null;
  const { here, there, thicknessMm } = places;
  // A housing that is used stands where the hole is: it is not in its own way.
  const isOwn = penetration.entry.kind === 'existing';
  const isUsable = [here, there].every(
    ({ face, at }) =>
      isInside(at, face.outline) &&
      (isOwn || !obstructionsOf(prepared, face.id).some((thing) => isKeptOut(at, thing))),
  );
  if (!isUsable) return null;
  return {
    through: { kind: 'penetration', id },
    ends: [
      { face: here.face.id, at: here.at },
      { face: there.face.id, at: there.at },
    ],
    thicknessMm,
  };
});

// What a search goes over. Each part is asked for by its face and its world.

function worldKey(world: World, face: string): string {
  return `${world} ${face}`;
}

function ofKey(key: string): readonly [World, string] {
  const [world, face = ''] = key.split(' ');
  return [world as World, face];
}

const ANY = 'any';
const setbacksOfSite = fact(
  (model: Prepared) => new Map([[ANY, model.faces.list.some(({ setbacks }) => setbacks.length > 0)]]),
  (model) => model.faces.list.map(({ setbacks }) => setbacks),
);

export function hasSetbacks(prepared: Prepared): boolean {
  return setbacksOfSite.of(prepared, ANY) ?? false;
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
        [from, to].filter((port) => port.placement === id).map((port) => placeOfPort(prepared, port).stub),
      ),
  );
  const holes = holesAt(prepared, faceId).flatMap((hole) =>
    hole.ends.filter((end) => end.face === faceId).map(({ at }) => at),
  );
  const bands =
    world === 'bare' ? [] : framingOf(face).flatMap(({ band, mayBore }) => (mayBore ? [band] : []));
  const keepOut = keepOutIn(prepared, world, face);
  return {
    face,
    keepOut: keepOut.boxes,
    shapes: keepOut.shapes,
    bands,
    points: [...stubs, ...holes, ...viaPoints(prepared, faceId)],
  };
});

/** Where runs are locked to go by on a face. */
const viaPoints = query((prepared: Prepared, face: string): readonly PointMm[] =>
  prepared.runsByPoint
    .get(face)
    .flatMap(({ via }) =>
      via.flatMap((each): PointMm[] =>
        each.at === 'point' && each.face === face ? [[each.xMm, each.yMm]] : [],
      ),
    ),
);

const WITH_THINGS = ['kept', 'free'] as const;

const ownLinesOf = query(
  (prepared: Prepared, key: string): Lines | undefined => {
    const [world, face] = ofKey(key);
    // With nothing in the way, ways may still turn wherever they turn round something: else none would be the shortest.
    const demands = (world === 'bare' ? WITH_THINGS : [world]).flatMap(
      (each) => demandOf(prepared, worldKey(each, face)) ?? [],
    );
    const [first, ...rest] = demands.map(ownLines);
    return first === undefined ? undefined : rest.reduce(joinedLines, first);
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

const joinsAt = query((prepared: Prepared, id: string): FaceJoins => {
  const face = foldableOf(prepared, id);
  if (face === undefined) return { crossings: [], slants: [] };
  return joinsFrom(face, prepared.foldsOfFace.get(id), badFolds(prepared), (other) =>
    foldableOf(prepared, other),
  );
});

/** The faces that are joined to one by a fold. */
function foldedTo(prepared: Prepared, face: string): string[] {
  const { crossings, slants } = joinsAt(prepared, face);
  return [...crossings, ...slants].map(({ toFace }) => toFace);
}

/** The faces that are joined to one by a fold, or by a hole through the plate on which they meet. */
export function joinedTo(prepared: Prepared, face: string): string[] {
  const bored = prepared.plateHolesAtFace.get(face).map((hole) => (hole.face === face ? hole.to : hole.face));
  return [...foldedTo(prepared, face), ...bored];
}

/** The faces that folds join to one, all ways on, in the plan’s order. */
const foldedTogether = fact(
  (prepared: Prepared): ReadonlyMap<string, readonly string[]> => {
    const of = new Map<string, readonly string[]>();
    const order = new Map(prepared.faces.ids.map((id, place) => [id, place]));
    for (const id of prepared.faces.ids) {
      if (of.has(id)) continue;
      const reached = new Set([id]);
      for (const each of reached) for (const other of foldedTo(prepared, each)) reached.add(other);
      const together = [...reached].sort((a, b) => (order.get(a) ?? 0) - (order.get(b) ?? 0));
      for (const each of together) of.set(each, together);
    }
    return of;
  },
  placingInputs,
  isSameList,
);

/** The lines of all faces folded together with one, carried over their folds. By the first of them. */
const linesTogether = query((prepared: Prepared, key: string): CarriedLines => {
  const [world, first] = ofKey(key);
  const together = foldedTogether.of(prepared, first) ?? [];
  const own = together.flatMap((id) => {
    const lines = ownLinesOf(prepared, worldKey(world, id));
    return lines === undefined ? [] : [[id, lines] as const];
  });
  const joins = together.map((id) => joinsAt(prepared, id));
  return carriedLines(
    new Map(own),
    joins.flatMap(({ crossings }) => crossings),
    joins.flatMap(({ slants }) => slants),
  );
});

function together(prepared: Prepared, key: string): CarriedLines {
  const [world, face] = ofKey(key);
  const [first = face] = foldedTogether.of(prepared, face) ?? [];
  return linesTogether(prepared, worldKey(world, first));
}

const linesAt = query(
  (prepared: Prepared, key: string): Lines | undefined => together(prepared, key).lines.get(ofKey(key)[1]),
  (a, b) => a === b || (a !== undefined && b !== undefined && isSameLines(a, b)),
);

const gridOfKey = query(
  (prepared: Prepared, key: string): FaceGrid | undefined => {
    const [demand, lines] = [demandOf(prepared, key), linesAt(prepared, key)];
    return demand === undefined || lines === undefined ? undefined : buildGrid(demand, lines);
  },
  (a, b) => a === b || (a !== undefined && b !== undefined && isSameGrid(a, b)),
);

const linksOfKey = query((prepared: Prepared, key: string): ReadonlyMap<number, readonly CableLink[]> => {
  const [world] = ofKey(key);
  const grid = gridOfKey(prepared, key);
  if (grid === undefined) return new Map();
  return linksOfGrid(
    prepared,
    grid,
    () => together(prepared, key),
    (other) => gridOfKey(prepared, worldKey(world, other)),
  );
});

/** The ways from a grid to others. `carried` is asked for only where a fold slants. */
function linksOfGrid(
  prepared: Prepared,
  grid: FaceGrid,
  carried: () => CarriedLines,
  gridOf: (face: string) => FaceGrid | undefined,
): ReadonlyMap<number, readonly CableLink[]> {
  const { crossings, slants } = joinsAt(prepared, grid.face);
  const met = slants.map((slant) => ({ ...slant, places: carried().places.get(slantKey(slant)) ?? [] }));
  return linksFrom(grid, crossings, met, holesAt(prepared, grid.face), gridOf);
}

const weightsOf = single((prepared: Prepared): SearchWeights => {
  const { bendMm, boreMm, seenPct, outOfReachPct } = prepared.plan.routing;
  const [seen, hidden] = [1 + seenPct / 100, 1 + outOfReachPct / 100];
  const isEven = seen === 1 && hidden === 1;
  return {
    bendUm: toUm(bendMm),
    boreUm: toUm(boreMm),
    factorOf: isEven
      ? () => 1
      : (face) => (prepared.site.faces.get(face)?.face.kind === 'cavity' ? hidden : seen),
  };
});

export function gridAt(prepared: Prepared, world: World, face: string): FaceGrid | undefined {
  return gridOfKey(prepared, worldKey(world, face));
}

export function graphOf(prepared: Prepared, world: World): RouteGraph {
  return {
    gridOf: (face) => gridAt(prepared, world, face),
    linksAt: (face) => linksOfKey(prepared, worldKey(world, face)),
    weights: weightsOf(prepared),
  };
}

/**
 * The same with bands that ways cross and do not run along inside of, by face: for one run beside others. Nothing of it is kept.
 */
export function graphBeside(
  prepared: Prepared,
  world: World,
  bands: ReadonlyMap<string, readonly Band[]>,
): RouteGraph {
  const carried = new Map<string, CarriedLines>();
  const demandAt = (face: string): GridDemand | undefined => {
    const demand = demandOf(prepared, worldKey(world, face));
    const more = bands.get(face);
    if (demand === undefined || more === undefined) return demand;
    return { ...demand, bands: [...(demand.bands ?? []), ...more] };
  };
  const carriedAt = (face: string): CarriedLines => {
    const faces = foldedTogether.of(prepared, face) ?? [face];
    const [first = face] = faces;
    const known = carried.get(first);
    if (known !== undefined) return known;
    const own = faces.flatMap((id) => {
      const demand = demandAt(id);
      return demand === undefined ? [] : [[id, ownLines(demand)] as const];
    });
    const joins = faces.map((id) => joinsAt(prepared, id));
    const made = carriedLines(
      new Map(own),
      joins.flatMap(({ crossings }) => crossings),
      joins.flatMap(({ slants }) => slants),
    );
    carried.set(first, made);
    return made;
  };
  const grids = new Map<string, FaceGrid | undefined>();
  const gridOf = (face: string): FaceGrid | undefined => {
    if (!grids.has(face)) {
      const [demand, lines] = [demandAt(face), carriedAt(face).lines.get(face)];
      grids.set(face, demand === undefined || lines === undefined ? undefined : buildGrid(demand, lines));
    }
    return grids.get(face);
  };
  const links = new Map<string, ReadonlyMap<number, readonly CableLink[]>>();
  return {
    gridOf,
    linksAt: (face) => {
      const known = links.get(face);
      if (known !== undefined) return known;
      const grid = gridOf(face);
      const made =
        grid === undefined
          ? new Map<number, readonly CableLink[]>()
          : linksOfGrid(prepared, grid, () => carriedAt(face), gridOf);
      links.set(face, made);
      return made;
    },
    weights: weightsOf(prepared),
  };
}

/** Whether a run cannot leave its gear there: what is in the way is on its very stub. */
export function isBlocked(prepared: Prepared, { stub, item }: PortPlace, world: World): boolean {
  const demand = demandOf(prepared, worldKey(world, item.face.id));
  return (
    demand === undefined ||
    !isInside(stub, item.face.outline) ||
    isKeptOut(stub, { boxes: demand.keepOut, shapes: demand.shapes ?? [] })
  );
}
