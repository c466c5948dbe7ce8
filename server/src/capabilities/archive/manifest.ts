import { Type, type Static } from '@sinclair/typebox';

export const FORMAT = 'cold-kettle/workspace';
export const VERSION = 1;
export const MANIFEST = 'manifest.json';
export const fileOfTable = (table: string): string => `tables/${table}.ndjson`;

/** What stands in an archive, with a checksum of each of its files: the open format "cold-kettle/workspace". */
export const Manifest = Type.Object({
  format: Type.Literal(FORMAT),
  version: Type.Literal(VERSION),
  schema: Type.String({ maxLength: 80, description: 'The last migration of the program that wrote it.' }),
  madeAt: Type.String({ maxLength: 40 }),
  tables: Type.Array(
    Type.Object({
      name: Type.String({ maxLength: 64 }),
      rows: Type.Integer({ minimum: 0 }),
      columns: Type.Array(Type.String({ maxLength: 64 }), { maxItems: 200 }),
      sha256: Type.String({ pattern: '^[0-9a-f]{64}$' }),
    }),
    { maxItems: 200 },
  ),
});
export type Manifest = Static<typeof Manifest>;
