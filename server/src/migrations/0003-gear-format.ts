import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Which format each kept version of a library type is written in: version 1 reads the same in all there were until now. */
export class GearFormat1764000000003 implements MigrationInterface {
  readonly name = 'GearFormat1764000000003';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      'ALTER TABLE gear_version ADD COLUMN IF NOT EXISTS format_version INT UNSIGNED NOT NULL DEFAULT 1',
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE gear_version DROP COLUMN format_version');
  }
}
