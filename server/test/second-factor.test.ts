// A second factor: the published vectors, setting it up, signing in with it, and requiring it of everybody.
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { Secret, TOTP } from 'otpauth';
import type { Me, Person } from '@kettle/contract/people';
import { inviteOwner } from '../src/capabilities/people/links.ts';
import { stepOfCode } from '../src/capabilities/people/second-factor.ts';
import { startProgram, type Program } from './program.ts';

const PASSWORD = 'correct horse battery staple';

describe('codes', () => {
  // RFC 6238, appendix B, SHA-1: the secret, times in seconds and codes of eight digits; six digits are their last six.
  const secret = Secret.fromUTF8('12345678901234567890').base32;
  test.each([
    [59, '94287082'],
    [1_111_111_109, '07081804'],
    [1_111_111_111, '14050471'],
    [1_234_567_890, '89005924'],
    [2_000_000_000, '69279037'],
    [20_000_000_000, '65353130'],
  ])('at %d seconds the code is %s, in its last six digits', (seconds, code) => {
    const step = Math.floor(seconds / 30);
    expect(stepOfCode(secret, code.slice(2), seconds * 1000)).toBe(step);
    // The clock of a phone may be half a minute off, not more.
    expect(stepOfCode(secret, code.slice(2), seconds * 1000 + 30_000)).toBe(step);
    expect(stepOfCode(secret, code.slice(2), seconds * 1000 - 30_000)).toBe(step);
    expect(stepOfCode(secret, code.slice(2), seconds * 1000 + 61_000)).toBeNull();
  });
  test('of another form are none', () => {
    for (const code of ['', '12345', '1234567', 'abcdef', '94287082']) expect(stepOfCode(secret, code, 59_000)).toBeNull(); // prettier-ignore
  });
});

describe('somebody with a second factor', () => {
  let program: Program;
  let owner: string;
  let nora: string;
  let noraId: number;
  let secret: string;
  let recovery: string[];
  const cookieOf = (headers: Record<string, string | string[] | undefined>): string => String(headers['set-cookie']).split(';')[0]!; // prettier-ignore
  const as = <T = Record<string, never>>(cookie: string, method: string, path: string, body?: unknown) => program.call<T>(method, path, body, cookie === '' ? {} : { cookie }); // prettier-ignore
  const signIn = (login: string, code?: string) => as<{ type: string }>('', 'POST', '/api/sign-in', { login, password: PASSWORD, ...(code === undefined ? {} : { code }) }); // prettier-ignore
  /** The code of the step so many from now, of a secret. */
  const codeOf = (key: string, steps = 0): string =>
    new TOTP({ secret: Secret.fromBase32(key) }).generate({ timestamp: Date.now() + steps * 30_000 });
  /** A used code is not taken again; a test does not wait for the next. */
  const forgetUse = () => program.database.pool.promise().query('update people set totp_step = null');
  const forgetTries = () => program.database.pool.promise().query('delete from sign_in_counts');

  beforeAll(async () => {
    program = await startProgram({ team: { origin: null, secure: false } });
    const join = async (invitation: string, login: string): Promise<string> =>
      cookieOf((await as('', 'POST', '/api/join', { invitation, name: login, login, password: PASSWORD })).headers);
    owner = await join((await inviteOwner(program.database, false))!, 'olga');
    const { json } = await as<{ invitation: string }>(owner, 'POST', '/api/invitations', { role: 'helper' });
    nora = await join(json.invitation, 'nora');
    noraId = (await as<Me>(nora, 'GET', '/api/me')).json.person!.id;
  });
  afterAll(() => program.stop());

  test('sets it up with a first code, and gets recovery codes once', async () => {
    const begun = await as<{ secret: string; address: string }>(nora, 'POST', '/api/me/second-factor');
    ({ secret } = begun.json);
    expect(begun.json.address).toMatch(/^otpauth:\/\/totp\/Cold%20Kettle:nora\?/);
    expect(begun.json.address).toContain(`secret=${secret}`);
    // Until a code was entered nothing asks for one.
    expect((await signIn('nora')).status).toBe(200);
    expect((await as(nora, 'PUT', '/api/me/second-factor', { code: '000000' })).status).toBe(422);
    const on = await as<{ recovery: string[] }>(nora, 'PUT', '/api/me/second-factor', { code: codeOf(secret) });
    ({ recovery } = on.json);
    expect(recovery).toHaveLength(10);
    expect(new Set(recovery).size).toBe(10);
    expect((await as(nora, 'GET', '/api/me/second-factor')).json).toEqual({ on: true, required: false, recoveryCodes: 10 }); // prettier-ignore
    expect((await as(nora, 'POST', '/api/me/second-factor')).status).toBe(409);
    const [kept] = await program.database.pool.promise().query('select * from recovery_codes');
    for (const code of recovery) expect(JSON.stringify(kept)).not.toContain(code.replace('-', ''));
  });

  test('signs in with a code, which is taken once', async () => {
    await forgetUse();
    const without = await signIn('nora');
    expect([without.status, without.json.type]).toEqual([401, '/problems/second-factor']);
    expect(without.headers['set-cookie']).toBeUndefined();
    expect((await signIn('nora', '123456')).json.type).toBe('/problems/wrong-code');
    const code = codeOf(secret);
    const both = await Promise.all([signIn('nora', code), signIn('nora', code)]);
    expect(both.map((b) => b.status).toSorted()).toEqual([200, 401]);
    expect((await signIn('nora', code)).json.type).toBe('/problems/wrong-code');
    // An earlier code than the last one is none either.
    expect((await signIn('nora', codeOf(secret, -1))).json.type).toBe('/problems/wrong-code');
  });

  test('may use a recovery code instead, once', async () => {
    await forgetTries();
    expect((await signIn('nora', recovery[0])).status).toBe(200);
    expect((await signIn('nora', recovery[0])).status).toBe(401);
    expect((await signIn('nora', ` ${recovery[1]!.toUpperCase().replace('-', ' ')} `)).status).toBe(200);
    // One of somebody else's is none.
    expect((await signIn('olga', recovery[2])).status).toBe(200);
    expect((await as<{ recoveryCodes: number }>(nora, 'GET', '/api/me/second-factor')).json.recoveryCodes).toBe(8);
  });

  test('guessing codes is slowed down as guessing passwords', async () => {
    await forgetTries();
    for (let i = 0; i < 10; i++) expect((await signIn('nora', String(100_000 + i))).status).toBe(401);
    expect((await signIn('nora', codeOf(secret))).status).toBe(429);
    await forgetTries();
  });

  test('is still asked for it when coming back by a link for a lost password', async () => {
    await forgetUse();
    const link = async () => (await as<{ invitation: string }>(owner, 'POST', `/api/people/${noraId}/way-back`)).json.invitation; // prettier-ignore
    const invitation = await link();
    const back = (code?: string) => as<{ type: string }>('', 'POST', '/api/come-back', { invitation, password: 'felt under a beech board', ...(code ? { code } : {}) }); // prettier-ignore
    expect((await back()).json.type).toBe('/problems/second-factor');
    expect((await back('123456')).json.type).toBe('/problems/wrong-code');
    const came = await back(codeOf(secret));
    expect(came.status).toBe(200);
    nora = cookieOf(came.headers);
    await as(nora, 'PUT', '/api/me/password', { old: 'felt under a beech board', password: PASSWORD });
  });

  test('may be required of everybody: until it is set up nothing else is answered', async () => {
    expect((await as(nora, 'PUT', '/api/second-factor', { required: true })).status).toBe(403);
    // Whoever requires it has one, so that nobody is locked out.
    expect((await as(owner, 'PUT', '/api/second-factor', { required: true })).status).toBe(409);
    const own = (await as<{ secret: string }>(owner, 'POST', '/api/me/second-factor')).json.secret;
    await as(owner, 'PUT', '/api/me/second-factor', { code: codeOf(own) });
    expect((await as(owner, 'PUT', '/api/second-factor', { required: true })).status).toBe(200);
    const { json } = await as<{ invitation: string }>(owner, 'POST', '/api/invitations', { role: 'member' });
    const otto = cookieOf((await as('', 'POST', '/api/join', { invitation: json.invitation, name: 'Otto', login: 'otto', password: PASSWORD })).headers); // prettier-ignore
    expect((await as<Me>(otto, 'GET', '/api/me')).json.person).toMatchObject({ name: 'Otto', needsFactor: true });
    for (const [method, path] of [['GET', '/api/marketplaces'], ['GET', '/api/people'], ['GET', '/api/me/own'], ['POST', '/api/tokens']] as const) // prettier-ignore
      expect([path, (await as<{ type: string }>(otto, method, path, method === 'POST' ? {} : undefined)).json.type]).toEqual([path, '/problems/second-factor-needed']); // prettier-ignore
    expect((await as(otto, 'GET', '/')).text).not.toContain('/api/marketplaces');
    const his = (await as<{ secret: string }>(otto, 'POST', '/api/me/second-factor')).json.secret;
    await as(otto, 'PUT', '/api/me/second-factor', { code: codeOf(his) });
    expect((await as(otto, 'GET', '/api/marketplaces')).status).toBe(200);
    expect((await as(nora, 'GET', '/api/marketplaces')).status).toBe(200);
  });

  test('who lost it has it turned off by an owner, and is seen to have none', async () => {
    expect((await as(nora, 'DELETE', `/api/people/${noraId}/second-factor`)).status).toBe(403);
    expect((await as(owner, 'DELETE', `/api/people/${noraId}/second-factor`)).status).toBe(200);
    expect((await as(nora, 'GET', '/api/me/second-factor')).status).toBe(401);
    const found = (await as<Person[]>(owner, 'GET', '/api/people')).json.find((p) => p.id === noraId)!;
    expect(found.secondFactor).toBe(false);
    const again = await signIn('nora');
    expect(again.status).toBe(200);
    expect((await as<Me>(cookieOf(again.headers), 'GET', '/api/me')).json.person!.needsFactor).toBe(true);
  });
});
