import { Type, type Static } from '@sinclair/typebox';
import { Day, exactly, Nullable, oneOf } from '@kettle/core/documents/shapes';
import { route } from './route.ts';
import { Done, Id } from './shapes.ts';

/** What somebody may, the least first: each may all that those before may. */
export const ROLES = ['reader', 'helper', 'member', 'owner'] as const;
export type Role = (typeof ROLES)[number];
export const ROLE_WORDS: Readonly<Record<Role, string>> = {
  reader: 'reads everything',
  helper: 'reads everything; answers questions, marks reviews and listings, writes notes',
  member: 'works on everything: candidates, costings, files, rules',
  owner: 'works on everything; people, links, copies, removing marketplaces',
};
/** A role as it stands in a sentence. @example aRole('owner') // => "an owner" */
export const aRole = (role: Role): string => `${role === 'owner' ? 'an' : 'a'} ${role}`;
/** Whether a role may what another may. @example mayAs('member', 'helper') // => true */
export const mayAs = (role: Role, needed: Role): boolean => ROLES.indexOf(role) >= ROLES.indexOf(needed);

const name = Type.String({ minLength: 1, maxLength: 120, pattern: '\\S' });
const login = Type.String({ minLength: 1, maxLength: 120, pattern: '^\\S+$', description: 'By what one signs in: a name or a mail address, without blanks.' }); // prettier-ignore
/** Long enough, and everything else is the person's own (OWASP ASVS 5, 6.2.1: at least 15 letters where it stands alone). */
const password = Type.String({ minLength: 15, maxLength: 256 });
const given = Type.String({ maxLength: 256 });
const code = Type.String({ maxLength: 20, description: 'Six digits of an authenticator app, or a recovery code.' });
export const SecondFactor = Type.Object({
  on: Type.Boolean(),
  required: Type.Boolean({ description: 'Everybody in this workspace needs one.' }),
  recoveryCodes: Type.Integer({ description: 'Recovery codes that are left.' }),
});
export type SecondFactor = Static<typeof SecondFactor>;
const secret = Type.String({ minLength: 1, maxLength: 100 });

export const Person = Type.Object({
  id: Id,
  name: Type.String(),
  login: Nullable(Type.String({ description: 'Seen by owners and by the person alone.' })),
  role: oneOf(...ROLES),
  since: Type.String(),
  left: Type.Boolean(),
  browsers: Type.Integer(),
  secondFactor: Nullable(Type.Boolean({ description: 'Seen by owners and by the person alone.' })),
  failures: Nullable(
    Type.Object(
      { n: Type.Integer(), at: Type.String(), address: Type.String() },
      {
        description: 'Failed sign-ins from unknown browsers within 15 minutes of the last week. Seen by owners alone.',
      },
    ),
  ),
});
export type Person = Static<typeof Person>;
export const Me = Type.Object({
  /** False where the workspace is one person's on one machine: then nobody signs in. */
  team: Type.Boolean(),
  person: Nullable(
    Type.Object({
      id: Id,
      name: Type.String(),
      role: oneOf(...ROLES),
      needsFactor: Type.Boolean({ description: 'A second factor is required here, and this person has none yet.' }),
    }),
  ),
});
export type Me = Static<typeof Me>;
/** Who looks at which candidate now, as it arrives on the line of changes (event "here"). */
export const Here = Type.Object({ person: Id, name: Type.String(), candidate: Id });
export type Here = Static<typeof Here>;
export const Invitation = Type.Object({ id: Type.String(), role: oneOf(...ROLES), by: Nullable(Type.String()), endsAt: Type.String(), /** Whose new password it is for; null where somebody joins. */ whose: Nullable(Type.String()) }); // prettier-ignore
export type Invitation = Static<typeof Invitation>;
export const Token = Type.Object({ id: Id, name: Type.String(), person: Type.String(), role: oneOf(...ROLES), endsAt: Type.String(), usedAt: Nullable(Type.String()) }); // prettier-ignore
export type Token = Static<typeof Token>;
export const Deed = Type.Object({ id: Id, at: Type.String(), by: Type.String(), token: Nullable(Type.String()), what: Type.String(), parameters: Type.Record(Type.String(), Type.String()), status: Type.String() }); // prettier-ignore
export type Deed = Static<typeof Deed>;

/** Most letters of one thing that follows a person, as JSON; longer ones stay in the browser in which they were made. */
export const LONGEST_OWN = 64 * 1024;
export const LONGEST_NAME = 190;
export const MOST_OWN_AT_ONCE = 200;
/** Names of what a person keeps for themself (their tray, a sitting, typed text), each with its JSON, or null once forgotten. */
export const Own = Type.Record(Type.String(), Nullable(Type.String()));
export type Own = Static<typeof Own>;
export const OwnChange = Type.Object(
  {
    name: Type.String({ minLength: 1, maxLength: LONGEST_NAME }),
    json: Nullable(Type.String({ maxLength: LONGEST_OWN })),
  },
  exactly,
);
export type OwnChange = Static<typeof OwnChange>;

/** What somebody changed, as others' browsers are told of it. */
export interface Change {
  id: number;
  person: number;
  by: string;
  what: string;
  parameters: Record<string, string>;
}

export const people = {
  me: route('get', '/api/me', 'Who asks, and whether people sign in here.', { reply: Me }),
  signIn: route('post', '/api/sign-in', 'Signs in: the answer sets a cookie.', {
    body: Type.Object({ login: given, password: given, code: Type.Optional(code) }, exactly),
    reply: Done,
  }),
  signOut: route('post', '/api/sign-out', 'Signs this browser out.', { reply: Done }),
  signOutEverywhere: route('post', '/api/sign-out-everywhere', 'Signs all of one’s browsers out.', { reply: Done }),
  changePassword: route(
    'put',
    '/api/me/password',
    'Changes your password. Your other browsers are signed out, and your keys end unless you keep them.',
    { body: Type.Object({ old: given, password, keepKeys: Type.Optional(Type.Boolean()) }, exactly), reply: Done },
  ),
  secondFactor: route('get', '/api/me/second-factor', 'Returns whether you use a second factor.', {
    reply: SecondFactor,
  }),
  beginFactor: route('post', '/api/me/second-factor', 'Begins to set up a second factor (TOTP, RFC 6238).', {
    reply: Type.Object({ secret: Type.String(), address: Type.String({ description: 'For an authenticator app.' }) }),
  }),
  useFactor: route(
    'put',
    '/api/me/second-factor',
    'Turns the second factor on with a first code, and returns recovery codes, once.',
    { body: Type.Object({ code }, exactly), reply: Type.Object({ recovery: Type.Array(Type.String()) }) },
  ),
  dropFactor: route('delete', '/api/me/second-factor', 'Turns your second factor off.', { reply: Done }),
  requireFactor: route('put', '/api/second-factor', 'Requires a second factor of everybody, or no longer.', {
    body: Type.Object({ required: Type.Boolean() }, exactly),
    reply: Done,
  }),
  dropFactorOf: route('delete', '/api/people/{id}/second-factor', 'Turns off a second factor that a person lost.', {
    params: Type.Object({ id: Id }),
    reply: Done,
  }),
  join: route('post', '/api/join', 'Joins by an invitation, once, and signs in.', {
    body: Type.Object({ invitation: secret, name, login, password }, exactly),
    reply: Done,
  }),
  here: route('put', '/api/here', 'Says which candidate a browser shows, if any; said again every twenty seconds.', {
    body: Type.Object({ browser: Type.String({ pattern: '^[0-9a-f-]{36}$' }), candidate: Nullable(Id) }, exactly),
    reply: Done,
  }),
  own: route('get', '/api/me/own', 'What one keeps for oneself: tray, sittings, what is typed and not yet kept.', {
    reply: Own,
  }),
  keepOwn: route('put', '/api/me/own', 'Keeps some of it, or forgets it; the last word on each name holds.', {
    body: Type.Object({ own: Type.Array(OwnChange, { minItems: 1, maxItems: MOST_OWN_AT_ONCE }) }, exactly),
    /** The names that found no room: half a megabyte is kept of each person. */
    reply: Type.Object({ left: Type.Array(Type.String()) }),
  }),
  confirm: route(
    'post',
    '/api/me/confirm',
    'Types the password once more, before people, invitations or keys are changed.',
    {
      body: Type.Object({ password: given }, exactly),
      reply: Done,
    },
  ),
  list: route('get', '/api/people', 'Who works here.', { reply: Type.Array(Person) }),
  change: route('patch', '/api/people/{id}', 'Gives somebody another role, or lets them leave. The last owner stays.', {
    params: Type.Object({ id: Id }),
    body: Type.Object({ role: Type.Optional(oneOf(...ROLES)), left: Type.Optional(Type.Boolean()) }, exactly),
    reply: Done,
  }),
  wayBack: route(
    'post',
    '/api/people/{id}/way-back',
    'Makes a link by which somebody who lost their password chooses another, once, within a day.',
    {
      params: Type.Object({ id: Id }),
      reply: Type.Object({ id: Type.String(), invitation: secret }),
    },
  ),
  comeBack: route(
    'post',
    '/api/come-back',
    'Chooses another password by such a link, and signs in; all other browsers are signed out.',
    {
      body: Type.Object({ invitation: secret, password, code: Type.Optional(code) }, exactly),
      reply: Done,
    },
  ),
  invitations: route('get', '/api/invitations', 'Invitations that nobody has used yet.', {
    reply: Type.Array(Invitation),
  }),
  invite: route('post', '/api/invitations', 'Makes a link by which one person joins, within a week.', {
    body: Type.Object({ role: oneOf(...ROLES) }, exactly),
    reply: Type.Object({ id: Type.String(), invitation: secret }),
  }),
  dropInvitation: route('delete', '/api/invitations/{id}', 'Takes an invitation back.', {
    params: Type.Object({ id: Type.String({ maxLength: 20 }) }),
    reply: Done,
  }),
  tokens: route('get', '/api/tokens', 'One’s keys for scripts.', { reply: Type.Array(Token) }),
  allTokens: route('get', '/api/tokens/all', 'Returns the keys of everybody.', { reply: Type.Array(Token) }),
  makeToken: route('post', '/api/tokens', 'Makes a key for a script; it is told once.', {
    body: Type.Object({ name, role: oneOf(...ROLES), ends: Day }, exactly),
    reply: Type.Object({ id: Id, token: secret }),
  }),
  dropToken: route('delete', '/api/tokens/{id}', 'Ends a key.', { params: Type.Object({ id: Id }), reply: Done }),
  deeds: route('get', '/api/deeds', 'Who changed what, the newest first.', {
    query: Type.Object({ before: Type.Optional(Id) }),
    reply: Type.Array(Deed),
  }),
};
