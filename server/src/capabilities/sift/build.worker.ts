import { join } from 'node:path';
import { parentPort, workerData } from 'node:worker_threads';
import { eq } from 'drizzle-orm';
import { openDatabase } from '../../ground/db/connection.ts';
import { marketplaces } from '../../ground/db/schema.ts';
import { buildIndex, type Build } from './build.ts';
import { threadHelper } from './build-helper.ts';
import { hasCaughtUp } from './replica.ts';
import { loadSnapshot, saveSnapshot } from './snapshot.ts';

/** What the thread is started with. */
export interface BuildData {
  url: string;
  folder: string | null;
  replica: Replica | null;
}
/** A copy of the database, and how far it may be behind before the database itself is read. */
export interface Replica {
  url: string;
  withinMs: number;
}

export interface BuildAsked {
  marketplace: string;
}
/** An index may be told before the final one: that of the last start, to answer from while the new one is built. */
export type BuildTold = { marketplace: string } & ({ build: Build; final: boolean } | { failed: string });

/** Builds indexes one after another on connections of its own; keeps each, so that the next can be patched from it. */
const { url, folder, replica: copy } = workerData as BuildData;
const database = openDatabase(url, 2);
const kept = new Map<string, Build>();
const helper = threadHelper(url);
/** A copy of the database whose reading spares it, where there is one. */
const replica = copy && {
  database: openDatabase(copy.url, 2),
  helper: threadHelper(copy.url),
  withinMs: copy.withinMs,
};
let last: Promise<void> = Promise.resolve();
const tell = (told: BuildTold): void => parentPort!.postMessage(told);

const build = async (marketplace: string): Promise<void> => {
  const [row] = await database.db
    .select({ madeAt: marketplaces.madeAt })
    .from(marketplaces)
    .where(eq(marketplaces.id, marketplace));
  const origin = `${marketplace} ${row?.madeAt}`;
  const file = folder && join(folder, `sift-${marketplace}.index`);
  let earlier = kept.get(marketplace) ?? null;
  if (!earlier && file) {
    earlier = loadSnapshot(file, origin);
    if (earlier) tell({ marketplace, build: earlier, final: false });
  }
  const isThere = replica && (await hasCaughtUp(database.db, replica.database.db, marketplace, replica.withinMs));
  const made = await (isThere ? buildIndex(replica.database, marketplace, earlier, replica.helper) : buildIndex(database, marketplace, earlier, helper)); // prettier-ignore
  kept.set(marketplace, made);
  // What lies in shared memory is not copied on the way.
  tell({ marketplace, build: made, final: true });
  if (file && made !== earlier) saveSnapshot(file, origin, made);
};

parentPort!.on('message', ({ marketplace }: BuildAsked) => {
  last = last.then(() =>
    build(marketplace).catch((error: Error) => {
      tell({ marketplace, failed: ((error.cause as Error | undefined) ?? error).message });
    }),
  );
});
