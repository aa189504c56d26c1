import { sleep, Stopped, stopSignal, UserError } from './run.mjs';

const FIRST_WAIT_MS = 500;
const MOST_WAIT_MS = 30_000;
/** A program is asked this often whether it is well, and ended after so many times without an answer. */
const ASK_EVERY_MS = 3000;
const MOST_MISSED = 5;
/** What ran this long before it ended is started again at once, as if it had never ended before. */
const LONG_MS = 60_000;

/**
 * Keeps a program running. Where it ends by itself, or hangs, that is said in one line, and it is started again; later and later,
 * while it goes on ending. The first start must succeed.
 * @template {{ ended: Promise<unknown>, stop: () => Promise<void>, isWell?: () => Promise<boolean>, kill?: () => void }} Program
 * @param {{ name: string, start: () => Promise<Program>, hint?: string, say?: (line: string) => void, askEveryMs?: number }} options
 * @returns {Promise<{ current: () => Program, stop: () => Promise<void> }>}
 */
export async function supervise({ name, start, hint = '', say = sayOnError, askEveryMs = ASK_EVERY_MS }) {
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

  /** Asks a program whether it is well until it has ended; one that says nothing for long is ended. */
  async function endWhereItHangs(asked) {
    if (asked.isWell === undefined) return;
    let hasEnded = false;
    void asked.ended.then(() => (hasEnded = true));
    for (let missed = 0; missed < MOST_MISSED;) {
      const sinceMs = Date.now();
      await sleep(askEveryMs);
      if (hasEnded || isStopping || stopSignal.aborted) return;
      // A machine that slept, or had no time for us, had none for it.
      const wasLate = Date.now() - sinceMs > 3 * askEveryMs;
      const isWell = await asked.isWell();
      missed = isWell || wasLate ? 0 : missed + 1;
    }
    if (hasEnded || isStopping || stopSignal.aborted) return;
    say(`${name} does not answer: it is ended.`);
    asked.kill?.();
  }

  async function keep() {
    let waitMs = FIRST_WAIT_MS;
    for (;;) {
      const sinceMs = Date.now();
      await Promise.race([program.ended, endWhereItHangs(program)]);
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
