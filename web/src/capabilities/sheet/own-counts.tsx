import { Box, Button, Flex, IconButton, Input, Text, Textarea } from '@chakra-ui/react';
import { X } from 'lucide-react';
import { useMemo, useState } from 'react';
import type { ListingSheet } from '@kettle/contract/listings';
import type { OwnCount } from '@kettle/contract/sheet';
import { parseCounts } from '@kettle/core/estimate/own-counts';
import { useKeepCountsMutation } from '../../ground/api/sheet.ts';
import { useMarket } from '../../ground/market/market.ts';
import { kept } from '../../ground/state/kept.ts';
import { count, day } from '../../ground/ui/format.ts';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { useTyped } from '../../ground/ui/use-typed.ts';

/** Stock that the seller counted: typed a line at a time, or pasted; the estimate follows at once. */
export const OwnCounts = ({ sheet }: { sheet: ListingSheet }) => {
  const market = useMarket();
  const { ownCounts, listing, today } = sheet;
  const [open, setOpen] = useState(false);
  const [removed, setRemoved] = useState<OwnCount | null>(null);
  const [keep, { error, isLoading }] = useKeepCountsMutation();
  const shown = new Map(ownCounts.map((c) => [c.day, c.stock]));
  // Each count says which one it takes the place of, so that one of another window is not overwritten unseen.
  const send = async (counts: OwnCount[], remove: string[]): Promise<boolean> =>
    'data' in
    (await keep({
      params: { marketplace: market.id, code: listing.code },
      body: { counts: counts.map((c) => ({ ...c, was: shown.get(c.day) ?? null })), remove },
    }));
  return (
    <Box mt="2" fontSize="13px">
      <Button size="2xs" variant="outline" aria-expanded={open} onClick={() => setOpen(!open)}>
        {ownCounts.length === 0 ? 'Type in counts of your own' : `Your own counts (${ownCounts.length})`}
      </Button>
      {open && (
        <Box mt="2" p="3" borderWidth="1px" borderColor="rule" borderRadius="l1" bg="enamel">
          <Text color="inkSoft" mb="2">
            Count the stock on different days, at about the same hour: what is missing was sold. Two weeks of counts
            make a fair figure; counts further apart than two weeks are not compared.
          </Text>
          <CountForm
            place={`${market.id}/${listing.code}`}
            today={today}
            isLoading={isLoading}
            onKeep={(counts) => send(counts, [])}
          />
          <ProblemNote error={error} kept="What you typed is still here." />
          {ownCounts.length > 0 && (
            <Box
              as="ul"
              listStyleType="none"
              mt="2"
              maxH="180px"
              overflow="auto"
              tabIndex={0}
              aria-label="Your counts"
              className="figures"
            >
              {ownCounts.toReversed().map((c, i, all) => (
                <Flex as="li" key={c.day} gap="3" align="center" borderTopWidth="1px" borderColor="rule" py="0.5">
                  <Box w="110px">{day(c.day, today)}</Box>
                  <Box w="70px" textAlign="right">
                    {count(c.stock)}
                  </Box>
                  <Box flex="1" color="inkSoft">
                    {changeInWords(c, all[i + 1])}
                    {c.seller && ` · ${c.seller}`}
                  </Box>
                  <IconButton
                    size="2xs"
                    variant="ghost"
                    aria-label={`Take the count of ${day(c.day)} away`}
                    onClick={() => {
                      setRemoved(c);
                      void send([], [c.day]);
                    }}
                  >
                    <X size={13} />
                  </IconButton>
                </Flex>
              ))}
            </Box>
          )}
          {removed && (
            <Text mt="1">
              The count of {day(removed.day)} was taken away.{' '}
              <Button
                size="2xs"
                variant="outline"
                onClick={() => {
                  void send([removed], []);
                  setRemoved(null);
                }}
              >
                Undo
              </Button>
            </Text>
          )}
        </Box>
      )}
    </Box>
  );
};

const changeInWords = (now: OwnCount, before: OwnCount | undefined): string => {
  if (!before) return 'the first';
  if (now.seller !== '' && before.seller !== '' && now.seller !== before.seller) return 'another seller: not compared';
  const fall = before.stock - now.stock;
  return fall < 0 ? `${count(-fall)} came in` : `${count(fall)} sold since ${day(before.day)}`;
};

const CountForm = ({
  place,
  today,
  isLoading,
  onKeep,
}: {
  place: string;
  today: string;
  isLoading: boolean;
  onKeep: (counts: OwnCount[]) => Promise<boolean>;
}) => {
  const [pasting, setPasting] = useState(() => kept(`typed/counts/${place}`) !== null);
  const [text, setText] = useTyped(`counts/${place}`);
  const [one, setOne] = useState({ day: today, stock: '', seller: '' });
  const typed = pasting ? text : one.stock.trim() === '' ? '' : `${one.day}\t${one.stock}\t${one.seller}`;
  const { counts, faults } = useMemo(() => parseCounts(typed, today), [typed, today]);
  const submit = async (): Promise<void> => {
    if (counts.length > 0 && faults.length === 0 && (await onKeep(counts))) {
      setText('');
      setOne({ ...one, stock: '' });
    }
  };
  return (
    <Box asChild>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void submit();
        }}
      >
        {pasting ? (
          <label>
            A date and a number a line, as copied from two columns; a third column names the seller
            <Textarea
              size="xs"
              rows={5}
              bg="paper"
              className="figures"
              placeholder={'2026-11-20\t140\n2026-11-24\t96'}
              value={text}
              onChange={(e) => setText(e.target.value)}
            />
          </label>
        ) : (
          <Flex gap="2" align="flex-end" wrap="wrap">
            <label>
              Day
              <Input
                type="date"
                size="xs"
                w="140px"
                bg="paper"
                display="block"
                max={today}
                value={one.day}
                onChange={(e) => setOne({ ...one, day: e.target.value })}
              />
            </label>
            <label>
              Pieces in stock
              <Input
                size="xs"
                w="100px"
                bg="paper"
                display="block"
                inputMode="numeric"
                value={one.stock}
                onChange={(e) => setOne({ ...one, stock: e.target.value })}
              />
            </label>
            <label>
              Whose (if several sell it)
              <Input
                size="xs"
                w="150px"
                bg="paper"
                display="block"
                maxLength={120}
                value={one.seller}
                onChange={(e) => setOne({ ...one, seller: e.target.value })}
              />
            </label>
          </Flex>
        )}
        {faults.slice(0, 5).map((f) => (
          <Text key={f.line} color="brick" role="alert">
            {pasting && `Line ${f.line}: `}
            {f.reason}
          </Text>
        ))}
        <Flex gap="2" mt="2" align="center">
          <Button
            type="submit"
            size="2xs"
            colorPalette="aubergine"
            // Its words are hidden while it waits; its name is not.
            aria-label={counts.length > 1 ? `Keep ${counts.length} counts` : 'Keep the count'}
            loading={isLoading}
            disabled={counts.length === 0 || faults.length > 0}
          >
            {counts.length > 1 ? `Keep ${counts.length} counts` : 'Keep the count'}
          </Button>
          <Button size="2xs" variant="outline" onClick={() => setPasting(!pasting)}>
            {pasting ? 'Type one instead' : 'Paste many'}
          </Button>
          <Text color="inkSoft">Files of counts are taken in under Sources.</Text>
        </Flex>
      </form>
    </Box>
  );
};
