import { Type, type Static } from '@sinclair/typebox';
import { Day, exactly, Nullable } from './shapes.ts';

const key = Type.String({ pattern: '^[a-z0-9][a-z0-9-]{0,59}$' });

/** One thing to be done before goods are ordered. */
export const BeforeOrderLine = Type.Object(
  {
    key,
    what: Type.String({ maxLength: 300 }),
    who: Type.String({ maxLength: 120 }),
    days: Type.Integer({ minimum: 0, maximum: 730, description: 'How long it takes.' }),
    after: Type.Array(key, { maxItems: 20, description: 'What must be done first.' }),
    note: Type.String({ maxLength: 2000 }),
    done: Nullable(Day),
  },
  exactly,
);
export type BeforeOrderLine = Static<typeof BeforeOrderLine>;

/** The open JSON format "cold-kettle/before-order": what is to be done before goods are ordered, by whom, in how long. */
export const BeforeOrder = Type.Object(
  {
    format: Type.Literal('cold-kettle/before-order'),
    /** The day it is begun on; null while it is not: then it is reckoned from today. */
    begins: Nullable(Day),
    lines: Type.Array(BeforeOrderLine, { maxItems: 100 }),
  },
  { ...exactly, title: 'Before you order' },
);
export type BeforeOrder = Static<typeof BeforeOrder>;
