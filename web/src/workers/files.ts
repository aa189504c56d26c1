import { wrap, type Remote } from 'comlink';
import { WorkerLost, type Mortal } from './answering.ts';
import type { Files } from './files.worker.ts';

type Made<Reader> = { readonly worker: Mortal; readonly reader: Reader };

/**
 * Reads one file at a time, each in a worker of its own: a large one holds up neither the checks nor the page, and ends at once
 * when nobody waits for it any more.
 */
export class FileReading<Reader = Remote<Files>> {
  private end: (() => void) | null = null;

  constructor(private readonly make: () => Made<Reader>) {}

  /** What the file holds; null where the reading was stopped, by `stop` or by the next. Throws where the worker broke. */
  async read<Answer>(question: (reader: Reader) => Promise<Answer>): Promise<Answer | null> {
    this.stop();
    const { worker, reader } = this.make();
    let end = () => {};
    const stopped = new Promise<null>((resolve) => (end = () => resolve(null)));
    this.end = end;
    const lost = new Promise<never>((_, reject) => {
      const die = () => reject(new WorkerLost('the worker ended'));
      worker.addEventListener('error', die);
      worker.addEventListener('messageerror', die);
    });
    try {
      return await Promise.race([question(reader), stopped, lost]);
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

export function browserFileReading(): FileReading {
  return new FileReading(() => {
    const worker = new Worker(new URL('./files.worker.ts', import.meta.url), { type: 'module' });
    return { worker, reader: wrap<Files>(worker) };
  });
}
