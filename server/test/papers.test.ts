// The papers of a candidate: as HTML that opens anywhere, as Markdown, as DOCX that another library reads; hostile words in them.
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { XMLParser, XMLValidator } from 'fast-xml-parser';
import { JSDOM } from 'jsdom';
import mammoth from 'mammoth';
import type { Job } from '@kettle/contract/shapes';
import type { KeptBrief } from '@kettle/contract/candidates';
import { startProgram, type Program } from './program.ts';

const HOSTILE = '<img src=x onerror=alert(1)> “Press” & [link](javascript:alert(1)) | # =1+1 \u0007';
let program: Program;
let id: number;
const at = '/api/marketplaces/quayside';
const paper = (which: string) => program.call('GET', `/api/candidates/${id}/papers/${which}`);
const bytes = async (which: string): Promise<Buffer> => Buffer.from(await (await fetch(`http://127.0.0.1:${program.port}/api/candidates/${id}/papers/${which}`)).arrayBuffer()); // prettier-ignore

beforeAll(async () => {
  program = await startProgram({ kind: 'demo' });
  id = (await program.call<{ id: number }>('POST', `${at}/candidates`, { name: HOSTILE, anchor: 'QS0049G9', rivals: ['QS004AH0', 'QS004BI1', 'QS004CJ2', 'QS004DK3', 'QS004EL4'] })).json.id; // prettier-ignore
  const { job } = (await program.call<{ job: Job | null }>('POST', `/api/candidates/${id}/reviews/read`)).json;
  if (job) await program.ended(job);
  await program.call('POST', `/api/candidates/${id}/notes`, { text: `${HOSTILE}\nsecond line` });
  const brief: KeptBrief['document'] = { format: 'cold-kettle/brief', lines: [{ key: 'own-1', title: 'Spindle', kind: 'gripe', about: 'product', weight: { reviews: 40, of: 200, share: 0.2, day: '2026-11-24' }, change: `A longer thread. ${HOSTILE}`, amount: '30 mm instead of 18', check: 'turned a hundred times under 20 kg', page: '' }] }; // prettier-ignore
  await program.put(`/api/candidates/${id}/brief`, { document: brief });
  await program.put(`/api/candidates/${id}/page-draft`, { document: { format: 'cold-kettle/page-draft', title: HOSTILE, bullets: [HOSTILE, 'Turned a hundred times'], description: `${HOSTILE}\nsecond`, words: HOSTILE, pictures: [HOSTILE], drafted: [], answered: [] } }); // prettier-ignore
  await program.put(`/api/candidates/${id}/before-order`, { document: { format: 'cold-kettle/before-order', begins: null, lines: [{ key: 'a', what: HOSTILE, who: HOSTILE, days: 3, after: [], note: HOSTILE, done: null }] } }); // prettier-ignore
  await program.call('POST', `/api/candidates/${id}/decisions`, { kind: 'wait', reasons: ['wall'], text: HOSTILE, until: '2026-12-20' }); // prettier-ignore
});
afterAll(() => program.stop());

describe('as a page', () => {
  test.each(['report', 'brief', 'page', 'before-order'])(
    'the %s holds no script and nothing from elsewhere, and says of which day it is',
    async (which) => {
      const { text, headers, status } = await paper(`${which}.html`);
      expect([status, headers['content-type']]).toEqual([200, 'text/html; charset=utf-8']);
      const { document } = new JSDOM(text).window;
      expect(document.querySelectorAll('script, img, link, iframe, object, embed, form, base')).toHaveLength(0);
      for (const element of document.querySelectorAll('*'))
        for (const { name, value } of element.attributes) {
          expect(name).not.toMatch(/^on/);
          if (name === 'href') expect(value).toMatch(/^#rests-\d+$/);
        }
      expect(text).not.toMatch(/https?:|url\(|@import/);
      expect(document.body.textContent).toContain('2026-11-24');
      expect(document.title).toContain('<img src=x onerror=alert(1)>');
      // Every number leads to what it rests on, and what it rests on has a date.
      for (const link of document.querySelectorAll('sup a')) {
        const rests = document.querySelector(link.getAttribute('href')!);
        expect(rests?.textContent).toMatch(/\d{4}-\d\d-\d\d|To be judged|Not measured|not known|typed|Fewer/);
      }
    },
  );

  test('the report says what the figures say', async () => {
    const { document } = new JSDOM((await paper('report.html')).text).window;
    const sections = [...document.querySelectorAll('h2')].map((h) => h.textContent);
    expect(sections).toEqual(['In short', 'For', 'Against', 'Flags', 'What buyers say of the rivals', 'Ideas: what to make better', 'Money', 'Open questions', 'Decisions', 'Notes', 'What it rests on']); // prettier-ignore
    const text = document.body.textContent!;
    const { json } = await program.call<{ units: number; unitsLow: number; score: { least: number; most: number } }>('GET', `/api/candidates/${id}/score`); // prettier-ignore
    expect(text).toContain(`with ${json.score.least} to ${json.score.most} of 100 points; the mark is 60`);
    expect(text).toContain(`about ${Math.round(json.units)} a month (${Math.round(json.unitsLow)} to`);
    expect(text).toContain('No patent in the way?');
    expect(text).toMatch(/gripe\d+ % \(\d+ % to \d+ %\)/);
    expect(text).toContain('30 mm instead of 18');
    expect(text).toContain('To wait on 2026-11-24: review wall');
  });

  test('the brief for the maker names no rival, and asks for what was decided', async () => {
    const { text } = await paper('brief.html');
    expect(text).toContain('turned a hundred times under 20 kg');
    expect(text).toContain('Told by 40 of 200 buyers of such products');
    for (const code of ['QS0049G9', 'QS004AH0', 'Brasgarth', 'Quayside']) expect(text).not.toContain(code);
  });
});

test('as Markdown: hostile words stay words, tables keep their columns, footnotes are there', async () => {
  const { text, headers } = await paper('report.md');
  expect(headers['content-type']).toBe('text/markdown; charset=utf-8');
  expect(text).toContain('\\<img src=x onerror=alert(1)\\>');
  expect(text).toContain('\\[link\\](javascript:alert(1))');
  const notes = new Set([...text.matchAll(/\[\^(\d+)\](?!:)/g)].map((m) => m[1]));
  for (const n of notes) expect(text).toContain(`\n[^${n}]: `);
  const columns = (line: string): number => line.replaceAll('\\|', '').split('|').length;
  const table = text.split('\n').filter((l) => l.startsWith('| '));
  expect(table.length).toBeGreaterThan(5);
  for (const line of table) expect([4, 6]).toContain(columns(line));
});

test('as DOCX: another library reads its headings, lists, tables and words, and every part of it is sound XML', async () => {
  const file = await bytes('report.docx');
  const { value: html, messages } = await mammoth.convertToHtml({ buffer: file });
  expect(messages.filter((m) => m.type === 'error')).toEqual([]);
  const { document } = new JSDOM(html).window;
  expect(document.querySelector('h1')!.textContent).toContain('a second opinion');
  expect([...document.querySelectorAll('h2')].map((h) => h.textContent)).toContain('Open questions');
  expect(document.querySelectorAll('table')).toHaveLength(2);
  expect(document.querySelectorAll('ol li').length).toBeGreaterThan(5);
  expect(document.body.textContent).toContain('onerror=alert(1)');
  const { default: JSZip } = await import('jszip');
  const zip = await JSZip.loadAsync(file);
  for (const part of Object.values(zip.files).filter((f) => /\.(xml|rels)$/.test(f.name))) {
    const xml = await part.async('string');
    expect([part.name, XMLValidator.validate(xml)]).toEqual([part.name, true]);
    // Nothing in it leads out of it.
    if (part.name.endsWith('.rels')) expect(JSON.stringify(new XMLParser({ ignoreAttributes: false }).parse(xml))).not.toContain('External'); // prettier-ignore
  }
});

test.each(['page', 'before-order', 'brief'])(
  'the %s as DOCX and Markdown opens, with its hostile words as words',
  async (which) => {
    const { value: html, messages } = await mammoth.convertToHtml({ buffer: await bytes(`${which}.docx`) });
    expect(messages.filter((m) => m.type === 'error')).toEqual([]);
    expect(new JSDOM(html).window.document.body.textContent).toContain('onerror=alert(1)');
    expect((await paper(`${which}.md`)).text).not.toMatch(/(?<!\\)<img/);
  },
);

test('figures that are older than they should be are said to be, with their day', async () => {
  await program.call('POST', `/api/candidates/${id}/stage`, { stage: 'watched' });
  await program.database.pool.promise().query(`update watched set since = '2026-10-01'`);
  await program.database.pool.promise().query(`delete from readings where day > '2026-11-10'`);
  const { text } = await paper('report.md');
  expect(text).toMatch(/Figures are older than they should be: \d of its listings were not read when due, (the oldest since 2026-11|some never)/); // prettier-ignore
});

test('what there is not is said', async () => {
  expect((await paper('report.pdf')).status).toBe(404);
  expect((await paper('diary.html')).status).toBe(404);
  expect((await program.call('GET', '/api/candidates/9999/papers/report.html')).status).toBe(404);
  expect((await program.call('GET', '/api/candidates/x/papers/report.html')).status).toBe(404);
});
