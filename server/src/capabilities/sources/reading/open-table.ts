import { Archive, unzipped } from './archive.ts';
import { readCsv, textsOf } from './csv.ts';
import { readJson } from './json.ts';
import { FileFault, tableOfCells, type FileTable, type TableRow } from './table.ts';
import { openOds, openXlsx, type Workbook } from './workbooks.ts';

type Bytes = AsyncIterable<Uint8Array>;

/** The first bytes of a file, and all of it from the first on. */
const looked = async (pieces: Bytes): Promise<{ start: Buffer; all: AsyncGenerator<Uint8Array> }> => {
  const iterator = pieces[Symbol.asyncIterator]();
  const first: Uint8Array[] = [];
  let size = 0;
  while (size < 4096) {
    const step = await iterator.next();
    if (step.done) break;
    first.push(step.value);
    size += step.value.length;
  }
  return {
    start: Buffer.concat(first).subarray(0, 65_536),
    all: (async function* () {
      yield* first;
      for (let step = await iterator.next(); !step.done; step = await iterator.next()) yield step.value;
    })(),
  };
};

/** All files of an archive whose heads are the same, one after another. */
export const ALL_FILES = 'all files, one after another';

/**
 * Opens a file as a table, whatever it is by its contents: text parted by signs, JSON, an object a line, a workbook, or
 * any of them packed by gzip or zip. Its ending says nothing: files are often named falsely. Throws a `FileFault`.
 * @param lines whether the rows must know on which lines they stand
 */
export const openTable = async (pieces: Bytes, sheet: string | null = null, lines = true): Promise<FileTable> => {
  const { start, all } = await looked(pieces);
  if (start.length === 0) throw new FileFault('The file is empty.');
  if (start[0] === 0x1f && start[1] === 0x8b) return openTable(unzipped(all), sheet, lines);
  if (start[0] === 0x50 && start[1] === 0x4b && start[2] === 3) return openArchive(all, sheet);
  if (start.subarray(0, 8).equals(OLD_WORKBOOK))
    throw new FileFault('The file is a workbook of an old format (.xls). Save it as .xlsx, .ods or CSV.');
  if (start.subarray(0, 5).toString('latin1') === '%PDF-') throw new FileFault('The file is a PDF, not a table.');
  // Text has no such byte, but for UTF-16, which is known by its mark.
  if (start.includes(0) && !(start[0]! >= 0xfe && start[1]! >= 0xfe))
    throw new FileFault('The file is no table: it holds no text.');
  const text = start
    .toString('utf8')
    .replace(/^\uFEFF/, '')
    .trimStart();
  if (/^[[{]/.test(text)) return readJson(textsOf(all));
  if (/^<(!doctype|html|\?xml)/i.test(text)) throw new FileFault('The file is a web page or XML, not a table.');
  return readCsv(all, lines);
};
const OLD_WORKBOOK = Buffer.from('d0cf11e0a1b11ae1', 'hex');

const openArchive = async (pieces: Bytes, sheet: string | null): Promise<FileTable> => {
  const archive = await Archive.open(pieces);
  try {
    if (archive.find('xl/workbook.xml')) return await ofWorkbook(archive, await openXlsx(archive), sheet);
    if (archive.find('content.xml') && archive.find('mimetype'))
      return await ofWorkbook(archive, await openOds(archive), sheet);
    return await ofFiles(archive, sheet);
  } catch (error) {
    await archive.close();
    throw error;
  }
};

/** Rows that close their archive behind them, however the reading ends. */
const closing = async function* (archive: Archive, rows: AsyncIterable<TableRow>): AsyncGenerator<TableRow> {
  try {
    yield* rows;
  } finally {
    await archive.close();
  }
};

const ofWorkbook = async (archive: Archive, { sheets, rows }: Workbook, sheet: string | null): Promise<FileTable> => {
  if (sheets.length === 0) throw new FileFault('The workbook has no sheet.');
  const wanted = sheet === null ? -1 : sheets.indexOf(sheet);
  if (sheet !== null && wanted < 0) throw new FileFault(`The workbook has no sheet “${sheet.slice(0, 80)}”.`);
  // Without a choice the first sheet that holds a table: a cover page often stands before it.
  for (const at of wanted >= 0 ? [wanted] : sheets.keys())
    try {
      const table = await tableOfCells(rows(at));
      return { columns: table.columns, rows: closing(archive, table.rows), sheets, sheet: sheets[at]! };
    } catch (error) {
      if (!(error instanceof FileFault) || wanted >= 0 || at === sheets.length - 1) throw error;
    }
  throw new FileFault('The workbook has no table.');
};

const ofFiles = async (archive: Archive, wanted: string | null): Promise<FileTable> => {
  const files = archive.entries.filter(
    (e) => !e.fileName.endsWith('/') && !/(^|[/\\])(\.|__MACOSX)/.test(e.fileName) && e.uncompressedSize > 0,
  );
  if (files.length === 0) throw new FileFault('The archive holds no file.');
  const named = files.map((entry) => ({ entry, name: entry.fileName.split(/[/\\]/).at(-1)!.slice(0, 120) }));
  const of = async (entry: (typeof files)[number]): Promise<FileTable> => {
    const { start, all } = await looked(archive.bytes(entry));
    if (start[0] === 0x50 && start[1] === 0x4b) throw new FileFault('Archives within archives are not read.');
    return openTable(all);
  };
  if (named.length === 1) {
    const table = await of(named[0]!.entry);
    return { ...table, rows: closing(archive, table.rows) };
  }
  const sheets = [ALL_FILES, ...named.map((n) => n.name)];
  const one = wanted === null || wanted === ALL_FILES ? null : named.find((n) => n.name === wanted);
  if (one === undefined) throw new FileFault(`The archive has no file “${wanted!.slice(0, 80)}”.`);
  if (one) {
    const table = await of(one.entry);
    return { columns: table.columns, rows: closing(archive, table.rows), sheets, sheet: one.name };
  }
  const first = await of(named[0]!.entry);
  const following = async function* (): AsyncGenerator<TableRow> {
    yield* first.rows;
    for (const { entry, name } of named.slice(1)) {
      const next = await of(entry);
      if (next.columns.join('\n') !== first.columns.join('\n'))
        throw new FileFault(`“${name}” has other columns than “${named[0]!.name}”. Choose one of the files.`);
      yield* next.rows;
    }
  };
  return { columns: first.columns, rows: closing(archive, following()), sheets, sheet: ALL_FILES };
};
