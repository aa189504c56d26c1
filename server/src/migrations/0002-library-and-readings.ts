import type { MigrationInterface, QueryRunner } from 'typeorm';

/** The gear library with its versions, and the readings taken on site. Each statement may be run again. */
export class LibraryAndReadings1764000000002 implements MigrationInterface {
  readonly name = 'LibraryAndReadings1764000000002';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      CREATE TABLE IF NOT EXISTS gear (
        id CHAR(36) NOT NULL PRIMARY KEY,
        sample_id VARCHAR(40) NULL,
        name VARCHAR(120) NOT NULL,
        kind VARCHAR(24) NOT NULL,
        width_mm DOUBLE NOT NULL,
        height_mm DOUBLE NOT NULL,
        depth_mm DOUBLE NOT NULL,
        mass_kg DOUBLE NOT NULL,
        current_version INT UNSIGNED NOT NULL,
        archived_at DATETIME(3) NULL,
        created_at DATETIME(3) NOT NULL,
        updated_at DATETIME(3) NOT NULL,
        UNIQUE KEY gear_sample (sample_id),
        KEY gear_by_name (archived_at, name, id),
        KEY gear_by_kind (archived_at, kind, name, id)
      ) ENGINE = InnoDB DEFAULT CHARSET = utf8mb4 COLLATE = utf8mb4_unicode_ci`);
    await runner.query(`
      CREATE TABLE IF NOT EXISTS gear_version (
        gear_id CHAR(36) NOT NULL,
        number INT UNSIGNED NOT NULL,
        created_at DATETIME(3) NOT NULL,
        document LONGTEXT NOT NULL,
        PRIMARY KEY (gear_id, number),
        CONSTRAINT gear_version_gear FOREIGN KEY (gear_id) REFERENCES gear (id)
      ) ENGINE = InnoDB DEFAULT CHARSET = utf8mb4 COLLATE = utf8mb4_unicode_ci`);
    await runner.query(`
      CREATE TABLE IF NOT EXISTS reading (
        id CHAR(36) NOT NULL PRIMARY KEY,
        job_id CHAR(36) NOT NULL,
        item VARCHAR(200) NOT NULL,
        value DOUBLE NOT NULL,
        unit VARCHAR(8) NOT NULL,
        instrument VARCHAR(16) NOT NULL,
        taken_at DATETIME(3) NOT NULL,
        taken_by VARCHAR(80) NOT NULL,
        note VARCHAR(500) NOT NULL,
        struck VARCHAR(200) NULL,
        KEY reading_by_time (job_id, taken_at, id),
        CONSTRAINT reading_job FOREIGN KEY (job_id) REFERENCES job (id)
      ) ENGINE = InnoDB DEFAULT CHARSET = utf8mb4 COLLATE = utf8mb4_unicode_ci`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE reading');
    await runner.query('DROP TABLE gear_version');
    await runner.query('DROP TABLE gear');
  }
}
