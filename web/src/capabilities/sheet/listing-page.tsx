import { Box } from '@chakra-ui/react';
import { useParams } from 'react-router';
import { useMarket } from '../../ground/market/use-market.ts';
import { ListingSheet } from './listing-sheet.tsx';

/** The listing sheet as a page of its own, with an address to send on. */
export const Component = () => {
  const { market } = useMarket();
  const { code = '' } = useParams();
  return market ? (
    <Box maxW="980px" mx="auto" bg="paper" minH="100%" borderXWidth="1px" borderColor="rule">
      <ListingSheet market={market} code={code} wide />
    </Box>
  ) : null;
};
