import type { Problem } from '@kettle/contract/shapes';

/** A problem that is told to whoever asked, as RFC 9457 problem details. Everything else thrown is a bug. */
export class ProblemError extends Error {
  readonly problem: Problem;
  constructor(status: number, type: string, title: string, more: Pick<Problem, 'detail' | 'field' | 'fields'> = {}) {
    super(title);
    this.problem = { type: `/problems/${type}`, title, status, ...more };
  }
}

export const notFound = (what: string): ProblemError =>
  new ProblemError(404, 'not-found', `${what} is not in this workspace.`);
export const badField = (field: string, sentence: string): ProblemError =>
  new ProblemError(422, 'bad-value', sentence, { field });
export const conflict = (sentence: string): ProblemError => new ProblemError(409, 'conflict', sentence);

const AWAY = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'ETIMEDOUT',
  'EPIPE',
  'PROTOCOL_CONNECTION_LOST',
  'ER_SERVER_SHUTDOWN',
  'ER_CONNECTION_KILLED',
  'POOL_CLOSED',
]);

/** True when an error, or what caused it, says that the database does not answer. */
export const isDatabaseAway = (error: unknown): boolean => {
  for (
    let at = error as { code?: string; cause?: unknown; fatal?: boolean } | undefined;
    at;
    at = at.cause as typeof at
  )
    if (at.code && AWAY.has(at.code)) return true;
  return false;
};

/** Whatever was thrown, as a problem that gives nothing away about the inside. */
export const problemFrom = (error: unknown): Problem => {
  if (error instanceof ProblemError) return error.problem;
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
