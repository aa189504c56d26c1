import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { bench, expectSaved, importDemo, openJob, savedPlan } from './job.ts';

test('draws the one-line diagram of the circuits, selects what is pressed, and follows an edit', async ({
  page,
  request,
}) => {
  const id = await importDemo(request, 'One line');
  await openJob(page, id, 'route');
  await bench(page).getByRole('button', { name: 'One-line diagram' }).click();
  const diagram = page.getByRole('group', { name: 'One line: one-line diagram' });
  await expect(diagram.getByRole('button', { name: /^Inverter A$/u })).toBeVisible();
  const feed = diagram.getByRole('button', { name: /^Inverter A to load center, 3 × 8 AWG/u });
  await feed.getByText('Inverter A to load center').click();
  await expect(feed).toHaveAttribute('aria-pressed', 'true');
  const panel = bench(page).getByRole('region', { name: 'Inverter A to load center' });
  await panel.getByRole('button', { name: /Its conductors/u }).click();
  await panel.getByRole('combobox', { name: 'Size' }).click();
  await page.getByRole('option', { name: '#6', exact: true }).click();
  await expect(diagram.getByRole('button', { name: /^Inverter A to load center, 3 × 6 AWG/u })).toBeVisible();

  const [svg] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'SVG' }).click(),
  ]);
  expect(svg.suggestedFilename()).toBe('one-line-one-line.svg');
  expect(readFileSync(await svg.path(), 'utf8')).toContain('Inverter A to load center');
  const [pdf] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'PDF' }).click(),
  ]);
  expect(
    readFileSync(await pdf.path())
      .subarray(0, 5)
      .toString(),
  ).toBe('%PDF-');
  await page.getByTestId('one-line').getByRole('button', { name: 'Back to the sheet' }).click();
  await expect(diagram).toHaveCount(0);
});

test('locks a run to a point, says why it lies there, and lets it go again', async ({ page, request }) => {
  const id = await importDemo(request, 'Locked');
  await openJob(page, id, 'route');
  const run = bench(page).getByRole('region', { name: 'Array run' });
  await expect(run).toContainText('176 15⁄16″');
  await run.getByRole('button', { name: /Goes by/u }).click();
  await run.getByRole('button', { name: 'Go by a point on Plant room wall' }).click();
  await run.getByLabel('Right of datum').fill('60');
  await run.getByLabel('Right of datum').press('Enter');
  // From 96 in at the disconnect over to 60 in and back to the hole at 88 in.
  await expect(run).not.toContainText('176 15⁄16″');
  await run.getByRole('button', { name: /Why it lies there/u }).click();
  await expect(run).toContainText('with nothing in its way it would be');
  await expectSaved(page);
  expect((await savedPlan(request, id)).runs[0]?.via).toMatchObject([{ at: 'point', face: 'plant-wall' }]);
  await run.getByRole('button', { name: 'Unlock it' }).click();
  await expect(run).toContainText('176 15⁄16″');
});
