import { Type, type Static } from '@sinclair/typebox';
import { Offer } from '@kettle/core/documents/landing';
import { Day, exactly, MOST_COUNT, MOST_MONEY, Nullable, oneOf } from '@kettle/core/documents/shapes';
import { TypedSteps } from './costing.ts';
import { route } from './route.ts';
import { Done, Id, MarketplaceId } from './shapes.ts';

const line = (most: number) => Type.String({ maxLength: most });

/** What a directory says of a supplier and one kind of goods that it makes. Its prices are what it lists, not a quote. */
export const SupplierCard = Type.Object(
  {
    ref: Type.String({ pattern: '^[A-Za-z0-9-]{1,40}$', description: 'The directory’s own number of it.' }),
    supplier: Type.String({ minLength: 1, maxLength: 120 }),
    country: Type.String({ pattern: '^([A-Z]{2})?$' }),
    since: Type.Integer({ minimum: 1800, maximum: 2200, description: 'The year in which it began.' }),
    makes: Type.String({ minLength: 1, maxLength: 120 }),
    category: line(200),
    about: line(400),
    currency: Offer.properties.currency,
    steps: Offer.properties.steps,
    term: Offer.properties.term,
    leadDays: Offer.properties.leadDays,
    carton: Offer.properties.carton,
    sample: Nullable(
      Type.Object(
        {
          price: Type.Number({ minimum: 0, maximum: MOST_MONEY, description: 'Major units of its currency.' }),
          days: Type.Integer({ minimum: 0, maximum: 365 }),
        },
        exactly,
      ),
    ),
  },
  exactly,
);
export type SupplierCard = Static<typeof SupplierCard>;

/** A page of what a directory found. */
export const CardsFound = Type.Object(
  { total: Type.Integer({ minimum: 0 }), cards: Type.Array(SupplierCard, { maxItems: 50 }) },
  exactly,
);
export type CardsFound = Static<typeof CardsFound>;

/** What a supplier says to a request: a quote, or why there is none. */
export const SupplierAnswer = Type.Object(
  {
    ticket: Type.String({ pattern: '^[A-Za-z0-9-]{1,40}$' }),
    day: Day,
    says: line(400),
    quote: Nullable(
      Type.Object(
        {
          currency: Offer.properties.currency,
          steps: TypedSteps,
          term: Offer.properties.term,
          leadDays: Offer.properties.leadDays,
          carton: Offer.properties.carton,
          once: Type.Number({ minimum: 0, maximum: MOST_MONEY, description: 'Major units of its currency.' }),
          validUntil: Nullable(Day),
        },
        exactly,
      ),
    ),
  },
  exactly,
);
export type SupplierAnswer = Static<typeof SupplierAnswer>;

export const CARD_ORDERS = ['fits', 'price', 'least', 'days'] as const;
export type CardOrder = (typeof CARD_ORDERS)[number];
export const CARDS_A_PAGE = 12;

/** A card with what the seller did with it. */
export const CardSeen = Type.Object({
  card: SupplierCard,
  aside: Type.Union([Day, Type.Null()], { description: 'Since when it is put aside.' }),
});
export type CardSeen = Static<typeof CardSeen>;

/** What was asked of a supplier, and what came of it. */
export const SupplierRequest = Type.Object({
  id: Id,
  supplier: Type.String(),
  makes: Type.String(),
  pieces: Type.Array(Type.Integer()),
  note: Type.String(),
  askedOn: Day,
  state: oneOf('waiting', 'quoted', 'declined'),
  answeredOn: Nullable(Day),
  says: Type.String(),
});
export type SupplierRequest = Static<typeof SupplierRequest>;

/** How a simulated service behaves. */
export const WEATHERS = ['fair', 'slow', 'away', 'limited', 'empty', 'garbled'] as const;
export type Weather = (typeof WEATHERS)[number];
export const SERVICES = ['listings', 'searches', 'suppliers', 'assistant'] as const;
export type ServiceName = (typeof SERVICES)[number];
export const SimulatedService = Type.Object({ service: oneOf(...SERVICES), weather: oneOf(...WEATHERS) });
export type SimulatedService = Static<typeof SimulatedService>;

const ofMarketplace = Type.Object({ marketplace: MarketplaceId });
const ofListing = Type.Object({ marketplace: MarketplaceId, code: Type.String({ maxLength: 40 }) });
const ofCard = Type.Object({ marketplace: MarketplaceId, ref: SupplierCard.properties.ref });

export const suppliersRoutes = {
  search: route(
    'get',
    '/api/marketplaces/{marketplace}/suppliers',
    'Who makes a kind of goods, as the directory lists them; all that is in it where no words are given.',
    {
      params: ofMarketplace,
      query: Type.Object(
        {
          words: Type.Optional(line(160)),
          category: Type.Optional(line(200)),
          pieces: Type.Optional(Type.Integer({ minimum: 1, maximum: MOST_COUNT, description: 'For prices in order.' })),
          order: Type.Optional(oneOf(...CARD_ORDERS)),
          page: Type.Optional(Type.Integer({ minimum: 0, maximum: 10_000 })),
        },
        exactly,
      ),
      reply: Type.Object({ total: Type.Integer(), cards: Type.Array(CardSeen) }),
    },
  ),
  aside: route('get', '/api/marketplaces/{marketplace}/suppliers/aside', 'The cards that were put aside.', {
    params: ofMarketplace,
    reply: Type.Array(CardSeen),
  }),
  putAside: route(
    'put',
    '/api/marketplaces/{marketplace}/suppliers/aside/{ref}',
    'Puts a card aside as the directory lists it now.',
    { params: ofCard, reply: Done },
  ),
  putBack: route('delete', '/api/marketplaces/{marketplace}/suppliers/aside/{ref}', 'A card is no longer put aside.', {
    params: ofCard,
    reply: Done,
  }),
  requests: route(
    'get',
    '/api/marketplaces/{marketplace}/listings/{code}/requests',
    'What suppliers were asked for a piece like a listing’s, newest first.',
    { params: ofListing, reply: Type.Array(SupplierRequest) },
  ),
  ask: route(
    'post',
    '/api/marketplaces/{marketplace}/listings/{code}/requests',
    'Asks a supplier of the directory for a quote; the answer comes some days later.',
    {
      params: ofListing,
      body: Type.Object(
        {
          ref: SupplierCard.properties.ref,
          pieces: Type.Array(Type.Integer({ minimum: 1, maximum: 1_000_000 }), { minItems: 1, maxItems: 6 }),
          note: line(1000),
        },
        exactly,
      ),
      reply: Type.Object({ id: Id }),
    },
  ),
  forget: route(
    'delete',
    '/api/marketplaces/{marketplace}/listings/{code}/requests/{id}',
    'A request is taken from the list; a quote that came of it stays.',
    { params: Type.Object({ ...ofListing.properties, id: Id }), reply: Done },
  ),
  answers: route(
    'post',
    '/api/marketplaces/{marketplace}/suppliers/answers',
    'Looks for answers to all requests that wait; a quote in one stands among the listing’s quotes at once.',
    { params: ofMarketplace, reply: Type.Object({ quoted: Type.Integer(), declined: Type.Integer() }) },
  ),
  services: route(
    'get',
    '/api/marketplaces/{marketplace}/services',
    'How the simulated services of a marketplace behave; empty for one that has none.',
    { params: ofMarketplace, reply: Type.Array(SimulatedService) },
  ),
  setService: route(
    'put',
    '/api/marketplaces/{marketplace}/services/{service}',
    'Lets a simulated service be slow, away, short of patience, empty or garbled, to see what becomes of the work.',
    {
      params: Type.Object({ marketplace: MarketplaceId, service: oneOf(...SERVICES) }),
      body: Type.Object({ weather: oneOf(...WEATHERS) }, exactly),
      reply: Done,
    },
  ),
};
