import type { PageLimits } from '@kettle/core/documents/page-draft';
import type { FeeSchedule } from '@kettle/core/documents/fee-schedule';
import type { RankCurve } from '@kettle/core/estimate/rank-curve';
import type { Day } from '@kettle/core/measures/day';
import type {
  CardOrder,
  CardsFound,
  ServiceName,
  SimulatedService,
  SupplierAnswer,
  SupplierCard,
  Weather,
} from '@kettle/contract/suppliers';
import type { PagePoint, SuggestedPage, WrittenFrom } from '@kettle/contract/papers';
import type { Db } from './db/connection.ts';

/** What a feed says of a listing's day: money in minor units, the rating in hundredths of a star. */
export interface FeedDay {
  day: Day;
  price: number;
  rank: number | null;
  reviews: number;
  rating: number;
  sellers: number;
  stock: number | null;
  stockCapped: boolean;
  mainOffer: string;
}
export interface ListingFeed {
  /** Readings of n days from a day on, by listing code; codes the marketplace does not know are missing. */
  readings: (codes: readonly string[], from: Day, days: number) => Promise<Map<string, FeedDay[]>>;
}

/** Where a listing stood on a term's first page, and its share of the term's clicks. */
export interface Place {
  code: string;
  unpaid: number | null;
  paid: number | null;
  share: number;
}
export interface SearchFeed {
  /** Searches of so many weeks from a day on, by term; terms that are not known are missing. */
  weeks: (asked: readonly { text: string; from: Day; weeks: number }[]) => Promise<Map<string, (number | null)[]>>;
  /** First pages of terms on so many days from a day on. */
  pages: (
    texts: readonly string[],
    from: Day,
    days: number,
  ) => Promise<Map<string, { day: Day; places: readonly Place[] }[]>>;
}

export interface CardsAsked {
  words: string;
  /** A path, or empty for all. */
  category: string;
  /** Prices are put in order as they are at so many pieces. */
  pieces: number;
  order: CardOrder;
  from: number;
  most: number;
}
/** What a supplier is asked for. */
export interface QuoteAsked {
  ref: string;
  pieces: readonly number[];
  /** Grams of a piece; null where it is not known. */
  weight: number | null;
  note: string;
  day: Day;
}
/** Where makers of goods are found and asked. What it says is not trusted: `askOutside` checks it. */
export interface SupplierDirectory {
  find: (asked: CardsAsked) => Promise<CardsFound>;
  /** Null where it lists none by that number. */
  card: (ref: string) => Promise<SupplierCard | null>;
  /** Hands a request on, and gives the number under which its answer can be asked for. */
  ask: (asked: QuoteAsked) => Promise<string>;
  /** What came so far; tickets without an answer are missing. */
  answers: (tickets: readonly string[], today: Day) => Promise<SupplierAnswer[]>;
}

/** What a draft is written from: nothing but facts, each with where it comes from. */
export interface WritingFacts {
  /** What it is, as the seller calls it. */
  what: string;
  terms: readonly { term: string; searches: number | null }[];
  facts: readonly WrittenFrom[];
  /** What buyers say and what is done about it, the weightiest first. */
  points: readonly PagePoint[];
  limits: PageLimits;
}
/** Writes first drafts of pages. What it says is checked, and is a proposal: nobody's words are replaced by it. */
export interface WritingAssistant {
  draft: (facts: WritingFacts) => Promise<SuggestedPage>;
}

/** How simulated services behave, to be changed by hand. */
export interface Weathers {
  all: (db: Db, marketplace: string) => Promise<SimulatedService[]>;
  set: (db: Db, marketplace: string, service: ServiceName, weather: Weather) => Promise<void>;
}

/** What listings really sold, where that is known: of an invented marketplace. Read by the backtest alone. */
export interface Books {
  areKept: (db: Db, marketplace: string) => Promise<boolean>;
  /** Pieces a month over a window, by code. */
  units: (
    db: Db,
    marketplace: string,
    codes: readonly string[],
    until: Day,
    days: number,
  ) => Promise<Map<string, number>>;
}

/** Fees and curves that can be copied into a marketplace of one's own. */
export interface Template {
  id: string;
  name: string;
  currency: string;
  schedules: readonly FeeSchedule[];
}
export interface Templates {
  all: () => readonly Template[];
  /** The curves of a template by category, and one for all other categories. Takes seconds. */
  curves: (id: string) => { category: string; curve: RankCurve; reviewRate: number; reviewSpread: number }[];
}

/** The world outside the program, as it is asked: simulated stand-ins ship with it, real services would stand there as well. */
export interface Outside {
  listingFeed: (db: Db, marketplace: string) => ListingFeed;
  searchFeed: (db: Db, marketplace: string) => SearchFeed;
  suppliers: (db: Db, marketplace: string) => SupplierDirectory;
  assistant: (db: Db, marketplace: string) => WritingAssistant;
  weathers: Weathers;
  books: Books;
  templates: Templates;
  /** A picture of a listing as SVG. */
  pictureOf: (silhouette: string | null, code: string) => string;
}
