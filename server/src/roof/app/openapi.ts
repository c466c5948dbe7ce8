import type { TObject } from '@sinclair/typebox';
import { routes } from '@kettle/contract/index';
import type { Route } from '@kettle/contract/route';
import { Problem } from '@kettle/contract/shapes';

const inPlace = (schema: TObject, place: 'path' | 'query') =>
  Object.entries(schema.properties).map(([name, property]) => ({
    name,
    in: place,
    required: place === 'path' || (schema.required ?? []).includes(name),
    schema: property,
  }));

/** The OpenAPI 3.1 description of the API, made from the contract. */
export const openApi = () => {
  const paths: Record<string, Record<string, unknown>> = {};
  for (const [area, group] of Object.entries(routes))
    for (const [name, one] of Object.entries(group)) {
      const route = one as Route;
      const { path, method, summary, params, query, body, reply } = route;
      paths[path] = {
        ...paths[path],
        [method]: {
          operationId: `${area}.${name}`,
          tags: [area],
          summary,
          parameters: [...inPlace(params, 'path'), ...inPlace(query, 'query')],
          ...(method === 'get' || method === 'delete'
            ? {}
            : {
                requestBody: {
                  required: true,
                  content: { [body.type === 'string' ? 'text/csv' : 'application/json']: { schema: body } },
                },
              }),
          responses: {
            200: { description: 'As asked.', content: { 'application/json': { schema: reply } } },
            default: {
              description: 'What is wrong, as problem details.',
              content: { 'application/problem+json': { schema: Problem } },
            },
          },
        },
      };
    }
  return {
    openapi: '3.1.0',
    info: { title: 'Cold Kettle', version: '1', description: 'The API that the interface uses; scripts may, too.' },
    // Where people sign in a script sends a key; where nobody does nothing is asked.
    security: [{}, { key: [] }],
    components: {
      securitySchemes: {
        key: {
          type: 'http',
          scheme: 'bearer',
          description: 'A key with a role and an end, made under one’s name (top right) where the program was started with --team. It may what its role may: see docs/api.md.', // prettier-ignore
        },
      },
    },
    paths,
  };
};
