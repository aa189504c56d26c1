const STEPS: readonly (readonly [Intl.RelativeTimeFormatUnit, number])[] = [
  ['year', 365 * 24 * 3600],
  ['month', 30 * 24 * 3600],
  ['week', 7 * 24 * 3600],
  ['day', 24 * 3600],
  ['hour', 3600],
  ['minute', 60],
];

/** When something was, as people say it: just now, 5 minutes ago, yesterday, 3 weeks ago. */
export function agoText(at: Date, now: Date): string {
  const seconds = (now.getTime() - at.getTime()) / 1000;
  const step = STEPS.find(([, size]) => seconds >= size);
  // A clock that is behind the server’s is no reason to speak of the future.
  if (step === undefined) return 'just now';
  return new Intl.RelativeTimeFormat('en', { numeric: 'auto' }).format(
    -Math.floor(seconds / step[1]),
    step[0],
  );
}
