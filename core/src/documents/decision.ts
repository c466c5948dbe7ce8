import { Type, type Static } from '@sinclair/typebox';
import { Day, exactly, Money, Nullable, oneOf } from './shapes.ts';

/** What can be decided about a candidate. */
export const DECISIONS = ['choose', 'drop', 'wait'] as const;

/** Why a candidate is dropped, in the words of the trade; counted over time. */
export const DROP_REASONS = {
  wall: 'review wall',
  owned: 'owned by few',
  seasonal: 'seasonal',
  electronic: 'electronic or powered',
  heavy: 'heavy or large',
  thin: 'too little left',
  dear: 'takes too much money',
  small: 'too little demand',
  same: 'cannot be made different',
  law: 'gated, patent or law',
  breakable: 'breakable',
  taste: 'not for me',
} as const;
export type DropReason = keyof typeof DROP_REASONS;
export const DropReason = oneOf(...(Object.keys(DROP_REASONS) as DropReason[]));

/** The figures that stood when it was decided: what was said then. */
export const DecidedOn = Type.Object(
  {
    place: Nullable(Type.Integer()),
    of: Type.Integer(),
    scoresheet: Type.String(),
    least: Type.Number(),
    most: Type.Number(),
    max: Type.Number(),
    verdict: Type.String(),
    units: Nullable(Type.Number()),
    unitsLow: Nullable(Type.Number()),
    unitsHigh: Nullable(Type.Number()),
    price: Nullable(Money),
    profit: Nullable(Money),
    outlay: Nullable(Money),
    weeksWatched: Nullable(Type.Number()),
    day: Day,
  },
  { ...exactly, title: 'What a decision rested on' },
);
export type DecidedOn = Static<typeof DecidedOn>;
