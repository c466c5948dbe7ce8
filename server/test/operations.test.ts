// How the program is run: health, readiness, metrics, numbers of requests; servers behind a proxy that stop without an error.
import { mkdtempSync, rmSync } from 'node:fs';
import { once } from 'node:events';
import { request as httpRequest } from 'node:http';
import { createConnection, type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { Change } from '@kettle/contract/people';
import { drain, Life } from '../src/roof/app/life.ts';
import { makeServer } from '../src/roof/app/server.ts';
import { freshSchema, startProgram, type Program } from './program.ts';
import { Browser, joined } from './several/browser.ts';
import { Proxy } from './several/proxy.ts';
import { ServerProcess } from './several/server-process.ts';

describe('what is told of a running server', () => {
  let program: Program;
  beforeAll(async () => {
    program = await startProgram({ kind: 'demo', listings: 1000 });
  });
  afterAll(() => program.stop());

  test('it is well and takes work', async () => {
    expect((await program.call('GET', '/api/health')).json).toEqual({ ok: true, workspace: 'demo' });
    expect((await program.call('GET', '/api/ready')).json).toEqual({ ready: true, node: 0, jobs: 0 });
  });

  test('a request has the number that a proxy gave it, or one of its own; what is no number is not taken over', async () => {
    const of = async (given?: string) =>
      (await program.call('GET', '/api/health', undefined, given === undefined ? {} : { 'x-request-id': given }))
        .headers['x-request-id'];
    expect(await of('0123456789abcdef')).toBe('0123456789abcdef');
    expect(await of()).toMatch(/^[0-9a-f-]{36}$/);
    expect(await of('<script>alert(1)</script>')).toMatch(/^[0-9a-f-]{36}$/);
  });

  // The rules are those of OpenMetrics 1.0, sections "Overall structure", "MetricFamily" and "Counter" (read from memory).
  test('metrics are OpenMetrics text: families with kind and help, counters in _total, one end, no sample without a family', async () => {
    await program.call('GET', '/api/marketplaces/quayside/sift?rows=1');
    await program.call('GET', '/api/marketplaces/quayside/sift?rows=2');
    await program.call('GET', '/api/nowhere');
    const { headers, text } = await program.call('GET', '/api/metrics');
    expect(headers['content-type']).toMatch(/^application\/openmetrics-text; version=1\.0\.0; charset=utf-8/);
    expect(text.endsWith('# EOF\n')).toBe(true);
    const lines = text.split('\n').slice(0, -2);
    const kinds = new Map<string, string>();
    const samples = new Map<string, number>();
    for (const line of lines) {
      const kind = /^# TYPE (\w+) (\w+)$/.exec(line);
      if (kind) {
        expect(kinds.has(kind[1]!)).toBe(false);
        kinds.set(kind[1]!, kind[2]!);
      }
      if (line.startsWith('#')) continue;
      const sample = /^(\w+)(\{(?:[^"}]|"[^"]*")*\})? (\S+)$/.exec(line)!;
      expect(Number.isFinite(Number(sample[3]))).toBe(true);
      const family = sample[1]!.replace(/_(total|bucket|sum|count)$/, '');
      const kindOf = kinds.get(family) ?? kinds.get(sample[1]!);
      expect([line, kindOf]).not.toEqual([line, undefined]);
      if (kindOf === 'counter') expect(sample[1]).toMatch(/_total$/);
      samples.set(`${sample[1]}${sample[2] ?? ''}`, Number(sample[3]));
    }
    const sift = 'method="GET",route="/api/marketplaces/{marketplace}/sift"';
    expect(samples.get(`kettle_requests_total{${sift},status="200"}`)).toBe(2);
    expect(samples.get('kettle_requests_total{method="GET",route="unknown",status="404"}')).toBe(1);
    expect(samples.get(`kettle_request_seconds_count{${sift}}`)).toBe(2);
    expect(samples.get('kettle_sift_index_listings{marketplace="quayside"}')).toBeGreaterThan(100);
    expect(samples.get('kettle_sift_index_age_seconds{marketplace="quayside"}')).toBeGreaterThanOrEqual(0);
    expect(samples.get('kettle_jobs{state="queued"}')).toBe(0);
    expect(samples.get('kettle_database_cluster_nodes')).toBe(0);
  });
});

describe('a server that is told to stop', () => {
  test('finishes what it has begun, takes nothing new, and ends well', async () => {
    const server = new ServerProcess({ KETTLE_DATABASE_URL: await freshSchema(), KETTLE_WORKSPACE: 'own' });
    await server.start();
    const call = (path: string, body?: string) =>
      fetch(`http://127.0.0.1:${server.port}${path}`, body === undefined ? {} : { method: 'POST', body, headers: { 'content-type': 'application/json' } }); // prettier-ignore
    const made = await call('/api/marketplaces', JSON.stringify({ name: 'Pier', currency: 'EUR', measures: 'metric', copyFrom: null })); // prettier-ignore
    expect(made.status).toBe(200);
    const file = 'Listing code,Title,Price\nA1,One,12.50\nA2,Two,13.50\n';
    // A file of which one half has been sent.
    const sent = httpRequest({
      host: '127.0.0.1',
      port: server.port,
      method: 'POST',
      path: '/api/marketplaces/pier/imports/listings/preview?name=a.csv',
      headers: { 'content-type': 'text/csv', 'content-length': Buffer.byteLength(file), expect: '100-continue' },
    });
    const answer = new Promise<{ status: number; text: string }>((resolve, reject) => {
      sent.on('error', reject);
      sent.on('response', (response) => {
        let text = '';
        response.on('data', (chunk: Buffer) => (text += chunk.toString()));
        response.on('end', () => resolve({ status: response.statusCode!, text }));
      });
    });
    await new Promise<void>((resolve) => {
      sent.once('continue', () => resolve());
      sent.flushHeaders();
    });
    sent.write(file.slice(0, 20));
    const over = server.stop();
    for (;;)
      try {
        await call('/api/ready');
      } catch {
        break;
      }
    sent.end(file.slice(20));
    const { status, text } = await answer;
    expect([status, (JSON.parse(text) as { rows?: unknown[] }).rows?.length ?? text]).toEqual([200, expect.anything()]);
    expect(await over).toBe(0);
  });
});

test('a line that a browser opened ahead, and never asked anything on, holds no stop up', async () => {
  const life = new Life();
  const server = makeServer((_, response) => response.end('here'));
  server.listen(0, '127.0.0.1');
  await once(server, 'listening');
  const ahead = createConnection({ host: '127.0.0.1', port: (server.address() as AddressInfo).port });
  await once(ahead, 'connect');
  let told = 0;
  life.onLeaving(() => told++);
  // Were it waited for, this would never end.
  await drain(server, life, 2 ** 30);
  expect([life.leaving, told]).toEqual([true, 1]);
  ahead.destroy();
});

describe('two servers behind the proxy that ships', () => {
  const folder = mkdtempSync(join(tmpdir(), 'kettle-proxy-'));
  let proxy: Proxy;
  let servers: [ServerProcess, ServerProcess];
  let olga: Browser;
  let otto: Browser;
  const open: { stop: () => unknown }[] = [];
  beforeAll(async () => {
    proxy = await Proxy.make(folder);
    const env = {
      KETTLE_DATABASE_URL: await freshSchema(),
      KETTLE_WORKSPACE: 'demo',
      KETTLE_LISTINGS: '300',
      KETTLE_TEAM: '1',
      KETTLE_ADDRESS: proxy.origin,
    };
    servers = [new ServerProcess(env), new ServerProcess(env)];
    open.push(...servers, proxy);
    await servers[0].start();
    const [, invitation] = await servers[0].says(/\/join\/(\S+)/);
    await servers[1].start();
    await proxy.start(servers.map((s) => s.port));
    olga = await joined(proxy.origin, invitation!, 'olga');
    const { json } = await olga.ask<{ invitation: string }>('POST', '/api/invitations', { role: 'member' });
    otto = await joined(proxy.origin, json.invitation, 'otto');
    for (const browser of [olga, otto]) open.push({ stop: () => browser.close() });
  });
  afterAll(async () => {
    for (const one of open.toReversed()) await one.stop();
    rmSync(folder, { recursive: true, force: true });
  });

  test('a session begun at one is known at the other; its cookie goes over TLS alone; a foreign page changes nothing', async () => {
    const signed = await new Browser(proxy.origin).ask('POST', '/api/sign-in', {
      login: 'otto',
      password: 'correct horse battery staple',
    });
    expect(String(signed.headers['set-cookie'])).toMatch(/HttpOnly; Secure; SameSite=Strict/);
    for (let i = 0; i < 4; i++) expect((await olga.ask('GET', '/api/marketplaces')).status).toBe(200);
    const both = new Set(proxy.log().match(/127\.0\.0\.1:\d+$/gm)); // prettier-ignore
    expect([...both].sort()).toEqual(servers.map((s) => `127.0.0.1:${s.port}`).sort());
    const foreign = { origin: 'https://elsewhere.test' };
    expect((await olga.ask('POST', '/api/invitations', { role: 'owner' }, foreign)).status).toBe(403);
    expect((await new Browser(proxy.origin).ask('GET', '/api/marketplaces')).status).toBe(401);
  });

  test('what one changes arrives at the other through the proxy, on a line that it does not hold back', async () => {
    const heard: Change[] = [];
    const end = await olga.listen('/api/changes', (line) => {
      if (line.startsWith('data: {')) heard.push(JSON.parse(line.slice(6)) as Change);
    });
    await otto.ask('POST', '/api/marketplaces/quayside/watch', { text: 'QS0049G9' });
    for (const until = Date.now() + 30_000; heard.length === 0 && Date.now() < until;)
      await new Promise((resolve) => setTimeout(resolve, 20));
    end();
    expect(heard[0]).toMatchObject({ by: 'otto', what: 'POST /api/marketplaces/{marketplace}/watch' });
  });

  test('each server is stopped and started again, as for an upgrade, while two people work: nobody sees an error', async () => {
    const statuses: number[] = [];
    const faults: unknown[] = [];
    let done = false;
    const { json: made } = await olga.ask<{ id: number }>('POST', '/api/marketplaces/quayside/candidates', { anchor: 'QS0049G9', rivals: [] }); // prettier-ignore
    let version = 0;
    let kept = 0;
    const line = { kind: 'own', about: 'product', weight: null, change: '', amount: '', check: '', page: '' };
    const reads = async (): Promise<void> => {
      while (!done) statuses.push((await olga.ask('GET', '/api/marketplaces/quayside/sift?rows=5')).status);
    };
    const writes = async (): Promise<void> => {
      while (!done) {
        const document = { format: 'cold-kettle/brief', lines: [{ ...line, key: 'own-1', title: `Stiffer, ${kept}` }] };
        const answer = await otto.ask<{ version: number }>('PUT', `/api/candidates/${made.id}/brief`, { version, document }); // prettier-ignore
        statuses.push(answer.status);
        if (answer.status !== 200) faults.push(answer.json);
        version = answer.json?.version ?? version;
        kept++;
      }
    };
    const work = Promise.all([reads(), writes()]);
    for (const server of servers) {
      expect(await server.stop()).toBe(0);
      await server.start();
    }
    done = true;
    await work;
    expect(statuses.length).toBeGreaterThan(50);
    expect([statuses.filter((s) => s !== 200).length, faults[0]]).toEqual([0, undefined]);
  });
});
