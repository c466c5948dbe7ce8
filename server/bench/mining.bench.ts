/**
 * What it takes to read 100,000 reviews in the program itself, and to ask what they say: the job, the first answer, an
 * answer of 20,000 after each change of a filter, the memory, and how long the server's main thread is held meanwhile.
 */
import { monitorEventLoopDelay } from 'node:perf_hooks';
import { setTimeout } from 'node:timers/promises';
import type { MinedReviews } from '@kettle/contract/candidates';
import type { Job } from '@kettle/contract/shapes';
import { addDays } from '@kettle/core/measures/day';
import { randomFrom } from '@kettle/core/stats/random';
import { labelledReviews } from '../../core/test/reviews/labelled.ts';
import { realToday } from '../src/ground/marketplaces/clock.ts';
import { freshSchema, importCsv, startProgram } from '../test/program.ts';

const REVIEWS = Number(process.env.KETTLE_BENCH_REVIEWS ?? 100_000);
const LISTINGS = 50;
/** Listings of the line-up that is asked with filters: 20,000 reviews. */
const ASKED = LISTINGS / 5;

process.env.KETTLE_TEST_DATABASE_URL = process.env.KETTLE_DATABASE_URL;
const program = await startProgram({ url: await freshSchema() });
await program.call('POST', '/api/marketplaces', {
  name: 'Large',
  currency: 'USD',
  measures: 'imperial',
  copyFrom: null,
});
const today = realToday();
const codes = Array.from({ length: LISTINGS }, (_, i) => `ITEM-${i}`);
const listingsFile = ['Code,Title,Price', ...codes.map((c, i) => `${c},"Thing of kind ${i}",20`)].join('\n');
await importCsv(program, 'large', 'listings', listingsFile);

// Sentences by hand, put together anew: few texts are alike.
const random = randomFrom(7);
const sentences = [...labelledReviews(), ...labelledReviews('after')].flatMap((r) => r.sentences.map((s) => s.text));
const pick = (): string => sentences[Math.floor(random() * sentences.length)]!.replaceAll('"', '');
const lines = ['Code,Stars,Title,Text,Date'];
for (let i = 0; i < REVIEWS; i++)
  lines.push(
    `${codes[i % LISTINGS]!},${1 + Math.floor(random() * 5)},Number ${i},"${pick()} ${pick()} ${pick()} ${pick()}",${addDays(today, -Math.floor(random() * 900))}`,
  );
const taken = await importCsv(program, 'large', 'reviews', lines.join('\n'));
console.error(taken.message);

const candidate = async (rivals: string[]): Promise<number> =>
  (await program.call<{ id: number }>('POST', '/api/marketplaces/large/candidates', { anchor: 'ITEM-0', rivals })).json
    .id;
const all = await candidate(codes.slice(1));
const few = await candidate(codes.slice(1, ASKED));

const ms = (x: number): number => Math.round(x);
const delay = monitorEventLoopDelay({ resolution: 5 });
delay.enable();
globalThis.gc?.();
const before = process.memoryUsage.rss();
let most = before;
const watch = setInterval(() => (most = Math.max(most, process.memoryUsage.rss())), 100);

const since = performance.now();
let job = (await program.call<{ job: Job }>('POST', `/api/candidates/${all}/reviews/read`)).json.job;
let firstThemes: number | null = null;
while (job.state === 'queued' || job.state === 'running') {
  await setTimeout(500);
  job = (await program.call<Job>('GET', `/api/jobs/${job.id}`)).json;
  if (firstThemes === null && job.done > 0) {
    const { json } = await program.call<MinedReviews>('GET', `/api/candidates/${few}/reviews`);
    if (json.themes.length > 0) firstThemes = performance.now() - since;
  }
}
const read = performance.now() - since;
console.log(
  JSON.stringify({
    bench: 'mining',
    case: `${REVIEWS} reviews are read`,
    state: job.state,
    seconds: ms(read) / 1000,
    first_themes_s: firstThemes && ms(firstThemes) / 1000,
    memory_more_mb: ms((most - before) / 2 ** 20),
    main_longest_ms: ms(delay.max / 1e6),
    goal: '120 s, memory 1 GB, main thread 50 ms',
  }),
);

delay.reset();
const ask = async (id: number, query: string): Promise<{ took: number; mined: MinedReviews }> => {
  const from = performance.now();
  const { json: mined } = await program.call<MinedReviews>('GET', `/api/candidates/${id}/reviews${query}`);
  return { took: performance.now() - from, mined };
};
const first = await ask(few, '');
console.log(
  JSON.stringify({
    bench: 'mining',
    case: `themes of ${first.mined.withText} reviews, first asked for`,
    ms: ms(first.took),
    themes: first.mined.themes.length,
    goal: '1,500 ms',
  }),
);
const filters = [
  '?stars=1',
  '?stars=1,2',
  '?words=leaks',
  '?words=handle',
  `?from=${addDays(today, -180)}`,
  '?by=part',
  '?stars=5&words=gift',
  `?words=${encodeURIComponent('"does not"')}`,
];
const took: number[] = [];
for (const query of filters) took.push((await ask(few, query)).took);
console.log(
  JSON.stringify({
    bench: 'mining',
    case: 'a filter of those is answered, each for the first time',
    of_each_ms: Object.fromEntries(filters.map((f, i) => [f, ms(took[i]!)])),
    longest_ms: ms(Math.max(...took)),
    main_longest_ms: ms(delay.max / 1e6),
    goal: '150 ms; main thread 50 ms',
  }),
);
const whole = await ask(all, '');
console.log(
  JSON.stringify({
    bench: 'mining',
    case: `themes of ${whole.mined.withText} reviews, first asked for`,
    ms: ms(whole.took),
    copies: whole.mined.copies,
    memory_more_mb: ms((most - before) / 2 ** 20),
  }),
);
clearInterval(watch);
await program.stop();
process.exit(0);
