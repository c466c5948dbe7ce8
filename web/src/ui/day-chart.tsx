import { Box, Text, useToken } from '@chakra-ui/react';
import { CartesianGrid, Line, LineChart, ReferenceDot, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import { dayFromEpoch } from '@kettle/core/measures/day';
import { day, decimal } from './format.ts';

/** A day, as days since 1970, and the values of it by the key of their line; null is a gap. */
export interface DayPoint {
  at: number;
  [key: string]: number | null | boolean | undefined;
}
export interface DayLine {
  key: string;
  name: string;
  /** A colour's name in the theme. */
  colour: string;
  width?: number;
}
interface Props {
  caption: string;
  points: readonly DayPoint[];
  lines: readonly DayLine[];
  height: number;
  /** From 0 up, from the least to the most, or with the smallest on top (ranks). */
  scale: 'from zero' | 'as it falls' | 'smallest on top';
  digits: number;
  /** Days marked with a dot on the first line. */
  marked?: readonly number[];
}

const DOMAINS = { 'from zero': [0, 'auto'], 'as it falls': ['auto', 'auto'], 'smallest on top': [1, 'auto'] } as const;

/** Lines over days: one measure, one axis, exact values under the pointer and by the arrow keys. */
export const DayChart = ({ caption, points, lines, height, scale, digits, marked = [] }: Props) => {
  const [rule, inkSoft, paper, saffron, ...colours] = useToken('colors', [
    'rule',
    'inkSoft',
    'paper',
    'saffron',
    ...lines.map((l) => l.colour),
  ]);
  const tick = { fontSize: 11, fill: inkSoft };
  const first = lines[0]!.key;
  return (
    <Box as="figure" mb="2">
      <Text as="figcaption" fontSize="12px" color="inkSoft">
        {caption}
      </Text>
      <ResponsiveContainer width="100%" height={height}>
        <LineChart
          data={points as DayPoint[]}
          margin={{ top: 6, right: 6, bottom: 0, left: 0 }}
          accessibilityLayer
          title={caption}
        >
          <CartesianGrid vertical={false} stroke={rule} />
          <XAxis
            dataKey="at"
            type="number"
            domain={['dataMin', 'dataMax']}
            tick={tick}
            tickLine={false}
            stroke={rule}
            minTickGap={48}
            tickFormatter={(at: number) => day(dayFromEpoch(Math.round(at)), dayFromEpoch(Math.round(at)))}
          />
          <YAxis
            width={42}
            tick={tick}
            tickLine={false}
            axisLine={false}
            tickCount={4}
            reversed={scale === 'smallest on top'}
            domain={[...DOMAINS[scale]]}
          />
          <Tooltip
            isAnimationActive={false}
            contentStyle={{ background: paper, border: `1px solid ${rule}`, fontSize: 12, padding: '4px 8px' }}
            labelFormatter={(at) => day(dayFromEpoch(Math.round(Number(at))))}
            formatter={(value, name) => [decimal(Number(value), digits), name]}
          />
          {lines.map((l, i) => (
            <Line
              key={l.key}
              dataKey={l.key}
              name={l.name}
              stroke={colours[i]}
              strokeWidth={l.width ?? 1.6}
              dot={false}
              isAnimationActive={false}
              connectNulls={false}
            />
          ))}
          {marked.map((at) => (
            <ReferenceDot
              key={at}
              x={at}
              y={Number(points.find((p) => p.at === at)?.[first] ?? 0)}
              r={4}
              fill={saffron}
              stroke={paper}
            />
          ))}
        </LineChart>
      </ResponsiveContainer>
    </Box>
  );
};
