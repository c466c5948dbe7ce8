import { join } from 'node:path';
import { parentPort, workerData } from 'node:worker_threads';
import { eq } from 'drizzle-orm';
import { openDatabase } from '../../ground/db/connection.ts';
import { marketplaces } from '../../ground/db/schema.ts';
import { buildIndex, type Build } from './build.ts';
import { threadHelper } from './build-helper.ts';
import { loadSnapshot, saveSnapshot } from './snapshot.ts';

export interface BuildAsked {
  marketplace: string;
}
/** An index may be told before the final one: that of the last start, to answer from while the new one is built. */
export type BuildTold = { marketplace: string } & ({ build: Build; final: boolean } | { failed: string });

/** Builds indexes one after another on connections of its own; keeps each, so that the next can be patched from it. */
const { url, folder } = workerData as { url: string; folder: string | null };
const database = openDatabase(url, 2);
const kept = new Map<string, Build>();
const helper = threadHelper(url);
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
  const made = await buildIndex(database, marketplace, earlier, helper);
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
