import type { SiftIndex } from './index.ts';

/**
 * One row for each family of variations: of those that pass, the one that earns most. `members` says how many variations
 * stand behind a row, itself included.
 */
export const foldFamilies = (
  index: SiftIndex,
  rows: Int32Array,
): { rows: Int32Array; members: ReadonlyMap<number, number> } => {
  const { family } = index;
  const { revenue } = index.columns;
  const best = new Map<number, number>();
  const sizes = new Map<number, number>();
  const earns = (row: number): number => (Number.isNaN(revenue[row]!) ? -1 : revenue[row]!);
  for (const row of rows) {
    const of = family[row]!;
    if (of === 0) continue;
    const leader = best.get(of);
    if (leader === undefined || earns(row) > earns(leader)) best.set(of, row);
    sizes.set(of, (sizes.get(of) ?? 0) + 1);
  }
  const members = new Map([...best].map(([of, row]) => [row, sizes.get(of)!]));
  return { rows: rows.filter((row) => family[row] === 0 || best.get(family[row]!) === row), members };
};
