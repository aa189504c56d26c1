import ExcelJS from 'exceljs';
import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { honeyHouse } from '@zarnel/core/files';
import { bench, expectSaved, importDemo, importPlan, openJob, savedPlan } from './job.ts';

test('shows what each circuit comes to, opens a figure into its working, and lets another size be tried', async ({
  page,
  request,
}) => {
  const id = await importDemo(request, 'Circuits');
  await openJob(page, id, 'route');
  const circuits = bench(page).getByRole('region', { name: 'Circuits' });
  const feed = circuits.getByRole('button', { name: /Inverter A to load center/u });
  // 8 kW at 240 V: 33.3 A · 1.25 = 41.6 A, so 45 A and #8 at terminals for 75 °C.
  await expect(feed).toContainText('8 AWG');
  await expect(feed).toContainText('45 A');
  await feed.click();
  const panel = bench(page).getByRole('region', { name: 'Inverter A to load center' });
  await expect(panel).toContainText('3 × 8 AWG + 10 AWG');
  await panel.getByRole('button', { name: 'Show the working' }).first().click();
  await expect(page.getByRole('dialog')).toContainText('41.6 A');
  await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click();

  await panel.getByRole('button', { name: /Voltage and heat by size/u }).click();
  await expect(panel.getByRole('img', { name: /Voltage along the way/u })).toBeVisible();
  const slider = panel.getByLabel('Size 8 AWG');
  await slider.focus();
  await slider.press('ArrowLeft');
  await expect(panel).toContainText('It is too small.');
  await panel.getByRole('button', { name: 'Use 10 AWG' }).click();
  await expect(bench(page).locator('[data-check="conductor.size"]').first()).toContainText(
    '10 AWG of Inverter A',
  );
  // What was open stays open through the edit.
  await expect(panel.getByRole('img', { name: /Voltage along the way/u })).toBeVisible();
  await bench(page).getByRole('button', { name: 'Use 8 AWG' }).first().click();
  await expect(bench(page).locator('[data-check="conductor.size"]')).toHaveCount(0);
  await expectSaved(page);
  const saved = await savedPlan(request, id);
  expect(saved.circuits.find((each) => each.id === 'a-feed')?.wire.size).toEqual({ by: 'awg', size: '8' });
});

test('describes a circuit that nobody had described, says what is missing, and takes its tables along', async ({
  page,
  request,
}) => {
  const demo = honeyHouse();
  const id = await importPlan(request, {
    ...demo,
    name: 'Unsaid',
    circuits: demo.circuits.slice(0, 1),
    runs: [],
  });
  await openJob(page, id, 'route');
  await bench(page).getByText('Add a circuit', { exact: true }).click();
  const choose = async (label: string, option: string | RegExp) => {
    await bench(page).getByRole('region', { name: 'Circuits' }).getByLabel(label, { exact: true }).click();
    await page.getByRole('option', { name: option }).first().click();
  };
  await choose('It carries', 'dc load');
  await choose('From', /^Battery cabinet A: DC studs/u);
  await choose('To', 'Loads');
  await bench(page).getByRole('button', { name: 'Add the circuit' }).click();
  // Nothing tells what the loads take.
  const finding = bench(page).locator('[data-check="conductor.size"]').first();
  await expect(finding).toContainText('tells its current: type it');
  await bench(page)
    .getByRole('button', { name: /What it carries/u })
    .click();
  for (const [label, value] of [
    ['Current', '20'],
    ['Voltage in operation', '48'],
  ] as const) {
    await bench(page).getByLabel(label, { exact: true }).fill(value);
    await bench(page).getByLabel(label, { exact: true }).press('Enter');
  }
  await bench(page).getByLabel('What is not drawn, as taped').fill("12'");
  await bench(page).getByLabel('What is not drawn, as taped').press('Enter');
  await expect(bench(page).locator('[data-check="conductor.size"]')).toHaveCount(0);
  // The studs of the cabinet take 33.6 mm² and more: 2 AWG, however little the loads take.
  await expect(bench(page)).toContainText('2 AWG');
  await expectSaved(page);
  await page.getByRole('button', { name: 'Back to all findings' }).click();
  await bench(page)
    .getByRole('button', { name: /Conductors to buy/u })
    .click();
  await expect(bench(page)).toContainText('2 AWG THHN/THWN-2, copper');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    bench(page).getByRole('button', { name: 'Schedule as CSV' }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('unsaid-circuits.csv');
  expect(readFileSync(await download.path(), 'utf8')).toContain(
    'dc load,"Battery cabinet A, dc",loads,1,2,2 AWG',
  );
});

test('takes all tables along as one workbook, and the labels as sheets to print', async ({
  page,
  request,
}) => {
  const id = await importDemo(request, 'Tables');
  await openJob(page, id, 'route');
  await bench(page)
    .getByRole('button', { name: /Conductors to buy/u })
    .click();
  const [book] = await Promise.all([
    page.waitForEvent('download'),
    bench(page).getByRole('button', { name: 'All as XLSX' }).click(),
  ]);
  expect(book.suggestedFilename()).toBe('tables-circuits.xlsx');
  const read = new ExcelJS.Workbook();
  await read.xlsx.readFile(await book.path());
  expect(read.worksheets.map(({ name }) => name)).toEqual(['Cable schedule', 'Conductors', 'Ends', 'Labels']);
  const schedule = read.getWorksheet('Cable schedule');
  expect(schedule?.rowCount).toBe(1 + honeyHouse().circuits.length);
  // Its plate says 33.3 A; for three hours or more times 1.25: a number and not a text.
  expect(schedule?.getCell('L2').value).toBeCloseTo(33.3 * 1.25, 1);

  const [sheets] = await Promise.all([
    page.waitForEvent('download'),
    bench(page).getByRole('button', { name: 'Labels to print' }).click(),
  ]);
  expect(
    readFileSync(await sheets.path())
      .subarray(0, 5)
      .toString(),
  ).toBe('%PDF-');
});

test('asks how the wires lie that nobody drew, takes the answer, and a fuse for each string', async ({
  page,
  request,
}) => {
  const demo = honeyHouse();
  const parallel = { at: 'modules', type: 'solar-module-400w', series: 8, parallel: 4 } as const;
  const circuits = demo.circuits.map((circuit) => {
    const undrawn = circuit.id === 'a-array' ? { ...circuit, from: parallel } : { ...circuit };
    delete undrawn.lengthHeld;
    return undrawn;
  });
  const id = await importPlan(request, { ...demo, circuits, name: 'Undrawn' });
  await openJob(page, id, 'route');
  const undrawn = bench(page).locator('[data-check="conductor.method"]');
  await expect(undrawn.first()).toContainText('nobody said');
  const before = await undrawn.count();
  await bench(page)
    .getByRole('button', { name: /^Battery inverter to/u })
    .first()
    .click();
  const circuit = bench(page).getByRole('region', { name: /^Battery inverter to/u });
  await circuit.getByRole('button', { name: /^Its way/u }).click();
  await circuit.getByRole('combobox', { name: 'There it lies' }).click();
  await page.getByRole('option', { name: 'in conduit or a wireway' }).click();
  // What is found in this circuit alone stands while it is open.
  await expect(undrawn).toHaveCount(0);
  await expectSaved(page);
  await openJob(page, id, 'route');
  await expect(undrawn).toHaveCount(before - 1);
  await expect(bench(page).locator('[data-check="protection.string-fuse"]')).toContainText(
    'Each string needs a fuse of its own',
  );
  await bench(page).getByRole('button', { name: 'A fuse of 25 A in each string' }).click();
  await expect(bench(page).locator('[data-check="protection.string-fuse"]')).toHaveCount(0);
  await expectSaved(page);
  const saved = (await savedPlan(request, id)).circuits;
  expect(saved.find((each) => each.id === 'battery-out')?.lengthHeld).toBe('conduit');
  expect(saved.find((each) => each.id === 'a-array')?.stringFuseA).toBe(25);
});

test('wires a bare job on request, says what it took for granted, and is one step to undo', async ({
  page,
  request,
}) => {
  const id = await importPlan(request, { ...honeyHouse(), name: 'Bare', circuits: [], runs: [] });
  await openJob(page, id, 'route');
  await bench(page).getByRole('button', { name: 'Wire this job for me' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog).toContainText('8 circuits proposed');
  await expect(dialog).toContainText('the most that stay below 600 V');
  await dialog.getByRole('button', { name: 'Add them' }).click();
  await expect(bench(page).getByRole('button', { name: /^Array to Inverter B/u })).toBeVisible();
  await expectSaved(page);
  expect((await savedPlan(request, id)).circuits).toHaveLength(8);
  await bench(page).getByRole('button', { name: 'Wire this job for me' }).click();
  await expect(bench(page)).toContainText('Every piece that wants a circuit has one.');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expectSaved(page);
  expect((await savedPlan(request, id)).circuits).toEqual([]);
});

test('says which circuits lie in a run, in which conduit, and how many glands its hole needs', async ({
  page,
  request,
}) => {
  const id = await importDemo(request, 'Run');
  await openJob(page, id, 'route');
  const run = bench(page).getByRole('region', { name: 'Array run' });
  await run.getByRole('button', { name: /What lies in it/u }).click();
  await run.getByLabel('Array to inverter B').click();
  // Three cables are left for five glands: the others are plugged.
  await expect(bench(page).locator('[data-check="seal.gland"]')).toContainText('2 of the 5 glands');
  await run.getByLabel('Laid').click();
  await page.getByRole('option', { name: 'In 1/2″ conduit' }).click();
  await expect(bench(page).locator('[data-check="conductor.conduit"]')).toHaveCount(1);
  await bench(page)
    .getByRole('button', { name: /^Use .* conduit$/u })
    .click();
  await expect(bench(page).locator('[data-check="conductor.conduit"]')).toHaveCount(0);
});
