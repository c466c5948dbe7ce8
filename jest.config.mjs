const swc = {
  '^.+\\.(t|j)sx?$': [
    '@swc/jest',
    {
      jsc: {
        parser: { syntax: 'typescript', tsx: true },
        transform: { react: { runtime: 'automatic' } },
        target: 'es2022',
      },
      module: { type: 'es6' },
    },
  ],
};
const common = { rootDir: import.meta.dirname, extensionsToTreatAsEsm: ['.ts', '.tsx'], transform: swc };

export default {
  // Machines are shared: a limit is there to end what hangs, not to judge speed.
  testTimeout: 300_000,
  // The usual one less than the cores would leave half of a small machine idle.
  maxWorkers: 2,
  projects: [
    { ...common, displayName: 'core', testEnvironment: 'node', testMatch: ['<rootDir>/{core,demo}/test/**/*.test.ts'] },
    {
      ...common,
      displayName: 'server',
      testEnvironment: 'node',
      testMatch: ['<rootDir>/server/test/**/*.test.ts'],
      globalSetup: '<rootDir>/server/test/database-setup.mjs',
      globalTeardown: '<rootDir>/server/test/database-teardown.mjs',
    },
    {
      ...common,
      displayName: 'web',
      testEnvironment: '<rootDir>/web/test/env.mjs',
      setupFilesAfterEnv: ['<rootDir>/web/test/setup.ts'],
      testMatch: ['<rootDir>/web/test/**/*.test.tsx'],
      moduleNameMapper: { '\\.css$': '<rootDir>/web/test/empty.js' },
    },
  ],
};
