import { mkdirSync, readFileSync, utimesSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { MarketFolder } from '@kettle/contract/folder';
import type { Job } from '@kettle/contract/shapes';
import type mysql from 'mysql2/promise';
import type { RealProgram } from './program.ts';

/** A running program, whatever it consists of, as it is asked by tests. */
export type Asked = Pick<RealProgram, 'call' | 'withDatabase' | 'address' | 'data'>;
/** A piece of long work that is asked for over the API, the same for the same number. */
export interface Work {
  name: string;
  ask: (program: Asked) => Promise<Job>;
}
export const MARKET = '/api/marketplaces/quayside';
const WATCHED = ['QS0049G9', 'QS003W36', 'QS004AH0', 'QS003PX0', 'QS0043A3', 'QS003Y58'];

const takeIn = async (program: Pick<Asked, 'call'>, kind: string, text: string, market = MARKET): Promise<Job> => {
  const { upload, mapping } = await program.call<{ upload: number; mapping: object }>(
    'POST',
    `${market}/imports/${kind}/preview?name=${kind}.csv`,
    text,
  );
  return program.call<Job>('POST', `${market}/imports/${kind}`, { upload, mapping, source: 'a list of mine' });
};

/** Rows that differ with the number of the round: new listings, and newer figures of some that are there. */
const listingsFile = (round: number): string =>
  [
    'Listing code,Title,Brand,Category,Price,Rank,Reviews,Weight (lb),Sellers,Units a month,Stock',
    ...Array.from({ length: 400 }, (_, i) => {
      const n = i < 100 ? i : 100 + round * 300 + i;
      return `FT${String(n).padStart(6, '0')},Rack number ${n} in round ${i < 100 ? round : 0},Maker ${n % 40},Faults › Kind ${n % 7},${10 + ((n + round) % 50)}.50,${1 + ((n * 37 + round) % 900)},${n % 300},1.${n % 9},${1 + (n % 3)},${20 + (n % 500)},${n % 90}`;
    }),
  ].join('\n');

const reviewsFile = (round: number): string =>
  [
    'Listing code,Stars,Text,Date',
    ...Array.from({ length: 600 }, (_, i) => {
      const bad = i % 3 === 0;
      return `${WATCHED[i % WATCHED.length]},${bad ? 2 : 5},"${bad ? `The spindle slips after ${i} turns and the hinge is flimsy, round ${round}.` : `Sturdy board and a smooth screw, bought ${i} times, round ${round}.`}",2026-0${1 + (i % 9)}-1${i % 9}`;
    }),
  ].join('\n');

const countsFile = (round: number): string =>
  [
    'Listing code,Date,Stock',
    ...WATCHED.flatMap((code, c) =>
      Array.from(
        { length: 40 },
        (_, i) =>
          `${code},2026-${10 + (round % 2)}-${String(1 + (i % 28)).padStart(2, '0')},${900 - i * (c + 2) - round}`,
      ),
    ),
  ].join('\n');

/** A marketplace of one's own, whose searches come from files. */
const OWN = '/api/marketplaces/far-quay';

const termsFile = (round: number): string =>
  [
    'Search term,Week,Searches,Niche',
    ...Array.from(
      { length: 600 },
      (_, i) =>
        `term ${i % 40} of ${i % 3},2026-${String(1 + (i % 9)).padStart(2, '0')}-0${1 + (round % 3)},${(i * 7 + round) % 900},Need ${i % 11}`,
    ),
  ].join('\n');

const quotesFile = (round: number): string =>
  [
    'Listing code,Supplier,Price,Currency,Minimum,Date',
    ...WATCHED.flatMap((code, c) =>
      Array.from(
        { length: 30 },
        (_, i) =>
          `${code},Maker ${i % 9},${3 + c + i / 10},EUR,${100 * (1 + i)},2026-0${1 + (round % 9)}-0${1 + (i % 9)}`,
      ),
    ),
  ].join('\n');

const ratesFile = (round: number): string =>
  [
    'Currency,Date,Rate',
    ...Array.from(
      { length: 300 },
      (_, i) =>
        `${['EUR', 'GBP', 'CNY'][i % 3]},2025-${String(1 + (i % 12)).padStart(2, '0')}-${10 + (i % 18)},${1 + ((i + round) % 50) / 100}`,
    ),
  ].join('\n');

const readingsFile = (round: number): string =>
  [
    'Listing code,Date,Price,Rank,Reviews',
    ...WATCHED.flatMap((code, c) =>
      Array.from(
        { length: 60 },
        (_, i) => `${code},2026-0${1 + (i % 9)}-${10 + ((i + round) % 18)},${20 + c}.${10 + i},${100 + i + round},${i}`,
      ),
    ),
  ].join('\n');

const monthsFile = (round: number): string =>
  [
    'Listing code,Month,Price,Rank',
    ...WATCHED.flatMap((code, c) =>
      Array.from(
        { length: 24 },
        (_, i) =>
          `${code},202${4 + Math.floor(i / 12)}-${String(1 + (i % 12)).padStart(2, '0')},${20 + c},${200 + i + round}`,
      ),
    ),
  ].join('\n');

/** Of listings and searches of the marketplace of one's own. */
const positionsFile = (round: number): string =>
  [
    'Search term,Listing code,Date,Position',
    ...Array.from(
      { length: 400 },
      (_, i) => `term ${i % 40} of ${i % 3},OWN${i % 8},2026-03-${10 + ((i + round) % 18)},${1 + (i % 60)}`,
    ),
  ].join('\n');
const clicksFile = (round: number): string =>
  [
    'Niche,Listing code,Date,Share of the clicks',
    ...Array.from(
      { length: 200 },
      (_, i) => `Need ${i % 11},OWN${i % 8},2026-03-${10 + ((i + round) % 18)},${(i % 30) / 100}`,
    ),
  ].join('\n');
const ownListingsFile = (): string =>
  [
    'Listing code,Title,Price,Rank',
    ...Array.from({ length: 8 }, (_, i) => `OWN${i},Thing ${i} of my own,${10 + i}.50,${100 + i}`),
  ].join('\n');
const OLD_ENOUGH_S = 1_700_000_000;

/** A file that lies in the folder and is taken in by itself: how it is told from others is by its time. */
const putInFolder = async (program: Asked, round: number): Promise<Job> => {
  const { path } = await program.call<MarketFolder>('GET', `${OWN}/folder`);
  mkdirSync(path!, { recursive: true });
  const name = `readings ${round}.csv`;
  writeFileSync(
    join(path!, name),
    `Listing code,Date,Price,Rank\n${Array.from({ length: 200 }, (_, i) => `OWN${i % 8},2026-02-${10 + (i % 18)},${11 + (i % 5)}.${10 + (round % 80)},${90 + i}`).join('\n')}\n`,
  );
  utimesSync(join(path!, name), OLD_ENOUGH_S + round, OLD_ENOUGH_S + round);
  for (;;) {
    const { files } = await program
      .call<MarketFolder>('POST', `${OWN}/folder/look`)
      .catch((): MarketFolder => ({ path: null, files: [] }));
    const jobs = await program.call<Job[]>('GET', '/api/jobs').catch((): Job[] => []);
    const found = files.some((f) => f.name === name && f.state !== 'waiting');
    const job = jobs.find((j) => j.kind === 'import-readings');
    if (found && job) return job;
  }
};

/** The newest import that is in force, or was taken back. */
const newestImport = async (program: Asked, takenBack: boolean): Promise<number> => {
  const all = await program.call<{ id: number; takenBackAt: string | null }[]>('GET', `${MARKET}/imports`);
  return all.find((i) => (i.takenBackAt !== null) === takenBack)!.id;
};

let candidate: number | null = null;
const candidateId = async (program: Pick<Asked, 'call'>): Promise<number> => {
  const there = await program.call<{ id: number }[]>('GET', `${MARKET}/candidates`);
  candidate =
    there[0]?.id ??
    (
      await program.call<{ id: number }>('POST', `${MARKET}/candidates`, {
        anchor: WATCHED[0],
        rivals: WATCHED.slice(1),
      })
    ).id;
  return candidate;
};

/** What must be there before the first round. @param withCopy a copy of the workspace, too, to be read in */
export const prepare = async (program: Pick<Asked, 'call' | 'address' | 'data'>, withCopy = true): Promise<void> => {
  await program.call('POST', `${MARKET}/watch`, { text: WATCHED.join(' ') });
  await candidateId(program);
  await program.call('POST', '/api/marketplaces', {
    name: 'Far Quay',
    currency: 'EUR',
    measures: 'metric',
    copyFrom: null,
  });
  await endOf(program, await takeIn(program, 'listings', ownListingsFile(), OWN));
  await endOf(program, await takeIn(program, 'terms', termsFile(0), OWN));
  const first = 'Listing code,Date,Price,Rank\nOWN1,2026-01-09,12.10,95\n';
  await endOf(program, await takeIn(program, 'readings', first, OWN));
  if (!withCopy) return;
  // One copy for all rounds: of each as it then stands, the workspace would double with every reading.
  const copy = await (await fetch(`${await program.address()}/api/workspace/archive.zip`)).arrayBuffer();
  writeFileSync(join(program.data, COPY), Buffer.from(copy));
};
const COPY = 'a copy.zip';

/** The work of a round; reviews are read after each time that new ones came. */
export const KINDS_OF_WORK = 18;
export const workOf = (round: number): Work => {
  const works: Work[] = [
    { name: 'import-listings', ask: (p) => takeIn(p, 'listings', listingsFile(round)) },
    { name: 'move-hob', ask: (p) => p.call<Job>('POST', `${MARKET}/hob`, { days: round % 2 === 0 ? 7 : 30 }) },
    { name: 'import-reviews', ask: (p) => takeIn(p, 'reviews', reviewsFile(round)) },
    {
      name: 'mine-reviews',
      ask: async (p) =>
        (await p.call<{ job: Job }>('POST', `/api/candidates/${await candidateId(p)}/reviews/read`)).job,
    },
    { name: 'import-counts', ask: (p) => takeIn(p, 'counts', countsFile(round)) },
    {
      name: 'take-back',
      ask: async (p) => p.call<Job>('POST', `/api/imports/${await newestImport(p, false)}/take-back`),
    },
    { name: 'import-quotes', ask: (p) => takeIn(p, 'quotes', quotesFile(round)) },
    {
      name: 'take-again',
      ask: async (p) => p.call<Job>('POST', `/api/imports/${await newestImport(p, true)}/take-again`),
    },
    { name: 'import-terms', ask: (p) => takeIn(p, 'terms', termsFile(round), OWN) },
    { name: 'import-rates', ask: (p) => takeIn(p, 'rates', ratesFile(round)) },
    {
      name: 'read-archive',
      ask: async (p) => {
        const sent = await fetch(`${await p.address()}/api/workspace/archive?name=copy.zip`, {
          method: 'POST',
          headers: { 'content-type': 'application/zip' },
          body: readFileSync(join(p.data, COPY)),
        });
        return (await sent.json()) as Job;
      },
    },
    { name: 'import-readings', ask: (p) => takeIn(p, 'readings', readingsFile(round)) },
    { name: 'import-months', ask: (p) => takeIn(p, 'months', monthsFile(round)) },
    { name: 'import-positions', ask: (p) => takeIn(p, 'positions', positionsFile(round), OWN) },
    { name: 'import-clicks', ask: (p) => takeIn(p, 'clicks', clicksFile(round), OWN) },
    {
      name: 'lay-searches',
      ask: async (p) => {
        const ids = await p.withDatabase(async (c) => {
          const [rows] = await c.query<mysql.RowDataPacket[]>(
            'select id from search_terms where marketplace_id = "far-quay" order by text limit 3 offset ?',
            [round % 20],
          );
          return rows.map((r) => Number(r.id));
        });
        return p.call<Job>('POST', `${OWN}/niche-corrections`, { terms: ids, niche: `By hand ${round}` });
      },
    },
    { name: 'folder', ask: (p) => putInFolder(p, round) },
    { name: 'backtest', ask: (p) => p.call<Job>('POST', `${MARKET}/backtest`) },
  ];
  return works[round % works.length]!;
};

/** Waits until a job has ended, through whatever happens to the program meanwhile. */
export const endOf = async (program: Pick<Asked, 'call'>, job: Job): Promise<Job> => {
  const until = Date.now() + 180_000;
  while (Date.now() < until) {
    const now = await program.call<Job>('GET', `/api/jobs/${job.id}`).catch(() => null);
    if (now && now.state !== 'queued' && now.state !== 'running') return now;
    await new Promise((resolve) => setTimeout(resolve, 30));
  }
  throw new Error(`Job ${job.id} (${job.kind}) does not end.`);
};
