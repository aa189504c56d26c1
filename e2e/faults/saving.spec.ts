import { expect, test } from '@playwright/test';
import { honeyHouse } from '@zarnel/core/files';
import type { Plan } from '@zarnel/core/plan';
import { MM_PER_INCH } from '@zarnel/core/words';
import { expectSaved, gear } from '../job.ts';
import { chanceOf, goRounds, pause, tell, TIMEOUT_MS } from './chance.ts';
import { countLost, House, importJob, readRevision, Saver } from './house.ts';

test.describe.configure({ timeout: TIMEOUT_MS });

test('no acknowledged save is lost when the server or the database is killed while saving', async () => {
  const chance = chanceOf('kills');
  const house = await House.open();
  try {
    const savers: Saver[] = [];
    for (let index = 0; index < 3; index++)
      savers.push(new Saver(await importJob(house.url()), () => house.url()));
    let isOver = false;
    const saving = savers.map(async (saver, index) => {
      for (let count = 0; !isOver; count++)
        await saver.save({ ...honeyHouse(), name: `Saver ${index}, ${count}` }, Date.now() + 60_000);
    });
    const kills = await goRounds(4, 1000, 150, async () => {
      await pause(100 + chance.below(700));
      if (chance.below(3) === 0) await house.killDatabase();
      else await house.killServer();
    });
    isOver = true;
    await Promise.all(saving);
    const saves = savers.reduce((sum, { acknowledged }) => sum + acknowledged.size, 0);
    const lost = await countLost(house.url(), savers);
    tell('killed while saving', {
      kills,
      saves,
      lost,
      'worst ms': Math.max(...savers.map((s) => s.worstMs)),
    });
    expect(saves).toBeGreaterThan(kills);
    expect(lost).toBe(0);
  } finally {
    await house.close();
  }
});

test('a database that stands still is said in time, and what was sent meanwhile is kept once it goes on', async () => {
  const house = await House.open();
  try {
    const saver = new Saver(await importJob(house.url()), () => house.url());
    const worstMs: number[] = [];
    await goRounds(1, 6, 120, async (round) => {
      house.freeze('database', true);
      // What it was doing just then may still be done.
      await pause(300);
      const sinceMs = Date.now();
      const saving = saver.save({ ...honeyHouse(), name: `Frozen ${round}` }, Date.now() + 60_000);
      const told = await fetch(`${house.url()}/api/jobs/${saver.jobId}/plan`);
      expect(told.status).toBe(503);
      worstMs.push(Date.now() - sinceMs);
      const health = Date.now();
      expect((await fetch(`${house.url()}/api/health`)).status).toBe(503);
      expect(Date.now() - health).toBeLessThan(2000);
      house.freeze('database', false);
      await saving;
    });
    const lost = await countLost(house.url(), [saver]);
    tell('frozen database', { rounds: worstMs.length, lost, 'told after ms': Math.max(...worstMs) });
    expect(lost).toBe(0);
    expect(Math.max(...worstMs)).toBeLessThan(10_000);
  } finally {
    house.freeze('database', false);
    await house.close();
  }
});

test('every one of many interleaved saves is kept, and one of each becomes the newest', async () => {
  const house = await House.open();
  try {
    const jobId = await importJob(house.url());
    const savers = Array.from({ length: 8 }, () => new Saver(jobId, () => house.url()));
    let [saves, conflicts] = [0, 0];
    await goRounds(8, 1250, 60, async (round) => {
      const outcomes = await Promise.all(
        savers.map((saver, index) =>
          saver.save({ ...honeyHouse(), name: `Round ${round}, ${index}` }, Date.now() + 60_000),
        ),
      );
      saves += outcomes.length;
      conflicts += outcomes.filter((outcome) => outcome === 'stale').length;
      expect(outcomes).toContain('saved');
    });
    const numbers = savers.flatMap(({ acknowledged }) => [...acknowledged.keys()]);
    expect(new Set(numbers).size).toBe(saves);
    const lost = await countLost(house.url(), savers);
    tell('interleaved', { saves, conflicts, lost, 'worst ms': Math.max(...savers.map((s) => s.worstMs)) });
    expect(lost).toBe(0);
  } finally {
    await house.close();
  }
});

test('while one job is locked the saves of others are answered as at all times', async () => {
  const house = await House.open();
  try {
    const [stuck, ...others] = await Promise.all(Array.from({ length: 4 }, () => importJob(house.url())));
    if (stuck === undefined) throw new Error('There is no job.');
    const waiting = Array.from({ length: 12 }, () => new Saver(stuck, () => house.url()));
    const savers = others.map((jobId) => new Saver(jobId, () => house.url()));
    const timesMs: number[] = [];
    await goRounds(2, 40, 90, async (round) => {
      const letGo = await house.lockJob(stuck);
      const held = waiting.map((saver, index) =>
        saver.save({ ...honeyHouse(), name: `Waits ${round}, ${index}` }, Date.now() + 60_000),
      );
      await pause(100);
      for (let count = 0; count < 10; count++)
        await Promise.all(
          savers.map(async (saver) => {
            const sinceMs = Date.now();
            await saver.save({ ...honeyHouse(), name: `Goes on ${round}, ${count}` }, Date.now() + 60_000);
            timesMs.push(Date.now() - sinceMs);
          }),
        );
      await letGo();
      await Promise.all(held);
    });
    timesMs.sort((a, b) => a - b);
    const p99Ms = timesMs[Math.floor(timesMs.length * 0.99)] ?? NaN;
    const lost = await countLost(house.url(), [...waiting, ...savers]);
    tell('beside a locked job', {
      saves: timesMs.length,
      lost,
      'median ms': timesMs[timesMs.length >> 1] ?? NaN,
      'p99 ms': p99Ms,
    });
    expect(lost).toBe(0);
    expect(p99Ms).toBeLessThan(1000);
  } finally {
    await house.close();
  }
});

test('what is edited in the browser is there in the end, however often the server is killed', async ({
  page,
}) => {
  const chance = chanceOf('browser kills');
  const house = await House.open();
  try {
    const id = await importJob(house.url());
    await page.goto(`${house.url()}/jobs/${id}/mount`);
    await gear(page, 'inverter-a').click();
    let expectedMm = placedMm(honeyHouse());
    let edits = 0;
    const kills = await goRounds(2, 56, 120, async () => {
      const killing = pause(chance.below(800)).then(() => house.killServer());
      for (let count = 0; count < 6; count++) {
        const inches = chance.pick([-1, 1]);
        await page.keyboard.press(inches < 0 ? 'Shift+ArrowLeft' : 'Shift+ArrowRight');
        expectedMm += inches * MM_PER_INCH;
        edits++;
        await pause(chance.below(250));
      }
      await killing;
      if (chance.below(4) === 0) {
        // Gone and back while some of it is unsent.
        await page.reload();
        await gear(page, 'inverter-a').click();
      }
    });
    await expectSaved(page);
    expect(placedMm(await readRevision(house.url(), id))).toBeCloseTo(expectedMm, 6);
    const { revisions } = (await (
      await fetch(`${house.url()}/api/jobs/${id}/revisions?limit=500`)
    ).json()) as {
      revisions: { kind: string }[];
    };
    const conflicts = revisions.filter(({ kind }) => kind === 'conflict').length;
    tell('killed while edited', { kills, edits, revisions: revisions.length, conflicts });
    expect(conflicts).toBe(0);
  } finally {
    await house.close();
  }
});

function placedMm({ placements }: Plan): number {
  return placements.find(({ id }) => id === 'inverter-a')?.xMm ?? NaN;
}
