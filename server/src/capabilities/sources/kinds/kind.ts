import type { ImportKind } from '@kettle/contract/sources';
import { idsByCode } from '../../../ground/briefs/briefs.ts';
import type { Session } from '../../../ground/db/connection.ts';
import type { Market } from '../../../ground/marketplaces/marketplaces.ts';
import type { FieldsOfRow } from '../fields.ts';

/** What every row of an import has: the listing it is about, and where it stands in the file. */
export interface Fact {
  code: string;
  line: number;
}

/** Kinds whose rows lie over each other in the same tables, and are laid out anew together. */
export type ImportGroup = 'catalogue' | 'months' | 'counts' | 'reviews' | 'searches' | 'quotes' | 'rates';

/** One laying of rows: as an import, or anew after another was taken back. */
export interface Putting {
  inside: Session;
  market: Market;
  importId: number;
  source: string;
  /** The rows were there before: what was typed since stays. */
  again: boolean;
  /** Numbers of listings by code, as far as they have been met. */
  ids: Map<string, number>;
  /** Listings that were changed. */
  touched: Set<number>;
  /** Listings of which is known whether something stood there before any import. */
  based: Set<string>;
  /** Keeps what stood there before any import, so that taking back restores it. */
  keepBase: (rows: readonly Base[]) => Promise<void>;
  /** Numbers of categories by path. */
  categories: Map<string, number>;
}

/** A row as it stood before any import wrote it. */
export interface Base {
  code: string;
  table: 'listings' | 'readings' | 'own_counts' | 'monthly_history';
  row: Record<string, unknown>;
}

export interface Kind<R extends Fact> {
  kind: ImportKind;
  /** What its rows are called. */
  what: string;
  group: ImportGroup;
  /** Whether estimates follow from it. */
  estimated: boolean;
  from: (fields: FieldsOfRow, market: Market) => Omit<R, 'line'>;
  dayOf: (row: R) => string | null;
  /** Of two rows with the same key the later counts. */
  keyOf: (row: R) => string;
  /** Puts rows in; answers with those of listings that are not there, and how many were there already. */
  put: (at: Putting, rows: readonly R[]) => Promise<{ homeless: readonly R[]; known?: number }>;
  /** After the last rows, with the sentences that are to be said. */
  end?: (at: Putting) => Promise<string[]>;
  /** Where all of a marketplace follows from all imports together: lays it out anew. */
  relay?: (at: Putting) => Promise<string[]>;
}

/** The rows of listings that are here, and the others. */
export const partByHome = async <R extends Fact>(
  { inside, market, ids, touched }: Putting,
  rows: readonly R[],
): Promise<{ known: R[]; homeless: R[] }> => {
  await meet(inside, market, ids, rows);
  const known = rows.filter((r) => ids.has(r.code));
  for (const { code } of known) touched.add(ids.get(code)!);
  return { known, homeless: rows.filter((r) => !ids.has(r.code)) };
};

export const meet = async (
  { db }: Session,
  market: Market,
  ids: Map<string, number>,
  rows: readonly Fact[],
): Promise<void> => {
  const unmet = [...new Set(rows.map((r) => r.code))].filter((code) => !ids.has(code));
  for (const [code, id] of await idsByCode(db, market.id, unmet)) ids.set(code, id);
};

type Value = string | number | boolean | null;

/** Many rows at once with what happens to those that are there: through the bare driver, since they are very many. */
export const upsert = async (
  { pool }: Session,
  table: string,
  columns: readonly string[],
  rows: readonly (readonly Value[])[],
  onDuplicate: Readonly<Record<string, string>>,
): Promise<void> => {
  if (rows.length === 0) return;
  const set = Object.entries(onDuplicate)
    .map(([column, value]) => `\`${column}\` = ${value}`)
    .join(', ');
  await pool
    .promise()
    .query(
      `insert into \`${table}\` (${columns.map((c) => `\`${c}\``).join(', ')}) values ? on duplicate key update ${set}`,
      [rows],
    );
};
