import { useState } from 'react';
import type { NicheList } from '@kettle/contract/demand';
import { priceForIncome, type IncomeTarget } from '@kettle/core/demand/income';
import { boundDecimals, boundFromText, boundToText } from '@kettle/core/sift/address';
import { NumberFault } from '../../ground/form/number-fault.tsx';
import { useTypedNumber } from '../../ground/form/use-typed-number.ts';
import { Card, Cost } from '../../ground/limits/limit-card.tsx';
import { useMarket } from '../../ground/market/market.ts';
import { count, moneyWith } from '../../ground/ui/format.ts';

interface Props {
  income: IncomeTarget | null;
  dots: NicheList['dots'] | undefined;
  cost: number | undefined;
  onChange: (income: IncomeTarget | null) => void;
  onOpen: (id: number) => void;
}

/** What a product shall bring in: a limit on price × units itself, with the curve of all combinations that reach it. */
export const IncomeCard = ({ income, dots, cost, onChange, onOpen }: Props) => {
  const market = useMarket();
  const [per, setPer] = useState<IncomeTarget['per']>(income?.per ?? 'month');
  const shownPer = income?.per ?? per;
  const { input, ...fault } = useTypedNumber({
    value: income?.amount ?? null,
    mayBeEmpty: true,
    decimals: boundDecimals('money', market),
    show: (amount) => boundToText(amount, 'money', market),
    read: (text) => boundFromText(text, 'money', market),
    fault: (amount) => (amount > 0 ? null : 'A target must be above 0.'),
    onChange: (amount) => onChange(amount === null ? null : { amount, per: shownPer }),
  });
  const meets = dots?.filter((d) => d.meets).length ?? 0;
  return (
    <Card
      name="Income target"
      explanation="What a middle listing of the niche must bring in: price × units, whatever the one or the other."
      unit={market.currency}
      wide
      set={income !== null}
    >
      <div className="words">
        <input aria-label="Income target" placeholder="none, e.g. 2500" {...input} />
        <select
          aria-label="Income per"
          value={shownPer}
          style={{ background: 'transparent', minHeight: 24 }}
          onChange={(e) => {
            const next = e.target.value as IncomeTarget['per'];
            setPer(next);
            if (income) onChange({ ...income, per: next });
          }}
        >
          <option value="month">a month</option>
          <option value="year">a year</option>
        </select>
      </div>
      <NumberFault fault={fault} />
      {income ? (
        <>
          <Curve income={income} dots={dots ?? []} onOpen={onOpen} />
          <div className="cost">
            {meets} meet it{cost ? ', ' : ''}
            <Cost n={cost} />
          </div>
        </>
      ) : (
        <div className="note">
          Price × units of a middle listing: 10 × 3,000 a year meets 2,500 a month, and so does 30 × 1,000.
        </div>
      )}
    </Card>
  );
};

const WIDTH = 226;
const HEIGHT = 92;
const LEFT = 26;
const BOTTOM = 14;

/** Units across, price up, both on log scales, where the curve is a straight line; niches as dots on either side. */
const Curve = ({
  income,
  dots,
  onOpen,
}: {
  income: IncomeTarget;
  dots: NicheList['dots'];
  onOpen: (id: number) => void;
}) => {
  const market = useMarket();
  const known = dots.filter((d) => d.units > 0 && d.price > 0);
  const units = known.map((d) => d.units);
  const prices = known.map((d) => d.price);
  const [u0, u1] = [Math.min(10, ...units) || 1, Math.max(1000, ...units)];
  const [p0, p1] = [Math.min(1000, ...prices), Math.max(6000, ...prices)];
  const x = (u: number): number => LEFT + ((WIDTH - LEFT) * Math.log(u / u0)) / Math.log(u1 / u0);
  const y = (p: number): number => (HEIGHT - BOTTOM) * (1 - Math.log(p / p0) / Math.log(p1 / p0));
  const at = (u: number): string => `${x(u).toFixed(1)} ${y(priceForIncome(income, u)!).toFixed(1)}`;
  return (
    <svg
      width="100%"
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={`${known.filter((d) => d.meets).length} of ${known.length} niches lie above the curve of ${moneyWith(income.amount, market, true)} a ${income.per}. The list below holds the same.`}
      style={{ marginTop: 4, overflow: 'hidden' }}
    >
      <line x1={LEFT} x2={WIDTH} y1={HEIGHT - BOTTOM} y2={HEIGHT - BOTTOM} stroke="var(--chakra-colors-rule)" />
      <line x1={LEFT} x2={LEFT} y1={0} y2={HEIGHT - BOTTOM} stroke="var(--chakra-colors-rule)" />
      {known.map((d) => (
        <circle
          key={d.id}
          cx={x(d.units)}
          cy={y(d.price)}
          r={2.2}
          fill={d.meets ? 'var(--chakra-colors-aubergine)' : 'none'}
          stroke={d.meets ? 'none' : 'var(--chakra-colors-ink-soft)'}
          strokeWidth={0.8}
          style={{ cursor: 'pointer' }}
          onClick={() => onOpen(d.id)}
        >
          <title>{`${d.name}: ${moneyWith(d.price, market)} × ${count(d.units)} a month`}</title>
        </circle>
      ))}
      <clipPath id="curve-room">
        <rect x={LEFT} y={0} width={WIDTH - LEFT} height={HEIGHT - BOTTOM} />
      </clipPath>
      <path
        d={`M${at(u0)}L${at(u1)}`}
        clipPath="url(#curve-room)"
        stroke="var(--chakra-colors-ink)"
        strokeWidth="1.4"
        fill="none"
      />
      <text x={0} y={9} fontSize="9" fill="var(--chakra-colors-ink-soft)">
        price
      </text>
      <text x={WIDTH} y={HEIGHT - 3} fontSize="9" textAnchor="end" fill="var(--chakra-colors-ink-soft)">
        units a month
      </text>
    </svg>
  );
};
