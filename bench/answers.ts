import type { Locator, Page } from '@playwright/test';
import { jobSummarySchema } from '@zarnel/contract';
import { writePlan, type Plan } from '@zarnel/core/plan';

/** What a person presses, by the name of it. */
type Act = { readonly name: string; readonly press: (page: Page) => Promise<void> };

const pressed = (key: string): Act => ({ name: `key ${key}`, press: (page) => page.keyboard.press(key) });

/** Presses something of the first finding that has it; nothing where none has. */
const onFinding = (name: string, find: (card: Locator) => Locator): Act => ({
  name,
  press: async (page) => {
    const found = find(page.locator('[data-check]')).first();
    if (await found.isVisible()) await found.click();
  },
});

const ACTS: readonly Act[] = [
  ...['1', '2', '3', '4', '5', '6', '3'].map(pressed),
  onFinding('a piece opened from its finding', (card) => card.getByRole('button', { name: /^Open / })),
  ...['ArrowRight', 'ArrowUp', 'Control+z', 'Control+Shift+z', 'f', 'b', 'b', '/', 'Escape'].map(pressed),
  { name: 'nothing pressed', press: (page) => page.keyboard.press('Escape') },
  onFinding('a working opened', (card) => card.getByRole('button', { name: 'Show the working' })),
  pressed('Escape'),
  onFinding('a finding pressed', (card) => card),
];

/** Opens a plan as a job of its own at a step, and waits until it is checked. */
export async function openImported(page: Page, base: string, plan: Plan, step: string): Promise<string> {
  const answer = await page.request.post(`${base}/api/jobs/import`, {
    data: writePlan(plan),
    headers: { 'Content-Type': 'application/json' },
  });
  const { id } = jobSummarySchema.parse(await answer.json());
  await page.goto(`${base}/jobs/${id}/${step}`);
  await page.locator('[data-face]').first().waitFor();
  await page
    .getByText(/to clear/u)
    .first()
    .waitFor();
  return id;
}

/** How long each act takes from the press to the next painted frame, ms: the browser's own event timing, in steps of 8. */
export async function answersOf(
  page: Page,
  base: string,
  plan: Plan,
): Promise<{ readonly name: string; readonly ms: number }[]> {
  await openImported(page, base, plan, 'mount');
  await page.evaluate(`{
    window.answerTimes = [];
    new PerformanceObserver((list) => {
      for (const { duration } of list.getEntries()) window.answerTimes.push(duration);
    }).observe({ type: 'event', durationThreshold: 16 });
  }`);
  const taken: { name: string; ms: number }[] = [];
  // Twice: the first press of a step fetches its part of the page.
  for (const round of [1, 2]) {
    for (const { name, press } of ACTS) {
      await page.evaluate('window.answerTimes.length = 0');
      await press(page);
      await page.waitForTimeout(700);
      const ms = await page.evaluate<number>('Math.max(0, ...window.answerTimes)');
      if (round === 2) taken.push({ name, ms });
    }
  }
  return taken;
}
