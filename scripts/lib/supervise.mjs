import { sleep, Stopped, stopSignal, UserError } from './run.mjs';

const FIRST_WAIT_MS = 500;
const MOST_WAIT_MS = 30_000;
/** What ran this long before it ended is started again at once, as if it had never ended before. */
const LONG_MS = 60_000;

/**
 * Keeps a program running. Where it ends by itself that is said in one line, and it is started again; later and later, while
 * it goes on ending. The first start must succeed.
 * @template {{ ended: Promise<unknown>, stop: () => Promise<void> }} Program
 * @param {{ name: string, start: () => Promise<Program>, hint?: string, say?: (line: string) => void }} options
 * @returns {Promise<{ current: () => Program, stop: () => Promise<void> }>}
 */
export async function supervise({ name, start, hint = '', say = sayOnError }) {
  let program = await start();
  let isStopping = false;
  void keep();
  return {
    current: () => program,
    stop: async () => {
      isStopping = true;
      await program.stop();
    },
  };

  async function keep() {
    let waitMs = FIRST_WAIT_MS;
    for (;;) {
      const sinceMs = Date.now();
      await program.ended;
      // Where all of us are asked to stop, it may have heard first.
      await sleep(200);
      if (Date.now() - sinceMs > LONG_MS) waitMs = FIRST_WAIT_MS;
      let why = `${name} ended by itself.${hint}`;
      for (let isUp = false; !isUp;) {
        if (isStopping || stopSignal.aborted) return;
        say(`${why} It is started again in ${waitMs / 1000} s.`);
        await sleep(waitMs);
        if (isStopping || stopSignal.aborted) return;
        waitMs = Math.min(waitMs * 2, MOST_WAIT_MS);
        try {
          program = await start();
          // A stop that was asked for meanwhile ended the one before.
          if (isStopping || stopSignal.aborted) {
            await program.stop();
            return;
          }
          say(`${name} is up again.`);
          isUp = true;
        } catch (error) {
          if (error instanceof Stopped) return;
          const message = error instanceof UserError ? error.message : String(error?.stack ?? error);
          why = `${name} could not be started: ${message}`;
        }
      }
    }
  }
}

function sayOnError(line) {
  process.stderr.write(`${line}\n`);
}
