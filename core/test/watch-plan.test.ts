import { describe, expect, test } from '@jest/globals';
import { thenAndNow, thenNowInWords, type Figures } from '../src/changes/then-now.ts';
import { STARTER_PLAN, waitsStill } from '../src/changes/watch-plan.ts';
import { addDays } from '../src/measures/day.ts';
import { waitingFor } from '../src/score/wait-for.ts';

const TODAY = '2026-11-24';

describe('the waiting rule', () => {
  test('holds a candidate back for weeks and for readings, each by itself', () => {
    expect(waitsStill(STARTER_PLAN, { weeks: 4, readings: 20 })).toBeNull();
    expect(waitsStill(STARTER_PLAN, { weeks: 3.99, readings: 20 })).toBe('watched for 3.9 of 4 weeks');
    expect(waitsStill(STARTER_PLAN, { weeks: 9, readings: 19 })).toBe('read on 19 of 20 days');
    expect(waitsStill(STARTER_PLAN, { weeks: null, readings: 0 })).toBe(
      'watched for 0 of 4 weeks, read on 0 of 20 days',
    );
    expect(waitsStill({ weeks: 0, readings: 0 }, { weeks: null, readings: 0 })).toBeNull();
  });
});

describe('waiting until a figure holds', () => {
  const days = (n: number, value: (back: number) => number | null) =>
    Array.from({ length: n }, (_, back) => ({ day: addDays(TODAY, -back), value: value(back) }));
  const above = { measure: 'units', is: 'above', value: 300, weeks: 3 } as const;

  test('is met on the day on which the last week fills, not before', () => {
    const since = (n: number) =>
      waitingFor(
        above,
        days(60, (back) => (back < n ? 320 : 100)),
        TODAY,
      );
    expect(since(21)).toMatchObject({ held: 3, met: true });
    // One day of a hundred pulls the week's mean below.
    expect(since(20)).toMatchObject({ held: 2, met: false });
    // Of the ninth week four days are known: enough.
    expect(since(60)).toMatchObject({ held: 9, met: true });
  });
  test('goes by weeks, so that a bad day in a good week does not begin it anew', () => {
    expect(
      waitingFor(
        above,
        days(21, (back) => (back === 9 ? 200 : 330)),
        TODAY,
      ).met,
    ).toBe(true);
  });
  test('takes a week that was hardly read for no week that held', () => {
    const gap = waitingFor(
      above,
      days(40, (back) => (back >= 7 && back < 11 ? null : 330)),
      TODAY,
    );
    expect(gap).toMatchObject({ held: 1, met: false });
    expect(gap.weeks.map((w) => w.mean)).toEqual([330, null, 330]);
    expect(
      waitingFor(
        above,
        days(40, (back) => (back >= 7 && back < 10 ? null : 330)),
        TODAY,
      ).met,
    ).toBe(true);
  });
  test('below a bound, and on it', () => {
    const rank = { measure: 'rank', is: 'below', value: 500, weeks: 1 } as const;
    expect(
      waitingFor(
        rank,
        days(7, () => 500),
        TODAY,
      ).met,
    ).toBe(true);
    expect(
      waitingFor(
        rank,
        days(7, () => 501),
        TODAY,
      ).met,
    ).toBe(false);
  });
});

describe('then and now', () => {
  const figures = (change: Partial<Figures> = {}): Figures => ({ day: '2026-10-01', units: 100, low: 80, high: 120, price: 2000, reviews: 50, rating: 4.4, sellers: 1, ...change }); // prettier-ignore
  const quiet = { season: 1, read: 30, empty: 0 };
  const words = (...of: Parameters<typeof thenAndNow>) => thenNowInWords(thenAndNow(...of), (m) => (m / 100).toFixed(2)); // prettier-ignore

  test('what the season explains is no change of the listing', () => {
    const now = figures({ units: 200, low: 150, high: 250 });
    expect(thenAndNow(figures(), now, { ...quiet, season: 2 })).toMatchObject({ times: 2, beyond: 1, withinDoubt: true }); // prettier-ignore
    expect(words(figures(), now, { ...quiet, season: 2 })).toMatch(/^Units \+100 %; the season explains \+100 %. Nothing else/); // prettier-ignore
  });
  test('beyond it, with what else was seen; causes are told, not weighed', () => {
    const now = figures({ units: 50, low: 40, high: 60, price: 2400, rating: 4.1, sellers: 2 });
    expect(words(figures(), now, { season: 1, read: 30, empty: 4 })).toBe(
      'Units −50 %; the season explains +0 %. Beyond it −50 %. Meanwhile its price went from 20.00 to 24.00, sellers went from 1 to 2, it was out of stock on 4 of the last days read, its rating went from 4.4 to 4.1.',
    );
    expect(words(figures(), figures({ units: 50, low: 40, high: 60 }), { ...quiet, season: null })).toBe(
      'Units −50 %; no season is known of its kind. Beyond it −50 %, and nothing that was read explains it.',
    );
  });
  test('within what an estimate may be off nothing need have happened', () => {
    expect(thenAndNow(figures(), figures({ units: 130, low: 90, high: 170 }), quiet).withinDoubt).toBe(true);
    expect(thenAndNow(figures(), figures({ units: 130, low: 120, high: 140 }), quiet).withinDoubt).toBe(false);
    expect(words(figures({ units: null }), figures(), quiet)).toBe('Units are not known of both days.');
  });
});
