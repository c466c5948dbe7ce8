import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { demand } from '@kettle/contract/demand';
import type { ReplyOf } from '@kettle/contract/route';
import type { ShelfReading, VerdictKey } from '@kettle/core/shelf/reading';
import { STARTER_SHELF_RULES } from '@kettle/core/shelf/rules';
import { readShelf } from '@kettle/core/shelf/shelf';
import { STORIES } from '@kettle/demo/stories';
import { startProgram, type Program } from './program.ts';

type Niches = ReplyOf<typeof demand.niches>;
type Shelf = ReplyOf<typeof demand.shelf>;
const at = '/api/marketplaces/quayside';
/** What the stories hold, and what ordinary shelves must not be said to be. */
const TOLD: VerdictKey[] = ['owned', 'wall', 'flash', 'outlier'];

let program: Program;
let niches: Niches['rows'];
beforeAll(async () => {
  program = await startProgram({ kind: 'demo', listings: 6000 });
  niches = (await program.call<Niches>('GET', `${at}/demand/niches?rows=500`)).json.rows;
});
afterAll(() => program.stop());

const shelfOf = async (name: string): Promise<Shelf> => {
  const niche = niches.find((n) => n.name === name)!;
  return (await program.call<Shelf>('GET', `${at}/shelf?niche=${niche.id}`)).json;
};
const read = ({ rows, course }: Shelf, find: string | null = null): ShelfReading =>
  readShelf(
    rows.map((r) => r.listing),
    { rules: STARTER_SHELF_RULES, currency: 'USD', course, find },
  );
const keys = (reading: ShelfReading): VerdictKey[] => reading.verdicts.map((v) => v.key);

test('the window feeders: owned by two', async () => {
  const reading = read(await shelfOf('window bird feeder'));
  const owned = reading.verdicts.find((v) => v.key === 'owned')!;
  expect(owned.title).toMatch(/^Two brands take \d+ % of the revenue\.$/);
  expect(owned.detail).toContain('Larchbrook');
  expect(owned.detail).toContain('Dunmore Yard');
  expect(owned.codes).toHaveLength(3);
});

test('the folding presses: open, and healthy', async () => {
  const reading = read(await shelfOf('folding book press'));
  expect(keys(reading)).toContain('healthy');
  expect(reading.verdicts.filter((v) => v.tone === 'fails')).toEqual([]);
  const owned = read(await shelfOf('window bird feeder'));
  expect(reading.openness.value!).toBeGreaterThan(owned.openness.value! + 15);
});

test('the negative sleeves: a wall of reviews', async () => {
  const reading = read(await shelfOf('negative sleeve pack'));
  expect(keys(reading)).toContain('wall');
  expect(keys(reading)).not.toContain('healthy');
});

test('the stand lights: a flash before the holidays', async () => {
  const reading = read(await shelfOf('clip-on stand light'));
  expect(reading.verdicts.find((v) => v.key === 'flash')!.detail).toMatch(/October|November|December/);
});

test('the inkle loom that sells: an outlier on its shelf', async () => {
  const shelf = await shelfOf('inkle loom');
  const find = shelf.rows.find((r) => r.listing.title.startsWith('Inkle loom, full size'))!.listing.code;
  expect(keys(read(shelf, find))).toContain('outlier');
  const other = shelf.rows.find((r) => r.listing.code !== find)!.listing.code;
  expect(keys(read(shelf, other))).not.toContain('outlier');
});

test('fifty ordinary shelves are not said to be any of these', async () => {
  const kinds = new Set(STORIES.map((s) => s.kind));
  const ordinary = niches
    .filter((n) => (n.figures.listings ?? 0) >= 15 && !kinds.has(n.category!.split(' › ').at(-1)!))
    .sort((a, b) => (a.name < b.name ? -1 : 1))
    .slice(0, 50);
  expect(ordinary).toHaveLength(50);
  // Finds as a seller would have them; and the giant of each shelf, which may well stand apart from the rest.
  const alarms: string[] = [];
  const giants: string[] = [];
  for (const { name } of ordinary) {
    const shelf = await shelfOf(name);
    const byRevenue = [...shelf.rows].sort((a, b) => (b.listing.revenue ?? 0) - (a.listing.revenue ?? 0));
    for (const place of [1, 4, 9])
      for (const key of keys(read(shelf, byRevenue[place]!.listing.code)))
        if (TOLD.includes(key)) alarms.push(`${name}: ${key} at place ${place + 1}`);
    if (keys(read(shelf, byRevenue[0]!.listing.code)).includes('outlier')) giants.push(name);
  }
  process.stdout.write(`false alarms on 50 ordinary shelves, three finds each: ${alarms.length}\n`);
  for (const alarm of alarms) process.stdout.write(`  ${alarm}\n`);
  process.stdout.write(`their giants taken as the find: ${giants.length} of 50 said to be outliers\n`);
  expect(alarms).toEqual([]);
  expect(giants.length).toBeLessThanOrEqual(5);
});
