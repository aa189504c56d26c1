import { In, Not, type DataSource } from 'typeorm';
import type { NewReading, Reading, ReadingList } from '@zarnel/contract';
import { transact } from '../database.ts';
import { JobEntity } from '../entities/job.ts';
import { ReadingEntity, type ReadingRow } from '../entities/reading.ts';

/** Readings taken on site, beside the plan, by the plan's ids. They are added and struck, never changed. */
export class ReadingStore {
  constructor(private readonly source: DataSource) {}

  /** Newest first. Null when there is no such job. */
  async list(jobId: string, offset: number, limit: number): Promise<ReadingList | null> {
    if (!(await this.source.getRepository(JobEntity).existsBy({ id: jobId }))) return null;
    const [rows, total] = await this.source.getRepository(ReadingEntity).findAndCount({
      where: { jobId },
      order: { takenAt: 'DESC', id: 'ASC' },
      skip: offset,
      take: limit,
    });
    return { readings: rows.map(readingOf), total };
  }

  /**
   * Adds all or none. A reading that is there already, by its id, is kept once: a client may send again. `taken` where an id
   * belongs to a reading of another job: then nothing was added.
   */
  async add(jobId: string, readings: readonly NewReading[]): Promise<'added' | 'no-job' | 'taken'> {
    return transact(this.source, async (manager) => {
      if (!(await manager.existsBy(JobEntity, { id: jobId }))) return 'no-job';
      const ids = readings.map(({ id }) => id);
      if (await manager.existsBy(ReadingEntity, { id: In(ids), jobId: Not(jobId) })) return 'taken';
      const rows = readings.map((reading) => ({
        ...reading,
        jobId,
        takenAt: new Date(reading.takenAt),
        struck: null,
      }));
      await manager.createQueryBuilder().insert().into(ReadingEntity).values(rows).orIgnore().execute();
      return 'added';
    });
  }

  /** Strikes a reading, or takes the strike back with null. False when there is no such reading of the job. */
  async strike(jobId: string, id: string, reason: string | null): Promise<boolean> {
    const repository = this.source.getRepository(ReadingEntity);
    if (!(await repository.existsBy({ id, jobId }))) return false;
    await repository.update({ id, jobId }, { struck: reason });
    return true;
  }
}

function readingOf(row: ReadingRow): Reading {
  const { id, item, value, unit, instrument, takenAt, takenBy, note, struck } = row;
  return { id, item, value, unit, instrument, takenAt: takenAt.toISOString(), takenBy, note, struck };
}
