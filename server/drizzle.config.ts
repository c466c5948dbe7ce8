import { defineConfig } from 'drizzle-kit';

export default defineConfig({
  dialect: 'mysql',
  schema: ['./server/src/ground/db/schema/*.ts', './server/src/roof/stand-ins/schema.ts'],
  out: './server/src/ground/db/migrations',
});
