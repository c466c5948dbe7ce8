import { sql } from 'drizzle-orm';
import { bigint, datetime, index, int, mediumtext, mysqlEnum, mysqlTable, primaryKey, uniqueIndex, varbinary, varchar } from 'drizzle-orm/mysql-core'; // prettier-ignore
import { ROLES } from '@kettle/contract/people';
import { kept, madeAt, refId, rowId } from './columns.ts';

const moment = (name: string) => datetime(name, { mode: 'string', fsp: 3 });
/** SHA-256 of a secret that only its holder knows, in hex. */
const digest = (name: string) => varchar(name, { length: 64 });

/** Who works in this workspace. Rows stay when somebody leaves: what they did is theirs. */
export const people = mysqlTable(
  'people',
  {
    id: rowId(),
    name: varchar('name', { length: 120 }).notNull(),
    /** By what one signs in, in small letters. */
    login: varchar('login', { length: 120 }).notNull(),
    role: mysqlEnum('role', ROLES).notNull(),
    /** Argon2id in its own notation (RFC 9106), with its salt and costs. */
    password: varchar('password', { length: 200 }).notNull(),
    madeAt: madeAt(),
    leftAt: moment('left_at'),
    /** The key of the second factor (RFC 6238) in base 32; in use once `totpSince` is set. */
    totpSecret: varchar('totp_secret', { length: 64 }),
    totpSince: moment('totp_since'),
    /** The last step of thirty seconds whose code was taken: none is taken twice. */
    totpStep: bigint('totp_step', { mode: 'number' }),
  },
  (t) => [uniqueIndex('people_login').on(t.login)],
);

/** Browsers that are signed in. */
export const sessions = mysqlTable(
  'sessions',
  {
    digest: digest('digest').primaryKey(),
    personId: refId('person_id')
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    madeAt: madeAt(),
    /** When it was last used, to within a minute. */
    seenAt: moment('seen_at')
      .notNull()
      .default(sql`(utc_timestamp(3))`),
    browser: varchar('browser', { length: 200 }).notNull().default(''),
    /** When the password was typed in it last. */
    confirmedAt: moment('confirmed_at')
      .notNull()
      .default(sql`(utc_timestamp(3))`),
  },
  (t) => [index('sessions_person').on(t.personId)],
);

/** Links by which somebody joins, once, or comes back to who they are with another password. */
export const invitations = mysqlTable('invitations', {
  digest: digest('digest').primaryKey(),
  id: varchar('id', { length: 20 }).notNull().unique(),
  role: mysqlEnum('role', ROLES).notNull(),
  /** Null for the first owner, who is invited by the machine. */
  madeBy: refId('made_by').references(() => people.id, { onDelete: 'cascade' }),
  /** Whose new password it is for; null where somebody joins. */
  forPerson: refId('for_person').references(() => people.id, { onDelete: 'cascade' }),
  madeAt: madeAt(),
  endsAt: moment('ends_at').notNull(),
});

/** Keys of scripts, each with what it may and until when. */
export const tokens = mysqlTable('tokens', {
  id: rowId(),
  digest: digest('digest').notNull().unique(),
  personId: refId('person_id')
    .notNull()
    .references(() => people.id, { onDelete: 'cascade' }),
  name: varchar('name', { length: 80 }).notNull(),
  /** As which role at most its requests count. */
  role: mysqlEnum('role', ROLES).notNull(),
  madeAt: madeAt(),
  endsAt: moment('ends_at').notNull(),
  usedAt: moment('used_at'),
});

/** Tries to sign in, counted by login, by device and by address, to slow down whoever guesses. */
export const signInCounts = mysqlTable(
  'sign_in_counts',
  {
    /** Digest of what is counted. */
    about: digest('about').primaryKey(),
    /** Tries since the moment below; a later window begins anew at 1. */
    n: int('n').notNull(),
    since: moment('since').notNull(),
    /** Whose login was tried without a known device; null for everything else. */
    personId: refId('person_id').references(() => people.id, { onDelete: 'cascade' }),
    /** From where it was tried last, and when. */
    address: varchar('address', { length: 64 }).notNull(),
    at: moment('at').notNull(),
  },
  (t) => [index('sign_in_counts_at').on(t.at), index('sign_in_counts_person').on(t.personId)],
);

/** Browsers in which somebody has signed in before: guessing elsewhere does not keep them out. */
export const devices = mysqlTable(
  'devices',
  {
    digest: digest('digest').notNull(),
    personId: refId('person_id')
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    seenAt: moment('seen_at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.digest, t.personId] })],
);

/** Codes that stand in for a lost second factor, each once. */
export const recoveryCodes = mysqlTable(
  'recovery_codes',
  {
    digest: digest('digest').primaryKey(),
    personId: refId('person_id')
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
  },
  (t) => [index('recovery_codes_person').on(t.personId)],
);

/** Who changed what, by route; never what was typed. */
export const deeds = mysqlTable(
  'deeds',
  {
    id: rowId(),
    personId: refId('person_id')
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    /** Null for a browser. */
    tokenId: refId('token_id'),
    what: varchar('what', { length: 200 }).notNull(),
    parameters: kept<Record<string, string>>('parameters').notNull(),
    status: varchar('status', { length: 3 }).notNull(),
    at: madeAt('at'),
  },
  (t) => [index('deeds_at').on(t.at)],
);

/** What a person keeps for themself, by the name it has in the interface; a value of null was forgotten. */
export const ownThings = mysqlTable(
  'own_things',
  {
    personId: refId('person_id')
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    name: varbinary('name', { length: 760 }).notNull(),
    json: mediumtext('json'),
    keptAt: moment('kept_at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.personId, t.name] })],
);

/** What each open browser shows, as long as it says so: which candidate, if any. */
export const presence = mysqlTable(
  'presence',
  {
    browser: varchar('browser', { length: 36 }).primaryKey(),
    personId: refId('person_id')
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    candidateId: refId('candidate_id'),
    seenAt: moment('seen_at').notNull(),
  },
  (t) => [index('presence_seen').on(t.seenAt)],
);
