import { Box, Flex, IconButton } from '@chakra-ui/react';
import { Maximize2, X } from 'lucide-react';
import { useDeferredValue } from 'react';
import { Link } from 'react-router';
import type { Marketplace } from '@kettle/contract/sources';
import { ListingSheet } from './listing-sheet.tsx';

/** How wide the sheet is beside a list; where the window is narrow it covers the list. */
export const SHEET_WIDTH = { base: '100%', lg: '640px' };
/** What a list leaves free for an open sheet, so that nothing of it lies hidden underneath. */
export const BESIDE_SHEET = { base: '0', lg: '640px' };

/** The sheet over the right part of a list; the list stays alive and the sheet follows it. */
export const ListingSheetPanel = ({
  market,
  code,
  onClose,
}: {
  market: Marketplace;
  code: string;
  onClose: () => void;
}) => {
  // A held-down key runs through rows faster than sheets are worth asking for.
  const shown = useDeferredValue(code);
  return (
    <Box
      as="aside"
      aria-label="Listing sheet"
      position="absolute"
      top="0"
      bottom="0"
      right="0"
      w={SHEET_WIDTH}
      bg="paper"
      borderLeftWidth="1px"
      borderColor="rule"
      boxShadow="-6px 0 18px rgb(30 42 50 / 0.12)"
      overflow="auto"
      zIndex="5"
      tabIndex={0}
    >
      <Flex position="sticky" top="0" justify="flex-end" gap="1" px="3" pt="2" zIndex="2" float="right">
        <IconButton
          asChild
          size="xs"
          variant="ghost"
          aria-label="Open as a page of its own"
          title="Open as a page of its own"
        >
          <Link to={`/${market.id}/listings/${code}`}>
            <Maximize2 size={15} />
          </Link>
        </IconButton>
        <IconButton size="xs" variant="ghost" aria-label="Close the sheet" title="Close (Escape)" onClick={onClose}>
          <X size={16} />
        </IconButton>
      </Flex>
      <ListingSheet market={market} code={shown} />
    </Box>
  );
};
