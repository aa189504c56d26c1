import { expect, test, type CDPSession } from '@playwright/test';
import { honeyHouse } from '@zarnel/core/files';
import { INCH_READER, MM_PER_INCH } from '@zarnel/core/words';
import { expectSaved, gear } from '../job.ts';
import { goRounds, tell } from './chance.ts';
import { House, importJob, readRevision } from './house.ts';

test.describe.configure({ timeout: 600_000 });

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
    const edit = async (count: number) => {
      for (let step = 0; step < count; step++) {
        await page.keyboard.press('ArrowRight');
        await page.waitForTimeout(40);
      }
    };
    await edit(20);
    const rounds: { scriptMs: number; heapMb: number }[] = [];
    let before = await figures(session);
    let longestUnsavedMs = 0;
    let edits = 20;
    const count = await goRounds(3, 18, 80, async () => {
      const sinceMs = Date.now();
      const saved = (await readRevision(house.url(), id)).placements.find(
        (each) => each.id === 'inverter-a',
      )?.xMm;
      await edit(50);
      edits += 50;
      // Without a pause between the edits, something was saved all the same.
      const now = (await readRevision(house.url(), id)).placements.find(
        (each) => each.id === 'inverter-a',
      )?.xMm;
      if (now === saved) longestUnsavedMs = Math.max(longestUnsavedMs, Date.now() - sinceMs);
      const after = await figures(session);
      rounds.push({ scriptMs: (after.scriptMs - before.scriptMs) / 50, heapMb: after.heapMb });
      before = after;
    });
    await expectSaved(page);
    const [first, last] = [rounds[0], rounds.at(-1)];
    if (first === undefined || last === undefined) throw new Error('Nothing was edited.');
    tell('steady edits', {
      edits,
      rounds: count,
      'script ms an edit at first': first.scriptMs.toFixed(1),
      'in the end': last.scriptMs.toFixed(1),
      'heap MB at first': first.heapMb.toFixed(1),
      'at the end': last.heapMb.toFixed(1),
    });
    expect(longestUnsavedMs).toBeLessThan(5000);
    // What can be undone takes some room, up to its bound, and nothing else does.
    expect(last.heapMb - first.heapMb).toBeLessThan(4);
    // A ratio within one run, with room for a shared machine: what grows with the history grows far beyond it.
    expect(last.scriptMs / first.scriptMs).toBeLessThan(2);
    const placed =
      (await readRevision(house.url(), id)).placements.find((each) => each.id === 'inverter-a')?.xMm ?? 0;
    const began = honeyHouse().placements.find((each) => each.id === 'inverter-a')?.xMm ?? 0;
    expect(placed - began).toBeCloseTo((edits * MM_PER_INCH) / INCH_READER.inchDenominator, 6);
  } finally {
    await house.close();
  }
});
