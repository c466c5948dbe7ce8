import { blend } from '../src/estimate/blend.ts';
import { rankEstimate, unitsAtRank } from '../src/estimate/rank-curve.ts';
import { tidyReadings, type Reading } from '../src/estimate/reading.ts';
import { stockFalls, stockSteps, type OwnCount } from '../src/estimate/stock-counts.ts';
import { estimateUnits } from '../src/estimate/units.ts';
import { addDays, daysBetween } from '../src/measures/day.ts';
import { DAYS_PER_MONTH } from '../src/measures/units.ts';
import { poissonDraw, randomFrom, type Random } from '../src/stats/random.ts';
import { known, powerLaw, reading, TODAY } from './fixtures/reading.ts';

const curve = powerLaw(6, 0.9);
const SEEDS = Array.from({ length: 60 }, (_, i) => i + 1);

/** Readings as a careless watcher would take them: days missing, ranks missing, restocks, caps, sellers in turns. */
const careless = (random: Random): Reading[] => {
  let stock = 200;
  return Array.from({ length: 100 }, (_, i) => 99 - i).flatMap((back) => {
    stock = Math.max(0, stock - poissonDraw(random, 4));
    if (random() < 0.06) stock += Math.floor(300 * random());
    if (random() < 0.1) return [];
    return [
      reading(back, {
        rank: random() < 0.1 ? null : 1 + Math.floor(2000 * random()),
        stock: random() < 0.15 ? null : Math.min(stock, 250),
        stockCapped: stock > 250,
        mainOffer: random() < 0.9 ? 'Tarn' : 'Weld',
        reviews: random() < 0.2 ? null : 100 + Math.floor((99 - back) / 3),
        sellers: 1 + Math.floor(3 * random()),
      }),
    ];
  });
};
const ownCounts = (random: Random): OwnCount[] =>
  Array.from({ length: 8 }, (_, i) => ({
    day: addDays(TODAY, -i * 9 - Math.floor(4 * random())),
    stock: 900 - Math.floor(60 * (8 - i)),
    seller: random() < 0.8 ? '' : 'Tarn',
  }));

describe('whatever was read', () => {
  test.each(SEEDS)('steps between counts tell of no day twice, in the order of time (seed %d)', (seed) => {
    const random = randomFrom(seed);
    const readings = careless(random);
    const own = ownCounts(random);
    const steps = stockSteps(readings, TODAY, 90, own);
    const sold = steps.filter((s) => s.kind === 'sold');
    for (const [i, s] of sold.entries()) {
      expect(daysBetween(s.from, s.to)).toBe(s.days);
      expect(s.pieces).toBeGreaterThanOrEqual(0);
      if (i > 0) expect(s.from >= sold[i - 1]!.to).toBe(true);
    }
    const found = stockFalls(readings, TODAY, 90, own);
    expect(found.days).toBeLessThanOrEqual(90);
    expect(found.units).toBe(sold.reduce((sum, s) => sum + s.pieces, 0));
  });
  test.each(SEEDS.slice(0, 20))('a window’s units are the mean of its days’, reckoned one by one (seed %d)', (seed) => {
    const readings = careless(randomFrom(seed));
    for (const window of [7, 30, 90]) {
      const days = tidyReadings(readings, TODAY).filter((r) => r.rank !== null && daysBetween(r.day, TODAY) < window);
      if (days.length === 0) continue;
      const { figure, meanRank } = rankEstimate(readings, curve, TODAY, window);
      const units = days.map((d) => unitsAtRank(curve, d.rank!));
      expect(known(figure).value).toBeCloseTo((DAYS_PER_MONTH * units.reduce((a, b) => a + b, 0)) / units.length, 6);
      expect(meanRank).toBeCloseTo(days.reduce((a, d) => a + d.rank!, 0) / days.length, 6);
    }
  });
  test.each(SEEDS.slice(0, 20))(
    'every figure lies inside its interval, and the order of readings does not matter (seed %d)',
    (seed) => {
      const random = randomFrom(seed);
      const readings = careless(random);
      const input = {
        months: [],
        curve,
        reviewRate: { perUnit: 0.05, spread: 0.4 },
        stated: null,
        current: { rank: null, day: TODAY },
        until: TODAY,
        own: ownCounts(random),
      };
      const made = estimateUnits({ ...input, readings });
      for (const figure of [made.best, made.stock, made.reviews, made.ranks[30].figure]) {
        if (!figure.known) continue;
        expect(figure.low).toBeLessThanOrEqual(figure.value);
        expect(figure.high).toBeGreaterThanOrEqual(figure.value);
      }
      const turned = estimateUnits({ ...input, readings: readings.toReversed() });
      expect(turned.best).toEqual(made.best);
      expect(turned.agreement).toEqual(made.agreement);
    },
  );
});

test('the blend lies between its parts, and a surer part never pulls it away from itself', () => {
  for (const seed of SEEDS) {
    const random = randomFrom(seed);
    const figure = (value: number, spread: number) => ({
      known: true as const,
      value,
      low: value * Math.exp(-spread),
      high: value * Math.exp(spread),
      working: { method: '', inputs: [], warnings: [] },
    });
    const [a, b, c] = [1, 2, 3].map(() => 5 + 500 * random()) as [number, number, number];
    const [sa, sb, sc] = [1, 2, 3].map(() => 0.05 + random()) as [number, number, number];
    const with_ = (spread: number) =>
      known(
        blend([
          { name: 'A', figure: figure(a, spread) },
          { name: 'B', figure: figure(b, sb) },
          { name: 'C', figure: figure(c, sc) },
        ]),
      );
    const whole = [with_(sa), with_(sa / 2)];
    const [together, surer] = whole.map((f) => f.value) as [number, number];
    expect(together).toBeGreaterThanOrEqual(Math.min(a, b, c) * 0.999);
    expect(together).toBeLessThanOrEqual(Math.max(a, b, c) * 1.001);
    if (whole.some((f) => f.working.warnings.some((w) => w.includes('left out')))) continue;
    expect(Math.abs(Math.log(surer / a))).toBeLessThanOrEqual(Math.abs(Math.log(together / a)) + 1e-9);
  }
});
