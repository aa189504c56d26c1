import { expect, test } from '@playwright/test';
import { bench, gear, importDemo, openJob } from './job.ts';

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

/** What is wider than the screen and cannot be slid to within something of its own. */
const TOO_WIDE = `[...document.querySelectorAll('body *')].filter((each) => {
  const box = each.getBoundingClientRect();
  if (box.width === 0 || box.right <= innerWidth + 1 || each.closest('svg') !== null) return false;
  for (let at = each.parentElement; at !== null; at = at.parentElement)
    if (['auto', 'scroll', 'hidden'].includes(getComputedStyle(at).overflowX)) return false;
  return true;
}).map((each) => each.tagName + ' ' + each.className)`;

test('on a phone nothing is wider than the screen, the header is one row, and the sheet has half of it', async ({
  page,
  request,
}) => {
  const id = await importDemo(request, 'Phone');
  for (const address of ['/jobs', '/gear', '/gear/new', `/jobs/${id}/pack`]) {
    await page.goto(address);
    await expect(page.getByRole('heading').first()).toBeVisible();
    expect([address, await page.evaluate(TOO_WIDE)]).toEqual([address, []]);
  }
  for (const step of ['site', 'gear', 'mount', 'route']) {
    await openJob(page, id, step);
    expect([step, await page.evaluate(TOO_WIDE)]).toEqual([step, []]);
    const header = await page.locator('header').boundingBox();
    expect([step, (header?.height ?? 0) <= 60]).toEqual([step, true]);
    const sheet = await page.getByRole('main').boundingBox();
    expect([step, (sheet?.height ?? 0) >= 844 / 2]).toEqual([step, true]);
  }
  await page.getByRole('button', { name: 'Fold the bench away' }).tap();
  await expect(bench(page)).toHaveCount(0);
  expect((await page.getByRole('main').boundingBox())?.height).toBeGreaterThan(650);
});

test('what no longer fits the header is found by name', async ({ page, request }) => {
  await openJob(page, await importDemo(request, 'More'));
  await page.getByRole('button', { name: 'More' }).tap();
  await page.getByRole('dialog').getByRole('combobox').fill('batt');
  await page.getByRole('option', { name: 'Battery cabinet B' }).tap();
  await expect(gear(page, 'battery-b')).toHaveAttribute('aria-pressed', 'true');
  await page.getByRole('button', { name: 'More' }).tap();
  await page.getByRole('option', { name: 'Revisions' }).tap();
  await expect(page.getByRole('dialog')).toContainText('Revisions');
});

test('a finger on things too small for it is asked which it means, in a list beside it', async ({
  page,
  request,
}) => {
  await openJob(page, await importDemo(request, 'Finger'), 'mount', { asOpened: true });
  const box = await gear(page, 'disconnect').boundingBox();
  expect(box?.width).toBeLessThan(44);
  await page.touchscreen.tap((box?.x ?? 0) + (box?.width ?? 0) / 2, (box?.y ?? 0) + (box?.height ?? 0) - 2);
  const list = page.getByRole('list', { name: 'Which of these' });
  for (const button of await list.getByRole('button').all())
    expect((await button.boundingBox())?.height).toBeGreaterThanOrEqual(44);
  await list.getByRole('button', { name: 'DC disconnect' }).tap();
  await expect(list).toHaveCount(0);
  await expect(bench(page).getByRole('heading', { level: 2 })).toHaveText('DC disconnect');
});
