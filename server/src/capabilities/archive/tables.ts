import { is } from 'drizzle-orm';
import { getTableConfig, MySqlTable } from 'drizzle-orm/mysql-core';
import * as schema from '../../ground/db/schema.ts';

/** Kept for a moment, or made anew by each process: no part of a workspace's own. */
const PASSING = new Set(['jobs', 'uploads', 'upload_pieces', 'folder_files', 'workspace']);
/** Who works here, and by what they are known: that never leaves with a copy of their work. */
const WHO = new Set([
  'people',
  'sessions',
  'invitations',
  'tokens',
  'sign_in_counts',
  'devices',
  'recovery_codes',
  'deeds',
  'presence',
  'own_things',
]);
/** Columns that hold another row's number without a reference that the database knows of. */
const LOOSE: Readonly<Record<string, string>> = {
  import_id: 'imports',
  family_id: 'listings',
  merged_into: 'categories',
};

export interface ArchiveColumn {
  name: string;
  /** How its values stand in a file; those of "plain" as the database tells them. */
  as: 'plain' | 'number' | 'json' | 'bytes' | 'yes-or-no';
  /** The table whose numbers it holds. */
  points: string | null;
  /** The row that it points to may be gone. */
  isLoose: boolean;
}
export interface ArchiveTable {
  name: string;
  columns: readonly ArchiveColumn[];
  /** Its rows have numbers of their own. */
  numbered: boolean;
  /** By which its rows are told apart, in the order of a file. */
  key: readonly string[];
}

const formOf = (sqlType: string): ArchiveColumn['as'] => {
  if (sqlType === 'json') return 'json';
  if (sqlType === 'longblob') return 'bytes';
  if (sqlType === 'boolean') return 'yes-or-no';
  return /^(bigint|int|smallint|tinyint|mediumint|double|float)/.test(sqlType) ? 'number' : 'plain';
};

const describe = (table: MySqlTable): ArchiveTable => {
  const { name, columns, primaryKeys, foreignKeys } = getTableConfig(table);
  const points = new Map<string, string>();
  for (const foreign of foreignKeys) {
    const { columns: own, foreignTable } = foreign.reference();
    if (own.length === 1) points.set(own[0]!.name, getTableConfig(foreignTable).name);
  }
  const own = columns.filter((c) => c.generated === undefined && !WHO.has(points.get(c.name) ?? ''));
  return {
    name,
    columns: own.map((c) => ({
      name: c.name,
      as: formOf(c.getSQLType()),
      points: points.get(c.name) ?? LOOSE[c.name] ?? null,
      isLoose: !points.has(c.name) && c.name in LOOSE,
    })),
    numbered: own.some((c) => c.name === 'id' && c.primary && c.getSQLType().startsWith('bigint')),
    key: own.some((c) => c.primary)
      ? own.filter((c) => c.primary).map((c) => c.name)
      : primaryKeys[0]!.columns.map((c) => c.name),
  };
};

/** Every table that a workspace's own data stands in, as its schema has it. */
export const ARCHIVE_TABLES: readonly ArchiveTable[] = Object.values<unknown>(schema)
  .filter((t): t is MySqlTable => is(t, MySqlTable))
  .map(describe)
  .filter((t) => !PASSING.has(t.name) && !WHO.has(t.name))
  .sort((a, b) => (a.name < b.name ? -1 : 1));

export const tableNamed = (name: string): ArchiveTable | undefined => ARCHIVE_TABLES.find((t) => t.name === name);

/**
 * The condition under which a row belongs to some marketplaces, through whatever it hangs on; null for tables that belong to
 * none (suppliers, scoresheets). Its questions are all for the same marketplaces.
 */
export const belongsTo = ({ name, columns }: ArchiveTable, seen: readonly string[] = []): string | null => {
  if (name === 'marketplaces') return '`id` in (?)';
  if (columns.some((c) => c.name === 'marketplace_id')) return '`marketplace_id` in (?)';
  for (const { name: column, points } of columns) {
    if (
      points === null ||
      points === name ||
      (points === 'imports' && column === 'import_id' && name !== 'import_parts')
    )
      continue;
    if (seen.includes(points)) continue;
    const parent = belongsTo(tableNamed(points)!, [...seen, name]);
    if (parent !== null) return `\`${column}\` in (select id from \`${points}\` where ${parent})`;
  }
  return null;
};
