import { Box, Text } from '@chakra-ui/react';
import { Link } from 'react-router';
import { useCandidatesQuery, useMorningQuery } from '../../ground/api/candidates.ts';
import { useMarket } from '../../ground/market/market.ts';
import { Empty } from '../../ground/ui/empty.tsx';
import { NarrowPage } from '../../ground/ui/narrow-page.tsx';
import { DueCandidates } from '../watch/due-candidates.tsx';
import { useSince } from '../watch/use-since.ts';
import { day } from '../../ground/ui/format.ts';
import { CandidatesTable } from './candidates-table.tsx';

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
      <News />
      {data?.length === 0 && (
        <Empty title="No candidate yet">
          Put a find and its rivals in the tray, then press “Start a candidate”. Everything after that — readings,
          reviews, costing, score — hangs on it.
        </Empty>
      )}
      {data && data.length > 0 && (
        <Box mt="5">
          <CandidatesTable candidates={data} />
        </Box>
      )}
    </NarrowPage>
  );
};

/** What is due, what was waited for and has come, and of how many listings of candidates there is news. */
const News = () => {
  const market = useMarket();
  const { since } = useSince(market.id, market.today);
  const { data } = useMorningQuery({ params: { marketplace: market.id }, query: { since } });
  if (!data) return null;
  const news = data.listings.filter((l) => l.candidates.length > 0).length;
  return (
    <Box mt="3">
      <DueCandidates morning={data} />
      {news > 0 && (
        <Text>
          <Link to={`/${market.id}/watched/news`} style={{ textDecoration: 'underline' }}>
            News of {news} {news === 1 ? 'listing' : 'listings'} of candidates
          </Link>{' '}
          since {day(since, market.today)}.
        </Text>
      )}
    </Box>
  );
};
