import type { Revision } from '@zarnel/contract';

/** What decides whether a revision is kept. */
export type Kept = Pick<Revision, 'number' | 'kind' | 'madeFrom' | 'name' | 'printedAt'> & {
  readonly createdAt: Date;
  /** The revision it is packed against; null where it is packed whole. */
  readonly base: number | null;
};

/** The same with since when it is to go, in sane seconds; null where it is not. */
export type Marked = Kept & { readonly goingSinceS: number | null };

/** So many of the newest revisions the clock must not stand before. */
const NEWEST = 60;

/** What is to go waits so long, in seconds during which the clock ran right, for somebody to see that it did not. */
export const WAITS_S = 3 * 24 * 3600;

export type Thinning = {
  /** Found to go just now, and found to stay after all: their marks are set, and taken away. */
  readonly mark: readonly number[];
  readonly unmark: readonly number[];
  /** Marked long enough. */
  readonly remove: readonly number[];
};

/**
 * What is to be done about old revisions. A clock that stands before one of the newest is wrong: then nothing is. What goes was
 * marked first, and the marks have stood while the clock ran right for `WAITS_S`.
 * @param revisions all of the job, in the order of their numbers
 * @param saneS how long the clock was seen to run right, in all
 */
export function thinning(revisions: readonly Marked[], current: number, now: Date, saneS: number): Thinning {
  const newestMs = Math.max(...revisions.slice(-NEWEST).map(({ createdAt }) => createdAt.getTime()));
  if (now.getTime() < newestMs) return { mark: [], unmark: [], remove: [] };
  const going = new Set(thinned(revisions, current, now));
  const isDue = ({ number, goingSinceS }: Marked) =>
    going.has(number) && goingSinceS !== null && saneS - goingSinceS >= WAITS_S;
  // What stays for now needs what it is packed against.
  const bases = new Set(revisions.filter((each) => !isDue(each)).flatMap(({ base }) => base ?? []));
  const numbersOf = (which: (revision: Marked) => boolean) =>
    revisions.filter(which).map(({ number }) => number);
  return {
    mark: numbersOf(({ number, goingSinceS }) => going.has(number) && goingSinceS === null),
    unmark: numbersOf(({ number, goingSinceS }) => !going.has(number) && goingSinceS !== null),
    remove: numbersOf((each) => isDue(each) && !bases.has(each.number)),
  };
}

/** Automatic revisions newer than this are all kept. */
const ALL_FOR_MS = 24 * 3_600_000;
/** Of older ones the last of each span is kept: of each hour in a week, of each day in a year, then of each week. */
const SPANS = [
  { untilMs: 7 * 24 * 3_600_000, spanMs: 3_600_000 },
  { untilMs: 365 * 24 * 3_600_000, spanMs: 24 * 3_600_000 },
  { untilMs: Infinity, spanMs: 7 * 24 * 3_600_000 },
] as const;

/**
 * The numbers of the revisions of one job that may go: old automatic ones. Never goes what has a name, was printed, came of a
 * conflict or was where one began, was brought back, is the first or the current, or what a kept one is packed against.
 * @param revisions all of the job, in the order of their numbers
 */
export function thinned(revisions: readonly Kept[], current: number, now: Date): number[] {
  const parted = new Set(
    revisions.filter(({ kind }) => kind === 'conflict').flatMap(({ madeFrom }) => madeFrom ?? []),
  );
  const seenSpans = new Set<string>();
  const kept = new Set<number>();
  for (const { number, kind, name, printedAt, createdAt } of [...revisions].reverse()) {
    const isTheirs = kind !== 'save' || name !== null || printedAt !== null || parted.has(number);
    const ageMs = now.getTime() - createdAt.getTime();
    const spanMs = SPANS.find(({ untilMs }) => ageMs < untilMs)?.spanMs ?? Infinity;
    const span = `${spanMs} ${Math.floor(createdAt.getTime() / spanMs)}`;
    const isLastOfSpan = !seenSpans.has(span);
    if (ageMs < ALL_FOR_MS || isTheirs || isLastOfSpan || number === 1 || number === current)
      kept.add(number);
    if (kind === 'save') seenSpans.add(span);
  }
  const bases = new Set(revisions.filter(({ number }) => kept.has(number)).flatMap(({ base }) => base ?? []));
  return revisions.map(({ number }) => number).filter((number) => !kept.has(number) && !bases.has(number));
}
