import { Type, type Static } from '@sinclair/typebox';
import { Day, exactly, Nullable, oneOf, Rate } from './shapes.ts';

const said = (maxLength: number) => Type.String({ maxLength });

/** One thing to be made better than the rivals' products, or said better than on their pages. */
export const BriefLine = Type.Object(
  {
    key: Type.String({
      minLength: 1,
      maxLength: 200,
      description: 'The theme it comes from; "own-…" for one of one’s own.',
    }),
    title: said(200),
    kind: oneOf('gripe', 'praise', 'wish', 'own'),
    about: oneOf('product', 'page', 'delivery', 'seller', 'price'),
    /** What it rested on when it was taken up; null for one's own. */
    weight: Nullable(
      Type.Object(
        { reviews: Type.Integer({ minimum: 0 }), of: Type.Integer({ minimum: 0 }), share: Rate, day: Day },
        exactly,
      ),
    ),
    change: said(1000),
    amount: said(300),
    check: said(1000),
    page: said(1000),
  },
  exactly,
);
export type BriefLine = Static<typeof BriefLine>;

/** The open JSON format "cold-kettle/brief": what the maker is asked for, and what the page must say. */
export const Brief = Type.Object(
  {
    format: Type.Literal('cold-kettle/brief'),
    lines: Type.Array(BriefLine, { maxItems: 100 }),
  },
  { ...exactly, title: 'Maker’s brief' },
);
export type Brief = Static<typeof Brief>;
export const NO_BRIEF: Brief = { format: 'cold-kettle/brief', lines: [] };
