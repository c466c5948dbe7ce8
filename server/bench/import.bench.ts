/**
 * What it takes to take large files in: 200,000 listings of 25 columns with their estimates, then 2,000,000 readings of
 * 20,000 of them; the memory of the process that does it, and how long a request of somebody else waits meanwhile.
 */
import { monitorEventLoopDelay } from 'node:perf_hooks';
import { Readable } from 'node:stream';
import { setTimeout } from 'node:timers/promises';
import type { Job } from '@kettle/contract/shapes';
import type { ImportKind, Preview } from '@kettle/contract/sources';
import { addDays } from '@kettle/core/measures/day';
import { realToday } from '../src/ground/marketplaces/clock.ts';
import { freshSchema, startProgram } from '../test/program.ts';

const LISTINGS = Number(process.env.KETTLE_BENCH_LISTINGS ?? 200_000);
const READINGS = Number(process.env.KETTLE_BENCH_READINGS ?? 2_000_000);
const DAYS = 100;

process.env.KETTLE_TEST_DATABASE_URL = process.env.KETTLE_DATABASE_URL;
const program = await startProgram({ url: await freshSchema() });
await program.call('POST', '/api/marketplaces', {
  name: 'Large',
  currency: 'USD',
  measures: 'imperial',
  copyFrom: null,
});
const at = '/api/marketplaces/large';
await program.call('POST', `${at}/curves`, {
  format: 'cold-kettle/rank-curve',
  version: 1,
  category: '*',
  validFrom: '2025-01-01',
  source: 'bench',
  residual: 0.3,
  reviewRate: 0.02,
  reviewSpread: 0.4,
  knots: [1, 1_000_000].map((rank) => ({ rank, unitsPerDay: 300 / rank ** 0.7 })),
});

const COLUMNS =
  'Code,Title,Brand,Category,Price,Rank,Reviews,Rating,Weight (g),Length (cm),Width (cm),Height (cm),Sellers,Pictures,Variations,Fulfilled by,Pieces in the pack,Description,Stock,On sale since,Units a month,Revenue a month,Date,Note,Remark';
const listingsFile = function* (): Generator<string> {
  yield `${COLUMNS}\n`;
  for (let i = 0; i < LISTINGS; i++)
    yield `ITEM-${i},"Thing of kind ${i % 97}, size ${i % 7}",Maker ${i % 900},Branch ${i % 9} > Twig ${i % 41},${(5 + (i % 90)).toFixed(2)},${1 + i},${i % 4000},${(3 + (i % 20) / 10).toFixed(1)},${100 + (i % 3000)},${10 + (i % 30)},${5 + (i % 20)},${2 + (i % 9)},${1 + (i % 4)},${1 + (i % 8)},1,marketplace,1,"A thing that is described in some words, number ${i}",${i % 500},2025-0${1 + (i % 9)}-11,${i % 5 === 0 ? 1 + Math.round(9000 / (1 + i ** 0.7)) : ''},,${realToday()},n,r\n`;
};
const readingsFile = function* (): Generator<string> {
  yield 'Code,Date,Price,Rank,Reviews\n';
  const today = realToday();
  for (let d = DAYS; d > 0; d--) {
    const day = addDays(today, -d);
    for (let i = 0; i < READINGS / DAYS; i++)
      yield `ITEM-${i},${day},${(5 + (i % 90)).toFixed(2)},${1 + i + ((i * d) % 50)},${(i % 4000) + DAYS - d}\n`;
  }
};
const inPieces = function* (lines: Generator<string>): Generator<Buffer> {
  let text = '';
  for (const line of lines) {
    text += line;
    if (text.length > 200_000) {
      yield Buffer.from(text);
      text = '';
    }
  }
  yield Buffer.from(text);
};

const waits: number[] = [];
const ofPath = new Map<string, number[]>();
let measuring = true;
/** Somebody else, who asks for the marketplaces and a sift now and then. */
const somebodyElse = async (): Promise<void> => {
  while (measuring) {
    for (const path of ['/api/marketplaces', `${at}/sift?price=10..20&rows=50`]) {
      const since = performance.now();
      await program.call('GET', path);
      waits.push(performance.now() - since);
      ofPath.set(path.split('?')[0]!, [...(ofPath.get(path.split('?')[0]!) ?? []), waits.at(-1)!]);
    }
    await setTimeout(100);
  }
};
const ms = (x: number): number => Math.round(x);

const measured = async (name: string, kind: ImportKind, lines: Generator<string>, goals: object): Promise<void> => {
  waits.length = 0;
  ofPath.clear();
  const delay = monitorEventLoopDelay({ resolution: 5 });
  delay.enable();
  globalThis.gc?.();
  const before = process.memoryUsage.rss();
  let most = before;
  const watch = setInterval(() => (most = Math.max(most, process.memoryUsage.rss())), 100);
  const start = performance.now();
  const response = await fetch(`http://127.0.0.1:${program.port}${at}/imports/${kind}/preview?name=big.csv`, {
    method: 'POST',
    headers: { 'content-type': 'text/csv' },
    body: Readable.toWeb(Readable.from(inPieces(lines))),
    duplex: 'half',
  } as RequestInit);
  const preview = (await response.json()) as Preview;
  const sent = performance.now();
  const { json } = await program.call<Job>('POST', `${at}/imports/${kind}`, {
    upload: preview.upload,
    mapping: preview.mapping,
    source: 'a panel',
  });
  let estimating: number | null = null;
  let job = json;
  while (job.state === 'queued' || job.state === 'running') {
    await setTimeout(100);
    job = (await program.call<Job>('GET', `/api/jobs/${json.id}`)).json;
    if (job.message.startsWith('Estimating')) estimating ??= performance.now();
  }
  const end = performance.now();
  clearInterval(watch);
  delay.disable();
  const sorted = waits.toSorted((a, b) => a - b);
  console.log(
    JSON.stringify({
      bench: 'import',
      case: name,
      state: job.state,
      rows: preview.rows,
      sent_and_looked_at_s: ms(sent - start) / 1000,
      taken_in_s: ms((estimating ?? end) - sent) / 1000,
      estimates_included_s: ms(end - sent) / 1000,
      memory_more_mb: ms((most - before) / 2 ** 20),
      others_p95_ms: ms(sorted[Math.floor(0.95 * sorted.length)] ?? 0),
      of_each: Object.fromEntries(
        [...ofPath].map(([path, of]) => [path, ms(of.toSorted((a, b) => a - b)[Math.floor(0.95 * of.length)] ?? 0)]),
      ),
      others_longest_ms: ms(sorted.at(-1) ?? 0),
      main_longest_ms: ms(delay.max / 1e6),
      ...goals,
      message: job.message,
    }),
  );
};
// A server that has been used: its threads are there. What they take by themselves is told apart.
const atStart = process.memoryUsage.rss();
const warm = await program.call<Preview>(
  'POST',
  `${at}/imports/listings/preview?name=small.csv`,
  'Code,Title\nWARM-1,Thing',
);
const small = { upload: warm.json.upload, mapping: warm.json.mapping, source: 'a panel' };
await program.ended((await program.call<Job>('POST', `${at}/imports/listings`, small)).json);
await program.call('GET', `${at}/sift?rows=5`);
console.log(
  JSON.stringify({
    bench: 'import',
    case: 'threads',
    memory_more_mb: ms((process.memoryUsage.rss() - atStart) / 2 ** 20),
  }),
);
const other = somebodyElse();
await measured(`${LISTINGS} listings of 25 columns`, 'listings', listingsFile(), {
  goal: '60 s, with estimates 120 s, + 300 MB, p95 250 ms, longest 1 s',
});
await measured(`${READINGS} readings`, 'readings', readingsFile(), { goal: '150 s' });
measuring = false;
await other;
await program.stop();
process.exit(0);
