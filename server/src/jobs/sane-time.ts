import type { DataSource, EntityManager } from 'typeorm';
import { databaseClock, type Clock } from '../database.ts';

/** A clock that goes so much otherwise than the time that passed was set, or the machine slept. */
const MOST_ASTRAY_S = 60;

/**
 * How long the clock of the database was seen to run right, in all: what is let go for its age waits for that, for a clock that
 * is set wrong makes everything old at once. Time in which no server runs, or its machine sleeps, does not count.
 */
export class SaneTime {
  private before: { readonly clockMs: number; readonly passedMs: number } | null = null;

  /** @param passedMs milliseconds that passed since some moment, whatever the clock is set to */
  constructor(
    private readonly source: DataSource,
    private readonly clock: Clock = databaseClock,
    private readonly passedMs: () => number = () => performance.now(),
  ) {}

  /** Looks at the clock: what ran right since the last look counts. Where it went back, whatever was to go stays for now. */
  async look(): Promise<void> {
    const { manager } = this.source;
    const now = await this.clock(manager);
    const passedMs = this.passedMs();
    const { before } = this;
    this.before = { clockMs: now.getTime(), passedMs };
    const passedS = before === null ? 0 : (passedMs - before.passedMs) / 1000;
    const clockS = before === null ? 0 : (now.getTime() - before.clockMs) / 1000;
    const isRight = Math.abs(clockS - passedS) <= MOST_ASTRAY_S;
    const [row] = await manager.query<{ seenAt: Date }[]>(
      'SELECT seen_at AS seenAt FROM sane_time WHERE id = 1',
    );
    const wentBack =
      clockS - passedS < -MOST_ASTRAY_S ||
      (row !== undefined && row.seenAt.getTime() > now.getTime() + MOST_ASTRAY_S * 1000);
    // Several servers see the same time pass: it counts once.
    await manager.query(
      `UPDATE sane_time SET
        sane_s = sane_s + LEAST(?, GREATEST(0, TIMESTAMPDIFF(SECOND, seen_at, ?))),
        seen_at = ?
      WHERE id = 1`,
      [isRight ? Math.floor(passedS) : 0, now, now],
    );
    if (wentBack)
      await manager.query('UPDATE revision SET going_since_s = NULL WHERE going_since_s IS NOT NULL');
  }
}

/** How many seconds the clock was seen to run right, in all. */
export async function saneSeconds(manager: EntityManager): Promise<number> {
  const [row] = await manager.query<{ saneS: string | number }[]>(
    'SELECT sane_s AS saneS FROM sane_time WHERE id = 1',
  );
  return Number(row?.saneS ?? 0);
}
