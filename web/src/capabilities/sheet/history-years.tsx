import { Box, Flex, Text } from '@chakra-ui/react';
import { useMemo } from 'react';
import type { History } from '@kettle/contract/listings';
import { MONTH_NAMES } from '@kettle/core/measures/day';
import { useMarket } from '../../ground/market/market.ts';
import { DayChart, type DayLine } from '../../ground/ui/day-chart.tsx';
import { decimal } from '../../ground/ui/format.ts';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { SERIES, yearsOver } from './history-data.ts';

const MONTHS = Array.from({ length: 12 }, (_, m) => m);

/** The same months of different years over one another, a chart or a table a measure. */
export const YearCharts = ({
  history,
  shown,
  asTable,
}: {
  history: History;
  shown: readonly string[];
  asTable: boolean;
}) => {
  const market = useMarket();
  const charts = useMemo(
    () =>
      SERIES.filter((s) => shown.includes(s.key)).map((s) => ({ ...s, ...yearsOver(history, market.currency, s.key) })),
    [history, market.currency, shown],
  );
  const known = charts.filter((c) => c.lines.length > 0);
  if (known.length === 0)
    return (
      <Text color="inkSoft" fontSize="13px">
        No month is known of what is chosen.
      </Text>
    );
  const drawn = known.map((c) =>
    asTable ? (
      <Box key={c.key} mb="2">
        <Text fontSize="12px" color="inkSoft">
          {c.caption}, mean of each month
        </Text>
        <PlainTable
          label={`${c.caption} by month`}
          rows={c.points}
          rowKey={(p) => p.at}
          columns={[
            { head: 'Month', cell: (p) => MONTH_NAMES[p.at] },
            ...c.lines.map((l) => ({
              head: l.name,
              cell: (p: (typeof c.points)[number]) => decimal(p[l.key] as number | null, c.digits),
            })),
          ]}
        />
      </Box>
    ) : (
      <DayChart
        key={c.key}
        caption={`${c.caption}, mean of each month`}
        points={c.points}
        lines={c.lines}
        height={150}
        scale={c.scale}
        digits={c.digits}
        together="years"
        xTicks={MONTHS}
        xText={(m) => MONTH_NAMES[m]?.slice(0, 3) ?? ''}
        labelText={(m) => MONTH_NAMES[m] ?? ''}
      />
    ),
  );
  return (
    <>
      {!asTable && <Years lines={known[0]!.lines} />}
      {drawn}
    </>
  );
};

/** Which line is which year. */
const Years = ({ lines }: { lines: readonly DayLine[] }) => (
  <Flex gap="4" mb="2" fontSize="12px" wrap="wrap">
    {lines.map((l) => (
      <Flex key={l.key} align="center" gap="1.5">
        <Box
          w="22px"
          borderTopWidth={`${Math.round((l.width ?? 1.4) + 0.6)}px`}
          borderStyle={l.dashed ? 'dashed' : 'solid'}
          borderColor={l.colour}
          aria-hidden
        />
        {l.name}
      </Flex>
    ))}
  </Flex>
);
