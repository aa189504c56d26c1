import type { MigrationInterface, QueryRunner } from 'typeorm';

/**
 * When an old revision was found to go, in seconds during which the clock was seen to run right; how many of those there were;
 * and the secret of the page that a line of edits belongs to, as its digest.
 */
export class SaneTime1764000000006 implements MigrationInterface {
  readonly name = 'SaneTime1764000000006';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      'ALTER TABLE revision ADD COLUMN IF NOT EXISTS going_since_s BIGINT UNSIGNED NULL, ADD COLUMN IF NOT EXISTS line_secret CHAR(64) NULL',
    );
    await runner.query(
      `CREATE TABLE IF NOT EXISTS sane_time (
        id TINYINT UNSIGNED NOT NULL PRIMARY KEY,
        sane_s BIGINT UNSIGNED NOT NULL,
        seen_at DATETIME(3) NOT NULL
      ) ENGINE=InnoDB`,
    );
    await runner.query('INSERT IGNORE INTO sane_time (id, sane_s, seen_at) VALUES (1, 0, UTC_TIMESTAMP(3))');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE sane_time');
    await runner.query('ALTER TABLE revision DROP COLUMN going_since_s, DROP COLUMN line_secret');
  }
}
