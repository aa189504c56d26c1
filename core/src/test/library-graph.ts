import createGraph, { type Graph } from 'ngraph.graph';
import type { FaceGrid } from '../route/grid.ts';
import { BENDS_PER_UM } from '../route/search.ts';

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
