import type { Remote } from 'comlink';
import { WorkerLost, type Mortal } from './answering.ts';
import type { Exports } from './exports-work.ts';
import type { Files } from './files-work.ts';
import { handOf } from './hand.ts';

type Made<Asked> = { readonly worker: Mortal; readonly remote: Asked };

/**
 * Reads or writes one file at a time, each in a worker of its own: a large one holds up neither the checks nor the page, and
 * ends at once when nobody waits for it any more.
 */
export class FileWork<Asked> {
  private end: (() => void) | null = null;

  constructor(private readonly make: () => Made<Asked>) {}

  /** What the file holds, or is to hold; null where the work was stopped, by `stop` or by the next. Throws where the worker broke. */
  async ask<Answer>(question: (remote: Asked) => Promise<Answer>): Promise<Answer | null> {
    this.stop();
    const { worker, remote } = this.make();
    let end = () => {};
    const stopped = new Promise<null>((resolve) => (end = () => resolve(null)));
    this.end = end;
    const lost = new Promise<never>((_, reject) => {
      const die = () => reject(new WorkerLost('the worker ended'));
      worker.addEventListener('error', die);
      worker.addEventListener('messageerror', die);
    });
    try {
      return await Promise.race([question(remote), stopped, lost]);
    } finally {
      worker.terminate();
      if (this.end === end) this.end = null;
    }
  }

  stop(): void {
    this.end?.();
    this.end = null;
  }
}

type FileReading = FileWork<Remote<Files>>;

export function browserFileReading(): FileReading {
  return new FileWork(() =>
    handOf<Files>(
      () => new Worker(new URL('./files.worker.ts', import.meta.url), { type: 'module' }),
      async () => (await import('./files-work.ts')).fileReads,
    ),
  );
}

export function browserFileWriting(): FileWork<Remote<Exports>> {
  return new FileWork(() =>
    handOf<Exports>(
      () => new Worker(new URL('./exports.worker.ts', import.meta.url), { type: 'module' }),
      async () => (await import('./exports-work.ts')).fileExports,
    ),
  );
}
