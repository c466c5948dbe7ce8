import { inArray } from 'drizzle-orm';
import type { Db } from '../db/connection.ts';
import { people } from '../db/schema.ts';

/** What people are called, by their numbers; nobody is asked for where no row names one. */
export const namesOf = async (db: Db, ids: readonly (number | null)[]): Promise<ReadonlyMap<number, string>> => {
  const known = [...new Set(ids.flatMap((id) => id ?? []))];
  if (known.length === 0) return new Map();
  const rows = await db.select({ id: people.id, name: people.name }).from(people).where(inArray(people.id, known));
  return new Map(rows.map((r) => [r.id, r.name]));
};
/** A name, or null where nobody is told. */
export const nameIn = (names: ReadonlyMap<number, string>, id: number | null): string | null =>
  id === null ? null : (names.get(id) ?? null);
