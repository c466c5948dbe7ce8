import { Type, type Static } from '@sinclair/typebox';
import { Day, exactly, MOST_COUNT, MOST_MONEY, Nullable, oneOf } from './shapes.ts';

const sum = Type.Integer({
  minimum: 0,
  maximum: MOST_MONEY,
  description: 'Minor units of the marketplace’s currency.',
});
const measure = Type.Number({ exclusiveMinimum: 0, maximum: MOST_COUNT });
const share = (most: number) => Type.Number({ minimum: 0, maximum: most, description: 'A fraction: 0.15 is 15 %.' });

/** The rules of 2020 of the International Chamber of Commerce, from the least that the seller pays to the most. */
export const TRADE_TERMS = ['EXW', 'FCA', 'FAS', 'FOB', 'CFR', 'CIF', 'CPT', 'CIP', 'DAP', 'DPU', 'DDP'] as const;
export type TradeTerm = (typeof TRADE_TERMS)[number];

/** What has to be paid between the factory's door and the warehouse's shelf, in the order of the way; duty stands by itself. */
export const LEGS = [
  'pickup',
  'export-clearance',
  'export-haul',
  'loading',
  'carriage',
  'insurance',
  'arrival',
  'onward',
  'unloading',
  'import-clearance',
] as const;
export type Leg = (typeof LEGS)[number];

/** What a price is for. */
export const CHARGE_BASES = ['kg', 'cubic-metre', 'carton', 'unit', 'shipment'] as const;
export type ChargeBasis = (typeof CHARGE_BASES)[number];
export const Charge = Type.Object(
  {
    price: Type.Union([sum, Type.Null()], { description: 'Null while it is not known.' }),
    per: oneOf(...CHARGE_BASES),
  },
  exactly,
);
export type Charge = Static<typeof Charge>;

/** How pieces are packed for the way. */
export const Carton = Type.Object(
  {
    units: Type.Integer({ minimum: 1, maximum: 100_000 }),
    weight: Type.Number({ exclusiveMinimum: 0, maximum: MOST_COUNT, description: 'Grams of a full carton.' }),
    sides: Type.Tuple([measure, measure, measure], { description: 'Millimetres.' }),
  },
  exactly,
);
export type Carton = Static<typeof Carton>;

/** One way over the sea, through the air or as parcels. */
export const Way = Type.Object(
  {
    name: Type.String({ minLength: 1, maxLength: 60 }),
    mode: oneOf('sea', 'air', 'parcel'),
    charge: Charge,
    minimum: Type.Integer({ minimum: 0, maximum: MOST_MONEY, description: 'The least that a shipment costs.' }),
    days: Nullable(Type.Integer({ minimum: 0, maximum: 365 })),
    source: Type.String({ maxLength: 200 }),
  },
  exactly,
);
export type Way = Static<typeof Way>;

/** What one supplier asks for a piece, by the number of pieces: all that a costing needs of a quote, as it was on its day. */
export const Offer = Type.Object(
  {
    supplier: Type.String({ minLength: 1, maxLength: 200 }),
    day: Day,
    currency: Type.String({ pattern: '^[A-Z]{3}$' }),
    rate: Nullable(
      Type.Object(
        { day: Day, rate: Type.Number({ exclusiveMinimum: 0, maximum: 1e12 }) },
        {
          ...exactly,
          description: 'What a unit of its currency is worth in the marketplace’s, and since when; null for the same.',
        },
      ),
    ),
    steps: Type.Array(
      Type.Object(
        {
          from: Type.Integer({ minimum: 1, maximum: MOST_COUNT }),
          price: Type.Number({
            minimum: 0,
            maximum: MOST_MONEY,
            description: 'Major units of the quote’s currency, a piece.',
          }),
        },
        exactly,
      ),
      { minItems: 1, maxItems: 40, description: 'Nothing is made below the first.' },
    ),
    term: Nullable(oneOf(...TRADE_TERMS)),
    leadDays: Nullable(Type.Integer({ minimum: 0, maximum: 1000 })),
    carton: Nullable(Carton),
    once: Type.Integer({
      minimum: 0,
      maximum: MOST_MONEY,
      description: 'Paid once an order in the marketplace’s minor units: mould, plates, bank.',
    }),
  },
  exactly,
);
export type Offer = Static<typeof Offer>;

/** How goods come from a supplier to the warehouse, and which quote a costing goes by. */
export const Landing = Type.Object(
  {
    ways: Type.Array(Way, { maxItems: 12 }),
    legs: Type.Object(
      {
        pickup: Charge,
        'export-clearance': Charge,
        'export-haul': Charge,
        loading: Charge,
        arrival: Charge,
        onward: Charge,
        unloading: Charge,
        'import-clearance': Charge,
      },
      exactly,
    ),
    insured: Type.Number({
      minimum: 0,
      maximum: 1,
      description: 'Insurance, as a share of 110 % of goods and carriage; 0 for none.',
    }),
    duty: Nullable(share(5)),
    dutyOn: oneOf('goods', 'goods-and-way'),
    inspection: Type.Integer({ minimum: 0, maximum: MOST_MONEY, description: 'Once an order.' }),
    branding: Type.Integer({ minimum: 0, maximum: MOST_MONEY, description: 'Once an order.' }),
    variations: Type.Integer({ minimum: 1, maximum: 500 }),
    chosen: Nullable(
      Type.Object(
        { offer: Offer, way: Nullable(Type.Integer({ minimum: 0, maximum: 11 })) },
        { ...exactly, description: 'The lines of goods, freight and duty follow this quote at the first order.' },
      ),
    ),
  },
  exactly,
);
export type Landing = Static<typeof Landing>;
