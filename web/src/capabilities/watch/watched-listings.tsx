import { Box, Heading, Text } from '@chakra-ui/react';
import { Link } from 'react-router';
import { useStopWatchingMutation, useWatchByCodesMutation, useWatchedQuery } from '../../ground/api/candidates.ts';
import { listingPath } from '../../ground/market/listing-path.ts';
import { useMarket } from '../../ground/market/market.ts';
import { count, day, money } from '../../ground/ui/format.ts';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { PasteCodes } from '../../ground/form/paste-codes.tsx';

/** The listings of which a reading a day is taken. */
export const WatchedListings = () => {
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
