import { boundToText, type Notation } from '../sift/address.ts';
import type { Range } from '../sift/limits.ts';
import type { Measure } from '../sift/measures.ts';
import { unitSuffix } from '../sift/sentence.ts';
import { COURSE_NAMES, measuresOf, type DemandChoice } from './choice.ts';

const rangeWords = ({ min, max }: Range, { unit }: Pick<Measure, 'unit'>, notation: Notation): string => {
  const text = (bound: number): string => `${boundToText(bound, unit, notation)}${unitSuffix(unit, notation)}`;
  if (min !== null && max !== null) return `${text(min)} to ${text(max)}`;
  return min !== null ? `at least ${text(min)}` : `at most ${text(max!)}`;
};

/** What is asked of Demand, in words. */
export const demandSentence = (
  choice: DemandChoice,
  notation: Notation & { name: string },
  categoryName: (id: number) => string | undefined,
): string => {
  const what = choice.view === 'niches' ? 'Niches' : 'Search terms';
  const where =
    choice.categories.length === 0
      ? `all of ${notation.name}`
      : choice.categories.map((id) => categoryName(id) ?? `category ${id}`).join(', ');
  const quoted = (words: readonly string[]): string => words.map((w) => `“${w}”`).join(' and ');
  const parts = [
    ...(choice.have.length > 0 ? [`with ${quoted(choice.have)}`] : []),
    ...(choice.leaveOut.length > 0 ? [`without ${quoted(choice.leaveOut)}`] : []),
    ...measuresOf(choice.view).flatMap((m) => {
      const range = choice.ranges[m.key];
      return range ? [`${m.name.toLowerCase()} ${rangeWords(range, m, notation)}`] : [];
    }),
    ...(choice.courses.length > 0 ? [`course ${choice.courses.map((c) => COURSE_NAMES[c]).join(' or ')}`] : []),
    ...(choice.income && choice.view === 'niches'
      ? [
          `where a middle listing brings in ${boundToText(choice.income.amount, 'money', notation)} ${notation.currency} a ${choice.income.per}`,
        ]
      : []),
  ];
  return `${what} in ${where}${parts.length > 0 ? `: ${parts.join(', ')}` : ''}.`;
};
