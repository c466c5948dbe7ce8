import { landedOrder, turnsOf, type LandedOrder, type Piece, type Turn } from '@kettle/core/costing/landing';
import type { Landing, Offer } from '@kettle/core/documents/landing';

/** An offer at a number of pieces, by the way that costs least of those that are known, or by the one that was chosen. */
export interface Landed {
  order: LandedOrder;
  way: number | null;
}
export interface OffersAsked {
  offers: readonly Offer[];
  landing: Landing;
  piece: Piece;
  digits: number;
  /** One way for all, or null for the cheapest. */
  way: number | null;
}

/** An offer landed; a sentence where it cannot be had. */
export const landOffer = (
  { landing, piece, digits, way: only }: Omit<OffersAsked, 'offers'>,
  offer: Offer,
  pieces: number,
): Landed | string => {
  const ways = only === null ? landing.ways.map((_, i) => i) : [only];
  let best: Landed | null = null;
  for (const way of ways.length > 0 ? ways : [null]) {
    const result = landedOrder(offer, landing, way === null ? null : landing.ways[way]!, piece, pieces, digits);
    if (!result.isPossible) return result.reason;
    const { order } = result;
    const isBetter =
      best === null ||
      order.open.length < best.order.open.length ||
      (order.open.length === best.order.open.length && order.known < best.order.known);
    if (isBetter) best = { order, way };
  }
  return best!;
};

/** Where the order of the offers turns, up to a number of pieces; only offers that are known as a whole stand in it. */
export const turnsOfOffers = (asked: OffersAsked, upTo: number): Turn[] =>
  turnsOf(
    asked.offers.map((offer) => (pieces: number) => {
      const landed = landOffer(asked, offer, pieces);
      return typeof landed === 'string' ? null : landed.order.total;
    }),
    Math.max(1, Math.min(...asked.offers.flatMap((o) => o.steps.map((s) => s.from)))),
    upTo,
  );
