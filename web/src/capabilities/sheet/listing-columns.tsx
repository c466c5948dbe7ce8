import type { ListingBrief } from '@kettle/contract/shapes';
import type { Marketplace } from '@kettle/contract/sources';
import { daysBetween, MONTH_NAMES } from '@kettle/core/measures/day';
import { lengthInUnit } from '@kettle/core/measures/units';
import { MEASURES, type Measure, type MeasureKey } from '@kettle/core/sift/measures';
import { unitSuffix } from '@kettle/core/sift/sentence';
import type { Column } from '../../ground/ui/data-table.tsx';
import { count, day, decimal, money, NONE, percent, weight } from '../../ground/ui/format.ts';
import { IntervalBar } from '../../ground/ui/interval-bar.tsx';
import { Picture } from '../../ground/ui/picture.tsx';
import { Spark } from '../../ground/ui/spark.tsx';

const ORIGINS: Record<string, string> = {
  readings: '',
  months: 'monthly ranks',
  stated: 'as stated',
  'current-rank': 'one rank',
  nothing: '',
};
/** Days after which figures of a listing are marked as old. */
const STALE_DAYS = 7;
/** Measures that are columns from the start. */
const AT_FIRST: MeasureKey[] = ['price', 'net', 'units', 'revenue', 'reviews', 'rating', 'rank', 'weight', 'sellers'];
/** Of those, the ones that stand before the course of the year. */
const BEFORE_COURSE = 7;

const WIDTHS: Partial<Record<MeasureKey, number>> = {
  price: 90,
  net: 68,
  revenue: 100,
  reviews: 80,
  rating: 70,
  rank: 72,
  weight: 94,
  sellers: 74,
};

/** A figure of a measure as people read it, without its unit. */
export const measured = (value: number | null, measure: Measure, market: Marketplace): string => {
  if (value === null) return NONE;
  switch (measure.unit) {
    case 'money':
      return money(value, market, measure.key === 'revenue');
    case 'weight':
      return weight(value, market);
    case 'length':
      return decimal(lengthInUnit(value, market.measures));
    case 'stars':
    case 'decimal':
      return decimal(value);
    case 'percent':
      return `${measure.signed && value > 0 ? '+' : ''}${percent(value)}`;
    default:
      return count(value);
  }
};

interface Tray {
  codes: readonly string[];
  toggle: (code: string) => void;
  /** Puts all rows from the one last touched up to this one into the tray. */
  toggleUpTo?: (code: string) => void;
}

/** The columns of any list of listings, in the marketplace's own units; all measures there are, most hidden at first. */
export const listingColumns = (
  market: Marketplace,
  { codes: tray, toggle, toggleUpTo }: Tray,
  folded: Record<string, number> = {},
): Column<ListingBrief>[] => {
  const inTray = new Set(tray);
  const plain = (measure: Measure): Column<ListingBrief> => {
    const unit = unitSuffix(measure.unit, market).trim();
    return {
      key: measure.key,
      head:
        unit !== '' && unit !== '%' && measure.key !== 'net' && measure.key !== 'revenue'
          ? `${measure.name}, ${unit}`
          : measure.name,
      explanation: measure.explanation,
      align: 'right',
      sortable: true,
      width: WIDTHS[measure.key] ?? Math.max(80, 7.5 * measure.name.length + (unit === '' || unit === '%' ? 30 : 56)),
      ...(AT_FIRST.includes(measure.key) ? {} : { initially: 'hidden' as const }),
      cell: (l) =>
        measure.key.endsWith('Rule') && l.ruleFrom === 'rule' && l[measure.key] !== null
          ? `≈ ${measured(l[measure.key], measure, market)}`
          : measured(l[measure.key], measure, market),
    };
  };
  const special: Partial<Record<MeasureKey, Partial<Column<ListingBrief>>>> = {
    revenue: { head: 'Revenue' },
    units: {
      align: 'left',
      width: 164,
      cell: (l) => (
        <div className="units-cell" title={unitsTitle(l)}>
          <span className="number">{count(l.units)}</span>
          <IntervalBar value={l.units} low={l.unitsLow} high={l.unitsHigh} from={5} to={4000} log />
          {l.flattered && (
            <span className="care" title="More than a quarter of the units fell on a few sale days.">
              <span aria-hidden>▲</span>
              <span className="visually-hidden">flattered by a sale</span>
            </span>
          )}
        </div>
      ),
    },
  };
  const measures = MEASURES.map((m): Column<ListingBrief> => ({ ...plain(m), ...special[m.key] }));
  const byKey = new Map(measures.map((c) => [c.key, c]));
  return [
    {
      key: 'title',
      head: 'Listing',
      explanation:
        'Title, brand and listing code. The box puts it in the tray; with the shift key, all rows from the last one on.',
      sortable: true,
      fixed: true,
      width: 334,
      cell: (l) => (
        <div className="listing-cell">
          <input
            type="checkbox"
            className="tick"
            aria-label={`${l.title} (${l.code}) in the tray`}
            checked={inTray.has(l.code)}
            onChange={(e) =>
              (e.nativeEvent as MouseEvent).shiftKey && toggleUpTo ? toggleUpTo(l.code) : toggle(l.code)
            }
            onClick={(e) => e.stopPropagation()}
          />
          <Picture marketplace={market.id} code={l.code} />
          <div className="names">
            <div className="title" title={l.title}>
              {l.title}
            </div>
            <div className="under">
              {l.brand} · {l.code}
              {folded[l.code] ? ` · ${folded[l.code]} variations` : ''}
              {inTray.has(l.code) ? ' · in tray' : markWords(l)}
              {daysBetween(l.seenOn, market.today) > STALE_DAYS && (
                <span className="care"> ▲ read {day(l.seenOn, market.today)}</span>
              )}
            </div>
          </div>
        </div>
      ),
    },
    ...AT_FIRST.slice(0, BEFORE_COURSE).map((key) => byKey.get(key)!),
    {
      key: 'lastYear',
      head: 'Last 12 months',
      explanation: 'Units of each of the last twelve whole months, from the monthly ranks. Gaps are gaps.',
      width: 108,
      cell: (l) =>
        l.lastYear?.some((u) => u !== null) ? <Spark values={l.lastYear} label={lastYearWords(l.lastYear)} /> : NONE,
    },
    {
      key: 'flags',
      head: 'Take care',
      explanation: 'Risk flags, each with its reason under the pointer; the rules stand in Sources.',
      width: 190,
      cell: (l) => <FlagWords listing={l} kind="risk" />,
    },
    ...AT_FIRST.slice(BEFORE_COURSE).map((key) => byKey.get(key)!),
    {
      key: 'traits',
      head: 'Speaks for it',
      explanation: 'Traits that speak for a listing: giftable, steady, simple, an unbranded leader.',
      width: 170,
      initially: 'hidden',
      cell: (l) => <FlagWords listing={l} kind="trait" />,
    },
    ...measures.filter((c) => !AT_FIRST.includes(c.key as MeasureKey)),
    {
      key: 'sizeClass',
      head: 'Size class',
      explanation: 'By the fee schedule in force, from sides and weight.',
      initially: 'hidden',
      cell: (l) => l.sizeClass ?? NONE,
    },
    {
      key: 'fulfilment',
      head: 'Fulfilled by',
      explanation: 'Who stores and sends the main offer.',
      initially: 'hidden',
      width: 120,
      cell: (l) => (l.fulfilment === 'unknown' ? NONE : l.fulfilment === 'seller' ? 'the seller' : 'the marketplace'),
    },
    {
      key: 'bestMonth',
      head: 'Best month',
      explanation: 'The month of the year that sells most, from at least a year of monthly ranks.',
      initially: 'hidden',
      cell: (l) => (l.bestMonth === null ? NONE : MONTH_NAMES[l.bestMonth - 1]),
    },
    {
      key: 'category',
      head: 'Category',
      explanation: 'The last two levels of its category.',
      width: 200,
      cell: (l) => l.category.split(' › ').slice(-2).join(' › '),
    },
    {
      key: 'seen',
      head: 'Read on',
      explanation: 'The day its figures were read.',
      align: 'right',
      cell: (l) => day(l.seenOn, market.today),
    },
  ];
};

const unitsTitle = (l: ListingBrief): string =>
  l.units === null
    ? 'Not known: no rank, no stock counts, nothing stated.'
    : `${count(l.unitsLow)} to ${count(l.unitsHigh)} in four of five cases${ORIGINS[l.unitsFrom] ? `, from ${ORIGINS[l.unitsFrom]}` : ''}`;

const lastYearWords = (months: readonly (number | null)[]): string =>
  `Units of the last twelve months, oldest first: ${months.map((u) => count(u)).join(', ')}`;

/** What was done with a listing before, where lists name it. */
const markWords = ({ mark }: ListingBrief) =>
  mark === null ? (
    ''
  ) : mark.state === 'dropped' ? (
    <span className="care"> · dropped{mark.reason ? `: ${mark.reason}` : ''}</span>
  ) : mark.state === 'kept' ? (
    ' · put aside before'
  ) : (
    ' · seen'
  );

const FlagWords = ({ listing, kind }: { listing: ListingBrief; kind: 'risk' | 'trait' }) => {
  const flags = listing.flags.filter((f) => f.kind === kind);
  if (flags.length === 0) return null;
  return (
    <span className={kind === 'risk' ? 'care' : 'good'} title={flags.map((f) => `${f.label}: ${f.reason}`).join('\n')}>
      <span aria-hidden>{kind === 'risk' ? '▲ ' : '● '}</span>
      {flags.map((f) => f.label).join(', ')}
    </span>
  );
};
