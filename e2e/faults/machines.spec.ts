import { expect, test } from '@playwright/test';
import { honeyHouse } from '@zarnel/core/files';
import { expectSaved, gear } from '../job.ts';
import { openBalancer } from './balancer.ts';
import { chanceOf, goRounds, pause, tell, TIMEOUT_MS } from './chance.ts';
import { Cluster } from './cluster.ts';
import { countLost, House, importJob, readRevision, Saver } from './house.ts';

test.describe.configure({ timeout: TIMEOUT_MS });

test('two servers on one database serve one client between them, while either is killed', async ({
  page,
}) => {
  const chance = chanceOf('two servers');
  const house = await House.open(2);
  const balancer = await openBalancer(() => [house.url(0), house.url(1)]);
  try {
    const id = await importJob(balancer.url);
    const savers: Saver[] = [];
    for (let index = 0; index < 2; index++)
      savers.push(new Saver(await importJob(balancer.url), () => balancer.url));
    await page.goto(`${balancer.url}/jobs/${id}/mount`);
    await gear(page, 'inverter-a').click();
    let isOver = false;
    const saving = savers.map(async (saver, index) => {
      for (let count = 0; !isOver; count++)
        await saver.save({ ...honeyHouse(), name: `Saver ${index}, ${count}` }, Date.now() + 60_000);
    });
    let edits = 0;
    const kills = await goRounds(2, 40, 60, async (round) => {
      const killing = pause(chance.below(400)).then(() => house.killServer(round % 2));
      for (let count = 0; count < 3; count++) {
        await page.keyboard.press('Shift+ArrowRight');
        edits++;
        await pause(chance.below(300));
      }
      await killing;
    });
    isOver = true;
    await Promise.all(saving);
    await expectSaved(page);
    const lost = await countLost(balancer.url, savers);
    const saves = savers.reduce((sum, { acknowledged }) => sum + acknowledged.size, 0);
    const worstMs = Math.max(...savers.map((saver) => saver.worstMs));
    tell('two servers', { kills, saves, edits, lost, 'worst ms': worstMs });
    expect(lost).toBe(0);
    expect([...balancer.counts.values()].every((count) => count > 0) && balancer.counts.size === 2).toBe(
      true,
    );
    const before = honeyHouse().placements.find((each) => each.id === 'inverter-a')?.xMm ?? 0;
    const after = (await readRevision(balancer.url, id)).placements.find(
      (each) => each.id === 'inverter-a',
    )?.xMm;
    expect(after).toBeCloseTo(before + edits * 25.4, 6);
  } finally {
    balancer.close();
    await house.close();
  }
});

test('a cluster of three databases loses a node during saves, and the client notices no more than a pause', async () => {
  const cluster = await Cluster.open();
  test.skip(
    cluster === null,
    'Galera is not installed here and cannot be: nothing was tried with a cluster.',
  );
  if (cluster === null) return;
  try {
    const savers: Saver[] = [];
    for (let index = 0; index < 2; index++)
      savers.push(new Saver(await importJob(cluster.url), () => cluster.url));
    let isOver = false;
    let longestMs = 0;
    const saving = savers.map(async (saver, index) => {
      for (let count = 0; !isOver; count++) {
        const sinceMs = Date.now();
        await saver.save({ ...honeyHouse(), name: `Saver ${index}, ${count}` }, Date.now() + 60_000);
        longestMs = Math.max(longestMs, Date.now() - sinceMs);
      }
    });
    await pause(2000);
    await cluster.killNode(0);
    await pause(8000);
    isOver = true;
    await Promise.all(saving);
    const lost = await countLost(cluster.url, savers);
    const saves = savers.reduce((sum, { acknowledged }) => sum + acknowledged.size, 0);
    tell('a node of three killed', { saves, lost, 'longest pause ms': longestMs });
    expect(lost).toBe(0);
    expect(longestMs).toBeLessThan(10_000);
  } finally {
    await cluster.close();
  }
});
