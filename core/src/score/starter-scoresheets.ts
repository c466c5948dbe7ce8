import type { Criterion, Gate, Scoresheet } from '../documents/scoresheet.ts';
import { STARTER_SCORESHEET } from './starter-scoresheet.ts';

const gate = (key: string): Gate => STARTER_SCORESHEET.gates.find((g) => g.key === key)!;
const criterion = (key: string, weight: number): Criterion => ({
  ...STARTER_SCORESHEET.criteria.find((c) => c.key === key)!,
  weight,
});

/**
 * For somebody who begins with little: what can be lost is small, what comes back comes soon. Bounds are common practice, no
 * source, and in minor units of a currency of two decimals.
 */
const SMALL_PURSE: Scoresheet = {
  format: 'cold-kettle/scoresheet',
  version: 2,
  name: 'A small purse',
  note: 'For a first launch with little money: the outlay decides, light and cheap goods, few reviews to catch up with. A good margin counts more than a large market.',
  goodForDays: 60,
  passMark: 55,
  gates: [
    gate('not-gated'),
    gate('no-electronics'),
    gate('not-owned'),
    {
      key: 'outlay',
      name: 'Can be paid, and lost',
      how: 'Outlay of the launch by the costing. Put your own sum here: what you can lose without harm.',
      measured: { measure: 'outlay', min: null, max: 600_000 },
    },
    {
      key: 'light-enough',
      name: 'Light enough to fly in',
      how: 'Weight of the find: what is sent by air arrives before the money is needed elsewhere.',
      measured: { measure: 'weight', min: null, max: 2_500 },
    },
    gate('no-patent'),
  ],
  criteria: [
    {
      key: 'outlay-small',
      name: 'Little money bound',
      group: 'money',
      how: 'Outlay of the launch by the costing: the less, the more tries you have.',
      weight: 2,
      scale: {
        kind: 'measured',
        measure: 'outlay',
        bands: [
          { from: 0, points: 10 },
          { from: 250_000, points: 7 },
          { from: 400_000, points: 4 },
          { from: 600_000, points: 0 },
        ],
      },
    },
    criterion('margin', 1),
    criterion('return', 1),
    {
      key: 'month-profit',
      name: 'A month pays something',
      group: 'money',
      how: 'Profit a unit × the find’s units a month, once you stand where it stands.',
      scale: {
        kind: 'measured',
        measure: 'monthProfit',
        bands: [
          { from: -10_000_000, points: 0 },
          { from: 50_000, points: 5 },
          { from: 150_000, points: 10 },
        ],
      },
    },
    criterion('review-wall', 1),
    criterion('spread', 0.5),
    criterion('light', 1),
    criterion('curable', 1),
    criterion('means', 1),
  ],
};

/** For somebody who wants a line of products with a name: room to be better counts more than the first year’s money. */
const BRAND_THAT_LASTS: Scoresheet = {
  format: 'cold-kettle/scoresheet',
  version: 2,
  name: 'A name that lasts',
  note: 'For a brand that wants several products of a kind: what buyers miss and weak pages weigh more than the margin of the first, demand must be there all year and have been watched.',
  goodForDays: 120,
  passMark: 60,
  gates: [
    gate('not-gated'),
    gate('not-seasonal'),
    gate('not-owned'),
    {
      key: 'watched',
      name: 'Watched for a month',
      how: 'A brand is not begun on a good week.',
      measured: { measure: 'weeksWatched', min: 4, max: null },
    },
    gate('no-patent'),
  ],
  criteria: [
    criterion('units', 1),
    criterion('rivals-earn', 1),
    criterion('review-wall', 0.5),
    criterion('spread', 1),
    {
      key: 'gripes',
      name: 'Buyers miss something',
      group: 'competition',
      how: 'Share of the rivals’ reviews that tell of a fault: what is to be better.',
      scale: {
        kind: 'measured',
        measure: 'gripeShare',
        bands: [
          { from: 0, points: 0 },
          { from: 0.15, points: 6 },
          { from: 0.3, points: 12 },
        ],
      },
    },
    {
      key: 'weak-pages',
      name: 'Their pages are weak',
      group: 'competition',
      how: 'Median page craft of the line-up: titles, pictures, bullets and text that can be made better.',
      scale: {
        kind: 'measured',
        measure: 'craftMedian',
        bands: [
          { from: 0, points: 8 },
          { from: 45, points: 5 },
          { from: 60, points: 2 },
          { from: 75, points: 0 },
        ],
      },
    },
    criterion('margin', 0.75),
    criterion('curable', 1.5),
    criterion('different', 3),
    {
      key: 'line',
      name: 'A line can follow',
      group: 'product',
      how: 'Name three products that the same buyer would take from the same shelf.',
      evidence: 'the three, with their listings',
      scale: {
        kind: 'judged',
        options: [
          { key: 'no', label: 'none', points: 0 },
          { key: 'one', label: 'one or two', points: 6 },
          { key: 'yes', label: 'three and more', points: 12 },
        ],
      },
    },
  ],
};

/** Scoresheets to begin with, each for another kind of seller; a copy is the seller's own from then on. */
export const STARTER_SCORESHEETS: readonly Scoresheet[] = [
  {
    ...STARTER_SCORESHEET,
    note: 'A first sieve for any idea: does it sell, is there room, does something stay, can it be made better. A hundred points in all.',
  },
  SMALL_PURSE,
  BRAND_THAT_LASTS,
];
