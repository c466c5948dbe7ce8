import { Box, Flex, Heading, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { marketplaceFees } from '@kettle/core/fees/fees';
import type { FeeSchedule } from '@kettle/core/documents/fee-schedule';
import {
  gramsFromUnit,
  lengthInUnit,
  lengthUnit,
  mmFromUnit,
  weightInUnit,
  weightUnit,
} from '@kettle/core/measures/units';
import { typedNumber } from '@kettle/core/measures/typed-number';
import { majorFromMinor, minorFromMajor } from '@kettle/core/money/money';
import { NumberField } from '../../ground/form/number-field.tsx';
import { useMarket } from '../../ground/market/market.ts';
import { keep, kept } from '../../ground/state/kept.ts';
import { money } from '../../ground/ui/format.ts';
import { NearestSteps } from '../costing/nearest-steps.tsx';
import { PlainText } from './text-field.tsx';
import { TypedText } from './typed-text.tsx';

interface Piece {
  price: number;
  category: string;
  weight: number;
  sides: [number, number, number];
  months: number;
}

/** One piece reckoned by the schedule as it is typed, to be held against what the marketplace's own pages say. */
export const FeeExample = ({ schedule }: { schedule: FeeSchedule }) => {
  const market = useMarket();
  const key = `fees/example/${market.id}`;
  const [piece, set] = useState<Piece>(
    () =>
      kept<Piece>(key) ?? {
        price: minorFromMajor(25, market.currency),
        category: '',
        weight: 600,
        sides: [250, 180, 60],
        months: 1.5,
      },
  );
  const change = (part: Partial<Piece>): void => {
    const next = { ...piece, ...part };
    set(next);
    keep(key, next);
  };
  const { measures, currency } = market;
  const result = marketplaceFees(schedule, piece, {
    fulfilment: 'marketplace',
    monthsStored: piece.months,
    day: market.today,
  });
  const lines = result.known ? result.fees.lines : result.lines;
  return (
    <Box as="section" aria-label="A piece by this schedule">
      <Heading as="h3" fontSize="15px" mb="2">
        A piece by this schedule
      </Heading>
      <Flex direction="column" gap="1.5">
        <NumberField
          label="Price"
          value={majorFromMinor(piece.price, currency)}
          suffix={currency}
          fault={(x) => (x <= 0 ? 'Above 0.' : null)}
          onChange={(v) => v !== null && change({ price: minorFromMajor(v, currency) })}
        />
        <NumberField
          label="Weight"
          value={Number(weightInUnit(piece.weight, measures).toFixed(3))}
          suffix={weightUnit(measures)}
          fault={(x) => (x <= 0 ? 'Above 0.' : null)}
          onChange={(v) => v !== null && change({ weight: gramsFromUnit(v, measures) })}
        />
        <Flex gap="2" wrap="wrap">
          <TypedText
            label={`Sides, ${lengthUnit(measures)}`}
            width="150px"
            shown={piece.sides.map((s) => Number(lengthInUnit(s, measures).toFixed(2))).join(' x ')}
            read={(text) => {
              const sides = text.split(/[x×*]/i).map((t) => typedNumber(t) ?? 0);
              return sides.length === 3 && sides.every((s) => s > 0) ? { value: sides } : 'Three sides.';
            }}
            onChange={(sides) =>
              change({ sides: sides.map((s) => mmFromUnit(s, measures)) as [number, number, number] })
            }
          />
          <PlainText
            label="Category"
            width="190px"
            list="categories-of-fees"
            value={piece.category}
            onChange={(category) => change({ category })}
          />
        </Flex>
        <NumberField
          label="Months in storage"
          value={piece.months}
          fault={(x) => (x < 0 || x > 60 ? 'Between 0 and 60.' : null)}
          onChange={(v) => change({ months: v ?? 0 })}
        />
      </Flex>
      <Box mt="3" className="figures" aria-live="polite">
        {lines.map((l) => (
          <Flex key={l.key} justify="space-between" gap="3">
            <span>
              {l.label}{' '}
              <Box as="span" color="inkSoft">
                {l.note}
              </Box>
            </span>
            <span>{money(-l.amount, market)}</span>
          </Flex>
        ))}
        {result.known ? (
          <>
            <NearestSteps schedule={schedule} weight={piece.weight} sides={piece.sides} />
            <Flex justify="space-between" fontWeight="700" borderTopWidth="1px" borderColor="rule" mt="1" pt="1">
              <span>Net</span>
              <span data-testid="example-net">{money(result.fees.net, market)}</span>
            </Flex>
          </>
        ) : (
          <Text color="inkSoft">{result.reason}</Text>
        )}
      </Box>
    </Box>
  );
};
