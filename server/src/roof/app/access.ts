import type { NextFunction, Request, RequestHandler, Response } from 'express';
import { accessOf, mayAsk } from '@kettle/contract/access';
import { aRole, ROLE_WORDS } from '@kettle/contract/people';
import { noteDeed, type Doer } from '../../capabilities/people/deeds.ts';
import { personOf } from '../../capabilities/people/sessions.ts';
import type { Db } from '../../ground/db/connection.ts';
import type { Gate } from '../../ground/http/api.ts';
import { actAs, actAsProgram, actAsStranger, type Acting } from '../../ground/people/who.ts';
import { diskFull, ProblemError } from '../../ground/problems/problem.ts';
import { room } from '../../ground/room/room.ts';

/** Routes that are asked like a change and save nothing: they try or compare documents. */
const SAVES_NOTHING = [
  'POST /api/marketplaces/{marketplace}/shortlist/try',
  'POST /api/marketplaces/{marketplace}/fee-schedules/compare',
  'POST /api/candidates/{id}/corrections/compare',
];

/** Writing routes that leave no entry in the log of changes, each because it changes nothing that anybody would ask about. */
export const NOT_LOGGED: ReadonlySet<string> = new Set([
  ...SAVES_NOTHING,
  // Sent every twenty seconds by every open window.
  'PUT /api/here',
  // Saves what a person is typing, for that person alone.
  'PUT /api/me/own',
]);

/** What somebody may ask for who needs a second factor and has none yet. */
const FACTOR_ROUTES: ReadonlySet<string> = new Set([
  'GET /api/me/second-factor',
  'POST /api/me/second-factor',
  'PUT /api/me/second-factor',
  'POST /api/me/confirm',
  'POST /api/sign-out-everywhere',
]);

const isWriting = (route: string): boolean => !route.startsWith('GET ');

/** What goes on while the disk is full: getting in and out, to read; ending a job; what saves nothing. */
const WITHOUT_ROOM: ReadonlySet<string> = new Set([
  'POST /api/sign-in',
  'POST /api/sign-out',
  'POST /api/sign-out-everywhere',
  'PUT /api/here',
  'DELETE /api/jobs/{id}',
  ...SAVES_NOTHING,
]);

/** @throws ProblemError 507 when a route saves something and the disk is full */
const needRoom = (route: string): void => {
  if (!isWriting(route) || WITHOUT_ROOM.has(route)) return;
  const { full, freeMb } = room.state();
  if (full) throw diskFull(freeMb);
};

/** Where nobody signs in, everybody on this machine may ask for everything. */
const openGate: Gate = {
  guard: (route) => {
    knownAccess(route);
    const before: RequestHandler = (_, __, next) => {
      needRoom(route);
      next();
    };
    return { before, behind: (_, __, next) => next() };
  },
};

const knownAccess = (route: string) => {
  const access = accessOf(route);
  if (access === null) throw new Error(`${route} is served, but contract/src/access.ts does not say to whom.`);
  return access;
};

/**
 * Lets people through by the table of access, route by route, and logs what they change.
 * @param db null where nobody signs in
 */
export const gateOf = (db: Db | null): Gate => (db === null ? openGate : { guard: (route) => guardOf(db, route) });

const guardOf = (db: Db, route: string): ReturnType<Gate['guard']> => {
  const access = knownAccess(route);
  const before = async (request: Request, response: Response, next: NextFunction): Promise<void> => {
    const who = await actAsProgram(() => personOf(db, request));
    if (!mayAsk(who?.role ?? null, access))
      throw who
        ? new ProblemError(403, 'not-yours', `That is for people who ${access === 'owner' ? 'own the workspace' : 'may more'}: ${aRole(who.role)} ${ROLE_WORDS[who.role]}.`) // prettier-ignore
        : new ProblemError(401, 'sign-in', 'Sign in first.');
    if (who?.needsFactor && access !== 'anybody' && !FACTOR_ROUTES.has(route))
      throw new ProblemError(403, 'second-factor-needed', 'An owner requires a second factor of everybody. Set yours up first.'); // prettier-ignore
    needRoom(route);
    // What belongs to somebody stays out of every cache between.
    response.setHeader('Cache-Control', 'no-store');
    if (who) response.locals.who = who;
    if (isWriting(route) && !NOT_LOGGED.has(route)) logWhenOver(db, route, request, response);
    next();
  };
  /** A route for anybody decides by itself what it lets a stranger do, such as signing in. */
  const behind: RequestHandler = (_, response, next) => {
    const who = response.locals.who as Acting | undefined;
    if (who) actAs(who, () => next());
    else if (access === 'anybody') actAsProgram(() => next());
    else actAsStranger(() => next());
  };
  return { before, behind };
};

/** Logs who changed what once the answer is out, or whoever asked has gone without waiting for it. */
const logWhenOver = (db: Db, route: string, request: Request, response: Response): void => {
  const parameters = { ...request.params } as Record<string, string>;
  response.once('close', () => {
    const who = (response.locals.signedIn ?? response.locals.who) as Doer | undefined;
    if (!who) return;
    const status = response.writableFinished ? response.statusCode : GONE;
    actAsProgram(() => noteDeed(db, who, { what: route, parameters, status }).catch(() => undefined));
  });
};
/** Nobody waited for the answer: whether the change was made is not known. */
const GONE = 499;

/** Until a route has let a request through, it is a stranger's. */
export const asStranger: RequestHandler = (_, __, next) => actAsStranger(() => next());

/** Runs an action for whoever a page is made for; null for nobody. */
export const forWhom =
  (db: Db) =>
  async <T>(request: Request, action: (who: Acting | null) => Promise<T>): Promise<T> => {
    const who = await actAsProgram(() => personOf(db, request));
    return who ? actAs(who, () => action(who)) : action(null);
  };
