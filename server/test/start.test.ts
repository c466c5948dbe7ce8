import { afterEach, beforeAll, expect, jest, test } from '@jest/globals';
import { spawn, type ChildProcess } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { repositoryRoot } from '../../scripts/private-database.mjs';
import { freshSchema } from './program.ts';

jest.setTimeout(120_000);

interface Started {
  child: ChildProcess;
  said: () => string;
  ready: Promise<string>;
  exited: Promise<number | null>;
}
const running: ChildProcess[] = [];
const folders: string[] = [];

const folder = (): string => {
  const made = mkdtempSync(join(tmpdir(), 'kettle start '));
  folders.push(made);
  return made;
};

/** Runs the start command; ready with the address it prints. */
const start = (data: string, options: string[] = ['--port', '0'], env: Record<string, string> = {}): Started => {
  const child = spawn(process.execPath, ['scripts/start.mjs', 'own', '--data', data, ...options], {
    cwd: repositoryRoot,
    stdio: ['ignore', 'pipe', 'pipe'],
    env: { ...process.env, ...env },
  });
  running.push(child);
  let text = '';
  const exited = new Promise<number | null>((resolve) => child.once('exit', (code) => resolve(code)));
  const ready = new Promise<string>((resolve, reject) => {
    const hear = (chunk: Buffer): void => {
      text += chunk.toString();
      const found = /ready: (http:\/\/127\.0\.0\.1:\d+)/.exec(text);
      if (found) resolve(found[1]!);
    };
    child.stdout.on('data', hear);
    child.stderr.on('data', hear);
    void exited.then((code) => reject(new Error(`ended with ${code}: ${text}`)));
  });
  ready.catch(() => undefined);
  return { child, said: () => text, ready, exited };
};

/** Processes below one, by the system's own table. */
const descendants = (pid: number): number[] => {
  const parents = new Map<number, number>();
  for (const name of readdirSync('/proc'))
    if (/^\d+$/.test(name))
      try {
        const stat = readFileSync(`/proc/${name}/stat`, 'utf8');
        parents.set(Number(name), Number(stat.slice(stat.lastIndexOf(')') + 2).split(' ')[1]));
      } catch {
        // It ended while we looked.
      }
  const below = (of: number): number[] =>
    [...parents].filter(([, parent]) => parent === of).flatMap(([child]) => [child, ...below(child)]);
  return below(pid);
};
const isThere = (pid: number): boolean => {
  try {
    return !/^State:\s+Z/m.test(readFileSync(`/proc/${pid}/status`, 'utf8'));
  } catch {
    return false;
  }
};
/** Waits until the processes are gone; fails by the test's own time limit when they stay. */
const gone = async (pids: number[]): Promise<void> => {
  while (pids.some(isThere)) await new Promise((resolve) => setImmediate(resolve));
};

beforeAll(() => {
  process.env.LOG_LEVEL = 'silent';
});
afterEach(async () => {
  for (const child of running.splice(0)) {
    if (child.exitCode !== null || child.signalCode !== null) continue;
    child.kill('SIGTERM');
    await new Promise((resolve) => child.once('exit', resolve));
  }
  for (const made of folders.splice(0)) rmSync(made, { recursive: true, force: true });
});

test.each(['SIGINT', 'SIGTERM', 'SIGHUP'] as const)(
  '%s (Ctrl-C, a stop, a closed terminal) leaves no process and no lock behind',
  async (signal) => {
    const data = folder();
    const program = start(data);
    const address = await program.ready;
    expect(((await (await fetch(`${address}/api/health`)).json()) as { ok: boolean }).ok).toBe(true);
    const pids = descendants(program.child.pid!);
    expect(pids.length).toBeGreaterThanOrEqual(2);
    program.child.kill(signal);
    expect(await program.exited).toBe(0);
    await gone(pids);
    expect(existsSync(join(data, 'running.json'))).toBe(false);
  },
);

test('killed without a word, its database and server end with it, and the next start finds everything', async () => {
  const data = folder();
  const program = start(data);
  const address = await program.ready;
  const made = await fetch(`${address}/api/marketplaces`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ name: 'Harbour Lane', currency: 'USD', measures: 'imperial', copyFrom: null }),
  });
  expect(made.status).toBe(200);
  const pids = descendants(program.child.pid!);
  program.child.kill('SIGKILL');
  await program.exited;
  await gone(pids);
  expect(existsSync(join(data, 'running.json'))).toBe(true);
  const again = start(data);
  const found = (await (await fetch(`${await again.ready}/api/marketplaces`)).json()) as {
    marketplaces: { name: string }[];
  };
  expect(found.marketplaces.map((m) => m.name)).toEqual(['Harbour Lane']);
});

test('a crash of the server stops the database too, and says so', async () => {
  const program = start(folder());
  await program.ready;
  const pids = descendants(program.child.pid!);
  const server = pids.find((pid) => readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('server/src/main.ts'))!;
  process.kill(server, 'SIGKILL');
  expect(await program.exited).toBe(1);
  await gone(pids);
  expect(program.said()).toContain('The server stopped unexpectedly (SIGKILL)');
});

test('a crash of the database stops the server, and says so', async () => {
  const program = start(folder());
  await program.ready;
  const pids = descendants(program.child.pid!);
  process.kill(
    pids.find((pid) => readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('mariadbd'))!,
    'SIGKILL',
  );
  expect(await program.exited).toBe(1);
  await gone(pids);
  expect(program.said()).toContain('The database stopped unexpectedly');
});

test('what a killed run left half-made is cleared away', async () => {
  const data = folder();
  mkdirSync(join(data, 'database.new-4194304', 'mysql'), { recursive: true });
  writeFileSync(join(data, 'database.pid'), '4194304\n');
  writeFileSync(join(data, 'running.json'), JSON.stringify({ pid: 4194304 }));
  const program = start(data);
  await program.ready;
  expect(program.said()).toContain('Removed a half-made database folder of an earlier run.');
  expect(readdirSync(data).filter((f) => f.startsWith('database.new'))).toEqual([]);
});

test('the same workspace cannot be opened twice at once', async () => {
  const data = folder();
  const first = start(data);
  await first.ready;
  const second = start(data);
  expect(await second.exited).toBe(3);
  expect(second.said()).toContain('already open in another window');
  expect((await fetch(`${await first.ready}/api/health`)).status).toBe(200);
});

test('a port that is taken: the next one is used and said', async () => {
  const other = createServer();
  await new Promise<void>((resolve) => other.listen(0, '127.0.0.1', resolve));
  const { port } = other.address() as AddressInfo;
  const program = start(folder(), ['--port', String(port)]);
  const address = await program.ready;
  expect(program.said()).toContain(`Port ${port} is taken; trying ${port + 1}.`);
  expect(Number(new URL(address).port)).toBeGreaterThan(port);
  other.close();
});

test('with KETTLE_DATABASE_URL no private database is started', async () => {
  const data = folder();
  const program = start(data, ['--port', '0'], { KETTLE_DATABASE_URL: await freshSchema() });
  const address = await program.ready;
  expect(((await (await fetch(`${address}/api/health`)).json()) as { ok: boolean }).ok).toBe(true);
  expect(existsSync(join(data, 'database'))).toBe(false);
  expect(
    descendants(program.child.pid!).some((pid) => readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('mariadbd')),
  ).toBe(false);
});

test('a way to start that there is not is refused with a sentence', async () => {
  const child = spawn(process.execPath, ['scripts/start.mjs', 'boil'], {
    cwd: repositoryRoot,
    stdio: ['ignore', 'ignore', 'pipe'],
  });
  let said = '';
  child.stderr.on('data', (c: Buffer) => (said += c.toString()));
  expect(await new Promise((resolve) => child.once('exit', resolve))).toBe(2);
  expect(said).toContain('"boil" is no way to start');
});
