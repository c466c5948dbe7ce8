import { Box, Button, Flex, Heading, NativeSelect, Text } from '@chakra-ui/react';
import { lazy, Suspense, useMemo } from 'react';
import { Link } from 'react-router';
import { NO_LAUNCH_YEAR, type LaunchYear } from '@kettle/core/documents/launch-year';
import { placeLaunches, PLAN_MONTHS, yearOf, type PlacedLaunch } from '@kettle/core/launch/year';
import {
  useChangeCandidateMutation,
  useKeepLaunchYearMutation,
  useLaunchYearQuery,
} from '../../ground/api/candidates.ts';
import { useLaunchesQuery } from '../../ground/api/costing.ts';
import { NumberField } from '../../ground/form/number-field.tsx';
import { StaleNote } from '../../ground/form/stale-note.tsx';
import { useKeptDocument } from '../../ground/form/use-kept-document.ts';
import { useMarket } from '../../ground/market/market.ts';
import { count, money, moneyWith } from '../../ground/ui/format.ts';
import { Mark } from '../../ground/ui/mark.tsx';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { SumField } from '../costing/charge-fields.tsx';
import { launchRows, type LaunchRow } from '../costing/launch-rows.ts';
import { chanceInWords, useChances } from '../costing/use-chances.ts';
import { monthName, monthsFrom } from './months.ts';

const YearChart = lazy(() => import('./year-chart.tsx'));
interface Kept {
  document: LaunchYear;
  version: number;
}

/** The year's launches: which candidate is ordered when, with the money and the hands there are. */
export const YearPanel = () => {
  const market = useMarket();
  const { currentData: kept } = useLaunchYearQuery({ params: { marketplace: market.id } });
  const { data } = useLaunchesQuery({ params: { marketplace: market.id } }, { refetchOnMountOrArgChange: true });
  const rows = useMemo(() => launchRows(data), [data]);
  return kept && rows.length > 0 ? <Year key={market.id} kept={kept} rows={rows} /> : null;
};

const Year = ({ kept, rows }: { kept: Kept; rows: readonly LaunchRow[] }) => {
  const market = useMarket();
  const [send, { error }] = useKeepLaunchYearMutation();
  const [change, { error: changeError }] = useChangeCandidateMutation();
  const year = useKeptDocument<Kept>(`launch-year/${market.id}`, kept, (body) => send({ params: { marketplace: market.id }, body })); // prettier-ignore
  const { document } = year.draft;
  const put = (part: Partial<LaunchYear>): void => year.change((d) => ({ ...d, document: { ...NO_LAUNCH_YEAR, ...d.document, ...part } })); // prettier-ignore
  const begins = document.begins ?? market.today.slice(0, 7);
  const months = monthsFrom(begins);
  const purse = document.purse ?? 0;
  const means = { purse, atOnce: document.atOnce };
  const placed = rows.flatMap((r): PlacedLaunch[] => {
    const month = r.launchMonth === null ? -1 : months.indexOf(r.launchMonth);
    return r.asked && month >= 0 ? [{ id: r.id, cash: r.cash, tended: r.tended, month }] : [];
  });
  const plan = yearOf(placed, means);
  const order = (id: number, launchMonth: string | null): void =>
    void change({ params: { id }, body: { launchMonth } });
  const place = (): void => {
    const open = rows.filter((r) => r.asked && (r.stage === 'chosen' || r.stage === 'shortlisted'));
    const which = open.length > 0 ? open : rows.filter((r) => r.asked);
    for (const { id, month } of placeLaunches(which, means)) {
      const to = month === null ? null : months[month]!;
      if (rows.find((r) => r.id === id)!.launchMonth !== to) order(id, to);
    }
  };
  const inPlan = rows.filter((r) => placed.some((p) => p.id === r.id));
  const big = rows.filter((r) => r.asked).sort((a, b) => b.needs - a.needs)[0] ?? null;
  const chances = useChances([inPlan.flatMap((r) => r.asked ?? []), big?.asked ? [big.asked] : []], null);
  const alone = big ? yearOf([{ id: big.id, cash: big.cash, tended: big.tended, month: 0 }], means) : null;
  const needs = (lowest: number): number => Math.max(0, purse - lowest);
  const compared = [
    ...(inPlan.length > 0
      ? [{ name: `The plan: ${inPlan.map((r) => r.name).join(', ')}`, needs: needs(plan.lowest), year: plan.afterYear, end: plan.atEnd, month: sum(inPlan.map((r) => r.month)), chance: chances[0] }] // prettier-ignore
      : []),
    ...(big && alone
      ? [{ name: `The largest alone, at once: ${big.name}`, needs: needs(alone.lowest), year: alone.afterYear, end: alone.atEnd, month: big.month, chance: chances[1] }] // prettier-ignore
      : []),
  ];
  return (
    <Box as="section" aria-labelledby="year" mt="8" fontSize="13px" maxW="1100px">
      <Heading as="h2" id="year" fontSize="16px" mb="1">
        The year’s launches
      </Heading>
      <Text color="inkSoft" mb="2">
        Money at each month’s end, as the costings and plans have it if all goes as typed, and how many launches are
        tended at once: from the order until sales have risen.
      </Text>
      <Flex gap="6" wrap="wrap" mb="2" align="center">
        <Flex as="label" align="center" gap="2">
          Begins
          <input
            type="month"
            value={begins}
            aria-label="The plan begins in"
            className="month-field"
            onChange={(e) => /^\d{4}-\d\d$/.test(e.target.value) && put({ begins: e.target.value })}
          />
        </Flex>
        <SumField label="Money at its beginning" value={document.purse} onChange={(v) => put({ purse: v })} />
        <NumberField
          label="Launches tended at once"
          value={document.atOnce}
          fault={(n) => (Number.isInteger(n) && n >= 1 && n <= 50 ? null : 'A whole number from 1 to 50.')}
          onChange={(n) => n !== null && put({ atOnce: n })}
        />
        <Button size="xs" variant="outline" bg="paper" disabled={document.purse === null} onClick={place}>
          Place them by money and hands
        </Button>
      </Flex>
      {year.newer ? (
        <StaleNote differences={[]} onMine={year.keepMine} onNewer={year.takeNewer} />
      ) : (
        <ProblemNote error={error ?? changeError} kept="What you typed is still here." />
      )}
      <PlainTable
        label="The year’s launches"
        rows={rows}
        rowKey={(r) => r.id}
        lookOf={(r) => (placed.some((p) => p.id === r.id) ? 'chosen' : r.asked ? undefined : 'quiet')}
        columns={[
          {
            head: 'Candidate',
            names: true,
            cell: (r) => (
              <Link to={`/${market.id}/candidates/${r.id}/costing`}>
                {r.name}{' '}
                <Box as="span" color="inkSoft" fontWeight="400">
                  {r.stage}
                </Box>
              </Link>
            ),
          },
          {
            head: 'Ordered in',
            align: 'left',
            cell: (r) =>
              r.asked ? (
                <NativeSelect.Root size="xs" w="130px">
                  <NativeSelect.Field
                    aria-label={`${r.name}: ordered in`}
                    bg="paper"
                    value={r.launchMonth ?? ''}
                    onChange={(e) => order(r.id, e.target.value || null)}
                  >
                    <option value="">not planned</option>
                    {r.launchMonth !== null && !months.includes(r.launchMonth) && (
                      <option value={r.launchMonth}>{monthName(r.launchMonth)}, outside the plan</option>
                    )}
                    {months.slice(0, PLAN_MONTHS).map((m) => (
                      <option key={m} value={m}>
                        {monthName(m)}
                      </option>
                    ))}
                  </NativeSelect.Field>
                  <NativeSelect.Indicator />
                </NativeSelect.Root>
              ) : (
                r.reason
              ),
          },
          { head: `Needs at most, ${market.currency}`, cell: (r) => (r.asked ? money(r.needs, market, true) : '') },
          { head: 'Leaves after a year', cell: (r) => (r.asked ? money(r.leaves, market, true) : '') },
          { head: 'Tended, months', cell: (r) => (r.asked ? count(Math.ceil(r.tended)) : '') },
        ]}
      />
      {placed.length > 0 && (
        <>
          <Box mt="3" aria-live="polite">
            {plan.short.length > 0 ? (
              <Text>
                <Mark kind="fails" word="too little money" />
                Money runs out in {monthName(months[plan.short[0]!]!)}: {moneyWith(-plan.lowest, market, true)} are
                missing at the deepest, in {monthName(months[plan.lowestMonth]!)}.
              </Text>
            ) : (
              <Text>
                <Mark kind="holds" word="enough money" />
                The least money is {moneyWith(plan.lowest, market, true)}, in {monthName(months[plan.lowestMonth]!)}.
              </Text>
            )}
            {plan.crowded.length > 0 && (
              <Text>
                <Mark kind="care" word="too many at once" />
                More than {document.atOnce} at once from {monthName(months[plan.crowded[0]!]!)} on, for{' '}
                {plan.crowded.length} {plan.crowded.length === 1 ? 'month' : 'months'}.
              </Text>
            )}
          </Box>
          <Suspense fallback={<Box h="220px" />}>
            <YearChart plan={plan} months={months} atOnce={document.atOnce} />
          </Suspense>
        </>
      )}
      {compared.length > 0 && (
        <Box mt="3">
          <PlainTable
            label="Several beside one"
            rows={compared}
            rowKey={(c) => c.name}
            columns={[
              { head: 'What', names: true, cell: (c) => c.name },
              { head: 'Takes at most', cell: (c) => money(c.needs, market, true) },
              { head: 'Cash after a year', cell: (c) => money(c.year, market, true) },
              { head: 'After two years', cell: (c) => money(c.end, market, true) },
              { head: 'A month under way', cell: (c) => money(c.month, market, true) },
              {
                head: 'Leaves something a year after its orders',
                cell: (c) => (c.chance ? chanceInWords(c.chance.profit) : 'drawing …'),
              },
            ]}
          />
        </Box>
      )}
    </Box>
  );
};
const sum = (values: readonly number[]): number => values.reduce((total, v) => total + v, 0);
