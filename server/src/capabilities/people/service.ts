import { randomBytes } from 'node:crypto';
import { and, count, desc, eq, gt, inArray, isNull, lt, sql } from 'drizzle-orm';
import { alias } from 'drizzle-orm/mysql-core';
import { aRole, mayAs, type Deed, type Invitation, type Person, type Role, type Token } from '@kettle/contract/people';
import { atOnce, type Database, type Db } from '../../ground/db/connection.ts';
import { takeTurn } from '../../ground/db/leases.ts';
import { deeds, invitations, people, sessions, signInTries, tokens } from '../../ground/db/schema.ts';
import type { Acting } from '../../ground/people/who.ts';
import { badField, conflict, isTaken, notFound, ProblemError } from '../../ground/problems/problem.ts';
import { digestOf, hashPassword, isGuessedSoon, isPassword, newSecret } from './secrets.ts';
import { endSessions } from './sessions.ts';

const now = sql`utc_timestamp(3)`;
/** Failures within this time that are let through for one login, and for one address. */
const WITHIN_MINUTES = 15;
const MOST_OF = { login: 10, address: 60 } as const;
const INVITED_DAYS = 7;
const MOST_TOKENS = 20;
const PAGE = 100;

const recent = sql`utc_timestamp(3) - interval ${sql.raw(String(WITHIN_MINUTES))} minute`;

/** Who it is that signs in. After too many failures nobody is looked at for a while, right or wrong. */
export const signIn = async (db: Db, login: string, password: string, address: string): Promise<number> => {
  const name = login.trim().toLowerCase();
  const about = { login: digestOf(`login ${name}`), address: digestOf(`address ${address}`) };
  const tried = await db
    .select({ about: signInTries.about, n: count() })
    .from(signInTries)
    .where(and(inArray(signInTries.about, Object.values(about)), gt(signInTries.at, recent)))
    .groupBy(signInTries.about);
  const failures = (of: keyof typeof about): number => tried.find((t) => t.about === about[of])?.n ?? 0;
  if (failures('login') >= MOST_OF.login || failures('address') >= MOST_OF.address)
    throw new ProblemError(429, 'too-many-tries', `Signing in failed too often. Try again in ${WITHIN_MINUTES} minutes.`); // prettier-ignore
  const [row] = await db
    .select()
    .from(people)
    .where(and(eq(people.login, name), isNull(people.leftAt)));
  if (await isPassword(row?.password ?? null, password)) {
    await db.delete(signInTries).where(eq(signInTries.about, about.login));
    return row!.id;
  }
  await db.insert(signInTries).values([{ about: about.login }, { about: about.address }]);
  await db.delete(signInTries).where(lt(signInTries.at, recent));
  // The same whether the name or the password is wrong.
  throw new ProblemError(401, 'wrong-sign-in', 'The name or the password is not right.');
};

/** Whether somebody who is signed in knows their password: guessing is slowed down as at signing in. */
const knowsPassword = async (db: Db, who: Acting, password: string, address: string): Promise<boolean> => {
  const [row] = await db.select({ login: people.login }).from(people).where(eq(people.id, who.id));
  try {
    return (await signIn(db, row?.login ?? '', password, address)) === who.id;
  } catch (error) {
    if (error instanceof ProblemError && error.problem.status === 401) return false;
    throw error;
  }
};

/** How long a password that was typed is good for what a browser left open must not be used for. */
const CONFIRMED_MINUTES = 15;

/** Notes that whoever sits at this browser knows the password. */
export const confirm = async (db: Db, who: Acting, password: string, address: string): Promise<void> => {
  if (!(await knowsPassword(db, who, password, address))) throw badField('password', 'This is not your password.');
  await db
    .update(sessions)
    .set({ confirmedAt: now as unknown as string })
    .where(eq(sessions.digest, who.session!));
};

/** Refuses what opens the workspace to others where the password was not typed lately. */
export const confirmedOnly = async (db: Db, who: Acting): Promise<Acting> => {
  const [row] = await db
    .select({ digest: sessions.digest })
    .from(sessions)
    .where(and(eq(sessions.digest, who.session!), gt(sessions.confirmedAt, sql`utc_timestamp(3) - interval ${sql.raw(String(CONFIRMED_MINUTES))} minute`))); // prettier-ignore
  if (!row) throw new ProblemError(403, 'confirm', 'Type your password once more: this changes who may do what.');
  return who;
};

export const changePassword = async (
  db: Db,
  who: Acting,
  { old, password }: { old: string; password: string },
  address: string,
): Promise<void> => {
  if (!(await knowsPassword(db, who, old, address))) throw badField('old', 'This is not your password of today.');
  refuseGuessed(password, [who.name]);
  await db
    .update(people)
    .set({ password: await hashPassword(password) })
    .where(eq(people.id, who.id));
  await endSessions(db, who.id, who.session);
};

/** A password that is tried among the first is no secret, however long it is. */
const refuseGuessed = (password: string, beside: readonly string[]): void => {
  if (isGuessedSoon(password, beside)) throw badField('password', 'That is among the first that are tried: a known password, a pattern, or your name. Four or five words that have nothing to do with each other are not.'); // prettier-ignore
};

/** Makes a link by which somebody who lost their password chooses another; an earlier one ends. */
export const wayBack = (database: Database, id: number, by: number): Promise<{ id: string; invitation: string }> =>
  atOnce(database, async ({ db }) => {
    const [row] = await db.select({ role: people.role, leftAt: people.leftAt }).from(people).where(eq(people.id, id));
    if (!row) throw notFound(`Person ${id}`);
    if (row.leftAt !== null) throw conflict('Who has left is taken back first.');
    await db.delete(invitations).where(eq(invitations.forPerson, id));
    const link = { ...newLink(), role: row.role, madeBy: by, forPerson: id };
    await db
      .insert(invitations)
      .values({ ...link, endsAt: sql`utc_timestamp(3) + interval 1 day` as unknown as string });
    return { id: link.id, invitation: link.invitation };
  });

/** Gives whom a link is for another password, once. */
export const comeBack = async (
  database: Database,
  { invitation, password }: { invitation: string; password: string },
): Promise<number> => {
  const hashed = await hashPassword(password);
  return atOnce(database, async ({ db }) => {
    const asked = await invitationOf(db, invitation);
    if (asked?.forPerson === undefined || asked.forPerson === null) throw invitationOver();
    const [person] = await db.select().from(people).where(eq(people.id, asked.forPerson));
    if (!person || person.leftAt !== null) throw invitationOver();
    refuseGuessed(password, [person.name, person.login]);
    await db.delete(invitations).where(eq(invitations.digest, asked.digest));
    await db.update(people).set({ password: hashed }).where(eq(people.id, person.id));
    await endSessions(db, person.id);
    // Whoever guessed meanwhile does not keep them out.
    await db.delete(signInTries).where(eq(signInTries.about, digestOf(`login ${person.login}`)));
    return person.id;
  });
};

/** What an open link is for; held until the end of the transaction, so that it is used once. */
const invitationOf = async (db: Db, invitation: string) =>
  (await db.select().from(invitations).where(and(eq(invitations.digest, digestOf(invitation)), gt(invitations.endsAt, now))).for('update'))[0]; // prettier-ignore
const invitationOver = (): ProblemError =>
  new ProblemError(410, 'invitation-over', 'This link was used, taken back, or is over. Ask for another one.');

const newLink = () => {
  const invitation = newSecret();
  return { invitation, digest: digestOf(invitation), id: randomBytes(9).toString('base64url') };
};

/** Makes an invitation; the machine's own, by nobody, is for the first owner. */
export const invite = async (db: Db, role: Role, by: number | null): Promise<{ id: string; invitation: string }> => {
  const { invitation, digest, id } = newLink();
  await db.insert(invitations).values({ digest, id, role, madeBy: by, endsAt: sql`utc_timestamp(3) + interval ${sql.raw(String(INVITED_DAYS))} day` }); // prettier-ignore
  return { id, invitation };
};

/**
 * An invitation by the machine: for the first owner where nobody is here yet, or for one more where whoever runs the machine
 * asks for it (the only owner lost the password, say); null otherwise. Each server prints its own.
 */
export const inviteOwner = (database: Database, isAsked: boolean): Promise<string | null> =>
  atOnce(database, async ({ db }) => {
    if (isAsked) return (await invite(db, 'owner', null)).invitation;
    const [{ n } = { n: 0 }] = await db.select({ n: count() }).from(people).where(and(eq(people.role, 'owner'), isNull(people.leftAt))); // prettier-ignore
    if (n > 0) return null;
    return (await invite(db, 'owner', null)).invitation;
  });

/** Joins by an invitation: of two at once one does. */
export const join = async (
  database: Database,
  { invitation, name, login, password }: { invitation: string; name: string; login: string; password: string },
): Promise<number> => {
  refuseGuessed(password, [name.trim(), login.trim()]);
  const hashed = await hashPassword(password);
  try {
    return await atOnce(database, async ({ db }) => {
      const asked = await invitationOf(db, invitation);
      if (!asked || asked.forPerson !== null) throw invitationOver();
      // With the first owner all links end that servers of this workspace printed.
      await db
        .delete(invitations)
        .where(asked.madeBy === null ? isNull(invitations.madeBy) : eq(invitations.digest, asked.digest));
      const [{ insertId }] = await db.insert(people).values({ name: name.trim(), login: login.trim().toLowerCase(), role: asked.role, password: hashed }); // prettier-ignore
      return insertId;
    });
  } catch (error) {
    if (isTaken(error)) throw badField('login', 'Somebody here signs in by that already: take another one.');
    throw error;
  }
};

export const listPeople = async (db: Db): Promise<Person[]> => {
  const [rows, open] = await Promise.all([
    db.select().from(people).orderBy(people.id),
    db.select({ id: sessions.personId, n: count() }).from(sessions).groupBy(sessions.personId),
  ]);
  return rows.map(({ id, name, login, role, madeAt, leftAt }) => ({ id, name, login, role, since: madeAt, left: leftAt !== null, browsers: open.find((o) => o.id === id)?.n ?? 0 })); // prettier-ignore
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

export const listInvitations = async (db: Db): Promise<Invitation[]> => {
  const whose = alias(people, 'whose');
  return db
    .select({
      id: invitations.id,
      role: invitations.role,
      by: people.name,
      endsAt: invitations.endsAt,
      whose: whose.name,
    }) // prettier-ignore
    .from(invitations)
    .leftJoin(people, eq(people.id, invitations.madeBy))
    .leftJoin(whose, eq(whose.id, invitations.forPerson))
    .where(gt(invitations.endsAt, now))
    .orderBy(invitations.endsAt);
};

export const dropInvitation = async (db: Db, id: string): Promise<void> => {
  const [{ affectedRows }] = await db.delete(invitations).where(eq(invitations.id, id));
  if (affectedRows === 0) throw notFound('That invitation');
};

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

/** Writes down who asked for what: the route and its parameters, never what was typed. */
export const noteDeed = async (
  db: Db,
  who: Acting,
  { what, parameters, status }: { what: string; parameters: Record<string, string>; status: number },
): Promise<void> => {
  const short = Object.fromEntries(Object.entries(parameters).map(([k, v]) => [k, v.slice(0, 80)]));
  await db.insert(deeds).values({ personId: who.id, tokenId: who.token, what: what.slice(0, 200), parameters: short, status: String(status) }); // prettier-ignore
};

export const listDeeds = async (db: Db, before: number | undefined): Promise<Deed[]> => {
  const rows = await db
    .select({
      id: deeds.id,
      at: deeds.at,
      by: people.name,
      token: deeds.tokenId,
      key: tokens.name,
      what: deeds.what,
      parameters: deeds.parameters,
      status: deeds.status,
    }) // prettier-ignore
    .from(deeds)
    .innerJoin(people, eq(people.id, deeds.personId))
    .leftJoin(tokens, eq(tokens.id, deeds.tokenId))
    .where(before === undefined ? undefined : lt(deeds.id, before))
    .orderBy(desc(deeds.id))
    .limit(PAGE);
  return rows.map(({ token, key, ...deed }) => ({ ...deed, token: token === null ? null : (key ?? 'a key that has ended') })); // prettier-ignore
};
