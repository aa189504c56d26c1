import { chromium, type Page } from '@playwright/test';
import { honeyHouse, jobSummarySchema, writePlan, type Plan } from '@zarnel/core';
import { CHROMIUM_FLAGS } from '../e2e/chromium-flags.ts';
import { bigPlan } from './big-plan.ts';

const ROUNDS = 5;

type Times = { readonly openMs: number; readonly editMs: number; readonly saveMs: number };

/** A job of 200 faces and 2,000 pieces against the demo of 7 faces and 9, in one run and one browser. */
async function main(): Promise<void> {
  const base = process.env.ZARNEL_URL;
  if (base === undefined) throw new Error('ZARNEL_URL is not set: run npm run bench:browser.');
  const browser = await chromium.launch({
    executablePath: process.env.ZARNEL_CHROMIUM ?? '/usr/bin/chromium',
    args: CHROMIUM_FLAGS,
  });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const small = await measure(page, base, honeyHouse(), 'inverter-a');
  const big = await measure(page, base, bigPlan(200, 2000), 'unit-5');
  await browser.close();
  for (const [key, name] of [
    ['openMs', 'open to interactive'],
    ['editMs', 'edit to painted'],
    ['saveMs', 'edit to acknowledged, with the half second that edits settle'],
  ] as const) {
    const ratio = (big[key] / small[key]).toFixed(1);
    process.stdout.write(
      `${name}\n  200 faces, 2,000 pieces ${big[key].toFixed(0)} ms; the demo ${small[key].toFixed(0)} ms; ratio ${ratio}\n`,
    );
  }
}

async function measure(page: Page, base: string, plan: Plan, gearId: string): Promise<Times> {
  const answer = await page.request.post(`${base}/api/jobs/import`, {
    data: writePlan(plan),
    headers: { 'Content-Type': 'application/json' },
  });
  const { id } = jobSummarySchema.parse(await answer.json());
  const opened: number[] = [];
  for (let round = 0; round < ROUNDS; round++) {
    await page.goto('about:blank');
    const start = performance.now();
    await page.goto(`${base}/jobs/${id}/mount`);
    await page.locator(`[data-gear="${gearId}"]`).waitFor();
    // Interactive: the checks have come back, and a pressed key is answered.
    await page.getByText('Checking …').waitFor({ state: 'detached' });
    await page.evaluate(() => new Promise(requestAnimationFrame));
    opened.push(performance.now() - start);
  }
  await page.locator(`[data-gear="${gearId}"]`).click();
  const edits: number[] = [];
  for (let round = 0; round < ROUNDS * 2; round++) {
    edits.push(
      await page.evaluate(async () => {
        const start = performance.now();
        window.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowRight', bubbles: true }));
        // Two frames: the one that paints the change has been shown when the second begins.
        await new Promise(requestAnimationFrame);
        await new Promise(requestAnimationFrame);
        return performance.now() - start;
      }),
    );
    await page.waitForTimeout(120);
  }
  const start = performance.now();
  await page.keyboard.press('ArrowRight');
  await page.getByTestId('save-state').getByText('Saving').waitFor();
  await page.getByTestId('save-state').getByText('Saved').waitFor();
  return { openMs: median(opened), editMs: median(edits), saveMs: performance.now() - start };
}

function median(values: number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)] ?? 0;
}

await main();
