// Writes the JSON Schema of every document that people edit to docs/schemas: `npm run schemas`.
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import prettier from 'prettier';
import { DOCUMENTS } from '../core/src/documents/all.ts';
import { repositoryRoot } from './private-database.mjs';

export const schemaFolder = join(repositoryRoot, 'docs', 'schemas');

/** A schema as the file that is kept of it. */
export const schemaFile = (schema) =>
  prettier.format(JSON.stringify({ $schema: 'https://json-schema.org/draft/2020-12/schema', ...schema }), {
    parser: 'json',
    printWidth: 120,
  });

if (process.argv[1] === import.meta.filename) {
  mkdirSync(schemaFolder, { recursive: true });
  for (const [name, schema] of Object.entries(DOCUMENTS))
    writeFileSync(join(schemaFolder, `${name}.json`), await schemaFile(schema));
}
