// Where the program runs without an init: after a process that nobody has asked after, and as the first process of a container.
import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { chownSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { request } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, afterEach, expect, test } from '@jest/globals';
import { freePort, repositoryRoot } from '../../scripts/private-database.mjs';

const folder = mkdtempSync(join(tmpdir(), 'kettle-container-'));
const started: ChildProcess[] = [];
afterEach(() => {
  for (const child of started.splice(0)) child.kill('SIGKILL');
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** What a child writes, up to a line that meets a pattern. */
const says = async (child: ChildProcess, pattern: RegExp): Promise<RegExpExecArray> => {
  let said = '';
  for await (const chunk of child.stdout!) {
    said += String(chunk);
    const found = pattern.exec(said);
    if (found) return found;
  }
  throw new Error(`It ended without that:\n${said}`);
};

test('a start that was killed and not asked after does not hold its workspace', async () => {
  const data = join(folder, 'held');
  const held = join(folder, 'hold.mjs');
  writeFileSync(
    held,
    `import { take, whoRuns } from '${repositoryRoot}/scripts/workspace.mjs';
     if (process.argv[2] === 'take') { take(${JSON.stringify(data)}); console.log('taken ' + process.pid); setInterval(() => {}, 1000); }
     else console.log(JSON.stringify([whoRuns(${JSON.stringify(data)})?.pid ?? null, take(${JSON.stringify(data)})]));`,
  );
  // Its parent becomes a program that never asks after its children.
  const parent = spawn('sh', ['-c', `'${process.execPath}' '${held}' take & exec sleep 600`], { stdio: ['ignore', 'pipe', 'inherit'] }); // prettier-ignore
  started.push(parent);
  const pid = Number((await says(parent, /taken (\d+)/))[1]);
  const look = () => JSON.parse(spawnSync(process.execPath, [held, 'look'], { encoding: 'utf8' }).stdout) as [number | null, boolean]; // prettier-ignore
  expect(look()).toEqual([pid, false]);
  process.kill(pid, 'SIGKILL');
  for (;;) {
    const state = spawnSync('cat', [`/proc/${pid}/stat`], { encoding: 'utf8' }).stdout;
    if (/\) Z /.test(state)) break;
  }
  expect(look()).toEqual([null, true]);
});

const mayIsolate = process.getuid?.() === 0 && spawnSync('unshare', ['--pid', '--fork', '--mount', '--mount-proc', 'true']).status === 0; // prettier-ignore
// Rights to make namespaces are root's: elsewhere this cannot be tried.
const isolated = mayIsolate ? test : test.skip;

isolated('as the first process of a container, read only but for its data, as a user without a name', async () => {
  const data = join(folder, 'data');
  const temporary = join(folder, 'tmp');
  const [uid, port] = [54_321, await freePort()];
  for (const place of [data, temporary]) {
    mkdirSync(place);
    chownSync(place, uid, 0);
  }
  // Under names that anybody may walk to, wherever the folders really are.
  const script = `set -e
    mount --make-rprivate /
    mount -t tmpfs -o mode=755 none /mnt
    mkdir /mnt/kettle /mnt/data /mnt/tmp
    mount --bind '${repositoryRoot}' /mnt/kettle
    mount --bind '${data}' /mnt/data
    mount --bind '${temporary}' /mnt/tmp
    mount -o remount,bind,ro /mnt/kettle
    mount -o remount,bind,ro /
    cd /mnt/kettle
    export TMPDIR=/mnt/tmp HOME=/nowhere; unset USER LOGNAME
    exec setpriv --pdeathsig KILL --reuid ${uid} --regid 0 --clear-groups --no-new-privs '${process.execPath}' scripts/start.mjs own --data /mnt/data --port ${port}`;
  const start = async (): Promise<ChildProcess> => {
    const child = spawn('unshare', ['--pid', '--fork', '--kill-child', '--mount', '--mount-proc', 'bash', '-c', script], { stdio: ['ignore', 'pipe', 'inherit'], env: { ...process.env, NODE_OPTIONS: '' } }); // prettier-ignore
    started.push(child);
    await says(child, /Cold Kettle is ready/);
    return child;
  };
  const workspace = (): Promise<string> =>
    new Promise((resolve, reject) => {
      const asked = request({ host: '127.0.0.1', port, path: '/api/health', agent: false }, (response) => {
        let text = '';
        response.on('data', (chunk: Buffer) => (text += chunk.toString()));
        response.on('end', () => resolve(text));
      });
      asked.on('error', reject);
      asked.end();
    });
  const first = await start();
  expect(await workspace()).toContain('"own"');
  // Killed as containers are; what it left behind does not hold the next one up.
  const over = once(first, 'exit');
  first.kill('SIGKILL');
  await over;
  await start();
  expect(await workspace()).toContain('"own"');
});
