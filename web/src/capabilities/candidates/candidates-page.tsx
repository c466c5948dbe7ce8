import { Box, Flex, Heading, Text } from '@chakra-ui/react';
import { Link } from 'react-router';
import {
  useCandidatesQuery,
  useStopWatchingMutation,
  useWatchByCodesMutation,
  useWatchedQuery,
} from '../../ground/api/candidates.ts';
import { useMarket } from '../../ground/market/market.ts';
import { Empty } from '../../ground/ui/empty.tsx';
import { count, day, money } from '../../ground/ui/format.ts';
import { NarrowPage } from '../../ground/ui/narrow-page.tsx';
import { Picture } from '../../ground/ui/picture.tsx';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { Morning } from '../watch/morning.tsx';
import { PasteCodes } from './paste-codes.tsx';
import { listingPath } from '../../ground/market/listing-path.ts';

export { CandidatesPage as Component };

const CandidatesPage = () => {
  const market = useMarket();
  const { data, error } = useCandidatesQuery({ params: { marketplace: market.id } });
  return (
    <NarrowPage
      title="Candidates"
      tab={`Candidates on ${market.name}`}
      lead={`Product ideas on ${market.name}, each with the rivals it has to be better than.`}
      error={error}
    >
      <Morning />
      {data?.length === 0 && (
        <Empty title="No candidate yet">
          Put a find and its rivals in the tray, then press “Start a candidate”. Everything after that — readings,
          reviews, costing, score — hangs on it.
        </Empty>
      )}
      {data && data.length > 0 && (
        <Box mt="3">
          <PlainTable
            label="Candidates"
            roomy
            rows={data}
            rowKey={(c) => c.id}
            columns={[
              {
                head: 'Candidate',
                cell: (c) => (
                  <Flex gap="2.5" align="center">
                    <Picture marketplace={market.id} code={c.anchorCode} />
                    <Box asChild fontWeight="600" color="aubergine">
                      <Link to={`/${market.id}/candidates/${c.id}/line-up`}>{c.name}</Link>
                    </Box>
                  </Flex>
                ),
              },
              { head: 'Stage', align: 'left', cell: (c) => c.stage },
              { head: 'Listings', cell: (c) => c.listings },
              {
                head: 'Watched since',
                align: 'left',
                cell: (c) => (c.watchedSince ? day(c.watchedSince, market.today) : 'not watched'),
              },
              {
                head: 'Look again',
                align: 'left',
                cell: (c) =>
                  c.lookAgainOn ? (
                    <Box as="span" color={c.lookAgainOn <= market.today ? 'saffron' : undefined}>
                      {c.lookAgainOn <= market.today ? '▲ ' : ''}
                      {day(c.lookAgainOn, market.today)}
                    </Box>
                  ) : (
                    '—'
                  ),
              },
              { head: 'Started', align: 'left', cell: (c) => day(c.madeOn, market.today) },
            ]}
          />
        </Box>
      )}
      <WatchedListings />
    </NarrowPage>
  );
};

const WatchedListings = () => {
  const market = useMarket();
  const { data, error } = useWatchedQuery({ params: { marketplace: market.id } });
  const [add] = useWatchByCodesMutation();
  const [stop] = useStopWatchingMutation();
  return (
    <Box as="section" mt="8">
      <Heading as="h2" fontSize="18px">
        Watched listings
      </Heading>
      <Text color="inkSoft" mb="2">
        {market.simulated
          ? 'A reading a day is taken of each when the hob moves on.'
          : 'Readings come with the files you import under Sources.'}
      </Text>
      <PasteCodes
        place={`watch/${market.id}`}
        label="Listing codes to watch"
        button="Watch"
        onAdd={(text) => add({ params: { marketplace: market.id }, body: { text } })}
      />
      <ProblemNote error={error} />
      {data && data.length > 0 && (
        <Box mt="3">
          <PlainTable
            label="Watched listings"
            roomy
            rows={data}
            rowKey={(w) => w.code}
            columns={[
              {
                head: 'Listing',
                cell: (w) => (
                  <>
                    <Box asChild fontWeight="600">
                      <Link to={listingPath(market.id, w.code)}>{w.title}</Link>
                    </Box>{' '}
                    <Box as="span" color="inkSoft">
                      {w.code}
                    </Box>
                  </>
                ),
              },
              { head: 'Since', align: 'left', cell: (w) => day(w.since, market.today) },
              {
                head: 'Last reading',
                align: 'left',
                cell: (w) =>
                  w.lastReading ? (
                    <>
                      {day(w.lastReading, market.today)}
                      {w.lastReading < market.today && (
                        <Box as="span" color="saffron">
                          {' '}
                          ▲ stale
                        </Box>
                      )}
                    </>
                  ) : market.simulated ? (
                    'first one when the hob moves on'
                  ) : (
                    'first one with your next import'
                  ),
              },
              { head: 'Price', cell: (w) => money(w.price, market) },
              { head: 'Rank', cell: (w) => count(w.rank) },
              { head: 'Units a month', cell: (w) => count(w.units) },
              { head: 'Stock', cell: (w) => count(w.stock) },
              { head: 'Candidate', align: 'left', cell: (w) => w.candidates.map((c) => c.name).join(', ') || '—' },
              {
                head: 'Stop',
                unseen: true,
                align: 'left',
                cell: (w) => (
                  <Box asChild color="aubergine" textDecoration="underline" cursor="pointer">
                    <button
                      type="button"
                      aria-label={`Stop watching ${w.code}`}
                      onClick={() => void stop({ params: { marketplace: market.id, code: w.code } })}
                    >
                      Stop
                    </button>
                  </Box>
                ),
              },
            ]}
          />
        </Box>
      )}
    </Box>
  );
};
