import type { CostAmount, CostingDocument, CostLine } from '../documents/costing.ts';
import type { FeeSchedule } from '../documents/fee-schedule.ts';
import { marketplaceFees, percent, type Fees, type PartOfFees } from '../fees/fees.ts';
import type { FeeSubject } from '../fees/schedule.ts';
import { currencyExponent, roundHalfAway, shareOf, type Minor } from '../money/money.ts';
import { landedOrder, type LandedLine, type LandedOrder, type Piece } from './landing.ts';

/** The line that says what one piece costs at the factory: duty is taken on it. */
export const UNIT_COST = 'unit-cost';
/** The line of what sending costs where the seller does it; nothing where the marketplace does. */
export const SENDING = 'sending';

const sum = (amount: Minor | null): CostAmount => ({ kind: 'sum', sum: amount });
const line = (key: string, label: string, part: CostLine['part'], amount: CostAmount): CostLine => ({
  key,
  label,
  part,
  amount,
  note: '',
  source: '',
});

/** A costing nobody has typed anything into. @example emptyCosting().lines[0] // => {"key":"unit-cost","label":"Unit cost","part":"landed","amount":{"kind":"sum","sum":null},"note":"","source":""} */
export const emptyCosting = (): CostingDocument => ({
  format: 'cold-kettle/costing',
  price: null,
  fulfilment: 'marketplace',
  monthsStored: 1.5,
  firstOrder: null,
  lines: [
    line(UNIT_COST, 'Unit cost', 'landed', sum(null)),
    line('freight', 'Freight a unit', 'landed', sum(null)),
    line('duty', 'Duty on unit cost', 'landed', { kind: 'share', of: 'unit-cost', rate: 0 }),
    line('preparation', 'Preparation a unit', 'landed', sum(0)),
    line('advertising', 'Advertising, of price', 'sale', { kind: 'share', of: 'price', rate: 0.1 }),
    line('returns', 'Returns', 'sale', { kind: 'returns', rate: 0, loss: 0 }),
    line('samples', 'Samples', 'launch', sum(0)),
    line('pictures', 'Pictures', 'launch', sum(0)),
    line('launch-advertising', 'Launch advertising', 'launch', sum(0)),
    line('reserve', 'Reserve', 'launch', sum(0)),
  ],
});

/** A costing with another amount in one of its lines. @example withAmount(emptyCosting(), 'freight', { kind: 'sum', sum: 210 }).lines[1].amount.sum // => 210 */
export const withAmount = (document: CostingDocument, key: string, amount: CostAmount): CostingDocument => ({
  ...document,
  lines: document.lines.map((l) => (l.key === key ? { ...l, amount } : l)),
});

/** The same costing with the other one storing and sending; a line for it is there from the first time on. */
export const fulfilledBy = (document: CostingDocument, fulfilment: CostingDocument['fulfilment']): CostingDocument => {
  const hasLine = document.lines.some((l) => l.key === SENDING);
  const lines =
    fulfilment === 'seller' && !hasLine
      ? document.lines.toSpliced(
          document.lines.findIndex((l) => l.part === 'launch'),
          0,
          line(SENDING, 'Storing and sending, a unit', 'sale', sum(null)),
        )
      : document.lines;
  return { ...document, fulfilment, lines };
};

/**
 * How long a piece of an order lies on average until it is sold: half the time in which the order goes.
 * @example monthsOnShelf(600, 200) // => 1.5
 */
export const monthsOnShelf = (pieces: number, unitsAMonth: number): number => pieces / unitsAMonth / 2;

/** Why a costing cannot be meant, in a sentence, or null. @example costingFault(emptyCosting()) // => null */
export const costingFault = ({ lines }: CostingDocument): string | null => {
  const keys = new Set<string>();
  for (const { key, label } of lines) {
    if (keys.has(key)) return `The line "${label}" is there twice (${key}).`;
    keys.add(key);
  }
  return null;
};

/** A costing whose lines are all plain amounts, and the order that some of them came from. */
export interface Settled {
  document: CostingDocument;
  order: LandedOrder | null;
  /** Why the quote that was chosen gives no order, in a sentence. */
  reason: string | null;
}

/** Names of what an order is made of, as people say them. */
export const LANDED_NAMES: Readonly<Record<LandedLine['key'], string>> = {
  goods: 'Goods',
  once: 'Mould, plates, bank',
  pickup: 'Loading at the supplier',
  'export-clearance': 'Export clearance',
  'export-haul': 'Way to the port',
  loading: 'Handling and loading there',
  carriage: 'Freight',
  insurance: 'Insurance',
  arrival: 'Handling on arrival',
  onward: 'Way to the warehouse',
  unloading: 'Unloading',
  'import-clearance': 'Import clearance',
  duty: 'Duty',
  inspection: 'Inspection',
  branding: 'Branding',
};
const OF_ORDER = 'order-';
/** Where each part of an order counts among the lines of a costing. */
const LINE_OF: Readonly<Partial<Record<LandedLine['key'], string>>> = {
  goods: UNIT_COST,
  once: UNIT_COST,
  duty: 'duty',
  inspection: `${OF_ORDER}inspection`,
  branding: `${OF_ORDER}branding`,
};

/**
 * The document with the lines of goods, freight and duty as the chosen quote gives them at the first order; the document
 * itself where none is chosen. A line that is not known for the whole order is not known for a piece.
 */
export const settled = (document: CostingDocument, piece: Piece, currency: string): Settled => {
  const { landing, firstOrder } = document;
  if (!landing?.chosen) return { document, order: null, reason: null };
  const without = { ...document };
  delete without.landing;
  if (firstOrder === null)
    return {
      document: without,
      order: null,
      reason: 'Type in the first order: what the quote comes to depends on it.',
    };
  const { offer, way } = landing.chosen;
  const digits = currencyExponent(currency);
  const result = landedOrder(
    offer,
    landing,
    way === null ? null : (landing.ways[way] ?? null),
    piece,
    firstOrder,
    digits,
  );
  if (!result.isPossible) return { document: without, order: null, reason: result.reason };
  const { order } = result;
  const sums = new Map<string, { sum: Minor | null; names: string[]; open: string[] }>();
  for (const { key, amount } of order.lines) {
    const at = LINE_OF[key] ?? 'freight';
    const so = sums.get(at) ?? { sum: 0, names: [], open: [] };
    (amount === null ? so.open : so.names).push(LANDED_NAMES[key].toLowerCase());
    sums.set(at, { ...so, sum: so.sum === null || amount === null ? null : so.sum + amount });
  }
  const source = `${offer.supplier}, ${offer.day}`;
  const settle = (l: CostLine): CostLine => {
    const so = sums.get(l.key);
    const note = so?.open.length ? `not known: ${so.open.join(', ')}` : (so?.names.join(', ') ?? 'in the price');
    const amount = so ? so.sum : 0;
    return {
      ...l,
      amount: { kind: 'sum', sum: amount === null ? null : roundHalfAway(amount / firstOrder) },
      note,
      source,
    };
  };
  const had = new Set(document.lines.map((l) => l.key));
  const lines = document.lines.map((l) =>
    l.key === 'freight' || l.key === 'duty' || l.key === UNIT_COST ? settle(l) : l,
  );
  const more = [...sums.keys()].filter((key) => !had.has(key));
  const added = more.map((key) => settle(line(key, LINE_NAMES[key] ?? key, 'landed', sum(null))));
  return { document: { ...without, lines: [...lines, ...added] }, order, reason: null };
};
const LINE_NAMES: Readonly<Record<string, string>> = {
  [UNIT_COST]: 'Unit cost',
  freight: 'Freight a unit',
  duty: 'Duty',
  [`${OF_ORDER}inspection`]: 'Inspection',
  [`${OF_ORDER}branding`]: 'Branding',
};

/** A line as it came out: what it takes of each piece, or once for a launch. */
export interface CostedLine {
  key: string;
  label: string;
  part: CostLine['part'];
  /** Null while it is not known. */
  amount: Minor | null;
  /** How the amount came about, in words. */
  note: string;
  source: string;
}

export interface Costing {
  fees: Fees;
  net: Minor;
  /** The lines of the document, in its order. */
  lines: CostedLine[];
  /** What a piece costs until it lies in the warehouse. */
  landed: Minor;
  /** What the first order costs until it lies there; null while its pieces are not known. */
  landedOrder: Minor | null;
  /** The order by the chosen quote, line by line; null where the lines are typed. */
  order: LandedOrder | null;
  /** What each sale takes besides the fees: advertising, returns. */
  sale: Minor;
  profit: Minor;
  /** Profit ÷ price. */
  margin: number;
  /** Profit ÷ landed cost; null when the landed cost is 0. */
  returnOnCost: number | null;
  /** Money a launch takes before it earns; null while the first order or a line of the launch is not known. */
  outlay: Minor | null;
}
export type CostingOrReason = { known: true; costing: Costing } | PartOfCosting;
/** What is known of a costing that is not known as a whole. */
export interface PartOfCosting {
  known: false;
  reason: string;
  net: Minor | null;
  lines: CostedLine[];
  /** The fees that are known and within what the others lie, where those are what is missing. */
  fees: PartOfFees | null;
  /** What the profit lies within, where only fees are missing. */
  profit: { low: Minor | null; high: Minor } | null;
}

const ASKED: Readonly<Record<string, string>> = {
  [UNIT_COST]: 'Type in what one piece costs at the factory.',
  freight: 'Type in the freight for one piece.',
};

/**
 * What is left of a price: net = price − marketplace fees; profit = net − landed cost − what each sale takes. Each line
 * is rounded once. Unknown, with the net where that is known, until every line of the landed cost and of the sale is.
 * Check (common practice, no source): to earn 10 on a cost of 5 with freight 1, net must be 16.
 */
export const costing = (
  schedule: FeeSchedule,
  subject: FeeSubject,
  asTyped: CostingDocument,
  day: string,
): CostingOrReason => {
  const { document, order, reason: noOrder } = settled(asTyped, subject, schedule.currency);
  const result = marketplaceFees(schedule, subject, {
    fulfilment: document.fulfilment,
    monthsStored: document.monthsStored,
    day,
  });
  const lines = costedLines(document, subject.price, schedule.returnHandling ?? 0);
  const missing = document.lines.some((l) => l.key === UNIT_COST)
    ? lines.find((l) => l.part !== 'launch' && l.amount === null)
    : { key: UNIT_COST, label: '', note: '' };
  const [landed, sale] = [sumOf(lines, 'landed') ?? 0, sumOf(lines, 'sale') ?? 0];
  if (!result.known) {
    const { net } = result;
    const left = (from: Minor): Minor => profitFrom(from, landed, sale);
    return {
      known: false,
      reason: result.reason,
      net: null,
      lines,
      fees: result,
      profit:
        net && !missing && noOrder === null
          ? { low: net.low === null ? null : left(net.low), high: left(net.high) }
          : null,
    };
  }
  const { fees } = result;
  if (noOrder !== null) return { known: false, reason: noOrder, net: fees.net, lines, fees: null, profit: null };
  if (missing) {
    const isOpen = missing.note.startsWith('not known:');
    const reason = isOpen
      ? `${missing.label} is ${missing.note}.`
      : (ASKED[missing.key] ?? `Type in "${missing.label}".`);
    return { known: false, reason, net: fees.net, lines, fees: null, profit: null };
  }
  const launch = sumOf(lines, 'launch');
  const profit = profitFrom(fees.net, landed, sale);
  const ofOrder = document.firstOrder === null ? null : wholeOrder(document.firstOrder, landed, lines, order);
  return {
    known: true,
    costing: {
      fees,
      net: fees.net,
      lines,
      landed,
      landedOrder: ofOrder,
      order,
      sale,
      profit,
      margin: profit / subject.price,
      returnOnCost: landed > 0 ? profit / landed : null,
      outlay: ofOrder === null || launch === null ? null : ofOrder + launch,
    },
  };
};

/** A whole order: by the quote's own sum where there is one, which a rounded piece times its number is not. */
const wholeOrder = (pieces: number, landed: Minor, lines: readonly CostedLine[], order: LandedOrder | null): Minor => {
  if (order?.total == null) return pieces * landed;
  const quoted = lines.reduce((sum, l) => (isOfOrder(l.key) ? sum + (l.amount ?? 0) : sum), 0);
  return order.total + pieces * (landed - quoted);
};
const isOfOrder = (key: string): boolean =>
  key === UNIT_COST || key === 'freight' || key === 'duty' || key.startsWith(OF_ORDER);

const sumOf = (lines: readonly CostedLine[], part: CostLine['part']): Minor | null => {
  let total = 0;
  for (const { part: of, amount } of lines)
    if (of === part) {
      if (amount === null) return null;
      total += amount;
    }
  return total;
};

const costedLines = ({ lines, fulfilment }: CostingDocument, price: Minor, handling: Minor): CostedLine[] => {
  const counts = ({ key }: CostLine): boolean => key !== SENDING || fulfilment === 'seller';
  const unitCost = lines.find((l) => l.key === UNIT_COST)?.amount;
  const base = { price, 'unit-cost': unitCost?.kind === 'sum' ? unitCost.sum : null };
  return lines.filter(counts).map(({ key, label, part, amount, note, source }) => {
    const taken = amountOf(amount, base, fulfilment === 'marketplace' ? handling : 0);
    return { key, label, part, amount: taken.amount, note: note || taken.note, source };
  });
};

const amountOf = (
  amount: CostAmount,
  base: Readonly<Record<'price' | 'unit-cost', Minor | null>>,
  handling: Minor,
): { amount: Minor | null; note: string } => {
  switch (amount.kind) {
    case 'sum':
      return { amount: amount.sum, note: '' };
    case 'share': {
      const of = base[amount.of];
      const words = amount.of === 'price' ? 'the price' : 'the unit cost';
      return {
        amount: amount.rate === null || of === null ? null : shareOf(of, amount.rate),
        note: amount.rate === null ? `a share of ${words}` : `${percent(amount.rate)} of ${words}`,
      };
    }
    case 'returns':
      return {
        amount: roundHalfAway(amount.rate * (amount.loss + handling)),
        note: `${percent(amount.rate)} come back${handling > 0 ? ', their handling included' : ''}`,
      };
    case 'clicks': {
      const { click, buyRate, paid } = amount;
      return {
        amount: click === null || buyRate === null ? null : roundHalfAway((click / buyRate) * paid),
        note:
          buyRate === null
            ? 'paid clicks'
            : `one in ${Number((1 / buyRate).toFixed(1))} clicks buys, ${percent(paid)} of sales`,
      };
    }
  }
};

/** Net less all that is not the marketplace's. @example profitFrom(1600, 600, 0) // => 1000 */
export const profitFrom = (net: Minor, landed: Minor, sale: Minor): Minor => net - landed - sale;

/** A first order split over variations as evenly as whole pieces allow. @example splitOrder(1000, 3) // => [334, 333, 333] */
export const splitOrder = (pieces: number, variations: number): number[] =>
  Array.from({ length: variations }, (_, i) => Math.floor(pieces / variations) + (i < pieces % variations ? 1 : 0));
