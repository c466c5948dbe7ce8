import { boundFromText, type Notation } from '../sift/address.ts';
import { writeDemand, emptyDemand, type DemandChoice } from './choice.ts';

export interface DemandStarter {
  key: string;
  name: string;
  search: string;
  reasoning: string;
}

/** Sets of limits to begin with in Demand, each with its reasoning; every bound is the seller's to change. */
export const demandStarters = (notation: Notation): DemandStarter[] => {
  const money = (text: string): number => boundFromText(text, 'money', notation)!;
  const starter = (key: string, name: string, reasoning: string, set: Partial<DemandChoice>): DemandStarter => ({
    key,
    name,
    reasoning,
    search: new URLSearchParams(writeDemand({ ...emptyDemand(set.view ?? 'niches'), ...set }, notation)).toString(),
  });
  return [
    starter(
      'lasting',
      'Lasting and shared',
      'Demand that is there all year, with the clicks shared by ten listings or more: no summer find in summer, no shelf that one listing owns.',
      {
        courses: ['steady', 'season'],
        ranges: {
          quarterPace: { min: 0.7, max: 1.4 },
          holders: { min: 10, max: null },
          topShare: { min: null, max: 0.25 },
        },
      },
    ),
    starter(
      'income',
      'An income of 2,500 a month',
      'A middle listing of the niche brings in 2,500 a month, dear and seldom or cheap and often alike: two separate minimums would drop one of them.',
      { income: { amount: money('2500'), per: 'month' } },
    ),
    starter(
      'opening',
      'Opening up',
      'More listings share the clicks than a year ago and more people search: rivals do not close the door yet.',
      {
        ranges: { growthYear: { min: 0.05, max: null }, holdersChange: { min: 1, max: null } },
        sort: 'growthYear',
      },
    ),
    starter(
      'small-purse',
      'For a small purse',
      'What it takes to enter stays under 8,000 by the seller’s own reckoning; a price from 18 leaves room for fees.',
      { ranges: { outlay: { min: null, max: money('8000') }, price: { min: money('18'), max: null } } },
    ),
    starter(
      'unserved',
      'Searched and hardly bought',
      'Terms that many type and few buy after: either nobody offers what they mean, or they only look. Read the shelf.',
      { view: 'terms', ranges: { buyRate: { min: null, max: 0.06 } }, courses: ['steady', 'season'] },
    ),
  ];
};
