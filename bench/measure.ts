/** Runs both sides in turn until each has had its time, so that both see the same machine. Seconds for one run. */
export function sideBySide(
  ours: () => unknown,
  theirs: () => unknown,
  forMs = 1500,
): { readonly oursS: number; readonly theirsS: number } {
  ours();
  theirs();
  const times = { ours: [] as number[], theirs: [] as number[] };
  const end = performance.now() + 2 * forMs;
  // Without a time of its own it is measured once: for what takes long by itself.
  const least = forMs === 0 ? 1 : 5;
  while (performance.now() < end || times.ours.length < least) {
    times.ours.push(timed(ours));
    times.theirs.push(timed(theirs));
  }
  return { oursS: median(times.ours), theirsS: median(times.theirs) };
}

function timed(run: () => unknown): number {
  const start = performance.now();
  run();
  return (performance.now() - start) / 1000;
}

export function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)] ?? 0;
}
