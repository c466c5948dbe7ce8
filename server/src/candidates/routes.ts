import type { Express } from 'express';
import { candidates as routes } from '@kettle/contract/candidates';
import { serve } from '../http/serve.ts';
import type { Services } from '../services.ts';
import { marketOf } from '../sources/marketplaces.ts';
import {
  addNote,
  addToLineUp,
  candidateOf,
  changeCandidate,
  listCandidates,
  moveToStage,
  removeFromLineUp,
  startCandidate,
} from './service.ts';

const DONE = { ok: true } as const;

export const serveCandidates = (app: Express, { database: { db } }: Services): void => {
  serve(app, routes.list, async ({ params }) => listCandidates(db, await marketOf(db, params.marketplace)));
  serve(app, routes.start, async ({ params, body }) => ({
    id: await startCandidate(db, await marketOf(db, params.marketplace), body),
  }));
  serve(app, routes.get, async ({ params }) => candidateOf(db, params.id));
  serve(app, routes.change, async ({ params, body }) => (await changeCandidate(db, params.id, body), DONE));
  serve(
    app,
    routes.stage,
    async ({ params, body }) => (await moveToStage(db, params.id, body.stage, body.reason), DONE),
  );
  serve(app, routes.note, async ({ params, body }) => (await addNote(db, params.id, body.text), DONE));
  serve(app, routes.addListings, async ({ params, body }) => addToLineUp(db, params.id, body.text));
  serve(app, routes.removeListing, async ({ params }) => (await removeFromLineUp(db, params.id, params.code), DONE));
};
