import { Type, type Static } from '@sinclair/typebox';
import { exactly, MOST_MONEY, Nullable } from './shapes.ts';

const sum = Nullable(Type.Integer({ minimum: 0, maximum: MOST_MONEY, description: 'Minor units.' }));

/** The open JSON format "cold-kettle/own-means": what a seller can put in and wants out; null for what does not matter. */
export const OwnMeans = Type.Object(
  {
    format: Type.Literal('cold-kettle/own-means'),
    /** Money that one launch may take. */
    purse: sum,
    /** Profit a month that is wanted of one product. */
    income: sum,
    /** Weeks from the order until its goods may be there. */
    weeks: Nullable(Type.Number({ exclusiveMinimum: 0, maximum: 520 })),
    /** What is to one's taste and what is not, in words; empty for no question of it. */
    taste: Type.String({ maxLength: 600 }),
  },
  { ...exactly, title: 'Your means' },
);
export type OwnMeans = Static<typeof OwnMeans>;
export const NO_MEANS: OwnMeans = {
  format: 'cold-kettle/own-means',
  purse: null,
  income: null,
  weeks: null,
  taste: '',
};
