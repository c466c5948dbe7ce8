import { measureOf } from '@kettle/core/sift/measures';
import { pageOf, type SortKey } from '@kettle/core/sift/order';
import { briefsOf } from '../../ground/briefs/briefs.ts';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';
import type { SiftServices } from './indexes.ts';
import { carryOut, inWords } from './service.ts';

const PAGE = 100;

/** Two ascending lists of rows: what is in the first only, in the second only, in both. */
const split = (a: Int32Array, b: Int32Array): { a: Int32Array; b: Int32Array; both: Int32Array } => {
  const inA = new Set(a);
  const inB = new Set(b);
  return { a: a.filter((r) => !inB.has(r)), b: b.filter((r) => !inA.has(r)), both: a.filter((r) => inB.has(r)) };
};

/** Two sifts of one marketplace beside each other, with a page of one of the three parts. */
export const compareSifts = async (
  services: SiftServices,
  market: Market,
  {
    a = '',
    b = '',
    part,
    from = 0,
    sort = '-revenue',
  }: { a?: string; b?: string; part: 'a' | 'b' | 'both'; from?: number; sort?: string },
) => {
  const first = await carryOut(services, market, new URLSearchParams(a), []);
  const second = await carryOut(services, market, new URLSearchParams(b), []);
  const parts = split(first.sifted.rows, second.sifted.rows);
  const name = sort.replace(/^-/, '');
  const key = (measureOf(name) || name === 'title' || name === 'brand' ? name : 'revenue') as SortKey;
  const { index } = second.ready;
  const page = pageOf(index, parts[part], { key, descending: sort.startsWith('-') }, from, from + PAGE);
  const { db } = services.database;
  return {
    onlyA: parts.a.length,
    onlyB: parts.b.length,
    both: parts.both.length,
    sentenceA: await inWords(db, market, first.choice),
    sentenceB: await inWords(db, market, second.choice),
    rows: await briefsOf(
      db,
      market,
      Array.from(page, (row) => index.ids[row]!),
    ),
    from,
  };
};
