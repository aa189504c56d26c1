import { EntitySchema } from 'typeorm';

/** A job as the list shows it. Its plan is in its revisions. */
export type JobRow = {
  id: string;
  name: string;
  archivedAt: Date | null;
  createdAt: Date;
  updatedAt: Date;
  currentRevision: number;
};

export const JobEntity = new EntitySchema<JobRow>({
  name: 'job',
  columns: {
    id: { type: 'char', length: 36, primary: true },
    name: { type: 'varchar', length: 120 },
    archivedAt: { name: 'archived_at', type: 'datetime', precision: 3, nullable: true },
    createdAt: { name: 'created_at', type: 'datetime', precision: 3 },
    updatedAt: { name: 'updated_at', type: 'datetime', precision: 3 },
    currentRevision: { name: 'current_revision', type: 'int', unsigned: true },
  },
});
