import { Box, Flex, Text } from '@chakra-ui/react';
import { memo } from 'react';
import { DayChart, type DayLine, type DayPoint } from '../../ground/ui/day-chart.tsx';

/** A thin line through a chart, named at its foot. */
export interface Upright {
  at: number;
  name: string;
  strong?: boolean;
}
interface Props {
  caption: string;
  label: string;
  points: readonly DayPoint[];
  lines: readonly DayLine[];
  from: number;
  to: number;
  step: number;
  value: number;
  digits: number;
  level?: number | null;
  uprights?: readonly Upright[];
  xText: (at: number) => string;
  valueText: string;
  onChange: (value: number) => void;
}

const TICKS = 5;
/** Round places along an axis. */
const ticksOf = (from: number, to: number): number[] => {
  const rough = (to - from) / TICKS;
  const power = 10 ** Math.floor(Math.log10(Math.max(1, rough)));
  const step = [1, 2, 5, 10].map((s) => s * power).find((s) => s >= rough) ?? power;
  const ticks: number[] = [];
  for (let at = Math.ceil(from / step) * step; at <= to; at += step) ticks.push(at);
  return ticks;
};
/** The plot lies between the axis' words and the right edge. */
const LEFT = 46;
const RIGHT = 6;
const Lines = memo(DayChart);

/** Lines against what a handle beneath them moves; the lines are drawn once, the place of the handle follows the finger. */
export const HandleChart = (props: Props) => {
  const { caption, label, points, lines, from, to, step, value, digits, level = null, uprights = [] } = props;
  const place = (at: number): number => (100 * (at - from)) / Math.max(1, to - from);
  const held = Math.min(to, Math.max(from, value));
  return (
    <Box flex="1 1 380px" minW="0">
      <Box position="relative">
        <Lines
          caption={caption}
          points={points}
          lines={lines}
          height={130}
          scale="as it falls"
          digits={digits}
          level={level}
          xText={props.xText}
          xTicks={ticksOf(from, to)}
          labelText={props.xText}
        />
        <Box
          position="absolute"
          left={`${LEFT}px`}
          right={`${RIGHT}px`}
          top="22px"
          bottom="38px"
          pointerEvents="none"
          aria-hidden
        >
          <Box position="absolute" top="0" bottom="0" left={`${place(held)}%`} w="2px" ml="-1px" bg="aubergine" />
          {uprights
            .filter((u) => u.at >= from && u.at <= to)
            .map((u) => (
              <Box
                key={u.name}
                position="absolute"
                top="0"
                bottom="0"
                left={`${place(u.at)}%`}
                borderLeftWidth="1px"
                borderStyle={u.strong ? 'solid' : 'dotted'}
                borderColor={u.strong ? 'brick' : 'inkSoft'}
                title={u.name}
              />
            ))}
        </Box>
      </Box>
      <Box mt="-6px" ml={`${LEFT - 8}px`} mr={`${RIGHT - 8}px`}>
        <input
          type="range"
          aria-label={label}
          aria-valuetext={props.valueText}
          min={from}
          max={to}
          step={step}
          value={held}
          style={{ width: '100%', accentColor: 'var(--chakra-colors-aubergine)' }}
          onChange={(e) => props.onChange(Number(e.target.value))}
        />
      </Box>
      {uprights.length > 0 && (
        <Flex gap="3" wrap="wrap" ml={`${LEFT}px`} fontSize="12px" color="inkSoft">
          {uprights.map((u) => (
            <Text as="span" key={u.name}>
              {u.name} {props.xText(u.at)}
            </Text>
          ))}
        </Flex>
      )}
    </Box>
  );
};
