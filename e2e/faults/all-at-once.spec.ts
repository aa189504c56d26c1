import { expect, test, type Page, type Route } from '@playwright/test';
import { MM_PER_INCH } from '@zarnel/core/words';
import { gear } from '../job.ts';
import { chanceOf, goRounds, pause, TIMEOUT_MS, tell } from './chance.ts';
import { House, importJob, readRevision } from './house.ts';

test.describe.configure({ timeout: TIMEOUT_MS });

/** What may come between a page and its server; each lasts while `edit` goes on, and is over after it. */
type Fault = (page: Page, house: House, edit: () => Promise<void>) => Promise<void>;

function answeredWith(answer: (route: Route) => Promise<void>): Fault {
  return async (page, _house, edit) => {
    await page.route('**/api/jobs/*/plan', answer);
    await edit();
    await page.unroute('**/api/jobs/*/plan');
  };
}

const fulfilled = (status: number, contentType: string, body: string, headers = {}) =>
  answeredWith((route) => route.fulfill({ status, contentType, body, headers }));

const FAULTS: Readonly<Record<string, Fault>> = {
  'server killed': async (_page, house, edit) => {
    await Promise.all([house.killServer(), edit()]);
  },
  'html for an answer': fulfilled(200, 'text/html', '<title>Sign in to this network</title>'),
  'database frozen': async (_page, house, edit) => {
    house.freeze('database', true);
    await edit();
    house.freeze('database', false);
  },
  'cut answer': fulfilled(200, 'application/json', '{"revision":'),
  'stored, and no answer': answeredWith(async (route) => {
    // What this fault left on its way may end after it.
    await route.fetch().catch(() => null);
    await route.abort().catch(() => null);
  }),
  'too many requests': fulfilled(429, 'application/json', '{}', { 'Retry-After': '1' }),
  'not signed in': fulfilled(401, 'text/html', ''),
  'no network': async (page, _house, edit) => {
    await page.context().setOffline(true);
    await edit();
    await page.context().setOffline(false);
  },
  'database killed': async (_page, house, edit) => {
    await Promise.all([house.killDatabase(), edit()]);
  },
  'server frozen': async (_page, house, edit) => {
    house.freeze('server', true);
    await edit();
    house.freeze('server', false);
  },
  'page gone and back': async (page, _house, edit) => {
    await edit();
    await page.reload();
    await gear(page, 'inverter-a').click();
    await edit();
  },
  'store full': async (page, _house, edit) => {
    await page.evaluate(() => {
      const native = Object.getOwnPropertyDescriptor(Storage.prototype, 'setItem');
      Object.assign(window, { native });
      Object.defineProperty(Storage.prototype, 'setItem', {
        configurable: true,
        value: () => {
          throw new DOMException('full', 'QuotaExceededError');
        },
      });
    });
    await edit();
    await page.evaluate(() => {
      const { native } = window as unknown as { native: PropertyDescriptor };
      Object.defineProperty(Storage.prototype, 'setItem', native);
    });
    // What the store did not take is written with the next edit, or by and by.
    await edit();
  },
};

const MOST_OFF_MM = 4 * MM_PER_INCH;

test('with every fault after another no edit is lost', async ({ page }) => {
  const chance = chanceOf('all at once');
  const house = await House.open();
  const names = Object.keys(FAULTS);
  try {
    const id = await importJob(house.url());
    await page.goto(`${house.url()}/jobs/${id}/mount`);
    await gear(page, 'inverter-a').click();
    const beganMm = placed(await readRevision(house.url(), id));
    let expectedMm = beganMm;
    let edits = 0;
    const edit = async () => {
      for (let count = 0; count < 4; count++) {
        // Here and there, and never so far that another piece hangs before it.
        const isFar = Math.abs(expectedMm - beganMm) > MOST_OFF_MM;
        const inches = isFar ? Math.sign(beganMm - expectedMm) : chance.pick([-1, 1]);
        await page.keyboard.press(inches < 0 ? 'Shift+ArrowLeft' : 'Shift+ArrowRight');
        expectedMm += inches * MM_PER_INCH;
        edits++;
        await pause(chance.below(200));
      }
    };
    const faults = await goRounds(names.length, 450, 150, async (round) => {
      // Each once, then by chance.
      const name = names[round] ?? chance.pick(names);
      await FAULTS[name]?.(page, house, edit);
      // Now and then it comes to rest; else the next fault meets what the last one left unsent.
      if (chance.below(4) > 0) return;
      await expect(page.getByTestId('save-state'), name).toHaveText('Saved', { timeout: 60_000 });
      expect(placed(await readRevision(house.url(), id)), name).toBeCloseTo(expectedMm, 6);
    });
    await expect(page.getByTestId('save-state')).toHaveText('Saved', { timeout: 60_000 });
    expect(placed(await readRevision(house.url(), id))).toBeCloseTo(expectedMm, 6);
    const list = await fetch(`${house.url()}/api/jobs/${id}/revisions?limit=500`);
    const { revisions } = (await list.json()) as { revisions: { kind: string }[] };
    const conflicts = revisions.filter(({ kind }) => kind === 'conflict').length;
    tell('every fault', { faults, edits, conflicts });
    expect(conflicts).toBe(0);
  } finally {
    await house.close();
  }
});

function placed({ placements }: { placements: readonly { id: string; xMm: number }[] }): number {
  return placements.find(({ id }) => id === 'inverter-a')?.xMm ?? NaN;
}
