import { ProblemError } from './problem.ts';

const SINCE_MS = Date.UTC(2020, 0, 1);

/**
 * The version that a document gets with a change: above the one before, and above any that it had before it was deleted
 * and made anew, so that nobody who still holds an old one can mistake it for the newest.
 */
export const versionAfter = (before: number): number =>
  Math.max(before + 1, Math.floor((Date.now() - SINCE_MS) / 1000));

/**
 * Refuses a change that was made to an older version of a document: what is kept now is told beside the refusal, so that
 * it can be shown beside what was typed. A document that is not there has the version 0.
 */
export const expectVersion = (sent: number, kept: number, current: object | null): void => {
  if (sent !== kept)
    throw new ProblemError(409, 'stale', 'This was changed in another window since you opened it.', {
      detail: 'Nothing was overwritten. Take the newer one, or keep yours.',
      current: { ...current, version: kept },
    });
};
