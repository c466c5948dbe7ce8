// Runs everything that must hold, from names and types to the browser, and adds up what passed and failed.
import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { buildInterface, installTestPackages, installPrograms } from './install.mjs';
import { programPath, repositoryRoot as root } from './private-database.mjs';

await installPrograms({
  mariadbd: 'mariadb-server',
  chromium: 'chromium',
  // Of the tests of several servers alone.
  nginx: 'nginx',
  rsync: 'rsync',
  ip: 'iproute2',
  openssl: 'openssl',
});
await installTestPackages();

const results = join(root, '.cache', 'results');
rmSync(results, { recursive: true, force: true });
mkdirSync(results, { recursive: true });
const tally = { passed: 0, failed: 0 };
const seconds = (since) => `${((Date.now() - since) / 1000).toFixed(1)} s`;

/** Runs a test runner, whose lines appear as they come. */
const run = (name, [command, ...args], env = {}) =>
  new Promise((resolve) => {
    console.log(`\n── ${name}`);
    const since = Date.now();
    const child = spawn(command, args, { cwd: root, stdio: 'inherit', env: { ...process.env, ...env } });
    child.once('close', (status) => {
      console.log(`── ${name}: ${status === 0 ? 'passed' : 'FAILED'} in ${seconds(since)}`);
      resolve(status === 0);
    });
  });
/** Runs a check aside and prints what it said when it has ended. */
const aside = (name, [command, ...args]) =>
  new Promise((resolve) => {
    const since = Date.now();
    const child = spawn(command, args, { cwd: root, stdio: ['ignore', 'pipe', 'pipe'] });
    let said = '';
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => (said += chunk));
    child.once('close', (status) => {
      console.log(`\n── ${name}: ${status === 0 ? 'passed' : 'FAILED'} in ${seconds(since)}\n${said}`.trimEnd());
      if (status === 0) tally.passed++;
      else tally.failed++;
      resolve();
    });
  });
/** Adds a runner's own figures; one that failed without any, was ended before it could tell them or ran nothing, counts as one failure. */
const count = (ok, file, read) => {
  const found = existsSync(file) ? read(JSON.parse(readFileSync(file, 'utf8'))) : { passed: 0, failed: 0 };
  tally.passed += found.passed;
  tally.failed += found.failed > 0 || (ok && found.passed > 0) ? found.failed : 1;
};
const node = (...args) => [process.execPath, ...args];
const tool = (...path) => join(root, 'node_modules', ...path);

const checks = [
  ['lint', node(tool('eslint', 'bin', 'eslint.js'), '.', '--max-warnings', '0')],
  ['types', node(tool('typescript', 'bin', 'tsc'), '-p', 'tsconfig.json')],
  ['types of the interface', node(tool('typescript', 'bin', 'tsc'), '-p', 'web/tsconfig.json')],
  ['formatting', node(tool('prettier', 'bin', 'prettier.cjs'), '--check', '--log-level', 'warn', '.')],
  ['unused code and packages', node(tool('knip', 'bin', 'knip.js'))],
  ['licences and makers of packages', node('scripts/packages.mjs')],
  [
    'layers',
    node(
      tool('dependency-cruiser', 'bin', 'dependency-cruise.mjs'),
      '--config',
      '.dependency-cruiser.cjs',
      'core/src',
      'contract/src',
      'server/src',
      'web/src',
      'demo/src',
    ),
  ],
];
/** Checks that need one core each, two at a time. */
const checkAll = () => {
  const next = async () => {
    for (let check = checks.shift(); check; check = checks.shift()) await aside(...check);
  };
  return Promise.all([next(), next()]);
};
const jestFile = join(results, 'jest.json');
const unitAndServer = async () => {
  const ok = await run(
    'unit and server tests',
    node(tool('jest', 'bin', 'jest.js'), '--json', `--outputFile=${jestFile}`),
    { NODE_OPTIONS: '--experimental-vm-modules --no-warnings', LOG_LEVEL: 'silent' },
  );
  count(ok, jestFile, (r) => ({ passed: r.numPassedTests, failed: r.numFailedTests + r.numRuntimeErrorTestSuites }));
};
const playwrightFile = join(results, 'playwright.json');
const browser = async () => {
  const ok = await run('browser tests', node(tool('@playwright', 'test', 'cli.js'), 'test'), {
    PLAYWRIGHT_JSON_OUTPUT_NAME: playwrightFile,
    CHROMIUM: programPath('chromium'),
  });
  count(ok, playwrightFile, ({ stats }) => ({ passed: stats.expected + stats.flaky, failed: stats.unexpected }));
};

const started = Date.now();
await checkAll();
// Built before: tests start the program, and must not build it beneath each other.
await buildInterface();
await unitAndServer();
// Not beside the tests that kill processes and freeze them: the browser is to see the program as its users do.
await browser();

console.log(`\nAll of it took ${seconds(started)}.`);
console.log(`${tally.passed} passed, ${tally.failed} failed`);
process.exit(tally.failed === 0 ? 0 : 1);
