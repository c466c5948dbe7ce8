import { spawn } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, rmSync, statSync, writeFileSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { afterAll, expect, test } from '@jest/globals';
import { repositoryRoot } from '../../scripts/private-database.mjs';
import { fingerprintOf } from './faults/fingerprint.ts';
import { RealProgram } from './faults/program.ts';
import { endOf, MARKET, prepare, workOf } from './faults/work.ts';

const folder = mkdtempSync(join(tmpdir(), 'kettle copies '));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const file = join(folder, 'copy.sql.gz');

const run = (...words: string[]): Promise<{ code: number | null; said: string }> =>
  new Promise((resolve) => {
    const child = spawn(process.execPath, ['scripts/backup.mjs', ...words], { cwd: repositoryRoot });
    let said = '';
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (c: Buffer) => (said += c.toString()));
    child.once('close', (code) => resolve({ code, said }));
  });

test('a copy of a filled workspace, taken while it is open, gives the same figures back, in place and elsewhere', async () => {
  const program = new RealProgram(join(folder, 'one'), 'demo', 1000);
  await prepare(program);
  for (const round of [0, 1, 2, 3]) await endOf(program, await workOf(round).ask(program));
  const before = await program.withDatabase(fingerprintOf);
  const sheet = await program.call('GET', `${MARKET}/listings/QS0049G9`);
  expect(await run('backup', file, 'demo', '--data', program.data)).toMatchObject({
    code: 0,
    said: expect.stringContaining('Kept in'),
  });
  expect(statSync(file).mode & 0o777).toBe(0o600);
  const sql = gunzipSync(readFileSync(file)).toString();
  expect(sql).toContain('CREATE TABLE `listings`');
  const secret = (JSON.parse(readFileSync(join(program.data, 'secret.json'), 'utf8')) as { password: string }).password;
  expect(sql).not.toContain(secret);
  // A copy is not written over, and an open workspace not replaced.
  expect((await run('backup', file, 'demo', '--data', program.data)).code).toBe(2);
  expect(await run('restore', file, 'demo', '--data', program.data)).toMatchObject({
    code: 2,
    said: expect.stringContaining('Close it first'),
  });

  // Work that comes after the copy is not in it.
  await endOf(program, await workOf(1).ask(program));
  expect(await program.withDatabase(fingerprintOf)).not.toEqual(before);
  await program.stop();
  const restored = await run('restore', file, 'demo', '--data', program.data);
  expect(restored).toMatchObject({ code: 0 });
  expect(readdirSync(program.data)).toContain('database.before-1');
  expect(await program.withDatabase(fingerprintOf)).toEqual(before);
  expect(await program.call('GET', `${MARKET}/listings/QS0049G9`)).toEqual(sheet);
  await program.stop();

  const elsewhere = new RealProgram(join(folder, 'two'), 'demo', 1000);
  expect((await run('restore', file, 'demo', '--data', elsewhere.data)).code).toBe(0);
  expect(await elsewhere.withDatabase(fingerprintOf)).toEqual(before);
  await elsewhere.stop();
});

test('a file that is no copy, or cut short, leaves the workspace as it was', async () => {
  const data = join(folder, 'three');
  const cut = join(folder, 'cut.sql.gz');
  writeFileSync(cut, readFileSync(file).subarray(0, 20_000));
  const foreign = join(folder, 'foreign.sql.gz');
  writeFileSync(foreign, 'this is no copy');
  for (const wrong of [cut, foreign]) {
    const { code, said } = await run('restore', wrong, 'own', '--data', data);
    expect([code, said]).toEqual([1, expect.stringMatching(/cannot be read|could not be read|holds no workspace/)]);
    expect(readdirSync(data).filter((f) => f.startsWith('database') && statSync(join(data, f)).isDirectory())).toEqual(
      [],
    );
  }
  expect((await run('restore', join(folder, 'nothing'), 'own', '--data', data)).code).toBe(2);
  expect((await run('backup')).code).toBe(2);
  expect(existsSync(join(data, 'running.json'))).toBe(false);
}, 200_000);
