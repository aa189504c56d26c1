/** Does slow things one after the other, in the order they were asked for; one that fails holds up none after it. */
export class InTurn {
  private last: Promise<unknown> = Promise.resolve();
  /** What the newest of each key is to do, while its turn has not come. */
  private readonly waiting = new Map<string, { work: () => Promise<void>; readonly done: Promise<void> }>();

  do<Answer>(work: () => Promise<Answer>): Promise<Answer> {
    const done = this.last.then(work);
    this.last = done.catch(() => undefined);
    return done;
  }

  /** One that waits gives its place in line to a later one of its key: only the newest is done, and none piles up. */
  doNewest(key: string, work: () => Promise<void>): Promise<void> {
    const asked = this.waiting.get(key);
    if (asked !== undefined) {
      asked.work = work;
      return asked.done;
    }
    const done = this.do(async () => {
      const newest = this.waiting.get(key);
      this.waiting.delete(key);
      await newest?.work();
    });
    this.waiting.set(key, { work, done });
    return done;
  }
}
