import { Readable } from 'node:stream';
import type { Pool, ResultSetHeader } from 'mysql2';
import type { Session } from './connection.ts';

export type Cell = string | number | boolean | null;
const CHUNK = 128 * 1024;

const escapeCell = (cell: Cell): string => {
  if (cell === null) return '\\N';
  if (typeof cell === 'boolean') return cell ? '1' : '0';
  return typeof cell === 'number'
    ? String(cell)
    : cell.replace(/[\\\t\n\r\0]/g, (c) => (c === '\0' ? '\\0' : `\\${c}`));
};

const lines = function* (rows: Iterable<readonly Cell[]>): Generator<string> {
  let buffer = '';
  for (const row of rows) {
    buffer += `${row.map(escapeCell).join('\t')}\n`;
    if (buffer.length > CHUNK) {
      yield buffer;
      buffer = '';
    }
  }
  if (buffer !== '') yield buffer;
};

/**
 * Loads many rows fast, through LOAD DATA where the server allows it and by long INSERTs where it does not.
 * Returns how many rows it put in. Rows that are there already (by a unique key) are passed over, or with "replace" give way to the new ones.
 */
export const bulkLoad = async (
  session: Session['pool'],
  table: string,
  columns: readonly string[],
  makeRows: () => Iterable<readonly Cell[]>,
  present: 'ignore' | 'replace' = 'ignore',
): Promise<number> => {
  const pool = session as Pick<Pool, 'promise'>;
  const names = columns.map((c) => `\`${c}\``).join(', ');
  try {
    const [result] = await pool.promise().query<ResultSetHeader>({
      sql: `load data local infile 'rows' ${present} into table \`${table}\` character set utf8mb4 (${names})`,
      infileStreamFactory: () => Readable.from(lines(makeRows()), { objectMode: false }),
    });
    return result.affectedRows;
  } catch (error) {
    const { code, errno } = error as { code?: string; errno?: number };
    // 1148, 4166, 3948: LOAD DATA LOCAL is switched off on that server.
    if (errno !== 1148 && errno !== 4166 && errno !== 3948 && code !== 'ER_NOT_ALLOWED_COMMAND') throw error;
    return insertInBatches(pool, present === 'replace' ? 'replace' : 'insert ignore', table, names, makeRows());
  }
};

const insertInBatches = async (
  pool: Pick<Pool, 'promise'>,
  verb: 'replace' | 'insert ignore',
  table: string,
  names: string,
  rows: Iterable<readonly Cell[]>,
): Promise<number> => {
  let put = 0;
  let batch: (readonly Cell[])[] = [];
  const flush = async (): Promise<void> => {
    if (batch.length > 0) {
      const [result] = await pool
        .promise()
        .query<ResultSetHeader>(`${verb} into \`${table}\` (${names}) values ?`, [batch]);
      put += result.affectedRows;
    }
    batch = [];
  };
  for (const row of rows) if (batch.push(row) >= 2000) await flush();
  await flush();
  return put;
};
