import type { NextFunction, Request, Response } from 'express';
import { notFound, ProblemError } from '../../ground/problems/problem.ts';

const LOCAL = /^(localhost|127\.0\.0\.1|\[::1\])(:\d+)?$/;

/**
 * Only addresses of this machine, and the one that a team is told, are answered, so that a foreign name pointed here (DNS rebinding)
 * gets nothing.
 */
export const knownHostOnly =
  (origin: string | null) =>
  (request: Request, _: Response, next: NextFunction): void => {
    const host = request.headers.host ?? '';
    if (!LOCAL.test(host) && (origin === null || host !== new URL(origin).host))
      throw new ProblemError(403, 'foreign-host', 'This program answers only under the address it printed.');
    next();
  };

/** Changes are taken only from the program's own pages: a foreign page's form or script is refused. */
export const ownPagesOnly =
  (own: string | null) =>
  (request: Request, _: Response, next: NextFunction): void => {
    const { origin } = request.headers;
    const site = request.headers['sec-fetch-site'];
    const foreign =
      (origin !== undefined && origin !== `http://${request.headers.host}` && origin !== own) ||
      site === 'cross-site' ||
      site === 'same-site';
    if (request.method !== 'GET' && request.method !== 'HEAD' && foreign)
      throw new ProblemError(403, 'foreign-page', 'Another site tried to change something here; that was refused.');
    next();
  };

/** Addresses that do not decode are refused before anybody makes something of them. */
export const decodableOnly = (request: Request, _: Response, next: NextFunction): void => {
  // Throws a URIError, which is told as a problem.
  decodeURIComponent(request.path);
  next();
};

const METHODS: ReadonlySet<string> = new Set(['GET', 'HEAD', 'POST', 'PUT', 'PATCH', 'DELETE']);
/** Refuses methods that no route has. Express would tell anybody by OPTIONS which methods an address takes. */
export const knownMethodsOnly = (request: Request, _: Response, next: NextFunction): void => {
  if (!METHODS.has(request.method)) throw notFound('That address');
  next();
};
