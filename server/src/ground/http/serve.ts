import type { TObject, TSchema } from '@sinclair/typebox';
import type { Request } from 'express';
import type { BodyOf, ParamsOf, QueryOf, ReplyOf, Route } from '@kettle/contract/route';
import { ProblemError } from '../problems/problem.ts';
import { validator } from './validate.ts';
import type { Api } from './api.ts';

// The types of a route are read from it; `Route<any …>` alone admits them all.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type AnyRoute = Route<any, any, any, any>;
export interface Asked<T extends AnyRoute> {
  params: ParamsOf<T>;
  query: QueryOf<T>;
  body: BodyOf<T>;
  request: Request;
  /** Aborted when whoever asked has gone before the answer. */
  signal: AbortSignal;
}

/** Serves a route of the contract: what comes in is checked against it before the answer is made. */
export const serve = <T extends AnyRoute>(
  api: Api,
  route: T,
  answer: (asked: Asked<T>) => Promise<ReplyOf<T>>,
): void => {
  const params = validator<ParamsOf<T>>(route.params as TObject, 'parameters');
  const query = validator<QueryOf<T>>(route.query as TObject, 'parameters');
  // A file is read by its route, piece by piece, and never held whole.
  const isFile = (route.body as TSchema).type === 'string';
  const body = isFile ? () => undefined as BodyOf<T> : validator<BodyOf<T>>(route.body as TSchema, 'body');
  api.on(route.method, route.path.replace(/\{(\w+)\}/g, ':$1'), async (request, response) => {
    // What the file is shows in its bytes; a page of another site cannot send these types without being asked about.
    if (isFile && !request.is(['text/csv', 'application/octet-stream', 'application/zip']))
      throw new ProblemError(
        415,
        'no-csv',
        'A file is sent as it is, with the content type text/csv or application/octet-stream.',
      );
    const gone = new AbortController();
    response.once('close', () => response.writableEnded || gone.abort());
    // The query is a getter that parses anew: a copy is what gets coerced.
    response.json(
      await answer({
        params: params({ ...request.params }),
        query: query({ ...request.query }),
        body: body(request.body ?? {}),
        request,
        signal: gone.signal,
      }),
    );
  });
};
