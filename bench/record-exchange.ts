// What a page of this version sends, is answered and keeps in its browser, as one file for later versions to be tried with.
import { writeFileSync } from 'node:fs';
import { chromium, type Page, type Request } from '@playwright/test';
import { honeyHouse } from '@zarnel/core/files';
import { writePlan } from '@zarnel/core/plan';
import { CHROMIUM_FLAGS } from '../e2e/chromium-flags.ts';

const URL_ = process.env.ZARNEL_URL ?? '';
const FILE = process.env.ZARNEL_RECORDING ?? '';

type Exchange = {
  readonly step: string;
  readonly method: string;
  readonly path: string;
  readonly headers: Readonly<Record<string, string>>;
  readonly body: string | null;
  readonly status: number;
  readonly answerHeaders: Readonly<Record<string, string>>;
  readonly answer: string;
};

const SENT = ['content-type', 'if-match', 'line-of-work', 'line-secret', 'worked-by'];
const ANSWERED = ['content-type', 'etag', 'line-of-work', 'location'];

const only = (headers: Readonly<Record<string, string>>, names: readonly string[]) =>
  Object.fromEntries(names.flatMap((name) => (headers[name] === undefined ? [] : [[name, headers[name]]])));

let step = '';
const exchanges: Exchange[] = [];
const pending: Promise<void>[] = [];

async function record(request: Request): Promise<void> {
  const { pathname, search } = new URL(request.url());
  if (!pathname.startsWith('/api/') || pathname.includes('/lines')) return;
  const during = step;
  const answer = await request.response();
  if (answer === null) return;
  exchanges.push({
    step: during,
    method: request.method(),
    path: pathname + search,
    headers: only(await request.allHeaders(), SENT),
    body: request.postData(),
    status: answer.status(),
    answerHeaders: only(await answer.allHeaders(), ANSWERED),
    answer: await answer.text().catch(() => ''),
  });
}

/** All that the page keeps in this browser, by store. */
function keptOf(page: Page): Promise<unknown> {
  return page.evaluate(async () => {
    const opened = (name: string) =>
      new Promise<IDBDatabase>((resolve, reject) => {
        const asked = indexedDB.open(name);
        asked.onsuccess = () => resolve(asked.result);
        asked.onerror = () => reject(asked.error ?? new Error(name));
      });
    const databases: unknown[] = [];
    for (const { name = '', version } of await indexedDB.databases()) {
      const database = await opened(name);
      const stores: Record<string, unknown[]> = {};
      for (const store of database.objectStoreNames) {
        stores[store] = await new Promise((resolve) => {
          const asked = database.transaction(store).objectStore(store).getAll();
          asked.onsuccess = () => resolve(asked.result as unknown[]);
        });
      }
      database.close();
      databases.push({ name, version, stores });
    }
    return {
      databases,
      local: Object.fromEntries(Object.entries(localStorage)),
      session: Object.fromEntries(Object.entries(sessionStorage)),
    };
  });
}

const browser = await chromium.launch({
  ...(process.env.ZARNEL_CHROMIUM === undefined ? {} : { executablePath: process.env.ZARNEL_CHROMIUM }),
  args: CHROMIUM_FLAGS,
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
page.setDefaultTimeout(20_000);
page.on('requestfinished', (request) => void pending.push(record(request)));
const bench = page.getByRole('complementary', { name: 'Bench' });
const dialog = page.getByRole('dialog');
const saved = () =>
  page
    .getByTestId('save-state')
    .filter({ hasText: /^Saved$/u })
    .waitFor();

step = 'a new job';
await page.goto(`${URL_}/jobs`);
await page.getByRole('button', { name: 'New job' }).click();
await dialog.getByLabel('Name').fill('Recorded wall');
await dialog.getByLabel('Mean daily maximum').fill('27');
await dialog.getByLabel('Mean daily maximum').blur();
await dialog.getByRole('button', { name: 'Make the job' }).click();
await page.getByRole('heading', { level: 1, name: 'Recorded wall' }).waitFor();

step = 'edits, named and printed';
await page.getByRole('button', { name: 'Revisions' }).click();
await dialog.getByLabel('You, as others read it here').fill('Rowan Pell');
await dialog.getByRole('button', { name: 'Close' }).click();
const jobUrl = page.url().replace(/\/[a-z]+$/u, '');
await page.goto(`${jobUrl}/site`);
await bench.getByRole('tab', { name: 'Conditions' }).click();
const high = bench.getByLabel('Snow load');
for (const text of ['25', '30']) {
  await high.fill(text);
  await high.press('Enter');
  await page.waitForTimeout(900);
  await saved();
}
await page.getByRole('button', { name: 'Revisions' }).click();
await dialog.locator('[data-revision="1"]').getByRole('button', { name: 'Name' }).click();
await dialog.getByLabel('Name of revision 1').fill('As first drawn');
await dialog.getByLabel('Name of revision 1').press('Enter');
await page.waitForTimeout(500);
step = 'a revision brought back';
await dialog.locator('[data-revision="2"]').getByRole('button', { name: 'Bring back' }).click();
await page.waitForTimeout(1500);

step = 'readings';
await page.goto(`${jobUrl}/site`);
await bench.getByRole('tab', { name: 'Survey' }).click();
const missing = bench.getByRole('button', { name: /^missing/u });
await missing.first().click();
for (const text of ['120', '121', '150']) {
  await dialog.getByLabel('Or type it').fill(text);
  await page.keyboard.press('Enter');
  await page.waitForTimeout(500);
}
await dialog.getByRole('button', { name: 'Strike' }).first().click();
await dialog.getByRole('button', { name: 'Typed wrong' }).click();
await page.waitForTimeout(700);
await page.keyboard.press('Escape');

step = 'a file taken in, copied, renamed and archived';
await page.goto(`${URL_}/jobs`);
await page.getByLabel('Job file').setInputFiles({
  name: 'recorded.zarnel.json',
  mimeType: 'application/json',
  buffer: Buffer.from(writePlan({ ...honeyHouse(), name: 'Recorded honey house' })),
});
await page
  .getByRole('heading', { level: 1 })
  .or(page.locator('[data-job="Recorded honey house"]'))
  .first()
  .waitFor();
await page.goto(`${URL_}/jobs`);
const row = (name: string) => page.locator(`[data-job="${name}"]`);
await row('Recorded wall').getByRole('button', { name: 'Copy' }).click();
await row('Recorded wall (copy)').getByRole('button', { name: 'Rename' }).click();
await dialog.getByLabel('Name').fill('Recorded copy');
await dialog.getByRole('button', { name: 'Rename' }).click();
await row('Recorded copy').getByRole('button', { name: 'Archive' }).click();
await page.waitForTimeout(500);

step = 'the gear library';
await page.goto(`${URL_}/gear`);
await page.getByRole('link', { name: 'New gear type' }).click();
const form = page.getByRole('region', { name: 'Gear type', exact: true });
await form.getByLabel('Name').first().fill('Recorded box');
await form.getByLabel('Width').fill('16');
await form.getByLabel('Height').fill('24in');
await form.getByLabel('Mass, all parts').fill('18.5 kg');
await page.getByRole('button', { name: 'Keep it' }).click();
await page.waitForTimeout(700);
await form.getByLabel('Width').fill('17');
await page.getByRole('button', { name: 'Keep as a new version' }).click();
await page.waitForTimeout(700);
await page.goto(`${URL_}/gear`);
await page.getByRole('button', { name: 'Import', exact: true }).click();
await dialog.getByLabel('Gear file').setInputFiles({
  name: 'boxes.csv',
  mimeType: 'text/plain',
  buffer: Buffer.from(
    'name,kind,width,height,depth,mass_kg\nRecorded loft box,junction-box,8in,6in,3in,1.1\n',
  ),
});
await dialog.getByRole('button', { name: /^Take/u }).click();
await dialog.getByRole('button', { name: 'Take them all out again' }).click();
await page.waitForTimeout(700);
await dialog.getByRole('button', { name: 'Close' }).click();

step = 'what is kept while the server is away';
await page.route('**/api/jobs/*/plan', (route) =>
  route.request().method() === 'PUT' ? route.abort() : route.continue(),
);
await page.route('**/api/jobs/*/readings', (route) =>
  route.request().method() === 'POST' ? route.abort() : route.continue(),
);
await page.goto(`${URL_}/gear`);
await page.getByLabel('Search').fill('Recorded box');
await page.getByRole('link', { name: 'Recorded box' }).click();
await form.getByLabel('Width').fill('19');
await page.waitForTimeout(300);
await page.goto(`${jobUrl}/site`);
await bench.getByRole('tab', { name: 'Conditions' }).click();
await high.fill('40');
await high.press('Enter');
await page.getByTestId('save-state').filter({ hasText: 'Offline' }).waitFor();
await bench.getByRole('tab', { name: 'Survey' }).click();
await missing.first().click();
await dialog.getByLabel('Or type it').fill('96');
await page.keyboard.press('Enter');
await page.waitForTimeout(700);
const kept = await keptOf(page);
await Promise.all(pending);
await browser.close();

// Of each kind the first few: what differs only in its figures tells nothing new.
const seen = new Map<string, number>();
const telling = exchanges.filter(({ method, path, status }) => {
  const kind = `${method} ${path.replaceAll(/[0-9a-f-]{36}/gu, ':id').replace(/\?.*$/u, '')} ${status}`;
  seen.set(kind, (seen.get(kind) ?? 0) + 1);
  return method !== 'GET' || (seen.get(kind) ?? 0) <= 2;
});
writeFileSync(FILE, `${JSON.stringify({ exchanges: telling, kept }, null, 1)}\n`);
process.stdout.write(
  `${telling.length} exchanges, ${JSON.stringify(kept).length} characters kept in the browser\n`,
);
for (const [kind, count] of [...seen].sort()) process.stdout.write(`${count} × ${kind}\n`);
