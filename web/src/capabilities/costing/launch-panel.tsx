import { Box, Button, Flex, Heading, Text } from '@chakra-ui/react';
import { useMemo } from 'react';
import {
  TYPED_ASSUMPTIONS,
  EMPTY_PLAN,
  LATE,
  lateBy,
  launchFrom,
  MONTHS,
  monthsOf,
  type Assumption,
  type Launch,
  type LaunchAsked,
  type Simulated,
} from '@kettle/core/costing/launch';
import type { NewcomersSell } from '@kettle/core/shelf/newcomers-sell';
import { costOfOrdering, economicOrder, netPresentValue } from '@kettle/core/costing/order-size';
import type { LaunchPlan } from '@kettle/core/documents/costing';
import { majorFromMinor, minorFromMajor } from '@kettle/core/money/money';
import { STARTER_SHELF_RULES } from '@kettle/core/shelf/rules';
import { NumberField } from '../../ground/form/number-field.tsx';
import { useMarket } from '../../ground/market/market.ts';
import { DayChart } from '../../ground/ui/day-chart.tsx';
import { count, money, percent } from '../../ground/ui/format.ts';
import { Mark } from '../../ground/ui/mark.tsx';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { TRIALS, useSimulation } from './use-simulation.ts';

const SPOKEN: Readonly<Record<Assumption, string>> = {
  units: 'Units a month',
  find: 'What the find sells',
  price: 'Price',
  advertising: 'Advertising',
  cost: 'Landed cost',
  ramp: 'Months of ramp',
  lead: 'Months until arrival',
};
const within =
  (low: number, high: number) =>
  (x: number): string | null =>
    x < low || x > high ? `Between ${low} and ${high}.` : null;

/** The launch: what it takes month by month, when the money is back, and how sure that is. */
export const LaunchPanel = ({
  schedule,
  subject,
  document,
  day,
  units,
  plan: typed,
  newcomers,
  onPlan,
}: LaunchAsked & {
  plan: LaunchPlan | undefined;
  newcomers: NewcomersSell | null;
  onPlan: (plan: LaunchPlan) => void;
}) => {
  // What is typed is the newest; what is reckoned may follow a moment later.
  const plan = typed ?? EMPTY_PLAN;
  const { price, category, weight, sides } = subject;
  const asked = useMemo(
    (): LaunchAsked => ({ schedule, subject: { price, category, weight, sides }, document, day, units }),
    [schedule, price, category, weight, sides, document, day, units],
  );
  const launch = useMemo(() => launchFrom(asked), [asked]);
  const isKnown = typeof launch !== 'string';
  return (
    <Box mt="8" as="section" aria-labelledby="launch">
      <Heading as="h3" id="launch" fontSize="15px" mb="1">
        The launch
      </Heading>
      {isKnown ? (
        <>
          <Answer launch={launch} purse={plan.purse} />
          <InTime
            launch={launch}
            document={document}
            schedule={schedule}
            volume={sides && sides[0] * sides[1] * sides[2]}
          />
        </>
      ) : (
        <Text color="inkSoft" role="status">
          {launch}
        </Text>
      )}
      <Flex columnGap="14" rowGap="6" wrap="wrap" align="flex-start" mt="3">
        <Flex direction="column" gap="1.5" flex="1 1 320px">
          <PlanFields plan={plan} newcomers={newcomers} onPlan={onPlan} />
        </Flex>
        <Box flex="1.4 1 420px">{isKnown && <HowSure asked={asked} purse={plan.purse} />}</Box>
      </Flex>
    </Box>
  );
};

const Answer = ({ launch, purse }: { launch: Launch; purse: number | null }) => {
  const market = useMarket();
  const { lowest, payback, afterYear, months } = useMemo(() => monthsOf(launch), [launch]);
  const late = useMemo(() => monthsOf(lateBy(launch, LATE)), [launch]);
  const sum = (minor: number): string => `${money(minor, market, true)} ${market.currency}`;
  const points = months.map((m, at) => ({ at, cash: majorFromMinor(m.cash, market.currency) }));
  const isShort = purse !== null && -lowest > purse;
  return (
    <>
      <Text>
        If all goes as typed you need <b>{sum(-lowest)}</b>, most in month {months.findIndex((m) => m.cash === lowest)}
        {purse !== null && (
          <>
            {' '}
            (<Mark kind={isShort ? 'fails' : 'holds'} word={isShort ? 'more than you have' : 'you have enough'} />
            {isShort ? `${sum(-lowest - purse)} more than you have` : `${sum(purse + lowest)} less than you have`})
          </>
        )}
        ; the money is {payback === null ? `not back within ${MONTHS} months` : `back in month ${payback}`}; after a
        year <b>{sum(afterYear)}</b> are left, stock at its cost. With stock {LATE} months late the money is{' '}
        {late.payback === null ? `not back within ${MONTHS} months` : `back in month ${late.payback}`} and{' '}
        {sum(late.afterYear)} are left after a year.
      </Text>
      <Box mt="3">
        <DayChart
          caption={`Money in hand at each month’s end, ${market.currency}; month 0 is the order`}
          points={points}
          lines={[{ key: 'cash', name: 'Money in hand', colour: 'aubergine', width: 2 }]}
          height={170}
          scale="as it falls"
          digits={0}
          level={0}
          xText={String}
          xTicks={[0, 3, 6, 9, 12, 15, 18, 21, 24]}
          labelText={(at) => `Month ${at}: ${count(months[at]?.sold)} sold, ${count(months[at]?.stock)} in stock`}
        />
      </Box>
    </>
  );
};

const YEAR = 12;

/** What the launch is worth in today's money, and the order that costs least when it is repeated. */
const InTime = ({
  launch,
  document,
  schedule,
  volume,
}: {
  launch: Launch;
  document: LaunchAsked['document'];
  schedule: LaunchAsked['schedule'];
  volume: number | null;
}) => {
  const market = useMarket();
  const interest = (document.plan ?? EMPTY_PLAN).interest ?? 0;
  const { months } = useMemo(() => monthsOf(launch), [launch]);
  const ordering = costOfOrdering(document);
  const { units, landed } = launch.likely;
  const stored =
    document.fulfilment === 'marketplace' && volume ? (volume / 1e9) * schedule.storage.perCubicMetreMonth : 0;
  const best = ordering === null ? null : economicOrder(units * YEAR, ordering, stored * YEAR + interest * landed);
  // Cash at each month's end, as what came in that month.
  const flows = months.map((m, at) => m.cash - (at === 0 ? 0 : months[at - 1]!.cash));
  if (interest === 0 && best === null) return null;
  return (
    <Text mt="1" color="inkSoft">
      {interest > 0 &&
        `In today’s money, at ${percent(interest, 1)} a year, two years of it bring ${money(Math.round(netPresentValue((1 + interest) ** (1 / YEAR) - 1, flows)), market, true)} ${market.currency}, stock not counted. `}
      {best !== null &&
        `Repeated orders cost least at about ${count(best)} pieces: each costs ${money(ordering, market, true)} whatever its size, and a piece ${money(Math.round(stored * YEAR + interest * landed), market)} a year to hold.`}
    </Text>
  );
};

/** What newcomers beside the find sell, to be taken for one's own. */
const NewcomersHint = ({
  newcomers: { n, units, share, spread },
  plan,
  onTake,
}: {
  newcomers: NewcomersSell;
  plan: LaunchPlan;
  onTake: (part: Pick<LaunchPlan, 'unitsShare' | 'spreads'>) => void;
}) => {
  const [least, middle, most] = units;
  const unitsShare = Math.min(5, Number(share.toFixed(3)));
  const spreadOfUnits = { low: Number(spread.low.toFixed(2)), high: Math.min(20, Number(spread.high.toFixed(2))) };
  const isTaken = plan.unitsShare === unitsShare && plan.spreads.units.low === spreadOfUnits.low && plan.spreads.units.high === spreadOfUnits.high; // prettier-ignore
  const { newcomerMonths: months, newcomerReviews: reviews } = STARTER_SHELF_RULES;
  return (
    <Flex gap="2" justify="flex-end" align="center" color="inkSoft" fontSize="12px">
      <Text textAlign="right">
        The {n} newcomers in the line-up (under {months} months, or up to {reviews} reviews) sell {count(least)} to{' '}
        {count(most)}, the middle one {count(middle)}: {percent(share)} of the find. Those that gave up are not seen.
      </Text>
      {!isTaken && (
        <Button
          size="2xs"
          variant="outline"
          flexShrink="0"
          onClick={() => onTake({ unitsShare, spreads: { ...plan.spreads, units: spreadOfUnits } })}
        >
          Take theirs
        </Button>
      )}
    </Flex>
  );
};

const PlanFields = ({
  plan,
  newcomers,
  onPlan,
}: {
  plan: LaunchPlan;
  newcomers: NewcomersSell | null;
  onPlan: (plan: LaunchPlan) => void;
}) => {
  const market = useMarket();
  const set = (part: Partial<LaunchPlan>): void => onPlan({ ...plan, ...part });
  const inPercent = (share: number): number => Number((share * 100).toFixed(2));
  return (
    <>
      <NumberField
        label="Money you have for it"
        value={plan.purse === null ? null : majorFromMinor(plan.purse, market.currency)}
        placeholder="not known"
        suffix={market.currency}
        fault={(x) => (x < 0 ? 'This cannot be below 0.' : null)}
        onChange={(v) => set({ purse: v === null ? null : minorFromMajor(v, market.currency) })}
      />
      <NumberField
        label="You sell, of what the find sells"
        value={inPercent(plan.unitsShare)}
        suffix="%"
        fault={within(0, 500)}
        onChange={(v) => set({ unitsShare: (v ?? 0) / 100 })}
      />
      {newcomers && <NewcomersHint newcomers={newcomers} plan={plan} onTake={set} />}
      <NumberField
        label="Months until so many sell"
        value={plan.rampMonths}
        suffix=""
        fault={within(0, 24)}
        onChange={(v) => set({ rampMonths: v ?? 0 })}
      />
      <NumberField
        label="Months from order to arrival"
        value={plan.leadMonths}
        suffix=""
        fault={within(0, 18)}
        onChange={(v) => set({ leadMonths: v ?? 0 })}
      />
      <NumberField
        label="Paid with the order"
        value={inPercent(plan.deposit)}
        suffix="%"
        fault={within(0, 100)}
        onChange={(v) => set({ deposit: (v ?? 0) / 100 })}
      />
      <NumberField
        label="Your money could earn elsewhere, a year"
        value={inPercent(plan.interest ?? 0)}
        suffix="%"
        fault={within(0, 200)}
        onChange={(v) => set({ interest: (v ?? 0) / 100 })}
      />
      <NumberField
        label="Months until a sale is paid out"
        value={plan.payoutMonths}
        suffix=""
        fault={(x) => (Number.isInteger(x) ? within(0, 6)(x) : 'A whole number.')}
        onChange={(v) => set({ payoutMonths: v ?? 0 })}
      />
      <Text mt="2" color="inkSoft" fontSize="12px">
        How far each may be off, in per cent of what is typed: at the least, at the most. Set by us to begin with: put
        in what you have seen.
      </Text>
      {TYPED_ASSUMPTIONS.map((a) => {
        const { low, high } = plan.spreads[a];
        const change = (end: 'low' | 'high') => (v: number | null) =>
          set({ spreads: { ...plan.spreads, [a]: { ...plan.spreads[a], [end]: (v ?? 100) / 100 } } });
        return (
          <Flex key={a} gap="2" align="flex-start" justify="flex-end">
            <NumberField
              label={`${SPOKEN[a]}, least`}
              value={inPercent(low)}
              suffix="%"
              fault={within(0, 100)}
              onChange={change('low')}
            />
            <NumberField
              label="most"
              value={inPercent(high)}
              suffix="%"
              fault={within(100, 2000)}
              onChange={change('high')}
            />
          </Flex>
        );
      })}
    </>
  );
};

const HowSure = ({ asked, purse }: { asked: LaunchAsked; purse: number | null }) => {
  const { result, done, isCurrent } = useSimulation(asked, purse);
  return (
    <>
      <Heading as="h4" fontSize="14px" mb="1">
        How sure that is
      </Heading>
      <Text color="inkSoft" fontSize="12px" role="status" mb="2">
        {isCurrent
          ? `${count(TRIALS)} launches drawn, each assumption by itself between its least and its most, what the find sells by the interval of its estimate: no surer than those are.`
          : `Drawing launches, ${count(done)} of ${count(TRIALS)} …`}
      </Text>
      {result && (
        <Box opacity={isCurrent ? 1 : 0.5}>
          <Chances result={result} />
          <Matters result={result} />
        </Box>
      )}
    </>
  );
};

const Chances = ({ result }: { result: Simulated }) => {
  const market = useMarket();
  const span = ([least, low, middle, high, most]: readonly number[]): string =>
    `${money(middle, market, true)} (half ${money(low, market, true)} to ${money(high, market, true)}; nine of ten ${money(least, market, true)} to ${money(most, market, true)})`;
  const rows: [string, string][] = [
    ['Something is left after a year', inTen(result.profit)],
    ...result.payback.map(({ within: months, share }): [string, string] => [
      `The money is back within ${months} months`,
      inTen(share),
    ]),
    ...(result.overPurse === null
      ? []
      : [['More is needed than you have', inTen(result.overPurse)] as [string, string]]),
    [`Left after a year, ${market.currency}`, span(result.afterYear)],
    [`Needed, ${market.currency}`, span([...result.lowest].reverse().map((x) => -x))],
  ];
  return (
    <PlainTable
      label="How sure"
      rows={rows}
      rowKey={([name]) => name}
      columns={[
        { head: 'What', unseen: true, names: true, cell: ([name]) => name },
        { head: 'Chance', unseen: true, cell: ([, value]) => value },
      ]}
    />
  );
};

/** A chance as people speak of it; near certainty is none. @example inTen(0.9996) // => "over 99 %" */
export const inTen = (share: number): string =>
  share > 0.99 ? 'over 99 %' : share < 0.01 ? 'under 1 %' : percent(share);

/** Below this an assumption hardly decides anything. */
const HARDLY = 0.05;

const Matters = ({ result }: { result: Simulated }) => (
  <Box mt="4">
    <Text fontSize="13px" color="inkSoft" mb="1">
      What decides it most
    </Text>
    {result.matters
      .filter((m) => Math.abs(m.correlation) >= HARDLY)
      .map(({ assumption, correlation }) => (
        <Flex key={assumption} align="center" gap="3" py="0.5" fontSize="13px">
          <Box w="150px">{SPOKEN[assumption]}</Box>
          <Box flex="1" h="8px" bg="quietBar" borderRadius="2px" aria-hidden>
            <Box
              h="100%"
              w={`${100 * Math.abs(correlation)}%`}
              bg={correlation > 0 ? 'verdigris' : 'brick'}
              borderRadius="2px"
            />
          </Box>
          <Box w="130px" textAlign="right" color="inkSoft">
            {correlation > 0 ? 'more leaves more' : 'more leaves less'}
          </Box>
        </Flex>
      ))}
  </Box>
);
