import type { EndpointBuilder } from '@reduxjs/toolkit/query/react';
import { addressOf, type BodyOf, type ParamsOf, type QueryOf, type ReplyOf, type Route } from '@kettle/contract/route';
import type { BaseQuery } from './api.ts';
import type { Tag, TagName } from './tags.ts';

// The types of a route are read from it; `Route<any …>` alone admits them all.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type AnyRoute = Route<any, any, any, any>;
export interface ArgsOf<T extends AnyRoute> {
  params: ParamsOf<T>;
  query?: QueryOf<T>;
  body?: BodyOf<T>;
}

const requestOf = (route: AnyRoute, { params, query, body }: { params: object; query?: object; body?: unknown }) => ({
  url: addressOf(route, params as Record<string, unknown>, query as Record<string, unknown>),
  method: route.method.toUpperCase(),
  ...(body === undefined
    ? {}
    : {
        body,
        ...(typeof body === 'string' || (body as unknown) instanceof Blob
          ? { headers: { 'Content-Type': 'application/octet-stream' } }
          : {}),
      }),
});

type Builder = EndpointBuilder<BaseQuery, TagName, 'api'>;

/** Endpoints made from routes of the contract: `ask` reads and says what it shows, `change` changes and says what follows. */
export const fromRoutes = (build: Builder) => {
  const read = <T extends AnyRoute>(route: T) => ({ query: (args: ArgsOf<T>) => requestOf(route, args) });
  return {
    read,
    ask: <T extends AnyRoute>(route: T, shows: (args: ArgsOf<T>) => readonly Tag[] = () => []) =>
      build.query<ReplyOf<T>, ArgsOf<T>>({ ...read(route), providesTags: (_, __, args) => shows(args) }),
    change: <T extends AnyRoute>(route: T, follows: (args: ArgsOf<T>) => readonly Tag[] = () => []) =>
      build.mutation<ReplyOf<T>, ArgsOf<T>>({
        ...read(route),
        invalidatesTags: (_, __, args) => follows(args),
      }),
  };
};
