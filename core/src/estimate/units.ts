import { unknown, type Figure } from '../documents/figure.ts';
import { addDays, addMonths, daysBetween, type Day } from '../measures/day.ts';
import { unitsPerMonth } from '../measures/units.ts';
import { Z80 } from '../stats/intervals.ts';
import { carried, carryOf, UNKNOWN_DRIFT, type Carry, type Drift } from './age.ts';
import { agreementOf, type Agreement } from './agreement.ts';
import { blend, logVariance } from './blend.ts';
import { withoutListing, type GroupLevels, type LevelCase, type WaySaid } from './levels.ts';
import {
  RANK_WINDOWS,
  rankEstimate,
  unitsAtLatestRank,
  unitsAtRank,
  unitsByRank,
  type RankCurve,
  type RankEstimate,
  type RankWindow,
} from './rank-curve.ts';
import { emptyReading, readingNotes, tidyReadings, type Reading } from './reading.ts';
import { unitsByReviews, type ReviewRate } from './review-pace.ts';
import { spikes, type Spikes } from './spikes.ts';
import {
  compareCounts,
  seasonalVariance,
  stockFalls,
  unitsByStock,
  type CountsCompared,
  type OwnCount,
} from './stock-counts.ts';

/** A month of a listing: averages of its days. */
export interface MonthHistory {
  month: Day;
  price: number | null;
  rank: number | null;
  reviews: number | null;
}
/** A figure that a file or a person states, kept as what that source said. */
export interface StatedUnits {
  unitsPerMonth: number;
  source: string;
  day: Day;
}
export interface UnitsInput {
  readings: readonly Reading[];
  /** Stock that the seller counted. */
  own?: readonly OwnCount[];
  months: readonly MonthHistory[];
  curve: RankCurve | null;
  reviewRate: ReviewRate | null;
  stated: StatedUnits | null;
  /** How far the curve, the review rate and the sources lie off in this category; null where they are taken as they are. */
  levels?: GroupLevels | null;
  /** The rank on the listing itself, and its day: used through the curve when there is no history at all. */
  current: { rank: number | null; day: Day };
  /** How such listings move while nobody looks; what is held of any where it is not given. */
  drift?: Drift | null;
  /** The day on which counts last confirmed the curve's level; null for the day the curve is from. */
  sureOn?: Day | null;
  until: Day;
}
/** The figure that is used everywhere, with what it was made of. */
export interface BestUnits {
  /** The figure used everywhere. */
  best: Figure;
  from: 'readings' | 'months' | 'stated' | 'current-rank' | 'nothing';
  /** The last day that anything of the listing was seen; null where nothing was. */
  lastSeen: Day | null;
  /** The rank curve by the best ranks that are known: of 90 days, of months, or one. */
  rank: Figure;
  stock: Figure;
  reviews: Figure;
  stated: Figure;
  spikes: Spikes | null;
}
/** The best figure beside every other way of counting. */
export interface UnitsEstimate extends BestUnits {
  /** The best figure if nothing had been counted. */
  withoutStock: Figure;
  /** The rank curve over each window, and at the latest rank alone, which is not to be used. */
  ranks: Record<RankWindow, RankEstimate>;
  latestRank: Figure;
  /** Units of a month without its spikes, by the median of ordinary days; null under two weeks of ranks. */
  typical: number | null;
  agreement: Agreement;
  /** Where the seller's counts and the stock that was read tell of the same days. */
  counts: CountsCompared | null;
  /** What is odd about the readings, a sentence each. */
  notes: string[];
}

/** Days over which the ways of counting are compared and blended. */
const WINDOW = 90;
/** Days of readings in the window under which the monthly history is better. */
const ENOUGH_READINGS = 7;
/** Days after which readings that ended give way to the one rank that was seen since. */
const LONG_AGO = 120;

const NO_CURVE = unknown('The category has no rank curve.');
const NOTHING: RankEstimate = { figure: NO_CURVE, meanRank: null, atMeanRank: null, days: 0, monthlyDays: 0 };

/** The readings of the window, a day each. */
const recentOf = ({ readings, until }: UnitsInput): Reading[] =>
  tidyReadings(
    readings.filter((r) => daysBetween(r.day, until) < WINDOW),
    until,
  );

/**
 * Monthly units of a listing by the best that its data allow: the blend of the rank curve (over 90 days of readings, else
 * the monthly average ranks, else the one rank that is known), stock counts, review pace and what a source states, each
 * freed of what it lies off as a whole in this category. Unknown, with the reason, when nothing is known.
 */
export const bestUnits = (input: UnitsInput): BestUnits => {
  const { seen, lastSeen, carry } = asSeen(input);
  return bestFrom(seen, rawWays(seen, recentOf(seen), input.until), carry, lastSeen).best;
};

/**
 * What is to be estimated as of the day that it was last seen, and what carries it to the day that is asked for: figures of
 * readings that ended a month ago are of that month, not of this one.
 */
const asSeen = (input: UnitsInput): { seen: UnitsInput; lastSeen: Day | null; carry: Carry | null } => {
  const lastSeen = lastSeenOf(input);
  if (lastSeen === null) return { seen: input, lastSeen, carry: null };
  const curveOf = input.curve?.validFrom ?? input.until;
  return {
    seen: { ...input, until: lastSeen },
    lastSeen,
    carry: carryOf(input.drift ?? UNKNOWN_DRIFT, lastSeen, input.until, {
      curveOf,
      sureOn: input.sureOn ?? curveOf,
    }),
  };
};

/** The last day of ranks and counts: of readings, of one's own, of whole months, of the one rank that stands in the list. */
const lastSeenOf = ({ readings, own = [], months, current, until }: UnitsInput): Day | null => {
  let last: Day = '';
  const see = (day: Day): void => {
    if (day <= until && day > last) last = day;
  };
  for (const r of readings) if (r.rank !== null || r.stock !== null || r.reviews !== null) see(r.day);
  for (const { day } of own) see(day);
  // A month is known up to its end; one that has not ended yet, up to today.
  for (const { month, rank } of months) {
    const end = addDays(addMonths(month, 1), -1);
    if (rank !== null) see(end < until ? end : until);
  }
  // One rank alone is a poor figure: it counts where nothing better was seen for long.
  const isOld = last === '' || daysBetween(last, until) > LONG_AGO;
  if (current.rank !== null && isOld) see(current.day);
  return last === '' ? null : last;
};

/** Each way as it speaks by itself, before anything is known of how far it lies off. */
interface RawWays {
  recent: readonly Reading[];
  /** The rank curve by the best ranks that are known, and which these are. */
  rank: Figure;
  ranksOf: 'readings' | 'months' | 'current-rank';
  rank90: RankEstimate;
  stock: Figure;
  reviews: Figure;
  stated: Figure;
}

const rawWays = (input: UnitsInput, recent: readonly Reading[], today: Day): RawWays => {
  const { until, reviewRate, own = [] } = input;
  const curve = input.curve && spreadOfLevels(input.curve, input.levels);
  const rank90 = curve ? rankEstimate(recent, curve, until, WINDOW) : NOTHING;
  const rate = reviewRate && { ...reviewRate, spread: spreadOf(input.levels, 'reviews') ?? reviewRate.spread };
  return {
    recent,
    ...bestRanks(input, curve, recent, rank90),
    rank90,
    stock: unitsByStock(input.readings, until, WINDOW, own, input.curve),
    reviews: rate ? unitsByReviews(input.readings, rate, until) : unknown('The category has no review rate.'),
    stated: statedFigure(input.stated, spreadOf(input.levels, statedWay(input.stated)) ?? STATED_SPREAD, today),
  };
};

const bestRanks = (
  input: UnitsInput,
  curve: RankCurve | null,
  recent: readonly Reading[],
  rank90: RankEstimate,
): Pick<RawWays, 'rank' | 'ranksOf'> => {
  const { until, current } = input;
  if (!curve) return { rank: NO_CURVE, ranksOf: 'readings' };
  if (rank90.figure.known && recent.length >= ENOUGH_READINGS) return { rank: rank90.figure, ranksOf: 'readings' };
  const monthly = unitsByMonths(input.months, curve, until);
  if (monthly.known) return { rank: monthly, ranksOf: 'months' };
  if (rank90.figure.known)
    return rank90.days > 1
      ? { rank: rank90.figure, ranksOf: 'readings' }
      : { rank: ofOneRank(rank90.figure), ranksOf: 'current-rank' };
  if (current.rank === null) return { rank: rank90.figure, ranksOf: 'readings' };
  const one = { ...emptyReading(current.day), rank: current.rank };
  const single = unitsByRank([...input.readings, one], curve, until, Math.max(90, daysBetween(one.day, until) + 1));
  return { rank: ofOneRank(single), ranksOf: 'current-rank' };
};

const ofOneRank = (figure: Figure): Figure =>
  figure.known
    ? {
        ...figure,
        working: {
          ...figure.working,
          warnings: ['Only one rank is known: a good or bad day is taken for the month.'],
        },
      }
    : figure;

/** The ways of a listing as they are held against each other, to learn how far each lies off as a whole. */
export const levelCaseOf = (input: UnitsInput, group: string): LevelCase => {
  const { seen, carry } = asSeen(input);
  return caseOf(seen, rawWays(seen, recentOf(seen), input.until), group, carry);
};

const caseOf = (input: UnitsInput, raw: RawWays, group: string, carry: Carry | null): LevelCase => {
  const said = (way: string, figure: Figure, spread: number): WaySaid[] =>
    figure.known && figure.value > 0
      ? [{ way, log: Math.log(figure.value), sampling: Math.max(0, logVariance(figure) - spread ** 2) }]
      : [];
  const { levels, curve, reviewRate } = input;
  return {
    group,
    said: [
      // Held against counts of the days that it was seen on, in the season of those days.
      ...said('rank', raw.rank, spreadOf(levels, 'rank') ?? curve?.residual ?? 0).map((rank) => ({
        ...rank,
        log: rank.log + (carry ? Math.log(carry.rank.factor / carry.seen.factor) : 0),
      })),
      ...said('reviews', raw.reviews, spreadOf(levels, 'reviews') ?? reviewRate?.spread ?? 0),
      ...said(statedWay(input.stated), raw.stated, spreadOf(levels, statedWay(input.stated)) ?? STATED_SPREAD),
    ],
    count:
      raw.stock.known && raw.stock.value > 0
        ? {
            log: Math.log(raw.stock.value),
            variance: logVariance(raw.stock),
            shared: seasonalVariance(input.readings, input.until, WINDOW, input.own ?? []),
          }
        : null,
  };
};

/** Each way's offset for this listing, taken off its figures. */
const levelsFor = (input: UnitsInput, raw: RawWays, carry: Carry | null) => {
  const levels = input.levels && withoutListing(input.levels, caseOf(input, raw, '', carry));
  const at = (way: string): number => levels?.ways.indexOf(way) ?? -1;
  return {
    off: (way: string, figure: Figure): Figure => {
      const k = at(way);
      if (!levels || k < 0) return figure;
      return levelled(figure, levels.mean[k]!, levels.covariance[k]![k]!, wordsOfLevel(levels, k));
    },
    // What a listing moved by since it was seen is the same for all that was seen of it; what a source states has its own day.
    shared: (a: string, b: string): number =>
      (a === 'stock' || b === 'stock' ? (levels?.shared ?? 0) : (levels?.covariance[at(a)]?.[at(b)] ?? 0)) +
      (isSeen(a) && isSeen(b) ? (carry?.shared ?? 0) : 0),
  };
};

const isSeen = (way: string): boolean => way === 'rank' || way === 'stock' || way === 'reviews';

/** A figure without what its way lies off by, and as much wider as that is unsure. */
const levelled = (figure: Figure, mean: number, variance: number, said: { label: string; value: string }): Figure => {
  if (!figure.known || (mean === 0 && variance === 0)) return figure;
  // What is off by next to nothing stays as it was said.
  const off = Math.abs(mean) < 0.02 ? 1 : Math.exp(-mean);
  const value = figure.value * off;
  const wider = (bound: number): number =>
    figure.value === 0 || bound === 0
      ? 0
      : Math.exp(Math.hypot(Math.log(bound / figure.value), Z80 * Math.sqrt(variance)));
  return {
    ...figure,
    value,
    low: figure.low === 0 ? 0 : value / wider(figure.low),
    high: figure.value === 0 ? figure.high * off : value * wider(figure.high),
    working: { ...figure.working, inputs: [...figure.working.inputs, said] },
  };
};

const wordsOfLevel = (levels: GroupLevels, k: number): { label: string; value: string } => {
  const [mean, sd] = [levels.mean[k]!, Math.sqrt(levels.covariance[k]![k]!)];
  const seen = [
    ...(levels.counted > 0 ? [`${levels.counted} counted`] : []),
    ...(levels.compared > 0 ? [`${levels.compared} otherwise known`] : []),
  ].join(' and ');
  const factor = Math.exp(Z80 * sd);
  const sure = factor < 1.5 ? `± ${Math.round(100 * (factor - 1))} %` : `a factor of ${tidy(factor)} either way`;
  const by = Math.exp(Math.abs(mean));
  const moved =
    by < 1.005
      ? 'as it is'
      : `${mean > 0 ? 'down' : 'up'} ${by < 1.5 ? `by ${Math.round(100 * (mean > 0 ? 1 - 1 / by : by - 1))} %` : `${tidy(by)} times`}`;
  return {
    label: 'Level',
    value:
      seen === ''
        ? `${moved}; nothing counted here confirms it: ${sure}`
        : `${moved}, by ${seen} listings of the category; sure to ${sure}`,
  };
};

const tidy = (x: number): string => (x < 10 ? x.toFixed(1) : Math.round(x).toLocaleString('en-GB'));

const spreadOf = (levels: GroupLevels | null | undefined, way: string): number | undefined =>
  levels?.spread[levels.ways.indexOf(way)];

const spreadOfLevels = (curve: RankCurve, levels: GroupLevels | null | undefined): RankCurve => {
  const residual = spreadOf(levels, 'rank');
  return residual === undefined ? curve : { ...curve, residual };
};

const bestFrom = (
  input: UnitsInput,
  raw: RawWays,
  carry: Carry | null,
  lastSeen: Day | null,
): { best: BestUnits; withoutStock: Figure; off: ReturnType<typeof levelsFor>['off'] } => {
  const { curve, until } = input;
  const { off: level, shared } = levelsFor(input, raw, carry);
  const off = (way: string, figure: Figure): Figure => {
    const figureOff = level(way, figure);
    if (!carry || !isSeen(way)) return figureOff;
    return carried(figureOff, way === 'rank' ? carry.rank : carry.seen);
  };
  const stated = statedWay(input.stated);
  const ways = [
    { way: 'rank', name: RANKS_IN_WORDS[raw.ranksOf], figure: off('rank', raw.rank), trust: 1 },
    { way: 'stock', name: 'Stock counts', figure: carry ? carried(raw.stock, carry.seen) : raw.stock, trust: 3 },
    { way: 'reviews', name: 'Review pace', figure: off('reviews', raw.reviews), trust: 0 },
    { way: stated, name: 'As stated', figure: off(stated, raw.stated), trust: 2 },
  ];
  const together = (of: typeof ways): Figure => blend(of, (a, b) => shared(of[a]!.way, of[b]!.way));
  const blended = together(ways);
  const [rank, stock, reviews, said] = ways.map((w) => w.figure) as [Figure, Figure, Figure, Figure];
  return {
    off,
    withoutStock: together(ways.filter((w) => w.way !== 'stock')),
    best: {
      best: blended.known ? blended : unknown(whyNothing(curve)),
      lastSeen,
      from: originOf(blended, raw, rank, stock, said),
      rank,
      stock,
      reviews,
      stated: said,
      spikes: curve ? spikes(dailyUnits(raw.recent, curve, until)) : null,
    },
  };
};

const RANKS_IN_WORDS = {
  readings: 'Rank curve, 90 days',
  months: 'Rank curve, monthly averages',
  'current-rank': 'Rank curve, one rank',
} as const;

const whyNothing = (curve: RankCurve | null): string =>
  curve
    ? 'No rank, no stock counts and no stated units are known.'
    : 'The category has no rank curve and no units are stated.';

/** What the figure rests on most: counts and days read, else the narrower of ranks and what is stated. */
const originOf = (best: Figure, raw: RawWays, rank: Figure, stock: Figure, stated: Figure): BestUnits['from'] => {
  if (!best.known) return 'nothing';
  if (stock.known) return 'readings';
  const width = (f: Figure): number => (f.known && f.value > 0 ? logVariance(f) : Infinity);
  if (stated.known && width(stated) <= width(rank)) return 'stated';
  return rank.known ? raw.ranksOf : 'readings';
};

/** Monthly units of a listing in every way that its data allow, the best figure of them, and how they stand to each other. */
export const estimateUnits = (input: UnitsInput): UnitsEstimate => {
  const { seen, lastSeen, carry } = asSeen(input);
  const { until, readings, own = [] } = seen;
  const recent = recentOf(seen);
  const raw = rawWays(seen, recent, input.until);
  const { best, withoutStock, off } = bestFrom(seen, raw, carry, lastSeen);
  const curve = input.curve && spreadOfLevels(input.curve, input.levels);
  const level = (estimate: RankEstimate): RankEstimate => {
    const figure = off('rank', estimate.figure);
    const by = figure.known && estimate.figure.known ? figure.value / estimate.figure.value : 1;
    return { ...estimate, figure, atMeanRank: estimate.atMeanRank === null ? null : estimate.atMeanRank * by };
  };
  const ranks = Object.fromEntries(
    RANK_WINDOWS.map((days) => [
      days,
      level(curve ? rankEstimate(readings, curve, until, days, days === 365 ? input.months : []) : NOTHING),
    ]),
  ) as Record<RankWindow, RankEstimate>;
  const { stock, reviews, spikes: found } = best;
  const by = raw.rank.known && best.rank.known ? best.rank.value / raw.rank.value : 1;
  return {
    ...best,
    withoutStock,
    ranks,
    latestRank: off('rank', curve ? unitsAtLatestRank(readings, curve, until) : NO_CURVE),
    typical: found ? unitsPerMonth(found.typicalPerDay) * by : null,
    agreement: agreementOf({
      rank: ranks[90].figure,
      stock,
      reviews,
      stated: best.stated,
      falls: stockFalls(readings, until, WINDOW, own),
      spikes: found,
      readings: recent,
    }),
    counts: compareCounts(readings, own, until, WINDOW),
    notes: readingNotes(readings, input.until, WINDOW),
  };
};

/** Units of each day that has a rank, by the curve. */
export const dailyUnits = (readings: readonly Reading[], curve: RankCurve, until: Day): { day: Day; units: number }[] =>
  tidyReadings(readings, until)
    .filter((r) => r.rank !== null && r.rank >= 1)
    .map((r) => ({ day: r.day, units: unitsAtRank(curve, r.rank!) }));

/** Monthly units by the curve at the average ranks of the last three whole months. */
const unitsByMonths = (months: readonly MonthHistory[], curve: RankCurve, until: Day): Figure => {
  const ranked = months.filter(
    (m) => m.rank !== null && m.rank >= 1 && m.month <= until && daysBetween(m.month, until) < 124,
  );
  if (ranked.length === 0) return unknown('No monthly history of the last four months.');
  const asReadings = ranked
    .sort((a, b) => (a.month < b.month ? -1 : 1))
    .slice(-3)
    .map((m): Reading => ({ ...emptyReading(m.month), price: m.price, rank: m.rank, reviews: m.reviews }));
  const figure = unitsByRank(asReadings, curve, until, 124);
  if (!figure.known) return figure;
  return {
    ...figure,
    working: {
      method: `The average ranks of the last ${asReadings.length} months through the category's curve.`,
      inputs: [
        { label: 'Months', value: asReadings.map((r) => `${r.day.slice(0, 7)}: rank ${r.rank}`).join(', ') },
        ...figure.working.inputs.slice(-2),
      ],
      warnings: ['Monthly averages hide sales and stock-outs within the month.'],
      better: 'Watch the listing: daily readings give each day its own rank.',
    },
  };
};

/** The spread of a source's figures around the truth, as a log, until counts or ranks tell how well it does. */
export const STATED_SPREAD = 0.4;
/** What a month of age adds to the variance of a stated figure's log; common practice, no source. */
const STATED_AGES = 0.02;
/** The highest units that a stated 0 leaves possible: the 80 % bound of a Poisson count of none. */
const NONE_STATED = 2.3;

/** The name of a source's figures among the ways of counting. */
export const statedWay = (stated: StatedUnits | null): string => `stated: ${stated?.source ?? ''}`;

const statedFigure = (stated: StatedUnits | null, spread: number, until: Day): Figure => {
  if (!stated) return unknown('No source states the units.');
  const { unitsPerMonth: value, source, day } = stated;
  const months = Math.max(0, daysBetween(day, until)) / 30.4375;
  const wide = Math.exp(Z80 * Math.sqrt(spread ** 2 + STATED_AGES * months));
  return {
    known: true,
    value,
    low: value / wide,
    high: Math.max(value * wide, NONE_STATED),
    working: {
      method: `Stated by ${source}, not computed here.`,
      inputs: [
        { label: 'Stated', value: `${Math.round(value).toLocaleString('en-GB')} on ${day}` },
        { label: 'Spread of its figures', value: `± ${Math.round(100 * (Math.exp(spread) - 1))} %` },
      ],
      warnings: ['How the source made this figure is not known.'],
      better: 'Count stock of some listings: that shows how well this source does.',
    },
  };
};
