import { Button } from '@chakra-ui/react';
import { useMemo } from 'react';
import { Link } from 'react-router';
import type { ShelfRow } from '@kettle/contract/demand';
import { useMarket } from '../../ground/market/market.ts';
import type { Column } from '../../ground/ui/data-table.tsx';
import { percent } from '../../ground/ui/format.ts';
import { listingColumns } from '../sheet/listing-columns.tsx';
import type { useTray } from '../tray/use-tray.ts';
import type { ShelfState } from './use-shelf.ts';

const SHOWN = [
  'price',
  'units',
  'reviews',
  'rating',
  'months',
  'craft',
  'rank',
  'fulfilment',
  'flags',
  'priceYear',
  'net',
  'profitRule',
  'outlayRule',
  'weight',
];

/** The columns of a shelf: the listing, its place, its shares, and what lists tell of any listing. */
export const useShelfColumns = (
  tray: ReturnType<typeof useTray>,
  shelf: NonNullable<ShelfState['shelf']>,
  shares: ReadonlyMap<string, number>,
  leaveOut: (code: string) => void,
): Column<ShelfRow>[] => {
  const market = useMarket();
  return useMemo(() => {
    const all = new Map(listingColumns(market, tray).map((c) => [c.key, c]));
    const of = (key: string): Column<ShelfRow> => {
      const { initially: _, ...c } = all.get(key)!;
      return { ...c, sortable: c.sortable ?? false, cell: (r) => c.cell(r.listing) };
    };
    return [
      of('title'),
      ...(shelf.kind === 'term'
        ? [
            {
              key: 'place',
              head: 'Place',
              explanation: 'Unpaid place on the first page; a paid one stands behind it.',
              sortable: true,
              align: 'right' as const,
              width: 84,
              cell: (r: ShelfRow) => `${r.unpaid ?? '—'}${r.paid === null ? '' : ` · paid ${r.paid}`}`,
            },
          ]
        : []),
      of('price'),
      of('units'),
      {
        key: 'share',
        head: 'Revenue share',
        explanation: 'Share of the revenue of all listings that are not left out.',
        align: 'right',
        sortable: true,
        width: 108,
        cell: (r) => percent(shares.get(r.listing.code), 1),
      },
      ...(shelf.kind === 'term' || shelf.kind === 'niche'
        ? [
            {
              key: 'clicks',
              head: 'Share of clicks',
              explanation: `Share of the clicks of the ${shelf.kind}, as last read.`,
              align: 'right' as const,
              sortable: true,
              width: 108,
              cell: (r: ShelfRow) => percent(r.clicks, 1),
            },
          ]
        : []),
      ...SHOWN.slice(2).map(of),
      {
        key: 'alsoIn',
        head: 'Also stands in',
        explanation: 'Other niches it serves: there it competes, and can sell, too.',
        width: 220,
        cell: (r) =>
          r.alsoIn.slice(0, 3).map((n, i) => (
            <span key={n.id}>
              {i > 0 && ', '}
              <Link
                to={`/${market.id}/shelf?niche=${n.id}&listing=${encodeURIComponent(r.listing.code)}`}
                onClick={(e) => e.stopPropagation()}
                style={{ textDecoration: 'underline' }}
              >
                {n.name}
              </Link>
            </span>
          )),
      },
      {
        key: 'out',
        head: '',
        explanation: 'Leaves the listing out; everything follows.',
        fixed: true,
        width: 92,
        cell: (r) => (
          <Button
            size="2xs"
            variant="outline"
            bg="paper"
            aria-label={`Leave out ${r.listing.title} (${r.listing.code})`}
            onClick={(e) => {
              e.stopPropagation();
              leaveOut(r.listing.code);
            }}
          >
            Leave out
          </Button>
        ),
      },
    ];
    // eslint-disable-next-line react-hooks/exhaustive-deps -- leaving out follows the address by itself
  }, [market, tray.codes, shelf, shares]);
};
