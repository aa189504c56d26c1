import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Which unbroken line of edits a revision comes from, those of one page through its reloads, and where in it. */
export class LinesOfWork1764000000004 implements MigrationInterface {
  readonly name = 'LinesOfWork1764000000004';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      'ALTER TABLE revision ADD COLUMN IF NOT EXISTS line_of_work CHAR(36) NULL, ADD COLUMN IF NOT EXISTS line_order INT UNSIGNED NULL',
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE revision DROP COLUMN line_of_work, DROP COLUMN line_order');
  }
}
