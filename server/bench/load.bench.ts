/**
 * Sellers who work side by side on a large catalogue: each moves a limit, looks, opens listings, marks some, and thinks between.
 * One and two server processes, from this machine: the load itself takes a part of its cores, told beside. KETTLE_BENCH_LISTINGS
 * sets another size, KETTLE_BENCH_SELLERS other numbers of sellers.
 */
import { readdirSync, readFileSync } from 'node:fs';
import { Agent, request } from 'node:http';
import { join } from 'node:path';
import { randomFrom } from '@kettle/core/stats/random';
import { quantileOf } from '@kettle/core/stats/robust';
import { ServerProcess } from '../test/several/server-process.ts';
import { largeCatalogue, MARKETPLACE } from './million.ts';

const WANTED = Number(process.env.KETTLE_BENCH_LISTINGS ?? 1_000_000);
const SELLERS = (process.env.KETTLE_BENCH_SELLERS ?? '1,10,50,200').split(',').map(Number);
const RUN_MS = 30_000;
/** Left out of the figures: everybody begins at once then, and indexes are warmed. */
const WARM_MS = 8_000;
const GOAL_P95_MS = 250;
const M = `/api/marketplaces/${MARKETPLACE}`;
const line = (o: object): void => void process.stdout.write(`${JSON.stringify({ bench: 'load', ...o })}\n`);

interface Took {
  what: string;
  ms: number;
  /** What was wrong; empty where nothing was. */
  fault: string;
  at: number;
}

/** One seller: what they ask follows from a seed, and every answer is waited for before the next thought. */
class Seller {
  readonly took: Took[] = [];
  private readonly agent = new Agent({ keepAlive: true, maxSockets: 2 });
  private readonly random: () => number;
  private readonly port: number;
  private stopped = false;

  constructor(port: number, seed: number) {
    this.port = port;
    this.random = randomFrom(seed * 7919 + 17);
  }

  async work(): Promise<void> {
    // Nobody begins at the same moment.
    await this.think(0, 6_000);
    while (!this.stopped) await this.sitting();
    this.agent.destroy();
  }
  stop(): void {
    this.stopped = true;
  }

  /** A limit is moved three times, the list looked at, two listings opened, one of them dropped or kept. */
  private async sitting(): Promise<void> {
    let codes: string[] = [];
    for (let move = 0; move < 3 && !this.stopped; move++) {
      const low = 8 + Math.floor(this.random() * 30);
      const rows = await this.ask<{ rows: { code: string }[] }>('sift', 'GET', `${M}/sift?price=${low}..${low + 40}&units=${50 + Math.floor(this.random() * 200)}..&reviews=..${100 + Math.floor(this.random() * 400)}&sort=-revenue&rows=100`); // prettier-ignore
      codes = rows?.rows.map((r) => r.code) ?? [];
      await this.think(300, 900);
    }
    await this.think(2_000, 6_000);
    for (let look = 0; look < 2 && codes.length > 0 && !this.stopped; look++) {
      const code = codes[Math.floor(this.random() * codes.length)]!;
      await Promise.all([
        this.ask('sheet', 'GET', `${M}/listings/${code}`),
        this.ask('history', 'GET', `${M}/listings/${code}/history`),
      ]);
      await this.think(2_500, 7_500);
      if (look === 0)
        await this.ask('mark', 'PUT', `${M}/marks`, { codes: [code], state: this.random() < 0.7 ? 'dropped' : 'kept', reason: '' }); // prettier-ignore
    }
  }

  private think(least: number, most: number): Promise<void> {
    return new Promise((resolve) => setTimeout(resolve, this.stopped ? 0 : least + this.random() * (most - least)));
  }

  private ask<T>(what: string, method: string, path: string, body?: unknown): Promise<T | null> {
    const from = performance.now();
    const payload = body === undefined ? undefined : JSON.stringify(body);
    return new Promise((resolve) => {
      const end = (fault: string, value: T | null): void => {
        this.took.push({ what, ms: performance.now() - from, fault, at: from });
        resolve(value);
      };
      const sent = request(
        { host: '127.0.0.1', port: this.port, method, path, agent: this.agent, headers: payload ? { 'content-type': 'application/json', 'content-length': Buffer.byteLength(payload) } : {} }, // prettier-ignore
        (response) => {
          let text = '';
          response.setEncoding('utf8');
          response.on('data', (chunk: string) => (text += chunk));
          response.on('end', () => (response.statusCode === 200 ? end('', JSON.parse(text) as T) : end(`${what}: ${text}`, null))); // prettier-ignore
        },
      );
      sent.on('error', (error) => end(error.message, null));
      sent.end(payload);
    });
  }
}

/** Seconds of a core that a process has used. */
const coreSeconds = (pid: number): number => {
  const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
  const fields = stat.slice(stat.lastIndexOf(')') + 2).split(' ');
  return (Number(fields[11]) + Number(fields[12])) / 100;
};
const pidsOf = (word: string): number[] =>
  readdirSync('/proc').flatMap((name) => {
    if (!/^\d+$/.test(name) || Number(name) === process.pid) return [];
    try {
      return readFileSync(join('/proc', name, 'cmdline'), 'utf8').includes(word) ? [Number(name)] : [];
    } catch {
      return [];
    }
  });

const digits = (x: number | null): number => Math.round((x ?? NaN) * 10) / 10;
const { url, database } = await largeCatalogue(process.env.KETTLE_DATABASE_URL!, WANTED);
await database.close();
for (const processes of [1, 2]) {
  const servers = Array.from({ length: processes }, () => new ServerProcess({ KETTLE_DATABASE_URL: url, KETTLE_WORKSPACE: 'demo' })); // prettier-ignore
  for (const server of servers) {
    await server.start();
    // Its index is there before anybody is measured.
    await fetch(`http://127.0.0.1:${server.port}${M}/sift?rows=1`);
  }
  const parts = { servers: servers.map((s) => s.pid), database: pidsOf(join('.data', 'bench', 'database')), load: [process.pid] }; // prettier-ignore
  for (const n of SELLERS) {
    const sellers = Array.from({ length: n }, (_, i) => new Seller(servers[i % processes]!.port, i + 1));
    const began = performance.now();
    const work = Promise.all(sellers.map((s) => s.work()));
    await new Promise((resolve) => setTimeout(resolve, WARM_MS));
    const cores = (pids: number[]): number => pids.reduce((sum, pid) => sum + coreSeconds(pid), 0);
    const before = Object.fromEntries(Object.entries(parts).map(([name, pids]) => [name, cores(pids)]));
    await new Promise((resolve) => setTimeout(resolve, RUN_MS));
    const used = Object.fromEntries(Object.entries(parts).map(([name, pids]) => [`${name}_cores`, digits(((cores(pids) - before[name]!) * 1000) / RUN_MS)])); // prettier-ignore
    for (const seller of sellers) seller.stop();
    await work;
    const all = sellers.flatMap((s) => s.took).filter((t) => t.at - began > WARM_MS && t.at - began < WARM_MS + RUN_MS);
    const times = all.map((t) => t.ms);
    line({
      case: `${n} sellers, ${processes} server process${processes > 1 ? 'es' : ''}`,
      n: WANTED,
      requests: all.length,
      requests_per_s: digits((all.length * 1000) / RUN_MS),
      p50_ms: digits(quantileOf(times, 0.5)),
      p95_ms: digits(quantileOf(times, 0.95)),
      p99_ms: digits(quantileOf(times, 0.99)),
      ...Object.fromEntries(['sift', 'sheet', 'history', 'mark'].map((what) => [`${what}_p95_ms`, digits(quantileOf(all.filter((t) => t.what === what).map((t) => t.ms), 0.95))])), // prettier-ignore
      errors: all.filter((t) => t.fault !== '').length,
      ...(all.some((t) => t.fault !== '') ? { first_error: all.find((t) => t.fault !== '')!.fault.slice(0, 200) } : {}),
      ...(n === 50 ? { goal_p95_ms: GOAL_P95_MS } : {}),
      ...used,
    });
  }
  await Promise.all(servers.map((s) => s.stop()));
}
