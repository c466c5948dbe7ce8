/**
 * What a large file, and themes of many reviews, do to everybody else: the longest that the server's main thread could not
 * answer meanwhile, beside the time that the work itself took.
 */
import { monitorEventLoopDelay } from 'node:perf_hooks';
import type { Job } from '@kettle/contract/shapes';
import type { Preview } from '@kettle/contract/sources';
import { themesOf } from '@kettle/core/reviews/themes';
import { csv, freshSchema, startProgram } from '../test/program.ts';

process.env.KETTLE_TEST_DATABASE_URL = process.env.KETTLE_DATABASE_URL;
const program = await startProgram({ kind: 'demo', listings: 3000, url: await freshSchema() });
const at = '/api/marketplaces/quayside';
// Threads are started and code is warm before anything is measured.
await program.call(
  'POST',
  `${at}/imports/listings/preview?name=warm.csv`,
  csv(['Listing code', 'Title'], ['AB12', 'x']),
);

const measured = async <T>(name: string, n: number, work: () => Promise<T>): Promise<T> => {
  const delay = monitorEventLoopDelay({ resolution: 1 });
  delay.enable();
  const since = performance.now();
  const result = await work();
  const took = performance.now() - since;
  delay.disable();
  const ms = (ns: number): number => Number((ns / 1e6).toFixed(1));
  process.stdout.write(
    `${JSON.stringify({ bench: 'files', case: name, n, took_ms: Math.round(took), main_p99_ms: ms(delay.percentile(99)), main_longest_ms: ms(delay.max) })}\n`,
  );
  return result;
};

const rows = ['Listing code,Title,Description\n'];
for (let size = 0, i = 0; size < 45 * 2 ** 20; i++)
  size +=
    rows[
      rows.push(`BIG${String(i % 3000).padStart(6, '0')},Thing ${i},"${'many words of a description '.repeat(32)}"\n`) -
        1
    ]!.length;
const text = Buffer.from(rows.join(''));
const send = async (): Promise<Preview> => {
  const response = await fetch(`http://127.0.0.1:${program.port}${at}/imports/listings/preview?name=big.csv`, {
    method: 'POST',
    headers: { 'content-type': 'text/csv' },
    body: text,
  });
  return (await response.json()) as Preview;
};
const preview = await measured('a file of 45 MB is sent and looked at', rows.length - 1, send);
await measured('it is taken in', rows.length - 1, async () => {
  const { json } = await program.call<Job>('POST', `${at}/imports/listings`, {
    upload: preview.upload,
    mapping: preview.mapping,
    source: 'x',
  });
  return program.ended(json);
});
await measured('fees and curves are copied into it', 1, () =>
  program.call('POST', `${at}/copy-fees`, { from: 'quayside' }),
);

const facts = Array.from({ length: 10_000 }, (_, i) => ({
  id: i + 1,
  listing: i % 7,
  stars: 1 + (i % 5),
  day: '2026-05-01',
}));
const said = facts.flatMap(({ id }) =>
  Array.from({ length: 4 }, (_, k) => ({
    review: id,
    kind: 'gripe' as const,
    concept: 'holds',
    part: `part ${(id * (k + 3)) % 900}`,
    about: 'product' as const,
    words: 'slips',
    sentence: `Sentence ${k} of ${id}.`,
  })),
);
await measured('themes of 10,000 reviews, reckoned in this thread for once', facts.length, async () =>
  themesOf(said, facts, '2026-11-24'),
);
await program.stop();
process.exit(0);
