import { Type, type Static } from '@sinclair/typebox';

/** How a figure was made: in one sentence, from what (in words, with dates where they matter), what to be wary of, what would make it better. */
export const Working = Type.Object({
  method: Type.String(),
  inputs: Type.Array(Type.Object({ label: Type.String(), value: Type.String() })),
  warnings: Type.Array(Type.String()),
  better: Type.Optional(Type.String()),
});
export type Working = Static<typeof Working>;

/** Bounds are in the unit of the value, and equal to it where the figure is exact. */
export const KnownFigure = Type.Object({
  known: Type.Literal(true),
  value: Type.Number(),
  low: Type.Number(),
  high: Type.Number(),
  working: Working,
});
export type KnownFigure = Static<typeof KnownFigure>;
export const UnknownFigure = Type.Object({
  known: Type.Literal(false),
  reason: Type.String({ description: 'A sentence that a seller understands.' }),
});
export type UnknownFigure = Static<typeof UnknownFigure>;

/**
 * A computed figure with its interval and working, or the reason why there is none. Every estimate and score of the
 * program has this shape, so that the interface can explain it where it stands.
 */
export const Figure = Type.Union([KnownFigure, UnknownFigure]);
export type Figure = Static<typeof Figure>;

/** A figure that cannot be computed. @example unknown('No rank.') // => { "known": false, "reason": "No rank." } */
export const unknown = (reason: string): UnknownFigure => ({ known: false, reason });
