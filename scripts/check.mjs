// For whoever is changing something: lint, types and the unit tests of what changed against a commit (HEAD unless named).
import { spawn, spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { installTestPackages } from './install.mjs';
import { repositoryRoot as root } from './private-database.mjs';

await installTestPackages();
const base = process.argv[2] ?? 'HEAD';
const git = (...words) =>
  spawnSync('git', words, { cwd: root, encoding: 'utf8' })
    .stdout.split('\n')
    .filter((file) => file !== '' && existsSync(join(root, file)));
const changed = [
  ...new Set([...git('diff', '--name-only', base), ...git('ls-files', '--others', '--exclude-standard')]),
];
const code = changed.filter((file) => /\.(m?[jt]s|tsx|cjs)$/.test(file));
const tool = (...path) => join(root, 'node_modules', ...path);

const started = Date.now();
const run = (name, args, env = {}) =>
  new Promise((resolve) => {
    const since = Date.now();
    const child = spawn(process.execPath, args, { cwd: root, env: { ...process.env, ...env } });
    let said = '';
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => (said += chunk));
    child.once('close', (status) => {
      console.log(`── ${name}: ${status === 0 ? 'passed' : 'FAILED'} in ${((Date.now() - since) / 1000).toFixed(1)} s`);
      if (status !== 0) console.log(said.trim());
      resolve(status === 0);
    });
  });
const touches = (...places) => code.some((file) => places.some((place) => file.startsWith(place)));
/** Types are kept between runs, so that only what changed is looked at again. */
const types = (name, project) =>
  run(name, [
    tool('typescript', 'bin', 'tsc'),
    '-p',
    project,
    '--incremental',
    '--tsBuildInfoFile',
    join(root, '.cache', `check-${name.replaceAll(' ', '-')}.tsbuildinfo`),
  ]);

const when = (wanted, check) => (wanted ? check() : true);
const results = await Promise.all([
  when(code.length > 0, () => run('lint', [tool('eslint', 'bin', 'eslint.js'), '--max-warnings', '0', ...code])),
  when(changed.length > 0, () =>
    run('formatting', [tool('prettier', 'bin', 'prettier.cjs'), '--check', '--ignore-unknown', ...changed]),
  ),
  when(touches('core/', 'contract/', 'server/', 'demo/', 'e2e/', 'scripts/'), () => types('types', 'tsconfig.json')),
  when(touches('core/', 'contract/', 'web/'), () => types('types of the interface', 'web/tsconfig.json')),
]);
results.push(
  await when(code.length > 0, () =>
    run(
      'unit tests of what changed',
      [tool('jest', 'bin', 'jest.js'), '--selectProjects', 'core', 'web', '--passWithNoTests', '--changedSince', base],
      { NODE_OPTIONS: '--experimental-vm-modules --no-warnings' },
    ),
  ),
);
console.log(`${code.length} changed files of code, ${((Date.now() - started) / 1000).toFixed(1)} s`);
process.exit(results.every(Boolean) ? 0 : 1);
