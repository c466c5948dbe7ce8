import { eq } from 'drizzle-orm';
import type { ImportKind, Preview } from '@kettle/contract/sources';
import { listingCode } from '@kettle/core/listing/codes';
import type { FileLook, LookAsked } from '../../ground/aside/kinds.ts';
import type { Db } from '../../ground/db/connection.ts';
import { idsByCode } from '../../ground/briefs/briefs.ts';
import { uploads } from '../../ground/db/schema.ts';
import { marketOf, type Market } from '../../ground/marketplaces/marketplaces.ts';
import { ratesOf } from '../../ground/marketplaces/rates.ts';
import { badField } from '../../ground/problems/problem.ts';
import { kindByContents, mappingByContents } from './columns/by-contents.ts';
import { guessMapping, IMPORT_FIELDS } from './columns/index.ts';
import { fieldsOf, RowFault, writingOf, type Writing } from './fields.ts';
import { kindOf } from './kinds/index.ts';
import { proposedKind, setBefore, sheetsBefore } from './mapping.ts';
import { openTable } from './reading/open-table.ts';
import { FileFault, type TableRow } from './reading/table.ts';
import { noted } from './understood.ts';
import { piecesOf } from './uploads.ts';

const SAMPLE = 5;
const LONGEST_SAMPLE = 200;
/** Rows that are understood before anything is kept; of a larger file the first. */
const MOST_CHECKED = 20_000;
const SHOWN = 3;
/** Rows by whose cells columns without a known head are understood. */
const LOOKED_AT = 200;
const MOST_CODES = 2000;

const NOTHING_CHECKED: Preview['check'] = { rows: 0, refused: 0, reasons: [], repeated: 0, repeats: [], converted: 0 };

/**
 * Reads a kept file through: its columns, how many rows, the first of them, which column seems to be what, and what its
 * rows would come to with the columns as they are set.
 */
export const lookAtFile = async (db: Db, asked: LookAsked): Promise<FileLook> => {
  const { upload } = asked;
  try {
    const market = await marketOf(db, asked.marketplace);
    const { columns, rows, sheets, sheet } = await opened(db, market, asked);
    const alike = await setBefore(db, market.id, columns, null);
    const first = await firstRows(db, upload, sheet);
    const isListing = await listingsAmong(db, market, first);
    const kind =
      asked.kind ?? alike?.kind ?? proposedKind(columns) ?? kindByContents(columns, first, isListing) ?? 'listings';
    const before = alike?.kind === kind ? alike : await setBefore(db, market.id, columns, kind);
    const byHeads = guessMapping(kind, columns);
    const byContents = (asked.mapping ?? before) ? {} : mappingByContents(kind, columns, first, byHeads, isListing);
    const mapping = asked.mapping ?? before?.mapping ?? { ...byHeads, ...byContents };
    const dates = asked.dates ?? before?.settings.dates;
    const repeats = asked.repeats ?? before?.settings.repeats ?? 'later';
    const sample: FileLook['sample'] = [];
    const { writing, rows: n } = await writingOf(
      { columns, rows: sampled(rows, columns, sample) },
      kind,
      mapping,
      dates,
    );
    await db.update(uploads).set({ columns }).where(eq(uploads.id, upload));
    const lacks = IMPORT_FIELDS[kind].some((f) => f.required && !columns.includes(mapping[f.key] ?? ''));
    const checked = lacks
      ? { understood: [], check: NOTHING_CHECKED }
      : await checkRows(db, { upload, kind, mapping, sheet }, market, columns, writing);
    return {
      kind,
      columns,
      rows: n,
      sample,
      sheets,
      sheet,
      mapping,
      remembered: !asked.mapping && before !== null,
      byContents: Object.keys(byContents),
      source: before?.source ?? null,
      dates: dates ?? null,
      repeats,
      ...checked,
    };
  } catch (error) {
    if (error instanceof FileFault) throw badField('file', error.message);
    throw error;
  }
};

/** The cells of the first rows. */
const firstRows = async (db: Db, upload: number, sheet: string | null): Promise<string[][]> => {
  const { rows } = await openTable(piecesOf(db, upload), sheet, false);
  const first: string[][] = [];
  for await (const { cells } of rows) if (first.push([...cells]) >= LOOKED_AT) break;
  return first;
};

/** Which of the cells are codes of listings that are there. */
const listingsAmong = async (
  db: Db,
  market: Market,
  rows: readonly (readonly string[])[],
): Promise<(code: string) => boolean> => {
  const codes = [...new Set(rows.flatMap((cells) => cells.flatMap((c) => listingCode(c) ?? [])))];
  const known = await idsByCode(db, market.id, codes.slice(0, MOST_CODES));
  return (text) => known.has(listingCode(text) ?? '');
};

/** The wanted sheet; where none is named and the first looks like no earlier file, one that was taken in before. */
const opened = async (db: Db, market: Market, { upload, sheet }: LookAsked): ReturnType<typeof openTable> => {
  const first = await openTable(piecesOf(db, upload), sheet, false);
  if (sheet !== null || first.sheets.length < 2 || (await setBefore(db, market.id, first.columns, null))) return first;
  const before = await sheetsBefore(db, market.id);
  const known = first.sheets.find((name) => name !== first.sheet && before.has(name));
  if (known === undefined) return first;
  const other = await openTable(piecesOf(db, upload), known, false);
  return (await setBefore(db, market.id, other.columns, null)) ? other : first;
};

const sampled = async function* (
  rows: AsyncIterable<TableRow>,
  columns: readonly string[],
  sample: FileLook['sample'],
): AsyncGenerator<TableRow> {
  for await (const row of rows) {
    if (sample.length < SAMPLE)
      sample.push(Object.fromEntries(columns.map((name, i) => [name, (row.cells[i] ?? '').slice(0, LONGEST_SAMPLE)])));
    yield row;
  }
};

/** Goes through rows as an import would, without keeping anything. */
const checkRows = async (
  db: Db,
  {
    upload,
    sheet,
    kind: wanted,
    mapping,
  }: { upload: number; sheet: string | null; kind: ImportKind; mapping: Record<string, string> },
  market: Market,
  columns: readonly string[],
  writing: Writing,
): Promise<Pick<FileLook, 'understood' | 'check'>> => {
  const kind = kindOf(wanted);
  const check = { ...NOTHING_CHECKED, reasons: [] as string[], repeats: [] as string[] };
  const keyOfColumn = new Map(Object.entries(mapping).map(([key, column]) => [column, key]));
  const understood = new Map<string, Preview['understood'][number]>(
    Object.entries(mapping)
      .filter(([, column]) => column !== '')
      .map(([key]) => [key, { key, samples: [], leftOut: 0, reason: null }]),
  );
  const reading = fieldsOf(
    { mapping, kind: wanted, market, writing, columns, rates: await ratesOf(db, market.id) },
    {
      leftOut: (column, reason) => {
        const of = understood.get(keyOfColumn.get(column) ?? '');
        if (!of) return;
        of.leftOut++;
        of.reason ??= reason;
      },
      converted: () => void check.converted++,
    },
  );
  /** What the cells of the row were understood as, the last reading of each. */
  const shown = new Map<string, string>();
  const fields = noted(reading.fields, market, (key, words) => void shown.set(key, words));
  /** The line that each was met at first. */
  const met = new Map<string, number>();
  const { rows } = await openTable(piecesOf(db, upload), sheet);
  for await (const { line, cells } of rows) {
    if (++check.rows > MOST_CHECKED) {
      check.rows--;
      break;
    }
    reading.turnTo(cells);
    try {
      const row = { ...kind.from(fields, market), line };
      const key = kind.keyOf(row as never);
      const first = met.get(key);
      if (first === undefined) met.set(key, line);
      else {
        check.repeated++;
        if (check.repeats.length < SHOWN) check.repeats.push(`Line ${line} repeats line ${first}.`);
      }
    } catch (error) {
      if (!(error instanceof RowFault)) throw error;
      check.refused++;
      if (check.reasons.length < SHOWN) check.reasons.push(`Line ${line}: ${error.message}`);
    }
    if (check.rows <= SHOWN) for (const [key, words] of shown) understood.get(key)?.samples.push(words);
    shown.clear();
  }
  return { understood: [...understood.values()], check };
};
