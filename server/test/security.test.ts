import { createConnection } from 'node:net';
import { networkInterfaces } from 'node:os';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import mysql from 'mysql2/promise';
import type { Problem } from '@kettle/contract/shapes';
import { importCsv, csv, startProgram, type Program } from './program.ts';

let program: Program;
beforeAll(async () => {
  program = await startProgram();
  await program.call('POST', '/api/marketplaces', {
    name: 'Harbour Lane',
    currency: 'USD',
    measures: 'imperial',
    copyFrom: null,
  });
});
afterAll(() => program.stop());

const body = { name: 'Evil', currency: 'USD', measures: 'metric', copyFrom: null };

test.each(['evil.example', 'evil.example:80', '127.0.0.1.evil.example', '169.254.1.1'])(
  'a foreign Host "%s" gets nothing (DNS rebinding)',
  async (host) => {
    const answer = await program.call<Problem>('GET', '/api/marketplaces', undefined, { host });
    expect(answer.status).toBe(403);
    expect(answer.text).not.toContain('Harbour Lane');
  },
);

test.each([
  { origin: 'http://evil.example' },
  { origin: 'null' },
  { origin: 'http://127.0.0.1:1' },
  { 'sec-fetch-site': 'cross-site' },
  { 'sec-fetch-site': 'same-site' },
])('a change from another page is refused: %j', async (headers) => {
  expect(
    (await program.call('POST', '/api/marketplaces', body, headers as unknown as Record<string, string>)).status,
  ).toBe(403);
  const { text } = await program.call('GET', '/api/marketplaces');
  expect(text).not.toContain('Evil');
});

test('a form post, which needs no leave of the browser, is not taken as JSON', async () => {
  const answer = await program.call('POST', '/api/marketplaces', JSON.stringify(body), {
    'content-type': 'text/plain',
  });
  expect(answer.status).toBe(422);
});

test('its own pages may change things', async () => {
  const answer = await program.call(
    'POST',
    '/api/marketplaces',
    { ...body, name: 'Own One' },
    { origin: `http://127.0.0.1:${program.port}`, 'sec-fetch-site': 'same-origin' },
  );
  expect(answer.status).toBe(200);
});

test('the policy forbids foreign and inline script, frames and foreign connections', async () => {
  const { headers } = await program.call('GET', '/api/health');
  const policy = String(headers['content-security-policy']);
  for (const rule of [
    "default-src 'none'",
    "script-src 'self'",
    "connect-src 'self'",
    "frame-ancestors 'none'",
    "base-uri 'none'",
  ])
    expect(policy).toContain(rule);
  expect(policy).not.toMatch(/script-src[^;]*unsafe/);
  expect(headers['x-content-type-options']).toBe('nosniff');
  expect(headers['x-powered-by']).toBeUndefined();
});

test('bodies are limited', async () => {
  const answer = await program.call<Problem>('POST', '/api/marketplaces', { ...body, name: 'x'.repeat(2_000_000) });
  expect([answer.status, answer.json.type]).toEqual([413, '/problems/too-large']);
});

test('text of files is data: SQL and markup in it stay what they are', async () => {
  const title = `Robert'); DROP TABLE listings;-- <img src=x onerror=alert(1)>`;
  await importCsv(program, 'harbour-lane', 'listings', csv(['Code', 'Title'], ['AB12', title]));
  expect(
    (await program.call<{ listing: { title: string } }>('GET', '/api/marketplaces/harbour-lane/listings/AB12')).json
      .listing.title,
  ).toBe(title);
  expect(
    (
      await program.call<{ listings: unknown[] }>(
        'GET',
        `/api/marketplaces/harbour-lane/find?q=${encodeURIComponent("' or 1=1 -- %")}`,
      )
    ).json.listings,
  ).toEqual([]);
  expect((await program.call('GET', '/api/marketplaces/harbour-lane/listings/AB12/picture.svg')).text).not.toMatch(
    /script|onerror/,
  );
});

test('neither the program nor its database can be reached but through loopback', async () => {
  const others = Object.values(networkInterfaces())
    .flat()
    .filter((n) => n && !n.internal && n.family === 'IPv4')
    .map((n) => n!.address);
  const refused = (host: string, port: number): Promise<boolean> =>
    new Promise((resolve) => {
      const socket = createConnection({ host, port });
      socket.once('connect', () => (socket.destroy(), resolve(false)));
      socket.once('error', () => resolve(true));
    });
  const databasePort = Number(new URL(program.url).port);
  for (const host of others)
    for (const port of [program.port, databasePort]) expect(await refused(host, port)).toBe(true);
  expect(await refused('127.0.0.1', program.port)).toBe(false);
});

test('the database has one account that can be used, and it has a password', async () => {
  const connection = await mysql.createConnection(program.url);
  const [rows] = await connection.query<mysql.RowDataPacket[]>(
    "select User, Host, json_value(Priv, '$.authentication_string') as secret, json_value(Priv, '$.account_locked') as locked from mysql.global_priv",
  );
  await connection.end();
  expect(rows.filter((r) => r.locked !== 'true' && r.locked !== '1').map((r) => `${r.User}@${r.Host}`)).toEqual([
    'kettle@127.0.0.1',
  ]);
  expect(String(rows.find((r) => r.User === 'kettle')!.secret).length).toBeGreaterThan(20);
  const address = new URL(program.url);
  for (const user of ['root', 'kettle', ''])
    await expect(
      mysql.createConnection({ host: '127.0.0.1', port: Number(address.port), user, password: '' }),
    ).rejects.toMatchObject({ code: expect.stringMatching(/ACCESS_DENIED|HOST_NOT_PRIVILEGED/) });
});
