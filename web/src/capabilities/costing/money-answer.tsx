import { Box, Flex, Text } from '@chakra-ui/react';
import { useState } from 'react';
import type { Costing } from '@kettle/core/costing/costing';
import { dearestUnitCost, priceForMargin, priceForProfit } from '@kettle/core/costing/price-for-profit';
import type { MonthlyUnits } from '@kettle/core/costing/what-if';
import type { CostingDocument } from '@kettle/core/documents/costing';
import type { FeeSchedule } from '@kettle/core/documents/fee-schedule';
import type { FeeSubject } from '@kettle/core/fees/schedule';
import { majorFromMinor, minorFromMajor } from '@kettle/core/money/money';
import { NumberField } from '../../ground/form/number-field.tsx';
import { useMarket } from '../../ground/market/market.ts';
import { keep, kept } from '../../ground/state/kept.ts';
import { count, money, moneyWith, percent } from '../../ground/ui/format.ts';

/** What comes of the costing, as a sentence. */
export const Answer = ({
  costing: c,
  price,
  firstOrder,
  units,
}: {
  costing: Costing;
  price: number;
  firstOrder: number | null;
  units: MonthlyUnits | null;
}) => {
  const market = useMarket();
  return (
    <Text fontSize="16px" mb="3" data-testid="answer">
      At <b>{money(price, market)}</b>
      {firstOrder !== null && (
        <>
          {' '}
          and a first order of <b>{count(firstOrder)}</b>
        </>
      )}
      ,{' '}
      <Box as="b" color={c.profit > 0 ? undefined : 'brick'}>
        {moneyWith(c.profit, market)}
      </Box>{' '}
      {c.profit > 0 ? 'stay of each sale' : 'are lost with each sale'} ({percent(c.margin, 1)} of the price)
      {units && (
        <>
          , {c.profit > 0 ? '' : 'a loss of '}
          {money(Math.abs(c.profit) * units.low, market, true)} to{' '}
          {money(Math.abs(c.profit) * units.high, market, true)} a month at what the find sells
        </>
      )}
      .{c.outlay !== null && <> It takes {moneyWith(c.outlay, market, true)} before the first sale.</>}
    </Text>
  );
};

const PLACE = 'costing/sought';
interface Wished {
  profit: number | null;
  margin: number | null;
}

/** The price at which a profit or a margin is left, and the dearest goods that still leave it. */
export const Sought = (asked: {
  schedule: FeeSchedule;
  subject: FeeSubject;
  document: CostingDocument;
  day: string;
}) => {
  const market = useMarket();
  const { schedule, subject, document, day } = asked;
  const [wished, setWished] = useState<Wished>(() => ({
    profit: null,
    margin: null,
    ...kept<Wished>(`${PLACE}/${market.id}`),
  }));
  const wish = (part: Partial<Wished>): void => {
    const next = { ...wished, ...part };
    setWished(next);
    keep(`${PLACE}/${market.id}`, next);
  };
  const inWords = (price: number | null): string =>
    price === null ? 'no price works' : `from ${money(price, market)} on`;
  const dearest = (target: number): string => {
    const most = dearestUnitCost(schedule, subject, document, day, target);
    return most === null
      ? 'not even goods for nothing leave it here'
      : `goods up to ${money(most, market)} leave it here`;
  };
  return (
    <Flex direction="column" gap="1" mt="4">
      <Flex gap="3" align="baseline" wrap="wrap">
        <NumberField
          label="To leave of a sale"
          value={wished.profit === null ? null : majorFromMinor(wished.profit, market.currency)}
          placeholder="0"
          suffix={market.currency}
          onChange={(v) => wish({ profit: v === null ? null : minorFromMajor(v, market.currency) })}
        />
        <Text role="status">
          {inWords(priceForProfit(schedule, subject, document, day, wished.profit ?? 0))}; {dearest(wished.profit ?? 0)}
        </Text>
      </Flex>
      <Flex gap="3" align="baseline" wrap="wrap">
        <NumberField
          label="or of the price"
          value={wished.margin === null ? null : Number((wished.margin * 100).toFixed(2))}
          placeholder="0"
          suffix="%"
          fault={(x) => (x < 0 || x >= 100 ? 'Between 0 and 100.' : null)}
          onChange={(v) => wish({ margin: v === null ? null : v / 100 })}
        />
        <Text role="status">
          {inWords(priceForMargin(schedule, subject, document, day, wished.margin ?? 0))}
          {wished.margin !== null && `; ${dearest(Math.ceil(wished.margin * subject.price))}`}
        </Text>
      </Flex>
    </Flex>
  );
};
