import { benchArrange } from './arrange.ts';
import { benchCurve, benchFill, benchLargeFill, benchYear } from './array.ts';
import { benchAgainstAllPairs, benchAgainstIndex } from './clearances.ts';
import { benchLarge } from './large.ts';
import { benchLengths } from './lengths.ts';
import { benchConnector, benchRoute, benchRuns, benchThousand } from './route.ts';

// Ratios within one run: how many times as long the reference takes. Never a timed test.
for (const bench of [
  benchLengths,
  benchAgainstIndex,
  benchAgainstAllPairs,
  benchRoute,
  benchRuns,
  benchConnector,
  benchCurve,
  benchYear,
  benchFill,
  // Last: what its library leaves behind is collected for long.
  benchThousand,
]) {
  for (const { name, oursS, theirsS } of [await bench()].flat()) {
    const ms = (seconds: number) => `${(seconds * 1000).toFixed(3)} ms`;
    process.stdout.write(
      `${name}\n  ours ${ms(oursS)}, reference ${ms(theirsS)}, ratio ${(theirsS / oursS).toFixed(3)}\n`,
    );
  }
}
await benchLargeFill((line) => process.stdout.write(line));
await benchLarge((line) => process.stdout.write(line));
await benchArrange((line) => process.stdout.write(line));
