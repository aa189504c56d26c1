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
  },
});
