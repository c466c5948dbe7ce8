import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import mysql from 'mysql2/promise';
import type { Job } from '@kettle/contract/shapes';
import { startCluster, type Cluster } from '../../../scripts/private-cluster.mjs';
import { startDatabase } from '../../../scripts/private-database.mjs';
import { differencesOf, fingerprintOf, type Fingerprint } from '../faults/fingerprint.ts';
import { pause } from '../faults/program.ts';
import { randomFrom } from '../faults/requests.ts';
import { endOf, MARKET, prepare, workOf, type Asked, type Work } from '../faults/work.ts';
import { Browser, joined } from './browser.ts';
import { TwoPeople, type Burst } from './burst.ts';
import { Hosts } from './namespaces.ts';
import { Proxy } from './proxy.ts';
import { ServerProcess } from './server-process.ts';

const LISTINGS = 1000;
/** Places of the kinds of work among all that `workOf` knows: an import, a day of the hob, reviews, their mining. */
const TRIED = [0, 1, 2, 3];
const ROUNDS_OF_ALL = 18;
/** How long people go on after what was hurt has come back. */
const AFTERWARDS_MS = 3_000;
/** How long a line stays cut: longer than a node waits before it gives another up. */
const CUT_MS = 9_000;
/** Questions that are judged: one each of them alone, one that both answer. */
const QUESTIONS = ['not-gated', 'no-electronics', 'not-owned'];
/** Files that were sent and not taken in, and what holds numbers, which nodes give by turns. */
const NOT_COMPARED = ['uploads', 'upload_pieces', 'costings'];

export interface SeveralRound extends Burst {
  round: number;
  during: string;
  hurt: string;
  after_ms: number;
  took_s: number;
}

type Hurt = (world: World) => Promise<void>;
/** What is done to it; each ends when what was hurt is back. */
export const HURTS: Readonly<Record<string, Hurt>> = {
  'the first node killed': async ({ cluster }) => {
    await cluster.nodes[0]!.kill();
    await pause(2_000);
    await cluster.bringBack(cluster.nodes[0]!);
  },
  'the second node killed': async ({ cluster }) => {
    await cluster.nodes[1]!.kill();
    await pause(2_000);
    await cluster.bringBack(cluster.nodes[1]!);
  },
  'the third node killed': async ({ cluster }) => {
    await cluster.nodes[2]!.kill();
    await pause(2_000);
    await cluster.bringBack(cluster.nodes[2]!);
  },
  'a server killed': async ({ servers: [one] }) => {
    await one.stop('SIGKILL');
    await one.start();
  },
  'the other server killed': async ({ servers: [, other] }) => {
    await other.stop('SIGKILL');
    await other.start();
  },
  'a server stopped for an upgrade': async ({ servers: [one] }) => {
    await one.stop();
    await one.start();
  },
  'two nodes cut apart': async ({ hosts, cluster }) => {
    hosts!.cut(1, 2);
    await pause(CUT_MS);
    hosts!.mend(1, 2);
    for (const node of cluster.nodes) await cluster.ready(node);
  },
  'a node cut off from the others': async ({ hosts, cluster }) => {
    hosts!.cut(1, 2);
    hosts!.cut(1, 3);
    await pause(CUT_MS);
    hosts!.mend(1, 2);
    hosts!.mend(1, 3);
    for (const node of cluster.nodes) await cluster.ready(node);
  },
};
const NEEDS_HOSTS = new Set(['two nodes cut apart', 'a node cut off from the others']);

/** Whether a node works as one of its cluster. */
const isReady = async (url: string): Promise<boolean> => {
  try {
    const connection = await mysql.createConnection({ uri: url, connectTimeout: 1_000 });
    try {
      const [rows] = await connection.query<mysql.RowDataPacket[]>("show status like 'wsrep_local_state_comment'");
      return rows[0]?.Value === 'Synced';
    } finally {
      connection.destroy();
    }
  } catch {
    return false;
  }
};

/** Three nodes, two servers that write through different ones, the proxy, and two people. */
class World {
  hosts: Hosts | null = null;
  cluster!: Cluster;
  servers!: [ServerProcess, ServerProcess];
  proxy!: Proxy;
  olga!: Browser;
  otto!: Browser;
  candidate = 0;
  readonly folder: string;

  constructor(folder: string) {
    this.folder = folder;
  }

  async start(withHosts: boolean): Promise<void> {
    this.hosts = withHosts ? Hosts.make(3) : null;
    this.cluster = await startCluster(join(this.folder, 'cluster'), {
      isReady,
      ...(this.hosts ? { placeOf: this.hosts.placeOf } : {}),
    });
    const [first, second, third] = this.cluster.nodes;
    this.proxy = await Proxy.make(join(this.folder, 'proxy'));
    const env = {
      KETTLE_WORKSPACE: 'demo',
      KETTLE_LISTINGS: String(LISTINGS),
      KETTLE_TEAM: '1',
      KETTLE_ADDRESS: this.proxy.origin,
    };
    this.servers = [
      new ServerProcess({ ...env, KETTLE_DATABASE_URL: this.cluster.url([first!, second!, third!]) }),
      // Harder than what is recommended, one order for all: writes of both meet in the cluster alone.
      new ServerProcess({ ...env, KETTLE_DATABASE_URL: this.cluster.url([second!, third!, first!]) }),
    ];
    await Promise.all(this.servers.map((s) => s.start()));
    await this.proxy.start(this.servers.map((s) => s.port));
    const [, invitation] = await this.servers[0].says(/\/join\/(\S+)/);
    this.olga = await joined(this.proxy.origin, invitation!, 'olga');
    const { json } = await this.olga.ask<{ invitation: string }>('POST', '/api/invitations', { role: 'member' });
    this.otto = await joined(this.proxy.origin, json.invitation, 'otto');
  }

  /** The program as work is asked of it: through the proxy, as one of the people. */
  get asked(): Asked {
    return {
      data: this.folder,
      address: () => Promise.resolve(this.proxy.origin),
      call: async <T>(method: string, path: string, body?: unknown): Promise<T> => {
        const { status, json } = await this.olga.ask<T>(method, path, body);
        if (status !== 200) throw new Error(`${method} ${path}: ${status} ${JSON.stringify(json)}`);
        return json;
      },
      withDatabase: <T>(action: (connection: mysql.Connection) => Promise<T>): Promise<T> => this.onNode(2, action),
    };
  }

  async onNode<T>(i: number, action: (connection: mysql.Connection) => Promise<T>): Promise<T> {
    const connection = await mysql.createConnection(this.cluster.urlOf(this.cluster.nodes[i]!));
    try {
      await connection.query('set session wsrep_sync_wait = 7');
      return await action(connection);
    } finally {
      connection.destroy();
    }
  }

  async stop(): Promise<void> {
    for (const browser of [this.olga, this.otto]) browser?.close();
    await this.proxy?.stop();
    await Promise.all((this.servers ?? []).map((s) => s.stop()));
    await this.cluster?.stop();
    this.hosts?.remove();
  }
}

export class SeveralRounds {
  private readonly folder = mkdtempSync(join(tmpdir(), 'kettle-several-'));
  private readonly world = new World(this.folder);
  private readonly random: () => number;
  private readonly tell: (round: SeveralRound) => void;
  private expected: Fingerprint[] = [];
  private took: number[] = [];
  readonly rounds: SeveralRound[] = [];

  constructor(seed: number, tell: (round: SeveralRound) => void = () => {}) {
    this.random = randomFrom(seed * 7919);
    // The nodes run as another user, who has to get there.
    chmodSync(this.folder, 0o711);
    this.tell = tell;
  }

  /** What can be hurt here: lines are cut where a network can be made. */
  get hurts(): string[] {
    return Object.keys(HURTS).filter((name) => this.world.hosts || !NEEDS_HOSTS.has(name));
  }

  get failed(): SeveralRound[] {
    return this.rounds.filter((r) => r.faults.length > 0);
  }

  /** @param rounds how many will follow: what they should lead to is found on one server and one database first */
  async start(rounds: number, withHosts: boolean): Promise<void> {
    await this.undisturbed(rounds);
    await this.world.start(withHosts);
    await prepareSeveral(this.world.asked);
    const { json } = await this.world.olga.ask<{ id: number }[]>('GET', `${MARKET}/candidates`);
    this.world.candidate = json[0]!.id;
  }

  private workOf(i: number): Work {
    // Each time round with other rows.
    return workOf(TRIED[i % TRIED.length]! + ROUNDS_OF_ALL * Math.floor(i / TRIED.length));
  }

  private async undisturbed(rounds: number): Promise<void> {
    const database = await startDatabase(join(this.folder, 'one'));
    const env = { KETTLE_DATABASE_URL: database.url, KETTLE_WORKSPACE: 'demo', KETTLE_LISTINGS: String(LISTINGS) };
    const server = new ServerProcess(env);
    try {
      const address = await server.start();
      const asked: Asked = {
        data: this.folder,
        address: () => Promise.resolve(address),
        call: async <T>(method: string, path: string, body?: unknown): Promise<T> => {
          const isText = typeof body === 'string';
          const response = await fetch(`${address}${path}`, {
            method,
            headers: body === undefined ? {} : { 'content-type': isText ? 'text/csv' : 'application/json' },
            body: body === undefined ? undefined : isText ? body : JSON.stringify(body),
          });
          if (!response.ok) throw new Error(`${method} ${path}: ${response.status} ${await response.text()}`);
          return (await response.json()) as T;
        },
        withDatabase: async (action) => {
          const connection = await mysql.createConnection(database.url);
          try {
            return await action(connection);
          } finally {
            connection.destroy();
          }
        },
      };
      await prepareSeveral(asked);
      for (let i = 0; i < rounds; i++) {
        const since = performance.now();
        const job = await endOf(asked, await this.workOf(i).ask(asked));
        if (job.state !== 'done') throw new Error(`Undisturbed, ${job.kind} ended ${job.state}: ${job.message}`);
        this.took.push(performance.now() - since);
        await allEnded(asked);
        this.expected.push(await asked.withDatabase(compared));
      }
    } finally {
      await server.stop();
      await database.stop();
    }
  }

  /** One piece of work, hurt once, while two people go on working. */
  async round(hurt: string, part: number): Promise<void> {
    const i = this.rounds.length;
    const { world } = this;
    const work = this.workOf(i);
    const people = new TwoPeople([['olga', world.olga], ['otto', world.otto]], world.candidate, QUESTIONS, i); // prettier-ignore
    const since = performance.now();
    people.begin();
    const job = await work.ask(world.asked);
    // On three nodes of one machine, with people at work, it takes longer than alone.
    const after = Math.round(part * this.took[i]! * 2);
    await pause(after);
    await HURTS[hurt]!(world);
    const ended = await endOf(world.asked, job);
    await pause(AFTERWARDS_MS);
    await allEnded(world.asked);
    const burst = await world.onNode(2, (connection) => people.end(connection));
    const faults = [...burst.faults, ...(await this.compare(ended, i))];
    const noted: SeveralRound = {
      round: i + 1,
      during: work.name,
      hurt,
      after_ms: after,
      took_s: Math.round((performance.now() - since) / 100) / 10,
      ...burst,
      faults,
    };
    this.rounds.push(noted);
    this.tell(noted);
  }

  /** A moment of the work, one in each fifth of it. */
  momentOf(fifth: number): number {
    return (fifth + this.random()) / 5;
  }

  private async compare(job: Job, i: number): Promise<string[]> {
    const faults = job.state === 'done' ? [] : [`${job.kind} ended ${job.state}: ${job.message}`];
    if (job.state !== 'done') faults.push(...this.output.split('\n').filter((l) => l.includes('"job"')).slice(-2)); // prettier-ignore
    // All nodes say the same, and what a run says that nobody hurt.
    for (const node of [0, 1, 2]) {
      const got = await this.world.onNode(node, compared);
      faults.push(...differencesOf(this.expected[i]!, got).map((d) => `node ${node + 1}, ${d}`));
    }
    return faults;
  }

  /** What the servers wrote down, to find out why. */
  get output(): string {
    return this.world.servers?.map((s) => s.output.slice(-6000)).join('\n——\n') ?? '';
  }

  async stop(): Promise<void> {
    await this.world.stop();
    rmSync(this.folder, { recursive: true, force: true });
  }
}

/** Waits until nothing is under way that one piece of work asked for in its turn. */
const allEnded = async (asked: Asked): Promise<void> => {
  const open = async (): Promise<Job | undefined> =>
    (await asked.call<Job[]>('GET', '/api/jobs')).find((j) => j.state === 'queued' || j.state === 'running');
  for (let job = await open(); job; job = await open()) await endOf(asked, job);
};

const compared = async (connection: mysql.Connection): Promise<Fingerprint> => {
  const all = await fingerprintOf(connection);
  for (const table of NOT_COMPARED) delete all[table];
  return all;
};

const prepareSeveral = (asked: Asked): Promise<void> => prepare(asked, false);

/** Of all requests of some rounds, how many were errors, in per cent. */
export const errorsOf = (rounds: readonly SeveralRound[]): number =>
  (100 * rounds.reduce((s, r) => s + r.errors, 0)) / Math.max(1, rounds.reduce((s, r) => s + r.requests, 0)); // prettier-ignore
