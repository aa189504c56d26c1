/** Runs both sides in turn until each has had its time, so that both see the same machine. Seconds for one run. */
export function sideBySide(
  ours: () => unknown,
  theirs: () => unknown,
  forMs = 1500,
): { readonly oursS: number; readonly theirsS: number } {
  warmUp(ours);
  warmUp(theirs);
  const times = { ours: [] as number[], theirs: [] as number[] };
  const end = performance.now() + 2 * forMs;
  // Without a time of its own the reference is measured once: for what takes long by itself.
  const isOnce = forMs === 0;
  while (performance.now() < end || times.ours.length < 5) {
    times.ours.push(timed(ours));
    if (!isOnce || times.theirs.length === 0) times.theirs.push(timed(theirs));
  }
  return { oursS: median(times.ours), theirsS: median(times.theirs) };
}

/** As on a machine where it has run before: until it was compiled, twenty times or for half a second. */
function warmUp(run: () => unknown): void {
  const end = performance.now() + 500;
  for (let times = 0; times < 20 && performance.now() < end; times++) run();
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
