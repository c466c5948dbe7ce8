import { gramsFromUnit } from '../measures/units.ts';
import { minorFromMajor } from '../money/money.ts';
import { emptyChoice, writeSift, type Notation, type SiftChoice } from './address.ts';
import type { MeasureKey } from './measures.ts';

/** A ready-made set of limits to begin from, with the reasoning that a seller may share or not. */
export interface StarterSieve {
  key: string;
  name: string;
  reasoning: string;
  /** The sift as the address writes it, in the marketplace's own units. */
  search: string;
}

interface Starter {
  key: string;
  name: string;
  reasoning: string;
  /** Bounds in major units of money, pounds, inches, and per cent as fractions. */
  ranges: Partial<Record<MeasureKey, [number | null, number | null]>>;
  more?: Partial<SiftChoice>;
}

/** The limits are common practice, no source; practitioners disagree, so each names what it takes and what it gives. */
const STARTERS: readonly Starter[] = [
  {
    key: 'quiet-corners',
    name: 'Quiet corners',
    reasoning:
      'Steady demand that few have reviewed yet: at most 100 reviews keeps the wall low, 150 units a month says that people buy. Light and middling in price, so that a first order stays small. Misses shelves where the leaders are old but weak.',
    ranges: { price: [18, 60], units: [150, null], reviews: [null, 100], weight: [null, 3] },
    more: { hide: ['gated', 'electronics', 'clothing', 'brand'] },
  },
  {
    key: 'poor-pages',
    name: 'Sells in spite of its page',
    reasoning:
      'Few pictures and thin text, and still it sells: whoever shows the product properly has an opening. The page craft bound is the heart of it; loosen the rest first.',
    ranges: { price: [15, 80], units: [100, null], craft: [null, 60], sellers: [null, 2] },
    more: { hide: ['gated', 'brand'] },
  },
  {
    key: 'disappointing',
    name: 'Sells although buyers complain',
    reasoning:
      'A low rating with real sales means that buyers want the thing and not this version of it. Read the gripes before anything else: some faults cannot be cured.',
    ranges: { price: [20, 90], units: [150, null], rating: [null, 3.9], reviews: [20, 800] },
    more: { hide: ['gated', 'electronics', 'body'] },
  },
  {
    key: 'small-and-light',
    name: 'Small and light',
    reasoning:
      'Under a pound and small, one variation: fees and freight stay low, a first order fits into a few boxes and mistakes are cheap. The price floor keeps enough left after fees.',
    ranges: { price: [13, 40], net: [7, null], weight: [null, 1], variations: [null, 1], units: [100, null] },
    more: { hide: ['gated', 'breakable', 'clothing', 'electronics'] },
  },
  {
    key: 'dear-and-slow',
    name: 'Dear and slower',
    reasoning:
      'Fewer pieces at a higher price earn the same with less handling and fewer rivals, but more money is tied up in stock. The revenue floor, not the units, says that it is worth it.',
    ranges: { price: [45, 150], revenue: [4000, null], reviews: [null, 230], sellers: [null, 2] },
    more: { hide: ['gated', 'brand', 'electronics'] },
  },
  {
    key: 'newcomers-earn',
    name: 'Newcomers that already earn',
    reasoning:
      'On sale for a year or less and selling: proof that the shelf lets a newcomer in. Check that they are not only cheap, and that the shelf holds room for one more.',
    ranges: { months: [2, 12], units: [120, null], reviews: [null, 150], price: [16, null] },
    more: { hide: ['gated', 'war'] },
  },
  {
    key: 'all-year',
    name: 'Sells all year',
    reasoning:
      'Hardly any season and no fall against last year: stock bought now still sells in spring. Leaves out every gift and garden season, good ones too.',
    ranges: { season: [null, 0.5], unitsYear: [-0.1, null], units: [150, null], reviews: [null, 200], price: [15, 70] },
    more: { hide: ['gated', 'holiday'] },
  },
  {
    key: 'few-reviews-needed',
    name: 'Few reviews needed',
    reasoning:
      'Many units for each review: buyers take it without reading hundreds. Where this is high across a shelf, a launch needs fewer early reviews.',
    ranges: { unitsPerReview: [2, null], units: [100, null], price: [15, 80] },
    more: { hide: ['gated', 'brand'] },
  },
];

const MONEY = new Set<string>(['price', 'net', 'revenue', 'piecePrice']);

/** The starter sieves in a marketplace's own money and measures. Money is taken one for one, whatever the currency. */
export const starterSieves = (notation: Notation): StarterSieve[] =>
  STARTERS.map(({ key, name, reasoning, ranges, more }) => {
    const choice = { ...emptyChoice(), ...more };
    for (const [measure, [min, max]] of Object.entries(ranges)) {
      const inIndex = (bound: number | null): number | null =>
        bound === null
          ? null
          : MONEY.has(measure)
            ? minorFromMajor(bound, notation.currency)
            : measure === 'weight'
              ? // A round number in either system: half a kilogram for a pound.
                gramsFromUnit(notation.measures === 'imperial' ? bound : bound / 2, notation.measures)
              : bound;
      choice.ranges[measure as MeasureKey] = { min: inIndex(min), max: inIndex(max) };
    }
    return { key, name, reasoning, search: new URLSearchParams(writeSift(choice, notation)).toString() };
  });
