import { createHash } from 'node:crypto';
import { Readable, type Writable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type mysql from 'mysql2';
import { ZipFile } from 'yazl';
import type { Database } from '../../ground/db/connection.ts';
import { lastMigration } from '../../ground/db/migrate.ts';
import { fileOfTable, FORMAT, MANIFEST, VERSION, type Manifest } from './manifest.ts';
import { ARCHIVE_TABLES, belongsTo, type ArchiveColumn, type ArchiveTable } from './tables.ts';

/** Letters that are handed on at once. */
const CHUNK = 64 * 1024;
const AHEAD = 500;
/** Made anew when it is read: what follows from the row and its number, and what only tells when to build indexes anew. */
const FOLLOWS: ReadonlySet<string> = new Set([
  'reviews.fingerprint',
  'listings.touched',
  'marketplaces.data_version',
  'marketplaces.rebuilt_version',
  'marketplaces.demand_version',
]);

type Row = Record<string, unknown>;

/** The columns of a table as they stand in an archive. */
export const columnsOf = ({ name, columns }: ArchiveTable): ArchiveColumn[] =>
  columns.filter((c) => !FOLLOWS.has(`${name}.${c.name}`));

const toFile = ({ as }: ArchiveColumn, value: unknown): unknown => {
  if (value === null || value === undefined) return null;
  switch (as) {
    case 'json':
      return typeof value === 'string' ? (JSON.parse(value) as unknown) : value;
    case 'bytes':
      return (value as Buffer).toString('base64');
    case 'yes-or-no':
      return Number(value) === 1;
    case 'number':
    case 'plain':
      return value;
  }
};

/** The marketplaces that are the seller's own, removed ones included; those of the demo live by its simulated feed. */
const ownMarketplaces = async (connection: mysql.PoolConnection): Promise<string[]> => {
  const [rows] = await connection.promise().query<mysql.RowDataPacket[]>(
    `select m.id from marketplaces m left join marketplaces o on o.id = m.bin_of
     where m.hob_day is null and (m.bin_of is null or o.hob_day is null) order by m.id`,
  );
  return rows.map((r) => String(r.id));
};

/**
 * Writes all that is the seller's own as a zip of NDJSON files, one a table, as it is at one moment while others go on
 * working; the manifest with their checksums stands last. Nothing is held whole.
 */
export const writeArchive = async ({ pool }: Pick<Database, 'pool'>, out: Writable): Promise<void> => {
  const { connection } = (await pool.promise().getConnection()) as unknown as { connection: mysql.PoolConnection };
  let whole = false;
  try {
    await connection.promise().query('set transaction isolation level repeatable read');
    await connection.promise().query('start transaction with consistent snapshot, read only');
    const markets = await ownMarketplaces(connection);
    const zip = new ZipFile();
    const told: Manifest['tables'] = [];
    for (const table of ARCHIVE_TABLES)
      zip.addReadStreamLazy(fileOfTable(table.name), {}, (take) =>
        take(null, Readable.from(linesOf(connection, table, markets, told), { objectMode: false })),
      );
    zip.addReadStreamLazy(MANIFEST, {}, (take) =>
      take(null, Readable.from([Buffer.from(JSON.stringify(manifestOf(told), null, 1))], { objectMode: false })),
    );
    zip.end();
    await pipeline(zip.outputStream as unknown as Readable, out);
    await connection.promise().query('commit');
    whole = true;
  } finally {
    // In the middle of a table nobody reads any further: such a connection does not go back.
    if (whole) connection.release();
    else connection.destroy();
  }
};

const manifestOf = (tables: Manifest['tables']): Manifest => ({
  format: FORMAT,
  version: VERSION,
  schema: lastMigration(),
  madeAt: new Date().toISOString(),
  tables,
});

async function* linesOf(
  connection: mysql.PoolConnection,
  table: ArchiveTable,
  markets: readonly string[],
  told: Manifest['tables'],
): AsyncGenerator<Buffer> {
  const columns = columnsOf(table);
  const condition = belongsTo(table);
  const hash = createHash('sha256');
  let rows = 0;
  let text = '';
  const flush = (): Buffer => {
    const bytes = Buffer.from(text);
    hash.update(bytes);
    text = '';
    return bytes;
  };
  const names = columns.map((c) => `\`${c.name}\``).join(', ');
  const order = table.key.map((c) => `\`${c}\``).join(', ');
  if (condition === null || markets.length > 0) {
    const stream = connection
      .query(
        `select ${names} from \`${table.name}\`${condition === null ? '' : ` where ${condition}`} order by ${order}`,
        [markets],
      )
      .stream({ highWaterMark: AHEAD });
    for await (const row of stream as AsyncIterable<Row>) {
      rows++;
      text += `${JSON.stringify(Object.fromEntries(columns.map((c) => [c.name, toFile(c, row[c.name])])))}\n`;
      if (text.length > CHUNK) yield flush();
    }
  }
  if (text !== '') yield flush();
  told.push({ name: table.name, rows, columns: columns.map((c) => c.name), sha256: hash.digest('hex') });
}
