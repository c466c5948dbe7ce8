import type { NicheRow, TermRow } from '@kettle/contract/demand';
import type { Marketplace } from '@kettle/contract/sources';
import { measuresOf, type DemandKey } from '@kettle/core/demand/choice';
import { unitSuffix } from '@kettle/core/sift/sentence';
import type { AnyMeasure } from '../../ground/limits/limit-card.tsx';
import type { Column } from '../../ground/ui/data-table.tsx';
import { count } from '../../ground/ui/format.ts';
import { Mark } from '../../ground/ui/mark.tsx';
import { Spark } from '../../ground/ui/spark.tsx';
import { measured } from '../sheet/listing-columns.tsx';

const AT_FIRST: Readonly<Record<'niches' | 'terms', readonly DemandKey[]>> = {
  niches: [
    'volumeYear',
    'growthYear',
    'holders',
    'topShare',
    'listings',
    'brands',
    'price',
    'units',
    'revenue',
    'outlay',
  ],
  terms: ['volumeYear', 'volumeQuarter', 'growthYear', 'buyRate', 'competing', 'topShare', 'holders'],
};
const SHORT: Partial<Record<DemandKey, string>> = {
  volumeYear: 'Searches, year',
  revenue: 'Revenue',
  units: 'Units',
};

const valueCell = (measure: AnyMeasure, market: Marketplace) => (row: NicheRow | TermRow) => {
  const value = row.figures[measure.key] ?? null;
  const text = measured(value, measure as never, market);
  return measure.signed && measure.unit === 'count' && value !== null && value > 0 ? `+${text}` : text;
};

const figureColumns = <R extends NicheRow | TermRow>(view: 'niches' | 'terms', market: Marketplace): Column<R>[] => {
  const measures: readonly AnyMeasure[] = measuresOf(view);
  const columns = measures.map((m): Column<R> => {
    const unit = unitSuffix(m.unit, market).trim();
    return {
      key: m.key,
      head: SHORT[m.key as DemandKey] ?? m.name,
      explanation: `${m.explanation}${unit && unit !== '%' ? ` In ${unit}.` : ''}`,
      align: 'right',
      sortable: true,
      width: Math.max(78, 7.4 * (SHORT[m.key as DemandKey] ?? m.name).length + 26),
      ...(AT_FIRST[view].includes(m.key as DemandKey) ? {} : { initially: 'hidden' as const }),
      cell: valueCell(m, market),
    };
  });
  return [
    ...AT_FIRST[view].map((key) => columns.find((c) => c.key === key)!),
    ...columns.filter((c) => !AT_FIRST[view].includes(c.key as DemandKey)),
  ];
};

/** The last three years in a small line and in words. */
const courseColumn = <R extends NicheRow | TermRow>(): Column<R> => ({
  key: 'course',
  head: 'Three years',
  explanation:
    'Searches of the last 36 whole months, and what they say: season, flash, trend, or unknown under 24 months.',
  width: 246,
  cell: (r) => (
    <div style={{ display: 'flex', gap: 8, alignItems: 'center' }}>
      {r.months.some((m) => m !== null) && (
        <Spark
          values={r.months}
          label={`Searches a month, oldest first: ${r.months.map((m) => count(m)).join(', ')}`}
        />
      )}
      <span className="two-lines" title={r.words}>
        {(r.course === 'flash' || r.course === 'once') && <Mark kind="care" />}
        {r.words}
      </span>
    </div>
  ),
});

export const nicheColumns = (market: Marketplace): Column<NicheRow>[] => {
  const [first, ...rest] = figureColumns<NicheRow>('niches', market);
  return [
    {
      key: 'name',
      head: 'Niche',
      explanation: 'One need of buyers: the terms that mean the same thing, and the listings that serve it.',
      sortable: true,
      fixed: true,
      width: 230,
      cell: (n) => (
        <div className="listing-cell">
          <div className="names">
            <div className="title" title={n.name}>
              {n.name}
            </div>
            <div className="under">{n.category?.split(' › ').slice(0, 2).join(' › ') ?? 'no category'}</div>
          </div>
        </div>
      ),
    },
    first!,
    courseColumn(),
    ...rest,
  ];
};

export const termColumns = (market: Marketplace): Column<TermRow>[] => {
  const [first, ...rest] = figureColumns<TermRow>('terms', market);
  return [
    {
      key: 'name',
      head: 'Search term',
      explanation: 'What buyers type. A brand’s own name is marked: who searches it does not look for you.',
      sortable: true,
      fixed: true,
      width: 230,
      cell: (t) => (
        <div className="listing-cell">
          <div className="names">
            <div className="title" title={t.text}>
              {t.text}
            </div>
            <div className="under">
              {t.brand !== null ? (
                <span className="care">▲ the name of {t.brand}</span>
              ) : t.niches.length > 0 ? (
                t.niches.map((n) => n.name).join(', ')
              ) : (
                'of no niche'
              )}
            </div>
          </div>
        </div>
      ),
    },
    first!,
    courseColumn(),
    ...rest,
  ];
};
