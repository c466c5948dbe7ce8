import { CholeskyDecomposition, Matrix } from 'ml-matrix';

/**
 * How far a way of counting lies off the truth as a whole, before anything was seen of it: standard deviations of natural
 * logs.
 */
export interface WayPrior {
  /** Of what it is off everywhere in the marketplace; 0 where nothing is shared. */
  common: number;
  /** Of what a category is off besides. */
  between: number;
  /** Of what a listing is off besides. */
  spread: number;
  /** Whether the last is learnt from the listings; else it is taken as it is. */
  learn: boolean;
}

/** What one way says of a listing's monthly units. */
export interface WaySaid {
  way: string;
  /** Natural log of the units. */
  log: number;
  /** Variance of that log from the sampling of this listing alone. */
  sampling: number;
}

/** A listing by all ways; a count is not off as a whole, which is what the others are held against. */
export interface LevelCase {
  group: string;
  said: readonly WaySaid[];
  count: {
    log: number;
    variance: number;
    /** Of the variance, what it shares with the other listings counted: few days stand in one season. */
    shared: number;
  } | null;
}

/** What is known of the ways in a group of categories; arrays in the order of the ways. */
export interface GroupLevels {
  ways: string[];
  /** Natural log of what the way says ÷ the truth. */
  mean: number[];
  covariance: number[][];
  /** Of the covariance, what all ways share with the counts they were held against. */
  shared: number;
  /** Variance of the mean before anything was seen. */
  prior: number[];
  /** Standard deviation of a listing's log around it. */
  spread: number[];
  /** Listings of the group that were counted, and those held against another way alone. */
  counted: number;
  compared: number;
}

export interface Levels {
  groups: Record<string, GroupLevels>;
  /** For a group that was not there yet. */
  elsewhere: GroupLevels;
}

/** Degrees of freedom of Student's t that errors follow: a wild listing weighs little. */
const HEAVY_TAILS = 5;
/** Listings, and groups, that the spread held before weighs like. */
const SPREAD_WEIGHT = 12;
const BETWEEN_WEIGHT = 3;
const ROUNDS = 25;
/** Ways whose priors count even where no listing tells of them. */
const ALWAYS = ['rank', 'reviews'];
/** Groups with most listings that get a level of their own; the others share the marketplace's. */
const MOST_GROUPS = 60;
const NARROWEST_SPREAD = 0.05;

/**
 * Learns how far each way of counting lies off, from listings that several ways tell of. Each log is the listing's own
 * plus the way's offset (one of the marketplace and one of the group, both shrunk towards nothing by their priors) plus
 * an error; a listing's own log is free, so only differences between the ways speak. A crossed random-effects model,
 * solved exactly by its normal equations (Henderson 1975, Biometrics 31), its spreads by expectation and maximisation
 * (Dempster, Laird & Rubin 1977), with the weights of Student's t against wild listings (Lange, Little & Taylor 1989, JASA
 * 84); sources from memory.
 * Without a case the offsets are 0 and as unknown as their priors.
 */
export const learnLevels = (
  cases: readonly LevelCase[],
  groups: readonly string[],
  prior: (way: string, group: string) => WayPrior,
): Levels => {
  const telling = cases.filter((c) => c.said.length + (c.count ? 1 : 0) > 1);
  const ways = [...new Set([...ALWAYS, ...cases.flatMap((c) => c.said.map((s) => s.way))])].sort();
  const model = new OffsetModel(ways, largestGroups(telling), prior);
  const spreads = new Map(ways.map((way) => [way, prior(way, ELSEWHERE).spread]));
  const spreadOf = (way: string, group: string): number => {
    const of = prior(way, group);
    return of.learn ? spreads.get(way)! : of.spread;
  };
  const weights = telling.map(() => 1);
  let solved = model.solve(telling, weights, spreadOf);
  for (let round = 0; round < ROUNDS && telling.length > 0; round++) {
    const sums = new Map(ways.map((way) => [way, { squares: 0, n: 0 }]));
    for (const [i, one] of telling.entries()) {
      const rest = restOf(one, (way) => solved.offset(way, one.group), spreadOf);
      const squares = rest.parts.reduce((sum, p) => sum + (p.log - rest.mean) ** 2 / p.variance, 0);
      weights[i] = (HEAVY_TAILS + rest.parts.length - 1) / (HEAVY_TAILS + squares);
      for (const { way, log, sampling, variance } of rest.parts) {
        if (way === null || !prior(way, one.group).learn) continue;
        const whole = weights[i]! * (log - rest.mean) ** 2 + rest.variance;
        const own = variance - sampling;
        // Of the whole error the part that is the listing's own, given the sampling's.
        const sum = sums.get(way)!;
        sum.squares += (own / variance) ** 2 * whole + (own * sampling) / variance;
        sum.n++;
      }
    }
    for (const way of ways) {
      const { squares, n } = sums.get(way)!;
      const before = prior(way, ELSEWHERE).spread;
      spreads.set(
        way,
        Math.max(NARROWEST_SPREAD, Math.sqrt((SPREAD_WEIGHT * before ** 2 + squares) / (SPREAD_WEIGHT + n))),
      );
    }
    model.learnBetween(solved);
    solved = model.solve(telling, weights, spreadOf);
  }
  const levelsOf = (group: string): GroupLevels => {
    const of = telling.filter((c) => c.group === group);
    // A share of the variance of the counts is the same for all: it does not fall with their number.
    const shares = telling.flatMap((c) => (c.count ? [c.count.shared] : []));
    const shared = shares.length === 0 ? 0 : shares.reduce((sum, x) => sum + x, 0) / shares.length;
    const confirmed = (way: string): number => {
      const before = prior(way, group).common ** 2 + prior(way, group).between ** 2;
      return Math.sqrt(shared * Math.max(0, 1 - solved.covariance(way, way, group) / Math.max(1e-9, before)));
    };
    return {
      ways,
      shared,
      mean: ways.map((way) => solved.offset(way, group)),
      covariance: ways.map((a) => ways.map((b) => solved.covariance(a, b, group) + confirmed(a) * confirmed(b))),
      prior: ways.map((way) => prior(way, group).common ** 2 + prior(way, group).between ** 2),
      spread: ways.map((way) => spreadOf(way, group)),
      counted: of.filter((c) => c.count).length,
      compared: of.filter((c) => !c.count).length,
    };
  };
  return {
    groups: Object.fromEntries([...new Set(groups)].map((group) => [group, levelsOf(group)])),
    elsewhere: levelsOf(ELSEWHERE),
  };
};

/** The name that no group has. */
const ELSEWHERE = '';

const largestGroups = (cases: readonly LevelCase[]): string[] => {
  const sizes = new Map<string, number>();
  for (const { group } of cases) sizes.set(group, (sizes.get(group) ?? 0) + 1);
  return [...sizes]
    .sort(([, a], [, b]) => b - a)
    .slice(0, MOST_GROUPS)
    .map(([group]) => group);
};

/** What a listing's ways say once their offsets are taken off, with the weighted mean; the count has no way. */
const restOf = (
  { said, count, group }: LevelCase,
  offset: (way: string) => number,
  spreadOf: (way: string, group: string) => number,
) => {
  const parts: { way: string | null; log: number; sampling: number; variance: number }[] = said.map((s) => ({
    way: s.way,
    log: s.log - offset(s.way),
    sampling: s.sampling,
    variance: spreadOf(s.way, group) ** 2 + s.sampling,
  }));
  if (count) parts.push({ way: null, log: count.log, sampling: 0, variance: count.variance });
  const weight = parts.reduce((sum, p) => sum + 1 / p.variance, 0);
  return { parts, mean: parts.reduce((sum, p) => sum + p.log / p.variance, 0) / weight, variance: 1 / weight };
};

/** The offsets as unknowns: one a way for the marketplace, one a way and group. */
class OffsetModel {
  private readonly own = new Map<string, number>();
  private readonly between = new Map<string, number>();
  private readonly groups: readonly string[];
  private readonly size: number;
  private readonly ways: readonly string[];
  private readonly prior: (way: string, group: string) => WayPrior;

  constructor(ways: readonly string[], groups: readonly string[], prior: (way: string, group: string) => WayPrior) {
    this.ways = ways;
    this.groups = groups;
    this.prior = prior;
    let next = ways.length;
    for (const group of groups) for (const way of ways) this.own.set(keyOf(way, group), next++);
    this.size = next;
  }

  solve(
    cases: readonly LevelCase[],
    weights: readonly number[],
    spreadOf: (way: string, group: string) => number,
  ): {
    offset: (way: string, group: string) => number;
    covariance: (a: string, b: string, group: string) => number;
    /** Mean and variance of what a group is off besides the marketplace; null for one without a listing. */
    own: (way: string, group: string) => { mean: number; variance: number } | null;
  } {
    const { size } = this;
    if (size === 0) return { offset: () => 0, covariance: () => 0, own: () => null };
    const left = Matrix.zeros(size, size);
    const right = Matrix.zeros(size, 1);
    this.addPriors(left);
    for (const [i, one] of cases.entries()) {
      const { parts, mean } = restOf(one, () => 0, spreadOf);
      const total = parts.reduce((sum, p) => sum + 1 / p.variance, 0);
      const places = parts.map((p) => (p.way === null ? [] : this.places(p.way, one.group)));
      for (const [a, part] of parts.entries())
        for (const row of places[a]!) {
          right.set(row, 0, right.get(row, 0) + (weights[i]! * (part.log - mean)) / part.variance);
          for (const [b, other] of parts.entries())
            for (const column of places[b]!)
              left.set(
                row,
                column,
                left.get(row, column) +
                  weights[i]! * ((a === b ? 1 / part.variance : 0) - 1 / part.variance / other.variance / total),
              );
        }
    }
    const inverse = new CholeskyDecomposition(Matrix.add(left, left.transpose()).mul(0.5)).solve(Matrix.eye(size));
    const found = inverse.mmul(right);
    const free = (way: string, group: string): number =>
      this.own.has(keyOf(way, group)) ? 0 : this.betweenOf(way, group) ** 2;
    return {
      own: (way, group) => {
        const at = this.own.get(keyOf(way, group));
        return at === undefined ? null : { mean: found.get(at, 0), variance: inverse.get(at, at) };
      },
      offset: (way, group) => this.places(way, group).reduce((sum, at) => sum + found.get(at, 0), 0),
      covariance: (a, b, group) =>
        (a === b ? free(a, group) : 0) +
        this.places(a, group).reduce(
          (sum, row) => sum + this.places(b, group).reduce((part, column) => part + inverse.get(row, column), 0),
          0,
        ),
    };
  }

  private addPriors(left: Matrix): void {
    for (const [at, way] of this.ways.entries())
      left.set(at, at, 1 / Math.max(1e-4, this.prior(way, ELSEWHERE).common) ** 2);
    for (const [key, at] of this.own) {
      const [way, group] = key.split('\n') as [string, string];
      left.set(at, at, 1 / Math.max(1e-4, this.betweenOf(way, group)) ** 2);
    }
  }

  /** Learns how far groups differ, of ways whose spread is learnt; where they differ much, one says little of another. */
  learnBetween(solved: ReturnType<OffsetModel['solve']>): void {
    for (const way of this.ways) {
      const groups = this.groups.filter((group) => this.prior(way, group).learn);
      const squares = groups.reduce((sum, group) => {
        const own = solved.own(way, group);
        return sum + (own ? own.mean ** 2 + own.variance : 0);
      }, 0);
      const before = this.prior(way, ELSEWHERE).between;
      this.between.set(way, Math.sqrt((BETWEEN_WEIGHT * before ** 2 + squares) / (BETWEEN_WEIGHT + groups.length)));
    }
  }

  private betweenOf(way: string, group: string): number {
    const prior = this.prior(way, group);
    return prior.learn ? (this.between.get(way) ?? prior.between) : prior.between;
  }

  /** The unknowns that a way's offset in a group is the sum of. */
  private places(way: string, group: string): number[] {
    const own = this.own.get(keyOf(way, group));
    return [
      ...(this.prior(way, group).common > 0 ? [this.ways.indexOf(way)] : []),
      ...(own === undefined ? [] : [own]),
    ];
  }
}

const keyOf = (way: string, group: string): string => `${way}\n${group}`;

/**
 * What is known of each way without one listing's own evidence, so that a listing does not confirm itself: the offset of
 * a way is freed of what this listing's other ways taught it, at most back to the prior.
 */
export const withoutListing = (levels: GroupLevels, { said, count }: Omit<LevelCase, 'group'>): GroupLevels => {
  const at = said.map((s) => levels.ways.indexOf(s.way));
  const mean = [...levels.mean];
  const covariance = levels.covariance.map((row) => [...row]);
  for (const [i, { log, sampling }] of said.entries()) {
    const k = at[i]!;
    const before = levels.covariance[k]?.[k];
    if (k < 0 || before === undefined || !(before > 0)) continue;
    let weight = count ? 1 / count.variance : 0;
    let sum = count ? count.log * weight : 0;
    for (const [j, other] of said.entries()) {
      const o = at[j]!;
      if (j === i || o < 0) continue;
      const own = 1 / (levels.spread[o]! ** 2 + other.sampling + levels.covariance[o]![o]!);
      weight += own;
      sum += own * (other.log - levels.mean[o]!);
    }
    if (weight === 0) continue;
    // The weights of Student's t reach above 1 for a listing that lies right.
    const most = (HEAVY_TAILS + said.length + (count ? 1 : 0) - 1) / HEAVY_TAILS;
    const taught = most / (levels.spread[k]! ** 2 + sampling + 1 / weight);
    const precision = Math.max(1 / before - taught, 1 / Math.max(levels.prior[k]!, before));
    mean[k] = (levels.mean[k]! / before - (1 / before - precision) * (log - sum / weight)) / precision;
    covariance[k]![k] = 1 / precision;
  }
  return { ...levels, mean, covariance };
};
