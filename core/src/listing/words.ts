import { stemmer } from 'stemmer';

/**
 * The words of a text, lower case, letters and digits only. @example wordsOf('Paint-rack, 52 wells') // => ["paint", "rack", "52", "wells"]
 */
export const wordsOf = (text: string): string[] =>
  // Most titles are plain: what only other letters need takes several times as long.
  (PLAIN.test(text)
    ? text.toLowerCase().match(/[a-z0-9]+/g)
    : text
        .normalize('NFKC')
        .toLowerCase()
        .match(/[\p{L}\p{N}]+/gu)) ?? [];
const PLAIN = /^[\0-\x7f]*$/;

const stems = new Map<string, string>();

/**
 * The stem of a lower-case word, so that "presses" and "pressing" are found by "press". English words only; others come
 * back nearly as they are. Source: Porter (1980), An algorithm for suffix stripping, Program 14(3).
 * @example stemOf('presses') // => "press"
 */
export const stemOf = (word: string): string => {
  let stem = stems.get(word);
  if (stem === undefined) {
    stem = stemmer(word);
    // Titles hold a limited stock of words; made-up ones must not grow this without end.
    if (stems.size > 200_000) stems.clear();
    stems.set(word, stem);
  }
  return stem;
};

/** A word as it is written in titles, with its stem and a number of its own in its stock. */
export interface StockWord {
  text: string;
  stem: string;
  number: number;
}
/** The words of very many titles, each looked up once and stemmed when it is first met. */
export class WordStock {
  private readonly met = new Map<string, StockWord>();

  /** The words of a text, as `wordsOf`. @example new WordStock().wordsOf('Paint racks').map((w) => w.stem) // => ["paint", "rack"] */
  wordsOf(text: string): StockWord[] {
    return wordsOf(text).map((word) => this.of(word));
  }

  private of(text: string): StockWord {
    let word = this.met.get(text);
    if (word === undefined) this.met.set(text, (word = { text, stem: stemOf(text), number: this.met.size }));
    return word;
  }
}

/** The stems of a text in their order. @example stemsOf('Folding book presses') // => ["fold", "book", "press"] */
export const stemsOf = (text: string): string[] => wordsOf(text).map(stemOf);

/** Whether a text has all words of a phrase next to each other, whatever their ending. @example holdsPhrase(stemsOf('A folding book press'), 'book presses') // => true */
export const holdsPhrase = (stems: readonly string[], phrase: string): boolean => {
  const wanted = stemsOf(phrase);
  return wanted.length > 0 && stems.some((_, at) => wanted.every((w, i) => stems[at + i] === w));
};

/** A name as part of a file's name, letters of any script kept. @example fileNameOf('History: Press, A5', 'csv') // => "history-press-a5.csv" */
export const fileNameOf = (name: string, ending: string): string =>
  `${wordsOf(name).join('-').slice(0, 80) || 'file'}.${ending}`;
