import { expect, type APIRequestContext, type Locator, type Page } from '@playwright/test';
import { jobSummarySchema } from '@zarnel/contract';
import { honeyHouse } from '@zarnel/core/files';
import { openPlan, writePlan, type Plan } from '@zarnel/core/plan';

/** A job of one test's own, from the demo. Gives its id. */
export async function importDemo(request: APIRequestContext, name: string): Promise<string> {
  return importPlan(request, { ...honeyHouse(), name });
}

/** A job of one test’s own from any plan. Gives its id. */
export async function importPlan(request: APIRequestContext, plan: Plan): Promise<string> {
  const answer = await request.post('/api/jobs/import', {
    data: writePlan(plan),
    headers: { 'Content-Type': 'application/json' },
  });
  expect(answer.status()).toBe(201);
  return jobSummarySchema.parse(await answer.json()).id;
}

/** Opens a job at a step, looked at whole; `asOpened` leaves it as a person finds it. */
export async function openJob(
  page: Page,
  id: string,
  step = 'mount',
  { asOpened = false }: { readonly asOpened?: boolean } = {},
): Promise<void> {
  await page.goto(`/jobs/${id}/${step}`);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  // The first check has come back from the worker: what it says moves what stands below it.
  await expect(bench(page)).toHaveAttribute('aria-busy', 'false');
  // Lines of another height would move what is measured.
  await page.evaluate(() => document.fonts.ready.then(() => true));
  const whole = page.getByRole('button', { name: 'Whole sheet' });
  if (!asOpened && (await whole.isVisible())) await whole.click();
}

/** What the server holds. */
export async function savedPlan(request: APIRequestContext, id: string): Promise<Plan> {
  const opened = openPlan(await (await request.get(`/api/jobs/${id}/plan`)).json());
  if (!opened.ok) throw new Error(JSON.stringify(opened.fault[0]));
  return opened.value;
}

export async function expectSaved(page: Page): Promise<void> {
  await expect(page.getByTestId('save-state')).toHaveText('Saved');
}

/** Drags from the middle of something by a number of pixels, with enough moves for the page to follow. */
export async function dragBy(page: Page, thing: Locator, dx: number, dy: number, hold?: () => Promise<void>) {
  const box = await thing.boundingBox();
  if (box === null) throw new Error('It is not on the screen.');
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  for (let step = 1; step <= 10; step++) await page.mouse.move(x + (dx * step) / 10, y + (dy * step) / 10);
  if (hold !== undefined) await hold();
  await page.mouse.up();
}

export function bench(page: Page): Locator {
  return page.getByRole('complementary', { name: 'Bench' });
}

export function gear(page: Page, id: string): Locator {
  return page.locator(`[data-gear="${id}"]`);
}

/** A plan without some of its gear, and without what led there. */
export function without(plan: Plan, isGone: (placement: Plan['placements'][number]) => boolean): Plan {
  const gone = new Set(plan.placements.filter(isGone).map(({ id }) => id));
  const endsThere = (end: Plan['circuits'][number]['from']) => end.at === 'gear' && gone.has(end.placement);
  return {
    ...plan,
    placements: plan.placements.filter(({ id }) => !gone.has(id)),
    circuits: plan.circuits.filter(({ from, to }) => !endsThere(from) && !endsThere(to)),
  };
}
