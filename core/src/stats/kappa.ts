import { Z95, type Interval } from './intervals.ts';

/** How far two judges agree beyond chance: 1 wholly, 0 as by chance. */
export interface Kappa {
  value: number;
  /** 95 % interval by the large-sample standard error; as wide as can be where both judge all alike by chance. */
  interval: Interval;
  /** Share of the cases that both judge alike. */
  agreed: number;
  /** Share on which they would agree by chance. */
  byChance: number;
  of: number;
}

/**
 * Cohen's kappa of two judges of the same cases (Cohen 1960, "A coefficient of agreement for nominal scales"), with the
 * standard error of Fleiss, Cohen & Everitt (1969).
 * @param pairs what each judge says of a case
 * @returns null without cases, and where both say one and the same of all: there is no chance to be beaten then
 * @example cohensKappa([['a', 'a'], ['b', 'b'], ['a', 'b'], ['b', 'b']])?.value // => 0.5
 */
export const cohensKappa = (pairs: readonly (readonly [string, string])[]): Kappa | null => {
  const n = pairs.length;
  const share = (of: 0 | 1): Map<string, number> => {
    const found = new Map<string, number>();
    for (const pair of pairs) found.set(pair[of], (found.get(pair[of]) ?? 0) + 1 / n);
    return found;
  };
  const [first, second] = [share(0), share(1)];
  const at = (of: ReadonlyMap<string, number>, name: string): number => of.get(name) ?? 0;
  const agreed = pairs.filter(([a, b]) => a === b).length / n;
  const byChance = [...first].reduce((sum, [name, p]) => sum + p * at(second, name), 0);
  if (n === 0 || byChance > 1 - 1e-12) return null;
  const value = (agreed - byChance) / (1 - byChance);
  // With p(i·) and p(·j) the shares of each judge: A − B + C over (1 − chance)² n.
  let [same, other] = [0, 0];
  for (const [a, b] of pairs)
    if (a === b) same += (1 - (at(first, a) + at(second, a)) * (1 - value)) ** 2 / n;
    else other += ((1 - value) ** 2 * (at(second, a) + at(first, b)) ** 2) / n;
  const variance = same + other - (value - byChance * (1 - value)) ** 2;
  const half = (Z95 * Math.sqrt(Math.max(0, variance) / n)) / (1 - byChance);
  return {
    value,
    interval: { low: Math.max(-1, value - half), high: Math.min(1, value + half) },
    agreed,
    byChance,
    of: n,
  };
};
