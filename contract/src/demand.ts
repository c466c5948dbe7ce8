import { Type, type Static } from '@sinclair/typebox';
import {
  demandMeasure,
  NOT_OF_DEMAND,
  readDemand,
  type DemandChoice,
  type DemandKey,
  type DemandView,
} from '@kettle/core/demand/choice';
import { NICHE_MEASURES, TERM_MEASURES } from '@kettle/core/demand/measures';
import { Day, Money, Nullable, Rate, MOST_COUNT, Version } from '@kettle/core/documents/shapes';
import { ShelfRules } from '@kettle/core/documents/shelf-rules';
import type { Notation } from '@kettle/core/sift/address';
import { addressOf, route, type ReplyOf } from './route.ts';
import { Id, ListingBrief, MarketplaceId, Kept } from './shapes.ts';

const number = Nullable(Type.Number());
const inMarketplace = Type.Object({ marketplace: MarketplaceId });

export const Course = Type.Object({
  quarter: number,
  year: number,
  growthQuarter: number,
  quarterYearAgo: number,
  growthYear: number,
  quarterPace: number,
  kind: Type.Union((['nobody', 'unknown', 'flash', 'once', 'season', 'steady'] as const).map((k) => Type.Literal(k))),
  season: number,
  bestThree: Nullable(Type.Object({ share: Rate, months: Type.Array(Type.Integer()) })),
  trend: Type.Union((['rising', 'falling', 'level', 'unknown'] as const).map((k) => Type.Literal(k))),
  trendYear: number,
  trendP: number,
  months: Type.Integer(),
  words: Type.String(),
});

/** A row of the list of niches: its figures by the keys of the measures, null where not known. */
export const NicheRow = Type.Object({
  id: Id,
  name: Type.String(),
  category: Nullable(Type.String()),
  course: Type.String(),
  words: Type.String(),
  figures: Type.Record(Type.String(), number),
  /** Searches of the last 36 whole months, oldest first. */
  months: Type.Array(number),
});
export type NicheRow = Static<typeof NicheRow>;
export const TermRow = Type.Object({
  id: Id,
  text: Type.String(),
  brand: Nullable(Type.String({ description: 'The brand whose own name the term is.' })),
  course: Type.String(),
  words: Type.String(),
  figures: Type.Record(Type.String(), number),
  months: Type.Array(number),
  niches: Type.Array(Type.Object({ id: Id, name: Type.String() })),
});
export type TermRow = Static<typeof TermRow>;

const listReply = <T extends typeof NicheRow | typeof TermRow>(row: T) =>
  Type.Object({
    count: Type.Integer(),
    total: Type.Integer(),
    costs: Type.Record(Type.String(), Type.Integer()),
    histograms: Type.Record(Type.String(), Type.Array(Type.Integer())),
    edges: Type.Record(Type.String(), Type.Array(Type.Number())),
    /** Rows by kind of course that pass all other limits. */
    courses: Type.Record(Type.String(), Type.Integer()),
    /** Terms that are brands' own names and stand aside. */
    brandTerms: Type.Integer(),
    sentence: Type.String(),
    faults: Type.Array(Type.Object({ field: Type.String(), sentence: Type.String() })),
    rows: Type.Array(row),
    from: Type.Integer(),
    behind: Type.Boolean(),
    readUpTo: Nullable(Day),
  });

/** Price and units of a niche that passes all limits but the income target: a dot beside the curve. */
export const IncomeDot = Type.Object({
  id: Id,
  name: Type.String(),
  price: Money,
  units: Type.Number(),
  meets: Type.Boolean(),
});

const text = Type.Optional(Type.String({ maxLength: 500 }));
/** The parameters of what is asked of Demand; ranges are written 18..45, in the marketplace's own units. */
const DemandParameters: Record<string, typeof text> = Object.fromEntries([
  ...[...NICHE_MEASURES, ...TERM_MEASURES].map(({ key, name, explanation }) => [
    key,
    Type.Optional(Type.String({ maxLength: 500, description: `${name}, as 18..45. ${explanation}` })),
  ]),
  ...['view', 'cat', 'has', 'not', 'course', 'income', 'share', 'enter', 'names', 'sort'].map((name) => [name, text]),
]) as Record<string, typeof text>;
const asked = Type.Object({
  ...DemandParameters,
  from: Type.Optional(Type.Integer({ minimum: 0, maximum: MOST_COUNT })),
  rows: Type.Optional(Type.Integer({ minimum: 0, maximum: 500 })),
  show: text,
});

export const Standing = Type.Object({
  code: Type.String(),
  unpaid: Nullable(Type.Integer()),
  paid: Nullable(Type.Integer()),
  share: Nullable(Rate),
});
export const FoundTerm = Type.Object({
  id: Id,
  text: Type.String(),
  brand: Nullable(Type.String()),
  volumeYear: number,
  volumeQuarter: number,
  words: Type.String(),
  standings: Type.Array(Standing),
  /** Unpaid places of the last days it was read on, oldest first; of one listing only. */
  days: Type.Array(Type.Object({ day: Day, unpaid: Nullable(Type.Integer()) })),
});
export type FoundTerm = Static<typeof FoundTerm>;

export const ShelfRow = Type.Object({
  listing: ListingBrief,
  /** Unpaid and paid place for the term; share of the clicks of the term or niche. */
  unpaid: Nullable(Type.Integer()),
  paid: Nullable(Type.Integer()),
  clicks: Nullable(Rate),
  /** Other niches it serves. */
  alsoIn: Type.Array(Type.Object({ id: Id, name: Type.String() })),
});
export type ShelfRow = Static<typeof ShelfRow>;

const termBrief = Type.Object({ id: Id, text: Type.String(), volumeYear: number, share: number });
export const BrandSheet = Type.Object({
  brand: Type.String(),
  listings: Type.Array(ListingBrief),
  revenue: Nullable(Money),
  revenueKnown: Type.Integer(),
  categories: Type.Array(Type.Object({ name: Type.String(), listings: Type.Integer(), revenue: Money })),
  sizes: Type.Array(Type.Object({ name: Type.String(), listings: Type.Integer() })),
  mainTerms: Type.Array(termBrief),
  ownTerms: Type.Array(termBrief),
  /** Niches it stands in, with its share of their clicks. */
  shelves: Type.Array(Type.Object({ id: Id, name: Type.String(), share: Rate, listings: Type.Integer() })),
  judged: Nullable(
    Type.Object({
      known: Type.Union([Type.Literal('yes'), Type.Literal('no'), Type.Literal('unsure')]),
      note: Type.String(),
      day: Day,
      version: Version,
    }),
  ),
});
export type BrandSheet = Static<typeof BrandSheet>;

const search = Type.String({ maxLength: 4000 });

export const demand = {
  niches: route(
    'get',
    '/api/marketplaces/{marketplace}/demand/niches',
    'Niches that pass all limits, and what each limit costs.',
    {
      params: inMarketplace,
      query: asked,
      reply: Type.Composite([listReply(NicheRow), Type.Object({ dots: Type.Array(IncomeDot) })]),
    },
  ),
  terms: route(
    'get',
    '/api/marketplaces/{marketplace}/demand/terms',
    'Search terms that pass all limits, and what each limit costs.',
    {
      params: inMarketplace,
      query: asked,
      reply: listReply(TermRow),
    },
  ),
  niche: route('get', '/api/marketplaces/{marketplace}/niches/{id}', 'All about one niche.', {
    params: Type.Object({ marketplace: MarketplaceId, id: Id }),
    query: Type.Object({ share: Type.Optional(Type.Number({ minimum: 0.05, maximum: 1 })) }),
    reply: Type.Object({
      niche: NicheRow,
      course: Course,
      weeks: Nullable(Type.Object({ first: Day, volumes: Type.Array(number) })),
      terms: Type.Array(TermRow),
      listings: Type.Array(Type.Object({ listing: ListingBrief, share: Rate, shareYearAgo: Nullable(Rate) })),
      years: Type.Array(
        Type.Object({
          day: Day,
          listings: Type.Integer(),
          holders: Nullable(Type.Integer()),
          topShare: Nullable(Rate),
          effective: number,
        }),
      ),
      changed: Type.Array(Type.String()),
    }),
  }),
  term: route('get', '/api/marketplaces/{marketplace}/terms/{id}', 'All about one search term.', {
    params: Type.Object({ marketplace: MarketplaceId, id: Id }),
    reply: Type.Object({
      term: TermRow,
      course: Course,
      weeks: Nullable(Type.Object({ first: Day, volumes: Type.Array(number) })),
      page: Type.Array(ShelfRow),
      seenOn: Nullable(Day),
    }),
  }),
  shelf: route(
    'get',
    '/api/marketplaces/{marketplace}/shelf',
    'The listings of a shelf: of a term, a niche, a candidate’s line-up or listings by their codes.',
    {
      params: inMarketplace,
      query: Type.Object({
        term: Type.Optional(Id),
        niche: Type.Optional(Id),
        candidate: Type.Optional(Id),
        codes: Type.Optional(search),
        listing: Type.Optional(Type.String({ maxLength: 40, description: 'A find: its main term’s shelf is taken.' })),
      }),
      reply: Type.Object({
        kind: Type.Union([
          Type.Literal('term'),
          Type.Literal('niche'),
          Type.Literal('candidate'),
          Type.Literal('listings'),
        ]),
        id: Nullable(Id),
        name: Type.String(),
        find: Nullable(Type.String()),
        course: Nullable(Course),
        rows: Type.Array(ShelfRow),
        rules: ShelfRules,
        ownRules: Type.Boolean(),
        rulesVersion: Version,
        readUpTo: Nullable(Day),
        note: Nullable(Type.String()),
      }),
    },
  ),
  keepShelfRules: route(
    'put',
    '/api/marketplaces/{marketplace}/shelf-rules',
    'Keeps thresholds and maps; null goes back to the starter ones.',
    {
      params: inMarketplace,
      body: Type.Object({ rules: Nullable(ShelfRules), version: Version }, { additionalProperties: false }),
      reply: Kept,
    },
  ),
  brand: route('get', '/api/marketplaces/{marketplace}/brands/{brand}', 'All about one brand.', {
    params: Type.Object({ marketplace: MarketplaceId, brand: Type.String({ maxLength: 120 }) }),
    reply: BrandSheet,
  }),
  judgeBrand: route(
    'put',
    '/api/marketplaces/{marketplace}/brands/{brand}/judgement',
    'Whether buyers know a brand beyond this marketplace; null takes it back.',
    {
      params: Type.Object({ marketplace: MarketplaceId, brand: Type.String({ maxLength: 120 }) }),
      body: Type.Object(
        {
          known: Nullable(Type.Union([Type.Literal('yes'), Type.Literal('no'), Type.Literal('unsure')])),
          note: Type.String({ maxLength: 400 }),
          version: Version,
        },
        { additionalProperties: false },
      ),
      reply: Kept,
    },
  ),
  found: route(
    'get',
    '/api/marketplaces/{marketplace}/found',
    'By which terms listings are found, and terms of their niches by which none is.',
    {
      params: inMarketplace,
      query: Type.Object({ codes: search }),
      reply: Type.Object({
        listings: Type.Array(Type.Object({ code: Type.String(), title: Type.String(), brand: Type.String() })),
        terms: Type.Array(FoundTerm),
        seenOn: Nullable(Day),
      }),
    },
  ),
  basket: route('get', '/api/candidates/{id}/terms', 'The term basket of a candidate.', {
    params: Type.Object({ id: Id }),
    reply: Type.Array(Type.Object({ id: Id, addedOn: Day })),
  }),
  changeBasket: route('put', '/api/candidates/{id}/terms', 'Puts terms into the basket or takes them out.', {
    params: Type.Object({ id: Id }),
    body: Type.Object(
      { add: Type.Array(Id, { maxItems: 500 }), remove: Type.Array(Id, { maxItems: 500 }) },
      { additionalProperties: false },
    ),
    reply: Type.Array(Type.Object({ id: Id, addedOn: Day })),
  }),
};

export type NicheList = ReplyOf<typeof demand.niches>;
export type TermList = ReplyOf<typeof demand.terms>;
export type Shelf = ReplyOf<typeof demand.shelf>;

/** Cards of Demand that are no measures. */
export type DemandCard = DemandKey | 'course';
const FIRST_CARDS: Readonly<Record<DemandView, readonly DemandCard[]>> = {
  niches: ['volumeYear', 'growthYear', 'holders'],
  terms: ['volumeYear', 'growthYear', 'topShare', 'course'],
};

/** The parameters of a page of Demand that are limits and order. */
export const demandLimits = (parameters: URLSearchParams): [string, string][] =>
  [...parameters].filter(([k]) => !NOT_OF_DEMAND.includes(k));

/** The cards that a page of Demand shows: those its address names or the first ones, and those of limits that are set. */
export const demandCards = (parameters: URLSearchParams, choice: DemandChoice): DemandCard[] => {
  const isCard = (key: string): key is DemandCard => key === 'course' || demandMeasure(choice.view, key) !== undefined;
  const wanted = (parameters.get('cards')?.split(',') ?? [...FIRST_CARDS[choice.view]]).filter(isCard);
  const set: DemandCard[] = [
    ...(Object.keys(choice.ranges) as DemandKey[]),
    ...(choice.courses.length > 0 ? (['course'] as const) : []),
  ];
  return [...wanted, ...set.filter((k) => !wanted.includes(k))];
};

export interface DemandQuestion {
  marketplace: string;
  view: DemandView;
  search: string;
  show: string;
}
export const DEMAND_PAGE = 100;
export const demandQuestion = (
  marketplace: string,
  parameters: URLSearchParams,
  notation: Notation,
): DemandQuestion => {
  const limits = demandLimits(parameters);
  const { choice } = readDemand(limits, notation);
  return {
    marketplace,
    view: choice.view,
    search: new URLSearchParams(limits).toString(),
    show: demandCards(parameters, choice)
      .filter((c) => c !== 'course')
      .join(','),
  };
};
export const demandAddress = ({ marketplace, view, search, show }: DemandQuestion, from: number): string =>
  addressOf(
    demand[view],
    { marketplace },
    { ...Object.fromEntries(new URLSearchParams(search)), from, rows: DEMAND_PAGE, show },
  );
