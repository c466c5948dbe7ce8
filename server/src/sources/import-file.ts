import { eq } from 'drizzle-orm';
import { numberFromText } from '@kettle/core/money/money';
import type { Db } from '../db/connection.ts';
import { uploads } from '../db/schema.ts';
import { ForPeople, type ImportPayload, type JobResult } from '../jobs/kinds.ts';
import { readCsv, type CsvRow } from './csv.ts';

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

/** Access to a row's fields through the mapping, with the checks that all imports share. */
export interface FieldsOfRow {
  text: (key: string) => string;
  /** A number within bounds, or null when the field is empty; refuses what is no number. */
  number: (key: string, name: string, bounds: { min?: number; max?: number; whole?: boolean }) => number | null;
  head: (key: string) => string;
}

const fieldsOf = (row: CsvRow, mapping: Record<string, string>): FieldsOfRow => {
  const text = (key: string): string => (mapping[key] ? (row[mapping[key]] ?? '').trim() : '');
  return {
    text,
    head: (key) => mapping[key] ?? '',
    number: (key, name, { min = -Infinity, max = Infinity, whole = false }) => {
      const raw = text(key);
      if (raw === '' || /^(n\/?a|unknown|none|null|-|—)$/i.test(raw)) return null;
      const value =
        numberFromText(raw.replace(/[a-z]{1,3}$/i, '').trim(), whole) ??
        refuse(`${name} "${raw.slice(0, 40)}" is no number.`);
      if (value < min)
        refuse(
          min > 0 && value <= 0
            ? `${name} must be above 0, not ${raw}.`
            : `${name} must be ${min} or more, not ${raw}.`,
        );
      if (value > max) refuse(`${name} must be ${max} or less, not ${raw}.`);
      return whole ? Math.round(value) : value;
    },
  };
};

/** Reads the rows of an upload; each either becomes something or is refused with its line and reason. */
export const rowsOfUpload = async <T>(
  db: Db,
  { upload, mapping }: ImportPayload,
  read: (fields: FieldsOfRow) => T,
): Promise<{ taken: T[]; refused: Refused[]; total: number }> => {
  const [file] = await db.select().from(uploads).where(eq(uploads.id, upload));
  if (!file) throw new ForPeople('The file is not there any more. Choose it again.');
  const { rows } = readCsv(file.content);
  const taken: T[] = [];
  const refused: Refused[] = [];
  rows.forEach((row, i) => {
    try {
      taken.push(read(fieldsOf(row, mapping)));
    } catch (error) {
      if (!(error instanceof RowFault)) throw error;
      refused.push({ line: i + 2, reason: error.message });
    }
  });
  return { taken, refused, total: rows.length };
};

/** How an import went, for people. */
export const importResult = (
  what: string,
  taken: number,
  refused: readonly Refused[],
  notes: string[] = [],
): JobResult => ({
  message: [`${taken} ${what} taken in${refused.length > 0 ? `, ${refused.length} rows refused` : ''}.`, ...notes].join(
    ' ',
  ),
  taken,
  refusedCount: refused.length,
  refused: refused.slice(0, MOST_LISTED),
});
