// The worked examples for keys do what they say, with the least key that may.
import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { Role } from '@kettle/contract/people';
import { repositoryRoot } from '../../scripts/private-database.mjs';
import { inviteOwner } from '../src/capabilities/people/links.ts';
import { startProgram, type Program } from './program.ts';

let program: Program;
let cookie = '';
const folder = mkdtempSync(join(tmpdir(), 'kettle examples '));
beforeAll(async () => {
  program = await startProgram({ kind: 'demo', team: { origin: null, secure: false } });
  const invitation = (await inviteOwner(program.database, false))!;
  const joined = await program.call('POST', '/api/join', { invitation, name: 'Olga', login: 'olga', password: 'correct horse battery staple' }); // prettier-ignore
  cookie = String(joined.headers['set-cookie']).split(';')[0]!;
});
afterAll(async () => {
  await program.stop();
  rmSync(folder, { recursive: true, force: true });
});

const as = <T>(method: string, path: string, body?: unknown) => program.call<T>(method, path, body, { cookie });
const run = async (name: string, role: Role, ...words: string[]): Promise<{ status: number | null; said: string }> => {
  const { json } = await as<{ token: string }>('POST', '/api/tokens', { name, role, ends: '2027-01-01' });
  const child = spawn(process.execPath, [join(repositoryRoot, 'docs', 'examples', name), ...words], {
    env: { ...process.env, NODE_OPTIONS: '', KETTLE: `http://127.0.0.1:${program.port}`, KEY: json.token },
  });
  let said = '';
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk: Buffer) => (said += chunk.toString()));
  const status = await new Promise<number | null>((resolve) => child.once('close', resolve));
  return { status, said };
};

test('a reader’s key takes a list away, and nothing more', async () => {
  const file = join(folder, 'finds.csv');
  const taken = await run('take-a-list-away.mjs', 'reader', 'quayside', 'price=18..45&units=100..', file);
  const { json } = await as<{ count: number }>('GET', '/api/marketplaces/quayside/sift?price=18..45&units=100..&rows=1'); // prettier-ignore
  expect(taken).toEqual({ status: 0, said: `The list is in ${file}.\n` });
  expect(readFileSync(file, 'utf8').match(/^QS\w{6},/gm)).toHaveLength(json.count);
  const readings = join(folder, 'today.csv');
  writeFileSync(readings, 'Listing code,Date,Price,Rank\nQS0049G9,2026-05-02,31.50,120\n');
  expect(await run('bring-readings.mjs', 'reader', 'quayside', readings)).toMatchObject({ status: 1, said: expect.stringContaining('for people who may more') }); // prettier-ignore
  expect(await run('bring-readings.mjs', 'member', 'quayside', readings)).toEqual({ status: 0, said: expect.stringMatching(/1 reading/) }); // prettier-ignore
});

test('a helper’s key answers questions; what is answered already is left and told', async () => {
  const { json } = await as<{ id: number }>('POST', '/api/marketplaces/quayside/candidates', { name: 'Press', anchor: 'QS0049G9', rivals: [] }); // prettier-ignore
  const file = join(folder, 'answers.txt');
  writeFileSync(file, `${json.id};no-patent;pass;two registers\n${json.id};different;yes;felt feet\n`);
  expect(await run('answer-questions.mjs', 'helper', file)).toEqual({ status: 0, said: `${json.id} no-patent: pass\n${json.id} different: yes\n` }); // prettier-ignore
  expect((await run('answer-questions.mjs', 'helper', file)).said).toContain('no-patent: answered already, “pass”.');
  writeFileSync(file, `${json.id};no-patent;perhaps;\n`);
  expect((await run('answer-questions.mjs', 'helper', file)).status).toBe(1);
});
