import { costing, type Costing } from '@kettle/core/costing/costing';
import { launchFrom, monthsOf } from '@kettle/core/costing/launch';
import { priceForProfit } from '@kettle/core/costing/price-for-profit';
import type { CostingDocument } from '@kettle/core/documents/costing';
import type { FeeSchedule } from '@kettle/core/documents/fee-schedule';
import type { FeeSubject } from '@kettle/core/fees/schedule';
import type { Notation } from '../../ground/ui/format.ts';
import { count, money, moneyWith, percent } from '../../ground/ui/format.ts';

/** One way of reckoning that stands beside others. */
export interface Way {
  key: string;
  name: string;
  note: string;
  schedule: FeeSchedule | null;
  document: CostingDocument;
  subject: FeeSubject;
  notation: Notation;
  day: string;
  units: number | null;
}
export interface ComparedRow {
  name: string;
  /** One for each way, as words. */
  cells: string[];
  differs: boolean;
}

interface Reckoned {
  way: Way;
  costing: Costing | null;
  breakEven: number | null;
  launch: ReturnType<typeof monthsOf> | null;
}
const reckon = (way: Way): Reckoned => {
  const { schedule, subject, document, day, units } = way;
  if (!schedule) return { way, costing: null, breakEven: null, launch: null };
  const result = costing(schedule, subject, document, day);
  const launch = launchFrom({ schedule, subject, document, day, units });
  return {
    way,
    costing: result.known ? result.costing : null,
    breakEven: priceForProfit(schedule, subject, document, day),
    launch: typeof launch === 'string' ? null : monthsOf(launch),
  };
};

const UNKNOWN = '?';
const amountOf = ({ lines }: Costing, key: string): number | null => lines.find((l) => l.key === key)?.amount ?? null;

/** Costings line by line beside each other, what differs on top. */
export const comparedRows = (ways: readonly Way[]): ComparedRow[] => {
  const all = ways.map(reckon);
  const row = (
    name: string,
    of: (r: Reckoned, c: Costing, sum: (minor: number | null) => string) => string,
  ): ComparedRow => {
    const cells = all.map((r) =>
      r.costing ? of(r, r.costing, (minor) => (minor === null ? UNKNOWN : money(minor, r.way.notation))) : UNKNOWN,
    );
    return { name, cells, differs: new Set(cells.filter((c) => c !== UNKNOWN)).size > 1 };
  };
  const fee = (key: string) => (_: Reckoned, c: Costing, sum: (minor: number | null) => string) =>
    sum(c.fees.lines.find((l) => l.key === key)?.amount ?? 0);
  const keys = new Map(all.flatMap(({ costing: c }) => c?.lines ?? []).map((l) => [l.key, l]));
  const rows = [
    row('Price', (r) => moneyWith(r.way.subject.price, r.way.notation)),
    row('First order', (r) => count(r.way.document.firstOrder)),
    row('Commission', fee('commission')),
    row('VAT in the price', fee('vat')),
    row('Fulfilment', fee('fulfilment')),
    row('Storage', fee('storage')),
    row('Fixed fee', fee('fixed')),
    row('Net', (_, c, sum) => sum(c.net)),
    ...[...keys.values()].map((l) => row(l.label, (_, c, sum) => sum(amountOf(c, l.key) ?? 0))),
    row('Landed cost', (_, c, sum) => sum(c.landed)),
    row('Profit a unit', (_, c, sum) => sum(c.profit)),
    row('Margin', (_, c) => percent(c.margin, 1)),
    row('Return on cost', (_, c) => percent(c.returnOnCost, 0)),
    row('Break-even price', (r, _, sum) => (r.breakEven === null ? 'none works' : sum(r.breakEven))),
    row('Outlay', (_, c, sum) => sum(c.outlay)),
    row('Needed at most, if all goes as typed', ({ launch }, _, sum) => (launch ? sum(-launch.lowest) : UNKNOWN)),
    row('Money back in month', ({ launch }) =>
      launch ? (launch.payback?.toString() ?? 'not within two years') : UNKNOWN,
    ),
    row('Left after a year', ({ launch }, _, sum) => (launch ? sum(launch.afterYear) : UNKNOWN)),
  ];
  const tellsSomething = rows.filter((r) => r.cells.some((c) => c !== UNKNOWN && !/^0([.]0+)?$/.test(c)));
  return [...tellsSomething.filter((r) => r.differs), ...tellsSomething.filter((r) => !r.differs)];
};
