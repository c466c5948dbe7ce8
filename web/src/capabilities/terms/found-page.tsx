import { Box, Flex, Heading, Text } from '@chakra-ui/react';
import { Link, useSearchParams } from 'react-router';
import { useBriefsQuery } from '../../ground/api/sheet.ts';
import { useMarket } from '../../ground/market/market.ts';
import { Empty } from '../../ground/ui/empty.tsx';
import { Picture } from '../../ground/ui/picture.tsx';
import { TermsTable } from './terms-table.tsx';
import { listingPath } from '../../ground/market/listing-path.ts';

const MOST = 12;

/** By which terms one listing, or several rivals side by side, are found. */
export const Component = () => {
  const market = useMarket();
  const [parameters] = useSearchParams();
  const codes = [...new Set((parameters.get('codes') ?? '').split(',').filter(Boolean))].slice(0, MOST);
  const { data } = useBriefsQuery(
    { params: { marketplace: market.id }, query: { codes: codes.join(',') } },
    { skip: codes.length === 0 },
  );
  if (codes.length === 0)
    return (
      <Empty title="Terms of which listings?">
        Open a listing and press “Its terms”, or a shelf and “Terms of the first six”.
      </Empty>
    );
  const missing = data ? codes.filter((c) => !data.some((l) => l.code === c)) : [];
  return (
    <Flex direction="column" h="100%">
      <title>{`Terms – ${market.name} – Cold Kettle`}</title>
      <Box px="5" pt="3">
        <Heading as="h1" fontSize="20px">
          {codes.length === 1 ? `By which terms it is found` : `By which terms ${codes.length} listings are found`}
        </Heading>
        <Flex gap="4" mt="1" wrap="wrap" fontSize="13px">
          {data?.map((l) => (
            <Flex key={l.code} gap="2" align="center">
              <Picture marketplace={market.id} code={l.code} size={22} />
              <Link to={listingPath(market.id, l.code)} style={{ textDecoration: 'underline' }}>
                {l.title}
              </Link>
            </Flex>
          ))}
        </Flex>
        {missing.length > 0 && (
          <Text role="status" color="saffron" fontSize="13px">
            ▲ {market.name} has no listing {missing.join(', ')}.
          </Text>
        )}
      </Box>
      <TermsTable codes={codes} candidate={null} />
    </Flex>
  );
};
