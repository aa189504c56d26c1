import { expect, test } from '@playwright/test';
import { bench, expectSaved, gear, importDemo, openJob, savedPlan } from './job.ts';

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
  await expect(bench(page)).toContainText('Inverter A to load centre');
  const inside = bench(page).getByRole('region', { name: 'Conductors in it' });
  await inside.getByLabel('From', { exact: true }).selectOption({ label: 'Inverter A ac' });
  await inside.getByLabel('To', { exact: true }).selectOption({ label: 'Load centre bottom-right' });
  await inside.getByLabel('Size').selectOption('500');
  await inside.getByLabel('How many').selectOption('12');
  await inside.getByRole('button', { name: 'Add conductors' }).click();
  await expect(bench(page).locator('[data-check="wireway.fill"]').first()).toContainText('Conductors cover');
});
