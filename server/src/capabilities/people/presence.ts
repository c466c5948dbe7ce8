import { and, asc, eq, isNotNull, lt, sql } from 'drizzle-orm';
import type { Here } from '@kettle/contract/people';
import type { Db } from '../../ground/db/connection.ts';
import { people, presence } from '../../ground/db/schema.ts';

/** A browser that has said nothing for this long is not looking any more: it says so every twenty seconds. */
const SILENT_SECONDS = 45;
const silent = sql`utc_timestamp(3) - interval ${sql.raw(String(SILENT_SECONDS))} second`;
const now = sql`utc_timestamp(3)` as unknown as string;

/** Notes which candidate a browser shows, or that it shows none. */
export const noteHere = async (
  db: Db,
  person: number,
  { browser, candidate }: { browser: string; candidate: number | null },
): Promise<void> => {
  if (candidate === null) return void (await db.delete(presence).where(and(eq(presence.browser, browser), eq(presence.personId, person)))); // prettier-ignore
  const values = { personId: person, candidateId: candidate, seenAt: now };
  await db.insert(presence).values({ browser, ...values }).onDuplicateKeyUpdate({ set: values }); // prettier-ignore
};

/** Who looks at which candidate; of one person's browsers that show the same, one. */
export const whoIsHere = async (db: Db): Promise<Here[]> => {
  const rows = await db
    .selectDistinct({ person: presence.personId, name: people.name, candidate: presence.candidateId })
    .from(presence)
    .innerJoin(people, eq(people.id, presence.personId))
    .where(and(isNotNull(presence.candidateId), sql`${presence.seenAt} > ${silent}`))
    .orderBy(asc(presence.candidateId), asc(people.name), asc(presence.personId));
  return rows.map((r) => ({ ...r, candidate: r.candidate! }));
};

export const sweepPresence = async (db: Db): Promise<void> => {
  await db.delete(presence).where(lt(presence.seenAt, silent));
};
