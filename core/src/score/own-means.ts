import type { OwnMeans } from '../documents/own-means.ts';
import type { Gate, Scoresheet } from '../documents/scoresheet.ts';

/**
 * A scoresheet with the seller's means as gates behind its own: what does not fit the purse, the income wanted, the time or
 * the taste is ruled out whatever its points. What was not typed asks nothing. A gate of the sheet's own with such a key stays.
 * @example withMeans({ format: 'cold-kettle/scoresheet', version: 2, name: '', passMark: 1, gates: [], criteria: [] }, { format: 'cold-kettle/own-means', purse: 500000, income: null, weeks: null, taste: '' }).gates.map((g) => [g.key, g.measured]) // => [["means-purse",{"measure":"outlay","min":null,"max":500000}]]
 */
export const withMeans = (sheet: Scoresheet, { purse, income, weeks, taste }: OwnMeans): Scoresheet => {
  const measured = (key: Gate['key'], name: string, how: string, bound: Gate['measured']): Gate => ({ key, name, how, measured: bound }); // prettier-ignore
  const gates: Gate[] = [
    ...(purse === null ? [] : [measured('means-purse', 'Fits your purse', 'What the launch takes against the money you have for one.', { measure: 'outlay', min: null, max: purse })]), // prettier-ignore
    ...(income === null ? [] : [measured('means-income', 'Makes your income', 'Profit a unit × units of the find against what you want a month.', { measure: 'monthProfit', min: income, max: null })]), // prettier-ignore
    ...(weeks === null ? [] : [measured('means-weeks', 'There in time', 'Weeks from the order until its goods are there, by the plan of its costing.', { measure: 'weeksToStock', min: null, max: weeks })]), // prettier-ignore
    ...(taste.trim() === '' ? [] : [measured('means-taste', 'To your taste', taste, null)]),
  ];
  const own = new Set([...sheet.gates, ...sheet.criteria].map((c) => c.key));
  return { ...sheet, gates: [...sheet.gates, ...gates.filter((g) => !own.has(g.key))] };
};
