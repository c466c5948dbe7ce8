// From a candidate to its launch: the draft of its page, what is to be done before an order, opinions that come back, one's means,
// answers that are held, pictures as evidence, the year's launches.
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { JSDOM } from 'jsdom';
import type { KeptOpinion, PageFacts, SuggestedPage } from '@kettle/contract/papers';
import type { Job } from '@kettle/contract/shapes';
import type { ScoredCandidate } from '@kettle/contract/shortlist';
import { NO_DRAFT, STARTER_PAGE_LIMITS, type PageDraft } from '@kettle/core/documents/page-draft';
import { NO_MEANS } from '@kettle/core/documents/own-means';
import { STARTER_BEFORE_ORDER } from '@kettle/core/launch/before-order';
import { startProgram, type Program } from './program.ts';

const at = '/api/marketplaces/quayside';
let program: Program;
let id: number;
let other: number;
const of = (path: string): string => `/api/candidates/${id}/${path}`;
const score = async (): Promise<ScoredCandidate> => (await program.call<ScoredCandidate>('GET', of('score'))).json;
const start = async (name: string, anchor: string, rivals: string[]): Promise<number> =>
  (await program.call<{ id: number }>('POST', `${at}/candidates`, { name, anchor, rivals })).json.id;

beforeAll(async () => {
  program = await startProgram({ kind: 'demo' });
  id = await start('Wide press', 'QS0049G9', ['QS004AH0', 'QS004BI1', 'QS004CJ2', 'QS004DK3', 'QS004EL4']);
  other = await start('Bird feeder', 'QS003PX0', ['QS003QY1', 'QS003RZ2', 'QS003T03']);
  const { job } = (await program.call<{ job: Job | null }>('POST', of('reviews/read'))).json;
  if (job) await program.ended(job);
});
afterAll(() => program.stop());

describe('the draft of the page', () => {
  const draft = (part: Partial<PageDraft>): { document: PageDraft } => ({ document: { ...NO_DRAFT, ...part } });
  const facts = async (): Promise<PageFacts> => (await program.call<PageFacts>('GET', of('page-draft/facts'))).json;
  const suggest = () => program.call<SuggestedPage>('POST', of('page-draft/suggestions'));
  const weather = (to: string) => program.call('PUT', `${at}/services/assistant`, { weather: to });

  test('is kept by versions; two windows at once keep one, and the other is told', async () => {
    const first = await program.call<{ version: number }>('PUT', of('page-draft'), { ...draft({ title: 'One' }), version: 0 }); // prettier-ignore
    const second = await program.call<{ current: { document: PageDraft } }>('PUT', of('page-draft'), { ...draft({ title: 'Two' }), version: 0 }); // prettier-ignore
    expect([first.status, second.status, second.json.current.document.title]).toEqual([200, 409, 'One']);
    const both = await Promise.all(['a', 'b', 'c'].map((title) => program.call('PUT', of('page-draft'), { ...draft({ title }), version: first.json.version }))); // prettier-ignore
    expect(both.map((b) => b.status).sort()).toEqual([200, 409, 409]);
    expect((await program.call('PUT', of('page-draft'), { document: { ...NO_DRAFT, title: 'x'.repeat(1001) }, version: 0 })).status).toBe(422); // prettier-ignore
  });

  test('is held against the terms by which the line-up is found; those of rivals’ brands are left out', async () => {
    const { terms, fromBasket, brandTerms, brands, points } = await facts();
    expect([fromBasket, terms[0]!.term]).toEqual([false, 'folding book press']);
    expect(terms.every((t) => brands.every((b) => !t.term.includes(b.toLowerCase())))).toBe(true);
    expect(brandTerms.every((t) => brands.some((b) => t.includes(b.toLowerCase())))).toBe(true);
    expect(brandTerms.length).toBeGreaterThan(0);
    expect(points.some((p) => p.kind === 'gripe' && p.part === 'spindle')).toBe(true);
    const [rows] = await program.database.pool.promise().query(`select id from search_terms where text = 'book press' and marketplace_id = 'quayside'`); // prettier-ignore
    await program.call('PUT', `/api/candidates/${id}/terms`, { add: [Number((rows as { id: number }[])[0]!.id)], remove: [] }); // prettier-ignore
    expect(await facts()).toMatchObject({ fromBasket: true, terms: [{ term: 'book press', searches: expect.any(Number) }] }); // prettier-ignore
    await program.call('PUT', `/api/candidates/${id}/terms`, { add: [], remove: [Number((rows as { id: number }[])[0]!.id)] }); // prettier-ignore
  });

  test('the marketplace’s limits are one’s own to type, and go back', async () => {
    const { limitsVersion } = await facts();
    const limits = { ...STARTER_PAGE_LIMITS, title: 80, wordsIn: 'letters' as const };
    const kept = await program.call<{ version: number }>('PUT', `${at}/page-limits`, { limits, version: limitsVersion }); // prettier-ignore
    expect(await facts()).toMatchObject({ limits, ownLimits: true, limitsVersion: kept.json.version });
    expect((await program.call('PUT', `${at}/page-limits`, { limits: null, version: limitsVersion })).status).toBe(409);
    await program.call('PUT', `${at}/page-limits`, { limits: null, version: kept.json.version });
    expect(await facts()).toMatchObject({ limits: STARTER_PAGE_LIMITS, ownLimits: false });
  });

  test('the assistant writes from facts alone, within the limits, names no rival, and promises nothing that is not in the brief', async () => {
    const before = await suggest();
    expect(before.json.bullets.map((b) => b.from).every((f) => f.startsWith('Sides of the find'))).toBe(true);
    const line = (await facts()).points.find((p) => p.key === 'gripe/holds/spindle')!;
    await program.put(of('brief'), { document: { format: 'cold-kettle/brief', lines: [{ key: line.key, title: line.title, kind: 'gripe', about: 'product', weight: null, change: 'Thread of steel', amount: '24 mm', check: '', page: 'Show it shut' }] } }); // prettier-ignore
    const { json } = await suggest();
    expect(json.bullets[0]).toEqual({ text: 'Spindle holds: thread of steel, 24 mm.', from: expect.stringContaining('Spindle does not hold') }); // prettier-ignore
    expect(json.pictures.map((p) => p.text)).toContain('Show it shut');
    const { limits, brands } = await facts();
    expect(json.title!.text.length).toBeLessThanOrEqual(limits.title);
    expect(json.bullets.length).toBeLessThanOrEqual(limits.bullets);
    expect(Buffer.byteLength(json.words!.text)).toBeLessThanOrEqual(limits.words);
    for (const brand of brands) expect(JSON.stringify(json).toLowerCase()).not.toContain(brand.toLowerCase());
    // The same facts give the same draft, and nothing of it is kept.
    expect((await suggest()).json).toEqual(json);
    expect((await program.call<{ document: PageDraft }>('GET', of('page-draft'))).json.document.bullets).toEqual([]);
  });

  test('an assistant that is away, short of patience, empty or garbled changes nothing and says so', async () => {
    for (const [to, status, words] of [
      ['away', 503, 'does not answer'],
      ['limited', 503, 'less often'],
      ['garbled', 502, 'cannot be read'],
    ] as const) {
      // prettier-ignore
      await weather(to);
      const { status: got, text } = await suggest();
      expect([to, got]).toEqual([to, status]);
      expect(text).toContain(words);
    }
    await weather('empty');
    expect((await suggest()).json).toEqual({ title: null, bullets: [], description: [], words: null, pictures: [] });
    await weather('fair');
  });
});

describe('before an order', () => {
  test('begins with the usual list; a circle and a key twice are refused, and the list stays', async () => {
    const before = (await program.call<{ document: typeof STARTER_BEFORE_ORDER; version: number }>('GET', of('before-order'))).json; // prettier-ignore
    expect(before).toEqual({ document: STARTER_BEFORE_ORDER, version: 0 });
    const [a, b] = STARTER_BEFORE_ORDER.lines;
    const circle = { ...STARTER_BEFORE_ORDER, lines: [{ ...a!, after: [b!.key] }, b!] };
    expect((await program.call('PUT', of('before-order'), { document: circle, version: 0 })).text).toContain('in a circle'); // prettier-ignore
    expect((await program.call('PUT', of('before-order'), { document: { ...STARTER_BEFORE_ORDER, lines: [a, a] }, version: 0 })).status).toBe(422); // prettier-ignore
    const done = { ...STARTER_BEFORE_ORDER, lines: [{ ...a!, done: '2026-11-20', who: 'Ida' }, b!] };
    expect((await program.call('PUT', of('before-order'), { document: done, version: 0 })).status).toBe(200);
    const paper = new JSDOM((await program.call('GET', of('papers/before-order.html'))).text).window.document.body.textContent!; // prettier-ignore
    expect(paper).toContain('☑ 2026-11-20');
    expect(paper).toContain('all is done on 2026-12-15');
  });
});

describe('a second opinion', () => {
  const bring = (text: string) => program.call<{ id: number }>('POST', of('opinions'), { text });
  const all = async (): Promise<KeptOpinion[]> => (await program.call<KeptOpinion[]>('GET', of('opinions'))).json;
  /** What a browser makes of the file's form, filled in. */
  const answered = async (answers: Record<string, string>): Promise<string> => {
    const { text } = await program.call('GET', of('papers/opinion.html'));
    const { document, FormData } = new JSDOM(text).window;
    const form = document.querySelector('form')!;
    const fields = new URLSearchParams([...new FormData(form)].map(([k, v]) => [k, String(v)]));
    for (const [key, value] of Object.entries(answers)) fields.set(key, value);
    return `file:///opinion.html?${fields.toString()}#answered`;
  };

  test('the file goes out as an attachment, blind to one’s own answers, and without a script', async () => {
    await program.put(of('answers/no-patent'), { choice: 'pass', evidence: 'my secret judgement' });
    const { text, headers } = await program.call('GET', of('papers/opinion.html'));
    expect(headers['content-disposition']).toMatch(/^attachment; filename="?wide-press-your-opinion\.html"?$/);
    const { document } = new JSDOM(text).window;
    expect(document.querySelectorAll('script, img, link, iframe')).toHaveLength(0);
    expect(text).not.toContain('my secret judgement');
    expect(text).not.toMatch(/of 100 points|place \d of/);
    expect([...document.querySelectorAll('h2')].map((h) => h.textContent)).toEqual(expect.arrayContaining(['What was measured', 'Money', 'Your answers'])); // prettier-ignore
    expect((await program.call('GET', of('papers/opinion.docx'))).status).toBe(404);
  });

  test('answers come back and stand beside one’s own, differences first; the same person’s newer ones take their place', async () => {
    const first = await bring(await answered({ 'is.no-patent': 'fail', 'why.no-patent': '<b>one</b>', by: 'Ida' }));
    expect(first.status).toBe(200);
    expect((await all())[0]).toMatchObject({ day: '2026-11-24', document: { by: 'Ida', asked: '2026-11-24' }, agreement: { kappa: null, agreed: 0, of: 1 }, answers: expect.arrayContaining([expect.objectContaining({ key: 'no-patent', own: 'passes', other: 'fails', apart: 1, otherWords: '<b>one</b>' })]) }); // prettier-ignore
    expect((await bring(await answered({ 'is.no-patent': 'pass', by: 'Ida', choose: 'yes' }))).json.id).toBe(first.json.id); // prettier-ignore
    expect((await all()).map((o) => [o.document.wouldChoose, o.agreement.agreed])).toEqual([[true, 1]]);
    await bring(await answered({ 'is.different': 'yes', by: 'Otto' }));
    expect((await all()).map((o) => o.document.by)).toEqual(['Otto', 'Ida']);
    expect((await program.call('DELETE', of(`opinions/${first.json.id}`))).status).toBe(200);
    expect((await program.call('DELETE', of(`opinions/${first.json.id}`))).status).toBe(404);
    expect((await program.call('DELETE', `/api/candidates/${other}/opinions/${(await all())[0]!.id}`)).status).toBe(404); // prettier-ignore
  });

  test('answers about another find, cut off or of no kind are refused with a sentence', async () => {
    const address = await answered({ by: 'Ida' });
    const elsewhere = await program.call('POST', `/api/candidates/${other}/opinions`, { text: address });
    expect([elsewhere.status, elsewhere.text]).toEqual([422, expect.stringContaining('another find: quayside/QS0049G9')]); // prettier-ignore
    expect((await bring(address.slice(0, 200))).text).toContain('The end of the answers is missing');
    expect((await bring('hello')).text).toContain('no answers to a second opinion');
  });
});

describe('one’s means', () => {
  test('rule out what does not fit, in every sheet, and are not to be talked round by a stage', async () => {
    const verdict = (await score()).score.verdict;
    await program.put(`${at}/means`, { document: { ...NO_MEANS, taste: 'No presses.' } });
    const taste = (await score()).score.gates.find((g) => g.key === 'means-taste');
    expect([verdict, taste?.state]).toEqual(['open', 'unknown']);
    expect((await program.put(of('answers/means-taste'), { choice: 'fail', evidence: 'I said no presses' })).status).toBe(200); // prettier-ignore
    expect((await score()).score.verdict).toBe('ruled out');
    const moved = await program.call('POST', of('stage'), { stage: 'shortlisted' });
    expect([moved.status, moved.text]).toEqual([409, expect.stringContaining('To your taste')]);
    const report = (await program.call('GET', of('papers/report.md'))).text;
    expect(report).toContain('To your taste: the gate is shut');
    await program.put(`${at}/means`, { document: NO_MEANS });
    expect((await score()).score.verdict).toBe('open');
    expect((await program.call('PUT', `${at}/means`, { document: { ...NO_MEANS, purse: -1 }, version: 0 })).status).toBe(422); // prettier-ignore
  });
});

describe('answers that are held', () => {
  test('stay as they were while the figures go on, say so, and can be let go', async () => {
    const units = async () => (await score()).score.criteria.find((c) => c.key === 'units')!;
    const before = await units();
    expect((await program.call('PUT', of('measured/units'), { held: true })).status).toBe(200);
    await program.database.pool.promise().query(`update estimates set units = units * 3 where listing_id = (select anchor_id from candidates where id = ?)`, [id]); // prettier-ignore
    expect(await units()).toMatchObject({ value: before.value, interval: before.interval, source: expect.stringMatching(/^Held as on 2026-11-24: Estimate of/) }); // prettier-ignore
    expect((await score()).frozen.units).toEqual({ value: before.value, day: '2026-11-24', today: expect.closeTo(3 * before.value!, 6) }); // prettier-ignore
    await program.call('PUT', of('measured/units'), { held: false });
    expect((await units()).value).toBeCloseTo(3 * before.value!, 6);
    expect((await score()).frozen).toEqual({});
    // What is not known cannot be held, and what is not measured neither.
    expect((await program.call('PUT', of('measured/margin'), { held: true })).status).toBe(422);
    expect((await program.call('PUT', of('measured/beauty'), { held: true })).status).toBe(422);
  });
});

describe('pictures as evidence', () => {
  const PNG = Buffer.from('89504e470d0a1a0a0000000d49484452', 'hex');
  const send = (bytes: Buffer, type: string, name = 'hinge.png', key = 'no-patent') =>
    fetch(`http://127.0.0.1:${program.port}${of(`evidence/${key}`)}`, { method: 'POST', body: new Uint8Array(bytes), headers: { 'content-type': type, 'x-file-name': name, origin: `http://127.0.0.1:${program.port}` } }); // prettier-ignore

  test('are kept with the answer, shown as pictures and nothing else, and removed', async () => {
    const made = await send(PNG, 'image/png', encodeURIComponent('größe\u0007.png'));
    const { id: picture } = (await made.json()) as { id: number };
    expect((await score()).pictures['no-patent']).toEqual([{ id: picture, name: 'größe .png', day: '2026-11-24' }]);
    const shown = await fetch(`http://127.0.0.1:${program.port}/api/evidence/${picture}`);
    expect([shown.headers.get('content-type'), shown.headers.get('x-content-type-options'), shown.headers.get('content-security-policy')]).toEqual(['image/png', 'nosniff', "default-src 'none'; sandbox"]); // prettier-ignore
    expect(Buffer.from(await shown.arrayBuffer())).toEqual(PNG);
    expect((await program.call('DELETE', `/api/candidates/${other}/evidence/${picture}`)).status).toBe(404);
    expect((await program.call('DELETE', of(`evidence/${picture}`))).status).toBe(200);
    expect((await score()).pictures).toEqual({});
  });

  test('what is none is refused, whatever it says of itself', async () => {
    const html = Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" onload="alert(1)"/>');
    for (const type of ['image/png', 'image/svg+xml', 'text/html', 'application/octet-stream'])
      expect([type, (await send(html, type)).status]).toEqual([type, 415]);
    expect((await send(PNG, 'image/svg+xml')).status).toBe(415);
    expect((await send(Buffer.alloc(3_100_000, PNG), 'image/png')).status).toBe(413);
    expect((await send(PNG, 'image/png', 'a', 'No Such Key!')).status).toBe(404);
    expect((await fetch(`http://127.0.0.1:${program.port}/api/evidence/999999`)).status).toBe(404);
    expect((await fetch(`http://127.0.0.1:${program.port}${of('evidence/no-patent')}`, { method: 'POST', body: new Uint8Array(PNG), headers: { 'content-type': 'image/png', origin: 'http://elsewhere.example' } })).status).toBe(403); // prettier-ignore
  });
});

test('the year’s launches: months by candidate, money and hands by marketplace', async () => {
  expect((await program.call('PATCH', `/api/candidates/${id}`, { launchMonth: '2027-02' })).status).toBe(200);
  expect((await program.call('PATCH', `/api/candidates/${id}`, { launchMonth: '2027-13' })).status).toBe(422);
  const { launches } = (await program.call<{ launches: { id: number; launchMonth: string | null }[] }>('GET', `${at}/launches`)).json; // prettier-ignore
  expect(launches.map((l) => [l.id, l.launchMonth])).toEqual([[id, '2027-02'], [other, null]]); // prettier-ignore
  const year = { format: 'cold-kettle/launch-year', begins: null, purse: 900_000, atOnce: 2 };
  expect((await program.put(`${at}/launch-year`, { document: year })).status).toBe(200);
  expect((await program.call('GET', `${at}/launch-year`)).json).toMatchObject({ document: year });
  expect((await program.put(`${at}/launch-year`, { document: { ...year, atOnce: 0 } })).status).toBe(422);
});

test('a figure of the whole is told beside those of the listings that it is made of', async () => {
  const { candidates } = (await program.call<{ candidates: { id: number; values: Record<string, number>; shelf: Record<string, number[]> }[] }>('GET', `${at}/shortlist/measures`)).json; // prettier-ignore
  const { values, shelf } = candidates.find((c) => c.id === id)!;
  const sorted = shelf.reviewsMedian!.toSorted((a, b) => a - b);
  expect(sorted).toHaveLength(6);
  expect(values.reviewsMedian).toBe((sorted[2]! + sorted[3]!) / 2);
  expect(shelf.weight).toContain(values.weight);
  // Of what a single listing has not there is none.
  expect(shelf.outlay).toBeUndefined();
});
