import { Box, Flex, Text } from '@chakra-ui/react';
import { Link } from 'react-router';
import type { ListingSheet } from '@kettle/contract/listings';
import type { Figure } from '@kettle/core/documents/figure';
import { useMarket } from '../../ground/market/market.ts';
import { count, day, percent } from '../../ground/ui/format.ts';
import { IntervalBar } from '../../ground/ui/interval-bar.tsx';
import { Mark } from '../../ground/ui/mark.tsx';
import { Worked } from '../../ground/ui/worked.tsx';
import { OwnCounts } from './own-counts.tsx';

type Units = ListingSheet['units'];
interface Way {
  name: string;
  figure: Figure;
  /** What the same data give when the mean rank is put through the curve once. */
  atMeanRank?: number | null;
  kind?: 'used' | 'not to be used';
}

const USED: Record<string, string> = {
  months: 'Used: monthly ranks',
  stated: 'Used: as stated',
  'current-rank': 'Used: one rank',
};

const waysOf = (units: Units): Way[] => [
  { name: 'Today’s rank alone', figure: units.latestRank, kind: 'not to be used' },
  ...([7, 30, 90, 365] as const).map((days) => ({
    name: `Rank curve, ${days} days`,
    figure: units.ranks[days].figure,
    atMeanRank: units.ranks[days].atMeanRank,
  })),
  { name: 'Stock counts', figure: units.stock },
  { name: 'Review pace', figure: units.reviews },
  ...(units.stated.known ? [{ name: 'As stated', figure: units.stated }] : []),
  { name: USED[units.from] ?? 'Together', figure: units.best, kind: 'used' },
];

/** Monthly units in every way there is on one scale, why they differ, and the seller's own counts. */
export const UnitsPanel = ({ sheet }: { sheet: ListingSheet }) => {
  const market = useMarket();
  const { units } = sheet;
  const ways = waysOf(units);
  // The day's chance makes the interval of one rank so wide that it would squeeze all others.
  const tops = ways.flatMap(({ figure, kind }) =>
    figure.known ? (kind === 'not to be used' ? figure.value : figure.high) : [],
  );
  const to = Math.max(10, ...tops) * 1.05;
  const nothingRead = units.from !== 'readings' && ways.slice(0, 7).every((w) => !w.figure.known);
  return (
    <>
      <Headline units={units} />
      <Agreement units={units} today={sheet.today} />
      {!nothingRead && (
        <Flex fontSize="11px" color="inkSoft" gap="3" aria-hidden>
          <Box w="148px" />
          <Flex flex="1" justify="space-between" className="figures">
            <span>0</span>
            <span>{count(to)} a month</span>
          </Flex>
          <Box w="88px" textAlign="right">
            at mean rank
          </Box>
          <Box w="64px" textAlign="right">
            a month
          </Box>
        </Flex>
      )}
      {ways.map((way) => (
        <WayRow key={way.name} way={way} to={to} />
      ))}
      {sheet.curve && (
        <Text fontSize="12px" color="inkSoft" mt="1">
          Curve of {sheet.curve.category === '*' ? 'all categories' : sheet.curve.category},{' '}
          {day(sheet.curve.validFrom)}, {sheet.curve.source}.{' '}
          {sheet.curve.guess && (
            <Box as="span" color="saffron">
              ▲ Fitted to fewer than six listings: a guess.{' '}
            </Box>
          )}
          <Link
            to={`/${market.id}/curves?category=${encodeURIComponent(sheet.curve.category)}&listing=${encodeURIComponent(sheet.listing.code)}`}
            style={{ textDecoration: 'underline' }}
          >
            See the curve
          </Link>{' '}
          ·{' '}
          <Link to={`/${market.id}/backtest`} style={{ textDecoration: 'underline' }}>
            How well each way does
          </Link>
        </Text>
      )}
      <OwnCounts sheet={sheet} />
    </>
  );
};

const Headline = ({ units: { best, typical, spikes } }: { units: Units }) => (
  <Text mb="1" fontSize="15px">
    {best.known ? (
      <>
        <Worked figure={best} title={`${count(best.value)} a month`}>
          <Box as="b" fontSize="20px" data-testid="units-best">
            {count(best.value)}
          </Box>
        </Worked>{' '}
        <Box as="span" color="inkSoft">
          {`${count(best.low)}–${count(best.high)} in four of five cases`}
          {typical !== null &&
            spikes &&
            spikes.days.length > 0 &&
            ` · typical month ${count(typical)}, ${spikes.days.length === 1 ? 'one day' : `${spikes.days.length} days`} far above the rest left out`}
        </Box>
      </>
    ) : (
      <>
        Not known.{' '}
        <Box as="span" color="inkSoft">
          {best.reason}
        </Box>
      </>
    )}
  </Text>
);

/** Whether the ways agree, why they may not, and what is odd about the readings: a sentence each. */
const Agreement = ({ units, today }: { units: Units; today: string }) => {
  const { agreement, best, spikes, notes } = units;
  const warnings = best.known
    ? best.working.warnings.filter((w) => !w.startsWith('The ways of counting disagree'))
    : [];
  return (
    <Box fontSize="13px" mb="2">
      {agreement.state === 'agree' && agreement.ratio !== null && (
        <Text>
          <Mark kind="holds" word="good" /> The ways of counting agree: the largest is {agreement.ratio.toFixed(1)}{' '}
          times the smallest.
        </Text>
      )}
      {agreement.state === 'disagree' && (
        <Text>
          <Mark kind="care" word="take care" /> The ways of counting disagree: the largest is{' '}
          {agreement.ratio!.toFixed(1)} times the smallest.
        </Text>
      )}
      {agreement.reasons.map((reason) => (
        <Text key={reason} color="inkSoft" pl="5">
          {reason}
        </Text>
      ))}
      {spikes && spikes.days.length > 0 && (
        <Text color={spikes.flattered ? 'saffron' : 'inkSoft'}>
          {spikes.flattered ? '▲ Flattered by a sale: ' : ''}
          {percent(spikes.share)} of the units by rank of these 90 days fell on{' '}
          {spikes.days
            .slice(0, 4)
            .map((d) => day(d, today))
            .join(', ')}
          {spikes.days.length > 4 && ` and ${spikes.days.length - 4} more days`}.
        </Text>
      )}
      {[...notes, ...warnings].map((note) => (
        <Text key={note} color="saffron">
          ▲ {note}
        </Text>
      ))}
    </Box>
  );
};

const WayRow = ({ way: { name, figure, atMeanRank, kind }, to }: { way: Way; to: number }) => (
  <Flex
    align="center"
    gap="3"
    minH="26px"
    fontSize="13px"
    fontWeight={kind === 'used' ? 700 : 400}
    color={kind === 'not to be used' ? 'inkSoft' : undefined}
    borderTopWidth={kind === 'used' ? '1px' : undefined}
    borderColor="rule"
    className="figures"
  >
    <Box w="148px" flexShrink={0}>
      {name}
    </Box>
    {figure.known ? (
      <>
        <Box flex="1">
          {kind === 'not to be used' ? (
            <IntervalBar value={figure.value} low={null} high={null} from={0} to={to} width="100%" />
          ) : (
            <IntervalBar value={figure.value} low={figure.low} high={figure.high} from={0} to={to} width="100%" />
          )}
        </Box>
        <Box w="88px" textAlign="right" color="inkSoft" fontSize="12px">
          {kind === 'not to be used' ? 'not to be used' : atMeanRank == null ? '' : count(atMeanRank)}
        </Box>
        <Box w="64px" textAlign="right">
          <Worked figure={figure} title={`${name}: ${count(figure.value)} a month`}>
            {count(figure.value)}
          </Worked>
        </Box>
      </>
    ) : (
      <Box flex="1" color="inkSoft" fontWeight="400">
        {figure.reason}
      </Box>
    )}
  </Flex>
);
