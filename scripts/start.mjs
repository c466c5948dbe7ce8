// Starts the program: `demo` (with the demo world), `own` (an empty workspace), `dev` (demo with hot reload).
// Options: --data DIR (where the workspace is kept), --port N (first port tried), --listings N (size of the demo).
import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { buildInterface, installPackages, installPrograms } from './install.mjs';
import { diesWithParent, isAlive, repositoryRoot as root, startDatabase } from './private-database.mjs';

const { positionals, values: options } = parseArgs({
  allowPositionals: true,
  options: { data: { type: 'string' }, port: { type: 'string' }, listings: { type: 'string' } },
});
const mode = positionals[0] ?? 'own';
if (!['demo', 'own', 'dev'].includes(mode)) {
  console.error(`"${mode}" is no way to start; there are demo, own and dev.`);
  process.exit(2);
}
const data = resolve(options.data ?? process.env.KETTLE_DATA ?? join(root, '.data', mode === 'own' ? 'own' : 'demo'));
const running = join(data, 'running.json');

let database = null;
const children = [];
let stopping = false;
const stop = async (code) => {
  if (stopping) return;
  stopping = true;
  for (const child of children) if (child.exitCode === null) child.kill('SIGTERM');
  await Promise.all(
    children.map((child) =>
      child.exitCode !== null || child.signalCode ? null : new Promise((done) => child.once('exit', done)),
    ),
  );
  await database?.stop();
  if (existsSync(running) && JSON.parse(readFileSync(running, 'utf8')).pid === process.pid)
    rmSync(running, { force: true });
  process.exit(code);
};
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stop(0));

const child = (command, args, env) => {
  const words = [...diesWithParent(), command, ...args];
  const started = spawn(words[0], words.slice(1), {
    cwd: root,
    stdio: ['ignore', 'inherit', 'inherit'],
    env: { ...process.env, ...env },
    detached: true,
  });
  started.once('exit', (code, signal) => {
    if (!stopping)
      console.error(`The ${env.KETTLE_ROLE} stopped unexpectedly (${signal ?? code}); stopping everything.`);
    void stop(code === 0 ? 0 : 1);
  });
  children.push(started);
};

try {
  mkdirSync(data, { recursive: true, mode: 0o700 });
  if (existsSync(running)) {
    const other = JSON.parse(readFileSync(running, 'utf8'));
    if (other.pid !== process.pid && isAlive(other.pid)) {
      console.error(
        `This workspace is already open in another window (process ${other.pid}). Close that one, or choose another folder with --data.`,
      );
      process.exit(3);
    }
  }
  writeFileSync(running, JSON.stringify({ pid: process.pid }));
  if (!process.env.KETTLE_DATABASE_URL) installPrograms({ mariadbd: 'mariadb-server' });
  installPackages();
  if (mode !== 'dev') buildInterface();
  if (!process.env.KETTLE_DATABASE_URL) {
    database = await startDatabase(data, (sentence) => console.log(sentence));
    void database.exited.then(() => {
      if (!stopping) console.error('The database stopped unexpectedly; stopping everything.');
      void stop(1);
    });
  }
  const port = options.port ?? process.env.PORT ?? '4173';
  child(
    process.execPath,
    [...(mode === 'dev' ? ['--watch', '--watch-preserve-output'] : []), '--import', 'tsx', 'server/src/main.ts'],
    {
      KETTLE_ROLE: 'server',
      NODE_ENV: mode === 'dev' ? 'development' : 'production',
      KETTLE_DATABASE_URL: process.env.KETTLE_DATABASE_URL ?? database.url,
      KETTLE_WORKSPACE: mode === 'own' ? 'own' : 'demo',
      KETTLE_PORT: port,
      KETTLE_CACHE: join(data, 'cache'),
      ...(options.listings ? { KETTLE_LISTINGS: options.listings } : {}),
    },
  );
  if (mode === 'dev') {
    child(process.execPath, ['node_modules/vite/bin/vite.js', 'web', '--host', '127.0.0.1'], {
      KETTLE_ROLE: 'interface',
      KETTLE_PORT: port,
    });
  }
} catch (error) {
  console.error(error.message);
  await stop(1);
}
