// The rule of thumb over the whole catalogue: limits, columns, what costings put in its place.
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { KeptCosting } from '@kettle/contract/costing';
import type { ListingBrief, Problem } from '@kettle/contract/shapes';
import type { SiftReply } from '@kettle/contract/sift';
import { emptyCosting, withAmount } from '@kettle/core/costing/costing';
import type { CostRule, CostRules } from '@kettle/core/documents/cost-rules';
import { startProgram, type Program } from './program.ts';

let program: Program;
const at = '/api/marketplaces/quayside';
beforeAll(async () => {
  program = await startProgram({ kind: 'demo', listings: 1500 });
});
afterAll(() => program.stop());

const rule: CostRule = {
  category: '*',
  unitCost: { kind: 'share', rate: 0.25 },
  freightKg: 250,
  freightCubicMetre: 0,
  duty: 0.05,
  advertising: 0.12,
  months: 3,
  unitsShare: 0.5,
  once: 150_000,
};
const keep = (rules: CostRule[]) =>
  program.put<Problem>(`${at}/cost-rules`, { document: { format: 'cold-kettle/cost-rules', rules } });
const sift = async (search: string): Promise<SiftReply> =>
  (await program.call<SiftReply>('GET', `${at}/sift?${search}`)).json;
/** The list as it is once it is brought up to date. */
const settledSift = async (search: string): Promise<SiftReply> => {
  for (;;) {
    const found = await sift(search);
    if (!found.index.behind) return found;
    await new Promise((resolve) => setImmediate(resolve));
  }
};
const byHand = (b: ListingBrief, r = rule): number => {
  const half = (x: number): number => Math.floor(x + 0.5 + 1e-9);
  const unit =
    r.unitCost.kind === 'share' ? half(b.price! * r.unitCost.rate) : half((b.weight! / 1000) * r.unitCost.perKg);
  return b.net! - unit - half((b.weight! / 1000) * 250) - half(unit * 0.05) - half(b.price! * 0.12);
};

test('before one is typed nothing is said', async () => {
  const { rows } = await settledSift('rows=50');
  expect(rows.every((r) => r.profitRule === null && r.ruleFrom === null)).toBe(true);
  const limited = await settledSift('profitRule=0..');
  expect([limited.count, limited.faults[0]?.field]).toEqual([0, 'profitRule']);
  expect((await program.call<{ document: CostRules }>('GET', `${at}/cost-rules`)).json.document.rules).toEqual([]);
});

test('a rule is a limit and a column over all listings, as by hand; another rule is another answer at once', async () => {
  const all = await settledSift('rows=0');
  expect((await keep([rule])).status).toBe(200);
  const profitable = await settledSift('profitRule=0.01..&sort=-profitRule&rows=500');
  expect(profitable.count).toBeGreaterThan(20);
  expect(profitable.count).toBeLessThan(all.total);
  for (const r of profitable.rows) expect([r.code, r.profitRule]).toEqual([r.code, byHand(r)]);
  expect(profitable.rows.map((r) => r.profitRule)).toEqual(
    profitable.rows.map((r) => r.profitRule).sort((a, b) => b! - a!),
  );
  const cheap = await settledSift('outlayRule=..5000&paybackRule=..6&rows=200');
  for (const r of cheap.rows) {
    expect(r.outlayRule).toBeLessThanOrEqual(500_000);
    expect(r.paybackRule).toBeLessThanOrEqual(6);
  }
  const losing = (await settledSift('profitRule=..-0.01&rows=1')).count;
  const unknown = all.total - losing - (await settledSift('profitRule=0..&rows=1')).count;
  expect(unknown).toBe(all.total - (await settledSift('net=..&profitRule=-99999..&rows=1')).count);
  // Dearer goods for one category alone.
  const category = profitable.rows[0]!.category.split(' › ')[0]!;
  const dear = { ...rule, category, unitCost: { kind: 'share' as const, rate: 0.6 } };
  await keep([rule, dear]);
  const after = await settledSift('sort=-profitRule&rows=500');
  for (const r of after.rows)
    if (r.profitRule !== null) expect(r.profitRule).toBe(byHand(r, r.category.startsWith(category) ? dear : rule));
});

test('where there is a costing it stands in the place of the rule, until its candidate is dropped', async () => {
  await keep([rule]);
  const code = 'QS0049G9';
  const row = async (): Promise<ListingBrief> =>
    (await settledSift('have=press&rows=500')).rows.find((r) => r.code === code) ?? (await settledSift(`rows=500&sort=-units`)).rows.find((r) => r.code === code)!; // prettier-ignore
  const before = await row();
  expect(before.ruleFrom).toBe('rule');
  const typed = withAmount(withAmount(emptyCosting(), 'unit-cost', { kind: 'sum', sum: 100 }), 'freight', { kind: 'sum', sum: 50 }); // prettier-ignore
  await program.put(`${at}/listings/${code}/costing`, { document: { ...typed, firstOrder: 100 } });
  const quick = await row();
  expect(quick.ruleFrom).toBe('costing');
  expect(quick.profitRule).toBe(before.net! - 150 - Math.round(before.price! * 0.1));
  expect(quick.outlayRule).toBe(100 * 150);
  // A limit finds it by the costing's figure.
  const bound = (quick.profitRule! / 100).toFixed(2);
  expect((await settledSift(`profitRule=${bound}..${bound}&rows=100`)).rows.map((r) => r.code)).toContain(code);
  const { json } = await program.call<{ id: number }>('POST', `${at}/candidates`, { anchor: code, rivals: [] });
  const path = `/api/candidates/${json.id}/costing`;
  const { version } = (await program.call<KeptCosting>('GET', path)).json;
  await program.call('PUT', path, { document: withAmount(typed, 'unit-cost', { kind: 'sum', sum: 300 }), version });
  expect((await row()).profitRule).toBe(quick.profitRule! - 200);
  await program.call('POST', `/api/candidates/${json.id}/stage`, { stage: 'dropped', reason: 'No.' });
  expect((await row()).ruleFrom).toBe('rule');
});

test('two windows, odd rules: refused with a sentence, nothing changed', async () => {
  await keep([rule]);
  const { json } = await program.call<{ document: CostRules; version: number }>('GET', `${at}/cost-rules`);
  const stale = await program.call<Problem>('PUT', `${at}/cost-rules`, {
    document: json.document,
    version: json.version - 1,
  });
  expect(stale.status).toBe(409);
  expect((await keep([rule, rule])).json.field).toBe('document.rules.1.category');
  for (const odd of [
    { ...rule, duty: -1 },
    { ...rule, unitCost: { kind: 'share', rate: 2 } },
    { ...rule, months: 1e9 },
    { ...rule, more: 1 },
  ])
    // prettier-ignore
    expect((await keep([odd as CostRule])).status).toBe(422);
  expect((await program.call<{ document: CostRules }>('GET', `${at}/cost-rules`)).json.document).toEqual(json.document);
});

test('Demand reckons the outlay to enter by the rule, unless three numbers are asked for', async () => {
  type List = { rows: { category: string | null; figures: Record<string, number | null> }[] };
  const niches = async (search = ''): Promise<List> =>
    (await program.call<List>('GET', `${at}/demand/niches?rows=40${search}`)).json;
  const stock = (units: number, share: number): number => Math.ceil(units * share * rule.months - 1e-9);
  await keep([]);
  const usual = await niches();
  await keep([{ ...rule, freightKg: 0, duty: 0, once: 100_000 }]);
  const ruled = await niches();
  const known = ruled.rows.flatMap(({ figures: f }) => (f.price == null || f.units == null ? [] : [f]));
  expect(known.length).toBeGreaterThan(10);
  for (const { price, units, outlay } of known)
    expect(outlay).toBe(stock(units!, 0.5) * Math.floor(price! * 0.25 + 0.5 + 1e-9) + 100_000);
  expect(ruled.rows.map((r) => r.figures.outlay)).not.toEqual(usual.rows.map((r) => r.figures.outlay));
  // With freight by weight the weight of the middle listing counts, too.
  await keep([{ ...rule, duty: 0, once: 100_000 }]);
  const dearer = await niches();
  for (const [i, { figures }] of dearer.rows.entries())
    if (figures.outlay !== null) expect(figures.outlay).toBeGreaterThan(ruled.rows[i]!.figures.outlay!);
  const { price, units, outlay } = (await niches('&enter=20,2,500')).rows[0]!.figures;
  expect(outlay).toBe(Math.round(units! * 2 * price! * 0.2) + 50_000);
  // No rule for a niche’s category: nothing is said of it.
  await keep([{ ...rule, category: 'Beekeeping' }]);
  for (const { category, figures } of (await niches()).rows)
    if (!category?.startsWith('Beekeeping')) expect(figures.outlay).toBeNull();
});
