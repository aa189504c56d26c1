/** Too many wait for the same: whoever comes now is told so, and comes again. */
export class TooManyWaiting extends Error {
  constructor(readonly retryAfterS: number) {
    super('too many wait');
  }
}

export type TurnLimits = {
  /** So many are at work together. */
  readonly mostAtOnce: number;
  /** So many wait for one key. */
  readonly mostOfKey: number;
  /** So many wait in all. */
  readonly mostWaiting: number;
};

type Waiting = { readonly key: string | null; readonly begin: () => void };

const RETRY_AFTER_S = 2;

/**
 * Gives turns: work of one key goes one after the other, and of all keys so many at once. Whoever waits for a key holds nothing
 * meanwhile, so that one slow key leaves room for the others.
 */
export class Turns {
  private atWork = 0;
  private readonly busyKeys = new Set<string>();
  private waiting: Waiting[] = [];

  constructor(private readonly limits: TurnLimits) {}

  /** Does work when its turn comes. Throws TooManyWaiting where that would take too long. A null key waits for no other. */
  async do<Answer>(key: string | null, work: () => Promise<Answer>): Promise<Answer> {
    await this.turn(key);
    try {
      return await work();
    } finally {
      this.atWork--;
      if (key !== null) this.busyKeys.delete(key);
      this.beginNext();
    }
  }

  private turn(key: string | null): Promise<void> {
    if (this.isFree(key) && !this.waiting.some((each) => this.isFree(each.key))) {
      this.begin(key);
      return Promise.resolve();
    }
    const ofKey = key === null ? 0 : this.waiting.filter((each) => each.key === key).length;
    if (ofKey >= this.limits.mostOfKey || this.waiting.length >= this.limits.mostWaiting)
      throw new TooManyWaiting(RETRY_AFTER_S);
    return new Promise((begin) => this.waiting.push({ key, begin }));
  }

  private isFree(key: string | null): boolean {
    return this.atWork < this.limits.mostAtOnce && (key === null || !this.busyKeys.has(key));
  }

  private begin(key: string | null): void {
    this.atWork++;
    if (key !== null) this.busyKeys.add(key);
  }

  /** In the order in which they came, but for those whose key is at work. */
  private beginNext(): void {
    const at = this.waiting.findIndex(({ key }) => this.isFree(key));
    const [next] = at < 0 ? [] : this.waiting.splice(at, 1);
    if (next === undefined) return;
    this.begin(next.key);
    next.begin();
    this.beginNext();
  }
}
