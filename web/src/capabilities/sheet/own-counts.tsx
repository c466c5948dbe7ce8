import { Box, Button, Flex, IconButton, Text } from '@chakra-ui/react';
import { X } from 'lucide-react';
import { useState } from 'react';
import type { ListingSheet } from '@kettle/contract/listings';
import type { OwnCount } from '@kettle/contract/sheet';
import { parseCounts } from '@kettle/core/estimate/own-counts';
import { useKeepCountsMutation } from '../../ground/api/sheet.ts';
import {
  FieldRow,
  Form,
  LongTextField,
  SendButton,
  TextField,
  useKeptForm,
  useTypedValues,
} from '../../ground/form/form.tsx';
import { useMarket } from '../../ground/market/market.ts';
import { count, day } from '../../ground/ui/format.ts';

/** Stock that the seller counted: typed a line at a time, or pasted; the estimate follows at once. */
export const OwnCounts = ({ sheet }: { sheet: ListingSheet }) => {
  const market = useMarket();
  const { ownCounts, listing, today } = sheet;
  const [open, setOpen] = useState(false);
  const [removed, setRemoved] = useState<OwnCount | null>(null);
  const [keep] = useKeepCountsMutation();
  const shown = new Map(ownCounts.map((c) => [c.day, c.stock]));
  // Each count says which one it takes the place of, so that one of another window is not overwritten unseen.
  const send = (counts: OwnCount[], remove: string[]) =>
    keep({
      params: { marketplace: market.id, code: listing.code },
      body: { counts: counts.map((c) => ({ ...c, was: shown.get(c.day) ?? null })), remove },
    });
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
          <CountForm place={`${market.id}/${listing.code}`} today={today} onKeep={(counts) => send(counts, [])} />
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
  onKeep,
}: {
  place: string;
  today: string;
  onKeep: (counts: OwnCount[]) => Promise<{ error?: unknown }>;
}) => {
  const countsOf = ({ pasting, lines, day, stock, seller }: Typed): ReturnType<typeof parseCounts> =>
    parseCounts(pasting ? lines : stock.trim() === '' ? '' : `${day}\t${stock}\t${seller}`, today);
  const form = useKeptForm<Typed>(
    `counts/${place}`,
    { pasting: '', lines: '', day: today, stock: '', seller: '' },
    async (typed) => {
      const { error } = await onKeep(countsOf(typed).counts);
      return { error, then: { lines: '', stock: '' } };
    },
  );
  const typed = useTypedValues(form);
  const { counts, faults } = countsOf(typed);
  return (
    <Form of={form}>
      {typed.pasting ? (
        <LongTextField
          name="lines"
          label="A date and a number a line, as copied from two columns; a third column names the seller"
          rows={5}
          figures
          placeholder={'2026-11-20\t140\n2026-11-24\t96'}
        />
      ) : (
        <FieldRow>
          <TextField name="day" label="Day" type="date" width="140px" max={today} />
          <TextField name="stock" label="Pieces in stock" width="100px" inputMode="numeric" />
          <TextField name="seller" label="Whose (if several sell it)" width="150px" maxLength={120} />
        </FieldRow>
      )}
      {faults.slice(0, 5).map((f) => (
        <Text key={f.line} color="brick" role="alert">
          {typed.pasting && `Line ${f.line}: `}
          {f.reason}
        </Text>
      ))}
      <Flex gap="2" mt="2" align="center">
        <SendButton disabled={counts.length === 0 || faults.length > 0}>
          {counts.length > 1 ? `Keep ${counts.length} counts` : 'Keep the count'}
        </SendButton>
        <Button
          size="2xs"
          variant="outline"
          onClick={() => form.form.setValue('pasting', typed.pasting ? '' : 'pasting')}
        >
          {typed.pasting ? 'Type one instead' : 'Paste many'}
        </Button>
        <Text color="inkSoft">Files of counts are taken in under Sources.</Text>
      </Flex>
    </Form>
  );
};

interface Typed extends Record<string, string> {
  pasting: '' | 'pasting';
  lines: string;
  day: string;
  stock: string;
  seller: string;
}
