import { randomBytes } from 'node:crypto';
import { and, count, eq, gt, isNull, sql } from 'drizzle-orm';
import { alias } from 'drizzle-orm/mysql-core';
import type { Invitation, Role } from '@kettle/contract/people';
import { atOnce, type Database, type Db } from '../../ground/db/connection.ts';
import { invitations, people } from '../../ground/db/schema.ts';
import { badField, conflict, isTaken, notFound, ProblemError } from '../../ground/problems/problem.ts';
import { forgetTries, type TriedFrom } from './guessing.ts';
import { endKeys } from './keys.ts';
import { digestOf, hashPassword, newSecret, refuseGuessed } from './secrets.ts';
import { endSessions } from './sessions.ts';
import { factorForLink } from './sign-in.ts';

const now = sql`utc_timestamp(3)`;
const INVITED_DAYS = 7;

const newLink = () => {
  const invitation = newSecret();
  return { invitation, digest: digestOf(invitation), id: randomBytes(9).toString('base64url') };
};

/** What an open link is for; held until the end of the transaction, so that it is used once. */
const invitationOf = async (db: Db, invitation: string) =>
  (await db.select().from(invitations).where(and(eq(invitations.digest, digestOf(invitation)), gt(invitations.endsAt, now))).for('update'))[0]; // prettier-ignore

const invitationOver = (): ProblemError =>
  new ProblemError(410, 'invitation-over', 'This link was used, taken back, or is over. Ask for another one.');

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

/** Gives whom a link is for another password, once. Their keys end, and a second factor is still asked for. */
export const comeBack = async (
  database: Database,
  { invitation, password, code }: { invitation: string; password: string; code?: string | undefined },
  from: TriedFrom,
): Promise<number> => {
  const [whose] = await database.db.select({ person: invitations.forPerson }).from(invitations).where(and(eq(invitations.digest, digestOf(invitation)), gt(invitations.endsAt, now))); // prettier-ignore
  if (whose?.person) await factorForLink(database.db, whose.person, code, from);
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
    await endKeys(db, person.id);
    // Whoever guessed meanwhile does not keep them out.
    await forgetTries(db, person.login);
    return person.id;
  });
};

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
