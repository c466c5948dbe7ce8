import type { Static, TSchema } from '@sinclair/typebox';
import { validator } from './http/validate.ts';
import { isDatabaseAway, ProblemError } from './problems/problem.ts';

/** How a service outside the program let it down. */
export type OutsideFaultKind = 'away' | 'limited';
export class OutsideFault extends Error {
  override name = 'OutsideFault';
  readonly kind: OutsideFaultKind;
  /** Seconds after which it wants to be asked again; null where it did not say. */
  readonly after: number | null;
  constructor(kind: OutsideFaultKind, after: number | null = null) {
    super(kind);
    this.kind = kind;
    this.after = after;
  }
}

/** A service that has not answered by then is taken to be away. */
export const PATIENCE_MS = 10_000;

const within = async <T>(answer: Promise<T>, ms: number): Promise<T> => {
  let timer: NodeJS.Timeout | undefined;
  try {
    return await Promise.race([
      answer,
      new Promise<never>((_, reject) => {
        timer = setTimeout(() => reject(new OutsideFault('away')), ms);
      }),
    ]);
  } finally {
    clearTimeout(timer);
  }
};

/**
 * Makes a way of asking a service: what it answers is checked before anything is done with it, and whatever goes wrong
 * with it becomes a problem that says so. Nothing is kept of an answer that is not right as a whole.
 * @param name how the service is called in a sentence: "The directory of suppliers"
 */
export const asksOutside = <S extends TSchema>(
  name: string,
  schema: S,
): ((ask: () => Promise<unknown>, patience?: number) => Promise<Static<S>>) => {
  const check = validator<Static<S>>(schema, 'body');
  return async (ask, patience = PATIENCE_MS) => {
    let answer: unknown;
    try {
      answer = await within(ask(), patience);
    } catch (error) {
      throw told(name, error);
    }
    try {
      return check(answer);
    } catch {
      throw new ProblemError(
        502,
        'outside-garbled',
        `${name} gave an answer that cannot be read; nothing of it was kept.`,
      );
    }
  };
};

const told = (name: string, error: unknown): unknown => {
  if (isDatabaseAway(error) || error instanceof ProblemError) return error;
  const after = error instanceof OutsideFault && error.kind === 'limited' ? error.after : null;
  return after === null
    ? new ProblemError(503, 'outside-away', `${name} does not answer. What is kept here is as it was; try again later.`)
    : new ProblemError(
        503,
        'outside-limited',
        `${name} wants to be asked less often: try again in ${after} ${after === 1 ? 'second' : 'seconds'}.`,
      );
};
