import type { NewReading } from '@zarnel/contract';

/** A reading on its way to the server. */
export type Waiting = { readonly jobId: string; readonly reading: NewReading };

/** The same as the person is told of it: one that the browser’s store would not take is in this page only. */
export type ToldWaiting = Waiting & { readonly isKept: boolean };

export type SendAnswer = 'kept' | 'unreachable' | 'refused';

/** Where readings wait that the server has not acknowledged. */
export type OutboxStore = {
  readonly all: () => Promise<readonly Waiting[]>;
  readonly add: (waiting: Waiting) => Promise<void>;
  readonly remove: (ids: readonly string[]) => Promise<void>;
};

export type OutboxParts = {
  readonly store: OutboxStore;
  readonly send: (jobId: string, readings: readonly NewReading[]) => Promise<SendAnswer>;
  /** What waits now, after every change. */
  readonly onWaiting: (waiting: readonly ToldWaiting[]) => void;
  /** Readings of a job were acknowledged. */
  readonly onKept: (jobId: string) => void;
  /** Something broke that the person is told of by what waits; here for whoever looks for why. */
  readonly onError: (error: unknown) => void;
  readonly retryMs: number;
  /** Does work unless another tab of this browser does the same just now: one sends what waits for all. */
  readonly alone?: (work: () => Promise<void>) => Promise<void>;
};

/** The server takes this many readings at once. */
const MOST_AT_ONCE = 500;

/**
 * Keeps each reading in this browser until the server has acknowledged it, and sends again until it has. A reading
 * has its id from the start, so that one sent twice is kept once. Where the store fails, the page itself keeps the
 * reading, and goes on sending it.
 */
export class Outbox {
  private isSending = false;
  private timer: ReturnType<typeof setTimeout> | undefined;
  /** What the store would not take. */
  private unkept: readonly Waiting[] = [];
  /** What was last told to wait. */
  private told: readonly ToldWaiting[] = [];
  /** Another tab was sending when this one would have. */
  private areOthersSending = false;

  constructor(private readonly parts: OutboxParts) {}

  async take(jobId: string, reading: NewReading): Promise<void> {
    const waiting = { jobId, reading };
    try {
      await this.parts.store.add(waiting);
    } catch (error) {
      this.parts.onError(error);
      this.unkept = [...this.unkept, waiting];
    }
    await this.tell();
    void this.flush();
  }

  /**
   * Sends what waits, job by job. Ends when all that can be is acknowledged, or the server cannot be reached. What is
   * refused stays: it is the person's to decide about, never silently dropped; it holds up no other job's readings.
   */
  async flush(): Promise<void> {
    if (this.isSending) return;
    this.isSending = true;
    clearTimeout(this.timer);
    let [isDone, hasRun] = [false, false];
    const { alone = (work) => work() } = this.parts;
    try {
      await alone(async () => {
        hasRun = true;
        isDone = await this.send();
      });
      if (!hasRun) {
        // By then it may be done, or its tab closed.
        this.areOthersSending = true;
        this.tryLater();
        return;
      }
      if (isDone && this.areOthersSending) {
        // What waited when this page last looked was sent by another.
        this.areOthersSending = false;
        const sent = new Set(this.told.map(({ jobId }) => jobId));
        await this.tell();
        for (const jobId of sent) this.parts.onKept(jobId);
      }
      if (!isDone && (await this.waiting()).length > 0) this.tryLater();
    } catch (error) {
      // The store did not let go of what was sent: it is sent again, and kept once.
      this.parts.onError(error);
      this.tryLater();
    } finally {
      this.isSending = false;
    }
  }

  /** Sends until nothing is left that can be. Whether nothing is left. */
  private async send(): Promise<boolean> {
    await this.keepUnkept();
    const refused = new Set<string>();
    /** Jobs whose readings go one by one, since one of many was refused. */
    const oneByOne = new Set<string>();
    for (;;) {
      const waiting = (await this.waiting()).filter(({ reading }) => !refused.has(reading.id));
      const jobId = waiting[0]?.jobId;
      if (jobId === undefined) return refused.size === 0;
      const readings = waiting
        .filter((each) => each.jobId === jobId)
        .slice(0, oneByOne.has(jobId) ? 1 : MOST_AT_ONCE)
        .map(({ reading }) => reading);
      const answer = await this.parts.send(jobId, readings).catch((error: unknown): SendAnswer => {
        // Whatever broke on the way, nothing was acknowledged: it is tried again.
        this.parts.onError(error);
        return 'unreachable';
      });
      if (answer === 'unreachable') return false;
      if (answer === 'refused') {
        // One that is refused holds up none of the others, of its own job neither.
        if (readings.length > 1) oneByOne.add(jobId);
        else for (const { id } of readings) refused.add(id);
        continue;
      }
      await this.letGo(readings.map(({ id }) => id));
      await this.tell();
      this.parts.onKept(jobId);
    }
  }

  /** What the store would not take is given to it again: it may work by now. */
  private async keepUnkept(): Promise<void> {
    for (const waiting of this.unkept) {
      try {
        await this.parts.store.add(waiting);
      } catch {
        return;
      }
      this.unkept = this.unkept.filter((each) => each !== waiting);
      await this.tell();
    }
  }

  private tryLater(): void {
    this.timer = setTimeout(() => void this.flush(), this.parts.retryMs);
  }

  async tell(): Promise<void> {
    this.told = await this.waiting();
    this.parts.onWaiting(this.told);
  }

  private async letGo(ids: readonly string[]): Promise<void> {
    const own = new Set(this.unkept.map(({ reading }) => reading.id));
    this.unkept = this.unkept.filter(({ reading }) => !ids.includes(reading.id));
    const stored = ids.filter((id) => !own.has(id));
    if (stored.length > 0) await this.parts.store.remove(stored);
  }

  private async waiting(): Promise<readonly ToldWaiting[]> {
    const stored = await this.parts.store.all().catch((error: unknown): readonly Waiting[] => {
      this.parts.onError(error);
      return [];
    });
    return [
      ...stored.map((each) => ({ ...each, isKept: true })),
      ...this.unkept.map((each) => ({ ...each, isKept: false })),
    ];
  }
}
