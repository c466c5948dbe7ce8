import { Box } from '@chakra-ui/react';
import { useParams } from 'react-router';
import { ListingSheet } from './listing-sheet.tsx';

/** The listing sheet as a page of its own, with an address to send on. */
export const Component = () => {
  const { code = '' } = useParams();
  return (
    <Box maxW="980px" mx="auto" bg="paper" minH="100%" borderXWidth="1px" borderColor="rule">
      <ListingSheet code={code} wide />
    </Box>
  );
};
