import { aStar } from 'ngraph.path';
import { seeded } from '../core/src/arrange/seeded.ts';
import { prepare } from '../core/src/check/prepared.ts';
import { NEW_RUN } from '../core/src/conductor/new-circuit.ts';
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
    .map((ends, index) => ({ ...NEW_RUN, ...ends, id: `r-${index}`, name: `R ${index}`, circuits: [] }));
  if (runs.length < 100) throw new Error('The glasshouses have too few knockouts.');
  const hundred = () => routeAll(prepare({ ...of, runs }));
  const alone = () => {
    for (let run = 0; run < 30; run++) routeAll(prepare({ ...of, runs: runs.slice(run, run + 1) }));
  };
  return { name: '100 runs of the glasshouses (against 30 lone ones)', ...sideBySide(hundred, alone) };
}
