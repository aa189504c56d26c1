// npm run record: what a page of this version sends, is answered and keeps, for the versions after it to be tried with.
import { join } from 'node:path';
import { main, ROOT, UserError } from './lib/run.mjs';
import { runTs, withApp } from './lib/with-app.mjs';

await main(() => {
  const [name] = process.argv.slice(2);
  if (name === undefined || !/^[\w.-]+$/u.test(name))
    throw new UserError('Say what the recording is of: npm run record NAME.');
  return withApp('record', (env) =>
    runTs('bench/record-exchange.ts', {
      ...env,
      ZARNEL_RECORDING: join(ROOT, 'contract', 'recordings', `${name}.json`),
    }),
  );
});
