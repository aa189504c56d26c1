import { expect, test, type CDPSession } from '@playwright/test';
import { honeyHouse } from '@zarnel/core/files';
import { INCH_READER, MM_PER_INCH } from '@zarnel/core/words';
import type { Plan } from '@zarnel/core/plan';
import { dragBy, expectSaved, gear } from '../job.ts';
import { goRounds, IS_FULL, tell, TIMEOUT_MS } from './chance.ts';
import { House, importJob, readRevision } from './house.ts';

test.describe.configure({ timeout: TIMEOUT_MS });

async function figures(session: CDPSession): Promise<{ scriptMs: number; heapMb: number }> {
  await session.send('HeapProfiler.collectGarbage');
  const { metrics } = await session.send('Performance.getMetrics');
  const valueOf = (name: string) => metrics.find((metric) => metric.name === name)?.value ?? NaN;
  return { scriptMs: valueOf('ScriptDuration') * 1000, heapMb: valueOf('JSHeapUsedSize') / 1e6 };
}

test('steady editing saves all along, and costs in the end what it cost at first', async ({ page }) => {
  const house = await House.open();
  try {
    const id = await importJob(house.url());
    await page.goto(`${house.url()}/jobs/${id}/mount`);
    await gear(page, 'inverter-a').click();
    const session = await page.context().newCDPSession(page);
    await session.send('Performance.enable');
    await session.send('HeapProfiler.enable');
    let steps = 0;
    const edit = async (count: number) => {
      for (let step = 0; step < count; step++) {
        // There and back again, so that it stays on its wall however long this goes on.
        const isBack = Math.floor(steps / 100) % 2 === 1;
        await page.keyboard.press(isBack ? 'ArrowLeft' : 'ArrowRight');
        steps++;
        await page.waitForTimeout(25);
      }
    };
    /** As many drags as there are fifties of edits, each one edit. */
    let drags = 0;
    const drag = async () => {
      // Freely: what it sticks to would move it sideways.
      await page.keyboard.down('Alt');
      await dragBy(page, gear(page, 'inverter-a'), 0, drags % 2 === 0 ? 12 : -12);
      await page.keyboard.up('Alt');
      drags++;
    };
    // Until the history that can be undone is as long as it gets, it takes room.
    const settled = IS_FULL ? 500 : 420;
    await edit(settled);
    await drag();
    let before = await figures(session);
    const [first] = [before];
    const rounds: { scriptMs: number; heapMb: number }[] = [];
    let longestUnsavedMs = 0;
    await goRounds(5, 90, 500, async () => {
      const sinceMs = Date.now();
      const saved = placedOf(await readRevision(house.url(), id));
      await edit(50);
      // Without a pause between the edits, something was saved all the same.
      if (placedOf(await readRevision(house.url(), id)) === saved)
        longestUnsavedMs = Math.max(longestUnsavedMs, Date.now() - sinceMs);
      await drag();
      const after = await figures(session);
      rounds.push({ scriptMs: (after.scriptMs - before.scriptMs) / 51, heapMb: after.heapMb });
      before = after;
    });
    await expectSaved(page);
    const last = rounds.at(-1);
    if (last === undefined) throw new Error('Nothing was edited.');
    tell('steady edits', {
      edits: steps + drags,
      drags,
      [`heap MB after ${settled}`]: first.heapMb.toFixed(1),
      'at the end': last.heapMb.toFixed(1),
      'script ms an edit at first': rounds[0]?.scriptMs.toFixed(1) ?? '',
      'in the end': last.scriptMs.toFixed(1),
    });
    expect(longestUnsavedMs).toBeLessThan(5000);
    expect(last.heapMb - first.heapMb).toBeLessThan(IS_FULL ? 5 : 2.5);
    // A ratio within one run, with room for a shared machine: what grows with the history grows far beyond it.
    expect(last.scriptMs / (rounds[0]?.scriptMs ?? 1)).toBeLessThan(2);
    const offset = steps % 200 <= 100 ? steps % 200 : 200 - (steps % 200);
    const began = placedOf(honeyHouse());
    expect(placedOf(await readRevision(house.url(), id)) - began).toBeCloseTo(
      (offset * MM_PER_INCH) / INCH_READER.inchDenominator,
      6,
    );
  } finally {
    await house.close();
  }
});

function placedOf({ placements }: Plan): number {
  return placements.find((each) => each.id === 'inverter-a')?.xMm ?? 0;
}
