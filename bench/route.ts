import { fileURLToPath } from 'node:url';
import { DirectedGraph } from 'graphology';
import { bidirectional } from 'graphology-shortest-path/dijkstra.js';
import { AvoidLib } from 'libavoid-js';
import { aStar } from 'ngraph.path';
import { seeded } from '../core/src/arrange/seeded.ts';
import { prepare } from '../core/src/check/prepared.ts';
import { newRun } from '../core/src/conductor/new-circuit.ts';
import { glasshouses } from '../core/src/demo/glasshouses.ts';
import { routeAll } from '../core/src/route/route.ts';
import { honeyHouse } from '../core/src/demo/honey-house.ts';
import { graphOfFace } from '../core/src/route/graph.ts';
import { nodeAt, pointUm, UP } from '../core/src/route/grid.ts';
import { BENDS_PER_UM, findPath } from '../core/src/route/search.ts';
import { asLibraryGraph, GOAL } from '../core/src/test/library-graph.ts';
import { buildSite } from '../core/src/site/site.ts';
import { sideBySide } from './measure.ts';

/** A wall with a field of boxes to go around, repeatable. */
function wallWithBoxes(count: number) {
  const site = buildSite(honeyHouse());
  const face = site.faces.get('plant-wall');
  if (face === undefined) throw new Error('no wall');
  const random = seeded(7);
  const keepOut = Array.from({ length: count }, () => {
    const [minX, minY] = [100 + random() * 3800, 100 + random() * 2200];
    return { minX, minY, maxX: minX + 40 + random() * 160, maxY: minY + 40 + random() * 120 };
  });
  const ends: [number, number][] = [
    [20, 20],
    [4240, 2560],
  ];
  const graph = graphOfFace({ face, keepOut, points: ends });
  const grid = graph.only;
  const [from, to] = ends;
  if (from === undefined || to === undefined) throw new Error('no grid');
  return { graph, grid, start: nodeAt(grid, pointUm(from)), goal: nodeAt(grid, pointUm(to)) };
}

/** The library’s search, with the same lower bound as ours; its graph is built before the clock starts. */
function inLibrary({ grid, goal }: ReturnType<typeof wallWithBoxes>) {
  const columns = grid.xsUm.length;
  const point = (id: number | string): [number, number] => {
    const node = id === GOAL ? goal : Number(id) >> 2;
    return [grid.xsUm[node % columns] ?? 0, grid.ysUm[Math.floor(node / columns)] ?? 0];
  };
  return aStar(asLibraryGraph(grid, goal), {
    oriented: true,
    distance: (_from, _to, link) => link.data,
    heuristic: (from, to) => {
      const [[ax, ay], [bx, by]] = [point(from.id), point(to.id)];
      return (Math.abs(ax - bx) + Math.abs(ay - by)) * BENDS_PER_UM;
    },
  });
}

/** One route among 60 boxes, against a general shortest-path library with the same bound on the same graph. */
export function benchRoute() {
  const wall = wallWithBoxes(60);
  const library = inLibrary(wall);
  const ours = () =>
    findPath(
      wall.graph,
      { face: wall.grid.face, node: wall.start, direction: UP },
      { face: wall.grid.face, node: wall.goal, direction: UP },
    );
  const theirs = () => library.find(wall.start * 4 + UP, GOAL);
  const found = ours();
  if (found === null || theirs().length === 0) throw new Error('No way was found.');
  return {
    name: `route among 60 boxes, ${wall.grid.freeRight.length} nodes (against ngraph.path)`,
    ...sideBySide(ours, theirs),
  };
}

/** A hall’s wall with a thousand obstacles on a raster of 20 mm, as a survey reads them; repeatable. */
function wallOfThousand() {
  const site = buildSite(honeyHouse());
  const wall = site.faces.get('plant-wall');
  if (wall === undefined) throw new Error('no wall');
  const [widthMm, heightMm] = [24_000, 6000];
  const outline: [number, number][] = [[0, 0], [widthMm, 0], [widthMm, heightMm], [0, heightMm]]; // prettier-ignore
  const face = { ...wall, outline, bounds: { minX: 0, minY: 0, maxX: widthMm, maxY: heightMm } };
  const random = seeded(11);
  const raster = (least: number, most: number) => 20 * Math.round((least + random() * (most - least)) / 20);
  const keepOut = Array.from({ length: 1000 }, () => {
    const [minX, minY] = [raster(100, widthMm - 500), raster(100, heightMm - 400)];
    return { minX, minY, maxX: minX + raster(60, 360), maxY: minY + raster(60, 260) };
  });
  return { face, keepOut, ends: [[20, 20], [widthMm - 20, heightMm - 20]] as [number, number][] }; // prettier-ignore
}

function routeOurs({ face, keepOut, ends }: ReturnType<typeof wallOfThousand>) {
  const graph = graphOfFace({ face, keepOut, points: ends });
  const [from = [0, 0], to = [0, 0]] = ends;
  const [start, goal] = [nodeAt(graph.only, pointUm(from)), nodeAt(graph.only, pointUm(to))];
  const search = () =>
    findPath(
      graph,
      { face: face.id, node: start, direction: UP },
      { face: face.id, node: goal, direction: UP },
    );
  return { graph, start, goal, search };
}

/** Among 1,000 obstacles, against a general graph library’s search on the same graph; its graph is built before. */
export function benchThousand() {
  const wall = wallOfThousand();
  const { graph, start, goal, search } = routeOurs(wall);
  const library = new DirectedGraph();
  asLibraryGraph(graph.only, goal).forEachLink((link) => {
    library.mergeNode(String(link.fromId));
    library.mergeNode(String(link.toId));
    library.addEdge(String(link.fromId), String(link.toId), { weight: link.data });
  });
  const theirs = () => bidirectional(library, String(start * 4 + UP), GOAL, 'weight');
  const found = search();
  const path = theirs();
  const cost = path.slice(1).reduce((sum, node, index) => {
    const edge = library.edge(path[index], node);
    return sum + Number(library.getEdgeAttribute(edge, 'weight'));
  }, 0);
  const oursCost = found === null ? null : found.costUm * BENDS_PER_UM + found.bendCount;
  if (oursCost !== cost) throw new Error(`Not the same cost: ${oursCost} and ${cost}.`);
  return {
    name: `route among 1,000 obstacles, ${graph.only.freeRight.length} nodes (against graphology)`,
    ...sideBySide(search, theirs, 0),
  };
}

/** The same from obstacles to way, against a library that routes connectors along and across among shapes. */
export async function benchConnector() {
  await AvoidLib.load(fileURLToPath(import.meta.resolve('libavoid-js').replace(/[^/]*$/u, 'libavoid.wasm')));
  const avoid = AvoidLib.getInstance();
  const wall = wallOfThousand();
  const [from = [0, 0], to = [0, 0]] = wall.ends as readonly (readonly [number, number])[];
  const theirs = () => {
    const router = new avoid.Router(avoid.OrthogonalRouting);
    // Bends cost a little, as ours break ties.
    router.setRoutingParameter(0, 1);
    for (const { minX, minY, maxX, maxY } of wall.keepOut) {
      const box = new avoid.Rectangle(new avoid.Point(minX, minY), new avoid.Point(maxX, maxY));
      new avoid.ShapeRef(router, box);
    }
    const endAt = ([x, y]: readonly [number, number]) => new avoid.ConnEnd(new avoid.Point(x, y));
    const connector = new avoid.ConnRef(router, endAt(from), endAt(to));
    router.processTransaction();
    const line = connector.displayRoute();
    let lengthMm = 0;
    for (let index = 1; index < line.size(); index++) {
      const [a, b] = [line.get_ps(index - 1), line.get_ps(index)];
      lengthMm += Math.abs(a.x - b.x) + Math.abs(a.y - b.y);
    }
    return lengthMm;
  };
  const ours = () => routeOurs(wall).search();
  const [lengthMm, found] = [theirs(), ours()];
  if (found === null || Math.abs(found.lengthUm / 1000 - lengthMm) > 10)
    throw new Error(`Not the same length: ${found?.lengthUm} µm and ${lengthMm} mm.`);
  return { name: 'the same, obstacles to way (against libavoid)', ...sideBySide(ours, theirs) };
}

/** A hundred runs of the glasshouses between all that has knockouts there, against thirty times one of them alone. */
export function benchRuns() {
  const of = glasshouses();
  const ports = of.placements.flatMap(({ id, type, face }) =>
    face === 'packing-wall'
      ? (of.gearTypes.find((each) => each.id === type)?.knockouts ?? []).map(({ id: knockout }) => ({
          placement: id,
          knockout,
        }))
      : [],
  );
  const pairs = ports.flatMap((from, index) => ports.slice(index + 1).map((to) => ({ from, to })));
  const runs = pairs
    .filter(({ from, to }) => from.placement !== to.placement)
    .slice(0, 100)
    .map((ends, index) => ({ ...newRun('us'), ...ends, id: `r-${index}`, name: `R ${index}`, circuits: [] }));
  if (runs.length < 100) throw new Error('The glasshouses have too few knockouts.');
  const hundred = () => routeAll(prepare({ ...of, runs }));
  const alone = () => {
    for (let run = 0; run < 30; run++) routeAll(prepare({ ...of, runs: runs.slice(run, run + 1) }));
  };
  return { name: '100 runs of the glasshouses (against 30 lone ones)', ...sideBySide(hundred, alone) };
}
