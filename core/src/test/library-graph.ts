import { aStar } from 'ngraph.path';
import createGraph, { type Graph } from 'ngraph.graph';
import type { FaceGrid } from '../route/grid.ts';
import type { RouteGraph } from '../route/graph.ts';
import { BENDS_PER_UM, type SearchEnd } from '../route/search.ts';

export const GOAL = 'goal';

/** The router’s (node, direction) graph of a single face in a general graph library, for comparison. */
export function asLibraryGraph(grid: FaceGrid, goal: number): Graph<unknown, number> {
  const library = createGraph<unknown, number>();
  const columns = grid.xsUm.length;
  const join = (a: number, b: number, direction: number, stepUm: number) => {
    for (const turn of [0, 1, 3]) {
      const before = (direction + turn) % 4;
      library.addLink(a * 4 + before, b * 4 + direction, stepUm * BENDS_PER_UM + (turn === 0 ? 0 : 1));
    }
  };
  for (let node = 0; node < grid.freeRight.length; node++) {
    const [i, j] = [node % columns, Math.floor(node / columns)];
    const stepX = (grid.xsUm[i + 1] ?? 0) - (grid.xsUm[i] ?? 0);
    const stepY = (grid.ysUm[j + 1] ?? 0) - (grid.ysUm[j] ?? 0);
    if (grid.freeRight[node] === 1) {
      join(node, node + 1, 0, stepX);
      join(node + 1, node, 2, stepX);
    }
    if (grid.freeUp[node] === 1) {
      join(node, node + columns, 1, stepY);
      join(node + columns, node, 3, stepY);
    }
  }
  for (const [direction, bend] of [
    [0, 1],
    [1, 0],
    [2, 1],
  ] as const) {
    library.addLink(goal * 4 + direction, GOAL, bend);
  }
  return library;
}

/** The graph of several faces with all that it weighs, in the same library: nodes are face, node and direction. */
export function facesAsLibraryGraph(
  graph: RouteGraph,
  faces: readonly string[],
  goal: SearchEnd,
): Graph<unknown, number> {
  const library = createGraph<unknown, number>({ multigraph: true });
  const { bendUm, boreUm, factorOf } = graph.weights;
  const bend = bendUm * BENDS_PER_UM + 1;
  const name = (face: string, node: number, direction: number) => `${face}|${node}|${direction}`;
  for (const face of faces) {
    const grid = graph.gridOf(face);
    if (grid === undefined) continue;
    const columns = grid.xsUm.length;
    const join = (from: number, to: number, direction: number, stepUm: number, bores: number) => {
      const cost = Math.round(stepUm * factorOf(face)) * BENDS_PER_UM + bores * boreUm * BENDS_PER_UM;
      for (const turn of [0, 1, 3]) {
        const before = (direction + turn) % 4;
        library.addLink(name(face, from, before), name(face, to, direction), cost + (turn === 0 ? 0 : bend));
      }
    };
    for (let node = 0; node < grid.freeRight.length; node++) {
      const [i, j] = [node % columns, Math.floor(node / columns)];
      if (grid.freeRight[node] === 1) {
        const bores = (grid.bores?.toX[node + 1] ?? 0) - (grid.bores?.toX[node] ?? 0);
        const stepUm = (grid.xsUm[i + 1] ?? 0) - (grid.xsUm[i] ?? 0);
        join(node, node + 1, 0, stepUm, bores);
        join(node + 1, node, 2, stepUm, bores);
      }
      if (grid.freeUp[node] === 1) {
        const bores = (grid.bores?.toY[node + columns] ?? 0) - (grid.bores?.toY[node] ?? 0);
        const stepUm = (grid.ysUm[j + 1] ?? 0) - (grid.ysUm[j] ?? 0);
        join(node, node + columns, 1, stepUm, bores);
        join(node + columns, node, 3, stepUm, bores);
      }
    }
    for (const [node, links] of graph.linksAt(face)) {
      for (const { to, costUm, turn, straight } of links) {
        for (const direction of [0, 1, 2, 3] as const) {
          const outs = turn === null ? ([0, 1, 2, 3] as const) : [turn[direction] ?? direction];
          for (const out of outs) {
            const isBend = turn === null && straight !== null && straight[direction] !== out;
            const cost = costUm * BENDS_PER_UM + (isBend ? bend : 0);
            library.addLink(name(face, node, direction), name(to.face, to.node, out), cost);
          }
        }
      }
    }
  }
  for (const turn of [0, 1, 3]) {
    const direction = (goal.direction + turn) % 4;
    library.addLink(name(goal.face, goal.node, direction), GOAL, turn === 0 ? 0 : bend);
  }
  return library;
}

/** What the library finds on the same graph, with nodes of all its faces. */
export function libraryCost(
  graph: RouteGraph,
  faces: readonly string[],
  start: SearchEnd,
  goal: SearchEnd,
): number | null {
  const library = facesAsLibraryGraph(graph, faces, goal);
  const from = `${start.face}|${start.node}|${start.direction}`;
  if (library.getNode(from) === undefined || library.getNode(GOAL) === undefined) return null;
  const found = aStar(library, { oriented: true, distance: (_a, _b, link) => link.data }).find(from, GOAL);
  if (found.length === 0) return null;
  return found.slice(1).reduce((sum, node, index) => {
    const after = found[index];
    const links = [...(library.getLinks(node.id) ?? [])].filter(
      (link) => link.fromId === node.id && link.toId === after?.id,
    );
    return sum + Math.min(...links.map((link) => link.data));
  }, 0);
}
