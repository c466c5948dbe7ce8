import { Type } from '@sinclair/typebox';
import { route } from './route.ts';

/** What those who run the program ask of it. Its metrics are text: GET /api/metrics. */
export const operations = {
  ready: route('get', '/api/ready', 'Whether this server takes work now: 503 while it is about to stop.', {
    reply: Type.Object({
      ready: Type.Boolean(),
      node: Type.Integer({ description: 'Which of the database’s addresses it works with, counted from 0.' }),
      jobs: Type.Integer({ description: 'Jobs that run in this server.' }),
    }),
  }),
  room: route('get', '/api/room', 'Whether there is room on the disk: while it is full nothing is saved (507).', {
    reply: Type.Object({
      full: Type.Boolean(),
      freeMb: Type.Union([Type.Integer({ minimum: 0 }), Type.Null()], {
        description: 'Free space where the workspace is kept, in MB; null where that cannot be told.',
      }),
    }),
  }),
};
