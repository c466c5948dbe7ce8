import { Box, Flex } from '@chakra-ui/react';
import type { Marketplace } from '@kettle/contract/sources';
import { useMarket } from '../../ground/market/market.ts';
import { money } from '../../ground/ui/format.ts';

/** Within what a sum lies. */
export const spanInWords = ({ low, high }: { low: number | null; high: number }, market: Marketplace): string =>
  low === null
    ? `at most ${money(high, market)}`
    : low === high
      ? money(low, market)
      : `${money(low, market)} to ${money(high, market)}`;

/** A sum of the account with its name. */
export const Line = ({
  label,
  note,
  amount,
  strong = false,
  testId,
}: {
  label: string;
  note?: string;
  amount: number | null;
  strong?: boolean;
  testId?: string;
}) => {
  const market = useMarket();
  return (
    <Flex
      justify="space-between"
      fontWeight={strong ? 700 : 400}
      borderTopWidth={strong ? '1px' : undefined}
      borderColor="rule"
      pt={strong ? '1' : undefined}
    >
      <span>
        {label}
        {note && (
          <Box as="span" color="inkSoft">
            {' '}
            {note}
          </Box>
        )}
      </span>
      <span data-testid={testId}>{amount === null ? '—' : money(amount, market)}</span>
    </Flex>
  );
};

/** Something of the account that is no sum. */
export const Words = ({ label, value, testId }: { label: string; value: string; testId?: string }) => (
  <Flex justify="space-between">
    <span>{label}</span>
    <span data-testid={testId}>{value}</span>
  </Flex>
);
