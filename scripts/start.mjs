// Starts the program: `demo` (with the demo world), `own` (an empty workspace), `dev` (demo with hot reload).
// Options: --data DIR (where the workspace is kept), --inbox DIR (files there are taken in by themselves), --port N (first
// port tried), --listings N (size of the demo), --team (several people, who sign in), --owner-link (prints a link for one more
// owner), --address https://… (under which a proxy with
// TLS reaches it from outside; with --team alone).
import { spawn } from 'node:child_process';
import { join, resolve } from 'node:path';
import { buildInterface, installPackages, installPrograms } from './install.mjs';
import { databaseAddress, optionsOf, refuse } from './options.mjs';
import { diesWithParent, repositoryRoot as root, startDatabase } from './private-database.mjs';
import { whenStarterIsGone } from './process.mjs';
import { giveReserve, isFull, tendReserve } from './room.mjs';
import { folderOf, leave, take, tell, whoRuns } from './workspace.mjs';

/** What stopped by itself is started again, so often within so long; then something is wrong that starting does not mend. */
const MOST_RESTARTS = 3;
const WITHIN_MS = 10 * 60_000;
/** A stop that is not obeyed for this long is made one. */
const PATIENCE_MS = 20_000;
/** How long a database that has no room to start waits before it tries again. */
const ROOM_PAUSE_MS = 3_000;
const RESERVE_EVERY_MS = 1_000;
/** The server ended on purpose and has said why. */
const SAID_WHY = 78;

const {
  positionals,
  data: wished,
  inbox,
  port: firstPort,
  listings,
  team,
  ownerLink,
  address,
} = optionsOf(['data', 'inbox', 'port', 'listings', 'address'], ['team', 'owner-link']);
const mode = positionals[0] ?? 'own';
if (!['demo', 'own', 'dev'].includes(mode)) refuse(`"${mode}" is no way to start; there are demo, own and dev.`);
if (ownerLink && !team) refuse('--owner-link goes with --team: only there are there owners.');
if (address && !team) refuse('--address is for several people: it goes with --team, where everybody signs in.');
const ownAddress = databaseAddress();
const data = folderOf(mode, wished);

let database = null;
let opening = Promise.resolve();
let port = firstPort ?? 4173;
let stopping = false;
let wasReady = false;
const children = new Set();

const killAll = () => {
  for (const child of children) child.kill('SIGKILL');
  database?.kill();
};
const stop = async (code) => {
  if (stopping) {
    // Asked again: whatever hangs is ended without further waiting.
    killAll();
    return;
  }
  stopping = true;
  setTimeout(killAll, PATIENCE_MS).unref();
  for (const child of children) child.kill('SIGTERM');
  await Promise.all([...children].map((child) => child.over));
  // One that is just being started is waited for a while; after that it ends with this process.
  await Promise.race([opening, new Promise((resolve) => setTimeout(resolve, PATIENCE_MS / 2))]).catch(() => undefined);
  await database?.stop();
  leave(data);
  process.exit(code);
};
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stop(0));
whenStarterIsGone(() => void stop(0));

const restarts = [];
/** Whether something that died may be started once more. */
const mayRestart = () => {
  const now = Date.now();
  while (restarts.length > 0 && now - restarts[0] > WITHIN_MS) restarts.shift();
  return restarts.length < MOST_RESTARTS && restarts.push(now) > 0;
};

/** Starts a child and calls back when it ends by itself. */
const child = (command, args, env, onEnd) => {
  const words = [...diesWithParent(), command, ...args];
  const started = spawn(words[0], words.slice(1), {
    cwd: root,
    stdio: ['ignore', 'pipe', 'inherit'],
    env: { ...process.env, ...env },
    detached: true,
  });
  started.stdout.on('data', (chunk) => {
    process.stdout.write(chunk);
    // Started again, it answers where it did before.
    const found = /ready: http:\/\/127\.0\.0\.1:(\d+)/.exec(chunk.toString());
    if (found) {
      port = Number(found[1]);
      wasReady = true;
    }
  });
  started.over = new Promise((resolve) =>
    started.once('close', (code, signal) => {
      children.delete(started);
      resolve();
      if (!stopping) onEnd(signal ?? code);
    }),
  );
  children.add(started);
};

const startServer = () =>
  child(
    process.execPath,
    [...(mode === 'dev' ? ['--watch', '--watch-preserve-output'] : []), '--import', 'tsx', 'server/src/main.ts'],
    {
      NODE_ENV: mode === 'dev' ? 'development' : 'production',
      KETTLE_DATABASE_URL: ownAddress ?? database.url,
      KETTLE_WORKSPACE: mode === 'own' ? 'own' : 'demo',
      KETTLE_PORT: String(port),
      KETTLE_CACHE: join(data, 'cache'),
      KETTLE_COPIES: join(data, 'copies'),
      KETTLE_INBOX: inbox ? resolve(inbox) : join(data, 'inbox'),
      ...(listings ? { KETTLE_LISTINGS: String(listings) } : {}),
      ...(team ? { KETTLE_TEAM: '1' } : {}),
      ...(ownerLink ? { KETTLE_OWNER_LINK: '1' } : {}),
      ...(address ? { KETTLE_ADDRESS: address } : {}),
    },
    (how) => {
      if (how !== 0 && wasReady && isFull(data)) {
        console.error('The disk is full and the server stopped. Free some space: it starts again by itself.');
        return void setTimeout(() => stopping || startServer(), ROOM_PAUSE_MS);
      }
      if (how === 0 || how === SAID_WHY) return void stop(how === 0 ? 0 : 1);
      if (!mayRestart()) {
        console.error(`The server stopped unexpectedly (${how}) again and again; stopping everything.`);
        return void stop(1);
      }
      console.error(`The server stopped unexpectedly (${how}); starting it again.`);
      startServer();
    },
  );

/** Starts the database on a full disk with the help of the reserve, as often as it takes: starting mends this. */
const startWithoutRoom = async (atPort) => {
  console.error('The disk is full and the database stopped. Free some space: it starts again by itself.');
  giveReserve(data);
  while (!stopping)
    try {
      return await openDatabase(atPort);
    } catch (error) {
      if (!isFull(data)) {
        console.error(error.message);
        return stop(1);
      }
      await new Promise((resolve) => setTimeout(resolve, ROOM_PAUSE_MS));
    }
};

const openDatabase = async (atPort) => {
  opening = startDatabase(data, (sentence) => console.log(sentence), atPort);
  database = await opening;
  tell(data, { database: database.port });
  void database.exited.then(async () => {
    if (stopping) return;
    if (isFull(data)) return startWithoutRoom(database.port);
    if (!mayRestart()) {
      console.error('The database stopped unexpectedly again and again; stopping everything.');
      return stop(1);
    }
    console.error('The database stopped unexpectedly; starting it again.');
    try {
      await openDatabase(database.port);
    } catch (error) {
      console.error(error.message);
      await stop(1);
    }
  });
};

try {
  if (!take(data)) {
    const other = whoRuns(data);
    console.error(
      `This workspace is already open in another window (process ${other?.pid ?? 'unknown'}). Close that one, or choose another folder with --data.`,
    );
    process.exit(3);
  }
  if (!ownAddress) await installPrograms({ mariadbd: 'mariadb-server' });
  await installPackages();
  if (mode !== 'dev') await buildInterface();
  if (!ownAddress && !stopping) await openDatabase(0);
  // What a full disk took from it comes back when there is room.
  if (!ownAddress) setInterval(() => stopping || tendReserve(data), RESERVE_EVERY_MS).unref();
  if (!stopping) startServer();
  if (mode === 'dev' && !stopping)
    child(
      process.execPath,
      ['node_modules/vite/bin/vite.js', 'web', '--host', '127.0.0.1'],
      { KETTLE_PORT: String(port) },
      () => void stop(1),
    );
} catch (error) {
  const full = error.code === 'ENOSPC';
  if (!stopping)
    console.error(full ? 'The disk is full. Make room and start again; what was there before is kept.' : error.message);
  await stop(1);
}
