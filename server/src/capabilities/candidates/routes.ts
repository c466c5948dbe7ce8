import { candidates as routes } from '@kettle/contract/candidates';
import { watch } from '@kettle/contract/watch';
import type { Stage } from '@kettle/core/documents/stages';
import { candidateRow, lineUpIds } from '../../ground/candidates/candidate-rows.ts';
import { refuseTooEarly } from '../../ground/candidates/waiting.ts';
import type { Ground } from '../../ground/ground.ts';
import type { Api } from '../../ground/http/api.ts';
import { serve } from '../../ground/http/serve.ts';
import { marketOf } from '../../ground/marketplaces/marketplaces.ts';
import { groupReadings } from '../watch/chart.ts';
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
/** Stages that a candidate which is ruled out, or was hardly watched, reaches only with a word why. */
const FIRM: ReadonlySet<Stage> = new Set(['shortlisted', 'chosen']);

/** @param mayStand throws when a candidate may not stand on a firm stage without a word why */
export const serveCandidates = (api: Api, { database }: Ground, mayStand: (id: number) => Promise<void>): void => {
  const { db } = database;
  serve(api, routes.list, async ({ params }) => listCandidates(db, await marketOf(db, params.marketplace)));
  serve(api, routes.start, async ({ params, body }) => ({
    id: await startCandidate(database, await marketOf(db, params.marketplace), body),
  }));
  serve(api, routes.get, async ({ params }) => candidateOf(db, params.id));
  serve(api, routes.change, async ({ params, body }) => (await changeCandidate(db, params.id, body), DONE));
  serve(api, routes.stage, async ({ params, body }) => {
    if (FIRM.has(body.stage) && !body.reason?.trim()) {
      const { market } = await candidateRow(db, params.id);
      await mayStand(params.id);
      await refuseTooEarly(db, market, params.id);
    }
    await moveToStage(database, params.id, body.stage, body.reason);
    return DONE;
  });
  serve(api, watch.group, async ({ params }) => {
    const { market } = await candidateRow(db, params.id);
    return groupReadings(db, market, await lineUpIds(db, params.id));
  });
  serve(api, routes.note, async ({ params, body }) => (await addNote(db, params.id, body.text), DONE));
  serve(api, routes.addListings, async ({ params, body }) => addToLineUp(database, params.id, body.text));
  serve(api, routes.removeListing, async ({ params }) => (await removeFromLineUp(db, params.id, params.code), DONE));
};
