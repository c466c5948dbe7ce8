import { Box, Button, Flex } from '@chakra-ui/react';
import { memo } from 'react';
import { monthsOnShelf } from '@kettle/core/costing/costing';
import type { MonthlyUnits } from '@kettle/core/costing/what-if';
import type { CostAmount, CostingDocument } from '@kettle/core/documents/costing';
import { NumberField } from '../../ground/form/number-field.tsx';
import { percent } from '../../ground/ui/format.ts';
import { otherAdvertising } from './cost-line-fields.tsx';

const notBelowZero = (x: number): string | null => (x < 0 ? 'This cannot be below 0.' : null);

/** Who stores and sends. */
export const FulfilmentChoice = memo(function FulfilmentChoice({
  value,
  onChange,
}: {
  value: CostingDocument['fulfilment'];
  onChange: (by: CostingDocument['fulfilment']) => void;
}) {
  return (
    <Flex role="group" aria-label="Stored and sent by" align="center" gap="1.5">
      <Box flex="1">Stored and sent by</Box>
      {(['marketplace', 'seller'] as const).map((by) => (
        <Button
          key={by}
          size="2xs"
          variant={value === by ? 'solid' : 'outline'}
          colorPalette={value === by ? 'aubergine' : undefined}
          aria-pressed={value === by}
          onClick={() => onChange(by)}
        >
          {by === 'seller' ? 'you' : 'the marketplace'}
        </Button>
      ))}
    </Flex>
  );
});

interface StockProps {
  firstOrder: number | null;
  monthsStored: number;
  /** What is hoped to sell of what the find sells. */
  share: number;
  /** Of the find, a month. */
  units: MonthlyUnits | null;
  onChange: (part: Partial<CostingDocument>) => void;
}
/** How long a piece of the first order lies at what is hoped to sell, within what the estimate allows. */
const MonthsHint = ({
  firstOrder,
  monthsStored,
  share,
  units,
  onTake,
}: Omit<StockProps, 'onChange'> & { onTake: (months: number) => void }) => {
  if (firstOrder === null || units === null || units.low <= 0) return null;
  const months = (pieces: number): number => Math.min(60, Number(monthsOnShelf(firstOrder, pieces * share).toFixed(1)));
  const likely = months(units.likely);
  if (share === 0 || likely === monthsStored) return null;
  return (
    <Flex gap="2" justify="flex-end" align="center" color="inkSoft" fontSize="12px">
      At {percent(share)} of what the find sells a piece lies {likely} months ({months(units.high)} to{' '}
      {months(units.low)})
      <Button size="2xs" variant="outline" onClick={() => onTake(likely)}>
        Take {likely}
      </Button>
    </Flex>
  );
};

/** The first order, and how long its pieces lie. */
export const StockFields = memo(function StockFields({ onChange, ...stock }: StockProps) {
  return (
    <>
      <NumberField
        label="Months in storage"
        value={stock.monthsStored}
        suffix=""
        fault={notBelowZero}
        onChange={(v) => onChange({ monthsStored: v ?? 0 })}
      />
      <MonthsHint {...stock} onTake={(months) => onChange({ monthsStored: months })} />
      <NumberField
        label="First order, units"
        value={stock.firstOrder}
        placeholder="not known"
        suffix=""
        fault={(x) => (x < 1 || !Number.isInteger(x) ? 'A whole number above 0.' : null)}
        onChange={(v) => onChange({ firstOrder: v })}
      />
    </>
  );
});

/** Advertising is told as a share of the price, or by clicks. */
export const AdvertisingWay = memo(function AdvertisingWay({
  amount,
  onLine,
}: {
  amount: CostAmount | undefined;
  onLine: (key: string, amount: CostAmount) => void;
}) {
  if (!amount) return null;
  return (
    <Button
      size="2xs"
      variant="outline"
      alignSelf="flex-end"
      onClick={() => onLine('advertising', otherAdvertising(amount))}
    >
      {amount.kind === 'clicks' ? 'Advertising as a share of the price' : 'Advertising by clicks'}
    </Button>
  );
});
