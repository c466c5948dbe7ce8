import type { ListingBrief } from '@kettle/contract/shapes';
import type { SiftReply } from '@kettle/contract/sift';
import { measureOf, type MeasureKey } from '@kettle/core/sift/measures';
import { readSift, type Fault, type SiftChoice } from '@kettle/core/sift/address';
import { sift, sortRows, type Sifted } from '@kettle/core/sift/query';
import type { Services } from '../services.ts';
import { briefsOf } from '../listings/briefs.ts';
import type { Market } from '../sources/marketplaces.ts';
import type { BuiltIndex } from './indexes.ts';

const PAGE = 100;
const FOUR_FIRST: MeasureKey[] = ['price', 'units', 'reviews', 'weight'];

export interface Sitting {
  built: BuiltIndex;
  choice: SiftChoice;
  faults: Fault[];
  sifted: Sifted;
  /** Row numbers in the chosen order. */
  ordered: Int32Array;
}

/** Reads a sift from parameters and carries it out. */
export const carryOut = async (
  { indexes }: Services,
  market: Market,
  parameters: Iterable<[string, string]>,
  show: readonly MeasureKey[],
): Promise<Sitting> => {
  const built = await indexes.of(market);
  const { choice, faults } = readSift(parameters, market);
  const unknownCategories = choice.categories.filter((id) => !built.branches.has(id));
  if (unknownCategories.length > 0) {
    faults.push({
      field: 'cat',
      sentence: `${market.name} has no category ${unknownCategories.join(', ')}. It was left out.`,
    });
    choice.categories = choice.categories.filter((id) => built.branches.has(id));
  }
  const categories =
    choice.categories.length > 0 ? new Set(choice.categories.flatMap((id) => [...built.branches.get(id)!])) : null;
  const sifted = sift(built.index, { ...choice, categories }, show);
  return { built, choice, faults, sifted, ordered: sortRows(built.index, sifted.rows, choice.sort, choice.descending) };
};

/** One page of a sift, with what each limit costs and how the rest is spread. */
export const siftPage = async (
  services: Services,
  market: Market,
  parameters: Iterable<[string, string]>,
  { from = 0, rows = PAGE, show = '' }: { from?: number; rows?: number; show?: string },
): Promise<SiftReply> => {
  const shown = new Set<MeasureKey>(FOUR_FIRST);
  const all = [...parameters];
  for (const key of [...all.map(([k]) => k), ...show.split(',')]) if (measureOf(key)) shown.add(key as MeasureKey);
  const { built, faults, sifted, ordered } = await carryOut(services, market, all, [...shown]);
  const { index } = built;
  const ids = Array.from(ordered.subarray(from, from + rows), (row) => index.ids[row]!);
  return {
    count: sifted.count,
    total: index.size,
    costs: sifted.costs as Record<string, number>,
    histograms: sifted.histograms as Record<string, number[]>,
    edges: Object.fromEntries([...shown].map((key) => [key, index.edges[key]])),
    sizeClasses: index.sizeClasses,
    faults,
    rows: await briefsOf(services.database.db, market, ids),
    from,
    readUpTo: market.readUpTo,
  };
};

/** All matches of a sift in their order, a thousand at a time. */
export const siftAll = async function* (
  services: Services,
  market: Market,
  parameters: Iterable<[string, string]>,
): AsyncGenerator<ListingBrief> {
  const { built, ordered } = await carryOut(services, market, parameters, []);
  for (let from = 0; from < ordered.length; from += 1000) {
    const ids = Array.from(ordered.subarray(from, from + 1000), (row) => built.index.ids[row]!);
    yield* await briefsOf(services.database.db, market, ids);
  }
};
