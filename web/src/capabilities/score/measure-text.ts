import type { Marketplace } from '@kettle/contract/sources';
import { SCORE_MEASURES, type ScoreMeasure } from '@kettle/core/documents/scoresheet';
import { typedNumber } from '@kettle/core/measures/typed-number';
import { majorFromMinor, minorFromMajor } from '@kettle/core/money/money';
import { count, decimal, money } from '../../ground/ui/format.ts';

/** A measured answer in the unit of its measure. */
export const shownMeasure = (measure: ScoreMeasure, value: number, market: Marketplace): string => {
  switch (SCORE_MEASURES[measure]) {
    case 'share':
      return `${decimal(100 * value)} %`;
    case 'money':
      return money(Math.round(value), market);
    case 'grams':
      return `${decimal(value)} g`;
    case 'yes-no':
      return value > 0 ? 'yes' : 'no';
    case 'count':
      return count(value);
    default:
      return decimal(value);
  }
};

/** A bound as it is typed: money in major units, shares in per cent. */
export const boundAsTyped = (measure: ScoreMeasure, value: number, { currency }: Marketplace): string => {
  const unit = SCORE_MEASURES[measure];
  if (unit === 'money') return String(majorFromMinor(value, currency));
  return String(unit === 'share' ? Math.round(value * 1e6) / 1e4 : value);
};
/** Null for what is no number. */
export const boundFromTyped = (measure: ScoreMeasure, text: string, { currency }: Marketplace): number | null => {
  const number = typedNumber(text);
  if (number === null) return null;
  const unit = SCORE_MEASURES[measure];
  return unit === 'money' ? minorFromMajor(number, currency) : unit === 'share' ? number / 100 : number;
};
/** What stands behind a typed bound. */
export const unitOfMeasure = (measure: ScoreMeasure, { currency }: Marketplace): string =>
  ({ money: currency, share: '%', grams: 'g', weeks: 'weeks', stars: 'stars', count: '', points: 'points', 'yes-no': '(1 yes, 0 no)' })[SCORE_MEASURES[measure]]; // prettier-ignore
