import { Box } from '@chakra-ui/react';
import { useMemo } from 'react';
import type { History } from '@kettle/contract/listings';
import { dayFromEpoch, epochDay } from '@kettle/core/measures/day';
import { day, decimal } from '../../ground/ui/format.ts';
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
    <Box
      maxH="320px"
      overflow="auto"
      borderWidth="1px"
      borderColor="rule"
      tabIndex={0}
      role="region"
      aria-label="History as a table"
    >
      <Box
        as="table"
        w="100%"
        fontSize="12px"
        className="figures"
        css={{
          '& th, & td': { padding: '2px 8px', textAlign: 'right' },
          '& th:first-of-type, & td:first-of-type, & td:last-of-type': { textAlign: 'left' },
        }}
      >
        <thead>
          <tr>
            <th scope="col">Day</th>
            {keys.map((key) => (
              <th scope="col" key={key}>
                {seriesOf(key).name}
              </th>
            ))}
            <th scope="col">Marks</th>
          </tr>
        </thead>
        <tbody>
          {points
            .filter((p) => keys.some((key) => p[key] !== null))
            .toReversed()
            .map((p) => (
              <tr key={p.at}>
                <td>{day(dayFromEpoch(p.at))}</td>
                {keys.map((key) => (
                  <td key={key}>{decimal(p[key], seriesOf(key).digits)}</td>
                ))}
                <td>{marks.get(p.at)?.join(', ') ?? ''}</td>
              </tr>
            ))}
        </tbody>
      </Box>
    </Box>
  );
};
