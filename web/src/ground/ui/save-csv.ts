import { fileNameOf } from '@kettle/core/listing/words';
import { saveBlob } from './save-picture.ts';

type Cell = string | number | null;

/** A text that a spreadsheet would take for a formula gets an apostrophe in front, as in files that the server sends. */
const cellText = (cell: Cell): string => {
  if (cell === null) return '';
  const text = typeof cell === 'string' && /^[=+\-@'\t\r]/.test(cell) ? `'${cell}` : String(cell);
  return /[",\n\r]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text;
};

/** A table as CSV: lines that begin with # say what it is about, then head and rows. */
export const csvText = (
  about: readonly string[],
  head: readonly string[],
  rows: readonly (readonly Cell[])[],
): string =>
  `\ufeff${[...about.map((a) => [`# ${a}`]), head, ...rows].map((row) => row.map(cellText).join(',')).join('\n')}\n`;

/** Hands a table to the person as a CSV file. */
export const saveCsv = (
  name: string,
  about: readonly string[],
  head: readonly string[],
  rows: readonly (readonly Cell[])[],
): void => {
  saveBlob(new Blob([csvText(about, head, rows)], { type: 'text/csv;charset=utf-8' }), fileNameOf(name, 'csv'));
};
