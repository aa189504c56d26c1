import { randomUUID } from 'node:crypto';
import { In, IsNull, Not, type DataSource, type EntityManager, type FindOptionsWhere } from 'typeorm';
import { gearSummarySchema, type GearDetail, type GearList, type GearSummary } from '@zarnel/contract';
import {
  GEAR_FORMAT_VERSION,
  faultOfIssue,
  faultsInText,
  gearTypeSchema,
  openGear,
  type GearFault,
  type GearKind,
  type GearType,
  type Result,
} from '@zarnel/core/plan';
import { databaseClock, transact, type Clock } from '../database.ts';
import { GearEntity, GearVersionEntity, type GearRow } from '../entities/gear.ts';
import { likeText } from '../like.ts';

export type GearQuery = {
  readonly search: string;
  readonly kind: GearKind | null;
  readonly archived: boolean;
  readonly offset: number;
  readonly limit: number;
};

/** A save either becomes the next version, or was made from an older one than there is. */
export type GearSaved =
  | { readonly kind: 'saved'; readonly detail: GearDetail }
  | { readonly kind: 'stale'; readonly current: number }
  | { readonly kind: 'sample' };

/** The gear library. Every change is one transaction; versions are only added, so a job's copy can always be told. */
export class GearStore {
  constructor(
    private readonly source: DataSource,
    private readonly clock: Clock = databaseClock,
  ) {}

  async list({ search, kind, archived, offset, limit }: GearQuery): Promise<GearList> {
    const where: FindOptionsWhere<GearRow> = {
      archivedAt: archived ? Not(IsNull()) : IsNull(),
      ...(kind === null ? {} : { kind }),
      ...(search === '' ? {} : { name: likeText(search) }),
    };
    const [rows, total] = await this.source.getRepository(GearEntity).findAndCount({
      where,
      order: { name: 'ASC', id: 'ASC' },
      skip: offset,
      take: limit,
    });
    const read = rows.map((row) => ({ row, summary: gearSummarySchema.safeParse(summaryOf(row)) }));
    return {
      gear: read.flatMap(({ summary }) => (summary.success ? [summary.data] : [])),
      // One row that this version cannot read hides none of the others.
      unreadable: read.flatMap(({ row, summary }) =>
        summary.success
          ? []
          : [{ id: row.id, name: row.name, why: inOneLine(summary.error.issues.map(faultOfIssue)) }],
      ),
      total,
    };
  }

  async find(id: string, version?: number): Promise<GearDetail | null> {
    return this.read(this.source.manager, id, version);
  }

  /** The newest version of each of the given types; ids that are not there are left out. */
  async versions(ids: readonly string[]): Promise<{ id: string; version: number }[]> {
    if (ids.length === 0) return [];
    const rows = await this.source.getRepository(GearEntity).find({
      where: { id: In([...ids]) },
      select: { id: true, currentVersion: true },
    });
    return rows.map(({ id, currentVersion }) => ({ id, version: currentVersion }));
  }

  /** All of the given types become the user's own, or none does. */
  async create(types: readonly GearType[]): Promise<GearDetail[]> {
    return transact(this.source, async (manager) => {
      const made: GearDetail[] = [];
      for (const type of types) made.push(await this.insert(manager, randomUUID(), null, type));
      return made;
    });
  }

  /** Makes the next version over version `madeFrom`. Samples are copied, not changed. */
  async save(id: string, madeFrom: number, type: GearType): Promise<GearSaved | null> {
    return transact(
      this.source,
      async (manager) => {
        const row = await this.lock(manager, id);
        if (row === null) return null;
        if (row.sampleId !== null) return { kind: 'sample' };
        if (row.currentVersion !== madeFrom) {
          // A save whose answer was lost comes again: it is there already.
          const kept = await this.tryRead(manager, id);
          const isSame =
            madeFrom === row.currentVersion - 1 &&
            kept?.ok === true &&
            JSON.stringify(kept.value.type) === JSON.stringify(own(type, id, row.currentVersion));
          if (isSame) return { kind: 'saved', detail: kept.value };
          return { kind: 'stale', current: row.currentVersion };
        }
        return { kind: 'saved', detail: await this.addVersion(manager, row, type) };
      },
      `gear ${id}`,
    );
  }

  async setArchived(id: string, archived: boolean): Promise<GearDetail | null> {
    await this.source
      .getRepository(GearEntity)
      .update({ id }, { archivedAt: archived ? await this.clock(this.source.manager) : null });
    return this.find(id);
  }

  /** The same of many at once, an import say. Of those that are not there nothing is said. */
  async setManyArchived(ids: readonly string[], archived: boolean): Promise<void> {
    if (ids.length === 0) return;
    await this.source
      .getRepository(GearEntity)
      .update({ id: In([...ids]) }, { archivedAt: archived ? await this.clock(this.source.manager) : null });
  }

  /** Loads the samples that ship with this version; one that changed becomes a new version of itself. */
  async loadSamples(samples: readonly GearType[]): Promise<void> {
    await transact(this.source, async (manager) => {
      const known = await manager.find(GearEntity, { where: { sampleId: Not(IsNull()) } });
      for (const sample of samples) {
        const row = known.find(({ sampleId }) => sampleId === sample.id);
        if (row === undefined) {
          // Another server may be starting on the same database; the unique key lets one of them win.
          await manager.query('SAVEPOINT before_sample');
          try {
            await this.insert(manager, randomUUID(), sample.id, sample);
          } catch (error) {
            if ((error as { code?: unknown }).code !== 'ER_DUP_ENTRY') throw error;
            await manager.query('ROLLBACK TO SAVEPOINT before_sample');
          }
          continue;
        }
        const kept = await this.tryRead(manager, row.id);
        if (
          kept?.ok !== true ||
          JSON.stringify(kept.value.type) !== JSON.stringify(own(sample, row.id, row.currentVersion))
        ) {
          await this.addVersion(manager, row, sample);
        }
      }
    });
  }

  private async insert(
    manager: EntityManager,
    id: string,
    sampleId: string | null,
    type: GearType,
  ): Promise<GearDetail> {
    const now = await this.clock(manager);
    const times = { archivedAt: null, createdAt: now, updatedAt: now };
    const row: GearRow = { id, sampleId, currentVersion: 1, ...times, ...shownOf(type) };
    await manager.insert(GearEntity, row);
    return this.writeVersion(manager, row, type);
  }

  private async addVersion(manager: EntityManager, row: GearRow, type: GearType): Promise<GearDetail> {
    const next: GearRow = {
      ...row,
      ...shownOf(type),
      currentVersion: row.currentVersion + 1,
      updatedAt: await this.clock(manager),
    };
    await manager.update(GearEntity, { id: row.id }, next);
    return this.writeVersion(manager, next, type);
  }

  private async writeVersion(manager: EntityManager, row: GearRow, type: GearType): Promise<GearDetail> {
    const kept = own(type, row.id, row.currentVersion);
    await manager.insert(GearVersionEntity, {
      gearId: row.id,
      number: row.currentVersion,
      createdAt: await this.clock(manager),
      document: JSON.stringify(kept),
      formatVersion: GEAR_FORMAT_VERSION,
    });
    return { summary: summaryOf(row), type: kept };
  }

  /** A type as it is kept; a problem of its own where this version cannot read it, with what is wrong. */
  private async read(manager: EntityManager, id: string, version?: number): Promise<GearDetail | null> {
    const read = await this.tryRead(manager, id, version);
    if (read === null) return null;
    if (!read.ok) throw new UnreadableGear(read.fault);
    return read.value;
  }

  private async tryRead(
    manager: EntityManager,
    id: string,
    version?: number,
  ): Promise<Result<GearDetail, readonly GearFault[]> | null> {
    const row = await manager.findOneBy(GearEntity, { id });
    if (row === null) return null;
    const number = version ?? row.currentVersion;
    const kept = await manager.findOneBy(GearVersionEntity, { gearId: id, number });
    if (kept === null) return null;
    const opened = openGear(rawOf(kept.document), kept.formatVersion);
    return opened.ok
      ? { ok: true, value: { summary: summaryOf(row), type: opened.value } }
      : { ok: false, fault: opened.fault };
  }

  private async lock(manager: EntityManager, id: string): Promise<GearRow | null> {
    return manager.findOne(GearEntity, { where: { id }, lock: { mode: 'pessimistic_write' } });
  }
}

/** A kept type that this version cannot read. It stays as it is. */
export class UnreadableGear extends Error {
  constructor(readonly faults: readonly GearFault[]) {
    super(inOneLine(faults));
  }
}

function rawOf(document: string): unknown {
  try {
    return JSON.parse(document);
  } catch (error) {
    if (!(error instanceof SyntaxError)) throw error;
    return null;
  }
}

/** What is wrong, in one line. */
function inOneLine(faults: readonly GearFault[]): string {
  return faultsInText(faults)
    .map(({ path, message }) => `${path}: ${message}`)
    .join(' ');
}

/** The type as the library keeps it: it says itself which type and version it is, in the schema's order of keys. */
function own(type: GearType, library: string, version: number): GearType {
  return gearTypeSchema.parse({ ...type, origin: { library, version } });
}

type Shown = Pick<GearType, 'name' | 'kind' | 'widthMm' | 'heightMm' | 'depthMm' | 'massKg'>;

function shownOf({ name, kind, widthMm, heightMm, depthMm, massKg }: Shown): Shown {
  return { name, kind, widthMm, heightMm, depthMm, massKg };
}

function summaryOf(row: GearRow): GearSummary {
  return {
    id: row.id,
    ...shownOf(row),
    version: row.currentVersion,
    isSample: row.sampleId !== null,
    archived: row.archivedAt !== null,
    updatedAt: row.updatedAt.toISOString(),
  };
}
