import { Box, Flex, Heading, Input, Skeleton, Text } from '@chakra-ui/react';
import { lazy, Suspense } from 'react';
import { NavLink, useLocation, useParams } from 'react-router';
import { useMarket } from '../../ground/market/market.ts';
import { AwayMenu } from '../../ground/ui/export-menu.tsx';
import { count } from '../../ground/ui/format.ts';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { AddPanel } from './add-panel.tsx';
import { GroupsRail } from './groups-rail.tsx';
import { Morning } from './morning.tsx';
import { useWatched, type Watched } from './use-watched.ts';

const WatchedTable = lazy(() => import('./watched-table.tsx').then((m) => ({ default: m.WatchedTable })));
const SeveralChart = lazy(() => import('./several-chart.tsx').then((m) => ({ default: m.SeveralChart })));
const PlacesTable = lazy(() => import('./places-table.tsx').then((m) => ({ default: m.PlacesTable })));
const RunsPanel = lazy(() => import('./runs-panel.tsx').then((m) => ({ default: m.RunsPanel })));

export { WatchedPage as Component };

const VIEWS = [
  ['news', 'What is new'],
  ['listings', 'Listings'],
  ['chart', 'Side by side'],
  ['places', 'Places for terms'],
  ['runs', 'Daily reading and rules'],
] as const;
type View = (typeof VIEWS)[number][0];

/** What the browser's tab says: how many listings have news stands in front. */
const tabOf = (market: string, news: number): string => `${news > 0 ? `(${news}) ` : ''}Watched on ${market}`;

/** The listings that are followed day by day: what is new of them, all of them, beside each other, their places. */
const WatchedPage = () => {
  const market = useMarket();
  const { view: asked } = useParams();
  const view: View = VIEWS.find(([key]) => key === asked)?.[0] ?? 'news';
  const watched = useWatched();
  const { all, morning, error } = watched;
  return (
    <Flex direction="column" h="full" minH="0">
      <title>{`${tabOf(market.name, morning?.listings.length ?? 0)} – Cold Kettle`}</title>
      <Flex px="5" pt="3" gap="4" align="baseline" wrap="wrap">
        <Heading as="h1" fontSize="22px">
          Watched
        </Heading>
        <Text color="inkSoft">
          {all === undefined
            ? '…'
            : all.length === 0
              ? `Nothing is followed on ${market.name} yet.`
              : `${count(all.length)} ${all.length === 1 ? 'listing' : 'listings'} on ${market.name}, a reading a day of each.`}
        </Text>
        <Box ml="auto">
          <Away watched={watched} />
        </Box>
      </Flex>
      <Views view={view} />
      <Flex flex="1" minH="0" direction={{ base: 'column', lg: 'row' }} overflow={{ base: 'auto', lg: 'hidden' }}>
        <Box
          as="aside"
          aria-label="Groups"
          w={{ base: 'full', lg: '236px' }}
          flexShrink={0}
          px="5"
          py="3"
          overflowY={{ base: 'visible', lg: 'auto' }}
          borderRightWidth={{ base: 0, lg: '1px' }}
          borderColor="rule"
        >
          <GroupsRail watched={watched} />
          <AddPanel watched={watched} />
        </Box>
        <Flex
          as="section"
          aria-label={VIEWS.find(([key]) => key === view)![1]}
          flex="1"
          minW="0"
          minH="0"
          display={view === 'listings' ? 'flex' : 'block'}
          direction="column"
          overflow="auto"
          px="5"
          py="3"
        >
          <ProblemNote error={error} />
          {view !== 'runs' && view !== 'news' && (
            <Input
              size="sm"
              mb="2"
              maxW="320px"
              flexShrink={0}
              bg="paper"
              aria-label="Words in code, title, brand or label"
              placeholder="Words in code, title, brand or label"
              value={watched.words}
              onChange={(e) => watched.setWords(e.target.value)}
            />
          )}
          <Suspense fallback={<Skeleton h="240px" />}>
            {view === 'news' && <Morning watched={watched} />}
            {view === 'listings' && <WatchedTable watched={watched} />}
            {view === 'chart' && <SeveralChart watched={watched} />}
            {view === 'places' && <PlacesTable watched={watched} />}
            {view === 'runs' && <RunsPanel watched={watched} />}
          </Suspense>
        </Flex>
      </Flex>
    </Flex>
  );
};

const Views = ({ view }: { view: View }) => {
  const market = useMarket();
  const { search } = useLocation();
  return (
    <Flex
      as="nav"
      aria-label="Views of watched listings"
      px="5"
      mt="2"
      gap="5"
      borderBottomWidth="1px"
      borderColor="rule"
      wrap="wrap"
    >
      {VIEWS.map(([key, name]) => (
        <Box
          key={key}
          asChild
          pb="1.5"
          mb="-1px"
          borderBottomWidth="2px"
          borderColor={view === key ? 'aubergine' : 'transparent'}
          color={view === key ? 'aubergine' : 'ink'}
          fontWeight={view === key ? 700 : 400}
        >
          <NavLink
            to={{ pathname: `/${market.id}/watched/${key}`, search }}
            aria-current={view === key ? 'page' : undefined}
          >
            {name}
          </NavLink>
        </Box>
      ))}
    </Flex>
  );
};

/** What is watched as files: what the filter shows, the news, a feed and a calendar to subscribe to. */
const Away = ({ watched: { shown, all, since } }: { watched: Watched }) => {
  const market = useMarket();
  const at = `/api/marketplaces/${market.id}/watch`;
  const codes = all !== undefined && shown.length < all.length ? `?codes=${encodeURIComponent(shown.map((w) => w.code).join(','))}` : ''; // prettier-ignore
  return (
    <AwayMenu
      ways={[
        { key: 'csv', name: `${count(shown.length)} listings as CSV`, address: `${at}/listings.csv${codes}` },
        { key: 'xlsx', name: `${count(shown.length)} listings as XLSX`, address: `${at}/listings.xlsx${codes}` },
        { key: 'news', name: 'What is new as CSV', address: `${at}/news.csv?since=${since.since}` },
        { key: 'atom', name: 'What is new as a feed (Atom)', address: `${at}/news.atom`, opens: true },
        { key: 'ics', name: 'Days to look again as a calendar', address: `${at}/calendar.ics` },
      ]}
    />
  );
};
