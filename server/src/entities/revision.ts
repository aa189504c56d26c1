import { EntitySchema } from 'typeorm';
import type { Revision } from '@zarnel/contract';

/** One saved document of a job. Rows are added, named, marked as printed and, where old and automatic, thinned out. */
export type RevisionRow = {
  jobId: string;
  number: number;
  kind: Revision['kind'];
  madeFrom: number | null;
  createdAt: Date;
  sizeChars: number;
  /** The document, packed (`jobs/packed-text.ts`). */
  packed: Buffer;
  /** The revision that it is packed against; null where it is packed whole. */
  base: number | null;
  /** SHA-256 of the document, in hexadecimal digits. */
  digest: string;
  who: string;
  what: string;
  name: string | null;
  printedAt: Date | null;
  /** The line of edits it comes from; null where nobody said. */
  lineOfWork: string | null;
  /** Grows along the line. */
  lineOrder: number | null;
  /** SHA-256 of the secret of the page that the line belongs to; null where it told none. */
  lineSecret: string | null;
  /** Since when it is to go, in seconds during which the clock ran right; null where it is not. */
  goingSinceS: string | null;
};

export const RevisionEntity = new EntitySchema<RevisionRow>({
  name: 'revision',
  columns: {
    jobId: { name: 'job_id', type: 'char', length: 36, primary: true },
    number: { type: 'int', unsigned: true, primary: true },
    kind: { type: 'varchar', length: 16 },
    madeFrom: { name: 'made_from', type: 'int', unsigned: true, nullable: true },
    createdAt: { name: 'created_at', type: 'datetime', precision: 3 },
    sizeChars: { name: 'size_chars', type: 'int', unsigned: true },
    packed: { type: 'longblob' },
    base: { type: 'int', unsigned: true, nullable: true },
    digest: { type: 'char', length: 64 },
    who: { type: 'varchar', length: 80 },
    what: { type: 'varchar', length: 300 },
    name: { type: 'varchar', length: 120, nullable: true },
    printedAt: { name: 'printed_at', type: 'datetime', precision: 3, nullable: true },
    lineOfWork: { name: 'line_of_work', type: 'char', length: 36, nullable: true },
    lineOrder: { name: 'line_order', type: 'int', unsigned: true, nullable: true },
    lineSecret: { name: 'line_secret', type: 'char', length: 64, nullable: true },
    goingSinceS: { name: 'going_since_s', type: 'bigint', unsigned: true, nullable: true },
  },
});
