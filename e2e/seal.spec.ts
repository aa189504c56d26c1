import { expect, test } from '@playwright/test';
import { bench, expectSaved, importDemo, openJob, savedPlan } from './job.ts';

test('seals a penetration by a school that suits its skin, ticks its steps off, and finds it a better place', async ({
  page,
  request,
}) => {
  const id = await importDemo(request, 'Seal');
  await openJob(page, id, 'route');
  await bench(page)
    .getByRole('region', { name: 'Penetrations' })
    .getByRole('button', { name: /Roof hole/u })
    .click();
  const panel = bench(page).getByRole('region', { name: 'Roof hole', exact: true });
  // 96 in from the left of the underside, 168 in wide: 72 in from the left as the top is seen.
  await expect(panel).toContainText('It comes out on South slope, top: 72″ right, 30″ up');
  await expect(panel.getByLabel('Sealed by')).toContainText('Flashing lapped into the roof');

  await panel.getByLabel('Sealed by').click();
  await page.getByRole('option', { name: 'Silicone bed and edge' }).click();
  const unfit = bench(page).locator('[data-check="seal.stack"]');
  await expect(unfit).toContainText('a bead on top of courses dams water');
  await unfit.getByRole('button', { name: /Flashing lapped into the roof/u }).click();
  await expect(unfit).toHaveCount(0);

  await panel.getByLabel(/^2\. Mark Roof hole/u).click();
  await expect(panel.getByLabel(/^2\. Mark Roof hole/u)).toBeChecked();
  await panel.getByRole('button', { name: /What it takes/u }).click();
  await expect(panel).toContainText('1 cartridge');

  await panel.getByRole('button', { name: /Better places/u }).click();
  await panel.getByRole('button', { name: 'Find the best places' }).click();
  await expect(panel).toContainText('in the lee of');
  await panel.getByRole('button', { name: 'Move it here' }).first().click();
  await expect(bench(page).locator('[data-check="seal.framing"]')).toHaveCount(0);

  await panel.getByRole('combobox', { name: 'Entry' }).click();
  await page.getByRole('option', { name: 'One gland in the skin' }).click();
  await expect(bench(page).locator('[data-check="seal.gland"]').first()).toContainText('each needs its own');
  await bench(page).getByRole('button', { name: 'Use 6 glands' }).click();
  await expect(bench(page).locator('[data-check="seal.gland"]')).toHaveCount(0);
  await expectSaved(page);
  const [saved] = (await savedPlan(request, id)).penetrations;
  expect(saved).toMatchObject({ entry: { kind: 'box', glandCount: 6 }, school: 'flashing', done: ['mark'] });
});
