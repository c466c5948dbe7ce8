import type { CostAmount, CostingDocument, CostLine } from '../documents/costing.ts';
import type { FeeSchedule } from '../documents/fee-schedule.ts';
import { LEGS, type Charge, type Leg } from '../documents/landing.ts';
import { storagePrice } from '../fees/fees.ts';
import { ruleFor, type FeeSubject } from '../fees/schedule.ts';
import { dimensionalOf, dimensionalWeight, sizeClassOf } from '../fees/size.ts';
import { addMonths } from '../measures/day.ts';
import { currencyExponent, majorFromMinor, type Minor } from '../money/money.ts';
import { costing, LANDED_NAMES, SENDING, UNIT_COST } from './costing.ts';
import { chargeableKg, CM3_PER_KG, shipmentOf, type LandedLine, type LandedOrder } from './landing.ts';
import { EMPTY_PLAN, launchFrom, MONTHS, monthsOf } from './launch.ts';
import { isDutyOfSupplier, isPaidBySupplier } from './trade-terms.ts';

/**
 * What stands in a cell: a value, or a formula with the value it has now. Within a formula {key} is the cell of that key on
 * any sheet, {key:above} the one a row up, and {first:last} from one to the other.
 */
export type SheetCell =
  { value: number | string | null; formula?: undefined } | { formula: string; value: number | string | null };
export type CellUnit = 'money' | 'percent' | 'count' | 'number' | 'text';
export interface SheetRow {
  /** Names the row's first cell in formulas. */
  key: string | null;
  label: string;
  /** More than one makes a row of a table: the cells after the first are named key.1, key.2 … */
  cells: SheetCell[];
  unit: CellUnit;
  note: string;
  look?: 'heading' | 'sum' | 'input';
}
export interface BookSheet {
  name: string;
  rows: SheetRow[];
}

export interface WorkbookAsked {
  schedule: FeeSchedule;
  subject: FeeSubject;
  document: CostingDocument;
  day: string;
  units: number | null;
}
/** Months of storage that the sheet can follow. */
const STORED_MONTHS = 60;
/** What binary fractions leave over a bound does not pass it. */
const HAIR = '0.000001';

/**
 * A costing as sheets that reckon by themselves: what is typed stands in cells, everything else is a formula over them, with
 * the rounding of each line as the program has it. The size class is the one of the piece as it is: another weight beyond the
 * class wants another sheet. A sentence where the costing is not known.
 */
export const costingBook = (asked: WorkbookAsked): BookSheet[] | string => {
  const { schedule, subject, document, day } = asked;
  const result = costing(schedule, subject, document, day);
  if (!result.known) return result.reason;
  const { currency } = schedule;
  const digits = currencyExponent(currency);
  const major = (minor: Minor | null): number | null => (minor === null ? null : majorFromMinor(minor, currency));
  const c = result.costing;
  const size = document.fulfilment === 'marketplace' ? sizeClassOf(schedule, subject.weight, subject.sides) : null;
  const now = new Map<string, number | null>([
    ...c.fees.lines.map((l): [string, number | null] => [`fee-${l.key}`, major(l.amount)]),
    ...c.lines.map((l): [string, number | null] => [`line-${l.key}`, major(l.amount)]),
  ]);
  const rounded = (formula: string): string => `ROUND(${formula},${digits})`;
  const rows: SheetRow[] = [];
  const heading = (label: string): void =>
    void rows.push({ key: null, label, cells: [], unit: 'text', note: '', look: 'heading' });
  const put = (key: string, label: string, cell: SheetCell, unit: CellUnit, note = '', look?: SheetRow['look']): void =>
    void rows.push({ key, label, cells: [cell], unit, note, ...(look && { look }) });
  const input = (key: string, label: string, value: number | string | null, unit: CellUnit, note = ''): void =>
    put(key, label, { value }, unit, note, 'input');
  const reckoned = (
    key: string,
    label: string,
    formula: string,
    value: number | null,
    unit: CellUnit = 'money',
    note = '',
    look?: SheetRow['look'],
  ): void =>
    // prettier-ignore
    put(key, label, { formula, value }, unit, note, look);

  heading('What is typed');
  input('price', `Price, ${currency}`, major(subject.price), 'money');
  input('pieces', 'First order, pieces', document.firstOrder, 'count');
  if (size) {
    input('weight', 'Weight of a piece, g', subject.weight, 'number');
    const names = ['long', 'middle', 'short'] as const;
    for (const [i, name] of names.entries()) input(name, `Side ${i + 1}, mm`, subject.sides![i]!, 'number');
    input('months', 'Months in storage', document.monthsStored, 'number');
  }

  heading(`What ${schedule.name} takes of a sale`);
  const feeKeys: string[] = [];
  const fee = (key: string, label: string, formula: string, note = ''): void => {
    feeKeys.push(`fee-${key}`);
    reckoned(`fee-${key}`, label, rounded(formula), now.get(`fee-${key}`) ?? 0, 'money', note);
  };
  const { vat } = schedule;
  if (vat.included) {
    input('vat-rate', 'VAT in the price', vat.rate, 'percent');
    fee('vat', 'VAT', '{price}*{vat-rate}/(1+{vat-rate})');
  }
  const base = vat.included && vat.percentagesOn === 'price-without-vat' ? '{price}/(1+{vat-rate})' : '{price}';
  const rule = ruleFor(schedule.commission, subject.category);
  if (rule) {
    const bands = rule.bands.map((b, i) => ({ ...b, key: `commission-${i + 1}` }));
    for (const [i, b] of bands.entries())
      input(
        b.key,
        `Commission, rate${bands.length > 1 ? ` of band ${i + 1}` : ''}`,
        b.rate,
        'percent',
        b.upTo === null ? '' : `up to ${major(b.upTo)}`,
      );
    const rate = bands.reduceRight(
      (rest, b) => (b.upTo === null || rest === '' ? `{${b.key}}` : `IF({price}<=${major(b.upTo)},{${b.key}},${rest})`),
      '',
    );
    fee(
      'commission',
      'Commission',
      `MAX(ROUND(${base}*${rate},${digits}),${major(rule.minimum)})`,
      rule.category === '*' ? 'all other categories' : rule.category,
    );
  } else fee('commission', 'Commission', '0');
  const fixed = ruleFor(schedule.fixedFees, subject.category);
  if (fixed && fixed.amount > 0) fee('fixed', 'Fixed fee', String(major(fixed.amount)), fixed.category);
  const sheets: BookSheet[] = [];
  if (size) {
    const volumetric = dimensionalWeight(subject.sides!, dimensionalOf(schedule, size));
    const perCubic = volumetric / (subject.sides![0] * subject.sides![1] * subject.sides![2]);
    const bills = size.billedBy === 'weight' ? '{weight}' : `MAX({weight},{long}*{middle}*{short}*${perCubic})`;
    reckoned('billed', 'Billed weight, g', bills, c.fees.shippingWeight, 'number', `class “${size.name}”`);
    const last = size.fulfilment.length;
    const steps = `{step-1}:{step-${last}}`;
    const within = `INDEX({step-1.1}:{step-${last}.1},COUNTIF(${steps},"<"&({billed}-${HAIR}))+1)`;
    const beyond = size.beyond
      ? `{step-${last}.1}+ROUNDUP(({billed}-{step-${last}}-${HAIR})/${size.beyond.step},0)*${major(size.beyond.fee)}`
      : 'NA()';
    fee('fulfilment', 'Fulfilment', `IF({billed}<={step-${last}}+${HAIR},${within},${beyond})`, size.name);
    fee('storage', 'Storage', `{long}*{middle}*{short}/1000000000*SUMPRODUCT({month-1}:{month-${STORED_MONTHS}},{month-1.1}:{month-${STORED_MONTHS}.1})`); // prettier-ignore
    sheets.push({
      name: 'Fee steps',
      rows: [
        {
          key: null,
          label: `Class “${size.name}”: up to so many grams, and the fee`,
          cells: [],
          unit: 'text',
          note: '',
          look: 'heading',
        },
        ...size.fulfilment.map((f, i): SheetRow => ({
          key: `step-${i + 1}`,
          label: `Step ${i + 1}`,
          cells: [{ value: f.upTo }, { value: major(f.fee) }],
          unit: 'number',
          note: '',
        })),
        {
          key: null,
          label: 'Months of storage: share of the month, and the price of a cubic metre',
          cells: [],
          unit: 'text',
          note: '',
          look: 'heading',
        },
        ...Array.from({ length: STORED_MONTHS }, (_, i): SheetRow => ({
          key: `month-${i + 1}`,
          label: addMonths(day, i).slice(0, 7),
          cells: [
            { formula: `MAX(0,MIN(1,{months}-${i}))`, value: Math.max(0, Math.min(1, document.monthsStored - i)) },
            { value: storagePrice(schedule, { monthsStored: 1, day: addMonths(day, i) }) / 10 ** digits },
          ],
          unit: 'number',
          note: '',
        })),
      ],
    });
  }
  reckoned(
    'net',
    'Net',
    `{price}-${feeKeys.map((k) => `{${k}}`).join('-')}`,
    major(c.net),
    'money',
    'price less all that the marketplace takes',
    'sum',
  );

  const order = c.order ? orderRows(asked, c.order, digits) : null;
  const counted = document.lines.filter((l) => l.key !== SENDING || document.fulfilment === 'seller');
  const byLabel = new Map(counted.map((l) => [l.key, l]));
  const lines = c.lines.map((l) => ({ ...l, amountOf: byLabel.get(l.key)?.amount ?? null }));
  const keysOf = (part: CostLine['part']): string[] => {
    heading(
      { landed: 'What a piece costs landed', sale: 'What each sale takes', launch: 'What the launch takes, once' }[
        part
      ],
    );
    return lines
      .filter((l) => l.part === part)
      .map(({ key, label, note, source, amountOf }) => {
        const id = `line-${key}`;
        const said = [note, source].filter(Boolean).join('; ');
        const ofOrder = order?.perPiece.get(key);
        if (ofOrder !== undefined)
          reckoned(id, label, rounded(`(${ofOrder})/{pieces}`), now.get(id) ?? 0, 'money', said);
        else amountRows(id, label, said, amountOf);
        return id;
      });
  };
  const handling = document.fulfilment === 'marketplace' ? (schedule.returnHandling ?? 0) : 0;
  const amountRows = (id: string, label: string, note: string, amount: CostAmount | null): void => {
    const value = now.get(id) ?? null;
    switch (amount?.kind) {
      case 'share':
        input(`${id}-rate`, `${label}, rate`, amount.rate, 'percent');
        return reckoned(
          id,
          label,
          rounded(`{${amount.of === 'price' ? 'price' : `line-${UNIT_COST}`}}*{${id}-rate}`),
          value,
          'money',
          note,
        );
      case 'returns':
        input(`${id}-rate`, `${label}, of units`, amount.rate, 'percent');
        input(`${id}-loss`, 'Loss per return', major(amount.loss), 'money');
        return reckoned(id, label, rounded(`{${id}-rate}*({${id}-loss}+${major(handling)})`), value, 'money', note);
      case 'clicks':
        input(`${id}-click`, 'A click', major(amount.click), 'money');
        input(`${id}-buys`, 'Of clicks buy', amount.buyRate, 'percent');
        input(`${id}-paid`, 'Of all sales come by clicks', amount.paid, 'percent');
        return reckoned(id, label, rounded(`{${id}-click}/{${id}-buys}*{${id}-paid}`), value, 'money', note);
      default:
        return input(id, label, value, 'money', note);
    }
  };
  const sum = (keys: readonly string[]): string => (keys.length === 0 ? '0' : keys.map((k) => `{${k}}`).join('+'));
  const landed = keysOf('landed');
  reckoned('landed', 'Landed cost', sum(landed), major(c.landed), 'money', '', 'sum');
  const sale = keysOf('sale');
  reckoned(
    'profit',
    'Profit a unit',
    `{net}-{landed}${sale.map((k) => `-{${k}}`).join('')}`,
    major(c.profit),
    'money',
    'net less landed cost and what each sale takes',
    'sum',
  );
  reckoned('margin', 'Margin', '{profit}/{price}', c.margin, 'percent');
  reckoned('return', 'Return on cost', 'IF({landed}>0,{profit}/{landed},"")', c.returnOnCost, 'percent');
  const launch = keysOf('launch');
  if (document.firstOrder !== null) {
    const rest = landed.filter((k) => order?.perPiece.has(k.slice('line-'.length)) !== true);
    const whole = order ? `${order.total}+{pieces}*(${sum(rest)})` : '{pieces}*{landed}';
    reckoned('order', 'The first order', whole, major(c.landedOrder), 'money');
    reckoned('outlay', 'Outlay', `{order}+${sum(launch)}`, major(c.outlay), 'money', 'before the first sale', 'sum');
  }
  const plan = planSheet(asked, digits);
  return [{ name: 'Costing', rows }, ...(order ? [order.sheet] : []), ...sheets, ...(plan ? [plan] : [])];
};

/** The order by the chosen quote: a sheet of its own, and which of its cells make which line of a piece. */
const orderRows = (
  { document, subject, schedule: { currency } }: WorkbookAsked,
  landed: LandedOrder,
  digits: number,
): { sheet: BookSheet; perPiece: Map<string, string>; total: string } | null => {
  const { landing, firstOrder } = document;
  if (!landing?.chosen || firstOrder === null) return null;
  const { offer, way: at } = landing.chosen;
  const way = at === null ? null : (landing.ways[at] ?? null);
  const term = offer.term ?? 'EXW';
  const major = (minor: Minor): number => majorFromMinor(minor, currency);
  const now = (key: LandedLine['key']): number | null => {
    const amount = landed.lines.find((l) => l.key === key)?.amount ?? null;
    return amount === null ? null : major(amount);
  };
  const rows: SheetRow[] = [];
  const put = (key: string, label: string, cell: SheetCell, unit: CellUnit, note = '', look?: SheetRow['look']): void =>
    void rows.push({ key, label, cells: [cell], unit, note, ...(look && { look }) });
  const input = (key: string, label: string, value: number | null, unit: CellUnit, note = ''): void =>
    put(key, label, { value }, unit, note, 'input');
  const rounded = (formula: string): string => `ROUND(${formula},${digits})`;
  rows.push({
    key: null,
    label: `${offer.supplier}, ${offer.day}, ${term}`,
    cells: [],
    unit: 'text',
    note: '',
    look: 'heading',
  });
  const steps = [...offer.steps].sort((a, b) => a.from - b.from);
  for (const [i, s] of steps.entries())
    rows.push({ key: `quote-${i + 1}`, label: `From pieces, price in ${offer.currency}`, cells: [{ value: s.from }, { value: s.price }], unit: 'number', note: '' }); // prettier-ignore
  const price = steps.reduce((rest, _, i) => `IF({pieces}>={quote-${i + 1}},{quote-${i + 1}.1},${rest})`, 'NA()');
  input('quote-rate', `1 ${offer.currency} in ${currency}`, offer.rate?.rate ?? 1, 'number', offer.rate?.day ?? '');
  put('order-goods', 'Goods', { formula: rounded(`{pieces}*${price}*{quote-rate}`), value: now('goods') }, 'money');
  const made = ['order-goods'];
  if (offer.once > 0) {
    input('order-once', LANDED_NAMES.once, major(offer.once), 'money');
    made.push('order-once');
  }
  const shipment = shipmentOf(firstOrder, offer.carton, subject);
  if (offer.carton) {
    const { units, weight, sides } = offer.carton;
    input('carton-units', 'Pieces a carton', units, 'count');
    input('carton-kg', 'Kilograms of a carton', weight / 1000, 'number');
    input('carton-m3', 'Cubic metres of a carton', (sides[0] * sides[1] * sides[2]) / 1e9, 'number');
    put('cartons', 'Cartons', { formula: 'ROUNDUP({pieces}/{carton-units},0)', value: shipment.cartons }, 'count');
    put('kg', 'Kilograms', { formula: '{cartons}*{carton-kg}', value: shipment.kg }, 'number');
    put('m3', 'Cubic metres', { formula: '{cartons}*{carton-m3}', value: shipment.cubicMetres }, 'number');
  } else {
    const perPiece = (whole: number | null): number => (whole ?? 0) / firstOrder;
    input('piece-kg', 'Kilograms of a piece, without cartons', perPiece(shipment.kg), 'number');
    input('piece-m3', 'Cubic metres of a piece, without cartons', perPiece(shipment.cubicMetres), 'number');
    put('kg', 'Kilograms', { formula: '{pieces}*{piece-kg}', value: shipment.kg }, 'number');
    put('m3', 'Cubic metres', { formula: '{pieces}*{piece-m3}', value: shipment.cubicMetres }, 'number');
  }
  const TIMES = { kg: '{kg}', 'cubic-metre': '{m3}', carton: '{cartons}', unit: '{pieces}', shipment: '1' } as const;
  const legs: string[] = [];
  const charge = (leg: Leg, { price: minor, per }: Charge, times: string, least = 0): void => {
    input(`${leg}-price`, `${LANDED_NAMES[leg]}, price per ${per}`, minor === null ? null : major(minor), 'money');
    const sum = `${times}*{${leg}-price}`;
    put(
      `order-${leg}`,
      LANDED_NAMES[leg],
      { formula: rounded(least > 0 ? `MAX(${major(least)},${sum})` : sum), value: now(leg) },
      'money',
    );
    legs.push(`order-${leg}`);
  };
  for (const leg of LEGS) {
    if (isPaidBySupplier(term, leg)) continue;
    if (leg === 'carriage') {
      if (!way) continue;
      const larger = `MAX({kg},{m3}*1000000/${CM3_PER_KG[way.mode]})`;
      const kg = way.mode === 'sea' ? larger : `ROUNDUP(${larger}*2-${HAIR},0)/2`;
      put('charged', 'Kilograms charged', { formula: kg, value: chargeableKg(way.mode, shipment) }, 'number', way.name);
      const times = way.charge.per === 'kg' ? '{charged}' : way.charge.per === 'cubic-metre' && way.mode === 'sea' ? '{charged}/1000' : TIMES[way.charge.per]; // prettier-ignore
      charge(leg, way.charge, times, way.minimum);
    } else if (leg === 'insurance') {
      if (landing.insured === 0) continue;
      input('insured', 'Insurance, share of 110 % of goods and freight', landing.insured, 'percent');
      const freight = legs.includes('order-carriage') ? '+{order-carriage}' : '';
      put(
        'order-insurance',
        LANDED_NAMES.insurance,
        { formula: rounded(`{insured}*1.1*({order-goods}${freight})`), value: now('insurance') },
        'money',
      );
      legs.push('order-insurance');
    } else charge(leg, landing.legs[leg], TIMES[landing.legs[leg].per]);
  }
  const perPiece = new Map([
    [UNIT_COST, made.map((k) => `{${k}}`).join('+')],
    ['freight', legs.length > 0 ? legs.map((k) => `{${k}}`).join('+') : '0'],
  ]);
  const all = [...made, ...legs];
  if (isDutyOfSupplier(term)) perPiece.set('duty', '0');
  else {
    input('duty-rate', 'Duty', landing.duty, 'percent');
    const before = [
      'order-pickup',
      'order-export-clearance',
      'order-export-haul',
      'order-loading',
      'order-carriage',
      'order-insurance',
    ];
    const on = landing.dutyOn === 'goods' ? made : [...made, ...legs.filter((k) => before.includes(k))];
    put(
      'order-duty',
      'Duty',
      { formula: rounded(`{duty-rate}*(${on.map((k) => `{${k}}`).join('+')})`), value: now('duty') },
      'money',
    );
    perPiece.set('duty', '{order-duty}');
    all.push('order-duty');
  }
  for (const once of ['inspection', 'branding'] as const) {
    if (landing[once] === 0) continue;
    input(`order-${once}`, LANDED_NAMES[once], major(landing[once]), 'money');
    perPiece.set(`order-${once}`, `{order-${once}}`);
    all.push(`order-${once}`);
  }
  put(
    'order-total',
    'The order, landed',
    { formula: all.map((k) => `{${k}}`).join('+'), value: landed.total === null ? null : major(landed.total) },
    'money',
    '',
    'sum',
  );
  return { sheet: { name: 'The order', rows }, perPiece, total: '{order-total}' };
};

/** The launch month by month as formulas: what is ordered, comes, sells, and the money in hand. */
const planSheet = (asked: WorkbookAsked, digits: number): BookSheet | null => {
  const launch = launchFrom(asked);
  if (typeof launch === 'string') return null;
  const { frame, likely } = launch;
  const minor = 10 ** digits;
  const { months } = monthsOf(launch);
  const lead = Math.ceil(likely.leadMonths - 1e-9);
  const plan = asked.document.plan ?? EMPTY_PLAN;
  const rows: SheetRow[] = [];
  const input = (key: string, label: string, value: number, unit: CellUnit): void =>
    void rows.push({ key, label, cells: [{ value }], unit, note: '', look: 'input' });
  rows.push({ key: null, label: 'If all goes as typed', cells: [], unit: 'text', note: '', look: 'heading' });
  input('units', 'Units a month in the end', likely.units, 'number');
  input('ramp', 'Months until so many sell', likely.rampMonths, 'number');
  input('lead', 'Whole months from order to arrival', lead, 'count');
  input('deposit', 'Paid with the order', plan.deposit, 'percent');
  input('payout', 'Months until a sale is paid out', frame.payoutMonths, 'count');
  const sales = asked.document.lines.filter(
    (l) => l.part === 'sale' && (l.key !== SENDING || asked.document.fulfilment === 'seller'),
  );
  rows.push({ key: 'takings', label: 'Paid out for a piece', cells: [{ formula: `{net}${sales.map((l) => `-{line-${l.key}}`).join('')}`, value: likely.takings / minor }], unit: 'money', note: '' }); // prettier-ignore
  rows.push({
    key: 'piece',
    label: 'A piece landed',
    cells: [{ formula: '{order}/{pieces}', value: likely.landed / minor }],
    unit: 'number',
    note: '',
  });
  rows.push({
    key: 'once',
    label: 'Paid once',
    cells: [{ formula: '{outlay}-{order}', value: frame.launch / minor }],
    unit: 'money',
    note: '',
  });
  rows.push({ key: null, label: 'Month: ordered · comes · share of full sales · sold · in stock · on its way · money in hand', cells: [], unit: 'text', note: '', look: 'heading' }); // prettier-ignore
  for (let m = 0; m <= MONTHS; m++) {
    const at = (column: number): string => `{plan-${m}${column === 0 ? '' : `.${column}`}}`;
    const was = (column: number): string => (m === 0 ? '0' : `{plan-${m - 1}${column === 0 ? '' : `.${column}`}}`);
    // What is ordered in a month comes the lead later; at once only the first order does. Only rows above are looked at.
    const before = `INDEX({plan-0}:{plan-${m - 1}},${m}-MAX(1,{lead})+1)`;
    const comes =
      m === 0
        ? 'IF({lead}=0,{pieces},0)'
        : `IF(${m}<MAX(1,{lead}),0,${before}${m === 1 ? '-IF({lead}=0,{pieces},0)' : ''})`;
    const opened = `MAX(0,${m}-{lead}+1)`;
    const paid = `IF(${m}-{payout}<0,0,INDEX({plan-0.3}:{plan-${m}.3},${m}-{payout}+1)*{takings})`;
    const full = `IF(${m}<{lead},0,IF({ramp}<=0,1,MIN(1,${opened}/{ramp})))`;
    const wants = `AND(${m}>={lead},${at(4)}+${was(5)}-${m === 0 ? '0' : at(1)}<{units}*${at(2)}*({lead}+1))`;
    const { cash, sold, stock } = months[m]!;
    rows.push({
      key: `plan-${m}`,
      label: `Month ${m}`,
      cells: [
        { formula: m === 0 ? `{pieces}+IF(${wants},{pieces},0)` : `IF(${wants},{pieces},0)`, value: null },
        { formula: comes, value: null },
        { formula: full, value: null },
        { formula: `MIN(${was(4)}+${at(1)},{units}*${at(2)})`, value: sold },
        { formula: `${was(4)}+${at(1)}-${at(3)}`, value: stock },
        { formula: `${was(5)}-${at(1)}+${at(0)}`, value: null },
        {
          formula: `${m === 0 ? '-{once}' : was(6)}-{deposit}*${at(0)}*{piece}-(1-{deposit})*${at(1)}*{piece}+${paid}`,
          value: cash / minor,
        },
      ],
      unit: 'number',
      note: '',
    });
  }
  rows.push({ key: 'lowest', label: 'Least in hand', cells: [{ formula: `MIN(0,MIN({plan-0.6}:{plan-${MONTHS}.6}))`, value: monthsOf(launch).lowest / minor }], unit: 'money', note: '', look: 'sum' }); // prettier-ignore
  return { name: 'The launch', rows };
};

/** A cell as it goes into a file: a value, or a formula with what it has come to; null where that is not known yet. */
export type PlacedCell = string | number | null | { formula: string; value: string | number | null };

/**
 * Sheets with their formulas over addresses: labels in column A, cells from B on, the note behind them.
 * @example placedBook([{ name: 'S', rows: [{ key: 'a', label: 'A', cells: [{ value: 2 }], unit: 'number', note: '' }, { key: null, label: 'B', cells: [{ formula: '{a}*2', value: 4 }], unit: 'number', note: 'twice' }] }])[0].rows[1] // => ["B",{"formula":"$B$1*2","value":4},"twice"]
 */
export const placedBook = (book: readonly BookSheet[]): { name: string; rows: PlacedCell[][] }[] => {
  const places = new Map<string, { sheet: string; address: string }>();
  for (const { name, rows } of book)
    for (const [i, { key, cells }] of rows.entries())
      for (const column of cells.keys())
        if (key !== null)
          places.set(column === 0 ? key : `${key}.${column}`, {
            sheet: name,
            address: `$${String.fromCharCode(66 + column)}$${i + 1}`,
          });
  return book.map(({ name, rows }) => {
    const at = (key: string): string => {
      const place = places.get(key);
      if (!place) throw new Error(`No cell is called ${key}.`);
      return place.sheet === name ? place.address : `'${place.sheet}'!${place.address}`;
    };
    const resolve = (formula: string): string =>
      formula
        // The end of a range stands on the sheet of its beginning.
        .replace(
          /\{([\w.-]+)\}:\{([\w.-]+)\}/g,
          (_, first: string, last: string) => `${at(first)}:${places.get(last)!.address}`,
        )
        .replace(/\{([\w.-]+)\}/g, (_, key: string) => at(key));
    return {
      name,
      rows: rows.map(({ label, cells, note }): PlacedCell[] => [
        label,
        ...cells.map((c) => (c.formula === undefined ? c.value : { formula: resolve(c.formula), value: c.value })),
        ...(note === '' ? [] : [note]),
      ]),
    };
  });
};
