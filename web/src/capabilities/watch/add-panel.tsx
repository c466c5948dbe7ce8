import { Box, Button, Checkbox, Text, useBreakpointValue } from '@chakra-ui/react';
import { useState } from 'react';
import { useWatchByCodesMutation } from '../../ground/api/candidates.ts';
import { PasteCodes } from '../../ground/form/paste-codes.tsx';
import { useMarket } from '../../ground/market/market.ts';
import type { Watched } from './use-watched.ts';

/** Adds listings by pasted codes, addresses or a column of a spreadsheet; into the group or with the label that is looked at. */
export const AddPanel = ({ watched: { only, groups } }: { watched: Watched }) => {
  const market = useMarket();
  const [add, { data }] = useWatchByCodesMutation();
  const [family, setFamily] = useState(false);
  // On a narrow screen what is new stands first.
  const isWide = useBreakpointValue({ base: false, lg: true }, { ssr: false }) ?? true;
  const [isOpen, setOpen] = useState(false);
  const group = only && 'group' in only ? groups.find((g) => g.id === only.group) : undefined;
  const label = only && 'label' in only ? only.label : undefined;
  if (!isWide && !isOpen)
    return (
      <Button size="2xs" variant="outline" mt="2" onClick={() => setOpen(true)}>
        Add listings
      </Button>
    );
  return (
    <Box as="section" aria-label="Add listings" mt="5" fontSize="13px">
      <Text fontWeight="700">Add listings{group ? ` to ${group.name}` : label ? ` labelled ${label}` : ''}</Text>
      <PasteCodes
        place={`watch/${market.id}`}
        label="Listing codes to watch"
        button="Watch"
        stacked
        onAdd={(text) =>
          add({
            params: { marketplace: market.id },
            body: {
              text,
              ...(group ? { group: group.id } : {}),
              ...(label ? { labels: [label] } : {}),
              ...(family ? { family } : {}),
            },
          })
        }
      />
      <Checkbox.Root size="sm" mt="1" checked={family} onCheckedChange={({ checked }) => setFamily(checked === true)}>
        <Checkbox.HiddenInput />
        <Checkbox.Control />
        <Checkbox.Label fontWeight="400">all variations of each</Checkbox.Label>
      </Checkbox.Root>
      {data && data.added.length > 0 && (
        <Text mt="1" color="inkSoft">
          {data.first}
        </Text>
      )}
      <Text mt="2" color="inkSoft">
        From any list press <b>w</b> on a row.
      </Text>
    </Box>
  );
};
