import { MOVED } from './thresholds.ts';

/** What may be known of a listing at a look; what was not looked at is left out, what is not known is null. */
export interface Look {
  price?: number | null;
  units?: number | null;
  rank?: number | null;
  stock?: number | null;
  sellers?: number | null;
  mainOffer?: string | null;
  rating?: number | null;
  reviews?: number | null;
  /** A mark of the page's words and pictures: another one is another page. */
  page?: string | null;
}
export type Change =
  | { kind: 'price' | 'units' | 'rank' | 'rating' | 'reviews' | 'sellers'; before: number; now: number }
  | { kind: 'stock'; what: 'ran out' | 'came back' }
  | { kind: 'main-offer'; before: string; now: string }
  | { kind: 'page' };

/** How far a value moved, as a fraction of what it was; null where either is not known or it was 0. @example moveOf(200, 250) // => 0.25 */
export const moveOf = (before: number | null | undefined, now: number | null | undefined): number | null =>
  before === null || before === undefined || now === null || now === undefined || before === 0
    ? null
    : now / before - 1;

const byShare = (kind: 'price' | 'units' | 'reviews', before: Look, now: Look): Change[] => {
  const move = moveOf(before[kind], now[kind]);
  return move !== null && Math.abs(move) >= MOVED[kind] - 1e-9
    ? [{ kind, before: before[kind]!, now: now[kind]! }]
    : [];
};

/**
 * What changed from one look at a listing to a later one, by the thresholds that count everywhere. What either look did
 * not see is no change.
 * @example changesBetween({ price: 2000, sellers: 2 }, { price: 1800, sellers: 2 }) // => [{"kind":"price","before":2000,"now":1800}]
 */
export const changesBetween = (before: Look, now: Look): Change[] => {
  const changes: Change[] = [...byShare('price', before, now), ...byShare('units', before, now)];
  const rank = moveOf(before.rank, now.rank);
  // Ranks are compared as multiples: from 100 to 50 is as far as from 50 to 100.
  if (rank !== null && (rank >= MOVED.rank || 1 / (1 + rank) - 1 >= MOVED.rank))
    changes.push({ kind: 'rank', before: before.rank!, now: now.rank! });
  if (before.stock !== undefined && now.stock !== undefined && before.stock !== null && now.stock !== null) {
    if (before.stock > 0 && now.stock === 0) changes.push({ kind: 'stock', what: 'ran out' });
    if (before.stock === 0 && now.stock > 0) changes.push({ kind: 'stock', what: 'came back' });
  }
  if (typeof before.sellers === 'number' && typeof now.sellers === 'number' && before.sellers !== now.sellers)
    changes.push({ kind: 'sellers', before: before.sellers, now: now.sellers });
  if (before.mainOffer && now.mainOffer && before.mainOffer !== now.mainOffer)
    changes.push({ kind: 'main-offer', before: before.mainOffer, now: now.mainOffer });
  if (
    typeof before.rating === 'number' &&
    typeof now.rating === 'number' &&
    Math.abs(now.rating - before.rating) >= MOVED.rating - 1e-9
  )
    changes.push({ kind: 'rating', before: before.rating, now: now.rating });
  changes.push(...byShare('reviews', before, now));
  if (before.page && now.page && before.page !== now.page) changes.push({ kind: 'page' });
  return changes;
};

/** What became of the demand of a group: held, or by how much it rose or fell; null without a month before. */
export interface Course {
  word: 'held' | 'rose' | 'fell';
  by: number;
}
/** @example courseOf(10, 10.5) // => {"word":"held","by":0.050000000000000044} */
export const courseOf = (before: number | null, now: number | null): Course | null => {
  const by = moveOf(before, now);
  if (by === null) return null;
  return { word: Math.abs(by) < MOVED.groupUnits ? 'held' : by > 0 ? 'rose' : 'fell', by };
};
