import { stemOf, wordsOf } from '../listing/words.ts';
import { cleanText } from './text.ts';

/** A word, or two or three next to each other, in how many reviews it stands and which stars it goes with. */
export interface TellingWords {
  /** As it is mostly written. */
  words: string;
  reviews: number;
  /** In reviews of one and two stars, and of four and five. */
  low: number;
  high: number;
  /** Log-odds of low against high stars over its standard deviation: above 1.96 it marks low stars, below −1.96 high ones. */
  z: number;
}

/** Words of English that stand in any text. Our own list, no source. */
const COMMON = new Set(
  (
    'the a an and or but if of to in on at for with from by as is are was were be been being it its this that these those i you he she we they me him her us them my your his our their ' +
    'not no so very have has had having do does did done will would can could should may might just than then there here when where which who what why how all any each some more most much ' +
    'many too only also after before again once out up down off over under into onto about around while because until one two three same other such own one get got getting go goes going went ' +
    'really quite even still back well now ever never always s t re ve ll d m don doesn didn isn wasn won can couldn wouldn'
  ).split(' '),
);
const LONGEST = 3;
const FEWEST = 3;
/** Weight of the prior: as many words as this are taken to have been said in the shares of all reviews together. */
const PRIOR = 500;

/** Words, pairs and triples of a text by their stems, none over a sign. */
const phrasesOf = (text: string): Map<string, string> => {
  const found = new Map<string, string>();
  for (const piece of cleanText(text).split(/[.!?;:,()"–—]+/)) {
    const words = wordsOf(piece);
    const stems = words.map(stemOf);
    for (let from = 0; from < words.length; from++)
      for (let n = 1; n <= LONGEST && from + n <= words.length; n++) {
        const key = stems.slice(from, from + n).join(' ');
        if (!found.has(key)) found.set(key, words.slice(from, from + n).join(' '));
      }
  }
  return found;
};
/** Begins or ends with nothing but a common word: "the lid", "lid of". */
const isBare = (words: string): boolean => {
  const parts = words.split(' ');
  return (
    COMMON.has(parts[0]!) ||
    COMMON.has(parts.at(-1)!) ||
    /^\d+$/.test(words) ||
    (parts.length === 1 && words.length < 3)
  );
};

/**
 * Log-odds ratio of a word in one body of text against another over its standard deviation, with a Dirichlet prior in the
 * shares of both together (Monroe, Colaresi & Quinn 2008, "Fightin' words", formulas 16, 20 and 22).
 * @param ofPrior words of the prior, in the shares of all
 * @example logOddsZ({ hits: 30, of: 1000 }, { hits: 10, of: 1000 }, 0.02, 100).toFixed(3) // => "2.952"
 */
export const logOddsZ = (
  first: { hits: number; of: number },
  second: { hits: number; of: number },
  share: number,
  ofPrior: number,
): number => {
  const a = share * ofPrior;
  const odds = ({ hits, of }: typeof first): number => Math.log((hits + a) / (of + ofPrior - hits - a));
  return (odds(first) - odds(second)) / Math.sqrt(1 / (first.hits + a) + 1 / (second.hits + a));
};

/**
 * Words, pairs and triples by how strongly they mark low or high stars; each counts once a review.
 * @param withCommon also those that begin or end with a common word
 * @example tellingWords([{ stars: 1, title: '', body: 'leaks' }, { stars: 1, title: '', body: 'it leaks' }, { stars: 2, title: '', body: 'leaked' }])[0]?.words // => "leaks"
 */
export const tellingWords = (
  reviews: readonly { stars: number; title: string; body: string }[],
  withCommon = false,
  most = 200,
): TellingWords[] => {
  const counts = new Map<string, { forms: Map<string, number>; reviews: number; low: number; high: number }>();
  const sums = { low: 0, high: 0, all: 0 };
  for (const { stars, title, body } of reviews)
    for (const [key, written] of phrasesOf(`${title}. ${body}`)) {
      if (!withCommon && isBare(written)) continue;
      let own = counts.get(key);
      if (!own) counts.set(key, (own = { forms: new Map(), reviews: 0, low: 0, high: 0 }));
      own.forms.set(written, (own.forms.get(written) ?? 0) + 1);
      own.reviews++;
      sums.all++;
      const side = stars <= 2 ? 'low' : stars >= 4 ? 'high' : null;
      if (!side) continue;
      own[side]++;
      sums[side]++;
    }
  return [...counts.values()]
    .filter((c) => c.reviews >= FEWEST)
    .map(({ forms, reviews: n, low, high }) => ({
      words: [...forms].reduce((a, b) => (b[1] > a[1] ? b : a))[0],
      reviews: n,
      low,
      high,
      z: logOddsZ({ hits: low, of: sums.low }, { hits: high, of: sums.high }, n / sums.all, PRIOR),
    }))
    .sort((a, b) => Math.abs(b.z) - Math.abs(a.z) || b.reviews - a.reviews || (a.words < b.words ? -1 : 1))
    .slice(0, most);
};
