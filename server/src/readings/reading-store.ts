import { In, type DataSource } from 'typeorm';
import type { NewReading, Reading, ReadingList } from '@zarnel/contract';
import { transact } from '../database.ts';
import { JobEntity } from '../entities/job.ts';
import { ReadingEntity, type ReadingRow } from '../entities/reading.ts';

/** What came of adding readings. */
export type Added =
  | { readonly kind: 'added' }
  | { readonly kind: 'no-job' }
  | { readonly kind: 'taken'; readonly ids: readonly string[] };

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
   * Adds all or none. A reading that is there already, by its id and with all that it says, is kept once: a client may send again.
   * Ids that belong to other readings, of this job or of another, are named: then nothing was added.
   */
  async add(jobId: string, readings: readonly NewReading[]): Promise<Added> {
    return transact(this.source, async (manager): Promise<Added> => {
      if (!(await manager.existsBy(JobEntity, { id: jobId }))) return { kind: 'no-job' };
      const rows = readings.map((reading): ReadingRow => ({
        ...reading,
        jobId,
        takenAt: new Date(reading.takenAt),
        struck: null,
      }));
      await manager.createQueryBuilder().insert().into(ReadingEntity).values(rows).orIgnore().execute();
      // Locked, and so as they are now: another request may have brought the same id at the same time.
      const kept = await manager.find(ReadingEntity, {
        where: { id: In(rows.map(({ id }) => id)) },
        lock: { mode: 'pessimistic_read' },
      });
      const byId = new Map(kept.map((row) => [row.id, row]));
      const taken = rows.filter((row) => !isSame(byId.get(row.id), row)).map(({ id }) => id);
      if (taken.length > 0) throw new IdsTaken(taken);
      return { kind: 'added' };
    }).catch((error: unknown): Added => {
      if (error instanceof IdsTaken) return { kind: 'taken', ids: error.ids };
      throw error;
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

/** Ends the transaction: none of its readings is added. */
class IdsTaken extends Error {
  constructor(readonly ids: readonly string[]) {
    super('readings have ids that others have');
  }
}

/** Whether a reading that is kept says the same; that it was struck since makes it no other. */
function isSame(kept: ReadingRow | undefined, sent: ReadingRow): boolean {
  return (
    kept?.jobId === sent.jobId &&
    kept.item === sent.item &&
    kept.value === sent.value &&
    kept.unit === sent.unit &&
    kept.instrument === sent.instrument &&
    kept.takenAt.getTime() === sent.takenAt.getTime() &&
    kept.takenBy === sent.takenBy &&
    kept.note === sent.note
  );
}

function readingOf(row: ReadingRow): Reading {
  const { id, item, value, unit, instrument, takenAt, takenBy, note, struck } = row;
  return { id, item, value, unit, instrument, takenAt: takenAt.toISOString(), takenBy, note, struck };
}
