// npm run bench:browser: a large job against the demo, in one run of a real browser. Throwaway database.
import { runMeasured } from './lib/measured.mjs';
import { main } from './lib/run.mjs';
import { withApp } from './lib/with-app.mjs';

await main(() => withApp('bench', (env) => runMeasured('bench-browser', 'bench/browser.ts', env)));
