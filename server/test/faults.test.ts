import { afterAll, expect, test } from '@jest/globals';
import { Harness } from './faults/rounds.ts';

/** The short form of `npm run faults`: the real program is hurt at random moments; the seed is printed. */
const seed = Number(process.env.KETTLE_SEED ?? Math.floor(Math.random() * 1e6));
const harness = new Harness(seed, ({ during, fault, after_ms: after, differences }) =>
  process.stdout.write(
    `faults, seed ${seed}: ${during}, ${fault} after ${after} ms${differences.length > 0 ? `: ${differences.join('; ')}` : ''}\n`,
  ),
);
afterAll(() => harness.clean());

test('killed in the first start, it starts again with all its tables', async () => {
  await harness.firstStarts(2);
  expect(harness.failed).toEqual([]);
});

test('killed in each kind of long work, all is as if nobody had hurt it', async () => {
  await harness.jobs(6);
  expect(harness.failed).toEqual([]);
  expect(harness.rounds).toHaveLength(8);
}, 600_000);
