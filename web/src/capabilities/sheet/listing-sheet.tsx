import { Box, Button, Flex, Heading, HStack, Skeleton, Text } from '@chakra-ui/react';
import { lazy, startTransition, Suspense, useEffect, useState } from 'react';
import { Link } from 'react-router';
import type { ListingSheet as Sheet } from '@kettle/contract/listings';
import type { ListingBrief } from '@kettle/contract/shapes';
import { useSheetQuery } from '../../ground/api/sheet.ts';
import { useMarkMutation } from '../../ground/api/sift.ts';
import { addressOfListing } from '@kettle/core/listing/codes';
import { useMarket } from '../../ground/market/market.ts';
import { useWatching } from '../../ground/market/use-watching.ts';
import { count, day, moneyWith } from '../../ground/ui/format.ts';
import { Picture } from '../../ground/ui/picture.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { useTray } from '../tray/use-tray.ts';
import { AgainstPanel } from './against-panel.tsx';
import { CraftPanel } from './craft-panel.tsx';
import { Asides, Contradictions, Facts, FamilyTable, Sellers } from './facts-panel.tsx';
import { RemoveListing } from './remove-listing.tsx';
import { SeasonPanel } from './season-panel.tsx';
import { UnitsPanel } from './units-panel.tsx';

const HistoryPanel = lazy(() => import('./history-panel.tsx'));
const MoneyPanel = lazy(() => import('../costing/money-panel.tsx').then((m) => ({ default: m.MoneyPanel })));

/** Everything about one listing: how many it sells and how sure that is, its past, and what is left of its price. */
export const ListingSheet = ({
  code,
  brief,
  wide = false,
}: {
  code: string;
  /** What a list knows of it already, shown until the sheet is there. */
  brief?: ListingBrief;
  wide?: boolean;
}) => {
  const market = useMarket();
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
  if (!sheet && brief) return <QuickSheet brief={brief} />;
  if (!sheet)
    return (
      <Box p="5" aria-busy>
        <Skeleton h="56px" mb="5" />
        <Skeleton h="180px" mb="5" />
        <Skeleton h="240px" />
      </Box>
    );
  return (
    <Box px="5" py="4" data-sheet={sheet.listing.code}>
      <title>{`${sheet.listing.title} – Cold Kettle`}</title>
      <SheetHead sheet={sheet} />
      <Asides sheet={sheet} />
      <JumpLine />
      <Section title="Units a month">
        <UnitsPanel key={sheet.listing.code} sheet={sheet} />
        <Contradictions sheet={sheet} />
        <Stated sheet={sheet} />
      </Section>
      <Later key={`later-${sheet.listing.code}`}>
        <Section title="History">
          <Suspense fallback={<Skeleton h="320px" />}>
            <HistoryPanel
              code={sheet.listing.code}
              title={sheet.listing.title}
              today={sheet.today}
              typicalPerDay={sheet.units.spikes?.typicalPerDay ?? null}
            />
          </Suspense>
        </Section>
        <Section title="Season and trend">
          <SeasonPanel code={sheet.listing.code} />
        </Section>
        <Flex gap="8" wrap={wide ? 'nowrap' : 'wrap'}>
          <Box flex="1" minW="260px">
            <Section
              title={`What is left of ${moneyWith(sheet.costing.document.price ?? sheet.listing.price, market)}`}
              jump="Money"
            >
              {sheet.costing.candidate && (
                <Text fontSize="12px" color="inkSoft" mb="1">
                  The costing of the candidate{' '}
                  <Link
                    to={`/${market.id}/candidates/${sheet.costing.candidate.id}/costing`}
                    style={{ textDecoration: 'underline' }}
                  >
                    {sheet.costing.candidate.name}
                  </Link>
                  .
                </Text>
              )}
              <Suspense fallback={<Skeleton h="320px" />}>
                <MoneyPanel
                  key={`${sheet.listing.code}/${sheet.costing.candidate?.id}`}
                  sheet={sheet}
                  costing={sheet.costing}
                />
              </Suspense>
            </Section>
          </Box>
          <Box flex="1" minW="260px">
            <Section title="Against a sieve" jump="Limits">
              <AgainstPanel code={sheet.listing.code} />
            </Section>
          </Box>
        </Flex>
        <Section title="How well its page is made" jump="Page">
          <CraftPanel key={sheet.listing.code} sheet={sheet} />
        </Section>
        <Section title="Variations">
          <FamilyTable sheet={sheet} />
        </Section>
        <Flex gap="8" wrap={wide ? 'nowrap' : 'wrap'}>
          <Box flex="1" minW="260px">
            <Section title="Facts and flags" jump="Facts">
              <Facts sheet={sheet} />
              {!market.simulated && <RemoveListing code={sheet.listing.code} />}
            </Section>
          </Box>
          <Box flex="1" minW="260px">
            <Section title="Sellers">
              <Sellers sheet={sheet} />
            </Section>
          </Box>
        </Flex>
      </Later>
    </Box>
  );
};

/** What can wait until the units stand there: drawn right after them, without holding up the next key. */
const Later = ({ children }: { children: React.ReactNode }) => {
  const [ready, setReady] = useState(false);
  useEffect(() => {
    const frame = requestAnimationFrame(() => startTransition(() => setReady(true)));
    return () => cancelAnimationFrame(frame);
  }, []);
  return ready ? children : <Skeleton h="320px" mt="5" />;
};

/** What a list knows of a row, in the place of its sheet until that is there: a held-down key runs through these. */
export const QuickSheet = ({ brief }: { brief: ListingBrief }) => {
  const market = useMarket();
  return (
    <Box px="5" py="4" aria-busy data-quick={brief.code}>
      <Flex gap="3.5" pr="16">
        <Picture marketplace={market.id} code={brief.code} size={58} />
        <Box flex="1" minW="0">
          <Heading as="h1" fontSize="20px" lineHeight="1.2">
            {brief.title}
          </Heading>
          <Text color="inkSoft" fontSize="13px" mt="1">
            {brief.brand || 'no brand'} · {brief.code} · {brief.category}
          </Text>
        </Box>
      </Flex>
      <Section title="Units a month">
        <Text fontSize="15px">
          <Box as="b" fontSize="20px">
            {count(brief.units)}
          </Box>{' '}
          {brief.unitsLow !== null && brief.unitsHigh !== null && (
            <Box as="span" color="inkSoft">
              {count(brief.unitsLow)}–{count(brief.unitsHigh)} in four of five cases
            </Box>
          )}
        </Text>
      </Section>
    </Box>
  );
};

const PARTS = [
  'Units a month',
  'History',
  'Season and trend',
  'Money',
  'Limits',
  'Page',
  'Variations',
  'Facts',
  'Sellers',
];
const partId = (part: string): string => `sheet-${part.toLowerCase().replaceAll(' ', '-')}`;

/** Jumps to a part of the sheet, which is longer than the window. */
const JumpLine = () => (
  <Flex as="nav" aria-label="Parts of the sheet" gap="3" mt="3" fontSize="13px" wrap="wrap">
    {PARTS.map((part) => (
      <Box
        key={part}
        asChild
        color="aubergine"
        textDecoration="underline"
        textUnderlineOffset="3px"
        minH="24px"
        cursor="pointer"
        bg="transparent"
      >
        <button type="button" onClick={() => document.getElementById(partId(part))?.scrollIntoView({ block: 'start' })}>
          {part.split(' ')[0]}
        </button>
      </Box>
    ))}
  </Flex>
);

/** What sources state of it, kept as they said it. */
const Stated = ({ sheet }: { sheet: Sheet }) => {
  const market = useMarket();
  return (
    <>
      {sheet.stated.map((s) => (
        <Text key={`${s.measure}${s.source}${s.day}`} fontSize="13px" mt="1.5" color="inkSoft">
          {s.source} states {s.measure === 'units' ? `${count(s.value)} units` : moneyWith(s.value, market, true)} a
          month ({day(s.day)})
        </Text>
      ))}
    </>
  );
};

export const Section = ({
  title,
  jump = title,
  children,
}: {
  title: string;
  /** What the line of jumps calls it. */
  jump?: string;
  children: React.ReactNode;
}) => (
  <Box as="section" id={partId(jump)} mt="4" pt="3" borderTopWidth="1px" borderColor="rule" scrollMarginTop="8px">
    <Heading as="h2" fontSize="15px" mb="2">
      {title}
    </Heading>
    {children}
  </Box>
);

const SheetHead = ({ sheet }: { sheet: Sheet }) => {
  const market = useMarket();
  const { listing } = sheet;
  const { codes, toggle } = useTray();
  const { watch, isLoading } = useWatching();
  const inTray = codes.includes(listing.code);
  const address = addressOfListing(market.addressPattern, listing.code);
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
            <Link to={`/${market.id}/shelf?listing=${encodeURIComponent(listing.code)}`}>Its shelf</Link>
          </Button>
          <Button size="xs" variant="outline" asChild>
            <Link to={`/${market.id}/found?codes=${encodeURIComponent(listing.code)}`}>Its terms</Link>
          </Button>
          {address !== null && (
            <Button size="xs" variant="outline" asChild>
              <a href={address} target="_blank" rel="noreferrer">
                Where it is sold
              </a>
            </Button>
          )}
          {sheet.watchedSince ? (
            <Text fontSize="13px" color="inkSoft">
              watched since {day(sheet.watchedSince, sheet.today)}
              {sheet.stale && (
                <Box as="span" color="saffron">
                  {' '}
                  ▲ stale: {sheet.lastReading ? `last read ${day(sheet.lastReading, sheet.today)}` : 'not read yet'}
                </Box>
              )}
            </Text>
          ) : (
            <Button size="xs" variant="outline" loading={isLoading} onClick={() => watch([listing.code])}>
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
