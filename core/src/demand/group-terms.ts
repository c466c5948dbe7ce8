import { stemsOf } from '../listing/words.ts';

/** A search term with what ties it to others. */
export interface TermToGroup {
  text: string;
  /** How often it is searched, to begin with the most searched. */
  volume: number;
  /** Listings that are found by it. */
  listings: ReadonlySet<number>;
}

/** Words that say nothing of what is sought. */
const EMPTY = new Set(stemsOf('for with and the a of in to best cheap new small large set kit'));
/** Share of words, or of listings, that two terms must have in common to mean the same need; common practice, no source. */
const ALIKE = 0.5;

/** Share of what two sets have together that both have (Jaccard 1912); 0 for two empty ones. */
const common = <T>(a: ReadonlySet<T>, b: ReadonlySet<T>): number => {
  let both = 0;
  for (const x of a) if (b.has(x)) both++;
  const all = a.size + b.size - both;
  return all === 0 ? 0 : both / all;
};

/**
 * Terms that mean the same need, by shared words and shared listings: each joins the most searched term that it is alike
 * to, or begins a group of its own. By the text of each group's most searched term.
 * @example [...groupTerms([{ text: 'book press', volume: 9, listings: new Set() }, { text: 'press for books', volume: 2, listings: new Set() }]).keys()] // => ["book press"]
 */
export const groupTerms = (terms: readonly TermToGroup[]): Map<string, string[]> => {
  const sorted = [...terms].sort((a, b) => b.volume - a.volume || (a.text < b.text ? -1 : 1));
  const heads: { text: string; words: ReadonlySet<string>; listings: ReadonlySet<number> }[] = [];
  const byWord = new Map<string, number[]>();
  const byListing = new Map<number, number[]>();
  const groups = new Map<string, string[]>();
  for (const { text, listings } of sorted) {
    const words = new Set(stemsOf(text).filter((w) => !EMPTY.has(w)));
    // Only heads that share a word or a listing can be alike.
    const near = new Set<number>();
    for (const word of words) for (const at of byWord.get(word) ?? []) near.add(at);
    for (const listing of listings) for (const at of byListing.get(listing) ?? []) near.add(at);
    let best: { at: number; alike: number } | null = null;
    for (const at of near) {
      const head = heads[at]!;
      const alike = Math.max(common(words, head.words), listings.size > 2 ? common(listings, head.listings) : 0);
      if (alike >= ALIKE && (!best || alike > best.alike)) best = { at, alike };
    }
    if (best) {
      groups.get(heads[best.at]!.text)!.push(text);
      continue;
    }
    const at = heads.push({ text, words, listings }) - 1;
    groups.set(text, [text]);
    for (const word of words) byWord.set(word, [...(byWord.get(word) ?? []), at]);
    for (const listing of listings) byListing.set(listing, [...(byListing.get(listing) ?? []), at]);
  }
  return groups;
};
