import { expect, test } from '@jest/globals';
import type { Direction } from './grid.ts';
import { fewestBends } from './search.ts';

const DIRECTIONS: readonly Direction[] = [0, 1, 2, 3];
const STEPS = [[1, 0], [0, 1], [-1, 0], [0, -1]] as const; // prettier-ignore
const FAR = 6;

type State = readonly [x: number, y: number, direction: Direction];

/** The turns of ways from the middle of an empty raster to each place and direction there, step by step: rounds of one more turn. */
function turnsFrom(from: Direction): Map<string, number> {
  const turns = new Map<string, number>();
  let round: State[] = [[0, 0, from]];
  for (let turn = 0; round.length > 0; turn++) {
    const next: State[] = [];
    for (const [x, y, direction] of round) {
      if (turns.has(`${x} ${y} ${direction}`) || Math.max(Math.abs(x), Math.abs(y)) > FAR) continue;
      turns.set(`${x} ${y} ${direction}`, turn);
      for (const out of DIRECTIONS) {
        if ((out - direction + 4) % 4 === 2) continue;
        const [dx, dy] = STEPS[out];
        // Straight on is of this round still; the loop comes to it.
        (out === direction ? round : next).push([x + dx, y + dy, out]);
      }
    }
    round = next;
  }
  return turns;
}

test('the fewest bends with nothing in the way are those of all ways on a raster', () => {
  const wrong: string[] = [];
  for (const from of DIRECTIONS) {
    const turns = turnsFrom(from);
    for (let x = -4; x <= 4; x++)
      for (let y = -4; y <= 4; y++)
        for (const to of DIRECTIONS) {
          // The last turn is at the end of the way.
          const ends = DIRECTIONS.filter((last) => (last - to + 4) % 4 !== 2).map(
            (last) => (turns.get(`${x} ${y} ${last}`) ?? Infinity) + (last === to ? 0 : 1),
          );
          const [found, said] = [Math.min(...ends), fewestBends(x, y, from, to)];
          if (found !== said) wrong.push(`from ${from} to ${to} at ${x}, ${y}: ${found}, not ${said}`);
        }
  }
  expect(wrong).toEqual([]);
});
