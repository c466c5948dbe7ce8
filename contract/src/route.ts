import { Type, type Static, type TObject, type TSchema } from '@sinclair/typebox';

/** One way into the server: what it takes and what it gives back, for the server, the interface and OpenAPI alike. */
export interface Route<
  P extends TObject = TObject,
  Q extends TObject = TObject,
  B extends TSchema = TSchema,
  R extends TSchema = TSchema,
> {
  method: 'get' | 'post' | 'put' | 'patch' | 'delete';
  /** With parameters in braces: /api/listings/{id}. */
  path: string;
  summary: string;
  params: P;
  query: Q;
  body: B;
  reply: R;
}
export type ParamsOf<T> = T extends Route<infer P, TObject, TSchema, TSchema> ? Static<P> : never;
export type QueryOf<T> = T extends Route<TObject, infer Q, TSchema, TSchema> ? Static<Q> : never;
export type BodyOf<T> = T extends Route<TObject, TObject, infer B, TSchema> ? Static<B> : never;
export type ReplyOf<T> = T extends Route<TObject, TObject, TSchema, infer R> ? Static<R> : never;

const nothing = Type.Object({}, { additionalProperties: false });

/** A route with what is left out being empty. */
export const route = <
  P extends TObject = typeof nothing,
  Q extends TObject = typeof nothing,
  B extends TSchema = TSchema,
  R extends TSchema = TSchema,
>(
  method: Route['method'],
  path: string,
  summary: string,
  shape: { params?: P; query?: Q; body?: B; reply: R },
): Route<P, Q, B, R> => ({
  method,
  path,
  summary,
  params: (shape.params ?? nothing) as P,
  query: (shape.query ?? nothing) as Q,
  body: (shape.body ?? Type.Unknown()) as B,
  reply: shape.reply,
});

/** The address of a route with its parameters and query filled in; what is undefined or empty is left out. */
export const addressOf = (
  { path }: Pick<Route, 'path'>,
  params: Record<string, unknown>,
  query: Record<string, unknown> = {},
): string => {
  const filled = path.replace(/\{(\w+)\}/g, (_, name: string) => encodeURIComponent(String(params[name])));
  const search = new URLSearchParams(
    Object.entries(query).flatMap(([k, v]): [string, string][] =>
      v === undefined || v === '' ? [] : [[k, String(v)]],
    ),
  );
  return search.size > 0 ? `${filled}?${search}` : filled;
};
