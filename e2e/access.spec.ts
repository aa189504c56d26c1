import { AxeBuilder } from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';
import { bench, gear, importDemo, openJob } from './job.ts';

/** Faults by the automated rules of WCAG 2.2 A and AA. */
async function faults(page: Page): Promise<string[]> {
  const { violations } = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
    .analyze();
  return violations.map(({ id, nodes }) => `${id}: ${nodes.map((node) => node.target.join(' ')).join('; ')}`);
}

test('every page passes the automated accessibility rules, by day and by night', async ({
  page,
  request,
}) => {
  const id = await importDemo(request, 'Access');
  await page.goto('/jobs');
  await expect(page.getByRole('heading', { name: 'Jobs' })).toBeVisible();
  expect(await faults(page)).toEqual([]);
  await page.getByRole('link', { name: 'Gear library' }).click();
  await page.getByRole('link', { name: 'Wall inverter 8 kW' }).click();
  await expect(page.getByTestId('gear-drawing')).toBeVisible();
  for (const section of ['Knockouts', 'Parts lifted one by one', 'Clearance rules']) {
    await page.getByRole('button', { name: new RegExp(section, 'u') }).click();
  }
  expect(await faults(page)).toEqual([]);
  await page.getByRole('link', { name: 'All gear' }).click();
  await expect(page.locator('[data-gear-type]').first()).toBeVisible();
  expect(await faults(page)).toEqual([]);
  test.setTimeout(150_000);
  for (const theme of ['Night', 'Day']) {
    for (const step of ['site', 'gear', 'mount', 'route', 'pack']) {
      await openJob(page, id, step);
      expect(await faults(page)).toEqual([]);
    }
    await openJob(page, id, 'site');
    for (const tab of ['Conditions', 'Materials', 'Survey']) {
      await bench(page).getByRole('tab', { name: tab }).click();
      expect(await faults(page)).toEqual([]);
    }
    await bench(page).getByRole('tab', { name: 'Faces' }).click();
    await bench(page)
      .getByRole('button', { name: /^Plant room wall/u })
      .click();
    for (const section of ['Outline', 'How it stands', 'Framing', 'In the way']) {
      await bench(page)
        .getByRole('region', { name: section })
        .getByRole('heading')
        .getByRole('button')
        .click();
    }
    expect(await faults(page)).toEqual([]);
    await openJob(page, id, 'mount');
    await gear(page, 'inverter-a').click();
    expect(await faults(page)).toEqual([]);
    await page.getByRole('button', { name: theme }).click();
  }
});
