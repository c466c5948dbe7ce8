import { createHash } from 'node:crypto';
import { createInterface } from 'node:readline';
import { Readable } from 'node:stream';
import { promisify } from 'node:util';
import { gunzip, gzip } from 'node:zlib';
import { Ajv } from 'ajv';
import type { RowDataPacket } from 'mysql2';
import { feeScheduleOfToday } from '@kettle/core/documents/fee-schedule';
import type { Session } from '../../ground/db/connection.ts';
import { MOST_NUMBER } from '../../ground/db/numbers.ts';
import { knownMigrations } from '../../ground/db/migrate.ts';
import { ForPeople, type JobContext, type JobPayloads } from '../../ground/jobs/kinds.ts';
import { chainOf } from '../../ground/problems/causes.ts';
import { Archive } from '../sources/reading/archive.ts';
import { FileFault } from '../sources/reading/table.ts';
import { LARGEST_PART } from '../sources/parts.ts';
import { reviewFingerprint } from '../sources/reviews-of-files.ts';
import { dropUpload, piecesOf } from '../sources/uploads.ts';
import { areImportedRows, jsonFault } from './json-columns.ts';
import { fileOfTable, Manifest, MANIFEST } from './manifest.ts';
import { ARCHIVE_TABLES, tableNamed, type ArchiveColumn, type ArchiveTable } from './tables.ts';
import { columnsOf } from './write.ts';

const AT_ONCE = 1000;
const LARGEST_MANIFEST = 1_000_000;
const pack = promisify(gzip);
const unpack = promisify(gunzip);
const unpackedRows = async (bytes: Buffer): Promise<unknown> => {
  try {
    return JSON.parse((await unpack(bytes, { maxOutputLength: LARGEST_PART })).toString()) as unknown;
  } catch {
    throw new ForPeople('The kept rows of an import in the copy cannot be unpacked, or are larger than any import’s.');
  }
};

type Row = Record<string, unknown>;
type Value = string | number | Buffer | null;

const isManifest = new Ajv().compile(Manifest);

/**
 * Reads an archive of a workspace into this one, all or nothing. Into an empty workspace it comes exactly as it was; beside
 * what is there already its rows get numbers of their own, and marketplaces, scoresheets and names that are taken another
 * name. What it holds is checked against its checksums first, and against the database's references last.
 */
export const readArchive = async (
  { upload }: JobPayloads['read-archive'],
  { database, progress, finish }: JobContext,
): Promise<void> => {
  await progress(0, 0, 'Looking through the copy');
  const archive = await forPeople(() => Archive.open(piecesOf(database.db, upload)));
  try {
    const manifest = await forPeople(() => manifestIn(archive));
    const total = manifest.tables.reduce((n, t) => n + t.rows, 0);
    let seen = 0;
    for (const told of manifest.tables) {
      await progress(seen, 2 * total, `Checking ${told.name}`);
      await forPeople(() => checkTable(archive, told));
      seen += told.rows;
    }
    await finish(async (inside) => {
      const into = await Target.of(inside, archive, manifest);
      let put = 0;
      for (const told of manifest.tables) {
        const table = tableNamed(told.name)!;
        for await (const rows of rowsIn(archive, told.name)) {
          await progress(total + put, 2 * total, `Bringing ${told.name} in`);
          await into.put(table, told.columns, rows);
          put += rows.length;
        }
      }
      await into.close();
      await dropUpload(inside.db, upload);
      return { message: into.sentence(), marketplaces: into.marketplaces() };
    });
  } finally {
    await archive.close();
  }
};

const forPeople = async <T>(action: () => Promise<T>): Promise<T> => {
  try {
    return await action();
  } catch (error) {
    if (error instanceof FileFault) throw new ForPeople(error.message);
    throw error;
  }
};

const manifestIn = async (archive: Archive): Promise<Manifest> => {
  const entry = archive.find(MANIFEST);
  if (!entry || entry.uncompressedSize > LARGEST_MANIFEST)
    throw new FileFault('This is no copy of a workspace: it has no list of its contents.');
  const chunks: Buffer[] = [];
  for await (const chunk of archive.bytes(entry)) chunks.push(chunk);
  let told: unknown;
  try {
    told = JSON.parse(Buffer.concat(chunks).toString());
  } catch {
    told = null;
  }
  if (!isManifest(told)) throw new FileFault('This is no copy of a workspace that this version can read.');
  const manifest = told as Manifest;
  if (!knownMigrations().includes(manifest.schema))
    throw new FileFault(`The copy was written by a later version of the program (${manifest.schema.slice(0, 40)}).`);
  for (const { name, columns } of manifest.tables) {
    const table = tableNamed(name);
    const known = new Set(table && columnsOf(table).map((c) => c.name));
    const odd = columns.find((c) => !known.has(c));
    if (!table || odd !== undefined)
      throw new FileFault(`The copy holds “${name}${odd === undefined ? '' : `.${odd}`}”, which is not known here.`);
  }
  if (new Set(manifest.tables.map((t) => t.name)).size < manifest.tables.length)
    throw new FileFault('The copy names a table twice.');
  return manifest;
};

const entryOf = (archive: Archive, table: string) => {
  const entry = archive.find(fileOfTable(table));
  if (!entry) throw new FileFault(`The copy lacks its file of “${table}”.`);
  return entry;
};

const checkTable = async (archive: Archive, { name, rows, sha256 }: Manifest['tables'][number]): Promise<void> => {
  const hash = createHash('sha256');
  let lines = 0;
  for await (const chunk of archive.bytes(entryOf(archive, name))) {
    hash.update(chunk);
    for (const byte of chunk) if (byte === 10) lines++;
  }
  if (lines !== rows || hash.digest('hex') !== sha256)
    throw new FileFault(`The copy’s file of “${name}” is damaged: it is not what its checksum says.`);
};

const rowsIn = async function* (archive: Archive, table: string): AsyncGenerator<Row[]> {
  const lines = createInterface({ input: Readable.from(archive.bytes(entryOf(archive, table))), crlfDelay: Infinity });
  let rows: Row[] = [];
  for await (const line of lines) {
    let row: unknown;
    try {
      row = JSON.parse(line);
    } catch {
      row = null;
    }
    if (typeof row !== 'object' || row === null || Array.isArray(row))
      throw new ForPeople(`A line of “${table}” in the copy is no object.`);
    if (rows.push(row as Row) === AT_ONCE) {
      yield rows;
      rows = [];
    }
  }
  if (rows.length > 0) yield rows;
};

/** The number of a row in the archive, where it is one that JavaScript knows exactly. */
const oldNumber = (table: string, number: unknown): number => {
  if (typeof number !== 'number' || !Number.isSafeInteger(number) || number < 1)
    throw new ForPeople(`“${String(number).slice(0, 40)}” is no number of a row of “${table}”.`);
  return number;
};

const quoted = (name: string): string => `\`${name}\``;
const firstFree = (name: string, taken: ReadonlySet<string>, with_: (n: number) => string): string => {
  if (!taken.has(name)) return name;
  for (let n = 2; ; n++) if (!taken.has(with_(n))) return with_(n);
};

/** A workspace that an archive is read into: what its numbers and names become here. */
class Target {
  private readonly inside: Session;
  /** The numbers that the rows of the archive get here, by table and number in the archive. */
  private readonly numbers = new Map<string, Map<number, number>>();
  /** Rows that are there already under another number, by table and number in the archive. */
  private readonly there = new Map<string, Map<number, number>>();
  private readonly marketIds = new Map<string, { id: string; name: string }>();
  private readonly sheetNames = new Map<number, string>();
  private isEmpty = true;

  private constructor(inside: Session) {
    this.inside = inside;
  }

  static async of(inside: Session, archive: Archive, manifest: Manifest): Promise<Target> {
    const target = new Target(inside);
    await target.look(archive, new Set(manifest.tables.map((t) => t.name)));
    return target;
  }

  private async query(sql: string, values: unknown[] = []): Promise<Row[]> {
    return (await this.inside.pool.promise().query<RowDataPacket[]>(sql, values))[0] as Row[];
  }

  private async look(archive: Archive, held: ReadonlySet<string>): Promise<void> {
    const all = async (table: string): Promise<Row[]> => {
      const found: Row[] = [];
      if (held.has(table)) for await (const rows of rowsIn(archive, table)) found.push(...rows);
      return found;
    };
    const here = await this.query('select id, name from marketplaces for update');
    this.isEmpty = here.length === 0;
    if (this.isEmpty)
      // The scoresheet to begin with gives way to those of the copy.
      for (const table of ['scoresheets', 'suppliers']) if (held.has(table)) await this.query(`delete from ${table}`);
    for (const { name, numbered } of ARCHIVE_TABLES)
      if (numbered) this.numbers.set(name, held.has(name) ? await this.numbersFor(archive, name) : new Map());
    const ids = new Set(here.map((r) => String(r.id)));
    const names = new Set(here.map((r) => String(r.name)));
    for (const row of await all('marketplaces')) {
      const [id, name] = [String(row.id), String(row.name)];
      if (row.hob_day !== null) throw new ForPeople(`${name} belongs to the demo and lives by its feed.`);
      const freeId = firstFree(id, ids, (n) => `${id.slice(0, 36)}-${n}`);
      const freeName = freeId === id ? name : firstFree(name, names, (n) => `${name.slice(0, 74)} (${n})`);
      ids.add(freeId);
      names.add(freeName);
      this.marketIds.set(id, { id: freeId, name: freeName });
    }
    await this.meet('suppliers', await all('suppliers'));
    await this.lookAtSheets(await all('scoresheets'), await all('scoresheet_versions'));
  }

  /** Rows that are told apart by their name: one that is there already is the same. */
  private async meet(table: string, rows: readonly Row[]): Promise<void> {
    const found = new Map<number, number>();
    for (const { id, name } of rows) {
      const [same] = await this.query(`select id from ${quoted(table)} where name = ?`, [name]);
      if (same) found.set(Number(id), Number(same.id));
    }
    this.there.set(table, found);
  }

  /** A scoresheet that is there in all its versions is the same; another of its name gets another name. */
  private async lookAtSheets(sheets: readonly Row[], versions: readonly Row[]): Promise<void> {
    const found = new Map<number, number>();
    const taken = new Set((await this.query('select name from scoresheets')).map((r) => String(r.name)));
    for (const { id, name } of sheets) {
      const [same] = await this.query('select id from scoresheets where name = ?', [name]);
      const own = same
        ? await this.query(
            'select version, document from scoresheet_versions where scoresheet_id = ? order by version',
            [same.id],
          )
        : [];
      const plain = (rows: readonly Row[]): string =>
        JSON.stringify(
          rows.map((r) => [
            r.version,
            typeof r.document === 'string' ? (JSON.parse(r.document) as unknown) : r.document,
          ]),
        );
      if (same && plain(own) === plain(versions.filter((v) => v.scoresheet_id === id)))
        found.set(Number(id), Number(same.id));
      else {
        const free = firstFree(String(name), taken, (n) => `${String(name).slice(0, 114)} (${n})`);
        taken.add(free);
        this.sheetNames.set(Number(id), free);
      }
    }
    this.there.set('scoresheets', found);
  }

  /**
   * Numbers for all rows of a table, one after the other from the first that was never used here. Those of the archive are
   * nothing but names for its rows: a large one moves no counter.
   */
  private async numbersFor(archive: Archive, table: string): Promise<Map<number, number>> {
    // In an empty workspace nothing remembers the number of a row that is gone.
    const used = this.isEmpty
      ? '1'
      : 'coalesce((select auto_increment from information_schema.tables where table_schema = database() and table_name = ?), 1)';
    const [row] = await this.query(
      `select greatest(coalesce((select max(id) from ${quoted(table)}), 0) + 1, ${used}) as next`,
      [table],
    );
    let next = Number(row!.next);
    const found = new Map<number, number>();
    for await (const rows of rowsIn(archive, table))
      for (const { id } of rows) {
        const old = oldNumber(table, id);
        if (found.has(old)) throw new ForPeople(`A row of “${table}” in the copy is refused: it is there twice.`);
        found.set(old, next++);
      }
    if (next > MOST_NUMBER) throw new ForPeople(`There are no numbers left for rows of “${table}”.`);
    return found;
  }

  /** The number that a row of the archive has here. */
  private numberOf(table: string, number: unknown): number {
    const here = this.looseNumberOf(table, number);
    if (here === null) throw new ForPeople(`A row in the copy hangs on one of “${table}” that is not in it.`);
    return here;
  }

  /** The same; null for a row that is not in the archive, where that is no fault. */
  private looseNumberOf(table: string, number: unknown): number | null {
    const old = oldNumber(table, number);
    return this.there.get(table)?.get(old) ?? this.numbers.get(table)?.get(old) ?? null;
  }

  private marketOf(id: unknown): string {
    const found = this.marketIds.get(String(id));
    if (!found) throw new ForPeople(`The copy tells of a marketplace “${String(id).slice(0, 40)}” that is not in it.`);
    return found.id;
  }

  async put(table: ArchiveTable, columns: readonly string[], rows: readonly Row[]): Promise<void> {
    const own = table.columns.filter((c) => columns.includes(c.name));
    const isThere = this.there.get(table.name === 'scoresheet_versions' ? 'scoresheets' : table.name);
    const fresh = rows.filter(
      (r) => !isThere?.has(Number(table.name === 'scoresheet_versions' ? r.scoresheet_id : r.id)),
    );
    if (fresh.length === 0) return;
    const values: Value[][] = [];
    for (const row of fresh) {
      const made: Value[] = [];
      for (const column of own) made.push(await this.valueOf(table, column, row));
      if (table.name === 'reviews') made.push(this.fingerprintOf(row));
      values.push(made);
    }
    const names = [...own.map((c) => c.name), ...(table.name === 'reviews' ? ['fingerprint'] : [])];
    try {
      await this.query('set foreign_key_checks = 0');
      await this.query(`insert into ${quoted(table.name)} (${names.map(quoted).join(', ')}) values ?`, [values]);
    } catch (error) {
      const fault = [...chainOf(error)].find(({ errno }) => REFUSED.has(errno ?? 0));
      if (!fault) throw error;
      throw new ForPeople(`A row of “${table.name}” in the copy is refused: ${String(fault.message).slice(0, 160)}.`);
    } finally {
      await this.query('set foreign_key_checks = 1').catch(() => undefined);
    }
  }

  private async valueOf(table: ArchiveTable, column: ArchiveColumn, row: Row): Promise<Value> {
    const place = `${table.name}.${column.name}`;
    const value = row[column.name] ?? null;
    if (place === 'marketplaces.id') return this.marketOf(value);
    if (place === 'marketplaces.name') return this.marketIds.get(String(row.id))!.name;
    if (place === 'scoresheets.name') return this.sheetNames.get(Number(row.id)) ?? String(value);
    if (place === 'scoresheets.in_use') return this.isEmpty && value === true ? 1 : null;
    if (value === null) return null;
    if (place === 'marketplaces.bin_of' || column.points === 'marketplaces') return this.marketOf(value);
    if (column.points !== null)
      return column.isLoose ? this.looseNumberOf(column.points, value) : this.numberOf(column.points, value);
    if (table.numbered && column.name === 'id') return this.numberOf(table.name, value);
    if (place === 'sieves.search') return this.searchFrom(String(value));
    if (place === 'imports.result')
      return JSON.stringify({ ...(value as Row), import: this.numberOf('imports', row.id) });
    switch (column.as) {
      case 'json': {
        const document = place === 'fee_schedules.document' ? feeScheduleOfToday(value) : value;
        const fault = jsonFault(place, document);
        if (fault) throw new ForPeople(`A document in the copy (${place}) is not what it should be: ${fault}.`);
        return JSON.stringify(document);
      }
      case 'bytes': {
        const bytes = Buffer.from(String(value), 'base64');
        return place === 'import_parts.rows' ? this.importedRows(bytes, row.base === true) : bytes;
      }
      case 'yes-or-no':
        return value === true ? 1 : 0;
      case 'number':
        if (typeof value !== 'number' || Math.abs(value) > MOST_NUMBER)
          throw new ForPeople(`A value of ${place} in the copy is not a number, or too large.`);
        return value;
      case 'plain':
        if (typeof value !== 'string' && typeof value !== 'number')
          throw new ForPeople(`A value of ${place} in the copy is neither text nor number.`);
        return value;
    }
  }

  /** The categories that a sieve is narrowed to. */
  private searchFrom(search: string): string {
    const parameters = new URLSearchParams(search);
    const categories = parameters.get('cat');
    if (categories === null) return search;
    parameters.set(
      'cat',
      categories
        .split(',')
        .flatMap((c) => this.looseNumberOf('categories', Number(c)) ?? [])
        .join(','),
    );
    return parameters.toString().replaceAll('%2C', ',');
  }

  /** The kept rows of an import; those that stood there before any import name categories and families. */
  private async importedRows(bytes: Buffer, isBase: boolean): Promise<Buffer> {
    const rows = await unpackedRows(bytes);
    if (!areImportedRows(rows, isBase)) throw new ForPeople('The kept rows of an import in the copy are not in order.');
    if (!isBase) return bytes;
    for (const { table, row } of rows as { table: string; row: Row }[])
      if (table === 'listings') {
        row.categoryId = this.numberOf('categories', row.categoryId);
        if (row.familyId !== null) row.familyId = this.looseNumberOf('listings', row.familyId);
      }
    return pack(JSON.stringify(rows), { level: 1 });
  }

  private fingerprintOf(row: Row): string {
    return reviewFingerprint(this.numberOf('listings', row.listing_id), {
      day: String(row.day),
      stars: Number(row.stars),
      title: String(row.title),
      body: String(row.body),
    });
  }

  /** Every reference leads to a row, also where the database was told not to look while rows came in. */
  async close(): Promise<void> {
    for (const { name, columns } of ARCHIVE_TABLES)
      for (const { name: column, points } of columns) {
        if (points === null) continue;
        const [row] = await this.query(
          `select 1 from ${quoted(name)} c left join ${quoted(points)} p on p.id = c.${quoted(column)}
           where c.${quoted(column)} is not null and p.id is null limit 1`,
        );
        if (row) throw new ForPeople(`A row of “${name}” in the copy hangs on one of “${points}” that is not in it.`);
      }
    for (const { id } of this.marketIds.values())
      await this.query(
        // A version that no index which is kept somewhere can have been built from.
        'update marketplaces set data_version = floor(unix_timestamp() / 10), rebuilt_version = data_version, demand_version = data_version where id = ?',
        [id],
      );
  }

  marketplaces(): string[] {
    return [...this.marketIds.values()].map((m) => m.id);
  }

  sentence(): string {
    const all = [...this.marketIds.values()].map((m) => m.name);
    const shown = all.slice(0, 5).join(', ');
    return all.length === 0
      ? 'The copy was brought in; it holds no marketplace.'
      : `The copy was brought in: ${shown}${all.length > 5 ? ` and ${all.length - 5} more` : ''}.`;
  }
}

/** What MariaDB says of a value that a column cannot hold, of a row that is there twice, or that a check refuses. */
const REFUSED: ReadonlySet<number> = new Set([1048, 1062, 1264, 1265, 1292, 1366, 1406, 4025, 1054, 1136]);
