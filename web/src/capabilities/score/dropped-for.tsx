import { Box, Heading, Text } from '@chakra-ui/react';
import { Link } from 'react-router';
import { DROP_REASONS } from '@kettle/core/documents/decision';
import { useDropReasonsQuery } from '../../ground/api/candidates.ts';
import { useMarket } from '../../ground/market/market.ts';

/** Why candidates were dropped, counted; each offered as a limit of the next sift where one says the same. */
export const DroppedFor = () => {
  const market = useMarket();
  const { data = [] } = useDropReasonsQuery({ params: { marketplace: market.id } });
  if (data.length === 0) return null;
  return (
    <Box as="section" aria-labelledby="dropped-for" px="5" pt="6" fontSize="13px">
      <Heading as="h2" id="dropped-for" fontSize="17px" mb="1">
        What was dropped, and why
      </Heading>
      <Box as="ul" listStyleType="none">
        {data.map(({ reason, candidates, limit }) => (
          <li key={reason}>
            <b>{candidates}</b> for: {DROP_REASONS[reason]}
            {limit && (
              <>
                {' · '}
                <Link to={`/${market.id}/sift?${limit.search}`} style={{ textDecoration: 'underline' }}>
                  sift {limit.words}
                </Link>
              </>
            )}
          </li>
        ))}
      </Box>
      <Text color="inkSoft">A dropped find is marked in every list; its reason stands on its sheet.</Text>
    </Box>
  );
};
