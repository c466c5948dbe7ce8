import { stemsOf } from '../listing/words.ts';
import { robustSpread } from '../stats/robust.ts';
import type { ShelfListing } from './listing.ts';

/** A listing that may not be the same kind of product, with the reason. */
export interface Stranger {
  code: string;
  reason: string;
}

const FEWEST = 5;
/** Listings with all the words searched for that are enough to say which category is meant. */
const FEWEST_MEANT = 3;
const PRICE_Z = 3.5;
const PRICE_TIMES = 2.5;
/** Most of a shelf stands in one category when this share does. */
const MOSTLY = 0.5;

/**
 * Listings of a shelf that may not be of the same kind: another category than most, a title without the words that the
 * others share, a price far off. Suggestions only; none under five listings.
 * @param words words of the term or niche that the shelf is of, if any.
 */
export const strangers = (listings: readonly ShelfListing[], words = ''): Stranger[] => {
  if (listings.length < FEWEST) return [];
  const titles = listings.map((l) => new Set(stemsOf(l.title)));
  const asked = [...new Set(stemsOf(words))];
  // Those that have all the words searched for tell which category is meant; else most of the shelf does.
  const meant = asked.length > 0 ? listings.filter((_, i) => asked.every((w) => titles[i]!.has(w))) : [];
  const home = mostCommon((meant.length >= FEWEST_MEANT ? meant : listings).map((l) => l.category));
  const among = meant.length >= FEWEST_MEANT ? meant.length : listings.length;
  const mostly = home !== null && home.n / among >= MOSTLY ? home.value : null;
  const telling = tellingWords(titles, asked);
  const logs = listings.flatMap((l) => (l.price === null || l.price <= 0 ? [] : [Math.log(l.price)]));
  const prices = logs.length >= FEWEST ? robustSpread(logs) : null;
  return listings.flatMap((l, i): Stranger[] => {
    const reasons: string[] = [];
    if (mostly !== null && l.category !== mostly)
      reasons.push(
        `stands in ${lastName(l.category)}, ${meant.length >= FEWEST_MEANT ? 'those with all the words' : 'most'} stand in ${lastName(mostly)}`,
      );
    if (telling.length > 0 && !telling.some((w) => titles[i]!.has(w.stem)))
      reasons.push(`its title has none of ${telling.map((w) => `“${w.word}”`).join(', ')}`);
    if (prices && l.price !== null && l.price > 0) {
      const off = Math.log(l.price) - prices.median;
      const times = Math.exp(Math.abs(off));
      if (times >= PRICE_TIMES && (prices.spread === 0 || Math.abs(off) / prices.spread >= PRICE_Z))
        reasons.push(`its price is ${times.toFixed(1)} times ${off > 0 ? 'above' : 'below'} the middle`);
    }
    // One word missing alone says little where the category is the same.
    return reasons.length > 0 ? [{ code: l.code, reason: reasons.join('; ') }] : [];
  });
};

const lastName = (path: string): string => path.split(' › ').at(-1)!;

const mostCommon = (values: readonly string[]): { value: string; n: number } | null => {
  const counts = new Map<string, number>();
  for (const v of values) counts.set(v, (counts.get(v) ?? 0) + 1);
  let best: { value: string; n: number } | null = null;
  for (const [value, n] of counts) if (!best || n > best.n) best = { value, n };
  return best;
};

/** Words that name the kind: of the search, those that most titles have; without a search, those of two titles in three. */
const tellingWords = (
  titles: readonly ReadonlySet<string>[],
  asked: readonly string[],
): { stem: string; word: string }[] => {
  const counts = new Map<string, number>();
  for (const title of titles) for (const stem of title) counts.set(stem, (counts.get(stem) ?? 0) + 1);
  const candidates = asked.length > 0 ? [...new Set(asked)] : [...counts.keys()];
  const wanted = (asked.length > 0 ? 1 / 2 : 2 / 3) * titles.length;
  return candidates
    .filter((stem) => (counts.get(stem) ?? 0) >= wanted)
    .slice(0, 4)
    .map((stem) => ({ stem, word: stem }));
};
