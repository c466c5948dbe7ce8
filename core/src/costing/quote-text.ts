import { numberFromText } from '../money/money.ts';

export interface PastedSteps {
  steps: { from: number; price: number }[];
  faults: { line: number; reason: string }[];
}
const MOST_STEPS = 40;
const MOST_PIECES = 1_000_000_000;

/** A whole number with or without separators of thousands, at the beginning of what is left. */
const GROUPED = /^\d{1,3}(?:[.,'’\u00a0\u202f ]\d{3})+(?!\d)/;
const PLAIN = /^\d+/;
/** What may follow the number of pieces: "– 999", "to 999", "+". */
const UP_TO = /^\s*(?:(?:pcs|pieces)\s*)?(?:(?:-|–|—|to|bis)\s*\d[\d.,'’\u00a0\u202f]*|\+)/i;

/**
 * Price breaks as they are pasted or typed, a line each: from how many pieces, and the price of one. The first number is of
 * pieces, the end of a range is passed over, the next is the price. A first line of words alone is a head.
 * @example parseSteps('500 - 999 pcs: USD 4.70\n1,000+\t4.35').steps // => [{"from":500,"price":4.7},{"from":1000,"price":4.35}]
 */
export const parseSteps = (text: string): PastedSteps => {
  const steps = new Map<number, number>();
  const faults: PastedSteps['faults'] = [];
  const lines = text.split(/\r?\n/);
  for (const [i, line] of lines.entries()) {
    if (line.trim() === '') continue;
    const refuse = (reason: string): void => void faults.push({ line: i + 1, reason });
    if (steps.size >= MOST_STEPS) {
      refuse(`No more than ${MOST_STEPS} prices are taken.`);
      break;
    }
    if (i === 0 && !/\d/.test(line)) continue;
    const read = readLine(line.slice(0, 200));
    if (read === null) refuse(`“${line.trim().slice(0, 40)}” is no number of pieces and a price.`);
    else if (steps.has(read.from)) refuse(`${read.from} pieces are there twice.`);
    else steps.set(read.from, read.price);
  }
  return { steps: [...steps].map(([from, price]) => ({ from, price })).sort((a, b) => a.from - b.from), faults };
};

const readLine = (line: string): { from: number; price: number } | null => {
  const at = line.search(/\d/);
  if (at < 0) return null;
  const numbers = line.slice(at);
  // A number of pieces with separators first; where nothing is left for a price, the digits alone.
  for (const pattern of [GROUPED, PLAIN]) {
    const found = pattern.exec(numbers)?.[0];
    if (found === undefined) continue;
    const from = Number(found.replace(/\D/g, ''));
    const price = priceIn(numbers.slice(found.length).replace(UP_TO, ''));
    if (price !== null && from >= 1 && from <= MOST_PIECES) return { from, price };
  }
  return null;
};

/** The one number of a text, with a sign and letters of a currency around it. */
const priceIn = (text: string): number | null => {
  if (/-\s*\d/.test(text)) return null;
  const numbers = text.match(/\d[\d.,'’]*\d|\d/g) ?? [];
  if (numbers.length !== 1 || /\d[a-z]*\d/i.test(text.replace(numbers[0]!, '0'))) return null;
  if (/\d[eE]\d/.test(text)) return null;
  const price = numberFromText(numbers[0]!);
  return price !== null && price > 0 && price <= 10_000_000 ? price : null;
};
