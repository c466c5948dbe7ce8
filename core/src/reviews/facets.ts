import { wilson, type Interval } from '../stats/intervals.ts';
import { cleanText } from './text.ts';
import { writtenOut } from './written-out.ts';

export type Facet = 'who' | 'occasion' | 'place' | 'use' | 'reason' | 'expected';
/** Whom, when, where or what for, as reviews tell it. */
export interface FacetValue {
  facet: Facet;
  value: string;
  reviews: number;
  share: number;
  interval: Interval;
  /** Mean stars of those reviews. */
  stars: number;
  /** Up to three sentences that tell it. */
  said: string[];
}

/** What a facet's values are known by; our own lists, no source. */
const KNOWN: readonly [Facet, string, string][] = [
  [
    'who',
    'children',
    '(?:my|our|her|his) (?:\\w+ ){0,2}(?:sons?|daughters?|kids?|child|children|boys?|girls?|toddlers?|baby|grandsons?|granddaughters?|grandchild(?:ren)?|niece|nephew|little one)',
  ],
  ['who', 'a partner', '(?:my|her|his) (?:husband|wife|partner|girlfriend|boyfriend|fianc\\S+)'],
  [
    'who',
    'parents',
    '(?:my|our|her|his) (?:mother|father|mum|mom|dad|parents|grandmother|grandfather|grandma|grandpa|granny|mother-in-law|father-in-law)',
  ],
  ['who', 'friends', '(?:my|our|a) (?:friends?|neighbours?|neighbors?|colleagues?|teacher)'],
  ['who', 'brothers and sisters', '(?:my|our) (?:sisters?|brothers?)'],
  ['who', 'a pet', '(?:my|our) (?:\\w+ ){0,1}(?:dogs?|cats?|puppy|kitten|rabbits?|hamster|parrot|horse)'],
  ['who', 'a class or club', '(?:my|our|the) (?:class|pupils|students|club|team|orchestra|choir)'],
  ['occasion', 'birthday', 'birthdays?'],
  ['occasion', 'Christmas', 'christmas|stocking filler|advent'],
  ['occasion', 'wedding', 'weddings?|anniversary|honeymoon'],
  ['occasion', 'a new home', 'house-?warming|moved (?:house|in)|new (?:flat|house|apartment|home)'],
  ['occasion', 'a birth', 'baby shower|new ?born|pregnan\\w+'],
  ['occasion', 'holidays', 'holidays?|vacation|trips?|travel(?:s|ling|ing)?|flights?'],
  ['occasion', 'Mother’s or Father’s Day', "(?:mother|father)'?s'? day"],
  ['occasion', 'Easter', 'easter'],
  ['occasion', 'parties', 'part(?:y|ies)|barbecues?|picnics?'],
  ['place', 'kitchen', 'kitchen|worktop|countertop|hob|oven'],
  ['place', 'bathroom', 'bathroom|shower|basin|bath ?tub'],
  ['place', 'bedroom', 'bedroom|nursery|bedside|in bed'],
  ['place', 'living room', 'living room|sofa|lounge'],
  ['place', 'desk or office', 'desk|office|at work'],
  ['place', 'garden', 'garden|balcony|patio|terrace|greenhouse|allotment'],
  ['place', 'workshop', 'workshop|garage|shed|workbench'],
  ['place', 'car', '(?:in|for) (?:the|my|our) car|boot of|caravan|camper(?: van)?'],
  ['place', 'outdoors', 'camping|tent|hik\\w+|beach|forest|mountains?|campsite'],
  ['place', 'school', 'school|classroom|kindergarten'],
  ['place', 'gym', 'gym|yoga class|training'],
  ['place', 'bicycle', 'bike|bicycle|cycling|handlebars?'],
  [
    'reason',
    'the old one broke or wore out',
    '(?:my|our|the) (?:old|last|previous|first) (?:one|\\w+) (?:broke|died|gave up|fell apart|wore out|was broken|stopped)|replac(?:e|es|ed|ement|ing) (?:for )?(?:my|our|the|an?) (?:old|broken|worn|last)',
  ],
  [
    'reason',
    'dear ones cost too much',
    'instead of (?:the|an?) (?:expensive|dear|pricey|original)|(?:did|do) not want to (?:pay|spend)|cheaper than (?:the|an?)',
  ],
  [
    'reason',
    'recommended',
    '(?:was |were )?recommended (?:by|to me)|on the recommendation|(?:friend|colleague|neighbour|doctor|physio\\w*|sister|brother) (?:told me|showed me|recommended)',
  ],
  ['reason', 'the reviews', '(?:because of|after reading|going by|trusted) (?:all )?(?:the |these )?(?:good )?reviews'],
  ['expected', 'larger', '(?:expected|thought|hoped|imagined)[^.]{0,40}(?:bigger|larger|longer|wider|taller|deeper)'],
  [
    'expected',
    'better made',
    '(?:expected|thought|hoped|imagined)[^.]{0,40}(?:better|sturdier|stronger|thicker|quality|solid|metal|wood)',
  ],
  ['expected', 'to last longer', '(?:expected|thought|hoped)[^.]{0,40}(?:last(?:s|ed)?|longer than|years)'],
  [
    'expected',
    'less, and was surprised',
    '(?:better|larger|bigger|nicer|stronger|sturdier) than (?:i |we )?(?:expected|thought|hoped|imagined)|(?:pleasantly|positively) surprised|(?:did|had) not expect(?:ed)? (?:much|so)',
  ],
];
const PATTERNS = KNOWN.map(([facet, value, words]) => ({
  facet,
  value,
  pattern: new RegExp(`(?<![\\w-])(?:${words})(?![\\w-])`),
}));
/** "I use it for baking", "we use them to dry herbs". */
const USE =
  /(?:use|uses|used|using|bought|need|needed|perfect|great|good|ideal) (?:it |them |this |these |one )?(?:for|to) (?:my |our |the |a )?(\w{2,}ing|(?:cut|dry|cook|clean|carry|store|hang|grow|paint|sew|draw|read|sleep|bake|press|make|keep|hold)(?: \w{3,})?)(?![\w-])/g;
/** Fewer are hints, and told apart. */
const RARE = 3;
const SHOWN = 3;

/**
 * Who buys, when, where, what for, why, and what was expected: each review once a value, the commonest of a facet first;
 * values of fewer than three reviews are left out where they would only stand for themselves (uses).
 * @example facetsOf([{ stars: 5, title: '', body: 'A birthday present for my son.' }]).map((f) => f.value) // => ["children","birthday"]
 */
export const facetsOf = (reviews: readonly { stars: number; title: string; body: string }[]): FacetValue[] => {
  const found = new Map<string, { facet: Facet; value: string; reviews: number; stars: number; said: string[] }>();
  for (const { stars, title, body } of reviews) {
    const text = cleanText(`${title}. ${body}`);
    const met = new Set<string>();
    for (const sentence of text.split(/(?<=[.!?])\s+/)) {
      const plain = writtenOut(sentence);
      const values: [Facet, string][] = [
        ...PATTERNS.filter((p) => p.pattern.test(plain)).map((p): [Facet, string] => [p.facet, p.value]),
        ...[...plain.matchAll(USE)].map((m): [Facet, string] => ['use', m[1]!]),
      ];
      for (const [facet, value] of values) {
        const key = `${facet}/${value}`;
        if (met.has(key)) continue;
        met.add(key);
        const own = found.get(key) ?? { facet, value, reviews: 0, stars: 0, said: [] };
        found.set(key, own);
        own.reviews++;
        own.stars += stars;
        if (own.said.length < SHOWN) own.said.push(sentence);
      }
    }
  }
  return [...found.values()]
    .filter((f) => f.facet !== 'use' || f.reviews >= RARE)
    .map((f) => ({
      ...f,
      share: f.reviews / reviews.length,
      interval: wilson(f.reviews, reviews.length)!,
      stars: f.stars / f.reviews,
    }))
    .sort((a, b) => ORDER[a.facet] - ORDER[b.facet] || b.reviews - a.reviews || (a.value < b.value ? -1 : 1));
};
const ORDER: Readonly<Record<Facet, number>> = { who: 0, occasion: 1, place: 2, use: 3, reason: 4, expected: 5 };
