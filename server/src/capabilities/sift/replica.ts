import { eq } from 'drizzle-orm';
import type { Db } from '../../ground/db/connection.ts';
import { marketplaces } from '../../ground/db/schema.ts';

const ASK_EVERY_MS = 50;

const versionOf = async (db: Db, marketplace: string): Promise<[data: number, ruled: number] | null> => {
  const [row] = await db
    .select({ data: marketplaces.dataVersion, ruled: marketplaces.ruledVersion })
    .from(marketplaces)
    .where(eq(marketplaces.id, marketplace));
  return row ? [row.data, row.ruled] : null;
};

/**
 * Whether a copy of the database has come as far with a marketplace as the database itself, within a time. What an index is
 * made from has a number that is raised with every change, so that no clock need be believed: the copy has what the number
 * stands for, or not. A copy that does not answer has not.
 */
export const hasCaughtUp = async (
  database: Db,
  replica: Db,
  marketplace: string,
  withinMs: number,
): Promise<boolean> => {
  const wanted = await versionOf(database, marketplace);
  const until = performance.now() + withinMs;
  for (;;) {
    const there = await versionOf(replica, marketplace).catch(() => null);
    if (wanted && there && there[0] >= wanted[0] && there[1] >= wanted[1]) return true;
    if (performance.now() >= until) return false;
    await new Promise((resolve) => setTimeout(resolve, ASK_EVERY_MS));
  }
};
