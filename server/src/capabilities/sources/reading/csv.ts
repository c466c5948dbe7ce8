import { pipeline, Readable } from 'node:stream';
import { CsvError, parse } from 'csv-parse';
import { unguardCell } from '../../../ground/export/table.ts';
import { FileFault, headsOf, LONGEST_CELL, LONGEST_RECORD, type FileTable, type TableRow } from './table.ts';

const DELIMITERS = [',', ';', '\t', '|'];
/** Lines that are looked at to find the head. */
const LOOKED_AT = 20;

/**
 * Texts of pieces of bytes, a letter that falls on two pieces being kept whole. UTF-16 is known by its mark; what is no
 * UTF-8 is what spreadsheets write instead (windows-1252).
 */
export const textsOf = async function* (pieces: AsyncIterable<Uint8Array>): AsyncGenerator<string> {
  let decoder: TextDecoder | null = null;
  for await (const piece of pieces) {
    decoder ??= new TextDecoder(
      piece[0] === 0xff && piece[1] === 0xfe
        ? 'utf-16le'
        : piece[0] === 0xfe && piece[1] === 0xff
          ? 'utf-16be'
          : 'utf-8',
      { fatal: true },
    );
    try {
      yield decoder.decode(piece, { stream: true });
    } catch {
      decoder = new TextDecoder('windows-1252');
      yield decoder.decode(piece, { stream: true });
    }
  }
  try {
    yield decoder?.decode() ?? '';
  } catch {
    throw new FileFault('The file ends in the middle of a letter. It seems to be cut off.');
  }
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
  if (text.trim() === '') throw new FileFault('The file is empty.');
  const lines = text.slice(0, LONGEST_RECORD / 10).split('\n', LOOKED_AT);
  const cellsOf = (line: string, sign: string): number => line.split(sign).filter((cell) => cell.trim() !== '').length;
  const delimiter = mostEven(lines);
  // Above the head there may be a title, which fills one cell however many signs stand behind it.
  const head = lines.findIndex((line) => cellsOf(line, delimiter) > 1);
  const titles = Math.max(0, head);
  return {
    first: titles === 0 ? text : text.slice(lines.slice(0, titles).reduce((sum, line) => sum + line.length + 1, 0)),
    skipped: skipped + titles,
    delimiter,
  };
};

/** The sign by which most lines fall into the same number of cells, the more cells the better. */
const mostEven = (lines: readonly string[]): string => {
  const evenness = (sign: string): number => {
    const times = new Map<number, number>();
    for (const line of lines) {
      const cells = line.split(sign).length;
      if (cells > 1) times.set(cells, (times.get(cells) ?? 0) + 1);
    }
    return Math.max(0, ...[...times].map(([cells, n]) => cells * n));
  };
  return DELIMITERS.map((sign) => ({ sign, n: evenness(sign) })).sort((a, b) => b.n - a.n)[0]!.sign;
};

/**
 * Reads a CSV file piece by piece: comma, semicolon, tab or upright stroke, found from its first lines. Throws a `FileFault` when it is
 * none.
 */
export const readCsv = async (pieces: AsyncIterable<Uint8Array>, lines = true): Promise<FileTable> => {
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
    // Both ends of line, as they come: files put together from several have both.
    record_delimiter: first.includes('\n') ? ['\r\n', '\n'] : ['\r\n', '\n', '\r'],
    relax_column_count: true,
    skip_empty_lines: true,
    relax_quotes: true,
    max_record_size: LONGEST_RECORD,
    // Counting lines takes a third of the time.
    info: lines,
  });
  // A fault on the way (the database went away, say) ends the reading, too, and is told as what it is.
  pipeline(source, records, () => undefined);
  type Told = { record: string[]; info: { lines: number } };
  const iterator = (records as AsyncIterable<Told | string[]>)[Symbol.asyncIterator]();
  let line = 0;
  const next = async (): Promise<{ line: number; cells: string[] } | null> => {
    let step;
    try {
      step = await iterator.next();
    } catch (error) {
      if (!(error instanceof CsvError)) throw error;
      throw new FileFault(`The file is no CSV that can be read: ${error.message.slice(0, 200)}`);
    }
    if (step.done) return null;
    if (Array.isArray(step.value)) return { line: ++line, cells: step.value };
    const { record, info } = step.value;
    const begins = line + 1;
    line = info.lines;
    return { line: skipped + begins, cells: record };
  };
  const head = await next();
  const columns = headsOf(head?.cells ?? []);
  const second = await next();
  if (!second) throw new FileFault('The file has a head but no rows.');
  const asRow = ({ line: at, cells }: { line: number; cells: string[] }): TableRow => ({
    line: at,
    ...(cells.length > columns.length && cells.slice(columns.length).some((c) => c.trim() !== '') && { ragged: true }),
    cells: columns.map((_, i) => {
      const cell = (cells[i] ?? '').slice(0, LONGEST_CELL).trim();
      return cell.includes("'") ? unguardCell(cell) : cell;
    }),
  });
  return {
    columns,
    sheets: [],
    sheet: null,
    rows: (async function* () {
      for (let record: typeof second | null = second; record; record = await next()) yield asRow(record);
    })(),
  };
};
