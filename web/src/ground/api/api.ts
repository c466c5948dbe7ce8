import {
  createApi,
  fetchBaseQuery,
  type BaseQueryFn,
  type FetchArgs,
  type FetchBaseQueryError,
} from '@reduxjs/toolkit/query/react';
import { takeSentAhead } from './sent-ahead.ts';
import { TAGS } from './tags.ts';

const overHttp = fetchBaseQuery({ baseUrl: new URL('/', window.location.origin).href });

export type BaseQuery = BaseQueryFn<string | FetchArgs, unknown, FetchBaseQueryError>;
const sentAheadOrHttp: BaseQuery = (args, context, options) => {
  const ahead = takeSentAhead(typeof args === 'string' ? args : args.url);
  return ahead === undefined ? overHttp(args, context, options) : { data: ahead };
};

/** The cache of all that the interface asks of the server; what is asked stands in the other files here, by capability. */
export const api = createApi({
  baseQuery: sentAheadOrHttp,
  tagTypes: TAGS,
  refetchOnReconnect: true,
  endpoints: () => ({}),
});
