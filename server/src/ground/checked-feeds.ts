import { Type, type TSchema } from '@sinclair/typebox';
import { Day, MOST_COUNT, MOST_MONEY, Nullable } from '@kettle/core/documents/shapes';
import { asksOutside } from './ask-outside.ts';
import type { ListingFeed, SearchFeed } from './outside.ts';

const whole = (maximum: number) => Type.Integer({ minimum: 0, maximum });
const share = Type.Number({ minimum: 0, maximum: 1 });
const byName = <S extends TSchema>(of: S) => Type.Array(Type.Tuple([Type.String({ maxLength: 400 }), of]));

const Days = Type.Array(
  Type.Object({
    day: Day,
    price: whole(MOST_MONEY),
    rank: Nullable(Type.Integer({ minimum: 1, maximum: 2_000_000_000 })),
    reviews: whole(2_000_000_000),
    rating: whole(500),
    sellers: whole(MOST_COUNT),
    stock: Nullable(whole(2_000_000_000)),
    stockCapped: Type.Boolean(),
    mainOffer: Type.String({ maxLength: 200 }),
  }),
);
const Weeks = Type.Array(Nullable(whole(2_000_000_000)));
const Pages = Type.Array(
  Type.Object({
    day: Day,
    places: Type.Array(
      Type.Object({
        code: Type.String({ maxLength: 40 }),
        unpaid: Nullable(Type.Integer({ minimum: 1, maximum: 100_000 })),
        paid: Nullable(Type.Integer({ minimum: 1, maximum: 100_000 })),
        share,
      }),
    ),
  }),
);

/** What comes by name crosses as a list, so that it can be checked; whatever else came is left as it is, to be refused. */
const asList = <T>(answer: ReadonlyMap<string, T>): unknown => (answer instanceof Map ? [...answer] : answer);

const askedForDays = asksOutside('The marketplace’s feed of listings', byName(Days));
const askedForWeeks = asksOutside('The marketplace’s feed of searches', byName(Weeks));
const askedForPages = asksOutside('The marketplace’s feed of searches', byName(Pages));

/** A feed whose answers are checked before anybody uses them; days that were not asked for are left out. */
export const checkedListingFeed = (feed: ListingFeed): ListingFeed => ({
  readings: async (codes, from, days) => {
    const found = await askedForDays(async () => asList(await feed.readings(codes, from, days)));
    const asked = new Set(codes);
    return new Map(
      found.flatMap(([code, of]) => (asked.has(code) ? [[code, of.filter((d) => d.day >= from).slice(0, days)]] : [])),
    );
  },
});

export const checkedSearchFeed = (feed: SearchFeed): SearchFeed => ({
  weeks: async (asked) => new Map(await askedForWeeks(async () => asList(await feed.weeks(asked)))),
  pages: async (texts, from, days) =>
    new Map(await askedForPages(async () => asList(await feed.pages(texts, from, days)))),
});
