import { describe, expect, test } from '@jest/globals';
import { rankBreaks } from '../src/changes/breaks.ts';
import { newsInWords, newsOf, WATCH_BREAKS, type News, type NewsAsked } from '../src/changes/news.ts';
import { STARTER_PLAN } from '../src/changes/watch-plan.ts';
import { addDays } from '../src/measures/day.ts';
import type { Reading } from '../src/estimate/reading.ts';
import { powerLaw, reading, TODAY } from './fixtures/reading.ts';

const SINCE = addDays(TODAY, -4);
const curve = { ...powerLaw(5, 0.9), validFrom: TODAY };
/** A quiet listing: read each day, the same each day, a review every five days. */
const quiet = (
  change: (back: number, seen: Partial<Reading>) => Partial<Reading> = (_, s) => s,
  days = 100,
): Reading[] =>
  Array.from({ length: days }, (_, i) => {
    const back = days - 1 - i;
    return reading(back, change(back, { price: 2000, rank: 100, reviews: 200 - Math.floor(back / 5), rating: 4.4, sellers: 1, stock: 300, mainOffer: 'Tern' })); // prettier-ignore
  });
const news = (readings: readonly Reading[], since = SINCE, more: Partial<NewsAsked> = {}): News[] =>
  newsOf({ readings, breaks: rankBreaks(readings, curve, null, WATCH_BREAKS), since, today: TODAY, ...more });
const words = (readings: readonly Reading[], since = SINCE): string[] =>
  news(readings, since).map((n) => newsInWords(n, String));

test('a listing that did nothing is no news, and neither is one that was not read since', () => {
  expect(news(quiet())).toEqual([]);
  expect(news(quiet().filter((r) => r.day <= SINCE))).toEqual([]);
  expect(news([])).toEqual([]);
});

describe('is news', () => {
  test('a price that moved by a twentieth, from the day on which it did; what came and went is none', () => {
    const [found] = news(quiet((back, s) => (back <= 2 ? { ...s, price: 1800 } : s)));
    expect(found).toMatchObject({ kind: 'price', before: 2000, now: 1800, day: addDays(TODAY, -2) });
    expect(words(quiet((back, s) => (back === 2 ? { ...s, price: 1000 } : s)))).toEqual([]);
    expect(words(quiet((back, s) => (back <= 2 ? { ...s, price: 1901 } : s)))).toEqual([]);
    expect(words(quiet((back, s) => (back <= 2 ? { ...s, price: 1900 } : s)))).toEqual(['price 2000 → 1900']);
  });

  test('stock that ran out or came back; an empty shelf in between, filled again, is none', () => {
    expect(words(quiet((back, s) => (back <= 1 ? { ...s, stock: 0 } : s)))).toEqual(['ran out of stock']);
    expect(words(quiet((back, s) => (back > 2 && back < 12 ? { ...s, stock: 0 } : s)))).toContain('is in stock again');
    expect(words(quiet((back, s) => (back === 2 ? { ...s, stock: 0 } : s)))).toEqual([]);
    // A count that failed is no empty shelf.
    expect(words(quiet((back, s) => (back <= 1 ? { ...s, stock: null } : s)))).toEqual([]);
  });

  test('a seller that came, or left; a rating that fell; the graver first', () => {
    expect(words(quiet((back, s) => (back <= 1 ? { ...s, sellers: 3, rating: 4.1 } : s)))).toEqual([
      'rating 4.4 → 4.1',
      'a new seller: 1 then, 3 now',
    ]);
  });

  test('somebody who did not hold the main offer for two months, not sellers who take turns', () => {
    const turns = quiet((back, s) => ({ ...s, mainOffer: Math.floor(back / 9) % 2 === 0 ? 'Tern' : 'Oak' }));
    expect(words(turns)).toEqual([]);
    expect(words(quiet((back, s) => (back <= 1 ? { ...s, mainOffer: 'Wren' } : s)))).toEqual([
      'the main offer went from Tern to Wren',
    ]);
  });

  test('reviews in a burst, against their own pace', () => {
    const burst = quiet((back, s) => (back <= 1 ? { ...s, reviews: 230 } : s));
    expect(words(burst)).toEqual(['30 reviews in 4 days, usually 0.8']);
    expect(words(quiet((back, s) => ({ ...s, reviews: 5000 - back * 10 })))).toEqual([]);
  });

  test('a level that broke, told once it has lasted, and only then', () => {
    const broke = quiet((back, s) => (back < 9 ? { ...s, rank: 40 } : s));
    // The rank changed on the ninth day back; what it follows had two days before.
    const [found] = news(broke);
    expect(found).toMatchObject({ kind: 'level', day: addDays(TODAY, -10), days: 9 });
    expect(newsInWords(found!, String)).toMatch(/^sells \d+ % more than before, for 9 days read$/);
    expect(news(broke, addDays(TODAY, -1))).toEqual([]);
    expect(newsOf({ readings: broke, breaks: [], since: SINCE, today: TODAY })).toEqual([]);
  });

  test('a rank that broke, where no curve says what it is worth: a smaller one is better', () => {
    const broke = (rank: number): string[] => {
      const readings = quiet((back, s) => (back < 9 ? { ...s, rank } : s));
      return news(readings, SINCE, { breaks: rankBreaks(readings, null, null, WATCH_BREAKS), breaksOf: 'rank' }).map((n) => newsInWords(n, String)); // prettier-ignore
    };
    expect(broke(40)).toEqual(['rank 60 % smaller, which is better, than before, for 9 days read']);
    expect(broke(150)).toEqual(['rank 50 % larger, which is worse, than before, for 9 days read']);
  });

  test('a page that changed, once for all that changed on it', () => {
    const pages = [
      { day: addDays(TODAY, -9), parts: ['title'] },
      { day: addDays(TODAY, -2), parts: ['pictures'] },
      { day: addDays(TODAY, -1), parts: ['pictures', 'bullets'] },
    ];
    expect(news(quiet(), SINCE, { pages }).map((n) => newsInWords(n, String))).toEqual([
      'its page changed: pictures, bullets',
    ]);
  });

  test('places of a term gained, lost, and given up, the more the more it is searched', () => {
    const reads = (then: number | null, lately: number | null) =>
      Array.from({ length: 20 }, (_, i) => ({
        day: addDays(TODAY, i - 19),
        unpaid: i < 15 ? then : lately,
        paid: null,
      }));
    const terms = [
      { term: 'rope rack', searches: 50, reads: reads(20, 4) },
      { term: 'book press', searches: 9000, reads: reads(3, null) },
      { term: 'paper press', searches: null, reads: reads(3, 5) },
    ];
    expect(news([], SINCE, { terms }).map((n) => newsInWords(n, String))).toEqual([
      '“book press”: place 3 → off the first page',
      '“rope rack”: place 20 → place 4',
    ]);
  });
});

test('before the first reading nothing is known: it is what later ones are told against', () => {
  const readings = quiet((back, s) => (back <= 2 ? { ...s, price: 1800 } : s), 6);
  expect(words(readings, addDays(TODAY, -30))).toEqual(['price 2000 → 1800']);
  expect(words(readings.slice(0, 1), addDays(TODAY, -30))).toEqual([]);
});

describe('rules of one’s own', () => {
  const cheaper = quiet((back, s) => (back <= 2 ? { ...s, price: 1800, rank: 60 } : s));
  const rules = STARTER_PLAN.rules;

  test('say from where on something is told', () => {
    expect(news(cheaper, SINCE, { rules: { ...rules, price: 0.11 } })).toEqual([]);
    const slight = quiet((back, s) => (back < 14 ? { ...s, rank: 88 } : s));
    expect(news(slight, addDays(TODAY, -14))).toEqual([]);
    const [found] = news(slight, addDays(TODAY, -14), { rules: { ...rules, level: 0.1 } });
    expect(found).toMatchObject({ kind: 'level', days: 14 });
    const burst = quiet((back, s) => (back <= 1 ? { ...s, reviews: 230 } : s));
    expect(news(burst, SINCE, { rules: { ...rules, reviews: 31 } })).toEqual([]);
  });

  test('and what is never told', () => {
    expect(news(cheaper, SINCE, { rules: { ...rules, quiet: ['price'] } })).toEqual([]);
  });
});
