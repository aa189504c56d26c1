import { randomUUID } from 'node:crypto';
import { IsNull, MoreThan, Not, type DataSource, type EntityManager } from 'typeorm';
import type { JobList, JobsQuery, JobSummary, RevisionList } from '@zarnel/contract';
import { applyEdit, type Plan } from '@zarnel/core/plan';
import { databaseClock, transact, type Clock } from '../database.ts';
import { JobEntity, type JobRow } from '../entities/job.ts';
import { RevisionEntity } from '../entities/revision.ts';
import { likeText } from '../like.ts';
import {
  RevisionStore,
  type NewRevision,
  type SavedPlan,
  type SavedText,
  type Work,
} from './revision-store.ts';

/** A save either becomes the current revision or, being stale, is kept beside it. */
export type SaveOutcome =
  | { readonly kind: 'saved'; readonly revision: number }
  | { readonly kind: 'stale'; readonly current: number; readonly kept: number };

/** Where nobody says who works, as for the demo. */
const NOBODY: Work = { who: '', line: null };

/** Jobs and their revisions in the database. Every change is one transaction; revisions are only added. */
export class JobStore {
  private readonly kept: RevisionStore;

  constructor(
    private readonly source: DataSource,
    private readonly clock: Clock = databaseClock,
  ) {
    this.kept = new RevisionStore(clock);
  }

  async list({ search, archived, sort, offset, limit }: JobsQuery): Promise<JobList> {
    const [rows, total] = await this.source.getRepository(JobEntity).findAndCount({
      where: {
        archivedAt: archived ? Not(IsNull()) : IsNull(),
        ...(search === '' ? {} : { name: likeText(search) }),
      },
      order: sort === 'name' ? { name: 'ASC', id: 'ASC' } : { updatedAt: 'DESC', id: 'ASC' },
      skip: offset,
      take: limit,
    });
    return { jobs: rows.map(summaryOf), total };
  }

  async find(id: string): Promise<JobSummary | null> {
    const row = await this.source.getRepository(JobEntity).findOneBy({ id });
    return row === null ? null : summaryOf(row);
  }

  async create(plan: Plan, work: Work = NOBODY): Promise<JobSummary> {
    return transact(this.source, (manager) => this.insertJob(manager, plan, work));
  }

  /** Loads a demo once for all time: a demo the user archived or changed never comes back. */
  async createDemoOnce(name: string, plan: Plan): Promise<boolean> {
    return transact(this.source, async (manager) => {
      const result = await manager.query<{ affectedRows: number }>(
        'INSERT IGNORE INTO loaded_demo (name, loaded_at) VALUES (?, ?)',
        [name, await this.clock(manager)],
      );
      if (result.affectedRows === 0) return false;
      await this.insertJob(manager, plan, NOBODY);
      return true;
    });
  }

  /** The newest plan of a job. */
  async readPlan(id: string): Promise<SavedPlan | null> {
    const job = await this.find(id);
    return job === null ? null : this.kept.read(this.source.manager, id, job.revision);
  }

  /** A revision of a job, the newest where none is named, to be sent on. */
  async readText(id: string, revision?: number): Promise<SavedText | null> {
    const job = await this.find(id);
    return job === null ? null : this.kept.readText(this.source.manager, id, revision ?? job.revision);
  }

  /** Newest first. Null when there is no such job. */
  async revisions(id: string, offset: number, limit: number): Promise<RevisionList | null> {
    if ((await this.find(id)) === null) return null;
    return this.kept.list(this.source.manager, id, offset, limit);
  }

  /** Names a revision, or takes its name away; one with a name is never thinned out. False when there is none. */
  async nameRevision(id: string, number: number, name: string | null): Promise<boolean> {
    const { affected } = await this.source
      .getRepository(RevisionEntity)
      .update({ jobId: id, number }, { name });
    return (affected ?? 0) > 0;
  }

  /** Something to drill by was printed or taken from a revision: it is never thinned out. False when there is none. */
  async markPrinted(id: string, number: number): Promise<boolean> {
    const printedAt = await this.clock(this.source.manager);
    const { affected } = await this.source
      .getRepository(RevisionEntity)
      .update({ jobId: id, number }, { printedAt });
    return (affected ?? 0) > 0;
  }

  /**
   * Saves over revision `madeFrom`. If another save came first, this one is kept as a conflict revision; but what came
   * first from earlier in the same line of edits is what this one goes on from, and no conflict.
   */
  async save(id: string, madeFrom: number, plan: Plan, work: Work = NOBODY): Promise<SaveOutcome | null> {
    return this.inTurn(id, async (manager) => {
      const job = await this.lockJob(manager, id);
      if (job === null) return null;
      return this.saveLocked(manager, job, { ...work, madeFrom, plan, kind: 'save' });
    });
  }

  /** Makes an older revision current again, as a new revision. Null when job or revision does not exist. */
  async restore(
    id: string,
    madeFrom: number,
    revision: number,
    work: Work = NOBODY,
  ): Promise<SaveOutcome | null> {
    return this.inTurn(id, async (manager) => {
      const job = await this.lockJob(manager, id);
      const old = job === null ? null : await this.kept.read(manager, id, revision);
      if (job === null || old === null) return null;
      return this.saveLocked(manager, job, { ...work, madeFrom, plan: old.plan, kind: 'restore' });
    });
  }

  async rename(id: string, name: string, work: Work = NOBODY): Promise<JobSummary | null> {
    return this.inTurn(id, async (manager) => {
      const job = await this.lockJob(manager, id);
      const saved = job === null ? null : await this.kept.read(manager, id, job.currentRevision);
      if (job === null || saved === null) return null;
      const renamed = applyEdit(saved.plan, { kind: 'rename-plan', name });
      if (!renamed.ok) throw new Error(JSON.stringify(renamed.fault.message));
      const { plan } = renamed.value;
      await this.saveLocked(manager, job, { ...work, madeFrom: job.currentRevision, plan, kind: 'save' });
      return this.summary(manager, id);
    });
  }

  async setArchived(id: string, archived: boolean): Promise<JobSummary | null> {
    const archivedAt = archived ? await this.clock(this.source.manager) : null;
    await this.source.getRepository(JobEntity).update({ id }, { archivedAt });
    return this.find(id);
  }

  /** What changes one job takes its turn here, so that a job that is held up holds up no other. */
  private inTurn<T>(id: string, work: (manager: EntityManager) => Promise<T>): Promise<T> {
    return transact(this.source, work, `job ${id}`);
  }

  private async insertJob(manager: EntityManager, plan: Plan, work: Work): Promise<JobSummary> {
    const id = randomUUID();
    const now = await this.clock(manager);
    const job = { id, name: plan.name, archivedAt: null, createdAt: now, updatedAt: now, currentRevision: 1 };
    await manager.insert(JobEntity, job);
    await this.kept.add(manager, id, 1, null, { ...work, kind: 'save', madeFrom: null, plan });
    return summaryOf(job);
  }

  private async saveLocked(
    manager: EntityManager,
    job: JobRow,
    save: NewRevision & { readonly madeFrom: number; readonly kind: 'save' | 'restore' },
  ): Promise<SaveOutcome> {
    const { madeFrom, plan } = save;
    const number = ((await manager.maximum(RevisionEntity, 'number', { jobId: job.id })) ?? 0) + 1;
    if (madeFrom !== job.currentRevision) {
      // A save whose acknowledgement was lost comes again: it is there already.
      if (await this.kept.holds(manager, job.id, job.currentRevision, plan)) {
        return { kind: 'saved', revision: job.currentRevision };
      }
      if (!(await this.isOwnWork(manager, job, save))) {
        // Sent again, after a reload or a lost answer, what is kept is kept once.
        const kept = await this.keptBefore(manager, job.id, save);
        if (kept === null)
          await this.kept.add(manager, job.id, number, job.currentRevision, { ...save, kind: 'conflict' });
        return { kind: 'stale', current: job.currentRevision, kept: kept ?? number };
      }
    }
    await this.kept.add(manager, job.id, number, job.currentRevision, save);
    await manager.update(
      JobEntity,
      { id: job.id },
      { name: plan.name, updatedAt: await this.clock(manager), currentRevision: number },
    );
    return { kind: 'saved', revision: number };
  }

  /** Whether all that became current after `madeFrom` comes from earlier in the same line of edits. */
  private async isOwnWork(
    manager: EntityManager,
    job: JobRow,
    { madeFrom, line }: Pick<NewRevision, 'line'> & { readonly madeFrom: number },
  ): Promise<boolean> {
    // Whoever is told of a line is not told its secret, and cannot go on with it.
    if (line === null || line.secret === null || madeFrom > job.currentRevision) return false;
    const since = await manager.find(RevisionEntity, {
      select: { number: true, lineOfWork: true, lineOrder: true, lineSecret: true },
      where: { jobId: job.id, number: MoreThan(madeFrom), kind: Not('conflict') },
    });
    // A save that was long on its way comes after those that went on from it.
    return since.every(
      ({ lineOfWork, lineOrder, lineSecret }) =>
        lineOfWork === line.id && lineSecret === line.secret && (lineOrder ?? 0) < line.order,
    );
  }

  /** The number of the newest conflict revision of a line of edits, where it has the same plan. */
  private async keptBefore(
    manager: EntityManager,
    jobId: string,
    { madeFrom, plan, line }: NewRevision,
  ): Promise<number | null> {
    if (line === null || madeFrom === null) return null;
    const newest = await manager.findOne(RevisionEntity, {
      select: { jobId: true, number: true },
      where: { jobId, madeFrom, lineOfWork: line.id, kind: 'conflict' },
      order: { number: 'DESC' },
    });
    return newest !== null && (await this.kept.holds(manager, jobId, newest.number, plan))
      ? newest.number
      : null;
  }

  /** Saves of one job take turns; the row stays locked until the transaction ends. */
  private async lockJob(manager: EntityManager, id: string): Promise<JobRow | null> {
    return manager.findOne(JobEntity, { where: { id }, lock: { mode: 'pessimistic_write' } });
  }

  private async summary(manager: EntityManager, id: string): Promise<JobSummary | null> {
    const row = await manager.findOneBy(JobEntity, { id });
    return row === null ? null : summaryOf(row);
  }
}

function summaryOf(row: JobRow): JobSummary {
  return {
    id: row.id,
    name: row.name,
    archived: row.archivedAt !== null,
    createdAt: row.createdAt.toISOString(),
    updatedAt: row.updatedAt.toISOString(),
    revision: row.currentRevision,
  };
}
