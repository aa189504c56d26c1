/** A worker as far as it matters for whether it is alive. */
export type Mortal = {
  readonly terminate: () => void;
  readonly addEventListener: (type: 'error' | 'messageerror', listener: (event: unknown) => void) => void;
};

/** A worker that broke, or gave no answer in the time there is for one. */
export class WorkerLost extends Error {}

/**
 * Keeps a worker, asks it, and replaces it when it dies or does not answer. Whoever waits for an answer is told at once;
 * the next question goes to a fresh worker.
 */
export class Answering<Worker extends Mortal, Remote> {
  private current: {
    readonly worker: Worker;
    readonly remote: Remote;
    readonly lost: Promise<never>;
  } | null = null;

  constructor(
    private readonly make: () => { readonly worker: Worker; readonly remote: Remote },
    private readonly answerMs: number,
  ) {}

  async ask<Answer>(question: (remote: Remote) => Promise<Answer>): Promise<Answer> {
    const { worker, remote, lost } = this.alive();
    let timer: ReturnType<typeof setTimeout> | undefined;
    const late = new Promise<never>((_, reject) => {
      timer = setTimeout(() => {
        this.drop(worker);
        reject(new WorkerLost(`no answer within ${Math.round(this.answerMs / 1000)} s`));
      }, this.answerMs);
    });
    try {
      return await Promise.race([question(remote), lost, late]);
    } finally {
      clearTimeout(timer);
    }
  }

  private alive() {
    if (this.current !== null) return this.current;
    const made = this.make();
    const lost = new Promise<never>((_, reject) => {
      const die = (event: unknown) => {
        this.drop(made.worker);
        const reason = (event as { message?: unknown } | null)?.message;
        reject(new WorkerLost(typeof reason === 'string' && reason !== '' ? reason : 'the worker ended'));
      };
      made.worker.addEventListener('error', die);
      made.worker.addEventListener('messageerror', die);
    });
    // Nobody may be waiting when it dies.
    lost.catch(() => undefined);
    this.current = { ...made, lost };
    return this.current;
  }

  private drop(worker: Worker): void {
    worker.terminate();
    if (this.current?.worker === worker) this.current = null;
  }
}
