import { Box } from '@chakra-ui/react';
import type { ScoredCandidate } from '@kettle/contract/shortlist';
import { useMarket } from '../../ground/market/market.ts';
import { day } from '../../ground/ui/format.ts';

/** Says where figures of a candidate are older than they should be: some of its listings were not read when due. */
export const Unread = ({ of: { unread } }: { of: Pick<ScoredCandidate, 'unread'> }) => {
  const market = useMarket();
  if (unread === null) return null;
  const since = unread.oldest === null ? 'some never' : `since ${day(unread.oldest, market.today)}`;
  return (
    <Box as="span" display="block" fontSize="12px" color="saffron" whiteSpace="nowrap">
      ▲ stale: {unread.listings} not read {since}
    </Box>
  );
};
