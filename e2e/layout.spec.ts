import { expect, test } from '@playwright/test';
import { honeyHouse } from '@zarnel/core/files';
import { newGearType, type GearType, type Placement } from '@zarnel/core/plan';
import { bench, expectSaved, gear, importDemo, importPlan, openJob, savedPlan, without } from './job.ts';

const INCH = 25.4;

test('proposes layouts that truly differ, shows one as ghosts, takes it, and nothing is left to clear on that wall', async ({
  page,
  request,
}) => {
  const id = await importDemo(request, 'Arrange');
  await openJob(page, id);
  await page.getByRole('button', { name: 'Plant room wall', exact: true }).click();
  await bench(page)
    .getByRole('button', { name: /^[+−]? ?Arrange/u })
    .click();
  await bench(page).getByRole('button', { name: 'Propose layouts' }).click();
  const proposals = page.getByTestId('proposals');
  await expect(proposals.getByRole('listitem')).not.toHaveCount(0);
  expect(await proposals.getByRole('listitem').count()).toBeGreaterThanOrEqual(3);
  await proposals.getByRole('button', { name: 'Show it' }).first().click();
  await expect(page.locator('[data-ghost="inverter-a"]')).toBeVisible();
  const before = await savedPlan(request, id);
  await proposals.getByRole('button', { name: 'Take layout 1' }).click();
  await expectSaved(page);
  await expect(page.locator('[data-ghost]')).toHaveCount(0);
  await expect(bench(page).locator('[data-check="clearance.beside"]')).toHaveCount(0);
  const after = await savedPlan(request, id);
  expect(after.placements).not.toEqual(before.placements);
  // Over the wireway at the gap asked for: its top is at 36 in, the drop of the inverter 24 7/8 in.
  const inverter = after.placements.find((each) => each.id === 'inverter-a');
  expect((inverter?.yMm ?? 0) / INCH).toBeCloseTo(36 + 3 + 24.875, 6);
  // One step takes all of it back.
  await page.getByRole('button', { name: 'Undo' }).click();
  await expectSaved(page);
  expect((await savedPlan(request, id)).placements).toEqual(before.placements);
});

test('says why no layout exists, by the fewest pieces', async ({ page, request }) => {
  const id = await importDemo(request, 'Too much');
  const plan = await savedPlan(request, id);
  const wide = plan.gearTypes.map((type) => (type.id === 'inverter-8kw' ? { ...type, widthMm: 1600 } : type));
  const answer = await request.post('/api/jobs/import', {
    data: { ...plan, name: 'Too wide', gearTypes: wide },
  });
  const { id: wideId } = (await answer.json()) as { id: string };
  await openJob(page, wideId);
  await page.getByRole('button', { name: 'Plant room wall', exact: true }).click();
  await bench(page)
    .getByRole('button', { name: /^[+−]? ?Arrange/u })
    .click();
  await bench(page).getByRole('button', { name: 'Propose layouts' }).click();
  const outcome = page.getByTestId('proposals');
  await expect(outcome).toContainText('No layout exists');
  await expect(outcome).toContainText('Inverter A, Inverter B do not fit together');
});

test('finds the working space around the corner, shows it from above, and moves the switch clear', async ({
  page,
  request,
}) => {
  const id = await importDemo(request, 'Around the corner');
  await openJob(page, id);
  const finding = bench(page).locator('[data-check="clearance.working-space"]');
  await expect(finding).toContainText('There are 15 3⁄4″ free before Transfer switch, to Inverter A');
  await gear(page, 'transfer-switch').click();
  await expect(page.getByTestId('plan-strip').locator('[data-space="transfer-switch"] title')).toContainText(
    'not free',
  );
  await finding.getByRole('button', { name: 'Move Transfer switch 1″ to the left' }).click();
  await expect(finding).toHaveCount(0);
  await expectSaved(page);
});

test('lists every clearance, keeps a rule of the job, and finds by it', async ({ page, request }) => {
  const id = await importDemo(request, 'Own rule');
  await openJob(page, id);
  await bench(page).getByRole('button', { name: 'All clearances' }).click();
  const table = page.getByTestId('clearances');
  await expect(table.locator('tbody tr').first()).toContainText('Transfer switch, in front: Inverter A');
  await expect(table).toContainText('Maker: 8 kW inverter, mounting sheet');
  await page.keyboard.press('Escape');
  await bench(page)
    .getByRole('button', { name: /Rules of this job/u })
    .click();
  const rules = bench(page).getByRole('region', { name: 'Rules of this job' });
  await rules.getByRole('button', { name: 'Add a rule' }).click();
  await rules.getByLabel('Distance').fill('20 in');
  await rules.getByRole('button', { name: 'Keep these rules' }).click();
  await expect(bench(page).locator('[data-check="clearance.beside"]').first()).toContainText(
    'this job asks for 20″',
  );
  await expectSaved(page);
  expect((await savedPlan(request, id)).rules).toHaveLength(1);
});

test('says what each bracket hole meets, what it carries, and how many lift the parts', async ({
  page,
  request,
}) => {
  const id = await importDemo(request, 'Fixings');
  await openJob(page, id);
  await gear(page, 'battery-a').click();
  await bench(page)
    .getByRole('button', { name: /Fixings/u })
    .click();
  await expect(bench(page)).toContainText('Wood screw into the board alone');
  await bench(page)
    .getByRole('button', { name: /Lifting/u })
    .click();
  await expect(bench(page)).toContainText('Lower battery module: 106 lb, a hoist or a stand');
  await bench(page)
    .getByRole('region', { name: 'Lifting' })
    .getByRole('button', { name: 'Show the working' })
    .first()
    .click();
  await expect(page.getByRole('dialog')).toContainText('NIOSH Applications Manual');
});

test('brings the tops of the units over a wireway in line, says why both lines cannot be, and shows its fill', async ({
  page,
  request,
}) => {
  const id = await importDemo(request, 'Wireway');
  await openJob(page, id);
  await gear(page, 'wireway').click();
  await bench(page).getByRole('button', { name: 'Tops and hook lines' }).click();
  await expect(bench(page).getByRole('alert')).toContainText('No gap lines up both');
  await bench(page).getByRole('button', { name: 'Tops in line' }).click();
  await expectSaved(page);
  const plan = await savedPlan(request, id);
  const top = (name: string) => {
    const placement = plan.placements.find((each) => each.id === name);
    const type = plan.gearTypes.find((each) => each.id === placement?.type);
    return Math.round(((placement?.yMm ?? 0) - (type?.dropMm ?? 0) + (type?.heightMm ?? 0)) * 100) / 100;
  };
  expect(new Set(['inverter-a', 'inverter-b', 'load-centre', 'disconnect'].map(top)).size).toBe(1);
  await bench(page)
    .getByRole('button', { name: /Conductors in it/u })
    .click();
  await expect(bench(page)).toContainText('Inverter A to load center');
  const inside = bench(page).getByRole('region', { name: 'Conductors in it' });
  // Twelve of 500 kcmil: that many are typed where the circuit is, and laid here again.
  await inside
    .getByRole('button', { name: /Inverter A to load center/u })
    .first()
    .click();
  await bench(page)
    .getByRole('button', { name: /Its conductors/u })
    .click();
  await bench(page).getByRole('combobox', { name: 'Size' }).click();
  await page.getByRole('option', { name: '#500' }).click();
  await bench(page).getByLabel('Conductors, without ground').fill('12');
  await bench(page).getByLabel('Conductors, without ground').press('Enter');
  await page.getByRole('link', { name: /Mount/u }).click();
  await expect(bench(page).locator('[data-check="wireway.fill"]').first()).toContainText('Conductors cover');
});

/** The demo with more gear on its north wall, where nothing else is in the way. */
function withMore(name: string, types: GearType[], placements: Placement[]) {
  const demo = without(honeyHouse(), ({ id }) => id === 'battery-b');
  return {
    ...demo,
    name,
    gearTypes: [...demo.gearTypes, ...types],
    placements: [...demo.placements, ...placements],
  };
}
const at = (id: string, type: string, xIn: number, yIn: number): Placement => ({
  id,
  name: id,
  type,
  face: 'north-wall',
  xMm: xIn * INCH,
  yMm: yIn * INCH,
});

test('fixes gear to a board, which then carries it along, and asks for the fire class next to heat', async ({
  page,
  request,
}) => {
  const board = newGearType('board', 'Backer board', 'board', {
    widthMm: 900,
    heightMm: 600,
    depthMm: 12,
    standoffMm: 20,
    dropMm: 600,
    massKg: 7,
    board: {
      material: 'Plastic sheet',
      fireClass: 'unknown',
      holding: 'wood-screw',
      cornerRadiusMm: 20,
      hasTrim: true,
      cables: 'behind',
      railsUpMm: [],
    },
  });
  const unit = newGearType('warm', 'Warm box', 'other', {
    widthMm: 200,
    heightMm: 200,
    massKg: 6,
    heat: { lossW: 40, sheds: 'front' },
  });
  const id = await importPlan(
    request,
    withMore('Board', [board, unit], [at('plate', 'board', 88, 50), at('box', 'warm', 88, 40)]),
  );
  await openJob(page, id);
  await expect(bench(page).locator('[data-check="clearance.overlap"]')).toContainText('covers');
  await gear(page, 'box').click();
  await bench(page).getByLabel('Fixed to').selectOption({ label: 'plate' });
  await expect(bench(page).locator('[data-check="clearance.overlap"]')).toHaveCount(0);
  await gear(page, 'plate').click({ position: { x: 4, y: 4 } });
  await expect(bench(page).locator('[data-check="fixing.board"]')).toContainText(
    'The fire class of plate is not known, and box on it sheds 40 W',
  );
  await expect(bench(page)).toContainText('With all on it');
  await expect(bench(page)).toContainText('29 lb');
  await bench(page).getByLabel('Center, right of datum').fill('90"');
  await bench(page).getByLabel('Center, right of datum').press('Enter');
  await expectSaved(page);
  const plan = await savedPlan(request, id);
  expect((plan.placements.find((each) => each.id === 'box')?.xMm ?? 0) / INCH).toBeCloseTo(90, 6);
});

test('lets a display into its panel, gives the cut-out, and says what is behind', async ({
  page,
  request,
}) => {
  const display = newGearType('display', 'Display', 'other', {
    widthMm: 130,
    heightMm: 90,
    depthMm: 38,
    dropMm: 45,
    massKg: 0.3,
    flush: {
      cutWidthMm: 118,
      cutHeightMm: 78,
      cornerHoleMm: 8,
      behindMm: 32,
      wiresMm: 20,
      panelMm: { leastMm: 2, mostMm: 25 },
    },
  });
  const id = await importPlan(request, withMore('Flush', [display], [at('shown', 'display', 88, 50)]));
  await openJob(page, id);
  await gear(page, 'shown').click();
  await bench(page).getByRole('checkbox', { name: 'Let in, not hung on it' }).click();
  await expect(bench(page)).toContainText('Behind the panel it needs');
  await expect(bench(page).locator('[data-check="fixing.flush"]')).toHaveCount(0);
  // Onto a stud, which stands every 16 inches.
  await bench(page).getByLabel('Center, right of datum').fill('96"');
  await bench(page).getByLabel('Center, right of datum').press('Enter');
  await expect(bench(page).locator('[data-check="fixing.flush"]')).toContainText('meets one of the studs');
  await expectSaved(page);
  await page.getByRole('link', { name: /Pack/u }).click();
  await expect(page.getByText('shown, cut-out, lower left corner').first()).toBeVisible();
});

test('joins two enclosures: which knockouts meet, the move that brings them together, screws, what the larger asks of the panel', async ({
  page,
  request,
}) => {
  const box = (id: string, edge: 'left' | 'right', alongMm: number, maxCurrentA: number) =>
    newGearType(id, id, 'other', {
      massKg: 4,
      knockouts: [{ id: 'side', edge, alongMm, fromBackMm: 60, tradeSize: '1' }],
      ratings: {
        maxVoltageV: 240,
        minVoltageV: null,
        voltsToGroundV: 120,
        maxCurrentA,
        powerW: null,
        energyWh: null,
      },
    });
  const types = [box('one', 'right', 100, 48), box('two', 'left', 160, 40)];
  // 300 mm wide each, touching: their bottoms are level, so the knockouts miss by 60 mm.
  const id = await importPlan(
    request,
    withMore('Join', types, [at('a', 'one', 80, 50), at('b', 'two', 80 + 300 / INCH, 50)]),
  );
  await openJob(page, id);
  await gear(page, 'a').click();
  await bench(page)
    .getByRole('button', { name: /Joined to another/u })
    .click();
  await expect(bench(page)).toContainText('miss by 2 3⁄8″ up and 0″ out');
  await expect(bench(page)).toContainText('The panel’s rating is below that: it must be larger.');
  await bench(page).getByRole('button', { name: 'Move it so that side meets side' }).click();
  await expect(bench(page)).toContainText('chase nipple or bushing through both walls');
  await expect(bench(page)).toContainText('Dress the tips smooth or cap them.');

  await bench(page).getByRole('button', { name: 'Join them' }).click();
  await expectSaved(page);
  expect((await savedPlan(request, id)).joins).toEqual([
    {
      id: 'join-1',
      kind: 'side-by-side',
      a: { placement: 'a', knockout: 'side' },
      b: { placement: 'b', knockout: 'side' },
    },
  ]);
  // Moved apart they are found, with the move that brings them together.
  await bench(page).getByLabel('Up from datum').fill('51"');
  await bench(page).getByLabel('Up from datum').press('Enter');
  const finding = bench(page).locator('[data-check="wireway.join"]').first();
  await expect(finding).toContainText('a side and b side miss each other by');
  await finding.getByRole('button', { name: 'Move a so that side meets side' }).click();
  await expect(bench(page).locator('[data-check="wireway.join"]')).toHaveCount(0);
  await bench(page).getByRole('button', { name: 'Take the join out' }).click();
  await expectSaved(page);
  expect((await savedPlan(request, id)).joins).toEqual([]);
});
