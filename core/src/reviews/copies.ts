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

/**
 * Knows texts again: the same but for case and signs, or nearly the same, with four words of five in common. Those that
 * could be are found by the least hashes of their words (Broder 1997, "On the resemblance and containment of documents"),
 * and then compared word by word.
 */
export class CopyFinder {
  private readonly exact = new Map<string, number>();
  private readonly told = new Map<number, boolean>();
  private readonly known: { id: number; words: Uint32Array }[] = [];
  /** Of each band, the texts that have its hashes, by their places. */
  private readonly bands = Array.from({ length: BANDS }, () => new Map<number, number[]>());

  /**
   * Whether a text is like one of another id that was shown before; afterwards it is known, too. Short texts never are. Of an
   * id that was shown before the same is told again: work that is done anew comes to the same.
   * @example (() => { const known = new CopyFinder(); known.isCopy(1, 'The lid leaked all over my bag.'); return known.isCopy(2, 'the lid leaked, all over my bag!'); })() // => true
   */
  isCopy(id: number, text: string): boolean {
    const before = this.told.get(id);
    if (before !== undefined) return before;
    const isCopy = this.isLikeAnother(id, text);
    this.told.set(id, isCopy);
    return isCopy;
  }

  private isLikeAnother(id: number, text: string): boolean {
    if (text.length < SHORTEST_COPY) return false;
    const key = copyKey(text.slice(0, LONGEST_TEXT));
    const first = this.exact.get(key);
    if (first !== undefined) return first !== id;
    this.exact.set(key, id);
    const words = hashedWords(key);
    if (words.length < FEWEST_WORDS) return false;
    const keys = bandsOf(words);
    const isLike = keys.some((band, at) =>
      this.bands[at]!.get(band)?.some((place) => {
        const other = this.known[place]!;
        return other.id !== id && resemblance(words, other.words) >= ALIKE;
      }),
    );
    const place = this.known.push({ id, words }) - 1;
    keys.forEach((band, at) => {
      const own = this.bands[at]!.get(band);
      if (own) own.push(place);
      else this.bands[at]!.set(band, [place]);
    });
    return isLike;
  }
}

/** A word's hash, spread once more: neighbours in the alphabet are far apart. */
const spread = (hash: number): number => {
  const h = Math.imul(hash ^ (hash >>> 15), 0x2c1b3c6d);
  return (h ^ (h >>> 13)) >>> 0;
};

const room = new Uint32Array(LONGEST_TEXT);
/** Hashes of a text's words (32-bit FNV-1a), each once, rising. @param key words with one blank between them */
const hashedWords = (key: string): Uint32Array => {
  let n = 0;
  let h = 0x811c9dc5;
  for (let i = 0; i <= key.length; i++) {
    const sign = i < key.length ? key.charCodeAt(i) : BLANK;
    if (sign !== BLANK) h = Math.imul(h ^ sign, 0x01000193);
    else {
      room[n++] = spread(h);
      h = 0x811c9dc5;
    }
  }
  const all = room.subarray(0, n).sort();
  let unique = 0;
  for (let i = 0; i < n; i++) if (i === 0 || all[i] !== all[i - 1]) all[unique++] = all[i]!;
  return all.slice(0, unique);
};
const BLANK = 32;

const least = new Uint32Array(BANDS * ROWS);
/**
 * The least hashes of some words by bands, each as one number: what two have by chance is told by the words. Two hashes
 * of a word make all others (Kirsch & Mitzenmacher 2006).
 */
const bandsOf = (words: Uint32Array): number[] => {
  least.fill(0xffffffff);
  for (const first of words) {
    const second = Math.imul(first, 0x9e3779b1) | 1;
    let hash = first | 0;
    for (let i = 0; i < BANDS * ROWS; i++) {
      const unsigned = hash >>> 0;
      if (unsigned < least[i]!) least[i] = unsigned;
      hash = (hash + second) | 0;
    }
  }
  return Array.from({ length: BANDS }, (_, b) => {
    let mixed = 0;
    for (let r = 0; r < ROWS; r++) mixed = Math.imul(mixed ^ least[b * ROWS + r]!, 0x01000193);
    // Small numbers are keys that need no memory of their own.
    return mixed >>> 2;
  });
};

/** Share of the words of both texts that are in both (Jaccard 1901); both rising. */
const resemblance = (a: Uint32Array, b: Uint32Array): number => {
  let both = 0;
  for (let i = 0, j = 0; i < a.length && j < b.length;)
    if (a[i] === b[j]) {
      both++;
      i++;
      j++;
    } else if (a[i]! < b[j]!) i++;
    else j++;
  return both / (a.length + b.length - both);
};
