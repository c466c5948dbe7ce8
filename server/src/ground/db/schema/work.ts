import {
  bigint,
  boolean,
  date,
  datetime,
  foreignKey,
  index,
  int,
  mysqlEnum,
  mysqlTable,
  primaryKey,
  uniqueIndex,
  varchar,
} from 'drizzle-orm/mysql-core';
import type { ImportSettings } from '@kettle/contract/sources';
import { bytes, kept, madeAt, refId, rowId } from './columns.ts';
import { marketplaces } from './marketplace.ts';

/** Long work, claimed by any server process and run in a worker thread. */
export const jobs = mysqlTable(
  'jobs',
  {
    id: rowId(),
    kind: varchar('kind', { length: 40 }).notNull(),
    payload: kept<Record<string, unknown>>('payload').notNull(),
    state: mysqlEnum('state', ['queued', 'running', 'done', 'failed', 'cancelled']).notNull().default('queued'),
    done: int('done').notNull().default(0),
    total: int('total').notNull().default(0),
    message: varchar('message', { length: 500 }).notNull().default(''),
    result: kept<Record<string, unknown>>('result'),
    /** Two open jobs of the same key are one. Emptied when the job ends. */
    onceKey: varchar('once_key', { length: 160 }).unique(),
    /** Jobs of the same lane run one after another, in the order in which they were asked for. */
    lane: varchar('lane', { length: 80 }),
    /** How often a process took it and fell silent. */
    attempts: int('attempts').notNull().default(0),
    /** Raised with every taking: an owner that holds an older number can write nothing more. */
    claim: int('claim').notNull().default(0),
    worker: varchar('worker', { length: 60 }),
    /** Renewed while the job runs; a job whose sign of life is old is taken over. */
    aliveAt: datetime('alive_at', { mode: 'string', fsp: 3 }),
    madeAt: madeAt(),
  },
  (t) => [index('jobs_state').on(t.state, t.id), index('jobs_lane').on(t.lane, t.state)],
);

/** Files as they were given, kept until their import is done, so that any process can take them in. */
export const uploads = mysqlTable('uploads', {
  id: rowId(),
  name: varchar('name', { length: 255 }).notNull(),
  /** The heads of its columns, once it has been looked at. */
  columns: kept<string[]>('columns'),
  madeAt: madeAt(),
});

/** A file's bytes as they came, in pieces, so that none is ever held whole in memory. */
export const uploadPieces = mysqlTable(
  'upload_pieces',
  {
    uploadId: refId('upload_id')
      .notNull()
      .references(() => uploads.id, { onDelete: 'cascade' }),
    place: int('place').notNull(),
    bytes: bytes('bytes').notNull(),
  },
  (t) => [primaryKey({ columns: [t.uploadId, t.place] })],
);

/** What kind of workspace this is and what has been set up in it. */
export const workspace = mysqlTable('workspace', {
  key: varchar('key', { length: 40 }).primaryKey(),
  value: kept<Record<string, unknown>>('value').notNull(),
});

/**
 * A file that was taken in, or a table that was pasted. What it brought is kept as rows of its own (`importParts`), so that
 * it can be taken back at any time: the others of its kind are then laid over each other anew.
 */
export const imports = mysqlTable(
  'imports',
  {
    id: rowId(),
    marketplaceId: varchar('marketplace_id', { length: 40 })
      .notNull()
      .references(() => marketplaces.id, { onDelete: 'cascade' }),
    kind: varchar('kind', { length: 30 }).notNull(),
    name: varchar('name', { length: 255 }).notNull(),
    /** SHA-256 of the file's bytes. */
    hash: varchar('hash', { length: 64 }).notNull(),
    mapping: kept<Record<string, string>>('mapping').notNull(),
    source: varchar('source', { length: 200 }).notNull(),
    /** The heads of the file's columns, by which files that look like it are known; empty in imports of earlier versions. */
    columns: kept<string[]>('columns'),
    /** What else was set for it. */
    settings: kept<ImportSettings>('settings'),
    /** First and last day that its figures are of; null where they have none. */
    firstDay: date('first_day', { mode: 'string' }),
    lastDay: date('last_day', { mode: 'string' }),
    taken: int('taken').notNull(),
    result: kept<Record<string, unknown>>('result').notNull(),
    takenBackAt: datetime('taken_back_at', { mode: 'string', fsp: 3 }),
    madeAt: madeAt(),
  },
  (t) => [index('imports_marketplace').on(t.marketplaceId, t.kind)],
);

/** What the program knows of a file that lies in a marketplace's folder. */
export const folderFiles = mysqlTable(
  'folder_files',
  {
    id: rowId(),
    marketplaceId: varchar('marketplace_id', { length: 40 })
      .notNull()
      .references(() => marketplaces.id, { onDelete: 'cascade' }),
    /** Which of several folders: servers on several machines may each have their own. */
    inbox: varchar('inbox', { length: 36 }).notNull().default(''),
    name: varchar('name', { length: 255 }).notNull(),
    /** Bytes, and milliseconds since 1970: with another of either it is another file. */
    size: bigint('size', { mode: 'number' }).notNull(),
    modified: bigint('modified', { mode: 'number' }).notNull(),
    state: mysqlEnum('state', ['waiting', 'taken', 'refused', 'left']).notNull(),
    /** Why it waits or was refused. */
    reason: varchar('reason', { length: 500 }).notNull().default(''),
    kind: varchar('kind', { length: 30 }),
    /** Kept while it waits or is being taken in. */
    uploadId: refId('upload_id'),
    jobId: refId('job_id'),
    madeAt: madeAt(),
  },
  (t) => [uniqueIndex('folder_files_inbox').on(t.marketplaceId, t.inbox, t.name)],
);

/** Rows of an import as they were understood, some hundred at a time, compressed. */
export const importParts = mysqlTable(
  'import_parts',
  {
    importId: refId('import_id').notNull(),
    place: int('place').notNull(),
    /** What stood there before any import, kept when this one came upon it. */
    base: boolean('base').notNull().default(false),
    rows: bytes('rows').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.importId, t.base, t.place] }),
    foreignKey({ name: 'import_parts_import', columns: [t.importId], foreignColumns: [imports.id] }).onDelete(
      'cascade',
    ),
  ],
);
