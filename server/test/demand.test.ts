import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { and, eq } from 'drizzle-orm';
import type { demand } from '@kettle/contract/demand';
import type { BodyOf, ReplyOf } from '@kettle/contract/route';
import type { Job } from '@kettle/contract/shapes';
import { STARTER_SHELF_RULES } from '@kettle/core/shelf/rules';
import {
  listings,
  nicheClicks,
  niches,
  nicheTerms,
  searchTerms,
  termPositions,
  termVolumes,
} from '../src/ground/db/schema.ts';
import { startProgram, type Program } from './program.ts';

type Niches = ReplyOf<typeof demand.niches>;
type Terms = ReplyOf<typeof demand.terms>;
type Shelf = ReplyOf<typeof demand.shelf>;
const at = '/api/marketplaces/quayside';

let program: Program;
beforeAll(async () => {
  program = await startProgram({ kind: 'demo', listings: 2000 });
});
afterAll(() => program.stop());

const ask = async <T>(path: string): Promise<T> => {
  const answer = await program.call<T>('GET', path);
  if (answer.status !== 200) throw new Error(`${answer.status} ${answer.text}`);
  return answer.json;
};

test('niches are narrowed, and each limit says what it costs', async () => {
  const all = await ask<Niches>(`${at}/demand/niches?rows=500`);
  expect(all.total).toBeGreaterThan(80);
  expect(all.count).toBe(all.total);
  const some = await ask<Niches>(`${at}/demand/niches?price=20..&volumeYear=2000..&show=price,units&rows=500`);
  expect(some.count).toBeGreaterThan(0);
  expect(some.count).toBeLessThan(all.count);
  const price = (r: Niches['rows'][number]): number => r.figures.price ?? Number.NaN;
  for (const row of some.rows) {
    expect(price(row)).toBeGreaterThanOrEqual(2000);
    expect(row.figures.volumeYear).toBeGreaterThanOrEqual(2000);
  }
  const without = await ask<Niches>(`${at}/demand/niches?price=20..`);
  expect(some.costs.volumeYear).toBe(without.count - some.count);
  // The histogram counts what passes all other limits.
  expect(some.histograms.price!.reduce((a, b) => a + b, 0)).toBe(some.count + some.costs.price!);
  const sorted = some.rows.map((r) => r.figures.volumeYear!);
  expect(sorted).toEqual([...sorted].sort((a, b) => b - a));
});

test('the income target is price times units, and its dots lie on either side of it', async () => {
  const some = await ask<Niches>(`${at}/demand/niches?income=9000/month&rows=500`);
  const yearly = await ask<Niches>(`${at}/demand/niches?income=108000/year`);
  expect(some.count).toBe(yearly.count);
  for (const { figures } of some.rows) expect(figures.price! * figures.units!).toBeGreaterThanOrEqual(899_999);
  expect(some.dots.some((d) => d.meets)).toBe(true);
  expect(some.dots.some((d) => !d.meets)).toBe(true);
  expect(some.dots.filter((d) => d.meets)).toHaveLength(some.count);
});

test('a word finds niches across categories, a category those of its branch', async () => {
  const words = await ask<Niches>(`${at}/demand/niches?has=looms&rows=500`);
  expect(words.count).toBeGreaterThan(1);
  expect(words.rows.every((r) => /loom/.test(r.name))).toBe(true);
  expect(new Set(words.rows.map((r) => r.category)).size).toBeGreaterThan(1);
  const tree = await ask<{ id: number; path: string }[]>(`${at}/categories`);
  const board = tree.find((c) => c.path === 'Board Games')!;
  const games = await ask<Niches>(`${at}/demand/niches?cat=${board.id}&rows=500`);
  expect(games.count).toBeGreaterThan(3);
  expect(games.rows.every((r) => r.category?.startsWith('Board Games'))).toBe(true);
});

test('terms: brands’ own names stand aside, and can be shown', async () => {
  const own = await ask<Terms>(`${at}/demand/terms?rows=500`);
  expect(own.rows.every((t) => t.brand === null)).toBe(true);
  expect(own.brandTerms).toBeGreaterThan(10);
  const shown = await ask<Terms>(`${at}/demand/terms?names=on&rows=500&has=larchbrook`);
  expect(shown.rows[0]?.brand?.toLowerCase()).toBe('larchbrook');
  // Its searches do not count for the niche.
  const niche = shown.rows[0]!.niches[0]!;
  const sheet = await ask<ReplyOf<typeof demand.niche>>(`${at}/niches/${niche.id}`);
  const open = sheet.terms.filter((t) => t.brand === null);
  const most = open.reduce((sum, t) => sum + (t.figures.volumeYear ?? 0), 0);
  expect(sheet.niche.figures.volumeYear).toBeLessThanOrEqual(most);
  expect(sheet.niche.figures.terms).toBe(open.length);
});

test('bad limits are named and the rest is kept', async () => {
  const reply = await ask<Niches>(
    `${at}/demand/niches?price=abc..&volumeYear=100..&income=lots&share=900&cat=99999999&sort=-beauty`,
  );
  expect(reply.faults.map((f) => f.field).sort()).toEqual(['cat', 'income', 'price', 'share', 'sort']);
  expect(reply.costs).toHaveProperty('volumeYear');
  expect((await program.call('GET', `${at}/niches/99999999`)).status).toBe(404);
  expect((await program.call('GET', `${at}/terms/99999999`)).status).toBe(404);
  expect((await program.call('GET', `${at}/shelf`)).status).toBe(422);
  expect((await program.call('GET', `${at}/shelf?niche=99999999`)).status).toBe(404);
});

test('a find leads in one step to the shelf of its main term, with the find marked and the reasoning told', async () => {
  const feeders = await ask<{ rows: { code: string; title: string }[] }>(`${at}/sift?has=window,feeder`);
  const find = feeders.rows.find((r) => r.title.includes('three cups'))!;
  const shelf = await ask<Shelf>(`${at}/shelf?listing=${find.code}`);
  expect(shelf.kind).toBe('term');
  expect(shelf.find).toBe(find.code);
  expect(shelf.note).toContain('relevance');
  expect(shelf.rows.map((r) => r.listing.code)).toContain(find.code);
  expect(shelf.rows.map((r) => r.unpaid)).toEqual(shelf.rows.map((_, i) => i + 1));
  expect(shelf.rows.find((r) => r.listing.code === find.code)!.alsoIn.length).toBeGreaterThan(0);
});

test('rules for shelves are kept, checked and given back', async () => {
  type Body = BodyOf<typeof demand.keepShelfRules>;
  const rules = { ...structuredClone(STARTER_SHELF_RULES), wallReviews: 200 };
  const put = (body: Omit<Body, 'version'>) => program.put(`${at}/shelf-rules`, body);
  expect((await put({ rules: rules as never })).status).toBe(200);
  const { rules: read, ownRules } = await ask<Shelf>(`${at}/shelf?niche=1`);
  expect(ownRules).toBe(true);
  expect(read.wallReviews).toBe(200);
  const wrong = {
    ...rules,
    parts: {
      ...rules.parts,
      wall: {
        weight: 1,
        map: [
          [5, 0],
          [5, 100],
        ],
      },
    },
  };
  const refused = await put({ rules: wrong as never });
  expect(refused.status).toBe(422);
  expect(refused.text).toContain('rise');
  expect((await put({ rules: null })).status).toBe(200);
  expect((await ask<Shelf>(`${at}/shelf?niche=1`)).ownRules).toBe(false);
});

test('a brand sheet adds up its listings and keeps what is judged', async () => {
  type Sheet = ReplyOf<typeof demand.brand>;
  const sheet = await ask<Sheet>(`${at}/brands/Larchbrook`);
  expect(sheet.listings).toHaveLength(2);
  expect(sheet.revenue).toBe(sheet.listings.reduce((sum, l) => sum + (l.revenue ?? 0), 0));
  expect(sheet.ownTerms.length).toBeGreaterThan(0);
  expect(sheet.shelves[0]!.share).toBeGreaterThan(0.3);
  await program.put(`${at}/brands/Larchbrook/judgement`, { known: 'yes', note: 'seen in shops' });
  expect((await ask<Sheet>(`${at}/brands/Larchbrook`)).judged).toMatchObject({ known: 'yes', note: 'seen in shops' });
  expect((await program.call('GET', `${at}/brands/Nobody%20Knows`)).status).toBe(404);
});

test('rivals side by side: found by all, by some, by none; terms are kept in a basket', async () => {
  type Found = ReplyOf<typeof demand.found>;
  const presses = await ask<{ rows: { code: string }[] }>(`${at}/sift?has=book%20press`);
  const codes = presses.rows.slice(0, 4).map((r) => r.code);
  const found = await ask<Found>(`${at}/found?codes=${codes.join(',')}`);
  expect(found.listings.map((l) => l.code)).toEqual(codes);
  expect(found.terms.some((t) => t.standings.length === codes.length)).toBe(true);
  const [rival] = codes;
  const alone = await ask<Found>(`${at}/found?codes=${rival}`);
  expect(alone.terms.some((t) => t.days.length > 30)).toBe(true);
  const made = await program.call<{ id: number }>('POST', `${at}/candidates`, {
    anchor: rival,
    rivals: codes.slice(1),
  });
  const basket = `/api/candidates/${made.json.id}/terms`;
  const [one, two] = found.terms;
  const kept = await program.call<{ id: number }[]>('PUT', basket, { add: [one!.id, two!.id, one!.id], remove: [] });
  expect(kept.json.map((t) => t.id).sort()).toEqual([one!.id, two!.id].sort());
  await program.call('PUT', basket, { add: [], remove: [two!.id] });
  expect((await ask<{ id: number }[]>(basket)).map((t) => t.id)).toEqual([one!.id]);
  expect((await program.call('PUT', basket, { add: [99999999], remove: [] })).status).toBe(422);
});

test('the hob brings new weeks of searches and places for what is watched', async () => {
  const { db } = program.database;
  const [term] = await db.select().from(searchTerms).where(eq(searchTerms.text, 'folding book press'));
  const before = await ask<ReplyOf<typeof demand.term>>(`${at}/terms/${term!.id}`);
  const presses = await ask<{ rows: { code: string }[] }>(`${at}/sift?has=folding%20book%20press`);
  await program.call('POST', `${at}/watch`, { text: presses.rows.map((r) => r.code).join('\n') });
  const job = await program.call<Job>('POST', `${at}/hob`, { days: 30 });
  await program.ended(job.json);
  const [volumes] = await db.select().from(termVolumes).where(eq(termVolumes.termId, term!.id));
  expect(volumes!.volumes).toHaveLength(before.weeks!.volumes.length + 4);
  const days = await db
    .selectDistinct({ day: termPositions.day })
    .from(termPositions)
    .where(and(eq(termPositions.termId, term!.id)));
  expect(days.length).toBeGreaterThanOrEqual(61 + 30);
  const after = await ask<ReplyOf<typeof demand.term>>(`${at}/terms/${term!.id}`);
  expect(after.seenOn).toBe('2026-12-24');
  expect(after.page.length).toBe(before.page.length);
});

test('the lists go into files with what they hold', async () => {
  const csv = await program.call('GET', `${at}/demand/niches.csv?price=20..&sort=name`);
  expect(csv.text.slice(0, 80)).toContain('# Niches in all of Quayside: price at least 20 USD.');
  expect(csv.text.split('\n').length).toBeGreaterThan(20);
  expect((await program.call('GET', `${at}/demand/terms.xlsx`)).status).toBe(200);
  expect((await program.call('GET', `${at}/demand/beasts.csv`)).status).toBe(404);
});

test('what nobody searched, a niche of one listing, no clicks, no terms: said, and no silly number', async () => {
  const { db } = program.database;
  const [one] = await db.select().from(listings).where(eq(listings.marketplaceId, 'lindholm-torg')).limit(1);
  const put = async (name: string, terms: { text: string; volumes: (number | null)[] }[], share: number | null) => {
    const [niche] = await db.insert(niches).values({ marketplaceId: 'lindholm-torg', name }).$returningId();
    for (const { text, volumes } of terms) {
      const [term] = await db
        .insert(searchTerms)
        .values({ marketplaceId: 'lindholm-torg', text, seenOn: '2026-11-24' })
        .$returningId();
      await db.insert(termVolumes).values({ termId: term!.id, firstWeek: '2026-08-04', volumes });
      await db.insert(nicheTerms).values({ nicheId: niche!.id, termId: term!.id });
    }
    if (share !== null)
      await db.insert(nicheClicks).values({ nicheId: niche!.id, day: '2026-11-24', listingId: one!.id, share });
    return niche!.id;
  };
  const quiet = await put('zither stand', [{ text: 'zither stand', volumes: new Array<number>(16).fill(0) }], 1);
  const empty = await put('nothing at all', [], null);
  const zero = await put('zero clicks', [{ text: 'zero clicks', volumes: [null, null] }], 0);
  const torg = '/api/marketplaces/lindholm-torg';
  for (const id of [quiet, empty, zero]) {
    const sheet = await program.call('GET', `${torg}/niches/${id}`);
    expect(sheet.status).toBe(200);
    expect(sheet.text).not.toMatch(/NaN|Infinity/);
    const shelf = await ask<Shelf>(`${torg}/shelf?niche=${id}`);
    expect(JSON.stringify(shelf)).not.toMatch(/NaN|Infinity/);
  }
  const sheet = await ask<ReplyOf<typeof demand.niche>>(`${torg}/niches/${quiet}`);
  expect(sheet.course.words).toBe('nobody searched it');
  const list = await ask<Niches>(`${torg}/demand/niches?course=nobody`);
  expect(list.rows.map((r) => r.name)).toContain('zither stand');
});
