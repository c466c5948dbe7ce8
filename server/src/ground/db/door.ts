import type mysql from 'mysql2';
import { isStranger } from '../people/who.ts';
import { ProblemError } from '../problems/problem.ts';

/**
 * The second guard: whatever a route forgot, the database answers nothing that is asked for on behalf of a request which
 * nobody has let through. Where nobody signs in there are no strangers.
 * @throws ProblemError 401
 */
export const refuseStrangers = (): void => {
  if (isStranger()) throw new ProblemError(401, 'sign-in', 'Sign in first.');
};

/** Puts the guard before a method that is called directly by whoever asks. */
const guarded = <T extends object, K extends keyof T>(target: T, name: K): void => {
  const plain = (target[name] as (...args: unknown[]) => unknown).bind(target);
  target[name] = ((...args: unknown[]): unknown => {
    refuseStrangers();
    return plain(...args);
  }) as T[K];
};

/** Puts the guard before everything that reaches a pool: statements, streams and whole connections. */
export const guardPool = (pool: mysql.Pool): void => {
  for (const verb of ['query', 'execute'] as const) guarded(pool, verb);
  const asked = pool.promise();
  for (const verb of ['query', 'execute', 'getConnection'] as const) guarded(asked, verb);
};
