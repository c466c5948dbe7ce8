import { Type, type Static } from '@sinclair/typebox';
import { exactly, Nullable, oneOf } from './shapes.ts';

/** Sentences are known again by so many of their first letters. */
export const SENTENCE_KEY = 300;
/** What stands before the name of a theme of one's own, where a concept of the program has its id. */
export const OWN_THEME = 'own:';

export const ThemeRef = Type.Object(
  {
    kind: oneOf('gripe', 'praise', 'wish'),
    concept: Type.String({
      minLength: 1,
      maxLength: 100,
      description: 'Id of a concept; "own:" and a name for a theme of one’s own.',
    }),
    part: Nullable(Type.String({ minLength: 1, maxLength: 80 })),
  },
  exactly,
);
export type ThemeRef = Static<typeof ThemeRef>;

const sentence = Type.String({ minLength: 1, maxLength: SENTENCE_KEY, description: 'Small letters, without signs.' });
const phrase = Type.String({ minLength: 1, maxLength: 100, pattern: '[\\p{L}\\p{N}]' });
const part = Type.String({ minLength: 1, maxLength: 80 });
const intoOrNothing = Type.Union([ThemeRef, Type.Null()], { description: 'null: it says nothing.' });
const what = <const D extends string>(name: D, description: string) => Type.Literal(name, { description });

export const Correction = Type.Union([
  Type.Object({ do: what('right', 'The sentence says this.'), sentence, theme: ThemeRef }, exactly),
  Type.Object(
    { do: what('move', 'The sentence says something else.'), sentence, theme: ThemeRef, into: intoOrNothing },
    exactly,
  ),
  Type.Object({ do: what('merge', 'All of a theme is another.'), theme: ThemeRef, into: intoOrNothing }, exactly),
  Type.Object(
    { do: what('split', 'What a theme holds with this phrase.'), theme: ThemeRef, phrase, into: intoOrNothing },
    exactly,
  ),
  Type.Object({ do: what('phrase', 'Any sentence with this phrase says this.'), phrase, into: ThemeRef }, exactly),
  Type.Object(
    {
      do: what('name', 'What a theme is called.'),
      theme: ThemeRef,
      name: Type.String({ minLength: 1, maxLength: 90, pattern: '\\S' }),
    },
    exactly,
  ),
  Type.Object({ do: what('part', 'Two names of one part.'), part, into: part }, exactly),
]);
export type Correction = Static<typeof Correction>;

/** The open JSON format "cold-kettle/corrections": how reviews of one kind of product are to be read, in the order it was said. */
export const Corrections = Type.Object(
  {
    format: Type.Literal('cold-kettle/corrections'),
    corrections: Type.Array(Correction, { maxItems: 3000 }),
  },
  { ...exactly, title: 'Corrections of what reviews say' },
);
export type Corrections = Static<typeof Corrections>;
export const NO_CORRECTIONS: Corrections = { format: 'cold-kettle/corrections', corrections: [] };
