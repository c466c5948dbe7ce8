// Reads the labelled reviews: written by hand of five kinds of product, with what each sentence says.
import { readdirSync, readFileSync } from 'node:fs';

export interface Label {
  kind: 'gripe' | 'praise' | 'wish';
  concept: string;
  part: string | null;
  about: string;
}
export interface LabelledReview {
  product: string;
  listing: string;
  stars: number;
  day: string;
  title: string;
  /** With the labels of each; the title is not labelled by itself. */
  sentences: { text: string; labels: Label[] }[];
  /** Every second review is never looked at while the miner is built. */
  seen: boolean;
}
const KINDS = { '+': 'praise', '-': 'gripe', '?': 'wish' } as const;
const FOLDERS = {
  labelled: new URL('./labelled/', import.meta.url),
  after: new URL('./written-after/', import.meta.url),
  /** Some faults are told by many, as at real rivals. */
  repeated: new URL('./repeated/', import.meta.url),
};

const sentencesIn = (line: string): LabelledReview['sentences'] => {
  const found: LabelledReview['sentences'] = [];
  const mark = /\[([+?-]) ([a-z-]+)(?: ([a-z-]+))?(?: @([a-z]+))?\]/y;
  let at = 0;
  let text = '';
  const push = (): void => {
    for (const part of text.match(/[^.!?]+[.!?]+["')]*|[^.!?]+$/g) ?? [])
      if (part.trim() !== '') found.push({ text: part.trim(), labels: [] });
    text = '';
  };
  while (at < line.length) {
    mark.lastIndex = at;
    const label = mark.exec(line);
    if (!label) text += line[at++]!;
    else {
      push();
      const [all, sign, concept, part, about] = label;
      found
        .at(-1)!
        .labels.push({ kind: KINDS[sign as '+'], concept: concept!, part: part ?? null, about: about ?? 'product' });
      at += all.length;
    }
  }
  push();
  return found;
};

export const labelledReviews = (which: keyof typeof FOLDERS = 'labelled'): LabelledReview[] => {
  const folder = FOLDERS[which];
  return readdirSync(folder)
    .filter((name) => name.endsWith('.txt'))
    .sort()
    .flatMap((name) => {
      const blocks = readFileSync(new URL(name, folder), 'utf8').split(/^= /m).slice(1);
      return blocks.map((block, i): LabelledReview => {
        const [head = '', ...lines] = block.trim().split('\n');
        const [, listing, stars, day, title = ''] = /^(\S+) (\d) (\S+) \|\s*(.*)$/.exec(head)!;
        return {
          product: name.replace('.txt', ''),
          listing: listing!,
          stars: Number(stars),
          day: day!,
          title,
          sentences: sentencesIn(lines.join(' ')),
          seen: i % 2 === 0,
        };
      });
    });
};
