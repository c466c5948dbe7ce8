import type { PageDraft, PageLimits } from '../documents/page-draft.ts';
import { countsOf, coverageOf, remarksOn, type TermCoverage } from '../listing-page/draft.ts';
import type { Day } from '../measures/day.ts';
import { said, type Paper, type Section } from './paper.ts';

export interface PagePaperFacts {
  today: Day;
  name: string;
  market: string;
  draft: PageDraft;
  limits: PageLimits;
  terms: readonly { term: string; searches: number | null }[];
  brands: readonly string[];
}

const WHERE: Record<Exclude<TermCoverage['in'], null>, string> = {
  title: 'in the title',
  bullets: 'in the bullets',
  description: 'in the description',
  words: 'among the hidden words',
  several: 'in several parts together',
};
const percent = (share: number | null): string => (share === null ? 'not known' : `${Math.round(100 * share)} %`);

/** The draft of a product page as it is handed to whoever puts it up: texts, what pictures show, search words, and how far it reaches. */
export const pagePaperOf = ({ today, name, market, draft, limits, terms, brands }: PagePaperFacts): Paper => {
  const counts = countsOf(draft, limits);
  const used = (part: string, line: number | null = null): string => {
    const c = counts.find((x) => x.part === part && x.line === line)!;
    return `${c.used} of ${c.most} ${c.unit}${c.used > c.most ? ': too long' : ''}`;
  };
  const texts = (heading: string, kind: 'sentences' | 'list', lines: readonly string[]): Section => ({
    heading,
    blocks: [lines.length === 0 ? { kind: 'sentences', said: [said('Not written yet.')] } : { kind, said: lines.map((l) => said(l)) }], // prettier-ignore
  });
  const { terms: covered, inTitle, seen, anywhere } = coverageOf(draft, terms);
  const remarks = remarksOn(draft, brands);
  const source = `Search terms of the candidate on ${market}, searches a month of the last quarter, ${today}`;
  return {
    title: `${name}: draft of the page`,
    about: [`For ${market}, as of ${today}.`],
    sections: [
      texts(`Title (${used('title')})`, 'sentences', draft.title === '' ? [] : [draft.title]),
      texts(`Bullets (${used('bullets')})`, 'list', draft.bullets),
      texts(`Description (${used('description')})`, 'sentences', draft.description.split(/\n+/).filter((p) => p.trim() !== '')), // prettier-ignore
      texts(`Search words that buyers do not see (${used('words')})`, 'sentences', draft.words === '' ? [] : [draft.words]), // prettier-ignore
      texts(`What the pictures must show (${used('pictures')})`, 'list', draft.pictures),
      {
        heading: 'How far it reaches',
        blocks:
          covered.length === 0
            ? [{ kind: 'sentences', said: [said('No search terms are known for it.')] }]
            : [
                { kind: 'sentences', said: [said(`Of the searches for its terms ${percent(inTitle)} are met by the title, ${percent(seen)} by what buyers see, ${percent(anywhere)} with the hidden words.`, source)] }, // prettier-ignore
                {
                  kind: 'table',
                  head: ['Term', 'Searches a month', 'Where it stands'],
                  rows: covered.map((t) => [
                    said(t.term),
                    said(t.searches === null ? 'not known' : Math.round(t.searches).toLocaleString('en-GB')),
                    said(t.in === null ? `missing: ${t.missing.join(', ') || t.term}` : WHERE[t.in]),
                  ]),
                },
              ],
      },
      ...(remarks.length === 0 ? [] : [{ heading: 'To look at', blocks: [{ kind: 'list' as const, said: remarks.map((r) => said(`${r.part[0]!.toUpperCase()}${r.part.slice(1)}: ${r.text}`)) }] }]), // prettier-ignore
    ],
  };
};
