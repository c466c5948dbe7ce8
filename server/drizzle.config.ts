import { defineConfig } from 'drizzle-kit';

export default defineConfig({
  dialect: 'mysql',
  schema: ['./server/src/db/schema/*.ts', './server/src/stand-ins/schema.ts'],
  out: './server/src/db/migrations',
});
