// Several people: who may ask for what, by a table of every route; sessions that cannot be fixed, stolen or replayed; keys; deeds.
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import pino from 'pino';
import { ACCESS } from '@kettle/contract/access';
import { routes } from '@kettle/contract/index';
import {
  type Change,
  type Deed,
  type Here,
  type Invitation,
  type Person,
  type Role,
  type Token,
  type Own,
} from '@kettle/contract/people';
import type { KeptOpinion } from '@kettle/contract/papers';
import type { Route } from '@kettle/contract/route';
import { contractPath } from '../src/ground/http/api.ts';
import { inviteOwner } from '../src/capabilities/people/links.ts';
import { makeApp } from '../src/roof/app/app.ts';
import { compose, endServices } from '../src/roof/app/compose.ts';
import { startProgram, type Program } from './program.ts';

/** What Express has registered: routes, and routers within routers. */
interface Layers {
  stack: { route?: { path: string; methods: Record<string, boolean> }; handle?: Partial<Layers> }[];
}
const routesIn = ({ stack }: Layers): string[] =>
  stack.flatMap(({ route, handle }) => [
    ...(route ? Object.keys(route.methods).map((m) => `${m.toUpperCase()} ${contractPath(route.path)}`) : []),
    ...(handle?.stack ? routesIn({ stack: handle.stack }) : []),
  ]);

/** A day on which a key may end. */
const SOON = new Date(Date.now() + 200 * 86_400_000).toISOString().slice(0, 10);
const PASSWORD = 'correct horse battery staple';
let program: Program;
/** The cookie of a person of each role. */
const cookies = {} as Record<Role, string>;
const ids = {} as Record<Role, number>;

const cookieOf = (headers: Record<string, string | string[] | undefined>): string => String(headers['set-cookie']).split(';')[0]!; // prettier-ignore
const as = <T = Record<string, never>>(cookie: string, method: string, path: string, body?: unknown) => program.call<T>(method, path, body, cookie === '' ? {} : { cookie }); // prettier-ignore
const signIn = (login: string, password = PASSWORD, cookie = '') =>
  as(cookie, 'POST', '/api/sign-in', { login, password });
const join = (invitation: string, login: string, name = login) => as('', 'POST', '/api/join', { invitation, name, login, password: PASSWORD }); // prettier-ignore

beforeAll(async () => {
  program = await startProgram({ kind: 'demo', team: { origin: null, secure: false } });
  const first = (await inviteOwner(program.database, false))!;
  cookies.owner = cookieOf((await join(first, 'olga', 'Olga')).headers);
  for (const role of ['reader', 'helper', 'member'] as const) {
    const { json } = await as<{ invitation: string }>(cookies.owner, 'POST', '/api/invitations', { role });
    cookies[role] = cookieOf((await join(json.invitation, role)).headers);
  }
  for (const p of (await as<Person[]>(cookies.owner, 'GET', '/api/people')).json) ids[p.role] = p.id;
});
afterAll(() => program.stop());

describe('who may ask for what', () => {
  /** Every route that the app answers, as the table of access writes it, wherever in the app it is registered. */
  const served = async (): Promise<string[]> => {
    const services = compose(program.database, program.url, pino({ level: 'silent' }), {}, { origin: null, secure: false }); // prettier-ignore
    const app = makeApp(services, pino({ level: 'silent' })) as unknown as { router: Layers };
    await endServices({ ...services, database: { ...services.database, close: async () => undefined } });
    return routesIn(app.router).filter((r) => r.includes(' /api'));
  };
  const all = Object.values(ACCESS).flat();

  test('every route of the contract, and every other that is answered, stands in the table once', async () => {
    const contract = Object.values(routes).flatMap((of) => Object.values<Route>(of as Record<string, Route>).map((r) => `${r.method.toUpperCase()} ${r.path}`)); // prettier-ignore
    const answered = await served();
    expect(answered.length).toBeGreaterThan(150);
    expect([...new Set([...contract, ...answered])].filter((r) => !all.includes(r))).toEqual([]);
    expect(all.filter((r, i) => all.indexOf(r) !== i)).toEqual([]);
    expect(all.filter((r) => !answered.includes(r))).toEqual([]);
  });

  test('a helper answers questions but does not remove a marketplace; pages bring nothing along to who is nobody', async () => {
    expect((await as(cookies.helper, 'DELETE', '/api/marketplaces/quayside')).text).toContain('a helper reads everything; answers questions'); // prettier-ignore
    expect((await as('', 'GET', '/')).text).not.toContain('Quayside');
    expect((await as(cookies.reader, 'GET', '/')).status).toBe(200);
  });
});

describe('sessions', () => {
  test('come by a cookie that no script reads and no other site sends, and are kept by their digest alone', async () => {
    const { headers } = await signIn('Olga');
    expect(headers['set-cookie']![0]).toMatch(
      /^kettle=[\w-]{43}; Max-Age=2592000; Path=\/; HttpOnly; SameSite=Strict$/,
    );
    const [rows] = await program.database.pool.promise().query('select digest from sessions');
    expect(JSON.stringify(rows)).not.toContain(cookieOf(headers).slice(7));
    expect((await as(cookieOf(headers), 'GET', '/api/people')).headers['cache-control']).toBe('no-store');
  });

  test('cannot be fixed: signing in gives another one, and the one that was brought is no longer any', async () => {
    const before = cookieOf((await signIn('olga')).headers);
    const after = cookieOf((await signIn('olga', PASSWORD, before)).headers);
    expect(after).not.toBe(before);
    expect((await as(before, 'GET', '/api/people')).status).toBe(401);
    expect((await as('kettle=chosen-by-somebody-else', 'GET', '/api/people')).status).toBe(401);
    expect((await signIn('olga', PASSWORD, 'kettle=chosen-by-somebody-else')).headers['set-cookie']).not.toContain(
      'chosen',
    );
  });

  test('are over once signed out, by themselves, everywhere, with another password, and with another role', async () => {
    const open = async (login: string): Promise<string> => cookieOf((await signIn(login)).headers);
    const status = async (cookie: string): Promise<number> => (await as(cookie, 'GET', '/api/people')).status;
    const [one, two, three] = [await open('reader'), await open('reader'), await open('reader')];
    await as(one, 'POST', '/api/sign-out', {});
    expect([await status(one), await status(two)]).toEqual([401, 200]);
    expect((await as(two, 'PUT', '/api/me/password', { old: 'wrong', password: `${PASSWORD}!` })).status).toBe(422);
    expect((await as(two, 'PUT', '/api/me/password', { old: PASSWORD, password: 'too short' })).status).toBe(422);
    await as(two, 'PUT', '/api/me/password', { old: PASSWORD, password: `${PASSWORD}!` });
    expect([await status(two), await status(three), await status(cookies.reader)]).toEqual([200, 401, 401]);
    const four = cookieOf((await signIn('reader', `${PASSWORD}!`)).headers);
    await as(four, 'POST', '/api/sign-out-everywhere', {});
    expect([await status(two), await status(four)]).toEqual([401, 401]);
    const five = cookieOf((await signIn('reader', `${PASSWORD}!`)).headers);
    await as(cookies.owner, 'PATCH', `/api/people/${ids.reader}`, { role: 'helper' });
    expect(await status(five)).toBe(401);
    await as(cookies.owner, 'PATCH', `/api/people/${ids.reader}`, { role: 'reader' });
    cookies.reader = cookieOf((await signIn('reader', `${PASSWORD}!`)).headers);
    await program.database.pool.promise().query(`update sessions set seen_at = utc_timestamp() - interval 4 day where person_id = ?`, [ids.helper]); // prettier-ignore
    expect(await status(cookies.helper)).toBe(401);
    cookies.helper = await open('helper');
    await program.database.pool.promise().query(`update sessions set made_at = utc_timestamp() - interval 31 day where person_id = ?`, [ids.helper]); // prettier-ignore
    expect(await status(cookies.helper)).toBe(401);
    cookies.helper = await open('helper');
  });

  test('guessing is slowed down for a name and for an address, and says the same of names that there are not', async () => {
    await program.database.pool.promise().query('delete from sign_in_counts');
    const wrong = await signIn('member', 'not the password at all');
    const nobody = await signIn('nobody', 'not the password at all');
    expect([wrong.status, wrong.text]).toEqual([401, nobody.text]);
    for (let i = 0; i < 9; i++) await signIn('member', `guess number ${i} of many`);
    const over = await signIn('member');
    expect(over.status).toBe(429);
    expect(Number(over.headers['retry-after'])).toBeGreaterThan(600);
    expect(Number(over.headers['retry-after'])).toBeLessThanOrEqual(901);
    // Others are not held up by it.
    expect((await signIn('olga')).status).toBe(200);
    await program.database.pool.promise().query('delete from sign_in_counts');
    expect((await signIn('member')).status).toBe(200);
    const [rows] = await program.database.pool.promise().query('select password from people');
    for (const { password } of rows as { password: string }[]) expect(password).toMatch(/^\$argon2id\$v=19\$m=19456,t=2,p=1\$/); // prettier-ignore
  });

  test('of many guesses at the same moment ten are looked at', async () => {
    await program.database.pool.promise().query('delete from sign_in_counts');
    const all = await Promise.all(Array.from({ length: 40 }, (_, i) => signIn('member', `guess number ${i} of many`)));
    const statuses = all.map((a) => a.status).toSorted();
    expect(statuses).toEqual([...Array(10).fill(401), ...Array(30).fill(429)]);
  });

  test('whoever guesses at a login does not keep its person out of a browser they have signed in at; owners see it', async () => {
    await program.database.pool.promise().query('delete from sign_in_counts');
    const device = String((await signIn('member')).headers['set-cookie']).match(/kettle-device=[\w-]{43}/)![0];
    for (let i = 0; i < 12; i++) await signIn('member', `guess number ${i} of many`);
    expect((await signIn('member')).status).toBe(429);
    // Such a browser opens nothing by itself, and counts its own tries.
    expect((await as(device, 'GET', '/api/people')).status).toBe(401);
    expect((await signIn('member', 'not the password at all', device)).status).toBe(401);
    expect((await signIn('member', PASSWORD, device)).status).toBe(200);
    for (let i = 0; i < 10; i++) await signIn('member', `guess number ${i} of many`, device);
    expect((await signIn('member', PASSWORD, device)).status).toBe(429);
    // It is no known browser of anybody else, nor is one that nobody has signed in at.
    expect((await signIn('member', PASSWORD, `kettle-device=${'a'.repeat(43)}`)).status).toBe(429);
    const found = async (cookie: string) => (await as<Person[]>(cookie, 'GET', '/api/people')).json.find((p) => p.id === ids.member)!; // prettier-ignore
    expect((await found(cookies.owner)).failures).toMatchObject({ n: expect.any(Number), address: '127.0.0.1' });
    expect((await found(cookies.owner)).failures!.n).toBeGreaterThan(12);
    expect((await found(cookies.reader)).failures).toBeNull();
    await program.database.pool.promise().query('delete from sign_in_counts');
  });

  test('by what others sign in is seen by owners alone', async () => {
    const logins = async (role: Role) => (await as<Person[]>(cookies[role], 'GET', '/api/people')).json.map((p) => [p.id, p.login]); // prettier-ignore
    for (const role of ['reader', 'helper', 'member'] as const)
      for (const [id, login] of await logins(role)) expect([role, login]).toEqual([role, id === ids[role] ? role : null]); // prettier-ignore
    expect((await logins('owner')).map(([, login]) => login)).toEqual(expect.arrayContaining(['olga', 'reader', 'helper', 'member'])); // prettier-ignore
  });
});

describe('invitations', () => {
  const invite = async (role: Role) => (await as<{ id: string; invitation: string }>(cookies.owner, 'POST', '/api/invitations', { role })).json; // prettier-ignore
  test('let one person in, once, within a week, and can be taken back', async () => {
    const { invitation } = await invite('reader');
    const both = await Promise.all([join(invitation, 'one'), join(invitation, 'two')]);
    expect(both.map((b) => b.status).sort()).toEqual([200, 410]);
    const other = await invite('reader');
    expect((await as<Invitation[]>(cookies.owner, 'GET', '/api/invitations')).json).toEqual([expect.objectContaining({ id: other.id, role: 'reader', by: 'Olga' })]); // prettier-ignore
    await as(cookies.owner, 'DELETE', `/api/invitations/${other.id}`);
    expect((await join(other.invitation, 'three')).status).toBe(410);
    const late = await invite('reader');
    await program.database.pool.promise().query('update invitations set ends_at = utc_timestamp() - interval 1 minute');
    expect((await join(late.invitation, 'four')).status).toBe(410);
    const taken = await invite('reader');
    expect((await join(taken.invitation, 'OLGA')).text).toContain('Somebody here signs in by that already');
    // The invitation is still there for another name.
    expect((await join(taken.invitation, 'olga2')).status).toBe(200);
  });

  test('the machine invites a first owner while there is none, and nobody after', async () => {
    expect(await inviteOwner(program.database, false)).toBeNull();
    expect((await as(cookies.owner, 'PATCH', `/api/people/${ids.owner}`, { left: true })).text).toContain(
      'The last owner stays',
    );
    expect((await as(cookies.owner, 'PATCH', `/api/people/${ids.owner}`, { role: 'reader' })).status).toBe(409);
  });
});

describe('what opens the workspace to others', () => {
  const later = () => program.database.pool.promise().query('update sessions set confirmed_at = utc_timestamp() - interval 16 minute'); // prettier-ignore
  test('asks for the password again where it was not typed lately, and guessing it is slowed down', async () => {
    const cookie = cookieOf((await signIn('olga')).headers);
    const ask = async (): Promise<number[]> => [
      (await as(cookie, 'POST', '/api/invitations', { role: 'reader' })).status,
      (await as(cookie, 'PATCH', `/api/people/${ids.reader}`, { role: 'reader' })).status,
      (await as(cookie, 'POST', `/api/people/${ids.reader}/way-back`)).status,
      (await as(cookie, 'POST', '/api/tokens', { name: 'x', role: 'reader', ends: SOON })).status,
    ];
    await later();
    expect(await ask()).toEqual([403, 403, 403, 403]);
    expect((await as<{ type: string }>(cookie, 'POST', '/api/invitations', { role: 'reader' })).json.type).toBe('/problems/confirm'); // prettier-ignore
    // What opens nothing goes on.
    expect((await as(cookie, 'GET', '/api/people')).status).toBe(200);
    expect((await as(cookie, 'POST', '/api/me/confirm', { password: 'not the password at all' })).status).toBe(422);
    expect((await as(cookie, 'POST', '/api/me/confirm', { password: PASSWORD })).status).toBe(200);
    expect(await ask()).toEqual([200, 200, 200, 200]);
    // Another of the same person's browsers is not confirmed by it.
    await later();
    await as(cookie, 'POST', '/api/me/confirm', { password: PASSWORD });
    expect((await as(cookies.owner, 'POST', '/api/invitations', { role: 'reader' })).status).toBe(403);
    const wrong = async () => (await as(cookie, 'PUT', '/api/me/password', { old: 'wrong', password: `${PASSWORD}!` })).status; // prettier-ignore
    for (let i = 0; i < 10; i++) expect(await wrong()).toBe(422);
    expect(await wrong()).toBe(429);
    expect((await as(cookie, 'POST', '/api/me/confirm', { password: PASSWORD })).status).toBe(429);
    await program.database.pool.promise().query('delete from sign_in_counts');
    await program.database.pool.promise().query('update sessions set confirmed_at = utc_timestamp()');
    cookies.reader = cookieOf((await signIn('reader', `${PASSWORD}!`)).headers);
  });
});

describe('somebody who lost their password', () => {
  const link = async (id: number) => (await as<{ id: string; invitation: string }>(cookies.owner, 'POST', `/api/people/${id}/way-back`)).json.invitation; // prettier-ignore
  const back = (invitation: string, password: string) => as('', 'POST', '/api/come-back', { invitation, password });
  test('comes back as who they are by a link of an owner: once, within a day, with another password', async () => {
    const [old, before] = [await link(ids.helper), cookies.helper];
    const now = await link(ids.helper);
    expect((await as<Invitation[]>(cookies.owner, 'GET', '/api/invitations')).json.filter((i) => i.whose === 'helper')).toEqual([expect.objectContaining({ role: 'helper', by: 'Olga' })]); // prettier-ignore
    expect((await back(old, 'another one of four words')).status).toBe(410);
    // It makes nobody new, and what makes somebody new brings nobody back.
    expect((await join(now, 'somebody')).status).toBe(410);
    const fresh = (await as<{ invitation: string }>(cookies.owner, 'POST', '/api/invitations', { role: 'reader' })).json; // prettier-ignore
    expect((await back(fresh.invitation, 'another one of four words')).status).toBe(410);
    expect((await back(now, 'helper helper helper')).status).toBe(422);
    const both = await Promise.all([back(now, 'another one of four words'), back(now, 'yet another one of words')]);
    expect(both.map((b) => b.status).sort()).toEqual([200, 410]);
    const [won, password] = both[0]!.status === 200 ? [both[0]!, 'another one of four words'] : [both[1]!, 'yet another one of words']; // prettier-ignore
    cookies.helper = cookieOf(won.headers);
    expect((await as<{ person: { id: number } }>(cookies.helper, 'GET', '/api/me')).json.person.id).toBe(ids.helper);
    expect((await as(before, 'GET', '/api/people')).status).toBe(401);
    expect([(await signIn('helper')).status, (await signIn('helper', password)).status]).toEqual([401, 200]);
    const late = await link(ids.helper);
    await program.database.pool.promise().query('update invitations set ends_at = utc_timestamp() - interval 1 minute');
    expect((await back(late, 'another one of four words')).status).toBe(410);
    await program.database.pool.promise().query('update people set password = (select password from (select password from people where id = ?) as p) where id = ?', [ids.owner, ids.helper]); // prettier-ignore
  });

  test('and is the only owner, is invited by whoever runs the machine', async () => {
    const invitation = (await inviteOwner(program.database, true))!;
    expect((await join(invitation, 'olga-again', 'Olga')).status).toBe(200);
    const again = (await as<Person[]>(cookies.owner, 'GET', '/api/people')).json.find((p) => p.login === 'olga-again')!;
    expect(again.role).toBe('owner');
    await as(cookies.owner, 'PATCH', `/api/people/${again.id}`, { role: 'reader', left: true });
    expect((await as(cookies.owner, 'POST', `/api/people/${again.id}/way-back`)).status).toBe(409);
  });
});

describe('keys of scripts', () => {
  const byKey = (token: string, method: string, path: string, body?: unknown) => program.call(method, path, body, { authorization: `Bearer ${token}` }); // prettier-ignore
  test('may what they are for and no more than their person, until they end', async () => {
    expect((await as(cookies.helper, 'POST', '/api/tokens', { name: 'x', role: 'owner', ends: SOON })).status).toBe(422); // prettier-ignore
    expect((await as(cookies.helper, 'POST', '/api/tokens', { name: 'x', role: 'reader', ends: '2000-01-01' })).status).toBe(422); // prettier-ignore
    const made = await as<{ id: number; token: string }>(cookies.helper, 'POST', '/api/tokens', { name: 'nightly', role: 'reader', ends: SOON }); // prettier-ignore
    const { id, token } = made.json;
    expect((await byKey(token, 'GET', '/api/marketplaces')).status).toBe(200);
    expect((await byKey(token, 'POST', '/api/candidates/1/notes', { text: 'x' })).status).toBe(403);
    expect((await byKey(token, 'POST', '/api/tokens', { name: 'y', role: 'reader', ends: SOON })).text).toContain('in a browser, not with a key'); // prettier-ignore
    expect((await as<Token[]>(cookies.helper, 'GET', '/api/tokens')).json).toEqual([expect.objectContaining({ id, name: 'nightly', usedAt: expect.any(String) })]); // prettier-ignore
    expect((await as(cookies.member, 'DELETE', `/api/tokens/${id}`)).status).toBe(404);
    // Shown once, and kept by its digest alone.
    const [kept] = await program.database.pool.promise().query('select * from tokens');
    expect(JSON.stringify(kept)).not.toContain(token);
    expect((await as(cookies.helper, 'POST', '/api/tokens', { name: 'x', role: 'reader', ends: '2099-01-01' })).text).toContain('A key lasts a year at most'); // prettier-ignore
    await program.database.pool.promise().query('update tokens set ends_at = utc_timestamp() - interval 1 second');
    expect((await byKey(token, 'GET', '/api/marketplaces')).status).toBe(401);
    expect((await byKey('guess', 'GET', '/api/marketplaces')).status).toBe(401);
    expect((await as(cookies.helper, 'DELETE', `/api/tokens/${id}`)).status).toBe(200);
  });
});

test('keys end with a new password unless they are kept, and by a link for a lost one; owners list and end everybody’s', async () => {
  const { json } = await as<{ invitation: string }>(cookies.owner, 'POST', '/api/invitations', { role: 'helper' });
  const nora = cookieOf((await join(json.invitation, 'nora')).headers);
  const makeKey = async () => (await as<{ id: number; token: string }>(nora, 'POST', '/api/tokens', { name: 'nightly', role: 'reader', ends: SOON })).json; // prettier-ignore
  const works = async ({ token }: { token: string }) => (await program.call('GET', '/api/marketplaces', undefined, { authorization: `Bearer ${token}` })).status === 200; // prettier-ignore
  const first = await makeKey();
  expect(await works(first)).toBe(true);
  const next = 'felt under a beech board';
  await as(nora, 'PUT', '/api/me/password', { old: PASSWORD, password: next, keepKeys: true });
  expect(await works(first)).toBe(true);
  await as(nora, 'PUT', '/api/me/password', { old: next, password: PASSWORD });
  expect(await works(first)).toBe(false);
  const second = await makeKey();
  const { id } = (await as<{ person: { id: number } }>(nora, 'GET', '/api/me')).json.person;
  const link = (await as<{ invitation: string }>(cookies.owner, 'POST', `/api/people/${id}/way-back`)).json.invitation;
  const back = cookieOf((await as('', 'POST', '/api/come-back', { invitation: link, password: next })).headers);
  expect(await works(second)).toBe(false);
  const { json: third } = await as<{ id: number; token: string }>(back, 'POST', '/api/tokens', { name: 'weekly', role: 'reader', ends: SOON }); // prettier-ignore
  expect((await as(cookies.member, 'GET', '/api/tokens/all')).status).toBe(403);
  const all = (await as<Token[]>(cookies.owner, 'GET', '/api/tokens/all')).json;
  expect(all).toEqual(expect.arrayContaining([expect.objectContaining({ id: third.id, person: 'nora', name: 'weekly', usedAt: null })])); // prettier-ignore
  expect((await as(cookies.member, 'DELETE', `/api/tokens/${third.id}`)).status).toBe(404);
  expect((await as(cookies.owner, 'DELETE', `/api/tokens/${third.id}`)).status).toBe(200);
  expect(await works(third)).toBe(false);
});

test('notes, answers and decisions say who made them, and all that was changed is written down without what was typed', async () => {
  const at = '/api/marketplaces/quayside';
  const { json } = await as<{ id: number }>(cookies.member, 'POST', `${at}/candidates`, { name: 'Press', anchor: 'QS0049G9', rivals: ['QS004AH0'] }); // prettier-ignore
  await as(cookies.helper, 'POST', `/api/candidates/${json.id}/notes`, { text: 'a secret note' });
  await as(cookies.helper, 'PUT', `/api/candidates/${json.id}/answers/no-patent`, { choice: 'pass', evidence: '', version: 0 }); // prettier-ignore
  await as(cookies.member, 'POST', `/api/candidates/${json.id}/decisions`, {
    kind: 'drop',
    reasons: ['heavy'],
    text: '',
  });
  const { log } = (await as<{ log: { kind: string; by: string }[] }>(cookies.reader, 'GET', `/api/candidates/${json.id}`)).json; // prettier-ignore
  expect(log.find((l) => l.kind === 'note')!.by).toBe('helper');
  const score = (await as<{ answers: Record<string, { by: string }> }>(cookies.reader, 'GET', `/api/candidates/${json.id}/score`)).json; // prettier-ignore
  expect(score.answers['no-patent']!.by).toBe('helper');
  expect((await as<{ by: string }[]>(cookies.reader, 'GET', `/api/candidates/${json.id}/decisions`)).json[0]!.by).toBe('member'); // prettier-ignore
  const deeds = (await as<Deed[]>(cookies.owner, 'GET', '/api/deeds')).json;
  expect(deeds).toEqual(expect.arrayContaining([expect.objectContaining({ by: 'helper', what: 'POST /api/candidates/{id}/notes', parameters: { id: String(json.id) }, status: '200', token: null })])); // prettier-ignore
  expect(JSON.stringify(deeds)).not.toContain('secret note');
  expect((await as<Deed[]>(cookies.owner, 'GET', `/api/deeds?before=${deeds.at(-1)!.id}`)).json.every((d) => d.id < deeds.at(-1)!.id)).toBe(true); // prettier-ignore
});

test('a password that is tried among the first is refused, however long, at joining and at changing; words are not', async () => {
  const { json } = await as<{ invitation: string }>(cookies.owner, 'POST', '/api/invitations', { role: 'reader' });
  const tried = ['passwordpassword', '123456789012345', 'qwertyuiopasdfghjkl', 'aaaaaaaaaaaaaaaa', 'zacharias zacharias', 'coldkettlecoldkettle']; // prettier-ignore
  for (const password of tried) {
    const answer = await as<{ field?: string }>('', 'POST', '/api/join', { invitation: json.invitation, name: 'Zacharias', login: 'zacharias', password }); // prettier-ignore
    expect([password, answer.status, answer.json.field]).toEqual([password, 422, 'password']);
  }
  expect((await as('', 'POST', '/api/join', { invitation: json.invitation, name: 'Zacharias', login: 'zacharias', password: 'felt under a beech board' })).status).toBe(200); // prettier-ignore
  expect((await as(cookies.reader, 'PUT', '/api/me/password', { old: PASSWORD, password: 'passwordpassword' })).status).toBe(422); // prettier-ignore
});

describe('what a person keeps for themself', () => {
  const own = '/api/me/own';
  const keeps = async (cookie: string, things: [name: string, json: string | null][]) =>
    as<{ left: string[] }>(cookie, 'PUT', own, { own: things.map(([name, json]) => ({ name, json })) });
  const has = async (cookie: string) => (await as<Own>(cookie, 'GET', own)).json;

  test('is there in every browser they sign in at, comes along with the page, and is nobody else’s', async () => {
    expect((await keeps(cookies.helper, [['tray', '{"quayside":["QS1"]}'], ['typed/1', '"ä </script>"'], ['Tray', '1']])).json).toEqual({ left: [] }); // prettier-ignore
    await keeps(cookies.helper, [['typed/1', null], ['typed/1', '"ß </script>"'], ['Tray', null]]); // prettier-ignore
    const other = cookieOf((await signIn('helper')).headers);
    expect(await has(other)).toEqual({ tray: '{"quayside":["QS1"]}', 'typed/1': '"ß </script>"', Tray: null });
    const page = await as(other, 'GET', '/');
    if (page.status === 200) {
      expect(page.text).toContain('\\u003c/script>');
      expect(page.headers['cache-control']).toBe('no-store');
    }
    expect(await has(cookies.member)).toEqual({});
    expect((await as('', 'GET', own)).status).toBe(401);
    // What is typed is nobody's business, and no work of the workspace.
    expect((await as<Deed[]>(cookies.owner, 'GET', '/api/deeds')).text).not.toContain('me/own');
    const { token } = (await as<{ token: string }>(cookies.helper, 'POST', '/api/tokens', { name: 'own', role: 'reader', ends: SOON })).json; // prettier-ignore
    expect((await program.call('GET', own, undefined, { authorization: `Bearer ${token}` })).status).toBe(403);
  });

  test('is half a megabyte at most: what finds no room is named, and what was there stays', async () => {
    const big = JSON.stringify('x'.repeat(64_000));
    expect((await keeps(cookies.member, [['long', JSON.stringify('x'.repeat(70_000))]])).status).toBe(422);
    for (let i = 0; i < 8; i++) expect((await keeps(cookies.member, [[`big/${i}`, big]])).json.left).toEqual([]);
    expect((await keeps(cookies.member, [['big/8', big], ['small', '1'], ['big/0', '2']])).json.left).toEqual(['big/8']); // prettier-ignore
    expect(await has(cookies.member)).toMatchObject({ small: '1', 'big/0': '2', 'big/7': big });
    expect((await keeps(cookies.member, [['big/8', big]])).json.left).toEqual([]);
    // What was forgotten is remembered as long as a browser may have to be told of it.
    await keeps(cookies.member, [['small', null]]);
    await program.database.pool.promise().query('update own_things set kept_at = kept_at - interval 61 day');
    await keeps(cookies.member, [['big/1', '3']]);
    expect(await has(cookies.member)).not.toHaveProperty('small');
    expect(await has(cookies.member)).toMatchObject({ 'big/1': '3', 'big/7': big });
  });
});

describe('together', () => {
  /** What comes on a line, one after another. */
  const hearing = async (of: Program, cookie: string) => {
    const gone = new AbortController();
    const response = await fetch(`http://127.0.0.1:${of.port}/api/changes`, {
      headers: { cookie },
      signal: gone.signal,
    });
    expect([response.status, response.headers.get('content-type')]).toEqual([200, 'text/event-stream']);
    const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader();
    let text = '';
    let present: Here[] = [];
    const next = async (): Promise<Change> => {
      for (;;) {
        const met = /(?:event: (here)\n)?data: (.*)\n\n/.exec(text);
        if (met?.[1]) {
          text = text.slice(met.index + met[0].length);
          present = JSON.parse(met[2]!) as Here[];
          if (waits.some((w) => w(present))) return {} as Change;
        } else if (met) {
          text = text.slice(met.index + met[0].length);
          return JSON.parse(met[2]!) as Change;
        }
        const { value, done } = await reader.read();
        if (done) throw new Error('The line ended.');
        text += value;
      }
    };
    const waits: ((here: Here[]) => boolean)[] = [];
    /** Waits until those who look at something are such. */
    const here = async (are: (here: Here[]) => boolean): Promise<Here[]> => {
      waits.push(are);
      while (!are(present)) await next();
      waits.pop();
      return present;
    };
    // The line is open once its first words are there.
    text += (await reader.read()).value ?? '';
    return { next, here, end: () => gone.abort() };
  };

  test('who looks at which candidate others see, through another process, too, and no longer when they left', async () => {
    const second = await startProgram({ url: program.url, team: { origin: null, secure: false } });
    const there = await hearing(second, cookies.owner);
    const [one, other] = ['11111111-1111-4111-8111-111111111111', '22222222-2222-4222-8222-222222222222'];
    const show = (cookie: string, browser: string, candidate: number | null) => as(cookie, 'PUT', '/api/here', { browser, candidate }); // prettier-ignore
    await show(cookies.helper, one, 7);
    await show(cookies.helper, other, 7);
    await show(cookies.member, '33333333-3333-4333-8333-333333333333', 9);
    const name = (of: string, candidate: number) => ({ person: ids[of as Role], name: of, candidate });
    expect(await there.here((h) => h.length === 2)).toEqual([name('helper', 7), name('member', 9)]);
    await show(cookies.helper, one, null);
    await show(cookies.helper, other, 9);
    expect(await there.here((h) => h.every((x) => x.candidate === 9))).toEqual([name('helper', 9), name('member', 9)]);
    // Nobody says for somebody else that they left.
    await show(cookies.member, other, null);
    await show(cookies.member, '33333333-3333-4333-8333-333333333333', null);
    expect(await there.here((h) => h.length === 1)).toEqual([name('helper', 9)]);
    await show(cookies.helper, other, null);
    expect((await show(cookies.helper, 'no number', 7)).status).toBe(422);
    there.end();
    await second.stop();
  });

  test('whoever was signed out hears nothing of what is changed afterwards', async () => {
    const gone = cookieOf((await signIn('helper')).headers);
    const line = await hearing(program, gone);
    await as(gone, 'POST', '/api/sign-out', {});
    await as(cookies.owner, 'POST', '/api/marketplaces/quayside/candidates', {
      name: 'Kept quiet',
      anchor: 'QS0043A3',
      rivals: [],
    });
    await expect(line.next()).rejects.toThrow('The line ended.');
    line.end();
  });

  test('two answer the same questions without seeing each other; handed in, each sees the other beside their own', async () => {
    const { json: made } = await as<{ id: number }>(cookies.member, 'POST', '/api/marketplaces/quayside/candidates', { name: 'Blind', anchor: 'QS0043A3', rivals: [] }); // prettier-ignore
    const path = `/api/candidates/${made.id}/opinions`;
    const words = { wouldChoose: true, words: 'I would.' };
    const give = (cookie: string, choice: string, why: string) => as(cookie, 'PUT', `${path}/mine`, { answers: [{ key: 'no-patent', choice, why }, { key: 'different', choice: 'yes', why: '' }], ...words }); // prettier-ignore
    const seen = async (cookie: string) => (await as<KeptOpinion[]>(cookie, 'GET', path)).json;
    expect((await give(cookies.helper, 'pass', 'two registers')).json).toEqual({ id: expect.any(Number) });
    expect((await give(cookies.member, 'fail', 'there is one')).status).toBe(200);
    expect((await give(cookies.reader, 'pass', '')).status).toBe(403);
    expect((await give(cookies.helper, 'perhaps', '')).status).toBe(422);
    // Given again it takes the place of the first.
    expect((await give(cookies.helper, 'pass', 'three registers')).status).toBe(200);
    const helper = await seen(cookies.helper);
    expect(helper.map((o) => [o.document.by, o.mine, o.person])).toEqual([['member', false, ids.member], ['helper', true, ids.helper]]); // prettier-ignore
    expect(helper[0]!.answers[0]).toMatchObject({ key: 'no-patent', own: 'passes', ownWords: 'three registers', other: 'fails', otherWords: 'there is one', apart: 1 }); // prettier-ignore
    expect(helper[0]!.agreement).toMatchObject({ of: 2, agreed: 1 });
    const member = await seen(cookies.member);
    expect(member.find((o) => !o.mine)!.answers[0]).toMatchObject({ own: 'fails', other: 'passes', otherWords: 'three registers' }); // prettier-ignore
    // Of the candidate itself nothing is answered by that.
    expect((await as<{ answers: object }>(cookies.owner, 'GET', `/api/candidates/${made.id}/score`)).json.answers).toEqual({}); // prettier-ignore
    // Whoever gave none sees each beside what the candidate has.
    expect((await seen(cookies.owner)).every((o) => !o.mine && o.answers.every((a) => a.own === null))).toBe(true);
  });

  test('what one does others hear, through another process on the same database, too; what was refused nobody does', async () => {
    const second = await startProgram({ url: program.url, team: { origin: null, secure: false } });
    const [here, there] = [await hearing(program, cookies.reader), await hearing(second, cookies.owner)];
    const { json } = await as<{ id: number }>(cookies.member, 'POST', '/api/marketplaces/quayside/candidates', { name: 'Rack', anchor: 'QS003PX0', rivals: [] }); // prettier-ignore
    const started = expect.objectContaining({ by: 'member', what: 'POST /api/marketplaces/{marketplace}/candidates', parameters: { marketplace: 'quayside' } }); // prettier-ignore
    expect(await here.next()).toEqual(started);
    expect(await there.next()).toEqual(started);
    await as(cookies.member, 'POST', `/api/candidates/${json.id}/notes`, { text: '' });
    await as(cookies.helper, 'POST', `/api/candidates/${json.id}/notes`, { text: 'words that are not told' });
    const note = await there.next();
    expect(note).toMatchObject({ by: 'helper', what: 'POST /api/candidates/{id}/notes', parameters: { id: String(json.id) } }); // prettier-ignore
    expect(JSON.stringify(note)).not.toContain('not told');
    here.end();
    there.end();
    await second.stop();
    expect((await as('', 'GET', '/api/changes')).status).toBe(401);
  });
});

test('who works here leaves with no copy of the workspace', async () => {
  const { ARCHIVE_TABLES } = await import('../src/capabilities/archive/tables.ts');
  const told = JSON.stringify(ARCHIVE_TABLES);
  for (const word of ['people', 'sessions', 'password', 'tokens', 'done_by']) expect(told).not.toContain(word);
});

test('where nobody signs in nothing is asked, and people are not served', async () => {
  const alone = await startProgram();
  expect((await alone.call('GET', '/api/me')).json).toEqual({ team: false, person: null });
  expect((await alone.call('GET', '/api/marketplaces')).status).toBe(200);
  expect((await alone.call('POST', '/api/sign-in', { login: 'a', password: 'b' })).status).toBe(404);
  expect((await alone.call('GET', '/api/people')).status).toBe(404);
  await alone.stop();
});

test('behind a proxy with TLS its address alone is answered besides this machine’s, and cookies go over TLS alone', async () => {
  const away = await startProgram({ team: { origin: 'https://kettle.example', secure: true } });
  const invitation = (await inviteOwner(away.database, false))!;
  const ask = (host: string, origin: string) => away.call('POST', '/api/join', { invitation, name: 'A', login: 'a', password: PASSWORD }, { host, origin, 'x-forwarded-proto': 'https' }); // prettier-ignore
  expect((await ask('evil.example', 'https://evil.example')).status).toBe(403);
  expect((await ask('kettle.example', 'https://evil.example')).status).toBe(403);
  const joined = await ask('kettle.example', 'https://kettle.example');
  expect([joined.status, String(joined.headers['set-cookie'])]).toEqual([200, expect.stringContaining('Secure')]);
  await away.stop();
});
