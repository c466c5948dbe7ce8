import { Box, Button, Flex, Input, Text } from '@chakra-ui/react';
import { useMemo, useRef, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import type { WatchChart } from '@kettle/contract/watch';
import { indexedAt } from '@kettle/core/changes/group-figures';
import { dayFromEpoch, epochDay, isDay } from '@kettle/core/measures/day';
import { majorFromMinor } from '@kettle/core/money/money';
import { useWatchChartQuery } from '../../ground/api/candidates.ts';
import { listingPath } from '../../ground/market/listing-path.ts';
import { useMarket } from '../../ground/market/market.ts';
import { RangeChoice, TableSwitch } from '../../ground/ui/chart-choices.tsx';
import { DayChart, type DayPoint } from '../../ground/ui/day-chart.tsx';
import { Empty } from '../../ground/ui/empty.tsx';
import { day, decimal } from '../../ground/ui/format.ts';
import { LabelledChoice } from '../../ground/ui/labelled-choice.tsx';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { saveCsv } from '../../ground/ui/save-csv.ts';
import { SaveMenu } from '../../ground/ui/save-menu.tsx';
import { EventsPanel } from './events-panel.tsx';
import type { Watched } from './use-watched.ts';

const MOST = 8;
const AT_FIRST = 6;
const COLOURS = ['aubergine', 'series1', 'series2', 'series3', 'series4', 'series5', 'series6', 'series7'];
const RANGES = [
  ['1 month', 31],
  ['3 months', 92],
  ['6 months', 183],
  ['12 months', 366],
  ['all', 1100],
] as const;
const MEASURES = [
  ['units', 'Units a day by rank'],
  ['price', 'Price'],
  ['rank', 'Rank'],
  ['reviews', 'Reviews'],
] as const;
type Measure = (typeof MEASURES)[number][0];
type Series = WatchChart['listings'][number];

const short = (title: string): string => (title.length > 40 ? `${title.slice(0, 38)}…` : title);

/** Several listings on one axis: as they are, or as a share of their own level on a day of choice. */
export const SeveralChart = ({ watched: { shown, all = [] } }: { watched: Watched }) => {
  const market = useMarket();
  const [search, setSearch] = useSearchParams();
  const picked = (search.get('pick') ?? '').split(',').filter(Boolean);
  const codes = (picked.length > 0 ? picked : shown.slice(0, AT_FIRST).map((w) => w.code)).slice(0, MOST);
  const on = search.get('on');
  const measure: Measure = MEASURES.find(([key]) => key === search.get('measure'))?.[0] ?? 'units';
  const [days, setDays] = useState<number>(183);
  const [span, setSpan] = useState<{ from: number; to: number } | null>(null);
  const [asTable, setAsTable] = useState(false);
  const frame = useRef<HTMLDivElement>(null);
  const set = (name: string, value: string | null): void =>
    setSearch(
      (before) => {
        const after = new URLSearchParams(before);
        if (value === null || value === '') after.delete(name);
        else after.set(name, value);
        return after;
      },
      { replace: true },
    );
  const pick = (next: readonly string[]): void => set('pick', next.join(','));
  const { data, error } = useWatchChartQuery(
    { params: { marketplace: market.id }, query: { codes: codes.join(','), days } },
    { skip: codes.length === 0 },
  );
  const isIndexed = search.get('as') === 'index';
  const from = data?.days[0] === undefined ? 0 : epochDay(data.days[0]);
  const base = on !== null && isDay(on) && data?.days.includes(on) ? on : (data?.days[0] ?? null);
  const lines = useMemo(() => seriesOf(data, measure, market.currency, isIndexed && base !== null ? epochDay(base) - from : null), [data, measure, market.currency, isIndexed, base, from]); // prettier-ignore
  const points = useMemo(
    () =>
      (data?.days ?? []).map((_, i): DayPoint => ({ at: from + i, ...Object.fromEntries(lines.map((l) => [l.code, l.values?.[i] ?? null])) })), // prettier-ignore
    [data, lines, from],
  );
  if (error) return <ProblemNote error={error} />;
  if (codes.length === 0) return <Empty title="No listing here">Choose another group, or watch something.</Empty>;
  if (!data) return null;
  const visible = span ? points.filter((p) => p.at >= span.from && p.at <= span.to) : points;
  const missing = lines.filter((l) => l.values === null);
  const others = all.filter((w) => !codes.includes(w.code));
  const caption = `${MEASURES.find(([key]) => key === measure)![1]}${isIndexed && base !== null ? `, ${day(base, market.today)} = 100` : measure === 'price' ? `, ${market.currency}` : ''}`; // prettier-ignore
  const events = data.events.filter((e) => visible.length > 0 && epochDay(e.last) >= visible[0]!.at && epochDay(e.first) <= visible.at(-1)!.at); // prettier-ignore
  const save = (): void =>
    saveCsv(
      caption,
      [`${caption}. ${market.name}, as of ${market.today}.`],
      ['Day', ...lines.map((l) => l.code)],
      visible.map((p) => [dayFromEpoch(p.at), ...lines.map((l) => (p[l.code] as number | null) ?? null)]),
    );
  return (
    <>
      <Flex gap="3" align="flex-end" wrap="wrap" mb="2">
        <LabelledChoice
          label="Measure"
          width="180px"
          value={measure}
          onChange={(m) => set('measure', m)}
          options={MEASURES}
        />
        <Button
          size="xs"
          variant="outline"
          aria-pressed={isIndexed}
          onClick={() => set('as', isIndexed ? null : 'index')}
        >
          {isIndexed ? 'As they are' : 'As 100 on a day'}
        </Button>
        {isIndexed && (
          <label>
            100 on
            <Input
              size="sm"
              w="150px"
              bg="paper"
              type="date"
              min={data.days[0]}
              max={data.days.at(-1)}
              value={base ?? ''}
              onChange={(e) => set('on', e.target.value)}
            />
          </label>
        )}
        <RangeChoice
          ranges={RANGES}
          value={span ? -1 : days}
          onChange={(d) => {
            setDays(d);
            setSpan(null);
          }}
        />
        {span && (
          <Button size="2xs" variant="outline" onClick={() => setSpan(null)}>
            {day(dayFromEpoch(span.from), market.today)} to {day(dayFromEpoch(span.to), market.today)} ×
          </Button>
        )}
        <TableSwitch asTable={asTable} onChange={setAsTable} />
        <SaveMenu within={frame} title={caption} onCsv={save} />
      </Flex>
      {data.days.length === 0 ? (
        <Empty title="No reading yet">The days of these listings stand here from their first reading on.</Empty>
      ) : asTable ? (
        <PlainTable
          label={caption}
          maxHeight="360px"
          rows={[...visible].reverse()}
          rowKey={(p) => p.at}
          columns={[
            { head: 'Day', cell: (p) => day(dayFromEpoch(p.at), market.today) },
            ...lines.map((l) => ({
              head: l.code,
              explanation: l.title,
              cell: (p: DayPoint) => decimal(p[l.code] as number | null, measure === 'price' ? 2 : 1),
            })),
          ]}
        />
      ) : (
        <div ref={frame}>
          <DayChart
            caption={`${caption} – draw over the chart to choose days`}
            points={visible}
            lines={lines.map((l, i) => ({ key: l.code, name: short(l.title), colour: COLOURS[i]!, width: i === 0 ? 2.2 : 1.5, dashed: i > 4 }))} // prettier-ignore
            height={300}
            scale={isIndexed ? 'as it falls' : measure === 'rank' ? 'ranks' : measure === 'units' ? 'from zero' : 'as it falls'} // prettier-ignore
            digits={measure === 'price' || measure === 'units' ? 2 : 0}
            shaded={events.filter((e) => e.kind !== 'note').map((e) => ({ from: epochDay(e.first), to: epochDay(e.last) }))} // prettier-ignore
            ticked={[
              ...events.filter((e) => e.kind === 'note').map((e) => epochDay(e.first)),
              ...(on !== null && isDay(on) ? [epochDay(on)] : []),
            ]}
            level={isIndexed ? 100 : null}
            onRange={(a, b) => setSpan({ from: a, to: b })}
          />
        </div>
      )}
      <Box as="ul" listStyleType="none" fontSize="13px">
        {lines.map((l, i) => (
          <Flex as="li" key={l.code} align="center" gap="2" minH="26px" wrap="wrap">
            <Box w="18px" h="3px" bg={COLOURS[i]} aria-hidden />
            <Link to={listingPath(market.id, l.code)}>{short(l.title)}</Link>
            <Box as="span" color="inkSoft">
              {l.code}
              {emptyInWords(l, data.days)}
            </Box>
            <Button
              size="2xs"
              variant="ghost"
              aria-label={`Take ${l.code} out of the chart`}
              disabled={codes.length === 1}
              onClick={() => pick(codes.filter((c) => c !== l.code))}
            >
              {' '}
              ×
            </Button>
          </Flex>
        ))}
      </Box>
      {missing.length > 0 && (
        <Text fontSize="13px" color="saffron">
          ▲ Not read within a week of {day(base, market.today)}: {missing.map((l) => l.code).join(', ')}. Choose another
          day.
        </Text>
      )}
      {codes.length < MOST && others.length > 0 && (
        <Box mt="1" fontSize="13px">
          <LabelledChoice
            label="One more"
            width="320px"
            value=""
            onChange={(code) => pick([...codes, code])}
            options={[['', 'choose a watched listing'], ...others.map((w) => [w.code, `${short(w.title)} ${w.code}`] as const)]} // prettier-ignore
          />
        </Box>
      )}
      <EventsPanel />
    </>
  );
};

interface DrawnSeries {
  code: string;
  title: string;
  empty: readonly number[];
  /** Null where it cannot be indexed. */
  values: readonly (number | null)[] | null;
}

const seriesOf = (data: WatchChart | undefined, measure: Measure, currency: string, at: number | null): DrawnSeries[] =>
  (data?.listings ?? []).map((l: Series) => {
    const plain = measure === 'price' ? l.price.map((p) => (p === null ? null : majorFromMinor(p, currency))) : l[measure]; // prettier-ignore
    return { code: l.code, title: l.title, empty: l.empty, values: at === null ? plain : indexedAt(plain, at) };
  });

/** On which days nothing was in stock: the last stretch, and how many days in all. */
const emptyInWords = ({ empty }: DrawnSeries, days: readonly string[]): string =>
  empty.length === 0
    ? ''
    : ` · out of stock on ${empty.length} ${empty.length === 1 ? 'day' : 'days'}, last ${day(days[empty.at(-1)!], days.at(-1))}`;
