import { expect, test } from '@playwright/test';
import { honeyHouse } from '@zarnel/core/files';
import { eyeClinic } from './metric-demo.ts';
import { bench, expectSaved, importDemo, importPlan, openJob, savedPlan } from './job.ts';

/** The demo with its roof bare: its fields, strings and the circuits from them are gone. */
function bareRoof() {
  const demo = honeyHouse();
  return {
    ...demo,
    name: 'Bare roof',
    moduleFields: [],
    moduleStrings: [],
    energy: null,
    circuits: demo.circuits.map((circuit) =>
      circuit.from.at === 'strings' ? { ...circuit, from: { ...circuit.from, strings: [] } } : circuit,
    ),
  };
}

test('a bare roof is filled, carried, wired in strings and led to its inverters, with nothing left to clear', async ({
  page,
  request,
}) => {
  const id = await importPlan(request, bareRoof());
  await openJob(page, id, 'array');
  const panel = bench(page);
  await panel.getByLabel('On', { exact: true }).click();
  await page.getByRole('option', { name: 'South slope over the hall' }).click();
  await panel.getByRole('button', { name: 'Lay out a field' }).click();
  const field = panel.getByRole('region', { name: 'Field 1' });
  await expect(panel).toContainText('has no modules yet');

  // More than the roof takes is refused with what would help; then as much as is wanted.
  await field.getByLabel('Power wanted').fill('90000');
  await field.getByLabel('Power wanted').press('Enter');
  await field.getByRole('button', { name: 'Propose' }).click();
  await expect(field.getByRole('alert')).toContainText('has room for');
  await field.getByLabel('Power wanted').fill('9600');
  await field.getByLabel('Power wanted').press('Enter');
  await field.getByRole('button', { name: 'Propose' }).click();
  await expect(field.getByRole('status')).toContainText('24 modules reach the power that is wanted');
  await expect(page.locator('[data-laid]')).toHaveAttribute('data-laid', '24');
  await field.getByRole('button', { name: 'Lay them down' }).click();
  await expect(field).toContainText('9600 W');
  await expect(page.locator('[data-laid]')).toHaveCount(0);

  // Held by what is suggested for shingles; every foot is on the sheet.
  await expect(field).toContainText('We suggest flashed foot here');
  await field.getByLabel('Held by').click();
  await page.getByRole('option', { name: 'Flashed foot' }).click();
  await expect(page.locator('[data-feet]')).not.toHaveAttribute('data-feet', '0');
  // What somebody approved is typed and told in the reader’s units, and may be left out again.
  const holds = field.getByLabel('A foot holds, as approved');
  await holds.fill('450');
  await holds.press('Enter');
  await expect(holds).toHaveValue('450 lbf');
  await expectSaved(page);
  expect((await savedPlan(request, id)).moduleFields[0]?.support.approvedUpN).toBeCloseTo(450 * 4.4482216, 3);
  await holds.fill('');
  await holds.press('Enter');
  await expect(holds).toHaveValue('');
  await expectSaved(page);
  expect((await savedPlan(request, id)).moduleFields[0]?.support.approvedUpN).toBeNull();
  await panel.getByRole('button', { name: 'Back to all findings' }).click();

  // Nobody said what bonds the frames: one press says so.
  await panel
    .getByRole('button', { name: 'Clamps with teeth, and a jumper at each joint of a rail' })
    .click();

  // Strings from the finding, then each is led to an inverter.
  await panel.getByRole('button', { name: /^Wire \d strings for Inverter A/u }).click();
  await expect(panel.locator('[data-check="string.wiring"]').first()).toContainText('leads nowhere');
  for (const [name, circuit] of [
    ['String 1', 'Array to inverter A'],
    ['String 2', 'Array to inverter B'],
  ] as const) {
    await panel
      .getByRole('region', { name: 'Strings' })
      .getByRole('button', { name: new RegExp(`^${name}`, 'u') })
      .click();
    await panel.getByLabel('Leads to').click();
    await page.getByRole('option', { name: circuit, exact: true }).click();
    await expect(panel.getByRole('region', { name })).toContainText('496.9 V');
    await panel.getByRole('button', { name: 'Back to all findings' }).click();
  }
  await expect(
    panel.locator('[data-check="string.wiring"]').filter({ hasText: 'leads nowhere' }),
  ).toHaveCount(0);
  await expectSaved(page);
  const saved = await savedPlan(request, id);
  expect(saved.moduleFields[0]?.modules).toHaveLength(24);
  expect(saved.moduleStrings.map(({ modules }) => modules.length)).toEqual([12, 12]);
});

test('strings are shared over the inverters and led there with one press, and taken back with one', async ({
  page,
  request,
}) => {
  const bare = bareRoof();
  const id = await importPlan(request, { ...bare, moduleFields: honeyHouse().moduleFields });
  await openJob(page, id, 'array');
  const panel = bench(page);
  await panel
    .getByRole('button', { name: 'Wire 2 strings and lead them: 1 to Inverter A, 1 to Inverter B' })
    .click();
  const strings = panel.getByRole('region', { name: 'Strings' });
  await expect(strings).toContainText('to Inverter A');
  await expect(strings).toContainText('to Inverter B');
  await expectSaved(page);
  const led = await savedPlan(request, id);
  expect(led.moduleStrings.map(({ modules }) => modules.length)).toEqual([12, 12]);
  expect(led.circuits.length).toBe(bare.circuits.length);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expectSaved(page);
  expect((await savedPlan(request, id)).moduleStrings).toEqual([]);
});

test('a field is dragged and undone, one module taken out of it by itself, and typed where it lies', async ({
  page,
  request,
}) => {
  const id = await importDemo(request, 'Dragged field');
  await openJob(page, id, 'array', { asOpened: true });
  const shape = page.locator('[data-field="south-field"]');
  const box = await shape.boundingBox();
  if (box === null) throw new Error('The field is drawn.');
  const [x, y] = [box.x + box.width * 0.2, box.y + box.height * 0.8];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 60, y - 5, { steps: 6 });
  await expect(bench(page)).toContainText(/leaves .* free along an edge|reaches over the edge|lies? on/u);
  await page.mouse.up();
  await expectSaved(page);
  expect((await savedPlan(request, id)).moduleFields[0]?.modules[0]?.xMm).not.toBeCloseTo(12 * 25.4, 0);
  await page.keyboard.press('Control+z');
  await expectSaved(page);
  expect((await savedPlan(request, id)).moduleFields[0]?.modules[0]?.xMm).toBeCloseTo(12 * 25.4, 6);

  // Once more in the field takes the module.
  await shape.click({ position: { x: 20, y: 20 } });
  await shape.click({ position: { x: 20, y: 20 } });
  const module = bench(page).getByRole('region', { name: 'One by one' });
  await expect(module.getByLabel('Right of datum')).toHaveValue('12″');
  await module.getByLabel('Right of datum').fill('3');
  await module.getByLabel('Right of datum').press('Enter');
  await expect(bench(page).locator('[data-check="array.place"]').first()).toContainText('is to stay free');
  await module.getByRole('button', { name: 'Take it off' }).click();
  await expect(bench(page).getByRole('region', { name: 'South field' })).toContainText('23 modules');
});

test('modules are pressed in order into a string', async ({ page, request }) => {
  const demo = eyeClinic();
  const id = await importPlan(request, {
    ...demo,
    name: 'Pressed strings',
    moduleStrings: demo.moduleStrings.map((string) => ({ ...string, modules: [] })),
  });
  await openJob(page, id, 'array', { asOpened: true });
  await bench(page)
    .getByRole('region', { name: 'Strings' })
    .getByRole('button', { name: /^String 1/u })
    .click();
  await bench(page).getByRole('button', { name: 'Press modules on the sheet, in order' }).click();
  const shape = page.locator('[data-field="roof-field"]');
  const box = await shape.boundingBox();
  if (box === null) throw new Error('The field is drawn.');
  for (const part of [0.1, 0.4, 0.7])
    await page.mouse.click(box.x + part * box.width, box.y + 0.15 * box.height);
  await expect(bench(page).getByRole('region', { name: 'String 1' })).toContainText('3 modules');
  await expect(bench(page).getByRole('region', { name: 'String 1' })).toContainText('82 V');
  // Pressed again it leaves the string.
  await page.mouse.click(box.x + 0.7 * box.width, box.y + 0.15 * box.height);
  await expect(bench(page).getByRole('region', { name: 'String 1' })).toContainText('2 modules');
  await expectSaved(page);
  expect((await savedPlan(request, id)).moduleStrings[0]?.modules.map(({ module }) => module)).toEqual([
    'm1',
    'm2',
  ]);
});

test('the sun is slid over the day, its shade lies on the modules, a clear year compares the wirings, and a day’s use is held against it', async ({
  page,
  request,
}) => {
  const id = await importPlan(request, { ...eyeClinic(), name: 'Sun' });
  await openJob(page, id, 'array', { asOpened: true });
  await bench(page).getByRole('button', { name: 'Sun, shade and curves' }).click();
  const sun = bench(page).getByRole('region', { name: 'Sun, shade and curves' });
  await expect(sun.getByRole('img', { name: 'Current and power against voltage' })).toBeVisible();
  const day = sun.getByLabel(/^Day/u);
  await day.focus();
  await day.press('End');
  await expect(sun).toContainText('31 December');
  await sun.getByLabel(/^Hour/u).fill('11');
  // The hall to the south shades the roof in winter.
  await expect(sun).toContainText(/The array gives, under a clear sky\d+ W/u);

  await bench(page).getByRole('button', { name: 'A clear year, wiring by wiring' }).click();
  const year = bench(page).getByRole('region', { name: 'A clear year, wiring by wiring' });
  await year.getByRole('button', { name: 'Work out a clear year' }).click();
  await expect(year).toContainText('Over a clear year', { timeout: 30_000 });
  await expect(year.getByRole('row')).toHaveCount(6);

  await bench(page).getByRole('button', { name: 'What is used in a day' }).click();
  const energy = bench(page).getByRole('region', { name: 'What is used in a day' });
  await expect(energy).toContainText('the leanest month');
  await energy.getByText('Drops fridge', { exact: true }).click();
  await energy.getByLabel('Power', { exact: true }).last().fill('2000');
  await energy.getByLabel('Power', { exact: true }).last().press('Enter');
  await expect(energy).toContainText(/that wants \d+ W of modules/u);
});

test('strings are metered, holes of the field before kept, rails lifted to a string, and a field carried on over the ridge', async ({
  page,
  request,
}) => {
  const id = await importDemo(request, 'On the roof');
  await openJob(page, id, 'array');
  const panel = bench(page);

  // Read at its ends with plus and minus changed about: stopped before it is joined.
  await panel
    .getByRole('button', { name: /^String 1/u })
    .first()
    .click();
  const meter = panel.getByLabel('Open, by the meter');
  await meter.fill('-440');
  await meter.press('Enter');
  await panel.getByRole('button', { name: 'Back to all findings' }).click();
  await expect(panel).toContainText('its plus and minus are changed about');
  await panel
    .getByRole('button', { name: /^String 1/u })
    .first()
    .click();
  await meter.fill('440');
  await meter.press('Enter');
  await panel.getByRole('button', { name: 'Back to all findings' }).click();
  await expect(panel).not.toContainText('changed about');

  await panel.getByRole('button', { name: /^South field/u }).click();
  const field = panel.getByRole('region', { name: 'South field' });
  await field.getByRole('button', { name: /Rails, feet, weight/u }).click();
  await expect(field).toContainText(/From \d+ lengths of 165 3⁄8″, with \d+ joints/u);

  // The feet of today become old holes; rails of another span leave some of them to close.
  await field.getByRole('button', { name: /Holes that are there already/u }).click();
  await field.getByRole('button', { name: 'Keep the feet of today as old holes' }).click();
  await expect(field.getByText('To close and seal')).toBeVisible();
  const span = field.getByLabel('No span beyond');
  await span.fill('24');
  await span.press('Enter');
  await expect(field.getByText(/^Serve again/u)).toBeVisible();

  // A string along the lowest rail: the foot at the deepest place lifts most.
  await field.getByRole('button', { name: /Lifted to a string line/u }).click();
  const read = async (foot: number, gap: string) => {
    const at = field.getByLabel(`Foot ${foot}: string to roof`);
    await at.fill(gap);
    await at.press('Enter');
  };
  await read(1, '2');
  await read(3, '2 1/2');
  await expect(field).toContainText('lifts 1⁄2″');
  await expect(field).toContainText('lifts 1⁄4″, between readings');

  await field.getByRole('button', { name: /A row lifted as one piece/u }).click();
  await expect(field).toContainText(/eight modules|It weighs/u);
  await field.getByRole('button', { name: /Room for more/u }).click();
  const more = field.getByLabel('Modules to come later');
  await more.fill('12');
  await more.press('Enter');
  await expectSaved(page);
  const [saved] = (await savedPlan(request, id)).moduleFields;
  expect(saved?.moreModules).toBe(12);
  expect(saved?.lineReadings).toHaveLength(2);
  expect(saved?.oldFeet?.length).toBeGreaterThan(10);
  // Where they come through the roof, room for them is asked about, and glands are a press away.
  await openJob(page, id, 'route');
  await panel.getByRole('button', { name: /^Give Roof hole \d+ glands/u }).click();
  await expect(panel).not.toContainText('12 more modules of South field want');
});

test('the weight of an array on a trailer is told with where it moves the centre of mass', async ({
  page,
  request,
}) => {
  const id = await importPlan(request, { ...eyeClinic(), name: 'Weight' });
  await openJob(page, id, 'array');
  const panel = bench(page);
  await panel.getByRole('button', { name: /Weight on the body/u }).click();
  await expect(panel).toContainText('Its centre of mass rises by');
  const roof = panel.getByLabel('The roof may carry, on the road');
  await roof.fill('80');
  await roof.press('Enter');
  await expect(panel.locator('[data-check="array.payload"]')).toContainText(
    'on the road the roof may carry 80 kg',
  );
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(panel.locator('[data-check="array.payload"]')).toHaveCount(0);
});
