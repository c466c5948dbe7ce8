import { Box, Flex, Text } from '@chakra-ui/react';
import { useMemo } from 'react';
import type { FeeSchedule, SizeClass } from '@kettle/core/documents/fee-schedule';
import { fulfilmentFee } from '@kettle/core/fees/fees';
import { lengthInUnit, lengthUnit, weightInUnit, weightUnit } from '@kettle/core/measures/units';
import { currencyExponent, majorFromMinor } from '@kettle/core/money/money';
import { useMarket } from '../../ground/market/market.ts';
import { DayChart } from '../../ground/ui/day-chart.tsx';
import { decimal, money } from '../../ground/ui/format.ts';

const COLOURS = ['series1', 'series2', 'series3', 'series4', 'series5'];
const colourOf = (i: number): string => COLOURS[i % COLOURS.length]!;
/** Boxes of more classes than this cannot be told apart. */
const MOST_DRAWN = 10;

/** The classes as boxes by their longest and middle side, and the fee of each by the billed weight. */
export const SchedulePicture = ({ schedule }: { schedule: FeeSchedule }) => {
  const market = useMarket();
  const { sizeClasses } = schedule;
  const classes = sizeClasses.slice(0, MOST_DRAWN);
  const { points, lines, beyond } = useMemo(() => drawingOf(schedule, market.currency), [schedule, market]);
  return (
    <Box>
      <DayChart
        caption={`Fulfilment by billed weight, ${market.currency}`}
        points={points}
        lines={lines}
        height={170}
        scale="from zero"
        digits={currencyExponent(market.currency)}
        xText={(grams) =>
          `${decimal(weightInUnit(grams, market.measures), grams < 5000 ? 1 : 0)} ${weightUnit(market.measures)}`
        }
        labelText={(grams) => `${decimal(weightInUnit(grams, market.measures), 2)} ${weightUnit(market.measures)}`}
      />
      {beyond.length > 0 && (
        <Text fontSize="12px" color="inkSoft">
          Beyond the picture: {beyond.map((c) => `${c.name} from ${money(c.fulfilment[0]!.fee, market)}`).join(', ')}.
        </Text>
      )}
      <Boxes classes={classes} />
    </Box>
  );
};

/** A class that costs so many times the cheapest is told, not drawn: it would press the others flat. */
const MOST_TIMES = 12;

const drawingOf = (schedule: FeeSchedule, currency: string) => {
  const classes = schedule.sizeClasses.slice(0, MOST_DRAWN);
  const least = Math.min(...classes.map((c) => c.fulfilment[0]!.fee).filter((fee) => fee > 0));
  const isDrawn = (c: SizeClass): boolean => !(c.fulfilment[0]!.fee > MOST_TIMES * least);
  const drawn = classes.map((c, i) => ({ c, i })).filter(({ c }) => isDrawn(c));
  const upTo = farthest(drawn.map(({ c }) => c));
  return {
    points: pointsOf(classes, upTo, currency),
    lines: drawn.map(({ c, i }) => ({
      key: `c${i}`,
      name: c.name,
      colour: colourOf(i),
      width: 2,
      dashed: i >= COLOURS.length,
    })),
    beyond: classes.filter((c) => !isDrawn(c)),
  };
};

/** How far weights are drawn: beyond the last bound that is said. */
const farthest = (classes: readonly SizeClass[]): number => {
  const bounds = classes.flatMap((c) => [c.fulfilment.at(-1)!.upTo, ...(c.maxWeight === null ? [] : [c.maxWeight])]);
  const sorted = bounds.sort((a, b) => a - b);
  // One very heavy class does not press the others into a corner.
  return Math.max(500, (sorted[Math.floor(sorted.length * 0.7)] ?? 1000) * 1.2);
};

const MOST_STEPS = 60;
const pointsOf = (classes: readonly SizeClass[], upTo: number, currency: string) => {
  const weights = new Set<number>();
  for (let i = 1; i <= 160; i++) weights.add(Math.round((upTo * i) / 160));
  for (const { fulfilment, maxWeight, beyond } of classes) {
    const last = fulfilment.at(-1)!.upTo;
    const steps = beyond ? Math.min(MOST_STEPS, Math.ceil((upTo - last) / beyond.step)) : 0;
    const bounds = [
      ...fulfilment.map((f) => f.upTo),
      ...(maxWeight === null ? [] : [maxWeight]),
      ...Array.from({ length: Math.max(0, steps) }, (_, k) => last + (k + 1) * beyond!.step),
    ];
    for (const bound of bounds) if (bound <= upTo) weights.add(Math.floor(bound)).add(Math.floor(bound) + 1);
  }
  return [...weights]
    .sort((a, b) => a - b)
    .map((weight) => ({
      at: weight,
      ...Object.fromEntries(
        classes.map((c, i) => {
          const fee = c.maxWeight !== null && weight > c.maxWeight ? null : fulfilmentFee(c, weight);
          return [`c${i}`, fee === null ? null : majorFromMinor(fee, currency)];
        }),
      ),
    }));
};

const WIDTH = 320;
const HEIGHT = 130;

/** Boxes of the classes' sides laid over each other, to one scale; what has no bound is told in words. */
const Boxes = ({ classes }: { classes: readonly SizeClass[] }) => {
  const { measures } = useMarket();
  const bounded = classes.map((c, i) => ({ c, i })).filter(({ c }) => c.maxSides !== null);
  const open = classes.filter((c) => c.maxSides === null);
  const longest = Math.max(1, ...bounded.map(({ c }) => c.maxSides![0]));
  const tallest = Math.max(1, ...bounded.map(({ c }) => c.maxSides![1]));
  const scale = Math.min(WIDTH / longest, HEIGHT / tallest);
  const length = (mm: number): string => decimal(lengthInUnit(mm, measures), 0);
  return (
    <Box as="figure" mt="3" data-caption="Size classes">
      <Text as="figcaption" fontSize="12px" color="inkSoft">
        Longest × middle side of each class, to one scale ({lengthUnit(measures)})
      </Text>
      <Flex gap="4" wrap="wrap" align="flex-end" mt="1">
        {bounded.length > 0 && (
          <svg width={longest * scale + 2} height={tallest * scale + 2} aria-hidden>
            {bounded.toReversed().map(({ c, i }) => (
              <rect
                key={c.key}
                x="1"
                y={1 + (tallest - c.maxSides![1]) * scale}
                width={c.maxSides![0] * scale}
                height={c.maxSides![1] * scale}
                fill={`var(--chakra-colors-${colourOf(i)})`}
                fillOpacity={0.12}
                stroke={`var(--chakra-colors-${colourOf(i)})`}
                strokeDasharray={i >= COLOURS.length ? '4 3' : undefined}
              />
            ))}
          </svg>
        )}
        <Box as="ul" listStyleType="none" fontSize="12px">
          {classes.map((c, i) => (
            <Flex as="li" key={c.key} align="center" gap="1.5">
              <Box w="9px" h="9px" bg={colourOf(i)} aria-hidden />
              {c.name}: {c.maxSides ? c.maxSides.map(length).join(' × ') : 'any size'}
              {c.maxGirth !== null && `, girth ${length(c.maxGirth)}`}
              {c.maxWeight !== null &&
                `, up to ${decimal(weightInUnit(c.maxWeight, measures), 1)} ${weightUnit(measures)}`}
            </Flex>
          ))}
        </Box>
      </Flex>
      {open.length === 0 && bounded.length > 0 && (
        <Text fontSize="12px" color="inkSoft">
          What is larger than all of them is taken by none.
        </Text>
      )}
    </Box>
  );
};
