import type { TSchema } from '@sinclair/typebox';
import { Brief } from './brief.ts';
import { Corrections } from './corrections.ts';
import { CostRules } from './cost-rules.ts';
import { CostingDocument } from './costing.ts';
import { DecidedOn } from './decision.ts';
import { FeeSchedule } from './fee-schedule.ts';
import { FlagRules } from './flag-rules.ts';
import { Scoresheet } from './scoresheet.ts';
import { ShelfRules } from './shelf-rules.ts';
import { WaitFor, WatchPlan, WatchRules } from './watch-rules.ts';

/** Every document that people edit and keep, by the name of its JSON Schema in docs/schemas. */
export const DOCUMENTS: Readonly<Record<string, TSchema>> = {
  brief: Brief,
  corrections: Corrections,
  'cost-rules': CostRules,
  costing: CostingDocument,
  decision: DecidedOn,
  'fee-schedule': FeeSchedule,
  'flag-rules': FlagRules,
  scoresheet: Scoresheet,
  'shelf-rules': ShelfRules,
  'wait-for': WaitFor,
  'watch-plan': WatchPlan,
  'watch-rules': WatchRules,
};
