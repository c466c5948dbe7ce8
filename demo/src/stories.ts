import type { Day } from '@kettle/core/measures/day';
import type { Season } from './catalogue.ts';

/** A listing of a story: what is special about it; all else follows from its kind. */
export interface StoryListing {
  title: string;
  brand: string;
  /** Pieces a day. */
  base: number;
  price: number;
  grams?: number;
  reviews: number;
  rating: number;
  sellers?: number;
  months: number;
  season?: Season;
  saleDays?: Day[];
  /** How often a review gripes about a part, 0–1; "until" ends it (a fixed fault), "from" begins it. */
  gripes: Record<string, { rate: number; until?: Day; from?: Day }>;
}
export interface Story {
  key: string;
  kind: string;
  listings: StoryListing[];
}

type PlainRow = [
  title: string,
  brand: string,
  base: number,
  price: number,
  reviews: number,
  rating: number,
  months: number,
];
/** A listing of a story about figures alone: its reviews gripe about nothing in particular. */
const plainly = (row: readonly (string | number)[]): StoryListing => {
  const [title, brand, base, price, reviews, rating, months] = row as PlainRow;
  return { title, brand, base, price, reviews, rating, months, gripes: {} };
};

/** All stories stand on Quayside. */
export const STORIES: readonly Story[] = [
  {
    key: 'paint rack',
    kind: 'Paint racks',
    listings: [
      {
        title: 'Miniature paint rack, 52 wells, birch ply',
        brand: 'Hollinmere & Daughter',
        base: 15.5,
        price: 3690,
        reviews: 38,
        rating: 4.1,
        months: 9,
        gripes: { wells: { rate: 0.14 }, panels: { rate: 0.08 } },
      },
      {
        title: 'Wall paint rack for 90 pots',
        brand: 'Brasgarth',
        base: 31,
        price: 3150,
        reviews: 1204,
        rating: 4.5,
        months: 61,
        gripes: { pots: { rate: 0.3 }, panels: { rate: 0.12 } },
      },
      {
        title: 'Turntable miniature paint tower',
        brand: 'Brasgarth',
        base: 19,
        price: 4400,
        reviews: 811,
        rating: 4.3,
        months: 40,
        gripes: { pots: { rate: 0.22 }, tiers: { rate: 0.14 } },
      },
      {
        title: 'Stackable paint rack, 36 pots, beech',
        brand: 'Ternlow Lane',
        base: 12,
        price: 2990,
        reviews: 164,
        rating: 3.9,
        months: 22,
        gripes: { pots: { rate: 0.34 }, panels: { rate: 0.3, until: '2026-05-01' } },
      },
      {
        title: 'Corner paint rack, modular, three tiers',
        brand: 'Pellsted Works',
        base: 9.5,
        price: 3890,
        reviews: 121,
        rating: 4.0,
        months: 17,
        gripes: { wells: { rate: 0.18 }, panels: { rate: 0.24 } },
      },
      {
        title: 'Angled paint rack, 60 slots',
        brand: 'Oakumble',
        base: 8.2,
        price: 2790,
        reviews: 77,
        rating: 3.8,
        months: 14,
        gripes: { pots: { rate: 0.28 }, panels: { rate: 0.26 } },
      },
      {
        title: 'Travel paint rack with lid, 24 pots',
        brand: 'Hazelby Post',
        base: 6.1,
        price: 3290,
        reviews: 52,
        rating: 4.2,
        months: 12,
        saleDays: ['2026-10-28', '2026-11-05'],
        gripes: { pots: { rate: 0.2 } },
      },
      {
        title: 'Desk paint rack and brush stand',
        brand: 'Wrenholt',
        base: 5.4,
        price: 2590,
        reviews: 95,
        rating: 4.0,
        months: 19,
        gripes: { tiers: { rate: 0.2 }, pots: { rate: 0.16 } },
      },
    ],
  },
  {
    key: 'stand light',
    kind: 'Stand lights',
    listings: [
      {
        title: 'Clip-on stand light, rechargeable, 8 LEDs',
        brand: 'Quillvane',
        base: 26,
        price: 3290,
        reviews: 210,
        rating: 4.2,
        months: 20,
        gripes: { battery: { rate: 0.28 }, clip: { rate: 0.14 } },
      },
      {
        title: 'Double-arm stand light with USB cable',
        brand: 'Murcombe Supply',
        base: 22,
        price: 2890,
        reviews: 640,
        rating: 4.0,
        months: 38,
        gripes: { neck: { rate: 0.2 }, battery: { rate: 0.24 } },
      },
      {
        title: 'Slim stand light for orchestra',
        brand: 'Corness',
        base: 14,
        price: 3590,
        reviews: 188,
        rating: 4.4,
        months: 26,
        gripes: { switch: { rate: 0.15 }, clip: { rate: 0.12 } },
      },
      {
        title: 'Stand light, three colours, with bag',
        brand: 'Fennridge Goods',
        base: 11,
        price: 2490,
        reviews: 97,
        rating: 3.9,
        months: 13,
        gripes: { battery: { rate: 0.3 }, box: { rate: 0.3, from: '2026-05-01' } },
      },
      {
        title: 'Wide stand light, dimmable',
        brand: 'Garorra',
        base: 9,
        price: 3990,
        reviews: 150,
        rating: 4.1,
        months: 24,
        gripes: { neck: { rate: 0.18 } },
      },
    ],
  },
  {
    key: 'window feeder',
    kind: 'Window feeders',
    listings: [
      {
        title: 'Window bird feeder, clear, three cups',
        brand: 'Sedgehaven',
        base: 24,
        price: 2490,
        reviews: 143,
        rating: 4.2,
        months: 16,
        gripes: { cups: { rate: 0.3 } },
      },
      {
        title: 'Window bird feeder with drain tray',
        brand: 'Larchbrook',
        base: 96,
        price: 2390,
        reviews: 5210,
        rating: 4.5,
        months: 66,
        gripes: { cups: { rate: 0.25 } },
      },
      {
        title: 'Large window feeder, sliding tray',
        brand: 'Larchbrook',
        base: 31,
        price: 2790,
        reviews: 1830,
        rating: 4.4,
        months: 44,
        gripes: { tray: { rate: 0.16 } },
      },
      {
        title: 'Panorama window bird feeder',
        brand: 'Dunmore Yard',
        base: 78,
        price: 2290,
        reviews: 3960,
        rating: 4.3,
        months: 58,
        gripes: { cups: { rate: 0.31 }, roof: { rate: 0.1 } },
      },
      {
        title: 'Slim window feeder for small panes',
        brand: 'Vargarth',
        base: 3.1,
        price: 1990,
        reviews: 61,
        rating: 3.7,
        months: 15,
        gripes: { cups: { rate: 0.36 } },
      },
      {
        title: 'Window feeder with perch rail',
        brand: 'Istercroft',
        base: 2.4,
        price: 2190,
        reviews: 44,
        rating: 3.9,
        months: 11,
        gripes: { perch: { rate: 0.2 } },
      },
    ],
  },
  {
    key: 'book press',
    kind: 'Folding presses',
    listings: [
      {
        title: 'Folding book press, beech, A5',
        brand: 'Sandrowick',
        base: 11.6,
        price: 4150,
        grams: 1724,
        reviews: 61,
        rating: 4.4,
        months: 21,
        gripes: { spindle: { rate: 0.2 }, hinge: { rate: 0.06 } },
      },
      {
        title: 'Folding book press, A4, two spindles',
        brand: 'Nettleholt',
        base: 10.2,
        price: 4690,
        reviews: 74,
        rating: 4.2,
        months: 18,
        gripes: { spindle: { rate: 0.24 }, plates: { rate: 0.15 } },
      },
      {
        title: 'Travel folding book press with pouch',
        brand: 'Ullbrook Hand',
        base: 9.4,
        price: 3890,
        reviews: 49,
        rating: 4.1,
        months: 13,
        gripes: { spindle: { rate: 0.21 }, handle: { rate: 0.1 } },
      },
      {
        title: 'Folding book press, oak and brass',
        brand: 'Thistlemund',
        base: 8.1,
        price: 4990,
        reviews: 88,
        rating: 4.5,
        months: 29,
        gripes: { plates: { rate: 0.14 }, spindle: { rate: 0.12 } },
      },
      {
        title: 'Beginner book press, folds flat',
        brand: 'Clowick',
        base: 7.7,
        price: 3590,
        reviews: 33,
        rating: 3.9,
        months: 8,
        gripes: { spindle: { rate: 0.28 }, hinge: { rate: 0.16 } },
      },
      {
        title: 'Large folding press for journals',
        brand: 'Jorsted Bench',
        base: 6.6,
        price: 4490,
        reviews: 56,
        rating: 4.2,
        months: 15,
        gripes: { plates: { rate: 0.18 }, spindle: { rate: 0.16 } },
      },
      {
        title: 'Folding press, birch ply, felted plates',
        brand: 'Kestevik',
        base: 5.2,
        price: 4290,
        reviews: 41,
        rating: 4.3,
        months: 10,
        gripes: { handle: { rate: 0.12 } },
      },
    ],
  },
  {
    key: 'negative sleeves',
    kind: 'Negative sleeves',
    listings: [
      ['Negative sleeve pack, 35 mm, 100 sheets', 'Grayling Row', 41, 1790, 8420, 4.6, 79],
      ['Negative sleeve pack, 120 film, 100 sheets', 'Ashmere Proof', 37, 1890, 6110, 4.5, 71],
      ['Clear negative sleeves for binders, 50 sheets', 'Fellbrook', 33, 1590, 5240, 4.4, 66],
      ['Archival negative sleeve pack, 35 mm, strips of 6', 'Tarnholt', 30, 1990, 4480, 4.5, 60],
      ['Negative sleeve pack with index cards', 'Quernby', 27, 1690, 3370, 4.3, 55],
      ['Negative sleeves, large format, 25 sheets', 'Oddmere Press', 22, 2290, 2180, 4.4, 52],
      ['Negative sleeve pack, slide film, 20 pockets', 'Lunnby', 18, 1490, 1730, 4.2, 49],
      ['Negative sleeve pack, half frame', 'Pikestow', 6, 1650, 640, 4.1, 37],
    ].map(plainly),
  },
  {
    key: 'inkle loom',
    kind: 'Inkle looms',
    listings: [
      ['Inkle loom, full size, sanded birch', 'Weftgarth', 44, 6890, 690, 4.7, 31],
      ['Inkle loom, table top, oak pegs', 'Harlbeck', 1.9, 5490, 88, 4.2, 26],
      ['Compact inkle loom for bands', 'Sorrelby', 1.7, 4890, 61, 4.0, 19],
      ['Inkle loom with shuttle and guide', 'Mossgate Loom', 2.2, 6190, 104, 4.3, 33],
      ['Folding inkle loom, beech', 'Dorrivale', 1.4, 5690, 47, 4.1, 17],
      ['Floor inkle loom, four metres of warp', 'Trowbeck', 1.2, 7990, 39, 4.4, 22],
      ['Beginner inkle loom, card base', 'Ennerhope', 1.6, 3990, 72, 3.8, 24],
      ['Inkle loom, maple, belt width', 'Copsewright', 1.3, 6490, 35, 4.2, 14],
    ].map(plainly),
  },
];
