import { eq } from 'drizzle-orm';
import type { ImportKind } from '@kettle/contract/sources';
import { dateIn, noOrderVotes, orderBy, orderVoteOf, type DateOrder } from '@kettle/core/files/dates';
import { isNothing, noVotes, numberIn, separatorsBy, signOf, voteOf } from '@kettle/core/files/numbers';
import {
  moneyIn,
  placeIn,
  quantityIn,
  sidesIn,
  starsIn,
  unitOfHeading,
  yesOrNoIn,
  type Read,
} from '@kettle/core/files/quantities';
import type { Day } from '@kettle/core/measures/day';
import { gramsFromUnit, mmFromUnit } from '@kettle/core/measures/units';
import { minorFromMajor, type Minor } from '@kettle/core/money/money';
import type { Session } from '../../ground/db/connection.ts';
import type { UnitsChanged } from '../../ground/estimates/estimates.ts';
import { uploads } from '../../ground/db/schema.ts';
import { ForPeople, type ImportPayload, type JobContext, type JobResult } from '../../ground/jobs/kinds.ts';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';
import { IMPORT_FIELDS, type Meaning } from './columns.ts';
import { CsvFault, readCsv, type CsvLine, type CsvRow } from './csv.ts';
import { dropUpload, piecesOf } from './uploads.ts';

/** A row that was not taken, by its line in the file. */
export interface Refused {
  line: number;
  reason: string;
}
/** Throws the reason why a row is refused. */
export const refuse = (reason: string): never => {
  throw new RowFault(reason);
};
class RowFault extends Error {}
const MOST_LISTED = 500;
/** Rows between two looks whether the import was cancelled. */
const ROWS_A_LOOK = 5000;

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
interface Writing {
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
  /** Minor units of the marketplace's currency. */
  money: (key: string, bounds: Bounds) => Minor | null;
  /** Grams. */
  weight: (key: string) => number | null;
  /** Millimetres. */
  length: (key: string) => number | null;
  sides: (key: string) => [number, number, number] | null;
  stars: (key: string) => number | null;
  date: (key: string) => Day | null;
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

const fieldsOf = (
  row: CsvRow,
  { mapping, kind, market, writing }: FileReading,
  leftOut: (column: string, reason: string) => void,
): FieldsOfRow => {
  const fields = new Map(IMPORT_FIELDS[kind].map((f) => [f.key, f]));
  const text = (key: string, longest = 1000): string =>
    mapping[key] ? (row[mapping[key]] ?? '').slice(0, longest).trim() : '';
  const head = (key: string): string => mapping[key] ?? '';
  const decimal = (key: string): '.' | ',' => writing.decimal.get(key) ?? '.';
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
  return {
    text,
    number,
    whole: (key, bounds) =>
      take(key, (cell) => {
        const read = placeIn(cell, decimal(key));
        if ('fault' in read) return { fault: 'is no number' };
        return within(Math.round(read.value), bounds, cell);
      }),
    money: (key, bounds) => {
      const major = take(key, (cell) => {
        const read = moneyIn(cell, market.currency, decimal(key), head(key));
        return 'fault' in read ? read : within(read.value, bounds, cell);
      });
      return major === null ? null : minorFromMajor(major, market.currency);
    },
    weight: (key) => take(key, (cell) => above(quantityIn(cell, 'weight', unit(key, 'weight'), decimal(key)))),
    length: (key) => take(key, (cell) => above(quantityIn(cell, 'length', unit(key, 'length'), decimal(key)))),
    sides: (key) => take(key, (cell) => sidesIn(cell, unit(key, 'length'), decimal(key))),
    stars: (key) => take(key, (cell) => starsIn(cell, decimal(key))),
    date: (key) =>
      take<Day>(key, (cell) => {
        const order = writing.order.get(key) ?? null;
        const day = dateIn(cell, order);
        if (day !== null) return { value: day };
        return order === null && orderVoteOf(cell) === 'either'
          ? { fault: 'could be of two days; say whether the day or the month stands first' }
          : { fault: 'is no date' };
      }),
    yesOrNo: (key) => take(key, yesOrNoIn),
    oneOf: <T extends string>(key: string, words: readonly (readonly [T, RegExp])[]) =>
      take<T>(key, (cell) => {
        const found = words.find(([, how]) => how.test(cell));
        return found ? { value: found[0] } : { fault: `is none of ${words.map(([word]) => word).join(', ')}` };
      }),
    needed: (value, key) => value ?? refuse(`${fields.get(key)!.name} is missing.`),
  };
};

interface FileReading {
  kind: ImportKind;
  mapping: Record<string, string>;
  market: Pick<Market, 'currency' | 'measures'>;
  writing: Writing;
}

const WHOLE_OR_MONEY: Partial<Record<Meaning, 'whole' | 'money'>> = { whole: 'whole', money: 'money' };

/** Reads a file through once to see how its columns write numbers and dates. */
const writingOf = async (
  rows: AsyncIterable<CsvLine>,
  kind: ImportKind,
  mapping: Record<string, string>,
  dates: DateOrder | undefined,
): Promise<Writing> => {
  const figures = IMPORT_FIELDS[kind].filter((f) => mapping[f.key] && !['text', 'date', 'yes or no'].includes(f.meant));
  const days = IMPORT_FIELDS[kind].filter((f) => mapping[f.key] && f.meant === 'date');
  const votes = new Map(figures.map((f) => [f.key, { ...noVotes(), seen: null as '.' | ',' | null }]));
  const orders = new Map(days.map((f) => [f.key, noOrderVotes()]));
  for await (const { row } of rows) {
    for (const { key } of figures) {
      const cell = (row[mapping[key]!] ?? '').slice(0, LONGEST_FIGURE);
      const vote = voteOf(cell);
      const kept = votes.get(key)!;
      if (vote) kept[vote]++;
      if (vote === 'either') kept.seen ??= signOf(cell);
    }
    for (const { key } of days) {
      const vote = orderVoteOf(row[mapping[key]!] ?? '');
      if (vote) orders.get(key)![vote]++;
    }
  }
  const sum = (sign: 'point' | 'comma'): number => [...votes.values()].reduce((n, v) => n + v[sign], 0);
  const others = sum('point') > sum('comma') ? '.' : sum('comma') > sum('point') ? ',' : null;
  return {
    decimal: new Map(
      figures.map(({ key, meant }) => {
        const { seen, ...of } = votes.get(key)!;
        return [key, separatorsBy(of, WHOLE_OR_MONEY[meant] ?? 'measure', others, seen).decimal];
      }),
    ),
    order: new Map([...orders].map(([key, of]) => [key, orderBy(of) ?? dates ?? null])),
  };
};
const LONGEST_FIGURE = 200;

export interface RowsRead<T> {
  taken: (T & { line: number })[];
  refused: Refused[];
  leftOut: LeftOut[];
  /** All cells left out, more than are listed. */
  leftOutCount: number;
}

/** Reads the rows of an upload; each either becomes something, with its line, or is refused with its line and reason. */
export const rowsOfUpload = async <T extends object>(
  { database: { db }, progress }: Pick<JobContext, 'database' | 'progress'>,
  kind: ImportKind,
  market: Pick<Market, 'currency' | 'measures'>,
  { upload, mapping, dates }: ImportPayload,
  read: (fields: FieldsOfRow) => T,
): Promise<RowsRead<T>> => {
  await progress(0, 1, 'Reading the file');
  const [file] = await db.select({ id: uploads.id }).from(uploads).where(eq(uploads.id, upload));
  if (!file) throw new ForPeople('The file is not there any more. Choose it again.');
  const taken: (T & { line: number })[] = [];
  const refused: Refused[] = [];
  const leftOut: LeftOut[] = [];
  let leftOutCount = 0;
  try {
    const writing = await writingOf((await readCsv(piecesOf(db, upload))).rows, kind, mapping, dates);
    const { rows } = await readCsv(piecesOf(db, upload));
    let seen = 0;
    for await (const { line, row } of rows) {
      if (++seen % ROWS_A_LOOK === 0) await progress(0, 1, `Reading the file, ${seen} rows`);
      const ofRow: LeftOut[] = [];
      try {
        const fields = fieldsOf(row, { kind, mapping, market, writing }, (column, reason) =>
          ofRow.push({ line, column, reason }),
        );
        taken.push({ ...read(fields), line });
        leftOutCount += ofRow.length;
        leftOut.push(...ofRow.slice(0, Math.max(0, MOST_LISTED - leftOut.length)));
      } catch (error) {
        if (!(error instanceof RowFault)) throw error;
        refused.push({ line, reason: error.message });
      }
    }
  } catch (error) {
    if (error instanceof CsvFault) throw new ForPeople(error.message);
    throw error;
  }
  return { taken, refused, leftOut, leftOutCount };
};

/** How an import went, for people; its file is not needed any more. */
export const importDone = async (
  { db }: Pick<Session, 'db'>,
  { upload }: ImportPayload,
  what: string,
  taken: number,
  { refused, leftOut, leftOutCount }: Pick<RowsRead<object>, 'refused' | 'leftOut' | 'leftOutCount'>,
  changed: UnitsChanged | null,
  notes: string[] = [],
): Promise<JobResult> => {
  await dropUpload(db, upload);
  const inOrder = [...refused].sort((a, b) => a.line - b.line);
  const besides = [
    ...(refused.length > 0 ? [`${refused.length} row${refused.length === 1 ? '' : 's'} refused`] : []),
    ...(leftOutCount > 0 ? [`${leftOutCount} cell${leftOutCount === 1 ? '' : 's'} left out`] : []),
  ];
  return {
    message: [`${[`${taken} ${what} taken in`, ...besides].join(', ')}.`, ...notes, ...changeInWords(changed)].join(
      ' ',
    ),
    taken,
    refusedCount: refused.length,
    refused: inOrder.slice(0, MOST_LISTED),
    leftOutCount,
    leftOut,
    changed,
  };
};

const changeInWords = (changed: UnitsChanged | null): string[] =>
  changed && changed.count > 0
    ? [
        `The units of ${changed.count === 1 ? 'one listing' : `${changed.count} listings`} known before changed by more than half or beyond their interval.`,
      ]
    : [];

/** Rows of listings that the marketplace does not have, each refused on its own line. */
export const partByHome = <T extends { code: string; line: number }>(
  rows: readonly T[],
  ids: ReadonlyMap<string, number>,
  marketName: string,
): { known: T[]; homeless: Refused[] } => ({
  known: rows.filter((r) => ids.has(r.code)),
  homeless: rows
    .filter((r) => !ids.has(r.code))
    .map(({ line, code }) => ({
      line,
      reason: `${code} is no listing of ${marketName}. Import the listing first.`,
    })),
});
