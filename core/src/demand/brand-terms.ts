import { wordsOf } from '../listing/words.ts';

/**
 * Says of search terms whether they are the name of a brand, alone or with other words: whoever searches a rival's name
 * does not look for you. A name is found as a whole, word for word; one-word names under four letters are passed over,
 * and so are names whose every word is an ordinary word of the marketplace's categories ("Book Press").
 */
export class BrandNames {
  private readonly byFirstWord = new Map<string, { words: string[]; name: string }[]>();

  constructor(brands: Iterable<string>, ordinary: ReadonlySet<string> = new Set()) {
    for (const name of brands) {
      const words = wordsOf(name);
      if (words.length === 0 || words.join('').length < 4 || words.every((w) => ordinary.has(w))) continue;
      const first = words[0]!;
      const there = this.byFirstWord.get(first);
      if (there) there.push({ words, name });
      else this.byFirstWord.set(first, [{ words, name }]);
    }
  }

  /** The longest brand's name in a term, or null. @example new BrandNames(['Larch Brook']).in('larch brook feeder') // => "Larch Brook" */
  in(term: string): string | null {
    const words = wordsOf(term);
    let best: { words: string[]; name: string } | null = null;
    words.forEach((word, at) => {
      for (const brand of this.byFirstWord.get(word) ?? [])
        if (brand.words.every((w, i) => words[at + i] === w) && brand.words.length > (best?.words.length ?? 0))
          best = brand;
    });
    return (best as { name: string } | null)?.name ?? null;
  }
}
