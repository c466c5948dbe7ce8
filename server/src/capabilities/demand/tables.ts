import { measuresOf } from '@kettle/core/demand/choice';
import { demandSentence } from '@kettle/core/demand/sentence';
import { boundToText } from '@kettle/core/sift/address';
import { unitSuffix } from '@kettle/core/sift/sentence';
import type { CellValue, Table } from '../../ground/export/table.ts';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';
import type { DemandIndex } from './index.ts';
import { rowsOfPage, type Narrowing } from './lists.ts';
import { figuresOfRow } from './rows.ts';

/** All niches or terms that pass, in their order, with what was asked and when. */
export const demandTable = (
  index: DemandIndex,
  market: Market,
  narrowing: Narrowing,
  categoryName: (id: number) => string | undefined,
): Table => {
  const { choice, narrowed, table } = narrowing;
  const measures = measuresOf(choice.view);
  const places = rowsOfPage(narrowing, 0, narrowed.count);
  const cells = (row: number): CellValue[] => {
    const figures = figuresOfRow(table, row);
    return measures.map(({ key, unit }) => {
      const value = figures[key] ?? null;
      return value === null ? null : Number(boundToText(value, unit, market));
    });
  };
  const isNiches = choice.view === 'niches';
  return {
    name: `${isNiches ? 'Niches' : 'Search terms'} ${market.name} ${market.today}`,
    about: [
      demandSentence(choice, market, categoryName),
      `${places.length} of ${isNiches ? index.niches.length : index.terms.length}, as of ${market.today}. Clicks: how many share ${Math.round(100 * choice.share)} %.`,
      'Units and revenue are estimates of a middle listing; searches are as read, of whole weeks.',
    ],
    columns: [
      ...(isNiches ? ['Niche', 'Category'] : ['Search term', 'Brand’s own name', 'Niches']),
      ...measures.map((m) => {
        const unit = unitSuffix(m.unit, market).trim();
        return unit === '' ? m.name : `${m.name}, ${unit}`;
      }),
      'Course',
    ],
    rows: places.map((row): CellValue[] => {
      if (isNiches) {
        const niche = index.niches[row]!;
        return [niche.name, niche.categoryPath, ...cells(row), niche.course.words];
      }
      const term = index.terms[row]!;
      const names = term.niches.map((id) => index.nicheById.get(id)!.name).join('; ');
      return [term.text, term.brand, names, ...cells(row), term.course.words];
    }),
  };
};
