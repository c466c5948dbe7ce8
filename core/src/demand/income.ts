/** What a seller wants a product to bring in, in minor units of money a month. */
export interface IncomeTarget {
  amount: number;
  per: 'month' | 'year';
}

/**
 * A target as minor units a year.
 * @example incomeAYear({ amount: 250000, per: 'month' }) // => 3000000
 */
export const incomeAYear = ({ amount, per }: IncomeTarget): number => (per === 'month' ? 12 * amount : amount);

/**
 * True when price × units reaches the target, whatever the one or the other: 10 × 3,000 a year and 30 × 1,000 alike
 * (common practice). Null when price or units are not known. Price in minor units, units a month.
 * @example meetsIncome({ amount: 250000, per: 'month' }, 1000, 3000 / 12) // => true
 */
export const meetsIncome = (target: IncomeTarget, price: number | null, unitsMonth: number | null): boolean | null =>
  // Half a minor unit of a year's money is nobody's concern: units a month come out of a division.
  price === null || unitsMonth === null ? null : price * unitsMonth * 12 >= incomeAYear(target) - 0.5;

/** The price at which so many units a month just reach the target; null without units. @example priceForIncome({ amount: 2500, per: 'month' }, 250) // => 10 */
export const priceForIncome = (target: IncomeTarget, unitsMonth: number): number | null =>
  unitsMonth > 0 ? incomeAYear(target) / 12 / unitsMonth : null;
