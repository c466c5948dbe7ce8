// Several nodes of one MariaDB Galera cluster on this machine, for the tests and to try a cluster out: each with its own folder,
// on loopback or at an address of its own in a network namespace.
import { spawn, spawnSync } from 'node:child_process';
import { chmodSync, cpSync, existsSync, mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import {
  accountsFor,
  diesWithParent,
  freePort,
  logInto,
  makeDataFolder,
  passwordOf,
  programPath,
  until,
} from './private-database.mjs';

const PROVIDER = '/usr/lib/galera/libgalera_smm.so';
const START_LIMIT_MS = 120_000;
/** Three that share a machine: a little memory each, and a silent one is given up after some seconds. */
const MEMORY = '128M';
const PROVIDER_OPTIONS = ['gcache.size=256M', 'evs.suspect_timeout=PT3S', 'evs.inactive_timeout=PT8S'];

/** Whether the library that makes a cluster of MariaDB servers is installed. */
export const hasGalera = () => existsSync(PROVIDER) && programPath('rsync') !== null;

/** What copies a whole node to another gives up being root by itself, so that the nodes do so from the beginning. */
const SERVER_USER = 'mysql';
const isRoot = process.getuid?.() === 0;
const handOver = (folder) => {
  if (isRoot) spawnSync('chown', ['-R', `${SERVER_USER}:`, folder]);
};

/** In front of a server's words: as that user from the first, and gone with this program however that ends. */
const asServerUser = () => {
  const [setpriv, ...words] = diesWithParent();
  if (!setpriv || !isRoot) return diesWithParent();
  return [setpriv, `--reuid=${SERVER_USER}`, `--regid=${SERVER_USER}`, '--init-groups', ...words];
};

/** Where a node is reached, and how its program is started there. */
const onLoopback = () => ({ host: '127.0.0.1', words: [] });

/** One node: started, killed and brought back at will. */
class Node {
  constructor({ root, name, place, ports, password, donor }) {
    Object.assign(this, { root, name, place, ports, password, donor, child: null, gone: true });
    mkdirSync(join(root, 'temporary'), { recursive: true });
    mkdirSync(join(root, 'socket'), { recursive: true, mode: 0o700 });
  }

  get address() {
    return `${this.place.host}:${this.ports.sql}`;
  }

  get group() {
    return `${this.place.host}:${this.ports.group}`;
  }

  /** The words that every start of its server has. */
  get words() {
    return [
      ...asServerUser(),
      programPath('mariadbd'),
      '--no-defaults',
      `--datadir=${join(this.root, 'database')}`,
      `--tmpdir=${join(this.root, 'temporary')}`,
      '--binlog-format=ROW',
      '--wsrep-on=ON',
      `--wsrep-provider=${PROVIDER}`,
    ];
  }

  /**
   * How far a node had come that was killed, as its own tables know it: it then asks the others for what it missed alone,
   * and not for a copy of all, for which one of them would have to stand still.
   */
  recovered() {
    handOver(this.root);
    const [command, ...words] = [...this.words, '--wsrep-recover', '--wsrep-cluster-address=gcomm://'];
    const { stderr } = spawnSync(command, words, { encoding: 'utf8' });
    const position = /Recovered position: *([\da-f-]{36}:\d+)/.exec(stderr)?.[1];
    return position ? [`--wsrep-start-position=${position}`] : [];
  }

  /** @param others addresses of the group; none makes this the first node of a new one */
  start(others, more = []) {
    const { root, place, ports } = this;
    const init = join(root, 'accounts.sql');
    // Each node makes the account for itself: grants of one are not to be made three times on all.
    writeFileSync(init, ['SET SESSION wsrep_on=OFF;', ...accountsFor(this.password, '%')].join('\n'), { mode: 0o600 });
    const words = [
      ...place.words,
      ...this.words,
      ...more,
      `--bind-address=${place.host}`,
      `--port=${ports.sql}`,
      `--socket=${join(root, 'socket', 'db.sock')}`,
      `--pid-file=${join(root, 'database.pid')}`,
      `--init-file=${init}`,
      '--skip-name-resolve',
      '--skip-log-bin',
      '--performance-schema=OFF',
      '--local-infile=1',
      '--character-set-server=utf8mb4',
      '--collation-server=utf8mb4_unicode_ci',
      '--innodb-autoinc-lock-mode=2',
      '--innodb-flush-log-at-trx-commit=2',
      `--innodb-buffer-pool-size=${MEMORY}`,
      '--innodb-log-file-size=128M',
      '--max-allowed-packet=64M',
      '--wsrep-cluster-name=kettle',
      `--wsrep-cluster-address=gcomm://${others.join(',')}`,
      `--wsrep-node-name=${this.name}`,
      `--wsrep-node-address=${this.group}`,
      `--wsrep-provider-options=${[...PROVIDER_OPTIONS, `gmcast.listen_addr=tcp://${this.group}`, `ist.recv_addr=${place.host}:${ports.ist}`].join(';')}`,
      '--wsrep-sst-method=rsync',
      // A node that hands a copy of all to another stands still meanwhile: rather the last, which nobody writes through.
      `--wsrep-sst-donor=${this.donor}`,
      `--wsrep-sst-receive-address=${place.host}:${ports.sst}`,
      ...(others.length === 0 ? ['--wsrep-new-cluster'] : []),
    ];
    handOver(root);
    this.gone = false;
    const child = spawn(words[0], words.slice(1), { stdio: ['ignore', 'pipe', 'pipe'], detached: true });
    const log = logInto(join(root, 'database.log'));
    child.stdout.on('data', log);
    child.stderr.on('data', log);
    this.exited = new Promise((resolve) => child.once('exit', (code) => ((this.gone = true), resolve(code))));
    this.child = child;
  }

  signal(name) {
    if (this.gone) return;
    // Its helpers for a copy of the whole, too.
    try {
      process.kill(-this.child.pid, name);
    } catch {
      this.child.kill(name);
    }
  }

  async kill() {
    this.signal('SIGKILL');
    await this.exited;
  }

  async stop() {
    this.signal('SIGTERM');
    if (!(await until(() => this.gone, 40_000))) this.signal('SIGKILL');
    await this.exited;
  }
}

/**
 * Starts a cluster whose nodes hold the same from the first moment.
 * @param {string} root
 * @param {{ size?: number, placeOf?: (i: number) => { host: string, words: string[] }, isReady: (address: string) => Promise<boolean> }} options
 *   isReady asks a node whether it works as one of the cluster
 */
export const startCluster = async (root, { size = 3, placeOf = onLoopback, isReady }) => {
  mkdirSync(root, { recursive: true, mode: 0o700 });
  chmodSync(root, 0o711);
  const password = passwordOf(root);
  const first = join(root, 'node-1');
  const nodes = [];
  for (let i = 1; i <= size; i++) {
    const own = join(root, `node-${i}`);
    mkdirSync(own, { recursive: true, mode: 0o700 });
    if (!existsSync(join(own, 'database'))) {
      if (i === 1) await makeDataFolder(own, 'database');
      else cpSync(join(first, 'database'), join(own, 'database'), { recursive: true });
    }
    const ports = { sql: await freePort(), group: await freePort(), ist: await freePort(), sst: await freePort() };
    nodes.push(new Node({ root: own, name: `node-${i}`, place: placeOf(i), ports, password, donor: `node-${size},` }));
  }
  const urlOf = (node) => `mysql://kettle:${encodeURIComponent(password)}@${node.address}/kettle`;
  /** Waits until a node works in the cluster. */
  const ready = async (node) => {
    if (!(await until(() => node.gone || isReady(urlOf(node)), START_LIMIT_MS, 200)) || node.gone)
      throw new Error(`The node ${node.name} did not come up; its log is ${join(node.root, 'database.log')}.`);
  };
  const others = (node) => nodes.filter((n) => n !== node && !n.gone).map((n) => n.group);
  const stop = async () => {
    // The last to go knows most; the order does not matter here, but a cluster without most of its nodes waits.
    for (const node of nodes.toReversed()) await node.stop();
  };
  try {
    for (const node of nodes) {
      node.start(others(node));
      await ready(node);
    }
  } catch (error) {
    for (const node of nodes) node.signal('SIGKILL');
    throw error;
  }
  return {
    nodes,
    urlOf,
    /** One address with all nodes, in an order of choice. */
    url: (order = nodes) =>
      `mysql://kettle:${encodeURIComponent(password)}@${order.map((n) => n.address).join(',')}/kettle`,
    /** Starts a node that was killed; it takes what it missed from the others. */
    bringBack: async (node) => {
      await wait(50);
      node.start(others(node), node.recovered());
      await ready(node);
    },
    ready,
    stop,
  };
};
