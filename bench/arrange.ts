import { searchLayouts } from '../core/src/arrange/search.ts';
import { seeded } from '../core/src/arrange/seeded.ts';
import { asLpText, madeUpProblem } from '../core/src/test/arrange-mip.ts';
import { loadHighs } from '../core/src/test/highs.ts';

const REFERENCE_S = 60;

/** Layouts against a mixed-integer solver on the same problems: cost against cost, time against time. */
export async function benchArrange(print: (line: string) => void): Promise<void> {
  const highs = await loadHighs();
  print('arranging, against HiGHS on the same problem (at most 60 s for it)\n');
  for (const [count, seed] of [
    [4, 1],
    [5, 1],
    [6, 1],
    [6, 2],
    [8, 1],
    [10, 1],
  ] as const) {
    const problem = madeUpProblem(seeded(seed * 100 + count), count, 2);
    const start = performance.now();
    const { best, isProven } = searchLayouts(problem, { mostSteps: 120_000, random: seeded(1) });
    const oursS = (performance.now() - start) / 1000;
    const from = performance.now();
    const reference = highs.solve(asLpText(problem), { time_limit: REFERENCE_S, mip_rel_gap: 1e-7 });
    const theirsS = (performance.now() - from) / 1000;
    const ratio = (best?.cost ?? Infinity) / reference.ObjectiveValue;
    print(
      `  ${count} pieces, seed ${seed}: cost ${ratio.toFixed(4)} of the reference’s (${isProven ? 'proven' : 'not proven'}; reference ${reference.Status}), time ${oursS.toFixed(2)} s against ${theirsS.toFixed(2)} s, ratio ${(theirsS / oursS).toFixed(1)}\n`,
    );
  }
}
