import type { Carton, Charge, Landing, Leg, Offer, TradeTerm, Way } from '../documents/landing.ts';
import { LEGS } from '../documents/landing.ts';
import { roundHalfAway, type Minor } from '../money/money.ts';
import { isDutyOfSupplier, isPaidBySupplier } from './trade-terms.ts';

const open = (per: Charge['per']): Charge => ({ price: null, per });
/** Ways and legs before anything is typed: nothing is known, and nothing is invented. */
export const EMPTY_LANDING: Landing = {
  ways: [
    { name: 'By sea', mode: 'sea', charge: open('cubic-metre'), minimum: 0, days: null, source: '' },
    { name: 'By air', mode: 'air', charge: open('kg'), minimum: 0, days: null, source: '' },
    { name: 'As parcels', mode: 'parcel', charge: open('kg'), minimum: 0, days: null, source: '' },
  ],
  legs: {
    pickup: open('shipment'),
    'export-clearance': open('shipment'),
    'export-haul': open('shipment'),
    loading: open('shipment'),
    arrival: open('shipment'),
    onward: open('shipment'),
    unloading: open('shipment'),
    'import-clearance': open('shipment'),
  },
  insured: 0,
  duty: null,
  dutyOn: 'goods',
  inspection: 0,
  branding: 0,
  variations: 1,
  chosen: null,
};

/** What a piece weighs and measures by itself, where no carton is known. */
export interface Piece {
  weight: number | null;
  sides: readonly [number, number, number] | null;
}
/** What is on its way. Null where it is not known. */
export interface Shipment {
  cartons: number | null;
  kg: number | null;
  cubicMetres: number | null;
  /** From the pieces alone: cartons take more. */
  isBare: boolean;
}

/**
 * A number of pieces as a shipment: whole cartons, the last one full in weight and size; without a carton the pieces alone.
 * @example shipmentOf(101, { units: 20, weight: 9000, sides: [500, 400, 300] }, { weight: null, sides: null }).kg // => 54
 */
export const shipmentOf = (pieces: number, carton: Carton | null, { weight, sides }: Piece): Shipment => {
  if (carton) {
    const cartons = Math.ceil(pieces / carton.units);
    const [a, b, c] = carton.sides;
    return {
      cartons,
      kg: (cartons * carton.weight) / 1000,
      cubicMetres: (cartons * a * b * c) / 1e9,
      isBare: false,
    };
  }
  return {
    cartons: null,
    kg: weight === null ? null : (pieces * weight) / 1000,
    cubicMetres: sides === null ? null : (pieces * sides[0] * sides[1] * sides[2]) / 1e9,
    isBare: true,
  };
};

/**
 * Cubic centimetres that count as a kilogram. Source: 6,000 by air is IATA's (Resolution 502), 5,000 for parcels carriers'
 * common practice; by sea a cubic metre counts as a tonne (weight or measure, common practice, no source).
 */
export const CM3_PER_KG: Readonly<Record<Way['mode'], number>> = { air: 6000, parcel: 5000, sea: 1000 };

/**
 * Kilograms that are charged: the larger of weight and volume, by air and as parcels up to the next half kilogram.
 * Null where the weight or the volume is not known. Source: IATA, The Air Cargo Tariff, rule 3.9 (from memory).
 * @example chargeableKg('air', { cartons: 4, kg: 48, cubicMetres: 0.504, isBare: false }) // => 84
 */
export const chargeableKg = (mode: Way['mode'], { kg, cubicMetres }: Shipment): number | null => {
  if (kg === null || cubicMetres === null) return null;
  const larger = Math.max(kg, (cubicMetres * 1e6) / CM3_PER_KG[mode]);
  return mode === 'sea' ? larger : Math.ceil(larger * 2 - 1e-9) / 2;
};

/** What a way charges for a shipment; null where its price or what it is for is not known. */
const wayCharge = ({ mode, charge, minimum }: Way, shipment: Shipment, pieces: number): number | null => {
  if (charge.price === null) return null;
  const kg = chargeableKg(mode, shipment);
  // By sea a cubic metre or a tonne, whichever is more.
  const measure = { kg, 'cubic-metre': kg === null ? null : mode === 'sea' ? kg / 1000 : shipment.cubicMetres };
  const times = { ...measure, carton: shipment.cartons, unit: pieces, shipment: 1 }[charge.per];
  return times === null ? null : Math.max(minimum, times * charge.price);
};
const legCharge = ({ price, per }: Charge, { kg, cubicMetres, cartons }: Shipment, pieces: number): number | null => {
  const times = { kg, 'cubic-metre': cubicMetres, carton: cartons, unit: pieces, shipment: 1 }[per];
  return price === null || times === null ? null : times * price;
};

/** One line of what a whole order costs until it lies in the warehouse. */
export interface LandedLine {
  key: 'goods' | 'once' | Leg | 'duty' | 'inspection' | 'branding';
  /** Of the whole order; null while it is not known. */
  amount: Minor | null;
  note: string;
}
export interface LandedOrder {
  pieces: number;
  lines: LandedLine[];
  /** What is known of it. */
  known: Minor;
  /** Keys of lines that are not known: the sum is more than is known. */
  open: LandedLine['key'][];
  /** Sum of the lines; null while one is not known. */
  total: Minor | null;
  /** Days until it is there, as far as they are known. */
  days: number | null;
  shipment: Shipment;
}
export type LandedOrReason = { isPossible: true; order: LandedOrder } | { isPossible: false; reason: string };

/** The price of a piece at a number of pieces, in major units of the quote's currency; null below the least order. */
export const priceAt = ({ steps }: Pick<Offer, 'steps'>, pieces: number): number | null => {
  let price: number | null = null;
  let from = 0;
  for (const step of steps) if (step.from <= pieces && step.from > from) ({ from, price } = step);
  return price;
};

/** Insurance is taken on a tenth more than goods and carriage. Source: Incoterms 2020, CIF and CIP, A5 (from memory). */
const INSURED_SHARE = 1.1;
const ASSUMED_TERM: TradeTerm = 'EXW';
/** Up to the border: what the customs value may take in. */
const FROM_DOOR: ReadonlySet<Leg> = new Set(LEGS.slice(0, LEGS.indexOf('insurance') + 1));
const leastOf = ({ steps }: Pick<Offer, 'steps'>): number => Math.min(...steps.map((s) => s.from));

/**
 * What an order of so many pieces costs until it lies in the warehouse, line by line, each rounded once, for the whole order.
 * What the supplier's trade term holds is not charged again; without a term nothing is taken to be held. What is not typed is
 * open, never 0.
 * @param digits of the marketplace's currency after the sign
 */
export const landedOrder = (
  offer: Offer,
  landing: Omit<Landing, 'chosen' | 'ways' | 'variations'>,
  way: Way | null,
  piece: Piece,
  pieces: number,
  digits: number,
): LandedOrReason => {
  const price = priceAt(offer, pieces);
  if (price === null)
    return { isPossible: false, reason: `${offer.supplier} makes no fewer than ${leastOf(offer)} pieces.` };
  const term = offer.term ?? ASSUMED_TERM;
  const shipment = shipmentOf(pieces, offer.carton, piece);
  const goods = roundHalfAway(pieces * price * (offer.rate?.rate ?? 1) * 10 ** digits);
  const lines: LandedLine[] = [{ key: 'goods', amount: goods, note: `${pieces} at ${price} ${offer.currency}` }];
  if (offer.once > 0) lines.push({ key: 'once', amount: offer.once, note: '' });
  const put = (key: LandedLine['key'], amount: number | null, note = ''): void => {
    lines.push({ key, amount: amount === null ? null : roundHalfAway(amount), note });
  };
  for (const leg of LEGS) {
    if (isPaidBySupplier(term, leg)) continue;
    if (leg === 'carriage')
      put(leg, way && wayCharge(way, shipment, pieces), way ? wayNote(way, shipment) : 'no way chosen');
    else if (leg === 'insurance') {
      if (landing.insured === 0) continue;
      const carriage = lines.find((l) => l.key === 'carriage');
      const base = carriage ? carriage.amount : 0;
      put(leg, base === null ? null : landing.insured * INSURED_SHARE * (goods + base));
    } else put(leg, legCharge(landing.legs[leg], shipment, pieces));
  }
  if (!isDutyOfSupplier(term)) put('duty', dutyOf(landing, lines, goods + offer.once), dutyNote(landing));
  if (landing.inspection > 0) put('inspection', landing.inspection);
  if (landing.branding > 0) put('branding', landing.branding);
  const opened = lines.filter((l) => l.amount === null).map((l) => l.key);
  const known = lines.reduce((sum, l) => sum + (l.amount ?? 0), 0);
  const days = offer.leadDays === null || (way && way.days === null) ? null : offer.leadDays + (way?.days ?? 0);
  return {
    isPossible: true,
    order: { pieces, lines, known, open: opened, total: opened.length > 0 ? null : known, days, shipment },
  };
};

/**
 * Duty on the customs value: what is paid for the goods, or that with the way to the border, as the country has it.
 * Source: Agreement on customs valuation (WTO), article 8.2: each member includes the way or leaves it out.
 */
const dutyOf = (
  { duty, dutyOn }: Pick<Landing, 'duty' | 'dutyOn'>,
  lines: LandedLine[],
  goods: number,
): number | null => {
  if (duty === null) return null;
  if (duty === 0) return 0;
  if (dutyOn === 'goods') return duty * goods;
  let value = goods;
  for (const { key, amount } of lines)
    if (FROM_DOOR.has(key as Leg)) {
      if (amount === null) return null;
      value += amount;
    }
  return duty * value;
};
const dutyNote = ({ duty, dutyOn }: Pick<Landing, 'duty' | 'dutyOn'>): string =>
  duty === null ? '' : `${Number((duty * 100).toFixed(2))} % of the goods${dutyOn === 'goods' ? '' : ' and their way'}`;

const wayNote = ({ name, mode, charge }: Way, shipment: Shipment): string => {
  const kg = chargeableKg(mode, shipment);
  const size =
    kg === null || charge.per === 'shipment' || charge.per === 'unit'
      ? ''
      : charge.per === 'carton'
        ? `, ${shipment.cartons ?? '?'} cartons`
        : charge.per === 'kg'
          ? `, ${Number(kg.toFixed(1))} kg charged`
          : `, ${(mode === 'sea' ? kg / 1000 : shipment.cubicMetres!).toFixed(2)} m³ charged`;
  return `${name}${size}${shipment.isBare && size !== '' ? ', without cartons' : ''}`;
};

/** A quantity from which on the order of some offers, the dearest a piece last, is another. */
export interface Turn {
  from: number;
  /** Places of the offers in the list that was given, the cheapest first; those that cannot be had or are open are left out. */
  order: number[];
}

/**
 * How offers stand by what an order costs landed, at each number of pieces between two: the first, and every one at which the
 * order turns. Each number is looked at, as steps of prices, cartons and least charges all jump. Equal ones stay as they were.
 * @param totals what each offer costs landed at a number of pieces; null where it cannot be had or is not known
 * @example turnsOf([(n) => 10 + n, (n) => 2 * n], 1, 100) // => [{"from":1,"order":[1,0]},{"from":11,"order":[0,1]}]
 */
export const turnsOf = (totals: readonly ((pieces: number) => Minor | null)[], from: number, to: number): Turn[] => {
  const turns: Turn[] = [];
  let order: number[] = [];
  for (let pieces = from; pieces <= to; pieces++) {
    const at = totals.map((total) => total(pieces));
    const now = [...order, ...at.map((_, i) => i)].filter(
      (i, place, all) => at[i] !== null && all.indexOf(i) === place,
    );
    now.sort((a, b) => at[a]! - at[b]!);
    if (turns.length === 0 || now.length !== order.length || now.some((i, place) => i !== order[place]))
      turns.push({ from: pieces, order: now });
    order = now;
  }
  return turns;
};
