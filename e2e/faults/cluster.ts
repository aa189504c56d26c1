import { cpSync, existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startApp, type App } from '../../scripts/lib/app.mjs';
import { freePort } from '../../scripts/lib/ports.mjs';
import { startMariadb, type Mariadb } from '../../scripts/lib/mariadb.mjs';
import { openBalancer } from './balancer.ts';

const PROVIDER = '/usr/lib/galera/libgalera_smm.so';
const NODES = 3;

/** Three databases as one cluster on loopback, a server beside each, and a balancer before the servers. */
export class Cluster {
  private constructor(
    readonly url: string,
    private readonly home: string,
    private readonly nodes: readonly Mariadb[],
    private readonly servers: readonly App[],
    private readonly closeBalancer: () => void,
  ) {}

  /** Null where Galera is not there. */
  static async open(): Promise<Cluster | null> {
    if (!existsSync(PROVIDER)) return null;
    const home = mkdtempSync(join(tmpdir(), 'zarnel-cluster-'));
    // How a node comes to the data of another; MariaDB looks for the script by its name.
    process.env.PATH = `${import.meta.dirname}:${process.env.PATH ?? ''}`;
    process.env.ZARNEL_SST = home;
    const folder = (index: number) => join(home, `node-${index}`);
    const ports = await Promise.all(Array.from({ length: NODES * 3 }, () => freePort()));
    const loopback = ports.map((port) => `127.0.0.1:${port}`);
    const settings = (index: number) => [
      '--wsrep-on=ON',
      `--wsrep-provider=${PROVIDER}`,
      `--wsrep-provider-options=${[
        `gmcast.listen_addr=tcp://${loopback[index]}`,
        `ist.recv_addr=${loopback[NODES + index]}`,
        // A node that is gone is given up within a few seconds.
        'evs.keepalive_period=PT0.5S',
        'evs.suspect_timeout=PT2S',
        'evs.inactive_timeout=PT4S',
        'evs.install_timeout=PT4S',
        'gcache.size=32M',
      ].join(';')}`,
      `--wsrep-cluster-address=gcomm://${loopback.slice(0, NODES).join(',')}`,
      `--wsrep-node-address=${loopback[index]}`,
      `--wsrep-node-name=node-${index}`,
      '--wsrep-cluster-name=zarnel-faults',
      '--wsrep-sst-method=same',
      `--wsrep-sst-receive-address=${loopback[2 * NODES + index]}`,
      // What one node acknowledged, the next reads.
      '--wsrep-sync-wait=15',
      '--binlog-format=ROW',
      '--innodb-autoinc-lock-mode=2',
      ...(index === 0 ? ['--wsrep-new-cluster'] : []),
    ];
    const nodes: Mariadb[] = [];
    const servers: App[] = [];
    try {
      // All begin with the same data, so that only what came since has to be sent to another.
      await (await startMariadb(folder(0), { more: settings(0) })).stop();
      for (let index = 1; index < NODES; index++) {
        cpSync(folder(0), folder(index), { recursive: true });
        for (const file of ['galera.cache', 'gvwstate.dat'])
          rmSync(join(folder(index), 'data', file), { force: true });
      }
      for (let index = 0; index < NODES; index++)
        nodes.push(await startMariadb(folder(index), { more: settings(index) }));
      for (const node of nodes)
        servers.push(await startApp({ databaseUrl: node.url('zarnel'), log: 'silent' }));
    } catch (error) {
      for (const server of servers) await server.stop();
      for (const node of nodes) await node.stop();
      throw error;
    }
    const balancer = await openBalancer(() => servers.map(({ url }) => url));
    return new Cluster(balancer.url, home, nodes, servers, balancer.close);
  }

  /** Ends a database as if its machine had lost its power; its server goes on without. */
  killNode(index: number): Promise<void> {
    const node = this.nodes[index];
    if (node !== undefined) process.kill(node.pid, 'SIGKILL');
    return node?.stop() ?? Promise.resolve();
  }

  async close(): Promise<void> {
    this.closeBalancer();
    for (const server of this.servers) await server.stop();
    for (const node of this.nodes) await node.stop();
    rmSync(this.home, { recursive: true, force: true });
  }
}
