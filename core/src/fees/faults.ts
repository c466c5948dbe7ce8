import type { FeeSchedule, SizeClass } from '../documents/fee-schedule.ts';

/** What contradicts itself in a fee schedule, and where: "fails" cannot be meant, "care" may be but rarely is. */
export interface ScheduleFault {
  /** The place as a path: sizeClasses.2.fulfilment.1.upTo. */
  path: string;
  sentence: string;
  kind: 'fails' | 'care';
}

/**
 * Where a schedule contradicts itself: classes that no piece can be of, weights without a fee, steps and bands out of order,
 * prices that fall as a piece grows, rules and months that are there twice, fees that could take more than the price.
 * @returns what fails first, each in the order of the document
 */
export const scheduleFaults = (schedule: FeeSchedule): ScheduleFault[] => {
  const faults: ScheduleFault[] = [];
  const tell =
    (kind: ScheduleFault['kind']) =>
    (path: string, sentence: string): void =>
      void faults.push({ path, sentence, kind });
  const [fails, care] = [tell('fails'), tell('care')];
  classFaults(schedule, fails, care);
  ruleFaults(schedule, fails, care);
  const months = new Set<number>();
  for (const [i, season] of schedule.storage.seasons.entries()) {
    if (season.months.length === 0) fails(`storage.seasons.${i}.months`, 'A season has at least one month.');
    for (const month of season.months) {
      if (months.has(month)) fails(`storage.seasons.${i}.months`, `Month ${month} stands in two seasons.`);
      months.add(month);
    }
  }
  return [...faults.filter((f) => f.kind === 'fails'), ...faults.filter((f) => f.kind === 'care')];
};

type Tell = (path: string, sentence: string) => void;

const classFaults = ({ sizeClasses }: FeeSchedule, fails: Tell, care: Tell): void => {
  const keys = new Set<string>();
  for (const [i, size] of sizeClasses.entries()) {
    const at = `sizeClasses.${i}`;
    if (keys.has(size.key)) fails(`${at}.key`, `Another class has the key “${size.key}”.`);
    keys.add(size.key);
    if (size.maxSides && !(size.maxSides[0] >= size.maxSides[1] && size.maxSides[1] >= size.maxSides[2]))
      fails(`${at}.maxSides`, 'The sides are the longest, the middle and the shortest, in this order.');
    for (const [j, row] of size.fulfilment.entries()) {
      const before = size.fulfilment[j - 1];
      if (!before) continue;
      if (row.upTo <= before.upTo)
        fails(`${at}.fulfilment.${j}.upTo`, `Size class “${size.name}”: the weights of its rows must rise.`);
      else if (row.fee < before.fee)
        care(`${at}.fulfilment.${j}.fee`, `“${size.name}”: a heavier piece costs less than a lighter one.`);
    }
    const last = size.fulfilment.at(-1)!.upTo;
    if (size.beyond === null && size.maxWeight !== null && size.maxWeight > last)
      fails(`${at}.maxWeight`, `“${size.name}”: between ${last} g and ${size.maxWeight} g there is no fee.`);
    if (size.beyond === null && size.maxWeight === null)
      care(`${at}.beyond`, `“${size.name}”: beyond ${last} g nothing has a fee, and no later class takes it.`);
    if (size.maxWeight !== null && size.fulfilment.length > 1 && size.fulfilment.at(-2)!.upTo >= size.maxWeight)
      care(
        `${at}.fulfilment.${size.fulfilment.length - 1}`,
        `“${size.name}”: nothing of the class weighs as much as its last row.`,
      );
    const hider = sizeClasses.slice(0, i).find((former) => holdsAllOf(former, size));
    if (hider) fails(at, `No piece is ever of “${size.name}”: “${hider.name}” before it takes all of them.`);
    const former = sizeClasses[i - 1];
    if (former && !hider && size.fulfilment[0]!.fee < former.fulfilment[0]!.fee)
      care(`${at}.fulfilment.0.fee`, `“${size.name}” begins cheaper than the smaller “${former.name}”.`);
  }
  const largest = sizeClasses.at(-1)!;
  if (largest.maxSides !== null || largest.maxWeight !== null || largest.maxGirth !== null)
    care(`sizeClasses.${sizeClasses.length - 1}`, `What is larger than “${largest.name}” is taken by no class.`);
};

/** True when an earlier class leaves no piece to a later one: its bounds are nowhere narrower. */
const holdsAllOf = (former: SizeClass, later: SizeClass): boolean => {
  const within = (mine: number | null, theirs: number | null): boolean =>
    mine === null || (theirs !== null && theirs <= mine);
  // By what it is billed bounds a class, too: volume counts in one and not in the other.
  if (former.billedBy !== later.billedBy && former.maxWeight !== null) return false;
  return (
    within(former.maxWeight, later.maxWeight) &&
    within(former.maxGirth, later.maxGirth) &&
    (former.maxSides === null || (later.maxSides?.every((side, i) => side <= former.maxSides![i]!) ?? false))
  );
};

const ruleFaults = ({ commission, fixedFees, vat }: FeeSchedule, fails: Tell, care: Tell): void => {
  const seen = new Set<string>();
  for (const [i, rule] of commission.entries()) {
    const at = `commission.${i}`;
    if (seen.has(rule.category)) fails(`${at}.category`, `“${rule.category}” has two rules of commission.`);
    seen.add(rule.category);
    for (const [j, band] of rule.bands.entries()) {
      const before = rule.bands[j - 1];
      if (before?.upTo === null)
        fails(`${at}.bands.${j}`, 'A band comes after one without an end: no price falls into it.');
      else if (before && band.upTo !== null && band.upTo <= before.upTo!)
        fails(`${at}.bands.${j}.upTo`, 'The ends of the bands must rise.');
      const tax = vat.included ? vat.rate / (1 + vat.rate) : 0;
      const share = vat.included && vat.percentagesOn === 'price-without-vat' ? band.rate / (1 + vat.rate) : band.rate;
      if (share + tax > 1) fails(`${at}.bands.${j}.rate`, 'Commission and VAT together take more than the price.');
    }
    if (rule.bands.at(-1)!.upTo !== null)
      care(
        `${at}.bands.${rule.bands.length - 1}.upTo`,
        `“${rule.category}”: beyond the last band its rate is taken to go on.`,
      );
  }
  if (!seen.has('*'))
    care('commission', 'Categories without a rule of their own pay no commission: a rule for all others is missing.');
  const fixed = new Set<string>();
  for (const [i, { category }] of fixedFees.entries()) {
    if (fixed.has(category)) fails(`fixedFees.${i}.category`, `“${category}” has two fixed fees.`);
    fixed.add(category);
  }
};
