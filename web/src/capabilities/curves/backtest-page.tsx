import { Box, Button, Flex, HStack, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { Link } from 'react-router';
import type { Backtest } from '@kettle/contract/curves';
import type { Marketplace } from '@kettle/contract/sources';
import { METHOD_NAMES, METHODS } from '@kettle/core/estimate/methods';
import { useBacktestQuery, useRunBacktestMutation } from '../../ground/api/curves.ts';
import { useMarket } from '../../ground/market/market.ts';
import { count, day, percent } from '../../ground/ui/format.ts';
import { IntervalBar } from '../../ground/ui/interval-bar.tsx';
import { Mark } from '../../ground/ui/mark.tsx';
import { NarrowPage } from '../../ground/ui/narrow-page.tsx';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { saveCsv } from '../../ground/ui/save-csv.ts';
import { useJob } from '../../ground/ui/use-job.ts';

export { BacktestPage as Component };

type Row = Backtest['rows'][number];
const GROUPINGS: readonly [Row['grouping'], string][] = [
  ['category', 'By category'],
  ['volume', 'By volume'],
  ['readings', 'By days read'],
  ['age', 'By age'],
  ['category-age', 'By category and age'],
];
/** An interval of 80 % that is honest holds the truth about so often; common practice, no source. */
const HONEST = [0.75, 0.88] as const;

/** How far off each way of estimating is, tried on listings whose sales are known. */
const BacktestPage = () => {
  const market = useMarket();
  const { data, error } = useBacktestQuery({ params: { marketplace: market.id } });
  const [run, running] = useRunBacktestMutation();
  const job = useJob(running.data?.id ?? null);
  const busy = running.isLoading || job?.state === 'queued' || job?.state === 'running';
  const backtest = data?.backtest ?? null;
  return (
    <NarrowPage
      title="How well each way of estimating does"
      tab={`How well estimates do in ${market.name}`}
      beside={
        <Link to={`/${market.id}/curves`} style={{ textDecoration: 'underline' }}>
          The curves
        </Link>
      }
      lead={`Every way is tried on the listings of ${market.name} whose units are known, never with a curve that was fitted on the same listing. ${
        market.simulated
          ? 'In this demo the invented marketplace’s own books tell what was really sold.'
          : 'What was really sold is taken from stock counts over two weeks or more, so ways that use the counts themselves are left out.'
      }`}
    >
      <Flex gap="3" mt="3" align="center" wrap="wrap">
        <Button
          size="sm"
          colorPalette="aubergine"
          loading={busy}
          loadingText="Trying …"
          onClick={() => void run({ params: { marketplace: market.id } })}
        >
          {backtest ? 'Try them again' : 'Try all ways now'}
        </Button>
        {job && busy && (
          <Text fontSize="13px" role="status">
            {job.message || 'Waiting'}
          </Text>
        )}
        {job && !busy && (
          <Text fontSize="13px" role="status">
            {job.message}
          </Text>
        )}
        {backtest && (
          <Text fontSize="13px" color="inkSoft">
            {count(backtest.listings)} listings, as of {day(backtest.day)}
            {backtest.leftOut > 0 && `; ${backtest.leftOut} of them with a curve fitted without them`}
            {data?.stale && (
              <Box as="span" color="saffron">
                {' '}
                ▲ older than the readings
              </Box>
            )}
          </Text>
        )}
        {backtest && (
          <Button size="xs" variant="outline" ml="auto" onClick={() => saveBacktest(market, backtest)}>
            Save as CSV
          </Button>
        )}
      </Flex>
      <ProblemNote error={error ?? running.error} />
      {backtest && backtest.rows.length > 0 && (
        <>
          <Overall rows={backtest.rows.filter((r) => r.grouping === 'all')} />
          <Groups rows={backtest.rows} against={backtest.against} />
        </>
      )}
      {backtest && backtest.rows.length === 0 && (
        <Text mt="4">
          No listing could be tried yet: stock counts over two weeks or more are needed beside daily ranks. Watch some
          listings, or type in counts of your own on their sheets.
        </Text>
      )}
      {data && !backtest && (
        <Text mt="4" color="inkSoft">
          Not tried yet. It takes up to half a minute and can be left alone.
        </Text>
      )}
    </NarrowPage>
  );
};

const Overall = ({ rows }: { rows: Row[] }) => {
  const most = Math.max(0.1, ...rows.map((r) => r.error ?? 0)) * 1.15;
  const today = rows.find((r) => r.method === 'rank-today')?.error ?? null;
  const best =
    rows.find((r) => r.method === 'blend' && r.n > 0) ?? rows.find((r) => r.method === 'blend-without-stock');
  return (
    <Box as="section" mt="5" fontSize="13px" className="figures">
      {best?.error != null && today !== null && today > 0 && (
        <Text fontSize="15px" mb="2">
          Half of the estimates taken together lie within <b>{percent(best.error, 1)}</b> of what was sold;{' '}
          {best.error < today
            ? `today’s rank alone is ${(today / best.error).toFixed(1)} times as far off.`
            : 'today’s rank alone does no worse here.'}
        </Text>
      )}
      <PlainTable
        label="Errors of each way"
        rows={rows}
        rowKey={(r) => r.method}
        lookOf={(r) => (r.method === 'blend' ? 'strong' : undefined)}
        columns={[
          { head: 'Way', cell: (r) => METHOD_NAMES[r.method] },
          {
            head: 'Error as a bar',
            unseen: true,
            width: '30%',
            cell: (r) => <IntervalBar value={null} low={0} high={r.error} from={0} to={most} width="100%" />,
          },
          {
            head: 'Middle error',
            explanation: 'Half of the estimates are closer, half are farther',
            cell: (r) => percent(r.error, 1),
          },
          {
            head: 'Too high (+) or low',
            explanation: 'Above 0: it says too much, in the middle',
            cell: (r) => signed(r.bias),
          },
          {
            head: 'Interval held',
            explanation: 'How often the interval of 80 % held the truth',
            cell: (r) =>
              r.covered === null ? (
                '—'
              ) : (
                <>
                  {r.covered >= HONEST[0] && r.covered <= HONEST[1] ? (
                    <Mark kind="holds" word="honest" />
                  ) : (
                    <Mark kind="care" word={r.covered < HONEST[0] ? 'too narrow' : 'too wide'} />
                  )}
                  {percent(r.covered)}
                </>
              ),
          },
          { head: 'Listings', cell: (r) => count(r.n) },
          { head: 'No answer', cell: (r) => (r.unanswered === 0 ? '' : count(r.unanswered)) },
        ]}
      />
      <Text color="inkSoft" mt="1">
        An honest interval of 80 % holds the truth in 75 to 88 of 100 listings: ● so it is, ▲ it is narrower or wider.
      </Text>
    </Box>
  );
};

const signed = (share: number | null): string => (share === null ? '—' : `${share > 0 ? '+' : ''}${percent(share, 1)}`);

const Groups = ({ rows, against }: { rows: Row[]; against: Backtest['against'] }) => {
  const [grouping, setGrouping] = useState<Row['grouping']>('category');
  const of = rows.filter((r) => r.grouping === grouping);
  const groups = [...new Set(of.map((r) => r.group))];
  const methods = METHODS.filter((m) => of.some((r) => r.method === m && r.n > 0));
  const at = (group: string, method: string): Row | undefined =>
    of.find((r) => r.group === group && r.method === method);
  const bestOf = (group: string): number => Math.min(...methods.map((m) => at(group, m)?.error ?? Infinity));
  return (
    <Box as="section" mt="6" fontSize="13px" className="figures">
      <HStack gap="1" role="group" aria-label="Grouped" mb="2">
        {GROUPINGS.map(([key, name]) => (
          <Button
            key={key}
            size="xs"
            variant={grouping === key ? 'subtle' : 'outline'}
            aria-pressed={grouping === key}
            onClick={() => setGrouping(key)}
          >
            {name}
          </Button>
        ))}
      </HStack>
      <PlainTable
        label="Errors by group"
        rows={groups}
        rowKey={(group) => group}
        columns={[
          { head: 'Middle error, interval held', cell: (group) => group },
          {
            head: 'Listings',
            cell: (group) =>
              count(Math.max(...methods.map((m) => (at(group, m)?.n ?? 0) + (at(group, m)?.unanswered ?? 0)))),
          },
          ...methods.map((m) => ({
            head: METHOD_NAMES[m],
            cell: (group: string) => {
              const row = at(group, m);
              return (
                <Box as="span" fontWeight={row?.error === bestOf(group) ? 700 : undefined}>
                  {percent(row?.error ?? null, 1)}{' '}
                  <Box as="span" color="inkSoft" fontWeight="400">
                    {percent(row?.covered ?? null)}
                  </Box>
                </Box>
              );
            },
          })),
        ]}
      />
      {grouping.endsWith('age') && (
        <Text color="inkSoft" mt="1">
          {against === 'books'
            ? 'The same readings, held against what was sold in the 90 days up to 7, 30 and 90 days later.'
            : 'The same 90 days, with readings that ended 7, 30 and 90 days before.'}{' '}
          An estimate that is carried takes the season of its kind along, and widens by what such listings move in that
          time.
        </Text>
      )}
      {grouping === 'readings' && (
        <Text color="inkSoft" mt="1">
          The same listings with only their last 7, 30 and 60 days read, held against the same 90 days: what watching
          longer gains.
        </Text>
      )}
    </Box>
  );
};

const saveBacktest = (market: Marketplace, backtest: Backtest): void =>
  saveCsv(
    `backtest ${market.id}`,
    [
      `How well estimates do in ${market.name}, ${backtest.day}`,
      backtest.against === 'books' ? 'against the invented marketplace’s own books' : 'against stock counts',
    ],
    ['Grouped', 'Group', 'Way', 'Listings', 'No answer', 'Middle error', 'Bias', 'Interval of 80 % held'],
    backtest.rows.map((r) => [
      r.grouping,
      r.group,
      METHOD_NAMES[r.method],
      r.n,
      r.unanswered,
      r.error === null ? null : Number(r.error.toFixed(4)),
      r.bias === null ? null : Number(r.bias.toFixed(4)),
      r.covered === null ? null : Number(r.covered.toFixed(4)),
    ]),
  );
