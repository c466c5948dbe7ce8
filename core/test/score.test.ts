import { bandPoints, mostPoints, score, standing, swingCriteria, type Answers } from '../src/score/scoresheet.ts';
import { STARTER_SCORESHEET as sheet } from '../src/score/starter-scoresheet.ts';

const judged = (choices: Record<string, string>): Answers['judged'] =>
  Object.fromEntries(
    Object.entries(choices).map(([k, choice]) => [k, { choice, evidence: 'seen', day: '2026-11-24' }]),
  );
const measured = (values: Record<string, number>): Answers['measured'] =>
  Object.fromEntries(Object.entries(values).map(([k, value]) => [k, { value, source: 'test' }]));
const good = {
  units: 400,
  revenueMedian: 900_000,
  reviewsMedian: 60,
  topTwoShare: 0.4,
  margin: 0.32,
  returnOnCost: 1.1,
  weight: 1700,
  bestThreeShare: 0.28,
  electronics: 0,
  gated: 0,
};

test('the starter scoresheet adds up to 100 points and its bands rise', () => {
  expect(sheet.criteria.reduce((sum, c) => sum + mostPoints(c), 0)).toBe(100);
  for (const { scale } of sheet.criteria)
    if (scale.kind === 'measured')
      expect(scale.bands.map((b) => b.from)).toEqual(scale.bands.map((b) => b.from).toSorted((a, b) => a - b));
  expect(new Set([...sheet.gates, ...sheet.criteria].map((c) => c.key)).size).toBe(
    sheet.gates.length + sheet.criteria.length,
  );
});

test('an unknown answer is neither 0 nor full: the total is a range', () => {
  const result = score(sheet, { judged: {}, measured: {} });
  expect([result.least, result.most, result.verdict]).toEqual([0, 100, 'open']);
  const half = score(sheet, { judged: {}, measured: measured(good) });
  expect([half.least, half.most]).toEqual([14 + 10 + 14 + 10 + 16 + 10 + 4, 78 + 20]);
  expect(half.verdict).toBe('open');
});

test('all answered, gates passed, above the mark: passes', () => {
  const result = score(sheet, {
    judged: judged({ 'no-patent': 'pass', curable: 'one', different: 'some', means: 'yes' }),
    measured: measured(good),
  });
  expect([result.least, result.most, result.verdict]).toEqual([78 + 5 + 3 + 5, 91, 'passes']);
  expect(result.criteria.find((c) => c.key === 'curable')!.source).toBe('Judged on 2026-11-24: seen.');
});

test('a failed gate rules out whatever the points; a judged gate overrules the measured one', () => {
  const all = { ...judged({ 'no-patent': 'pass', curable: 'both', different: 'yes', means: 'yes' }) };
  expect(score(sheet, { judged: all, measured: measured({ ...good, electronics: 1 }) }).verdict).toBe('ruled out');
  expect(
    score(sheet, {
      judged: { ...all, ...judged({ 'no-electronics': 'pass' }) },
      measured: measured({ ...good, electronics: 1 }),
    }).verdict,
  ).toBe('passes');
});

test('below the mark even at most: fails', () =>
  expect(
    score(sheet, {
      judged: judged({ 'no-patent': 'pass', curable: 'no', different: 'no', means: 'no' }),
      measured: measured({ ...good, units: 20, margin: -0.2, returnOnCost: -0.3 }),
    }).verdict,
  ).toBe('fails'));

test('bands are reached at their bound', () => {
  const bands = [
    { from: 0, points: 14 },
    { from: 80, points: 10 },
  ];
  expect([79.99, 80, -1].map((v) => bandPoints(bands, v))).toEqual([14, 10, 0]);
});

test('the standing: ruled out last, then by least, most and name', () => {
  const row = (name: string, least: number, most: number, verdict = 'open') => ({
    name,
    score: { least, most, verdict } as never,
  });
  expect(
    standing([
      row('d', 90, 90, 'ruled out'),
      row('c', 60, 70),
      row('b', 60, 80),
      row('a', 60, 70),
      row('e', 75, 75),
    ]).map((r) => r.name),
  ).toEqual(['e', 'b', 'a', 'c', 'd']);
});

test('which single answer would turn the verdict', () => {
  const passing = score(sheet, {
    judged: judged({ 'no-patent': 'pass', curable: 'no', different: 'no', means: 'no' }),
    measured: measured({ ...good, revenueMedian: 0, returnOnCost: 0 }),
  });
  expect(passing.least).toBe(58);
  expect(swingCriteria(sheet, passing)).toEqual([
    'The rivals earn, too',
    'Return on cost',
    'Light to send',
    'Curable gripes',
    'Can be made different',
    'Fits the purse',
  ]);
});
