import { CONCEPTS, type Concept } from './concepts.ts';

/** Words between two of a wording, three at most. */
const GAP = '(?:[^\\w.]+\\w+){0,3}[^\\w.]+';
const sourceOf = (words: string): string => words.replace(/ … /g, GAP).replace(/ /g, '[^\\w.]+');

/** Letters by which wordings are looked up. */
const KEY = 2;

/** What the first letters of a wording can be: as many as are looked up by, fewer where anything may follow. */
const beginningsOf = (words: string): string[] => {
  let at = 0;
  /** Each beginning, and whether it is known to its end so far. */
  type Beginning = { text: string; isOpen: boolean };
  const join = (befores: Beginning[], next: Beginning[]): Beginning[] =>
    befores.flatMap((b) =>
      b.isOpen && b.text.length < KEY ? next.map((n) => ({ text: b.text + n.text, isOpen: n.isOpen })) : [b],
    );
  const either = (): Beginning[] => {
    const ways: Beginning[] = [];
    let way: Beginning[] = [{ text: '', isOpen: true }];
    for (;;) {
      const sign = words[at];
      if (sign === undefined || sign === ')') break;
      if (sign === '|') {
        at++;
        ways.push(...way);
        way = [{ text: '', isOpen: true }];
        continue;
      }
      way = join(way, piece());
    }
    return [...ways, ...way];
  };
  const piece = (): Beginning[] => {
    let found: Beginning[];
    if (words[at] === '(') {
      at += words.startsWith('(?:', at) ? 3 : 1;
      found = either();
      at++;
    } else if (words[at] === '\\' || words[at] === '[' || words[at] === '.' || words[at] === ' ' || words[at] === '…') {
      at = words[at] === '[' ? words.indexOf(']', at) + 1 : at + (words[at] === '\\' ? 2 : 1);
      found = [{ text: '', isOpen: false }];
    } else found = [{ text: words[at++]!, isOpen: true }];
    const many = /^[?*+]|^\{[^}]*\}/.exec(words.slice(at))?.[0];
    if (many) at += many.length;
    if (many === '?' || many === '*') found = [...found, { text: '', isOpen: true }];
    // Repeated: what follows is not known.
    return many && many !== '?' ? found.map((f) => (f.text === '' ? f : { ...f, isOpen: false })) : found;
  };
  return [...new Set(either().map((b) => b.text.slice(0, KEY)))];
};

export interface WordingMet {
  concept: Concept;
  /** 1 good, −1 bad, 0 only named. */
  says: -1 | 0 | 1;
  from: number;
  to: number;
}
interface Bundle extends Pick<WordingMet, 'concept' | 'says'> {
  pattern: RegExp;
}

/** Wordings by their first letters; those of one list and one beginning are one pattern. Under "" those that begin with anything. */
const byBeginning = (() => {
  const lists = new Map<string, Map<string, Pick<Bundle, 'concept' | 'says'> & { words: string[] }>>();
  for (const concept of CONCEPTS)
    for (const [list, says] of [
      [concept.gripes, -1],
      [concept.praises, 1],
      [concept.topic, 0],
    ] as const)
      for (const words of list)
        for (const beginning of beginningsOf(words)) {
          const bundles = lists.get(beginning) ?? new Map();
          lists.set(beginning, bundles);
          const key = `${concept.id} ${says}`;
          const bundle = bundles.get(key) ?? { concept, says, words: [] };
          bundles.set(key, bundle);
          bundle.words.push(words);
        }
  return new Map(
    [...lists].map(([beginning, bundles]) => [
      beginning,
      [...bundles.values()].map(({ concept, says, words }): Bundle => ({
        concept,
        says,
        pattern: new RegExp(`(?:${words.map(sourceOf).join('|')})(?![\\w-])`, 'y'),
      })),
    ]),
  );
})();

/**
 * Every wording of a concept that a clause holds, from each word on the first of its list; clauses are in small letters with
 * their short forms written out.
 * @example wordingsIn('the lid leaks').map((w) => w.concept.id) // => ["closure","leaks"]
 */
export const wordingsIn = (clause: string): WordingMet[] => {
  const met: WordingMet[] = [];
  for (const { index: from } of clause.matchAll(/(?<![\w-])\w/g))
    for (let n = 0; n <= KEY; n++)
      for (const { concept, says, pattern } of byBeginning.get(clause.slice(from, from + n)) ?? []) {
        pattern.lastIndex = from;
        if (pattern.test(clause)) met.push({ concept, says, from, to: pattern.lastIndex });
      }
  return met;
};
