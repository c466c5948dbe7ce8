export interface Cause {
  code?: string;
  errno?: number;
  message?: string;
  cause?: Cause;
}
/** An error and what caused it, outermost first. */
export const chainOf = function* (error: unknown): Generator<Cause> {
  for (let at = error as Cause | undefined, n = 0; at && n < 8; at = at.cause, n++) yield at;
};
