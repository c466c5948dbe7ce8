// A second opinion: the file that goes out, what comes back of it by whatever way, and how far two people agree.
import fc from 'fast-check';
import { JSDOM } from 'jsdom';
import type { Scoresheet } from '../src/documents/scoresheet.ts';
import { opinionAsHtml, readOpinion, type OpinionBack } from '../src/papers/second-opinion.ts';
import { agreementOf, compareAnswers, questionsOf } from '../src/score/opinions.ts';
import { NO_MEANS } from '../src/documents/own-means.ts';
import { withMeans } from '../src/score/own-means.ts';
import { besideOf, forAndAgainst } from '../src/score/beside.ts';
import { score } from '../src/score/scoresheet.ts';
import { STARTER_SCORESHEET } from '../src/score/starter-scoresheet.ts';

const HOSTILE = `"><script>alert(1)</script>' & <img src=x onerror=alert(2)>`;
const sheet: Scoresheet = {
  ...STARTER_SCORESHEET,
  name: `Sheet ${HOSTILE}`,
  gates: [...STARTER_SCORESHEET.gates, { key: 'law', name: HOSTILE, how: HOSTILE, measured: null }],
};
const file = (): string =>
  opinionAsHtml({
    about: `quayside/${HOSTILE}`,
    day: '2026-11-24',
    sheet,
    report: { title: `Press ${HOSTILE}`, about: [HOSTILE], sections: [] },
  });

/** Fills the form as a person would, and gives what a browser sends of it. */
const answered = (answers: Record<string, string>): [string, string][] => {
  const { document, FormData } = new JSDOM(file()).window;
  const form = document.querySelector('form')!;
  for (const [name, value] of Object.entries(answers)) {
    const radio = [...form.querySelectorAll<HTMLInputElement>(`input[type=radio][name="${name}"]`)].find((r) => r.value === value); // prettier-ignore
    if (radio) radio.checked = true;
    else form.querySelector<HTMLInputElement | HTMLTextAreaElement>(`[name="${name}"]`)!.value = value;
  }
  return [...new FormData(form)].map(([k, v]) => [k, String(v)]);
};
const WHY = 'I saw one & it = “good”:\nline two\nby=nobody # really?';
const given = { 'is.law': 'fail', 'why.law': WHY, 'is.different': 'yes', choose: 'no', words: 'No.\n\nNo!', by: 'Ida Ö' }; // prettier-ignore
const asAddress = (fields: [string, string][]): string => `file:///home/ida/your-opinion.html?${new URLSearchParams(fields).toString()}#answered`; // prettier-ignore

describe('the file', () => {
  test('holds no script and no outside address, whatever it is filled with, and each question once', () => {
    const html = file();
    const { document } = new JSDOM(html).window;
    expect(document.querySelectorAll('script, img, link, iframe, object, embed, base')).toHaveLength(0);
    for (const e of document.querySelectorAll('*')) for (const { name } of e.attributes) expect(name).not.toMatch(/^on/); // prettier-ignore
    expect(html.replace(/mailto:[^"]*/g, '')).not.toMatch(/https?:|url\(|@import/);
    expect([...document.querySelectorAll('[action], [formaction]')].flatMap((e) => [e.getAttribute('action'), e.getAttribute('formaction')]).filter(Boolean).map((a) => a!.slice(0, 7))).toEqual(['#answer', 'mailto:']); // prettier-ignore
    expect(new Set([...document.querySelectorAll('legend')].map((l) => l.textContent)).size).toBe(questionsOf(sheet).length + 2); // prettier-ignore
    // Everything that is asked can be reached and is named.
    for (const area of document.querySelectorAll('textarea')) expect(area.getAttribute('aria-label')).toBeTruthy();
  });
});

describe('what comes back', () => {
  const right: OpinionBack['opinion'] = {
    format: 'cold-kettle/opinion',
    by: 'Ida Ö',
    asked: '2026-11-24',
    answers: [
      { key: 'law', choice: 'fail', why: WHY },
      { key: 'different', choice: 'yes', why: '' },
    ],
    wouldChoose: false,
    words: 'No.\n\nNo!',
  };
  const sorted = (back: OpinionBack | string): OpinionBack['opinion'] => {
    if (typeof back === 'string') throw new Error(back);
    return { ...back.opinion, answers: [...back.opinion.answers].sort((a, b) => b.key.localeCompare(a.key)) };
  };

  test('as an address line: alone, within a mail, broken into lines, marked as answered', () => {
    const address = asAddress(answered(given));
    expect(sorted(readOpinion(address))).toEqual(right);
    expect(readOpinion(address)).toMatchObject({ about: `quayside/${HOSTILE}`, sheet: sheet.name });
    expect(sorted(readOpinion(`Hello,\n\nhere it is: ${address}\n\nIda\n`))).toEqual(right);
    const broken = address.replace(/(.{72})/g, '$1\r\n');
    expect(sorted(readOpinion(broken))).toEqual(right);
    expect(sorted(readOpinion(broken.replace(/^/gm, '> ')))).toEqual(right);
  });

  test('as the body of a mail: a field a line, lines of a text below each other', () => {
    // HTML Living Standard, "text/plain form data": name, "=", value, line break.
    const body = answered({ ...given, 'why.law': 'I saw one & it = “good”:\nline two' }).map(([k, v]) => `${k}=${v}\r\n`).join(''); // prettier-ignore
    const wanted = { ...right, answers: [{ ...right.answers[0]!, why: 'I saw one & it = “good”:\nline two' }, right.answers[1]!] }; // prettier-ignore
    expect(sorted(readOpinion(body))).toEqual(wanted);
    expect(sorted(readOpinion(`On Tuesday Ida wrote:\n${body.replace(/^/gm, '> ')}\n-- \nsent from afar`))).toEqual(wanted); // prettier-ignore
  });

  test('what is cut off, nameless or something else is refused with a sentence', () => {
    const address = asAddress(answered(given));
    expect(readOpinion(address.slice(0, -40))).toMatch(/end of the answers is missing/);
    expect(readOpinion('https://example.org/?q=1')).toMatch(/no answers to a second opinion/);
    expect(readOpinion(asAddress(answered({ ...given, by: '  ' })))).toMatch(/carry no name/);
    expect(readOpinion(asAddress([...answered(given).filter(([k]) => k !== 'asked'), ['asked', 'yesterday']]))).toMatchObject({ opinion: { asked: null } }); // prettier-ignore
  });

  test('whatever is typed comes back as it was, by address and whatever else stands around', () =>
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 80 }), fc.string({ maxLength: 40 }), (why, words) => {
        const fields: [string, string][] = [['kettle', 'cold-kettle-opinion'], ['about', 'a/b'], ['asked', ''], ['sheet', 'S'], ['is.law', 'pass'], ['why.law', why], ['choose', ''], ['words', words], ['by', 'I'], ['end', '1']]; // prettier-ignore
        const back = readOpinion(asAddress(fields));
        if (typeof back === 'string') throw new Error(back);
        // eslint-disable-next-line no-control-regex -- signs that no paper holds become blanks
        const clean = (t: string): string => t.replace(/[\u0000-\u0008\u000B\u000C\u000E-\u001F\uFFFE\uFFFF]/g, ' ').toWellFormed().trim(); // prettier-ignore
        expect(back.opinion.answers[0]).toEqual({ key: 'law', choice: 'pass', why: clean(why) });
        expect(back.opinion.words).toBe(clean(words));
      }),
      { numRuns: 300, seed: 67 },
    ));
});

describe('beside one’s own', () => {
  test('the largest difference stands first, then what only the other answered', () => {
    const { answers, pairs } = compareAnswers(
      STARTER_SCORESHEET,
      { 'no-patent': { choice: 'pass', evidence: 'two registers' }, different: { choice: 'no', evidence: '' }, means: { choice: 'tight', evidence: '' } }, // prettier-ignore
      [
        { key: 'no-patent', choice: 'fail', why: 'there is one' },
        { key: 'different', choice: 'some', why: '' },
        { key: 'curable', choice: 'both', why: '' },
        { key: 'nowhere', choice: 'pass', why: '' },
      ],
    );
    expect(answers.slice(0, 2).map((a) => [a.key, a.own, a.other])).toEqual([['no-patent', 'passes', 'fails'], ['different', 'no', 'somewhat']]); // prettier-ignore
    expect(answers.at(-1)!.key).toBe('means');
    expect(answers.some((a) => a.key === 'nowhere')).toBe(false);
    expect(pairs).toHaveLength(2);
  });

  test('agreement beyond chance: nothing of few questions, and never surer than their number allows', () => {
    const all = (n: number): [string, string][] => Array.from({ length: n }, (_, i) => (i % 2 ? ['for', 'for'] : ['against', 'against'])); // prettier-ignore
    expect(agreementOf(all(4)).kappa).toBeNull();
    const ten = agreementOf(all(10));
    expect(ten).toMatchObject({ kappa: 1, agreed: 10, of: 10 });
    // Wilson's lower bound of 10 of 10 is 0.722 (95 %): (0.722 − 0.5) / 0.5.
    expect(ten.low).toBeCloseTo(0.445, 2);
    expect(agreementOf(all(100)).low!).toBeGreaterThan(ten.low!);
    // Cohen 1960 and Fleiss, Cohen & Everitt 1969 are held in corrected.test.ts; of many questions the interval is theirs.
    expect(agreementOf(Array.from({ length: 8 }, () => ['for', 'for'] as [string, string])).kappa).toBeNull();
  });
});

describe('one’s means', () => {
  test('are gates behind the sheet’s own, and rule out whatever the points', () => {
    const means = { ...NO_MEANS, purse: 500_000, income: 80_000, weeks: 16, taste: 'Nothing with feathers.' };
    const own = withMeans(STARTER_SCORESHEET, means);
    expect(own.gates.slice(STARTER_SCORESHEET.gates.length).map((g) => g.key)).toEqual(['means-purse', 'means-income', 'means-weeks', 'means-taste']); // prettier-ignore
    const measured = (outlay: number) => ({ outlay: { value: outlay, source: '' }, monthProfit: { value: 90_000, source: '' } }); // prettier-ignore
    const states = (outlay: number) => Object.fromEntries(score(own, { judged: {}, measured: measured(outlay) }).gates.map((g) => [g.key, g.state])); // prettier-ignore
    expect(states(500_000)).toMatchObject({ 'means-purse': 'pass', 'means-income': 'pass', 'means-weeks': 'unknown', 'means-taste': 'unknown' }); // prettier-ignore
    expect(score(own, { judged: {}, measured: measured(500_001) }).verdict).toBe('ruled out');
    expect(withMeans(STARTER_SCORESHEET, NO_MEANS)).toEqual(STARTER_SCORESHEET);
    // A gate of the sheet's own by that name is not doubled.
    expect(withMeans(own, means)).toEqual(own);
  });
});

describe('side by side', () => {
  test('what sets them apart most stands first, by trying all pairs; what is shut for one only before all', () => {
    const measured = (units: number, reviews: number, gated: number) => ({ units: { value: units, source: '' }, reviewsMedian: { value: reviews, source: '' }, gated: { value: gated, source: '' } }); // prettier-ignore
    const scores = [measured(400, 700, 0), measured(390, 40, 1), measured(10, 40, 0)].map((m) => score(STARTER_SCORESHEET, { judged: {}, measured: m })); // prettier-ignore
    const lines = besideOf(STARTER_SCORESHEET, scores);
    expect(lines[0]).toMatchObject({ kind: 'gate', apart: 100 });
    const apart = (key: string): number => {
      const middles = scores.map((s) => { const c = s.criteria.find((x) => x.key === key)!; return (c.least + c.most) / 2; }); // prettier-ignore
      return Math.max(...middles.flatMap((a) => middles.map((b) => a - b)));
    };
    for (const l of lines.filter((x) => x.kind === 'criterion')) expect(l.apart).toBe(apart(l.key));
    expect(lines.map((l) => l.apart)).toEqual(lines.map((l) => l.apart).toSorted((a, b) => b - a));
    expect(forAndAgainst(STARTER_SCORESHEET, scores[1]!).against[0]).toBe(STARTER_SCORESHEET.gates.find((g) => g.measured?.measure === 'gated')!.name); // prettier-ignore
  });
});
