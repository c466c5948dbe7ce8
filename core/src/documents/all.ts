import type { TSchema } from '@sinclair/typebox';
import { BeforeOrder } from './before-order.ts';
import { Brief } from './brief.ts';
import { Corrections } from './corrections.ts';
import { CostRules } from './cost-rules.ts';
import { CostingDocument } from './costing.ts';
import { DecidedOn } from './decision.ts';
import { FeeSchedule } from './fee-schedule.ts';
import { FlagRules } from './flag-rules.ts';
import { LaunchYear } from './launch-year.ts';
import { Opinion } from './opinion.ts';
import { OwnMeans } from './own-means.ts';
import { PageDraft, PageLimits } from './page-draft.ts';
import { Scoresheet } from './scoresheet.ts';
import { ShelfRules } from './shelf-rules.ts';
import { WaitFor, WatchPlan, WatchRules } from './watch-rules.ts';

/** Every document that people edit and keep, by the name of its JSON Schema in docs/schemas. */
export const DOCUMENTS: Readonly<Record<string, TSchema>> = {
  'before-order': BeforeOrder,
  brief: Brief,
  corrections: Corrections,
  'cost-rules': CostRules,
  costing: CostingDocument,
  decision: DecidedOn,
  'fee-schedule': FeeSchedule,
  'flag-rules': FlagRules,
  'launch-year': LaunchYear,
  opinion: Opinion,
  'own-means': OwnMeans,
  'page-draft': PageDraft,
  'page-limits': PageLimits,
  scoresheet: Scoresheet,
  'shelf-rules': ShelfRules,
  'wait-for': WaitFor,
  'watch-plan': WatchPlan,
  'watch-rules': WatchRules,
};
