import { Type, type Static } from '@sinclair/typebox';
import { exactly, MOST_MONEY, Nullable } from './shapes.ts';

/** A month of the calendar. */
export const Month = Type.String({ pattern: '^(19[7-9]\\d|20\\d\\d|21\\d\\d)-(0[1-9]|1[0-2])$', description: 'A month: 2026-11.' }); // prettier-ignore

/** The open JSON format "cold-kettle/launch-year": with which money and hands launches are planned. */
export const LaunchYear = Type.Object(
  {
    format: Type.Literal('cold-kettle/launch-year'),
    /** Null begins with the month of today. */
    begins: Nullable(Month),
    purse: Nullable(Type.Integer({ minimum: 0, maximum: MOST_MONEY, description: 'Money at its beginning, minor units.' })), // prettier-ignore
    atOnce: Type.Integer({
      minimum: 1,
      maximum: 50,
      description: 'Launches that can be tended at once, each from its order until its sales have risen.',
    }),
  },
  { ...exactly, title: 'The year’s launches' },
);
export type LaunchYear = Static<typeof LaunchYear>;
export const NO_LAUNCH_YEAR: LaunchYear = { format: 'cold-kettle/launch-year', begins: null, purse: null, atOnce: 2 };
