import { Box, Checkbox, Flex } from '@chakra-ui/react';
import type { ListingBrief } from '@kettle/contract/shapes';
import type { Marketplace } from '@kettle/contract/sources';
import { daysBetween } from '@kettle/core/measures/day';
import { measureOf } from '@kettle/core/sift/measures';
import { weightUnit } from '@kettle/core/measures/units';
import { count, day, decimal, money, weight } from '../ui/format.ts';
import type { Column } from '../ui/data-table.tsx';
import { IntervalBar } from '../ui/interval-bar.tsx';
import { Picture } from '../ui/picture.tsx';

const ORIGINS: Record<string, string> = {
  readings: '',
  months: 'monthly ranks',
  stated: 'as stated',
  'current-rank': 'one rank',
  nothing: '',
};
/** Days after which figures of a listing are marked as old. */
const STALE_DAYS = 7;
const explain = (key: string): string => measureOf(key)!.explanation;

/** The columns of any list of listings, in the marketplace's own units. */
export const listingColumns = (
  market: Marketplace,
  tray: readonly string[],
  toggle: (code: string) => void,
): Column<ListingBrief>[] => [
  {
    key: 'title',
    head: 'Listing',
    explanation: 'Title, brand and listing code. The box puts it in the tray.',
    sortable: true,
    fixed: true,
    width: 340,
    cell: (l) => (
      <Flex align="center" gap="2.5" maxW="360px">
        <Checkbox.Root
          size="sm"
          colorPalette="aubergine"
          checked={tray.includes(l.code)}
          onCheckedChange={() => toggle(l.code)}
          onClick={(e) => e.stopPropagation()}
        >
          <Checkbox.HiddenInput aria-label={`${l.title} (${l.code}) in the tray`} />
          <Checkbox.Control />
        </Checkbox.Root>
        <Picture marketplace={market.id} code={l.code} />
        <Box minW="0">
          <Box fontWeight="600" truncate title={l.title}>
            {l.title}
          </Box>
          <Box color="inkSoft" fontSize="12px" truncate>
            {l.brand} · {l.code}
            {tray.includes(l.code) ? ' · in tray' : ''}
            {daysBetween(l.seenOn, market.today) > STALE_DAYS && (
              <Box as="span" color="saffron">
                {' '}
                ▲ read {day(l.seenOn, market.today)}
              </Box>
            )}
          </Box>
        </Box>
      </Flex>
    ),
  },
  {
    key: 'price',
    head: `Price, ${market.currency}`,
    explanation: explain('price'),
    align: 'right',
    sortable: true,
    cell: (l) => money(l.price, market),
  },
  {
    key: 'net',
    head: 'Net',
    explanation: explain('net'),
    align: 'right',
    sortable: true,
    cell: (l) => money(l.net, market),
  },
  {
    key: 'units',
    head: 'Units a month',
    explanation: explain('units'),
    sortable: true,
    width: 168,
    cell: (l) => (
      <Flex
        align="center"
        gap="2"
        title={
          l.units === null
            ? 'Not known: no rank, no stock counts, nothing stated.'
            : `${count(l.unitsLow)} to ${count(l.unitsHigh)} in four of five cases${ORIGINS[l.unitsFrom] ? `, from ${ORIGINS[l.unitsFrom]}` : ''}`
        }
      >
        <Box w="48px" textAlign="right">
          {count(l.units)}
        </Box>
        <IntervalBar value={l.units} low={l.unitsLow} high={l.unitsHigh} from={5} to={4000} log />
        {l.flattered && (
          <Box as="span" color="saffron" title="More than a quarter of the units fell on a few sale days.">
            <span aria-hidden>▲</span>
            <span className="visually-hidden">flattered by a sale</span>
          </Box>
        )}
      </Flex>
    ),
  },
  {
    key: 'revenue',
    head: 'Revenue a month',
    explanation: explain('revenue'),
    align: 'right',
    sortable: true,
    cell: (l) => money(l.revenue, market, true),
  },
  {
    key: 'reviews',
    head: 'Reviews',
    explanation: explain('reviews'),
    align: 'right',
    sortable: true,
    cell: (l) => count(l.reviews),
  },
  {
    key: 'rating',
    head: 'Rating',
    explanation: explain('rating'),
    align: 'right',
    sortable: true,
    cell: (l) => decimal(l.rating),
  },
  {
    key: 'rank',
    head: 'Rank',
    explanation: explain('rank'),
    align: 'right',
    sortable: true,
    cell: (l) => count(l.rank),
  },
  {
    key: 'weight',
    head: `Weight, ${weightUnit(market.measures)}`,
    explanation: explain('weight'),
    align: 'right',
    sortable: true,
    cell: (l) => weight(l.weight, market),
  },
  {
    key: 'sellers',
    head: 'Sellers',
    explanation: explain('sellers'),
    align: 'right',
    sortable: true,
    cell: (l) => count(l.sellers),
  },
  {
    key: 'months',
    head: 'Months',
    explanation: explain('months'),
    align: 'right',
    sortable: true,
    cell: (l) => count(l.months),
  },
  {
    key: 'category',
    head: 'Category',
    explanation: 'The last two levels of its category.',
    cell: (l) => l.category.split(' › ').slice(-2).join(' › '),
  },
  {
    key: 'seen',
    head: 'Seen',
    explanation: 'The day its figures were read.',
    align: 'right',
    cell: (l) => day(l.seenOn, market.today),
  },
];
