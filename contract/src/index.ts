import { archive } from './archive.ts';
import { candidates, reviews } from './candidates.ts';
import { costingRoutes } from './costing.ts';
import { curves } from './curves.ts';
import { demand } from './demand.ts';
import { folder } from './folder.ts';
import { listings } from './listings.ts';
import { operations } from './operations.ts';
import { papers } from './papers.ts';
import { people } from './people.ts';
import { shortlist } from './shortlist.ts';
import { siftRoutes } from './sift.ts';
import { sources } from './sources.ts';
import { suppliersRoutes } from './suppliers.ts';
import { watch } from './watch.ts';

/** Every route of the API, by capability. */
export const routes = {
  sources,
  folder,
  archive,
  sift: siftRoutes,
  demand,
  curves,
  listings,
  costing: costingRoutes,
  suppliers: suppliersRoutes,
  candidates,
  watch,
  reviews,
  shortlist,
  papers,
  people,
  operations,
};
