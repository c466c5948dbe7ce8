import { and, count, desc, eq } from 'drizzle-orm';
import { aRole, mayAs, type Role, type Token } from '@kettle/contract/people';
import { daysBetween } from '@kettle/core/measures/day';
import type { Db } from '../../ground/db/connection.ts';
import { people, tokens } from '../../ground/db/schema.ts';
import type { Acting } from '../../ground/people/who.ts';
import { badField, conflict, notFound } from '../../ground/problems/problem.ts';
import { digestOf, newSecret } from './secrets.ts';

const MOST_TOKENS = 20;
const LONGEST_DAYS = 366;

const columns = { id: tokens.id, name: tokens.name, role: tokens.role, endsAt: tokens.endsAt, usedAt: tokens.usedAt, person: people.name }; // prettier-ignore

export const listTokens = (db: Db, who: Acting): Promise<Token[]> =>
  db
    .select(columns)
    .from(tokens)
    .innerJoin(people, eq(people.id, tokens.personId))
    .where(eq(tokens.personId, who.id))
    .orderBy(desc(tokens.id));

/** The keys of everybody, for owners. */
export const listAllTokens = (db: Db): Promise<Token[]> =>
  db
    .select(columns)
    .from(tokens)
    .innerJoin(people, eq(people.id, tokens.personId))
    .orderBy(people.name, desc(tokens.id));

/** Makes a key of somebody: it never may more than they do, and ends on its day. */
export const makeToken = async (
  db: Db,
  who: Acting,
  { name, role, ends }: { name: string; role: Role; ends: string },
): Promise<{ id: number; token: string }> => {
  if (!mayAs(who.role, role)) throw badField('role', `A key may not more than you, and you are ${aRole(who.role)}.`);
  const today = new Date().toISOString().slice(0, 10);
  if (ends <= today) throw badField('ends', 'The key would have ended already.');
  if (daysBetween(today, ends) > LONGEST_DAYS) throw badField('ends', 'A key lasts a year at most.');
  const [{ n } = { n: 0 }] = await db.select({ n: count() }).from(tokens).where(eq(tokens.personId, who.id));
  if (n >= MOST_TOKENS) throw conflict(`You have ${MOST_TOKENS} keys: end one first.`);
  const token = newSecret();
  const [{ insertId }] = await db.insert(tokens).values({ digest: digestOf(token), personId: who.id, name: name.trim(), role, endsAt: `${ends} 00:00:00.000` }); // prettier-ignore
  return { id: insertId, token };
};

/** Ends a key: one's own, and an owner anybody's. */
export const dropToken = async (db: Db, who: Acting, id: number): Promise<void> => {
  const whose = who.role === 'owner' ? undefined : eq(tokens.personId, who.id);
  const [{ affectedRows }] = await db.delete(tokens).where(and(eq(tokens.id, id), whose));
  if (affectedRows === 0) throw notFound(`Key ${id}`);
};

/** Ends all keys of a person. */
export const endKeys = async (db: Db, person: number): Promise<void> => {
  await db.delete(tokens).where(eq(tokens.personId, person));
};
