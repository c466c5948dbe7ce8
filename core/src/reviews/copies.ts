import { copyKey, LONGEST_TEXT } from './text.ts';

/** Shorter texts are often alike by chance and are no copies. */
const SHORTEST_COPY = 25;
/** Fewer different words are like others by chance. */
const FEWEST_WORDS = 12;
/** Words in common of all words of both, from which one text is a copy of the other. */
const ALIKE = 0.8;
// Of texts with four words of five in common 98 % meet in a band; of those with three of ten 2 %.
const BANDS = 10;
const ROWS = 5;

/** 32-bit FNV-1a of a word, mixed with a seed. */
const hashOf = (word: string, seed: number): number => {
  let h = (0x811c9dc5 ^ seed) >>> 0;
  for (let i = 0; i < word.length; i++) h = Math.imul(h ^ word.charCodeAt(i), 0x01000193) >>> 0;
  h = Math.imul(h ^ (h >>> 15), 0x2c1b3c6d);
  return (h ^ (h >>> 13)) >>> 0;
};

/**
 * Knows texts again: the same but for case and signs, or nearly the same, with four words of five in common. Those that
 * could be are found by the least hashes of their words (Broder 1997, "On the resemblance and containment of documents"),
 * and then compared word by word.
 */
export class CopyFinder {
  private readonly exact = new Map<string, number>();
  private readonly bands = new Map<number, { id: number; words: ReadonlySet<string> }[]>();

  /**
   * Whether a text is like one of another id that was shown before; afterwards it is known, too. Short texts never are.
   * @example (() => { const known = new CopyFinder(); known.isCopy(1, 'The lid leaked all over my bag.'); return known.isCopy(2, 'the lid leaked, all over my bag!'); })() // => true
   */
  isCopy(id: number, text: string): boolean {
    if (text.length < SHORTEST_COPY) return false;
    const key = copyKey(text.slice(0, LONGEST_TEXT));
    const first = this.exact.get(key);
    if (first !== undefined) return first !== id;
    this.exact.set(key, id);
    const words = new Set(key.split(' '));
    if (words.size < FEWEST_WORDS) return false;
    const bands = bandsOf(words);
    const isLike = bands.some((band) =>
      this.bands.get(band)?.some((other) => other.id !== id && resemblance(words, other.words) >= ALIKE),
    );
    for (const band of bands) {
      const own = this.bands.get(band);
      if (own) own.push({ id, words });
      else this.bands.set(band, [{ id, words }]);
    }
    return isLike;
  }
}

/** Two hashes of a word make all others (Kirsch & Mitzenmacher 2006); words come again and again. */
const hashes = new Map<string, readonly [number, number]>();
const MOST_HASHES = 200_000;
const hashesOf = (word: string): readonly [number, number] => {
  let own = hashes.get(word);
  if (!own) {
    if (hashes.size > MOST_HASHES) hashes.clear();
    hashes.set(word, (own = [hashOf(word, 0), hashOf(word, 0x9e3779b9) | 1]));
  }
  return own;
};

const least = new Uint32Array(BANDS * ROWS);
/** The least hashes of a text's words by bands, each as a number: what two bands have by chance is told by the words. */
const bandsOf = (words: ReadonlySet<string>): number[] => {
  least.fill(0xffffffff);
  for (const word of words) {
    const [first, second] = hashesOf(word);
    for (let i = 0, hash = first; i < least.length; i++, hash = (hash + second) >>> 0)
      if (hash < least[i]!) least[i] = hash;
  }
  return Array.from({ length: BANDS }, (_, b) => {
    let mixed = 0;
    for (let r = 0; r < ROWS; r++) mixed = Math.imul(mixed ^ least[b * ROWS + r]!, 0x01000193);
    return b * 2 ** 32 + (mixed >>> 0);
  });
};

/** Share of the words of both texts that are in both (Jaccard 1901). */
const resemblance = (a: ReadonlySet<string>, b: ReadonlySet<string>): number => {
  let both = 0;
  for (const word of a) if (b.has(word)) both++;
  return both / (a.size + b.size - both);
};
