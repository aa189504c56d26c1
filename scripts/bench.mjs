// npm run bench: side-by-side measurements, as ratios within one run.
import { checkNode, ensurePackages } from './lib/install.mjs';
import { runMeasured } from './lib/measured.mjs';
import { main } from './lib/run.mjs';

await main(async () => {
  checkNode();
  await ensurePackages();
  return runMeasured('bench', 'bench/main.ts');
});
