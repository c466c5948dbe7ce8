import { describe, expect, test } from '@jest/globals';
import { daysBetween } from '@kettle/core/measures/day';
import { KINDS } from '@kettle/demo/catalogue';
import { answerTo, makeSuppliers } from '@kettle/demo/suppliers';

const goods = makeSuppliers('quayside');

describe('the directory of an invented marketplace', () => {
  test('is the same each time, another for another marketplace, and has makers of every kind', () => {
    expect(makeSuppliers('quayside')).toEqual(goods);
    expect(makeSuppliers('lindholm-torg')[0]!.supplier).not.toBe(goods[0]!.supplier);
    expect(new Set(goods.map((g) => g.ref)).size).toBe(goods.length);
    for (const kind of KINDS) expect(goods.filter((g) => g.kind === kind).length).toBeGreaterThanOrEqual(2);
  });

  test('prices fall with the number of pieces and leave something of the kind’s price', () => {
    for (const { steps, kind } of goods) {
      const prices = steps.map((s) => s.price);
      expect(prices).toEqual([...prices].sort((a, b) => b - a));
      expect(prices[0]).toBeLessThan(kind.price);
      expect(prices.at(-1)).toBeGreaterThan(0);
    }
  });
});

describe('an answer', () => {
  const day = '2026-11-24';
  const answers = goods.map((g) => {
    const pieces = [g.steps[0]!.from, g.steps[0]!.from * 2];
    return { g, pieces, answer: answerTo(g, { pieces, weight: g.kind.grams, day }, '2026-12-31') };
  });

  test('comes one to five days later, seldom not at all, and then no sooner than its day', () => {
    const came = answers.flatMap((a) => a.answer ?? []);
    expect(came.length / answers.length).toBeGreaterThan(0.85);
    expect(came.length).toBeLessThan(answers.length);
    for (const { g, pieces, answer } of answers) {
      if (!answer) continue;
      const after = daysBetween(day, answer.day);
      expect(after).toBeGreaterThanOrEqual(1);
      expect(after).toBeLessThanOrEqual(5);
      const asked = { pieces, weight: g.kind.grams, day };
      expect(answerTo(g, asked, day)).toBeNull();
      expect(answerTo(g, asked, answer.day)).toEqual(answer);
    }
  });

  test('names a price for each number that was asked, none dearer for more, dearer for a heavier piece', () => {
    for (const { g, pieces, answer } of answers) {
      if (!answer?.quote) continue;
      const { steps } = answer.quote;
      for (const p of pieces) expect(steps.some((s) => s.from === p)).toBe(true);
      expect(steps.map((s) => s.price)).toEqual(steps.map((s) => s.price).sort((a, b) => b - a));
      const heavy = answerTo(g, { pieces, weight: g.kind.grams * 2, day }, '2026-12-31');
      expect(heavy!.quote!.steps[0]!.price).toBeGreaterThan(steps[0]!.price);
    }
  });

  test('below half of the least order it is a refusal that names the least', () => {
    const large = goods.filter((g) => g.steps[0]!.from >= 500);
    const said = large.flatMap((g) => answerTo(g, { pieces: [20], weight: null, day }, '2026-12-31') ?? []);
    expect(said.length).toBeGreaterThan(0);
    for (const { quote } of said) expect(quote).toBeNull();
    expect(said.some((s) => /We begin at \d+ pieces/.test(s.says))).toBe(true);
  });
});
