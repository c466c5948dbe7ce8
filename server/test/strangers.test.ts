// What strangers may do where people sign in: every route, in every spelling of its address, on the server and through the proxy.
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { once } from 'node:events';
import { mkdtempSync } from 'node:fs';
import { Agent as HttpAgent, createServer, request as overHttp, type RequestOptions } from 'node:http';
import { Agent as HttpsAgent, request as overHttps } from 'node:https';
import { connect, type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import express, { type Request, type Response } from 'express';
import { sql } from 'drizzle-orm';
import { ACCESS, mayAsk, type Access } from '@kettle/contract/access';
import { ROLES, type Deed, type Role } from '@kettle/contract/people';
import { inviteOwner } from '../src/capabilities/people/links.ts';
import { atOnce } from '../src/ground/db/connection.ts';
import { marketplaces } from '../src/ground/db/schema.ts';
import { Api, isApiPath } from '../src/ground/http/api.ts';
import { actAs, actAsStranger } from '../src/ground/people/who.ts';
import { problemFrom } from '../src/ground/problems/problem.ts';
import { asStranger, gateOf, NOT_LOGGED } from '../src/roof/app/access.ts';
import { startProgram, type Program } from './program.ts';
import { until } from './until.ts';
import { Proxy } from './several/proxy.ts';

const PASSWORD = 'correct horse battery staple';
const AT_ONCE = 8;
type Asker = Role | 'stranger';
type Send = (method: string, path: string, cookie: string, headers?: Record<string, string>) => Promise<Reply>;
interface Reply {
  status: number;
  type: string;
  text: string;
}

let program: Program;
let proxy: Proxy;
const cookies: Record<Asker, string> = { stranger: '', reader: '', helper: '', member: '', owner: '' };

/** Every route with who may ask for it, and an address at which nothing is there. */
const ROUTES = (Object.entries(ACCESS) as [Access, readonly string[]][]).flatMap(([access, routes]) =>
  routes.map((route) => {
    const [method = '', path = ''] = route.split(' ');
    const address = path
      .replace('{marketplace}', 'nowhere')
      .replace('{ending}', 'csv')
      .replace(/\{\w+\}/g, '999999');
    return { route, method, address, access };
  }),
);
/** These end the sessions that the test works with, or leave a line open; tests of people ask for them one by one. */
const ASKED_ELSEWHERE = /sign-out|me\/password|archive|copies|changes$/;

const encoded = (text: string): string =>
  [...text].map((c) => (/\w/.test(c) ? `%${c.charCodeAt(0).toString(16)}` : c)).join('');
/** A stranger, and one role after the other: every route meets every role in some way, and a stranger in every way. */
const askersOf = (nth: number): readonly Asker[] => ['stranger', ROLES[nth % ROLES.length]!];

/** Other spellings of an address, none of which any route has. */
const SPELLINGS: Readonly<Record<string, (address: string) => string>> = {
  'upper case': (a) => a.toUpperCase(),
  'one capital': (a) => a.replace('/api', '/Api'),
  'a capital behind': (a) => `${a.slice(0, 5)}${a.charAt(5).toUpperCase()}${a.slice(6)}`,
  'doubled slash': (a) => `/${a}`,
  'doubled slash within': (a) => a.replace('/api/', '/api//'),
  backslash: (a) => a.replace('/api/', '/api\\'),
  'a dot': (a) => `/.${a}`,
  dots: (a) => `/x/..${a}`,
  'dots within': (a) => a.replace('/api/', '/api/x/../'),
  encoded: (a) => `/${encoded('api')}${a.slice(4)}`,
  'encoded twice': (a) => `/${encoded('api').replaceAll('%', '%25')}${a.slice(4)}`,
  'encoded slash': (a) => a.replace('/api/', '/api%2F'),
  'encoded slash twice': (a) => a.replace('/api/', '/api%252F'),
  'encoded dots': (a) => `/x/%2e%2e${a}`,
  'trailing slash': (a) => `${a}/`,
  'matrix parameters': (a) => a.replace('/api/', '/api;a=1/'),
};

const sender =
  (request: typeof overHttp, options: RequestOptions): Send =>
  (method, path, cookie, headers = {}) =>
    new Promise((resolve, reject) => {
      const isWriting = method !== 'GET' && method !== 'HEAD' && method !== 'OPTIONS';
      const sent = request(
        {
          ...options,
          method,
          path,
          headers: {
            ...options.headers,
            ...(cookie ? { cookie } : {}),
            ...(isWriting ? { 'content-type': 'application/json', 'content-length': '2' } : {}),
            ...headers,
          },
        },
        (response) => {
          let text = '';
          response.on('data', (chunk: Buffer) => (text += chunk.toString()));
          response.on('end', () => {
            const type = /"type":"([^"]*)"/.exec(text)?.[1] ?? '';
            resolve({ status: response.statusCode!, type, text });
          });
        },
      );
      sent.on('error', reject);
      sent.end(isWriting ? '{}' : undefined);
    });
const agents = [
  new HttpAgent({ keepAlive: true, maxSockets: AT_ONCE }),
  new HttpsAgent({ keepAlive: true, maxSockets: AT_ONCE, rejectUnauthorized: false }),
] as const;
let direct: Send;
let proxied: Send;

/** Runs an action for each, a few at a time. */
const forAll = async <T>(all: readonly T[], action: (one: T) => Promise<void>): Promise<void> => {
  const left = all.values();
  await Promise.all(
    Array.from({ length: AT_ONCE }, async () => {
      for (const one of left) await action(one);
    }),
  );
};

const isTurnedAway = ({ status, type }: Reply): boolean =>
  (status === 401 && type === '/problems/sign-in') || (status === 403 && type === '/problems/not-yours');
const mayAskAs = (asker: Asker, access: Access): boolean => mayAsk(asker === 'stranger' ? null : asker, access);

/** Who works here, and all that they changed. */
const state = async (): Promise<unknown> => {
  const tables = ['people', 'deeds', 'marketplaces', 'candidates', 'tokens', 'invitations', 'jobs', 'uploads'];
  const counts = tables.map((table) => `(select count(*) from ${table}) as ${table}`);
  return (await program.database.pool.promise().query(`select ${counts.join(', ')}`))[0];
};

beforeAll(async () => {
  proxy = await Proxy.make(mkdtempSync(join(tmpdir(), 'kettle-strangers-')));
  program = await startProgram({ team: { origin: proxy.origin, secure: true } });
  await proxy.start([program.port]);
  const cookieOf = (headers: Record<string, string | string[] | undefined>): string => String(headers['set-cookie']).split(';')[0]!; // prettier-ignore
  const join_ = async (invitation: string, login: string): Promise<string> =>
    cookieOf((await program.call('POST', '/api/join', { invitation, name: login, login, password: PASSWORD })).headers);
  cookies.owner = await join_((await inviteOwner(program.database, false))!, 'olga');
  for (const role of ['reader', 'helper', 'member'] as const) {
    const made = await program.call<{ invitation: string }>('POST', '/api/invitations', { role }, { cookie: cookies.owner }); // prettier-ignore
    cookies[role] = await join_(made.json.invitation, role);
  }
  direct = sender(overHttp, {
    host: '127.0.0.1',
    port: program.port,
    agent: agents[0],
    headers: { host: `127.0.0.1:${program.port}` },
  });
  const { host } = new URL(proxy.origin);
  proxied = sender(overHttps as typeof overHttp, {
    host: '127.0.0.1',
    port: proxy.port,
    agent: agents[1],
    headers: { host, origin: proxy.origin },
  });
});
afterAll(async () => {
  for (const agent of agents) agent.destroy();
  await proxy.stop();
  await program.stop();
});

describe('every route in other spellings of its address', () => {
  const throughBoth = [
    ['on the server', () => direct],
    ['through the proxy', () => proxied],
  ] as const;
  test.each(throughBoth)('is no route, %s, and changes nothing', async (_, send) => {
    const before = await state();
    const answered: string[] = [];
    const asked = ROUTES.flatMap((r, i) =>
      Object.entries(SPELLINGS).flatMap(([name, spelling], j) =>
        askersOf(i + j).map((asker) => ({ ...r, name, spelling, asker })),
      ),
    );
    expect(asked.length).toBeGreaterThan(ROUTES.length * 30);
    await forAll(asked, async ({ method, address, name, spelling, asker }) => {
      const { status, text } = await send()(method, spelling(address), cookies[asker]);
      if ((status !== 404 && status !== 400) || text.includes('<html'))
        answered.push(`${method} ${spelling(address)} (${name}) as ${asker}: ${status}`);
    });
    expect(answered).toEqual([]);
    expect(await state()).toEqual(before);
  });
});

describe('every route in other manners of asking', () => {
  /** Asks on a bare line, as old programs do. */
  const overHttp10 = async (method: string, address: string, cookie: string): Promise<Reply> => {
    const socket = connect(program.port, '127.0.0.1');
    await once(socket, 'connect');
    socket.write(`${method} ${address} HTTP/1.0\r\nHost: 127.0.0.1:${program.port}\r\n${cookie ? `Cookie: ${cookie}\r\n` : ''}\r\n`); // prettier-ignore
    let text = '';
    for await (const chunk of socket) text += String(chunk);
    return {
      status: Number(/^HTTP\/1\.\d (\d+)/.exec(text)?.[1]),
      type: /"type":"([^"]*)"/.exec(text)?.[1] ?? '',
      text,
    };
  };
  const MANNERS: Readonly<Record<string, (method: string, address: string, cookie: string) => Promise<Reply>>> = {
    'as it is': (m, a, c) => direct(m, a, c),
    'as it is through the proxy': (m, a, c) => proxied(m, a, c),
    'with an absolute address': (m, a, c) => direct(m, `http://127.0.0.1:${program.port}${a}`, c),
    'with an absolute address of another host': (m, a, c) => direct(m, `http://elsewhere.example${a}`, c),
    'with another method in a header': (m, a, c) =>
      direct(m, a, c, { 'x-http-method-override': 'GET', 'x-method-override': 'GET', 'x-http-method': 'GET' }),
    'with another address in a header': (m, a, c) =>
      direct(m, a, c, {
        'x-original-url': '/api/health',
        'x-rewrite-url': '/api/health',
        'x-forwarded-prefix': '/api',
      }),
    'over HTTP/1.0': (m, a, c) => overHttp10(m, a, c),
  };

  test('meets the same decision', async () => {
    const wrong: string[] = [];
    const asked = ROUTES.filter((r) => !ASKED_ELSEWHERE.test(r.address)).flatMap((r, i) =>
      Object.entries(MANNERS).flatMap(([name, send], j) =>
        (j === 0 ? (['stranger', ...ROLES] as const) : askersOf(i + j)).map((asker) => ({ ...r, name, send, asker })),
      ),
    );
    await forAll(asked, async ({ method, address, access, name, send, asker }) => {
      const reply = await send(method, address, cookies[asker]);
      if (isTurnedAway(reply) === mayAskAs(asker, access))
        wrong.push(`${method} ${address} ${name} as ${asker}: ${reply.status} ${reply.type}`);
    });
    expect(wrong).toEqual([]);
  });

  test('HEAD is decided as GET; OPTIONS and unknown methods find nothing', async () => {
    const wrong: string[] = [];
    const asked = ROUTES.filter((r) => !ASKED_ELSEWHERE.test(r.address)).flatMap((r) =>
      (['stranger', 'reader', 'owner'] as const).map((asker) => ({ ...r, asker })),
    );
    await forAll(asked, async ({ method, address, access, asker }) => {
      if (method === 'GET') {
        const { status } = await direct('HEAD', address, cookies[asker]);
        const isStopped = status === 401 || status === 403;
        if (isStopped === mayAskAs(asker, access)) wrong.push(`HEAD ${address} as ${asker}: ${status}`);
      }
      for (const other of ['OPTIONS', 'TRACE', 'PROPFIND']) {
        const { status } = await direct(other, address, cookies[asker]);
        if (status !== 404) wrong.push(`${other} ${address} as ${asker}: ${status}`);
      }
    });
    expect(wrong).toEqual([]);
  });

  test('what leaves the workspace whole is for owners alone', async () => {
    for (const address of ['/api/workspace/archive.zip', '/api/workspace/copies/x.zip', '/api/deeds', '/api/metrics'])
      for (const asker of ['stranger', 'reader', 'helper', 'member'] as const)
        expect([address, asker, isTurnedAway(await direct('GET', address, cookies[asker]))]).toEqual([address, asker, true]); // prettier-ignore
    expect(isTurnedAway(await direct('POST', '/api/workspace/archive?name=x', cookies.member))).toBe(true);
  });
});

describe('a route that forgot its guard', () => {
  test('is not served: the program does not start with a route that the table of access does not name', () => {
    const api = new Api(gateOf(null));
    expect(() => api.on('get', '/api/forgotten', async () => undefined)).toThrow('GET /api/forgotten is served');
  });

  test('finds that the database answers no stranger, in whatever way it asks', async () => {
    const { database } = program;
    const attempts: Record<string, () => unknown> = {
      'the query builder': () => database.db.select({ id: marketplaces.id }).from(marketplaces),
      'a change': () => database.db.insert(marketplaces).values({ id: 'x' } as never),
      'a transaction': () => atOnce(database, ({ db }) => db.execute(sql`select 1`)),
      'a statement': () => database.pool.promise().query('select 1'),
      'a prepared statement': () => database.pool.promise().execute('select 1'),
      'a connection': () => database.pool.promise().getConnection(),
      'a stream': () => database.pool.query('select 1').stream(),
      'a prepared stream': () => database.pool.execute('select 1'),
    };
    for (const [how, attempt] of Object.entries(attempts)) {
      const outcome = await actAsStranger(async () => attempt()).then(
        () => 'got through',
        (error: unknown) => problemFrom(error).type,
      );
      expect([how, outcome]).toEqual([how, '/problems/sign-in']);
    }
    // As a person the same is answered.
    const owner = { id: 1, name: 'olga', role: 'owner', token: null, session: 'x', needsFactor: false } as const;
    await expect(actAs(owner, async () => database.db.execute(sql`select 1`))).resolves.toBeDefined();
  });

  test('changes nothing, even behind the reading of a body', async () => {
    const app = express();
    app.use(asStranger);
    app.post('/api/forgotten', async (_: Request, response: Response) => {
      await program.database.db.update(marketplaces).set({ name: 'taken' });
      response.json({ ok: true });
    });
    const server = createServer(app).listen(0, '127.0.0.1');
    await once(server, 'listening');
    const { port } = server.address() as AddressInfo;
    const answer = await fetch(`http://127.0.0.1:${port}/api/forgotten`, { method: 'POST', body: '{"name":"x"}' });
    expect(answer.status).not.toBe(200);
    server.close();
  });
});

test('an address is the API’s however it is spelt, and a page’s otherwise', () => {
  for (const path of [
    '/api',
    '/API/x',
    '//api/x',
    '/./api',
    '/x/../api/y',
    '/%61pi/x',
    '/%2561pi',
    '/api;a=1/x',
    '/\\api\\x',
    '/api%2fx',
    '/api /x',
  ])
    // prettier-ignore
    expect([path, isApiPath(path)]).toEqual([path, true]);
  for (const path of ['/', '/quayside/sift', '/apiary', '/x/api', '/api-keys', '/assets/api.js', '/%'])
    expect([path, isApiPath(path)]).toEqual([path, false]);
});

describe('the log of changes', () => {
  test('shows every writing route that somebody asked for, whatever came of it', async () => {
    const writing = ROUTES.filter((r) => r.method !== 'GET' && !/sign-out|me\/password|sign-in|join|come-back/.test(r.address)); // prettier-ignore
    expect(writing.length).toBeGreaterThan(80);
    await program.database.pool.promise().query('delete from deeds');
    for (const { method, address } of writing) await direct(method, address, cookies.owner);
    const expected = writing.map((r) => r.route).filter((r) => !NOT_LOGGED.has(r));
    const allShown = async (): Promise<Set<string>> => {
      const shown = new Set<string>();
      for (let before = ''; ;) {
        const { json } = await program.call<Deed[]>('GET', `/api/deeds${before}`, undefined, { cookie: cookies.owner });
        if (json.length === 0) return shown;
        for (const { what } of json) shown.add(what);
        before = `?before=${json.at(-1)!.id}`;
      }
    };
    // Logged once the answer is out, so perhaps a moment later.
    const shown = await until(allShown, (all) => expected.every((r) => all.has(r)));
    expect(expected.filter((r) => !shown.has(r))).toEqual([]);
    expect([...shown].filter((r) => NOT_LOGGED.has(r))).toEqual([]);
    expect([...NOT_LOGGED].filter((r) => !ROUTES.some(({ route }) => route === r))).toEqual([]);
  });

  test('shows who signed in, joined, came back, signed out and chose another password', async () => {
    await program.database.pool.promise().query('delete from deeds');
    const as = (cookie: string, method: string, path: string, body: unknown) =>
      program.call<{ invitation: string }>(method, path, body, { cookie });
    const cookieOf = ({ headers }: { headers: Record<string, string | string[] | undefined> }): string =>
      String(headers['set-cookie']).split(';')[0]!;
    const { json } = await as(cookies.owner, 'POST', '/api/invitations', { role: 'reader' });
    const joined = cookieOf(await as('', 'POST', '/api/join', { invitation: json.invitation, name: 'Nora', login: 'nora', password: PASSWORD })); // prettier-ignore
    await as(joined, 'POST', '/api/sign-out', {});
    const signedIn = cookieOf(await as('', 'POST', '/api/sign-in', { login: 'nora', password: PASSWORD }));
    await as(signedIn, 'PUT', '/api/me/password', { old: PASSWORD, password: 'felt under a beech board' });
    await as(signedIn, 'POST', '/api/sign-out-everywhere', {});
    const byNora = async (): Promise<string[]> => {
      const { json: deeds } = await program.call<Deed[]>('GET', '/api/deeds', undefined, { cookie: cookies.owner });
      return deeds
        .filter((d) => d.by === 'Nora')
        .map((d) => d.what)
        .reverse();
    };
    expect((await until(byNora, (all) => all.length >= 5)).toSorted()).toEqual([
      'POST /api/join',
      'POST /api/sign-in',
      'POST /api/sign-out',
      'POST /api/sign-out-everywhere',
      'PUT /api/me/password',
    ]);
  });
});
