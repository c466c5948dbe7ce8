// What is to be done before an order, by its critical path; launches over a year, by money and hands.
import fc from 'fast-check';
import type { BeforeOrder, BeforeOrderLine } from '../src/documents/before-order.ts';
import { daysOf, STARTER_BEFORE_ORDER } from '../src/launch/before-order.ts';
import { placeLaunches, PLAN_MONTHS, yearOf, type PlacedLaunch, type YearLaunch } from '../src/launch/year.ts';
import { addDays, daysBetween } from '../src/measures/day.ts';
import { beforeOrderPaperOf } from '../src/papers/before-order-paper.ts';
import { paperAsMarkdown } from '../src/papers/paper.ts';
import { randomFrom } from '../src/stats/random.ts';

const TODAY = '2026-11-24';
const line = (key: string, days: number, after: string[] = [], done: string | null = null): BeforeOrderLine => ({ key, what: key, who: '', days, after, note: '', done }); // prettier-ignore
const list = (lines: BeforeOrderLine[], begins: string | null = null): BeforeOrder => ({ format: 'cold-kettle/before-order', begins, lines }); // prettier-ignore

describe('before an order', () => {
  test('a textbook’s project takes 44 weeks along A, B, C, E, F, J, L, N', () => {
    // The Reliable Construction Co. of Hillier & Lieberman, "Introduction to Operations Research" (from memory); weeks as days.
    const plan = daysOf(
      list([
        line('a', 2), line('b', 4, ['a']), line('c', 10, ['b']), line('d', 6, ['c']), line('e', 4, ['c']), line('f', 5, ['e']), line('g', 7, ['d']),
        line('h', 9, ['e', 'g']), line('i', 7, ['c']), line('j', 8, ['f', 'i']), line('k', 4, ['j']), line('l', 5, ['j']), line('m', 2, ['h']), line('n', 6, ['k', 'l']),
      ]), TODAY)!; // prettier-ignore
    expect(daysBetween(TODAY, plan.ready)).toBe(44);
    expect(plan.lines.filter((l) => l.slack === 0).map((l) => l.key).join('')).toBe('abcefjln'); // prettier-ignore
    expect(plan.lines.filter((l) => l.slack !== 0).map((l) => [l.key, l.slack])).toEqual([['d', 4], ['g', 4], ['h', 4], ['i', 2], ['k', 1], ['m', 4]]); // prettier-ignore
  });

  test('the end is the longest way through any list, slack moves nothing, one day more than it does', () => {
    const lists = fc.array(fc.tuple(fc.nat(20), fc.array(fc.nat(7), { maxLength: 3 })), { minLength: 1, maxLength: 8 }).map((raw) => raw.map(([days, after], i) => line(`k${i}`, days, after.filter((a) => a < i).map((a) => `k${a}`)))); // prettier-ignore
    fc.assert(
      fc.property(lists, fc.nat(7), (lines, at) => {
        const longest = (key: string): number => { const l = lines.find((x) => x.key === key)!; return l.days + Math.max(0, ...l.after.map(longest)); }; // prettier-ignore
        const end = Math.max(...lines.map((l) => longest(l.key)));
        const plan = daysOf(list(lines), TODAY)!;
        expect(daysBetween(TODAY, plan.ready)).toBe(end);
        const moved = lines[at % lines.length]!;
        const { slack } = plan.lines.find((l) => l.key === moved.key)!;
        const longer = (by: number) => daysOf(list(lines.map((l) => (l === moved ? { ...l, days: l.days + by } : l))), TODAY)!; // prettier-ignore
        expect(longer(slack!).ready).toBe(plan.ready);
        expect(longer(slack! + 1).ready).toBe(addDays(plan.ready, 1));
      }),
      { numRuns: 400, seed: 53 },
    );
  });

  test('what is done holds nothing up, a later beginning moves all, a circle is told', () => {
    const plan = daysOf(list([line('a', 10, [], '2026-11-20'), line('b', 5, ['a', 'gone'])]), TODAY)!;
    expect(plan).toMatchObject({ ready: '2026-11-29', done: 1, lines: [{ slack: null, ends: '2026-11-20' }, { begins: TODAY }] }); // prettier-ignore
    expect(daysOf(list([line('a', 10)], '2027-01-01'), TODAY)!.ready).toBe('2027-01-11');
    expect(daysOf(list([line('a', 10)], '2020-01-01'), TODAY)!.ready).toBe('2026-12-04');
    expect(daysOf(list([line('a', 1, ['b']), line('b', 1, ['c']), line('c', 1, ['a'])]), TODAY)).toBeNull();
    expect(daysOf(list([line('a', 1, ['a'])]), TODAY)).toBeNull();
    expect(daysOf(list([]), TODAY)).toEqual({ lines: [], ready: TODAY, done: 0 });
  });

  test('the usual list holds together, and its paper says who, until when, and what decides the day', () => {
    expect(daysOf(STARTER_BEFORE_ORDER, TODAY)!.lines.every((l) => l.slack! >= 0)).toBe(true);
    const text = paperAsMarkdown(beforeOrderPaperOf(list([{ ...line('sample', 21), who: 'Ida | <b>' }, line('pay', 2, ['sample']), line('law', 3, [], '2026-11-02')]), { name: 'Press', today: TODAY })); // prettier-ignore
    expect(text).toContain('all is done on 2026-12-17');
    expect(text).toContain('| ☐ decides the day | sample | Ida \\| \\<b\\> | 21 | 2026-11-24 | 2026-12-15 |');
    expect(text).toContain('| ☑ 2026-11-02 | law |');
    expect(text).toContain('pay. After: sample');
  });
});

describe('the year’s launches', () => {
  const launches = (seed: number, n: number): YearLaunch[] => {
    const random = randomFrom(seed * 7919);
    return Array.from({ length: n }, (_, i) => {
      const [need, lead, gain] = [20 + Math.floor(random() * 80), 1 + Math.floor(random() * 3), 2 + random() * 14];
      let cash = -need;
      return {
        id: i + 1,
        cash: Array.from({ length: PLAN_MONTHS + 1 }, (_, m) => Math.round((cash += m > lead ? gain : 0))),
        tended: lead + 2,
      };
    });
  };

  test('placed by the rule they leave as much as by the best of all ways there are', () => {
    const months = [null, ...Array.from({ length: 15 }, (_, m) => m)];
    for (let seed = 1; seed <= 25; seed++) {
      const of = launches(seed, 3);
      const means = { purse: 100, atOnce: 1 + (seed % 2) };
      const placed = placeLaunches(of, means).flatMap(({ month }, i): PlacedLaunch[] => (month === null ? [] : [{ ...of[i]!, month }])); // prettier-ignore
      const plan = yearOf(placed, means);
      expect([plan.short, plan.crowded]).toEqual([[], []]);
      let best = 0;
      for (const a of months)
        for (const b of months)
          for (const c of months) {
            const tried = [a, b, c].flatMap((month, i): PlacedLaunch[] => (month === null ? [] : [{ ...of[i]!, month }])); // prettier-ignore
            const { short, crowded, atEnd } = yearOf(tried, means);
            if (short.length === 0 && crowded.length === 0) best = Math.max(best, atEnd);
          }
      expect(plan.atEnd).toBe(best);
    }
  });

  test('ten are placed in a moment, with money and hands kept', () => {
    const of = launches(9, 10);
    const means = { purse: 150, atOnce: 2 };
    const placed = placeLaunches(of, means).flatMap(({ month }, i): PlacedLaunch[] => (month === null ? [] : [{ ...of[i]!, month }])); // prettier-ignore
    expect(placed.length).toBeGreaterThan(3);
    const { short, crowded, lowest } = yearOf(placed, means);
    expect([short, crowded]).toEqual([[], []]);
    expect(lowest).toBeGreaterThanOrEqual(0);
  });

  test('the plan is the sum of its launches, each moved to its month; what it lacks is told by month', () => {
    const one = { id: 1, month: 0, cash: [-50, -70, 30], tended: 2.5 };
    const two = { ...one, id: 2, month: 1 };
    const plan = yearOf([one, two], { purse: 100, atOnce: 1 });
    expect(plan.months.slice(0, 5).map((m) => [m.cash, m.tended])).toEqual([[50, 1], [-20, 2], [60, 2], [160, 1], [160, 0]]); // prettier-ignore
    expect(plan).toMatchObject({ lowest: -20, lowestMonth: 1, short: [1], crowded: [1, 2], afterYear: 60, atEnd: 60 });
    expect(yearOf([], { purse: 7, atOnce: 1 })).toMatchObject({ lowest: 7, short: [], atEnd: 0 });
    // What leaves nothing is placed nowhere, and neither is what no purse carries.
    expect(placeLaunches([{ id: 1, cash: [-5, -1], tended: 1 }, { id: 2, cash: [-500, 900], tended: 1 }], { purse: 100, atOnce: 3 }).map((p) => p.month)).toEqual([null, null]); // prettier-ignore
  });
});
