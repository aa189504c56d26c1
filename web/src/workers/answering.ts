/** A worker as far as it matters for whether it is alive. */
export type Mortal = {
  readonly terminate: () => void;
  readonly addEventListener: (type: 'error' | 'messageerror', listener: (event: unknown) => void) => void;
};

/** A worker that broke, or gave no answer in the time there is for one. */
export class WorkerLost extends Error {}

/** Why a worker ended, as far as it says. */
export function reasonOf(event: unknown): string {
  const reason = (event as { message?: unknown } | null)?.message;
  return typeof reason === 'string' && reason !== '' ? reason : 'the worker ended';
}

type Alive<Worker, Remote> = {
  readonly worker: Worker;
  readonly remote: Remote;
  /**
   * How each who waits is told that it died. Not one promise that all wait for: that would keep every answer there ever was for
   * as long as the worker lives.
   */
  readonly waiting: Set<(lost: WorkerLost) => void>;
};

/**
 * Keeps a worker, asks it, and replaces it when it dies or does not answer. Whoever waits for an answer is told at once;
 * the next question goes to a fresh worker. Of an answer nothing is kept.
 */
export class Answering<Worker extends Mortal, Remote> {
  private current: Alive<Worker, Remote> | null = null;

  constructor(
    private readonly make: () => { readonly worker: Worker; readonly remote: Remote },
    private readonly answerMs: number,
  ) {}

  ask<Answer>(question: (remote: Remote) => Promise<Answer>): Promise<Answer> {
    const alive = this.alive();
    return new Promise<Answer>((resolve, reject) => {
      const end = () => {
        clearTimeout(timer);
        alive.waiting.delete(lost);
      };
      const lost = (why: WorkerLost) => {
        end();
        reject(why);
      };
      const timer = setTimeout(
        () => this.lose(alive, `no answer within ${Math.round(this.answerMs / 1000)} s`),
        this.answerMs,
      );
      alive.waiting.add(lost);
      question(alive.remote).then(
        (answer) => {
          end();
          resolve(answer);
        },
        (error: unknown) => {
          end();
          reject(error instanceof Error ? error : new Error(String(error)));
        },
      );
    });
  }

  private alive(): Alive<Worker, Remote> {
    if (this.current !== null) return this.current;
    const alive: Alive<Worker, Remote> = { ...this.make(), waiting: new Set() };
    const die = (event: unknown) => {
      this.lose(alive, reasonOf(event));
    };
    alive.worker.addEventListener('error', die);
    alive.worker.addEventListener('messageerror', die);
    this.current = alive;
    return alive;
  }

  private lose(alive: Alive<Worker, Remote>, why: string): void {
    alive.worker.terminate();
    if (this.current === alive) this.current = null;
    for (const tell of [...alive.waiting]) tell(new WorkerLost(why));
  }
}
