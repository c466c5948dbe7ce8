import { and, asc, eq, inArray, ne, sql } from 'drizzle-orm';
import { mentionsIn, MINER_VERSION } from '@kettle/core/reviews/mentions';
import { copyKey, looksEnglish } from '@kettle/core/reviews/text';
import { bulkLoad } from '../db/bulk.ts';
import { mentions, reviews } from '../db/schema.ts';
import type { JobContext, JobPayloads, JobResult } from '../jobs/kinds.ts';

const AT_ONCE = 250;
/** Shorter texts are often alike by chance and are no copies. */
const SHORTEST_COPY = 25;

/** Reads the texts of listings that this version of the miner has not read yet, and keeps what they say. */
export const mineReviews = async (
  { listings: ids }: JobPayloads['mine-reviews'],
  { database: { db, pool }, progress }: JobContext,
): Promise<JobResult> => {
  const open = and(inArray(reviews.listingId, [...ids, 0]), ne(reviews.minedBy, MINER_VERSION));
  const todo = (await db.select({ id: reviews.id }).from(reviews).where(open).orderBy(asc(reviews.id))).map(
    (r) => r.id,
  );
  const seen = new Set<string>();
  const read = await db
    .select({ title: reviews.title, body: reviews.body, listing: reviews.listingId })
    .from(reviews)
    .where(and(inArray(reviews.listingId, [...ids, 0]), eq(reviews.minedBy, MINER_VERSION)));
  for (const r of read) seen.add(`${r.listing}/${copyKey(r.body)}`);
  for (let at = 0; at < todo.length; at += AT_ONCE) {
    await progress(at, todo.length, `Reading reviews, ${at} of ${todo.length}`);
    const batch = await db
      .select()
      .from(reviews)
      .where(inArray(reviews.id, todo.slice(at, at + AT_ONCE)))
      .orderBy(asc(reviews.id));
    const aside = new Map<'no text' | 'other language' | 'copy', number[]>();
    const found: (string | number | null)[][] = [];
    for (const review of batch) {
      const reason = setAside(review.body, `${review.listingId}/${copyKey(review.body)}`, seen);
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
    await db.update(reviews).set({ setAside: null }).where(inArray(reviews.id, batchIds));
    for (const [reason, list] of aside)
      await db.update(reviews).set({ setAside: reason }).where(inArray(reviews.id, list));
    // Last of all: a run that is killed before this reads the batch again.
    await db
      .update(reviews)
      .set({ minedBy: sql`${MINER_VERSION}` as unknown as number })
      .where(inArray(reviews.id, batchIds));
  }
  return { message: `${todo.length} reviews were read.`, reviews: todo.length };
};

const setAside = (body: string, key: string, seen: Set<string>): 'no text' | 'other language' | 'copy' | null => {
  if (body.trim() === '') return 'no text';
  if (!looksEnglish(body)) return 'other language';
  if (body.length < SHORTEST_COPY) return null;
  if (seen.has(key)) return 'copy';
  seen.add(key);
  return null;
};
