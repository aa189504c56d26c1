import { join } from 'node:path';
import { chromium, expect, type Page } from '@playwright/test';
import { CHROMIUM_FLAGS } from './chromium-flags.ts';
import { bench, openJob } from './job.ts';

type Job =
  | 'Hollowmere honey house'
  | 'Larkspur travelling eye clinic'
  | 'Marl Lane glasshouses'
  | 'Pebble Hythe survey launch';

/** One picture each of the main views, from the demos as they ship, in the order they are taken. */
const PICTURES: Readonly<Record<string, (page: Page) => Promise<void>>> = {
  jobs: async (page) => {
    await page.goto('/jobs');
    await expect(page.getByRole('link', { name: 'Pebble Hythe survey launch', exact: true })).toBeVisible();
    // The glances have been worked out.
    await expect(page.getByText(/to clear/u)).toHaveCount(4);
  },
  library: (page) => seeLibrary(page),
  'gear-type': async (page) => {
    await seeLibrary(page);
    await page.getByRole('searchbox', { name: 'Search' }).fill('Gang inverter, 3');
    await page.getByRole('link', { name: 'Gang inverter, 3 power modules, 66 kW', exact: true }).click();
    await page.getByRole('button', { name: 'Parts lifted one by one' }).click();
    await page.getByRole('button', { name: 'Body and hook line' }).scrollIntoViewIfNeeded();
  },
  site: async (page) => {
    await open(page, 'Hollowmere honey house', 'site');
    await page.getByRole('button', { name: 'Whole sheet' }).click();
  },
  survey: async (page) => {
    await open(page, 'Hollowmere honey house', 'site');
    await page.getByRole('button', { name: 'Whole sheet' }).click();
    await bench(page).getByRole('tab', { name: 'Survey' }).click();
    await bench(page).getByLabel('Taken by').fill('Rowan Pell');
    await bench(page).getByLabel('Taken by').press('Enter');
    await bench(page)
      .getByRole('button', { name: /^missing Height/u })
      .first()
      .click();
    const dialog = page.getByRole('dialog');
    for (let count = 1; count <= 4; count++) {
      await dialog.getByRole('button', { name: 'Take this reading' }).click();
      await expect(dialog.getByRole('button', { name: 'Strike' })).toHaveCount(count);
    }
  },
  gear: (page) => open(page, 'Hollowmere honey house', 'gear'),
  mount: (page) => open(page, 'Hollowmere honey house', 'mount'),
  working: async (page) => {
    await open(page, 'Hollowmere honey house', 'mount');
    await bench(page).getByRole('button', { name: 'Show the working' }).first().click();
    await expect(page.getByRole('dialog')).toBeVisible();
  },
  clearances: async (page) => {
    await open(page, 'Hollowmere honey house', 'mount');
    await bench(page).getByRole('button', { name: 'All clearances' }).click();
    await expect(page.getByRole('dialog').getByRole('row').nth(3)).toBeVisible();
  },
  arrange: async (page) => {
    await open(page, 'Hollowmere honey house', 'mount');
    await bench(page).getByRole('button', { name: 'Arrange' }).click();
    await bench(page).getByRole('button', { name: 'Propose layouts' }).click();
    await bench(page).getByRole('button', { name: 'Show it' }).first().click({ timeout: 60_000 });
    await expect(page.locator('[data-ghost="inverter-a"]')).toBeVisible();
    await scrollTo(page, 'Arrange');
  },
  'folded-up': async (page) => {
    await open(page, 'Hollowmere honey house', 'mount');
    await page.getByRole('button', { name: 'Fold it up' }).click();
    await expect(page.getByRole('button', { name: 'Back to the sheet' })).toBeVisible();
    // It turns into place.
    await page.waitForTimeout(3000);
  },
  board: async (page) => {
    await open(page, 'Larkspur travelling eye clinic', 'mount');
    await bench(page).getByText('On the sheet').click();
    await bench(page).getByRole('button', { name: 'Backer board', exact: true }).click();
    await page.keyboard.press('f');
    await scrollTo(page, 'Board');
  },
  array: async (page) => {
    await open(page, 'Hollowmere honey house', 'array');
    await bench(page)
      .getByRole('button', { name: /^South field/u })
      .click();
    await page.keyboard.press('f');
    await bench(page).getByRole('button', { name: 'Rails, feet, weight' }).click();
    await scrollTo(page, 'What carries it');
  },
  sun: async (page) => {
    await open(page, 'Larkspur travelling eye clinic', 'array');
    await bench(page).getByRole('button', { name: 'Sun, shade and curves' }).click();
    const sun = bench(page).getByRole('region', { name: 'Sun, shade and curves' });
    await sun.getByLabel(/^Hour/u).fill('12.75');
    await sun.getByLabel(/^Day/u).fill('365');
    await expect(sun.getByRole('img', { name: 'Current and power against voltage' })).toBeVisible();
    await scrollTo(page, 'Sun, shade and curves');
  },
  route: (page) => open(page, 'Hollowmere honey house', 'route'),
  'one-line': async (page) => {
    await open(page, 'Hollowmere honey house', 'route');
    await bench(page).getByRole('button', { name: 'One-line diagram' }).click();
    await expect(page.getByTestId('one-line').getByText('Inverter A to load center').first()).toBeVisible();
  },
  pack: async (page) => {
    await open(page, 'Hollowmere honey house', 'pack');
    await expect(page.getByText('Do not drill yet: clear these first.').first()).toBeVisible();
  },
  night: async (page) => {
    await open(page, 'Marl Lane glasshouses', 'mount');
    await page.getByRole('button', { name: 'Night' }).click();
    await page.getByRole('button', { name: 'Whole sheet' }).click();
  },
  tablet: async (page) => {
    await page.setViewportSize({ width: 820, height: 1180 });
    await open(page, 'Hollowmere honey house', 'mount');
  },
};

/** Waits until nothing is worked out and nothing moves, then keeps what is seen. */
async function main(): Promise<void> {
  const { ZARNEL_URL, ZARNEL_CHROMIUM, ZARNEL_PICTURES, ZARNEL_ONLY = '' } = process.env;
  if (ZARNEL_URL === undefined || ZARNEL_PICTURES === undefined)
    throw new Error('ZARNEL_URL or ZARNEL_PICTURES is not set: run npm run pictures.');
  const only = ZARNEL_ONLY.split(' ').filter((name) => name !== '');
  const unknown = only.filter((name) => !(name in PICTURES));
  if (unknown.length > 0)
    throw new Error(
      `There is no picture ${unknown.join(', ')}; there are ${Object.keys(PICTURES).join(', ')}.`,
    );
  const browser = await chromium.launch({
    executablePath: ZARNEL_CHROMIUM ?? '/usr/bin/chromium',
    args: CHROMIUM_FLAGS,
  });
  for (const [name, show] of Object.entries(PICTURES)) {
    if (only.length > 0 && !only.includes(name)) continue;
    const page = await browser.newPage({
      baseURL: ZARNEL_URL,
      viewport: { width: 1280, height: 800 },
      locale: 'en-US',
      timezoneId: 'UTC',
    });
    await show(page);
    await page.evaluate(() => document.fonts.ready.then(() => true));
    await page.waitForLoadState('networkidle');
    await page.mouse.move(0, 0);
    await page.waitForTimeout(500);
    await page.screenshot({ path: join(ZARNEL_PICTURES, `${name}.png`) });
    await page.close();
    process.stdout.write(`${name}\n`);
  }
  await browser.close();
}

async function open(page: Page, name: Job, step: string): Promise<void> {
  await page.goto('/jobs');
  const link = page.getByRole('link', { name, exact: true });
  const href = await link.getAttribute('href');
  const id = href?.split('/')[2];
  if (id === undefined) throw new Error(`${name} leads nowhere.`);
  await openJob(page, id, step, { asOpened: true });
}

/** Brings a section to the top of the bench, and leaves the page where it is. */
async function scrollTo(page: Page, section: string): Promise<void> {
  const title = bench(page)
    .getByRole('button', { name: new RegExp(`^${section}`, 'u') })
    .first();
  const from = await bench(page).boundingBox();
  const to = await title.boundingBox();
  if (from === null || to === null) throw new Error(`${section} is not on the screen.`);
  await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
  await page.mouse.wheel(0, to.y - from.y);
}

async function seeLibrary(page: Page): Promise<void> {
  await page.goto('/jobs');
  await page.getByRole('link', { name: 'Gear library' }).click();
  await expect(page.getByRole('link', { name: 'Battery cabinet 10 kWh' })).toBeVisible();
}

await main();
