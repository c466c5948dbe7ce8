import { Box, Button, Flex, Heading, IconButton, Skeleton, Text } from '@chakra-ui/react';
import { X } from 'lucide-react';
import { lazy, Suspense, useDeferredValue } from 'react';
import { Link } from 'react-router';
import type { TermRow } from '@kettle/contract/demand';
import { demandMeasure, type DemandView } from '@kettle/core/demand/choice';
import { useNicheQuery, useTermQuery } from '../../ground/api/demand.ts';
import { useMarket } from '../../ground/market/market.ts';
import { count, day, money, percent } from '../../ground/ui/format.ts';
import { Picture } from '../../ground/ui/picture.tsx';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { SidePanel } from '../../ground/ui/side-panel.tsx';
import { measured } from '../sheet/listing-columns.tsx';
import { Section } from '../sheet/listing-sheet.tsx';
import { listingPath } from '../../ground/market/listing-path.ts';

import { NicheCorrections } from './niche-corrections.tsx';

const YearsChart = lazy(() => import('./years-chart.tsx'));

interface Props {
  id: string;
}

/** The sheet of a niche or a term over the right part of the list, which stays alive. */
export const DemandPanel = ({
  view,
  id,
  share,
  onClose,
}: Props & { view: DemandView; share: number; onClose: () => void }) => {
  // A held-down key runs through rows faster than sheets are worth asking for.
  const shown = useDeferredValue(id);
  return (
    <SidePanel label={view === 'niches' ? 'Niche sheet' : 'Term sheet'}>
      <IconButton
        position="absolute"
        top="2"
        right="3"
        size="xs"
        variant="ghost"
        aria-label="Close the sheet"
        title="Close (Escape)"
        onClick={onClose}
      >
        <X size={16} />
      </IconButton>
      {view === 'niches' ? <NicheSheet id={shown} share={share} /> : <TermSheet id={shown} />}
    </SidePanel>
  );
};

const Waiting = ({ error }: { error: unknown }) =>
  error ? (
    <Box p="5" pr="12">
      <ProblemNote error={error} kept="The list behind is as it was." />
    </Box>
  ) : (
    <Box p="5" aria-busy>
      <Skeleton h="50px" mb="4" />
      <Skeleton h="220px" mb="4" />
      <Skeleton h="200px" />
    </Box>
  );

const Facts = ({
  view,
  figures,
  keys,
}: {
  view: DemandView;
  figures: Record<string, number | null>;
  keys: readonly string[];
}) => {
  const market = useMarket();
  return (
    <Box
      as="dl"
      display="grid"
      gridTemplateColumns="repeat(auto-fill, minmax(170px, 1fr))"
      gap="2"
      fontSize="13px"
      className="figures"
      mt="2"
    >
      {keys.map((key) => {
        const measure = demandMeasure(view, key)!;
        const value = figures[key] ?? null;
        return (
          <div key={key} title={measure.explanation}>
            <Box as="dt" color="inkSoft" fontSize="12px">
              {measure.name}
              {measure.unit === 'money' ? `, ${market.currency}` : ''}
            </Box>
            <Box as="dd" fontWeight="600">
              {measured(value, measure as never, market)}
            </Box>
          </div>
        );
      })}
    </Box>
  );
};

const NICHE_FACTS = [
  'volumeYear',
  'volumeQuarter',
  'growthYear',
  'quarterPace',
  'holders',
  'effective',
  'brands',
  'price',
  'units',
  'revenue',
  'reviews',
  'outlay',
];
const TERM_FACTS = [
  'volumeYear',
  'volumeQuarter',
  'growthYear',
  'growthQuarter',
  'quarterPace',
  'buyRate',
  'competing',
  'found',
  'topShare',
  'holders',
];
const MOST_ROWS = 15;

const NicheSheet = ({ id, share }: Props & { share: number }) => {
  const market = useMarket();
  const { currentData, error } = useNicheQuery({
    params: { marketplace: market.id, id: Number(id) },
    query: { share },
  });
  if (!currentData) return <Waiting error={error} />;
  const { niche, course, weeks, terms, listings, years, changed } = currentData;
  const at = `/${market.id}`;
  return (
    <Box px="5" py="4">
      <title>{`${niche.name} – Cold Kettle`}</title>
      <Heading as="h1" fontSize="20px" pr="10">
        {niche.name}
      </Heading>
      <Text color="inkSoft" fontSize="13px">
        {niche.category ?? 'no category'}
      </Text>
      <Text mt="1">{course.words}.</Text>
      <Flex gap="2" mt="2">
        <Button size="xs" colorPalette="aubergine" asChild>
          <Link to={`${at}/shelf?niche=${niche.id}`}>See its shelf</Link>
        </Button>
      </Flex>
      <Facts view="niches" figures={niche.figures} keys={NICHE_FACTS} />
      <Section title="Years">
        {weeks ? <Chart name={niche.name} weeks={weeks} /> : <Text>No searches are known.</Text>}
      </Section>
      <Section title={`Who shares ${percent(share)} of the clicks, over the years`}>
        {years.length === 0 ? (
          <Text>No clicks are known.</Text>
        ) : (
          <PlainTable
            label="Who shared the clicks"
            rows={years}
            rowKey={(y) => y.day}
            columns={[
              { head: 'Read on', cell: (y) => day(y.day) },
              { head: 'Listings', cell: (y) => y.listings },
              { head: 'Share most', cell: (y) => count(y.holders) },
              { head: 'First one gets', cell: (y) => percent(y.topShare) },
              { head: 'Effective', cell: (y) => (y.effective === null ? '—' : y.effective.toFixed(1)) },
            ]}
          />
        )}
        {changed.map((sentence) => (
          <Text key={sentence} fontSize="13px" mt="1">
            {sentence}
          </Text>
        ))}
      </Section>
      <Section title={`Its listings, ${listings.length}`}>
        <PlainTable
          label="Listings of the niche"
          rows={listings.slice(0, MOST_ROWS)}
          rowKey={(l) => l.listing.code}
          columns={[
            {
              head: 'Listing',
              cell: ({ listing: l }) => (
                <Flex gap="2" align="center">
                  <Picture marketplace={market.id} code={l.code} size={22} />
                  <Link to={listingPath(market.id, l.code)} style={{ textDecoration: 'underline' }}>
                    {l.title}
                  </Link>
                </Flex>
              ),
            },
            { head: 'Clicks', cell: (l) => percent(l.share, 1) },
            { head: 'A year ago', cell: (l) => percent(l.shareYearAgo, 1) },
            { head: `Price, ${market.currency}`, cell: ({ listing: l }) => money(l.price, market) },
            { head: 'Units', cell: ({ listing: l }) => count(l.units) },
            { head: 'Reviews', cell: ({ listing: l }) => count(l.reviews) },
          ]}
        />
        {listings.length > MOST_ROWS && (
          <Text fontSize="13px" color="inkSoft" mt="1">
            And {listings.length - MOST_ROWS} more: all stand on its shelf.
          </Text>
        )}
      </Section>
      <Section title={`Its terms, ${terms.length}`}>
        <TermTable terms={terms} />
        {!market.simulated && <NicheCorrections key={niche.id} name={niche.name} terms={terms} />}
      </Section>
    </Box>
  );
};

const TermSheet = ({ id }: Props) => {
  const market = useMarket();
  const { currentData, error } = useTermQuery({ params: { marketplace: market.id, id: Number(id) } });
  if (!currentData) return <Waiting error={error} />;
  const { term, course, weeks, page, seenOn } = currentData;
  const at = `/${market.id}`;
  return (
    <Box px="5" py="4">
      <title>{`${term.text} – Cold Kettle`}</title>
      <Heading as="h1" fontSize="20px" pr="10">
        “{term.text}”
      </Heading>
      {term.brand !== null && (
        <Text color="saffron">
          ▲ The name of{' '}
          <Link to={`${at}/brands/${encodeURIComponent(term.brand)}`} style={{ textDecoration: 'underline' }}>
            {term.brand}
          </Link>
          : who searches it does not look for you. It is left out of demand.
        </Text>
      )}
      <Text mt="1">{course.words}.</Text>
      <Text color="inkSoft" fontSize="13px">
        {term.niches.length === 0 ? 'It leads to no niche.' : 'It leads to '}
        {term.niches.map((n, i) => (
          <span key={n.id}>
            {i > 0 && ', '}
            <Link to={`${at}/demand?open=${n.id}`} style={{ textDecoration: 'underline' }}>
              {n.name}
            </Link>
          </span>
        ))}
      </Text>
      <Flex gap="2" mt="2">
        <Button size="xs" colorPalette="aubergine" asChild>
          <Link to={`${at}/shelf?term=${term.id}`}>See its shelf</Link>
        </Button>
      </Flex>
      <Facts view="terms" figures={term.figures} keys={TERM_FACTS} />
      <Section title="Years">
        {weeks ? <Chart name={term.text} weeks={weeks} /> : <Text>No searches are known.</Text>}
      </Section>
      <Section title={`First page${seenOn ? `, read ${day(seenOn, market.today)}` : ''}`}>
        {page.length === 0 ? (
          <Text>Its first page was not read.</Text>
        ) : (
          <PlainTable
            label="First page"
            rows={page.slice(0, MOST_ROWS)}
            rowKey={(p) => p.listing.code}
            columns={[
              {
                head: 'Listing',
                cell: ({ listing: l }) => (
                  <Link to={listingPath(market.id, l.code)} style={{ textDecoration: 'underline' }}>
                    {l.title}
                  </Link>
                ),
              },
              { head: 'Place', cell: (p) => p.unpaid ?? '—' },
              { head: 'Paid', cell: (p) => p.paid ?? '—' },
              { head: 'Clicks', cell: (p) => percent(p.clicks, 1) },
              { head: `Price, ${market.currency}`, cell: ({ listing: l }) => money(l.price, market) },
              { head: 'Units', cell: ({ listing: l }) => count(l.units) },
            ]}
          />
        )}
      </Section>
    </Box>
  );
};

const Chart = ({ name, weeks }: { name: string; weeks: { first: string; volumes: (number | null)[] } }) => (
  <Suspense fallback={<Skeleton h="220px" />}>
    <YearsChart name={name} weeks={weeks} />
  </Suspense>
);

const TermTable = ({ terms }: { terms: readonly TermRow[] }) => {
  const market = useMarket();
  return (
    <PlainTable
      label="Its terms"
      rows={terms}
      rowKey={(t) => t.id}
      columns={[
        {
          head: 'Term',
          cell: (t) => (
            <>
              <Link to={`/${market.id}/demand?view=terms&open=${t.id}`} style={{ textDecoration: 'underline' }}>
                {t.text}
              </Link>
              {t.brand !== null && <span className="care"> ▲ a brand’s name, left out</span>}
            </>
          ),
        },
        { head: 'Searches, year', cell: (t) => count(t.figures.volumeYear) },
        { head: 'Growth', cell: (t) => percent(t.figures.growthYear) },
        { head: 'Buy rate', cell: (t) => percent(t.figures.buyRate) },
        { head: 'Top share', cell: (t) => percent(t.figures.topShare) },
      ]}
    />
  );
};
