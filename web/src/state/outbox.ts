import type { NewReading } from '@zarnel/core';

/** A reading on its way to the server. */
export type Waiting = { readonly jobId: string; readonly reading: NewReading };

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
  readonly onWaiting: (waiting: readonly Waiting[]) => void;
  /** Readings of a job were acknowledged. */
  readonly onKept: (jobId: string) => void;
  readonly retryMs: number;
};

/** The server takes this many readings at once. */
const MOST_AT_ONCE = 500;

/**
 * Keeps each reading in this browser until the server has acknowledged it, and sends again until it has. A reading
 * has its id from the start, so that one sent twice is kept once.
 */
export class Outbox {
  private isSending = false;
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor(private readonly parts: OutboxParts) {}

  async take(jobId: string, reading: NewReading): Promise<void> {
    await this.parts.store.add({ jobId, reading });
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
    const refusedJobs = new Set<string>();
    try {
      for (;;) {
        const waiting = await this.parts.store.all();
        const jobId = waiting.find((each) => !refusedJobs.has(each.jobId))?.jobId;
        if (jobId === undefined) break;
        const readings = waiting
          .filter((each) => each.jobId === jobId)
          .slice(0, MOST_AT_ONCE)
          .map(({ reading }) => reading);
        const answer = await this.parts.send(jobId, readings);
        if (answer === 'unreachable') {
          this.tryLater();
          return;
        }
        if (answer === 'refused') {
          refusedJobs.add(jobId);
          continue;
        }
        await this.parts.store.remove(readings.map(({ id }) => id));
        await this.tell();
        this.parts.onKept(jobId);
      }
      if (refusedJobs.size > 0) this.tryLater();
    } finally {
      this.isSending = false;
    }
  }

  private tryLater(): void {
    this.timer = setTimeout(() => void this.flush(), this.parts.retryMs);
  }

  async tell(): Promise<void> {
    this.parts.onWaiting(await this.parts.store.all());
  }
}
