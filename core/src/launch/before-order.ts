import type { BeforeOrder, BeforeOrderLine } from '../documents/before-order.ts';
import { addDays, daysBetween, type Day } from '../measures/day.ts';

/** When a line can be begun and is done, at the earliest. */
export interface LineDays {
  key: string;
  begins: Day;
  /** The day on which it is done; of a done line the day it was. */
  ends: Day;
  /** Days it may take longer, or begin later, without the order being later; null for a done one. */
  slack: number | null;
}
export interface BeforeOrderPlan {
  lines: LineDays[];
  /** The day on which all is done: the order can go out. */
  ready: Day;
  done: number;
}

/**
 * When everything can be done, by the critical path (Kelley & Walker 1959): each line begins when all before it are done, and
 * not before today; what has slack may wait, what has none decides the day of the order.
 * @returns null where lines wait for each other in a circle
 * @example daysOf({ format: 'cold-kettle/before-order', begins: null, lines: [{ key: 'a', what: '', who: '', days: 10, after: [], note: '', done: null }, { key: 'b', what: '', who: '', days: 5, after: ['a'], note: '', done: null }, { key: 'c', what: '', who: '', days: 3, after: [], note: '', done: null }] }, '2026-11-24')?.lines.map((l) => [l.ends, l.slack]) // => [["2026-12-04",0],["2026-12-09",0],["2026-11-27",12]]
 */
export const daysOf = ({ begins, lines }: BeforeOrder, today: Day): BeforeOrderPlan | null => {
  const order = inOrder(lines);
  if (!order) return null;
  const from = begins !== null && begins > today ? begins : today;
  const days = new Map<string, { begins: Day; ends: Day }>();
  for (const line of order) {
    if (line.done !== null) {
      days.set(line.key, { begins: line.done, ends: line.done });
      continue;
    }
    const start = line.after.reduce((latest, key) => {
      const before = days.get(key)?.ends;
      return before !== undefined && before > latest ? before : latest;
    }, from);
    days.set(line.key, { begins: start, ends: addDays(start, line.days) });
  }
  const open = order.filter((l) => l.done === null);
  const ready = open.reduce((latest, l) => (days.get(l.key)!.ends > latest ? days.get(l.key)!.ends : latest), from);
  // From the end: a line must be done before the first of those that wait for it begins, at the latest.
  const latestEnd = new Map<string, Day>(open.map((l) => [l.key, ready]));
  for (const line of open.toReversed())
    for (const key of line.after) {
      const latest = latestEnd.get(key);
      if (latest === undefined) continue;
      const start = addDays(latestEnd.get(line.key)!, -line.days);
      if (start < latest) latestEnd.set(key, start);
    }
  return {
    lines: lines.map(({ key, done }) => ({
      key,
      ...days.get(key)!,
      slack: done !== null ? null : daysBetween(days.get(key)!.ends, latestEnd.get(key)!),
    })),
    ready,
    done: lines.length - open.length,
  };
};

/** Lines so that each stands behind those it waits for; null where that cannot be. What it waits for but is not there is not waited for. */
const inOrder = (lines: readonly BeforeOrderLine[]): BeforeOrderLine[] | null => {
  const byKey = new Map(lines.map((l) => [l.key, l]));
  const order: BeforeOrderLine[] = [];
  const state = new Map<string, 'on the way' | 'in'>();
  const visit = (line: BeforeOrderLine): boolean => {
    if (state.get(line.key) === 'in') return true;
    if (state.get(line.key) === 'on the way') return false;
    state.set(line.key, 'on the way');
    for (const key of line.after) {
      const before = byKey.get(key);
      if (before && !visit(before)) return false;
    }
    state.set(line.key, 'in');
    order.push(line);
    return true;
  };
  return lines.every(visit) ? order : null;
};

const line = (key: string, what: string, days: number, after: string[] = [], note = ''): BeforeOrderLine => ({
  key,
  what,
  who: '',
  days,
  after,
  note,
  done: null,
});

/** What is usually to be done before goods are ordered, with usual days. Common practice, no source. */
export const STARTER_BEFORE_ORDER: BeforeOrder = {
  format: 'cold-kettle/before-order',
  begins: null,
  lines: [
    line('brief', 'Send the brief to three makers and compare their quotes landed', 10),
    line('samples', 'Have samples made and sent', 21, ['brief']),
    line('use-samples', 'Use the samples for a week; check each point of the brief', 7, ['samples'], 'Keep one as the piece that all are measured against.'), // prettier-ignore
    line('rights', 'Search patents, designs and the name of the brand', 7, [], 'An attorney where something similar is found.'), // prettier-ignore
    line('papers', 'Ask which papers and tests the law and the marketplace want', 5),
    line('tests', 'Have the sample tested', 14, ['samples', 'papers']),
    line('gate', 'Ask the marketplace whether the category is open to you', 3),
    line('costing', 'Reckon the costing anew with the quote, freight and duty as told', 2, ['brief']),
    line('insurance', 'Product liability insurance', 7, ['papers']),
    line('packing', 'Design of packing, label and leaflet; number of the article', 10, ['use-samples', 'rights']),
    line('page', 'Draft the page; say what each picture must show', 4, ['use-samples']),
    line('pictures', 'Have pictures made with the sample', 10, ['page']),
    line('terms', 'Agree on deposit, days, inspection and what happens to faulty pieces, in writing', 3, ['use-samples', 'costing']), // prettier-ignore
    line('inspection', 'Book the inspection and the freight', 2, ['terms']),
  ],
};
