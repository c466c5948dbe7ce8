import { once } from 'node:events';
import { PassThrough, Readable, type Writable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { ZipFile } from 'yazl';

/** How a cell looks. */
export interface CellStyle {
  /** A number format of spreadsheets, such as #,##0.00. */
  format?: string | undefined;
  bold?: boolean | undefined;
  /** A background, as RRGGBB. */
  fill?: string | undefined;
}
export interface StyledCell extends CellStyle {
  value: string | number | null;
  /** Without the equals sign; the value is what it comes to, where that is known. */
  formula?: string | undefined;
}
export type Cell = string | number | null | StyledCell;
export interface Sheet {
  name: string;
  /** Widths of the first columns, in characters. */
  widths?: readonly number[];
  /** Rows at the top that stay in sight. */
  frozen?: number;
  /** Printed as wide as a page. */
  fitsPage?: boolean;
  rows: AsyncIterable<readonly Cell[]> | Iterable<readonly Cell[]>;
}

/** The longest text that a cell may hold, and the longest name of a sheet (Excel specifications and limits). */
const LONGEST_TEXT = 32_767;
const LONGEST_NAME = 31;
/** Characters handed on at once. */
const CHUNK = 64 * 1024;

/** What XML 1.0 does not allow in a text (its production 2, "Char"), lone halves of pairs included. */
// eslint-disable-next-line no-control-regex
const NOT_XML = /[\u0000-\u0008\u000B\u000C\u000E-\u001F\uFFFE\uFFFF]|[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/g; // prettier-ignore
const ENTITIES: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
  '\r': '&#13;',
};
const xml = (text: string): string => text.replace(NOT_XML, '').replace(/[&<>"\r]/g, (sign) => ENTITIES[sign]!);

/** The letters of a column. @example columnName(27) // => "AB" */
export const columnName = (index: number): string =>
  index < 26
    ? String.fromCharCode(65 + index)
    : columnName(Math.floor(index / 26) - 1) + String.fromCharCode(65 + (index % 26));

/** Every look that occurs, numbered as it is first met. */
class Styles {
  private readonly numbers = new Map<string, number>([['{}', 0]]);

  numberOf({ format, bold, fill }: CellStyle): number {
    const key = JSON.stringify({ format, bold, fill });
    const known = this.numbers.get(key);
    if (known !== undefined) return known;
    this.numbers.set(key, this.numbers.size);
    return this.numbers.size - 1;
  }

  toString(): string {
    const all = [...this.numbers.keys()].map((key) => JSON.parse(key) as CellStyle);
    const formats = [...new Set(all.flatMap((s) => s.format ?? []))];
    const fills = [...new Set(all.flatMap((s) => s.fill ?? []))];
    const looks = all.map(({ format, bold, fill }) => {
      // Numbers below 164 belong to the formats that spreadsheets ship with.
      const formatId = format === undefined ? 0 : 164 + formats.indexOf(format);
      // The first two fills are fixed: none, and a grey pattern.
      const fillId = fill === undefined ? 0 : 2 + fills.indexOf(fill);
      return `<xf numFmtId="${formatId}" fontId="${bold ? 1 : 0}" fillId="${fillId}" borderId="0" xfId="0" applyNumberFormat="1" applyFont="1" applyFill="1"/>`;
    });
    return `${HEAD}<styleSheet xmlns="${MAIN}">${
      formats.length > 0
        ? `<numFmts count="${formats.length}">${formats.map((f, i) => `<numFmt numFmtId="${164 + i}" formatCode="${xml(f)}"/>`).join('')}</numFmts>`
        : ''
    }<fonts count="2"><font><sz val="11"/><name val="Calibri"/></font><font><b/><sz val="11"/><name val="Calibri"/></font></fonts><fills count="${2 + fills.length}"><fill><patternFill patternType="none"/></fill><fill><patternFill patternType="gray125"/></fill>${fills.map((f) => `<fill><patternFill patternType="solid"><fgColor rgb="FF${f}"/></patternFill></fill>`).join('')}</fills><borders count="1"><border/></borders><cellStyleXfs count="1"><xf/></cellStyleXfs><cellXfs count="${looks.length}">${looks.join('')}</cellXfs></styleSheet>`;
  }
}

const HEAD = '<?xml version="1.0" encoding="UTF-8" standalone="yes"?>\n';
const OFFICE = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships';
const MAIN = 'http://schemas.openxmlformats.org/spreadsheetml/2006/main';
const PACKAGE = 'http://schemas.openxmlformats.org/package/2006';
const SPREADSHEET = 'application/vnd.openxmlformats-officedocument.spreadsheetml';

const cellXml = (cell: Cell, place: string, styles: Styles): string => {
  if (cell === null) return '';
  const { value, formula, ...style } = typeof cell === 'object' ? cell : { value: cell };
  const look = styles.numberOf(style);
  const start = `<c r="${place}"${look > 0 ? ` s="${look}"` : ''}`;
  if (formula !== undefined) {
    const isText = typeof value === 'string';
    return `${start}${isText ? ' t="str"' : ''}><f>${xml(formula)}</f>${value === null ? '' : `<v>${isText ? xml(value) : value}</v>`}</c>`;
  }
  if (value === null || (typeof value === 'number' && !Number.isFinite(value))) return look > 0 ? `${start}/>` : '';
  if (typeof value === 'number') return `${start}><v>${value}</v></c>`;
  return `${start} t="inlineStr"><is><t xml:space="preserve">${xml(value.slice(0, LONGEST_TEXT))}</t></is></c>`;
};

const sheetXml = async function* (sheet: Sheet, styles: Styles, isWanted: () => boolean): AsyncGenerator<string> {
  const { frozen = 0, widths = [], fitsPage = false } = sheet;
  let text = `${HEAD}<worksheet xmlns="${MAIN}">${fitsPage ? '<sheetPr><pageSetUpPr fitToPage="1"/></sheetPr>' : ''}${
    frozen > 0
      ? `<sheetViews><sheetView workbookViewId="0"><pane ySplit="${frozen}" topLeftCell="A${frozen + 1}" activePane="bottomLeft" state="frozen"/></sheetView></sheetViews>`
      : ''
  }${
    widths.length > 0
      ? `<cols>${widths.map((w, i) => `<col min="${i + 1}" max="${i + 1}" width="${w}" customWidth="1"/>`).join('')}</cols>`
      : ''
  }<sheetData>`;
  let n = 0;
  for await (const row of sheet.rows) {
    if (!isWanted()) return;
    n++;
    text += `<row r="${n}">${row.map((cell, i) => cellXml(cell, `${columnName(i)}${n}`, styles)).join('')}</row>`;
    if (text.length < CHUNK) continue;
    yield text;
    text = '';
  }
  yield `${text}</sheetData>${fitsPage ? '<pageSetup fitToWidth="1" fitToHeight="0"/>' : ''}</worksheet>`;
};

/** Names of sheets as spreadsheets take them: without some signs, not too long, each once. */
const sheetNames = (sheets: readonly Sheet[]): string[] => {
  const taken = new Set<string>();
  return sheets.map(({ name }, i) => {
    const plain = name.replace(/[[\]:*?/\\]/g, ' ').replace(/^'|'$/g, ' ').slice(0, LONGEST_NAME).trim() || `Sheet ${i + 1}`; // prettier-ignore
    let free = plain;
    for (let n = 2; taken.has(free.toLowerCase()); n++) free = `${plain.slice(0, LONGEST_NAME - 4)} ${n}`;
    taken.add(free.toLowerCase());
    return free;
  });
};

/**
 * Writes a workbook (XLSX) while its rows are made, so that none of it is held whole. Texts are texts: nothing that stands in
 * a cell is taken for a formula. Source: ECMA-376, part 1, SpreadsheetML; its smallest valid set of parts.
 * @param out ended with the workbook; rows are no longer asked for once it is closed
 */
export const writeWorkbook = async (out: Writable, sheets: readonly Sheet[]): Promise<void> => {
  const zip = new ZipFile();
  const written = zip.outputStream as Readable;
  const styles = new Styles();
  const names = sheetNames(sheets);
  const whole = (name: string, text: () => string): void =>
    zip.addReadStreamLazy(name, {}, (take) => take(null, Readable.from([Buffer.from(text())], { objectMode: false })));
  const each = (make: (nth: number, index: number) => string): string => sheets.map((_, i) => make(i + 1, i)).join('');

  /** What goes wrong with rows ends the workbook, and is told to whoever asked for it. */
  const xmlOf = async function* (sheet: Sheet): AsyncGenerator<string> {
    try {
      yield* sheetXml(sheet, styles, () => !out.destroyed);
    } catch (error) {
      written.destroy(error as Error);
    }
  };

  whole('[Content_Types].xml', () => `${HEAD}<Types xmlns="${PACKAGE}/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="xml" ContentType="application/xml"/><Override PartName="/xl/workbook.xml" ContentType="${SPREADSHEET}.sheet.main+xml"/>${each((n) => `<Override PartName="/xl/worksheets/sheet${n}.xml" ContentType="${SPREADSHEET}.worksheet+xml"/>`)}<Override PartName="/xl/styles.xml" ContentType="${SPREADSHEET}.styles+xml"/></Types>`); // prettier-ignore
  whole('_rels/.rels', () => `${HEAD}<Relationships xmlns="${PACKAGE}/relationships"><Relationship Id="rId1" Type="${OFFICE}/officeDocument" Target="xl/workbook.xml"/></Relationships>`); // prettier-ignore
  whole('xl/workbook.xml', () => `${HEAD}<workbook xmlns="${MAIN}" xmlns:r="${OFFICE}"><sheets>${each((n, i) => `<sheet name="${xml(names[i]!)}" sheetId="${n}" r:id="rId${n}"/>`)}</sheets><calcPr calcId="171027" fullCalcOnLoad="1"/></workbook>`); // prettier-ignore
  whole('xl/_rels/workbook.xml.rels', () => `${HEAD}<Relationships xmlns="${PACKAGE}/relationships">${each((n) => `<Relationship Id="rId${n}" Type="${OFFICE}/worksheet" Target="worksheets/sheet${n}.xml"/>`)}<Relationship Id="rId${sheets.length + 1}" Type="${OFFICE}/styles" Target="styles.xml"/></Relationships>`); // prettier-ignore
  for (const [i, sheet] of sheets.entries())
    zip.addReadStreamLazy(`xl/worksheets/sheet${i + 1}.xml`, {}, (take) =>
      take(null, Readable.from(xmlOf(sheet), { objectMode: false })),
    );
  // Last: by then every look has been met.
  whole('xl/styles.xml', () => styles.toString());
  zip.end();
  await pipeline(written, out);
};

/** The same into memory, for small workbooks. */
export const workbookBytes = async (sheets: readonly Sheet[]): Promise<Buffer> => {
  const out = new PassThrough();
  const chunks: Buffer[] = [];
  out.on('data', (chunk: Buffer) => chunks.push(chunk));
  await Promise.all([writeWorkbook(out, sheets), once(out, 'end')]);
  return Buffer.concat(chunks);
};
