import { Type, type Static } from '@sinclair/typebox';
import { exactly, oneOf } from './shapes.ts';

const line = (maxLength: number) => Type.String({ maxLength });

/** The open JSON format "cold-kettle/page-draft": the page of the product to be, as far as it is written. */
export const PageDraft = Type.Object(
  {
    format: Type.Literal('cold-kettle/page-draft'),
    title: line(1000),
    bullets: Type.Array(line(2000), { maxItems: 20 }),
    description: line(20_000),
    words: Type.String({ maxLength: 5000, description: 'Search words that buyers do not see, parted by spaces.' }),
    pictures: Type.Array(line(500), { maxItems: 30, description: 'What each picture must show, in their order.' }),
    drafted: Type.Array(Type.Object({ text: line(20_000), from: line(300) }, exactly), {
      maxItems: 200,
      description:
        'Lines as the writing assistant proposed them, with what they rest on: a line that is still the same is marked.',
    }),
    answered: Type.Array(Type.String({ maxLength: 200 }), {
      maxItems: 200,
      description: 'Keys of what buyers say that a person finds answered on the page, whatever the program sees.',
    }),
  },
  { ...exactly, title: 'Page draft' },
);
export type PageDraft = Static<typeof PageDraft>;
export const NO_DRAFT: PageDraft = {
  format: 'cold-kettle/page-draft',
  title: '',
  bullets: [],
  description: '',
  words: '',
  pictures: [],
  drafted: [],
  answered: [],
};

const most = (title: string, maximum: number) =>
  Type.Integer({ title, unit: 'count', minimum: 1, maximum, description: title });
/** What a marketplace lets a page hold. */
export const PageLimits = Type.Object(
  {
    title: most('Letters of a title', 1000),
    bullets: most('Bullets', 20),
    bullet: most('Letters of a bullet', 2000),
    description: most('Letters of a description', 20_000),
    words: most('Search words that buyers do not see', 5000),
    wordsIn: oneOf('bytes', 'letters'),
    pictures: most('Pictures', 30),
  },
  { ...exactly, title: 'Limits of a page' },
);
export type PageLimits = Static<typeof PageLimits>;
/** Before a marketplace's own are typed. Invented: each marketplace says its own in its help for sellers. */
export const STARTER_PAGE_LIMITS: PageLimits = {
  title: 150,
  bullets: 5,
  bullet: 250,
  description: 2000,
  words: 240,
  wordsIn: 'bytes',
  pictures: 9,
};
