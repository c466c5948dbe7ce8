/**
 * A computed figure with its working, or the reason why there is none.
 * Every estimate and score of the program has this shape, so that the interface can explain it where it stands.
 */
export interface KnownFigure {
  known: true;
  value: number;
  /** Bounds of the interval, in the unit of the value; equal to the value where the figure is exact. */
  low: number;
  high: number;
  working: Working;
}
export interface UnknownFigure {
  known: false;
  /** A sentence that a seller understands. */
  reason: string;
}
export type Figure = KnownFigure | UnknownFigure;

export interface Working {
  /** How it was made, in one sentence. */
  method: string;
  /** What went in, already in words, with dates where they matter. */
  inputs: WorkingInput[];
  /** What a reader should be wary of. */
  warnings: string[];
  /** What would make the figure better. */
  better?: string;
}
export interface WorkingInput {
  label: string;
  value: string;
}

/** A figure that cannot be computed. @example unknown('No rank.') // => { "known": false, "reason": "No rank." } */
export const unknown = (reason: string): UnknownFigure => ({ known: false, reason });
