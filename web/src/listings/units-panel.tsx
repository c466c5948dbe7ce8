import { Box, Flex, Text } from '@chakra-ui/react';
import type { ListingSheet } from '@kettle/contract/listings';
import type { Figure } from '@kettle/contract/shapes';
import { count, percent } from '../ui/format.ts';
import { IntervalBar } from '../ui/interval-bar.tsx';
import { Worked } from '../ui/worked.tsx';

/** Monthly units in every way there is, side by side, and what to make of them. */
export const UnitsPanel = ({ sheet: { units } }: { sheet: ListingSheet }) => {
  const ways: [string, Figure][] = [
    ['Rank curve, 30 days', units.rank30],
    ['Rank curve, 90 days', units.rank90],
    ['Stock counts', units.stock],
    ['Review pace', units.reviews],
    ...(units.stated.known ? [['As stated', units.stated] as [string, Figure]] : []),
    [
      units.from === 'months'
        ? 'Used: monthly ranks'
        : units.from === 'stated'
          ? 'Used: as stated'
          : units.from === 'current-rank'
            ? 'Used: one rank'
            : 'Together',
      units.best,
    ],
  ];
  const tops = ways.flatMap(([, f]) => (f.known ? f.high : []));
  const to = Math.max(10, ...tops) * 1.05;
  return (
    <>
      <Text mb="2" fontSize="15px">
        {units.best.known ? (
          <>
            <Worked figure={units.best} title={`${count(units.best.value)} a month`}>
              <b data-testid="units-best">{count(units.best.value)}</b>
            </Worked>{' '}
            <Box as="span" color="inkSoft">
              {units.best.low === units.best.high
                ? 'as stated'
                : `${count(units.best.low)}–${count(units.best.high)} in four of five cases`}
            </Box>
          </>
        ) : (
          <>
            Not known.{' '}
            <Box as="span" color="inkSoft">
              {units.best.reason}
            </Box>
          </>
        )}
      </Text>
      {ways.map(([name, figure], i) => (
        <Flex
          key={name}
          align="center"
          gap="3"
          minH="27px"
          fontSize="13px"
          fontWeight={i === ways.length - 1 ? 700 : 400}
          className="figures"
        >
          <Box w="148px" flexShrink={0}>
            {name}
          </Box>
          {figure.known ? (
            <>
              <Box flex="1">
                <IntervalBar value={figure.value} low={figure.low} high={figure.high} from={0} to={to} width="100%" />
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
      ))}
      {units.best.known &&
        units.best.working.warnings.map((w) => (
          <Text key={w} color="saffron" fontSize="13px" mt="1">
            ▲ {w}
          </Text>
        ))}
      {units.spikes && units.spikes.days.length > 0 && (
        <Text color={units.spikes.flattered ? 'saffron' : 'inkSoft'} fontSize="13px" mt="1">
          {units.spikes.flattered ? '▲ Flattered by a sale: ' : ''}
          {percent(units.spikes.share)} of the units of these 90 days fell on {units.spikes.days.length} days far above
          the rest; a typical month is {count(units.spikes.typicalPerDay * 30.4375)}.
        </Text>
      )}
    </>
  );
};
