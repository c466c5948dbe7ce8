import { addDays, epochDay, type Day } from '@kettle/core/measures/day';
import { hashText, normalDraw, randomFrom } from '@kettle/core/stats/random';
import { MATERIALS, SEASONS, STYLES, type Kind } from './catalogue.ts';
import { seasonOn, Simulated, WORLD_DAY } from './market.ts';
import { DEMO_MARKETPLACES } from './marketplaces.ts';
import { pathOf, type World, type WorldListing } from './world.ts';

/** First day of the recorded searches, and how many whole weeks there are up to the world's day. */
export const SEARCH_WEEKS = 156;
export const SEARCH_FIRST: Day = addDays(WORLD_DAY, -7 * SEARCH_WEEKS);

/** What is true of a search term: how often it is searched, and who is pulled up for it. Pure numbers, like a listing's truth. */
export interface TermTruth {
  /** Searches a week on an ordinary week at the world's first "today". */
  base: number;
  growth: number;
  /** Twelve factors, January first, of mean 1. */
  season: readonly number[];
  /** First day on which anybody searched it. */
  since: Day;
  /** Listings that come up, and how strongly each is pulled to the top (a logarithm). */
  contenders: { code: string; pull: number }[];
}
export interface WorldTerm {
  text: string;
  truth: TermTruth;
  buyRate: number;
  competing: number;
}
export interface WorldNiche {
  marketplace: string;
  name: string;
  category: string;
  /** Codes with their share of the clicks, now and one and two years before. */
  clicks: { day: Day; shares: { code: string; share: number }[] }[];
  terms: { term: WorldTerm; share: number }[];
}
export interface SearchWorld {
  niches: WorldNiche[];
  terms: { marketplace: string; term: WorldTerm }[];
}

/** Days on which the shares of the clicks were taken. */
export const CLICK_DAYS: readonly Day[] = [WORLD_DAY, addDays(WORLD_DAY, -364), addDays(WORLD_DAY, -728)];
const { exp, floor, imul, max, round } = Math;
const SEED = 20261125;
const MOST_MEMBERS = 40;
const FEWEST_MEMBERS = 4;
const FIRST_PAGE = 48;
const PAID_PLACES = 6;
const TODAY = epochDay(WORLD_DAY);

/** What comes before or after the noun in a search. Not every niche has all. */
const BEFORE = ['best', 'cheap', 'handmade', 'good', 'wooden', 'small', 'portable'];
const AFTER = [
  'for beginners',
  'for adults',
  'gift',
  'kit',
  'set',
  'replacement',
  'made to last',
  'with instructions',
  'for small rooms',
];

/** The niches and search terms of a world: what buyers type follows from what really sells. */
export const makeSearches = (world: World): SearchWorld => {
  const niches: WorldNiche[] = [];
  const all: SearchWorld['terms'] = [];
  for (const market of DEMO_MARKETPLACES) {
    const byKind = new Map<string, Member[]>();
    for (const listing of world.listings) {
      if (listing.marketplace !== market.id) continue;
      const sim = new Simulated(listing.truth);
      const member = { listing, sim, rate: sim.ordinaryUnits(TODAY) };
      byKind.set(listing.kind.name, [...(byKind.get(listing.kind.name) ?? []), member]);
    }
    for (const members of byKind.values()) members.sort((a, b) => b.rate - a.rate);
    const known = new Map<string, WorldTerm>();
    for (const [name, members] of byKind) {
      const { kind } = members[0]!.listing;
      const siblings = [...byKind.values()].filter(
        (m) => m[0]!.listing.kind.family === kind.family && m[0]!.listing.kind.name !== name,
      );
      const spill = siblings
        .flatMap((m) => m.slice(0, m[0]!.listing.kind.branch === kind.branch ? 8 : 2))
        .sort((a, b) => b.rate - a.rate)
        .slice(0, 12);
      for (const niche of nichesOfKind(kind, members, market.id))
        niches.push(nicheFrom(market.id, kind, niche, spill, known));
    }
    for (const term of known.values()) all.push({ marketplace: market.id, term });
  }
  return { niches, terms: all };
};

interface Member {
  listing: WorldListing;
  sim: Simulated;
  rate: number;
}
interface NicheSeed {
  name: string;
  nouns: string[];
  members: Member[];
  /** Share of the kind's searches that is meant for it. */
  weight: number;
}

/** The kind as a whole, and what stands out in it: the materials and styles that most of its listings have. */
const nichesOfKind = (kind: Kind, members: readonly Member[], marketplace: string): NicheSeed[] => {
  const random = randomFrom(SEED + hashText(`${marketplace}/${kind.name}`));
  const head = kind.noun.split(' ').slice(-2).join(' ');
  const whole: NicheSeed = {
    name: kind.noun,
    nouns: [kind.noun, ...(head === kind.noun ? [] : [head])],
    members: members.slice(0, MOST_MEMBERS),
    weight: 0.6,
  };
  if (members.some((m) => m.listing.story)) return [whole];
  const words = [...MATERIALS, ...STYLES];
  const with_ = words
    .map((word) => ({ word, members: members.filter((m) => hasWord(m.listing.title, word)) }))
    .filter((w) => w.members.length >= FEWEST_MEMBERS)
    .sort((a, b) => b.members.length - a.members.length || (a.word < b.word ? -1 : 1))
    .slice(0, 1 + Math.floor(random() * 2.4));
  const narrow = with_.map(({ word, members: of }): NicheSeed => {
    const name = `${word} ${kind.noun}`;
    return { name, nouns: [name, `${kind.noun} ${word}`], members: of.slice(0, 24), weight: 0.4 / with_.length };
  });
  // Here and there a need that a single listing serves.
  const alone = members.find((m) => hashText(`${m.listing.code}/alone`) % 60 === 0);
  const single: NicheSeed[] = alone
    ? [{ name: `left-handed ${kind.noun}`, nouns: [`left-handed ${kind.noun}`], members: [alone], weight: 0.05 }]
    : [];
  return [whole, ...narrow, ...single];
};

const hasWord = (title: string, word: string): boolean => title.toLowerCase().includes(word);

const nicheFrom = (
  marketplace: string,
  kind: Kind,
  seed: NicheSeed,
  spill: readonly Member[],
  known: Map<string, WorldTerm>,
): WorldNiche => {
  const random = randomFrom(SEED + hashText(`${marketplace}/${seed.name}`));
  const story = seed.members.some((m) => m.listing.story);
  const season = SEASONS[seed.members[0]!.listing.truth.season === SEASONS.flash ? 'flash' : kind.season];
  const growth = story ? 0.06 : Math.min(0.8, Math.max(-0.5, 0.16 * normalDraw(random)));
  // Some needs are new: their terms have less than two years behind them.
  const since = !story && random() < 0.07 ? addDays(WORLD_DAY, -7 * (20 + Math.floor(random() * 75))) : SEARCH_FIRST;
  // A part of what is sold is found by these searches; the rest comes by other ways.
  const searchesPerUnit = 2 + 3 * random();
  const units = seed.members.reduce((sum, m) => sum + m.rate, 0) / seasonOn(season, TODAY);
  const weekly = 7 * units * searchesPerUnit * seed.weight;
  const contenders = (loose: number): TermTruth['contenders'] => [
    ...seed.members.map((m) => ({ code: m.listing.code, pull: pullOf(m, 0) })),
    ...(loose > 0 ? spill.map((m) => ({ code: m.listing.code, pull: pullOf(m, -1.6 - 1.2 / loose) })) : []),
  ];
  const texts = termTexts(seed, random);
  const total = texts.reduce((sum, _, i) => sum + 1 / (i + 1.3), 0);
  const terms = texts.map((text, i): WorldNiche['terms'][number] => {
    const there = known.get(text);
    // A term of two needs leads to both.
    if (there) return { term: there, share: 0.5 };
    const term: WorldTerm = {
      text,
      buyRate: Number((0.1 * Math.exp(0.35 * normalDraw(random)) * (kind.price > 40 ? 0.6 : 1)).toFixed(4)),
      competing: Math.round((seed.members.length + spill.length) * (4 + 30 * random())),
      truth: {
        base:
          random() < 0.015 && i > 3
            ? 0
            : Number(((weekly / total / (i + 1.3)) * Math.exp(0.2 * normalDraw(random))).toFixed(2)),
        growth: growth + 0.05 * normalDraw(random),
        season,
        since,
        contenders: contenders(i === 0 || i === 1 ? 1 : 0.5),
      },
    };
    known.set(text, term);
    return { term, share: 1 };
  });
  // Buyers who know a brand type its name.
  const brands = [...new Set(seed.members.slice(0, 6).map((m) => m.listing.brand))].slice(0, seed.weight > 0.5 ? 2 : 0);
  for (const brand of brands) {
    const text = `${brand.toLowerCase()} ${kind.noun}`;
    if (known.has(text)) continue;
    const own = seed.members.filter((m) => m.listing.brand === brand);
    const term: WorldTerm = {
      text,
      buyRate: Number((0.2 + 0.1 * random()).toFixed(4)),
      competing: 20 + Math.round(200 * random()),
      truth: {
        base: Number((weekly * 0.02 * (own[0]!.rate / (seed.members[0]!.rate || 1))).toFixed(2)),
        growth,
        season,
        since,
        contenders: seed.members
          .slice(0, 20)
          .map((m) => ({ code: m.listing.code, pull: pullOf(m, m.listing.brand === brand ? 2.5 : 0) })),
      },
    };
    known.set(text, term);
    terms.push({ term, share: 1 });
  }
  return {
    marketplace,
    name: seed.name,
    category: pathOf(kind),
    clicks: CLICK_DAYS.map((day) => ({ day, shares: shares(seed.members, epochDay(day)) })),
    terms,
  };
};

const termTexts = (seed: NicheSeed, random: () => number): string[] => {
  const [noun = '', second] = seed.nouns;
  const plural = noun.endsWith('s') ? noun : `${noun}s`;
  const shuffled = <T>(list: readonly T[]): T[] =>
    list
      .map((value) => ({ value, at: random() }))
      .sort((a, b) => a.at - b.at)
      .map(({ value }) => value);
  const texts = [
    noun,
    ...(second ? [second] : []),
    plural,
    ...shuffled(BEFORE)
      .slice(0, 3)
      .map((b) => `${b} ${noun}`),
    ...shuffled(AFTER)
      .slice(0, 3)
      .map((a) => `${noun} ${a}`),
  ];
  return [...new Set(texts)];
};

const pullOf = ({ listing, rate }: Member, bonus: number): number =>
  Number(
    (
      0.9 * Math.log(Math.max(0.02, rate)) +
      bonus +
      0.3 * normalDraw(randomFrom(hashText(`${listing.code}/pull`)))
    ).toFixed(3),
  );

/** Clicks go to those who sell, not quite in step with it. Empty when nobody was there yet. */
const shares = (members: readonly Member[], day: number): { code: string; share: number }[] => {
  const weights = members.map(({ listing, sim }) => {
    const units = sim.ordinaryUnits(day);
    const luck = normalDraw(randomFrom(hashText(`${listing.code}/clicks/${day}`)));
    return units > 0 ? units ** 0.9 * Math.exp(0.15 * luck) : 0;
  });
  const total = weights.reduce((sum, w) => sum + w, 0);
  return members.flatMap(({ listing }, i) =>
    weights[i]! > 0 ? [{ code: listing.code, share: Number((weights[i]! / total).toFixed(5)) }] : [],
  );
};

/** Searches a week from a week's first day on: whole, never below 0; null before anybody searched it. */
export const weekVolumes = (text: string, truth: TermTruth, first: Day, weeks: number): (number | null)[] => {
  const from = epochDay(first);
  const since = epochDay(truth.since);
  const seed = hashText(text);
  const growth = Math.log1p(max(-0.9, truth.growth)) / 365.25;
  return Array.from({ length: weeks }, (_, w) => {
    const day = from + 7 * w;
    if (day < since) return null;
    const expected = truth.base * exp(growth * (day + 3 - TODAY)) * seasonOn(truth.season, day + 3);
    const ofMonth = normalDraw(randomFrom(seed ^ imul(floor(day / 28), 0x85ebca6b)));
    const ofWeek = normalDraw(randomFrom(seed ^ imul(day, 0x9e3779b1)));
    return max(0, round(expected * exp(0.1 * ofMonth + 0.1 * ofWeek)));
  });
};

export interface PositionFacts {
  code: string;
  unpaid: number | null;
  paid: number | null;
  /** Share of the term's clicks. */
  share: number;
}

/** The first page of a term on a day: unpaid places by pull and the day's luck, paid ones for those who advertise. */
export const firstPage = (text: string, truth: TermTruth, day: Day): PositionFacts[] => {
  const at = epochDay(day);
  const ranked = truth.contenders
    .map(({ code, pull }) => {
      const slow = normalDraw(randomFrom(hashText(`${code}/${text}/${Math.floor(at / 14)}`)));
      const daily = normalDraw(randomFrom(hashText(`${code}/${text}/${at}`)));
      return { code, pull, score: pull + 0.2 * slow + 0.1 * daily };
    })
    .sort((a, b) => b.score - a.score)
    .slice(0, FIRST_PAGE);
  const weights = ranked.map((r) => Math.exp(0.9 * r.pull));
  const total = weights.reduce((sum, w) => sum + w, 0);
  let paid = 0;
  return ranked.map(({ code }, i) => ({
    code,
    unpaid: i + 1,
    paid: paid < PAID_PLACES && hashText(`${code}/${text}/paid/${Math.floor(at / 7)}`) % 7 === 0 ? ++paid : null,
    share: Number((weights[i]! / total).toFixed(5)),
  }));
};
