import { constants, type Stats } from 'node:fs';
import { randomUUID } from 'node:crypto';
import { lstat, mkdir, open, readdir, readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { and, eq, isNull, sql } from 'drizzle-orm';
import type { FolderFile, MarketFolder } from '@kettle/contract/folder';
import type { ImportKind, Preview } from '@kettle/contract/sources';
import { type Db } from '../../ground/db/connection.ts';
import { exclusively } from '../../ground/db/leases.ts';
import { folderFiles, jobs, marketplaces, uploads } from '../../ground/db/schema.ts';
import type { Ground } from '../../ground/ground.ts';
import { conflict, isDatabaseAway, notFound, ProblemError } from '../../ground/problems/problem.ts';
import { room } from '../../ground/room/room.ts';
import { previewImport } from './service.ts';
import { dropUpload } from './uploads.ts';

const LOOK_EVERY_MS = 10_000;
/** A file that was written to more recently may still be growing. */
const STEADY_MS = 3_000;
/** More than this share of its rows refused, or of a column's cells left out, and somebody should look at a file first. */
const MOST_TROUBLED = 0.05;
/** Files of a folder that are known at most, and of those that are looked through in one go. */
const MOST_FILES = 2_000;
const MOST_AT_ONCE = 50;
/** Unfinished and hidden files of browsers, spreadsheets and systems. */
const PASSED_OVER = /^[.~]|\.(?:part|partial|crdownload|download|tmp|lock)$|^(?:desktop\.ini|thumbs\.db)$/i;

type Row = typeof folderFiles.$inferSelect;
type Found = Pick<Row, 'name' | 'size' | 'modified'>;

/**
 * A folder on this machine with one of its own for each marketplace. A file that appears there, or changes, is taken in by
 * itself when one of the same columns was taken in by hand before, and set in the same way; any other waits to be looked
 * at. Files are read and never moved, changed or removed.
 */
export class WatchedFolder {
  private readonly ground: Ground;
  private readonly path: string | null;
  private timer: NodeJS.Timeout | null = null;
  private looking: Promise<void> | null = null;

  /** @param path where the folders lie; null where the program was started without one */
  constructor(ground: Ground, path: string | null) {
    this.ground = ground;
    this.path = path;
  }

  /** Looks now and then for new files. @param failed is told why it could not */
  start(failed: (error: unknown) => void): void {
    const look = (): void => {
      if (room.isFull) return;
      // The next look comes after this one has ended, however long that takes.
      this.looking ??= this.look(Date.now())
        .catch((error: unknown) => {
          if (!isDatabaseAway(error)) failed(error);
        })
        .finally(() => (this.looking = null));
    };
    if (this.path === null) return;
    look();
    this.timer = setInterval(look, LOOK_EVERY_MS).unref();
  }

  async stop(): Promise<void> {
    if (this.timer) clearInterval(this.timer);
    await this.looking;
  }

  /** Looks through the folders of all marketplaces. @param now milliseconds since 1970 */
  async look(now: number): Promise<void> {
    if (this.path === null) return;
    const all = await this.ground.database.db
      .select({ id: marketplaces.id })
      .from(marketplaces)
      .where(isNull(marketplaces.binnedAt));
    // Of several processes one looks at a time; the next finds what this one has seen.
    await exclusively(this.ground.database, 'folder', async () => {
      const inbox = await nameOf(this.path!);
      for (const { id } of all) await this.lookAt(id, inbox, now);
    });
  }

  /** What is known of a marketplace's folder, what waits first, then the newest. */
  async of(marketplace: string): Promise<MarketFolder> {
    const { db } = this.ground.database;
    const rows = await db
      .select({ file: folderFiles, job: { state: jobs.state, message: jobs.message }, upload: uploads.id })
      .from(folderFiles)
      .leftJoin(jobs, eq(jobs.id, folderFiles.jobId))
      .leftJoin(uploads, eq(uploads.id, folderFiles.uploadId))
      .where(eq(folderFiles.marketplaceId, marketplace))
      .orderBy(sql`${folderFiles.state} <> 'waiting'`, sql`${folderFiles.id} desc`)
      .limit(200);
    return {
      path: this.path === null ? null : join(this.path, marketplace),
      files: rows.map(({ file, job, upload }) => asFile(file, job, upload)),
    };
  }

  /** A file that waits is left where it is, until it changes. */
  async leave(marketplace: string, id: number): Promise<void> {
    const { db } = this.ground.database;
    const [row] = await db
      .select()
      .from(folderFiles)
      .where(and(eq(folderFiles.id, id), eq(folderFiles.marketplaceId, marketplace)));
    if (!row) throw notFound('This file of the folder');
    if (row.state !== 'waiting') throw conflict(`“${row.name}” does not wait any more.`);
    if (row.uploadId !== null) await dropUpload(db, row.uploadId);
    await db
      .update(folderFiles)
      .set({ state: 'left', reason: 'Left where it is, as you said.', uploadId: null })
      .where(eq(folderFiles.id, id));
  }

  private async lookAt(marketplace: string, inbox: string, now: number): Promise<void> {
    const { db } = this.ground.database;
    // Lines of a time when there was one folder alone are of this one.
    const nameless = and(eq(folderFiles.marketplaceId, marketplace), eq(folderFiles.inbox, ''));
    await db.update(folderFiles).set({ inbox }).where(nameless);
    const folder = join(this.path!, marketplace);
    await mkdir(folder, { recursive: true, mode: 0o700 });
    const found = await filesIn(folder);
    const known = new Map(
      (
        await db
          .select()
          .from(folderFiles)
          .where(and(eq(folderFiles.marketplaceId, marketplace), eq(folderFiles.inbox, inbox)))
      ).map((r) => [r.name, r]),
    );
    const there = new Set(found.map((f) => f.name));
    for (const [name, row] of known) if (!there.has(name)) await this.forget(row);
    let looked = 0;
    for (const file of found) {
      const row = known.get(file.name);
      const same = row?.size === file.size && row.modified === file.modified;
      // What waits is read anew when its copy was swept away meanwhile.
      if (same && !(row.state === 'waiting' && !(await isKept(db, row.uploadId)))) continue;
      if (now - file.modified < STEADY_MS) continue;
      if (++looked > MOST_AT_ONCE) return;
      await this.take(marketplace, { inbox, folder }, file, row ?? null);
    }
  }

  /** A file that is not there any more: what came of it stays, but not its line. */
  private async forget(row: Row): Promise<void> {
    const { db } = this.ground.database;
    if (row.state === 'waiting' && row.uploadId !== null) await dropUpload(db, row.uploadId);
    await db.delete(folderFiles).where(eq(folderFiles.id, row.id));
  }

  private async take(
    marketplace: string,
    { inbox, folder }: { inbox: string; folder: string },
    file: Found,
    before: Row | null,
  ): Promise<void> {
    const { db } = this.ground.database;
    if (before?.state === 'waiting' && before.uploadId !== null) await dropUpload(db, before.uploadId);
    const note = async (set: Omit<Partial<Row>, 'id'> & Pick<Row, 'state'>): Promise<void> => {
      const all = { reason: '', kind: null, uploadId: null, jobId: null, ...set };
      const values = { marketplaceId: marketplace, inbox, ...file, ...all, reason: all.reason.slice(0, 500) };
      await db.insert(folderFiles).values(values).onDuplicateKeyUpdate({ set: values });
    };
    try {
      const preview = await previewImport(this.ground, { id: marketplace }, null, file.name, bytesOf(folder, file));
      const reason = whyLook(preview);
      if (reason !== null)
        return await note({ state: 'waiting', reason, kind: preview.kind, uploadId: preview.upload });
      // The same file taken in twice changes nothing, so a stop between these two loses or doubles nothing.
      const job = await this.ground.jobs.add(
        `import-${preview.kind}`,
        { marketplace, ...asSetBefore(preview) },
        `folder/${marketplace}/${preview.upload}`,
      );
      await note({ state: 'taken', kind: preview.kind, uploadId: preview.upload, jobId: job.id });
    } catch (error) {
      if (error instanceof ProblemError) return note({ state: 'refused', reason: error.message });
      const { code } = error as NodeJS.ErrnoException;
      if (code === 'EACCES' || code === 'EPERM')
        return note({ state: 'refused', reason: 'The program may not read it.' });
      // Gone, or changed while it was read: the next look sees what is there then.
      if (code === 'ENOENT' || code === 'ELOOP' || error instanceof Changed) return;
      throw error;
    }
  }
}

/** A file that waits was set by hand and is being taken in. */
export const takenByHand = async (db: Db, upload: number, job: number): Promise<void> => {
  await db
    .update(folderFiles)
    .set({ state: 'taken', reason: '', jobId: job })
    .where(and(eq(folderFiles.uploadId, upload), eq(folderFiles.state, 'waiting')));
};

/** By which a folder is known whatever it is mounted as: servers that share one know that it is one. */
const nameOf = async (path: string): Promise<string> => {
  const file = join(path, '.cold-kettle');
  await mkdir(path, { recursive: true, mode: 0o700 });
  const read = async (): Promise<string | null> => {
    const name = (await readFile(file, 'utf8').catch(() => '')).trim();
    return /^[\da-f-]{36}$/.test(name) ? name : null;
  };
  const there = await read();
  if (there) return there;
  const made = randomUUID();
  await writeFile(file, `${made}\n`, { mode: 0o600 });
  return made;
};

class Changed extends Error {}

const asFile = (file: Row, job: { state: string; message: string } | null, upload: number | null): FolderFile => {
  const common = { id: file.id, name: file.name, kind: file.kind as ImportKind | null, at: file.madeAt };
  if (file.state !== 'taken')
    return { ...common, state: file.state, message: file.reason, upload: file.state === 'waiting' ? upload : null };
  const message = job?.message ?? 'Taken in.';
  const state =
    job?.state === 'queued' || job?.state === 'running'
      ? 'running'
      : job?.state === 'failed' || job?.state === 'cancelled'
        ? 'refused'
        : 'taken';
  return { ...common, state, message, upload: null };
};

const isKept = async (db: Db, upload: number | null): Promise<boolean> =>
  upload !== null && (await db.select({ id: uploads.id }).from(uploads).where(eq(uploads.id, upload))).length > 0;

/** Plain files of a folder, the oldest first, so that a later one lies upon an earlier. Nothing behind a link is followed. */
const filesIn = async (folder: string): Promise<Found[]> => {
  const names = (await readdir(folder)).filter((name) => !PASSED_OVER.test(name)).slice(0, MOST_FILES);
  const found: Found[] = [];
  for (const name of names) {
    const stat: Stats | null = await lstat(join(folder, name)).catch(() => null);
    if (stat?.isFile()) found.push({ name, size: stat.size, modified: Math.floor(stat.mtimeMs) });
  }
  return found.sort((a, b) => a.modified - b.modified || (a.name < b.name ? -1 : 1));
};

const bytesOf = async function* (folder: string, { name, size, modified }: Found): AsyncGenerator<Buffer> {
  const file = await open(join(folder, name), constants.O_RDONLY | constants.O_NOFOLLOW | constants.O_NONBLOCK);
  try {
    const changed = async (): Promise<boolean> => {
      const now = await file.stat();
      return !now.isFile() || now.size !== size || Math.floor(now.mtimeMs) !== modified;
    };
    if (await changed()) throw new Changed();
    for await (const piece of file.createReadStream({ autoClose: false })) yield piece as Buffer;
    if (await changed()) throw new Changed();
  } finally {
    await file.close();
  }
};

/** Why somebody should look at a file before it is taken in; null where it is set as files like it were. */
const whyLook = ({ remembered, check, understood, fields, mapping }: Preview): string | null => {
  if (!remembered)
    return 'No file of these columns was taken in before: look at it once, and the next go in by themselves.';
  const lacking = fields.find((f) => f.required && !mapping[f.key]);
  if (lacking) return `The column for “${lacking.name}” is missing.`;
  if (check.refused > MOST_TROUBLED * check.rows)
    return `${check.refused} of ${check.rows} rows would be refused. ${check.reasons[0] ?? ''}`.trim();
  const odd = understood.find((u) => u.leftOut > MOST_TROUBLED * check.rows);
  if (odd) {
    const name = fields.find((f) => f.key === odd.key)?.name ?? odd.key;
    return `${odd.leftOut} cells of “${name}” would be left out: ${odd.reason ?? ''}`;
  }
  return null;
};

const asSetBefore = ({ upload, mapping, source, name, sheet, dates, repeats }: Preview) => ({
  upload,
  mapping,
  source: source ?? name,
  sheet,
  repeats,
  ...(dates && { dates }),
});
