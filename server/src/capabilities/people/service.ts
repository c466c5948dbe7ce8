import { and, count, eq, isNull, sql } from 'drizzle-orm';
import type { Person, Role } from '@kettle/contract/people';
import { atOnce, type Database, type Db } from '../../ground/db/connection.ts';
import { takeTurn } from '../../ground/db/leases.ts';
import { people, sessions, tokens } from '../../ground/db/schema.ts';
import type { Acting } from '../../ground/people/who.ts';
import { conflict, notFound } from '../../ground/problems/problem.ts';
import { failuresByPerson } from './guessing.ts';
import { endSessions } from './sessions.ts';

/** Everybody who works here. By what others sign in, and who guessed at it, is seen by owners alone. */
export const listPeople = async (db: Db, who: Acting): Promise<Person[]> => {
  const isOwner = who.role === 'owner';
  const [rows, failures, open] = await Promise.all([
    db.select().from(people).orderBy(people.id),
    isOwner ? failuresByPerson(db) : new Map<number, never>(),
    db.select({ id: sessions.personId, n: count() }).from(sessions).groupBy(sessions.personId),
  ]);
  return rows.map(({ id, name, login, role, madeAt, leftAt, totpSince }) => ({
    id,
    name,
    login: isOwner || id === who.id ? login : null,
    role,
    since: madeAt,
    left: leftAt !== null,
    browsers: open.find((o) => o.id === id)?.n ?? 0,
    secondFactor: isOwner || id === who.id ? totpSince !== null : null,
    failures: failures.get(id) ?? null,
  }));
};

/** Gives somebody another role, or lets them leave or come back. There is always an owner. */
export const changePerson = (
  database: Database,
  id: number,
  { role, left }: { role?: Role | undefined; left?: boolean | undefined },
): Promise<void> =>
  atOnce(database, async (inside) => {
    const { db } = inside;
    // Of two owners that step down at once one does.
    await takeTurn(inside, 'owners');
    const owners = await db.select({ id: people.id }).from(people).where(and(eq(people.role, 'owner'), isNull(people.leftAt))); // prettier-ignore
    const [row] = await db.select().from(people).where(eq(people.id, id));
    if (!row) throw notFound(`Person ${id}`);
    const stays = (role ?? row.role) === 'owner' && !(left ?? row.leftAt !== null);
    if (!stays && owners.length === 1 && owners[0]!.id === id)
      throw conflict('The last owner stays: make somebody else an owner first.');
    await db
      .update(people)
      .set({
        ...(role ? { role } : {}),
        ...(left === undefined ? {} : { leftAt: left ? sql`utc_timestamp(3)` : null }),
      }) // prettier-ignore
      .where(eq(people.id, id));
    // What they may is another: their browsers sign in anew, and who has left has no keys.
    await endSessions(db, id);
    if (left) await db.delete(tokens).where(eq(tokens.personId, id));
  });
