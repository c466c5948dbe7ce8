import type { Static } from '@sinclair/typebox';
import { Worker } from 'node:worker_threads';
import type { IndexState } from '@kettle/contract/sift';
import { emptyQuery } from '@kettle/core/sift/limits';
import { MEASURES } from '@kettle/core/sift/measures';
import { pageOf } from '@kettle/core/sift/order';
import { limitCache, sift, type LimitCache } from '@kettle/core/sift/query';
import type { Database, Db } from '../../ground/db/connection.ts';
import { categoryPaths, marketOf, type Market } from '../../ground/marketplaces/marketplaces.ts';
import type { Build } from './build.ts';
import type { BuildAsked, BuildData, BuildTold, Replica } from './build.worker.ts';

/** How long after its beginning requests wait for an index that is being built anew; then they are answered from the old one. */
const PATIENCE_MS = 900;
/** A build that failed is tried again with the first request after this. */
const TRY_AGAIN_MS = 5_000;
const workerFile = new URL('./build.boot.mjs', import.meta.url);

export interface ReadyIndex extends Build {
  cache: LimitCache;
  /** For each category, the numbers of it and of all below it, and the main category it belongs to. */
  branches: Map<number, Set<number>>;
  mainOf: Map<number, number>;
  state: Static<typeof IndexState>;
}
interface Failure {
  sentence: string;
  at: number;
}

/**
 * The sift indexes of this process, one a marketplace. They are built in a thread of their own; while a newer one is
 * built, and when that fails, the old one goes on answering and says so. What the database holds decides when an index
 * is out of date, so that several processes on one database agree.
 */
export class SiftIndexes {
  private readonly db: Db;
  private readonly url: string;
  private readonly folder: string | null;
  private readonly replica: Replica | null;
  private worker: Worker | null = null;
  private readonly ready = new Map<string, Omit<ReadyIndex, 'state'>>();
  private readonly building = new Map<string, { promise: Promise<void>; patience: Promise<void>; end: () => void }>();
  private readonly failures = new Map<string, Failure>();

  /**
   * @param folder where built indexes are kept for the next start; null keeps none
   * @param replica a copy of the database that is read for them as long as it keeps up
   */
  constructor(db: Db, url: string, folder: string | null = null, replica: Replica | null = null) {
    this.replica = replica;
    this.db = db;
    this.url = url;
    this.folder = folder;
  }

  /** The index to answer from; throws when there is none and none can be built. */
  async of(market: Market): Promise<ReadyIndex> {
    if (this.isBehind(market)) {
      const { promise, patience } = this.build(market.id);
      // With nothing to answer from there is no choice but to wait.
      await (this.ready.has(market.id) ? Promise.race([promise, patience]) : promise);
    }
    const have = this.ready.get(market.id);
    const failure = this.failures.get(market.id);
    // Removed while its index was built: that is told as what it is.
    if (!have) await marketOf(this.db, market.id);
    if (!have) throw new Error(`The sift index of ${market.name} could not be built: ${failure?.sentence}`);
    return {
      ...have,
      state: {
        builtAt: have.builtAt,
        behind: this.isBehind(market),
        failed: failure ? 'The list could not be brought up to date; it is as it was before. It is tried again.' : null,
      },
    };
  }

  /** What is at hand, and since when. */
  all(): { marketplace: string; builtAt: string; rows: number }[] {
    return [...this.ready].map(([marketplace, { builtAt, index }]) => ({ marketplace, builtAt, rows: index.size }));
  }

  async stop(): Promise<void> {
    await this.worker?.terminate();
    this.worker = null;
  }

  /** True when there is no index, or not one of what the database holds now. */
  private isBehind(market: Market): boolean {
    const have = this.ready.get(market.id);
    return (
      !have || have.dataVersion < market.dataVersion || have.ruled < market.ruledVersion || have.today !== market.today
    );
  }

  private build(marketplace: string): { promise: Promise<void>; patience: Promise<void> } {
    const going = this.building.get(marketplace);
    if (going) return going;
    const failure = this.failures.get(marketplace);
    if (failure && this.ready.has(marketplace) && Date.now() - failure.at < TRY_AGAIN_MS)
      return { promise: Promise.resolve(), patience: Promise.resolve() };
    let end = (): void => {};
    const promise = new Promise<void>((resolve) => (end = resolve));
    const build = { promise, patience: pause(PATIENCE_MS), end };
    this.building.set(marketplace, build);
    this.thread().postMessage({ marketplace } satisfies BuildAsked);
    return build;
  }

  private thread(): Worker {
    if (!this.worker) {
      const worker = new Worker(workerFile, {
        workerData: { url: this.url, folder: this.folder, replica: this.replica } satisfies BuildData,
      });
      worker.on('message', (told: BuildTold) => void this.take(told));
      // A thread that dies (out of memory, say) takes nothing with it: the next build starts another.
      worker.on('error', (error) => this.lose(worker, (error as Error).message));
      worker.on('exit', (code) => this.lose(worker, `The building thread ended with ${code}.`));
      worker.unref();
      this.worker = worker;
    }
    return this.worker;
  }

  private lose(worker: Worker, sentence: string): void {
    if (this.worker === worker) this.worker = null;
    for (const marketplace of this.building.keys()) this.fail(marketplace, sentence);
  }

  private fail(marketplace: string, sentence: string): void {
    this.failures.set(marketplace, { sentence, at: Date.now() });
    this.done(marketplace);
  }

  private done(marketplace: string): void {
    this.building.get(marketplace)?.end();
    this.building.delete(marketplace);
  }

  private async take(told: BuildTold): Promise<void> {
    const { marketplace } = told;
    if ('failed' in told) return this.fail(marketplace, told.failed);
    try {
      const { branches, mainOf } = branchesOf(await categoryPaths(this.db, marketplace));
      const made = { ...told.build, cache: limitCache(), branches, mainOf };
      warm(made);
      this.ready.set(marketplace, made);
      this.failures.delete(marketplace);
      // Until the final one is there requests are answered from this one, and no other build is asked for.
      if (told.final) this.done(marketplace);
      else this.building.get(marketplace)?.end();
    } catch (error) {
      this.fail(marketplace, (error as Error).message);
    }
  }
}

const pause = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms).unref());

const branchesOf = (paths: ReadonlyMap<number, { parent: number | null }>) => {
  const branches = new Map<number, Set<number>>();
  const mainOf = new Map<number, number>();
  for (const id of paths.keys())
    for (let at: number | null = id; at !== null; at = paths.get(at)?.parent ?? null) {
      branches.set(at, (branches.get(at) ?? new Set()).add(id));
      mainOf.set(id, at);
    }
  return { branches, mainOf };
};

/** Runs the usual loops once or twice, so that they are compiled before the first person waits for them. */
const warm = ({ index, cache }: Pick<ReadyIndex, 'index' | 'cache'>): void => {
  const keys = MEASURES.slice(0, 8).map((m) => m.key);
  for (let round = 0; round < 3; round++) {
    const ranges = Object.fromEntries(keys.map((key) => [key, { min: round, max: null }]));
    const have = [`${index.vocabulary[round] ?? 'a'} ${index.vocabulary[0] ?? 'b'}`];
    const query = { ...emptyQuery(), ranges, have: round < 2 ? have : [] };
    const { rows } = sift(index, query, keys, round < 2 ? limitCache() : cache);
    pageOf(index, rows, { key: 'revenue', descending: true }, 0, 100);
  }
};

/** What sifting stands on. */
export interface SiftServices {
  database: Database;
  indexes: SiftIndexes;
}
