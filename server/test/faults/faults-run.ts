// Hurts the real program at random moments and compares what it keeps with a run that nobody hurt. A line a round.
import { Harness } from './rounds.ts';

const [wished = '200', seed = Math.floor(Math.random() * 1e6)] = [
  process.argv[2],
  ...process.argv.slice(3).map(Number),
];
/** Five moments of each kind of work for each of the plain faults, instead of so many rounds of all at random. */
const everyMoment = wished === 'moments';
const rounds = everyMoment ? 0 : Number(wished);
const say = (line: object): void => void process.stdout.write(`${JSON.stringify(line)}\n`);
say({ bench: 'faults', case: `seed ${seed}`, n: rounds });
const harness = new Harness(seed, say);
if (everyMoment) {
  if (!(await harness.fullDisk(90, true))) say({ note: 'a disk cannot be mounted here: the full disk is left out' });
  await harness.everyMoment(['server killed', 'database killed', 'two programs at once']);
} else await atRandom();
async function atRandom(): Promise<void> {
  await harness.oddFiles();
  await harness.firstStarts(Math.ceil(rounds * 0.12));
  await harness.upgrades(Math.ceil(rounds * 0.12));
  if (!(await harness.fullDisk(6))) say({ note: 'a disk cannot be mounted here: the full disk is left out' });
  // In sequences of a few dozen, so that a difference costs one of them and not the rest.
  while (harness.rounds.length < rounds) await harness.jobs(Math.min(48, rounds - harness.rounds.length));
}
say({ bench: 'faults', case: `seed ${seed}`, n: harness.rounds.length, lost: harness.failed.length });
harness.clean();
process.exit(harness.failed.length === 0 ? 0 : 1);
