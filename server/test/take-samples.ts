import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Job } from '@kettle/contract/shapes';
import type { ImportKind, Preview } from '@kettle/contract/sources';
import { repositoryRoot } from '../../scripts/private-database.mjs';
import type { Program } from './program.ts';

export const sample = (name: string): Buffer => readFileSync(join(repositoryRoot, 'samples', name));

/** The sample files and what each holds, in the order of the walk through them. */
export const SAMPLE_FILES: readonly (readonly [string, ImportKind])[] = [
  ['listings.csv', 'listings'],
  ['readings.csv', 'readings'],
  ['months.json', 'months'],
  ['counts.tsv', 'counts'],
  ['reviews.ndjson', 'reviews'],
  ['search terms.csv', 'terms'],
  ['positions.csv', 'positions'],
  ['clicks.csv', 'clicks'],
  ['exchange rates.csv', 'rates'],
  ['quotes.xlsx', 'quotes'],
];

/** A marketplace with its fees and a friend's curve, and all sample files taken in as they are proposed. */
export const takeSamples = async (
  program: Program,
  name: string,
): Promise<{ at: string; id: string; jobs: { name: string; proposed: ImportKind; job: Job }[] }> => {
  const { json } = await program.call<{ id: string }>('POST', '/api/marketplaces', {
    name,
    currency: 'EUR',
    measures: 'metric',
    copyFrom: null,
  });
  const at = `/api/marketplaces/${json.id}`;
  await program.call('POST', `${at}/fee-schedules`, JSON.parse(sample('fee schedule.json').toString()) as object);
  await program.call('POST', `${at}/curves`, JSON.parse(sample('rank curve.json').toString()) as object);
  const jobs = [];
  for (const [file] of SAMPLE_FILES) {
    const path = `${at}/imports/any/preview?name=${encodeURIComponent(file)}`;
    const { upload, mapping, kind: proposed } = (await program.call<Preview>('POST', path, sample(file))).json;
    const body = { upload, mapping, source: 'a panel' };
    const started = await program.call<Job>('POST', `${at}/imports/${proposed}`, body);
    jobs.push({ name: file, proposed, job: await program.ended(started.json) });
  }
  return { at, id: json.id, jobs };
};
