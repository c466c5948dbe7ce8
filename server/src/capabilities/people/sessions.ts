import { and, eq, gt, isNull, lt, ne, or, sql } from 'drizzle-orm';
import { parse, serialize } from 'cookie';
import type { Request } from 'express';
import { ROLES, type Me, type Role } from '@kettle/contract/people';
import type { Db } from '../../ground/db/connection.ts';
import { people, sessions, tokens } from '../../ground/db/schema.ts';
import type { Acting } from '../../ground/people/who.ts';
import { isDevice, rememberDevice } from './guessing.ts';
import { isFactorRequired } from './second-factor.ts';
import { digestOf, newSecret } from './secrets.ts';

export const COOKIE = 'kettle';
const DEVICE_COOKIE = 'kettle-device';
/** A browser that was not used for so long, or was signed in so long ago, signs in again. */
const IDLE_HOURS = 24 * 3;
const LONGEST_DAYS = 30;
const now = sql`utc_timestamp(3)`;
const since = (hours: number) => sql`utc_timestamp(3) - interval ${sql.raw(String(hours))} hour`;

/** The cookie of a session: no script reads it, no other site sends it; over TLS alone where the program is reached by TLS. */
const cookieOf = (secret: string, secure: boolean, days: number, name = COOKIE): string =>
  serialize(name, secret, { httpOnly: true, sameSite: 'strict', path: '/', secure, maxAge: days * 86_400 }); // prettier-ignore

/** Signs a browser in: always with a session of its own, whatever it brought. */
export const beginSession = async (db: Db, request: Request, person: number, secure: boolean): Promise<void> => {
  const secret = newSecret();
  await db.insert(sessions).values({ digest: digestOf(secret), personId: person, browser: (request.get('user-agent') ?? '').slice(0, 200) }); // prettier-ignore
  request.res!.append('Set-Cookie', cookieOf(secret, secure, LONGEST_DAYS));
  const brought = deviceOf(request);
  // Never one that somebody else chose.
  const device = brought !== null && (await isDevice(db, brought)) ? brought : newSecret();
  await rememberDevice(db, device, person);
  request.res!.append('Set-Cookie', cookieOf(device, secure, 365, DEVICE_COOKIE));
};

/** By what a browser is known in which somebody has signed in before; null in any other. It opens nothing. */
export const deviceOf = (request: Request): string | null => {
  const secret = parse(request.headers.cookie ?? '')[DEVICE_COOKIE];
  return secret !== undefined && /^[\w-]{43}$/.test(secret) ? secret : null;
};

/** A person as their own browser is told of them. */
export const meOf = ({ id, name, role, needsFactor }: Acting): NonNullable<Me['person']> => ({
  id,
  name,
  role,
  needsFactor,
});

export const endSession = async (db: Db, request: Request, secure: boolean): Promise<void> => {
  const secret = sessionSecret(request);
  if (secret) await db.delete(sessions).where(eq(sessions.digest, digestOf(secret)));
  request.res!.append('Set-Cookie', cookieOf('', secure, 0));
};

/** Signs all browsers of a person out, but for one. */
export const endSessions = async (db: Db, person: number, but: string | null = null): Promise<void> => {
  await db
    .delete(sessions)
    .where(and(eq(sessions.personId, person), but === null ? undefined : ne(sessions.digest, but)));
};

const sessionSecret = (request: Request): string | null => parse(request.headers.cookie ?? '')[COOKIE] || null;

/** Who asks, by the session of the browser or the key of a script; null for nobody. */
export const personOf = async (db: Db, request: Request): Promise<Acting | null> => {
  const bearer = /^Bearer (\S{1,100})$/.exec(request.headers.authorization ?? '')?.[1];
  if (bearer !== undefined) return byToken(db, bearer);
  const secret = sessionSecret(request);
  if (secret === null || secret.length > 100) return null;
  const digest = digestOf(secret);
  const [row] = await db
    .select({ id: people.id, name: people.name, role: people.role, isFresh: sql<number>`${sessions.seenAt} > utc_timestamp(3) - interval 1 minute`, factorSince: people.totpSince, required: isFactorRequired }) // prettier-ignore
    .from(sessions)
    .innerJoin(people, eq(people.id, sessions.personId))
    .where(and(eq(sessions.digest, digest), isNull(people.leftAt), gt(sessions.seenAt, since(IDLE_HOURS)), gt(sessions.madeAt, since(24 * LONGEST_DAYS)))); // prettier-ignore
  if (!row) return null;
  // Written once a minute, not with every picture that a page asks for.
  if (!Number(row.isFresh)) await db.update(sessions).set({ seenAt: now }).where(eq(sessions.digest, digest));
  return { id: row.id, name: row.name, role: row.role, token: null, session: digest, needsFactor: needsFactor(row) };
};

const needsFactor = ({ factorSince, required }: { factorSince: string | null; required: number }): boolean =>
  factorSince === null && Number(required) === 1;

const byToken = async (db: Db, secret: string): Promise<Acting | null> => {
  const [row] = await db
    .select({
      id: people.id,
      name: people.name,
      role: people.role,
      token: tokens.id,
      at: tokens.role,
      factorSince: people.totpSince,
      required: isFactorRequired,
    }) // prettier-ignore
    .from(tokens)
    .innerJoin(people, eq(people.id, tokens.personId))
    .where(and(eq(tokens.digest, digestOf(secret)), isNull(people.leftAt), gt(tokens.endsAt, now)));
  if (!row) return null;
  await db.update(tokens).set({ usedAt: now }).where(and(eq(tokens.id, row.token), or(isNull(tokens.usedAt), lt(tokens.usedAt, sql`utc_timestamp(3) - interval 1 minute`)))); // prettier-ignore
  // A key never may more than its person.
  const role: Role = ROLES[Math.min(ROLES.indexOf(row.role), ROLES.indexOf(row.at))]!;
  return { id: row.id, name: row.name, role, token: row.token, session: null, needsFactor: needsFactor(row) };
};

/** Removes sessions that have ended by themselves. */
export const sweepSessions = async (db: Db): Promise<void> => {
  await db.delete(sessions).where(or(lt(sessions.seenAt, since(IDLE_HOURS)), lt(sessions.madeAt, since(24 * LONGEST_DAYS)))); // prettier-ignore
};
