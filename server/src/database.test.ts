import { describe, expect, test } from '@jest/globals';
import { isDatabaseLost, openDatabase } from './database.ts';
import { Jobs1764000000001 } from './migrations/0001-jobs.ts';
import { LibraryAndReadings1764000000002 } from './migrations/0002-library-and-readings.ts';
import { GearFormat1764000000003 } from './migrations/0003-gear-format.ts';
import { LinesOfWork1764000000004 } from './migrations/0004-lines-of-work.ts';
import { throwawayDatabaseUrl } from './test-database.ts';

describe('isDatabaseLost', () => {
  test.each([
    [{ code: 'ECONNREFUSED' }, true],
    [{ code: 'PROTOCOL_CONNECTION_LOST' }, true],
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

const TABLES = ['gear', 'gear_version', 'job', 'loaded_demo', 'migrations', 'reading', 'revision'];

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
      await source.undoLastMigration();
      await source.undoLastMigration();
      await source.undoLastMigration();
      await source.undoLastMigration();
      expect(await tables()).toEqual(['migrations']);
      const runner = source.createQueryRunner();
      for (const migration of [
        new Jobs1764000000001(),
        new LibraryAndReadings1764000000002(),
        new GearFormat1764000000003(),
        new LinesOfWork1764000000004(),
      ]) {
        await migration.up(runner);
        await migration.up(runner);
      }
      await runner.release();
      expect(await tables()).toEqual(TABLES);
      // A revision without its job is refused by the database itself.
      const orphan = "INSERT INTO revision VALUES ('x', 1, 'save', NULL, NOW(3), 2, '{}', NULL, NULL)";
      await expect(source.query(orphan)).rejects.toThrow(/foreign key constraint/iu);
    } finally {
      await source.destroy();
      await maker.query('DROP DATABASE zarnel_migrations');
      await maker.destroy();
    }
  });

  test('say plainly that a server cannot be reached', async () => {
    await expect(openDatabase('mysql://zarnel:x@127.0.0.1:1/zarnel')).rejects.toMatchObject({
      code: 'ECONNREFUSED',
    });
  });
});
