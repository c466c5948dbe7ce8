import fc from 'fast-check';
import { dateIn, noOrderVotes, orderBy, orderVoteOf } from '../src/files/dates.ts';
import { isNothing, noVotes, numberIn, separatorsBy, signOf, voteOf } from '../src/files/numbers.ts';
import {
  currenciesIn,
  moneyIn,
  placeIn,
  quantityIn,
  sidesIn,
  starsIn,
  unitOfHeading,
  yesOrNoIn,
} from '../src/files/quantities.ts';

/** Languages whose way of writing comes from CLDR through Intl, not from this program. */
const LANGUAGES = ['en', 'de', 'de-CH', 'fr', 'es', 'sv', 'it', 'pl', 'pt-BR', 'nl', 'da', 'nb', 'fi', 'cs', 'en-IN'];

const settle = (cells: readonly string[], meant: 'whole' | 'money' | 'measure', others: '.' | ',' | null = null) => {
  const votes = noVotes();
  for (const cell of cells) {
    const vote = voteOf(cell);
    if (vote) votes[vote]++;
  }
  return separatorsBy(votes, meant, others, cells.map(signOf).find((s) => s !== null) ?? null);
};

describe('numbers as the languages of CLDR write them (through Intl)', () => {
  test.each(LANGUAGES)('%s: a column is read back to the last digit', (language) => {
    const write = new Intl.NumberFormat(language, { minimumFractionDigits: 2, maximumFractionDigits: 2 });
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: -99_999_999, max: 99_999_999 }), { minLength: 1, maxLength: 12 }),
        (minors) => {
          const cells = minors.map((n) => write.format(n / 100));
          const { decimal, sure } = settle(cells, 'money');
          expect(sure).toBe(true);
          expect(cells.map((c) => numberIn(c, decimal))).toEqual(minors.map((n) => n / 100));
        },
      ),
      { numRuns: 60 },
    );
  });
  test.each(LANGUAGES)('%s: whole numbers, grouped, too', (language) => {
    const write = new Intl.NumberFormat(language);
    const numbers = [3, 1234, 56_789, 1_234_567, 120];
    const cells = numbers.map((n) => write.format(n));
    const { decimal } = settle(cells, 'whole');
    expect(cells.map((c) => numberIn(c, decimal))).toEqual(numbers);
  });
});

describe('a column whose cells could be read two ways', () => {
  test('takes what the other columns of the file prove', () => {
    expect(settle(['1.234', '2.500'], 'measure', ',')).toEqual({ decimal: ',', sure: true });
    expect(settle(['1.234', '2.500'], 'whole', '.')).toEqual({ decimal: '.', sure: true });
  });
  test('alone, whole things and money have no three decimals and measures may; it is not sure', () => {
    expect(settle(['1.234', '2.500'], 'whole')).toEqual({ decimal: ',', sure: false });
    expect(settle(['1,234', '2,500'], 'money')).toEqual({ decimal: '.', sure: false });
    expect(settle(['1,234', '2,500'], 'measure')).toEqual({ decimal: ',', sure: false });
  });
  test('one cell that proves it settles all', () => {
    const cells = ['1.234', '2.500', '12,5'];
    const { decimal } = settle(cells, 'measure');
    expect(cells.map((c) => numberIn(c, decimal))).toEqual([1234, 2500, 12.5]);
  });
  test('cells that contradict each other are not sure, and the ones that do not fit are not read', () => {
    const { decimal, sure } = settle(['12.50', '13.99', '7,25'], 'money');
    expect([decimal, sure]).toEqual(['.', false]);
    expect(numberIn('7,25', decimal)).toBeNull();
  });
});

describe('cells as sellers have them, written by hand', () => {
  test.each([
    ['1.2k', 1200],
    ['3K', 3000],
    ['1,2k', 1200],
    ['2.5M', 2_500_000],
    ['1,5 Mio.', 1_500_000],
    ['3 Tsd.', 3000],
    ['(120.50)', -120.5],
    ['-7', -7],
    ['−7.5', -7.5],
    ['+12', 12],
    ["1'234.50", 1234.5],
    ['１２', 12],
    ['.5', 0.5],
    ['1,23,456', 123_456],
  ])('"%s" is %d', (cell, number) => expect(numberIn(cell, '.')).toBe(number));
  test.each(['12,5', '1,2345', '1.2.3', 'twelve', '12 apples', '1e5', '(12', '12)', '--4', '1,', '0x10', '12k5', ''])(
    '"%s" is not read as a number with a decimal point',
    (cell) => expect(numberIn(cell, '.')).toBeNull(),
  );
  test.each(['', ' ', 'n/a', 'N.A.', '-', '—', '#N/A', 'null', 'None', 'k. A.', 'unknown', '?'])(
    '"%s" says nothing',
    (cell) => expect(isNothing(cell)).toBe(true),
  );
  test.each(['0', 'no', 'none left', 'nano', '-1'])('"%s" says something', (cell) =>
    expect(isNothing(cell)).toBe(false),
  );

  // Factors: NIST SP 811, appendix B (1 lb = 453.592 37 g, 1 oz = 28.349 523 125 g, 1 in = 25.4 mm, 1 ft = 304.8 mm).
  test.each([
    ['500 g', 500],
    ['0.5 kg', 500],
    ['2 lb 3 oz', 2 * 453.59237 + 3 * 28.349523125],
    ['2 lbs, 3 oz', 2 * 453.59237 + 3 * 28.349523125],
    ['1.5 pounds', 1.5 * 453.59237],
    ['16oz', 453.59237],
    ['1 kg 200 g', 1200],
    ['250mg', 0.25],
    ['3', 3 * 453.59237],
    ['1,200 g', 1200],
  ])('a weight of "%s" where pounds are meant without a word', (cell, grams) => {
    const read = quantityIn(cell, 'weight', 453.59237, '.');
    expect('value' in read && read.value).toBeCloseTo(grams, 6);
  });
  test.each([
    ['25 cm', 250],
    ['10"', 254],
    ['1 ft 2 in', 304.8 + 50.8],
    ['1\' 2"', 304.8 + 50.8],
    ['300mm', 300],
    ['1.2 m', 1200],
    ['4', 101.6],
  ])('a length of "%s" where inches are meant without a word', (cell, mm) => {
    const read = quantityIn(cell, 'length', 25.4, '.');
    expect('value' in read && read.value).toBeCloseTo(mm, 6);
  });
  test.each([
    ['25 cm', 'weight'],
    ['3 kg', 'length'],
    ['5 parsec', 'length'],
    ['heavy', 'weight'],
    ['12,5 kg', 'weight'],
    ['3 kg or so', 'weight'],
  ] as const)('"%s" is no %s', (cell, kind) => expect(quantityIn(cell, kind, 1, '.')).toHaveProperty('fault'));
  test.each([
    ['Length (mm)', 'length', 1],
    ['Länge (mm)', 'length', 1],
    ['Gewicht [kg]', 'weight', 1000],
    ['Poids en grammes', 'weight', 1],
    ['Peso (libras)', 'weight', 453.59237],
    ['Höjd, tum', 'length', 25.4],
    ['Item weight oz', 'weight', 28.349523125],
    ['Length', 'length', null],
    ['Weight', 'weight', null],
    ['Length (m)', 'length', 1000],
    ['Length m', 'length', null],
  ] as const)('the heading "%s" of a %s counts in %p', (heading, kind, unit) =>
    expect(unitOfHeading(heading, kind)).toBe(unit),
  );
  test('three sides in one cell, with one unit for all or one each', () => {
    expect(sidesIn('30 x 20 x 10 cm', 25.4, '.')).toEqual({ value: [300, 200, 100] });
    expect(sidesIn('30cm × 20cm × 100mm', 25.4, '.')).toEqual({ value: [300, 200, 100] });
    expect(sidesIn('10*5*2', 25.4, '.')).toEqual({ value: [254, 127, 50.8] });
    expect(sidesIn('30 x 20', 1, '.')).toHaveProperty('fault');
    expect(sidesIn('30 x twenty x 10', 1, '.')).toHaveProperty('fault');
  });
  test('money in the marketplace’s currency is taken, in another never', () => {
    expect(moneyIn('$1,299.00', 'USD', '.', 'Price')).toEqual({ value: 1299 });
    expect(moneyIn('12,99 €', 'EUR', ',', 'Preis')).toEqual({ value: 12.99 });
    expect(moneyIn('EUR 12,99', 'EUR', ',', 'Preis')).toEqual({ value: 12.99 });
    expect(moneyIn('12.99', 'USD', '.', 'Price')).toEqual({ value: 12.99 });
    expect(moneyIn('199 kr', 'SEK', ',', 'Pris')).toEqual({ value: 199 });
    for (const [cell, heading] of [
      ['12.99', 'Price (EUR)'],
      ['€12.99', 'Price'],
      ['12.99 GBP', 'Price (USD)'],
      ['CA$12.99', 'Price'],
    ])
      expect(moneyIn(cell!, 'USD', '.', heading!)).toEqual({ fault: expect.stringContaining('sells in USD') });
    expect(moneyIn('cheap', 'USD', '.', 'Price')).toEqual({ fault: 'is no sum of money' });
    expect(currenciesIn('TOP 10')?.currencies).toEqual(['TOP']);
    expect(currenciesIn('Price')).toBeNull();
  });
  test.each([
    ['4.5', 4.5],
    ['4.5 out of 5', 4.5],
    ['4.5 out of 5 stars', 4.5],
    ['4.5/5', 4.5],
    ['9/10', 4.5],
    ['5 ★', 5],
  ])('"%s" is %d stars', (cell, stars) => expect(starsIn(cell, '.')).toEqual({ value: stars }));
  test.each(['8', '11/10', 'good', '4,5'])('"%s" is no rating', (cell) =>
    expect(starsIn(cell, '.')).toHaveProperty('fault'),
  );
  test.each([
    ['#1,234', 1234],
    ['#1,234 in Paper & Crafts', 1234],
    ['12', 12],
    ['Nr. 7 in Papier', 7],
    ['n.º 7 en Papel', 7],
    ['n° 7 dans Papier', 7],
    ['No. 7', 7],
    ['1.2k', 1200],
  ])('"%s" is place %d', (cell, place) => expect(placeIn(cell, '.')).toEqual({ value: place }));
  test('yes and no', () => {
    for (const yes of ['yes', 'Ja', 'OUI', 'sí', 'x', '1']) expect(yesOrNoIn(yes)).toEqual({ value: true });
    for (const no of ['no', 'Nein', 'non', 'nej', '0']) expect(yesOrNoIn(no)).toEqual({ value: false });
    expect(yesOrNoIn('perhaps')).toHaveProperty('fault');
  });
});

describe('dates', () => {
  const days = ['2026-11-24', '2025-02-03', '2024-02-29', '2026-05-01', '2023-12-31', '2026-09-08', '2026-08-19'];
  const asDate = (day: string): number => Date.parse(`${day}T12:00:00Z`);
  test.each(['en', 'en-GB', 'de', 'fr', 'es', 'sv', 'it', 'pl', 'pt-BR', 'nl', 'da', 'nb', 'fi', 'cs'])(
    '%s: short, middle and long forms of CLDR (through Intl) are read back',
    (language) => {
      for (const dateStyle of ['short', 'medium', 'long'] as const) {
        const write = new Intl.DateTimeFormat(language, { dateStyle, timeZone: 'UTC' });
        const cells = days.map((d) => write.format(asDate(d)));
        const votes = noOrderVotes();
        for (const cell of cells) {
          const vote = orderVoteOf(cell);
          if (vote) votes[vote]++;
        }
        expect([dateStyle, ...cells.map((c) => dateIn(c, orderBy(votes)))]).toEqual([dateStyle, ...days]);
      }
    },
  );
  test.each([
    ['2026-11-24T10:30:00Z', '2026-11-24'],
    ['2026/11/24', '2026-11-24'],
    ['20261124', '2026-11-24'],
    ['24.11.2026', '2026-11-24'],
    ['24.11.26', '2026-11-24'],
    ['11/24/2026 3:05 PM', '2026-11-24'],
    ['24-Nov-26', '2026-11-24'],
    ['Nov 24, 2026', '2026-11-24'],
    ['24. November 2026', '2026-11-24'],
    ['Tue 24 Nov 2026', '2026-11-24'],
    ['12 mars 2026', '2026-03-12'],
    ['1er août 2026', '2026-08-01'],
    ['3 de mayo de 2026', '2026-05-03'],
    ['Sept 8, 2026', '2026-09-08'],
    // ECMA-376, 18.17.4.1: 2009-12-28 has the serial number 40175 there.
    ['40175', '2009-12-28'],
  ])('"%s" is %s whatever the column', (cell, day) => expect(dateIn(cell, null)).toBe(day));
  test('figures that could be read both ways wait for the column, and are not read where it does not say', () => {
    expect(dateIn('03/04/2026', 'day-first')).toBe('2026-04-03');
    expect(dateIn('03/04/2026', 'month-first')).toBe('2026-03-04');
    expect(dateIn('03/04/2026', null)).toBeNull();
    expect(dateIn('04/04/2026', null)).toBe('2026-04-04');
    // Against what its column has proved it is not turned round in silence.
    expect(dateIn('24/11/2026', 'month-first')).toBeNull();
  });
  test('a column that proves both orders, or neither, is asked about', () => {
    expect(orderBy({ dayFirst: 3, monthFirst: 1, either: 0 })).toBeNull();
    expect(orderBy({ dayFirst: 0, monthFirst: 0, either: 5 })).toBeNull();
    expect(orderBy({ dayFirst: 1, monthFirst: 0, either: 5 })).toBe('day-first');
    expect(orderBy({ dayFirst: 0, monthFirst: 2, either: 5 })).toBe('month-first');
  });
  test.each([
    '',
    'soon',
    '30 February 2026',
    '2026-02-30',
    '31/31/2026',
    '1999999',
    'March 2026',
    '24',
    '12:30',
    '1/2/3/4',
  ])('"%s" is no date', (cell) => expect(dateIn(cell, 'day-first')).toBeNull());
});

test('no cell, however odd, throws or takes long', () => {
  const odd = [
    '1,'.repeat(20_000),
    ' '.repeat(50_000),
    '9'.repeat(50_000),
    'x × '.repeat(20_000),
    '('.repeat(20_000),
    '1 kg '.repeat(9_000),
  ];
  for (const cell of odd) {
    expect(() => voteOf(cell)).not.toThrow();
    for (const read of [
      () => numberIn(cell, '.'),
      () => quantityIn(cell, 'weight', 1, '.'),
      () => sidesIn(cell, 1, '.'),
      () => moneyIn(cell, 'USD', '.', cell),
      () => starsIn(cell, '.'),
      () => placeIn(cell, '.'),
      () => dateIn(cell, null),
    ])
      expect(read).not.toThrow();
  }
});
