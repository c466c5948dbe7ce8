import type { SiftIndex } from './index.ts';

/**
 * Titles in order word by word, numbers by their value before words, equal titles in the order of their rows: a counting
 * sort by each word's place in the alphabet, from the last word of the longest title to the first.
 */
export const placeTitles = (index: SiftIndex, names: readonly string[], used: Uint32Array): void => {
  const { size, titleStart } = index;
  const place = placesOfWords(names);
  let longest = 0;
  for (let row = 0; row < size; row++) longest = Math.max(longest, titleStart[row + 1]! - titleStart[row]!);
  let order = Uint32Array.from({ length: size }, (_, row) => row);
  for (let at = longest - 1; at >= 0; at--) order = dealtByWord(index, order, place, used, at);
  for (let i = 0; i < size; i++) index.titleOrder[order[i]!] = i;
};

/** From 1 on; 0 is for titles that have no such word. */
const placesOfWords = (names: readonly string[]): Uint32Array => {
  const collator = new Intl.Collator('en-GB');
  const values = names.map((name) => (/^\d{1,15}$/.test(name) ? Number(name) : Number.NaN));
  const sorted = [...names.keys()].sort((a, b) => {
    const [x, y] = [values[a]!, values[b]!];
    if (Number.isNaN(x) || Number.isNaN(y))
      return +Number.isNaN(x) - +Number.isNaN(y) || collator.compare(names[a]!, names[b]!) || a - b;
    return x - y || a - b;
  });
  const place = new Uint32Array(names.length);
  sorted.forEach((word, i) => (place[word] = i + 1));
  return place;
};

const dealtByWord = (
  { titleStart }: SiftIndex,
  order: Uint32Array,
  place: Uint32Array,
  used: Uint32Array,
  at: number,
): Uint32Array<ArrayBuffer> => {
  const starts = new Uint32Array(place.length + 2);
  const keys = new Uint32Array(order.length);
  for (let i = 0; i < order.length; i++) {
    const row = order[i]!;
    const word = titleStart[row]! + at;
    const key = word < titleStart[row + 1]! ? place[used[word]!]! : 0;
    keys[i] = key;
    starts[key + 1]!++;
  }
  for (let key = 1; key < starts.length; key++) starts[key] = starts[key]! + starts[key - 1]!;
  const next = new Uint32Array(order.length);
  for (let i = 0; i < order.length; i++) next[starts[keys[i]!]!++] = order[i]!;
  return next;
};
