import { Flex, IconButton } from '@chakra-ui/react';
import { Maximize2, X } from 'lucide-react';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import type { ListingBrief } from '@kettle/contract/shapes';
import { usePrefetch } from '../../ground/api/sheet.ts';
import { useMarket } from '../../ground/market/market.ts';
import { SidePanel } from '../../ground/ui/side-panel.tsx';
import { ListingSheet, QuickSheet } from './listing-sheet.tsx';
import { listingPath } from '../../ground/market/listing-path.ts';

/** A held-down key repeats about thirty times a second: a row that it passes is not worth asking for. */
const RESTS_MS = 110;
const AHEAD_AFTER_MS = 250;
const NO_ROWS: readonly ListingBrief[] = [];

/** What a value is, at once when it had rested before it changed; while it goes on changing, what it was. */
const useRested = <T,>(value: T): T => {
  const [rested, setRested] = useState(value);
  const [last, setLast] = useState(value);
  const [moving, setMoving] = useState(false);
  if (last !== value) {
    setLast(value);
    setMoving(true);
    if (!moving) setRested(value);
  }
  useEffect(() => {
    const timer = setTimeout(() => {
      setMoving(false);
      setRested(value);
    }, RESTS_MS);
    return () => clearTimeout(timer);
  }, [value]);
  return rested;
};

/** The sheet over the right part of a list; the list stays alive and the sheet follows it. */
export const ListingSheetPanel = ({
  code,
  rows = NO_ROWS,
  onClose,
}: {
  code: string;
  /** The list it lies beside: what that knows of the row is shown at once, and its neighbours are asked for ahead. */
  rows?: readonly ListingBrief[];
  onClose: () => void;
}) => {
  const market = useMarket();
  const rested = useRested(code);
  const prefetch = usePrefetch('sheet');
  const at = rows.findIndex((r) => r.code === code);
  const brief = rows[at];
  const ahead = at === -1 || rested !== code ? '' : [rows[at + 1], rows[at - 1]].map((r) => r?.code ?? '').join();
  useEffect(() => {
    // After what this sheet itself needs.
    const timer = setTimeout(() => {
      for (const next of ahead.split(',').filter(Boolean))
        prefetch({ params: { marketplace: market.id, code: next } }, { ifOlderThan: 60 });
    }, AHEAD_AFTER_MS);
    return () => clearTimeout(timer);
  }, [ahead, market.id, prefetch]);
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
          <Link to={listingPath(market.id, code)}>
            <Maximize2 size={15} />
          </Link>
        </IconButton>
        <IconButton size="xs" variant="ghost" aria-label="Close the sheet" title="Close (Escape)" onClick={onClose}>
          <X size={16} />
        </IconButton>
      </Flex>
      {rested === code || !brief ? (
        <ListingSheet code={rested} brief={brief?.code === rested ? brief : undefined} />
      ) : (
        <QuickSheet brief={brief} />
      )}
    </SidePanel>
  );
};
