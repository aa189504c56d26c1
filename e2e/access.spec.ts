import { AxeBuilder } from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';
import { bench, gear, importDemo, openJob } from './job.ts';

/** Faults by the automated rules of WCAG 2.2 A and AA, and by those of good practice: landmarks, headings, names. */
async function faults(page: Page): Promise<string[]> {
  const { violations } = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'])
    .analyze();
  return violations.map(({ id, nodes }) => `${id}: ${nodes.map((node) => node.target.join(' ')).join('; ')}`);
}

/** The page as it is first opened is that of the day. */
async function light(page: Page, theme: Theme): Promise<void> {
  await page.goto('/jobs');
  if (theme === 'night') await page.getByRole('button', { name: 'Night', exact: true }).click();
  await expect(
    page.getByRole('button', { name: theme === 'night' ? 'Day' : 'Night', exact: true }),
  ).toBeVisible();
}

type Theme = 'day' | 'night';
const THEMES: readonly Theme[] = ['day', 'night'];

for (const theme of THEMES) {
  test(`every page passes the automated accessibility rules by ${theme}`, async ({ page, request }) => {
    test.setTimeout(150_000);
    const id = await importDemo(request, `Access by ${theme}`);
    await light(page, theme);
    await expect(page.getByRole('heading', { name: 'Jobs' })).toBeVisible();
    expect.soft(await faults(page)).toEqual([]);
    await page.getByRole('link', { name: 'Gear library' }).click();
    await page.getByLabel('Search').fill('Wall inverter');
    await page.getByRole('link', { name: 'Wall inverter 8 kW' }).click();
    await expect(page.getByTestId('gear-drawing')).toBeVisible();
    for (const section of ['Knockouts', 'Parts lifted one by one', 'Clearance rules']) {
      await page.getByRole('button', { name: new RegExp(section, 'u') }).click();
    }
    expect.soft(await faults(page)).toEqual([]);
    await page.getByRole('link', { name: 'All gear' }).click();
    await expect(page.locator('[data-gear-type]').first()).toBeVisible();
    expect.soft(await faults(page)).toEqual([]);
    for (const step of ['site', 'gear', 'mount', 'array', 'route', 'pack']) {
      await openJob(page, id, step);
      expect.soft(await faults(page)).toEqual([]);
    }
    await openJob(page, id, 'site');
    for (const tab of ['Conditions', 'Materials', 'Survey']) {
      await bench(page).getByRole('tab', { name: tab }).click();
      expect.soft(await faults(page)).toEqual([]);
    }
    await bench(page).getByRole('tab', { name: 'Faces' }).click();
    await bench(page)
      .getByRole('button', { name: /^Plant room wall Wall/u })
      .click();
    for (const section of ['Outline', 'How it stands', 'Framing', 'In the way']) {
      await bench(page)
        .getByRole('region', { name: section })
        .getByRole('heading')
        .getByRole('button')
        .click();
    }
    expect.soft(await faults(page)).toEqual([]);
    await openJob(page, id, 'mount');
    await gear(page, 'inverter-a').click();
    expect.soft(await faults(page)).toEqual([]);
    await openJob(page, id, 'array');
    for (const section of [
      'Sun, shade and curves',
      'A clear year, wiring by wiring',
      'What is used in a day',
      'Round about',
    ]) {
      const head = bench(page).getByRole('button', { name: new RegExp(section, 'u') });
      if (await head.isVisible()) await head.click();
    }
    expect.soft(await faults(page)).toEqual([]);
    await bench(page)
      .getByRole('button', { name: /^South field/u })
      .click();
    for (const head of await bench(page).locator('button[aria-expanded="false"]').all())
      if (await head.isVisible()) await head.click();
    expect.soft(await faults(page)).toEqual([]);
  });
}

for (const theme of THEMES) {
  test(`every dialog passes them by ${theme}`, async ({ page, request }) => {
    test.setTimeout(150_000);
    const name = `Dialogs ${Date.now()}`;
    const id = await importDemo(request, name);
    const closed = async () => {
      await page.getByRole('button', { name: 'Close' }).click();
      await expect(page.getByRole('dialog')).toHaveCount(0);
    };
    await light(page, theme);
    await page.goto('/jobs');
    await page.getByRole('button', { name: 'New job' }).click();
    await expect(page.getByRole('dialog')).toBeVisible();
    expect.soft(await faults(page)).toEqual([]);
    await closed();
    await page.locator(`[data-job="${name}"]`).getByRole('button', { name: 'Rename' }).click();
    expect.soft(await faults(page)).toEqual([]);
    await closed();
    await page.goto('/gear');
    await page.getByRole('button', { name: 'Import' }).click();
    expect.soft(await faults(page)).toEqual([]);
    await closed();
    for (const type of ['Wall inverter 8 kW', 'DC disconnect 60 A']) {
      await page.getByLabel('Search').fill(type);
      await page.getByRole('checkbox', { name: `Compare ${type}` }).check();
    }
    await expect(page.getByRole('region', { name: 'Compared' })).toBeVisible();
    expect.soft(await faults(page)).toEqual([]);
    await openJob(page, id);
    for (const button of ['Revisions', 'Keys', 'Find']) {
      await page.getByRole('button', { name: button, exact: true }).click();
      await expect(page.getByRole('dialog')).toBeVisible();
      expect.soft([button, await faults(page)]).toEqual([button, []]);
      await closed();
    }
    for (const [step, button] of [
      ['site', 'Add a face'],
      ['gear', 'Take gear from the library'],
      ['mount', 'All clearances'],
      ['mount', 'Show the working'],
    ] as const) {
      await openJob(page, id, step);
      await bench(page).getByRole('button', { name: button }).first().click();
      await expect(page.getByRole('dialog')).toBeVisible();
      expect.soft([button, await faults(page)]).toEqual([button, []]);
      if (button === 'Add a face') {
        await page.getByRole('button', { name: 'From a file instead' }).click();
        expect.soft(['From a file', await faults(page)]).toEqual(['From a file', []]);
        await page.getByRole('button', { name: 'Close' }).last().click();
      }
      await closed();
    }
    await openJob(page, id, 'site');
    await bench(page).getByRole('tab', { name: 'Survey' }).click();
    await bench(page).locator('details li button').first().click();
    await expect(page.getByRole('dialog')).toBeVisible();
    expect.soft(['Measure', await faults(page)]).toEqual(['Measure', []]);
    await closed();
    await page.getByRole('button', { name: 'Fold it up' }).click();
    await expect(page.getByTestId('space')).toBeVisible();
    expect.soft(await faults(page)).toEqual([]);
    await openJob(page, id, 'route');
    for (const thing of ['Roof entry', 'Array feed']) {
      const found = page.getByRole('button', { name: thing }).first();
      if (await found.isVisible()) await found.click({ force: true });
      expect.soft([thing, await faults(page)]).toEqual([thing, []]);
    }
  });
}
