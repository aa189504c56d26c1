import { describe, expect, test } from '@jest/globals';
import { honeyHouse } from '@zarnel/core/files';
import { writePlanCompact } from '@zarnel/core/plan';
import { isDatabaseLost, openDatabase, transact } from './database.ts';
import { RevisionEntity } from './entities/revision.ts';
import { JobStore } from './jobs/job-store.ts';
import { digestOf, unpackText } from './jobs/packed-text.ts';
import { Jobs1764000000001 } from './migrations/0001-jobs.ts';
import { LibraryAndReadings1764000000002 } from './migrations/0002-library-and-readings.ts';
import { GearFormat1764000000003 } from './migrations/0003-gear-format.ts';
import { LinesOfWork1764000000004 } from './migrations/0004-lines-of-work.ts';
import { PackedRevisions1764000000005 } from './migrations/0005-packed-revisions.ts';
import { SaneTime1764000000006 } from './migrations/0006-sane-time.ts';
import { throwawayDatabaseUrl } from './test-database.ts';

describe('isDatabaseLost', () => {
  test.each([
    [{ code: 'ECONNREFUSED' }, true],
    [{ code: 'PROTOCOL_CONNECTION_LOST' }, true],
    [{ code: 'ER_LOCK_DEADLOCK' }, true],
    [{ code: 'ER_UNKNOWN_COM_ERROR', message: 'WSREP has not yet prepared node for application use' }, true],
    [new Error("Can't add new command when connection is in closed state"), true],
    [{ code: 'ER_DUP_ENTRY' }, false],
    [new Error('something else'), false],
    [null, false],
    ['ECONNREFUSED', false],
  ])('judges %p', (error, expected) => {
    expect(isDatabaseLost(error)).toBe(expected);
  });
});

describe('the database of the tests', () => {
  test.each([
    undefined,
    '',
    'mysql://root@127.0.0.1/zarnel_unit',
    'mysql://u:p@127.0.0.1:3306/zarnel',
    'mysql://u:p@example.org:3306/zarnel_unit',
  ])('is never %p', (url) => {
    expect(() => throwawayDatabaseUrl(url ?? '')).toThrow(/run npm test/u);
  });

  test('is not one that nobody named', async () => {
    for (const url of ['', 'mysql://', 'mysql://127.0.0.1:3306/', 'zarnel'])
      await expect(openDatabase(url)).rejects.toThrow(/No database was named/u);
  });
});

const TABLES = [
  'gear',
  'gear_version',
  'job',
  'loaded_demo',
  'migrations',
  'reading',
  'revision',
  'sane_time',
];

describe('the migrations', () => {
  const url = throwawayDatabaseUrl();

  test('go down and up again, and may be run twice after a half-made start', async () => {
    const own = url.replace(/\/[^/]*$/u, '/zarnel_migrations');
    const maker = await openDatabase(url);
    await maker.query('DROP DATABASE IF EXISTS zarnel_migrations');
    await maker.query('CREATE DATABASE zarnel_migrations CHARACTER SET utf8mb4');
    const source = await openDatabase(own);
    const tables = async () =>
      (
        await source.query<{ name: string }[]>(
          'SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE()',
        )
      )
        .map(({ name }) => name)
        .sort();
    try {
      expect(await tables()).toEqual(TABLES);
      for (let undone = 0; undone < 6; undone++) await source.undoLastMigration();
      expect(await tables()).toEqual(['migrations']);
      const runner = source.createQueryRunner();
      for (const migration of [
        new Jobs1764000000001(),
        new LibraryAndReadings1764000000002(),
        new GearFormat1764000000003(),
        new LinesOfWork1764000000004(),
        new PackedRevisions1764000000005(),
        new SaneTime1764000000006(),
      ]) {
        await migration.up(runner);
        await migration.up(runner);
      }
      await runner.release();
      expect(await tables()).toEqual(TABLES);
      // A revision without its job is refused by the database itself.
      const orphan =
        "INSERT INTO revision (job_id, number, kind, created_at, size_chars, packed, digest) VALUES ('x', 1, 'save', NOW(3), 2, '', '')";
      await expect(source.query(orphan)).rejects.toThrow(/foreign key constraint/iu);
    } finally {
      await source.destroy();
      await maker.query('DROP DATABASE zarnel_migrations');
      await maker.destroy();
    }
  });

  test('pack what was kept plain, and lose nothing of it', async () => {
    const own = url.replace(/\/[^/]*$/u, '/zarnel_plain');
    const maker = await openDatabase(url);
    await maker.query('DROP DATABASE IF EXISTS zarnel_plain');
    await maker.query('CREATE DATABASE zarnel_plain CHARACTER SET utf8mb4');
    const source = await openDatabase(own);
    try {
      for (let undone = 0; undone < 2; undone++) await source.undoLastMigration();
      const kept = new Map<string, string>();
      for (const job of ['a', 'b'].map((letter) => letter.repeat(36))) {
        const created = [job, 'Kept', new Date(), new Date(), 5];
        await source.query(
          'INSERT INTO job (id, name, created_at, updated_at, current_revision) VALUES (?, ?, ?, ?, ?)',
          created,
        );
        for (let number = 1; number <= 5; number++) {
          const text =
            number === 4 ? '{"format":' : writePlanCompact({ ...honeyHouse(), name: `Kept ${number}` });
          kept.set(`${job} ${number}`, text);
          await source.query(
            "INSERT INTO revision (job_id, number, kind, created_at, size_chars, document) VALUES (?, ?, 'save', ?, ?, ?)",
            [job, number, new Date(), text.length, text],
          );
        }
      }
      await source.runMigrations();
      const rows = await source.getRepository(RevisionEntity).find();
      expect(rows.map(({ base }) => base).sort()).toEqual([...Array<number>(8).fill(1), null, null]);
      for (const { jobId, number, packed, base, digest } of rows) {
        const text = kept.get(`${jobId} ${number}`) ?? '';
        const baseText = base === null ? null : (kept.get(`${jobId} ${base}`) ?? '');
        expect(await unpackText(packed, baseText)).toBe(text);
        expect(digest).toBe(digestOf(text));
      }
      const store = new JobStore(source, () => new Date());
      expect((await store.readPlan('a'.repeat(36)))?.plan.name).toBe('Kept 5');
      await expect(store.readText('a'.repeat(36), 4)).rejects.toThrow('Revision 4 does not open');
      await source.undoLastMigration();
      await expect(source.undoLastMigration()).rejects.toThrow('cannot read packed revisions');
    } finally {
      await source.destroy();
      await maker.query('DROP DATABASE zarnel_plain');
      await maker.destroy();
    }
  });

  test('say plainly that a server cannot be reached', async () => {
    await expect(openDatabase('mysql://zarnel:x@127.0.0.1:1/zarnel')).rejects.toMatchObject({
      code: 'ECONNREFUSED',
    });
  });
});

describe('transact', () => {
  test('starts over what was in another’s way, and nothing else', async () => {
    const source = await openDatabase(throwawayDatabaseUrl());
    try {
      await source.query('CREATE TABLE IF NOT EXISTS two_rows (id INT PRIMARY KEY, sum INT NOT NULL)');
      await source.query('REPLACE INTO two_rows VALUES (1, 0), (2, 0)');
      // Each takes the two rows in another order: without starting over, one of each pair would fail.
      const add = (first: number, second: number) =>
        transact(source, async (manager) => {
          await manager.query('UPDATE two_rows SET sum = sum + 1 WHERE id = ?', [first]);
          await new Promise((resolve) => setTimeout(resolve, 20));
          await manager.query('UPDATE two_rows SET sum = sum + 1 WHERE id = ?', [second]);
        });
      for (let round = 0; round < 5; round++) await Promise.all([add(1, 2), add(2, 1)]);
      const rows = await source.query<{ sum: number }[]>('SELECT sum FROM two_rows ORDER BY id');
      expect(rows.map(({ sum }) => sum)).toEqual([10, 10]);
      let tries = 0;
      const failing = transact(source, () => {
        tries++;
        return Promise.reject(new Error('of another kind'));
      });
      await expect(failing).rejects.toThrow('of another kind');
      expect(tries).toBe(1);
    } finally {
      await source.query('DROP TABLE IF EXISTS two_rows');
      await source.destroy();
    }
  });
});
