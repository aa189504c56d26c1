import { expect, test } from '@playwright/test';
import { honeyHouse } from '@zarnel/core/files';
import { writePlan, type Plan } from '@zarnel/core/plan';
import { bench, expectSaved, gear, importDemo, openJob, savedPlan } from './job.ts';

test('the demo is there from the start', async ({ page }) => {
  await page.goto('/');
  await page.getByLabel('Search').fill('Hollowmere');
  await expect(page.getByRole('link', { name: 'Hollowmere honey house', exact: true })).toBeVisible();
  // At a glance: its sheet, and what is left to clear.
  const row = page.locator('[data-job="Hollowmere honey house"]');
  await expect(row.getByRole('img', { name: 'The sheet of Hollowmere honey house' })).toBeVisible();
  await expect(row.getByTestId('left-to-clear')).toContainText('4 to clear');
  await page.getByLabel('Search').fill('');
  await page.getByRole('button', { name: 'By name' }).click();
  const names = async () =>
    await page
      .locator('[data-job]')
      .evaluateAll((rows) => rows.map((each) => each.getAttribute('data-job') ?? ''));
  await expect
    .poll(async () => {
      const shown = await names();
      return shown.every(
        (name, index) => index === 0 || (shown[index - 1] ?? '').localeCompare(name, 'en') <= 0,
      );
    })
    .toBe(true);
});

test('finds everything again after a reload', async ({ page, request }) => {
  const id = await importDemo(request, 'Reload');
  await openJob(page, id);
  await gear(page, 'inverter-a').click();
  const field = bench(page).getByLabel('Center, right of datum');
  await field.fill('31');
  await field.press('Enter');
  await expectSaved(page);
  await page.reload();
  await gear(page, 'inverter-a').click();
  await expect(field).toHaveValue('31″');
});

test('keeps edits while the server is out of reach, through a reload, and sends them when it is back', async ({
  page,
  request,
}) => {
  const id = await importDemo(request, 'Offline');
  await openJob(page, id);
  let isAway = true;
  // What the server answers when its database is gone.
  await page.route('**/api/jobs/*/plan', async (route) => {
    if (isAway && route.request().method() === 'PUT') {
      await route.fulfill({
        status: 503,
        contentType: 'application/problem+json',
        body: '{"type":"about:blank","title":"The database cannot be reached","status":503}',
      });
    } else await route.continue();
  });
  await bench(page).getByRole('button', { name: 'Move Inverter B 1″ to the right' }).click();
  await gear(page, 'inverter-a').click();
  await page.keyboard.press('Shift+ArrowLeft');
  await expect(page.getByTestId('save-state')).toHaveText('Offline, 2 edits kept');
  await page.reload();
  await expect(page.getByTestId('save-state')).toHaveText('Offline, 2 edits kept');
  expect((await savedPlan(request, id)).placements).toEqual(honeyHouse().placements);
  isAway = false;
  await expectSaved(page);
  const plan = await savedPlan(request, id);
  expect((plan.placements.find((p) => p.id === 'inverter-b')?.xMm ?? 0) / 25.4).toBeCloseTo(58.5, 6);
  expect((plan.placements.find((p) => p.id === 'inverter-a')?.xMm ?? 0) / 25.4).toBeCloseTo(31, 6);
});

test('goes on with one line of edits when a job is left while the server is away and opened again', async ({
  page,
  request,
}) => {
  const id = await importDemo(request, 'Left and back');
  await openJob(page, id);
  let isAway = true;
  await page.route('**/api/jobs/*/plan', async (route) => {
    if (isAway && route.request().method() === 'PUT') await route.fulfill({ status: 503, body: '{}' });
    else await route.continue();
  });
  await bench(page).getByRole('button', { name: 'Move Inverter B 1″ to the right' }).click();
  await expect(page.getByTestId('save-state')).toHaveText('Offline, 1 edit kept');
  await page.getByRole('link', { name: 'All jobs' }).click();
  await page.getByRole('link', { name: 'Left and back', exact: true }).click();
  await expect(page.getByTestId('save-state')).toHaveText('Offline, 1 edit kept');
  await gear(page, 'inverter-a').click();
  await page.keyboard.press('Shift+ArrowLeft');
  await expect(page.getByTestId('save-state')).toHaveText('Offline, 2 edits kept');
  isAway = false;
  await expectSaved(page);
  await page.reload();
  await expectSaved(page);
  const plan = await savedPlan(request, id);
  const xOf = (item: string) => (plan.placements.find((p) => p.id === item)?.xMm ?? 0) / 25.4;
  expect([xOf('inverter-a'), xOf('inverter-b')].map((x) => Math.round(x * 10) / 10)).toEqual([31, 58.5]);
  const { revisions } = (await (await request.get(`/api/jobs/${id}/revisions`)).json()) as {
    revisions: { kind: string }[];
  };
  expect(revisions.map(({ kind }) => kind)).toEqual(['save', 'save']);
});

test('shows the job that was asked for last, whichever answer comes first', async ({ page, request }) => {
  const slow = await importDemo(request, 'Slow to come');
  await importDemo(request, 'Asked for last');
  let wasHeld = false;
  await page.route(`**/api/jobs/${slow}/plan`, async (route) => {
    wasHeld = true;
    await new Promise((resolve) => setTimeout(resolve, 2500));
    await route.continue();
  });
  await page.goto('/jobs');
  await page.getByRole('link', { name: 'Slow to come', exact: true }).click();
  await expect.poll(() => wasHeld).toBe(true);
  await page.goBack();
  await page.getByRole('link', { name: 'Asked for last', exact: true }).click();
  const answered = page.waitForResponse(`**/api/jobs/${slow}/plan`);
  const title = page.getByRole('heading', { level: 1 });
  await expect(title).toHaveText('Asked for last');
  await answered;
  // What was held has come by now, and changes nothing.
  await page.waitForTimeout(500);
  await expect(title).toHaveText('Asked for last');
});

test('keeps the unsent edits of two tabs apart, and loses neither when both are closed', async ({
  context,
  request,
}) => {
  const id = await importDemo(request, 'Two tabs');
  let isAway = true;
  await context.route('**/api/jobs/*/plan', async (route) => {
    if (isAway && route.request().method() === 'PUT') await route.fulfill({ status: 503, body: '{}' });
    else await route.continue();
  });
  const open = async () => {
    const tab = await context.newPage();
    await openJob(tab, id);
    return tab;
  };
  const [first, second] = [await open(), await open()];
  await bench(first).getByRole('button', { name: 'Move Inverter B 1″ to the right' }).click();
  await gear(second, 'disconnect').click();
  await second.keyboard.press('Shift+ArrowRight');
  for (const tab of [first, second]) {
    await expect(tab.getByTestId('save-state')).toHaveText('Offline, 1 edit kept');
    await tab.close();
  }

  // Two new tabs take over one draft each; one is saved, the other is shown as a second version.
  const third = await open();
  const fourth = await open();
  isAway = false;
  const states = async () =>
    (await Promise.all([third, fourth].map((tab) => tab.getByTestId('save-state').textContent()))).sort();
  await expect.poll(states, { timeout: 15_000 }).toEqual(['Saved', 'Two versions']);
  const { revisions } = (await (await request.get(`/api/jobs/${id}/revisions`)).json()) as {
    revisions: { number: number; kind: string }[];
  };
  expect(revisions.map(({ kind }) => kind).sort()).toEqual(['conflict', 'save', 'save']);
  const kept = await Promise.all(
    revisions
      .filter(({ number }) => number > 1)
      .map(
        async ({ number }) =>
          (await (await request.get(`/api/jobs/${id}/revisions/${number}`)).json()) as Plan,
      ),
  );
  const xOf = (plan: Plan, item: string) =>
    Math.round((plan.placements.find((p) => p.id === item)?.xMm ?? 0) / 2.54) / 10;
  expect(kept.map((plan) => [xOf(plan, 'inverter-b'), xOf(plan, 'disconnect')]).sort()).toEqual([
    [57.5, 97],
    [58.5, 96],
  ]);
});

test('shows both versions when someone saved first, and loses neither', async ({ page, request }) => {
  const id = await importDemo(request, 'Two versions');
  await openJob(page, id);
  const theirs = {
    ...honeyHouse(),
    name: 'Two versions',
    site: { ...honeyHouse().site, conditions: { ...honeyHouse().site.conditions, meanMaxTempC: 30 } },
  };
  const put = await request.put(`/api/jobs/${id}/plan`, {
    data: writePlan(theirs),
    headers: { 'Content-Type': 'application/json', 'If-Match': '"1"' },
  });
  expect(put.status()).toBe(200);
  await bench(page).getByRole('button', { name: 'Move Inverter B 1″ to the right' }).click();
  const dialog = page.getByRole('dialog', { name: 'Someone else saved this job first' });
  await expect(dialog).toContainText('Their version is revision 2; yours is kept as revision 3');
  await expect(dialog).toContainText('Gear Inverter B');
  await expect(dialog).toContainText('Site conditions');
  await dialog.getByRole('button', { name: 'Take theirs', exact: true }).click();
  await expectSaved(page);
  expect((await savedPlan(request, id)).site.conditions.meanMaxTempC).toBe(30);

  await page.getByRole('button', { name: 'Revisions' }).click();
  const rows = page.getByRole('dialog').getByRole('listitem');
  await expect(rows.first()).toContainText('3. Kept beside');
  await rows.first().getByRole('button', { name: 'Bring back' }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(bench(page).locator('[data-check="clearance.beside"]')).toHaveCount(0);
  const plan = await savedPlan(request, id);
  expect((plan.placements.find((p) => p.id === 'inverter-b')?.xMm ?? 0) / 25.4).toBeCloseTo(58.5, 6);
});

test('refuses a file that is not a plan, naming what and where, and changes nothing', async ({ page }) => {
  await page.goto('/jobs');
  await expect(page.getByRole('listitem').first()).toBeVisible();
  const before = await page.getByRole('listitem').count();
  const demo = honeyHouse();
  const tooFar = { ...demo, placements: demo.placements.map((each) => ({ ...each, xMm: 1e9 })) };
  const tries: [string, string, string][] = [
    ['broken.json', '{ "format": ', 'The file is not JSON'],
    ['other.json', '{"type":"FeatureCollection"}', 'This is not a Zarnel plan'],
    ['newer.json', JSON.stringify({ ...honeyHouse(), formatVersion: 9 }), 'formatVersion'],
    ['dangling.json', JSON.stringify({ ...honeyHouse(), rootFace: 'gone' }), 'rootFace'],
    ['far.json', JSON.stringify(tooFar), 'Placements 1, x'],
  ];
  for (const [name, text, message] of tries) {
    await page
      .getByLabel('Job file')
      .setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(text) });
    const dialog = page.getByRole('dialog', { name: `${name} was not imported` });
    await expect(dialog).toContainText(message);
    await dialog.getByRole('button', { name: 'Close' }).click();
  }
  await page.reload();
  await expect(page.getByRole('listitem')).toHaveCount(before);
});

test('makes, renames, copies and archives a job', async ({ page }) => {
  await page.goto('/jobs');
  await page.getByRole('button', { name: 'New job' }).click();
  const dialog = page.getByRole('dialog', { name: 'New job' });
  await dialog.getByRole('button', { name: 'Make the job' }).click();
  await expect(dialog.getByRole('alert')).toContainText('Give the job a name.');
  await dialog.getByLabel('Name').fill('Pump shed');
  await dialog.getByRole('combobox', { name: 'Code basis' }).click();
  await page.getByRole('option', { name: 'IEC 60364 and companions' }).click();
  await dialog.getByRole('button', { name: 'Make the job' }).click();
  await expect(dialog.getByRole('alert')).toContainText('Say how hot it gets');
  await dialog.getByLabel('Mean daily maximum').fill('27');
  await dialog.getByRole('button', { name: 'Make the job' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Pump shed');
  await page.getByRole('link', { name: 'All jobs' }).click();

  const row = (name: string) => page.locator(`[data-job="${name}"]`);
  await row('Pump shed').getByRole('button', { name: 'Rename' }).click();
  await page.getByRole('dialog').getByLabel('Name').fill('Pump house');
  await page.getByRole('dialog').getByRole('button', { name: 'Rename' }).click();
  await row('Pump house').getByRole('button', { name: 'Copy' }).click();
  await expect(row('Pump house (copy)')).toBeVisible();
  await row('Pump house (copy)').getByRole('button', { name: 'Archive' }).click();
  await expect(row('Pump house (copy)')).toHaveCount(0);
  await page.getByRole('button', { name: 'Show archived jobs' }).click();
  await expect(row('Pump house (copy)')).toBeVisible();
});

test('undoes after a reload what was done before it, saved or not', async ({ page, request, context }) => {
  const id = await importDemo(request, 'Undone later');
  await openJob(page, id);
  const field = () => bench(page).getByLabel('Center, right of datum');
  await gear(page, 'inverter-a').click();
  const first = await field().inputValue();
  for (const text of ['30', '31']) {
    await field().fill(text);
    await field().press('Enter');
  }
  await expectSaved(page);
  await page.reload();
  await gear(page, 'inverter-a').click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(field()).toHaveValue('30″');
  await context.setOffline(true);
  await field().fill('32');
  await field().press('Enter');
  await expect(page.getByTestId('save-state')).toContainText('Offline');
  await context.setOffline(false);
  await page.reload();
  await expectSaved(page);
  await gear(page, 'inverter-a').click();
  await expect(field()).toHaveValue('32″');
  for (const text of ['30″', first]) {
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(field()).toHaveValue(text);
  }
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled();
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(field()).toHaveValue('30″');
});

test('tells who changed what in the revisions, and keeps a name', async ({ page, request }) => {
  const id = await importDemo(request, 'Told apart');
  await openJob(page, id);
  await page.getByRole('button', { name: 'Revisions' }).click();
  const dialog = page.getByRole('dialog', { name: 'Revisions' });
  await dialog.getByLabel('You, as others read it here').fill('Rowan Pell');
  await dialog.getByRole('button', { name: 'Close' }).click();
  await gear(page, 'inverter-a').click();
  await bench(page).getByLabel('Center, right of datum').fill('31');
  await bench(page).getByLabel('Center, right of datum').press('Enter');
  await expectSaved(page);
  await page.getByRole('link', { name: /Pack/u }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Holes as CSV' }).click();
  await download;
  await page.getByRole('button', { name: 'Revisions' }).click();
  const second = dialog.locator('[data-revision="2"]');
  await expect(second).toContainText('Moved gear Inverter A');
  await expect(second).toContainText('Rowan Pell');
  await expect(second).toContainText('printed or taken to drill by');
  await expect(dialog.locator('[data-revision="1"]')).toContainText('The job as it began');
  await dialog.locator('[data-revision="1"]').getByRole('button', { name: 'Name' }).click();
  await dialog.getByLabel('Name of revision 1').fill('As first drawn');
  await dialog.getByLabel('Name of revision 1').press('Enter');
  await expect(dialog.locator('[data-revision="1"]')).toContainText('As first drawn');
});

test('shows the revisions of a job whose newest does not open, and goes on from one that does', async ({
  page,
  request,
}) => {
  const id = await importDemo(request, 'Damaged');
  const detail = 'Revision 2 does not open. It is kept as it is, and so are the revisions before it.';
  await page.route(`**/api/jobs/${id}/plan`, (route) =>
    route.fulfill({
      status: 422,
      contentType: 'application/problem+json',
      body: JSON.stringify({ type: 'about:blank', title: 'The content is not valid', status: 422, detail }),
    }),
  );
  await page.goto(`/jobs/${id}/mount`);
  await expect(page.getByText(detail)).toBeVisible();
  await page.unroute(`**/api/jobs/${id}/plan`);
  await page.locator('[data-revision="1"]').getByRole('button', { name: 'Bring back' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Damaged');
  await expectSaved(page);
});
