import { Box } from '@chakra-ui/react';
import { useMemo } from 'react';
import type { Morning } from '@kettle/contract/watch';
import { useCandidatesQuery, useMorningQuery } from '../../ground/api/candidates.ts';
import { useMarket } from '../../ground/market/market.ts';
import { Empty } from '../../ground/ui/empty.tsx';
import { NarrowPage } from '../../ground/ui/narrow-page.tsx';
import { DueCandidates } from '../watch/due-candidates.tsx';
import { useSince } from '../watch/use-since.ts';
import { CandidatesTable } from './candidates-table.tsx';

export { CandidatesPage as Component };

const CandidatesPage = () => {
  const market = useMarket();
  const { since } = useSince(market.id, market.today);
  const { data: morning } = useMorningQuery({ params: { marketplace: market.id }, query: { since } });
  const news = useMemo(() => {
    const found = new Map<number, number>();
    for (const { candidates } of morning?.listings ?? [])
      for (const { id } of candidates) found.set(id, (found.get(id) ?? 0) + 1);
    return found;
  }, [morning]);
  const { data, error } = useCandidatesQuery({ params: { marketplace: market.id } });
  return (
    <NarrowPage
      title="Candidates"
      tab={`Candidates on ${market.name}`}
      lead={`Product ideas on ${market.name}, each with the rivals it has to be better than.`}
      error={error}
    >
      <Due morning={morning} />
      {data?.length === 0 && (
        <Empty title="No candidate yet">
          Put a find and its rivals in the tray, then press “Start a candidate”. Everything after that — readings,
          reviews, costing, score — hangs on it.
        </Empty>
      )}
      {data && data.length > 0 && (
        <Box mt="5">
          <CandidatesTable candidates={data} news={news} />
        </Box>
      )}
    </NarrowPage>
  );
};

/** What is due, and what was waited for and has come. */
const Due = ({ morning }: { morning: Morning | undefined }) =>
  morning === undefined ? null : (
    <Box mt="3">
      <DueCandidates morning={morning} />
    </Box>
  );
