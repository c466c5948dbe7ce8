import type { Request } from 'express';
import { people as routes } from '@kettle/contract/people';
import type { Ground } from '../../ground/ground.ts';
import type { Api } from '../../ground/http/api.ts';
import { serve } from '../../ground/http/serve.ts';
import { whoActs, type Acting } from '../../ground/people/who.ts';
import { ProblemError } from '../../ground/problems/problem.ts';
import { serveChanges, type OnLeaving } from './changes.ts';
import { listDeeds } from './deeds.ts';
import type { TriedFrom } from './guessing.ts';
import { dropToken, listAllTokens, listTokens, makeToken } from './keys.ts';
import { comeBack, dropInvitation, invite, join, listInvitations, wayBack } from './links.ts';
import { changePerson, listPeople } from './service.ts';
import { beginFactor, dropFactor, factorOf, requireFactor, useFactor } from './second-factor.ts';
import { changePassword, confirm, confirmedOnly, signIn } from './sign-in.ts';
import { keepOwn, ownOf } from './own.ts';
import { noteHere, sweepPresence } from './presence.ts';
import { beginSession, deviceOf, endSession, endSessions, meOf, sweepSessions } from './sessions.ts';

const done = { ok: true as const };

/** People of the workspace; where it is one person's on one machine there is but `me`, which says so. */
export const servePeople = (api: Api, { database, team }: Ground, onLeaving: OnLeaving): void => {
  const { db } = database;
  serve(api, routes.me, async () => {
    const who = whoActs();
    return { team: team !== null, person: who && meOf(who) };
  });
  if (team === null) return;
  const { secure } = team;
  const somebody = (): Acting => {
    const who = whoActs();
    if (!who) throw new ProblemError(401, 'sign-in', 'Sign in first.');
    return who;
  };
  /** What is a person's own is not done by a script's key. */
  const inBrowser = (): Acting => {
    const who = somebody();
    if (who.token !== null) throw new ProblemError(403, 'not-by-key', 'That is done in a browser, not with a key.');
    return who;
  };
  /** What opens the workspace to others is done by somebody who typed their password lately. */
  const confirmed = (): Promise<Acting> => confirmedOnly(db, inBrowser());
  /** Signs a browser in. Whatever session it brought ends: it never becomes the one that is signed in. */
  const beginAnew = async (request: Request, id: number): Promise<void> => {
    await endSession(db, request, secure);
    await sweepSessions(db);
    await sweepPresence(db);
    request.res!.removeHeader('Set-Cookie');
    await beginSession(db, request, id, secure);
    // From here on the request is theirs, and so it is logged.
    request.res!.locals.signedIn = { id, token: null };
  };
  const triedFrom = (request: Request): TriedFrom => ({ address: request.ip ?? '', device: deviceOf(request) });
  serve(api, routes.signIn, async ({ body, request }) => {
    await beginAnew(request, await signIn(db, body, triedFrom(request)));
    return done;
  });
  serve(api, routes.signOut, async ({ request }) => {
    await endSession(db, request, secure);
    return done;
  });
  serve(api, routes.signOutEverywhere, async () => {
    await endSessions(db, inBrowser().id);
    return done;
  });
  serve(api, routes.changePassword, async ({ body, request }) => {
    await changePassword(db, inBrowser(), body, request.ip ?? '');
    return done;
  });
  serve(api, routes.confirm, async ({ body, request }) => {
    await confirm(db, inBrowser(), body.password, request.ip ?? '');
    return done;
  });
  serve(api, routes.comeBack, async ({ body, request }) => {
    const id = await comeBack(database, body, triedFrom(request));
    await beginAnew(request, id);
    return done;
  });
  serve(api, routes.join, async ({ body, request }) => {
    await beginAnew(request, await join(database, body));
    return done;
  });
  serve(api, routes.secondFactor, () => factorOf(db, inBrowser()));
  serve(api, routes.beginFactor, async () => beginFactor(db, await confirmed()));
  serve(api, routes.useFactor, ({ body }) => useFactor(database, inBrowser(), body.code));
  serve(api, routes.dropFactor, async () => {
    await dropFactor(database, (await confirmed()).id);
    return done;
  });
  serve(api, routes.dropFactorOf, async ({ params }) => {
    await confirmed();
    await dropFactor(database, params.id);
    await endSessions(db, params.id);
    return done;
  });
  serve(api, routes.requireFactor, async ({ body }) => {
    await requireFactor(db, await confirmed(), body.required);
    return done;
  });
  serve(api, routes.list, () => listPeople(db, somebody()));
  serve(api, routes.change, async ({ params, body }) => {
    await confirmed();
    await changePerson(database, params.id, body);
    return done;
  });
  serve(api, routes.invitations, () => listInvitations(db));
  serve(api, routes.invite, async ({ body }) => invite(db, body.role, (await confirmed()).id));
  serve(api, routes.wayBack, async ({ params }) => wayBack(database, params.id, (await confirmed()).id));
  serve(api, routes.dropInvitation, async ({ params }) => {
    inBrowser();
    await dropInvitation(db, params.id);
    return done;
  });
  serve(api, routes.tokens, () => listTokens(db, somebody()));
  serve(api, routes.allTokens, () => listAllTokens(db));
  serve(api, routes.makeToken, async ({ body }) => makeToken(db, await confirmed(), body));
  serve(api, routes.dropToken, async ({ params }) => {
    await dropToken(db, inBrowser(), params.id);
    return done;
  });
  serve(api, routes.here, async ({ body }) => {
    await noteHere(db, inBrowser().id, body);
    return done;
  });
  serve(api, routes.own, () => ownOf(db, inBrowser().id));
  serve(api, routes.keepOwn, async ({ body }) => ({ left: await keepOwn(db, inBrowser().id, body.own) }));
  serveChanges(api, db, onLeaving);
  serve(api, routes.deeds, ({ query }) => listDeeds(db, query.before));
};
