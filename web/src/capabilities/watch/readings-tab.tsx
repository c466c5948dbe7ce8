import { Box, Flex, Skeleton, Text } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import type { Candidate } from '@kettle/contract/candidates';
import type { WatchGroup } from '@kettle/contract/watch';
import { MOVED } from '@kettle/core/changes/thresholds';
import { addDays, epochDay } from '@kettle/core/measures/day';
import { majorFromMinor } from '@kettle/core/money/money';
import { useGroupReadingsQuery } from '../../ground/api/candidates.ts';
import { useMarket } from '../../ground/market/market.ts';
import { RangeChoice, TableSwitch } from '../../ground/ui/chart-choices.tsx';
import { DayChart } from '../../ground/ui/day-chart.tsx';
import { FilledBy } from '../../ground/ui/filled-by.tsx';
import { Empty } from '../../ground/ui/empty.tsx';
import { day, decimal, money, percent } from '../../ground/ui/format.ts';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { WaitPanel } from './wait-panel.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';

const RANGES = [
  ['1 month', 31],
  ['3 months', 92],
  ['12 months', 366],
] as const;

/** The readings of the whole line-up: averages now and before, day by day, and what happened lately. */
const ReadingsTab = ({ candidate }: { candidate: Candidate }) => {
  const market = useMarket();
  const { data, error } = useGroupReadingsQuery({ params: { id: candidate.id } });
  const [range, setRange] = useState<number>(92);
  const [asTable, setAsTable] = useState(false);
  if (error)
    return (
      <Box px="5">
        <ProblemNote error={error} />
      </Box>
    );
  if (!data) return <Skeleton m="5" h="260px" />;
  if (data.days.length === 0)
    return (
      <Empty title="No reading yet">
        {candidate.stage === 'found'
          ? 'Press “Watch it” above: from then on each listing is read once a day. '
          : market.simulated
            ? `The first reading comes when the hob moves on from ${day(market.today)}.`
            : 'Readings come with each file of these listings. '}
        <FilledBy file="readings" holds="listing code, date, price, rank" />
      </Empty>
    );
  return (
    <Flex px="5" py="4" gap="8" wrap="wrap">
      <Box flex="2" minW="420px">
        <Flex gap="3" mb="2">
          <RangeChoice ranges={RANGES} value={range} onChange={setRange} />
          <TableSwitch asTable={asTable} onChange={setAsTable} />
        </Flex>
        <GroupCharts
          group={data}
          range={range}
          asTable={asTable}
          anchor={candidate.lineUp.find((l) => l.anchor)?.code ?? ''}
        />
      </Box>
      <Box flex="1" minW="280px" fontSize="13px">
        <Averages group={data} />
        <WaitPanel candidate={candidate} />
        <Text as="h2" fontWeight="700" mt="5" mb="1">
          What changed in 30 days
        </Text>
        {data.changes.length === 0 ? (
          <Text color="inkSoft">
            Prices held within {percent(MOVED.price)}, no seller came or went, nothing ran out.
          </Text>
        ) : (
          <Box as="ul" listStyleType="none">
            {data.changes.map((c) => (
              <Box as="li" key={c.code + c.text} py="1" borderTopWidth="1px" borderColor="rule">
                <b>{c.code}</b> {c.text}
              </Box>
            ))}
          </Box>
        )}
      </Box>
    </Flex>
  );
};

const Averages = ({ group: { now, before, course } }: { group: WatchGroup }) => {
  const market = useMarket();
  const word =
    course === null
      ? 'No earlier month to compare with.'
      : course.word === 'held'
        ? 'Demand held.'
        : `Demand ${course.word} by ${percent(Math.abs(course.by))}.`;
  const lines: { name: string; testId?: string; of: (month: WatchGroup['now']) => string }[] = [
    { name: 'Units a day', testId: 'group-units', of: (m) => decimal(m.unitsPerDay) },
    { name: 'Price', of: (m) => money(m.price, market) },
    { name: 'Days read', testId: 'group-days', of: (m) => String(m.days) },
  ];
  return (
    <>
      <Text as="h2" fontWeight="700" mb="1">
        A listing on average
      </Text>
      <PlainTable
        label="A listing on average"
        rows={lines}
        rowKey={(l) => l.name}
        columns={[
          { head: 'Measure', unseen: true, names: true, cell: (l) => l.name },
          { head: 'last 30 days', cell: (l) => <span data-testid={l.testId}>{l.of(now)}</span> },
          { head: '30 before', cell: (l) => l.of(before) },
        ]}
      />
      <Text mt="1">
        {word}{' '}
        <Box as="span" color="inkSoft">
          Units by the rank curve.
        </Box>
      </Text>
    </>
  );
};

const GroupCharts = ({
  group,
  range,
  asTable,
  anchor,
}: {
  group: WatchGroup;
  range: number;
  asTable: boolean;
  anchor: string;
}) => {
  const market = useMarket();
  const from = addDays(market.today, -range);
  const points = useMemo(
    () =>
      group.days
        .filter((d) => d.day >= from)
        .map((d) => ({
          at: epochDay(d.day),
          units: d.units,
          price: d.price === null ? null : majorFromMinor(Math.round(d.price), market.currency),
          ...d.each,
        })),
    [group, from, market.currency],
  );
  if (points.length === 0) return <Text color="inkSoft">Nothing was read in this span; choose a longer one.</Text>;
  if (asTable)
    return (
      <PlainTable
        label="Readings as a table"
        maxHeight="420px"
        rows={group.days.filter((d) => d.day >= from).toReversed()}
        rowKey={(d) => d.day}
        columns={[
          { head: 'Day', cell: (d) => day(d.day, market.today) },
          { head: 'Units a day, mean', cell: (d) => decimal(d.units) },
          { head: 'Price, mean', cell: (d) => money(d.price === null ? null : Math.round(d.price), market) },
          ...group.listings.map((l) => ({
            head: l.code,
            cell: (d: WatchGroup['days'][number]) => decimal(d.each[l.code]),
          })),
        ]}
      />
    );
  const rivals = group.listings
    .filter((l) => l.code !== anchor)
    .map((l) => ({ key: l.code, name: l.code, colour: 'quietBar', width: 1 }));
  return (
    <>
      <DayChart
        caption="Units a day: the find (thick), the mean (blue), each rival (pale)"
        points={points}
        height={230}
        scale="from zero"
        digits={1}
        lines={[
          ...rivals,
          { key: 'units', name: 'Mean', colour: 'series1' },
          { key: anchor, name: `The find, ${anchor}`, colour: 'aubergine', width: 2.4 },
        ]}
      />
      <DayChart
        caption={`Mean price, ${market.currency}`}
        points={points}
        height={110}
        scale="as it falls"
        digits={2}
        lines={[{ key: 'price', name: 'Mean price', colour: 'series1' }]}
      />
    </>
  );
};

export default ReadingsTab;
