import { PLAN_MONTHS } from '@kettle/core/launch/year';

/** The months of a plan, from its first on. */
export const monthsFrom = (first: string): string[] => {
  const [year = 2000, month = 1] = first.split('-').map(Number);
  return Array.from({ length: PLAN_MONTHS + 1 }, (_, i) => {
    const at = month - 1 + i;
    return `${year + Math.floor(at / 12)}-${String((at % 12) + 1).padStart(2, '0')}`;
  });
};
const NAMES = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];
/** A month as it is read. */
export const monthName = (month: string): string => `${NAMES[Number(month.slice(5)) - 1]} ${month.slice(0, 4)}`;
