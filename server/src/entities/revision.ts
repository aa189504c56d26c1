import { EntitySchema } from 'typeorm';
import type { Revision } from '@zarnel/core';

/** One saved document of a job. Rows are only ever added. */
export type RevisionRow = {
  jobId: string;
  number: number;
  kind: Revision['kind'];
  madeFrom: number | null;
  createdAt: Date;
  sizeChars: number;
  document: string;
  /** The line of edits it comes from; null where nobody said. */
  lineOfWork: string | null;
  /** Grows along the line. */
  lineOrder: number | null;
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
    document: { type: 'longtext' },
    lineOfWork: { name: 'line_of_work', type: 'char', length: 36, nullable: true },
    lineOrder: { name: 'line_order', type: 'int', unsigned: true, nullable: true },
  },
});
