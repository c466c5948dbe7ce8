import { useMemo } from 'react';
import type { History } from '@kettle/contract/listings';
import { dayFromEpoch, epochDay } from '@kettle/core/measures/day';
import { day, decimal } from '../../ground/ui/format.ts';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { seriesOf, type HistoryPoint, type SeriesKey } from './history-data.ts';

/** The same data as the charts, the newest day first, with its marks. */
export const PointTable = ({
  points,
  history,
  keys,
}: {
  points: HistoryPoint[];
  history: History;
  keys: readonly SeriesKey[];
}) => {
  const marks = useMemo(() => {
    const byDay = new Map<number, string[]>();
    for (const m of history.marks) byDay.set(epochDay(m.day), [...(byDay.get(epochDay(m.day)) ?? []), m.text]);
    return byDay;
  }, [history]);
  return (
    <PlainTable
      label="History as a table"
      maxHeight="320px"
      rows={points.filter((p) => keys.some((key) => p[key] !== null)).toReversed()}
      rowKey={(p) => p.at}
      columns={[
        { head: 'Day', cell: (p) => day(dayFromEpoch(p.at)) },
        ...keys.map((key) => ({
          head: seriesOf(key).name,
          cell: (p: HistoryPoint) => decimal(p[key], seriesOf(key).digits),
        })),
        { head: 'Marks', align: 'left', cell: (p) => marks.get(p.at)?.join(', ') ?? '' },
      ]}
    />
  );
};
