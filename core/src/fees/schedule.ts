import type { Minor } from '../money/money.ts';

/** What the fees depend on. Null where it is not known. */
export interface FeeSubject {
  price: Minor;
  category: string;
  weight: number | null;
  /** In any order. */
  sides: readonly [number, number, number] | null;
}

/** Rules found before, by the list they stand in: a catalogue asks the same question a million times. */
const found = new WeakMap<readonly object[], Map<string, object | null>>();

/**
 * The rule for a category: the longest path that begins the listing's own path, else the one for "*".
 * @example ruleFor([{ category: '*' }, { category: 'Games' }], 'Games › Dice')?.category // => "Games"
 */
export const ruleFor = <R extends { category: string }>(rules: readonly R[], category: string): R | null => {
  let known = found.get(rules);
  if (!known) found.set(rules, (known = new Map()));
  let rule = known.get(category) as R | null | undefined;
  if (rule === undefined) known.set(category, (rule = longestFit(rules, category)));
  return rule;
};

const longestFit = <R extends { category: string }>(rules: readonly R[], category: string): R | null => {
  let best: R | null = null;
  for (const rule of rules) {
    const fits = rule.category === '*' || category === rule.category || category.startsWith(`${rule.category} › `);
    if (
      fits &&
      (best === null || best.category === '*' || (rule.category !== '*' && rule.category.length > best.category.length))
    )
      best = rule;
  }
  return best;
};
