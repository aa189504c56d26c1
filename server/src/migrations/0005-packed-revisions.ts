import type { MigrationInterface, QueryRunner } from 'typeorm';
import { digestOf, packText, type Whole } from '../jobs/packed-text.ts';

/** Revisions are packed, and know who made them, what they changed, their name, and whether something was printed. */
export class PackedRevisions1764000000005 implements MigrationInterface {
  readonly name = 'PackedRevisions1764000000005';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      ALTER TABLE revision
        ADD COLUMN IF NOT EXISTS packed LONGBLOB NULL,
        ADD COLUMN IF NOT EXISTS base INT UNSIGNED NULL,
        ADD COLUMN IF NOT EXISTS digest CHAR(64) NULL,
        ADD COLUMN IF NOT EXISTS who VARCHAR(80) NOT NULL DEFAULT '',
        ADD COLUMN IF NOT EXISTS what VARCHAR(300) NOT NULL DEFAULT '',
        ADD COLUMN IF NOT EXISTS name VARCHAR(120) NULL,
        ADD COLUMN IF NOT EXISTS printed_at DATETIME(3) NULL`);
    await packKept(runner);
    await runner.query(`
      ALTER TABLE revision
        DROP COLUMN IF EXISTS document,
        MODIFY packed LONGBLOB NOT NULL,
        MODIFY digest CHAR(64) NOT NULL`);
  }

  async down(runner: QueryRunner): Promise<void> {
    const rows = await runner.manager.query<unknown[]>('SELECT 1 FROM revision LIMIT 1');
    if (rows.length > 0) throw new Error('The version before cannot read packed revisions.');
    await runner.query(`
      ALTER TABLE revision
        ADD COLUMN document LONGTEXT NOT NULL,
        DROP COLUMN packed, DROP COLUMN base, DROP COLUMN digest,
        DROP COLUMN who, DROP COLUMN what, DROP COLUMN name, DROP COLUMN printed_at`);
  }
}

type KeptWhole = Whole & { readonly jobId: string; readonly number: number };

/** One after the other, each by itself: a job may have thousands, and a stop between two of them loses nothing. */
async function packKept(runner: QueryRunner): Promise<void> {
  const keys = await runner.manager.query<{ job_id: string; number: number }[]>(
    'SELECT job_id, number FROM revision WHERE packed IS NULL ORDER BY job_id, number',
  );
  let whole: KeptWhole | null = null;
  for (const { job_id: jobId, number } of keys) {
    const [row] = await runner.manager.query<{ document: string }[]>(
      'SELECT document FROM revision WHERE job_id = ? AND number = ?',
      [jobId, number],
    );
    const text: string = row?.document ?? '';
    const against: KeptWhole | null = whole?.jobId === jobId ? whole : null;
    const { isWhole, bytes } = await packText(text, against);
    await runner.query(
      'UPDATE revision SET packed = ?, base = ?, digest = ? WHERE job_id = ? AND number = ?',
      [bytes, isWhole ? null : against?.number, digestOf(text), jobId, number],
    );
    if (isWhole) whole = { jobId, number, text, packedBytes: bytes.length };
  }
}
