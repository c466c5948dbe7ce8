import { createHash } from 'node:crypto';
import { eq, inArray, sql } from 'drizzle-orm';
import { addDays, type Day } from '@kettle/core/measures/day';
import { groupsOf } from '@kettle/core/stats/groups';
import type { Db } from '../../ground/db/connection.ts';
import { listings, watched, watchedPages } from '../../ground/db/schema.ts';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';

type Page = Pick<typeof watchedPages.$inferSelect, 'title' | 'pictures' | 'bullets' | 'description'>;
const digest = (text: string): string => createHash('sha256').update(text).digest('hex');
const PARTS = ['title', 'pictures', 'bullets', 'description'] as const;
const NOTHING = digest('');

const changedParts = (before: Page, now: Page): string[] =>
  PARTS.filter((part) => {
    // What a file leaves out is not taken off the page.
    if (now[part] === null || now[part] === NOTHING) return false;
    return before[part] !== now[part];
  });

/** Pages as they were kept, by listing, the oldest first. */
const keptPages = async (db: Db, ids: readonly number[]) =>
  groupsOf(
    await db
      .select()
      .from(watchedPages)
      .where(inArray(watchedPages.listingId, [...ids, 0]))
      .orderBy(watchedPages.listingId, watchedPages.day),
    (p) => p.listingId,
  );

/** Looks at the pages of watched listings, and keeps those that are not as they were. */
export const keepPages = async (db: Db, market: Market): Promise<void> => {
  const rows = await db
    .select({
      id: listings.id,
      title: listings.title,
      pictures: listings.pictures,
      bullets: listings.bullets,
      description: listings.description,
    })
    .from(watched)
    .innerJoin(listings, eq(listings.id, watched.listingId))
    .where(eq(listings.marketplaceId, market.id));
  const kept = await keptPages(
    db,
    rows.map((r) => r.id),
  );
  const values = rows.flatMap(({ id, title, pictures, bullets, description }) => {
    const now: Page = {
      title: digest(title),
      pictures,
      bullets: digest((bullets ?? []).join('\n')),
      description: digest(description ?? ''),
    };
    const before = kept.get(id)?.at(-1);
    if (before && changedParts(before, now).length === 0) return [];
    return [{ listingId: id, day: market.today, ...now }];
  });
  if (values.length > 0)
    await db
      .insert(watchedPages)
      .values(values)
      .onDuplicateKeyUpdate({
        set: Object.fromEntries(PARTS.map((part) => [part, sql`values(${watchedPages[part]})`])),
      });
};

/** What changed on the pages of listings, and on which day that was seen. */
export const pageChanges = async (
  db: Db,
  ids: readonly number[],
  since: Day,
): Promise<Map<number, { day: Day; parts: string[] }[]>> => {
  const from = addDays(since, 1);
  return new Map(
    [...(await keptPages(db, ids))].map(([id, pages]) => [
      id,
      pages.flatMap((page, i) => {
        const before = pages[i - 1];
        return before && page.day >= from ? [{ day: page.day, parts: changedParts(before, page) }] : [];
      }),
    ]),
  );
};
