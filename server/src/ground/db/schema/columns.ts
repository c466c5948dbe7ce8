import type { Static, TSchema } from '@sinclair/typebox';
import { sql } from 'drizzle-orm';
import { bigint, customType, datetime, int } from 'drizzle-orm/mysql-core';

/** A row's own number; fits a JavaScript number (below 2^53). */
export const rowId = (name = 'id') => bigint(name, { mode: 'number', unsigned: true }).autoincrement().primaryKey();
/** A reference to another row's number. */
export const refId = (name: string) => bigint(name, { mode: 'number', unsigned: true });
/** Money in minor units. */
export const money = (name: string) => bigint(name, { mode: 'number' });
/** The moment a row was made, UTC. */
export const madeAt = (name = 'made_at') =>
  datetime(name, { mode: 'string', fsp: 3 })
    .notNull()
    .default(sql`(utc_timestamp(3))`);

/** The import that last wrote a row; null for what was typed, read by the program or shipped. */
export const importId = () => bigint('import_id', { mode: 'number', unsigned: true });

/** Raised with every change of a document that people type: a change of an older one is refused. */
export const version = (name = 'version') => int(name).notNull().default(1);

/** JSON that reads back as an object even where the driver hands over text. */
const json = <T>(name: string) =>
  customType<{ data: T; driverData: string }>({
    dataType: () => 'json',
    toDriver: (value) => JSON.stringify(value),
    fromDriver: (value) => (typeof value === 'string' ? (JSON.parse(value) as T) : (value as T)),
  })(name);

/** A document that people edit: what its schema describes. */
export const document = <S extends TSchema>(_: S, name: string) => json<Static<S>>(name);
/** What the program itself keeps as JSON, always read and written whole. */
export const kept = <T>(name: string) => json<T>(name);

/** Bytes as they came. */
export const bytes = customType<{ data: Buffer }>({ dataType: () => 'longblob' });
