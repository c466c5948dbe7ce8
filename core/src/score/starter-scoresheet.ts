import type { Scoresheet } from '../documents/scoresheet.ts';

/** The scoresheet a workspace starts with: a copy that the seller owns from then on. Money bounds are minor units. */
export const STARTER_SCORESHEET: Scoresheet = {
  format: 'cold-kettle/scoresheet',
  version: 2,
  name: 'First look',
  passMark: 60,
  gates: [
    {
      key: 'not-gated',
      name: 'Open to newcomers',
      how: 'Fails when the category of the anchor listing is gated.',
      measured: { measure: 'gated', min: null, max: 0 },
    },
    {
      key: 'no-electronics',
      name: 'No battery, no electronics',
      how: 'Fails when title or category speak of light, power or batteries: more to fail, papers to pass.',
      measured: { measure: 'electronics', min: null, max: 0 },
    },
    {
      key: 'not-seasonal',
      name: 'Sells all year',
      how: 'Share of a year’s units in its best three months, from the monthly ranks; a quarter is no season at all. Fails above 45 %.',
      measured: { measure: 'bestThreeShare', min: null, max: 0.45 },
    },
    {
      key: 'not-owned',
      name: 'Not owned by two',
      how: 'Share of the two largest in the revenue of the line-up. Fails above 65 %.',
      measured: { measure: 'topTwoShare', min: null, max: 0.65 },
    },
    {
      key: 'no-patent',
      name: 'No patent in the way',
      how: 'Search the registers for the mechanism, not for the name. Note where you looked.',
      measured: null,
    },
  ],
  criteria: [
    {
      key: 'units',
      name: 'Units a month of the find',
      group: 'demand',
      how: 'Estimate over 90 days: enough for a first order to sell in three months.',
      scale: {
        kind: 'measured',
        measure: 'units',
        bands: [
          { from: 0, points: 0 },
          { from: 100, points: 6 },
          { from: 200, points: 10 },
          { from: 400, points: 14 },
        ],
      },
    },
    {
      key: 'rivals-earn',
      name: 'The rivals earn, too',
      group: 'demand',
      how: 'Median revenue a month of the line-up. One good listing proves nothing.',
      scale: {
        kind: 'measured',
        measure: 'revenueMedian',
        bands: [
          { from: 0, points: 0 },
          { from: 200_000, points: 5 },
          { from: 500_000, points: 10 },
        ],
      },
    },
    {
      key: 'review-wall',
      name: 'Review wall',
      group: 'competition',
      how: 'Median reviews of the line-up: the fewer, the sooner a newcomer is on eye level.',
      scale: {
        kind: 'measured',
        measure: 'reviewsMedian',
        bands: [
          { from: 0, points: 14 },
          { from: 80, points: 10 },
          { from: 200, points: 5 },
          { from: 600, points: 0 },
        ],
      },
    },
    {
      key: 'spread',
      name: 'Many share the revenue',
      group: 'competition',
      how: 'Share of the two largest in the revenue of the line-up: the lower, the more room.',
      scale: {
        kind: 'measured',
        measure: 'topTwoShare',
        bands: [
          { from: 0, points: 10 },
          { from: 0.45, points: 5 },
          { from: 0.6, points: 0 },
        ],
      },
    },
    {
      key: 'margin',
      name: 'Margin',
      group: 'money',
      how: 'Profit ÷ price by the costing, after advertising and returns.',
      scale: {
        kind: 'measured',
        measure: 'margin',
        bands: [
          { from: -10, points: 0 },
          { from: 0.1, points: 5 },
          { from: 0.2, points: 11 },
          { from: 0.3, points: 16 },
        ],
      },
    },
    {
      key: 'return',
      name: 'Return on cost',
      group: 'money',
      how: 'Profit ÷ landed cost: how often the money comes back.',
      scale: {
        kind: 'measured',
        measure: 'returnOnCost',
        bands: [
          { from: -10, points: 0 },
          { from: 0.5, points: 5 },
          { from: 1, points: 10 },
        ],
      },
    },
    {
      key: 'light',
      name: 'Light to send',
      group: 'product',
      how: 'Weight in grams. Past two pounds each further pound costs more.',
      scale: {
        kind: 'measured',
        measure: 'weight',
        bands: [
          { from: 0, points: 6 },
          { from: 907, points: 4 },
          { from: 1800, points: 1 },
          { from: 4500, points: 0 },
        ],
      },
    },
    {
      key: 'curable',
      name: 'Curable gripes',
      group: 'product',
      how: 'Read the gripes of the rivals. Can your maker cure the first two of them?',
      scale: {
        kind: 'judged',
        options: [
          { key: 'no', label: 'no', points: 0 },
          { key: 'one', label: 'one of them', points: 5 },
          { key: 'both', label: 'both', points: 10 },
        ],
      },
    },
    {
      key: 'different',
      name: 'Can be made different',
      group: 'product',
      how: 'Would a buyer see in the first picture that yours is another one?',
      scale: {
        kind: 'judged',
        options: [
          { key: 'no', label: 'no', points: 0 },
          { key: 'some', label: 'somewhat', points: 3 },
          { key: 'yes', label: 'at a glance', points: 5 },
        ],
      },
    },
    {
      key: 'means',
      name: 'Fits the purse',
      group: 'means',
      how: 'Outlay of the costing against what you can lose without harm.',
      scale: {
        kind: 'judged',
        options: [
          { key: 'no', label: 'no', points: 0 },
          { key: 'tight', label: 'just', points: 2 },
          { key: 'yes', label: 'easily', points: 5 },
        ],
      },
    },
  ],
};
