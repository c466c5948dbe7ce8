import {
  createApi,
  fetchBaseQuery,
  type BaseQueryFn,
  type FetchArgs,
  type FetchBaseQueryError,
} from '@reduxjs/toolkit/query/react';
import { problemOf } from './problem.ts';
import { takeSentAhead } from './sent-ahead.ts';
import { TAGS } from './tags.ts';

const overHttp = fetchBaseQuery({ baseUrl: new URL('/', window.location.origin).href });

export type BaseQuery = BaseQueryFn<string | FetchArgs, unknown, FetchBaseQueryError>;
const sentAheadOrHttp: BaseQuery = async (args, context, options) => {
  const ahead = takeSentAhead(typeof args === 'string' ? args : args.url);
  if (ahead !== undefined) return { data: ahead };
  const answer = await overHttp(args, context, options);
  // Signed out meanwhile, here or elsewhere: who it is is asked anew, and the frame shows how to come back.
  if (answer.error?.status === 401 && problemOf(answer.error)?.type === '/problems/sign-in')
    context.dispatch(api.util.invalidateTags(['Me']));
  if (answer.error?.status === 507) context.dispatch(api.util.invalidateTags(['Room']));
  return answer;
};

/** The cache of all that the interface asks of the server; what is asked stands in the other files here, by capability. */
export const api = createApi({
  baseQuery: sentAheadOrHttp,
  tagTypes: TAGS,
  refetchOnReconnect: true,
  endpoints: () => ({}),
});
