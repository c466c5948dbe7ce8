import { Box } from '@chakra-ui/react';
import { useCandidatesQuery } from '../../ground/api/candidates.ts';
import { useMarket } from '../../ground/market/market.ts';
import { Empty } from '../../ground/ui/empty.tsx';
import { NarrowPage } from '../../ground/ui/narrow-page.tsx';
import { Morning } from '../watch/morning.tsx';
import { WatchedListings } from '../watch/watched-listings.tsx';
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
      <Morning />
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
      <WatchedListings />
    </NarrowPage>
  );
};
