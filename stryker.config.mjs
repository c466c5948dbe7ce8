/** Changes the money's code in small ways and looks whether a test notices: `npm run mutants`. */
export default {
  testRunner: 'jest',
  testRunnerNodeArgs: ['--experimental-vm-modules', '--no-warnings'],
  jest: { projectType: 'custom', configFile: 'jest.core.config.mjs', enableFindRelatedTests: true },
  coverageAnalysis: 'perTest',
  concurrency: 2,
  mutate: [
    'core/src/costing/**/*.ts',
    'core/src/fees/**/*.ts',
    'core/src/score/**/*.ts',
    '!core/src/score/starter-scoresheet.ts',
    'core/src/money/**/*.ts',
    'core/src/estimate/blend.ts',
    'core/src/estimate/stock-counts.ts',
  ],
  // Words are read by people, not by tests.
  mutator: { excludedMutations: ['StringLiteral'] },
  ignorePatterns: ['web', 'server', 'e2e', 'docs/screenshots', '.data', '.cache'],
  reporters: ['progress-append-only', 'clear-text', 'json'],
  jsonReporter: { fileName: '.cache/mutants.json' },
  clearTextReporter: { allowColor: false, logTests: false, reportTests: false, reportMutants: true },
  tempDirName: '.cache/mutants',
  timeoutMS: 60_000,
  allowEmpty: false,
};
