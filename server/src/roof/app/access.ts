import type { NextFunction, Request, Response } from 'express';
import { accessOf, mayAsk } from '@kettle/contract/access';
import { aRole, ROLE_WORDS, type Me } from '@kettle/contract/people';
import { noteDeed } from '../../capabilities/people/deeds.ts';
import { personOf } from '../../capabilities/people/sessions.ts';
import type { Db } from '../../ground/db/connection.ts';
import { actAs, type Acting } from '../../ground/people/who.ts';
import { notFound, ProblemError } from '../../ground/problems/problem.ts';

/** Routes that are asked for very often and change nothing that anybody would ask about. */
const NOT_NOTED = new Set([
  'POST /api/marketplaces/{marketplace}/shortlist/try',
  'POST /api/sign-out',
  'PUT /api/here',
  'PUT /api/me/own',
]);

/**
 * Who asks, and whether they may: every route of the API by the table of the contract. What stands in no line of it is refused
 * to everybody. What changes something is written down with who did it.
 */
export const knownPeopleOnly =
  (db: Db) =>
  async (request: Request, response: Response, next: NextFunction): Promise<void> => {
    if (!request.path.startsWith('/api/')) return next();
    const asked = accessOf(request.method, request.path);
    if (!asked) throw notFound('That address');
    const who = await personOf(db, request);
    if (!mayAsk(who?.role ?? null, asked.access))
      throw who
        ? new ProblemError(403, 'not-yours', `That is for people who ${asked.access === 'owner' ? 'own the workspace' : 'may more'}: ${aRole(who.role)} ${ROLE_WORDS[who.role]}.`) // prettier-ignore
        : new ProblemError(401, 'sign-in', 'Sign in first.');
    // What belongs to somebody stays out of every cache between.
    response.setHeader('Cache-Control', 'no-store');
    if (!who) return next();
    if (request.method !== 'GET' && request.method !== 'HEAD' && !NOT_NOTED.has(asked.route))
      response.once('finish', () => {
        const { route: what, parameters } = asked;
        noteDeed(db, who, { what, parameters, status: response.statusCode }).catch(() => undefined);
      });
    response.locals.who = who;
    next();
  };

/** What follows is done as whoever asked. */
export const asWhoAsked = (_: Request, response: Response, next: NextFunction): void => {
  const who = response.locals.who as Acting | undefined;
  if (who) actAs(who, () => next());
  else next();
};

/** Who a page is for. */
export const whosePage =
  (db: Db) =>
  async (request: Request): Promise<Me['person']> => {
    const who = await personOf(db, request);
    return who && { id: who.id, name: who.name, role: who.role };
  };
