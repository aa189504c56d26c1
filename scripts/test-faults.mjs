// npm run test:faults: kills, full disks, hostile requests, clusters; seeded, in up to twenty minutes.
// npm run test:faults -- long: each as often as its count says, for some two hours.
import { ensureNodeBuild, ensureWebBuild } from './lib/build.mjs';
import { checkNode, ensureDebianPrograms, ensureForFaults, ensurePackages } from './lib/install.mjs';
import { main, run } from './lib/run.mjs';

await main(async () => {
  checkNode();
  await ensurePackages({ quiet: true });
  const [chromium = ''] = await ensureDebianPrograms([['chromium']], ['chromium'], 'Chromium');
  await ensureDebianPrograms(
    [['mariadbd', 'mysqld']],
    ['mariadb-server-core', 'mariadb-client-core'],
    'MariaDB',
  );
  await ensureForFaults();
  await ensureNodeBuild();
  await ensureWebBuild();
  const seed = process.env.ZARNEL_SEED ?? '20260501';
  process.stdout.write(`Seed ${seed}; ZARNEL_SEED chooses another.\n`);
  return run(
    'npx',
    ['playwright', 'test', '--config', 'e2e/playwright.config.ts', '--reporter', 'list', 'faults/'],
    {
      env: {
        ZARNEL_FAULTS: process.argv[2] === 'long' ? 'long' : 'full',
        ZARNEL_SEED: seed,
        ZARNEL_CHROMIUM: chromium,
      },
    },
  );
});
