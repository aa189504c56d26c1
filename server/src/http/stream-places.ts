import type { Context } from 'koa';
import type { Socket } from 'node:net';
import { ProblemError } from './problem.ts';

/** Settles when whoever listened is gone, or was answered otherwise. */
export type Ended = Promise<void>;

/**
 * Places for streams, which go on until somebody ends them: so many in all, and one on a connection, for what is asked behind an
 * endless answer would never be sent. Counted on the connection: an answer that never came to be sent does not say that it ended.
 */
export class StreamPlaces {
  private readonly taken = new Set<Socket>();

  constructor(private readonly most: number) {}

  /** Takes a place until the answer or its connection ends. Throws a problem where there is none. */
  take({ req, res }: Pick<Context, 'req' | 'res'>): Ended {
    const { socket } = req;
    if (this.taken.has(socket))
      throw new ProblemError(
        429,
        'This connection is read as a stream already: use another.',
        {},
        RETRY_AFTER_S,
      );
    if (this.taken.size >= this.most)
      throw new ProblemError(
        429,
        `No more than ${this.most} instruments are read at once.`,
        {},
        RETRY_AFTER_S,
      );
    this.taken.add(socket);
    return new Promise((resolve) => {
      const end = () => {
        this.taken.delete(socket);
        res.off('close', end);
        socket.off('close', end);
        resolve();
      };
      res.on('close', end);
      socket.on('close', end);
      if (socket.destroyed) end();
    });
  }
}

const RETRY_AFTER_S = 5;
