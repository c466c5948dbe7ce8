import { parse } from 'csv-parse/sync';
import { unguardCell } from '../export/table.ts';

export type CsvRow = Record<string, string>;
export interface CsvFile {
  columns: string[];
  rows: CsvRow[];
}

/** Reads a CSV text: comma, semicolon or tab, found from its first line. Throws a sentence when it is none. */
export const readCsv = (text: string): CsvFile => {
  // Lines before the head that begin with # say what a file is about: this program's own exports have them.
  const bare = text.replace(/^\uFEFF/, '').replace(/^(?:"?#[^\r\n]*(?:\r?\n|$))+/, '');
  if (bare.trim() === '') throw new Error('The file is empty.');
  const head = bare.slice(0, bare.search(/[\r\n]|$/));
  const delimiter = [',', ';', '\t'].map((sign) => ({ sign, n: head.split(sign).length })).sort((a, b) => b.n - a.n)[0]!
    .sign;
  let records: string[][];
  try {
    records = parse(bare, {
      delimiter,
      relax_column_count: true,
      skip_empty_lines: true,
      relax_quotes: true,
      max_record_size: 1_000_000,
    }) as string[][];
  } catch (error) {
    throw new Error(`The file is no CSV that can be read: ${(error as Error).message}`, { cause: error });
  }
  const columns = (records[0] ?? []).map((name, i) => name.trim() || `Column ${i + 1}`);
  if (new Set(columns).size !== columns.length)
    throw new Error('Two columns of the file have the same head. Rename one of them.');
  if (records.length < 2) throw new Error('The file has a head but no rows.');
  return {
    columns,
    rows: records
      .slice(1)
      .map((r) => Object.fromEntries(columns.map((name, i) => [name, unguardCell((r[i] ?? '').trim())]))),
  };
};
