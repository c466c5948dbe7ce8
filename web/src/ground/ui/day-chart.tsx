import { Box, Text, useToken } from '@chakra-ui/react';
import { useState, type ReactElement } from 'react';
import {
  CartesianGrid,
  Line,
  LineChart,
  ReferenceArea,
  ReferenceDot,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import { dayFromEpoch, MONTH_NAMES } from '@kettle/core/measures/day';
import { count, day, decimal } from './format.ts';

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
  dashed?: boolean;
}
export type DayScale = 'from zero' | 'as it falls' | 'ranks';
interface Props {
  caption: string;
  points: readonly DayPoint[];
  lines: readonly DayLine[];
  height: number;
  /** From 0 up, from the least to the most, or ranks: on a log scale with the best on top. */
  scale: DayScale;
  digits: number;
  /** Days marked with a dot on the first line. */
  marked?: readonly number[];
  /** Spans of days that are shaded, ends included. */
  shaded?: readonly { from: number; to: number }[];
  /** Days with a thin line through them. */
  ticked?: readonly number[];
  /** A level drawn across, such as the typical day. */
  level?: number | null;
  /** Charts of one name move their pointers together. */
  together?: string;
  /** What stands under the axis instead of days. */
  xText?: (at: number) => string;
  xTicks?: readonly number[];
  /** What a tooltip says above its values. */
  labelText?: (at: number) => string;
  /** Told the days between which somebody drew over the chart. */
  onRange?: ((from: number, to: number) => void) | undefined;
}

/** Days that must be drawn over to mean a range. */
const LEAST_DRAWN = 3;

/** Round steps within a power of ten: few of them where the range spans several, more where it is narrow. */
const LOG_STEPS = [
  [1],
  [1, 3],
  [1, 2, 5],
  [1, 1.5, 2, 3, 5, 7],
  [1, 1.2, 1.4, 1.6, 1.8, 2, 2.5, 3, 3.5, 4, 5, 6, 7, 8, 9],
];
/** Ticks of a log axis between two values: the finest steps that make no more than four. */
const logTicks = (low: number, high: number): number[] => {
  const withSteps = (steps: readonly number[]): number[] => {
    const ticks: number[] = [];
    for (let power = 10 ** Math.floor(Math.log10(low)); power <= high; power *= 10)
      for (const times of steps) {
        const tick = Math.round(power * times);
        if (tick >= low && tick <= high && tick !== ticks.at(-1)) ticks.push(tick);
      }
    return ticks;
  };
  return LOG_STEPS.map(withSteps).findLast((ticks) => ticks.length <= 4) ?? [];
};

const valuesOf = (points: readonly DayPoint[], lines: readonly DayLine[]): number[] =>
  points.flatMap((p) => lines.flatMap((l) => (typeof p[l.key] === 'number' ? (p[l.key] as number) : [])));

/** Recharts reads its parts from a flat list of children. */
const axisOf = (
  scale: DayScale,
  points: readonly DayPoint[],
  lines: readonly DayLine[],
  tick: object,
): ReactElement => {
  const common = { width: 46, tick, tickLine: false, axisLine: false };
  if (scale !== 'ranks')
    return (
      <YAxis
        {...common}
        tickCount={4}
        domain={scale === 'from zero' ? [0, 'auto'] : ['auto', 'auto']}
        tickFormatter={(v: number) =>
          Math.abs(v) >= 10_000 ? `${decimal(v / 1000, 0)}k` : decimal(v, v % 1 === 0 ? 0 : 1)
        }
      />
    );
  const values = valuesOf(points, lines);
  const [low, high] = [Math.max(1, Math.min(...values) / 1.15), Math.max(2, Math.max(...values) * 1.15)];
  return (
    <YAxis
      {...common}
      scale="log"
      reversed
      allowDataOverflow
      domain={[low, high]}
      ticks={logTicks(low, high)}
      interval={0}
      tickFormatter={(v: number) => count(v)}
    />
  );
};

/** Over a year days are told by month and year, else by day and month. */
const dayText = (points: readonly DayPoint[]): ((at: number) => string) =>
  (points.at(-1)?.at ?? 0) - (points[0]?.at ?? 0) > 366
    ? (at) => {
        const iso = dayFromEpoch(at);
        return `${MONTH_NAMES[Number(iso.slice(5, 7)) - 1]!.slice(0, 3)} ${iso.slice(0, 4)}`;
      }
    : (at) => day(dayFromEpoch(at), dayFromEpoch(at));

/** Lines over days: one measure, one axis, exact values under the pointer and by the arrow keys. */
export const DayChart = ({
  caption,
  points,
  lines,
  height,
  scale,
  digits,
  marked = [],
  shaded = [],
  ticked = [],
  level = null,
  together,
  xText = dayText(points),
  xTicks,
  labelText = (at) => day(dayFromEpoch(at)),
  onRange,
}: Props) => {
  const [drawn, setDrawn] = useState<{ from: number; to: number } | null>(null);
  const [rule, inkSoft, paper, saffron, quiet, ...colours] = useToken('colors', [
    'rule',
    'inkSoft',
    'paper',
    'saffron',
    'quietBar',
    ...lines.map((l) => l.colour),
  ]);
  const tick = { fontSize: 11, fill: inkSoft };
  const first = lines[0]!.key;
  return (
    <Box as="figure" mb="2" data-caption={caption}>
      <Text as="figcaption" fontSize="12px" color="inkSoft">
        {caption}
      </Text>
      <ResponsiveContainer width="100%" height={height}>
        <LineChart
          data={points as DayPoint[]}
          margin={{ top: 6, right: 6, bottom: 0, left: 0 }}
          accessibilityLayer
          title={caption}
          syncId={together}
          syncMethod="value"
          {...(onRange && {
            style: { cursor: 'ew-resize', userSelect: 'none' as const },
            onMouseDown: ({ activeLabel }) => {
              const at = Number(activeLabel);
              if (activeLabel !== undefined && Number.isFinite(at)) setDrawn({ from: at, to: at });
            },
            onMouseMove: ({ activeLabel }) => {
              const at = Number(activeLabel);
              if (drawn && activeLabel !== undefined && Number.isFinite(at)) setDrawn({ ...drawn, to: at });
            },
            onMouseUp: () => {
              if (drawn && Math.abs(drawn.to - drawn.from) >= LEAST_DRAWN)
                onRange(Math.min(drawn.from, drawn.to), Math.max(drawn.from, drawn.to));
              setDrawn(null);
            },
            onMouseLeave: () => setDrawn(null),
          })}
        >
          <CartesianGrid vertical={false} stroke={rule} />
          {shaded.map(({ from, to }) => (
            <ReferenceArea
              key={from}
              x1={from - 0.5}
              x2={to + 0.5}
              fill={quiet}
              fillOpacity={0.45}
              ifOverflow="hidden"
            />
          ))}
          {drawn && (
            <ReferenceArea
              x1={Math.min(drawn.from, drawn.to)}
              x2={Math.max(drawn.from, drawn.to)}
              fill={inkSoft}
              fillOpacity={0.15}
              ifOverflow="hidden"
            />
          )}
          {ticked.map((at) => (
            <ReferenceLine key={at} x={at} stroke={inkSoft} strokeDasharray="2 3" ifOverflow="hidden" />
          ))}
          {level !== null && <ReferenceLine y={level} stroke={inkSoft} strokeDasharray="4 3" ifOverflow="hidden" />}
          <XAxis
            dataKey="at"
            type="number"
            domain={['dataMin', 'dataMax']}
            tick={tick}
            tickLine={false}
            stroke={rule}
            minTickGap={xTicks ? 4 : 48}
            ticks={xTicks as number[] | undefined}
            tickFormatter={(at: number) => xText(Math.round(at))}
          />
          {axisOf(scale, points, lines, tick)}
          <Tooltip
            isAnimationActive={false}
            contentStyle={{ background: paper, border: `1px solid ${rule}`, fontSize: 12, padding: '4px 8px' }}
            labelFormatter={(at) => labelText(Math.round(Number(at)))}
            formatter={(value, name) => [decimal(Number(value), digits), name]}
          />
          {lines.map((l, i) => (
            <Line
              key={l.key}
              dataKey={l.key}
              name={l.name}
              stroke={colours[i]}
              strokeWidth={l.width ?? 1.6}
              strokeDasharray={l.dashed ? '5 3' : undefined}
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
