import type { ImportSettings } from '@kettle/contract/sources';
import type { Database, Session } from '../db/connection.ts';

export interface ImportPayload extends ImportSettings {
  marketplace: string;
  upload: number;
  mapping: Record<string, string>;
  source: string;
}
export interface JobPayloads {
  /**
   * How many days on; a move that is cancelled while it waits so takes its days with it. Run twice it moves once, because the
   * clock and the end of the job are one transaction. Earlier versions put the day itself into the queue.
   */
  'move-hob': { marketplace: string; days: number } | { marketplace: string; to: string };
  'mine-reviews': { listings: number[] };
  'import-listings': ImportPayload;
  'import-readings': ImportPayload;
  'import-months': ImportPayload;
  'import-reviews': ImportPayload;
  'import-counts': ImportPayload;
  'import-terms': ImportPayload;
  'import-positions': ImportPayload;
  'import-clicks': ImportPayload;
  'import-quotes': ImportPayload;
  'import-rates': ImportPayload;
  /** Takes an import back, or again in. */
  'take-back': { marketplace: string; import: number; again: boolean };
  /** Searches are laid out anew, with what was corrected by hand; the niche that was named, to be found again. */
  'lay-searches': { marketplace: string; niche: string | null };
  /** Reads a copy of a workspace that was sent into this one. */
  'read-archive': { upload: number };
  backtest: { marketplace: string };
  /** Of groups of categories that share a level; of all where none is named. */
  estimate: { marketplace: string; groups: string[] };
}
export type JobKind = keyof JobPayloads;

/** What a job may use while it runs in its thread. */
export interface JobContext {
  database: Database;
  /** Writes how far it is; throws `Cancelled` when somebody cancelled the job, `Overtaken` when another took it over. */
  progress: (done: number, total: number, message: string) => Promise<void>;
  /** A part whose effects stand by themselves, so that a later run goes on after it. */
  step: (action: (inside: Session) => Promise<void>) => Promise<void>;
  /**
   * Ends the job in one transaction with all that it changes: both are seen at once, or neither. Nothing is written when
   * the job was cancelled or taken over meanwhile.
   */
  finish: (action: (inside: Session) => Promise<JobResult>) => Promise<void>;
}
export type JobResult = Record<string, unknown> & { message: string };

/** Ends a job with a sentence for people. */
export class ForPeople extends Error {
  override name = 'ForPeople';
}
/** Somebody cancelled the job. */
export class Cancelled extends Error {
  override name = 'Cancelled';
}
/** Another process took the job over, because this one had fallen silent. */
export class Overtaken extends Error {
  override name = 'Overtaken';
}

/** One running of a job: its owner holds it as long as the number of the claim is the newest. */
export interface Lease {
  id: number;
  claim: number;
}
export interface Task extends Lease {
  kind: JobKind;
  payload: unknown;
}
/** How a run ended, as it crosses from a thread: errors keep no names on that way. */
export type Ended =
  | { how: 'finished' | 'cancelled' | 'overtaken' }
  | { how: 'failed'; sentence: string | null; again: Again | null; error: string };
/** Why a run that failed is tried again: the database did not answer, or there was no room on the disk. */
export type Again = 'database' | 'room';
