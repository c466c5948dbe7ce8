import { eq } from 'drizzle-orm';
import type { Day } from '@kettle/core/measures/day';
import type { Aside } from '../../ground/aside/aside.ts';
import type { Db } from '../../ground/db/connection.ts';
import { listings } from '../../ground/db/schema.ts';

/** What the reviews of a line-up say, as the seller's corrections for the find's category have it. */
export const minedOf = async ({ db, aside }: { db: Db; aside: Aside }, anchor: number, ids: number[], today: Day) => {
  const [row] = await db.select({ id: listings.categoryId }).from(listings).where(eq(listings.id, anchor));
  return aside.run('mined-reviews', { ids, category: row!.id, today, filter: {} }, new AbortController().signal);
};
