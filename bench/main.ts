import { benchCheck } from './check.ts';
import { benchLengths } from './lengths.ts';
import { benchRoute } from './route.ts';

// Ratios within one run: how many times as long the reference takes. Never a timed test.
for (const bench of [benchLengths, benchCheck, benchRoute]) {
  const { name, oursS, theirsS } = bench();
  const ms = (seconds: number) => `${(seconds * 1000).toFixed(3)} ms`;
  process.stdout.write(
    `${name}\n  ours ${ms(oursS)}, reference ${ms(theirsS)}, ratio ${(theirsS / oursS).toFixed(1)}\n`,
  );
}
