import { Box, Flex, IconButton, Slider, Text } from '@chakra-ui/react';
import { X } from 'lucide-react';
import { useState } from 'react';
import type { Marketplace } from '@kettle/contract/sources';
import { boundFromText, boundToText, rangeFault } from '@kettle/core/sift/address';
import { measureOf, type MeasureKey } from '@kettle/core/sift/measures';
import type { Range } from '@kettle/core/sift/query';
import { weightUnit } from '@kettle/core/measures/units';
import { count } from '../ui/format.ts';

interface Props {
  market: Marketplace;
  measure: MeasureKey;
  range: Range;
  /** Listings that pass all other limits, by bin; the last entry counts the unknown. */
  histogram: number[] | undefined;
  edges: number[] | undefined;
  /** How many more there would be without this limit. */
  cost: number | undefined;
  onChange: (range: Range) => void;
  onRemove: () => void;
}

/** One limit: its name, how what is left is spread, two handles, two typed bounds, and what it costs. */
export const LimitCard = ({ market, measure: key, range, histogram, edges, cost, onChange, onRemove }: Props) => {
  const measure = measureOf(key)!;
  const unit =
    measure.unit === 'money'
      ? market.currency
      : measure.unit === 'weight'
        ? weightUnit(market.measures)
        : measure.unit === 'stars'
          ? 'stars'
          : '';
  const bins = histogram?.slice(0, -1) ?? [];
  const unknown = histogram?.at(-1) ?? 0;
  const limited = range.min !== null || range.max !== null;
  return (
    <Box
      as="section"
      aria-label={`Limit: ${measure.name}`}
      bg="paper"
      borderWidth="1px"
      borderColor={limited ? 'aubergine.emphasized' : 'rule'}
      borderRadius="l1"
      px="3"
      pt="2"
      pb="2"
      w="176px"
      flexShrink={0}
    >
      <Flex align="center" gap="1">
        <Text as="h3" fontWeight="600" flex="1" title={measure.explanation} truncate>
          {measure.name}
        </Text>
        <Text color="inkSoft" fontSize="12px">
          {unit}
        </Text>
        <IconButton size="2xs" variant="ghost" aria-label={`Remove the limit ${measure.name}`} onClick={onRemove}>
          <X size={13} />
        </IconButton>
      </Flex>
      <Bars bins={bins} edges={edges} range={range} />
      {edges && (
        <Handles
          key={`${range.min}/${range.max}`}
          name={measure.name}
          edges={edges}
          range={range}
          unit={measure.unit}
          onChange={onChange}
        />
      )}
      <Bounds
        key={`typed/${range.min}/${range.max}`}
        market={market}
        measureKey={key}
        range={range}
        onChange={onChange}
      />
      <Text fontSize="12px" mt="1" minH="18px" color={cost ? 'aubergine' : 'inkSoft'}>
        {limited ? (
          cost === undefined ? (
            ' '
          ) : cost === 0 ? (
            'costs nothing now'
          ) : (
            <>
              <b>+{count(cost)}</b> without it
            </>
          )
        ) : unknown > 0 ? (
          `${count(unknown)} unknown`
        ) : (
          ' '
        )}
      </Text>
    </Box>
  );
};

const Bars = ({ bins, edges, range }: { bins: number[]; edges: number[] | undefined; range: Range }) => {
  const most = Math.max(1, ...bins);
  const within = (i: number): boolean =>
    edges === undefined ||
    ((range.min === null || edges[i + 1]! > range.min) && (range.max === null || edges[i]! <= range.max));
  return (
    <Flex aria-hidden align="flex-end" gap="1px" h="34px" mt="1">
      {bins.map((n, i) => (
        <Box
          key={i}
          flex="1"
          h={`${n === 0 ? 0 : Math.max(4, (100 * n) / most)}%`}
          bg={within(i) ? 'aubergine' : 'quietBar'}
        />
      ))}
    </Flex>
  );
};

/** Handles move along the bins' edges; the outermost place means "any". */
const Handles = ({
  name,
  edges,
  range,
  unit,
  onChange,
}: {
  name: string;
  edges: number[];
  range: Range;
  unit: string;
  onChange: (range: Range) => void;
}) => {
  const last = edges.length - 1;
  const place = (bound: number): number => {
    const above = edges.findIndex((e) => e > bound);
    if (above === -1) return last;
    if (above === 0) return 0;
    return above - 1 + (bound - edges[above - 1]!) / (edges[above]! - edges[above - 1]!);
  };
  const onStep = (at: number): number => Math.round(at * 4) / 4;
  const [drawn, setDrawn] = useState<[number, number]>([
    range.min === null ? 0 : onStep(place(range.min)),
    range.max === null ? last : onStep(place(range.max)),
  ]);
  const bound = (at: number): number => {
    const below = Math.floor(at);
    const raw = edges[below]! + (at - below) * ((edges[below + 1] ?? edges[below]!) - edges[below]!);
    return roundNicely(raw, unit);
  };
  return (
    <Slider.Root
      size="sm"
      colorPalette="aubergine"
      min={0}
      max={last}
      step={0.25}
      minStepsBetweenThumbs={0}
      value={drawn}
      aria-label={[`${name} from`, `${name} to`]}
      onValueChange={({ value }) => setDrawn(value as [number, number])}
      onValueChangeEnd={({ value: [low, high] }) =>
        onChange({ min: low! <= 0 ? null : bound(low!), max: high! >= last ? null : bound(high!) })
      }
    >
      <Slider.Control>
        <Slider.Track h="2px" bg="rule">
          <Slider.Range bg="aubergine" />
        </Slider.Track>
        <Slider.Thumb index={0} boxSize="3" borderColor="aubergine">
          <Slider.HiddenInput />
        </Slider.Thumb>
        <Slider.Thumb index={1} boxSize="3" borderColor="aubergine">
          <Slider.HiddenInput />
        </Slider.Thumb>
      </Slider.Control>
    </Slider.Root>
  );
};

/** Two or three telling digits, so that a handle gives a bound a person would have typed. */
const roundNicely = (value: number, unit: string): number => {
  if (unit === 'stars') return Math.round(value * 10) / 10;
  const step = 10 ** Math.max(0, Math.floor(Math.log10(Math.max(1, value))) - 1);
  return Math.round(value / step) * step;
};

const Bounds = ({
  market,
  measureKey,
  range,
  onChange,
}: {
  market: Marketplace;
  measureKey: MeasureKey;
  range: Range;
  onChange: (range: Range) => void;
}) => {
  const measure = measureOf(measureKey)!;
  const shown = (bound: number | null): string => (bound === null ? '' : boundToText(bound, measure.unit, market));
  const [texts, setTexts] = useState({ min: shown(range.min), max: shown(range.max) });
  const [fault, setFault] = useState<string | null>(null);
  const settle = (next: { min: string; max: string }): void => {
    const read = (text: string): number | null =>
      text.trim() === '' ? null : (boundFromText(text, measure.unit, market) ?? Number.NaN);
    const wanted = { min: read(next.min), max: read(next.max) };
    const wrong =
      Number.isNaN(wanted.min) || Number.isNaN(wanted.max)
        ? `${measure.name}: this is no number.`
        : rangeFault(measure.name, wanted);
    setFault(wrong);
    if (wrong === null && (wanted.min !== range.min || wanted.max !== range.max)) onChange(wanted);
  };
  const field = (side: 'min' | 'max', label: string) => (
    <input
      aria-label={`${measure.name} ${label}`}
      inputMode="decimal"
      placeholder="any"
      value={texts[side]}
      aria-invalid={fault !== null}
      className="bound"
      onChange={(e) => setTexts({ ...texts, [side]: e.target.value })}
      onBlur={() => settle(texts)}
      onKeyDown={(e) => e.key === 'Enter' && settle(texts)}
    />
  );
  return (
    <>
      <Flex
        gap="3"
        mt="1"
        css={{
          '& .bound': {
            width: '50%',
            minWidth: 0,
            textAlign: 'center',
            background: 'transparent',
            borderBottom: '1px solid var(--chakra-colors-ink-soft)',
            fontVariantNumeric: 'tabular-nums',
            padding: '2px 0',
            color: 'inherit',
          },
          '& .bound::placeholder': { color: 'var(--chakra-colors-ink-soft)', opacity: 1 },
        }}
      >
        {field('min', 'at least')}
        {field('max', 'at most')}
      </Flex>
      {fault && (
        <Text role="alert" color="brick" fontSize="12px" mt="1">
          {fault}
        </Text>
      )}
    </>
  );
};
