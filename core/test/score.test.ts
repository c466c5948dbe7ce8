import type { Criterion, Gate, Scoresheet } from '../src/documents/scoresheet.ts';
import { todaysScoresheet, type EarlierScoresheet } from '../src/score/earlier-scoresheet.ts';
import { scoresheetFault } from '../src/score/scoresheet-fault.ts';
import {
  bandPoints,
  mostPoints,
  mostPointsOf,
  score,
  standing,
  swingCriteria,
  type Answers,
} from '../src/score/scoresheet.ts';
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

/** A small sheet of one's own: a gate by margin, a criterion by units and one that is judged. */
const gate = (min: number | null, max: number | null, measure: 'margin' | 'revenueMedian' = 'margin'): Gate => ({
  key: 'g',
  name: 'Gate',
  how: '',
  measured: { measure, min, max },
});
const byUnits: Criterion = {
  key: 'u',
  name: 'Units',
  group: 'demand',
  how: '',
  scale: {
    kind: 'measured',
    measure: 'units',
    bands: [
      { from: 0, points: 0 },
      { from: 100, points: 6 },
    ],
  },
};
const byEye: Criterion = {
  key: 'e',
  name: 'Eye',
  group: 'demand',
  how: '',
  scale: {
    kind: 'judged',
    options: [
      { key: 'no', label: 'No', points: 1 },
      { key: 'yes', label: 'Yes', points: 4 },
    ],
  },
};
const small = (change: Partial<Scoresheet> = {}): Scoresheet => ({
  format: 'cold-kettle/scoresheet',
  version: 2,
  name: 'Small',
  passMark: 7,
  gates: [gate(0.2, 0.8)],
  criteria: [byUnits, byEye],
  ...change,
});
const at = (margin: number | null, units: number | null, choice?: string, document = small()) =>
  score(document, {
    judged: choice ? judged({ e: choice }) : {},
    measured: {
      ...(margin === null ? {} : measured({ margin })),
      ...(units === null ? {} : measured({ units })),
    },
  });

describe('a small sheet, worked by hand', () => {
  test.each([
    [0.2, 'pass'],
    [0.8, 'pass'],
    [0.1999, 'fail'],
    [0.8001, 'fail'],
  ])('a margin of %d: the gate of 0.2 to 0.8 says %s', (margin, state) =>
    expect(at(margin, 100, 'yes').gates[0]).toEqual({ key: 'g', state, source: 'test', value: margin }),
  );
  test.each([
    [gate(0.2, null), 0.1, 'fail'],
    [gate(0.2, null), 99, 'pass'],
    [gate(null, 0.5), -3, 'pass'],
    [gate(null, 0.5), 0.6, 'fail'],
  ])('a gate without one of its bounds is open on that side: %#', (open, margin, state) =>
    expect(at(margin, 100, 'yes', small({ gates: [open] })).gates[0]!.state).toBe(state),
  );
  test('a gate that is judged "fail" fails, and one that nobody can measure is open with the reason', () => {
    const failed = score(small(), { judged: judged({ g: 'fail', e: 'yes' }), measured: measured({ units: 100 }) });
    expect([failed.gates[0]!.state, failed.verdict]).toEqual(['fail', 'ruled out']);
    expect(at(null, 100, 'yes').gates[0]).toEqual({ key: 'g', state: 'unknown', source: 'Not measured.', value: null });
    const known = { margin: { value: null, source: 'The weight is not known.' } };
    const why = score(small(), { judged: {}, measured: known });
    expect(why.gates[0]!.source).toBe('The weight is not known.');
    const toJudge = score(small({ gates: [{ ...gate(0, 1), measured: null }] }), { judged: {}, measured: {} });
    expect(toJudge.gates[0]).toEqual({ key: 'g', state: 'unknown', source: 'To be judged.', value: null });
  });
  test('the pass mark is passed when it is just reached, and missed when all that is open just misses it', () => {
    expect(at(0.5, 100, 'no').verdict).toBe('passes');
    expect(at(0.5, 99, 'yes').verdict).toBe('fails');
    expect(at(0.5, 100).least).toBe(7);
    expect(at(0.5, 99, undefined, small({ passMark: 4 })).verdict).toBe('open');
    expect(at(null, 100, 'yes').verdict).toBe('open');
    expect(mostPointsOf(small())).toBe(10);
  });
  test('a criterion that is not measured says why and spans all of its points', () => {
    const why = score(small(), { judged: {}, measured: { units: { value: null, source: 'No reading yet.' } } });
    expect(why.criteria[0]).toMatchObject({ least: 0, most: 6, source: 'No reading yet.' });
    expect(at(0.5, null).criteria[0]).toMatchObject({ least: 0, most: 6, source: 'Not measured.' });
  });
  test('what would turn the verdict: to lose what passes, or to gain what is missing', () => {
    const names = (result: ReturnType<typeof at>) => swingCriteria(small(), result);
    expect(names(at(0.5, 100, 'no'))).toEqual(['Units', 'Eye']);
    expect(names(at(0.5, 100, 'yes'))).toEqual(['Units', 'Eye']);
    // Failing with 4 of 7: full units bring 10, a better eye no more than 4.
    expect(names(at(0.5, 0, 'yes'))).toEqual(['Units']);
    // Passing with 10 of 4: without the units 4 are left, which is just enough.
    const lenient = small({ passMark: 4 });
    expect(swingCriteria(lenient, at(0.5, 100, 'yes', lenient))).toEqual([]);
  });
});

describe('a sheet that cannot be meant', () => {
  test.each<[string, Partial<Scoresheet>, RegExp | null]>([
    ['a right one', {}, null],
    ['a key twice', { criteria: [byUnits, { ...byUnits, name: 'Again' }] }, /^Again: its key "u" is there twice/],
    ['a key of a gate again', { criteria: [{ ...byUnits, key: 'g' }] }, /^Units: its key "g" is there twice/],
    ['a gate that nothing can pass', { gates: [gate(2, 1)] }, /^Gate: the least is above the most/],
    ['a gate that one value passes', { gates: [gate(1, 1)] }, null],
    ['a gate without a most', { gates: [gate(2, null)] }, null],
    ['a gate without a least', { gates: [gate(null, -2)] }, null],
    ['a gate that is judged', { gates: [{ ...gate(2, 1), measured: null }] }, null],
  ])('%s', (_, change, fault) => {
    const found = scoresheetFault(small(change));
    if (fault) expect(found).toMatch(fault);
    else expect(found).toBeNull();
  });
  test.each([
    [[0, 10, 10], false],
    [[0, 10, 5], false],
    [[0, 5, 10], true],
    [[10], true],
  ])('bands from %j: right is %s', (froms, right) => {
    const bands = froms.map((from) => ({ from, points: 1 }));
    const criteria = [{ ...byUnits, scale: { ...byUnits.scale, bands } as Criterion['scale'] }];
    expect(scoresheetFault(small({ criteria }))).toBe(right ? null : 'Units: the bands must rise.');
  });
  test('an option twice', () => {
    const { scale } = byEye;
    const options = scale.kind === 'judged' ? scale.options : [];
    const criteria = [
      { ...byEye, scale: { kind: 'judged', options: [...options, options[0]!] } as Criterion['scale'] },
    ];
    expect(scoresheetFault(small({ criteria }))).toBe('Eye: an option is there twice.');
  });
});

test('a sheet of the first version: bounds of revenue become minor units, all else stays', () => {
  const ofRevenue: Criterion = {
    ...byUnits,
    key: 'r',
    scale: { kind: 'measured', measure: 'revenueMedian', bands: [{ from: 2500.5, points: 3 }] },
  };
  const earlier: EarlierScoresheet = {
    ...small({
      gates: [
        gate(0.2, 0.8),
        gate(20, null, 'revenueMedian'),
        gate(null, 30, 'revenueMedian'),
        { ...gate(1, 2), measured: null },
      ],
      criteria: [byUnits, byEye, ofRevenue],
    }),
    version: 1,
  };
  const today = todaysScoresheet(earlier);
  expect(today.version).toBe(2);
  expect(today.gates.map((g) => g.measured && [g.measured.min, g.measured.max])).toEqual([
    [0.2, 0.8],
    [2000, null],
    [null, 3000],
    null,
  ]);
  expect(today.gates[0]).toEqual(earlier.gates[0]);
  expect(today.criteria.slice(0, 2)).toEqual([byUnits, byEye]);
  expect(today.criteria[2]!.scale).toEqual({
    kind: 'measured',
    measure: 'revenueMedian',
    bands: [{ from: 250_050, points: 3 }],
  });
  expect(todaysScoresheet(today)).toBe(today);
});

test('an answer that says nothing of what it rests on, and one for an option that is gone', () => {
  const bare = score(small(), { judged: { e: { choice: 'yes', evidence: '', day: '2026-11-24' } }, measured: {} });
  expect(bare.criteria[1]).toMatchObject({ least: 4, most: 4, source: 'Judged on 2026-11-24.', choice: 'yes' });
  expect(at(0.5, 100, 'perhaps').criteria[1]).toMatchObject({ least: 1, most: 4, choice: null });
});
