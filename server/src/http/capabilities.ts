import type { Express } from 'express';
import { serveCandidates } from '../candidates/routes.ts';
import { serveCosting } from '../costing/routes.ts';
import { serveCurves } from '../curves/routes.ts';
import { serveDemand } from '../demand/routes.ts';
import { serveFind } from '../find/routes.ts';
import { serveJobs } from '../jobs/routes.ts';
import { serveListings } from '../listings/routes.ts';
import { serveMarketplaces } from '../marketplaces/routes.ts';
import { serveReviews } from '../reviews/routes.ts';
import { serveShortlist } from '../shortlist/routes.ts';
import { refuseRuledOut } from '../shortlist/service.ts';
import { serveSift } from '../sift/routes.ts';
import { serveSources } from '../sources/routes.ts';
import { serveWatch } from '../watch/routes.ts';
import type { Services } from './compose.ts';

/** Everything that is answered over HTTP. */
export const serveCapabilities = (app: Express, services: Services): void => {
  serveMarketplaces(app, services);
  serveFind(app, services);
  serveJobs(app, services);
  serveSources(app, services);
  serveSift(app, services);
  serveDemand(app, services);
  serveListings(app, services);
  serveCosting(app, services);
  serveCurves(app, services);
  serveCandidates(app, services, (id) => refuseRuledOut(services.database.db, id));
  serveWatch(app, services);
  serveReviews(app, services);
  serveShortlist(app, services);
};
