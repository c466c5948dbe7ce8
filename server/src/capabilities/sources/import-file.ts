import { eq } from 'drizzle-orm';
import { numberFromText } from '@kettle/core/money/money';
import type { Session } from '../../ground/db/connection.ts';
import { uploads } from '../../ground/db/schema.ts';
import { ForPeople, type ImportPayload, type JobContext, type JobResult } from '../../ground/jobs/kinds.ts';
import { CsvFault, readCsv, type CsvRow } from './csv.ts';
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

/** Access to a row's fields through the mapping, with the checks that all imports share. */
export interface FieldsOfRow {
  /** A text without blanks around it, cut to what its column holds. */
  text: (key: string, longest?: number) => string;
  /** A number within bounds, or null when the field is empty; refuses what is no number. */
  number: (key: string, name: string, bounds: { min?: number; max: number; whole?: boolean }) => number | null;
  head: (key: string) => string;
}

const fieldsOf = (row: CsvRow, mapping: Record<string, string>): FieldsOfRow => {
  const text = (key: string, longest = 1000): string =>
    mapping[key] ? (row[mapping[key]] ?? '').slice(0, longest).trim() : '';
  return {
    text,
    head: (key) => mapping[key] ?? '',
    number: (key, name, { min = -Infinity, max, whole = false }) => {
      const raw = text(key, 60);
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

/** Reads the rows of an upload; each either becomes something, with its line, or is refused with its line and reason. */
export const rowsOfUpload = async <T extends object>(
  { database: { db }, progress }: Pick<JobContext, 'database' | 'progress'>,
  { upload, mapping }: ImportPayload,
  read: (fields: FieldsOfRow) => T,
): Promise<{ taken: (T & { line: number })[]; refused: Refused[] }> => {
  await progress(0, 1, 'Reading the file');
  const [file] = await db.select({ id: uploads.id }).from(uploads).where(eq(uploads.id, upload));
  if (!file) throw new ForPeople('The file is not there any more. Choose it again.');
  const taken: (T & { line: number })[] = [];
  const refused: Refused[] = [];
  try {
    const { rows } = await readCsv(piecesOf(db, upload));
    let seen = 0;
    for await (const { line, row } of rows) {
      if (++seen % ROWS_A_LOOK === 0) await progress(0, 1, `Reading the file, ${seen} rows`);
      try {
        taken.push({ ...read(fieldsOf(row, mapping)), line });
      } catch (error) {
        if (!(error instanceof RowFault)) throw error;
        refused.push({ line, reason: error.message });
      }
    }
  } catch (error) {
    if (error instanceof CsvFault) throw new ForPeople(error.message);
    throw error;
  }
  return { taken, refused };
};

/** How an import went, for people; its file is not needed any more. */
export const importDone = async (
  { db }: Pick<Session, 'db'>,
  { upload }: ImportPayload,
  what: string,
  taken: number,
  refused: readonly Refused[],
  notes: string[] = [],
): Promise<JobResult> => {
  await dropUpload(db, upload);
  const inOrder = [...refused].sort((a, b) => a.line - b.line);
  return {
    message: [
      `${taken} ${what} taken in${refused.length > 0 ? `, ${refused.length} rows refused` : ''}.`,
      ...notes,
    ].join(' '),
    taken,
    refusedCount: refused.length,
    refused: inOrder.slice(0, MOST_LISTED),
  };
};

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
