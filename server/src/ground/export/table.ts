import type { Transform } from 'node:stream';
import { create as contentDisposition } from 'content-disposition';
import { stringify } from 'csv-stringify';
import type { Response } from 'express';
import { fileNameOf } from '@kettle/core/listing/words';
import { writeWorkbook } from './workbook.ts';

export type CellValue = string | number | null;
export interface Table {
  name: string;
  /** Sentences that say what the table holds and of which day it is. */
  about: string[];
  columns: string[];
  rows: AsyncIterable<CellValue[]> | Iterable<CellValue[]>;
}

/** Signs with which a spreadsheet begins to reckon, their full-width forms included. */
const REACTS = '=+\\-@\uFF1D\uFF0B\uFF0D\uFF20';
/**
 * Where a cell begins: at the start of the text, and behind a sign at which a program that expects other separators cuts
 * it in two. Blanks, and signs that nobody sees, do not count.
 */
const UNSEEN = String.raw`[\p{Zs}\p{Cf}\p{Zl}\p{Zp}\u034F]`;
const BEGINS = new RegExp(`(^|[;\\t\\r\\n])(${UNSEEN}*)(?=[${REACTS}'])`, 'gu');
const GUARDED = new RegExp(`(^|[;\\t\\r\\n])(${UNSEEN}*)'(?=[${REACTS}'])`, 'gu');

/**
 * A text that a spreadsheet would take for a formula gets an apostrophe in front, wherever a cell of it may begin; one
 * that begins with an apostrophe gets another, so that reading back takes exactly one away.
 */
export const guardCell = (cell: CellValue): CellValue =>
  typeof cell === 'string' ? cell.replace(BEGINS, "$1$2'") : cell;
/** The text as it was before it was guarded. */
export const unguardCell = (text: string): string => text.replace(GUARDED, '$1$2');

const fileName = (name: string, ending: string): string => contentDisposition(fileNameOf(name, ending));

/** Sends a table as CSV: lines that begin with # say what it is about and of which day, then head and rows. */
export const sendCsv = async (response: Response, table: Table): Promise<void> => {
  response.setHeader('Content-Type', 'text/csv; charset=utf-8');
  response.setHeader('Content-Disposition', fileName(table.name, 'csv'));
  const out = stringify({ bom: true });
  out.pipe(response);
  for (const sentence of table.about) out.write([`# ${sentence}`]);
  out.write(table.columns.map(guardCell));
  for await (const row of table.rows) {
    if (response.destroyed) break;
    if (!out.write(row.map(guardCell))) await drained(out, response);
  }
  out.end();
};

/** Until more can be written, or nobody waits for it any more. */
const drained = (out: Pick<Transform, 'once' | 'off'>, response: Response): Promise<void> =>
  new Promise((resolve) => {
    const done = (): void => {
      out.off('drain', done);
      response.off('close', done);
      resolve();
    };
    out.once('drain', done);
    response.once('close', done);
  });

/** Sends a table as XLSX: the data on the first sheet, what it is about on the second. Texts are texts there. */
export const sendXlsx = async (response: Response, table: Table): Promise<void> => {
  response.setHeader('Content-Type', 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet');
  response.setHeader('Content-Disposition', fileName(table.name, 'xlsx'));
  const rows = async function* (): AsyncGenerator<CellValue[]> {
    yield table.columns;
    yield* table.rows;
  };
  await writeWorkbook(response, [
    { name: table.name, frozen: 1, rows: rows() },
    { name: 'About', rows: table.about.map((sentence) => [sentence]) },
  ]);
};
