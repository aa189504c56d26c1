import { expect, test, type Locator, type Page } from '@playwright/test';
import { eyeClinic } from './metric-demo.ts';
import { bench, expectSaved, gear, importDemo, importPlan, openJob, savedPlan } from './job.ts';

// What a working electrician meets: from blank to a sheet, in units of the trade, with keys, drafts and findings where they belong.

/** Presses and typings, counted as a person makes them. */
class Hands {
  count = 0;

  async press(thing: Locator): Promise<void> {
    this.count++;
    await thing.click();
  }

  async type(field: Locator, text: string): Promise<void> {
    this.count++;
    await field.fill(text);
    await field.press('Enter');
  }
}

async function hang(page: Page, hands: Hands, name: string, face: string): Promise<void> {
  await hands.press(bench(page).getByRole('combobox', { name: 'Gear' }));
  await hands.press(page.getByRole('option', { name }));
  await hands.press(bench(page).getByRole('button', { name: `Hang on ${face}` }));
}

/** What is found is cleared by the first remedy offered, as often as there is one. */
async function clear(page: Page, hands: Hands): Promise<void> {
  const remedies = bench(page)
    .getByRole('region', { name: 'Findings' })
    .getByRole('button', {
      name: /^(?:Move|Hang|Add (?:noggins|blocking)|Put|Take what is usual|Take four|Lower)/u,
    });
  for (let round = 0; round < 25; round++) {
    await expect(page.getByText('checking …')).toHaveCount(0);
    await page.waitForTimeout(600);
    if ((await remedies.count()) === 0) break;
    await hands.press(remedies.first());
  }
}

type Blank = {
  readonly name: string;
  readonly start: RegExp;
  readonly basis: RegExp;
  readonly hottest: string;
  /** What hangs on which face. */
  readonly hung: readonly (readonly [gear: string, face: string])[];
  readonly sheet: RegExp;
  /** What a tape of the other trade would say. */
  readonly foreign: RegExp;
};

const BLANKS: readonly Blank[] = [
  {
    name: 'a van in millimetres',
    start: /A van/u,
    basis: /IEC/u,
    hottest: '27',
    hung: [
      ['Tracking controller 70 A', 'Side, inside'],
      ['Fuse holder 150 A', 'Side, inside'],
      ['DC disconnect 100 A', 'Side, inside'],
    ],
    sheet: /^Side, inside, seen from/u,
    foreign: /″/u,
  },
  {
    name: 'a van in inches',
    start: /A van/u,
    basis: /NEC/u,
    hottest: '80',
    hung: [
      ['DC disconnect 60 A', 'Side, inside'],
      ['Load center 125 A', 'Side, inside'],
    ],
    sheet: /^Side, inside, seen from/u,
    foreign: /\d mm\b/u,
  },
  {
    name: 'a gang plant in millimetres',
    start: /plant room/u,
    basis: /IEC/u,
    hottest: '31',
    hung: [
      ['Wireway 300 × 300, 3 m', 'Wall'],
      ['Gang inverter, 3 power modules, 66 kW', 'Wall'],
      ['DC disconnect, 6 strings', 'Wall'],
    ],
    sheet: /^Wall, seen from/u,
    foreign: /″/u,
  },
];

for (const { name, start, basis, hottest, hung, sheet, foreign } of BLANKS) {
  test(`${name} from blank to a sheet that can be drilled`, async ({ page }) => {
    test.setTimeout(150_000);
    const hands = new Hands();
    await page.goto('/jobs');
    await hands.press(page.getByRole('button', { name: 'New job' }));
    const dialog = page.getByRole('dialog', { name: 'New job' });
    await dialog.getByLabel('Name').fill(name);
    await hands.press(dialog.getByRole('combobox', { name: 'Code basis' }));
    await hands.press(page.getByRole('option', { name: basis }));
    await hands.press(dialog.getByRole('combobox', { name: 'Starts from' }));
    await hands.press(page.getByRole('option', { name: start }));
    await dialog.getByLabel('Mean daily maximum').fill(hottest);
    await dialog.getByLabel('Mean daily maximum').blur();
    hands.count += 2;
    await hands.press(dialog.getByRole('button', { name: 'Make the job' }));
    await expect(page.getByRole('heading', { level: 1 })).toHaveText(name);
    // Gear that a blank job does not have comes from the library.
    await hands.press(page.getByRole('link', { name: /^2 Gear/u }));
    await expect(bench(page).getByRole('button', { name: 'Take gear from the library' })).toBeVisible();
    for (const [wanted] of hung) {
      if ((await bench(page).getByRole('heading', { name: wanted, exact: true }).count()) > 0) continue;
      await hands.press(bench(page).getByRole('button', { name: 'Take gear from the library' }));
      const library = page.getByRole('dialog', { name: 'Gear from the library' });
      await library.getByLabel('Search').fill(wanted);
      hands.count++;
      await hands.press(library.getByRole('button', { name: `Take ${wanted}`, exact: true }));
      await hands.press(library.getByRole('button', { name: 'Close' }));
    }
    await hands.press(page.getByRole('link', { name: /Mount/u }));
    for (const [wanted, face] of hung) {
      await hang(page, hands, wanted, face);
      await page.keyboard.press('Escape');
      hands.count++;
    }
    await clear(page, hands);
    await hands.press(page.getByRole('link', { name: /Pack/u }));
    const article = page.getByRole('article', { name: sheet });
    await expect(article.locator('tr[data-hole]').first()).toBeVisible();
    await expect(article.getByText('Cut and have in hand')).toBeVisible();
    expect(await article.innerText()).not.toMatch(foreign);
    expect(hands.count).toBeLessThan(90);
    console.log(`${name}: ${hands.count} acts`);
  });
}

test('a garage from blank to a sheet that can be drilled, in few presses and with no arithmetic', async ({
  page,
}) => {
  test.setTimeout(120_000);
  const hands = new Hands();
  await page.goto('/jobs');
  await hands.press(page.getByRole('button', { name: 'New job' }));
  const dialog = page.getByRole('dialog', { name: 'New job' });
  await dialog.getByLabel('Name').fill('Garage');
  hands.count++;
  await hands.press(dialog.getByRole('combobox', { name: 'Starts from' }));
  await hands.press(page.getByRole('option', { name: /garage/u }));
  await expect(dialog.getByRole('img')).toHaveAttribute('aria-label', /Left wall, Right wall, Floor/u);
  for (const [label, text] of [
    ['Width', "14'"],
    ['Depth', "12'"],
    ['Height', "8' 6"],
    ['Mean daily maximum', '74'],
  ] as const) {
    await dialog.getByLabel(label).fill(text);
    await dialog.getByLabel(label).blur();
    hands.count++;
  }
  await hands.press(dialog.getByRole('button', { name: 'Make the job' }));
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Garage');
  await hands.press(page.getByRole('link', { name: /Mount/u }));
  await hang(page, hands, 'Wireway 6″ × 6″, 10 ft', 'Wall');
  await page.keyboard.press('Escape');
  hands.count++;
  for (const name of ['Wall inverter 8 kW', 'Load center 125 A', 'DC disconnect 60 A']) {
    await hang(page, hands, name, 'Wall');
    await page.keyboard.press('Escape');
    hands.count++;
  }
  await clear(page, hands);
  await hands.press(page.getByRole('link', { name: /Pack/u }));
  const sheet = page.getByRole('article', { name: /^Wall, seen from/u });
  await expect(sheet.getByText('Cut and have in hand')).toBeVisible();
  await expect(sheet.locator('tr[data-hole]').first()).toBeVisible();
  await expect(sheet).toContainText('sheet 1 of');
  // No face but the wall is drilled, nothing grave is left, and it took fewer than ninety acts.
  await expect(sheet.getByText('hold nothing')).toHaveCount(0);
  expect(hands.count).toBeLessThan(90);
  test.info().annotations.push({ type: 'acts', description: String(hands.count) });
  console.log(`garage: ${hands.count} acts`);
});

test('a job is read in the units of its trade, and as the person chose for it alone', async ({
  page,
  request,
}) => {
  const inches = await importDemo(request, 'In inches');
  const metric = await importPlan(request, { ...eyeClinic(), name: 'In millimetres' });
  await openJob(page, metric);
  await expect(page.getByRole('button', { name: /^Units: millimetres/u })).toBeVisible();
  await openJob(page, inches);
  await page.getByRole('button', { name: /^Units: inches/u }).click();
  await expect(page.getByRole('button', { name: /^Units: millimetres/u })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('button', { name: /^Units: millimetres/u })).toBeVisible();
  const other = await importDemo(request, 'In inches too');
  await openJob(page, other);
  await expect(page.getByRole('button', { name: /^Units: inches/u })).toBeVisible();
  // Whatever is cut in a metric job is cut with metric tools, and screwed with metric screws.
  await openJob(page, metric, 'pack');
  await expect(page.locator('main')).not.toContainText('″');
  await expect(page.locator('main')).not.toContainText(/\blag\b/u);
});

test('keys belong to the list that has the focus', async ({ page, request }) => {
  const id = await importDemo(request, 'Keys');
  await openJob(page, id, 'route');
  await page.locator('[data-penetration="roof-hole"]').first().click();
  await bench(page).getByRole('combobox', { name: 'Gland', exact: true }).click();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('3');
  await page.keyboard.press('Escape');
  await expect(page).toHaveURL(/route/u);
  await expect(bench(page).getByRole('heading', { name: 'Roof hole', level: 2 })).toBeVisible();
  const plan = await savedPlan(request, id);
  expect(plan.penetrations[0]).toMatchObject({ xMm: 2438.4, yMm: 762 });
  await page.keyboard.press('Escape');
  await page.getByRole('heading', { level: 1 }).click();
  await page.keyboard.press('3');
  await expect(page).toHaveURL(/mount/u);
});

test('half-typed gear is there again after a reload, and each step keeps its bench', async ({
  page,
  request,
}) => {
  const id = await importDemo(request, 'Drafts');
  await openJob(page, id, 'mount');
  await gear(page, 'inverter-a').click();
  await page.getByRole('link', { name: /Gear/u }).first().click();
  const strip = bench(page).getByRole('group', { name: 'Selected' });
  await expect(strip).toContainText('Inverter A');
  await expect(bench(page).getByRole('button', { name: 'Take gear from the library' })).toBeVisible();
  await strip.getByRole('button', { name: 'Change its type' }).click();
  const width = page.getByLabel('Width', { exact: true }).first();
  await width.fill('19 1/4');
  await width.blur();
  await page.reload();
  await bench(page).getByRole('button', { name: 'Change Wall inverter 8 kW' }).click();
  await expect(page.getByText('Your unfinished changes are here again.')).toBeVisible();
  await expect(page.getByLabel('Width', { exact: true }).first()).toHaveValue('19 1⁄4″');
  await page.getByRole('button', { name: 'Put it into the job' }).click();
  await expectSaved(page);
  const plan = await savedPlan(request, id);
  expect(plan.gearTypes.find(({ id: type }) => type === 'inverter-8kw')?.widthMm).toBeCloseTo(
    19.25 * 25.4,
    6,
  );
});

test('a finding leads to the field that clears it, from another step', async ({ page, request }) => {
  const plan = eyeClinic();
  const materials = plan.materials.map((each) => ({ ...each, approvedPullN: null, approvedShearN: null }));
  const id = await importPlan(request, { ...plan, materials, name: 'Fields' });
  await openJob(page, id, 'mount');
  const card = bench(page)
    .locator('[data-check="fixing.holes"]')
    .filter({ hasText: 'enter the approved load' })
    .first();
  await card.getByRole('button', { name: /^Open / }).click();
  await expect(page).toHaveURL(/site/u);
  await expect(bench(page).getByLabel('Approved load of its fixing, out').first()).toBeVisible();
});

test('prints from any step, and on white paper by night', async ({ page, request }) => {
  const id = await importDemo(request, 'Paper');
  await openJob(page, id, 'mount');
  await page.getByRole('button', { name: 'Night' }).click();
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByText('Not for drilling: the sheets to drill by print from Pack.')).toBeVisible();
  const drawn = await page.getByTestId('sheet').locator('svg').first().boundingBox();
  expect(drawn?.height ?? 0).toBeGreaterThan(200);
  const ground = await page.evaluate(() => getComputedStyle(document.body).backgroundColor);
  expect(ground).toBe('rgb(255, 255, 255)');
  const ink = await page.evaluate(() =>
    getComputedStyle(document.documentElement).getPropertyValue('--ink-pencil').trim(),
  );
  expect(ink).toBe('#000');
  await page.emulateMedia({ media: 'screen' });
  await page.getByRole('button', { name: 'Day' }).click();
});

test('a simulated reading stays marked in the plan and on the sheet', async ({ page, request }) => {
  const id = await importDemo(request, 'Simulated');
  await openJob(page, id, 'site');
  await bench(page).getByRole('tab', { name: 'Survey' }).click();
  await bench(page).getByLabel('Taken by').fill('Ada');
  await bench(page).getByLabel('Taken by').blur();
  await bench(page).getByRole('button', { name: /Width/u }).first().click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Or type it').fill('-5 mm');
  await dialog.getByRole('button', { name: 'Take it', exact: true }).click();
  await expect(dialog.getByRole('alert')).toContainText('A size is above 0');
  await dialog.getByRole('button', { name: 'Take this reading' }).click();
  await expect(dialog.getByText('simulated laser meter')).toBeVisible();
  await dialog.getByRole('button', { name: 'Put the mean into the plan' }).click();
  await expect(dialog.getByText('The plan has this mean now.')).toBeVisible();
  await page.keyboard.press('Escape');
  await expectSaved(page);
  await openJob(page, id, 'pack');
  await expect(page.getByText(/^SIMULATED/u).first()).toBeVisible();
});

test('gear is described and copied inside the job, in round sizes of its trade', async ({
  page,
  request,
}) => {
  const id = await importDemo(request, 'Own gear');
  await openJob(page, id, 'gear');
  await bench(page).getByRole('button', { name: 'Describe gear of your own' }).click();
  await expect(page.getByLabel('Width', { exact: true }).first()).toHaveValue('12″');
  await page.getByLabel('Name', { exact: true }).first().fill('Charger from the boat');
  await page.getByLabel('Name', { exact: true }).first().blur();
  await page.getByRole('button', { name: 'Put it into the job' }).click();
  await bench(page).getByRole('button', { name: 'Copy Charger from the boat' }).click();
  await expectSaved(page);
  const plan = await savedPlan(request, id);
  expect(plan.gearTypes.map(({ name }) => name)).toEqual(
    expect.arrayContaining(['Charger from the boat', 'Charger from the boat (copy)']),
  );
  await page.getByRole('link', { name: /Mount/u }).click();
  await bench(page).getByRole('combobox', { name: 'Gear' }).click();
  await expect(page.getByRole('option', { name: 'Charger from the boat · 12″ × 16″' })).toBeVisible();
});
