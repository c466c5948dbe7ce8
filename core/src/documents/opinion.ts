import { Type, type Static } from '@sinclair/typebox';
import { Day, exactly, Nullable } from './shapes.ts';

const why = Type.String({ maxLength: 2000 });

/** The open JSON format "cold-kettle/opinion": what somebody else answers to a scoresheet's questions about a candidate. */
export const Opinion = Type.Object(
  {
    format: Type.Literal('cold-kettle/opinion'),
    by: Type.String({ minLength: 1, maxLength: 120 }),
    /** The day the file was made that was answered. */
    asked: Nullable(Day),
    answers: Type.Array(
      Type.Object(
        {
          key: Type.String({ maxLength: 60 }),
          choice: Type.String({ maxLength: 60, description: '"pass" or "fail" of a gate, else one of the choices.' }),
          why,
        },
        exactly,
      ),
      { maxItems: 200 },
    ),
    wouldChoose: Nullable(Type.Boolean()),
    words: Type.String({ maxLength: 5000 }),
  },
  { ...exactly, title: 'Second opinion' },
);
export type Opinion = Static<typeof Opinion>;
