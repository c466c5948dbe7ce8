import type { CostingDocument } from '../documents/costing.ts';
import type { FeeSchedule } from '../documents/fee-schedule.ts';
import type { FeeSubject } from '../fees/schedule.ts';
import { roundHalfAway, type Minor } from '../money/money.ts';
import { costing, settled, UNIT_COST, withAmount } from './costing.ts';

/** What would be left if one thing were otherwise and all else as it is typed. */
export interface WhatIf {
  key:
    | 'as-typed'
    | 'price-tenth-lower'
    | 'cheapest'
    | 'fees-tenth-up'
    | 'freight-doubled'
    | 'returns-doubled'
    | 'half-the-units';
  label: string;
  profit: Minor;
  margin: number;
  /** Profit × units a month; null while the units are not known. */
  month: Minor | null;
}
/** Units a month: what is likely, and within what it lies. */
export interface MonthlyUnits {
  low: number;
  likely: number;
  high: number;
}
export interface Asked {
  schedule: FeeSchedule;
  subject: FeeSubject;
  document: CostingDocument;
  day: string;
  units: MonthlyUnits | null;
  /** The cheapest price among the rivals, where one is known. */
  cheapest: Minor | null;
}

/** Returns are taken to be this share where none are typed: what doubles must not be nothing. Common practice, no source. */
const RETURNS_IF_NONE = 0.05;

/**
 * What is left as it is typed, and when one thing turns out otherwise: the ways in which launches mostly go wrong (common
 * practice, no source). Empty while the costing is not known.
 */
export const whatIfs = ({ schedule, subject, document: typed, day, units, cheapest }: Asked): WhatIf[] => {
  const { document, reason } = settled(typed, subject, schedule.currency);
  if (reason !== null) return [];
  const { price } = subject;
  const asTyped = costing(schedule, subject, document, day);
  if (!asTyped.known) return [];
  const likely = units?.likely ?? null;
  const told = (key: WhatIf['key'], label: string, profit: Minor, at = price, pieces = likely): WhatIf => ({
    key,
    label,
    profit,
    margin: profit / at,
    month: pieces === null ? null : roundHalfAway(profit * pieces),
  });
  const profitAt = (at: Minor, changed = document): Minor | null => {
    const result = costing(schedule, { ...subject, price: at }, changed, day);
    return result.known ? result.costing.profit : null;
  };
  const found: (WhatIf | null)[] = [told('as-typed', 'As typed', asTyped.costing.profit)];
  const at = (key: WhatIf['key'], label: string, to: Minor): void => {
    const profit = profitAt(to);
    found.push(profit === null ? null : told(key, label, profit, to));
  };
  at('price-tenth-lower', 'The price falls by a tenth', Math.max(1, roundHalfAway(price * 0.9)));
  if (cheapest !== null && cheapest < price) at('cheapest', 'The price falls to the cheapest rival’s', cheapest);
  // VAT is no fee of the marketplace's: it does not rise with them.
  const fees = asTyped.costing.fees.lines.reduce((sum, l) => sum + (l.key === 'vat' ? 0 : l.amount), 0);
  found.push(told('fees-tenth-up', 'Fees rise by a tenth', asTyped.costing.profit - roundHalfAway(fees * 0.1)));
  const freight = document.lines.find((l) => l.key === 'freight')?.amount;
  if (freight?.kind === 'sum' && freight.sum !== null) {
    const profit = profitAt(price, withAmount(document, 'freight', { kind: 'sum', sum: 2 * freight.sum }));
    found.push(profit === null ? null : told('freight-doubled', 'Freight doubles', profit));
  }
  const returns = document.lines.find((l) => l.amount.kind === 'returns');
  if (returns?.amount.kind === 'returns') {
    const { rate, loss } = returns.amount;
    // Where no loss is typed a piece that comes back is taken to be lost, with what it cost.
    const changed = { kind: 'returns' as const, rate: Math.min(1, rate > 0 ? 2 * rate : RETURNS_IF_NONE), loss: loss || asTyped.costing.landed }; // prettier-ignore
    const profit = profitAt(price, withAmount(document, returns.key, changed));
    const label = rate > 0 ? 'Twice as many come back' : 'One in twenty comes back and is lost';
    found.push(profit === null ? null : told('returns-doubled', label, profit));
  }
  if (likely !== null)
    found.push(told('half-the-units', 'Half as many sell', asTyped.costing.profit, price, likely / 2));
  return found.filter((f) => f !== null);
};

export interface WhatIfTable {
  prices: { price: Minor; profit: Minor }[];
  /** Units a month, and profit a month at each of the prices. */
  rows: { label: string; units: number; months: Minor[] }[];
}
const STEPS = [-0.2, -0.1, 0, 0.1, 0.2];

export interface CostTable {
  prices: Minor[];
  /** Unit cost, and profit a piece at each of the prices. */
  rows: { unitCost: Minor; profits: Minor[] }[];
}

/** Profit a piece by price and by unit cost, each from a fifth lower to a fifth higher; null while the costing is not known. */
export const costTable = ({
  schedule,
  subject,
  document: typed,
  day,
}: Omit<Asked, 'cheapest' | 'units'>): CostTable | null => {
  const { document, reason } = settled(typed, subject, schedule.currency);
  const amount = document.lines.find((l) => l.key === UNIT_COST)?.amount;
  const unitCost = amount?.kind === 'sum' ? amount.sum : null;
  if (reason !== null || unitCost === null) return null;
  const around = (sum: Minor): Minor[] => STEPS.map((step) => Math.max(1, roundHalfAway(sum * (1 + step))));
  const prices = around(subject.price);
  const rows = around(unitCost).map((cost) => ({
    unitCost: cost,
    profits: prices.flatMap((price) => {
      const changed = withAmount(document, UNIT_COST, { kind: 'sum', sum: cost });
      const result = costing(schedule, { ...subject, price }, changed, day);
      return result.known ? [result.costing.profit] : [];
    }),
  }));
  return rows.every((r) => r.profits.length === prices.length) ? { prices, rows } : null;
};

/** Profit a month by price and by units a month; null while the costing or the units are not known. */
export const whatIfTable = ({
  schedule,
  subject,
  document,
  day,
  units,
}: Omit<Asked, 'cheapest'>): WhatIfTable | null => {
  if (!units) return null;
  const prices = STEPS.flatMap((step) => {
    const price = Math.max(1, roundHalfAway(subject.price * (1 + step)));
    const result = costing(schedule, { ...subject, price }, document, day);
    return result.known ? [{ price, profit: result.costing.profit }] : [];
  });
  if (prices.length < STEPS.length) return null;
  const row = (label: string, pieces: number) => ({
    label,
    units: pieces,
    months: prices.map(({ profit }) => roundHalfAway(profit * pieces)),
  });
  const rows = [
    row('high', units.high),
    row('likely', units.likely),
    row('low', units.low),
    row('half of likely', units.likely / 2),
  ];
  return { prices, rows: rows.sort((a, b) => b.units - a.units) };
};
