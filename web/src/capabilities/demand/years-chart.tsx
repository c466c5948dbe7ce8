import { Box, Button, Flex, Text, useToken } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { CartesianGrid, Line, LineChart, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import { monthsOfWeeks, type WeekSeries } from '@kettle/core/demand/weeks';
import { MONTH_NAMES } from '@kettle/core/measures/day';
import { count } from '../../ground/ui/format.ts';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { saveCsv } from '../../ground/ui/save-csv.ts';

const COLOURS = ['series5', 'series2', 'series1', 'series3', 'series4'];
const SHORT = MONTH_NAMES.map((m) => m.slice(0, 3));
const PERIODS = [
  ['all', 'All, in a row'],
  ['years', 'Years over one another'],
  ['table', 'As a table'],
] as const;
type Period = (typeof PERIODS)[number][0];

/** Searches by month, in a row or the years over one another: a season is where they rise and fall together. */
export default function YearsChart({ name, weeks }: { name: string; weeks: WeekSeries }) {
  const [period, setPeriod] = useState<Period>('years');
  const months = useMemo(() => monthsOfWeeks(weeks), [weeks]);
  const years = useMemo(() => [...new Set(months.map((m) => m.month.slice(0, 4)))], [months]);
  const [rule, inkSoft, paper, ...colours] = useToken('colors', ['rule', 'inkSoft', 'paper', ...COLOURS]);
  const points = useMemo(
    () =>
      period === 'years'
        ? SHORT.map((label, m) => ({
            label,
            ...Object.fromEntries(
              years.map((y) => [
                y,
                months.find((x) => x.month === `${y}-${String(m + 1).padStart(2, '0')}-01`)?.volume ?? null,
              ]),
            ),
          }))
        : months.map((m) => ({
            label: `${SHORT[Number(m.month.slice(5, 7)) - 1]} ${m.month.slice(2, 4)}`,
            searches: m.volume,
          })),
    [period, months, years],
  );
  const tick = { fontSize: 11, fill: inkSoft };
  const lines = period === 'years' ? years : ['searches'];
  return (
    <Box as="figure">
      <Flex gap="1" align="center" wrap="wrap">
        <Text as="figcaption" fontSize="12px" color="inkSoft" flex="1">
          Searches a month of 30.4 days
        </Text>
        {PERIODS.map(([key, label]) => (
          <Button
            key={key}
            size="2xs"
            variant="outline"
            aria-pressed={period === key}
            color={period === key ? 'aubergine' : undefined}
            onClick={() => setPeriod(key)}
          >
            {label}
          </Button>
        ))}
        <Button
          size="2xs"
          variant="outline"
          onClick={() =>
            saveCsv(
              `searches ${name}`,
              [`Searches of ${name} by month of 30.4375 days, from whole weeks.`],
              ['Month', 'Searches'],
              months.map((m) => [m.month, m.volume === null ? null : Math.round(m.volume)]),
            )
          }
        >
          CSV
        </Button>
      </Flex>
      {period === 'table' ? (
        <Box mt="1">
          <PlainTable
            label="Searches by month"
            maxHeight="190px"
            rows={SHORT}
            rowKey={(label) => label}
            columns={[
              { head: 'Month', cell: (label) => label },
              ...years.map((y) => ({
                head: String(y),
                cell: (_: string, m: number) =>
                  count(months.find((x) => x.month === `${y}-${String(m + 1).padStart(2, '0')}-01`)?.volume),
              })),
            ]}
          />
        </Box>
      ) : (
        <ResponsiveContainer width="100%" height={190}>
          <LineChart
            data={points}
            margin={{ top: 8, right: 6, bottom: 0, left: 0 }}
            accessibilityLayer
            title={`Searches of ${name} by month`}
          >
            <CartesianGrid vertical={false} stroke={rule} />
            <XAxis dataKey="label" tick={tick} tickLine={false} stroke={rule} minTickGap={18} />
            <YAxis
              width={48}
              tick={tick}
              tickLine={false}
              axisLine={false}
              tickFormatter={(v: number) => count(v)}
              domain={[0, 'auto']}
            />
            <Tooltip
              isAnimationActive={false}
              contentStyle={{ background: paper, border: `1px solid ${rule}`, fontSize: 12, padding: '4px 8px' }}
              formatter={(value, line) => [count(Number(value)), line]}
            />
            {lines.map((key, i) => (
              <Line
                key={key}
                dataKey={key}
                stroke={colours[(COLOURS.length + i + 3 - lines.length) % COLOURS.length]}
                strokeWidth={i === lines.length - 1 ? 2.4 : 1.4}
                strokeDasharray={['', '6 3', '2 3', '8 3 2 3'][lines.length - 1 - i] || undefined}
                dot={false}
                isAnimationActive={false}
                connectNulls={false}
              />
            ))}
          </LineChart>
        </ResponsiveContainer>
      )}
      {period === 'years' && (
        <Flex gap="3" fontSize="12px" color="inkSoft" justify="flex-end">
          {years.map((y, i) => (
            <span key={y}>
              <svg width="22" height="8" aria-hidden style={{ display: 'inline' }}>
                <line
                  x1="0"
                  x2="22"
                  y1="4"
                  y2="4"
                  stroke={colours[(COLOURS.length + i + 3 - years.length) % COLOURS.length]}
                  strokeWidth={i === years.length - 1 ? 2.4 : 1.4}
                  strokeDasharray={['', '6 3', '2 3', '8 3 2 3'][years.length - 1 - i] || undefined}
                />
              </svg>{' '}
              {y}
            </span>
          ))}
        </Flex>
      )}
    </Box>
  );
}
