// npm test: sets up a throwaway database, then format, lint, types, layers, unused, unit, build, browser tests.
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startApp } from './lib/app.mjs';
import { ensureNodeBuild, ensureWebBuild } from './lib/build.mjs';
import { checkNode, ensureDebianPrograms, ensurePackages } from './lib/install.mjs';
import { startMariadb } from './lib/mariadb.mjs';
import { main, run } from './lib/run.mjs';

const counts = { passed: 0, failed: 0 };
const failures = [];
/** Patience for unit tests that hang, on a machine that is shared and slow: they take a minute or two. */
const MOST_UNIT_MS = 15 * 60_000;

await main(async () => {
  checkNode();
  await ensurePackages({ quiet: true });
  const [chromium = ''] = await ensureDebianPrograms([['chromium']], ['chromium'], 'Chromium');
  const home = mkdtempSync(join(tmpdir(), 'zarnel-test-'));
  const database = await startMariadb(join(home, 'mariadb'), { databases: ['zarnel_unit', 'zarnel_e2e'] });
  try {
    await gate('format', ['run', '-s', 'format']);
    const typesPass = await gate('types', ['run', '-s', 'types']);
    await gate('lint', ['run', '-s', 'lint']);
    await gate('layers', ['run', '-s', 'deps']);
    await gate('unused', ['run', '-s', 'unused']);
    await gate('notices', ['run', '-s', 'notices']);
    await unitTests(database, home);
    if (typesPass) await browserTests(database, home, chromium);
    else count('browser', false);
  } finally {
    await database.stop();
    rmSync(home, { recursive: true, force: true });
  }
  if (failures.length > 0) process.stdout.write(`\nFailed: ${failures.join(', ')}\n`);
  process.stdout.write(`${counts.passed} passed, ${counts.failed} failed\n`);
  return counts.failed === 0 ? 0 : 1;
});

function count(name, isPass, passed = 1, failed = 1) {
  if (isPass) counts.passed += passed;
  else {
    counts.failed += failed;
    failures.push(name);
  }
}

async function gate(name, npmArgs) {
  process.stdout.write(`\n— ${name}\n`);
  const isPass = (await run('npm', npmArgs)) === 0;
  count(name, isPass);
  return isPass;
}

async function unitTests(database, home) {
  await jest('unit', join(home, 'unit.json'), { ZARNEL_CASES: 'all' });
  await jest('unit:database', join(home, 'database.json'), { DATABASE_URL: database.url('zarnel_unit') });
}

async function jest(name, report, env) {
  process.stdout.write(`\n— ${name}\n`);
  const code = await run('npm', ['run', '-s', name, '--', '--json', `--outputFile=${report}`], {
    env,
    mostMs: MOST_UNIT_MS,
  });
  const { numPassedTests = 0, numFailedTests = 0 } = readReport(report);
  counts.passed += numPassedTests;
  counts.failed += numFailedTests;
  if (numFailedTests > 0) failures.push(name);
  // A suite that did not even load has no failed test, but fails the run.
  else if (code !== 0 || numPassedTests === 0) count(name, false);
}

async function browserTests(database, home, chromium) {
  process.stdout.write('\n— build and browser\n');
  await ensureNodeBuild();
  await ensureWebBuild();
  const app = await startApp({ databaseUrl: database.url('zarnel_e2e'), log: 'error' });
  try {
    const report = join(home, 'browser.json');
    const code = await run('npx', ['playwright', 'test', '--config', 'e2e/playwright.config.ts'], {
      env: { ZARNEL_URL: app.url, ZARNEL_CHROMIUM: chromium, PLAYWRIGHT_JSON_OUTPUT_NAME: report },
    });
    const { expected = 0, unexpected = 0, flaky = 0 } = readReport(report).stats ?? {};
    counts.passed += expected + flaky;
    counts.failed += unexpected;
    if (unexpected > 0) failures.push('browser');
    else if (code !== 0 || expected + flaky === 0) count('browser', false);
  } finally {
    await app.stop();
  }
}

function readReport(file) {
  return existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : {};
}
