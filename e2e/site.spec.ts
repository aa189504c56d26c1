import { expect, test, type Locator, type Page } from '@playwright/test';
import { bench, dragBy, expectSaved, importDemo, openJob, savedPlan } from './job.ts';

/** Opens one face's panel on the bench. */
async function openFace(page: Page, name: string): Promise<void> {
  await bench(page)
    .getByRole('button', { name: new RegExp(`^${name}`, 'u') })
    .first()
    .click();
  await expect(bench(page).getByRole('heading', { level: 2, name })).toBeVisible();
}

async function unfold(page: Page, section: string): Promise<Locator> {
  const region = bench(page).getByRole('region', { name: section, exact: true });
  await region.getByRole('heading').getByRole('button').click();
  return region;
}

async function typeInto(field: Locator, text: string): Promise<void> {
  await field.fill(text);
  await field.press('Enter');
}

/** Something is drawn: not every pixel is the ground. */
async function expectDrawn(canvas: Locator): Promise<void> {
  await expect
    .poll(() =>
      canvas.evaluate((element: HTMLCanvasElement) => {
        const small = document.createElement('canvas');
        small.width = small.height = 40;
        const context2d = small.getContext('2d');
        context2d?.drawImage(element, 0, 0, 40, 40);
        return new Set(context2d?.getImageData(0, 0, 40, 40).data ?? []).size;
      }),
    )
    .toBeGreaterThan(10);
}

test('draws a wall bigger by its corner, is told which fold no longer fits, and takes it back', async ({
  page,
  request,
}) => {
  const id = await importDemo(request, 'Corners');
  await openJob(page, id, 'site');
  await openFace(page, 'North wall');
  const corner = page.locator('[data-corner="2"]');
  await expect(page.locator('[data-corner]')).toHaveCount(4);
  await dragBy(page, corner, 0, -40);
  await bench(page).getByRole('button', { name: 'Back to the whole site' }).click();
  const finding = bench(page).locator('[data-check="survey.site"]');
  await expect(finding.first()).toContainText('folded on an edge that is longer or shorter by');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(finding).toHaveCount(0);
  await expectSaved(page);
});

test('types a size and a corner; what crosses itself says so at the field and keeps the old one', async ({
  page,
  request,
}) => {
  const id = await importDemo(request, 'Sizes');
  await openJob(page, id, 'site');
  await openFace(page, 'Floor');
  const outline = await unfold(page, 'Outline');
  await typeInto(outline.getByLabel('Height', { exact: true }), '12\' 6"');
  await expect(bench(page).getByText('168″ × 150″')).toBeVisible();
  await outline.getByText('Type it').first().click();
  await typeInto(outline.getByLabel('Corner 1, right of datum'), "30'");
  await expect(outline.getByRole('alert')).toContainText('crosses');
  await expect(outline.getByRole('alert')).toContainText('Kept 0″');
  await outline.getByLabel('Corner 1, right of datum').press('Escape');
  await typeInto(outline.getByLabel('Width', { exact: true }), 'wide');
  await expect(outline.getByRole('alert')).toContainText('not understood');
  await expectSaved(page);
  const floor = (await savedPlan(request, id)).faces.find((face) => face.id === 'plant-floor');
  expect(floor?.shape.kind === 'outline' && floor.shape.pointsMm[2]).toEqual([4267.2, 3810]);
});

test('adds a face, folds it on, gives it a pitch and its other side', async ({ page, request }) => {
  const id = await importDemo(request, 'New face');
  await openJob(page, id, 'site');
  await bench(page).getByRole('button', { name: 'Add a face' }).click();
  const dialog = page.getByRole('dialog', { name: 'Add a face' });
  await dialog.getByLabel('Name').fill('East wall');
  await dialog.getByLabel('Width').fill('wide');
  await dialog.getByLabel(/^Height/u).fill('8\' 6"');
  await dialog.getByRole('button', { name: 'Add the face' }).click();
  await expect(dialog.getByRole('alert')).toContainText('Width: “w” was not understood');
  await dialog.getByLabel('Width').fill("12'");
  await dialog.getByRole('button', { name: 'Add the face' }).click();
  await expect(bench(page).getByRole('heading', { level: 2, name: 'East wall' })).toBeVisible();

  const stands = await unfold(page, 'How it stands');
  await expect(stands).toContainText('stands nowhere yet');
  await stands.getByText('Fold it to another face', { exact: true }).click();
  await stands.getByRole('combobox', { name: 'To' }).click();
  await page.getByRole('option', { name: 'Plant room wall', exact: true }).click();
  await stands.getByRole('combobox', { name: 'This face’s' }).click();
  await page.getByRole('option', { name: /^Edge 4/u }).click();
  await stands.getByRole('combobox', { name: 'Its' }).click();
  await page.getByRole('option', { name: /^Edge 2/u }).click();
  await stands.getByRole('button', { name: 'Fold at 90°' }).click();
  await expect(stands).toContainText('It is folded to Plant room wall.');
  await expect(stands.getByLabel('Pitch')).toHaveValue('90°');
  await typeInto(stands.getByLabel('Pitch'), '80');
  await expect(stands.getByRole('alert')).toContainText('not level');
  await stands.getByLabel('Pitch').press('Escape');
  await stands.getByRole('button', { name: 'Add its other side' }).click();
  await expectSaved(page);
  const plan = await savedPlan(request, id);
  const east = plan.faces.find(({ name }) => name === 'East wall');
  expect(plan.faces.some(({ shape }) => shape.kind === 'reverse' && shape.of === east?.id)).toBe(true);
  expect(plan.folds.at(-1)).toMatchObject({
    a: { face: 'plant-wall', edge: 1 },
    b: { edge: 3 },
    towardViewerDeg: 90,
  });

  // The roof's pitch is typed as a roofer says it.
  await bench(page).getByRole('button', { name: 'Back to the whole site' }).click();
  await openFace(page, 'South slope, underside');
  const roof = await unfold(page, 'How it stands');
  await expect(roof.getByLabel('Pitch')).toHaveValue('30.3° (7:12)');
  await typeInto(roof.getByLabel('Pitch'), '9:12');
  await expect(roof.getByLabel('Pitch')).toHaveValue('36.9° (9:12)');
});

const DXF = [
  [0, 'SECTION'], [2, 'HEADER'], [9, '$INSUNITS'], [70, 4], [0, 'ENDSEC'], [0, 'SECTION'], [2, 'ENTITIES'],
  [0, 'LWPOLYLINE'], [8, 'boat'], [90, 4], [70, 1], [10, 0], [20, 0], [10, 1500], [20, 0], [10, 1200], [20, 900], [10, 0], [20, 900],
  [0, 'SPLINE'], [8, 'boat'], [0, 'MESH'], [8, 'boat'], [0, 'ENDSEC'], [0, 'EOF'],
].map(([code, value]) => `${code}\n${value}\n`).join(''); // prettier-ignore

test('reads an outline from a drawing, naming what it left out, and from a table with a bad row', async ({
  page,
  request,
}) => {
  const id = await importDemo(request, 'Files');
  await openJob(page, id, 'site');
  await openFace(page, 'North slope, top');
  // The other side of a face has that face's outline.
  await expect(bench(page).getByRole('region', { name: 'Outline' })).toHaveCount(0);
  await bench(page).getByRole('button', { name: 'Back to the whole site' }).click();
  await bench(page).getByRole('button', { name: 'Add a face' }).click();
  await page.getByRole('dialog').getByLabel('Name').fill('Bulkhead');
  await page.getByRole('button', { name: 'From a file instead' }).click();
  const dialog = page.getByRole('dialog', { name: 'Read an outline from a file' });
  const give = (name: string, text: string) =>
    dialog
      .getByLabel('Outline file')
      .setInputFiles({ name, mimeType: 'text/plain', buffer: Buffer.from(text) });
  await give('note.dxf', 'not a drawing');
  await expect(dialog.getByRole('alert')).toContainText('not a text DXF');
  await give('corners.csv', 'x,y\n0,0\n40in,0\nforty,20\n40in,30in\n0,30in\n');
  await expect(dialog).toContainText('1 cell was not understood');
  await expect(dialog.getByRole('button', { name: 'Take it' })).toHaveCount(0);
  await expect(dialog).toContainText('Row 4, column x');
  await give('boat.dxf', DXF);
  await expect(dialog).toContainText('1 MESH, 1 SPLINE');
  await expect(dialog).toContainText('59 1/16″ × 35 7/16″'.replaceAll('/', '⁄'));
  await dialog.getByRole('button', { name: 'Take it' }).click();
  await expect(bench(page).getByRole('heading', { level: 2, name: 'Bulkhead' })).toBeVisible();
  await expectSaved(page);
  const face = (await savedPlan(request, id)).faces.find(({ name }) => name === 'Bulkhead');
  expect(face?.shape.kind === 'outline' && face.shape.pointsMm).toEqual([[0, 0], [1500, 0], [1200, 900], [0, 900]]); // prettier-ignore
});

test('marks where a stud was found, adds a fan that rises, and a cable no drill may meet', async ({
  page,
  request,
}) => {
  const id = await importDemo(request, 'Framing');
  await openJob(page, id, 'site');
  await openFace(page, 'Plant room wall');
  const framing = await unfold(page, 'Framing');
  await framing.getByText('studs, 1 1⁄2″ wide, at 16″').click();
  await framing.getByText('Where each was found').click();
  await typeInto(framing.getByLabel('2, by spacing'), '32 3/8');
  await expect(framing.getByLabel('2, found')).toHaveValue('32 3⁄8″');
  await typeInto(framing.getByLabel('May stand off by'), '1/4');

  const inTheWay = await unfold(page, 'In the way');
  await inTheWay.getByRole('combobox', { name: 'Add' }).click();
  await page.getByRole('option', { name: 'Cable already there' }).click();
  await inTheWay.getByRole('button', { name: 'Put it on Plant room wall' }).click();
  // Right through where inverter A's left bracket screw goes.
  await inTheWay.locator('summary', { hasText: 'Cable already there' }).click();
  await typeInto(inTheWay.getByLabel('Up from datum, 1').last(), '63 7/8');
  await typeInto(inTheWay.getByLabel('Up from datum, 2').last(), '63 7/8');
  await expectSaved(page);
  await bench(page).getByRole('button', { name: 'Back to the whole site' }).click();
  const finding = bench(page).locator('[data-check="pack.no-drill"]').first();
  await expect(finding).toContainText('would be drilled into Cable already there');
  const plan = await savedPlan(request, id);
  const wall = plan.faces.find((face) => face.id === 'plant-wall');
  expect(wall?.shape.kind === 'outline' && wall.shape.framing[0]?.found).toEqual([
    { index: 1, centreMm: 822.325, toleranceMm: 2 },
  ]);
  expect(wall?.obstacles.at(-1)).toMatchObject({ kind: 'cable', isHidden: true, noDrillMm: 50.8 });
});

test('a face takes the site’s conditions until it has its own, says where each comes from, and gives it back', async ({
  page,
  request,
}) => {
  const id = await importDemo(request, 'Conditions');
  await openJob(page, id, 'site');
  await openFace(page, 'Plant room wall');
  const conditions = await unfold(page, 'Conditions');
  await expect(conditions.getByText('from the site')).toHaveCount(9);
  // Cool enough for 6 inches: the finding that the warm room brought goes.
  await typeInto(conditions.getByLabel('Mean daily maximum, hottest month'), '70F');
  await expect(conditions.getByText('this face’s own')).toHaveCount(1);
  await expect(bench(page).locator('[data-check="clearance.beside"]')).toHaveCount(0);
  await page.getByRole('link', { name: /Mount/u }).click();
  // What is left there is the transfer switch’s working space.
  await expect(page.getByRole('link', { name: /Mount/u })).toContainText('1');
  await page.getByRole('link', { name: /Site/u }).click();
  await (await unfold(page, 'Conditions')).getByRole('button', { name: 'take the site’s' }).click();
  await expectSaved(page);
  expect((await savedPlan(request, id)).faces[0]?.conditions).toEqual({});
});

test('walks the survey: readings from the laser, one struck, the mean put into the plan; kept while offline', async ({
  page,
  request,
  context,
}) => {
  const id = await importDemo(request, 'Survey');
  await openJob(page, id, 'site');
  await bench(page).getByRole('tab', { name: 'Survey' }).click();
  await expect(bench(page)).toContainText('0 of 81 measured, 81 still missing');
  await bench(page)
    .getByRole('button', { name: /^missing Height/u })
    .first()
    .click();
  const dialog = page.getByRole('dialog', { name: 'Plant room wall: Height' });
  await expect(dialog.getByTestId('instrument')).toHaveText(/\d+.*″/u);
  await dialog.getByRole('button', { name: 'Take this reading' }).click();
  await expect(dialog.getByRole('alert')).toContainText('who takes readings');
  await dialog.getByRole('button', { name: 'Close' }).click();
  await typeInto(bench(page).getByLabel('Taken by'), 'Rowan Pell');
  await bench(page)
    .getByRole('button', { name: /^missing Height/u })
    .first()
    .click();
  for (let count = 1; count <= 4; count++) {
    await dialog.getByRole('button', { name: 'Take this reading' }).click();
    await expect(dialog.getByRole('list', { name: 'Readings' }).getByRole('listitem')).toHaveCount(count);
  }
  await dialog.getByLabel('Or type it').fill('8\' 9"');
  await dialog.getByRole('button', { name: 'Take it' }).click();
  await expect(dialog.getByText('odd one out')).toBeVisible();
  const odd = dialog.getByRole('listitem').filter({ hasText: 'odd one out' });
  await odd.getByRole('button', { name: 'Strike' }).click();
  await odd.getByRole('button', { name: 'Typed wrong' }).click();
  await expect(dialog).toContainText('Struck: Typed wrong');
  await expect(dialog).toContainText('Mean of 4');
  await dialog.getByRole('button', { name: 'Put the mean into the plan' }).click();
  await expect(dialog).toContainText('The plan has this mean now.');
  await dialog.getByRole('button', { name: 'Close' }).click();
  await expect(bench(page)).toContainText('1 of 81 measured');

  // No network: the reading is kept in this browser, through a reload, and sent when it is back.
  await page.route('**/api/jobs/*/readings', (route) =>
    route.request().method() === 'POST' ? route.abort() : route.continue(),
  );
  await bench(page)
    .getByRole('button', { name: /^missing Floor against level/u })
    .first()
    .click();
  const floor = page.getByRole('dialog', { name: /Floor against level/u });
  await floor.getByLabel('Or type it').fill('0.5');
  await floor.getByRole('button', { name: 'Take it' }).click();
  await floor.getByRole('button', { name: 'Close' }).click();
  await expect(bench(page).getByRole('status')).toContainText('1 reading kept here, not sent yet');
  await page.reload();
  await bench(page).getByRole('tab', { name: 'Survey' }).click();
  await expect(bench(page).getByRole('status')).toContainText('1 reading kept here');
  await context.unrouteAll();
  await page.unrouteAll();
  await expect(bench(page).getByRole('status')).toHaveCount(0, { timeout: 10_000 });

  // What the level said stands in the running dimensions.
  await bench(page)
    .getByRole('button', { name: /Floor against level/u })
    .first()
    .click();
  await page.getByRole('dialog').getByRole('button', { name: 'Put the mean into the plan' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click();
  await page.getByRole('link', { name: /Pack/u }).click();
  const sheet = page.getByRole('article', { name: /^Plant room wall/u });
  await expect(sheet.getByRole('columnheader', { name: 'Above the floor there' })).toBeVisible();
  // 24 in from the datum a floor rising half a degree has come up 0.21 in.
  await expect(sheet.locator('[data-hole="inverter-a/left"]')).toContainText('63 11⁄16″');
});

test('folds the sheet up, selects in it, lays it flat again, and turns another face upright', async ({
  page,
  request,
}) => {
  const id = await importDemo(request, 'Fold up');
  await page.emulateMedia({ reducedMotion: 'reduce' });
  await openJob(page, id, 'site');
  await page.getByRole('button', { name: 'Fold it up' }).click();
  const space = page.getByTestId('space');
  const canvas = space.locator('canvas');
  await expect(canvas).toBeVisible();
  await expectDrawn(canvas);
  const box = await canvas.boundingBox();
  if (box === null) throw new Error('no canvas');
  // Pressed across the picture until something is hit: the face or gear is then shown on the bench.
  for (const [x, y] of [
    [0.5, 0.5],
    [0.45, 0.6],
    [0.55, 0.62],
    [0.5, 0.7],
    [0.4, 0.5],
  ] as const) {
    await page.mouse.click(box.x + box.width * x, box.y + box.height * y);
    if (await bench(page).getByRole('button', { name: 'Back to the whole site' }).isVisible()) break;
  }
  await expect(bench(page).getByRole('button', { name: 'Back to the whole site' })).toBeVisible();
  await space.getByLabel('How far it is folded, in percent').fill('0');
  await expect(space.getByRole('button', { name: 'Fold it up' })).toBeVisible();
  const download = page.waitForEvent('download');
  await space.getByRole('button', { name: 'Save the picture' }).click();
  expect((await download).suggestedFilename()).toMatch(/folded-up\.png$/u);
  await space.getByRole('button', { name: 'Back to the sheet' }).click();
  await expect(page.getByTestId('sheet')).toBeVisible();

  await bench(page).getByRole('button', { name: 'Back to the whole site' }).click();
  await openFace(page, 'North wall');
  await (await unfold(page, 'How it stands')).getByRole('button', { name: 'Upright in the middle' }).click();
  const [north, plant] = [
    await page.locator('[data-face="north-wall"]').boundingBox(),
    await page.locator('[data-face="plant-wall"]').boundingBox(),
  ];
  // The plant room wall now hangs on the north wall's right edge.
  expect(plant?.x ?? 0).toBeGreaterThan((north?.x ?? 0) + (north?.width ?? 0) / 2);
});

test('every demo job opens with its site whole, and says what a first sketch got wrong', async ({ page }) => {
  for (const [name, faces] of [
    ['Hollowmere honey house', 11],
    ['Larkspur travelling eye clinic', 7],
    ['Marl Lane glasshouses', 5],
    ['Pebble Hythe survey launch', 6],
  ] as const) {
    await page.goto('/jobs');
    // Other tests may have made more jobs than stand on one page.
    await page.getByLabel('Search').fill(name);
    await page.getByRole('link', { name, exact: true }).click();
    await page.getByRole('link', { name: /Site/u }).click();
    await expect(page.locator('[data-face]')).toHaveCount(faces);
    await expect(bench(page).getByText(/to clear$/u)).toBeVisible();
  }
});

test('hides the framing, changes what a face is made of, and keeps modules off an edge', async ({
  page,
  request,
}) => {
  const id = await importDemo(request, 'Made of');
  await openJob(page, id, 'site');
  await openFace(page, 'North slope, top');
  const dashes = page.locator('[data-face="north-top"] g path');
  await expect(dashes).toHaveCount(8);
  const framing = await unfold(page, 'Framing');
  await expect(framing).toContainText('It has the framing of its other side');
  await bench(page).getByRole('button', { name: 'Back to the whole site' }).click();
  await openFace(page, 'North slope, underside');
  await (await unfold(page, 'Framing')).getByLabel('Show framing on the sheet').click();
  await expect(dashes).toHaveCount(0);
  const what = bench(page).getByRole('region', { name: 'What it is' });
  await what.getByRole('combobox', { name: 'Made of' }).click();
  await page.getByRole('option', { name: 'Foam sandwich panel' }).click();
  await expect(what).toContainText('Not known: ask for its class');
  await bench(page).getByRole('button', { name: 'Back to the whole site' }).click();

  await openFace(page, 'North slope, top');
  const setbacks = await unfold(page, 'Setbacks');
  await setbacks.getByRole('button', { name: 'Add a setback' }).click();
  await typeInto(setbacks.getByLabel('Distance'), '1\' 6"');
  await typeInto(setbacks.getByLabel('Why'), 'Eave, for ice');
  // What is left is shown inside a chalk line.
  await expect(page.locator('[data-face="north-top"] path[stroke="var(--ink-chalk)"]')).toHaveCount(1);
  await typeInto(setbacks.getByLabel('Distance'), "10'");
  await expect(page.locator('[data-face="north-top"] path[stroke="var(--ink-chalk)"]')).toHaveCount(0);
  await expectSaved(page);
  const plan = await savedPlan(request, id);
  expect(plan.materials.map(({ name }) => name)).toContain('Foam sandwich panel');
  expect(plan.faces.find((face) => face.id === 'north-top')?.setbacks).toEqual([
    { edge: 0, distanceMm: 3048, why: 'Eave, for ice' },
  ]);
});

test('a face that is folded to nothing gets a place of its own, tilts there, and can be taken out again', async ({
  page,
  request,
}) => {
  const id = await importDemo(request, 'Places');
  await openJob(page, id, 'site');
  await bench(page).getByRole('button', { name: 'Add a face' }).click();
  const dialog = page.getByRole('dialog', { name: 'Add a face' });
  await dialog.getByLabel('Name').fill('Shelf');
  await dialog.getByLabel('Width').fill('30');
  await dialog.getByLabel(/^Height/u).fill('12');
  await dialog.getByRole('button', { name: 'Add the face' }).click();
  const stands = await unfold(page, 'How it stands');
  await stands.getByRole('button', { name: 'Give it a place of its own' }).click();
  await typeInto(stands.getByLabel('Up from the root’s datum'), '4 ft');
  await typeInto(stands.getByLabel('Pitch'), '0');
  await expect(stands.getByLabel('Tilted back from upright')).toHaveValue('90°');
  await typeInto(stands.getByLabel('Tilted back from upright'), '30');
  await expect(stands.getByLabel('Pitch')).toHaveValue(/^60°/u);
  await expectSaved(page);
  const shelf = (await savedPlan(request, id)).faces.at(-1);
  expect(shelf?.shape.kind === 'outline' && shelf.shape.stands).toEqual({
    originMm: [0, 0, 1219.2],
    turnDeg: 0,
    tiltDeg: 30,
  });
  await bench(page).getByRole('button', { name: 'Take this face out' }).click();
  await expect(page.locator('[data-face]')).toHaveCount(11);
  await openFace(page, 'Plant room wall');
  await bench(page).getByRole('button', { name: 'Take this face out' }).click();
  await expect(page.getByRole('alert')).toContainText('The site stands on “Plant room wall”');
});

test('tells loads, speeds and heights in the reader’s units and takes both', async ({ page, request }) => {
  const id = await importDemo(request, 'Units');
  await openJob(page, id, 'site');
  await bench(page).getByRole('tab', { name: 'Conditions' }).click();
  const snow = bench(page).getByLabel('Snow load');
  await typeInto(snow, '25');
  await expect(snow).toHaveValue('25 psf');
  await typeInto(bench(page).getByLabel('Wind speed'), '50 m/s');
  await expect(bench(page).getByLabel('Wind speed')).toHaveValue('111.8 mph');
  await typeInto(snow, 'deep');
  await expect(bench(page).getByRole('alert')).toContainText('Pa or psf');
  await snow.press('Escape');
  await page.getByRole('button', { name: /^Units/ }).click();
  await expect(snow).toHaveValue('1197 Pa');
  await bench(page).getByRole('combobox', { name: 'Air' }).click();
  await page.getByRole('option', { name: 'Closed space' }).click();
  await bench(page).getByRole('button', { name: 'Add a vent' }).click();
  await typeInto(bench(page).getByLabel('Diameter'), '75 mm');
  await expectSaved(page);
  const { conditions } = (await savedPlan(request, id)).site;
  expect(conditions.snowLoadPa).toBeCloseTo(1197.006, 2);
  expect(conditions.air).toMatchObject({ kind: 'closed', vents: [{ diameterMm: 75 }] });
});

test('puts the folded site on paper as it stands on the screen', async ({ page, request }) => {
  const id = await importDemo(request, 'Paper');
  await page.emulateMedia({ reducedMotion: 'reduce' });
  await openJob(page, id, 'site');
  await page.getByRole('button', { name: 'Fold it up' }).click();
  await expectDrawn(page.getByTestId('space').locator('canvas'));
  await page.evaluate(() => window.dispatchEvent(new Event('beforeprint')));
  await page.emulateMedia({ media: 'print' });
  const picture = page.getByRole('img', { name: 'Paper, folded up' });
  await expect(picture).toBeVisible();
  const inks = await picture.evaluate(async (image: HTMLImageElement) => {
    await image.decode();
    const small = document.createElement('canvas');
    small.width = small.height = 60;
    small.getContext('2d')?.drawImage(image, 0, 0, 60, 60);
    return new Set(small.getContext('2d')?.getImageData(0, 0, 60, 60).data ?? []).size;
  });
  expect(inks).toBeGreaterThan(10);
  await expect(page.getByText('a licensed electrician have the last word')).toBeVisible();
  await expect(page.getByRole('complementary', { name: 'Bench' })).toBeHidden();
});

test('a new job starts from the outline that a drawing has', async ({ page, request }) => {
  await page.goto('/jobs');
  await page.getByRole('button', { name: 'New job' }).click();
  const dialog = page.getByRole('dialog', { name: 'New job' });
  await dialog.getByLabel('Name').fill('From a drawing');
  await dialog.getByLabel('Mean daily maximum').fill('27');
  await dialog.getByLabel('Mean daily maximum').blur();
  await dialog.getByRole('button', { name: 'Its outline from a file' }).click();
  const files = page.getByRole('dialog', { name: 'Read an outline from a file' });
  await files.getByLabel('Outline file').setInputFiles({
    name: 'gable.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('x,y\n0,0\n4m,0\n4m,2.2m\n2m,3.4m\n0,2.2m\n'),
  });
  await files.getByRole('button', { name: 'Take it' }).click();
  await expect(dialog).toContainText('5 corners');
  await dialog.getByRole('button', { name: 'Make the job' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('From a drawing');
  const id = page.url().split('/jobs/')[1]?.split('/')[0] ?? '';
  const [wall] = (await savedPlan(request, id)).faces;
  expect(wall?.shape.kind === 'outline' && wall.shape.pointsMm).toEqual([[0, 0], [4000, 0], [4000, 2200], [2000, 3400], [0, 2200]]); // prettier-ignore
});
