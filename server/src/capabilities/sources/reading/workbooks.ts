import { SaxesParser } from 'saxes';
import type { Archive } from './archive.ts';
import { asText, FileFault, LONGEST_CELL, MOST_COLUMNS, type TableRow } from './table.ts';

type Handlers = { open?: (tag: Tag) => void; text?: (text: string) => void; close?: (name: string) => void };

interface Tag {
  name: string;
  attributes: Record<string, string>;
}

/** Events of an XML file of an archive, in batches as its bytes come; what is no XML is a fault of the file. */
const parseXml = async function* (archive: Archive, name: string, handlers: Handlers): AsyncGenerator<void> {
  const entry = archive.find(name);
  if (!entry) throw new FileFault(`The workbook lacks ${name}.`);
  const parser = new SaxesParser({ position: false });
  let fault: Error | null = null;
  parser.on('error', (error) => (fault ??= error));
  // Entities of its own would let a small file stand for a huge one: none is needed in a workbook.
  parser.on('doctype', () => (fault ??= new Error('it declares a document type')));
  // Without name spaces attributes are texts.
  if (handlers.open) parser.on('opentag', (tag) => handlers.open!(tag as Tag));
  if (handlers.text) parser.on('text', handlers.text);
  if (handlers.close) parser.on('closetag', (tag) => handlers.close!(tag.name));
  const decoder = new TextDecoder('utf-8');
  const step = (text: string): void => {
    parser.write(text);
    if (fault) throw new FileFault(`The workbook cannot be read: ${(fault as Error).message.slice(0, 160)}`);
  };
  for await (const chunk of archive.bytes(entry)) {
    step(decoder.decode(chunk, { stream: true }));
    yield;
  }
  step(decoder.decode());
  parser.close();
  yield;
};
const wholeXml = async (archive: Archive, name: string, handlers: Handlers): Promise<void> => {
  for await (const _ of parseXml(archive, name, handlers)) void _;
};

export interface Workbook {
  sheets: string[];
  rows: (sheet: number) => AsyncIterable<TableRow>;
}

const MOST_ROWS = 5_000_000;
const MOST_STRINGS = 80_000_000;

/** Which of the number formats of ECMA-376 part 1, 18.8.30 are dates; 14 to 22 and 45 to 47 come without a code. */
const isDateFormat = (id: number, code: string | undefined): boolean =>
  code === undefined
    ? (id >= 14 && id <= 17) || id === 22
    : /[dy]/i.test(code.replace(/"[^"]{0,80}"|\[[^[\]]{0,80}\]|\\./g, ''));

/** The day of a serial number of a workbook: days since the end of 1899, with the leap day of 1900 that never was. */
const dayOfSerial = (serial: number, since1904: boolean): string => {
  const days = since1904 ? serial + 1462 : serial;
  const date = new Date(Math.round((days - 25_569) * 86_400_000));
  return asText(date);
};

const columnOf = (reference: string): number => {
  let column = 0;
  for (const sign of reference) {
    const letter = sign.charCodeAt(0) - 64;
    if (letter < 1 || letter > 26) break;
    column = column * 26 + letter;
  }
  return column - 1;
};

/** An Office Open XML workbook (ECMA-376): shared strings and styles whole, rows as they come. */
export const openXlsx = async (archive: Archive): Promise<Workbook> => {
  const sheets: { name: string; relation: string }[] = [];
  let since1904 = false;
  await wholeXml(archive, 'xl/workbook.xml', {
    open: ({ name, attributes }) => {
      if (name.endsWith('sheet') && attributes.name !== undefined)
        sheets.push({ name: attributes.name, relation: attributes['r:id'] ?? '' });
      if (name.endsWith('workbookPr')) since1904 = attributes.date1904 === '1' || attributes.date1904 === 'true';
    },
  });
  const targets = new Map<string, string>();
  await wholeXml(archive, 'xl/_rels/workbook.xml.rels', {
    open: ({ attributes: { Id, Target } }) => {
      if (Id && Target) targets.set(Id, Target.startsWith('/') ? Target.slice(1) : `xl/${Target}`);
    },
  });
  const [strings, dates] = await Promise.all([sharedStrings(archive), dateStyles(archive)]);
  return {
    sheets: sheets.map((s) => s.name),
    rows: (sheet) =>
      rowsOfXlsx(archive, targets.get(sheets[sheet]!.relation) ?? `xl/worksheets/sheet${sheet + 1}.xml`, {
        strings,
        dates,
        since1904,
      }),
  };
};

const sharedStrings = async (archive: Archive): Promise<string[]> => {
  const strings: string[] = [];
  if (!archive.find('xl/sharedStrings.xml')) return strings;
  let text = '';
  let inText = false;
  let inRuby = false;
  let size = 0;
  await wholeXml(archive, 'xl/sharedStrings.xml', {
    open: ({ name }) => {
      if (name === 'si') text = '';
      if (name === 't') inText = true;
      if (name === 'rPh') inRuby = true;
    },
    text: (part) => {
      if (inText && !inRuby && text.length < LONGEST_CELL) text += part;
    },
    close: (name) => {
      if (name === 't') inText = false;
      if (name === 'rPh') inRuby = false;
      if (name !== 'si') return;
      size += text.length;
      if (size > MOST_STRINGS) throw new FileFault('The texts of the workbook are longer than can be read.');
      strings.push(text.slice(0, LONGEST_CELL));
    },
  });
  return strings;
};

/** For each style of a cell whether it shows a date. */
const dateStyles = async (archive: Archive): Promise<boolean[]> => {
  const codes = new Map<number, string>();
  const styles: boolean[] = [];
  let inCells = false;
  if (!archive.find('xl/styles.xml')) return styles;
  await wholeXml(archive, 'xl/styles.xml', {
    open: ({ name, attributes }) => {
      if (name === 'numFmt') codes.set(Number(attributes.numFmtId), attributes.formatCode ?? '');
      if (name === 'cellXfs') inCells = true;
      if (name === 'xf' && inCells) {
        const id = Number(attributes.numFmtId ?? 0);
        styles.push(isDateFormat(id, codes.get(id)));
      }
    },
    close: (name) => {
      if (name === 'cellXfs') inCells = false;
    },
  });
  return styles;
};

interface XlsxParts {
  strings: readonly string[];
  dates: readonly boolean[];
  since1904: boolean;
}

const rowsOfXlsx = async function* (
  archive: Archive,
  name: string,
  { strings, dates, since1904 }: XlsxParts,
): AsyncGenerator<TableRow> {
  let waiting: TableRow[] = [];
  let row: TableRow | null = null;
  let line = 0;
  let cell: { column: number; type: string; style: number } | null = null;
  let text = '';
  let reading = false;
  const valueOf = (type: string, style: number): string => {
    if (type === 's') return strings[Number(text)] ?? '';
    if (type === 'b') return asText(text === '1');
    if (type === 'e') return '';
    if (type === 'd') return text.slice(0, 10);
    if (type === 'str' || type === 'inlineStr') return text;
    const value = Number(text);
    if (text === '' || !Number.isFinite(value)) return '';
    return dates[style] && value > 0 ? dayOfSerial(value, since1904) : asText(value);
  };
  const events = parseXml(archive, name, {
    open: ({ name: tag, attributes }) => {
      if (tag === 'row') {
        line = Number(attributes.r ?? line + 1);
        row = { line, cells: [] };
      } else if (tag === 'c') {
        const column = attributes.r ? columnOf(attributes.r) : (row?.cells.length ?? 0);
        cell = { column, type: attributes.t ?? 'n', style: Number(attributes.s ?? 0) };
        text = '';
      } else if (tag === 'v' || tag === 't') reading = true;
    },
    text: (part) => {
      if (reading && cell && text.length < LONGEST_CELL) text += part;
    },
    close: (tag) => {
      if (tag === 'v' || tag === 't') reading = false;
      else if (tag === 'c' && cell && row) {
        if (cell.column >= 0 && cell.column <= MOST_COLUMNS) {
          while (row.cells.length < cell.column) row.cells.push('');
          row.cells[cell.column] = valueOf(cell.type, cell.style);
        }
        cell = null;
      } else if (tag === 'row' && row) {
        if (line > MOST_ROWS) throw new FileFault(`The sheet has more than ${MOST_ROWS} rows.`);
        waiting.push(row);
        row = null;
      }
    },
  });
  for await (const _ of events) {
    void _;
    yield* waiting;
    waiting = [];
  }
};

/** An OpenDocument spreadsheet (ISO/IEC 26300): one file that holds all sheets, read to the wanted one. */
export const openOds = async (archive: Archive): Promise<Workbook> => {
  const sheets: string[] = [];
  await wholeXml(archive, 'content.xml', {
    open: ({ name, attributes }) => {
      if (name === 'table:table') sheets.push(attributes['table:name'] ?? `Sheet ${sheets.length + 1}`);
    },
  });
  return { sheets, rows: (sheet) => rowsOfOds(archive, sheet) };
};

const rowsOfOds = async function* (archive: Archive, wanted: number): AsyncGenerator<TableRow> {
  let sheet = -1;
  let line = 0;
  let waiting: TableRow[] = [];
  let cells: string[] | null = null;
  let rowTimes = 1;
  let cell: { value: string | null; times: number } | null = null;
  let text = '';
  let paragraphs = 0;
  let inText = 0;
  const times = (value: string | undefined): number => Math.max(1, Math.min(MOST_ROWS, Number(value ?? 1) || 1));
  const valueOf = (attributes: Record<string, string>): string | null => {
    const type = attributes['office:value-type'];
    if (type === 'date') return (attributes['office:date-value'] ?? '').slice(0, 10);
    if (type === 'boolean') return asText(attributes['office:boolean-value'] === 'true');
    if (type === 'float' || type === 'currency') return asText(Number(attributes['office:value']));
    if (type === 'percentage') return `${asText(Number((100 * Number(attributes['office:value'])).toPrecision(12)))} %`;
    return null;
  };
  const events = parseXml(archive, 'content.xml', {
    open: ({ name, attributes }) => {
      if (name === 'table:table') {
        sheet++;
        line = 0;
      }
      if (sheet !== wanted) return;
      if (name === 'table:table-row') {
        cells = [];
        rowTimes = times(attributes['table:number-rows-repeated']);
      } else if (name === 'table:table-cell' || name === 'table:covered-table-cell') {
        cell = { value: valueOf(attributes), times: times(attributes['table:number-columns-repeated']) };
        text = '';
        paragraphs = 0;
      } else if (name === 'text:p' && cell) {
        if (paragraphs++ > 0) text += '\n';
        inText++;
      } else if (name === 'text:s' && cell) text += ' ';
      else if (name === 'office:annotation') inText = -1000;
    },
    text: (part) => {
      if (cell && inText > 0 && text.length < LONGEST_CELL) text += part;
    },
    close: (name) => {
      if (sheet !== wanted) return;
      if (name === 'text:p') inText--;
      else if (name === 'office:annotation') inText = 0;
      else if ((name === 'table:table-cell' || name === 'table:covered-table-cell') && cell && cells) {
        const value = cell.value ?? text;
        // Empty cells to the end of the sheet are written as one that is repeated a thousand times.
        const repeated = value === '' ? Math.min(cell.times, MOST_COLUMNS) : cell.times;
        for (let i = 0; i < repeated && cells.length <= MOST_COLUMNS; i++) cells.push(value);
        cell = null;
      } else if (name === 'table:table-row' && cells) {
        const isEmpty = cells.every((c) => c === '');
        const repeated = isEmpty ? 0 : Math.min(rowTimes, 1000);
        for (let i = 0; i < repeated; i++) waiting.push({ line: line + i + 1, cells });
        line += rowTimes;
        if (line > MOST_ROWS * 10) throw new FileFault('The sheet has too many rows.');
        cells = null;
      }
    },
  });
  for await (const _ of events) {
    void _;
    yield* waiting;
    waiting = [];
  }
};
