import type { CostingDocument, LaunchPlan } from '../documents/costing.ts';
import type { FeeSchedule } from '../documents/fee-schedule.ts';
import type { FeeSubject } from '../fees/schedule.ts';
import { roundHalfAway, type Minor } from '../money/money.ts';
import { pertDraw, type ThreePoints } from '../stats/pert.ts';
import { randomFrom } from '../stats/random.ts';
import { costing } from './costing.ts';
import type { MonthlyUnits } from './what-if.ts';

/** A plan before anything is typed: half of what the find sells, after three months. Common practice, no source. */
export const EMPTY_PLAN: LaunchPlan = {
  purse: null,
  unitsShare: 0.5,
  rampMonths: 3,
  leadMonths: 2.5,
  deposit: 0.3,
  payoutMonths: 1,
  spreads: {
    units: { low: 0.4, high: 1.6 },
    price: { low: 0.85, high: 1.05 },
    advertising: { low: 0.8, high: 2 },
    cost: { low: 0.95, high: 1.2 },
    ramp: { low: 0.7, high: 2 },
    lead: { low: 0.8, high: 1.6 },
  },
};
/** Months that are looked ahead, from the order on. */
export const MONTHS = 24;
/** In this month it is asked what is left. */
const A_YEAR = 12;

/** What one way that things may go is made of. */
export interface Course {
  /** Units a month once the ramp is over. */
  units: number;
  rampMonths: number;
  leadMonths: number;
  /** What is paid out for a piece sold: price less fees, advertising and returns. */
  takings: number;
  landed: number;
}
/** What does not change with the way things go. */
export interface Frame {
  firstOrder: number;
  deposit: number;
  payoutMonths: number;
  /** Paid with the first order: samples, pictures, launch advertising. */
  launch: number;
}
export interface MonthOfLaunch {
  /** Money in hand at its end, from 0 before the order. */
  cash: Minor;
  sold: number;
  stock: number;
}
export interface CourseOutcome {
  /** The least that is in hand at any month's end: what is needed, below 0. */
  lowest: Minor;
  /** The first month from which the money is back and stays; null within the months looked ahead. */
  payback: number | null;
  /** Cash after a year, takings still to come, and stock at what it cost. */
  afterYear: Minor;
}

// One stretch of numbers each, used again: a hundred thousand courses are reckoned in a second.
const cashIn = new Float64Array(2 * MONTHS + 40);
const arriving = new Float64Array(2 * MONTHS + 40);

/**
 * Month by month from the order on: a deposit with each order, the rest on arrival; sales rise evenly to their full number
 * over the ramp and are bounded by the stock; their money comes some months later; the same again is ordered when what is
 * there and on its way would not last until a new order came.
 * @param see is told each month's end
 */
export const runCourse = (
  { units, rampMonths, leadMonths, takings, landed }: Course,
  { firstOrder, deposit, payoutMonths, launch }: Frame,
  see?: (month: number, cash: number, sold: number, stock: number) => void,
): CourseOutcome => {
  cashIn.fill(0);
  arriving.fill(0);
  const lead = Math.ceil(leadMonths - 1e-9);
  let cash = -launch;
  let stock = 0;
  let onItsWay = 0;
  let lowest = 0;
  let payback: number | null = null;
  let afterYear = 0;
  let opened = -1;
  const order = (month: number, comesAfter = Math.max(1, lead)): void => {
    cash -= deposit * firstOrder * landed;
    arriving[month + comesAfter]! += firstOrder;
    onItsWay += firstOrder;
  };
  // Only the first may come at once: of any later month the arrivals are in already.
  order(0, lead);
  for (let month = 0; month <= MONTHS; month++) {
    const here = arriving[month]!;
    if (here > 0) {
      cash -= (1 - deposit) * here * landed;
      stock += here;
      onItsWay -= here;
      if (opened < 0) opened = month;
    }
    let sold = 0;
    if (opened >= 0) {
      const full = rampMonths <= 0 ? 1 : Math.min(1, (month - opened + 1) / rampMonths);
      sold = Math.min(stock, units * full);
      stock -= sold;
      cashIn[month + payoutMonths]! += sold * takings;
      // Enough until a new order is here, and a month more.
      if (stock + onItsWay < units * full * (lead + 1)) order(month);
    }
    cash += cashIn[month]!;
    if (cash < lowest) lowest = cash;
    if (cash < 0 || opened < 0) payback = null;
    else payback ??= month;
    see?.(month, cash, sold, stock);
    if (month === A_YEAR) {
      afterYear = cash + stock * landed + onItsWay * landed * deposit;
      for (let later = month + 1; later <= month + payoutMonths; later++) afterYear += cashIn[later]!;
    }
  }
  return { lowest, payback, afterYear };
};

/** A launch as it is typed, with all that a trial varies. */
export interface Launch {
  frame: Frame;
  likely: Course;
  units: ThreePoints;
  /** What the find truly sells, as so many times what is likely: by the interval of its estimate. */
  find: ThreePoints;
  price: ThreePoints;
  advertising: ThreePoints;
  cost: ThreePoints;
  ramp: ThreePoints;
  lead: ThreePoints;
}
/** Takings without advertising, and advertising, of a piece sold at each whole price of a span from the lowest on. */
export interface Takings {
  from: Minor;
  net: Float64Array;
  advertised: Float64Array;
}

export interface LaunchAsked {
  schedule: FeeSchedule;
  subject: FeeSubject;
  document: CostingDocument;
  day: string;
  /** Units a month of the find, with the 80 % interval of their estimate where it has one. */
  units: number | MonthlyUnits | null;
}
const ADVERTISING = 'advertising';

const SURE: ThreePoints = { low: 1, likely: 1, high: 1 };
/**
 * The three points whose tenth and nine tenths lie about where an 80 % interval ends: of a beta distribution of shapes 3 and 3
 * the tenth lies at 0.247, half as far from its middle as its end does.
 * @example findSpread({ low: 75, likely: 100, high: 150 }) // => {"low":0.5,"likely":1,"high":2}
 */
export const findSpread = ({ low, likely, high }: MonthlyUnits): ThreePoints =>
  likely > 0
    ? {
        low: Math.max(0, 1 - 2 * Math.max(0, 1 - low / likely)),
        likely: 1,
        high: 1 + 2 * Math.max(0, high / likely - 1),
      }
    : SURE;

/** What a launch is reckoned from; in a sentence what is missing. */
export const launchFrom = ({ schedule, subject, document, day, units: found }: LaunchAsked): Launch | string => {
  const plan = document.plan ?? EMPTY_PLAN;
  const typed = costing(schedule, subject, document, day);
  if (!typed.known) return typed.reason;
  if (found === null) return 'The units a month of the find are not known.';
  const units = typeof found === 'number' ? found : found.likely;
  if (document.firstOrder === null) return 'Type in the first order.';
  const launch = typed.costing.lines.reduce<number | null>(
    (all, l) => (l.part !== 'launch' ? all : all === null || l.amount === null ? null : all + l.amount),
    0,
  );
  if (launch === null) return 'Type in what the launch costs: samples, pictures, advertising.';
  const { spreads } = plan;
  const landed = (typed.costing.landedOrder ?? 0) / document.firstOrder;
  const points = (likely: number, { low, high }: { low: number; high: number }): ThreePoints => ({
    low: Math.min(likely, likely * low),
    likely,
    high: Math.max(likely, likely * high),
  });
  return {
    frame: { firstOrder: document.firstOrder, deposit: plan.deposit, payoutMonths: plan.payoutMonths, launch },
    likely: {
      units: units * plan.unitsShare,
      rampMonths: plan.rampMonths,
      leadMonths: plan.leadMonths,
      takings: typed.costing.net - typed.costing.sale,
      landed,
    },
    units: points(units * plan.unitsShare, spreads.units),
    find: typeof found === 'number' ? SURE : findSpread(found),
    price: points(subject.price, spreads.price),
    advertising: points(1, spreads.advertising),
    cost: points(landed, spreads.cost),
    ramp: points(plan.rampMonths, spreads.ramp),
    lead: points(plan.leadMonths, spreads.lead),
  };
};

/** Takings at each whole price of a span, reckoned by the fees themselves, so that their jumps are in. */
export const takingsAt = (
  { schedule, subject, document, day }: Omit<LaunchAsked, 'units'>,
  price: ThreePoints,
): Takings => {
  const from = Math.max(1, Math.floor(price.low));
  const n = Math.ceil(price.high) - from + 1;
  const net = new Float64Array(n);
  const advertised = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    const result = costing(schedule, { ...subject, price: from + i }, document, day);
    if (!result.known) continue;
    const { lines, net: left, sale } = result.costing;
    advertised[i] = lines.find((l) => l.key === ADVERTISING)?.amount ?? 0;
    net[i] = left - (sale - advertised[i]!);
  }
  return { from, net, advertised };
};

/** The launch month by month when all goes as is likely. */
export const monthsOf = ({ likely, frame }: Launch): CourseOutcome & { months: MonthOfLaunch[] } => {
  const months: MonthOfLaunch[] = [];
  const outcome = runCourse(likely, frame, (_, cash, sold, stock) =>
    months.push({ cash: roundHalfAway(cash), sold, stock }),
  );
  return { ...rounded(outcome), months };
};
/** Months by which stock is taken to be late when it is asked what then. Common practice, no source. */
export const LATE = 3;
/** The same launch with its stock some months late. */
export const lateBy = (launch: Launch, months: number): Launch => ({
  ...launch,
  likely: { ...launch.likely, leadMonths: launch.likely.leadMonths + months },
});
const rounded = ({ lowest, payback, afterYear }: CourseOutcome): CourseOutcome => ({
  lowest: roundHalfAway(lowest),
  payback,
  afterYear: roundHalfAway(afterYear),
});

/** What is typed with its least and its most. */
export const TYPED_ASSUMPTIONS = ['units', 'price', 'advertising', 'cost', 'ramp', 'lead'] as const;
/** All that is drawn: with what the find truly sells, which its estimate says. */
export const ASSUMPTIONS = [...TYPED_ASSUMPTIONS, 'find'] as const;
export type Assumption = (typeof ASSUMPTIONS)[number];
export interface Simulated {
  trials: number;
  /** Shares of the trials: more than 0 after a year; money back within 12, 18, 24 months; more needed than the purse (null without one). */
  profit: number;
  payback: { within: number; share: number }[];
  overPurse: number | null;
  /** Quantiles of what is left after a year, and of what is needed (below 0): 5, 25, 50, 75 and 95 of 100. */
  afterYear: number[];
  lowest: number[];
  /** How far each assumption decides what is left: Spearman's correlation with it, the strongest first. */
  matters: { assumption: Assumption; correlation: number }[];
}
const QUANTILES = [0.05, 0.25, 0.5, 0.75, 0.95];
const AT_ONCE = 5000;

/** Each trial of a launch: what is left after a year, what was needed (below 0), when it was back, and what was drawn. */
export interface Trials {
  left: Float64Array;
  needed: Float64Array;
  back: Uint8Array;
  drawn: Float64Array[];
}

/**
 * Draws each assumption from the beta distribution of its three points, all by themselves, and runs the launch so many times.
 * The same seed gives the same trials.
 * @param progress is told how many trials are done; false ends it, and null comes back
 */
export const drawTrials = (
  launch: Launch,
  takings: Takings,
  { trials, seed }: { trials: number; seed: number },
  progress: (done: number) => boolean = () => true,
): Trials | null => {
  const random = randomFrom(seed);
  const left = new Float64Array(trials);
  const needed = new Float64Array(trials);
  const back = new Uint8Array(trials);
  const drawn = ASSUMPTIONS.map(() => new Float64Array(trials));
  const course = { ...launch.likely };
  for (let i = 0; i < trials; i++) {
    if (i % AT_ONCE === 0 && !progress(i)) return null;
    const draw = (which: number): number => (drawn[which]![i] = pertDraw(random, launch[ASSUMPTIONS[which]!]));
    course.units = draw(0);
    const price = draw(1);
    const advertising = draw(2);
    course.landed = draw(3);
    course.rampMonths = draw(4);
    course.leadMonths = draw(5);
    course.units *= draw(6);
    const at = Math.min(takings.net.length - 1, Math.max(0, Math.round(price) - takings.from));
    course.takings = takings.net[at]! - advertising * takings.advertised[at]!;
    const outcome = runCourse(course, launch.frame);
    left[i] = outcome.afterYear;
    needed[i] = outcome.lowest;
    back[i] = outcome.payback ?? MONTHS + 1;
  }
  return { left, needed, back, drawn };
};

/** What the trials of a launch say: chances, spreads, and what decides most; null where it was ended on the way. */
export const simulateLaunch = (
  launch: Launch,
  takings: Takings,
  { trials, seed, purse }: { trials: number; seed: number; purse: number | null },
  progress: (done: number) => boolean = () => true,
): Simulated | null => {
  const all = drawTrials(launch, takings, { trials, seed }, progress);
  if (!all) return null;
  const { left, needed, back, drawn } = all;
  const share = (of: (i: number) => boolean): number => {
    let n = 0;
    for (let i = 0; i < trials; i++) if (of(i)) n++;
    return n / trials;
  };
  const ranks = ranksOf(left);
  return {
    trials,
    profit: share((i) => left[i]! > 0),
    payback: [12, 18, 24].map((within) => ({ within, share: share((i) => back[i]! <= within) })),
    overPurse: purse === null ? null : share((i) => -needed[i]! > purse),
    afterYear: quantilesOf(left),
    lowest: quantilesOf(needed),
    matters: ASSUMPTIONS.map((assumption, at) => ({
      assumption,
      correlation: launch[assumption].high > launch[assumption].low ? correlation(ranksOf(drawn[at]!), ranks) : 0,
    })).sort((a, b) => Math.abs(b.correlation) - Math.abs(a.correlation)),
  };
};

const quantilesOf = (values: Float64Array): number[] => {
  const sorted = values.slice().sort();
  return QUANTILES.map((q) => roundHalfAway(sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))]!));
};

/** Place of each value among all; equal ones have the same. */
const ranksOf = (values: Float64Array): Float64Array => {
  const sorted = values.slice().sort();
  return values.map((value) => {
    let low = 0;
    let high = sorted.length;
    while (low < high) {
      const middle = (low + high) >>> 1;
      if (sorted[middle]! < value) low = middle + 1;
      else high = middle;
    }
    return low;
  });
};

/** Pearson's correlation of ranks. */
const correlation = (a: Float64Array, b: Float64Array): number => {
  const n = a.length;
  const mean = (of: Float64Array): number => of.reduce((sum, x) => sum + x, 0) / n;
  const [meanA, meanB] = [mean(a), mean(b)];
  let [ab, aa, bb] = [0, 0, 0];
  for (let i = 0; i < n; i++) {
    const x = a[i]! - meanA;
    const y = b[i]! - meanB;
    ab += x * y;
    aa += x * x;
    bb += y * y;
  }
  return aa === 0 || bb === 0 ? 0 : ab / Math.sqrt(aa * bb);
};
