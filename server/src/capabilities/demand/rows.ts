import type { NicheRow, TermRow } from '@kettle/contract/demand';
import { monthsOfWeeks } from '@kettle/core/demand/weeks';
import type { FigureTable } from './figure-table.ts';
import type { DemandIndex, DemandTerm } from './index.ts';

/** The figures of a row by the keys of its measures, read off the columns that limits are held against; null where not known. */
export const figuresOfRow = (table: FigureTable, row: number): Record<string, number | null> =>
  Object.fromEntries(
    Object.entries(table.columns).map(([key, column]) => [key, Number.isNaN(column[row]!) ? null : column[row]!]),
  );

const MONTHS = 36;
const monthsOf = (series: DemandTerm['series']): (number | null)[] =>
  series
    ? monthsOfWeeks(series)
        .slice(-MONTHS)
        .map((m) => (m.volume === null ? null : Math.round(m.volume)))
    : [];
export const nicheRow = (table: FigureTable, { niches }: DemandIndex, row: number): NicheRow => {
  const niche = niches[row]!;
  return {
    id: niche.id,
    name: niche.name,
    category: niche.categoryPath,
    course: niche.course.kind,
    words: niche.course.words,
    figures: figuresOfRow(table, row),
    months: monthsOf(niche.series),
  };
};
export const termRow = (table: FigureTable, { terms, nicheById }: DemandIndex, row: number): TermRow => {
  const term = terms[row]!;
  return {
    id: term.id,
    text: term.text,
    brand: term.brand,
    course: term.course.kind,
    words: term.course.words,
    figures: figuresOfRow(table, row),
    months: monthsOf(term.series),
    niches: term.niches.map((id) => ({ id, name: nicheById.get(id)!.name })),
  };
};
