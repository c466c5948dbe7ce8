/** A cell that holds more letters than this is a text, whatever it begins with. */
const LONGEST = 120;
/** Signs that stay as they are. */
const PLAIN = /^[\w.,:/+-]*$/;

/** The text of a cell that is to be a figure: full-width signs as usual ones, one blank for many; empty when it is too long for one. @example figureText('  12\u00a0 345 ') // => "12 345" */
export const figureText = (cell: string): string =>
  cell.length > LONGEST ? '' : PLAIN.test(cell) ? cell : cell.normalize('NFKC').split(/\s/).filter(Boolean).join(' ');
