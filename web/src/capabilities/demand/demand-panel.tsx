import { Box, Button, Flex, Heading, IconButton, Skeleton, Text } from '@chakra-ui/react';
import { X } from 'lucide-react';
import { lazy, Suspense, useDeferredValue, type ReactNode } from 'react';
import { Link } from 'react-router';
import type { TermRow } from '@kettle/contract/demand';
import { demandMeasure, type DemandView } from '@kettle/core/demand/choice';
import { useNicheQuery, useTermQuery } from '../../ground/api/demand.ts';
import { useMarket } from '../../ground/market/market.ts';
import { count, day, money, percent } from '../../ground/ui/format.ts';
import { Picture } from '../../ground/ui/picture.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { SidePanel } from '../../ground/ui/side-panel.tsx';
import { measured } from '../sheet/listing-columns.tsx';
import { Section } from '../sheet/listing-sheet.tsx';

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
          <Table head={['Read on', 'Listings', 'Share most', 'First one gets', 'Effective']}>
            {years.map((y) => (
              <tr key={y.day}>
                <td>{day(y.day)}</td>
                <td>{y.listings}</td>
                <td>{count(y.holders)}</td>
                <td>{percent(y.topShare)}</td>
                <td>{y.effective === null ? '—' : y.effective.toFixed(1)}</td>
              </tr>
            ))}
          </Table>
        )}
        {changed.map((sentence) => (
          <Text key={sentence} fontSize="13px" mt="1">
            {sentence}
          </Text>
        ))}
      </Section>
      <Section title={`Its listings, ${listings.length}`}>
        <Table head={['Listing', 'Clicks', 'A year ago', `Price, ${market.currency}`, 'Units', 'Reviews']}>
          {listings.slice(0, MOST_ROWS).map(({ listing: l, share: now, shareYearAgo }) => (
            <tr key={l.code}>
              <td>
                <Flex gap="2" align="center">
                  <Picture marketplace={market.id} code={l.code} size={22} />
                  <Link to={`${at}/listings/${l.code}`} style={{ textDecoration: 'underline' }}>
                    {l.title}
                  </Link>
                </Flex>
              </td>
              <td>{percent(now, 1)}</td>
              <td>{percent(shareYearAgo, 1)}</td>
              <td>{money(l.price, market)}</td>
              <td>{count(l.units)}</td>
              <td>{count(l.reviews)}</td>
            </tr>
          ))}
        </Table>
        {listings.length > MOST_ROWS && (
          <Text fontSize="13px" color="inkSoft" mt="1">
            And {listings.length - MOST_ROWS} more: all stand on its shelf.
          </Text>
        )}
      </Section>
      <Section title={`Its terms, ${terms.length}`}>
        <TermTable terms={terms} />
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
          <Table head={['Listing', 'Place', 'Paid', 'Clicks', `Price, ${market.currency}`, 'Units']}>
            {page.slice(0, MOST_ROWS).map(({ listing: l, unpaid, paid, clicks }) => (
              <tr key={l.code}>
                <td>
                  <Link to={`${at}/listings/${l.code}`} style={{ textDecoration: 'underline' }}>
                    {l.title}
                  </Link>
                </td>
                <td>{unpaid ?? '—'}</td>
                <td>{paid ?? '—'}</td>
                <td>{percent(clicks, 1)}</td>
                <td>{money(l.price, market)}</td>
                <td>{count(l.units)}</td>
              </tr>
            ))}
          </Table>
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

const Table = ({ head, children }: { head: readonly string[]; children: ReactNode }) => (
  <table className="plain-table">
    <thead>
      <tr>
        {head.map((h) => (
          <th key={h} scope="col">
            {h}
          </th>
        ))}
      </tr>
    </thead>
    <tbody>{children}</tbody>
  </table>
);

const TermTable = ({ terms }: { terms: readonly TermRow[] }) => {
  const market = useMarket();
  return (
    <Table head={['Term', 'Searches, year', 'Growth', 'Buy rate', 'Top share']}>
      {terms.map((t) => (
        <tr key={t.id}>
          <td>
            <Link to={`/${market.id}/demand?view=terms&open=${t.id}`} style={{ textDecoration: 'underline' }}>
              {t.text}
            </Link>
            {t.brand !== null && <span className="care"> ▲ a brand’s name, left out</span>}
          </td>
          <td>{count(t.figures.volumeYear)}</td>
          <td>{percent(t.figures.growthYear)}</td>
          <td>{percent(t.figures.buyRate)}</td>
          <td>{percent(t.figures.topShare)}</td>
        </tr>
      ))}
    </Table>
  );
};
