import { Box } from '@chakra-ui/react';
import type { WatchedListing } from '@kettle/contract/watch';
import { thenNowInWords } from '@kettle/core/changes/then-now';
import type { Marketplace } from '@kettle/contract/sources';
import type { Column } from '../../ground/ui/data-table.tsx';
import { count, day, decimal, money, NONE, percent } from '../../ground/ui/format.ts';
import { Mark } from '../../ground/ui/mark.tsx';
import { Picture } from '../../ground/ui/picture.tsx';
import { Spark } from '../../ground/ui/spark.tsx';
import { Explained } from '../../ground/ui/worked.tsx';

/** What each column is sorted by. */
export const ORDERS: Record<string, (w: WatchedListing) => number | string | null> = {
  title: (w) => w.title,
  since: (w) => w.since,
  last: (w) => w.lastReading,
  price: (w) => w.now.price,
  rank: (w) => w.rank,
  units: (w) => w.now.units,
  beyond: (w) => (w.between?.beyond == null ? null : w.between.beyond),
  reviews: (w) => w.now.reviews,
  rating: (w) => w.now.rating,
  sellers: (w) => w.now.sellers,
  stock: (w) => w.stock,
  brand: (w) => w.brand,
};
/** Sorted with the least first when first chosen. */
export const LEAST_FIRST = ['title', 'brand', 'rank', 'last', 'since'];

const signed = (times: number): string => `${times >= 1 ? '+' : '−'}${percent(Math.abs(times - 1))}`;

/** The columns of watched listings; what was then stands before what is now. */
export const watchedColumns = (
  market: Marketplace,
  {
    isChosen,
    choose,
    groups,
  }: { isChosen: (code: string) => boolean; choose: (code: string) => void; groups: ReadonlyMap<number, string> },
): Column<WatchedListing>[] => {
  const arrow = (then: string | null, now: string): string =>
    then === null || then === now ? now : `${then} → ${now}`;
  return [
    {
      key: 'chosen',
      head: '',
      explanation: 'Chosen for what is done with many at once',
      width: 38,
      fixed: true,
      cell: (w) => (
        <input
          type="checkbox"
          aria-label={`Choose ${w.code}`}
          checked={isChosen(w.code)}
          onClick={(e) => e.stopPropagation()}
          onChange={() => choose(w.code)}
        />
      ),
    },
    {
      key: 'title',
      head: 'Listing',
      explanation: 'Title, code and brand; labels and candidates',
      sortable: true,
      fixed: true,
      width: 300,
      cell: (w) => (
        <Box display="flex" gap="2" alignItems="center">
          <Picture marketplace={market.id} code={w.code} size={30} />
          <Box minW="0">
            <Box fontWeight="600" truncate>
              {w.title}
            </Box>
            <Box color="inkSoft" fontSize="12px" truncate>
              {[
                w.code,
                w.brand,
                w.group === null ? '' : (groups.get(w.group) ?? ''),
                ...w.labels,
                ...w.candidates.map((c) => c.name),
              ]
                .filter(Boolean)
                .join(' · ')}
            </Box>
          </Box>
        </Box>
      ),
    },
    {
      key: 'last',
      head: 'Last reading',
      explanation: 'The newest day that was read; stale when it is older than the last that was due',
      sortable: true,
      width: 128,
      cell: (w) =>
        w.lastReading === null ? (
          'none yet'
        ) : (
          <>
            {w.stale && <Mark kind="care" word="stale" />}
            {day(w.lastReading, market.today)}
          </>
        ),
    },
    {
      key: 'course',
      head: '60 days',
      explanation: 'Units a day by rank; gaps are days that nobody read',
      width: 92,
      cell: (w) => <Spark values={w.course} label={`${w.course.filter((v) => v !== null).length} of 60 days read`} />,
    },
    {
      key: 'units',
      head: 'Units a month',
      explanation: 'Then, on the day it was put here, and now with the range that holds four times out of five',
      sortable: true,
      align: 'right',
      width: 150,
      cell: (w) => (
        <>
          <div>{arrow(w.then?.units == null ? null : count(w.then.units), count(w.now.units))}</div>
          {w.now.low !== null && (
            <Box color="inkSoft" fontSize="12px">
              {count(w.now.low)} to {count(w.now.high)}
            </Box>
          )}
        </>
      ),
    },
    {
      key: 'beyond',
      head: 'Beyond season',
      explanation: 'How units changed since it was put here, once what the season of its kind explains is taken out',
      sortable: true,
      align: 'right',
      width: 118,
      cell: (w) => <Beyond listing={w} market={market} />,
    },
    {
      key: 'price',
      head: 'Price',
      explanation: 'Then and now',
      sortable: true,
      align: 'right',
      width: 124,
      cell: (w) => arrow(w.then?.price == null ? null : money(w.then.price, market), money(w.now.price, market)),
    },
    {
      key: 'rank',
      head: 'Rank',
      explanation: 'A smaller number is better',
      sortable: true,
      align: 'right',
      width: 76,
      cell: (w) => count(w.rank),
    },
    {
      key: 'reviews',
      head: 'Reviews',
      explanation: 'Then and now',
      sortable: true,
      align: 'right',
      width: 112,
      cell: (w) => arrow(w.then?.reviews == null ? null : count(w.then.reviews), count(w.now.reviews)),
    },
    {
      key: 'rating',
      head: 'Rating',
      explanation: 'Stars, as last read',
      sortable: true,
      align: 'right',
      width: 68,
      cell: (w) => decimal(w.now.rating),
    },
    {
      key: 'sellers',
      head: 'Sellers',
      explanation: 'As last read',
      sortable: true,
      align: 'right',
      width: 74,
      cell: (w) => count(w.now.sellers),
    },
    {
      key: 'stock',
      head: 'Stock',
      explanation: 'Pieces that whoever holds the main offer has, as last read',
      sortable: true,
      align: 'right',
      width: 74,
      cell: (w) => count(w.stock),
    },
    {
      key: 'since',
      head: 'Since',
      explanation: 'Watched since',
      sortable: true,
      width: 96,
      cell: (w) => day(w.since, market.today),
    },
  ];
};

const Beyond = ({ listing: { between, then }, market }: { listing: WatchedListing; market: Marketplace }) => {
  if (!between || !then) return <span title="Nothing was kept of the day it was put here">{NONE}</span>;
  if (between.beyond === null) return <span title="Units are not known of both days">{NONE}</span>;
  return (
    <Explained
      title={`Then and now, since ${day(then.day, market.today)}`}
      working={<Box mt="1">{thenNowInWords(between, (m) => money(m, market))}</Box>}
    >
      {between.withinDoubt ? 'held' : signed(between.beyond)}
    </Explained>
  );
};
