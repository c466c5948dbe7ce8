/** The workspace as one file: taken away, brought in, and kept by a rule. */
import { Type, type Static } from '@sinclair/typebox';
import { Day, exactly, oneOf } from '@kettle/core/documents/shapes';
import { route } from './route.ts';
import { Done, Job } from './shapes.ts';

export const CopyRule = Type.Object(
  {
    every: oneOf('never', 'day', 'week'),
    keep: Type.Integer({ minimum: 1, maximum: 365, description: 'The newest that are kept; older ones are removed.' }),
  },
  exactly,
);
export type CopyRule = Static<typeof CopyRule>;

export const Copies = Type.Object({
  rule: CopyRule,
  possible: Type.Boolean({ description: 'The program has a folder to keep copies in.' }),
  copies: Type.Array(Type.Object({ name: Type.String(), day: Day, size: Type.Integer({ description: 'Bytes.' }) }), {
    description: 'Newest first.',
  }),
});
export type Copies = Static<typeof Copies>;

export const archive = {
  copies: route('get', '/api/workspace/copies', 'Copies that are kept, and the rule they are kept by.', {
    reply: Copies,
  }),
  setRule: route(
    'put',
    '/api/workspace/copies',
    'Sets the rule by which copies are kept; one that is due is made at once.',
    {
      body: CopyRule,
      reply: Done,
    },
  ),
  keepNow: route('post', '/api/workspace/copies', 'Keeps a copy now.', {
    reply: Type.Object({ name: Type.String() }),
  }),
  bringIn: route(
    'post',
    '/api/workspace/archive',
    'Takes a copy of a workspace (cold-kettle/workspace) as its body and reads it in beside what is there, as a job.',
    { query: Type.Object({ name: Type.String({ maxLength: 255 }) }), body: Type.String(), reply: Job },
  ),
};
