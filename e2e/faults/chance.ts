import prand from 'pure-rand';

/** As many rounds as the counts say, for hours (`npm run test:faults -- long`). */
const IS_LONG = process.env.ZARNEL_FAULTS === 'long';
/** All of it, in up to twenty minutes (`npm run test:faults`), or a short cut of it (`npm test`). */
export const IS_FULL = IS_LONG || process.env.ZARNEL_FAULTS === 'full';
/** How long one test may take. */
export const TIMEOUT_MS = IS_LONG ? 3 * 60 * 60_000 : 600_000;
/** The same seed makes the same choices; when they fall still depends on the machine. */
const SEED = Number(process.env.ZARNEL_SEED ?? '20260501');

export type Chance = {
  /** A whole number from 0 to below `count`. */
  readonly below: (count: number) => number;
  readonly pick: <T>(list: readonly T[]) => T;
};

export function chanceOf(name: string): Chance {
  const random = prand.xoroshiro128plus(
    Array.from(name).reduce((sum, letter) => (sum * 31 + letter.charCodeAt(0)) | 0, SEED),
  );
  const below = (count: number) => prand.unsafeUniformIntDistribution(0, count - 1, random);
  return {
    below,
    pick: (list) => {
      const item = list[below(list.length)];
      if (item === undefined) throw new Error('There is nothing to pick from.');
      return item;
    },
  };
}

/** Goes `short` rounds in the short cut; else `full`, if not long, as many as go into so many seconds. Gives how many. */
export async function goRounds(
  short: number,
  full: number,
  seconds: number,
  go: (round: number) => Promise<void>,
): Promise<number> {
  const endMs = Date.now() + seconds * 1000;
  for (let round = 0; ; round++) {
    if (round >= (IS_FULL ? full : short) || (IS_FULL && !IS_LONG && Date.now() > endMs)) return round;
    await go(round);
  }
}

/** A line of figures, which the full run is read for. */
export function tell(what: string, figures: Readonly<Record<string, number | string>>): void {
  const parts = Object.entries(figures).map(([name, value]) => `${name} ${value}`);
  process.stdout.write(`    ${what}: ${parts.join(', ')}\n`);
}

export function pause(ms: number): Promise<void> {
  return new Promise((resolve) => setTimeout(resolve, ms));
}
