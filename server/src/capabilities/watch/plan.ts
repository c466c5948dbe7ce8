import { and, asc, count, eq } from 'drizzle-orm';
import type { GroupOfWatched, WatchEvent, WatchedState } from '@kettle/contract/watch';
import type { WatchPlan, WatchRules } from '@kettle/core/documents/watch-rules';
import { atOnce, type Database, type Db } from '../../ground/db/connection.ts';
import { marketplaces, watched, watchEvents, watchGroups } from '../../ground/db/schema.ts';
import { versionsOf } from '../../ground/marketplaces/marketplaces.ts';
import { watchPlanOf } from '../../ground/marketplaces/watch-plan.ts';
import { badField, conflict, notFound } from '../../ground/problems/problem.ts';
import { expectVersion, versionAfter } from '../../ground/problems/versions.ts';
import { statesOfGroup } from './service.ts';

export const keepWatchPlan = (
  database: Database,
  marketplace: string,
  { plan, version }: { plan: WatchPlan; version: number },
): Promise<{ version: number }> =>
  atOnce(database, async ({ db }) => {
    const before = await versionsOf(db, marketplace);
    expectVersion(version, before.watchPlan, await watchPlanOf(db, marketplace));
    const next = versionAfter(before.watchPlan);
    await db
      .update(marketplaces)
      .set({ watchPlan: plan, watchPlanVersion: next })
      .where(eq(marketplaces.id, marketplace));
    return { version: next };
  });

export const groupsOfWatched = async (db: Db, marketplace: string): Promise<GroupOfWatched[]> =>
  db
    .select({
      id: watchGroups.id,
      name: watchGroups.name,
      rules: watchGroups.rules,
      version: watchGroups.version,
      listings: count(watched.listingId),
    })
    .from(watchGroups)
    .leftJoin(watched, eq(watched.groupId, watchGroups.id))
    .where(eq(watchGroups.marketplaceId, marketplace))
    .groupBy(watchGroups.id)
    .orderBy(asc(watchGroups.name));

const MOST_GROUPS = 200;
const nameTaken = (name: string) => badField('name', `There is a group “${name}” already.`);

export const addGroup = async (database: Database, marketplace: string, name: string): Promise<{ id: number }> =>
  atOnce(database, async ({ db }) => {
    await versionsOf(db, marketplace);
    const there = await groupsOfWatched(db, marketplace);
    if (there.length >= MOST_GROUPS) throw conflict(`There are ${MOST_GROUPS} groups already.`);
    if (there.some((g) => g.name.toLowerCase() === name.trim().toLowerCase())) throw nameTaken(name.trim());
    const [made] = await db
      .insert(watchGroups)
      .values({ marketplaceId: marketplace, name: name.trim(), version: versionAfter(0) })
      .$returningId();
    return { id: made!.id };
  });

const groupRow = async (db: Db, marketplace: string, id: number): Promise<typeof watchGroups.$inferSelect> => {
  const [row] = await db
    .select()
    .from(watchGroups)
    .where(and(eq(watchGroups.id, id), eq(watchGroups.marketplaceId, marketplace)))
    .for('update');
  if (!row) throw notFound('This group');
  return row;
};

export const keepGroup = (
  database: Database,
  marketplace: string,
  id: number,
  { name, rules, version }: { name: string; rules: WatchRules | null; version: number },
): Promise<{ version: number }> =>
  atOnce(database, async ({ db }) => {
    const row = await groupRow(db, marketplace, id);
    expectVersion(version, row.version, { name: row.name, rules: row.rules });
    const others = await groupsOfWatched(db, marketplace);
    if (others.some((g) => g.id !== id && g.name.toLowerCase() === name.trim().toLowerCase()))
      throw nameTaken(name.trim());
    const next = versionAfter(row.version);
    await db.update(watchGroups).set({ name: name.trim(), rules, version: next }).where(eq(watchGroups.id, id));
    return { version: next };
  });

/** Removes a group and tells how its listings stood, so that all of it can be brought back. */
export const dropGroup = (database: Database, marketplace: string, id: number): Promise<{ before: WatchedState[] }> =>
  atOnce(database, async ({ db }) => {
    await groupRow(db, marketplace, id);
    const before = await statesOfGroup(db, id);
    await db.delete(watchGroups).where(eq(watchGroups.id, id));
    return { before };
  });

const MOST_EVENTS = 500;
export const eventsOf = (db: Db, marketplace: string): Promise<WatchEvent[]> =>
  db
    .select({
      id: watchEvents.id,
      kind: watchEvents.kind,
      first: watchEvents.first,
      last: watchEvents.last,
      text: watchEvents.text,
    })
    .from(watchEvents)
    .where(eq(watchEvents.marketplaceId, marketplace))
    .orderBy(asc(watchEvents.first), asc(watchEvents.id))
    .limit(MOST_EVENTS);

export const addEvent = async (
  db: Db,
  marketplace: string,
  { kind, first, last, text }: Omit<WatchEvent, 'id'>,
): Promise<{ id: number }> => {
  if (last < first) throw badField('last', 'The last day lies before the first.');
  if ((await eventsOf(db, marketplace)).length >= MOST_EVENTS)
    throw conflict(`There are ${MOST_EVENTS} events already.`);
  await db
    .insert(watchEvents)
    .values({ marketplaceId: marketplace, kind, first, last, text: text.trim() })
    .onDuplicateKeyUpdate({ set: { kind, last } });
  const [row] = await db
    .select({ id: watchEvents.id })
    .from(watchEvents)
    .where(
      and(eq(watchEvents.marketplaceId, marketplace), eq(watchEvents.first, first), eq(watchEvents.text, text.trim())),
    );
  return { id: row!.id };
};

export const dropEvent = async (db: Db, marketplace: string, id: number): Promise<void> => {
  await db.delete(watchEvents).where(and(eq(watchEvents.id, id), eq(watchEvents.marketplaceId, marketplace)));
};
