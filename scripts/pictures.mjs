// npm run pictures: docs/screenshots, made anew from the demos. `npm run pictures -- route pack` makes these alone.
import { join } from 'node:path';
import { main, ROOT } from './lib/run.mjs';
import { runTs, withApp } from './lib/with-app.mjs';

await main(() =>
  withApp('pictures', (env) =>
    runTs('e2e/pictures.ts', {
      ...env,
      ZARNEL_PICTURES: join(ROOT, 'docs', 'screenshots'),
      ZARNEL_ONLY: process.argv.slice(2).join(' '),
    }),
  ),
);
