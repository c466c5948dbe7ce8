// The short form of `npm run test:cluster`: three nodes of a cluster and two servers behind the proxy, hurt in each kind of work.
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { errorsOf, SeveralRounds } from './several/rounds.ts';

const seed = Number(process.env.KETTLE_SEED ?? Math.floor(Math.random() * 1e6));
const rounds = new SeveralRounds(seed, ({ during, hurt, after_ms: after, requests, errors, faults }) =>
  process.stdout.write(
    `cluster, seed ${seed}: ${during}, ${hurt} after ${after} ms, ${errors} of ${requests} requests failed${faults.length > 0 ? `: ${faults.join('; ')}` : ''}\n`,
  ),
);
/** What is hurt in an import, a day of the hob, reviews that come in and their mining. */
const HURT = ['the first node killed', 'a server killed', 'a node cut off from the others', 'the second node killed'];
beforeAll(() => rounds.start(HURT.length, true));
afterAll(() => rounds.stop());

test('whatever node or server dies or is cut off, nothing that was acknowledged is lost, nothing is there twice, each job has one result', async () => {
  for (const hurt of HURT)
    // Where no network of its own can be made, a node is killed instead of cut off.
    await rounds.round(rounds.hurts.includes(hurt) ? hurt : 'the third node killed', rounds.momentOf(2));
  expect(rounds.failed).toEqual([]);
  const asked = rounds.rounds.reduce((sum, r) => sum + r.requests, 0);
  expect(asked).toBeGreaterThan(100);
  // On a slow machine fewer are asked; those that failed are the ones that a killed server was answering.
  expect(errorsOf(rounds.rounds)).toBeLessThanOrEqual(asked > 1000 ? 1 : 3);
  for (const { errors_s: seconds } of rounds.rounds) expect(seconds).toBeLessThanOrEqual(10);
}, 400_000);
