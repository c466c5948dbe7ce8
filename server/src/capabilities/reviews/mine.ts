import { and, asc, eq, inArray, ne, sql } from 'drizzle-orm';
import { mentionsIn } from '@kettle/core/reviews/mentions';
import { MINER_VERSION } from '@kettle/core/reviews/miner-version';
import { cleanText, copyKey, looksEnglish } from '@kettle/core/reviews/text';
import { bulkLoad, type Cell } from '../../ground/db/bulk.ts';
import type { Session } from '../../ground/db/connection.ts';
import { mentions, reviews } from '../../ground/db/schema.ts';
import type { JobContext, JobPayloads } from '../../ground/jobs/kinds.ts';

const AT_ONCE = 250;
/** Shorter texts are often alike by chance and are no copies. */
const SHORTEST_COPY = 25;

type Reason = 'no text' | 'other language' | 'copy';

/** Reads the texts of listings that this version of the miner has not read yet, and keeps what they say. */
export const mineReviews = async (
  { listings: ids }: JobPayloads['mine-reviews'],
  { database: { db }, progress, step, finish }: JobContext,
): Promise<void> => {
  const open = and(inArray(reviews.listingId, [...ids, 0]), ne(reviews.minedBy, MINER_VERSION));
  const todo = (await db.select({ id: reviews.id }).from(reviews).where(open).orderBy(asc(reviews.id))).map(
    (r) => r.id,
  );
  const seen = new Set<string>();
  const read = await db
    .select({ body: reviews.body, listing: reviews.listingId })
    .from(reviews)
    .where(and(inArray(reviews.listingId, [...ids, 0]), eq(reviews.minedBy, MINER_VERSION)));
  for (const r of read) seen.add(`${r.listing}/${copyKey(r.body)}`);
  for (let at = 0; at < todo.length; at += AT_ONCE) {
    await progress(at, todo.length, `Reading reviews, ${at} of ${todo.length}`);
    // A batch is kept whole: a run that is killed goes on with the one it was at.
    await step((inside) => mineBatch(inside, todo.slice(at, at + AT_ONCE), seen));
  }
  await finish(async () => ({ message: `${todo.length} reviews were read.`, reviews: todo.length }));
};

const mineBatch = async ({ db, pool }: Session, ids: readonly number[], seen: Set<string>): Promise<void> => {
  // Two line-ups may share a listing: what another job has read meanwhile is passed over.
  const batch = await db
    .select()
    .from(reviews)
    .where(and(inArray(reviews.id, [...ids]), ne(reviews.minedBy, MINER_VERSION)))
    .orderBy(asc(reviews.id))
    .for('update');
  if (batch.length === 0) return;
  const aside = new Map<Reason, number[]>();
  const found: Cell[][] = [];
  const fresh = new Set<string>();
  for (const review of batch) {
    const key = `${review.listingId}/${copyKey(review.body)}`;
    const reason = setAside(review.body, seen.has(key) || fresh.has(key));
    fresh.add(key);
    if (reason) aside.set(reason, [...(aside.get(reason) ?? []), review.id]);
    else
      for (const m of mentionsIn(review.body))
        found.push([
          review.id,
          m.kind,
          m.aspect?.slice(0, 80) ?? null,
          m.phrase?.slice(0, 160) ?? null,
          m.opinion.slice(0, 80),
          m.polarity,
          m.sentence.slice(0, 4000),
        ]);
  }
  const batchIds = batch.map((r) => r.id);
  await db.delete(mentions).where(inArray(mentions.reviewId, batchIds));
  await bulkLoad(
    pool,
    'mentions',
    ['review_id', 'kind', 'aspect', 'phrase', 'opinion', 'polarity', 'sentence'],
    () => found,
  );
  const version = sql`${MINER_VERSION}` as unknown as number;
  await db.update(reviews).set({ setAside: null, minedBy: version }).where(inArray(reviews.id, batchIds));
  for (const [reason, list] of aside)
    await db.update(reviews).set({ setAside: reason }).where(inArray(reviews.id, list));
  for (const key of fresh) seen.add(key);
};

const setAside = (body: string, seenBefore: boolean): Reason | null => {
  const text = cleanText(body);
  if (text === '') return 'no text';
  if (!looksEnglish(text)) return 'other language';
  return body.length >= SHORTEST_COPY && seenBefore ? 'copy' : null;
};
