import { Box, Button, Flex, HStack, Text } from '@chakra-ui/react';
import { useMemo, useRef, useState } from 'react';
import type { History } from '@kettle/contract/listings';
import type { Marketplace } from '@kettle/contract/sources';
import { dayFromEpoch, epochDay } from '@kettle/core/measures/day';
import { useHistoryQuery } from '../../ground/api/sheet.ts';
import { FilledBy } from '../../ground/ui/filled-by.tsx';
import { useMarket } from '../../ground/market/market.ts';
import { RangeChoice, TableSwitch } from '../../ground/ui/chart-choices.tsx';
import { DayChart } from '../../ground/ui/day-chart.tsx';
import { day } from '../../ground/ui/format.ts';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { saveCsv } from '../../ground/ui/save-csv.ts';
import { SaveMenu } from '../../ground/ui/save-menu.tsx';
import { HistoryCompare } from './history-compare.tsx';
import {
  emptySpans,
  holderSpans,
  pointsOf,
  SERIES,
  startOf,
  type HistoryPoint,
  type SeriesKey,
} from './history-data.ts';
import { PointTable } from './history-table.tsx';
import { YearCharts } from './history-years.tsx';
import { HolderStrip } from './holder-strip.tsx';

const RANGES = [
  ['1 month', 31],
  ['3 months', 92],
  ['6 months', 183],
  ['12 months', 366],
  ['All', Infinity],
] as const;
type View = 'over time' | 'years' | 'compared';

interface Props {
  code: string;
  title: string;
  today: string;
  /** Units of an ordinary day, drawn across; null where unknown. */
  typicalPerDay: number | null;
}

/** The past of a listing: each measure in a chart of its own above the same days, so that no axis is shared. */
const HistoryPanel = ({ code, title, today, typicalPerDay }: Props) => {
  const market = useMarket();
  const { currentData, error } = useHistoryQuery({ params: { marketplace: market.id, code } });
  const [range, setRange] = useState<number>(183);
  const [shown, setShown] = useState<(SeriesKey | 'offer')[]>(['units', 'price', 'rank']);
  const [view, setView] = useState<View>('over time');
  const [asTable, setAsTable] = useState(false);
  const within = useRef<HTMLDivElement>(null);
  const from = startOf(today, range);
  const points = useMemo(
    () => (currentData ? pointsOf(currentData, market.currency, from) : []),
    [currentData, market.currency, from],
  );
  if (error) return <ProblemNote error={error} />;
  if (!currentData) return <Box h="320px" />;
  const has = (key: SeriesKey): boolean => points.some((p) => p[key] !== null);
  const known = SERIES.some((s) => has(s.key));
  const nothing = currentData.days.day.length === 0 && currentData.months.length === 0;
  const series = SERIES.filter((s) => shown.includes(s.key) && has(s.key));
  const toggle = (key: SeriesKey | 'offer'): void =>
    setShown(shown.includes(key) ? shown.filter((s) => s !== key) : [...shown, key]);
  return (
    <Box>
      <Flex gap="2" wrap="wrap" mb="2" align="center">
        {view !== 'years' && <RangeChoice ranges={RANGES} value={range} onChange={setRange} />}
        <HStack gap="1" role="group" aria-label="View" ml="auto">
          {(
            [
              ['over time', 'Over time'],
              ['years', 'Years over one another'],
              ['compared', 'Compare'],
            ] as const
          ).map(([key, name]) => (
            <Button
              key={key}
              size="2xs"
              variant={view === key ? 'subtle' : 'outline'}
              aria-pressed={view === key}
              onClick={() => setView(key)}
            >
              {name}
            </Button>
          ))}
          <TableSwitch asTable={asTable} onChange={setAsTable} />
          <SaveMenu
            within={within}
            title={`${title}, ${code}`}
            onCsv={() => saveHistory(title, code, market, points)}
          />
        </HStack>
      </Flex>
      {view !== 'compared' && (
        <HStack gap="1" role="group" aria-label="Series" wrap="wrap" mb="2">
          {SERIES.map(({ key, name }) => (
            <SeriesButton key={key} name={name} on={shown.includes(key)} onClick={() => toggle(key)} />
          ))}
          {currentData.holders.length > 0 && view === 'over time' && (
            <SeriesButton name="Main offer" on={shown.includes('offer')} onClick={() => toggle('offer')} />
          )}
        </HStack>
      )}
      <Box ref={within}>
        {nothing ? (
          <Text color="inkSoft" fontSize="13px">
            No reading yet. {market.simulated ? 'Watch the listing: the first reading comes with the next day.' : ''}
            <FilledBy file="readings" holds="listing code, date, price, rank" />
          </Text>
        ) : !known && view === 'over time' ? (
          <Text color="inkSoft" fontSize="13px">
            Nothing was read in this span; choose a longer one.
          </Text>
        ) : view === 'compared' ? (
          <HistoryCompare code={code} title={title} points={points} from={from} />
        ) : view === 'years' ? (
          <YearCharts history={currentData} shown={shown} asTable={asTable} />
        ) : asTable ? (
          <PointTable points={points} history={currentData} keys={series.map((s) => s.key)} />
        ) : (
          <OverTime
            history={currentData}
            points={points}
            from={from}
            series={series}
            typicalPerDay={typicalPerDay}
            withOffer={shown.includes('offer')}
          />
        )}
      </Box>
      {currentData.days.day.length === 0 && currentData.months.length > 0 && (
        <Text fontSize="12px" color="inkSoft">
          Monthly averages: this listing has not been watched.
        </Text>
      )}
    </Box>
  );
};

const SeriesButton = ({ name, on, onClick }: { name: string; on: boolean; onClick: () => void }) => (
  <Button size="2xs" variant={on ? 'subtle' : 'outline'} aria-pressed={on} onClick={onClick}>
    {name}
  </Button>
);

const OverTime = ({
  history,
  points,
  from,
  series,
  typicalPerDay,
  withOffer,
}: {
  history: History;
  points: HistoryPoint[];
  from: string;
  series: readonly (typeof SERIES)[number][];
  typicalPerDay: number | null;
  withOffer: boolean;
}) => {
  const marks = history.marks.filter((m) => m.day >= from);
  const daysOf = (kind: (typeof marks)[number]['kind']): number[] =>
    marks.filter((m) => m.kind === kind).map((m) => epochDay(m.day));
  const empty = emptySpans(history, from);
  const spikes = daysOf('spike');
  const spans = [points[0]?.at ?? 0, points.at(-1)?.at ?? 1] as const;
  return (
    <>
      {series.map((s) => (
        <DayChart
          key={s.key}
          caption={s.caption}
          points={points}
          lines={[{ key: s.key, name: s.name, colour: s.colour }]}
          height={s.key === 'units' ? 132 : 92}
          scale={s.scale}
          digits={s.digits}
          together="history"
          shaded={s.key === 'units' || s.key === 'stock' || s.key === 'revenue' ? empty : []}
          marked={s.key === 'units' || s.key === 'revenue' ? spikes : []}
          ticked={s.key === 'stock' ? daysOf('restock') : s.key === 'price' ? daysOf('price') : []}
          level={s.key === 'units' ? typicalPerDay : null}
        />
      ))}
      {withOffer && <HolderStrip spans={holderSpans(history, from)} from={spans[0]} to={spans[1]} />}
      <Text fontSize="12px" color="inkSoft" mt="1">
        {[
          typicalPerDay !== null && 'dashed across: an ordinary day',
          spikes.length > 0 && `● ${spikes.length === 1 ? 'a day' : `${spikes.length} days`} far above the rest`,
          empty.length > 0 && 'shaded: out of stock',
          series.some((s) => s.key === 'stock') && 'dotted in stock: restocks',
          series.some((s) => s.key === 'price') &&
            marks.some((m) => m.kind === 'price') &&
            'dotted in price: it moved by 8 % or more',
        ]
          .filter(Boolean)
          .join(' · ')}
      </Text>
      <MarkList marks={marks} />
    </>
  );
};

const MARK_NAMES = {
  spike: 'Units',
  empty: 'Stock',
  restock: 'Restock',
  price: 'Price',
  holder: 'Main offer',
} as const;
const SHOWN_MARKS = 6;

/** What happened on which day, the newest first: the marks of the charts in words. */
const MarkList = ({ marks }: { marks: History['marks'] }) => {
  const [all, setAll] = useState(false);
  const told = marks.filter((m) => m.kind !== 'empty' && m.kind !== 'restock').toReversed();
  if (told.length === 0) return null;
  return (
    <Box fontSize="12px" mt="1">
      {(all ? told : told.slice(0, SHOWN_MARKS)).map((m) => (
        <Box as="span" key={`${m.day}${m.kind}`} mr="3" display="inline-block">
          {day(m.day)}{' '}
          <Box as="span" color="inkSoft">
            {MARK_NAMES[m.kind]}: {m.text}
          </Box>
        </Box>
      ))}
      {told.length > SHOWN_MARKS && (
        <Button size="2xs" variant="outline" onClick={() => setAll(!all)}>
          {all ? 'Fewer' : `${told.length - SHOWN_MARKS} more`}
        </Button>
      )}
    </Box>
  );
};

const saveHistory = (title: string, code: string, market: Marketplace, points: readonly HistoryPoint[]): void =>
  saveCsv(
    `history ${code}`,
    [title, `${market.name}, money in ${market.currency}; units and revenue a day, by rank`],
    ['Day', ...SERIES.map((s) => s.name)],
    points
      .filter((p) => SERIES.some((s) => p[s.key] !== null))
      .map((p) => [
        dayFromEpoch(p.at),
        ...SERIES.map((s) => (p[s.key] === null ? null : Number(p[s.key]!.toFixed(s.digits + 1)))),
      ]),
  );

export default HistoryPanel;
