import { benchArrange } from './arrange.ts';
import { benchCheck } from './check.ts';
import { benchAgainstAllPairs, benchAgainstIndex, benchRecheck } from './clearances.ts';
import { benchLengths } from './lengths.ts';
import { benchRoute } from './route.ts';

// Ratios within one run: how many times as long the reference takes. Never a timed test.
for (const bench of [
  benchLengths,
  benchCheck,
  benchAgainstIndex,
  benchAgainstAllPairs,
  benchRecheck,
  benchRoute,
]) {
  for (const { name, oursS, theirsS } of [bench()].flat()) {
    const ms = (seconds: number) => `${(seconds * 1000).toFixed(3)} ms`;
    process.stdout.write(
      `${name}\n  ours ${ms(oursS)}, reference ${ms(theirsS)}, ratio ${(theirsS / oursS).toFixed(3)}\n`,
    );
  }
}
await benchArrange((line) => process.stdout.write(line));
