import type { Database } from '../db/connection.ts';

export interface ImportPayload {
  marketplace: string;
  upload: number;
  mapping: Record<string, string>;
  source: string;
}
export interface JobPayloads {
  'move-hob': { marketplace: string; days: number };
  'mine-reviews': { listings: number[] };
  'import-listings': ImportPayload;
  'import-reviews': ImportPayload;
  'import-counts': ImportPayload;
  backtest: { marketplace: string };
}
export type JobKind = keyof JobPayloads;

/** What a job may use while it runs in its thread. */
export interface JobContext {
  database: Database;
  /** Writes how far it is; throws `Cancelled` when somebody cancelled the job. */
  progress: (done: number, total: number, message: string) => Promise<void>;
}
export type JobResult = Record<string, unknown> & { message: string };

/** Ends a job with a sentence for people. */
export class ForPeople extends Error {
  override name = 'ForPeople';
}
