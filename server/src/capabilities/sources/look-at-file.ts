import { eq } from 'drizzle-orm';
import type { Preview } from '@kettle/contract/sources';
import type { FileLook, LookAsked } from '../../ground/aside/kinds.ts';
import type { Db } from '../../ground/db/connection.ts';
import { uploads } from '../../ground/db/schema.ts';
import { marketOf, type Market } from '../../ground/marketplaces/marketplaces.ts';
import { ratesOf } from '../../ground/marketplaces/rates.ts';
import { badField } from '../../ground/problems/problem.ts';
import { IMPORT_FIELDS } from './columns/index.ts';
import { fieldsOf, RowFault, writingOf, type Writing } from './fields.ts';
import { kindOf } from './kinds/index.ts';
import { mappingFor } from './mapping.ts';
import { openTable } from './reading/open-table.ts';
import { FileFault, type TableRow } from './reading/table.ts';
import { noted } from './understood.ts';
import { piecesOf } from './uploads.ts';

const SAMPLE = 5;
const LONGEST_SAMPLE = 200;
/** Rows that are understood before anything is kept; of a larger file the first. */
const MOST_CHECKED = 20_000;
const SHOWN = 3;

const NOTHING_CHECKED: Preview['check'] = { rows: 0, refused: 0, reasons: [], repeated: 0, converted: 0 };

/**
 * Reads a kept file through: its columns, how many rows, the first of them, which column seems to be what, and what its
 * rows would come to with the columns as they are set.
 */
export const lookAtFile = async (db: Db, asked: LookAsked): Promise<FileLook> => {
  const { upload, kind, dates } = asked;
  try {
    const market = await marketOf(db, asked.marketplace);
    const { columns, rows, sheets, sheet } = await openTable(piecesOf(db, upload), asked.sheet, false);
    const { mapping, remembered } = asked.mapping
      ? { mapping: asked.mapping, remembered: false }
      : await mappingFor(db, market.id, kind, columns);
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
      : await checkRows(db, { ...asked, mapping, sheet }, market, columns, writing);
    return { columns, rows: n, sample, sheets, sheet, mapping, remembered, ...checked };
  } catch (error) {
    if (error instanceof FileFault) throw badField('file', error.message);
    throw error;
  }
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
  { upload, sheet, kind: wanted, mapping }: LookAsked & { mapping: Record<string, string> },
  market: Market,
  columns: readonly string[],
  writing: Writing,
): Promise<Pick<FileLook, 'understood' | 'check'>> => {
  const kind = kindOf(wanted);
  const check = { ...NOTHING_CHECKED, reasons: [] as string[] };
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
  const met = new Set<string>();
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
      if (met.has(key)) check.repeated++;
      met.add(key);
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
