import { createHash } from 'node:crypto';
import { setImmediate as nextTurn } from 'node:timers/promises';
import { and, eq, isNull } from 'drizzle-orm';
import type { ImportKind, ImportSettings } from '@kettle/contract/sources';
import type { Db } from '../../ground/db/connection.ts';
import { imports, uploads } from '../../ground/db/schema.ts';
import { estimateAnew, type UnitsChanged } from '../../ground/estimates/estimates.ts';
import { ForPeople, type ImportPayload, type JobContext, type JobResult } from '../../ground/jobs/kinds.ts';
import type { DatedRate } from '@kettle/core/files/rates';
import { marketOf } from '../../ground/marketplaces/marketplaces.ts';
import { ratesOf } from '../../ground/marketplaces/rates.ts';
import { fieldsOf, RowFault, writingOf, type LeftOut, type Refused } from './fields.ts';
import { kindOf } from './kinds/index.ts';

import { readUpTo } from './kinds/catalogue.ts';
import type { Fact, Putting } from './kinds/kind.ts';
import { keepPart, keepTroubled, type Troubled } from './parts.ts';
import { openTable } from './reading/open-table.ts';
import { FileFault } from './reading/table.ts';
import { dropUpload, piecesOf } from './uploads.ts';

/** Rows that are put in at once. */
const AT_ONCE = 2000;
const TURN = 250;
const MOST_LISTED = 500;
/** Rows of the file that are kept to be mended. */
const MOST_TROUBLED = 20_000;

/**
 * Takes a file in, all or nothing: it is read through once to see how its columns are written and once for its rows, which
 * are put in as they come, and kept as they were understood. Whatever ends it before its end, nothing was done.
 */
export const takeIn = async (wanted: ImportKind, payload: ImportPayload, context: JobContext): Promise<void> => {
  const { database, progress, finish } = context;
  const { db } = database;
  const { upload, mapping, sheet = null } = payload;
  const kind = kindOf(wanted);
  const market = await marketOf(db, payload.marketplace);
  const source = payload.source.trim();
  const [file] = await db.select().from(uploads).where(eq(uploads.id, upload));
  if (!file) throw new ForPeople('The file is not there any more. Choose it again.');
  const hash = createHash('sha256');
  await progress(0, 0, 'Reading the file through');
  const { columns, writing, total } = await faultsForPeople(async () => {
    const table = await openTable(hashed(piecesOf(db, upload), hash), sheet, false);
    const { writing, rows } = await writingOf(table, wanted, mapping, payload.dates);
    return { columns: table.columns, writing, total: rows };
  });
  const settings: ImportSettings = { sheet, dates: payload.dates, repeats: payload.repeats };
  const digest = hash
    .update(JSON.stringify([sheet, payload.dates ?? null, ...(payload.repeats === 'first' ? ['first'] : [])]))
    .digest('hex');
  const earlier = await sameBefore(db, market.id, wanted, digest, mapping);
  await finish(async (inside) => {
    if (earlier) {
      await dropUpload(inside.db, upload);
      return {
        message: `This file was taken in on ${earlier.madeAt.slice(0, 10)} already. Nothing was changed.`,
        taken: 0,
        same: earlier.id,
      };
    }
    const [made] = await inside.db
      .insert(imports)
      .values({
        marketplaceId: market.id,
        kind: wanted,
        name: file.name,
        hash: digest,
        mapping,
        source,
        columns: [...columns],
        settings,
        taken: 0,
        result: {},
      })
      .$returningId();
    const importId = made!.id;
    let basePlace = 0;
    const at: Putting = {
      inside,
      market,
      importId,
      source,
      again: false,
      ids: new Map(),
      touched: new Set(),
      based: new Set(),
      categories: new Map(),
      keepBase: async (rows) => {
        if (rows.length > 0) await keepPart(inside.db, importId, basePlace++, rows, true);
      },
    };
    const tally = new Tally(columns);
    const rates = await ratesOf(inside.db, market.id);
    const reading = fieldsOf({ mapping, kind: wanted, market, writing, columns, rates }, tally);
    let place = 0;
    let batch: Fact[] = [];
    let cellsOf = new Map<number, readonly string[]>();
    /** What was met, where the first row of several counts; with the line. */
    const met = payload.repeats === 'first' ? new Map<string, number>() : null;
    const putRows = async (rows: readonly Fact[], cells: ReadonlyMap<number, readonly string[]>): Promise<void> => {
      await progress(tally.rows, total, `Taking in ${kind.what}, ${tally.rows} of ${total}`);
      const { homeless, known = 0 } = await kind.put(at, rows);
      for (const { code, line } of homeless)
        tally.refuse(line, `${code} is no listing of ${market.name}. Import the listing first.`, cells.get(line));
      const away = new Set(homeless);
      const taken = rows.filter((row) => !away.has(row));
      tally.take(taken.length, known, taken.map(kind.dayOf));
      if (taken.length > 0) await keepPart(inside.db, importId, place++, taken);
    };
    // While the database puts some rows in, the next are read.
    let putting: Promise<void> = Promise.resolve();
    const put = async (): Promise<void> => {
      await putting;
      if (batch.length === 0) return;
      putting = putRows(batch, cellsOf);
      // Whoever waits for it next is told.
      putting.catch(() => undefined);
      batch = [];
      cellsOf = new Map();
    };
    await faultsForPeople(async () => {
      const { rows } = await openTable(piecesOf(db, upload), sheet);
      for await (const { line, cells, ragged } of rows) {
        tally.turnTo(line, cells, ragged ?? false);
        reading.turnTo(cells);
        try {
          const row = { ...(kind.from(reading.fields, market) as Fact), line };
          const key = met ? kind.keyOf(row) : '';
          const first = met?.get(key);
          if (first === undefined) {
            met?.set(key, line);
            batch.push(row);
            cellsOf.set(line, cells);
          } else tally.refuse(line, `It repeats line ${first}, which counts.`);
        } catch (error) {
          if (!(error instanceof RowFault)) throw error;
          tally.refuse(line, error.message);
        }
        if (batch.length >= AT_ONCE) await put();
        // Rows that lie ready are read without a pause: now and then the database's answers get their turn.
        if (tally.rows % TURN === 0) await nextTurn();
      }
      await put();
      await putting;
    }).catch(async (error: unknown) => {
      // Nothing more is sent on a connection whose transaction is given up.
      await putting.catch(() => undefined);
      throw error;
    });
    const notes = (await kind.end?.(at)) ?? [];
    const changed =
      kind.estimated && at.touched.size > 0
        ? await estimateAnew(inside, market, [...at.touched], (done) =>
            progress(done, at.touched.size, `Estimating units, ${done} of ${at.touched.size}`),
          )
        : null;
    const taken = kind.kind === 'listings' ? at.touched.size : tally.taken - tally.known;
    const result: JobResult = {
      ...tally.result(kind.what, taken, [...notes, ...changeInWords(changed)]),
      changed,
      import: importId,
    };
    await inside.db
      .update(imports)
      .set({ taken, firstDay: tally.firstDay, lastDay: tally.lastDay, result })
      .where(eq(imports.id, importId));
    if (tally.troubled.rows.length > 0) {
      tally.troubled.rows.sort((a, b) => a.line - b.line);
      await keepTroubled(inside.db, importId, tally.troubled);
    }
    if (kind.group === 'catalogue') await readUpTo(at);
    await dropUpload(inside.db, upload);
    return result;
  });
};

const hashed = async function* (
  pieces: AsyncIterable<Buffer>,
  hash: ReturnType<typeof createHash>,
): AsyncGenerator<Buffer> {
  for await (const piece of pieces) {
    hash.update(piece);
    yield piece;
  }
};

const faultsForPeople = async <T>(action: () => Promise<T>): Promise<T> => {
  try {
    return await action();
  } catch (error) {
    if (error instanceof FileFault) throw new ForPeople(error.message);
    throw error;
  }
};

/** The same file, with its columns understood in the same way, that is in force. */
const sameBefore = async (
  db: Db,
  marketplaceId: string,
  kind: ImportKind,
  hash: string,
  mapping: Record<string, string>,
): Promise<typeof imports.$inferSelect | null> => {
  const rows = await db
    .select()
    .from(imports)
    .where(
      and(
        eq(imports.marketplaceId, marketplaceId),
        eq(imports.kind, kind),
        eq(imports.hash, hash),
        isNull(imports.takenBackAt),
      ),
    );
  const sorted = (of: Record<string, string>): string => JSON.stringify(Object.entries(of).sort());
  return rows.find((r) => r.taken > 0 && sorted(r.mapping) === sorted(mapping)) ?? null;
};

/** What became of the rows of a file. */
class Tally {
  rows = 0;
  taken = 0;
  known = 0;
  firstDay: string | null = null;
  lastDay: string | null = null;
  readonly troubled: Troubled;
  private readonly troubledAt = new Map<number, Troubled['rows'][number]>();
  private readonly refused: Refused[] = [];
  private refusedCount = 0;
  private readonly leftOutCells: LeftOut[] = [];
  private readonly conversions = new Map<string, number>();
  private leftOutCount = 0;
  private ragged = 0;
  private readonly reasons = new Map<string, number>();
  private line = 0;
  private cells: readonly string[] = [];

  constructor(columns: readonly string[]) {
    this.troubled = { columns: [...columns], rows: [] };
  }

  turnTo(line: number, cells: readonly string[], ragged: boolean): void {
    this.rows++;
    this.line = line;
    this.cells = cells;
    if (ragged) this.ragged++;
  }

  take(n: number, known: number, days: readonly (string | null)[]): void {
    this.taken += n;
    this.known += known;
    for (const day of days) {
      if (day === null) continue;
      if (this.firstDay === null || day < this.firstDay) this.firstDay = day;
      if (this.lastDay === null || day > this.lastDay) this.lastDay = day;
    }
  }

  /** @param cells of the row, where it is not the one that was turned to */
  refuse(line: number, reason: string, cells?: readonly string[]): void {
    this.refusedCount++;
    if (this.refused.length < MOST_LISTED) this.refused.push({ line, reason });
    this.keep(line, reason, cells);
  }

  readonly leftOut = (column: string, reason: string): void => {
    this.leftOutCount++;
    if (this.leftOutCells.length < MOST_LISTED) this.leftOutCells.push({ line: this.line, column, reason });
    this.keep(this.line, reason);
  };

  readonly converted = (from: string, { day, rate }: DatedRate): void => {
    const by = `${from} at ${rate} of ${day}`;
    this.conversions.set(by, (this.conversions.get(by) ?? 0) + 1);
  };

  private keep(line: number, reason: string, cells = line === this.line ? this.cells : undefined): void {
    const kind = reason.replace(/"[^"]*"/g, '…').replace(/\d[\d.,]*/g, '#');
    if (this.reasons.has(kind) || this.reasons.size < 200) this.reasons.set(kind, (this.reasons.get(kind) ?? 0) + 1);
    const before = this.troubledAt.get(line);
    if (before) before.reasons.push(reason);
    else if (this.troubled.rows.length < MOST_TROUBLED && cells) {
      const row = { line, reasons: [reason], cells: [...cells] };
      this.troubled.rows.push(row);
      this.troubledAt.set(line, row);
    }
  }

  result(what: string, taken: number, notes: string[]): JobResult {
    const some = (n: number, one: string): string[] => (n > 0 ? [`${n} ${one}${n === 1 ? '' : 's'}`] : []);
    const besides = [
      ...some(this.refusedCount, 'row').map((s) => `${s} refused`),
      ...some(this.leftOutCount, 'cell').map((s) => `${s} left out`),
    ];
    return {
      message: [
        `${[`${taken} ${what} taken in`, ...besides].join(', ')}.`,
        ...(this.known > 0 ? [`${this.known} were there already.`] : []),
        ...(this.ragged > 0
          ? [`${this.ragged} rows have more cells than there are columns; what stands beyond was left out.`]
          : []),
        ...conversionsInWords(this.conversions),
        ...notes,
      ].join(' '),
      taken,
      refusedCount: this.refusedCount,
      refused: [...this.refused].sort((a, b) => a.line - b.line),
      leftOutCount: this.leftOutCount,
      leftOut: this.leftOutCells,
      reasons: [...this.reasons].sort(([, a], [, b]) => b - a).slice(0, 20),
    };
  }
}

const conversionsInWords = (conversions: ReadonlyMap<string, number>): string[] => {
  if (conversions.size === 0) return [];
  const sums = [...conversions].sort(([, a], [, b]) => b - a);
  const total = sums.reduce((n, [, times]) => n + times, 0);
  const shown = sums.slice(0, 3).map(([by]) => by);
  return [
    `${total} sums were converted: ${shown.join('; ')}${sums.length > 3 ? ` and by ${sums.length - 3} other rates` : ''}.`,
  ];
};

export const changeInWords = (changed: UnitsChanged | null): string[] =>
  changed && changed.count > 0
    ? [
        `The units of ${changed.count === 1 ? 'one listing' : `${changed.count} listings`} known before changed by more than half or beyond their interval.`,
      ]
    : [];
