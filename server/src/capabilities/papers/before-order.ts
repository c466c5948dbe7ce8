import type { BeforeOrder } from '@kettle/core/documents/before-order';
import { daysOf, STARTER_BEFORE_ORDER } from '@kettle/core/launch/before-order';
import { keptOfCandidate, type KeptOf } from '../../ground/candidates/kept-of-candidate.ts';
import type { Database } from '../../ground/db/connection.ts';
import { beforeOrders } from '../../ground/db/schema.ts';
import { badField } from '../../ground/problems/problem.ts';

/** What is to be done before a candidate is ordered; the usual list before anything was changed. */
export const keptBeforeOrder = keptOfCandidate(beforeOrders, STARTER_BEFORE_ORDER);

export const keepBeforeOrder = async (
  database: Database,
  id: number,
  change: KeptOf<BeforeOrder>,
): Promise<{ version: number }> => {
  const { lines } = change.document;
  if (new Set(lines.map((l) => l.key)).size < lines.length) throw badField('lines', 'Two lines carry the same key.');
  if (daysOf(change.document, '2000-01-01') === null)
    throw badField('lines', 'Lines wait for each other in a circle: none of them could be begun.');
  return keptBeforeOrder.keep(database, id, change);
};
