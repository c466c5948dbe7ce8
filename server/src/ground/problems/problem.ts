import type { Problem } from '@kettle/contract/shapes';
import { fullSentence, room } from '../room/room.ts';
import { chainOf } from './causes.ts';

/** A problem that is told to whoever asked, as RFC 9457 problem details. Everything else thrown is a bug. */
export class ProblemError extends Error {
  readonly problem: Problem;
  /** Headers that go with the answer, such as how long to wait. */
  readonly headers: Readonly<Record<string, string>>;
  constructor(
    status: number,
    type: string,
    title: string,
    more: Pick<Problem, 'detail' | 'field' | 'fields' | 'current'> = {},
    headers: Readonly<Record<string, string>> = {},
  ) {
    super(title);
    this.headers = headers;
    this.problem = { type: `/problems/${type}`, title, status, ...more };
  }
}

export const notFound = (what: string): ProblemError =>
  new ProblemError(404, 'not-found', `${what} is not in this workspace.`);
export const badField = (field: string, sentence: string): ProblemError =>
  new ProblemError(422, 'bad-value', sentence, { field });
export const conflict = (sentence: string): ProblemError => new ProblemError(409, 'conflict', sentence);

const says = (error: unknown, codes: ReadonlySet<string>, words: RegExp): boolean => {
  for (const { code, message } of chainOf(error))
    if ((code && codes.has(code)) || words.test(String(message ?? '').slice(0, 2000))) return true;
  return false;
};

const AWAY = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'ETIMEDOUT',
  'EPIPE',
  'PROTOCOL_CONNECTION_LOST',
  'ER_SERVER_SHUTDOWN',
  'ER_CONNECTION_KILLED',
  'ER_QUERY_INTERRUPTED',
  'POOL_CLOSED',
  // A node of a cluster that is cut off from most of it, or is only just joining.
  'ER_UNKNOWN_COM_ERROR',
  // It could not ask the others about a commit.
  'ER_ERROR_DURING_COMMIT',
  'PROTOCOL_SEQUENCE_TIMEOUT',
  'EHOSTUNREACH',
  'ENETUNREACH',
]);
const BUSY = new Set([
  'ER_CON_COUNT_ERROR',
  'ER_TOO_MANY_USER_CONNECTIONS',
  'ER_LOCK_WAIT_TIMEOUT',
  'ER_LOCK_DEADLOCK',
]);
const READ_ONLY = new Set([
  'ER_OPTION_PREVENTS_STATEMENT',
  'ER_READ_ONLY_MODE',
  'ER_CANT_EXECUTE_IN_READ_ONLY_TRANSACTION',
]);
const FULL = new Set(['ENOSPC', 'ER_DISK_FULL', 'ER_RECORD_FILE_FULL']);

/** True when what was to be kept is there already, by a name or key that only one may have. */
export const isTaken = (error: unknown): boolean => [...chainOf(error)].some(({ code }) => code === 'ER_DUP_ENTRY');

/** True when an error, or what caused it, says that the database does not answer. */
export const isDatabaseAway = (error: unknown): boolean =>
  says(error, AWAY, /closed state|connection is closed|connection lost|pool is closed/i);

const DISK_FULL = 'disk-full';
/** True when there is no room left where the data is kept. */
const saysDiskFull = (error: unknown): boolean =>
  says(error, FULL, /no space left|errno: 28\b|error 28\b|disk (is )?full|^the table '.*' is full/i);

/** True when something failed because there is no room left. */
export const isDiskFull = (error: unknown): boolean => saysDiskFull(error) || (isDatabaseAway(error) && room.isFull);

/** What to tell when there is no room left; null when that is not what went wrong. */
export const diskFullSentence = (error: unknown): string | null =>
  isDiskFull(error) ? 'The disk is full. What was there before is kept. Free some space, then try again.' : null;

/** What a change is answered with while the disk is full, before anything of it is tried. @param freeMb what is left, in MB */
export const diskFull = (freeMb: number | null): ProblemError =>
  new ProblemError(507, DISK_FULL, fullSentence(freeMb), {
    detail: 'Nothing was changed. Free some space on the disk, then try again.',
  });

const MOST_FIELDS = 20;

/** Whatever was thrown, as a problem that gives nothing away about the inside. */
export const problemFrom = (error: unknown): Problem => {
  // The query builder wraps what is thrown while it asks.
  const told = [...chainOf(error)].find((cause) => cause instanceof ProblemError);
  if (told) {
    const { fields, ...problem } = told.problem;
    return fields ? { ...problem, fields: fields.slice(0, MOST_FIELDS) } : problem;
  }
  const full = diskFullSentence(error);
  if (full) return { type: `/problems/${DISK_FULL}`, title: full, status: 507 };
  if (says(error, READ_ONLY, /\bread.only (option|mode)\b/i))
    return {
      type: '/problems/database-read-only',
      title: 'The database takes no changes at the moment; it can only be read.',
      status: 503,
      detail: 'Nothing was changed. Try it again when the database takes changes.',
    };
  if (says(error, BUSY, /too many connections/i))
    return {
      type: '/problems/database-busy',
      title: 'The database is too busy to answer at the moment.',
      status: 503,
      detail: 'Nothing was changed. Try it again in a moment.',
    };
  if (isDatabaseAway(error))
    return {
      type: '/problems/database-away',
      title: 'The database does not answer at the moment.',
      status: 503,
      detail: 'Nothing was lost. It is tried again with your next step.',
    };
  const { status, type } = error as { status?: number; type?: string };
  if (type === 'entity.too.large')
    return { type: '/problems/too-large', title: 'That is more than can be taken in at once.', status: 413 };
  if (error instanceof URIError)
    return { type: '/problems/bad-address', title: 'The address cannot be decoded.', status: 400 };
  if (type === 'entity.parse.failed')
    return { type: '/problems/bad-json', title: 'The request is not valid JSON.', status: 400 };
  if (status && status >= 400 && status < 500)
    return { type: '/problems/bad-request', title: 'The request cannot be understood.', status };
  return {
    type: '/problems/internal',
    title: 'Something went wrong in the program. Nothing that was saved is lost.',
    status: 500,
  };
};
