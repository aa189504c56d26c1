import { randomUUID } from 'node:crypto';
import { IsNull, MoreThan, Not, type DataSource, type EntityManager } from 'typeorm';
import {
  applyEdit,
  openPlanText,
  writePlanCompact,
  type JobList,
  type JobsQuery,
  type JobSummary,
  type Plan,
  type PlanFault,
  type Revision,
} from '@zarnel/core';
import { JobEntity, type JobRow } from '../entities/job.ts';
import { RevisionEntity } from '../entities/revision.ts';
import { likeText } from '../like.ts';

/** A plan as it was saved, with the number of its revision. */
export type SavedPlan = { readonly revision: number; readonly plan: Plan };

/** A save either becomes the current revision or, being stale, is kept beside it. */
export type SaveOutcome =
  | { readonly kind: 'saved'; readonly revision: number }
  | { readonly kind: 'stale'; readonly current: number; readonly kept: number };

/** An unbroken line of edits, those of one page through its reloads; `order` grows with each. */
export type LineOfWork = { readonly id: string; readonly order: number };

/** A revision before it has its number. */
type NewRevision = {
  readonly kind: Revision['kind'];
  readonly madeFrom: number | null;
  readonly plan: Plan;
  readonly line: LineOfWork | null;
};

/** A kept revision that this version cannot read; it stays as it is. */
export class UnreadablePlan extends Error {
  constructor(
    readonly revision: number,
    readonly faults: readonly PlanFault[],
  ) {
    super(`Revision ${revision} does not open: ${faults[0]?.path ?? ''} ${faults[0]?.message ?? ''}`);
  }
}

/** Jobs and their revisions in the database. Every change is one transaction; revisions are only added. */
export class JobStore {
  constructor(
    private readonly source: DataSource,
    private readonly now: () => Date,
  ) {}

  async list({ search, archived, offset, limit }: JobsQuery): Promise<JobList> {
    const [rows, total] = await this.source.getRepository(JobEntity).findAndCount({
      where: {
        archivedAt: archived ? Not(IsNull()) : IsNull(),
        ...(search === '' ? {} : { name: likeText(search) }),
      },
      order: { updatedAt: 'DESC', id: 'ASC' },
      skip: offset,
      take: limit,
    });
    return { jobs: rows.map(summaryOf), total };
  }

  async find(id: string): Promise<JobSummary | null> {
    const row = await this.source.getRepository(JobEntity).findOneBy({ id });
    return row === null ? null : summaryOf(row);
  }

  async create(plan: Plan): Promise<JobSummary> {
    return this.source.transaction((manager) => this.insertJob(manager, plan));
  }

  /** Loads a demo once for all time: a demo the user archived or changed never comes back. */
  async createDemoOnce(name: string, plan: Plan): Promise<boolean> {
    return this.source.transaction(async (manager) => {
      const result = await manager.query<{ affectedRows: number }>(
        'INSERT IGNORE INTO loaded_demo (name, loaded_at) VALUES (?, ?)',
        [name, this.now()],
      );
      if (result.affectedRows === 0) return false;
      await this.insertJob(manager, plan);
      return true;
    });
  }

  async readPlan(id: string, revision?: number): Promise<SavedPlan | null> {
    const job = await this.source.getRepository(JobEntity).findOneBy({ id });
    if (job === null) return null;
    return this.readRevision(this.source.manager, id, revision ?? job.currentRevision);
  }

  async revisions(id: string): Promise<Revision[] | null> {
    if ((await this.find(id)) === null) return null;
    const rows = await this.source.getRepository(RevisionEntity).find({
      where: { jobId: id },
      select: { jobId: true, number: true, kind: true, madeFrom: true, createdAt: true, sizeChars: true },
      order: { number: 'DESC' },
    });
    return rows.map(({ number, kind, madeFrom, createdAt, sizeChars }) => ({
      number,
      kind,
      madeFrom,
      createdAt: createdAt.toISOString(),
      sizeChars,
    }));
  }

  /**
   * Saves over revision `madeFrom`. If another save came first, this one is kept as a conflict revision; but what came
   * first from earlier in the same line of edits is what this one goes on from, and no conflict.
   */
  async save(
    id: string,
    madeFrom: number,
    plan: Plan,
    line: LineOfWork | null = null,
  ): Promise<SaveOutcome | null> {
    return this.source.transaction(async (manager) => {
      const job = await this.lockJob(manager, id);
      if (job === null) return null;
      return this.saveLocked(manager, job, { madeFrom, plan, kind: 'save', line });
    });
  }

  /** Makes an older revision current again, as a new revision. Null when job or revision does not exist. */
  async restore(id: string, madeFrom: number, revision: number): Promise<SaveOutcome | null> {
    return this.source.transaction(async (manager) => {
      const job = await this.lockJob(manager, id);
      const old = job === null ? null : await this.readRevision(manager, id, revision);
      if (job === null || old === null) return null;
      return this.saveLocked(manager, job, { madeFrom, plan: old.plan, kind: 'restore', line: null });
    });
  }

  async rename(id: string, name: string): Promise<JobSummary | null> {
    return this.source.transaction(async (manager) => {
      const job = await this.lockJob(manager, id);
      const saved = job === null ? null : await this.readRevision(manager, id, job.currentRevision);
      if (job === null || saved === null) return null;
      const renamed = applyEdit(saved.plan, { kind: 'rename-plan', name });
      if (!renamed.ok) throw new Error(renamed.fault.message);
      const { plan } = renamed.value;
      await this.saveLocked(manager, job, { madeFrom: job.currentRevision, plan, kind: 'save', line: null });
      return this.summary(manager, id);
    });
  }

  async setArchived(id: string, archived: boolean): Promise<JobSummary | null> {
    const archivedAt = archived ? this.now() : null;
    await this.source.getRepository(JobEntity).update({ id }, { archivedAt });
    return this.find(id);
  }

  private async insertJob(manager: EntityManager, plan: Plan): Promise<JobSummary> {
    const id = randomUUID();
    const now = this.now();
    const job = { id, name: plan.name, archivedAt: null, createdAt: now, updatedAt: now, currentRevision: 1 };
    await manager.insert(JobEntity, job);
    await this.insertRevision(manager, id, 1, { kind: 'save', madeFrom: null, plan, line: null });
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
      const current = await this.readRevision(manager, job.id, job.currentRevision).catch(unlessUnreadable);
      if (current !== null && writePlanCompact(current.plan) === writePlanCompact(plan)) {
        return { kind: 'saved', revision: job.currentRevision };
      }
      if (!(await this.isOwnWork(manager, job, save))) {
        // Sent again, after a reload or a lost answer, what is kept is kept once.
        const kept = await this.keptBefore(manager, job.id, save);
        if (kept === null) await this.insertRevision(manager, job.id, number, { ...save, kind: 'conflict' });
        return { kind: 'stale', current: job.currentRevision, kept: kept ?? number };
      }
    }
    await this.insertRevision(manager, job.id, number, save);
    await manager.update(
      JobEntity,
      { id: job.id },
      { name: plan.name, updatedAt: this.now(), currentRevision: number },
    );
    return { kind: 'saved', revision: number };
  }

  private async insertRevision(
    manager: EntityManager,
    jobId: string,
    number: number,
    { kind, madeFrom, plan, line }: NewRevision,
  ): Promise<void> {
    const document = writePlanCompact(plan);
    const createdAt = this.now();
    await manager.insert(RevisionEntity, {
      jobId,
      number,
      kind,
      madeFrom,
      createdAt,
      sizeChars: document.length,
      document,
      lineOfWork: line?.id ?? null,
      lineOrder: line?.order ?? null,
    });
  }

  /** Whether all that became current after `madeFrom` comes from earlier in the same line of edits. */
  private async isOwnWork(
    manager: EntityManager,
    job: JobRow,
    { madeFrom, line }: { readonly madeFrom: number; readonly line: LineOfWork | null },
  ): Promise<boolean> {
    if (line === null || madeFrom > job.currentRevision) return false;
    const since = await manager.find(RevisionEntity, {
      select: { number: true, lineOfWork: true, lineOrder: true },
      where: { jobId: job.id, number: MoreThan(madeFrom), kind: Not('conflict') },
    });
    // A save that was long on its way comes after those that went on from it.
    return since.every(
      ({ lineOfWork, lineOrder }) => lineOfWork === line.id && (lineOrder ?? 0) < line.order,
    );
  }

  /** The number of the newest conflict revision of a line of edits, where it has the same plan. */
  private async keptBefore(
    manager: EntityManager,
    jobId: string,
    { madeFrom, plan, line }: NewRevision,
  ): Promise<number | null> {
    if (line === null || madeFrom === null) return null;
    const [newest] = await manager.find(RevisionEntity, {
      where: { jobId, madeFrom, lineOfWork: line.id, kind: 'conflict' },
      order: { number: 'DESC' },
      take: 1,
    });
    return newest?.document === writePlanCompact(plan) ? newest.number : null;
  }

  /** Saves of one job take turns; the row stays locked until the transaction ends. */
  private async lockJob(manager: EntityManager, id: string): Promise<JobRow | null> {
    return manager.findOne(JobEntity, { where: { id }, lock: { mode: 'pessimistic_write' } });
  }

  private async readRevision(
    manager: EntityManager,
    jobId: string,
    number: number,
  ): Promise<SavedPlan | null> {
    const row = await manager.findOneBy(RevisionEntity, { jobId, number });
    if (row === null) return null;
    const opened = openPlanText(row.document);
    if (!opened.ok) throw new UnreadablePlan(number, opened.fault);
    return { revision: number, plan: opened.value };
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

function unlessUnreadable(error: unknown): null {
  if (error instanceof UnreadablePlan) return null;
  throw error;
}
