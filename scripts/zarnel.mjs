// npm run -s zarnel -- …: the command line. Installs and builds first if need be, with nothing on stdout.
import { ensureNodeBuild } from './lib/build.mjs';
import { checkNode, ensurePackages } from './lib/install.mjs';
import { main, run } from './lib/run.mjs';

await main(async () => {
  checkNode();
  await ensurePackages({ quiet: true });
  await ensureNodeBuild();
  return run(process.execPath, ['cli/dist/main.js', ...process.argv.slice(2)]);
});
