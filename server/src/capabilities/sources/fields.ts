import type { ImportKind } from '@kettle/contract/sources';
import { dateIn, monthIn, noOrderVotes, orderBy, orderVoteOf, type DateOrder } from '@kettle/core/files/dates';
import { isNothing, noVotes, numberIn, separatorsBy, signOf, voteOf } from '@kettle/core/files/numbers';
import {
  currenciesIn,
  moneyIn,
  placeIn,
  quantityIn,
  shareIn,
  sidesIn,
  starsIn,
  sumIn,
  unitOfHeading,
  yesOrNoIn,
  type Read,
} from '@kettle/core/files/quantities';
import { rateNear, type DatedRate } from '@kettle/core/files/rates';
import type { Day } from '@kettle/core/measures/day';
import { isGtin } from '@kettle/core/measures/gtin';
import { gramsFromUnit, mmFromUnit } from '@kettle/core/measures/units';
import { minorFromMajor, type Minor } from '@kettle/core/money/money';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';
import { IMPORT_FIELDS, type Meaning } from './columns/index.ts';
import type { FileTable } from './reading/table.ts';

/** A row that was not taken, by its line in the file. */
export interface Refused {
  line: number;
  reason: string;
}
/** Throws the reason why a row is refused. */
export const refuse = (reason: string): never => {
  throw new RowFault(reason);
};
/** Why a row is refused. */
export class RowFault extends Error {}

/** What a whole number of the database's smaller and larger columns can hold. */
export const SMALL = 32_767;
export const LARGE = 2_000_000_000;

/** A cell that was left out while the rest of its row was taken. */
export interface LeftOut {
  line: number;
  column: string;
  reason: string;
}
/** How the columns of a file write their figures, settled by all of their cells. */
export interface Writing {
  decimal: ReadonlyMap<string, '.' | ','>;
  order: ReadonlyMap<string, DateOrder | null>;
}

/**
 * Access to a row's fields through the mapping. What a cell says nothing of is null. A cell that cannot be read costs
 * itself alone: it is null, and listed; where a row is nothing without it, the row is refused.
 */
export interface FieldsOfRow {
  /** A text without blanks around it, cut to what its column holds. */
  text: (key: string, longest?: number) => string;
  number: (key: string, bounds: Bounds) => number | null;
  whole: (key: string, bounds: Bounds) => number | null;
  /** Minor units of the marketplace's currency; a sum in another one by the rate of that day, where one was given. */
  money: (key: string, bounds: Bounds, day: Day) => Minor | null;
  /** Major units of whatever currency is named; the marketplace's where none is. */
  sum: (key: string, currencyKey: string, bounds: Bounds) => { amount: number; currency: string } | null;
  /** The code of a currency. */
  currency: (key: string) => string | null;
  /** Grams. */
  weight: (key: string) => number | null;
  /** Millimetres. */
  length: (key: string) => number | null;
  sides: (key: string) => [number, number, number] | null;
  /** A fraction, from "12 %", 12 or 0.12. */
  share: (key: string) => number | null;
  stars: (key: string) => number | null;
  /** A GTIN whose check digit is right, its leading zeros as they stand. */
  gtin: (key: string) => string | null;
  date: (key: string) => Day | null;
  /** A month such as 2026-03. */
  month: (key: string) => string | null;
  yesOrNo: (key: string) => boolean | null;
  /** One of some words, by what is written for it. */
  oneOf: <T extends string>(key: string, words: readonly (readonly [T, RegExp])[]) => T | null;
  /** Refuses the row when there is nothing: without it the row says nothing. */
  needed: <T>(value: T | null, key: string) => T;
}
interface Bounds {
  min: number;
  max: number;
}

const within = (value: number, { min, max }: Bounds, shown: string): Read<number> =>
  value < min
    ? { fault: min > 0 && value <= 0 ? `must be above 0, not ${shown}` : `must be ${min} or more, not ${shown}` }
    : value > max
      ? { fault: `must be ${max} or less, not ${shown}` }
      : { value };

/** What became of a row's cells besides what they were read as. */
export interface Remarks {
  leftOut: (column: string, reason: string) => void;
  /** A sum was taken by a rate. */
  converted: (from: string, by: DatedRate) => void;
}

/** Access to the fields of one row after another, in the writing of their file. */
export const fieldsOf = (
  { mapping, kind, market, writing, columns, rates }: FileReading,
  { leftOut, converted }: Remarks,
): { fields: FieldsOfRow; turnTo: (cells: readonly string[]) => void } => {
  const fields = new Map(IMPORT_FIELDS[kind].map((f) => [f.key, f]));
  const places = placesOf(mapping, columns);
  let row: readonly string[] = [];
  const text = (key: string, longest = 1000): string => {
    const place = places.get(key);
    return place === undefined ? '' : (row[place] ?? '').slice(0, longest).trim();
  };
  const head = (key: string): string => mapping[key] ?? '';
  const decimal = (key: string): '.' | ',' => writing.decimal.get(key) ?? '.';
  const rateOf = (currency: string, day: Day): DatedRate | null => rateNear(rates.get(currency) ?? [], day);
  const take = <T>(key: string, read: (cell: string) => Read<T>): T | null => {
    const cell = text(key);
    if (isNothing(cell)) return null;
    const result = read(cell);
    if ('value' in result) return result.value;
    const { name, required } = fields.get(key)!;
    const sentence = result.fault.startsWith('must be')
      ? `${name} ${result.fault}.`
      : `${name} "${cell.slice(0, 40)}" ${result.fault}.`;
    if (required) refuse(sentence);
    leftOut(head(key), sentence);
    return null;
  };
  const number = (key: string, bounds: Bounds): number | null =>
    take(key, (cell) => {
      const value = numberIn(cell, decimal(key));
      return value === null ? { fault: 'is no number' } : within(value, bounds, cell);
    });
  const unit = (key: string, kindOf: 'weight' | 'length'): number =>
    unitOfHeading(head(key), kindOf) ??
    (kindOf === 'weight' ? gramsFromUnit(1, market.measures) : mmFromUnit(1, market.measures));
  const above = (read: Read<number>): Read<number> =>
    'fault' in read || (read.value > 0 && read.value < 1e9) ? read : { fault: 'must be above 0 and of this world' };
  const access: FieldsOfRow = {
    text,
    number,
    whole: (key, bounds) =>
      take(key, (cell) => {
        const read = placeIn(cell, decimal(key));
        if ('fault' in read) return { fault: 'is no number' };
        return within(Math.round(read.value), bounds, cell);
      }),
    money: (key, bounds, day) => {
      const major = take(key, (cell) => {
        const read = moneyIn(cell, market.currency, decimal(key), head(key), (c) => rateOf(c, day)?.rate ?? null);
        if ('fault' in read) return read;
        if (read.from !== undefined) converted(read.from, rateOf(read.from, day)!);
        return within(read.value, bounds, cell);
      });
      return major === null ? null : minorFromMajor(major, market.currency);
    },
    sum: (key, currencyKey, bounds) => {
      const beside = access.currency(currencyKey);
      return take(key, (cell) => {
        const read = sumIn(cell, decimal(key), head(key));
        if ('fault' in read) return read;
        const { value, currencies } = read.value;
        const bounded = within(value, bounds, cell);
        if ('fault' in bounded) return bounded;
        if (beside !== null)
          return currencies.length === 0 || currencies.includes(beside)
            ? { value: { amount: value, currency: beside } }
            : { fault: `is in ${currencies.join(' or ')}, while the column beside it says ${beside}` };
        // Of the currencies that a sign may mean, the marketplace's own is the likeliest, then the first.
        const currency = currencies.includes(market.currency) ? market.currency : (currencies[0] ?? market.currency);
        return currencies.length > 1 && currency !== market.currency
          ? { fault: `is in one of ${currencies.slice(0, 3).join(', ')}; say in which` }
          : { value: { amount: value, currency } };
      });
    },
    currency: (key) =>
      take<string>(key, (cell) => {
        const found = currenciesIn(cell.toUpperCase());
        return found?.currencies.length === 1 && found.rest === ''
          ? { value: found.currencies[0]! }
          : { fault: 'is no code of a currency such as USD or EUR' };
      }),
    weight: (key) => take(key, (cell) => above(quantityIn(cell, 'weight', unit(key, 'weight'), decimal(key)))),
    length: (key) => take(key, (cell) => above(quantityIn(cell, 'length', unit(key, 'length'), decimal(key)))),
    sides: (key) => take(key, (cell) => sidesIn(cell, unit(key, 'length'), decimal(key))),
    share: (key) => take(key, (cell) => shareIn(cell, decimal(key))),
    stars: (key) => take(key, (cell) => starsIn(cell, decimal(key))),
    gtin: (key) =>
      take<string>(key, (cell) => {
        const digits = cell.replace(/[\s-]/g, '');
        return isGtin(digits) ? { value: digits } : { fault: 'is no GTIN: its check digit is wrong' };
      }),
    date: (key) =>
      take<Day>(key, (cell) => {
        const order = writing.order.get(key) ?? null;
        const day = dateIn(cell, order);
        if (day !== null) return { value: day };
        return order === null && orderVoteOf(cell) === 'either'
          ? { fault: 'could be of two days; say whether the day or the month stands first' }
          : { fault: 'is no date' };
      }),
    month: (key) =>
      take<string>(key, (cell) => {
        const found = monthIn(cell, writing.order.get(key) ?? null);
        return found === null ? { fault: 'is no month' } : { value: found };
      }),
    yesOrNo: (key) => take(key, yesOrNoIn),
    oneOf: <T extends string>(key: string, words: readonly (readonly [T, RegExp])[]) =>
      take<T>(key, (cell) => {
        const found = words.find(([, how]) => how.test(cell));
        return found ? { value: found[0] } : { fault: `is none of ${words.map(([word]) => word).join(', ')}` };
      }),
    needed: (value, key) => value ?? refuse(`${fields.get(key)!.name} is missing.`),
  };
  return { fields: access, turnTo: (cells) => (row = cells) };
};

/** The place of each field's column. */
const placesOf = (mapping: Record<string, string>, columns: readonly string[]): Map<string, number> =>
  new Map(Object.entries(mapping).flatMap(([key, column]) => (column === '' ? [] : [[key, columns.indexOf(column)]])));

export interface FileReading {
  kind: ImportKind;
  columns: readonly string[];
  mapping: Record<string, string>;
  market: Pick<Market, 'currency' | 'measures'>;
  writing: Writing;
  /** The rates that were given, by currency. */
  rates: ReadonlyMap<string, readonly DatedRate[]>;
}

const WHOLE_OR_MONEY: Partial<Record<Meaning, 'whole' | 'money'>> = { whole: 'whole', money: 'money' };

/** Reads a file through once to see how its columns write numbers and dates. */
export const writingOf = async (
  { columns, rows }: Pick<FileTable, 'columns' | 'rows'>,
  kind: ImportKind,
  mapping: Record<string, string>,
  dates: DateOrder | undefined,
): Promise<{ writing: Writing; rows: number }> => {
  const places = placesOf(mapping, columns);
  let n = 0;
  const figures = IMPORT_FIELDS[kind].filter((f) => mapping[f.key] && !['text', 'date', 'yes or no'].includes(f.meant));
  const days = IMPORT_FIELDS[kind].filter((f) => mapping[f.key] && f.meant === 'date');
  const votes = new Map(figures.map((f) => [f.key, { ...noVotes(), seen: null as '.' | ',' | null }]));
  const orders = new Map(days.map((f) => [f.key, noOrderVotes()]));
  for await (const { cells } of rows) {
    n++;
    for (const { key } of figures) {
      const cell = (cells[places.get(key)!] ?? '').slice(0, LONGEST_FIGURE);
      const vote = voteOf(cell);
      const kept = votes.get(key)!;
      if (vote) kept[vote]++;
      if (vote === 'either') kept.seen ??= signOf(cell);
    }
    for (const { key } of days) {
      const vote = orderVoteOf(cells[places.get(key)!] ?? '');
      if (vote) orders.get(key)![vote]++;
    }
  }
  const sum = (sign: 'point' | 'comma'): number => [...votes.values()].reduce((n, v) => n + v[sign], 0);
  const others = sum('point') > sum('comma') ? '.' : sum('comma') > sum('point') ? ',' : null;
  const writing = {
    decimal: new Map(
      figures.map(({ key, meant }) => {
        const { seen, ...of } = votes.get(key)!;
        return [key, separatorsBy(of, WHOLE_OR_MONEY[meant] ?? 'measure', others, seen).decimal];
      }),
    ),
    order: new Map([...orders].map(([key, of]) => [key, orderBy(of) ?? dates ?? null])),
  };
  return { writing, rows: n };
};
const LONGEST_FIGURE = 200;
