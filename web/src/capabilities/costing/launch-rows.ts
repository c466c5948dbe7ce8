import type { Launches } from '@kettle/contract/costing';
import { costing } from '@kettle/core/costing/costing';
import { EMPTY_PLAN, launchFrom, monthsOf, type LaunchAsked } from '@kettle/core/costing/launch';

/** A candidate's launch as it counts among several. */
export interface LaunchRow {
  id: number;
  name: string;
  asked: LaunchAsked | null;
  /** Or why its launch is not known. */
  reason: string;
  needs: number;
  leaves: number;
  month: number;
  /** Money in hand at each month's end, and months until its sales have risen. */
  cash: number[];
  tended: number;
  stage: string;
  /** The month its order is planned for; null for none. */
  launchMonth: string | null;
}

/** The launches of candidates, each as its costing and plan have it if all goes as typed. */
export const launchRows = (data: Launches | undefined): LaunchRow[] =>
  (data?.launches ?? []).map(
    ({
      id,
      name,
      stage,
      launchMonth,
      costing: { schedule, document },
      price: listed,
      category,
      weight,
      sides,
      units,
    }) => {
      const unknown = (reason: string): LaunchRow => ({
        id,
        name,
        stage,
        launchMonth,
        cash: [],
        tended: 0,
        asked: null,
        reason,
        needs: 0,
        leaves: 0,
        month: 0,
      });
      const price = document.price ?? listed;
      if (!schedule || price === null) return unknown('No price or no fee schedule is known.');
      const asked: LaunchAsked = {
        schedule: schedule.document,
        subject: { price, category, weight, sides },
        document,
        day: data!.day,
        units,
      };
      const launch = launchFrom(asked);
      if (typeof launch === 'string') return unknown(launch);
      const { lowest, afterYear, months } = monthsOf(launch);
      const result = costing(asked.schedule, asked.subject, document, asked.day);
      const profit = result.known ? result.costing.profit : 0;
      const month = Math.round(profit * (units?.likely ?? 0) * (document.plan ?? EMPTY_PLAN).unitsShare);
      return {
        id,
        name,
        stage,
        launchMonth,
        cash: months.map((m) => m.cash),
        tended: launch.likely.leadMonths + launch.likely.rampMonths,
        asked,
        reason: '',
        needs: -lowest,
        leaves: afterYear,
        month,
      };
    },
  );
