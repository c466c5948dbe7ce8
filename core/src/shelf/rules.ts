import { PARTS, type PartKey, type PartMap, type ShelfRules } from '../documents/shelf-rules.ts';

/** The starter values are facts of the trade: common practice, no source. */
export const STARTER_SHELF_RULES: ShelfRules = {
  share: 0.8,
  fewest: 5,
  ownedShare: 0.6,
  wallReviews: 1000,
  wallShare: 0.7,
  newcomerMonths: 12,
  newcomerReviews: 50,
  newcomerShare: 0.5,
  cheapShare: 0.85,
  warFall: 0.08,
  cutShare: 0.25,
  cutDepth: 0.15,
  outlierZ: 3.5,
  outlierTimes: 7,
  weakCraft: 60,
  healthyListings: 5,
  healthyRevenue: 2500,
  parts: {
    demand: {
      weight: 2,
      map: [
        [0, 0],
        [1000, 20],
        [5000, 60],
        [20000, 100],
      ],
    },
    spread: {
      weight: 2,
      map: [
        [0.2, 100],
        [0.4, 70],
        [0.6, 30],
        [0.8, 0],
      ],
    },
    wall: {
      weight: 2,
      map: [
        [0, 100],
        [12, 80],
        [24, 60],
        [48, 25],
        [96, 0],
      ],
    },
    newcomers: {
      weight: 2,
      map: [
        [0, 0],
        [0.25, 30],
        [0.5, 60],
        [1, 100],
      ],
    },
    room: {
      weight: 1,
      map: [
        [0.1, 0],
        [0.4, 50],
        [0.7, 100],
      ],
    },
    craft: {
      weight: 1,
      map: [
        [40, 100],
        [60, 60],
        [80, 20],
        [95, 0],
      ],
    },
    steadiness: {
      weight: 1,
      map: [
        [0.25, 100],
        [0.35, 70],
        [0.5, 30],
        [0.75, 0],
      ],
    },
  },
};

export const PART_NAMES: Readonly<Record<PartKey, string>> = {
  demand: 'Demand',
  spread: 'Spread',
  wall: 'Review wall',
  newcomers: 'Newcomer take',
  room: 'Price room',
  craft: 'Weak pages',
  steadiness: 'Steadiness',
};
/** What each part's map takes in, in words with its unit. */
export const PART_INPUTS: Readonly<Record<PartKey, string>> = {
  demand: 'middle revenue a month of a listing, in money',
  spread: 'share of revenue of the first two listings, 0–1',
  wall: 'months a newcomer needs to reach the middle number of reviews',
  newcomers: 'middle revenue of newcomers over that of the shelf',
  room: 'share of revenue earned above the middle price, 0–1',
  craft: 'middle page craft of the rivals, 0–100',
  steadiness: 'share of a year in the best three months, 0.25–1',
};

/**
 * Reads a value off a piecewise-linear map.
 * @example onMap([[0, 0], [10, 100]], 4) // => 40
 */
export const onMap = (map: PartMap, x: number): number => {
  const first = map[0];
  const last = map.at(-1);
  if (!first || !last) return 0;
  if (x <= first[0]) return first[1];
  for (let i = 1; i < map.length; i++) {
    const [x1, y1] = map[i]!;
    const [x0, y0] = map[i - 1]!;
    if (x <= x1) return x1 === x0 ? y1 : y0 + ((y1 - y0) * (x - x0)) / (x1 - x0);
  }
  return last[1];
};

/** Why rules cannot be meant, in a sentence, or null. @example shelfRulesFault(STARTER_SHELF_RULES) // => null */
export const shelfRulesFault = (rules: ShelfRules): string | null => {
  for (const part of PARTS) {
    const { weight, map } = rules.parts[part];
    if (!(weight >= 0)) return `${PART_NAMES[part]}: a weight cannot be below 0.`;
    if (map.length < 2) return `${PART_NAMES[part]}: a map needs two points at least.`;
    for (let i = 1; i < map.length; i++)
      if (!(map[i]![0] > map[i - 1]![0])) return `${PART_NAMES[part]}: the points must rise from left to right.`;
    if (map.some(([, y]) => !(y >= 0 && y <= 100))) return `${PART_NAMES[part]}: a part lies between 0 and 100.`;
  }
  return PARTS.every((p) => rules.parts[p].weight === 0) ? 'At least one part must have a weight.' : null;
};
