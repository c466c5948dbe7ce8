import { Flex, IconButton } from '@chakra-ui/react';
import { Maximize2, X } from 'lucide-react';
import { useDeferredValue } from 'react';
import { Link } from 'react-router';
import type { Marketplace } from '@kettle/contract/sources';
import { SidePanel } from '../ui/side-panel.tsx';
import { ListingSheet } from './listing-sheet.tsx';

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
    <SidePanel label="Listing sheet">
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
    </SidePanel>
  );
};
