import { EntitySchema } from 'typeorm';
import type { Reading } from '@zarnel/contract';

/** A reading taken on site. It is never changed; one that does not count is struck, with a reason. */
export type ReadingRow = Omit<Reading, 'takenAt'> & { jobId: string; takenAt: Date };

export const ReadingEntity = new EntitySchema<ReadingRow>({
  name: 'reading',
  columns: {
    id: { type: 'char', length: 36, primary: true },
    jobId: { name: 'job_id', type: 'char', length: 36 },
    item: { type: 'varchar', length: 200 },
    value: { type: 'double' },
    unit: { type: 'varchar', length: 8 },
    instrument: { type: 'varchar', length: 16 },
    takenAt: { name: 'taken_at', type: 'datetime', precision: 3 },
    takenBy: { name: 'taken_by', type: 'varchar', length: 80 },
    note: { type: 'varchar', length: 500 },
    struck: { type: 'varchar', length: 200, nullable: true },
  },
});
