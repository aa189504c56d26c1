import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Table changes do not roll back in MariaDB, so each statement may be run again after a half-made start. */
export class Jobs1764000000001 implements MigrationInterface {
  readonly name = 'Jobs1764000000001';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      CREATE TABLE IF NOT EXISTS job (
        id CHAR(36) NOT NULL PRIMARY KEY,
        name VARCHAR(120) NOT NULL,
        archived_at DATETIME(3) NULL,
        created_at DATETIME(3) NOT NULL,
        updated_at DATETIME(3) NOT NULL,
        current_revision INT UNSIGNED NOT NULL,
        KEY job_by_update (archived_at, updated_at)
      ) ENGINE = InnoDB DEFAULT CHARSET = utf8mb4 COLLATE = utf8mb4_unicode_ci`);
    await runner.query(`
      CREATE TABLE IF NOT EXISTS revision (
        job_id CHAR(36) NOT NULL,
        number INT UNSIGNED NOT NULL,
        kind VARCHAR(16) NOT NULL,
        made_from INT UNSIGNED NULL,
        created_at DATETIME(3) NOT NULL,
        size_chars INT UNSIGNED NOT NULL,
        document LONGTEXT NOT NULL,
        PRIMARY KEY (job_id, number),
        CONSTRAINT revision_job FOREIGN KEY (job_id) REFERENCES job (id)
      ) ENGINE = InnoDB DEFAULT CHARSET = utf8mb4 COLLATE = utf8mb4_unicode_ci`);
    await runner.query(`
      CREATE TABLE IF NOT EXISTS loaded_demo (
        name VARCHAR(60) NOT NULL PRIMARY KEY,
        loaded_at DATETIME(3) NOT NULL
      ) ENGINE = InnoDB DEFAULT CHARSET = utf8mb4 COLLATE = utf8mb4_unicode_ci`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE loaded_demo');
    await runner.query('DROP TABLE revision');
    await runner.query('DROP TABLE job');
  }
}
