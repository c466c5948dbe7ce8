import { countDistinct, eq, inArray } from 'drizzle-orm';
import type { KeptCorrections as Change } from '@kettle/contract/candidates';
import { NO_CORRECTIONS } from '@kettle/core/documents/corrections';
import { atOnce, type Database, type Db } from '../../ground/db/connection.ts';
import { candidates, categories, listings, reviewCorrections } from '../../ground/db/schema.ts';
import { notFound } from '../../ground/problems/problem.ts';
import { expectVersion, versionAfter } from '../../ground/problems/versions.ts';

/** How reviews of a category's products are to be read. */
export interface KeptCorrections extends Change {
  category: number;
}

/** Corrections of several categories; empty ones of version 0 where none were kept. */
export const correctionsOfEach = async (
  db: Db,
  ids: readonly number[],
): Promise<ReadonlyMap<number, KeptCorrections>> => {
  const rows = await db
    .select()
    .from(reviewCorrections)
    .where(inArray(reviewCorrections.categoryId, [...ids, 0]));
  return new Map([
    ...ids.map((category) => [category, { category, document: NO_CORRECTIONS, version: 0 }] as const),
    ...rows.map((r) => [r.categoryId, { category: r.categoryId, document: r.document, version: r.version }] as const),
  ]);
};

export const correctionsOf = async (db: Db, category: number): Promise<KeptCorrections> =>
  (await correctionsOfEach(db, [category])).get(category)!;

/** The category of a candidate's find, and how many candidates have their find in it. */
export const categoryOfFind = async (
  db: Db,
  candidate: number,
): Promise<{ id: number; name: string; candidates: number }> => {
  const [own] = await db
    .select({ id: categories.id, name: categories.name })
    .from(candidates)
    .innerJoin(listings, eq(listings.id, candidates.anchorId))
    .innerJoin(categories, eq(categories.id, listings.categoryId))
    .where(eq(candidates.id, candidate));
  if (!own) throw notFound(`Candidate ${candidate}`);
  const [of] = await db
    .select({ n: countDistinct(candidates.id) })
    .from(candidates)
    .innerJoin(listings, eq(listings.id, candidates.anchorId))
    .where(eq(listings.categoryId, own.id));
  return { ...own, candidates: of!.n };
};

export const keepCorrections = async (
  database: Database,
  candidate: number,
  change: Change,
): Promise<{ version: number }> => {
  const { id } = await categoryOfFind(database.db, candidate);
  return atOnce(database, async ({ db }) => {
    // Held until the end: two windows that keep it at the same moment do it one after the other.
    await db.select({ id: categories.id }).from(categories).where(eq(categories.id, id)).for('update');
    const there = await correctionsOf(db, id);
    expectVersion(change.version, there.version, { document: there.document });
    const values = { document: change.document, version: versionAfter(there.version) };
    await db
      .insert(reviewCorrections)
      .values({ categoryId: id, ...values })
      .onDuplicateKeyUpdate({ set: values });
    return { version: values.version };
  });
};
