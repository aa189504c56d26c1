// npm run bench: side-by-side measurements, as ratios within one run.
import { checkNode, ensurePackages } from './lib/install.mjs';
import { main, run } from './lib/run.mjs';

await main(async () => {
  checkNode();
  await ensurePackages();
  return run('npx', ['tsx', 'bench/main.ts']);
});
