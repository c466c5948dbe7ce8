import { and, count, desc, eq } from 'drizzle-orm';
import { aRole, mayAs, type Role, type Token } from '@kettle/contract/people';
import type { Db } from '../../ground/db/connection.ts';
import { tokens } from '../../ground/db/schema.ts';
import type { Acting } from '../../ground/people/who.ts';
import { badField, conflict, notFound } from '../../ground/problems/problem.ts';
import { digestOf, newSecret } from './secrets.ts';

const MOST_TOKENS = 20;

export const listTokens = async (db: Db, who: Acting): Promise<Token[]> =>
  db
    .select({ id: tokens.id, name: tokens.name, role: tokens.role, endsAt: tokens.endsAt, usedAt: tokens.usedAt })
    .from(tokens)
    .where(eq(tokens.personId, who.id))
    .orderBy(desc(tokens.id));

/** Makes a key of somebody: it never may more than they do, and ends on its day. */
export const makeToken = async (
  db: Db,
  who: Acting,
  { name, role, ends }: { name: string; role: Role; ends: string },
): Promise<{ id: number; token: string }> => {
  if (!mayAs(who.role, role)) throw badField('role', `A key may not more than you, and you are ${aRole(who.role)}.`);
  const today = new Date().toISOString().slice(0, 10);
  if (ends <= today) throw badField('ends', 'The key would have ended already.');
  const [{ n } = { n: 0 }] = await db.select({ n: count() }).from(tokens).where(eq(tokens.personId, who.id));
  if (n >= MOST_TOKENS) throw conflict(`You have ${MOST_TOKENS} keys: end one first.`);
  const token = newSecret();
  const [{ insertId }] = await db.insert(tokens).values({ digest: digestOf(token), personId: who.id, name: name.trim(), role, endsAt: `${ends} 00:00:00.000` }); // prettier-ignore
  return { id: insertId, token };
};

export const dropToken = async (db: Db, who: Acting, id: number): Promise<void> => {
  const [{ affectedRows }] = await db.delete(tokens).where(and(eq(tokens.id, id), eq(tokens.personId, who.id)));
  if (affectedRows === 0) throw notFound(`Key ${id}`);
};
