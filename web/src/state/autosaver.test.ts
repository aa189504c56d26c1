import { afterAll, describe, expect, test } from '@jest/globals';
import { install } from '@sinonjs/fake-timers';
import { honeyHouse } from '@zarnel/core/files';
import type { Plan } from '@zarnel/core/plan';
import { Autosaver, type Save, type SaveAnswer, type SaveState } from './autosaver.ts';
import type { Draft } from './drafts.ts';

const OWN = { line: 'line', secret: 'the secret of this page' };
const UNREACHABLE = { kind: 'unreachable', status: null, retryAfterMs: null } as const;

const named = (name: string): Plan => ({ ...honeyHouse(), name });

function setUp(answers: SaveAnswer[]) {
  const sent: { madeFrom: number; name: string }[] = [];
  const states: SaveState[] = [];
  const drafts = new Map<string, Draft>();
  const faults = { doWritesFail: false, doesSendThrow: false };
  const saver = new Autosaver('job', 1, OWN, {
    send: ({ madeFrom, plan }) => {
      if (faults.doesSendThrow) {
        faults.doesSendThrow = false;
        return Promise.reject(new Error('a bug'));
      }
      sent.push({ madeFrom, name: plan.name });
      return Promise.resolve(answers.shift() ?? UNREACHABLE);
    },
    drafts: {
      read: (id) => Promise.resolve(drafts.get(id)),
      write: (draft) =>
        faults.doWritesFail
          ? Promise.reject(new Error('QuotaExceededError'))
          : Promise.resolve(void drafts.set(draft.jobId, draft)),
      remove: (id, line, order) => {
        const kept = drafts.get(id);
        if (kept?.line === line && kept.order <= order) drafts.delete(id);
        return Promise.resolve();
      },
      unread: () => Promise.resolve([]),
      letGo: () => Promise.resolve(),
    },
    onState: (state) => states.push(state),
    onError: () => undefined,
    settleMs: 500,
    mostMs: 4000,
    retryMs: 3000,
    retryRefusedMs: 15_000,
    retryStoreMs: 4000,
  });
  const failWrites = (isFailing: boolean) => {
    faults.doWritesFail = isFailing;
  };
  const throwOnce = () => {
    faults.doesSendThrow = true;
  };
  return { saver, sent, states, drafts, failWrites, throwOnce };
}

const clock = install({ toFake: ['setTimeout', 'clearTimeout', 'Date'] });
afterAll(() => clock.uninstall());

describe('drafts of quick edits', () => {
  test('do not wait in line: while one is written, later ones take each other’s place, and the newest is kept', async () => {
    const written: string[] = [];
    const ends: (() => void)[] = [];
    const kept: { name: string | null } = { name: null };
    const saver = new Autosaver('job', 1, OWN, {
      send: () => Promise.resolve(UNREACHABLE),
      drafts: {
        read: () => Promise.resolve(undefined),
        write: ({ plan }) =>
          new Promise((resolve) => {
            written.push(plan.name);
            ends.push(() => {
              kept.name = plan.name;
              resolve();
            });
          }),
        remove: () => Promise.resolve(),
        unread: () => Promise.resolve([]),
        letGo: () => Promise.resolve(),
      },
      onState: () => undefined,
      onError: () => undefined,
      settleMs: 500,
      mostMs: 4000,
      retryMs: 3000,
      retryRefusedMs: 15_000,
      retryStoreMs: 4000,
    });
    for (let edit = 1; edit <= 50; edit++) {
      saver.changed(named(`Edit ${edit}`));
      // The first is being written from here on.
      if (edit === 1) await clock.tickAsync(1);
    }
    expect(written).toEqual(['Edit 1']);
    ends[0]?.();
    await clock.tickAsync(1);
    expect(written).toEqual(['Edit 1', 'Edit 50']);
    ends[1]?.();
    await clock.tickAsync(1);
    expect(kept.name).toBe('Edit 50');
  });
});

describe('Autosaver', () => {
  test('sends edits made close together as one save and drops the draft once it is acknowledged', async () => {
    const { saver, sent, states, drafts } = setUp([{ kind: 'saved', revision: 2 }]);
    saver.changed(named('A'));
    saver.changed(named('B'));
    await clock.tickAsync(100);
    expect(drafts.get('job')?.plan.name).toBe('B');
    await clock.tickAsync(500);
    expect(sent).toEqual([{ madeFrom: 1, name: 'B' }]);
    expect(states.at(-1)).toEqual({ kind: 'saved' });
    expect(drafts.size).toBe(0);
  });

  test('says where the disk of the server is full, and saves when there is room', async () => {
    const { saver, states, drafts } = setUp([
      { kind: 'disk-full', status: 507, retryAfterMs: null },
      { kind: 'saved', revision: 2 },
    ]);
    saver.changed(named('A'));
    await clock.tickAsync(500);
    expect(states.at(-1)).toEqual({
      kind: 'offline',
      why: 'disk-full',
      status: 507,
      editCount: 1,
      isKept: true,
    });
    await clock.tickAsync(3000);
    expect(states.at(-1)).toEqual({ kind: 'saved' });
    expect(drafts.size).toBe(0);
  });

  test('keeps edits while the server is away, counts them, and sends the newest when it is back', async () => {
    const { saver, sent, states, drafts } = setUp([UNREACHABLE, { kind: 'saved', revision: 2 }]);
    saver.changed(named('A'));
    await clock.tickAsync(500);
    expect(states.at(-1)).toEqual({
      kind: 'offline',
      why: 'unreachable',
      status: null,
      editCount: 1,
      isKept: true,
    });
    expect(drafts.get('job')?.madeFrom).toBe(1);
    await clock.tickAsync(3000);
    expect(sent).toHaveLength(2);
    expect(states.at(-1)).toEqual({ kind: 'saved' });
    expect(drafts.size).toBe(0);
  });

  test('saves again what was edited while a save was under way, over the new revision', async () => {
    const { saver, sent, drafts } = setUp([
      { kind: 'saved', revision: 2 },
      { kind: 'saved', revision: 3 },
    ]);
    saver.changed(named('A'));
    const sending = saver.flush();
    saver.changed(named('B'));
    await sending;
    await clock.tickAsync(500);
    expect(sent).toEqual([
      { madeFrom: 1, name: 'A' },
      { madeFrom: 2, name: 'B' },
    ]);
    expect(drafts.size).toBe(0);
  });

  test('goes on beside the other at a conflict, each kept, and overwrites only when told to', async () => {
    const { saver, sent, states, drafts } = setUp([
      { kind: 'stale', current: 5, kept: 6 },
      { kind: 'stale', current: 5, kept: 7 },
      { kind: 'saved', revision: 8 },
    ]);
    saver.changed(named('Mine'));
    await clock.tickAsync(500);
    expect(states.at(-1)).toEqual({ kind: 'conflict', current: 5, kept: 6 });
    saver.changed(named('Mine, more'));
    await clock.tickAsync(60_000);
    expect(sent.map(({ name, madeFrom }) => [name, madeFrom])).toEqual([
      ['Mine', 1],
      ['Mine, more', 1],
    ]);
    expect(states.at(-1)).toEqual({ kind: 'conflict', current: 5, kept: 7 });
    expect(drafts.get('job')?.plan.name).toBe('Mine, more');
    saver.overwrite(5);
    await clock.tickAsync(10);
    expect(sent.at(-1)).toEqual({ madeFrom: 5, name: 'Mine, more' });
    expect(drafts.size).toBe(0);
  });

  test('forgets the draft when the other version is taken', async () => {
    const { saver, drafts } = setUp([{ kind: 'stale', current: 5, kept: 6 }]);
    saver.changed(named('Mine'));
    await clock.tickAsync(500);
    expect(await saver.discard()).toBe(true);
    expect(drafts.size).toBe(0);
  });

  test('forgets no edit that came after the conflict: it is kept beside first, or nothing is taken', async () => {
    const { saver, sent, drafts } = setUp([
      { kind: 'stale', current: 5, kept: 6 },
      UNREACHABLE,
      { kind: 'stale', current: 5, kept: 7 },
    ]);
    saver.changed(named('Mine'));
    await clock.tickAsync(500);
    saver.changed(named('Mine, more'));
    expect(await saver.discard()).toBe(false);
    expect(drafts.get('job')?.plan.name).toBe('Mine, more');
    expect(await saver.discard()).toBe(true);
    expect(sent.map(({ name }) => name)).toEqual(['Mine', 'Mine, more', 'Mine, more']);
    expect(drafts.size).toBe(0);
  });

  test('removes no draft but the one that was saved', async () => {
    const { saver, drafts } = setUp([{ kind: 'saved', revision: 2 }]);
    saver.changed(named('A'));
    await clock.tickAsync(400);
    // Another line of this tab has written since.
    const other = {
      jobId: 'job',
      madeFrom: 1,
      plan: named('Other'),
      editCount: 1,
      line: 'other',
      secret: 'other',
      order: 1,
    };
    drafts.set('job', other);
    await clock.tickAsync(200);
    expect(drafts.get('job')).toBe(other);
  });

  test('lets no edit wait longer than it may, however steadily the plan is edited', async () => {
    const { saver, sent } = setUp(
      Array.from({ length: 9 }, (_, index) => ({ kind: 'saved', revision: index + 2 })),
    );
    for (let edit = 0; edit < 60; edit++) {
      saver.changed(named(`${edit}`));
      await clock.tickAsync(400);
    }
    // 24 s of edits, each within 0.5 s of the last: a save at least every 4 s and the time of one more edit.
    const edits = sent.map(({ name }) => Number(name));
    expect(edits.length).toBeGreaterThanOrEqual(5);
    edits.forEach((edit, index) => expect(edit - (edits[index - 1] ?? 0)).toBeLessThanOrEqual(11));
  });

  test('goes on keeping drafts after a write that failed, and says meanwhile that they are not kept', async () => {
    const { saver, states, drafts, failWrites } = setUp([UNREACHABLE, UNREACHABLE, UNREACHABLE]);
    failWrites(true);
    saver.changed(named('A'));
    await clock.tickAsync(600);
    expect(states.at(-1)).toEqual({
      kind: 'offline',
      why: 'unreachable',
      status: null,
      editCount: 1,
      isKept: false,
    });
    failWrites(false);
    saver.changed(named('B'));
    await clock.tickAsync(600);
    expect(drafts.get('job')?.plan.name).toBe('B');
    expect(states.at(-1)).toEqual({
      kind: 'offline',
      why: 'unreachable',
      status: null,
      editCount: 2,
      isKept: true,
    });
  });

  test('tries again when sending breaks in a way nobody foresaw', async () => {
    const { saver, sent, states, throwOnce } = setUp([{ kind: 'saved', revision: 2 }]);
    throwOnce();
    saver.changed(named('A'));
    await clock.tickAsync(600);
    expect(states.at(-1)).toMatchObject({ kind: 'offline', why: 'unreachable', editCount: 1 });
    await clock.tickAsync(3100);
    expect(sent.map(({ name }) => name)).toEqual(['A']);
    expect(states.at(-1)).toEqual({ kind: 'saved' });
  });

  test.each([400, 403, 404, 408, 409, 413, 422, 429, 431])(
    'goes on after %d: says which, keeps all, and tries again by itself, with the next edit and when woken',
    async (status) => {
      const refused: SaveAnswer = { kind: 'refused', status, message: 'No.', retryAfterMs: null };
      const { saver, sent, states, drafts } = setUp([
        refused,
        refused,
        refused,
        refused,
        { kind: 'saved', revision: 2 },
      ]);
      saver.changed(named('A'));
      await clock.tickAsync(600);
      const told = { kind: 'refused', status, message: 'No.', isKept: true };
      expect(states.at(-1)).toEqual({ ...told, editCount: 1 });
      await clock.tickAsync(15_100);
      saver.changed(named('B'));
      await clock.tickAsync(600);
      expect(states.at(-1)).toEqual({ ...told, editCount: 2 });
      saver.wake();
      await clock.tickAsync(10);
      expect(sent.map(({ name }) => name)).toEqual(['A', 'A', 'B', 'B']);
      expect(drafts.get('job')?.plan.name).toBe('B');
      await clock.tickAsync(15_100);
      expect(states.at(-1)).toEqual({ kind: 'saved' });
      expect(drafts.size).toBe(0);
    },
  );

  test('asks to sign in where something before the server asks who one is, and goes on when one is back', async () => {
    const { saver, states } = setUp([
      { kind: 'sign-in', status: 401, retryAfterMs: null },
      { kind: 'saved', revision: 2 },
    ]);
    saver.changed(named('A'));
    await clock.tickAsync(600);
    expect(states.at(-1)).toMatchObject({ kind: 'offline', why: 'sign-in', status: 401 });
    saver.wake();
    await clock.tickAsync(10);
    expect(states.at(-1)).toEqual({ kind: 'saved' });
  });

  test('leaves a server alone for as long as it asks, whatever is edited, pressed or woken', async () => {
    const { saver, sent, states } = setUp([
      { kind: 'unreachable', status: 503, retryAfterMs: 60_000 },
      { kind: 'saved', revision: 2 },
    ]);
    saver.changed(named('A'));
    await clock.tickAsync(600);
    saver.changed(named('B'));
    saver.wake();
    await saver.flush();
    await clock.tickAsync(55_000);
    expect(sent).toHaveLength(1);
    // Nothing is on its way, and nobody is told that it is.
    expect(states.at(-1)).toMatchObject({ kind: 'offline', editCount: 2 });
    await clock.tickAsync(6000);
    expect(sent.map(({ name }) => name)).toEqual(['A', 'B']);
    expect(states.at(-1)).toEqual({ kind: 'saved' });
  });

  test('writes what is not kept as soon as the store of the browser works again, without another edit', async () => {
    const { saver, drafts, failWrites } = setUp([]);
    failWrites(true);
    saver.changed(named('A'));
    await clock.tickAsync(9000);
    expect(drafts.size).toBe(0);
    failWrites(false);
    await clock.tickAsync(4100);
    expect(drafts.get('job')?.plan.name).toBe('A');
  });

  test('sends what is edited after a draft was taken up, and not the draft again', async () => {
    const sent: Save[] = [];
    const kept: Draft[] = [];
    const draft: Draft = { jobId: 'job', madeFrom: 1, plan: named('Draft'), editCount: 1, order: 1, ...OWN };
    const saver = new Autosaver('job', 1, draft, {
      send: (save) => {
        sent.push(save);
        return Promise.resolve({ kind: 'saved', revision: sent.length + 1 });
      },
      drafts: {
        read: () => Promise.resolve(undefined),
        write: (each) => Promise.resolve(void kept.push(each)),
        remove: () => Promise.resolve(),
        unread: () => Promise.resolve([]),
        letGo: () => Promise.resolve(),
      },
      onState: () => undefined,
      onError: () => undefined,
      settleMs: 500,
      mostMs: 4000,
      retryMs: 3000,
      retryRefusedMs: 15_000,
      retryStoreMs: 4000,
    });
    saver.resume(draft);
    await clock.tickAsync(10);
    saver.changed(named('More'));
    await clock.tickAsync(600);
    expect(sent.map(({ plan, madeFrom, order }) => [plan.name, madeFrom, order])).toEqual([
      ['Draft', 1, 1],
      ['More', 2, 2],
    ]);
    expect(kept.at(-1)).toMatchObject({ madeFrom: 2, editCount: 1, order: 2, plan: { name: 'More' } });
  });
});
