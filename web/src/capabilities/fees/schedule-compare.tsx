import { Box, Button, Flex, Heading, Text } from '@chakra-ui/react';
import { Link } from 'react-router';
import { useState } from 'react';
import type { ComparedSchedules } from '@kettle/contract/sources';
import type { FeeSchedule } from '@kettle/core/documents/fee-schedule';
import { useCompareSchedulesMutation } from '../../ground/api/marketplaces.ts';
import { listingPath } from '../../ground/market/listing-path.ts';
import { useMarket } from '../../ground/market/market.ts';
import { count, money, moneyWith } from '../../ground/ui/format.ts';
import { LabelledChoice } from '../../ground/ui/labelled-choice.tsx';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';

/** What the schedule in hand leaves of a sale of each listing, against one that is kept. */
export const ScheduleCompare = ({
  schedule,
  than,
}: {
  schedule: FeeSchedule;
  than: readonly { id: number; name: string }[];
}) => {
  const market = useMarket();
  const [compare, { data, error, isLoading, originalArgs }] = useCompareSchedulesMutation();
  const [chosen, setChosen] = useState(() => than[0]?.id ?? null);
  if (than.length === 0 || chosen === null) return null;
  const isOld = originalArgs?.body?.after !== schedule;
  return (
    <Box as="section" aria-label="Over the whole catalogue" mt="8" fontSize="13px">
      <Heading as="h3" fontSize="15px" mb="2">
        Over the whole catalogue
      </Heading>
      <Flex gap="3" align="flex-end">
        <LabelledChoice
          label="Against"
          width="260px"
          value={String(chosen)}
          onChange={(id) => setChosen(Number(id))}
          options={than.map((s) => [String(s.id), s.name] as const)}
        />
        <Button
          size="sm"
          variant="outline"
          loading={isLoading}
          onClick={() =>
            void compare({ params: { marketplace: market.id }, body: { before: chosen, after: schedule } })
          }
        >
          Compare
        </Button>
      </Flex>
      <ProblemNote error={error} kept="The schedule is as you typed it." />
      {data && (
        <Box opacity={isOld ? 0.6 : 1}>
          <Outcome compared={data} />
          {isOld && <Text color="inkSoft">The schedule was changed since: compare again.</Text>}
        </Box>
      )}
    </Box>
  );
};

const Outcome = ({ compared: c }: { compared: ComparedSchedules }) => {
  const market = useMarket();
  const known = c.listings - c.unknown;
  const signed = (minor: number): string => `${minor > 0 ? '+' : ''}${money(minor, market)}`;
  return (
    <>
      <Text mt="2" role="status">
        Of {count(known)} listings <b>{count(c.lose)} lose</b>, {count(c.gain)} gain and {count(c.same)} stay as they
        are;{' '}
        {known > 0 ? `${signed(Math.round(c.ofASale / known))} ${market.currency} a sale on average` : 'none is known'},
        at today’s units {moneyWith(c.ofAMonth, market, true)} a month together.
        {c.unknown > 0 &&
          ` ${count(c.unknown)} are not known by one or the other: price, weight or size is missing, or no class takes them.`}
      </Text>
      <Flex gap="8" wrap="wrap" mt="3">
        <Box flex="1 1 300px">
          <PlainTable
            label="By category"
            rows={c.byCategory}
            rowKey={(r) => r.category}
            columns={[
              { head: 'Category', names: true, cell: (r) => r.category },
              { head: 'Listings', cell: (r) => count(r.listings) },
              { head: 'Lose', cell: (r) => count(r.lose) },
              { head: 'Gain', cell: (r) => count(r.gain) },
              { head: 'A sale, on average', cell: (r) => signed(Math.round(r.ofASale / Math.max(1, r.listings))) },
            ]}
          />
        </Box>
        <Box flex="1.4 1 380px">
          {(['worst', 'best'] as const).map(
            (side) =>
              c[side].length > 0 && (
                <Box key={side} mb="3">
                  <PlainTable
                    label={side === 'worst' ? 'Lose most' : 'Gain most'}
                    maxHeight="260px"
                    rows={c[side]}
                    rowKey={(r) => r.code}
                    columns={[
                      {
                        head: side === 'worst' ? 'Lose most' : 'Gain most',
                        names: true,
                        cell: (r) => <Link to={listingPath(market.id, r.code)}>{r.title}</Link>,
                      },
                      { head: 'Price', cell: (r) => money(r.price, market) },
                      { head: 'Net was', cell: (r) => money(r.before, market) },
                      { head: 'Net is', cell: (r) => money(r.after, market) },
                      { head: 'Change', cell: (r) => signed(r.after - r.before) },
                    ]}
                  />
                </Box>
              ),
          )}
        </Box>
      </Flex>
    </>
  );
};
