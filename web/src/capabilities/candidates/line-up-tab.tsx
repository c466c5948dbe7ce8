import { Box, Button, Text } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import type { Candidate, LineUpEntry } from '@kettle/contract/candidates';
import { useAddToLineUpMutation, useRemoveFromLineUpMutation } from '../../ground/api/candidates.ts';
import { useMarket } from '../../ground/market/market.ts';
import { useWatching } from '../../ground/market/use-watching.ts';
import { DataTable, ROW_HEIGHT, type Column } from '../../ground/ui/data-table.tsx';
import { count, day, money } from '../../ground/ui/format.ts';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { BESIDE_SHEET } from '../../ground/ui/side-panel.tsx';
import { listingColumns } from '../sheet/listing-columns.tsx';
import { SheetBeside } from '../sheet/sheet-beside.tsx';
import { useTray } from '../tray/use-tray.ts';
import { PasteCodes } from '../../ground/form/paste-codes.tsx';

/** The rivals of a candidate, then and now, and the ways to add and take out. */
export const LineUpTab = ({ candidate }: { candidate: Candidate }) => {
  const market = useMarket();
  const [open, setOpen] = useState<string | null>(null);
  const [add] = useAddToLineUpMutation();
  const [remove, { error }] = useRemoveFromLineUpMutation();
  const tray = useTray();
  const watching = useWatching();
  const columns = useMemo((): Column<LineUpEntry>[] => {
    const shared = listingColumns(market, tray) as unknown as Column<LineUpEntry>[];
    const [title, ...rest] = shared.map((c) => ({ ...c, sortable: false }));
    return [
      title!,
      {
        key: 'role',
        head: 'Part',
        explanation: 'The find that the candidate rests on, or a rival.',
        cell: (l) =>
          l.anchor ? (
            <Box as="span" color="aubergine">
              ◆ the find
            </Box>
          ) : (
            'rival'
          ),
      },
      ...rest.filter((c) => !['category', 'months', 'seen'].includes(c.key)),
      {
        key: 'then',
        head: 'Then → now',
        explanation: 'Units a month and price on the day it was put in, and today.',
        cell: (l) =>
          `${count(l.thenUnits)} → ${count(l.units)} · ${money(l.thenPrice, market)} → ${money(l.price, market)}`,
      },
      {
        key: 'read',
        head: 'Last reading',
        explanation: 'The latest reading, and how many there are.',
        cell: (l) => (l.lastReading ? `${day(l.lastReading, market.today)} · ${l.readings}` : 'none yet'),
      },
      {
        key: 'out',
        head: '',
        explanation: 'Takes the listing out of the line-up.',
        fixed: true,
        cell: (l) =>
          l.anchor ? null : (
            <Button
              size="2xs"
              variant="outline"
              aria-label={`Take ${l.code} out`}
              onClick={(e) => {
                e.stopPropagation();
                void remove({ params: { id: candidate.id, code: l.code } });
              }}
            >
              Take out
            </Button>
          ),
      },
    ];
  }, [market, tray, remove, candidate.id]);
  return (
    <Box
      position="relative"
      minH={open ? '640px' : '100%'}
      display="flex"
      flexDirection="column"
      pr={open ? BESIDE_SHEET : undefined}
    >
      <Box h={`${36 + ROW_HEIGHT * candidate.lineUp.length + 14}px`} minH="120px" maxH="70vh">
        <DataTable
          label="Line-up"
          keptAs="line-up"
          columns={columns}
          rows={candidate.lineUp}
          rowKey={(l) => l.code}
          chosen={open}
          onOpen={(l, how) => setOpen(how === 'open' && open === l.code ? null : l.code)}
          onTray={(l) => tray.toggle(l.code)}
          rowKeys={{ w: (l) => watching.watch([l.code]) }}
          isMarked={(l) => l.anchor}
        />
      </Box>
      <Box px="5" py="3">
        <ProblemNote error={error} />
        {candidate.lineUp.length < 5 && (
          <Text fontSize="13px" color="inkSoft" mb="2">
            Five to seven rivals of exactly the same kind make a fair picture.
          </Text>
        )}
        <Text fontSize="13px" mb="2">
          <Link to={`/${market.id}/shelf?candidate=${candidate.id}`} style={{ textDecoration: 'underline' }}>
            See the line-up as a shelf
          </Link>
        </Text>
        <PasteCodes
          place={`line-up/${candidate.id}`}
          label="Listing codes to add to the line-up"
          button="Add to line-up"
          onAdd={(text) => add({ params: { id: candidate.id }, body: { text } })}
        />
      </Box>
      <SheetBeside code={open} rows={candidate.lineUp} onClose={() => setOpen(null)} />
    </Box>
  );
};
