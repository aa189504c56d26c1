import { In, IsNull, type EntityManager } from 'typeorm';
import type { Revision } from '@zarnel/contract';
import {
  changesInWords,
  isTodaysText,
  faultText,
  openPlanText,
  writePlanCompact,
  type Plan,
  type PlanFault,
} from '@zarnel/core/plan';
import type { Clock } from '../database.ts';
import { RevisionEntity, type RevisionRow } from '../entities/revision.ts';
import { digestOf, packText, unpackText } from './packed-text.ts';
import { thinning } from './retention.ts';
import { saneSeconds } from './sane-time.ts';

/** An unbroken line of edits, those of one page through its reloads; `order` grows with each. */
export type LineOfWork = { readonly id: string; readonly order: number };

/**
 * The same as its page says it, with a secret (its SHA-256, in hexadecimal digits) that no reader is told: whoever only knows the
 * line cannot go on with it. Null from pages of before lines had secrets.
 */
export type OwnLine = LineOfWork & { readonly secret: string | null };

/** A plan as it was saved, with the number of its revision. */
export type SavedPlan = { readonly revision: number; readonly plan: Plan };

/** The same as text of today's format, with the place in a line of edits that it came from. */
export type SavedText = {
  readonly revision: number;
  readonly text: string;
  readonly line: LineOfWork | null;
};

/** Who makes a change, as they call themselves (empty where nobody said), and the line of edits it belongs to. */
export type Work = { readonly who: string; readonly line: OwnLine | null };

/** A revision before it has its number. */
export type NewRevision = Work & {
  readonly kind: Revision['kind'];
  readonly madeFrom: number | null;
  readonly plan: Plan;
};

/** A kept revision that this version cannot read; it stays as it is. */
export class UnreadablePlan extends Error {
  constructor(
    readonly revision: number,
    readonly faults: readonly { readonly path: string; readonly message: PlanFault['message'] | string }[],
  ) {
    const [first] = faults;
    super(
      `Revision ${revision} does not open: ${first === undefined ? '' : `${first.path} ${faultText(first)}`}`,
    );
  }
}

/** After so many revisions the next is packed whole: less hangs on one row. */
const MOST_ON_ONE_BASE = 200;
/** Old revisions are thinned out at each of so many. */
const THIN_EACH = 50;
const MOST_WHAT_CHARACTERS = 300;

/** What is told of a revision, without its document. */
const TOLD = {
  jobId: true,
  number: true,
  kind: true,
  madeFrom: true,
  createdAt: true,
  sizeChars: true,
  who: true,
  what: true,
  name: true,
  printedAt: true,
} as const;

type Whole = { readonly number: number; readonly text: string; readonly packedBytes: number };

/** The revisions of a job, packed: most as what differs from an earlier one that is kept whole. */
export class RevisionStore {
  constructor(private readonly clock: Clock) {}

  /** Newest first. */
  async list(manager: EntityManager, jobId: string, offset: number, limit: number) {
    const rows = await manager.find(RevisionEntity, {
      where: { jobId },
      select: TOLD,
      order: { number: 'DESC' },
      skip: offset,
      take: limit,
    });
    // Not by findAndCount: of a key of two columns it counts none as soon as a page is full.
    const counted = await manager
      .createQueryBuilder(RevisionEntity, 'revision')
      .select('COUNT(*)', 'total')
      .where({ jobId })
      .getRawOne<{ total: string }>();
    return { revisions: rows.map(revisionOf), total: Number(counted?.total ?? 0) };
  }

  /** Null where there is no such revision. Throws UnreadablePlan where it does not open. */
  async read(manager: EntityManager, jobId: string, number: number): Promise<SavedPlan | null> {
    const row = await manager.findOneBy(RevisionEntity, { jobId, number });
    if (row === null) return null;
    return { revision: number, plan: opened(number, await this.textOf(manager, row)) };
  }

  /**
   * The same to be sent on. What was kept in today's format was found sound when it was kept, and its digest says that it is
   * the same: only older formats are opened and raised.
   */
  async readText(manager: EntityManager, jobId: string, number: number): Promise<SavedText | null> {
    const row = await manager.findOneBy(RevisionEntity, { jobId, number });
    if (row === null) return null;
    const kept = await this.textOf(manager, row);
    const text = isTodaysText(kept) ? kept : writePlanCompact(opened(number, kept));
    const { lineOfWork, lineOrder } = row;
    return {
      revision: number,
      text,
      line: lineOfWork === null ? null : { id: lineOfWork, order: lineOrder ?? 0 },
    };
  }

  /** Whether a revision holds this very plan. */
  async holds(manager: EntityManager, jobId: string, number: number, plan: Plan): Promise<boolean> {
    const text = writePlanCompact(plan);
    return manager.existsBy(RevisionEntity, { jobId, number, digest: digestOf(text) });
  }

  /**
   * Adds a revision, packed, with what it changes in words; at times old ones go. `current` is the job's newest until now, null
   * for the first.
   */
  async add(
    manager: EntityManager,
    jobId: string,
    number: number,
    current: number | null,
    { kind, madeFrom, plan, line, who }: NewRevision,
  ): Promise<void> {
    const text = writePlanCompact(plan);
    const whole = await this.newestWhole(manager, jobId);
    const isWorn = whole === null || number - whole.number > MOST_ON_ONE_BASE;
    const { isWhole, bytes } = await packText(text, isWorn ? null : whole);
    await manager.insert(RevisionEntity, {
      jobId,
      number,
      kind,
      madeFrom,
      createdAt: await this.clock(manager),
      sizeChars: text.length,
      packed: bytes,
      base: isWhole ? null : (whole?.number ?? null),
      digest: digestOf(text),
      who,
      what: await this.whatChanged(manager, jobId, kind === 'conflict' ? madeFrom : current, text, whole),
      name: null,
      printedAt: null,
      lineOfWork: line?.id ?? null,
      lineOrder: line?.order ?? null,
      lineSecret: line?.secret ?? null,
      goingSinceS: null,
    });
    if (number % THIN_EACH === 0) await this.thin(manager, jobId, kind === 'conflict' ? current : number);
  }

  private async thin(manager: EntityManager, jobId: string, current: number | null): Promise<void> {
    const rows = await manager.find(RevisionEntity, {
      select: { ...TOLD, base: true, goingSinceS: true },
      where: { jobId },
      order: { number: 'ASC' },
    });
    const saneS = await saneSeconds(manager);
    const { mark, unmark, remove } = thinning(
      rows.map((row) => ({
        ...row,
        printedAt: row.printedAt?.toISOString() ?? null,
        goingSinceS: row.goingSinceS === null ? null : Number(row.goingSinceS),
      })),
      current ?? 0,
      await this.clock(manager),
      saneS,
    );
    if (mark.length > 0)
      await manager.update(RevisionEntity, { jobId, number: In([...mark]) }, { goingSinceS: String(saneS) });
    if (unmark.length > 0)
      await manager.update(RevisionEntity, { jobId, number: In([...unmark]) }, { goingSinceS: null });
    for (const number of remove) await manager.delete(RevisionEntity, { jobId, number });
  }

  private async whatChanged(
    manager: EntityManager,
    jobId: string,
    since: number | null,
    text: string,
    whole: Whole | null,
  ): Promise<string> {
    const row = since === null ? null : await manager.findOneBy(RevisionEntity, { jobId, number: since });
    if (row === null) return '';
    try {
      const before = JSON.parse(await this.textOf(manager, row, whole)) as Plan;
      const after = JSON.parse(text) as Plan;
      // Of an older format nothing is said: its words for the same things may differ.
      if ((before.formatVersion as number) !== after.formatVersion) return '';
      return changesInWords(before, after, MOST_WHAT_CHARACTERS);
    } catch (error) {
      // What it was made from is damaged; that is told to whoever opens it.
      if (error instanceof UnreadablePlan || error instanceof SyntaxError) return '';
      throw error;
    }
  }

  /** The newest revision that is packed whole: what the next is packed against. */
  private async newestWhole(manager: EntityManager, jobId: string): Promise<Whole | null> {
    const row = await manager.findOne(RevisionEntity, {
      where: { jobId, base: IsNull() },
      order: { number: 'DESC' },
    });
    if (row === null) return null;
    try {
      const text = await this.textOf(manager, row);
      return { number: row.number, text, packedBytes: row.packed.length };
    } catch (error) {
      if (error instanceof UnreadablePlan) return null;
      throw error;
    }
  }

  /** What a revision is packed against; already known where it is the newest whole one. */
  private async wholeText(
    manager: EntityManager,
    jobId: string,
    number: number,
    whole: Whole | null,
  ): Promise<string> {
    if (number === whole?.number) return whole.text;
    const row = await manager.findOneBy(RevisionEntity, { jobId, number, base: IsNull() });
    if (row === null)
      throw new UnreadablePlan(number, [{ path: '', message: 'it is gone, and later ones differ from it.' }]);
    return this.textOf(manager, row);
  }

  /** The document of a revision, which must be what its digest says. */
  private async textOf(
    manager: EntityManager,
    row: RevisionRow,
    whole: Whole | null = null,
  ): Promise<string> {
    const base = row.base === null ? null : await this.wholeText(manager, row.jobId, row.base, whole);
    const text = await unpackText(row.packed, base).catch(() => null);
    if (text === null || digestOf(text) !== row.digest)
      throw new UnreadablePlan(row.number, [{ path: '', message: 'what is kept of it is damaged.' }]);
    return text;
  }
}

function opened(number: number, text: string): Plan {
  const plan = openPlanText(text);
  if (!plan.ok) throw new UnreadablePlan(number, plan.fault);
  return plan.value;
}

function revisionOf({
  number,
  kind,
  madeFrom,
  createdAt,
  sizeChars,
  who,
  what,
  name,
  printedAt,
}: RevisionRow): Revision {
  return {
    number,
    kind,
    madeFrom,
    createdAt: createdAt.toISOString(),
    sizeChars,
    who,
    what,
    name,
    printedAt: printedAt?.toISOString() ?? null,
  };
}
