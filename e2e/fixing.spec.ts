import { expect, test } from '@playwright/test';
import { honeyHouse } from '@zarnel/core/files';
import { newGearType, type GearType, type Placement, type Plan } from '@zarnel/core/plan';
import { bench, expectSaved, gear, importPlan, openJob, savedPlan, without } from './job.ts';

const INCH = 25.4;

/** The demo with its north wall of something that holds nothing itself, and more gear hung there. */
function onNorthWall(name: string, types: readonly GearType[], placements: readonly Placement[]): Plan {
  const plan = without(honeyHouse(), ({ face }) => face === 'north-wall');
  const [plywood] = plan.materials;
  if (plywood === undefined) throw new Error('no material');
  const gypsum = { ...plywood, id: 'gypsum', name: 'Gypsum board', holding: 'framing-only' as const };
  return {
    ...plan,
    name,
    materials: [...plan.materials, gypsum],
    faces: plan.faces.map((face) => (face.id === 'north-wall' ? { ...face, material: 'gypsum' } : face)),
    gearTypes: [...plan.gearTypes, ...types],
    placements: [
      ...plan.placements,
      ...placements.map((placement) => ({ ...placement, face: 'north-wall' })),
    ],
  };
}

const hung = (id: string, type: string, xIn: number, yIn: number): Placement => ({
  id,
  name: id,
  type,
  face: 'north-wall',
  xMm: xIn * INCH,
  yMm: yIn * INCH,
});

/** Its two holes are 200 mm apart: never both on studs at 16 in. */
const box = newGearType('box', 'Box', 'other', {
  massKg: 12,
  bracketHoles: [
    { id: 'left', xMm: -100, yMm: 0, pilotMm: 5, torqueNm: null },
    { id: 'right', xMm: 100, yMm: 0, pilotMm: 5, torqueNm: null },
  ],
});

test('puts rails behind gear whose holes miss the studs, and lists the nuts in them', async ({
  page,
  request,
}) => {
  const id = await importPlan(request, onNorthWall('Rails', [box], [hung('one', 'box', 100, 50)]));
  await openJob(page, id);
  await gear(page, 'one').click();
  const finding = bench(page).locator('[data-check="fixing.holes"]').first();
  await expect(finding).toContainText('1 of 2 bracket holes of one meets no framing');
  await expect(finding.getByRole('button', { name: /Put a board of Fire-retardant plywood/u })).toBeVisible();
  await finding.getByRole('button', { name: /slotted rails .* behind one/u }).click();
  await expect(bench(page)).not.toContainText('no framing');
  await expectSaved(page);
  const plan = await savedPlan(request, id);
  const backing = plan.placements.find((each) => each.id === 'backing-one-1');
  expect(plan.placements.find((each) => each.id === 'one')?.on).toBe('backing-one-1');
  expect(backing?.face).toBe('north-wall');
  await bench(page).getByRole('button', { name: 'Back to all findings' }).click();
  await gear(page, 'backing-one-1').click({ position: { x: 3, y: 3 }, force: true });
  await expect(bench(page)).toContainText('Nuts from its left end:');
  // Undone as one: the rails are gone and the box hangs on the wall again.
  await page.getByRole('button', { name: 'Undo' }).click();
  await expectSaved(page);
  expect((await savedPlan(request, id)).placements.map((each) => each.id)).not.toContain('backing-one-1');
});

test('designs the fixings for the job’s own load factors, and for the usual ones again', async ({
  page,
  request,
}) => {
  const id = await importPlan(request, onNorthWall('Loads', [box], [hung('one', 'box', 100, 50)]));
  await openJob(page, id);
  await bench(page)
    .getByRole('button', { name: /Loads on fixings/u })
    .click();
  await bench(page).getByLabel('Use my own').click();
  await bench(page).getByLabel('Up and down').fill('3');
  await bench(page).getByLabel('Up and down').press('Enter');
  await expectSaved(page);
  expect((await savedPlan(request, id)).site.loadFactors).toEqual({ down: 3, across: 0, out: 0 });
  // Below the weight itself nothing is designed; what was there stays.
  await bench(page).getByLabel('Up and down').fill('0.5');
  await bench(page).getByLabel('Up and down').press('Enter');
  await expect(bench(page).getByRole('alert')).toContainText('must be at least 1');
  await gear(page, 'one').click();
  await bench(page)
    .getByRole('button', { name: /^Fixings/u })
    .click();
  // 12 kg · 9.807 · 3 ÷ 2 holes = 176.5 N, 40 lbf.
  await expect(bench(page)).toContainText('40 lbf, each hole');
});

test('hangs a unit under a wireway: its gap, its nipple, and the holes in the wireway’s bottom', async ({
  page,
  request,
}) => {
  const unit = newGearType('low', 'Low unit', 'other', {
    massKg: 5,
    knockouts: [{ id: 'up', edge: 'top', alongMm: 150, fromBackMm: 76.2, tradeSize: '1' }],
  });
  const plan = honeyHouse();
  const id = await importPlan(request, {
    ...plan,
    name: 'Under',
    gearTypes: [...plan.gearTypes, unit],
    // The wireway’s bottom is at 30 in; the unit’s hook line is its top.
    placements: [
      ...plan.placements,
      { ...hung('low-unit', 'low', 40, 26), face: 'plant-wall', name: 'Low unit' },
    ],
  });
  await openJob(page, id);
  await gear(page, 'low-unit').click();
  await expect(bench(page)).toContainText('Under Wireway');
  await expect(bench(page).getByLabel('Hook line below its bottom')).toHaveValue('4″');
  await bench(page).getByLabel('Visible gap').fill('3"');
  await bench(page).getByLabel('Visible gap').press('Enter');
  await bench(page).getByRole('button', { name: 'Join up to Wireway' }).click();
  await expect(bench(page)).toContainText('cut 2 3⁄4″');
  await expectSaved(page);
  await page.getByRole('link', { name: /Pack/u }).click();
  const below = page.getByRole('article', { name: /Wireway, bottom, seen from below/ });
  await expect(below).toContainText('Low unit, up, 1″ nipple');
  // Its left side is 40 − 5.906 in, the hole 5.906 in on; the wireway’s right end is at 126 in.
  await expect(below).toContainText('86″');
});
