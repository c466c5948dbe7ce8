import { COURSES, type DemandChoice } from '@kettle/core/demand/choice';
import type { CourseKind } from '@kettle/core/demand/course';
import type { DemandIndex } from './index.ts';

interface Searched {
  categories: ReadonlySet<number>;
  course: { kind: CourseKind };
  stems: ReadonlySet<string> | readonly string[];
}
/** Which rows have a word, stand in a category, have a course or are a brand's name: made once for an index. */
export class RowSets {
  readonly size: number;
  readonly courses: Uint8Array;
  private readonly byStem = new Map<string, number[]>();
  private readonly byCategory = new Map<number, number[]>();

  constructor(rows: readonly Searched[]) {
    this.size = rows.length;
    this.courses = new Uint8Array(rows.length);
    rows.forEach((row, at) => {
      this.courses[at] = COURSES.indexOf(row.course.kind);
      for (const stem of row.stems) put(this.byStem, stem, at);
      for (const category of row.categories) put(this.byCategory, category, at);
    });
  }
  /** 0 for rows in one of the categories, 1 for all others. */
  outOf(categories: readonly number[]): Uint8Array {
    const fails = new Uint8Array(this.size).fill(1);
    for (const c of categories) for (const row of this.byCategory.get(c) ?? []) fails[row] = 0;
    return fails;
  }
  /** 1 for rows that have all stems. */
  having(stems: readonly string[]): Uint8Array {
    const found = new Uint8Array(this.size);
    const distinct = [...new Set(stems)];
    for (const stem of distinct) for (const row of this.byStem.get(stem) ?? []) found[row]!++;
    for (let row = 0; row < found.length; row++) found[row] = found[row] === distinct.length ? 1 : 0;
    return found;
  }
}
const put = <K>(map: Map<K, number[]>, key: K, row: number): void => {
  const there = map.get(key);
  if (!there) map.set(key, [row]);
  else if (there.at(-1) !== row) there.push(row);
};
const sets = new WeakMap<DemandIndex, Partial<Record<DemandChoice['view'], RowSets>>>();
export const setsOf = (index: DemandIndex, view: DemandChoice['view']): RowSets => {
  let made = sets.get(index);
  if (!made) sets.set(index, (made = {}));
  return (made[view] ??= new RowSets(view === 'niches' ? index.niches : index.terms));
};
