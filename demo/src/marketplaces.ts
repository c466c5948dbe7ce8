import type { FeeSchedule, SizeClass } from '@kettle/core/documents/fee-schedule';
import type { Day } from '@kettle/core/measures/day';
import { gramsFromPounds, mmFromInches } from '@kettle/core/measures/units';

export interface DemoMarketplace {
  id: string;
  name: string;
  currency: string;
  measures: 'imperial' | 'metric';
  host: string;
  codePrefix: string;
  /** Share of the world's listings. */
  share: number;
  /** Price level against the catalogue's price, in its own currency, tax included where prices contain it. */
  priceLevel: number;
  schedules: FeeSchedule[];
  /** What a unit of another currency was worth in its own, on days before the world’s. */
  rates: { currency: string; day: Day; rate: number }[];
}

const inches = (a: number, b: number, c: number): [number, number, number] => [
  mmFromInches(a),
  mmFromInches(b),
  mmFromInches(c),
];
const pounds = gramsFromPounds;

const quaysideSizes = (more: number): SizeClass[] => [
  {
    key: 'letter',
    name: 'Letter-box',
    maxWeight: pounds(1),
    maxSides: inches(15, 12, 0.75),
    maxGirth: null,
    billedBy: 'weight',
    fulfilment: [
      { upTo: pounds(0.25), fee: 306 + more },
      { upTo: pounds(0.5), fee: 324 + more },
      { upTo: pounds(1), fee: 352 + more },
    ],
    beyond: null,
  },
  {
    key: 'parcel',
    name: 'Parcel',
    maxWeight: pounds(20),
    maxSides: inches(18, 14, 8),
    maxGirth: null,
    billedBy: 'larger-of-weight-and-dimensional',
    fulfilment: [
      { upTo: pounds(0.5), fee: 372 + more },
      { upTo: pounds(1), fee: 421 + more },
      { upTo: pounds(2), fee: 488 + more },
    ],
    beyond: { step: pounds(1), fee: 38 },
  },
  {
    key: 'bulky',
    name: 'Bulky',
    maxWeight: pounds(70),
    maxSides: inches(60, 30, 30),
    maxGirth: mmFromInches(130),
    billedBy: 'larger-of-weight-and-dimensional',
    fulfilment: [{ upTo: pounds(2), fee: 873 + more }],
    beyond: { step: pounds(1), fee: 42 },
  },
  {
    key: 'freight',
    name: 'Freight',
    maxWeight: null,
    maxSides: null,
    maxGirth: null,
    billedBy: 'larger-of-weight-and-dimensional',
    fulfilment: [{ upTo: pounds(70), fee: 8900 + more }],
    beyond: { step: pounds(1), fee: 79 },
  },
];

const quayside = (validFrom: string, more: number, rate: number): FeeSchedule => ({
  format: 'cold-kettle/fee-schedule',
  version: 2,
  name: `Quayside fees from ${validFrom}`,
  currency: 'USD',
  validFrom,
  vat: { rate: 0, included: false, percentagesOn: 'price' },
  dimensional: { unit: 'in3-per-lb', divisor: 139 },
  sizeClasses: quaysideSizes(more),
  commission: [
    { category: '*', bands: [{ upTo: null, rate }], minimum: 30 },
    {
      category: 'Board Games',
      bands: [
        { upTo: 1000, rate: 0.08 },
        { upTo: null, rate },
      ],
      minimum: 30,
    },
    { category: 'Cycling & Touring', bands: [{ upTo: null, rate: 0.12 }], minimum: 30 },
    {
      category: 'Darkroom',
      bands: [
        { upTo: 10000, rate: 0.12 },
        { upTo: null, rate: 0.08 },
      ],
      minimum: 30,
    },
  ],
  fixedFees: [{ category: 'Letters & Ink › Paper', amount: 90 }],
  storage: { perCubicMetreMonth: 2800, seasons: [{ months: [10, 11, 12], perCubicMetreMonth: 8500 }] },
});

const torgSizes = (more: number): SizeClass[] => [
  {
    key: 'letter',
    name: 'Brev',
    maxWeight: 400,
    maxSides: [330, 230, 25],
    maxGirth: null,
    billedBy: 'weight',
    fulfilment: [
      { upTo: 100, fee: 219 + more },
      { upTo: 400, fee: 264 + more },
    ],
    beyond: null,
  },
  {
    key: 'parcel',
    name: 'Paket',
    maxWeight: 12000,
    maxSides: [450, 340, 260],
    maxGirth: null,
    billedBy: 'larger-of-weight-and-dimensional',
    fulfilment: [
      { upTo: 500, fee: 361 + more },
      { upTo: 1000, fee: 418 + more },
      { upTo: 2000, fee: 497 + more },
    ],
    beyond: { step: 1000, fee: 45 },
  },
  {
    key: 'bulky',
    name: 'Stor',
    maxWeight: 31500,
    maxSides: [1200, 600, 600],
    maxGirth: 3000,
    billedBy: 'larger-of-weight-and-dimensional',
    fulfilment: [{ upTo: 2000, fee: 790 + more }],
    beyond: { step: 1000, fee: 51 },
  },
];

const torg = (validFrom: string, more: number, rate: number): FeeSchedule => ({
  format: 'cold-kettle/fee-schedule',
  version: 2,
  name: `Lindholm Torg fees from ${validFrom}`,
  currency: 'EUR',
  validFrom,
  vat: { rate: 0.25, included: true, percentagesOn: 'price-without-vat' },
  dimensional: { unit: 'cm3-per-kg', divisor: 5000 },
  sizeClasses: torgSizes(more),
  commission: [
    { category: '*', bands: [{ upTo: null, rate }], minimum: 35 },
    { category: 'Cycling & Touring', bands: [{ upTo: null, rate: 0.11 }], minimum: 35 },
  ],
  fixedFees: [],
  storage: { perCubicMetreMonth: 2600, seasons: [{ months: [10, 11, 12], perCubicMetreMonth: 3600 }] },
});

export const DEMO_MARKETPLACES: readonly DemoMarketplace[] = [
  {
    id: 'quayside',
    name: 'Quayside',
    currency: 'USD',
    measures: 'imperial',
    host: 'quayside.example',
    codePrefix: 'QS',
    share: 0.65,
    priceLevel: 1,
    schedules: [quayside('2025-02-01', 0, 0.15), quayside('2026-02-01', 14, 0.15)],
    rates: [
      { currency: 'EUR', day: '2026-10-26', rate: 1.091 },
      { currency: 'EUR', day: '2026-11-23', rate: 1.084 },
    ],
  },
  {
    id: 'lindholm-torg',
    name: 'Lindholm Torg',
    currency: 'EUR',
    measures: 'metric',
    host: 'lindholm-torg.example',
    codePrefix: 'LT',
    share: 0.35,
    priceLevel: 1.15,
    schedules: [torg('2025-01-01', 0, 0.14), torg('2026-01-01', 12, 0.15)],
    rates: [
      { currency: 'USD', day: '2026-10-26', rate: 0.9166 },
      { currency: 'USD', day: '2026-11-23', rate: 0.9225 },
    ],
  },
];
