import { useDeferredValue, useMemo } from 'react';
import { profitCurve } from '@kettle/core/costing/price-for-profit';
import type { CostingDocument } from '@kettle/core/documents/costing';
import type { FeeSchedule } from '@kettle/core/documents/fee-schedule';
import type { FeeSubject } from '@kettle/core/fees/schedule';
import { currencyExponent, majorFromMinor } from '@kettle/core/money/money';
import { useMarket } from '../../ground/market/market.ts';
import { money } from '../../ground/ui/format.ts';
import { HandleChart, type Upright } from './handle-chart.tsx';

const LINE = [{ key: 'profit', name: 'Stays of a sale', colour: 'aubergine', width: 2 }];

/** What stays of a sale against its price, with the jumps of the fees, and the price in hand. */
export const PriceHandle = ({
  schedule,
  subject,
  document: typed,
  day,
  listed,
  breakEven,
  cheapest,
  onPrice,
}: {
  schedule: FeeSchedule;
  subject: Omit<FeeSubject, 'price'> & { price: number };
  document: CostingDocument;
  day: string;
  /** The find's own price, around which prices are looked at. */
  listed: number;
  breakEven: number | null;
  cheapest: number | null;
  onPrice: (price: number) => void;
}) => {
  const market = useMarket();
  const { category, weight, sides } = subject;
  // The picture does not hang on the price that is being moved.
  const content = useDeferredValue(JSON.stringify({ ...typed, price: null }));
  const document = useMemo(() => JSON.parse(content) as CostingDocument, [content]);
  const from = Math.max(1, Math.round(Math.min(listed * 0.5, (breakEven ?? listed) * 0.9)));
  const to = Math.max(from + 10, Math.round(Math.max(listed * 1.5, (breakEven ?? 0) * 1.2)));
  const curve = useMemo(
    () => profitCurve(schedule, { category, weight, sides }, document, day, { from, to }),
    [schedule, category, weight, sides, document, day, from, to],
  );
  const points = useMemo(
    () => curve?.points.map((p) => ({ at: p.price, profit: majorFromMinor(p.profit, market.currency) })) ?? [],
    [curve, market],
  );
  const xText = useMemo(() => (at: number) => money(at, market), [market]);
  if (!curve) return null;
  const uprights: Upright[] = [
    ...(breakEven === null ? [] : [{ at: breakEven, name: 'nothing stays below', strong: true }]),
    ...(cheapest === null ? [] : [{ at: cheapest, name: 'cheapest rival' }]),
    ...curve.jumps.map((j) => ({
      at: j.after,
      name: `the commission jumps (${j.by > 0 ? '+' : '−'}${money(Math.abs(j.by), market)}) after`,
    })),
  ];
  return (
    <HandleChart
      caption={`What stays of a sale, by its price, ${market.currency}`}
      label="Price"
      points={points}
      lines={LINE}
      from={from}
      to={to}
      step={currencyExponent(market.currency) >= 2 ? 10 ** (currencyExponent(market.currency) - 1) : 1}
      value={subject.price}
      valueText={money(subject.price, market)}
      digits={currencyExponent(market.currency)}
      level={0}
      uprights={uprights}
      xText={xText}
      onChange={onPrice}
    />
  );
};
