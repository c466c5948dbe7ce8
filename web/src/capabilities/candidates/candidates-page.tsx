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
import { Picture } from '../../ground/ui/picture.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { PasteCodes } from './paste-codes.tsx';

export { CandidatesPage as Component };

const table = {
  '& th, & td': { padding: '7px 10px', textAlign: 'left', borderBottom: '1px solid var(--chakra-colors-rule)' },
  '& th': { color: 'var(--chakra-colors-ink-soft)', fontWeight: 600 },
  '& .right': { textAlign: 'right' },
} as const;

const CandidatesPage = () => {
  const market = useMarket();
  const { data, error } = useCandidatesQuery({ params: { marketplace: market.id } });
  return (
    <Box px="5" py="4" maxW="1200px">
      <title>{`Candidates on ${market.name} – Cold Kettle`}</title>
      <Heading as="h1" fontSize="22px">
        Candidates
      </Heading>
      <Text color="inkSoft">Product ideas on {market.name}, each with the rivals it has to be better than.</Text>
      <ProblemNote error={error} />
      {data?.length === 0 && (
        <Empty title="No candidate yet">
          Put a find and its rivals in the tray, then press “Start a candidate”. Everything after that — readings,
          reviews, costing, score — hangs on it.
        </Empty>
      )}
      {data && data.length > 0 && (
        <Box overflowX="auto" tabIndex={0} role="region" aria-label="Candidates, scrollable">
          <Box as="table" w="100%" mt="3" bg="paper" borderWidth="1px" borderColor="rule" fontSize="13px" css={table}>
            <thead>
              <tr>
                <th scope="col">Candidate</th>
                <th scope="col">Stage</th>
                <th scope="col" className="right">
                  Listings
                </th>
                <th scope="col">Watched since</th>
                <th scope="col">Look again</th>
                <th scope="col">Started</th>
              </tr>
            </thead>
            <tbody>
              {data.map((c) => (
                <tr key={c.id}>
                  <td>
                    <Flex gap="2.5" align="center">
                      <Picture marketplace={market.id} code={c.anchorCode} />
                      <Box asChild fontWeight="600" color="aubergine">
                        <Link to={`/${market.id}/candidates/${c.id}/line-up`}>{c.name}</Link>
                      </Box>
                    </Flex>
                  </td>
                  <td>{c.stage}</td>
                  <td className="right">{c.listings}</td>
                  <td>{c.watchedSince ? day(c.watchedSince, market.today) : 'not watched'}</td>
                  <td>
                    {c.lookAgainOn ? (
                      <Box as="span" color={c.lookAgainOn <= market.today ? 'saffron' : undefined}>
                        {c.lookAgainOn <= market.today ? '▲ ' : ''}
                        {day(c.lookAgainOn, market.today)}
                      </Box>
                    ) : (
                      '—'
                    )}
                  </td>
                  <td>{day(c.madeOn, market.today)}</td>
                </tr>
              ))}
            </tbody>
          </Box>
        </Box>
      )}
      <WatchedListings />
    </Box>
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
        label="Listing codes to watch"
        button="Watch"
        onAdd={(text) => add({ params: { marketplace: market.id }, body: { text } })}
      />
      <ProblemNote error={error} />
      {data && data.length > 0 && (
        <Box overflowX="auto" tabIndex={0} role="region" aria-label="Watched listings, scrollable">
          <Box as="table" w="100%" mt="3" bg="paper" borderWidth="1px" borderColor="rule" fontSize="13px" css={table}>
            <thead>
              <tr>
                <th scope="col">Listing</th>
                <th scope="col">Since</th>
                <th scope="col">Last reading</th>
                <th scope="col" className="right">
                  Price
                </th>
                <th scope="col" className="right">
                  Rank
                </th>
                <th scope="col" className="right">
                  Units a month
                </th>
                <th scope="col" className="right">
                  Stock
                </th>
                <th scope="col">Candidate</th>
                <th scope="col">
                  <span className="visually-hidden">Stop</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {data.map((w) => (
                <tr key={w.code}>
                  <td>
                    <Box asChild fontWeight="600">
                      <Link to={`/${market.id}/listings/${w.code}`}>{w.title}</Link>
                    </Box>{' '}
                    <Box as="span" color="inkSoft">
                      {w.code}
                    </Box>
                  </td>
                  <td>{day(w.since, market.today)}</td>
                  <td>
                    {w.lastReading
                      ? day(w.lastReading, market.today)
                      : market.simulated
                        ? 'first one when the hob moves on'
                        : 'first one with your next import'}
                    {w.lastReading && w.lastReading < market.today ? (
                      <Box as="span" color="saffron">
                        {' '}
                        ▲ stale
                      </Box>
                    ) : (
                      ''
                    )}
                  </td>
                  <td className="right">{money(w.price, market)}</td>
                  <td className="right">{count(w.rank)}</td>
                  <td className="right">{count(w.units)}</td>
                  <td className="right">{count(w.stock)}</td>
                  <td>{w.candidates.map((c) => c.name).join(', ') || '—'}</td>
                  <td>
                    <Box asChild color="aubergine" textDecoration="underline" cursor="pointer">
                      <button
                        type="button"
                        aria-label={`Stop watching ${w.code}`}
                        onClick={() => void stop({ params: { marketplace: market.id, code: w.code } })}
                      >
                        Stop
                      </button>
                    </Box>
                  </td>
                </tr>
              ))}
            </tbody>
          </Box>
        </Box>
      )}
    </Box>
  );
};
