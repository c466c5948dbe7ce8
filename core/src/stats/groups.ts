/**
 * Values by a key, in their order. (The language's own Map.groupBy comes with Node 21.)
 * @example [...groupsOf(['a', 'bb', 'c'], (t) => t.length)] // => [[1,["a","c"]],[2,["bb"]]]
 */
export const groupsOf = <T, K>(values: Iterable<T>, keyOf: (value: T) => K): Map<K, T[]> => {
  const groups = new Map<K, T[]>();
  for (const value of values) {
    const key = keyOf(value);
    const group = groups.get(key);
    if (group) group.push(value);
    else groups.set(key, [value]);
  }
  return groups;
};
