import { afterAll, beforeAll, beforeEach, expect, test } from '@jest/globals';
import { eq, sql } from 'drizzle-orm';
import { atOnce, type Database, type Session } from '../src/ground/db/connection.ts';
import { marketplaces } from '../src/ground/db/schema.ts';
import { raiseDataVersion } from '../src/ground/estimates/estimates.ts';
import { conflict } from '../src/ground/problems/problem.ts';
import { startProgram, type Program } from './program.ts';

let program: Program;
let database: Database;
beforeAll(async () => {
  program = await startProgram({ kind: 'demo', listings: 1000 });
  ({ database } = program);
});
afterAll(() => program.stop());

const nameOf = async (id: string): Promise<string> =>
  (await database.db.select().from(marketplaces).where(eq(marketplaces.id, id)))[0]!.name;
const versionOf = async (id: string): Promise<number> =>
  (await database.db.select().from(marketplaces).where(eq(marketplaces.id, id)))[0]!.dataVersion;
const rename = ({ db }: Session, id: string, end: string) =>
  db
    .update(marketplaces)
    .set({ name: sql`concat(${marketplaces.name}, ${end})` })
    .where(eq(marketplaces.id, id));

let ids: string[];
beforeEach(async () => {
  ids = (await database.db.select({ id: marketplaces.id }).from(marketplaces)).map((m) => m.id);
  for (const id of ids) await database.db.update(marketplaces).set({ name: '' }).where(eq(marketplaces.id, id));
});

test('of two that wait for each other one is ended by the database and done again: nobody hears of it', async () => {
  const [one, other] = ids as [string, string];
  const tries = { a: 0, b: 0 };
  let reached = 0;
  let bothThere = (): void => {};
  const both = new Promise<void>((resolve) => (bothThere = resolve));
  const crossing = (name: 'a' | 'b', first: string, second: string) =>
    atOnce(database, async (inside) => {
      tries[name]++;
      await rename(inside, first, name);
      // The first time round each holds what the other is about to ask for.
      if (tries[name] === 1 && ++reached === 2) bothThere();
      if (tries[name] === 1) await both;
      await rename(inside, second, name);
      await raiseDataVersion(inside.db, second, null);
    });
  await Promise.all([crossing('a', one, other), crossing('b', other, one)]);
  expect(tries.a + tries.b).toBe(3);
  // Each is there once, in both places, in the order in which they ended.
  expect([...(await nameOf(one))].sort()).toEqual(['a', 'b']);
  expect(await nameOf(other)).toBe(await nameOf(one));
});

test('what the action itself refuses is told as it is, undone, and costs no connection', async () => {
  const [one] = ids as [string];
  const before = await versionOf(one);
  const seen = new Set<number | null>();
  for (let i = 0; i < 20; i++)
    await expect(
      atOnce(database, async (inside) => {
        const [[row]] = (await inside.db.execute(sql`select connection_id() as id`)) as unknown as [{ id: number }[]];
        seen.add(row!.id);
        await rename(inside, one, 'never');
        await raiseDataVersion(inside.db, one, null);
        throw conflict('Not like this.');
      }),
    ).rejects.toThrow('Not like this.');
  expect(await nameOf(one)).toBe('');
  expect(await versionOf(one)).toBe(before);
  expect(seen.size).toBeLessThanOrEqual(8);
});
