import { backtestRows, bandName, methodFigures, scoreOf, type Trial } from '../src/estimate/backtest.ts';
import { curvePoint, fitCurve, type CurvePoint } from '../src/estimate/curve-fit.ts';
import { knotsFault, rankAtUnits, unitsAtRank } from '../src/estimate/rank-curve.ts';
import { estimateUnits } from '../src/estimate/units.ts';
import { hashText, normalDraw, randomFrom } from '../src/stats/random.ts';
import { theilSen } from '../src/stats/trend.ts';
import { known, powerLaw, reading, TODAY } from './fixtures/reading.ts';

// Weekly units of books by rank: Brynjolfsson, Hu & Smith (2003), Management Science 49(11), from memory.
const [A, B] = [10.526, 0.871];
const books = (rank: number): number => Math.exp(A - B * Math.log(rank));
const point = (rank: number, unitsPerDay: number, code = `QS${rank}`): CurvePoint => ({
  code,
  rank,
  unitsPerDay,
  units: 40 * unitsPerDay,
  days: 40,
});
const spreadRanks = (n: number): number[] => Array.from({ length: n }, (_, i) => Math.round(20 * 1.22 ** i));

describe('fitting a curve to counts', () => {
  test('gives the published power law back from points that lie on it, whatever curve it leans on', () => {
    const fitted = fitCurve(
      spreadRanks(30).map((r) => point(r, books(r))),
      powerLaw(8, 0.6),
    )!;
    expect(fitted.guess).toBe(false);
    for (const rank of [30, 300, 3000]) expect(unitsAtRank(fitted.curve, rank) / books(rank)).toBeCloseTo(1, 1);
  });
  test('a fifth of wild counts does not drag it; Theil and Sen’s slope of the same points agrees', () => {
    const random = randomFrom(hashText('books'));
    const points = spreadRanks(36).map((r, i) =>
      point(r, books(r) * Math.exp(0.1 * normalDraw(random)) * (i % 5 === 2 ? 6 : 1)),
    );
    const fitted = fitCurve(points, powerLaw(A, B))!;
    for (const rank of [40, 400, 4000]) {
      expect(unitsAtRank(fitted.curve, rank) / books(rank)).toBeGreaterThan(0.85);
      expect(unitsAtRank(fitted.curve, rank) / books(rank)).toBeLessThan(1.25);
    }
    const slope = theilSen(
      points.map((p) => Math.log(p.unitsPerDay)),
      points.map((p) => Math.log(p.rank)),
    )!;
    expect(slope).toBeCloseTo(-B, 1);
    expect(fitted.residuals.filter((r) => r > 1.2)).toHaveLength(7);
  });
  test('never rises, whatever the points', () => {
    for (let seed = 1; seed <= 40; seed++) {
      const random = randomFrom(seed);
      const points = Array.from({ length: 6 + Math.floor(30 * random()) }, (_, i) =>
        point(1 + Math.floor(3000 * random() ** 3), 0.05 + 90 * random() ** 3, `QS${i}`),
      );
      const fitted = fitCurve(points, powerLaw(5, 0.8))!;
      expect(knotsFault(fitted.curve.knots)).toBeNull();
      expect(fitted.curve.residual).toBeGreaterThanOrEqual(0.05);
    }
  });
  test('beyond its points the earlier curve goes on, moved to meet it', () => {
    const base = {
      ...powerLaw(6, 0.9),
      knots: [1, 10, 100, 1000, 10_000].map((r) => ({ rank: r, unitsPerDay: Math.exp(6 - 0.9 * Math.log(r)) })),
    };
    const points = [100, 120, 150, 200, 300, 400, 600, 800].map((r) => point(r, 2 * unitsAtRank(base, r)));
    const { curve } = fitCurve(points, base)!;
    expect(unitsAtRank(curve, 10) / unitsAtRank(base, 10)).toBeCloseTo(2, 1);
    expect(unitsAtRank(curve, 10_000) / unitsAtRank(base, 10_000)).toBeCloseTo(2, 1);
  });
  test('under six points only its height moves, and it is called a guess', () => {
    const base = powerLaw(6, 0.9);
    const fitted = fitCurve(
      [10, 100, 900].map((r) => point(r, 1.5 * unitsAtRank(base, r))),
      base,
    )!;
    expect(fitted.guess).toBe(true);
    expect(fitted.sentences[0]).toMatch(/too few for a curve: the earlier one was moved up by 50 %. This is a guess/);
    expect(unitsAtRank(fitted.curve, 50) / unitsAtRank(base, 50)).toBeCloseTo(1.5, 3);
    expect(fitted.curve.residual).toBe(base.residual);
    expect(fitCurve([], base)).toBeNull();
    expect(fitCurve([point(5, 0)], base)).toBeNull();
  });
  test('many listings of one rank give no shape, only a height', () =>
    expect(
      knotsFault(
        fitCurve(
          Array.from({ length: 9 }, (_, i) => point(50, 3, `QS${i}`)),
          powerLaw(5, 0.8),
        )!.curve.knots,
      ),
    ).toBeNull());
});

test('the rank of so many units is the inverse of the units at a rank', () => {
  const curve = powerLaw(6, 0.9);
  for (const rank of [1, 37, 5000]) expect(rankAtUnits(curve, unitsAtRank(curve, rank))).toBeCloseTo(rank, 6);
});

describe('a listing as a point', () => {
  const base = powerLaw(6, 0.9);
  const days = Array.from({ length: 30 }, (_, i) =>
    reading(29 - i, { rank: i % 2 === 0 ? 50 : 450, stock: 900 - 6 * i }),
  );
  test('its rank stands for its daily ranks: the curve gives their mean units there', () => {
    const made = curvePoint('QS1', days, [], base, TODAY, 'all')!;
    expect(made).toMatchObject({ units: 174, days: 29, unitsPerDay: 6 });
    // The days after the first count, whose ranks are 450, 50, 450 …
    const mean = (15 * unitsAtRank(base, 450) + 14 * unitsAtRank(base, 50)) / 29;
    expect(unitsAtRank(base, made.rank)).toBeCloseTo(mean, 6);
  });
  test('needs two weeks and five pieces, and for one’s own counts alone, counts of one’s own', () => {
    expect(curvePoint('QS1', days.slice(-10), [], base, TODAY, 'all')).toBeNull();
    expect(curvePoint('QS1', days, [], base, TODAY, 'own')).toBeNull();
    expect(
      curvePoint(
        'QS1',
        days.map((d) => ({ ...d, stock: 7 })),
        [],
        base,
        TODAY,
        'all',
      ),
    ).toBeNull();
    expect(
      curvePoint(
        'QS1',
        days.map((d) => ({ ...d, rank: null })),
        [],
        base,
        TODAY,
        'all',
      ),
    ).toBeNull();
  });
});

describe('the backtest', () => {
  const figure = (value: number, low: number, high: number) => ({
    known: true as const,
    value,
    low,
    high,
    working: { method: '', inputs: [], warnings: [] },
  });
  const trial = (truth: number, of: Trial['figure'], more: Partial<Trial> = {}): Trial => ({
    method: 'blend',
    code: 'QS1',
    category: 'Wool',
    truth,
    readings: 88,
    age: 0,
    figure: of,
    ...more,
  });
  test('by hand: errors of 10, 20 and 50 %, one interval of three holds', () => {
    expect(
      scoreOf([
        trial(100, figure(110, 105, 120)),
        trial(100, figure(80, 70, 100)),
        trial(100, figure(150, 120, 190)),
        trial(100, { known: false, reason: 'No rank.' }),
        trial(0, figure(3, 1, 5)),
      ]),
    ).toEqual({
      n: 3,
      unanswered: 1,
      error: expect.closeTo(0.2, 12),
      bias: expect.closeTo(0.1, 12),
      covered: expect.closeTo(1 / 3, 12),
    });
    expect(scoreOf([])).toEqual({ n: 0, unanswered: 0, error: null, bias: null, covered: null });
  });
  test.each([
    [9, 'under 10 a month'],
    [10, '10 to 49 a month'],
    [49.9, '10 to 49 a month'],
    [5000, '1000 a month and more'],
  ])('%d units are "%s"', (units, name) => expect(bandName([10, 50, 200, 1000], units, 'a month')).toBe(name));
  test('stands by category, volume and days read, the smaller first', () => {
    const rows = backtestRows([
      trial(500, figure(500, 400, 600), { category: 'Wool' }),
      trial(20, figure(30, 10, 40), { category: 'Kites', readings: 20 }),
    ]).filter((r) => r.method === 'blend');
    expect(rows.map((r) => `${r.grouping}: ${r.group} ${r.n}`)).toEqual([
      'all: all listings 2',
      'category: Kites 1',
      'category: Wool 1',
      'volume: 10 to 49 a month 1',
      'volume: 200 to 999 a month 1',
      'readings: 15 to 44 days read 1',
      'readings: 75 days read and more 1',
      'age: read up to the day 2',
      'category-age: Kites, read up to the day 1',
      'category-age: Wool, read up to the day 1',
    ]);
  });
  test('every method answers from one estimate', () => {
    const curve = powerLaw(6, 0.9);
    const units = estimateUnits({
      readings: Array.from({ length: 60 }, (_, i) =>
        reading(59 - i, { rank: 100, stock: 900 - 8 * i, reviews: 40 + i }),
      ),
      months: [],
      curve,
      reviewRate: { perUnit: 0.1, spread: 0.4 },
      stated: null,
      current: { rank: null, day: TODAY },
      until: TODAY,
    });
    const figures = methodFigures(units);
    expect(known(figures['stock-counts']).value).toBeCloseTo(8 * 30.4375, 6);
    expect(known(figures.blend).value).toBeCloseTo(known(units.best).value, 9);
    expect(known(figures['blend-without-stock']).value).not.toBeCloseTo(known(figures.blend).value, 1);
  });
});
