import { and, eq, gt, isNotNull, lt, sql } from 'drizzle-orm';
import type { Db } from '../../ground/db/connection.ts';
import { devices, signInCounts } from '../../ground/db/schema.ts';
import { ProblemError } from '../../ground/problems/problem.ts';
import { digestOf } from './secrets.ts';

const WINDOW_MINUTES = 15;
const window = sql.raw(String(WINDOW_MINUTES));
/** Tries that are looked at within a window. A device is a browser in which the same person has signed in before. */
const MOST = { login: 10, device: 10, address: 60 } as const;
/** Days after which a browser that was not used to sign in is no longer known. */
const DEVICE_DAYS = 365;
const KEPT_DAYS = 7;

/** Where a try comes from. */
export interface TriedFrom {
  address: string;
  /** The secret of the browser, or of the session in it; null for a browser that is not known. */
  device: string | null;
}

const bucket = (kind: keyof typeof MOST, what: string): { about: string; most: number } => ({
  about: digestOf(`${kind} ${what}`),
  most: MOST[kind],
});

/** Whether a person has signed in in this browser before. */
export const isKnownDevice = async (db: Db, device: string | null, person: number | null): Promise<boolean> => {
  if (device === null || person === null) return false;
  const [row] = await db
    .select({ digest: devices.digest })
    .from(devices)
    .where(and(eq(devices.digest, digestOf(device)), eq(devices.personId, person), gt(devices.seenAt, sql`utc_timestamp(3) - interval ${sql.raw(String(DEVICE_DAYS))} day`))); // prettier-ignore
  return row !== undefined;
};

/** Whether anybody has signed in in this browser before. */
export const isDevice = async (db: Db, device: string): Promise<boolean> =>
  (await db.select({ person: devices.personId }).from(devices).where(eq(devices.digest, digestOf(device))).limit(1)).length > 0; // prettier-ignore

export const rememberDevice = async (db: Db, device: string, person: number): Promise<void> => {
  const seenAt = sql`utc_timestamp(3)` as unknown as string;
  await db
    .insert(devices)
    .values({ digest: digestOf(device), personId: person, seenAt })
    .onDuplicateKeyUpdate({ set: { seenAt } });
  await db
    .delete(devices)
    .where(lt(devices.seenAt, sql`utc_timestamp(3) - interval ${sql.raw(String(DEVICE_DAYS))} day`));
};

/** Counts one try and says which one of its window it is: of many at the same moment each is another. */
const counted = async (db: Db, about: string, person: number | null, address: string): Promise<number> => {
  const isOver = sql`since <= utc_timestamp(3) - interval ${window} minute`;
  const [{ insertId }] = (await db.execute(sql`
    insert into sign_in_counts (about, n, since, person_id, address, at)
    values (${about}, 1, utc_timestamp(3), ${person}, ${address.slice(0, 64)}, utc_timestamp(3))
    on duplicate key update n = last_insert_id(if(${isOver}, 1, n + 1)), since = if(${isOver}, utc_timestamp(3), since),
      person_id = values(person_id), address = values(address), at = values(at)`)) as unknown as [{ insertId: number }];
  // A new row has no such number: it is the first try.
  return insertId || 1;
};

/**
 * Counts a try to sign in before the password is looked at. A known device of the person counts for itself alone, so that
 * whoever guesses elsewhere does not keep them out.
 * @returns forgets what was counted, once the try was right
 * @throws ProblemError 429 with how long to wait
 */
export const countTry = async (
  db: Db,
  { login, person, isKnown }: { login: string; person: number | null; isKnown: boolean },
  { address, device }: TriedFrom,
): Promise<() => Promise<void>> => {
  const buckets = isKnown
    ? [bucket('device', `${device} ${person}`)]
    : [bucket('login', login), bucket('address', address)];
  for (const [i, { about, most }] of buckets.entries()) {
    const nth = await counted(db, about, i === 0 && !isKnown ? person : null, address);
    if (nth > most) throw await tooMany(db, about);
  }
  return async () => {
    await db.delete(signInCounts).where(eq(signInCounts.about, buckets[0]!.about));
    await db.delete(signInCounts).where(lt(signInCounts.at, sql`utc_timestamp(3) - interval ${sql.raw(String(KEPT_DAYS))} day`)); // prettier-ignore
  };
};

const tooMany = async (db: Db, about: string): Promise<ProblemError> => {
  const [row] = await db
    .select({ wait: sql`timestampdiff(second, utc_timestamp(3), since + interval ${window} minute)`.mapWith(Number) })
    .from(signInCounts)
    .where(eq(signInCounts.about, about));
  const seconds = Math.max(1, (row?.wait ?? 0) + 1);
  return new ProblemError(
    429,
    'too-many-tries',
    `Too many failed sign-ins. Try again in ${Math.ceil(seconds / 60)} minutes, or use a browser where you have signed in before.`,
    {},
    { 'Retry-After': String(seconds) },
  );
};

/** Lets a person be tried anew, after an owner gave them another password. */
export const forgetTries = async (db: Db, login: string): Promise<void> => {
  await db.delete(signInCounts).where(eq(signInCounts.about, bucket('login', login).about));
};

/** Failed tries at people's logins from browsers that are not known, of the last week. */
export const failuresByPerson = async (db: Db): Promise<Map<number, { n: number; at: string; address: string }>> => {
  const rows = await db.select().from(signInCounts).where(isNotNull(signInCounts.personId));
  return new Map(rows.map(({ personId, n, at, address }) => [personId!, { n, at, address }]));
};
