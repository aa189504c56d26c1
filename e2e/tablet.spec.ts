import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { honeyHouse } from '@zarnel/core/files';
import { writePlan } from '@zarnel/core/plan';
import { bench, dragBy, expectSaved, gear, importDemo, openJob, savedPlan } from './job.ts';

const ROOT = join(import.meta.dirname, '..');

test.describe('on a tablet held upright', () => {
  test.use({ viewport: { width: 820, height: 1180 }, hasTouch: true });

  test('the wall is above, the bench below, and gear can be dragged and cleared', async ({
    page,
    request,
  }) => {
    const id = await importDemo(request, 'Tablet');
    await openJob(page, id);
    const [sheet, drawer] = [await page.getByTestId('sheet').boundingBox(), await bench(page).boundingBox()];
    expect(drawer?.y ?? 0).toBeGreaterThanOrEqual((sheet?.y ?? 0) + (sheet?.height ?? 0) - 1);
    expect(sheet?.width).toBe(820);
    await page.getByRole('button', { name: 'Plant room wall', exact: true }).tap();
    await dragBy(page, gear(page, 'inverter-b'), 40, 0);
    await expect(bench(page).locator('[data-check="clearance.beside"]')).toHaveCount(0);
    await expectSaved(page);
    const plan = await savedPlan(request, id);
    expect(plan.placements.find((p) => p.id === 'inverter-b')?.xMm).toBeGreaterThan(58.5 * 25.4);
  });

  test('two fingers zoom and slide the sheet, and one that is added to a drag stops the drag', async ({
    page,
    request,
  }) => {
    const id = await importDemo(request, 'Fingers');
    await openJob(page, id);
    const wide = async () => (await gear(page, 'wireway').boundingBox())?.width ?? 0;
    const before = await wide();
    const device = await page.context().newCDPSession(page);
    const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', points: [number, number][]) =>
      device.send('Input.dispatchTouchEvent', {
        type,
        touchPoints: points.map(([x, y], touchId) => ({ x, y, id: touchId })),
      });
    const box = await gear(page, 'inverter-a').boundingBox();
    const [x, y] = [(box?.x ?? 0) + 8, (box?.y ?? 0) + 12];
    await touch('touchStart', [[x, y]]);
    await touch('touchStart', [
      [x, y],
      [x + 60, y],
    ]);
    for (let step = 1; step <= 6; step++)
      await touch('touchMove', [
        [x - step * 8, y],
        [x + 60 + step * 8, y],
      ]);
    await touch('touchEnd', []);
    await expect.poll(wide).toBeGreaterThan(before * 1.5);
    await page.getByRole('button', { name: 'Whole sheet' }).tap();
    await expect.poll(wide).toBeCloseTo(before, 1);
    expect((await savedPlan(request, id)).placements).toEqual(honeyHouse().placements);
  });

  test('buttons are large enough for a glove', async ({ page, request }) => {
    await openJob(page, await importDemo(request, 'Gloves'));
    for (const button of await page.getByRole('button').filter({ visible: true }).all()) {
      const name = (await button.textContent()) ?? '';
      // Gear on the sheet is as large as it is drawn; it can be reached from the list too.
      if (
        (await button.getAttribute('data-gear')) !== null ||
        (await button.getAttribute('data-penetration')) !== null ||
        (await button.getAttribute('data-plate-hole')) !== null
      )
        continue;
      const box = await button.boundingBox();
      expect([name, (box?.height ?? 0) >= 36]).toEqual([name, true]);
    }
  });
});

test('the wheel zooms where the pointer is, dragging bare paper slides the sheet', async ({
  page,
  request,
}) => {
  await openJob(page, await importDemo(request, 'Wheel'));
  const at = async () => {
    const box = await gear(page, 'disconnect').boundingBox();
    return {
      x: (box?.x ?? 0) + (box?.width ?? 0) / 2,
      y: (box?.y ?? 0) + (box?.height ?? 0) / 2,
      // Of something large: letters on a small thing do not grow with it.
      width: (await gear(page, 'wireway').boundingBox())?.width ?? 0,
    };
  };
  const before = await at();
  await page.mouse.move(before.x, before.y);
  await page.mouse.wheel(0, -600);
  await expect.poll(async () => (await at()).width).toBeGreaterThan(before.width * 2);
  const zoomed = await at();
  // Outlines and letters do not grow with the sheet, so the box is off by a pixel or so.
  expect(Math.hypot(zoomed.x - before.x, zoomed.y - before.y)).toBeLessThan(3);
  const sheet = await page.getByTestId('sheet').boundingBox();
  await page.mouse.move((sheet?.x ?? 0) + 120, (sheet?.y ?? 0) + 30);
  await page.mouse.down();
  await page.mouse.move((sheet?.x ?? 0) + 180, (sheet?.y ?? 0) + 70, { steps: 5 });
  await page.mouse.up();
  const slid = await at();
  expect(Math.hypot(slid.x - zoomed.x - 60, slid.y - zoomed.y - 40)).toBeLessThan(2);
  await page.keyboard.press('0');
  await expect.poll(async () => (await at()).width).toBeCloseTo(before.width, 1);
});

test('the story poles carry the numbers a person marks, and a pointed one crosses the sheet', async ({
  page,
  request,
}) => {
  await openJob(page, await importDemo(request, 'Poles'));
  const up = page.getByTestId('pole-up');
  const across = page.getByTestId('pole-across');
  // The hook lines of the inverters and of the load centre stand 5/8 in apart: both figures show.
  await expect(up).toContainText('63 7⁄8″');
  await expect(up).toContainText('64 1⁄2″');
  await expect(across).toContainText('57 1⁄2″');
  await page.getByRole('button', { name: /^Units/ }).click();
  await expect(up).toContainText('1622 mm');
  await gear(page, 'array-box').click();
  await expect(page.getByText('Datum of').locator('..')).toContainText('South slope, top');
  await expect(across).toContainText('2540 mm');
});

test('the command line checks a file and prints its holes, with nothing else on its output', () => {
  const folder = mkdtempSync(join(tmpdir(), 'zarnel-cli-'));
  const run = (...args: string[]) =>
    spawnSync('npm', ['run', '-s', 'zarnel', '--', ...args], { cwd: ROOT, encoding: 'utf8' });
  try {
    const file = join(folder, 'job.zarnel.json');
    writeFileSync(file, writePlan(honeyHouse()));
    const checked = run('check', file, '--json');
    expect(checked.status).toBe(1);
    const report = JSON.parse(checked.stdout) as { findings: { check: string }[] };
    expect(report.findings.map(({ check }) => check)).toEqual([
      'seal.framing',
      'clearance.beside',
      'clearance.working-space',
      'route.plate',
    ]);
    const csv = execFileSync('npm', ['run', '-s', 'zarnel', '--', 'holes', file, '--csv'], {
      cwd: ROOT,
      encoding: 'utf8',
    });
    // With the hole into the wall, and that down into it from the loft. The last are the feet of the modules.
    expect(csv.split('\r\n')).toHaveLength(1 + 14 + 1 + 1 + 1 + 2 + 16 + 8 + 58 + 1);
    writeFileSync(file, '{}');
    const refused = run('check', file);
    expect(refused.status).toBe(2);
    expect(refused.stderr).toContain('This is not a Zarnel plan');
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
});
