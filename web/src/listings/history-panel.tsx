import { Box, Button, Flex, HStack, Text } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import type { History } from '@kettle/contract/listings';
import type { Marketplace } from '@kettle/contract/sources';
import { addDays, epochDay, dayFromEpoch } from '@kettle/core/measures/day';
import { majorFromMinor } from '@kettle/core/money/money';
import { useHistoryQuery } from '../api/api.ts';
import { count, day, decimal } from '../ui/format.ts';
import { RangeChoice, TableSwitch } from '../ui/chart-choices.tsx';
import { DayChart, type DayPoint } from '../ui/day-chart.tsx';
import { ProblemNote } from '../ui/problem-note.tsx';

const RANGES = [
  ['1 month', 31],
  ['3 months', 92],
  ['6 months', 183],
  ['12 months', 366],
  ['All', Infinity],
] as const;
const SERIES = [
  { key: 'units', name: 'Units a day', colour: 'series1', scale: 'from zero', digits: 1 },
  { key: 'price', name: 'Price', colour: 'series2', scale: 'as it falls', digits: 2 },
  { key: 'rank', name: 'Rank (top is best)', colour: 'series3', scale: 'smallest on top', digits: 0 },
  { key: 'stock', name: 'Stock', colour: 'series4', scale: 'from zero', digits: 0 },
] as const;
type SeriesKey = (typeof SERIES)[number]['key'];
interface Point extends DayPoint {
  at: number;
  units: number | null;
  price: number | null;
  rank: number | null;
  stock: number | null;
  spike: boolean;
}

/** The past of a listing: each measure in a chart of its own above the same days, so that no axis is shared. */
const HistoryPanel = ({ market, code, today }: { market: Marketplace; code: string; today: string }) => {
  const { currentData, error } = useHistoryQuery({ params: { marketplace: market.id, code } });
  const [range, setRange] = useState<number>(92);
  const [shown, setShown] = useState<SeriesKey[]>(['units', 'price', 'rank']);
  const [asTable, setAsTable] = useState(false);
  const points = useMemo(
    () => (currentData ? pointsOf(currentData, market, range, today) : []),
    [currentData, market, range, today],
  );
  if (error) return <ProblemNote error={error} />;
  if (!currentData) return <Box h="220px" />;
  const known = points.some((p) => p.units !== null || p.price !== null || p.rank !== null);
  const daily = currentData.days.length > 0;
  return (
    <>
      <Flex gap="3" wrap="wrap" mb="2">
        <RangeChoice ranges={RANGES} value={range} onChange={setRange} />
        <HStack gap="1" role="group" aria-label="Series">
          {SERIES.map(({ key, name }) => (
            <Button
              key={key}
              size="2xs"
              variant={shown.includes(key) ? 'subtle' : 'outline'}
              aria-pressed={shown.includes(key)}
              onClick={() => setShown(shown.includes(key) ? shown.filter((s) => s !== key) : [...shown, key])}
            >
              {name.split(' (')[0]}
            </Button>
          ))}
        </HStack>
        <TableSwitch asTable={asTable} onChange={setAsTable} />
      </Flex>
      {!known ? (
        <Text color="inkSoft" fontSize="13px">
          {daily || currentData.months.length > 0
            ? 'Nothing was read in this span; choose a longer one.'
            : 'No reading yet. Watch the listing: the first reading comes with the next day.'}
        </Text>
      ) : asTable ? (
        <PointTable points={points} />
      ) : (
        SERIES.filter((s) => shown.includes(s.key) && points.some((p) => p[s.key] !== null)).map((s) => (
          <DayChart
            key={s.key}
            caption={s.name}
            points={points}
            lines={[{ key: s.key, name: s.name, colour: s.colour }]}
            height={s.key === 'units' ? 130 : 92}
            scale={s.scale}
            digits={s.digits}
            marked={s.key === 'units' ? points.filter((p) => p.spike).map((p) => p.at) : []}
          />
        ))
      )}
      {!daily && currentData.months.length > 0 && (
        <Text fontSize="12px" color="inkSoft">
          Monthly averages: this listing has not been watched.
        </Text>
      )}
    </>
  );
};

const pointsOf = ({ days, months }: History, market: Marketplace, range: number, today: string): Point[] => {
  const from = range === Infinity ? '0000' : addDays(today, -range);
  const price = (minor: number | null): number | null =>
    minor === null ? null : majorFromMinor(minor, market.currency);
  const firstDay = days[0]?.day ?? '9999';
  const points: Point[] = months
    .filter((m) => m.month >= from && m.month < firstDay)
    .map((m) => ({
      at: epochDay(m.month) + 14,
      units: m.units === null ? null : m.units / 30.4375,
      price: price(m.price),
      rank: m.rank,
      stock: null,
      spike: false,
    }));
  let last: number | null = null;
  for (const d of days) {
    if (d.day < from) continue;
    const at = epochDay(d.day);
    // A gap is a gap: an empty point keeps the line from bridging it.
    if (last !== null && at - last > 3)
      points.push({ at: last + 1, units: null, price: null, rank: null, stock: null, spike: false });
    points.push({ at, units: d.units, price: price(d.price), rank: d.rank, stock: d.stock, spike: d.spike });
    last = at;
  }
  return points;
};

const PointTable = ({ points }: { points: Point[] }) => (
  <Box
    maxH="300px"
    overflow="auto"
    borderWidth="1px"
    borderColor="rule"
    tabIndex={0}
    role="region"
    aria-label="History as a table"
  >
    <Box
      as="table"
      w="100%"
      fontSize="12px"
      css={{
        '& th, & td': { padding: '2px 8px', textAlign: 'right' },
        '& th:first-of-type, & td:first-of-type': { textAlign: 'left' },
      }}
    >
      <thead>
        <tr>
          <th scope="col">Day</th>
          <th scope="col">Units</th>
          <th scope="col">Price</th>
          <th scope="col">Rank</th>
          <th scope="col">Stock</th>
        </tr>
      </thead>
      <tbody>
        {points
          .filter((p) => p.rank !== null || p.price !== null)
          .toReversed()
          .map((p) => (
            <tr key={p.at}>
              <td>
                {day(dayFromEpoch(p.at))}
                {p.spike ? ' ▲ far above the rest' : ''}
              </td>
              <td>{decimal(p.units)}</td>
              <td>{decimal(p.price, 2)}</td>
              <td>{count(p.rank)}</td>
              <td>{count(p.stock)}</td>
            </tr>
          ))}
      </tbody>
    </Box>
  </Box>
);

export default HistoryPanel;
