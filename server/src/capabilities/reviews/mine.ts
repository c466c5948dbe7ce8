import { and, asc, desc, eq, inArray, isNull, ne, or, sql } from 'drizzle-orm';
import { CopyFinder } from '@kettle/core/reviews/copies';
import { MINER_VERSION } from '@kettle/core/reviews/miner-version';
import { partFinder, partsLearnt } from '@kettle/core/reviews/parts';
import { readReview, type PartFinder } from '@kettle/core/reviews/read-review';
import { looksEnglish } from '@kettle/core/reviews/language';
import { cleanText } from '@kettle/core/reviews/text';
import { bulkLoad, type Cell } from '../../ground/db/bulk.ts';
import type { Db, Session } from '../../ground/db/connection.ts';
import { listings, mentions, reviews } from '../../ground/db/schema.ts';
import type { JobContext, JobPayloads } from '../../ground/jobs/kinds.ts';

const AT_ONCE = 250;
/** Texts from which the parts of a kind of product are learnt. */
const LEARNT_FROM = 5000;

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
  // Copies at one listing are set aside here; those at several of a family, where the listings are looked at together.
  const known = new Map<number, CopyFinder>();
  const read = await db
    .select({ id: reviews.id, body: reviews.body, listing: reviews.listingId })
    .from(reviews)
    // Those set aside as copies, too, and in the order in which they were read: what is like one of them is a copy as well,
    // whether it is read in the same run or by who goes on with it.
    .where(
      and(
        inArray(reviews.listingId, [...ids, 0]),
        eq(reviews.minedBy, MINER_VERSION),
        or(isNull(reviews.setAside), eq(reviews.setAside, 'copy')),
      ),
    )
    .orderBy(asc(reviews.id));
  for (const r of read) finderOf(known, r.listing).isCopy(r.id, r.body);
  const partOf = todo.length === 0 ? partFinder() : partFinder(await partsOf(db, ids));
  for (let at = 0; at < todo.length; at += AT_ONCE) {
    await progress(at, todo.length, `Reading reviews, ${at} of ${todo.length}`);
    // A batch is kept whole: a run that is killed goes on with the one it was at.
    await step((inside) => mineBatch(inside, todo.slice(at, at + AT_ONCE), known, partOf));
  }
  await finish(async () => ({ message: `${todo.length} reviews were read.`, reviews: todo.length }));
};

/** Parts of a kind of product, learnt from its titles and latest reviews. */
const partsOf = async (db: Db, ids: readonly number[]): Promise<string[]> => {
  const own = [...ids, 0];
  const [titles, texts] = await Promise.all([
    db.select({ title: listings.title }).from(listings).where(inArray(listings.id, own)),
    db
      .select({ body: reviews.body })
      .from(reviews)
      .where(inArray(reviews.listingId, own))
      .orderBy(desc(reviews.id))
      .limit(LEARNT_FROM),
  ]);
  return partsLearnt(
    texts.map((t) => cleanText(t.body)),
    titles.map((t) => t.title),
  );
};

type Finders = Map<number, CopyFinder>;
const finderOf = (known: Finders, listing: number): CopyFinder => {
  const own = known.get(listing) ?? new CopyFinder();
  known.set(listing, own);
  return own;
};

const mineBatch = async (
  { db, pool }: Session,
  ids: readonly number[],
  known: Finders,
  partOf: PartFinder,
): Promise<void> => {
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
  for (const review of batch) {
    const reason = setAside(review, finderOf(known, review.listingId));
    if (reason) aside.set(reason, [...(aside.get(reason) ?? []), review.id]);
    else
      for (const m of readReview(review, partOf))
        found.push([
          review.id,
          m.kind,
          m.concept,
          m.part?.slice(0, 80) ?? null,
          m.about,
          m.words?.slice(0, 160) ?? null,
          m.sentence.slice(0, 4000),
        ]);
  }
  const batchIds = batch.map((r) => r.id);
  await db.delete(mentions).where(inArray(mentions.reviewId, batchIds));
  await bulkLoad(pool, 'mentions', ['review_id', 'kind', 'concept', 'part', 'about', 'words', 'sentence'], () => found);
  const version = sql`${MINER_VERSION}` as unknown as number;
  await db.update(reviews).set({ setAside: null, minedBy: version }).where(inArray(reviews.id, batchIds));
  for (const [reason, list] of aside)
    await db.update(reviews).set({ setAside: reason }).where(inArray(reviews.id, list));
};

const setAside = (
  { id, title, body }: { id: number; title: string; body: string },
  known: CopyFinder,
): Reason | null => {
  const text = cleanText(`${title}. ${body}`);
  if (!/\p{L}/u.test(text)) return 'no text';
  if (!looksEnglish(text)) return 'other language';
  return known.isCopy(id, body) ? 'copy' : null;
};
