import type { Express } from 'express';
import { serveArchive } from '../../capabilities/archive/routes.ts';
import { serveCandidates } from '../../capabilities/candidates/routes.ts';
import { serveCosting } from '../../capabilities/costing/routes.ts';
import { serveCurves } from '../../capabilities/curves/routes.ts';
import { serveDemand } from '../../capabilities/demand/routes.ts';
import { serveFind } from '../../capabilities/find/routes.ts';
import { serveJobs } from '../../capabilities/jobs/routes.ts';
import { serveMarketplaces } from '../../capabilities/marketplaces/routes.ts';
import { serveReviews } from '../../capabilities/reviews/routes.ts';
import { serveShortlist } from '../../capabilities/score/routes.ts';
import { refuseRuledOut } from '../../capabilities/score/service.ts';
import { serveListings } from '../../capabilities/sheet/routes.ts';
import { serveSift } from '../../capabilities/sift/routes.ts';
import { serveFolder } from '../../capabilities/sources/folder-routes.ts';
import { serveSources } from '../../capabilities/sources/routes.ts';
import { serveSuppliers } from '../../capabilities/suppliers/routes.ts';
import { serveWatch } from '../../capabilities/watch/routes.ts';
import type { Services } from './compose.ts';

/** Everything that is answered over HTTP. */
export const serveCapabilities = (app: Express, services: Services): void => {
  serveMarketplaces(app, services);
  serveFind(app, services);
  serveJobs(app, services);
  serveSources(app, services);
  serveFolder(app, services);
  serveArchive(app, services);
  serveSift(app, services);
  serveDemand(app, services);
  serveListings(app, services);
  serveCosting(app, services);
  serveSuppliers(app, services);
  serveCurves(app, services);
  serveCandidates(app, services, (id) => refuseRuledOut(services.database.db, id));
  serveWatch(app, services);
  serveReviews(app, services);
  serveShortlist(app, services);
};
