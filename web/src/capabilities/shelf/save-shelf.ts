import type { Shelf, ShelfRow } from '@kettle/contract/demand';
import type { Marketplace } from '@kettle/contract/sources';
import type { ShelfReading } from '@kettle/core/shelf/reading';
import { boundToText } from '@kettle/core/sift/address';
import { saveCsv } from '../../ground/ui/save-csv.ts';

/** The table of a shelf as it stands, with what it says, for a spreadsheet. */
export const saveShelf = (
  market: Marketplace,
  shelf: Shelf,
  rows: readonly ShelfRow[],
  reading: ShelfReading,
): void => {
  const money = (minor: number | null): number | null =>
    minor === null ? null : Number(boundToText(minor, 'money', market));
  saveCsv(
    `shelf ${shelf.name} ${market.today}`,
    [
      `Shelf of ${shelf.name} on ${market.name}, ${market.today}: ${rows.length} listings.`,
      ...(reading.openness.value === null ? [] : [`Openness ${Math.round(reading.openness.value)} of 100.`]),
      ...reading.verdicts.map((v) => `${v.title} ${v.detail}`),
    ],
    [
      'Place',
      'Paid place',
      'Listing code',
      'Title',
      'Brand',
      `Price, ${market.currency}`,
      'Units a month',
      `Revenue, ${market.currency}`,
      'Revenue share, %',
      'Clicks, %',
      'Reviews',
      'Rating',
      'Months on sale',
      'Page craft',
      'Rank',
    ],
    rows.map(({ listing: l, unpaid, paid, clicks }) => [
      unpaid,
      paid,
      l.code,
      l.title,
      l.brand,
      money(l.price),
      l.units === null ? null : Math.round(l.units),
      money(l.revenue),
      reading.shares.has(l.code) ? Number((100 * reading.shares.get(l.code)!).toFixed(2)) : null,
      clicks === null ? null : Number((100 * clicks).toFixed(2)),
      l.reviews,
      l.rating,
      l.months,
      l.craft,
      l.rank,
    ]),
  );
};
