import { knotsFault } from '@kettle/core/estimate/rank-curve';
import { marketplaceFees } from '@kettle/core/fees/fees';
import { addDays, epochDay } from '@kettle/core/measures/day';
import { randomFrom } from '@kettle/core/stats/random';
import { FAMILIES, KINDS, SEASONS } from '../src/catalogue.ts';
import { monthlyRates, rankOfRate, Simulated, STOCK_CAP, trueMonthlyUnits, WORLD_DAY } from '../src/market.ts';
import { DEMO_MARKETPLACES } from '../src/marketplaces.ts';
import { drawPicture } from '../src/pictures.ts';
import { writeReview } from '../src/review-grammar.ts';
import { STORIES } from '../src/stories.ts';
import { dailyListings, dailyOf, makeWorld, monthsOf, reviewsOfWorld } from '../src/world.ts';

const world = makeWorld({ listings: 3000 });
const today = epochDay(WORLD_DAY);
const simulated = (code: string): Simulated => new Simulated(world.listings.find((l) => l.code === code)!.truth);
const familyOf = (code: string): Simulated[] => {
  const own = world.listings.find((l) => l.code === code)!;
  return world.listings
    .filter((l) => l.marketplace === own.marketplace && l.kind.family === own.kind.family)
    .map((l) => new Simulated(l.truth));
};

describe('the world', () => {
  test('is the same whenever it is made', () => expect(makeWorld({ listings: 3000 })).toEqual(world));
  test('has the asked size, codes that are unique and both marketplaces', () => {
    expect(world.listings).toHaveLength(3000);
    expect(new Set(world.listings.map((l) => l.code)).size).toBe(3000);
    expect(world.listings.filter((l) => l.marketplace === 'quayside')).toHaveLength(1950);
  });
  test('has twelve families of three levels on each marketplace', () => {
    expect(FAMILIES).toHaveLength(12);
    for (const { id } of DEMO_MARKETPLACES)
      expect(new Set(world.listings.filter((l) => l.marketplace === id).map((l) => l.kind.family)).size).toBe(12);
    for (const kind of KINDS) expect(kind.parts.length).toBeGreaterThanOrEqual(3);
  });
  test('seasons have a mean of 1', () => {
    for (const factors of Object.values(SEASONS)) expect(factors.reduce((sum, f) => sum + f, 0) / 12).toBeCloseTo(1, 1);
  });
  test('ships curves that fall', () => {
    expect(world.curves).toHaveLength(24);
    for (const { curve } of world.curves) expect(knotsFault(curve.knots)).toBeNull();
  });
  test('ships fee schedules that know every listing', () => {
    for (const { id, schedules } of DEMO_MARKETPLACES) {
      expect(schedules).toHaveLength(2);
      for (const l of world.listings.filter((x) => x.marketplace === id).slice(0, 400)) {
        const fees = marketplaceFees(
          schedules[1]!,
          { price: l.truth.price, category: l.kind.family, weight: l.weight, sides: l.sides },
          { fulfilment: 'marketplace', monthsStored: 1, day: WORLD_DAY },
        );
        expect(fees.known).toBe(true);
      }
    }
  });
});

describe('a simulated listing', () => {
  const listing = simulated('QS0049G9');
  const rates = monthlyRates(familyOf('QS0049G9'));
  test('does the same on the same day, from whichever day it is read', () => {
    const long = listing.read(rates, today - 60, 61);
    const short = listing.read(rates, today - 5, 6);
    expect(long.slice(-6)).toEqual(short);
  });
  test('sells about its base, nothing before it was on sale or while it is out of stock', () => {
    const month = trueMonthlyUnits(listing.truth, WORLD_DAY, 360);
    expect(month / (listing.truth.base * 30.4375)).toBeGreaterThan(0.75);
    expect(month / (listing.truth.base * 30.4375)).toBeLessThan(1.2);
    expect(listing.units(listing.since - 1)).toBe(0);
    const out = Array.from({ length: 400 }, (_, i) => today - i).filter((d) => listing.isOut(d));
    for (const day of out) expect(listing.units(day)).toBe(0);
  });
  test('has reviews that never become fewer', () => {
    const counts = Array.from({ length: 200 }, (_, i) => listing.reviews(today - 200 + i));
    expect(counts).toEqual(counts.toSorted((a, b) => a - b));
  });
  test('stock falls by what is sold and jumps by restocks, and is shown up to the cap', () => {
    const days = listing.read(rates, today - 120, 121);
    const counts = days.flatMap((d) => d.stock ?? []);
    expect(counts.length).toBeLessThan(121);
    expect(counts.length).toBeGreaterThan(90);
    expect(Math.max(...counts)).toBeLessThanOrEqual(STOCK_CAP);
    expect(counts.some((c, i) => i > 0 && c > counts[i - 1]!)).toBe(true);
  });
  test('ranks better the more it sells', () => {
    const sorted = rates('2026-11');
    expect(rankOfRate(sorted, sorted[0]! + 1)).toBe(1);
    expect(rankOfRate(sorted, 0)).toBe(sorted.filter((r) => r > 0).length + 1);
    expect(rankOfRate(sorted, sorted[9]!)).toBeGreaterThan(rankOfRate(sorted, sorted[3]!));
  });
  test('has a monthly past up to the month before, and a daily one of at most 400 days', () => {
    const months = monthsOf(listing, rates);
    expect(months.at(-1)!.month).toBe('2026-10-01');
    expect(months.length).toBe(21);
    const days = dailyOf(listing, rates);
    expect([days.length, days.at(-1)!.day]).toEqual([400, WORLD_DAY]);
  });
});

describe('the stories can be found by working', () => {
  const story = (key: string) => STORIES.find((s) => s.key === key)!.listings;
  test('two hold the window feeders’ shelf, nobody the book presses’', () => {
    const share = (key: string): number => {
      const revenues = story(key)
        .map((l) => l.base * l.price)
        .sort((a, b) => b - a);
      return (revenues[0]! + revenues[1]!) / revenues.reduce((sum, r) => sum + r, 0);
    };
    expect(share('window feeder')).toBeGreaterThan(0.65);
    expect(share('book press')).toBeLessThan(0.45);
  });
  test('the stand light sells in two months of the year', () => {
    const light = simulated('QS003Y58');
    const year = Array.from({ length: 365 }, (_, i) => ({
      day: addDays(WORLD_DAY, -i),
      units: light.ordinaryUnits(today - i),
    }));
    const all = year.reduce((sum, d) => sum + d.units, 0);
    const late = year.filter((d) => /-1[12]-/.test(d.day)).reduce((sum, d) => sum + d.units, 0);
    expect(late / all).toBeGreaterThan(0.5);
  });
  test('all stories have daily readings and reviews', () => {
    const daily = new Set(dailyListings(world, 100).map((l) => l.code));
    for (const l of world.listings.filter((x) => x.story)) expect(daily.has(l.code)).toBe(true);
  });
});

describe('reviews', () => {
  const written = [...reviewsOfWorld(world, { reviewed: 60, reviews: 6000 })];
  test('are many, of all stars, some without text, in other languages or copied', () => {
    expect(written.length).toBeGreaterThan(4000);
    expect(new Set(written.map((w) => w.review.stars))).toEqual(new Set([1, 2, 3, 4, 5]));
    const empty = written.filter((w) => w.review.body === '').length / written.length;
    expect(empty).toBeGreaterThan(0.05);
    expect(empty).toBeLessThan(0.2);
    expect(written.some((w) => w.review.body.includes('rutscht'))).toBe(true);
  });
  test('gripe about what the story says, and stop when it is mended', () => {
    const rack = written.filter((w) => w.listing.title.startsWith('Stackable paint rack'));
    const share = (rows: typeof rack, part: string): number =>
      rows.filter((w) => w.review.meant.some((m) => m.part === part && m.kind === 'gripe')).length / rows.length;
    expect(share(rack, 'pots')).toBeGreaterThan(0.2);
    const before = rack.filter((w) => w.review.day < '2026-05-01');
    const after = rack.filter((w) => w.review.day >= '2026-05-01');
    expect(share(before, 'panels')).toBeGreaterThan(share(after, 'panels') + 0.1);
  });
  test('with a gripe have fewer stars, by and large', () => {
    const stars = (kind: string): number => {
      const rows = written.filter((w) => w.review.meant.length === 1 && w.review.meant[0]!.kind === kind);
      return rows.reduce((sum, w) => sum + w.review.stars, 0) / rows.length;
    };
    expect(stars('gripe')).toBeLessThan(stars('praise') - 1);
  });
  test('the same stream writes the same review', () => {
    const temper = { parts: ['lid', 'hinge'], gripes: { lid: { rate: 0.5 } }, rating: 4 };
    expect(writeReview(randomFrom(4), temper, WORLD_DAY)).toEqual(writeReview(randomFrom(4), temper, WORLD_DAY));
  });
});

test('pictures are drawings without script, differing by code', () => {
  const [a, b] = [drawPicture('press', 'QS1'), drawPicture('press', 'QS2')];
  expect(a).not.toBe(b);
  expect(a).toMatch(/^<svg [^>]*>.*<\/svg>$/);
  expect(a + b).not.toMatch(/script|href|on\w+=/);
  expect(drawPicture(null, 'QS1')).toContain('<path');
});
