import { Box, Button, Flex, Heading, HStack, Skeleton, Text } from '@chakra-ui/react';
import { lazy, Suspense, useEffect } from 'react';
import { Link } from 'react-router';
import type { ListingSheet as Sheet } from '@kettle/contract/listings';
import type { Marketplace } from '@kettle/contract/sources';
import { useMarkMutation, useSheetQuery, useWatchByCodesMutation } from '../api/api.ts';
import { useTray } from '../tray/use-tray.ts';
import { count, day, decimal, moneyWith, percent, weightWith } from '../ui/format.ts';
import { MONTH_NAMES } from '@kettle/core/measures/day';
import { lengthInUnit } from '@kettle/core/measures/units';
import { Mark } from '../ui/mark.tsx';
import { Picture } from '../ui/picture.tsx';
import { ProblemNote } from '../ui/problem-note.tsx';
import { MoneyPanel } from './money-panel.tsx';
import { UnitsPanel } from './units-panel.tsx';

const HistoryPanel = lazy(() => import('./history-panel.tsx'));

/** Everything about one listing: how many it sells and how sure that is, its past, and what is left of its price. */
export const ListingSheet = ({ market, code, wide = false }: { market: Marketplace; code: string; wide?: boolean }) => {
  const { currentData: sheet, error } = useSheetQuery({ params: { marketplace: market.id, code } });
  const [mark] = useMarkMutation();
  const unseen = sheet?.listing.mark === null ? sheet.listing.code : null;
  useEffect(() => {
    if (unseen !== null)
      void mark({ params: { marketplace: market.id }, body: { codes: [unseen], state: 'seen', reason: '' } });
  }, [unseen, mark, market.id]);
  if (error)
    return (
      <Box p="5">
        <title>{`${code} – Cold Kettle`}</title>
        <ProblemNote error={error} kept="The list behind is as it was." />
      </Box>
    );
  if (!sheet)
    return (
      <Box p="5" aria-busy>
        <Skeleton h="56px" mb="5" />
        <Skeleton h="180px" mb="5" />
        <Skeleton h="240px" />
      </Box>
    );
  return (
    <Box px="5" py="4">
      <title>{`${sheet.listing.title} – Cold Kettle`}</title>
      <SheetHead market={market} sheet={sheet} />
      <Section title="Units a month">
        <UnitsPanel sheet={sheet} />
      </Section>
      <Section title="History">
        <Suspense fallback={<Skeleton h="220px" />}>
          <HistoryPanel market={market} code={sheet.listing.code} today={sheet.today} />
        </Suspense>
      </Section>
      <Flex gap="8" wrap={wide ? 'nowrap' : 'wrap'}>
        <Box flex="1" minW="300px">
          <Section title={`What is left of ${moneyWith(sheet.costing.price ?? sheet.listing.price, market)}`}>
            <MoneyPanel key={sheet.listing.code} market={market} sheet={sheet} />
          </Section>
        </Box>
        <Box flex="1" minW="220px">
          <Section title="Facts">
            <Facts market={market} sheet={sheet} />
          </Section>
        </Box>
      </Flex>
    </Box>
  );
};

export const Section = ({ title, children }: { title: string; children: React.ReactNode }) => (
  <Box as="section" mt="4" pt="3" borderTopWidth="1px" borderColor="rule">
    <Heading as="h2" fontSize="15px" mb="2">
      {title}
    </Heading>
    {children}
  </Box>
);

const SheetHead = ({ market, sheet }: { market: Marketplace; sheet: Sheet }) => {
  const { listing } = sheet;
  const { codes, toggle } = useTray(market.id);
  const [watch, { isLoading }] = useWatchByCodesMutation();
  const inTray = codes.includes(listing.code);
  return (
    <Flex gap="3.5" pr="16">
      <Picture marketplace={market.id} code={listing.code} size={58} />
      <Box flex="1" minW="0">
        <Heading as="h1" fontSize="20px" lineHeight="1.2">
          {listing.title}
        </Heading>
        <Text color="inkSoft" fontSize="13px" mt="1">
          {listing.brand === '' ? (
            'no brand'
          ) : (
            <Link
              to={`/${market.id}/brands/${encodeURIComponent(listing.brand)}`}
              style={{ textDecoration: 'underline' }}
            >
              {listing.brand}
            </Link>
          )}{' '}
          · {listing.code} · {listing.category}
          {sheet.onSaleSince && ` · on sale since ${day(sheet.onSaleSince)}`} · seen {day(listing.seenOn, sheet.today)}
        </Text>
        <HStack mt="2" gap="2" wrap="wrap">
          <Button
            size="xs"
            colorPalette="aubergine"
            variant={inTray ? 'outline' : 'solid'}
            onClick={() => toggle(listing.code)}
          >
            {inTray ? 'In tray: take out' : 'Put in tray'}
          </Button>
          <Button size="xs" variant="outline" asChild>
            <Link to={`/${market.id}/shelf?listing=${listing.code}`}>Its shelf</Link>
          </Button>
          <Button size="xs" variant="outline" asChild>
            <Link to={`/${market.id}/found?codes=${listing.code}`}>Its terms</Link>
          </Button>
          {sheet.watchedSince ? (
            <Text fontSize="13px" color="inkSoft">
              watched since {day(sheet.watchedSince, sheet.today)}
            </Text>
          ) : (
            <Button
              size="xs"
              variant="outline"
              loading={isLoading}
              onClick={() => void watch({ params: { marketplace: market.id }, body: { text: listing.code } })}
            >
              Watch
            </Button>
          )}
          {sheet.candidates.map((c) => (
            <Box key={c.id} asChild fontSize="13px" color="aubergine" textDecoration="underline">
              <Link to={`/${market.id}/candidates/${c.id}/line-up`}>{c.name}</Link>
            </Box>
          ))}
        </HStack>
      </Box>
    </Flex>
  );
};

const Facts = ({ market, sheet }: { market: Marketplace; sheet: Sheet }) => {
  const { listing, sides, season } = sheet;
  const unit = market.measures === 'imperial' ? 'in' : 'cm';
  const facts: [string, string][] = [
    ['Reviews', `${count(listing.reviews)}${sheet.reviewTexts > 0 ? `, ${count(sheet.reviewTexts)} on file` : ''}`],
    ['Rating', decimal(listing.rating)],
    ['Rank', listing.rank === null ? 'not known' : `${count(listing.rank)} in ${listing.category.split(' › ')[0]}`],
    ['Sellers', `${count(listing.sellers)}${listing.soldByMarketplace ? ', the marketplace among them' : ''}`],
    [
      'Fulfilled by',
      listing.fulfilment === 'unknown'
        ? 'not known'
        : listing.fulfilment === 'marketplace'
          ? 'the marketplace'
          : 'the seller',
    ],
    ['Weight', listing.weight === null ? 'not known' : weightWith(listing.weight, market)],
    [
      'Sides',
      sides ? `${sides.map((s) => decimal(lengthInUnit(s, market.measures))).join(' × ')} ${unit}` : 'not known',
    ],
    ['Size class', listing.sizeClass ?? 'not known'],
    ['Variations', count(listing.variations)],
    [
      'Pack',
      listing.packCount === null
        ? 'one piece, as far as the title says'
        : `${listing.packCount} pieces, ${moneyWith(listing.piecePrice, market)} each`,
    ],
    ['Page craft', listing.craft === null ? 'not known' : `${listing.craft} of 100`],
    [
      'Best three months',
      season
        ? `${percent(season.share)}: ${season.months.map((m) => MONTH_NAMES[m]!.slice(0, 3)).join(', ')}`
        : 'unknown, under 12 months of history',
    ],
  ];
  return (
    <>
      <Box
        as="dl"
        display="grid"
        gridTemplateColumns="auto 1fr"
        columnGap="4"
        rowGap="1"
        fontSize="13px"
        className="figures"
      >
        {facts.map(([name, value]) => (
          <Box key={name} display="contents">
            <Box as="dt" color="inkSoft">
              {name}
            </Box>
            <Box as="dd">{value}</Box>
          </Box>
        ))}
      </Box>
      {listing.flags.map((f) => (
        <Text key={f.key} fontSize="13px" mt="1.5" title={f.reason}>
          <Mark kind={f.kind === 'risk' ? 'care' : 'holds'} word={f.kind === 'risk' ? 'take care' : 'speaks for it'} />
          {f.label}: {f.reason}
        </Text>
      ))}
      {sheet.stated.map((s) => (
        <Text key={`${s.measure}${s.source}${s.day}`} fontSize="13px" mt="1.5" color="inkSoft">
          {s.source} states {s.measure === 'units' ? `${count(s.value)} units` : moneyWith(s.value, market, true)} a
          month ({day(s.day)})
        </Text>
      ))}
    </>
  );
};
