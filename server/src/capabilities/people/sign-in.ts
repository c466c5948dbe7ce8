import { and, eq, gt, isNull, sql } from 'drizzle-orm';
import type { Db } from '../../ground/db/connection.ts';
import { people, sessions } from '../../ground/db/schema.ts';
import type { Acting } from '../../ground/people/who.ts';
import { badField, ProblemError } from '../../ground/problems/problem.ts';
import { countTry, isKnownDevice, type TriedFrom } from './guessing.ts';
import { endKeys } from './keys.ts';
import { takeCode } from './second-factor.ts';
import { hashPassword, isPassword, refuseGuessed } from './secrets.ts';
import { endSessions } from './sessions.ts';

const now = sql`utc_timestamp(3)`;

/** What somebody enters to sign in; the code where they have a second factor. */
export interface Entered {
  login: string;
  password: string;
  code?: string | undefined;
}

/**
 * Who it is that signs in. Every try is counted before it is looked at.
 * @throws ProblemError 401 when something is wrong or the code is missing, 429 after too many tries
 */
export const signIn = async (db: Db, { login, password, code }: Entered, from: TriedFrom): Promise<number> => {
  const name = login.trim().toLowerCase();
  const [row] = await db
    .select()
    .from(people)
    .where(and(eq(people.login, name), isNull(people.leftAt)));
  const isKnown = await isKnownDevice(db, from.device, row?.id ?? null);
  const forget = await countTry(db, { login: name, person: row?.id ?? null, isKnown }, from);
  // The same whether the name or the password is wrong.
  if (!(await isPassword(row?.password ?? null, password)) || !row)
    throw new ProblemError(401, 'wrong-sign-in', 'The name or the password is not right.');
  await checkFactor(db, row, code);
  await forget();
  return row.id;
};

/** Refuses somebody with a second factor who does not have it. */
const checkFactor = async (
  db: Db,
  row: { id: number; totpSecret: string | null; totpSince: string | null },
  code: string | undefined,
): Promise<void> => {
  if (row.totpSince === null) return;
  if (code === undefined || code.trim() === '')
    throw new ProblemError(401, 'second-factor', 'Enter the code that your authenticator app shows now.');
  if (!(await takeCode(db, row, code)))
    throw new ProblemError(401, 'wrong-code', 'This code is not right, or was used before. Enter the next one.');
};

/** Refuses whoever comes back by a link without their second factor: the link stands in for the password alone. */
export const factorForLink = async (
  db: Db,
  person: number,
  code: string | undefined,
  from: TriedFrom,
): Promise<void> => {
  const [row] = await db.select().from(people).where(eq(people.id, person));
  if (!row || row.totpSince === null) return;
  const forget = await countTry(db, { login: `link ${person}`, person: null, isKnown: false }, from);
  await checkFactor(db, row, code);
  await forget();
};

/** Whether somebody who is signed in knows their password. Their session counts for itself: nobody else keeps them out. */
const knowsPassword = async (db: Db, who: Acting, password: string, address: string): Promise<boolean> => {
  const [row] = await db.select({ login: people.login, kept: people.password }).from(people).where(eq(people.id, who.id)); // prettier-ignore
  const forget = await countTry(db, { login: row?.login ?? '', person: who.id, isKnown: true }, { address, device: who.session }); // prettier-ignore
  if (!(await isPassword(row?.kept ?? null, password))) return false;
  await forget();
  return true;
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
  { old, password, keepKeys = false }: { old: string; password: string; keepKeys?: boolean | undefined },
  address: string,
): Promise<void> => {
  if (!(await knowsPassword(db, who, old, address))) throw badField('old', 'This is not your password of today.');
  refuseGuessed(password, [who.name]);
  await db
    .update(people)
    .set({ password: await hashPassword(password) })
    .where(eq(people.id, who.id));
  await endSessions(db, who.id, who.session);
  // Whoever knew the old password may have made keys.
  if (!keepKeys) await endKeys(db, who.id);
};
