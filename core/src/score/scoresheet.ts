import type { Criterion, Gate, ScoreMeasure, Scoresheet } from '../documents/scoresheet.ts';

/** An answer by a person: an option of a criterion, or pass or fail of a gate, with what it rests on. */
export interface JudgedAnswer {
  choice: string;
  evidence: string;
  day: string;
}
export interface MeasuredAnswer {
  value: number | null;
  /** Where it came from, or why there is none. */
  source: string;
  /** Within which it lies four times out of five, where that is known. */
  interval?: { low: number; high: number } | null;
}
export interface Answers {
  judged: Readonly<Record<string, JudgedAnswer>>;
  measured: Readonly<Partial<Record<ScoreMeasure, MeasuredAnswer>>>;
}

export interface Score {
  least: number;
  most: number;
  max: number;
  passMark: number;
  verdict: 'passes' | 'fails' | 'open' | 'ruled out';
  gates: { key: string; state: 'pass' | 'fail' | 'unknown'; source: string; value: number | null }[];
  criteria: {
    key: string;
    least: number;
    most: number;
    max: number;
    source: string;
    value: number | null;
    interval: { low: number; high: number } | null;
    choice: string | null;
  }[];
}

/** What the points of a criterion are multiplied by. */
export const weightOf = ({ weight }: Pick<Criterion, 'weight'>): number => weight ?? 1;

/** The most points a criterion can earn, its weight in. */
export const mostPoints = (criterion: Criterion): number =>
  weightOf(criterion) *
  Math.max(
    0,
    ...(criterion.scale.kind === 'measured' ? criterion.scale.bands : criterion.scale.options).map((b) => b.points),
  );

/** The most points a whole scoresheet can give. */
export const mostPointsOf = ({ criteria }: Pick<Scoresheet, 'criteria'>): number => sum(criteria.map(mostPoints));

/** Points of the last band that a value reaches; 0 below the first. @example bandPoints([{ from: 0, points: 1 }, { from: 10, points: 5 }], 10) // => 5 */
export const bandPoints = (bands: readonly { from: number; points: number }[], value: number): number => {
  let points = 0;
  for (const band of bands) if (value >= band.from) points = band.points;
  return points;
};

/**
 * Adds up a scoresheet. An unknown answer is neither 0 nor full: it earns between the least and the most points of its
 * criterion, and the total is that range. A failed gate rules out whatever the points.
 */
export const score = (sheet: Scoresheet, answers: Answers): Score => {
  const gates = sheet.gates.map((gate) => gateState(gate, answers));
  const criteria = sheet.criteria.map((criterion) => criterionPoints(criterion, answers));
  const least = sum(criteria.map((c) => c.least));
  const most = sum(criteria.map((c) => c.most));
  const ruledOut = gates.some((g) => g.state === 'fail');
  const settled = gates.every((g) => g.state === 'pass');
  const verdict = ruledOut
    ? 'ruled out'
    : most < sheet.passMark
      ? 'fails'
      : least >= sheet.passMark && settled
        ? 'passes'
        : 'open';
  return { least, most, max: mostPointsOf(sheet), passMark: sheet.passMark, verdict, gates, criteria };
};

const sum = (values: readonly number[]): number => values.reduce((total, v) => total + v, 0);

const gateState = (gate: Gate, answers: Answers): Score['gates'][number] => {
  const judged = answers.judged[gate.key];
  if (judged)
    return {
      key: gate.key,
      state: judged.choice === 'pass' ? 'pass' : 'fail',
      source: judgedSource(judged),
      value: null,
    };
  if (!gate.measured) return { key: gate.key, state: 'unknown', source: 'To be judged.', value: null };
  const answer = answers.measured[gate.measured.measure];
  const value = answer?.value ?? null;
  if (value === null) return { key: gate.key, state: 'unknown', source: answer?.source ?? 'Not measured.', value };
  const holds = value >= (gate.measured.min ?? -Infinity) && value <= (gate.measured.max ?? Infinity);
  return { key: gate.key, state: holds ? 'pass' : 'fail', source: answer!.source, value };
};

const criterionPoints = (criterion: Criterion, answers: Answers): Score['criteria'][number] => {
  const max = mostPoints(criterion);
  const { key, scale } = criterion;
  const weight = weightOf(criterion);
  if (scale.kind === 'judged') {
    const judged = answers.judged[key];
    const option = judged && scale.options.find((o) => o.key === judged.choice);
    const least = weight * Math.min(...scale.options.map((o) => o.points));
    return option
      ? {
          key,
          least: weight * option.points,
          most: weight * option.points,
          max,
          source: judgedSource(judged),
          value: null,
          interval: null,
          choice: option.key,
        }
      : { key, least, most: max, max, source: 'To be judged.', value: null, interval: null, choice: null };
  }
  const answer = answers.measured[scale.measure];
  const value = answer?.value ?? null;
  if (value === null)
    return {
      key,
      least: weight * Math.min(0, ...scale.bands.map((b) => b.points)),
      most: max,
      max,
      source: answer?.source ?? 'Not measured.',
      value,
      interval: null,
      choice: null,
    };
  const points = weight * bandPoints(scale.bands, value);
  return {
    key,
    least: points,
    most: points,
    max,
    source: answer!.source,
    value,
    interval: answer!.interval ?? null,
    choice: null,
  };
};

const judgedSource = (answer: JudgedAnswer): string =>
  `Judged on ${answer.day}${answer.evidence ? `: ${answer.evidence}` : ''}.`;

/** Candidates in the order of their scores: not ruled out first, then the least points, then the most, then the name. */
export const standing = <C extends { name: string; score: Score }>(candidates: readonly C[]): C[] =>
  [...candidates].sort(
    (a, b) =>
      Number(a.score.verdict === 'ruled out') - Number(b.score.verdict === 'ruled out') ||
      b.score.least - a.score.least ||
      b.score.most - a.score.most ||
      a.name.localeCompare(b.name, 'en-GB'),
  );

/**
 * Criteria whose answer alone would turn passing into failing or the reverse, if it earned its least or its most.
 */
export const swingCriteria = (sheet: Scoresheet, result: Score): string[] => {
  const passes = result.least >= result.passMark;
  return sheet.criteria
    .filter((_, i) => {
      const now = result.criteria[i]!;
      return passes
        ? result.least - now.least < result.passMark
        : result.least - now.least + now.max >= result.passMark;
    })
    .map((criterion) => criterion.name);
};
