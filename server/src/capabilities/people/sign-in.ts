import { and, count, eq, gt, inArray, isNull, lt, sql } from 'drizzle-orm';
import type { Db } from '../../ground/db/connection.ts';
import { people, sessions, signInTries } from '../../ground/db/schema.ts';
import type { Acting } from '../../ground/people/who.ts';
import { badField, ProblemError } from '../../ground/problems/problem.ts';
import { digestOf, hashPassword, isPassword, refuseGuessed } from './secrets.ts';
import { endSessions } from './sessions.ts';

const now = sql`utc_timestamp(3)`;
/** Failures within this time that are let through for one login, and for one address. */
const WITHIN_MINUTES = 15;

const MOST_OF = { login: 10, address: 60 } as const;

const recent = sql`utc_timestamp(3) - interval ${sql.raw(String(WITHIN_MINUTES))} minute`;

const aboutLogin = (login: string): string => digestOf(`login ${login}`);

/** Forgets how often signing in under a login failed. */
export const forgetTries = async (db: Db, login: string): Promise<void> => {
  await db.delete(signInTries).where(eq(signInTries.about, aboutLogin(login)));
};

/** Who it is that signs in. After too many failures nobody is looked at for a while, right or wrong. */
export const signIn = async (db: Db, login: string, password: string, address: string): Promise<number> => {
  const name = login.trim().toLowerCase();
  const about = { login: aboutLogin(name), address: digestOf(`address ${address}`) };
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
    await forgetTries(db, name);
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
