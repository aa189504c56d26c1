import { chromium, type Browser, type Locator, type Page } from '@playwright/test';
import { DEMOS, honeyHouse } from '@zarnel/core/files';
import { glasshouses } from '../core/src/demo/glasshouses.ts';
import type { Plan } from '@zarnel/core/plan';
import { CHROMIUM_FLAGS } from '../e2e/chromium-flags.ts';
import { answersOf, openImported } from './answers.ts';
import { median } from './measure.ts';
import { largePlan, unitId } from '../core/src/test/large-plan.ts';

const ROUNDS = 5;

type Times = {
  /** From asking for the page to the faces and what hangs on them being painted. */
  readonly paintMs: number;
  readonly openMs: number;
  readonly editMs: number;
  readonly saveMs: number;
};

/** A job of 200 faces and 2,200 pieces against the demo of 7 faces and 9, in one run and one browser. */
async function main(): Promise<void> {
  const base = process.env.ZARNEL_URL;
  if (base === undefined) throw new Error('ZARNEL_URL is not set: run npm run bench:browser.');
  const browser = await chromium.launch({
    executablePath: process.env.ZARNEL_CHROMIUM ?? '/usr/bin/chromium',
    args: CHROMIUM_FLAGS,
  });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const small = await measure(page, base, honeyHouse(), 'inverter-a');
  const big = await measure(page, base, largePlan(40), unitId(0, 0, 5));
  const frames = await dragFrames(page, base);
  const memory = await memoryOfEdits(page);
  const field = await fieldFrames(page, base);
  const answers = await slowestAnswers(browser, base);
  await browser.close();
  process.stdout.write(
    `memory of the page and its worker, 200 faces, 2,200 pieces\n  after ${FEW_EDITS} edits ${memory.fewMb.toFixed(1)} MB; after ${MANY_EDITS} edits ${memory.manyMb.toFixed(1)} MB; ratio ${(memory.manyMb / memory.fewMb).toFixed(3)}\n`,
  );
  process.stdout.write(
    `dragging one of 2,200 pieces\n  frames: median ${frames.medianMs.toFixed(1)} ms, 95th percentile ${frames.p95Ms.toFixed(1)} ms\n`,
  );
  process.stdout.write(`from a press to the next painted frame\n${answers.join('\n')}\n`);
  process.stdout.write(
    `dragging a field of 180 modules\n  frames: median ${field.medianMs.toFixed(1)} ms, 95th percentile ${field.p95Ms.toFixed(1)} ms\n`,
  );
  for (const [key, name] of [
    ['paintMs', 'open to first paint'],
    ['openMs', 'open to interactive, findings there'],
    ['editMs', 'edit to painted'],
    ['saveMs', 'edit to acknowledged, with the half second that edits settle'],
  ] as const) {
    const ratio = (big[key] / small[key]).toFixed(1);
    process.stdout.write(
      `${name}\n  200 faces, 2,200 pieces ${big[key].toFixed(0)} ms; the demo ${small[key].toFixed(0)} ms; ratio ${ratio}\n`,
    );
  }
}

/** The slowest answer of each demo, to what a person presses most. */
async function slowestAnswers(browser: Browser, base: string): Promise<string[]> {
  const lines: string[] = [];
  for (const { id, plan } of DEMOS) {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    const answers = await answersOf(page, base, plan());
    await page.close();
    const slowest = answers.reduce((a, b) => (b.ms > a.ms ? b : a));
    lines.push(`  ${id}: at most ${slowest.ms} ms (${slowest.name}), of ${answers.length} acts`);
  }
  return lines;
}

/** How long frames take while one of 2,200 pieces on 200 faces is dragged with its checks live: median and 95th percentile, ms. */
async function dragFrames(page: Page, base: string): Promise<Frames> {
  await openImported(page, base, largePlan(40), 'mount');
  await page.keyboard.press('f');
  const gear = page.locator(`[data-gear="${unitId(0, 0, 5)}"]`);
  await gear.waitFor();
  await gear.click();
  await page.keyboard.press('f');
  return framesOfDrag(page, gear);
}

/** The same while a field of 180 modules is dragged over its roof. */
async function fieldFrames(page: Page, base: string): Promise<Frames> {
  await openImported(page, base, glasshouses(), 'array');
  const field = page.locator('[data-field]').first();
  await field.waitFor();
  await page.waitForTimeout(2000);
  return framesOfDrag(page, field);
}

type Frames = { readonly medianMs: number; readonly p95Ms: number };

/** How long frames take while something is dragged to and fro: median and 95th percentile, ms. */
async function framesOfDrag(page: Page, thing: Locator): Promise<Frames> {
  const box = await thing.boundingBox();
  if (box === null) throw new Error('It is not on the screen.');
  const [x, y] = [box.x + box.width * 0.45, box.y + box.height * 0.45];
  await page.mouse.move(x, y);
  await page.mouse.down();
  // As text: the runner names functions in a way the page does not know.
  await page.evaluate(`{
    window.frameTimes = [];
    let last = performance.now();
    requestAnimationFrame(function tick(now) {
      window.frameTimes.push(now - last);
      last = now;
      requestAnimationFrame(tick);
    });
  }`);
  for (let step = 1; step <= 200; step++) await page.mouse.move(x + (step % 40), y + (step % 7));
  const times = await page.evaluate(() => (window as unknown as { frameTimes: number[] }).frameTimes);
  await page.mouse.up();
  const sorted = times.slice(2).sort((a, b) => a - b);
  return { medianMs: median(sorted), p95Ms: sorted[Math.floor(sorted.length * 0.95)] ?? 0 };
}

const FEW_EDITS = 100;
const MANY_EDITS = 1000;

/** What the page and its worker hold after a hundred edits of the piece that is selected, and after a thousand. */
async function memoryOfEdits(page: Page): Promise<{ readonly fewMb: number; readonly manyMb: number }> {
  const edit = (count: number) =>
    page.evaluate(async (times) => {
      for (let round = 0; round < times; round++) {
        const key = round % 2 === 0 ? 'ArrowRight' : 'ArrowLeft';
        window.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
        await new Promise(requestAnimationFrame);
      }
    }, count);
  const heldMb = async () => {
    await page.waitForTimeout(6000);
    // Twice: what the first freed may free more.
    await devtools.send('HeapProfiler.collectGarbage');
    await devtools.send('HeapProfiler.collectGarbage');
    // As text: the page’s own types do not know it. It waits for what is thrown away to be gone.
    const { bytes } = await page.evaluate<{ readonly bytes: number }>(
      'performance.measureUserAgentSpecificMemory()',
    );
    return bytes / 2 ** 20;
  };
  const devtools = await page.context().newCDPSession(page);
  await edit(FEW_EDITS);
  const fewMb = await heldMb();
  await edit(MANY_EDITS - FEW_EDITS);
  return { fewMb, manyMb: await heldMb() };
}

async function measure(page: Page, base: string, plan: Plan, gearId: string): Promise<Times> {
  const id = await openImported(page, base, plan, 'mount');
  const painted: number[] = [];
  const opened: number[] = [];
  for (let round = 0; round < ROUNDS; round++) {
    await page.goto('about:blank');
    const start = performance.now();
    await page.goto(`${base}/jobs/${id}/mount`);
    await page.locator('[data-face]').first().waitFor();
    await page.evaluate(() => new Promise(requestAnimationFrame));
    painted.push(performance.now() - start);
    // Interactive: the checks have come back, and a pressed key is answered.
    await page
      .getByText(/to clear$/u)
      .first()
      .waitFor();
    await page.evaluate(() => new Promise(requestAnimationFrame));
    opened.push(performance.now() - start);
  }
  await page.keyboard.press('f');
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
  return {
    paintMs: median(painted),
    openMs: median(opened),
    editMs: median(edits),
    saveMs: performance.now() - start,
  };
}

await main();
