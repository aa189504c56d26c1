import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { openPlanText } from '@zarnel/core/plan';
import { bench, dragBy, expectSaved, gear, importDemo, openJob, savedPlan } from './job.ts';

const INCH = 25.4;

test('drags the hole off the truss while the run follows, and the sheets follow both sides', async ({
  page,
  request,
}) => {
  const id = await importDemo(request, 'Drag the hole');
  await openJob(page, id, 'route');
  await expect(bench(page).locator('[data-check="seal.framing"]')).toContainText(
    'from the center of one of the trusses',
  );
  const pathOf = () =>
    page
      .locator('[data-run="array-run"] path')
      .evaluateAll((paths) => paths.map((path) => path.getAttribute('d')).join());
  const before = await pathOf();
  const hole = page.locator('[data-penetration="roof-hole"][data-on="roof-underside"]');
  await dragBy(page, hole, -14, 0, async () => {
    await expect.poll(pathOf).not.toBe(before);
  });
  await expect(bench(page).locator('[data-check="seal.framing"]')).toHaveCount(0);

  const across = bench(page).getByLabel('Right of datum');
  await across.fill('90');
  await across.press('Enter');
  await expectSaved(page);
  const [penetration] = (await savedPlan(request, id)).penetrations;
  expect((penetration?.xMm ?? 0) / INCH).toBeCloseTo(90, 6);
  // 14 ft across: the same hole is 168 − 90 from the other side’s datum.
  await expect(bench(page)).toContainText('78″');

  await page.keyboard.press('Escape');
  await page.getByRole('link', { name: /Pack/ }).click();
  const under = page.getByRole('article', { name: /South slope, underside/ });
  const top = page.getByRole('article', { name: /South slope, top/ });
  await expect(under.getByRole('row', { name: /Roof hole/ })).toContainText('90″');
  await expect(top.getByRole('row', { name: /Roof hole/ })).toContainText('78″');
  await expect(top).toContainText('Mirrored: for this side only');
  await expect(top).toContainText('Fall from roof and ladder');
});

test('reads the drill sheet: bracket line, wireway holes from above and mirrored from below', async ({
  page,
  request,
}) => {
  await openJob(page, await importDemo(request, 'Drill sheet'), 'pack');
  const wall = page.getByRole('article', { name: /Plant room wall/ });
  await expect(wall.getByRole('row', { name: /Inverter A, bracket left/ })).toContainText('63 7⁄8″');
  const above = page.getByRole('article', { name: /Wireway, top, seen from above/ });
  await expect(above.getByRole('row', { name: /Inverter A, dc/ })).toContainText('20 3⁄4″');
  await expect(above.getByRole('row', { name: /Inverter A, dc/ })).toContainText('1 1⁄8″ hole saw');
  const below = page.getByRole('article', { name: /Wireway, top, seen from below/ });
  await expect(below.getByRole('row', { name: /Inverter A, dc/ })).toContainText('99 1⁄4″');

  const [download] = await Promise.all([
    page.waitForEvent('download'),
    bench(page).getByRole('button', { name: 'Holes as CSV' }).click(),
  ]);
  const csv = readFileSync(await download.path(), 'utf8');
  expect(csv.split('\r\n')[0]).toContain('x_mm,y_mm,x_mark,y_mark');
  expect(csv).toContain('527.050');

  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('navigation', { name: 'Steps of the job' })).toBeHidden();
  await expect(bench(page)).toBeHidden();
  await expect(above).toBeVisible();
});

test('exports what is on the screen and imports it as a job of its own', async ({ page, request }) => {
  const id = await importDemo(request, 'There and back');
  await openJob(page, id);
  await bench(page).getByRole('button', { name: 'Move Inverter B 1″ to the right' }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Export' }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('there-and-back.zarnel.json');
  const path = await download.path();
  const text = readFileSync(path, 'utf8');
  expect(openPlanText(text).ok).toBe(true);

  await page.getByRole('link', { name: 'All jobs' }).click();
  await page.getByLabel('Job file').setInputFiles({
    name: 'there-and-back.zarnel.json',
    mimeType: 'application/json',
    buffer: Buffer.from(text),
  });
  await expect(page).toHaveURL(/\/jobs\/[0-9a-f-]+\/mount$/);
  expect(page.url()).not.toContain(id);
  await expect(bench(page)).toContainText('1 to clear');
  await expect(bench(page).locator('[data-check="clearance.beside"]')).toHaveCount(0);
});

test('takes the cable through by a new hole and a new run', async ({ page, request }) => {
  const id = await importDemo(request, 'New run');
  await openJob(page, id, 'route');
  await page.locator('[data-penetration="roof-hole"][data-on="roof-underside"]').click();
  await bench(page).getByRole('button', { name: 'Take the penetration out' }).click();
  await expect(bench(page).locator('[data-check="seal.wanted"]')).toContainText(
    'there is no penetration yet',
  );
  await bench(page).getByRole('button', { name: 'Add a penetration on South slope, underside' }).click();
  await expect(bench(page).getByRole('heading', { level: 2 })).toHaveText('Penetration 2');
  await page.keyboard.press('Escape');
  await expect(bench(page).locator('[data-check="seal.wanted"]')).toHaveCount(0);
  await expect(bench(page).getByText('Length to cut')).toBeVisible();

  await bench(page).getByRole('button', { name: 'Remove the run' }).click();
  await expect(bench(page)).toContainText('No run yet');
  await bench(page).getByText('Add a run', { exact: true }).click();
  await bench(page).getByRole('combobox', { name: 'From' }).click();
  await page.getByRole('option', { name: 'DC disconnect: top' }).click();
  await bench(page).getByRole('combobox', { name: 'To' }).click();
  await page.getByRole('option', { name: 'Array junction box: bottom' }).click();
  await bench(page).getByRole('button', { name: 'Add the run' }).click();
  await expect(bench(page).getByRole('heading', { level: 2 })).toHaveText('Run 1');
  await expect(bench(page).getByText('Length to cut')).toBeVisible();
  await expect(page.locator('[data-run="run-1"] path').first()).toBeAttached();
});

/** From when `isStuck` is set in the window, nothing that is asked of the checks is heard. */
function checksThatStick(): void {
  const post = Reflect.get(Worker.prototype, 'postMessage') as (...all: unknown[]) => void;
  Worker.prototype.postMessage = function (this: Worker, ...all: unknown[]) {
    if (!('isStuck' in window)) Reflect.apply(post, this, all);
  };
}

test('what is selected stays at the bench while it is worked out, without the figures of before', async ({
  page,
  request,
}) => {
  await page.addInitScript(checksThatStick);
  await openJob(page, await importDemo(request, 'Stays'), 'route');
  const heading = bench(page).getByRole('heading', { level: 2 });
  await page.locator('[data-penetration="roof-hole"][data-on="roof-underside"]').click();
  const comesOut = bench(page).getByText('It comes out on').first();
  await expect(comesOut).toBeVisible();
  await page.evaluate(() => Object.assign(window, { isStuck: true }));
  const right = bench(page).getByLabel('Right of datum', { exact: true }).first();
  await right.fill('60 in');
  await right.press('Enter');
  await expect(comesOut).toBeHidden();
  await expect(bench(page).getByText('Pilot through from')).toBeHidden();
  await expect(heading).toHaveCount(1);

  // What is new stands there at once, though nothing of it is known yet.
  await bench(page).getByRole('button', { name: 'Back to all findings' }).click();
  await bench(page).getByText('Add a run', { exact: true }).click();
  await bench(page).getByRole('button', { name: 'Add the run' }).click();
  await expect(heading).toHaveText(/^Run \d+$/u);
  await expect(bench(page).getByText('Length to cut').locator('..')).toContainText('…');
  await bench(page).getByRole('button', { name: 'Back to all findings' }).click();
  const circuits = bench(page).getByRole('region', { name: 'Circuits' });
  await circuits.getByRole('button').first().click();
  await expect(heading).toHaveCount(1);
  await expect(bench(page).getByText('Cut length of each')).toBeHidden();
});

test('shows and gives no hole of a plan before the last edit while the checks are still at work', async ({
  page,
  request,
}) => {
  await page.addInitScript(checksThatStick);
  await openJob(page, await importDemo(request, 'Stuck'));
  await page.evaluate(() => Object.assign(window, { isStuck: true }));
  await gear(page, 'inverter-a').click();
  await page.keyboard.press('Shift+ArrowLeft');
  await page.getByRole('link', { name: /Pack/u }).click();
  await expect(page.getByText('What to drill stands here once it is worked out')).toBeVisible();
  await expect(page.locator('[data-hole]')).toHaveCount(0);
  await expect(bench(page).getByRole('button', { name: /Print|CSV/u })).toHaveCount(0);
});

test('a cable goes from the loft down into the wall by a hole through the plate', async ({
  page,
  request,
}) => {
  const id = await importDemo(request, 'Plate');
  await openJob(page, id, 'route');
  await bench(page)
    .getByRole('button', { name: /^Top plate hole/u })
    .click();
  const panel = bench(page).getByRole('region', { name: 'Top plate hole' });
  // 88 in from the left in the room is 80 in from the left for one who looks down in the loft.
  const right = panel.getByLabel('Right of datum', { exact: true });
  await expect(right).toHaveValue('80″');
  await expect(page.locator('[data-plate-hole="top-plate"]')).toHaveCount(2);

  // Nobody is kept from drilling by what is done once it is drilled.
  await page.getByRole('link', { name: /Pack/u }).click();
  const sheet = page.getByRole('article', { name: 'Loft floor' });
  await expect(sheet).toContainText('Once it is drilled');
  await expect(sheet).not.toContainText('Do not drill yet');
  await expect(page.getByRole('article', { name: /cavity/u })).toHaveCount(0);

  await page.getByRole('link', { name: /Route/u }).click();
  await panel.getByLabel('Closed again round its cables').click();
  await expect(bench(page).locator('[data-check="route.plate"]')).toHaveCount(0);
  // Under a joist, and over a stud; the hand moves it off again.
  await right.fill('72');
  await right.press('Enter');
  await expect(bench(page).locator('[data-check="route.plate"]')).toContainText('studs');
  await bench(page)
    .getByRole('button', { name: /^Bore it/u })
    .click();
  await expect(bench(page).locator('[data-check="route.plate"]')).toHaveCount(0);

  await panel.getByRole('button', { name: 'Take the plate hole out' }).click();
  const wanted = bench(page).locator('[data-check="seal.wanted"]');
  await expect(wanted).toContainText('there is no penetration yet');
  await page.locator('[data-face="loft-floor"]').click({ position: { x: 20, y: 20 } });
  await bench(page)
    .getByRole('button', { name: 'Bore from Loft floor into Plant room wall, cavity' })
    .click();
  await expect(bench(page).getByRole('heading', { level: 2 })).toHaveText('Plate hole 1');
  await expectSaved(page);
  const saved = await savedPlan(request, id);
  expect(saved.plateHoles).toMatchObject([{ face: 'wall-cavity', to: 'loft-floor', plateWidthMm: 139.7 }]);
  await bench(page).getByRole('button', { name: 'Back to all findings' }).click();
  await expect(wanted).toHaveCount(0);
});
