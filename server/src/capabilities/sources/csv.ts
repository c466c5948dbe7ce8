import { pipeline, Readable } from 'node:stream';
import { CsvError, parse } from 'csv-parse';
import { unguardCell } from '../../ground/export/table.ts';

export type CsvRow = Record<string, string>;
/** A row with the line of the file that it begins on. */
export interface CsvLine {
  line: number;
  row: CsvRow;
}
export interface CsvFile {
  columns: string[];
  /** Read once, as they come. */
  rows: AsyncIterable<CsvLine>;
}
/** A fault of the file itself, in a sentence. */
export class CsvFault extends Error {
  override name = 'CsvFault';
}

const LONGEST_RECORD = 1_000_000;
const MOST_COLUMNS = 500;
/** A cell is cut behind this: longer than any text that is kept of it. */
const LONGEST_CELL = 20_000;
const DELIMITERS = [',', ';', '\t'];

/** Texts of pieces of bytes, a letter that falls on two pieces being kept whole. */
const textsOf = async function* (pieces: AsyncIterable<Uint8Array>): AsyncGenerator<string> {
  const decoder = new TextDecoder('utf-8');
  for await (const piece of pieces) yield decoder.decode(piece, { stream: true });
  yield decoder.decode();
};

/** Lines before the head that begin with # say what a file is about: this program's own exports have them. */
const isAbout = (line: string): boolean => line.startsWith('#') || line.startsWith('"#');

/** The text from its head on, how many lines stood before it, and what parts its cells. */
const fromHeadOn = async (
  texts: AsyncGenerator<string>,
): Promise<{ first: string; skipped: number; delimiter: string }> => {
  let text = '';
  let skipped = 0;
  for (let at = 0; ;) {
    const end = text.indexOf('\n', at);
    if (end < 0) {
      const next = await texts.next();
      if (!next.done) {
        text = text.slice(at) + next.value;
        if (skipped === 0 && at === 0) text = text.replace(/^\uFEFF/, '');
        at = 0;
        if (text.length > LONGEST_RECORD) break;
        continue;
      }
    }
    const line = end < 0 ? text.slice(at) : text.slice(at, end);
    if (end >= 0 && (isAbout(line) || line.trim() === '')) {
      skipped++;
      at = end + 1;
      continue;
    }
    text = text.slice(at);
    break;
  }
  if (text.trim() === '') throw new CsvFault('The file is empty.');
  const head = text.slice(0, 20_000).split(/[\r\n]/, 1)[0]!;
  const delimiter = DELIMITERS.map((sign) => ({ sign, n: head.split(sign).length })).sort((a, b) => b.n - a.n)[0]!.sign;
  return { first: text, skipped, delimiter };
};

/**
 * Reads a CSV file piece by piece: comma, semicolon or tab, found from its first line. Throws a `CsvFault` when it is
 * none.
 */
export const readCsv = async (pieces: AsyncIterable<Uint8Array>): Promise<CsvFile> => {
  const texts = textsOf(pieces);
  const { first, skipped, delimiter } = await fromHeadOn(texts);
  const source = Readable.from(
    (async function* () {
      yield first;
      yield* texts;
    })(),
    { objectMode: false },
  );
  const records = parse({
    delimiter,
    relax_column_count: true,
    skip_empty_lines: true,
    relax_quotes: true,
    max_record_size: LONGEST_RECORD,
    info: true,
  });
  // A fault on the way (the database went away, say) ends the reading, too, and is told as what it is.
  pipeline(source, records, () => undefined);
  const iterator = (records as AsyncIterable<{ record: string[]; info: { lines: number } }>)[Symbol.asyncIterator]();
  let line = 0;
  const next = async (): Promise<{ line: number; cells: string[] } | null> => {
    let step;
    try {
      step = await iterator.next();
    } catch (error) {
      if (!(error instanceof CsvError)) throw error;
      throw new CsvFault(`The file is no CSV that can be read: ${error.message.slice(0, 200)}`);
    }
    if (step.done) return null;
    const { record, info } = step.value;
    const begins = line + 1;
    line = info.lines;
    return { line: skipped + begins, cells: record };
  };
  const head = await next();
  const columns = (head?.cells ?? []).map((name, i) => name.trim().slice(0, 200) || `Column ${i + 1}`);
  if (columns.length > MOST_COLUMNS)
    throw new CsvFault(
      `The file has ${columns.length} columns; ${MOST_COLUMNS} can be read. Is it a table of listings?`,
    );
  if (new Set(columns).size !== columns.length)
    throw new CsvFault('Two columns of the file have the same head. Rename one of them.');
  const second = await next();
  if (!second) throw new CsvFault('The file has a head but no rows.');
  const asRow = ({ line: at, cells }: { line: number; cells: string[] }): CsvLine => ({
    line: at,
    row: Object.fromEntries(
      columns.map((name, i) => [name, unguardCell((cells[i] ?? '').slice(0, LONGEST_CELL).trim())]),
    ),
  });
  return {
    columns,
    rows: (async function* () {
      for (let record: typeof second | null = second; record; record = await next()) yield asRow(record);
    })(),
  };
};
