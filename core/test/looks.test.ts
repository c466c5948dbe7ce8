// What columns look like by their cells: written by hand as files of several countries have them, before the code.
import { describe, expect, test } from '@jest/globals';
import { looksOf, type Looks } from '@kettle/core/files/looks';

const COLUMNS: [string, Looks[], string[]][] = [
  ['codes of letters and figures', ['code'], ['B0-4471', 'B0-4472', 'KX_9.1']],
  ['codes of figures alone', ['code'], ['4006381333931', '4006381333948', '9780201379624']],
  ['whole numbers', ['whole'], ['14', '3', '1 250', '0']],
  ['grouped as in Germany', ['whole'], ['1.250', '12.500', '900']],
  ['prices with a sign', ['money'], ['£12', '£9.50', '£1,099']],
  ['prices without one', ['money'], ['12,90', '8,50', '1.299,00']],
  ['prices in krona', ['money'], ['129 kr', '89 kr', '1 249 kr']],
  ['days with a point', ['date'], ['1.11.2026', '30.11.2026', '2.12.2026']],
  ['days of a database', ['date'], ['2026-11-01 08:00:00', '2026-11-02 08:00:00']],
  ['days in Spanish', ['date'], ['3 de marzo de 2026', '12 de abril de 2026']],
  ['months', ['month'], ['2026-03', '2026-04', '2026-05']],
  ['months by name', ['month'], ['März 2026', 'April 2026', 'Mai 2026']],
  ['stars', ['stars', 'whole'], ['5', '4', '1', '5', '3', '2']],
  ['stars in words', ['stars'], ['4,5 von 5 Sternen', '2 von 5 Sternen']],
  ['too few for stars', ['whole'], ['5', '4']],
  ['titles', ['name'], ['Rosshaarbesen, 40 cm', 'Handfeger mit Stiel', 'Kehrblech aus Stahl']],
  ['voices', ['prose'], ['Der Besen verliert nach zwei Wochen alle Haare, ich kehre mehr Haare als Staub.', 'Liegt gut in der Hand und der Stiel ist lang genug, würde ich wieder kaufen.']], // prettier-ignore
  ['currencies', ['currency'], ['EUR', 'USD', 'CNY']],
  ['nothing', [], ['', 'n/a', '-']],
  ['single words', [], ['red', 'blue', 'green']],
  ['a mixture', [], ['red', '12', '3 May 2026', 'x']],
];
describe('a column looks like what its cells are', () => {
  test.each(COLUMNS)('%s', (_, looks, cells) => {
    expect([...looksOf(cells)].sort()).toEqual([...looks].sort());
  });
  test('one odd cell of many does not hide it, several do', () => {
    const days = Array.from({ length: 19 }, (_, i) => `2026-11-${10 + (i % 9)}`);
    expect([...looksOf([...days, 'soon'])]).toEqual(['date']);
    expect([...looksOf([...days, 'soon', 'later', 'never', 'x'])]).toEqual([]);
  });
});
