import { describe, expect, test } from '@jest/globals';
import { parse } from 'csv-parse/sync';
import fc from 'fast-check';
import { guardCell, unguardCell } from '../src/ground/export/table.ts';

/** Signs with which a spreadsheet begins to reckon (OWASP, "CSV Injection"), and their full-width forms. */
const SIGNS = ['=', '+', '-', '@', '＝', '＋', '－', '＠'];
const startsReckoning = (cell: string): boolean => SIGNS.includes(cell.replace(/^[\s\u200b]+/, '').charAt(0));

describe('cells of a file that a spreadsheet opens', () => {
  test.each([
    ['=1+1', "'=1+1"],
    ['＝cmd|x', "'＝cmd|x"],
    [' =1+1', " '=1+1"],
    ['harmless;=1+1', "harmless;'=1+1"],
    ['two\nlines\n+1', "two\nlines\n'+1"],
    ['\u200b=1+1', "\u200b'=1+1"],
    ['a;\ufeff\u2060@x', "a;\ufeff\u2060'@x"],
    ["'quoted", "''quoted"],
    ['\t=1+1', "\t'=1+1"],
    ["'=quoted", "''=quoted"],
    ['a = b; c - d', 'a = b; c - d'],
    ['plain', 'plain'],
  ])('%j is written as %j', (text, written) => {
    expect(guardCell(text)).toBe(written);
    expect(unguardCell(written)).toBe(text);
  });
  const odd = fc
    .array(fc.constantFrom(...SIGNS, "'", ';', ' ', '\u00a0', '\u200b', '\t', '\r', '\n', 'a', '"', ','), {
      maxLength: 12,
    })
    .map((p) => p.join(''));
  test('whatever is in it, it reads back unchanged', () =>
    fc.assert(
      fc.property(odd, (text) => unguardCell(String(guardCell(text))) === text),
      { numRuns: 3000 },
    ));
  test('no cell begins to reckon, nor does a part of it where another program cuts', () =>
    fc.assert(
      fc.property(odd, (text) => {
        const written = String(guardCell(text));
        return written.split(/[;\t\r\n]/).every((part) => !startsReckoning(part));
      }),
      { numRuns: 3000 },
    ));
  test('a line cut at semicolons, as a spreadsheet of another country does, holds no formula', () => {
    const line = `"${String(guardCell('x;=HYPERLINK("http://a";"b")')).replaceAll('"', '""')}"`;
    const cells = (parse(line, { delimiter: ';', relax_quotes: true, quote: null }) as string[][])[0]!;
    expect(cells.some(startsReckoning)).toBe(false);
  });
});
