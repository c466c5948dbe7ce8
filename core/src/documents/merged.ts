import { diff3Merge } from 'node-diff3';

/** What a document is made of. */
type Json = null | boolean | number | string | Json[] | { [key: string]: Json };
type Fields = Record<string, Json>;

/** Two changes of one document laid together, or the places where they say different things. */
export type Merged<T> = { merged: T; conflicts: null } | { merged: null; conflicts: string[] };

const isFields = (value: Json | undefined): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const same = (a: Json | undefined, b: Json | undefined): boolean => {
  if (a === b) return true;
  if (Array.isArray(a) && Array.isArray(b)) return a.length === b.length && a.every((x, i) => same(x, b[i]));
  if (!isFields(a) || !isFields(b)) return false;
  const keys = Object.keys(a);
  return keys.length === Object.keys(b).length && keys.every((k) => k in b && same(a[k], b[k]));
};

/** By which of their fields the lines of a list are told apart, where they are: each line has it, and no two the same. */
const NAMES = ['id', 'key', 'code', 'name'];
const nameOfLines = (lists: readonly (readonly Json[])[]): string | null =>
  NAMES.find((name) =>
    lists.every(
      (list) =>
        list.every((line) => isFields(line) && (typeof line[name] === 'string' || typeof line[name] === 'number')) &&
        new Set(list.map((line) => (line as Fields)[name])).size === list.length,
    ),
  ) ?? null;

/** A value that one side does not have. */
const GONE = Symbol('gone');
type Side = Json | typeof GONE;
const sameSide = (a: Side, b: Side): boolean => (a === GONE || b === GONE ? a === b : same(a, b));

class Merge {
  readonly conflicts: string[] = [];

  value(place: string, base: Side, mine: Side, theirs: Side): Side {
    if (sameSide(mine, theirs) || sameSide(theirs, base)) return mine;
    if (sameSide(mine, base)) return theirs;
    if (mine !== GONE && theirs !== GONE) {
      if (isFields(mine) && isFields(theirs))
        return this.fields(place, isFields(base as Json) ? (base as Fields) : {}, mine, theirs);
      if (Array.isArray(mine) && Array.isArray(theirs))
        return this.list(place, Array.isArray(base) ? base : [], mine, theirs);
      if (typeof mine === 'string' && typeof theirs === 'string' && typeof base === 'string')
        return this.text(place, base, mine, theirs);
    }
    this.conflicts.push(place);
    return mine;
  }

  private fields(place: string, base: Fields, mine: Fields, theirs: Fields): Fields {
    const made: Fields = {};
    for (const key of new Set([...Object.keys(mine), ...Object.keys(theirs)])) {
      const of = (side: Fields): Side => (key in side ? side[key]! : GONE);
      const value = this.value(place === '' ? key : `${place}.${key}`, of(base), of(mine), of(theirs));
      if (value !== GONE) made[key] = value;
    }
    return made;
  }

  private list(place: string, base: Json[], mine: Json[], theirs: Json[]): Json[] {
    const name = nameOfLines([base, mine, theirs]);
    return name === null ? this.pieces(place, base, mine, theirs) : this.lines(place, name, base, mine, theirs);
  }

  /** Lines that have a name each: what became of every one, in the order of whoever moved them. */
  private lines(place: string, name: string, base: Json[], mine: Json[], theirs: Json[]): Json[] {
    const byName = (list: Json[]) => new Map(list.map((line) => [String((line as Fields)[name]), line]));
    const [was, here, there] = [byName(base), byName(mine), byName(theirs)];
    const kept = new Map<string, Json>();
    for (const key of new Set([...here.keys(), ...there.keys()])) {
      const value = this.value(`${place}.${key}`, was.get(key) ?? GONE, here.get(key) ?? GONE, there.get(key) ?? GONE);
      if (value !== GONE) kept.set(key, value);
    }
    const order = (list: Map<string, Json>): string[] => [...list.keys()].filter((key) => was.has(key));
    const common = (keys: string[]): string[] => keys.filter((key) => here.has(key) && there.has(key));
    const isMoved = !same(common(order(here)), common([...was.keys()]));
    const [lead, other] = isMoved ? [here, there] : [there, here];
    const keys = [...lead.keys()].filter((key) => kept.has(key));
    // What only the other has goes behind what stands before it there.
    let before = -1;
    for (const key of other.keys()) {
      if (!kept.has(key)) continue;
      const at = keys.indexOf(key);
      if (at >= 0) before = at;
      else keys.splice(++before, 0, key);
    }
    return keys.map((key) => kept.get(key)!);
  }

  /** Pieces without names: laid together as lines of a text are. */
  private pieces<T extends Json>(place: string, base: T[], mine: T[], theirs: T[]): T[] {
    const asText = (list: T[]): string[] => list.map((piece) => JSON.stringify(piece));
    const made: T[] = [];
    for (const region of diff3Merge(asText(mine), asText(base), asText(theirs), { excludeFalseConflicts: true }))
      if (region.ok) made.push(...region.ok.map((text) => JSON.parse(text) as T));
      else this.conflicts.push(place);
    return made;
  }

  private text(place: string, base: string, mine: string, theirs: string): string {
    return this.pieces(place, base.split('\n'), mine.split('\n'), theirs.split('\n')).join('\n');
  }
}

/**
 * Lays two changes of one document together: each field, line and piece that one side alone changed is taken from it; what both
 * changed to different things is named. Lines of a list are told apart by `id`, `key`, `code` or `name` where all of them have
 * it; other lists, and texts of several lines, are laid together line by line (the diff3 algorithm: Khanna, Kunal & Pierce 2007,
 * *A Formal Investigation of Diff3*).
 *
 * @param base what both began from
 * @returns the document, or the places (dotted, as `lines.own-1.title`) where the two say different things
 * @example
 * mergedOf({ price: 10, name: 'Press' }, { price: 12, name: 'Press' }, { price: 10, name: 'Book press' }).merged // => {"price":12,"name":"Book press"}
 * @example
 * mergedOf({ price: 10 }, { price: 12 }, { price: 11 }).conflicts // => ["price"]
 */
export const mergedOf = <T extends object>(base: T, mine: T, theirs: T): Merged<T> => {
  const merge = new Merge();
  const merged = merge.value('', base as Json, mine as Json, theirs as Json) as T;
  return merge.conflicts.length > 0 ? { merged: null, conflicts: merge.conflicts } : { merged, conflicts: null };
};
