import { eq } from 'drizzle-orm';
import type { Stage } from '@kettle/core/documents/stages';
import { addDays } from '@kettle/core/measures/day';
import { readinessOf } from '../../ground/candidates/waiting.ts';
import type { Db } from '../../ground/db/connection.ts';
import { candidates } from '../../ground/db/schema.ts';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';
import { watchPlanOf } from '../../ground/marketplaces/watch-plan.ts';
import type { CalendarDay } from './away.ts';
import { eventsOf } from './plan.ts';

/** Stages at which a candidate is waited for. */
const WAITING: ReadonlySet<Stage> = new Set(['watched', 'weighed']);

/** Days of a marketplace that stand in a calendar: when to look again, when a candidate was watched long enough, events. */
export const daysToRemember = async (db: Db, market: Market): Promise<CalendarDay[]> => {
  const [rows, { plan }, events] = await Promise.all([
    db.select().from(candidates).where(eq(candidates.marketplaceId, market.id)),
    watchPlanOf(db, market.id),
    eventsOf(db, market.id),
  ]);
  const readiness = await readinessOf(
    db,
    market,
    rows.map((r) => r.id),
  );
  const uid = (kind: string, id: number): string => `${kind}-${id}@${market.id}.cold-kettle`;
  return [
    ...rows.flatMap(({ id, name, stage, lookAgainOn }): CalendarDay[] => {
      if (stage === 'dropped') return [];
      const since = readiness.get(id)?.watchedSince;
      const enough = since == null ? null : addDays(since, 7 * plan.weeks);
      return [
        ...(lookAgainOn
          ? [{ uid: uid('look', id), day: lookAgainOn, title: `Look again: ${name}`, text: `On ${market.name}.` }]
          : []),
        ...(enough !== null && enough > market.today && WAITING.has(stage)
          ? [
              {
                uid: uid('enough', id),
                day: enough,
                title: `Watched for ${plan.weeks} weeks: ${name}`,
                text: `By your own rule it may be shortlisted from this day on, with ${plan.readings} readings of its find.`,
              },
            ]
          : []),
      ];
    }),
    ...events.map(({ id, first, kind, text }) => ({ uid: uid('event', id), day: first, title: text, text: kind })),
  ];
};
