import { and, count, eq, isNull } from 'drizzle-orm';
import type { Category } from '@kettle/contract/sources';
import type { Db } from '../../ground/db/connection.ts';
import { categories, listings } from '../../ground/db/schema.ts';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';

/** Where listings go whose file names no category. */
export const NO_CATEGORY = 'Without category';

const LONGEST_PATH = 1000;

/** A category as written in a file, as names from the root on. */
export const namesOfPath = (text: string): string[] => {
  const names = text
    .slice(0, LONGEST_PATH)
    .split(/[›>|/]/)
    .map((n) => n.trim().slice(0, 120))
    .filter(Boolean)
    .slice(0, 6);
  return names.length > 0 ? names : [NO_CATEGORY];
};

/** The number of a category, made with its parents where it is not there. */
export const ensureCategory = async (
  db: Db,
  marketplaceId: string,
  names: readonly string[],
  gated = false,
): Promise<number> => {
  let parentId: number | null = null;
  let above = '';
  for (let depth = 0; depth < names.length; depth++) {
    const path: string = `${above}${names[depth]!}`.slice(0, 400);
    await db
      .insert(categories)
      .ignore()
      .values({
        marketplaceId,
        parentId,
        name: names[depth]!,
        path,
        depth,
        gated: gated && depth === names.length - 1,
      });
    const [row] = await db
      .select()
      .from(categories)
      .where(and(eq(categories.marketplaceId, marketplaceId), eq(categories.path, path)));
    const meant = await meantBy(db, row!);
    parentId = meant.id;
    above = `${meant.path} › `;
  }
  return parentId!;
};

type CategoryRow = typeof categories.$inferSelect;
/** The category that one means since it was renamed, or joined to another. */
export const meantBy = async (db: Db, row: CategoryRow): Promise<CategoryRow> => {
  let meant = row;
  while (meant.mergedInto !== null) {
    const [next] = await db.select().from(categories).where(eq(categories.id, meant.mergedInto));
    if (!next) return meant;
    meant = next;
  }
  return meant;
};

/** The tree with the listings of each branch, parents before children, by name. */
export const categoryTree = async (db: Db, market: Market): Promise<Category[]> => {
  const rows = await db
    .select()
    .from(categories)
    .where(and(eq(categories.marketplaceId, market.id), isNull(categories.mergedInto)));
  const own = await db
    .select({ id: listings.categoryId, n: count() })
    .from(listings)
    .where(eq(listings.marketplaceId, market.id))
    .groupBy(listings.categoryId);
  const parents = new Map(rows.map((r) => [r.id, r.parentId]));
  const sums = new Map<number, number>();
  for (const { id, n } of own)
    for (let at: number | null | undefined = id; at != null; at = parents.get(at))
      sums.set(at, (sums.get(at) ?? 0) + n);
  return rows
    .map((r) => ({
      id: r.id,
      parent: r.parentId,
      name: r.name,
      path: r.path,
      depth: r.depth,
      gated: r.gated,
      listings: sums.get(r.id) ?? 0,
    }))
    .sort((a, b) => (a.path < b.path ? -1 : 1));
};
