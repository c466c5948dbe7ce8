import js from '@eslint/js';
import { defineConfig, globalIgnores } from 'eslint/config';
import prettier from 'eslint-config-prettier';
import regexp from 'eslint-plugin-regexp';
import reactHooks from 'eslint-plugin-react-hooks';
import globals from 'globals';
import ts from 'typescript-eslint';

/** Bans imports of whole layers; the dependency rule itself is drawn in docs/architecture.md. */
const ban = (files, group, message) => ({
  files,
  rules: { '@typescript-eslint/no-restricted-imports': ['error', { patterns: [{ group, message }] }] },
});

export default defineConfig(
  globalIgnores([
    '**/dist/**',
    '**/node_modules/**',
    '.data/**',
    '.cache/**',
    'server/src/ground/db/migrations/**',
    '**/test-results/**',
    '**/playwright-report/**',
  ]),
  js.configs.recommended,
  ts.configs.recommended,
  reactHooks.configs.flat['recommended-latest'],
  prettier,
  {
    files: ['*/src/**', 'scripts/**'],
    // Patterns meet texts from strangers: none may take a time that grows faster than the text.
    plugins: { regexp },
    rules: {
      'regexp/no-super-linear-backtracking': ['error', { report: 'potential' }],
      'regexp/no-super-linear-move': ['error', { report: 'potential', ignoreSticky: false, ignorePartial: false }],
    },
  },
  { languageOptions: { globals: { ...globals.node } } },
  { files: ['web/**'], languageOptions: { globals: { ...globals.browser } } },
  {
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'no-console': 'error',
      // The virtual list hands out functions that no compiler may keep; none is used here.
      'react-hooks/incompatible-library': 'off',
      eqeqeq: ['error', 'always', { null: 'ignore' }],
    },
  },
  {
    files: ['scripts/**', 'docs/examples/**', 'e2e/**', '**/bench/**', 'web/test/setup.ts'],
    rules: { 'no-console': 'off' },
  },
  ban(
    ['core/src/**'],
    [
      'express',
      'react',
      'react-*',
      'drizzle-orm',
      'drizzle-orm/**',
      'mysql2',
      'node:*',
      '@kettle/**',
      '**/server/**',
      '**/web/**',
      '**/contract/**',
    ],
    'core is computation only: no I/O, no framework, no other layer.',
  ),
  ban(
    ['contract/src/**'],
    [
      'express',
      'react',
      'react-*',
      'drizzle-orm',
      'mysql2',
      'node:*',
      '@kettle/server/**',
      '@kettle/web/**',
      '@kettle/demo/**',
    ],
    'contract knows core only.',
  ),
  ban(
    ['web/src/**'],
    [
      'express',
      'drizzle-orm',
      'drizzle-orm/**',
      'mysql2',
      'node:*',
      '@kettle/server/**',
      '@kettle/demo/**',
      '**/server/**',
    ],
    'web talks to the server through the contract.',
  ),
  ban(
    ['server/src/**'],
    ['react', 'react-*', '@kettle/web/**', '**/web/src/**'],
    'the server knows no interface code.',
  ),
);
