import { and, eq, inArray } from 'drizzle-orm';
import type { ListingBrief } from '@kettle/contract/shapes';
import type { SiftReply } from '@kettle/contract/sift';
import { readSift, type Fault, type MarkKey, type SiftChoice } from '@kettle/core/sift/address';
import { foldFamilies } from '@kettle/core/sift/fold';
import { RULE_KEYS } from '@kettle/core/sift/build-index';
import { CHOICES } from '@kettle/core/sift/index';
import type { SiftQuery } from '@kettle/core/sift/limits';
import { measureOf, type MeasureKey } from '@kettle/core/sift/measures';
import { pageOf, type Order } from '@kettle/core/sift/order';
import { sift, type Sifted } from '@kettle/core/sift/query';
import { sentenceOf } from '@kettle/core/sift/sentence';
import { waysBack } from '@kettle/core/sift/ways-back';
import { briefsOf, costRulesOf } from '../../ground/briefs/briefs.ts';
import type { Db } from '../../ground/db/connection.ts';
import { categories, listings, marks, stayAway } from '../../ground/db/schema.ts';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';
import type { SiftServices, ReadyIndex } from './indexes.ts';

const PAGE = 100;
const FOUR_FIRST: MeasureKey[] = ['price', 'units', 'reviews', 'weight'];

/** Thrown when whoever asked has gone, or asked for something newer. */
export class Overtaken extends Error {
  override name = 'Overtaken';
}

export interface Sitting {
  ready: ReadyIndex;
  choice: SiftChoice;
  query: SiftQuery;
  faults: Fault[];
  sifted: Sifted;
  /** Rows to be shown: those that pass, or one of each family where variations are folded. */
  rows: Int32Array;
  folded: ReadonlyMap<number, number>;
  order: Order;
}

/** Reads a sift from parameters and carries it out. */
export const carryOut = async (
  { indexes, database: { db } }: SiftServices,
  market: Market,
  parameters: Iterable<[string, string]>,
  show: readonly MeasureKey[],
  signal?: AbortSignal,
): Promise<Sitting> => {
  const ready = await indexes.of(market);
  const { choice, faults } = readSift(parameters, market);
  const [marked, away] = await Promise.all([
    choice.hideMarked.length > 0 ? markedListings(db, market, choice.hideMarked) : null,
    choice.stayAwayOff ? null : stayAwayOf(db, market),
  ]);
  // Lets a request that was overtaken meanwhile be noticed before anything is computed for it.
  await new Promise((resolve) => setImmediate(resolve));
  if (signal?.aborted) throw new Overtaken();
  const asksRule = RULE_KEYS.find((key) => choice.ranges[key]);
  if (asksRule && !(await costRulesOf(db, market.id)))
    faults.push({
      field: asksRule,
      sentence: `No rule of thumb is typed for ${market.name}, so this is known of listings with a costing alone. Type yours under Sources.`,
    });
  const query = queryFrom(choice, market, ready, faults, marked, away);
  const sifted = sift(ready.index, query, show, ready.cache);
  const { rows, members: folded } = choice.fold
    ? foldFamilies(ready.index, sifted.rows)
    : { rows: sifted.rows, members: new Map<number, number>() };
  return {
    ready,
    choice,
    query,
    faults,
    sifted,
    rows,
    folded,
    order: { key: choice.sort, descending: choice.descending },
  };
};

/** The choice in the terms of the index; what it cannot mean in this marketplace is left out and said. */
const queryFrom = (
  choice: SiftChoice,
  market: Market,
  { branches, mainOf }: ReadyIndex,
  faults: Fault[],
  marked: ReadonlySet<number> | null,
  away: { categories: number[]; words: string[] } | null,
): SiftQuery => {
  const unknown = choice.categories.filter((id) => !branches.has(id));
  if (unknown.length > 0) {
    faults.push({ field: 'cat', sentence: `${market.name} has no category ${unknown.join(', ')}. It was left out.` });
    choice.categories = choice.categories.filter((id) => branches.has(id));
  }
  if (choice.ranges.rank && new Set(choice.categories.map((id) => mainOf.get(id))).size !== 1) {
    faults.push({
      field: 'rank',
      sentence:
        'Ranks of two main categories do not compare: choose one main category, or limit units a month instead. The limit on rank was left out.',
    });
    const { rank: _, ...ranges } = choice.ranges;
    choice.ranges = ranges;
  }
  const expand = (ids: readonly number[]): Set<number> => new Set(ids.flatMap((id) => [...(branches.get(id) ?? [])]));
  return {
    ...choice,
    categories: choice.categories.length > 0 ? expand(choice.categories) : null,
    marked,
    away:
      away && (away.categories.length > 0 || away.words.length > 0)
        ? { categories: expand(away.categories), words: away.words }
        : null,
  };
};

const markedListings = async (db: Db, market: Market, states: readonly MarkKey[]): Promise<Set<number>> =>
  new Set(
    (
      await db
        .select({ id: marks.listingId })
        .from(marks)
        .innerJoin(listings, eq(listings.id, marks.listingId))
        .where(and(eq(listings.marketplaceId, market.id), inArray(marks.state, [...states])))
    ).map((r) => r.id),
  );

/** The kinds and words that the seller wants to see nothing of. */
export const stayAwayOf = async (db: Db, market: Market): Promise<{ categories: number[]; words: string[] }> => {
  const rows = await db.select().from(stayAway).where(eq(stayAway.marketplaceId, market.id)).orderBy(stayAway.id);
  return {
    categories: rows.flatMap((r) => r.categoryId ?? []),
    words: rows.flatMap((r) => r.words ?? []),
  };
};

/** A choice in words, with the names of its categories. */
export const inWords = async (db: Db, market: Market, choice: SiftChoice): Promise<string> => {
  const names = new Map(
    choice.categories.length === 0
      ? []
      : (
          await db
            .select({ id: categories.id, name: categories.name })
            .from(categories)
            .where(inArray(categories.id, choice.categories))
        ).map((c) => [c.id, c.name]),
  );
  return sentenceOf(choice, market, (id) => names.get(id));
};

/** Ids of a page of a sitting's rows in its order. */
export const idsOfPage = ({ ready: { index }, rows, order }: Sitting, from: number, to: number): number[] =>
  Array.from(pageOf(index, rows, order, from, to), (row) => index.ids[row]!);

/** One page of a sift, with what each limit costs and how the rest is spread. */
export const siftPage = async (
  services: SiftServices,
  market: Market,
  parameters: Iterable<[string, string]>,
  { from = 0, rows = PAGE, show = '' }: { from?: number; rows?: number; show?: string },
  signal?: AbortSignal,
): Promise<SiftReply> => {
  const shown = new Set<MeasureKey>(FOUR_FIRST);
  const all = [...parameters];
  for (const key of [...all.map(([k]) => k), ...show.split(',')]) if (measureOf(key)) shown.add(key as MeasureKey);
  const sitting = await carryOut(services, market, all, [...shown], signal);
  const { ready, choice, query, faults, sifted } = sitting;
  const { index } = ready;
  const page = pageOf(index, sitting.rows, sitting.order, from, from + rows);
  const { db } = services.database;
  const [briefs, sentence] = await Promise.all([
    briefsOf(
      db,
      market,
      Array.from(page, (row) => index.ids[row]!),
    ),
    inWords(db, market, choice),
  ]);
  const codeOf = new Map(briefs.map((b) => [b.id, b.code]));
  return {
    count: sifted.count,
    shown: sitting.rows.length,
    total: index.size,
    costs: sifted.costs as Record<string, number>,
    histograms: sifted.histograms as Record<string, number[]>,
    edges: Object.fromEntries([...shown].map((key) => [key, index.edges[key]])),
    choices: Object.fromEntries(CHOICES.map((key) => [key, [...index.choices[key].names].sort(asNumbersOrTexts)])),
    sentence,
    waysBack: sifted.count === 0 ? waysBack(index, query, sifted) : [],
    faults,
    rows: briefs,
    folded: Object.fromEntries(
      [...page].flatMap((row): [string, number][] => {
        const n = sitting.folded.get(row) ?? 1;
        const code = codeOf.get(index.ids[row]!);
        return n > 1 && code ? [[code, n]] : [];
      }),
    ),
    from,
    index: ready.state,
    readUpTo: market.readUpTo,
  };
};

const asNumbersOrTexts = (a: string, b: string): number => Number(a) - Number(b) || (a < b ? -1 : 1);

/** All matches of a sift in their order, a thousand at a time. */
export const siftAll = async function* (db: Db, market: Market, sitting: Sitting): AsyncGenerator<ListingBrief> {
  const ids = idsOfPage(sitting, 0, sitting.rows.length);
  for (let from = 0; from < ids.length; from += 1000) yield* await briefsOf(db, market, ids.slice(from, from + 1000));
};
