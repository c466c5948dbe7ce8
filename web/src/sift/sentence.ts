import type { Category, Marketplace } from '@kettle/contract/sources';
import { boundToText, type SiftChoice } from '@kettle/core/sift/address';
import { MEASURES } from '@kettle/core/sift/measures';
import { weightUnit } from '@kettle/core/measures/units';

/** A sift in words: "price 18 to 45, at least 300 units a month". */
export const sentenceOf = (choice: SiftChoice, market: Marketplace, categories: readonly Category[]): string => {
  const names = choice.categories.map((id) => categories.find((c) => c.id === id)?.name ?? `category ${id}`);
  const parts: string[] = [];
  for (const { key, name, unit } of MEASURES) {
    const range = choice.ranges[key];
    if (!range) continue;
    const text = (bound: number): string =>
      `${boundToText(bound, unit, market)}${unit === 'weight' ? ` ${weightUnit(market.measures)}` : unit === 'money' ? ` ${market.currency}` : ''}`;
    const lower = name.toLowerCase();
    if (range.min !== null && range.max !== null) parts.push(`${lower} ${text(range.min)} to ${text(range.max)}`);
    else if (range.min !== null) parts.push(`${lower} at least ${text(range.min)}`);
    else if (range.max !== null) parts.push(`${lower} at most ${text(range.max)}`);
  }
  if (choice.sizeClasses.length > 0) parts.push(`size class ${choice.sizeClasses.join(' or ')}`);
  if (choice.have.length > 0) parts.push(`title with ${choice.have.map((w) => `“${w}”`).join(' and ')}`);
  if (choice.leaveOut.length > 0) parts.push(`title without ${choice.leaveOut.map((w) => `“${w}”`).join(' or ')}`);
  return `In ${names.length > 0 ? names.join(' and ') : `all of ${market.name}`}${parts.length > 0 ? `: ${parts.join(', ')}` : ', no limits yet'}.`;
};
