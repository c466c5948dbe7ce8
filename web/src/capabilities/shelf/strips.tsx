import { useMemo } from 'react';
import type { ShelfRow } from '@kettle/contract/demand';
import type { ShelfRules } from '@kettle/core/documents/shelf-rules';
import { SHELF_MEASURES, type ShelfMeasure, type ShelfReading } from '@kettle/core/shelf/reading';
import { measureOf } from '@kettle/core/sift/measures';
import { unitSuffix } from '@kettle/core/sift/sentence';
import { useMarket } from '../../ground/market/market.ts';
import { count, percent } from '../../ground/ui/format.ts';
import { StripPlot } from '../../ground/ui/strip-plot.tsx';
import { measured } from '../sheet/listing-columns.tsx';

const LOG: readonly ShelfMeasure[] = ['units', 'revenue', 'reviews', 'rank'];

interface Props {
  rows: readonly ShelfRow[];
  reading: ShelfReading;
  rules: ShelfRules;
  find: string | null;
  current: string | null;
  marked: ReadonlySet<string>;
  onPoint: (code: string | null) => void;
  onOpen: (code: string) => void;
  onKey: (key: string, code: string) => boolean;
}

/** The measures of a shelf, a line each. */
export const ShelfStrips = ({ rows, reading, rules, ...shared }: Props) => {
  const market = useMarket();
  const dots = useMemo(
    () =>
      new Map(
        SHELF_MEASURES.map((key) => [
          key,
          rows.flatMap(({ listing }) => {
            const value = listing[key];
            return value === null ? [] : [{ code: listing.code, title: listing.title, value }];
          }),
        ]),
      ),
    [rows],
  );
  return (
    <div>
      {SHELF_MEASURES.map((key) => {
        const measure = measureOf(key)!;
        const spread = reading.spreads[key];
        const shown = (value: number): string => measured(value, measure, market);
        return (
          <StripPlot
            key={key}
            name={key === 'revenue' ? 'Revenue a month' : measure.name}
            unit={
              measure.unit === 'stars'
                ? 'stars'
                : measure.unit === 'points'
                  ? '0–100'
                  : unitSuffix(measure.unit, market).trim()
            }
            dots={dots.get(key)!}
            unknown={spread.unknown}
            median={spread.median}
            scale={LOG.includes(key) ? 'log' : 'linear'}
            reversed={key === 'rank'}
            shown={shown}
            summary={summaryOf(key, reading, rules, shown)}
            {...shared}
          />
        );
      })}
    </div>
  );
};

const summaryOf = (
  key: ShelfMeasure,
  { spreads, concentration, wall, newcomers }: ShelfReading,
  rules: ShelfRules,
  shown: (value: number) => string,
): string => {
  const { median, least, most, known } = spreads[key];
  if (median === null || known === 0) return 'not known of any';
  const middle = `median ${shown(median)}`;
  switch (key) {
    case 'revenue':
      return concentration ? `${middle} · top two ${percent(concentration.top[1])}` : middle;
    case 'reviews':
      return `${middle} · ${wall?.over.length ?? 0} over ${count(rules.wallReviews)}`;
    case 'months':
      return `${middle} · newcomers: ${newcomers?.codes.length ?? 0}`;
    default:
      return `${middle} · ${shown(least!)}–${shown(most!)}`;
  }
};
