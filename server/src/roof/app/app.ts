import { existsSync } from 'node:fs';
import { join } from 'node:path';
import compression from 'compression';
import express, { type Express, type NextFunction, type Request, type Response } from 'express';
import compressedStatic from 'express-static-gzip';
import helmet from 'helmet';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { Overtaken } from '../../capabilities/sift/service.ts';
import { Api, isApiPath } from '../../ground/http/api.ts';
import { notFound, ProblemError, problemFrom } from '../../ground/problems/problem.ts';
import { serveCapabilities } from './capabilities.ts';
import type { Services } from './compose.ts';
import { countedAnswers } from './life.ts';
import { makeMetrics } from './metrics.ts';
import { requestNumber, serveOperations } from './operations.ts';
import { asStranger, forWhom, gateOf } from './access.ts';
import { decodableOnly, knownHostOnly, knownMethodsOnly, ownPagesOnly } from './guards.ts';
import { openApi } from './openapi.ts';
import { makePage } from './page.ts';

const WEB = join(import.meta.dirname, '..', '..', '..', '..', 'web', 'dist');

/** All routes of the API, each behind its guard. */
export const makeApi = (services: Services, metrics: ReturnType<typeof makeMetrics>): Api => {
  const api = new Api(gateOf(services.team ? services.database.db : null));
  api.on('get', '/api/openapi.json', async (_, response) => void response.json(openApi()));
  serveOperations(api, services, metrics);
  serveCapabilities(api, services);
  return api;
};

/** The Express app over its services; listening is the caller's. */
export const makeApp = (services: Services, log: Logger): Express => {
  const app = express();
  app.disable('x-powered-by');
  app.set('query parser', 'simple');
  // An address has one spelling.
  app.enable('case sensitive routing');
  app.enable('strict routing');
  const origin = services.team?.origin ?? null;
  // Only a proxy on this machine says from where a request came.
  app.set('trust proxy', 'loopback');
  const metrics = makeMetrics(services);
  app.use(metrics.count, countedAnswers(services.life));
  app.use(
    pinoHttp({ logger: log, genReqId: requestNumber, autoLogging: { ignore: (r) => r.method === 'GET' } }),
    decodableOnly,
    knownHostOnly(origin),
    ownPagesOnly(origin),
  );
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'none'"],
          scriptSrc: ["'self'"],
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", 'data:', 'blob:'],
          fontSrc: ["'self'"],
          connectSrc: ["'self'"],
          workerSrc: ["'self'"],
          formAction: ["'self'"],
          baseUri: ["'none'"],
          frameAncestors: ["'none'"],
        },
      },
      strictTransportSecurity: false,
      referrerPolicy: { policy: 'no-referrer' },
    }),
  );
  app.use(compression());
  app.use(knownMethodsOnly);
  if (services.team) app.use(asStranger);
  app.use(makeApi(services, metrics).router);
  app.use((request, _, next) => {
    if (isApiPath(request.path) || (request.method !== 'GET' && request.method !== 'HEAD'))
      throw notFound('That address');
    next();
  });
  if (existsSync(WEB)) {
    app.use(
      '/assets',
      compressedStatic(join(WEB, 'assets'), {
        enableBrotli: true,
        orderPreference: ['br'],
        serveStatic: { immutable: true, maxAge: '1y', fallthrough: false },
      }),
    );
    app.use(express.static(WEB, { index: false }));
    // Addresses of the interface's own pages all load the interface.
    const page = makePage(WEB, services, services.team ? forWhom(services.database.db) : null);
    app.get('/{*rest}', async (request, response) => {
      // What belongs to somebody is not kept by the browser, not even to go back to.
      response.type('html').setHeader('Cache-Control', services.team ? 'no-store' : 'no-cache');
      response.send(await page(request));
    });
  }
  app.use((error: unknown, request: Request, response: Response, next: NextFunction) => {
    // Nobody waits for the answer any more.
    if (error instanceof Overtaken) return void response.destroy();
    if (response.headersSent) return next(error);
    // Whoever asked went away while still sending: nothing of the program failed, whatever error that raises.
    if (request.socket.destroyed || request.errored) {
      request.log.info('The request was ended by whoever sent it');
      return void response.destroy();
    }
    const problem = problemFrom(error);
    if (problem.status >= 500) {
      request.log.error({ err: error, url: request.url }, problem.title);
      problem.request = String(request.id);
    }
    if (error instanceof ProblemError) response.set(error.headers);
    // What was not read of it would be taken for the next request on the same line.
    if (!request.complete) response.setHeader('Connection', 'close');
    response.status(problem.status).type('application/problem+json').send(JSON.stringify(problem));
  });
  return app;
};
