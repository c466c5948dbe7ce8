import { numberFromText } from '../money/money.ts';

export interface PastedRows {
  /** Up to what, null for all beyond, and what then holds. */
  rows: { upTo: number | null; value: number }[];
  faults: { line: number; reason: string }[];
}
const MOST_ROWS = 200;

/**
 * Rows of a public table as they are pasted or typed, a line each: up to what, and what then holds; a last line with one
 * number holds for all beyond. A first line of words alone is a head.
 * @example parseRows('Up to 0.5 lb\t$3.22\n1 lb; 3.86\n5.10').rows // => [{"upTo":0.5,"value":3.22},{"upTo":1,"value":3.86},{"upTo":null,"value":5.1}]
 */
export const parseRows = (text: string): PastedRows => {
  const read = readerOf(text);
  const rows: PastedRows['rows'] = [];
  const faults: PastedRows['faults'] = [];
  for (const [i, line] of text.split(/\r?\n/).entries()) {
    if (line.trim() === '' || (i === 0 && !/\d/.test(line))) continue;
    const refuse = (reason: string): void => void faults.push({ line: i + 1, reason });
    if (rows.length >= MOST_ROWS) {
      refuse(`No more than ${MOST_ROWS} rows are taken.`);
      break;
    }
    const numbers = (line.slice(0, 200).match(/-?\d[\d.,]*/g) ?? []).map((n) => read(n.replace(/[.,]$/, '')));
    const [first, second] = numbers;
    const isOdd = numbers.some((n) => n === null) || numbers.length === 0 || numbers.length > 2;
    if (isOdd) refuse(`“${line.trim().slice(0, 40)}” is not two numbers: up to what, and what it costs.`);
    else if (numbers.some((n) => n! < 0)) refuse('Nothing here is below 0.');
    else if (rows.at(-1)?.upTo === null) refuse('A row comes after the one for all beyond.');
    else if (numbers.length === 1) rows.push({ upTo: null, value: first! });
    else if (rows.length > 0 && first! <= rows.at(-1)!.upTo!)
      refuse(`${first} is not more than ${rows.at(-1)!.upTo} in the line before.`);
    else rows.push({ upTo: first!, value: second! });
  }
  return { rows, faults };
};

/** How numbers are written is settled by all of them: 12.50 anywhere makes the comma of 1,000 a separator of thousands. */
const readerOf = (text: string): ((number: string) => number | null) => {
  const [point, comma] = [/\d\.\d{1,2}(?![\d.,])/.test(text), /\d,\d{1,2}(?![\d.,])/.test(text)];
  if (point === comma) return numberFromText;
  return (number) => numberFromText(point ? number.replaceAll(',', '') : number.replaceAll('.', '').replace(',', '.'));
};
