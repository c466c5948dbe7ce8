import { and, eq, isNull, lt, sql } from 'drizzle-orm';
import type { Own, OwnChange } from '@kettle/contract/people';
import type { Db } from '../../ground/db/connection.ts';
import { ownThings } from '../../ground/db/schema.ts';

/** What is kept of one person at most: it comes along with every page. */
const MOST_NAMES = 1_000;
const MOST_BYTES = 512 * 1024;
const now = sql`utc_timestamp(3)` as unknown as string;
const longAgo = sql`utc_timestamp(3) - interval 60 day`;

const bytesOf = (name: string, json: string | null): number => Buffer.byteLength(name) + Buffer.byteLength(json ?? '');

/** What a person keeps for themself, wherever they sign in. */
export const ownOf = async (db: Db, person: number): Promise<Own> => {
  const rows = await db
    .select({ name: sql<string>`convert(${ownThings.name} using utf8mb4)`, json: ownThings.json })
    .from(ownThings)
    .where(eq(ownThings.personId, person));
  return Object.fromEntries(rows.map((r) => [r.name, r.json]));
};

/**
 * Keeps some of it. Of two browsers that keep the same at once the later one holds; each name by itself.
 * @returns the names that found no room, and stay in the browser they come from
 */
export const keepOwn = async (db: Db, person: number, own: readonly OwnChange[]): Promise<string[]> => {
  // A browser that has not been opened for so long has to be told of nothing that was forgotten.
  await db.delete(ownThings).where(and(eq(ownThings.personId, person), isNull(ownThings.json), lt(ownThings.keptAt, longAgo))); // prettier-ignore
  const there = new Map(Object.entries(await ownOf(db, person)));
  let room = MOST_BYTES;
  for (const [name, json] of there) room -= bytesOf(name, json);
  const fit: OwnChange[] = [];
  for (const { name, json } of own) {
    const more = bytesOf(name, json) - (there.has(name) ? bytesOf(name, there.get(name)!) : 0);
    if (more > 0 && (more > room || (!there.has(name) && there.size >= MOST_NAMES))) continue;
    room -= more;
    there.set(name, json);
    fit.push({ name, json });
  }
  if (fit.length > 0)
    await db
      .insert(ownThings)
      .values(fit.map(({ name, json }) => ({ personId: person, name, json, keptAt: now })))
      .onDuplicateKeyUpdate({ set: { json: sql`values(${ownThings.json})`, keptAt: now } });
  const taken = new Set(fit.map((f) => f.name));
  return own.map((o) => o.name).filter((name) => !taken.has(name));
};
