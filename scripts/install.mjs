// Brings a fresh machine to where the program runs: Debian's packages, npm's packages, the built interface.
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync, statSync } from 'node:fs';
import { join, relative } from 'node:path';
import { writeKept } from './kept-file.mjs';
import { diesWithParent, programPath, repositoryRoot as root } from './private-database.mjs';

/** Runs a command to its end without holding up this program, so that a stop is heard meanwhile; ends with this program. */
const run = async (command, args, { env, quiet = false } = {}) => {
  const words = [...diesWithParent(), command, ...args];
  const child = spawn(words[0], words.slice(1), {
    cwd: root,
    stdio: quiet ? ['ignore', 'ignore', 'pipe'] : ['ignore', 'inherit', 'inherit'],
    env: { ...process.env, ...env },
  });
  let said = '';
  child.stderr?.on('data', (chunk) => (said += chunk));
  const status = await new Promise((resolve, reject) => {
    child.once('error', reject);
    child.once('close', (code, signal) => resolve(signal ?? code));
  });
  if (status !== 0) throw new Error(`"${command} ${args.join(' ')}" ended with ${status}.${said && `\n${said}`}`);
};

/** Installs Debian packages whose program is missing; says in one sentence what is needed where it may not. */
export const installPrograms = async (programs) => {
  const missing = Object.entries(programs)
    .filter(([program]) => !programPath(program))
    .map(([, pack]) => pack);
  if (missing.length === 0) return;
  const isRoot = process.getuid?.() === 0;
  const mayBecomeRoot = !isRoot && programPath('sudo') && spawnSync('sudo', ['-n', 'true']).status === 0;
  if (!programPath('apt-get') || (!isRoot && !mayBecomeRoot))
    throw new Error(
      `Please install ${missing.join(' and ')} first (on Debian, as root: apt-get install ${missing.join(' ')}).`,
    );
  console.log(`Installing ${missing.join(' and ')} …`);
  const apt = (args) => {
    const [command, ...rest] = isRoot ? ['apt-get', ...args] : ['sudo', '-n', 'apt-get', ...args];
    return run(command, rest, {
      // No service begins because its program was installed.
      env: { DEBIAN_FRONTEND: 'noninteractive', RUNLEVEL: '1' },
      quiet: true,
    });
  };
  await apt(['update', '-q']);
  await apt(['install', '-y', '-q', '--no-install-recommends', ...missing]);
};

const stampOf = (files) => {
  const hash = createHash('sha256');
  // By their place in this folder: it may be seen under another name, as in a container.
  for (const file of files) hash.update(relative(root, file)).update(readFileSync(file));
  return hash.digest('hex');
};
const filesBelow = (dir) =>
  readdirSync(dir).flatMap((name) => {
    if (['node_modules', 'dist', 'test'].includes(name)) return [];
    const path = join(dir, name);
    return statSync(path).isDirectory() ? filesBelow(path) : [path];
  });

const markOf = (name) => join(root, '.cache', `${name}.stamp`);
/** Runs a step only when the files it depends on have changed since it last succeeded. */
const onceFor = async (name, files, isThere, step) => {
  if (isThere() && existsSync(markOf(name)) && readFileSync(markOf(name), 'utf8') === stampOf(files)) return;
  await step();
  mkdirSync(join(root, '.cache'), { recursive: true });
  writeKept(markOf(name), stampOf(files), 0o644);
};

const lockFile = join(root, 'package-lock.json');
/** What only tests need: where it is there, everything is. */
const TESTS_ALONE = join(root, 'node_modules', 'jest');
const TESTS_STAMP = 'packages-with-tests';

// Not `npm ci`: it refuses a lock file without the optional builds for other systems, which not every registry has.
// `--no-save` installs what the lock file says and leaves it as it is.
const npmInstall = (...more) =>
  run('npm', ['install', '--no-save', '--no-audit', '--no-fund', '--loglevel=error', ...more], {
    env: { PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD: '1' },
  });

/** Installs what tests, checks and benchmarks need as well. */
export const installTestPackages = () =>
  onceFor(
    TESTS_STAMP,
    [lockFile],
    () => existsSync(TESTS_ALONE),
    () => {
      console.log('Installing packages, those of the tests included …');
      return npmInstall();
    },
  );

/** Installs what the program itself needs. In a folder that has tests' packages these stay. */
export const installPackages = () =>
  existsSync(TESTS_ALONE)
    ? installTestPackages()
    : onceFor(
        'packages',
        [lockFile],
        () => existsSync(join(root, 'node_modules', 'express')),
        () => {
          console.log('Installing packages …');
          return npmInstall('--omit=dev');
        },
      );

export const buildInterface = () =>
  onceFor(
    'interface',
    [
      ...['web', 'core', 'contract'].flatMap((dir) => filesBelow(join(root, dir))),
      join(root, 'package-lock.json'),
    ].sort(),
    () => existsSync(join(root, 'web', 'dist', 'index.html')),
    async () => {
      console.log('Building the interface …');
      const fresh = join(root, '.cache', `interface-${process.pid}`);
      await run(process.execPath, [
        join(root, 'node_modules', 'vite', 'bin', 'vite.js'),
        'build',
        'web',
        '--logLevel',
        'warn',
        '--emptyOutDir',
        '--outDir',
        fresh,
      ]);
      // Under its name only once it is whole: another start may be serving, or building, it at this moment.
      const dist = join(root, 'web', 'dist');
      const old = `${fresh}-old`;
      if (existsSync(dist)) renameSync(dist, old);
      if (existsSync(dist)) rmSync(fresh, { recursive: true, force: true });
      else renameSync(fresh, dist);
      rmSync(old, { recursive: true, force: true });
    },
  );
