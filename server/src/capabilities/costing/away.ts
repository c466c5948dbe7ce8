import { eq } from 'drizzle-orm';
import { create as contentDisposition } from 'content-disposition';
import { stringify } from 'csv-stringify/sync';
import type { Response } from 'express';
import { costingBook, placedBook, type BookSheet, type PlacedCell, type SheetRow } from '@kettle/core/costing/workbook';
import { fileNameOf } from '@kettle/core/listing/words';
import { currencyExponent } from '@kettle/core/money/money';
import { candidateRow } from '../../ground/candidates/candidate-rows.ts';
import { briefsOf, sidesOf } from '../../ground/briefs/briefs.ts';
import type { Db } from '../../ground/db/connection.ts';
import { listings } from '../../ground/db/schema.ts';
import { guardCell } from '../../ground/export/table.ts';
import { workbookBytes, type Cell } from '../../ground/export/workbook.ts';
import { ProblemError } from '../../ground/problems/problem.ts';
import { costingOfCandidate } from './service.ts';

export const AWAY_ENDINGS = ['xlsx', 'csv', 'json', 'html'] as const;
export type AwayEnding = (typeof AWAY_ENDINGS)[number];

interface Away {
  title: string;
  about: string[];
  currency: string;
  document: unknown;
  /** Or why there are no sheets. */
  book: BookSheet[] | string;
}

const awayOf = async (db: Db, id: number): Promise<Away> => {
  const { candidate, market } = await candidateRow(db, id);
  const kept = await costingOfCandidate(db, market, candidate);
  const [brief] = await briefsOf(db, market, [candidate.anchorId]);
  const [row] = await db.select().from(listings).where(eq(listings.id, candidate.anchorId));
  const price = kept.document.price ?? brief?.price ?? null;
  const about = [
    `${candidate.name}: ${kept.name}, on ${market.name}, ${market.today}.`,
    `Fees by ${kept.schedule?.name ?? 'no schedule'}. All that is not typed is reckoned from what is.`,
  ];
  const book =
    !kept.schedule || price === null || !brief || !row
      ? 'No price or no fee schedule is known.'
      : costingBook({
          schedule: kept.schedule.document,
          subject: { price, category: brief.category, weight: brief.weight, sides: sidesOf(row) },
          document: kept.document,
          day: market.today,
          units: brief.units,
        });
  return { title: `${candidate.name}, ${kept.name}`, about, currency: market.currency, document: kept.document, book };
};

/** Sends the costing of a candidate as a file: sheets with live formulas, a plain table, the open format, or a page to print. */
export const sendCosting = async (response: Response, db: Db, id: number, ending: AwayEnding): Promise<void> => {
  const away = await awayOf(db, id);
  if (ending === 'json') {
    response.attachment(fileNameOf(away.title, 'json')).json(away.document);
    return;
  }
  if (typeof away.book === 'string') throw new ProblemError(422, 'not-known', away.book);
  const { book } = away;
  if (ending === 'html') {
    response.type('html').send(pageOf(away, book));
    return;
  }
  response.setHeader('Content-Disposition', contentDisposition(fileNameOf(away.title, ending)));
  if (ending === 'csv') {
    response.type('text/csv').send(csvOf(away, book));
    return;
  }
  response.type('application/vnd.openxmlformats-officedocument.spreadsheetml.sheet');
  response.send(await xlsxOf(away, book));
};

const shown = (cell: PlacedCell): string | number | null =>
  typeof cell === 'object' && cell !== null ? cell.value : cell;

const csvOf = ({ about }: Away, book: readonly BookSheet[]): string =>
  stringify(
    [
      ...about.map((a) => [`# ${a}`]),
      ...placedBook(book).flatMap(({ name, rows }) => [
        [name],
        ...rows.map((row) => row.map((c) => guardCell(shown(c)))),
      ]),
    ],
    { bom: true },
  );

const formatOf = ({ unit }: SheetRow, digits: number): string | undefined =>
  unit === 'money'
    ? `#,##0${digits > 0 ? `.${'0'.repeat(digits)}` : ''}`
    : unit === 'percent'
      ? '0.0#%'
      : unit === 'count'
        ? '#,##0'
        : undefined;

/** A row of a sheet: what a formula has come to goes with it where it is known, for programs that do not calculate. */
const cellsOf = (of: SheetRow, cells: readonly PlacedCell[], digits: number): Cell[] => {
  const bold = of.look === 'heading' || of.look === 'sum' || undefined;
  return cells.map((cell, column) => {
    const format = column > 0 && column <= of.cells.length ? formatOf(of, digits) : undefined;
    const fill = of.look === 'input' && column === 1 ? INPUT_FILL : undefined;
    return typeof cell === 'object' && cell !== null
      ? { value: cell.value, formula: cell.formula, format, bold, fill }
      : { value: cell, format, bold, fill };
  });
};
const INPUT_FILL = 'F3ECF1';

const xlsxOf = ({ about, currency }: Away, book: readonly BookSheet[]): Promise<Buffer> => {
  const digits = currencyExponent(currency);
  const sheets = placedBook(book).map(({ name, rows }, i) => ({
    name,
    widths: [44, 14],
    fitsPage: true,
    rows: rows.map((cells, n) => cellsOf(book[i]!.rows[n]!, cells, digits)),
  }));
  const sentences = [...about, 'Tinted cells are inputs. Change them and the rest is recalculated.'];
  return workbookBytes([...sheets, { name: 'About', rows: sentences.map((sentence) => [sentence]) }]);
};

const escaped = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;');

/** A page that opens anywhere without script, and prints on A4 and Letter. */
const pageOf = ({ title, about, currency }: Away, book: readonly BookSheet[]): string => {
  const digits = currencyExponent(currency);
  const text = (of: SheetRow, value: string | number | null): string => {
    if (value === null) return '';
    if (typeof value === 'string') return value;
    if (of.unit === 'percent') return `${Number((value * 100).toFixed(2))} %`;
    const at = of.unit === 'money' ? digits : 0;
    return value.toLocaleString('en-GB', {
      minimumFractionDigits: at,
      maximumFractionDigits: of.unit === 'number' ? 3 : at,
    });
  };
  // Steps of fees and months are for reckoning on; a page tells what came of them.
  const sheets = book.filter((s) => s.name === 'Costing' || s.name === 'The order');
  const tables = sheets.map(
    ({ name, rows }) =>
      `<h2>${escaped(name)}</h2><table>${rows
        .filter((r) => r.look === 'heading' || r.cells.some((c) => c.value !== null))
        .map((r) =>
          r.look === 'heading'
            ? `<tr><th colspan="3" scope="colgroup">${escaped(r.label)}</th></tr>`
            : `<tr class="${r.look ?? ''}"><td>${escaped(r.label)}</td><td class="n">${r.cells.map((c) => escaped(text(r, c.value))).join(' · ')}</td><td>${escaped(r.note)}</td></tr>`,
        )
        .join('')}</table>`,
  );
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>${escaped(title)}</title><style>
body{font:13px/1.4 sans-serif;color:#1f2a30;max-width:760px;margin:24px auto;padding:0 16px}
h1{font-size:20px}h2{font-size:15px;margin:20px 0 4px}table{border-collapse:collapse;width:100%}
td,th{padding:2px 8px;border-bottom:1px solid #d9dad6;text-align:left;vertical-align:top}
.n{text-align:right;font-variant-numeric:tabular-nums;white-space:nowrap}.sum td{font-weight:700}
td:last-child{color:#5b666c}tr{break-inside:avoid}@page{margin:14mm}
</style></head><body><h1>${escaped(title)}</h1>${about.map((a) => `<p>${escaped(a)}</p>`).join('')}${tables.join('')}</body></html>`;
};
