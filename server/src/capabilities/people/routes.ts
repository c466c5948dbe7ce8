import type { Express } from 'express';
import { people as routes } from '@kettle/contract/people';
import type { Ground } from '../../ground/ground.ts';
import { serve } from '../../ground/http/serve.ts';
import { whoActs, type Acting } from '../../ground/people/who.ts';
import { ProblemError } from '../../ground/problems/problem.ts';
import { serveChanges, type OnLeaving } from './changes.ts';
import {
  changePassword,
  changePerson,
  dropInvitation,
  dropToken,
  invite,
  join,
  listDeeds,
  listInvitations,
  listPeople,
  listTokens,
  makeToken,
  signIn,
} from './service.ts';
import { noteHere, sweepPresence } from './presence.ts';
import { beginSession, endSession, endSessions, sweepSessions } from './sessions.ts';

const done = { ok: true as const };

/** People of the workspace; where it is one person's on one machine there is but `me`, which says so. */
export const servePeople = (app: Express, { database, team }: Ground, onLeaving: OnLeaving): void => {
  const { db } = database;
  serve(app, routes.me, async () => {
    const who = whoActs();
    return { team: team !== null, person: who && { id: who.id, name: who.name, role: who.role } };
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
  serve(app, routes.signIn, async ({ body, request }) => {
    const id = await signIn(db, body.login, body.password, request.ip ?? '');
    // Whatever session the browser brought ends: it never becomes the one that is signed in.
    await endSession(db, request, secure);
    await sweepSessions(db);
    await sweepPresence(db);
    request.res!.removeHeader('Set-Cookie');
    await beginSession(db, request, id, secure);
    return done;
  });
  serve(app, routes.signOut, async ({ request }) => {
    await endSession(db, request, secure);
    return done;
  });
  serve(app, routes.signOutEverywhere, async () => {
    await endSessions(db, inBrowser().id);
    return done;
  });
  serve(app, routes.changePassword, async ({ body }) => {
    await changePassword(db, inBrowser(), body.old, body.password);
    return done;
  });
  serve(app, routes.join, async ({ body, request }) => {
    await beginSession(db, request, await join(database, body), secure);
    return done;
  });
  serve(app, routes.list, () => listPeople(db));
  serve(app, routes.change, async ({ params, body }) => {
    inBrowser();
    await changePerson(database, params.id, body);
    return done;
  });
  serve(app, routes.invitations, () => listInvitations(db));
  serve(app, routes.invite, ({ body }) => invite(db, body.role, inBrowser().id));
  serve(app, routes.dropInvitation, async ({ params }) => {
    inBrowser();
    await dropInvitation(db, params.id);
    return done;
  });
  serve(app, routes.tokens, () => listTokens(db, somebody()));
  serve(app, routes.makeToken, ({ body }) => makeToken(db, inBrowser(), body));
  serve(app, routes.dropToken, async ({ params }) => {
    await dropToken(db, inBrowser(), params.id);
    return done;
  });
  serve(app, routes.here, async ({ body }) => {
    await noteHere(db, inBrowser().id, body);
    return done;
  });
  serveChanges(app, db, onLeaving);
  serve(app, routes.deeds, ({ query }) => listDeeds(db, query.before));
};
