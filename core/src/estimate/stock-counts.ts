import { unknown, type Figure } from '../documents/figure.ts';
import type { Day } from '../measures/day.ts';
import { daysBetween } from '../measures/day.ts';
import { unitsPerMonth } from '../measures/units.ts';
import { poissonInterval, Z80 } from '../stats/intervals.ts';
import { medianOf } from '../stats/robust.ts';
import { unitsAtRank, type RankCurve } from './rank-curve.ts';
import { tidyReadings, type Reading } from './reading.ts';

/** A stock that the seller counted, by pressing for more pieces than there are or at a warehouse. */
export interface OwnCount {
  day: Day;
  stock: number;
  /** Whose stock it was; empty where that was not noted. */
  seller: string;
}

/** What happened between two neighbouring counts; only "sold" tells of sales. */
export type StepKind = 'sold' | 'restock' | 'capped' | 'gap' | 'empty' | 'handed over' | 'taken away';
export interface StockStep {
  from: Day;
  to: Day;
  days: number;
  kind: StepKind;
  /** Pieces by which the stock fell, or rose at a restock; 0 where nothing can be said. */
  pieces: number;
  /** Counted by the seller, not read by the program. */
  own: boolean;
}

/** Two counts further apart than this are not compared: a restock in between would go unseen. */
const LONGEST_GAP = 7;
const LONGEST_OWN_GAP = 14;
/** A stock that falls to nothing at more than this many times its usual pace was taken away, not sold. */
const TAKEN_AWAY = 6;
/** Sellers besides the main offer's sell pieces that its stock does not show; common practice, no source. */
const UNSEEN_SPREAD = 0.03;
/** Days counted that stand for a quarter, and how far fewer may lie off it (season, sales), as a log; tried in the backtest. */
const STANDS_FOR_QUARTER = 60;
const UNCOUNTED_SPREAD = 0.3;
/**
 * Of that variance, what is the season's, which a few neighbouring days cannot show and which all listings share, and what
 * of the rest the ranks of the other days tell; tried in the backtests.
 */
const SEASONAL = 0.5;
const TOLD_BY_RANKS = 0.6;

interface Count {
  day: Day;
  stock: number;
  capped: boolean;
  seller: string | null;
}

/**
 * What happened between neighbouring stock counts of a window, in the order of time. A rise is a restock; a count at the
 * marketplace's cap is censored; more than seven days are a gap (fourteen between counts of one's own); an empty stock
 * sells nothing; a stock that falls to nothing at six times its usual pace was taken away. A count belongs to one seller:
 * when the main offer changes hands, the series begins anew. Where the seller counted too, the readings of those days
 * give way.
 * @example stockSteps([], '2026-11-24', 90) // => []
 */
export const stockSteps = (
  readings: readonly Reading[],
  until: Day,
  windowDays: number,
  own: readonly OwnCount[] = [],
): StockStep[] => {
  const inWindow = (day: Day): boolean => day <= until && daysBetween(day, until) <= windowDays;
  const typed = own
    .filter((c) => inWindow(c.day))
    .sort((a, b) => (a.day < b.day ? -1 : 1))
    .map((c): Count => ({ day: c.day, stock: c.stock, capped: false, seller: c.seller || null }));
  const read = tidyReadings(readings, until)
    .filter((r) => r.stock !== null && inWindow(r.day))
    .map((r): Count => ({ day: r.day, stock: r.stock!, capped: r.stockCapped, seller: r.mainOffer }));
  const mine = stepsOf(typed, LONGEST_OWN_GAP, true);
  const told = mine.filter((s) => s.kind === 'sold' || s.kind === 'empty');
  const theirs = stepsOf(read, LONGEST_GAP, false).filter((s) => !told.some((o) => s.from < o.to && o.from < s.to));
  return [...mine, ...theirs].sort((a, b) => (a.from < b.from ? -1 : 1));
};

const stepsOf = (counts: readonly Count[], longest: number, own: boolean): StockStep[] => {
  const steps = counts.slice(1).map((now, i): StockStep => {
    const before = counts[i]!;
    const days = daysBetween(before.day, now.day);
    const change = now.stock - before.stock;
    const step = (kind: StepKind, pieces: number): StockStep => ({
      from: before.day,
      to: now.day,
      days,
      kind,
      pieces,
      own,
    });
    if (before.seller !== null && now.seller !== null && before.seller !== now.seller) return step('handed over', 0);
    if (before.capped || now.capped) return step('capped', 0);
    if (days > longest) return step('gap', 0);
    if (change > 0) return step('restock', change);
    if (before.stock === 0) return step('empty', 0);
    return step('sold', before.stock - now.stock);
  });
  const usual = medianOf(steps.filter((s) => s.kind === 'sold').map((s) => s.pieces / s.days)) ?? 0;
  const emptied = new Set(counts.filter((c) => c.stock === 0).map((c) => c.day));
  return steps.map((s) =>
    s.kind === 'sold' && emptied.has(s.to) && s.pieces > TAKEN_AWAY * Math.max(usual, 0.5) * s.days + 3
      ? { ...s, kind: 'taken away' }
      : s,
  );
};

export interface StockFalls {
  units: number;
  days: number;
  /** From the first to the last day of them. */
  span: number;
  counts: number;
  /** Intervals that were left out, by what happened in them; "empty" in days. */
  restocks: number;
  capped: number;
  gaps: number;
  empty: number;
  handedOver: number;
  takenAway: number;
  /** Of the pieces and days, those that the seller counted. */
  own: { units: number; days: number };
  /** How much more the falls vary than Poisson counts of one rate would; 1 and more (Pearson's χ² ÷ degrees). */
  dispersion: number;
}

/** The sales seen in stock counts, with what was left out. */
export const stockFalls = (
  readings: readonly Reading[],
  until: Day,
  windowDays: number,
  own: readonly OwnCount[] = [],
): StockFalls => {
  const steps = stockSteps(readings, until, windowDays, own);
  const of = (kind: StepKind): StockStep[] => steps.filter((s) => s.kind === kind);
  const sum = (list: readonly StockStep[], what: 'days' | 'pieces'): number => list.reduce((n, s) => n + s[what], 0);
  const sold = of('sold');
  const mine = sold.filter((s) => s.own);
  const days = new Set(
    [...readings.filter((r) => r.stock !== null).map((r) => r.day), ...own.map((c) => c.day)].filter(
      (day) => day <= until && daysBetween(day, until) <= windowDays,
    ),
  );
  return {
    units: sum(sold, 'pieces'),
    days: sum(sold, 'days'),
    span: sold.length === 0 ? 0 : daysBetween(sold[0]!.from, sold.at(-1)!.to),
    counts: days.size,
    restocks: of('restock').length,
    capped: of('capped').length,
    gaps: of('gap').length,
    empty: sum(of('empty'), 'days'),
    handedOver: of('handed over').length,
    takenAway: of('taken away').length,
    own: { units: sum(mine, 'pieces'), days: sum(mine, 'days') },
    dispersion: dispersionOf(sold),
  };
};

/** Steps from which the dispersion is told; fewer say little. */
const ENOUGH_STEPS = 10;

/**
 * Pearson's χ² of the falls against one rate, over its degrees of freedom, 1 at least: sales, season and good days make
 * counts vary more than Poisson's law. Source: McCullagh & Nelder (1989), Generalized Linear Models, 2nd ed., 6.2
 * (from memory).
 */
const dispersionOf = (sold: readonly StockStep[]): number => {
  const days = sold.reduce((n, s) => n + s.days, 0);
  const rate = sold.reduce((n, s) => n + s.pieces, 0) / days;
  if (sold.length < ENOUGH_STEPS || !(rate > 0)) return 1;
  const chi = sold.reduce((sum, s) => sum + (s.pieces - rate * s.days) ** 2 / (rate * s.days), 0);
  return Math.max(1, chi / (sold.length - 1));
};

/**
 * Monthly units from stock counts, the only way that counts real sales: Σ falls ÷ Σ days counted.
 * Interval of 80 %: exact Poisson on the total (Garwood 1936), wider where fewer than 60 days were counted, which stand
 * less well for the quarter (with a curve, the ranks of the other days carry the count to them), and where several sellers share the listing, since each count is one seller's. Unknown under
 * two comparable counts.
 */
export const unitsByStock = (
  readings: readonly Reading[],
  until: Day,
  windowDays = 90,
  own: readonly OwnCount[] = [],
  curve: Pick<RankCurve, 'knots'> | null = null,
): Figure => {
  const found = stockFalls(readings, until, windowDays, own);
  if (found.counts < 2)
    return unknown(
      found.counts === 0 ? 'No stock has been counted.' : 'One stock count says nothing yet: a second day is needed.',
    );
  if (found.days === 0) return unknown(whyNothing(found));
  const sellers = sellersOf(readings, until, windowDays);
  const uncounted = uncountedOf(found, windowDays);
  const carried =
    uncounted.own > 0 && curve ? carriedByRanks(readings, until, windowDays, own, curve, uncounted.own) : null;
  const value = unitsPerMonth(found.units / found.days) * Math.exp(carried?.log ?? 0);
  const counting = poissonInterval(found.units);
  const swing = Math.sqrt(found.dispersion);
  const unseen = Math.sqrt(
    (sellers > 1 ? UNSEEN_SPREAD ** 2 : 0) + uncounted.season + (carried?.variance ?? uncounted.own),
  );
  const widen = (bound: number): number =>
    found.units === 0 || bound === 0 ? 1 : Math.exp(Math.hypot(swing * Math.log(bound / found.units), Z80 * unseen));
  const warnings: string[] = [];
  if (found.days < 14) warnings.push(`Only ${found.days} days are counted; two weeks make a fair picture.`);
  if (found.empty > 0) warnings.push(`Out of stock on ${found.empty} days: these are left out, demand was not.`);
  if (sellers > 1)
    warnings.push(
      `${sellers} sellers offer it: each count is the stock of the main offer's holder alone, so what the others sell comes on top.`,
    );
  return {
    known: true,
    value,
    low: found.units === 0 ? 0 : value / widen(counting.low),
    high: found.units === 0 ? unitsPerMonth(counting.high / found.days) : value * widen(counting.high),
    working: {
      method: 'Falls between neighbouring stock counts of one seller are sales; restocks are left out.',
      inputs: [
        { label: 'Pieces sold while counted', value: `${found.units} in ${found.days} days` },
        ...(found.own.days > 0
          ? [{ label: 'Of these, counted by you', value: `${found.own.units} in ${found.own.days} days` }]
          : []),
        { label: 'Counts', value: `${found.counts}, up to ${until}` },
        { label: 'Left out', value: leftOut(found) },
        ...(carried && Math.abs(carried.log) > 0.005
          ? [
              {
                label: 'Carried to all days by its ranks',
                value: `${carried.log > 0 ? '+' : '−'}${Math.round(100 * Math.abs(Math.exp(carried.log) - 1))} %`,
              },
            ]
          : []),
      ],
      warnings,
      ...(found.days < 30 ? { better: 'Keep watching: each further day narrows the interval.' } : {}),
    },
  };
};

/** Variances of the log of what the days that were not counted did otherwise: the listing's own part, and the season's. */
const uncountedOf = ({ days, span }: StockFalls, windowDays: number): { own: number; season: number } => {
  const quarter = Math.min(STANDS_FOR_QUARTER, windowDays);
  const all = UNCOUNTED_SPREAD ** 2 * Math.max(0, 1 - days / quarter);
  const season = Math.min(all, SEASONAL * UNCOUNTED_SPREAD ** 2 * Math.max(0, 1 - span / quarter));
  return { own: all - season, season };
};

/** Variance of the log that the counts of a listing share with all others counted on the same few days: the season's. */
export const seasonalVariance = (
  readings: readonly Reading[],
  until: Day,
  windowDays: number,
  own: readonly OwnCount[],
): number => uncountedOf(stockFalls(readings, until, windowDays, own), windowDays).season;

/** Days that the ranks must span, and ranks on counted days, to say how those days stood to the others. */
const SPANNED = 45;
const RANKED_COUNTED = 2;

/**
 * How the days of the window stood to those that were counted, by the ranks of both: the curve's level falls out, so that
 * a curve of a wrong level serves as well. A natural log, drawn towards nothing by how unsure it is, and what stays unsure
 * of it; null where the ranks tell of no other days.
 */
const carriedByRanks = (
  readings: readonly Reading[],
  until: Day,
  windowDays: number,
  own: readonly OwnCount[],
  curve: Pick<RankCurve, 'knots'>,
  uncounted: number,
): { log: number; variance: number } | null => {
  const ranked = tidyReadings(readings, until).filter(
    (r) => r.rank !== null && r.rank >= 1 && daysBetween(r.day, until) < windowDays,
  );
  if (ranked.length === 0 || daysBetween(ranked[0]!.day, ranked.at(-1)!.day) < SPANNED) return null;
  const sold = stockSteps(readings, until, windowDays, own).filter((s) => s.kind === 'sold');
  const counted = ranked.filter((r) => sold.some((s) => r.day > s.from && r.day <= s.to));
  if (counted.length < RANKED_COUNTED) return null;
  const of = (rows: readonly Reading[]) => {
    const units = rows.map((r) => unitsAtRank(curve, r.rank!));
    const mean = units.reduce((sum, u) => sum + u, 0) / units.length;
    const variance = units.reduce((sum, u) => sum + (u - mean) ** 2, 0) / Math.max(1, units.length - 1);
    // Neighbouring days are alike: a week of ranks is worth about one independent look.
    const span = daysBetween(rows[0]!.day, rows.at(-1)!.day) + 1;
    return { mean, variance: variance / mean ** 2 / Math.max(1, Math.min(rows.length, span / 7)) };
  };
  const [all, some] = [of(ranked), of(counted)];
  const noise = all.variance + some.variance;
  const told = TOLD_BY_RANKS * uncounted;
  const weight = told / (told + noise);
  return { log: weight * Math.log(all.mean / some.mean), variance: weight * noise + uncounted - told };
};

const leftOut = (found: StockFalls): string =>
  [
    [found.restocks, 'restocks'],
    [found.capped, 'at the cap'],
    [found.gaps, 'gaps'],
    [found.handedOver, 'changes of the main offer'],
    [found.takenAway, 'times taken away'],
    [found.empty, 'days without stock'],
  ]
    .filter(([n]) => n !== 0)
    .map((part) => part.join(' '))
    .join(', ') || 'nothing';

const whyNothing = (found: StockFalls): string => {
  const start = `${found.counts} stock counts, but no sale can be read from them:`;
  const reasons = leftOut(found);
  return found.restocks > 0 && found.capped + found.gaps + found.handedOver + found.empty + found.takenAway === 0
    ? `${start} the counts only rise (restocks).`
    : `${start} ${reasons}.`;
};

const sellersOf = (readings: readonly Reading[], until: Day, windowDays: number): number =>
  Math.max(
    0,
    ...readings.flatMap((r) =>
      r.sellers !== null && r.day <= until && daysBetween(r.day, until) <= windowDays ? r.sellers : [],
    ),
  );

/** Pieces that one's own counts and the readings give for the same days, and whether they contradict each other. */
export interface CountsCompared {
  days: number;
  from: Day;
  to: Day;
  own: number;
  read: number;
  contradict: boolean;
}

/** Share of the days of an own count that the readings must tell of, to be compared with it. */
const TOLD_ENOUGH = 0.5;

/**
 * Holds one's own counts against the stock that was read over the same days; where the readings tell of a part of the days
 * between two counts, so much of their pieces is compared. They contradict each other when the difference is more than
 * two standard deviations of two Poisson counts, √(own + read), and a tenth of them. Null where no days are told by both.
 * @example compareCounts([], [], '2026-11-24', 90) // => null
 */
export const compareCounts = (
  readings: readonly Reading[],
  own: readonly OwnCount[],
  until: Day,
  windowDays: number,
): CountsCompared | null => {
  const mine = stockSteps([], until, windowDays, own).filter((s) => s.kind === 'sold');
  const theirs = stockSteps(readings, until, windowDays).filter((s) => s.kind === 'sold');
  const result = { days: 0, own: 0, read: 0 };
  let from: Day | null = null;
  let to: Day | null = null;
  for (const step of mine) {
    const within = theirs.filter((s) => s.from >= step.from && s.to <= step.to);
    const days = within.reduce((sum, s) => sum + s.days, 0);
    if (days < TOLD_ENOUGH * step.days) continue;
    result.days += days;
    result.own += Math.round((step.pieces * days) / step.days);
    result.read += within.reduce((sum, s) => sum + s.pieces, 0);
    from ??= step.from;
    to = step.to;
  }
  if (from === null || to === null) return null;
  const apart = Math.abs(result.own - result.read);
  const contradict = apart > 2 * Math.sqrt(result.own + result.read) && apart > (result.own + result.read) / 20;
  return { ...result, from, to, contradict };
};
