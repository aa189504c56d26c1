import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { jobSummarySchema } from '@zarnel/contract';
import { honeyHouse } from '@zarnel/core/files';
import { openPlan, writePlanCompact, type Plan } from '@zarnel/core/plan';
import { createConnection } from 'mysql2/promise';
import { startApp, type App } from '../../scripts/lib/app.mjs';
import { startMariadb, type Mariadb } from '../../scripts/lib/mariadb.mjs';

/** A database and servers of one test's own, any of which it may kill and start again. */
export class House {
  private constructor(
    private readonly home: string,
    private database: Mariadb,
    private servers: App[],
  ) {}

  static async open(serverCount = 1): Promise<House> {
    const home = mkdtempSync(join(tmpdir(), 'zarnel-faults-'));
    const database = await startMariadb(join(home, 'mariadb'));
    const house = new House(home, database, []);
    for (let index = 0; index < serverCount; index++)
      house.servers.push(await startApp({ databaseUrl: database.url('zarnel'), log: 'silent' }));
    return house;
  }

  url(index = 0): string {
    const server = this.servers[index];
    if (server === undefined) throw new Error('There is no such server.');
    return server.url;
  }

  /** A server ends as if its machine had lost its power, and starts again at its address. */
  async killServer(index = 0): Promise<void> {
    const server = this.servers[index];
    if (server === undefined) return;
    process.kill(server.pid, 'SIGKILL');
    await server.ended;
    this.servers[index] = await startApp({
      databaseUrl: this.database.url('zarnel'),
      port: server.port,
      log: 'silent',
    });
  }

  async killDatabase(): Promise<void> {
    const { port, pid } = this.database;
    process.kill(pid, 'SIGKILL');
    await this.database.stop();
    this.database = await startMariadb(join(this.home, 'mariadb'), { port });
  }

  /** The database or a server stands still, as if its disk did, until it is let go on. */
  freeze(what: 'database' | 'server', isFrozen: boolean): void {
    const pid = what === 'database' ? this.database.pid : (this.servers[0]?.pid ?? 0);
    process.kill(pid, isFrozen ? 'SIGSTOP' : 'SIGCONT');
  }

  /** Holds the row of a job as a transaction that does not end would, until what it gives is called. */
  async lockJob(jobId: string): Promise<() => Promise<void>> {
    const connection = await createConnection(this.database.url('zarnel'));
    await connection.beginTransaction();
    await connection.query('SELECT * FROM job WHERE id = ? FOR UPDATE', [jobId]);
    return async () => {
      await connection.rollback();
      await connection.end();
    };
  }

  async close(): Promise<void> {
    for (const server of this.servers) await server.stop();
    await this.database.stop();
    rmSync(this.home, { recursive: true, force: true });
  }
}

/** A client that saves as the page does: over the revision it knows, and again while it got no answer. */
export class Saver {
  readonly line = crypto.randomUUID();
  private readonly secret = crypto.randomUUID();
  private order = 0;
  revision = 1;
  /** What the server acknowledged: the name that each revision must have. */
  readonly acknowledged = new Map<number, string>();
  answersOf5xx = 0;
  worstMs = 0;

  constructor(
    readonly jobId: string,
    private readonly urlOf: () => string,
  ) {}

  /** Saves a plan under a name of its own, however often it has to be sent. */
  async save(plan: Plan, untilMs: number): Promise<'saved' | 'stale'> {
    this.order++;
    for (;;) {
      const sentMs = Date.now();
      const answer = await fetch(`${this.urlOf()}/api/jobs/${this.jobId}/plan`, {
        method: 'PUT',
        headers: {
          'Content-Type': 'application/json',
          'If-Match': `"${this.revision}"`,
          'Line-Of-Work': `${this.line}; ${this.order}`,
          'Line-Secret': this.secret,
        },
        body: writePlanCompact(plan),
        signal: AbortSignal.timeout(20_000),
      }).catch(() => null);
      const body = (await answer?.json().catch(() => null)) as
        { revision?: number; current?: number; kept?: number } | null | undefined;
      this.worstMs = Math.max(this.worstMs, Date.now() - sentMs);
      if (answer?.status === 200 && body?.revision !== undefined) {
        this.revision = body.revision;
        this.acknowledged.set(body.revision, plan.name);
        return 'saved';
      }
      if (answer?.status === 412 && body?.current !== undefined && body.kept !== undefined) {
        this.acknowledged.set(body.kept, plan.name);
        this.revision = body.current;
        return 'stale';
      }
      if (answer !== null && answer.status >= 500) this.answersOf5xx++;
      if (answer !== null && answer.status < 500 && body !== null)
        throw new Error(`Refused: ${answer.status} ${JSON.stringify(body)}`);
      if (Date.now() > untilMs) throw new Error('The server did not come back.');
      await new Promise((resolve) => setTimeout(resolve, 50));
    }
  }
}

export async function importJob(url: string, plan: Plan = honeyHouse()): Promise<string> {
  const answer = await fetch(`${url}/api/jobs/import`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: writePlanCompact(plan),
  });
  return jobSummarySchema.parse(await answer.json()).id;
}

export async function readRevision(url: string, jobId: string, revision?: number): Promise<Plan> {
  const path = revision === undefined ? 'plan' : `revisions/${revision}`;
  // One of several servers may be without its database for good; the next is asked.
  for (let tries = 0; ; tries++) {
    const answer = await fetch(`${url}/api/jobs/${jobId}/${path}`).catch(() => null);
    if ((answer === null || answer.status >= 500) && tries < 10) continue;
    const opened = openPlan(await answer?.json());
    if (!opened.ok) throw new Error(`${revision ?? 'newest'}: ${JSON.stringify(opened.fault[0])}`);
    return opened.value;
  }
}

/** How many of what was acknowledged is not there as it was acknowledged. */
export async function countLost(url: string, savers: readonly Saver[]): Promise<number> {
  let lost = 0;
  for (const { jobId, acknowledged } of savers) {
    for (const [revision, name] of acknowledged) {
      const plan = await readRevision(url, jobId, revision).catch(() => null);
      if (plan?.name !== name) lost++;
    }
  }
  return lost;
}
