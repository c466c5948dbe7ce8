import { Type, type Static } from '@sinclair/typebox';
import { FlagRules } from '@kettle/core/documents/flag-rules';
import { Day, Nullable, MOST_COUNT, Version } from '@kettle/core/documents/shapes';
import { readSift, type Notation, type SiftChoice } from '@kettle/core/sift/address';
import { MEASURES, measureOf, type MeasureKey } from '@kettle/core/sift/measures';
import { addressOf, route } from './route.ts';
import { Done, Id, ListingBrief, MarketplaceId, Kept } from './shapes.ts';

const text = Type.Optional(Type.String({ maxLength: 500 }));
const others = ['cat', 'size', 'by', 'sold', 'best', 'brand', 'not-brand', 'has', 'any', 'not', 'hide', 'only'];
const settings = ['marks', 'away', 'fold', 'sort'];
/** The parameters of a sift's address; ranges are written 18..45, in the marketplace's own units. */
export const SiftParameters: Record<string, typeof text> = Object.fromEntries([
  ...MEASURES.map(({ key, name, explanation }) => [
    key,
    Type.Optional(Type.String({ maxLength: 500, description: `${name}, as 18..45. ${explanation}` })),
  ]),
  ...[...others, ...settings].map((name) => [name, text]),
]) as Record<string, typeof text>;

/** A way to get listings back when nothing is left. */
export const WayBack = Type.Object({
  remove: Type.Array(Type.String()),
  loosen: Nullable(
    Type.Object({
      key: Type.String(),
      side: Type.Union([Type.Literal('min'), Type.Literal('max')]),
      to: Type.Number({ description: 'In the unit of the index.' }),
    }),
  ),
  brings: Type.Integer(),
});
export type WayBack = Static<typeof WayBack>;

/** How fresh the index is that answered: "behind" while a newer one is built, "failed" when that did not work. */
export const IndexState = Type.Object({
  builtAt: Type.String({ description: 'UTC.' }),
  behind: Type.Boolean(),
  failed: Nullable(Type.String()),
});

export const SiftReply = Type.Object({
  count: Type.Integer(),
  /** Rows of the list: fewer than the count where variations are folded. */
  shown: Type.Integer(),
  total: Type.Integer(),
  /** How many more there would be without each limit. */
  costs: Type.Record(Type.String(), Type.Integer()),
  /** Listings that pass all other limits, by bin; the last entry counts the unknown. */
  histograms: Type.Record(Type.String(), Type.Array(Type.Integer())),
  edges: Type.Record(Type.String(), Type.Array(Type.Number())),
  /** The names there are for each choice, and how many listings of all have each. */
  choices: Type.Record(Type.String(), Type.Array(Type.String())),
  sentence: Type.String(),
  waysBack: Type.Array(WayBack),
  faults: Type.Array(Type.Object({ field: Type.String(), sentence: Type.String() })),
  rows: Type.Array(ListingBrief),
  /** How many variations stand behind a row, by code; where variations are folded. */
  folded: Type.Record(Type.String(), Type.Integer()),
  from: Type.Integer(),
  index: IndexState,
  readUpTo: Nullable(Day),
});
export type SiftReply = Static<typeof SiftReply>;

export const SieveChange = Type.Object({
  code: Type.String(),
  title: Type.String(),
  what: Type.Union([Type.Literal('new'), Type.Literal('gone'), Type.Literal('changed')]),
  how: Type.String(),
});
export type SieveChange = Static<typeof SieveChange>;
/** Where a sieve narrows: the catalogue, or niches and search terms. */
export const SievePlace = Type.Union([Type.Literal('sift'), Type.Literal('demand')]);
export type SievePlace = Static<typeof SievePlace>;
export const Sieve = Type.Object({
  id: Id,
  name: Type.String(),
  search: Type.String(),
  reasoning: Type.String(),
  isStart: Type.Boolean(),
  openedOn: Nullable(Day),
});
export type Sieve = Static<typeof Sieve>;
const name = Type.String({ minLength: 1, maxLength: 80, pattern: '\\S' });
const search = Type.String({ maxLength: 2000 });
const reasoning = Type.String({ maxLength: 1000 });

const inMarketplace = Type.Object({ marketplace: MarketplaceId });
const bySieve = Type.Object({ id: Id });

export const StayAway = Type.Object(
  {
    categories: Type.Array(Id, { maxItems: 500 }),
    words: Type.Array(Type.String({ minLength: 1, maxLength: 120 }), { maxItems: 31 }),
    version: Version,
  },
  { additionalProperties: false },
);
export type StayAway = Static<typeof StayAway>;

export const siftRoutes = {
  sift: route(
    'get',
    '/api/marketplaces/{marketplace}/sift',
    'Listings that pass all limits, a page at a time, and what each limit costs.',
    {
      params: inMarketplace,
      query: Type.Object({
        ...SiftParameters,
        from: Type.Optional(Type.Integer({ minimum: 0, maximum: MOST_COUNT })),
        rows: Type.Optional(Type.Integer({ minimum: 0, maximum: 500 })),
        show: text,
      }),
      reply: SiftReply,
    },
  ),
  compare: route(
    'get',
    '/api/marketplaces/{marketplace}/compare',
    'Two sifts beside each other: only in the one, only in the other, in both.',
    {
      params: inMarketplace,
      query: Type.Object({
        a: Type.Optional(search),
        b: Type.Optional(search),
        part: Type.Union([Type.Literal('a'), Type.Literal('b'), Type.Literal('both')]),
        from: Type.Optional(Type.Integer({ minimum: 0, maximum: MOST_COUNT })),
        sort: text,
      }),
      reply: Type.Object({
        onlyA: Type.Integer(),
        onlyB: Type.Integer(),
        both: Type.Integer(),
        sentenceA: Type.String(),
        sentenceB: Type.String(),
        rows: Type.Array(ListingBrief),
        from: Type.Integer(),
      }),
    },
  ),
  sieves: route('get', '/api/marketplaces/{marketplace}/sieves', 'The kept sieves, and the starter sieves.', {
    params: inMarketplace,
    query: Type.Object({ place: Type.Optional(SievePlace) }),
    reply: Type.Object({
      kept: Type.Array(Sieve),
      starters: Type.Array(
        Type.Object({ key: Type.String(), name: Type.String(), search: Type.String(), reasoning: Type.String() }),
      ),
    }),
  }),
  keepSieve: route('post', '/api/marketplaces/{marketplace}/sieves', 'Keeps a sift under a name.', {
    params: inMarketplace,
    body: Type.Object({ name, search, reasoning, place: Type.Optional(SievePlace) }, { additionalProperties: false }),
    reply: Sieve,
  }),
  changeSieve: route(
    'patch',
    '/api/sieves/{id}',
    'Renames a sieve, or changes its limits, reasoning or place as start.',
    {
      params: bySieve,
      body: Type.Partial(Type.Object({ name, search, reasoning, isStart: Type.Boolean() }), {
        additionalProperties: false,
      }),
      reply: Sieve,
    },
  ),
  dropSieve: route('delete', '/api/sieves/{id}', 'Deletes a sieve.', { params: bySieve, reply: Done }),
  openSieve: route(
    'post',
    '/api/sieves/{id}/open',
    'Opens a sieve: what is new, gone and changed in it since the day before today on which it was last opened.',
    {
      params: bySieve,
      reply: Type.Object({
        sieve: Sieve,
        since: Nullable(Day),
        new: Type.Integer(),
        gone: Type.Integer(),
        changed: Type.Integer(),
        tooMany: Type.Boolean({ description: 'More listings than are kept for comparing.' }),
        changes: Type.Array(SieveChange),
      }),
    },
  ),
  stayAway: route('get', '/api/marketplaces/{marketplace}/stay-away', 'Kinds and words to stay away from.', {
    params: inMarketplace,
    reply: StayAway,
  }),
  keepStayAway: route('put', '/api/marketplaces/{marketplace}/stay-away', 'Keeps them.', {
    params: inMarketplace,
    body: StayAway,
    reply: StayAway,
  }),
  flagRules: route('get', '/api/marketplaces/{marketplace}/flag-rules', 'The rules that raise risk flags and traits.', {
    params: inMarketplace,
    reply: Type.Object({ rules: FlagRules, own: Type.Boolean(), version: Version }),
  }),
  keepFlagRules: route(
    'put',
    '/api/marketplaces/{marketplace}/flag-rules',
    'Keeps the rules; null goes back to the starter rules.',
    {
      params: inMarketplace,
      body: Type.Object({ rules: Nullable(FlagRules), version: Version }, { additionalProperties: false }),
      reply: Kept,
    },
  ),
};

/** Parameters of the interface's sift page that are no limits: the open listing, the cards shown, the sieve begun from. */
export const NOT_LIMITS = ['open', 'cards', 'sieve'] as const;
/** Cards of limits that are no measures. */
export const OTHER_CARDS = ['size', 'by', 'sold', 'best', 'brand', 'flags', 'marks'] as const;
export type OtherCard = (typeof OTHER_CARDS)[number];
export type CardKey = MeasureKey | OtherCard;
export const FIRST_CARDS: readonly CardKey[] = ['price', 'units', 'reviews', 'weight'];
export const SIFT_PAGE = 100;

const isCard = (key: string): key is CardKey =>
  measureOf(key) !== undefined || (OTHER_CARDS as readonly string[]).includes(key);

/** The parameters of a sift page that are limits and order. */
export const limitsOfAddress = (parameters: URLSearchParams): [string, string][] =>
  [...parameters].filter(([k]) => !(NOT_LIMITS as readonly string[]).includes(k));

/** Cards of limits that are set, in the order of the measures. */
export const cardsOfChoice = (choice: SiftChoice): CardKey[] => [
  ...(Object.keys(choice.ranges) as MeasureKey[]),
  ...(['size', 'by', 'sold', 'best'] as const).filter((key) => (choice.choices[key] ?? []).length > 0),
  ...(choice.brands.length + choice.notBrands.length > 0 ? (['brand'] as const) : []),
  ...(choice.hide.length + choice.only.length > 0 ? (['flags'] as const) : []),
  ...(choice.hideMarked.length > 0 || choice.stayAwayOff ? (['marks'] as const) : []),
];

/** The cards that a sift page shows: those its address names or the first four, and those of limits that are set. */
export const cardsOfAddress = (parameters: URLSearchParams, choice: SiftChoice): CardKey[] => {
  const wanted = parameters.get('cards')?.split(',').filter(isCard) ?? FIRST_CARDS;
  return [...wanted, ...cardsOfChoice(choice).filter((k) => !wanted.includes(k))];
};

/** What a sift page of an address asks of the server: so the server can send the answer along with the page. */
export interface SiftQuestion {
  marketplace: string;
  search: string;
  show: string;
}
export const siftQuestion = (marketplace: string, parameters: URLSearchParams, notation: Notation): SiftQuestion => {
  const limits = limitsOfAddress(parameters);
  const cards = cardsOfAddress(parameters, readSift(limits, notation).choice);
  return {
    marketplace,
    search: new URLSearchParams(limits).toString(),
    show: cards.filter((c) => measureOf(c)).join(','),
  };
};
export const siftAddress = ({ marketplace, search, show }: SiftQuestion, from: number): string =>
  addressOf(
    siftRoutes.sift,
    { marketplace },
    { ...Object.fromEntries(new URLSearchParams(search)), from, rows: SIFT_PAGE, show },
  );

/** Where the page holds answers that the server sent along: replies by the address they would be asked at. */
export const SENT_AHEAD = 'sent-ahead';
