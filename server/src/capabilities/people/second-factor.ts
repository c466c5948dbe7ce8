import { randomBytes } from 'node:crypto';
import { and, count, eq, isNull, lt, or, sql } from 'drizzle-orm';
import { Secret, TOTP } from 'otpauth';
import type { SecondFactor } from '@kettle/contract/people';
import { atOnce, type Database, type Db } from '../../ground/db/connection.ts';
import { people, recoveryCodes, workspace } from '../../ground/db/schema.ts';
import type { Acting } from '../../ground/people/who.ts';
import { badField, conflict } from '../../ground/problems/problem.ts';
import { digestOf } from './secrets.ts';

const PERIOD_SECONDS = 30;
const CODES = 10;
/** The row of the workspace that says whether everybody needs one. */
const RULE = 'second-factor';

const totpOf = (secret: string, label: string): TOTP =>
  new TOTP({ issuer: 'Cold Kettle', label, secret: Secret.fromBase32(secret), algorithm: 'SHA1', digits: 6, period: PERIOD_SECONDS }); // prettier-ignore

/**
 * The step of thirty seconds that a code belongs to: the current one, or one beside it, since clocks differ. Null when it
 * belongs to none. Source: RFC 6238 (TOTP, six digits of HMAC-SHA-1); its test vectors are in the tests.
 * @param secret in base 32
 * @param now milliseconds since 1970
 */
export const stepOfCode = (secret: string, code: string, now: number): number | null => {
  if (!/^\d{6}$/.test(code)) return null;
  const delta = totpOf(secret, '').validate({ token: code, timestamp: now, window: 1 });
  return delta === null ? null : Math.floor(now / 1000 / PERIOD_SECONDS) + delta;
};

/** Takes a code once: of two requests with the same one gets through. A recovery code stands in, and is used up. */
export const takeCode = async (
  db: Db,
  person: { id: number; totpSecret: string | null },
  code: string,
): Promise<boolean> => {
  const plain = code.replace(/[\s-]/g, '').toLowerCase();
  const step = stepOfCode(person.totpSecret ?? '', plain, Date.now());
  if (step !== null) {
    const [{ affectedRows }] = await db
      .update(people)
      .set({ totpStep: step })
      .where(and(eq(people.id, person.id), or(isNull(people.totpStep), lt(people.totpStep, step))));
    return affectedRows === 1;
  }
  const [{ affectedRows }] = await db
    .delete(recoveryCodes)
    .where(and(eq(recoveryCodes.digest, digestOf(`${person.id} ${plain}`)), eq(recoveryCodes.personId, person.id)));
  return affectedRows === 1;
};

/** Begins to set a second factor up: a new key, in use once a code of it was entered. */
export const beginFactor = async (db: Db, who: Acting): Promise<{ secret: string; address: string }> => {
  const [row] = await db.select({ since: people.totpSince, login: people.login }).from(people).where(eq(people.id, who.id)); // prettier-ignore
  if (row!.since !== null) throw conflict('You have a second factor already. Turn it off first.');
  const secret = new Secret({ buffer: new Uint8Array(randomBytes(20)).buffer }).base32;
  await db.update(people).set({ totpSecret: secret, totpStep: null }).where(eq(people.id, who.id));
  return { secret, address: totpOf(secret, row!.login).toString() };
};

/** Puts it in use by a first code, and gives the recovery codes, this once. */
export const useFactor = (database: Database, who: Acting, code: string): Promise<{ recovery: string[] }> =>
  atOnce(database, async ({ db }) => {
    const [row] = await db.select().from(people).where(eq(people.id, who.id)).for('update');
    if (row!.totpSince !== null) throw conflict('You have a second factor already. Turn it off first.');
    if (row!.totpSecret === null) throw conflict('Set the second factor up first.');
    const step = stepOfCode(row!.totpSecret, code.replace(/\s/g, ''), Date.now());
    if (step === null) throw badField('code', 'This is not the current code. Check the clock of your phone.');
    await db
      .update(people)
      .set({ totpSince: sql`utc_timestamp(3)`, totpStep: step })
      .where(eq(people.id, who.id));
    const recovery = Array.from({ length: CODES }, () =>
      randomBytes(5)
        .toString('hex')
        .replace(/^(.{5})/, '$1-'),
    );
    await db.delete(recoveryCodes).where(eq(recoveryCodes.personId, who.id));
    await db
      .insert(recoveryCodes)
      .values(recovery.map((c) => ({ digest: digestOf(`${who.id} ${c.replace('-', '')}`), personId: who.id })));
    return { recovery };
  });

/** Turns a person's second factor off. */
export const dropFactor = (database: Database, person: number): Promise<void> =>
  atOnce(database, async ({ db }) => {
    await db.update(people).set({ totpSecret: null, totpSince: null, totpStep: null }).where(eq(people.id, person));
    await db.delete(recoveryCodes).where(eq(recoveryCodes.personId, person));
  });

/** Whether everybody needs a second factor, as a part of a query. */
export const isFactorRequired = sql<number>`coalesce((select json_value(${workspace.value}, '$.required') from ${workspace} where ${workspace.key} = ${RULE}), 0)`;

export const factorOf = async (db: Db, who: Acting): Promise<SecondFactor> => {
  const [[row], [left]] = await Promise.all([
    db.select({ since: people.totpSince, required: isFactorRequired }).from(people).where(eq(people.id, who.id)),
    db.select({ n: count() }).from(recoveryCodes).where(eq(recoveryCodes.personId, who.id)),
  ]);
  return { on: row!.since !== null, required: Number(row!.required) === 1, recoveryCodes: left!.n };
};

/** Says whether everybody needs a second factor; whoever says so has one. */
export const requireFactor = async (db: Db, who: Acting, required: boolean): Promise<void> => {
  if (required && !(await factorOf(db, who)).on)
    throw conflict('Set up your own second factor first, so that you are not locked out.');
  const value = { required: required ? 1 : 0 };
  await db.insert(workspace).values({ key: RULE, value }).onDuplicateKeyUpdate({ set: { value } });
};
