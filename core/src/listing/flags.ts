import { FLAGS, RISKS, type FlagKey, type FlagRules } from '../documents/flag-rules.ts';
import { stemsOf } from './words.ts';

const RISK_KEYS: ReadonlySet<string> = new Set(RISKS);

export const FLAG_NAMES: Readonly<Record<FlagKey, string>> = {
  gated: 'gated',
  breakable: 'breakable',
  body: 'on or in the body',
  sharp: 'sharp or powered tool',
  electronics: 'battery or electronics',
  clothing: 'clothing and sizes',
  holiday: 'holiday or season',
  heavy: 'heavy or oversize',
  patent: 'patent wording',
  brand: 'brand-dominated',
  war: 'price war',
  pack: 'pack of several',
  giftable: 'giftable',
  steady: 'steady',
  simple: 'simple',
  unbranded: 'unbranded leader',
};

/** A reason to take care with a listing, or one that speaks for it. */
export interface Flag {
  key: FlagKey;
  kind: 'risk' | 'trait';
  label: string;
  reason: string;
}

/** The rules to start from; common practice, no source. All of them can be changed in Sources. */
export const STARTER_RULES: FlagRules = {
  words: {
    breakable: ['glass', 'ceramic', 'porcelain', 'crystal', 'mirror', 'stoneware', 'fragile'],
    body: ['edible', 'skin', 'ingest', 'honey', 'cream', 'lotion'],
    sharp: ['blade', 'awl', 'scalpel', 'cutter', 'chisel', 'needle', 'shears', 'knife', 'saw', 'drill'],
    electronics: [
      'led',
      'light',
      'lamp',
      'safelight',
      'lantern',
      'torch',
      'battery',
      'rechargeable',
      'usb',
      'electric',
      'electronic',
      'powered',
      'heated',
      'charger',
      'wireless',
    ],
    clothing: ['suit', 'veil', 'glove', 'jacket', 'apron', 'xl', 'xxl', 'size s', 'size m', 'size l'],
    holiday: ['christmas', 'advent', 'halloween', 'easter', 'holiday'],
    patent: ['patent', 'patented', 'patent pending', 'registered design'],
    pack: ['multipack', 'bulk pack'],
    giftable: ['gift', 'letter seal', 'star wheel', 'moon map', 'writing slope', 'dice tower', 'dip pen'],
  },
  heavyGrams: 2270,
  oversizeMm: 600,
  seasonShare: 0.45,
  brandSellers: 6,
  brandListings: 60,
  warFall: 0.12,
  warSellers: 3,
  steadySeason: 0.4,
  steadyFall: 0.15,
  simpleGrams: 900,
  leaderUnits: 300,
  smallBrand: 3,
};

export interface FlagFacts {
  title: string;
  category: string;
  gated: boolean;
  /** Grams and millimetres. */
  weight: number | null;
  side: number | null;
  sellers: number | null;
  soldByMarketplace: boolean | null;
  brand: string;
  brandListings: number | null;
  variations: number | null;
  packCount: number | null;
  units: number | null;
  /** Share of a year's units in its best three months, and strength of season, as fractions. */
  bestThreeShare: number | null;
  season: number | null;
  unitsYear: number | null;
  price90: number | null;
}

interface Phrase {
  stems: string[];
  words: string;
  keys: FlagKey[];
}
/** Rules made ready for many listings: phrases by their first stem. */
export interface ReadyRules {
  rules: FlagRules;
  phrases: Map<string, Phrase[]>;
}

export const readyRules = (rules: FlagRules): ReadyRules => {
  const phrases = new Map<string, Phrase[]>();
  for (const key of FLAGS)
    for (const words of rules.words[key] ?? []) {
      const stems = stemsOf(words);
      if (stems.length === 0) continue;
      const here = phrases.get(stems[0]!) ?? [];
      phrases.set(stems[0]!, here);
      const same = here.find((p) => p.stems.join(' ') === stems.join(' '));
      if (same) same.keys.push(key);
      else here.push({ stems, words, keys: [key] });
    }
  return { rules, phrases };
};

const wordsFound = (stems: readonly string[], ready: ReadyRules): Map<FlagKey, string> | null => {
  let found: Map<FlagKey, string> | null = null;
  for (let at = 0; at < stems.length; at++) {
    const here = ready.phrases.get(stems[at]!);
    if (!here) continue;
    for (const phrase of here)
      if (phrase.stems.every((s, i) => stems[at + i] === s))
        for (const key of phrase.keys) {
          found ??= new Map();
          if (!found.has(key)) found.set(key, phrase.words);
        }
  }
  return found;
};

const categoryStems = new Map<string, string[]>();
const stemsOfCategory = (path: string): string[] => {
  let stems = categoryStems.get(path);
  if (!stems) categoryStems.set(path, (stems = stemsOf(path)));
  return stems;
};

const raise = (flags: Flag[], key: FlagKey, reason: string): void => {
  for (const flag of flags) if (flag.key === key) return;
  flags.push({ key, kind: RISK_KEYS.has(key) ? 'risk' : 'trait', label: FLAG_NAMES[key], reason });
};

const percent = (share: number): string => `${Math.round(100 * share)} %`;

/**
 * The flags of a listing, each with the words or the measure it rests on; a measure that is not known raises none.
 * `titleStems` may be handed in where they are known already.
 */
export const flagsOf = (facts: FlagFacts, ready: ReadyRules, titleStems = stemsOf(facts.title)): Flag[] => {
  const { rules } = ready;
  const flags: Flag[] = [];
  if (facts.gated) raise(flags, 'gated', `Newcomers need leave to sell in ${facts.category}.`);
  const inTitle = wordsFound(titleStems, ready);
  if (inTitle) for (const [key, words] of inTitle) raise(flags, key, `The title says “${words}”.`);
  const inCategory = wordsFound(stemsOfCategory(facts.category), ready);
  if (inCategory) for (const [key, words] of inCategory) raise(flags, key, `The category says “${words}”.`);

  if (facts.weight !== null && facts.weight > rules.heavyGrams)
    raise(flags, 'heavy', 'It weighs more than the rules for flags allow.');
  else if (facts.side !== null && facts.side > rules.oversizeMm)
    raise(flags, 'heavy', 'Its longest side is longer than the rules for flags allow.');
  if (facts.bestThreeShare !== null && facts.bestThreeShare >= rules.seasonShare)
    raise(flags, 'holiday', `${percent(facts.bestThreeShare)} of a year's units fall on three months.`);
  if (facts.soldByMarketplace === true) raise(flags, 'brand', 'The marketplace sells it itself.');
  else if (facts.sellers !== null && facts.sellers >= rules.brandSellers)
    raise(flags, 'brand', `${facts.sellers} sellers offer it: a brand that many carry.`);
  else if (facts.brandListings !== null && facts.brandListings >= rules.brandListings)
    raise(flags, 'brand', `${facts.brand} has ${facts.brandListings} listings here.`);
  if (
    facts.price90 !== null &&
    -facts.price90 >= rules.warFall &&
    facts.sellers !== null &&
    facts.sellers >= rules.warSellers
  )
    raise(flags, 'war', `The price fell by ${percent(-facts.price90)} in 90 days, with ${facts.sellers} sellers.`);
  if (facts.packCount !== null && facts.packCount > 1) raise(flags, 'pack', `A pack of ${facts.packCount}.`);

  const powered = flags.some((f) => f.key === 'electronics');
  if (
    facts.season !== null &&
    facts.season <= rules.steadySeason &&
    facts.unitsYear !== null &&
    facts.unitsYear >= -rules.steadyFall
  )
    raise(flags, 'steady', `Hardly any season (${percent(facts.season)}), and no fall within a year.`);
  if (facts.variations === 1 && facts.weight !== null && facts.weight <= rules.simpleGrams && !powered)
    raise(flags, 'simple', 'One variation, light, no power.');
  if (
    facts.units !== null &&
    facts.units >= rules.leaderUnits &&
    facts.brandListings !== null &&
    facts.brandListings <= rules.smallBrand
  )
    raise(flags, 'unbranded', `${Math.round(facts.units)} a month from a brand of ${facts.brandListings} listings.`);
  return flags;
};

/** The flags as one number, a bit each in the order of `FLAGS`. */
export const flagBits = (flags: readonly Flag[]): number => flags.reduce((bits, f) => bits | flagBit(f.key), 0);
/** The bit of one flag. @example flagBit('breakable') // => 2 */
export const flagBit = (key: FlagKey): number => 1 << FLAGS.indexOf(key);

/** The pieces that a title says are in the pack, or null. @example packFromTitle('Card sleeves, pack of 3') // => 3 */
export const packFromTitle = (title: string): number | null => {
  if (!/\d/.test(title)) return null;
  const found = /\b(?:pack|set|box|bundle) of (\d{1,4})\b|\b(\d{1,4})[- ]?(?:pieces|pcs|pack)\b/i.exec(title);
  const n = found ? Number(found[1] ?? found[2]) : Number.NaN;
  return Number.isInteger(n) && n > 1 ? n : null;
};
