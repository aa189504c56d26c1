import { expect, test } from '@playwright/test';
import { bench, expectSaved, importDemo, openJob, savedPlan } from './job.ts';

test('makes a gear type, drawn as it is typed; keeps it, changes it, and a job says that its copy is older', async ({
  page,
  request,
}) => {
  await page.goto('/gear');
  await page.getByRole('link', { name: 'New gear type' }).click();
  const form = page.getByRole('region', { name: 'Gear type', exact: true });
  await form.getByLabel('Name').first().fill('Shed inverter 3 kW');
  await form.getByLabel('Width').fill('16 1/2');
  const drawing = page.getByTestId('gear-drawing');
  await expect(drawing).toContainText('16 1⁄2″');
  await form.getByLabel('Height').fill('24in');
  await form.getByLabel('Mass, all parts').fill('12,5');
  await expect(form.getByRole('alert')).toContainText('decimals with a point');
  await form.getByLabel('Mass, all parts').fill('18.5 kg');
  await form.getByRole('button', { name: /^\+ Knockouts|Knockouts/u }).click();
  await form.getByRole('button', { name: 'Add a knockout' }).click();
  await form.getByLabel('Along the edge').fill('40');
  await expect(form.getByRole('alert').first()).toContainText(
    'lies 40″ along its edge, which is 16 1⁄2″ long',
  );
  await expect(page.getByRole('button', { name: 'Keep it' })).toBeDisabled();
  await form.getByLabel('Along the edge').fill('4');
  await expect(drawing.locator('text', { hasText: 'ko-1' })).toBeVisible();
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByRole('status')).toContainText('Kept as version 1.');

  // Into a job, by a copy.
  const id = await importDemo(request, 'Library');
  await openJob(page, id, 'gear');
  await bench(page).getByRole('button', { name: 'Take gear from the library' }).click();
  const dialog = page.getByRole('dialog', { name: 'Gear from the library' });
  await dialog.getByLabel('Search').fill('Shed inverter');
  await dialog.getByRole('button', { name: 'Take Shed inverter 3 kW' }).click();
  await expect(dialog).toContainText('in this job');
  await dialog.getByRole('button', { name: 'Close' }).click();
  const card = bench(page).locator('[data-gear-type="Shed inverter 3 kW"]');
  await expect(card).toContainText('16 1⁄2″ × 24″');
  await expect(card).not.toContainText('Older');

  // The library moves on; the job's copy stays, and says so.
  await page.goto('/gear');
  await page.getByLabel('Search').fill('Shed inverter');
  await page.getByRole('link', { name: 'Shed inverter 3 kW' }).click();
  await form.getByLabel('Width').fill('17');
  await page.getByRole('button', { name: 'Keep as a new version' }).click();
  await expect(page.getByRole('status')).toContainText('Kept as version 2.');
  await openJob(page, id, 'gear');
  await expect(card).toContainText('this copy is version 1, there is 2');
  await card.getByRole('button', { name: 'Take version 2' }).click();
  await expect(card).toContainText('17″ × 24″');
  await expect(card).not.toContainText('Older');
  await expectSaved(page);
  const own = (await savedPlan(request, id)).gearTypes.at(-1);
  expect(own).toMatchObject({ id: 'shed-inverter-3-kw', widthMm: 431.8, origin: { version: 2 } });
});

test('changes the job’s own copy as one step; a knockout that a nipple uses cannot be taken away', async ({
  page,
  request,
}) => {
  const id = await importDemo(request, 'Own copy');
  await openJob(page, id, 'gear');
  await bench(page).getByRole('button', { name: 'Change Wall inverter 8 kW' }).click();
  const form = page.getByRole('region', { name: 'Gear type', exact: true });
  await form.getByLabel('Hook line down to its bottom').fill('25');
  await page.getByRole('button', { name: 'Put it into the job' }).click();
  await expectSaved(page);
  expect((await savedPlan(request, id)).gearTypes[0]?.dropMm).toBe(635);
  await bench(page).getByRole('button', { name: 'Change Wall inverter 8 kW' }).click();
  await form.getByRole('button', { name: /Knockouts/u }).click();
  await form.getByRole('button', { name: 'Take out the knockout dc' }).click();
  await page.getByRole('button', { name: 'Put it into the job' }).click();
  await expect(page.getByRole('alert')).toContainText('knockout on “Wall inverter 8 kW” called “dc”');
  await page.getByRole('button', { name: 'Leave it as it was' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expectSaved(page);
  expect((await savedPlan(request, id)).gearTypes[0]?.dropMm).toBe(631.825);
});

test('searches, filters and compares the library, and takes a sample as one’s own', async ({ page }) => {
  await page.goto('/gear');
  await page.getByLabel('Search').fill('gang');
  await expect(page.locator('[data-gear-type]')).toHaveCount(2);
  for (const box of await page.getByRole('checkbox').all()) await box.check();
  const compared = page.getByRole('region', { name: 'Compared' });
  await expect(compared).toContainText('Gang inverter, 2 power modules, 44 kW');
  // The heaviest lift is one power module: 32 kg.
  await expect(compared.getByText('71 lb')).toHaveCount(2);
  await page.getByLabel('Search').fill('');
  await page.getByRole('combobox', { name: 'Kind' }).click();
  await page.getByRole('option', { name: 'Battery' }).click();
  await expect(page.locator('[data-gear-type]')).toHaveCount(3);
  await page.getByRole('link', { name: 'Battery cabinet 10 kWh' }).click();
  const form = page.getByRole('region', { name: 'Gear type', exact: true });
  await form.getByLabel('Name').first().fill('Battery cabinet, ours');
  await page.getByRole('button', { name: 'Keep as my own' }).click();
  await expect(page.getByText('yours, version 1')).toBeVisible();
});

test('imports a table with bad rows: names them, takes the others; and exports what comes back', async ({
  page,
}) => {
  await page.goto('/gear');
  await page.getByRole('button', { name: 'Import', exact: true }).click();
  const dialog = page.getByRole('dialog', { name: 'Import gear' });
  const give = (name: string, text: string) =>
    dialog.getByLabel('Gear file').setInputFiles({ name, mimeType: 'text/plain', buffer: Buffer.from(text) });
  await give('other.json', '{"a":1}');
  await expect(dialog.getByRole('alert')).toContainText('not a Zarnel gear file');
  const rows = Array.from(
    { length: 10_000 },
    (_, index) =>
      `Loft box ${index},junction-box,8in,${index === 6 ? 'tall' : '6in'},3in,${index === 9 ? '-2' : '1.1'}`,
  );
  await give('boxes.csv', `name,kind,width,height,depth,mass_kg\n${rows.slice(0, 12).join('\n')}\n`);
  await expect(dialog).toContainText('10 types can be taken');
  await expect(dialog.getByRole('list', { name: 'Faults' })).toContainText('Row 8, height');
  await expect(dialog.getByRole('list', { name: 'Faults' })).toContainText('Row 11, mass_kg');
  // Ten thousand rows are read off the main thread and still name the same two.
  await give('many.csv', `name,kind,width,height,depth,mass_kg\n${rows.join('\n')}\n`);
  await expect(dialog).toContainText('9998 types can be taken', { timeout: 20_000 });
  await give('boxes.csv', `name,kind,width,height,depth,mass_kg\n${rows.slice(0, 12).join('\n')}\n`);
  await dialog.getByRole('button', { name: 'Take the 10 that are sound' }).click();
  await expect(dialog.getByRole('status')).toContainText('10 types are in the library now');
  // Taken out as one and back again, also after a reload.
  await page.reload();
  await page.getByRole('button', { name: 'Import', exact: true }).click();
  await dialog.getByRole('button', { name: 'Take them all out again' }).click();
  await expect(dialog.getByRole('status')).toContainText('boxes.csv: 10 types are archived again');
  await dialog.getByRole('button', { name: 'Close' }).click();
  await page.getByLabel('Search').fill('Loft box');
  await expect(page.locator('[data-gear-type]')).toHaveCount(0);
  await page.getByRole('button', { name: 'Import', exact: true }).click();
  await dialog.getByRole('button', { name: 'Bring them back' }).click();
  await expect(dialog.getByRole('status')).toContainText('in the library now');
  await dialog.getByRole('button', { name: 'Close' }).click();
  await expect(page.locator('[data-gear-type]')).toHaveCount(10);
  await page.getByLabel('Compare Loft box 3').check();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Export 1 picked' }).click();
  const path = await (await download).path();
  await page.getByRole('button', { name: 'Import', exact: true }).click();
  await dialog.getByLabel('Gear file').setInputFiles(path);
  // A download keeps no name; as a gear file it is read by its content when it is called .json.
  await expect(dialog.getByText(/can be taken|header row lacks/u)).toBeVisible();
});
