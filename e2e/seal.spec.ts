import { expect, test } from '@playwright/test';
import { eyeClinic } from './metric-demo.ts';
import { bench, expectSaved, importDemo, importPlan, openJob, savedPlan } from './job.ts';

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
  await bench(page).getByRole('button', { name: 'Use 5 glands' }).click();
  await expect(bench(page).locator('[data-check="seal.gland"]')).toHaveCount(0);
  await expectSaved(page);
  const [saved] = (await savedPlan(request, id)).penetrations;
  expect(saved).toMatchObject({ entry: { kind: 'box', glandCount: 5 }, school: 'flashing', done: ['mark'] });
});

test('asks what lies between two skins, is told it at the face, and draws the hole cut open', async ({
  page,
  request,
}) => {
  const plan = eyeClinic();
  const faces = plan.faces.map((face) => {
    if (face.id !== 'roof-inside' || face.shape.kind !== 'outline') return face;
    return { ...face, shape: { ...face.shape, thicknessMm: 60, layers: [] } };
  });
  const id = await importPlan(request, { ...plan, faces, name: 'Two skins' });
  await openJob(page, id, 'route');
  const panel = bench(page);
  const asked = panel.getByText(/goes through 52 mm between the skins of Roof lining/u);
  await expect(asked).toBeVisible();
  await panel.getByRole('button', { name: 'Open Roof lining at Site' }).click();
  await panel.getByRole('button', { name: /Between its skins/u }).click();
  await panel.getByRole('button', { name: 'Add a layer' }).click();
  const thick = panel.getByLabel('Layer 1, thick');
  // More than there is room for is not taken.
  await thick.fill('70');
  await thick.press('Enter');
  await expect(panel).toContainText('is thicker together than');
  await thick.fill('52');
  await thick.press('Enter');
  await expectSaved(page);
  await page.goto(`/jobs/${id}/route`);
  await expect(bench(page)).toHaveAttribute('aria-busy', 'false');
  await expect(asked).toHaveCount(0);
  await panel
    .getByRole('button', { name: /^Roof entry/u })
    .first()
    .click();
  const cut = panel.getByRole('img', { name: /^Cut open: .*Mineral wool/u });
  await expect(cut).toBeVisible();
  await expect(panel.getByRole('listitem').filter({ hasText: 'Mineral wool, 52 mm' })).toBeVisible();
  await expect(panel).toContainText('parted with a long knife');
});
