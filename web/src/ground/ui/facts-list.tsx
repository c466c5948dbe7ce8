import { Box } from '@chakra-ui/react';
import type { ReactNode } from 'react';

/** Names and what they stand at, in two columns. */
export const FactsList = ({
  facts,
  columns = 'auto 1fr',
  columnGap = '4',
  rowGap = '1',
}: {
  facts: readonly (readonly [string, ReactNode])[];
  columns?: string;
  columnGap?: string;
  rowGap?: string;
}) => (
  <Box
    as="dl"
    display="grid"
    gridTemplateColumns={columns}
    columnGap={columnGap}
    rowGap={rowGap}
    fontSize="13px"
    className="figures"
  >
    {facts.map(([name, value]) => (
      <Box key={name} display="contents">
        <Box as="dt" color="inkSoft">
          {name}
        </Box>
        <Box as="dd">{value}</Box>
      </Box>
    ))}
  </Box>
);
