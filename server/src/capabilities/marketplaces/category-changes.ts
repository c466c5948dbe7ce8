import { and, eq, like, or, sql } from 'drizzle-orm';
import { atOnce, type Db } from '../../ground/db/connection.ts';
import { categories, listings, niches, rankCurves, reviewCorrections, stayAway } from '../../ground/db/schema.ts';
import { curvesOf } from '../../ground/estimates/curves.ts';
import { raiseDataVersion } from '../../ground/estimates/estimates.ts';
import type { Ground } from '../../ground/ground.ts';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';
import { badField, conflict, notFound } from '../../ground/problems/problem.ts';

type Row = typeof categories.$inferSelect;
const LONGEST_PATH = 400;
const join = ' › ';

/**
 * Renames a category with all below it, joins it to another, or says that it is gated. The old path stays as a signpost:
 * files that still name it mean the new one.
 */
export const changeCategory = async (
  { database, jobs }: Pick<Ground, 'database' | 'jobs'>,
  market: Market,
  id: number,
  { name, into, gated }: { name?: string; into?: number; gated?: boolean },
): Promise<{ id: number }> => {
  if (market.simulated) throw conflict(`The categories of ${market.name} belong to the demo and stay as they are.`);
  if (name !== undefined && /[›>|/]/.test(name))
    throw badField('name', 'A name holds none of › > | /, which part a path.');
  const meant = await atOnce(database, async ({ db }) => {
    const row = await categoryOf(db, market, id);
    if (gated !== undefined) await db.update(categories).set({ gated }).where(eq(categories.id, id));
    let now = id;
    if (into !== undefined) now = await merge(db, row, await categoryOf(db, market, into));
    else if (name !== undefined && name.trim() !== row.name) now = await rename(db, market, row, name.trim());
    await raiseDataVersion(db, market.id, null);
    return now;
  });
  // A level is shared by categories of one path's beginning: what moved may have another now.
  if (name !== undefined || into !== undefined) {
    const row = await categoryOf(database.db, market, meant);
    const { group } = (await curvesOf(database.db, market)).of(row.path);
    await jobs.add('estimate', { marketplace: market.id, groups: [group] });
  }
  return { id: meant };
};

const categoryOf = async (db: Db, market: Market, id: number): Promise<Row> => {
  const [row] = await db
    .select()
    .from(categories)
    .where(and(eq(categories.id, id), eq(categories.marketplaceId, market.id)));
  if (!row || row.mergedInto !== null) throw notFound(`The category ${id}`);
  return row;
};

const atPath = async (db: Db, marketplaceId: string, path: string): Promise<Row | undefined> =>
  (
    await db
      .select()
      .from(categories)
      .where(and(eq(categories.marketplaceId, marketplaceId), eq(categories.path, path)))
  )[0];

const rename = async (db: Db, market: Market, row: Row, name: string): Promise<number> => {
  const above = row.path.split(join).slice(0, -1);
  const path = [...above, name].join(join);
  if (path.length > LONGEST_PATH) throw badField('name', 'The path would be longer than 400 letters.');
  const there = await atPath(db, market.id, path);
  // Names that differ by case or accents alone are one to the database: the row itself.
  if (there && there.id !== row.id && there.mergedInto === null) return merge(db, row, there);
  await moveTo(db, row, path, name, row.parentId, row.depth);
  return row.id;
};

/** Gives a category and all below it another path; the old ones lead to them. */
const moveTo = async (
  db: Db,
  row: Row,
  path: string,
  name: string,
  parentId: number | null,
  depth: number,
): Promise<void> => {
  const below = await db.select().from(categories).where(eq(categories.parentId, row.id));
  // A signpost that stands there gives way: the path means this category now.
  const there = await atPath(db, row.marketplaceId, path);
  if (there && there.id !== row.id) await db.delete(categories).where(eq(categories.id, there.id));
  const signpost = row.path !== path && row.path.toLowerCase() !== path.toLowerCase();
  await db.update(categories).set({ path, name, parentId, depth }).where(eq(categories.id, row.id));
  if (signpost)
    await db.insert(categories).ignore().values({
      marketplaceId: row.marketplaceId,
      parentId: null,
      name: row.name,
      path: row.path,
      depth: row.depth,
      mergedInto: row.id,
    });
  await moveCurves(db, row.marketplaceId, row.path, path);
  for (const child of below)
    if (child.mergedInto === null) {
      const to = `${path}${join}${child.name}`.slice(0, LONGEST_PATH);
      const there = await atPath(db, row.marketplaceId, to);
      if (there && there.id !== child.id && there.mergedInto === null) await merge(db, child, there);
      else await moveTo(db, child, to, child.name, row.id, depth + 1);
    }
};

/** Puts all that stands in a category, and below it, into another. */
const merge = async (db: Db, row: Row, into: Row): Promise<number> => {
  if (into.id === row.id || into.path.startsWith(`${row.path}${join}`))
    throw badField('into', 'A category cannot be joined to itself, or to one below it.');
  await db.update(listings).set({ categoryId: into.id }).where(eq(listings.categoryId, row.id));
  await db.update(niches).set({ categoryId: into.id }).where(eq(niches.categoryId, row.id));
  await db.execute(sql`update ignore ${stayAway} set category_id = ${into.id} where category_id = ${row.id}`);
  await db.delete(stayAway).where(eq(stayAway.categoryId, row.id));
  // The joined category's own corrections count where there are any; those of the other stand behind its signpost.
  await db.execute(sql`update ignore ${reviewCorrections} set category_id = ${into.id} where category_id = ${row.id}`);
  const below = await db.select().from(categories).where(eq(categories.parentId, row.id));
  for (const child of below)
    if (child.mergedInto === null) {
      const to = `${into.path}${join}${child.name}`.slice(0, LONGEST_PATH);
      const there = await atPath(db, row.marketplaceId, to);
      if (there && there.mergedInto === null) await merge(db, child, there);
      else await moveTo(db, child, to, child.name, into.id, into.depth + 1);
    }
  await db.update(categories).set({ mergedInto: into.id, parentId: null }).where(eq(categories.id, row.id));
  return into.id;
};

/** Curves are of paths: those of a category go with it. */
const moveCurves = async (db: Db, marketplaceId: string, from: string, to: string): Promise<void> => {
  const escaped = from.replace(/[\\%_]/g, (c) => `\\${c}`);
  const rows = await db
    .select({ id: rankCurves.id, category: rankCurves.category })
    .from(rankCurves)
    .where(
      and(
        eq(rankCurves.marketplaceId, marketplaceId),
        or(eq(rankCurves.category, from), like(rankCurves.category, `${escaped}${join}%`)),
      ),
    );
  for (const { id, category } of rows)
    await db
      .update(rankCurves)
      .set({ category: `${to}${category.slice(from.length)}`.slice(0, LONGEST_PATH) })
      .where(eq(rankCurves.id, id));
};
