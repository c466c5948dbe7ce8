// Drafts of pages: what they hold of search terms, what of them answers buyers, what they use of the limits.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { NO_DRAFT, STARTER_PAGE_LIMITS, type PageDraft } from '../src/documents/page-draft.ts';
import { answerOf, readPage } from '../src/listing-page/answered.ts';
import { bytesOf, countsOf, coverageOf, lettersOf, remarksOn } from '../src/listing-page/draft.ts';
import { paperAsMarkdown } from '../src/papers/paper.ts';
import { pagePaperOf } from '../src/papers/page-paper.ts';

const draft = (part: Partial<PageDraft>): PageDraft => ({ ...NO_DRAFT, ...part });

describe('what of a page answers buyers', () => {
  /** Sentences by hand: of those that answer, and of those that do not, how many are told apart. */
  const told = (file: string) => {
    const rows = readFileSync(join(import.meta.dirname, 'page', file), 'utf8').split('\n').filter((l) => l !== '' && !l.startsWith('#')).map((l) => l.split(' | ')); // prettier-ignore
    const found = rows.map(([concept, part, sentence, answers]) => ({
      answers: answers === 'yes',
      found: answerOf(readPage([{ where: 'bullet 1', text: sentence! }]), { key: '', concept: concept!, part: part === '-' ? null : part! }), // prettier-ignore
    }));
    const yes = found.filter((f) => f.answers);
    const no = found.filter((f) => !f.answers);
    return {
      sure: yes.filter((f) => f.found?.sure).length,
      any: yes.filter((f) => f.found).length,
      of: yes.length,
      wronglySure: no.filter((f) => f.found?.sure).length,
      wrongly: no.filter((f) => f.found).length,
      ofNo: no.length,
    };
  };
  const inWords = ({ sure, any, of, wronglySure, wrongly, ofNo }: ReturnType<typeof told>): string =>
    `answers found ${sure} surely, ${any} with perhaps, of ${of}; non-answers taken for one ${wronglySure} surely, ${wrongly} with perhaps, of ${ofNo}`; // prettier-ignore

  test('known sentences are told apart; of other manners of writing little is sure, and that is said', () => {
    const inside = told('told.txt');
    const outside = told('told-after.txt');
    process.stdout.write(`page answers, sentences the words were made beside: ${inWords(inside)}\n`);
    process.stdout.write(`page answers, other manners of writing: ${inWords(outside)}\n`);
    expect(inside.sure).toBeGreaterThanOrEqual(22);
    expect(inside.wronglySure).toBeLessThanOrEqual(1);
    // What is said to be sure must be: a page that answers nothing must not look finished.
    expect(outside.wronglySure).toBeLessThanOrEqual(2);
    expect(outside.any).toBeGreaterThanOrEqual(9);
  });

  test('a part that is spoken of must be named; what is said of everything of a part is answered by naming it', () => {
    const page = readPage([{ where: 'the title', text: 'Press' }, { where: 'bullet 1', text: 'The hinge is riveted and tested.' }]); // prettier-ignore
    expect(answerOf(page, { key: '', concept: 'breaks', part: 'hinge' })).toMatchObject({ where: 'bullet 1', sure: true }); // prettier-ignore
    expect(answerOf(page, { key: '', concept: 'breaks', part: 'lid' })).toBeNull();
    expect(answerOf(page, { key: '', concept: 'any', part: 'hinges' })?.sure).toBe(true);
    expect(answerOf(page, { key: '', concept: 'own:Squirrels', part: null })).toBeNull();
    expect(answerOf(readPage([]), { key: '', concept: 'breaks', part: null })).toBeNull();
  });
});

describe('search terms', () => {
  const terms = [
    { term: 'folding book press', searches: 500 },
    { term: 'book press for beginners', searches: 300 },
    { term: 'presses with screws', searches: 150 },
    { term: 'nipping press', searches: 50 },
    { term: 'best book press', searches: null },
  ];
  test('stand in the first part that holds all their words, or in several together, or miss some', () => {
    const found = coverageOf(
      draft({ title: 'Folding book press', bullets: ['Two screws'], description: 'For beginners.', words: 'nipping' }),
      terms,
    );
    expect(found.terms.map((t) => [t.in, t.whole, t.missing])).toEqual([
      ['title', true, []],
      ['several', false, []],
      ['several', false, []],
      ['several', false, []],
      // Praise of itself is no word that a page could hold.
      ['title', true, []],
    ]);
    expect([found.inTitle, found.seen, found.anywhere]).toEqual([0.5, 0.5, 1]);
    expect(coverageOf(NO_DRAFT, terms).terms.map((t) => t.missing)).toContainEqual(['presses', 'screws']);
    expect(coverageOf(NO_DRAFT, [{ term: 'best', searches: 9 }])).toMatchObject({ anywhere: 0, terms: [{ in: null }] });
    expect(coverageOf(NO_DRAFT, []).anywhere).toBeNull();
  });

  test('more words never hold fewer terms, and a draft made of all terms holds all', () => {
    const word = fc.constantFrom('press', 'book', 'folding', 'screws', 'beech', 'for', 'A5', 'größe', '本');
    const text = fc.array(word, { maxLength: 8 }).map((w) => w.join(' '));
    fc.assert(
      fc.property(text, text, text, fc.array(text, { minLength: 1, maxLength: 5 }), (title, words, more, asked) => {
        const of = asked.map((term, i) => ({ term, searches: i + 1 }));
        const before = coverageOf(draft({ title, words }), of);
        const after = coverageOf(draft({ title, words: `${words} ${more}` }), of);
        expect(after.anywhere!).toBeGreaterThanOrEqual(before.anywhere!);
        expect(after.inTitle).toBe(before.inTitle);
        expect(after.anywhere!).toBeGreaterThanOrEqual(after.seen!);
        for (const t of coverageOf(draft({ description: asked.join('. ') }), of).terms) expect(t.missing).toEqual([]);
      }),
      { numRuns: 300, seed: 41 },
    );
  });
});

describe('limits', () => {
  test('letters are counted as people see them, bytes as they are sent', () => {
    // Unicode Standard Annex 29: a flag, a family and a letter with its accent are one grapheme cluster each.
    expect(lettersOf('e\u0301🇫🇷👨‍👩‍👧')).toBe(3);
    // RFC 3629: two, three and four bytes.
    expect([bytesOf('é'), bytesOf('€'), bytesOf('𝄞')]).toEqual([2, 3, 4]);
    const counts = countsOf(draft({ title: 'ä'.repeat(160), words: 'é'.repeat(130), bullets: ['a', ''] }), STARTER_PAGE_LIMITS); // prettier-ignore
    expect(counts.filter((c) => c.used > c.most).map((c) => [c.part, c.used, c.unit])).toEqual([
      ['title', 160, 'letters'],
      ['words', 260, 'bytes'],
    ]);
    expect(countsOf(draft({ words: 'é'.repeat(130) }), { ...STARTER_PAGE_LIMITS, wordsIn: 'letters' }).find((c) => c.part === 'words')!.used).toBe(130); // prettier-ignore
  });

  test('what stands in its way is said once each: rivals’ brands, claims, capitals, hidden words that are seen', () => {
    const page = draft({ title: 'Oakumble style press', bullets: ['PATENTED hinge', 'PATENTED hinge'], description: '100 % beech', words: 'hinge vice vice for' }); // prettier-ignore
    expect(remarksOn(page, ['Oakumble', '', 'Nettleholt']).map((r) => `${r.part}: ${r.text}`)).toEqual([
      'title: “Oakumble” is a rival’s brand: most marketplaces forbid it.',
      'bullets: “PATENTED” is a claim: have the proof at hand.',
      'bullets: “PATENTED” shouts.',
      'description: “100 %” is a claim: have the proof at hand.',
      'words: “hinge” stands in what buyers see already: it need not be hidden as well.',
      'words: “vice” stands there twice.',
    ]);
  });
});

test('the paper of a page holds all of it, says what is too long and what its terms miss', () => {
  const text = paperAsMarkdown(
    pagePaperOf({
      today: '2026-11-24',
      name: 'Press',
      market: 'Quayside',
      draft: draft({ title: 'Folding press', bullets: ['a'.repeat(300)], pictures: ['In use'], words: 'vice' }),
      limits: STARTER_PAGE_LIMITS,
      terms: [{ term: 'book press', searches: 1200 }, { term: 'folding press', searches: null }], // prettier-ignore
      brands: ['Vice'],
    }),
  );
  expect(text).toContain('## Title (13 of 150 letters)');
  expect(text).toContain('## Description (0 of 2000 letters)\n\nNot written yet.');
  expect(text).toContain('Of the searches for its terms 0 % are met by the title');
  expect(text).toContain('| book press | 1,200 | missing: book |');
  expect(text).toContain('| folding press | not known | in the title |');
  expect(text).toContain('Words: “Vice” is a rival’s brand');
});
