// Hurts three nodes and two servers at five moments of each kind of work: `npm run test:cluster -- [seed] [moments]`.
import { errorsOf, HURTS, SeveralRounds } from './rounds.ts';

const KINDS = 4;
const FIFTHS = 5;
const seed = Number(process.argv[2] ?? Math.floor(Math.random() * 1e6));
const moments = Number(process.argv[3] ?? 5);
const count = Object.keys(HURTS).length * KINDS * moments;
const tell = (o: object): void => void process.stdout.write(`${JSON.stringify(o)}\n`);
tell({ test: 'cluster', seed, rounds: count });
const rounds = new SeveralRounds(seed, (round) => tell({ test: 'cluster', ...round }));
let failed = true;
try {
  await rounds.start(count, true);
  const { hurts } = rounds;
  // Kinds of work follow each other; what is hurt and at which fifth of it moves on each time round, so that in five times
  // as many each hurt has met each kind at each fifth, and a run that is cut short has tried a bit of everything.
  for (let i = 0; i < hurts.length * KINDS * moments; i++) {
    const [turn, kind] = [Math.floor(i / KINDS), i % KINDS];
    const fifth = (Math.floor(turn / hurts.length) + turn + kind) % FIFTHS;
    await rounds.round(hurts[(turn + kind) % hurts.length]!, rounds.momentOf(fifth));
  }
  const worst = rounds.rounds.toSorted((a, b) => b.errors_s - a.errors_s)[0]!;
  const ratio = errorsOf(rounds.rounds);
  failed = rounds.failed.length > 0;
  tell({
    test: 'cluster',
    case: 'all rounds',
    hurts,
    rounds: rounds.rounds.length,
    with_faults: rounds.failed.length,
    requests: rounds.rounds.reduce((s, r) => s + r.requests, 0),
    errors_pct: Math.round(ratio * 1000) / 1000,
    goal_errors_pct: 1,
    worst_round_errors_pct: Math.round(1000 * Math.max(...rounds.rounds.map((r) => errorsOf([r])))) / 1000,
    longest_errors_s: worst.errors_s,
    goal_errors_s: 10,
    slowest_ms: Math.max(...rounds.rounds.map((r) => r.slowest_ms)),
  });
} catch (error) {
  process.stderr.write(`${(error as Error).stack}\n${rounds.output}\n`);
} finally {
  await rounds.stop();
}
process.exit(failed ? 1 : 0);
