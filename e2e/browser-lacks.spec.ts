import { expect, test, type Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { honeyHouse } from '@zarnel/core/files';
import { openPlanText } from '@zarnel/core/plan';
import { bench, expectSaved, gear, importDemo, openJob, savedPlan } from './job.ts';

/** What a browser may lack, or forbid where site data is blocked: by name, how it is taken away, and what then is not kept. */
const LACKS: readonly (readonly [
  name: string,
  where: string,
  keys: readonly string[],
  notKept: string | null,
])[] = [
  ['local store', 'window', ['localStorage'], 'your choices'],
  ['tab store', 'window', ['sessionStorage'], null],
  ['database', 'window', ['indexedDB'], 'edits that are not saved yet'],
  ['locks', 'navigator', ['locks'], null],
  ['workers', 'window', ['Worker'], null],
  ['channels', 'window', ['BroadcastChannel'], null],
  ['streams', 'window', ['EventSource'], null],
  ['printing', 'window', ['print'], null],
  ['clipboard and fullscreen', 'navigator', ['clipboard'], null],
  [
    'all that is kept, and workers',
    'window',
    ['localStorage', 'sessionStorage', 'indexedDB', 'Worker', 'BroadcastChannel'],
    'edits that are not saved yet',
  ],
];

function takeAway(page: Page, where: string, keys: readonly string[], how: 'missing' | 'forbidden') {
  return page.addInitScript(
    ([target, names, way]) => {
      const on = target === 'navigator' ? Navigator.prototype : window;
      for (const name of names) {
        Object.defineProperty(on, name, {
          configurable: true,
          get: () => {
            if (way === 'forbidden') throw new DOMException('Access is denied.', 'SecurityError');
            return undefined;
          },
        });
      }
    },
    [where, keys, how] as const,
  );
}

for (const [name, where, keys, notKept] of LACKS) {
  for (const how of ['missing', 'forbidden'] as const) {
    test(`without its ${name} (${how}) the page opens, checks, saves, and says what is not kept`, async ({
      page,
      request,
    }) => {
      const broken: string[] = [];
      page.on('pageerror', (error) => broken.push(error.message));
      await takeAway(page, where, keys, how);
      const id = await importDemo(request, `Without ${name}`);
      await openJob(page, id);
      await bench(page).getByRole('button', { name: 'Move Inverter B 1″ to the right' }).click();
      await expectSaved(page);
      // The checks have run, wherever they run.
      await expect(bench(page).locator('[data-check="clearance.beside"]')).toHaveCount(0);
      const saved = await savedPlan(request, id);
      expect(saved.placements.find((each) => each.id === 'inverter-b')?.xMm).toBeCloseTo(58.5 * 25.4, 6);
      const told = page.getByTestId('not-kept');
      if (notKept === null) await expect(told).toHaveCount(0);
      else await expect(told).toContainText(notKept);
      await page.reload();
      await expect(page.getByRole('heading', { level: 1 })).toHaveText(`Without ${name}`);
      expect(broken).toEqual([]);
    });
  }
}

test('a save that is never answered ends by itself: Offline is said, edits go on, and all is saved when it is answered', async ({
  page,
  request,
}) => {
  const id = await importDemo(request, 'Never answered');
  // The page's patience, shortened as it is told its time.
  await page.addInitScript(() => {
    const later = window.setTimeout.bind(window);
    window.setTimeout = ((work: () => void, ms?: number) =>
      later(work, ms !== undefined && ms >= 20_000 ? ms / 20 : ms)) as typeof window.setTimeout;
  });
  await openJob(page, id);
  let isHung = true;
  let asked = 0;
  await page.route('**/api/jobs/*/plan', async (route) => {
    if (isHung && route.request().method() === 'PUT') {
      asked++;
      return;
    }
    await route.continue();
  });
  await bench(page).getByRole('button', { name: 'Move Inverter B 1″ to the right' }).click();
  await expect(page.getByTestId('save-state')).toHaveText('Offline, 1 edit kept');
  await gear(page, 'inverter-a').click();
  await page.keyboard.press('Shift+ArrowLeft');
  await expect(page.getByTestId('save-state')).toHaveText('Offline, 2 edits kept');
  expect(asked).toBeGreaterThan(1);
  isHung = false;
  await expectSaved(page);
  const { revisions } = (await (await request.get(`/api/jobs/${id}/revisions`)).json()) as {
    revisions: { kind: string }[];
  };
  expect(revisions.map(({ kind }) => kind)).toEqual(['save', 'save']);
});

const BETWEEN: readonly (readonly [name: string, answer: object, said: string | RegExp])[] = [
  [
    'a captive portal',
    { status: 200, contentType: 'text/html', body: '<h1>Hello</h1>' },
    /^Offline.*200.*, 1 edit kept$/u,
  ],
  ['cut JSON', { status: 200, contentType: 'application/json', body: '{"revi' }, /^Offline.*, 1 edit kept$/u],
  [
    'a sign-in page',
    { status: 401, contentType: 'text/html', body: '<form></form>' },
    'Sign in again, 1 edit kept',
  ],
  ['a redirect', { status: 302, headers: { Location: '/login' } }, 'Sign in again, 1 edit kept'],
  [
    'a smaller limit',
    { status: 413, contentType: 'text/html', body: 'no' },
    /^Offline.*413.*, 1 edit kept$/u,
  ],
  [
    'a refusal of its own',
    {
      status: 409,
      contentType: 'application/problem+json',
      body: JSON.stringify({ type: 'about:blank', title: 'No', status: 409, detail: 'Not just now.' }),
    },
    'Not saved, 1 edit kept, tried again by itself (409): Not just now.',
  ],
];

for (const [name, answer, said] of BETWEEN) {
  test(`after ${name} in place of an answer nothing is lost, and saving goes on`, async ({
    page,
    request,
  }) => {
    const id = await importDemo(request, `Between: ${name}`);
    await openJob(page, id);
    let isBetween = true;
    await page.route('**/api/jobs/*/plan', async (route) => {
      if (isBetween && route.request().method() === 'PUT') await route.fulfill(answer);
      else await route.continue();
    });
    await bench(page).getByRole('button', { name: 'Move Inverter B 1″ to the right' }).click();
    await expect(page.getByTestId('save-state')).toHaveText(said);
    isBetween = false;
    // Somebody came back to the page.
    await page.evaluate(() => window.dispatchEvent(new Event('focus')));
    await expectSaved(page);
  });
}

/** Puts something in the store of drafts, as a page of another version or a damaged disk may have left it. */
function keepDraft(page: Page, draft: unknown): Promise<void> {
  return page.evaluate(
    (kept) =>
      new Promise<void>((resolve, reject) => {
        const asked = indexedDB.open('zarnel', 1);
        asked.onerror = () => reject(new Error('no store'));
        asked.onsuccess = () => {
          const work = asked.result.transaction('drafts', 'readwrite');
          work.objectStore('drafts').put(kept);
          work.oncomplete = () => {
            asked.result.close();
            resolve();
          };
        };
      }),
    draft,
  );
}

test('a draft of an older format is raised and saved; a damaged one is offered as a file, and the job opens', async ({
  page,
  request,
}) => {
  const id = await importDemo(request, 'Kept before');
  await openJob(page, id);
  const older = { ...honeyHouse(), name: 'Kept before, edited', formatVersion: 6 };
  await keepDraft(page, { jobId: id, tab: 'gone', madeFrom: 1, editCount: 2, plan: older });
  await page.reload();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Kept before, edited');
  await expectSaved(page);
  expect((await savedPlan(request, id)).name).toBe('Kept before, edited');

  const damaged = { ...honeyHouse(), faces: 'eaten' };
  await keepDraft(page, { jobId: id, tab: 'gone too', madeFrom: 2, editCount: 1, plan: damaged });
  await page.reload();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Kept before, edited');
  await expectSaved(page);
  const notice = page.getByTestId('unread-draft');
  await expect(notice).toContainText('cannot be read');
  await expect(notice.getByRole('button', { name: 'Let it go' })).toBeDisabled();
  // It is there after a reload too, until somebody has it.
  await page.reload();
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    notice.getByRole('button', { name: 'Save it as a file' }).click(),
  ]);
  const text = readFileSync(await file.path(), 'utf8');
  expect(text).toContain('eaten');
  expect(openPlanText(text).ok).toBe(false);
  await notice.getByRole('button', { name: 'Let it go' }).click();
  await expect(notice).toHaveCount(0);
  await bench(page).getByRole('button', { name: 'Move Inverter B 1″ to the right' }).click();
  await expectSaved(page);
});

test('a waiting reading that is damaged is offered as a file, and the sound ones are sent', async ({
  page,
  request,
}) => {
  const id = await importDemo(request, 'Damaged reading');
  await openJob(page, id, 'site');
  await bench(page).getByRole('tab', { name: 'Survey' }).click();
  const reading = (key: string) => ({
    id: key,
    item: 'plant-wall/width',
    value: 4267,
    unit: 'mm',
    instrument: 'typed',
    takenAt: '2026-05-04T08:15:00.000Z',
    takenBy: 'Rowan Pell',
    note: '',
  });
  const [sound, damaged] = [crypto.randomUUID(), crypto.randomUUID()];
  await page.evaluate(
    (kept) =>
      new Promise<void>((resolve) => {
        const asked = indexedDB.open('zarnel-readings', 1);
        asked.onsuccess = () => {
          const work = asked.result.transaction('readings', 'readwrite');
          for (const each of kept) work.objectStore('readings').put(each);
          work.oncomplete = () => {
            asked.result.close();
            resolve();
          };
        };
      }),
    [
      { id: damaged, jobId: id, reading: { ...reading(damaged), value: 'eaten' } },
      { id: sound, jobId: id, reading: reading(sound) },
    ],
  );
  await page.reload();
  const notice = page.getByTestId('unread-draft');
  await expect(notice).toContainText('A reading that was not sent');
  const kept = async () => {
    const list = (await (await request.get(`/api/jobs/${id}/readings`)).json()) as {
      readings: { id: string }[];
    };
    return list.readings.map((each) => each.id);
  };
  await expect.poll(kept).toEqual([sound]);
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    notice.getByRole('button', { name: 'Save it as a file' }).click(),
  ]);
  expect(readFileSync(await file.path(), 'utf8')).toContain('eaten');
  await notice.getByRole('button', { name: 'Let it go' }).click();
  await expect(notice).toHaveCount(0);
});

test('unsent edits of a job that the server has no more are taken along as a file', async ({
  page,
  request,
}) => {
  const id = await importDemo(request, 'Gone from there');
  await openJob(page, id);
  await page.route('**/api/jobs/*/plan', (route) =>
    route.fulfill({
      status: 404,
      contentType: 'application/problem+json',
      body: '{"type":"about:blank","title":"Not found","status":404,"detail":"There is no such job."}',
    }),
  );
  await bench(page).getByRole('button', { name: 'Move Inverter B 1″ to the right' }).click();
  await expect(page.getByTestId('save-state')).toContainText('tried again by itself (404)');
  await page.reload();
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save your unsent edits as a file' }).click(),
  ]);
  const opened = openPlanText(readFileSync(await file.path(), 'utf8'));
  const moved = opened.ok ? opened.value.placements.find((each) => each.id === 'inverter-b')?.xMm : 0;
  expect(moved).toBeCloseTo(58.5 * 25.4, 6);
});

test('many tabs of one job: an edit in one is shown in the others, which go on from it, and one sends what waits', async ({
  context,
  request,
}) => {
  const id = await importDemo(request, 'Many tabs');
  const posts: string[] = [];
  const puts: string[] = [];
  let isAway = true;
  await context.route('**/api/jobs/*/readings', async (route) => {
    if (route.request().method() !== 'POST') return route.continue();
    if (isAway) return route.abort();
    posts.push(route.request().postData() ?? '');
    return route.continue();
  });
  context.on('request', (each) => {
    if (each.method() === 'PUT') puts.push(each.url());
  });
  const tabs: Page[] = [];
  for (let count = 0; count < 6; count++) {
    const tab = await context.newPage();
    await openJob(tab, id);
    tabs.push(tab);
  }
  // Each edits in turn, and none has a conflict with another of the same person.
  for (const tab of tabs) {
    await gear(tab, 'inverter-a').click();
    await tab.keyboard.press('Shift+ArrowRight');
    await expectSaved(tab);
    const field = (of: Page) => bench(of).getByLabel('Center, right of datum');
    const shown = await field(tab).inputValue();
    const [next] = tabs.slice(tabs.indexOf(tab) + 1);
    if (next === undefined) continue;
    await gear(next, 'inverter-a').click();
    await expect(field(next)).toHaveValue(shown);
  }
  expect(puts).toHaveLength(tabs.length);
  const { revisions } = (await (await request.get(`/api/jobs/${id}/revisions`)).json()) as {
    revisions: { kind: string }[];
  };
  expect(revisions.map(({ kind }) => kind)).toEqual(Array<string>(tabs.length + 1).fill('save'));
  const [first] = tabs;
  if (first === undefined) throw new Error('There are no tabs.');
  await first.goto(`/jobs/${id}/site`);
  await bench(first).getByRole('tab', { name: 'Survey' }).click();
  const person = bench(first).getByLabel('Taken by');
  await person.fill('Rowan Pell');
  await person.press('Enter');
  await bench(first)
    .getByRole('button', { name: /^missing/u })
    .first()
    .click();
  const dialog = first.getByRole('dialog');
  for (const text of ['120', '121', '122']) {
    await dialog.getByLabel('Or type it').fill(text);
    await first.keyboard.press('Enter');
    await expect(dialog.getByRole('listitem').filter({ hasText: `${text}″` })).toBeVisible();
  }
  isAway = false;
  // All tabs come back at once and want to send what waits.
  await Promise.all(tabs.map((tab) => tab.evaluate(() => window.dispatchEvent(new Event('online')))));
  await expect
    .poll(async () => {
      const list = (await (await request.get(`/api/jobs/${id}/readings`)).json()) as { total: number };
      return list.total;
    })
    .toBe(3);
  expect(posts).toHaveLength(1);
  for (const tab of tabs) await tab.close();
});

test('instruments of all tabs come over one connection, and nothing else waits for it', async ({
  context,
  request,
}) => {
  const id = await importDemo(request, 'Many tabs measure');
  const open = new Set<object>();
  let most = 0;
  context.on('request', (each) => {
    if (!each.url().includes('/lines')) return;
    open.add(each);
    most = Math.max(most, open.size);
  });
  context.on('requestfinished', (each) => open.delete(each));
  context.on('requestfailed', (each) => open.delete(each));
  const tabs: Page[] = [];
  for (let count = 0; count < 7; count++) {
    const tab = await context.newPage();
    tabs.push(tab);
    await openJob(tab, id, 'site');
    await bench(tab).getByRole('tab', { name: 'Survey' }).click();
    await bench(tab)
      .getByRole('button', { name: /^missing/u })
      .nth(count % 3)
      .click();
    await expect(tab.getByTestId('instrument')).toHaveText(/\d/u);
  }
  expect(most).toBeLessThanOrEqual(2);
  expect(open.size).toBe(1);
  // The tab that listened for all closes: another does, and every other still hears.
  await tabs[0]?.close();
  const last = tabs.at(-1) as Page;
  const before = await last.getByTestId('instrument').textContent();
  await expect.poll(() => last.getByTestId('instrument').textContent(), { timeout: 20_000 }).not.toBe(before);
  const sinceMs = Date.now();
  expect(await last.evaluate(() => fetch('/api/jobs').then(({ status }) => status))).toBe(200);
  expect(Date.now() - sinceMs).toBeLessThan(3000);
  for (const tab of tabs.slice(1)) await tab.close();
});
