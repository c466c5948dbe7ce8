/** Five hundred candidates by thirty criteria: the standing, what would turn it, and ten thousand draws; and the demo's server with as many. */
import type { Criterion, Scoresheet } from '@kettle/core/documents/scoresheet';
import { firstPlaces } from '@kettle/core/score/firmness';
import { sensitivityOf } from '@kettle/core/score/sensitivity';
import { score, standing } from '@kettle/core/score/scoresheet';
import { medianOf } from '@kettle/core/stats/robust';
import { randomFrom } from '@kettle/core/stats/random';
import { standingOf } from '../src/capabilities/score/service.ts';
import { openDatabase } from '../src/ground/db/connection.ts';
import { candidates, lineUp, listings } from '../src/ground/db/schema.ts';
import { marketOf } from '../src/ground/marketplaces/marketplaces.ts';
import { prepareWorkspace } from '../src/roof/prepare.ts';
import { eq } from 'drizzle-orm';

const line = (o: object): void => console.log(JSON.stringify({ bench: 'score', ...o }));
const [MANY, CRITERIA, DRAWS] = [500, 30, 10_000];

const random = randomFrom(7919);
const sheet: Scoresheet = {
  format: 'cold-kettle/scoresheet',
  version: 2,
  name: 'Thirty',
  passMark: 150,
  gates: [],
  criteria: Array.from({ length: CRITERIA }, (_, j): Criterion => ({
    key: `c${j}`,
    name: `C${j}`,
    group: 'demand',
    how: '',
    weight: 1 + (j % 3),
    scale:
      j % 2 === 0
        ? { kind: 'measured', measure: 'units', bands: [{ from: 0, points: 0 }, { from: 100, points: 4 }, { from: 300, points: 8 }] } // prettier-ignore
        : { kind: 'judged', options: [0, 3, 6].map((points) => ({ key: `p${points}`, label: '', points })) },
  })),
};
const answered = Array.from({ length: MANY }, (_, i) => {
  const value = 20 + 500 * random();
  return {
    name: `N${i}`,
    answers: {
      judged: Object.fromEntries(
        sheet.criteria.flatMap((c, j) => (j % 2 === 1 && random() > 0.2 ? [[c.key, { choice: `p${3 * Math.floor(3 * random())}`, evidence: '', day: '2026-11-24' }]] : [])), // prettier-ignore
      ),
      measured: { units: { value, source: '', interval: { low: 0.7 * value, high: 1.4 * value } } },
    },
  };
});
const timed = async <T>(name: string, goal: number, action: () => T | Promise<T>): Promise<T> => {
  const times: number[] = [];
  let result: T;
  for (let i = 0; i < 4; i++) {
    const since = performance.now();
    result = await action();
    times.push(performance.now() - since);
  }
  line({ case: name, candidates: MANY, criteria: CRITERIA, p50_ms: Math.round(medianOf(times.slice(1))!), goal_ms: goal }); // prettier-ignore
  return result!;
};
const ranked = await timed('standing, reckoned', 100, () =>
  standing(answered.map(({ name, answers }, id) => ({ id: id + 1, name, score: score(sheet, answers) }))),
);
await timed('what single answers and weights would turn', 1000, () => sensitivityOf(sheet, ranked));
await timed(`${DRAWS} draws of weights, open answers and figures`, 2000, () =>
  firstPlaces({ sheet, candidates: ranked, draws: DRAWS, seed: 1, weights: 'around' }),
);

const database = openDatabase(process.env.KETTLE_DATABASE_URL!);
await prepareWorkspace(database, 'demo', 30_000, () => {});
const { db } = database;
const rows = await db.select({ id: listings.id }).from(listings).where(eq(listings.marketplaceId, 'quayside')).limit(6 * MANY); // prettier-ignore
for (let i = 0; i < MANY; i++) {
  const of = rows.slice(6 * i, 6 * i + 6);
  const [made] = await db.insert(candidates).values({ marketplaceId: 'quayside', name: `Idea ${i}`, anchorId: of[0]!.id }).$returningId(); // prettier-ignore
  await db.insert(lineUp).values(of.map((l) => ({ candidateId: made!.id, listingId: l.id, addedOn: '2026-11-24' })));
}
const market = await marketOf(db, 'quayside');
await timed('the whole standing of the demo’s server: figures, costings and reviews of 3,000 listings read', 1000, () => standingOf(db, market)); // prettier-ignore
await database.close();
