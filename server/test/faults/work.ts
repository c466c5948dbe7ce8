import type { Job } from '@kettle/contract/shapes';
import type { RealProgram } from './program.ts';

/** A piece of long work that is asked for over the API, the same for the same number. */
export interface Work {
  name: string;
  ask: (program: RealProgram) => Promise<Job>;
}
export const MARKET = '/api/marketplaces/quayside';
const WATCHED = ['QS0049G9', 'QS003W36', 'QS004AH0', 'QS003PX0', 'QS0043A3', 'QS003Y58'];

const takeIn = async (program: RealProgram, kind: string, text: string, market = MARKET): Promise<Job> => {
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

/** The newest import that is in force, or was taken back. */
const newestImport = async (program: RealProgram, takenBack: boolean): Promise<number> => {
  const all = await program.call<{ id: number; takenBackAt: string | null }[]>('GET', `${MARKET}/imports`);
  return all.find((i) => (i.takenBackAt !== null) === takenBack)!.id;
};

let candidate: number | null = null;
const candidateId = async (program: RealProgram): Promise<number> => {
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

/** What must be there before the first round. */
export const prepare = async (program: RealProgram): Promise<void> => {
  await program.call('POST', `${MARKET}/watch`, { text: WATCHED.join(' ') });
  await candidateId(program);
  await program.call('POST', '/api/marketplaces', {
    name: 'Far Quay',
    currency: 'EUR',
    measures: 'metric',
    copyFrom: null,
  });
};

/** The work of a round; reviews are read after each time that new ones came. */
export const KINDS_OF_WORK = 12;
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
        const from = await p.address();
        const copy = await (await fetch(`${from}/api/workspace/archive.zip`)).arrayBuffer();
        const sent = await fetch(`${from}/api/workspace/archive?name=copy.zip`, {
          method: 'POST',
          headers: { 'content-type': 'application/zip' },
          body: copy,
        });
        return (await sent.json()) as Job;
      },
    },
    { name: 'backtest', ask: (p) => p.call<Job>('POST', `${MARKET}/backtest`) },
  ];
  return works[round % works.length]!;
};

/** Waits until a job has ended, through whatever happens to the program meanwhile. */
export const endOf = async (program: RealProgram, job: Job): Promise<Job> => {
  const until = Date.now() + 180_000;
  while (Date.now() < until) {
    const now = await program.call<Job>('GET', `/api/jobs/${job.id}`).catch(() => null);
    if (now && now.state !== 'queued' && now.state !== 'running') return now;
    await new Promise((resolve) => setTimeout(resolve, 30));
  }
  throw new Error(`Job ${job.id} (${job.kind}) does not end.`);
};
