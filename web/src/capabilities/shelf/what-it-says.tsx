import { Box, Button, Flex, Heading, Text } from '@chakra-ui/react';
import { Link } from 'react-router';
import type { ShelfRules } from '@kettle/core/documents/shelf-rules';
import type { ShelfReading, VerdictKey } from '@kettle/core/shelf/reading';
import { useMarket } from '../../ground/market/market.ts';
import { FactsList } from '../../ground/ui/facts-list.tsx';
import { figureOf } from '../../ground/ui/figure-of.ts';
import { count, decimal, money, percent } from '../../ground/ui/format.ts';
import { Mark } from '../../ground/ui/mark.tsx';
import { Worked } from '../../ground/ui/worked.tsx';

/** The verdicts in words, each opening the rows it rests on and saying its rule. */
export const Verdicts = ({
  reading,
  shown,
  onShow,
}: {
  reading: ShelfReading;
  shown: VerdictKey | null;
  onShow: (key: VerdictKey | null) => void;
}) => (
  <Box as="section" aria-label="What the shelf says">
    <Heading as="h2" fontSize="15px" mb="1">
      What the shelf says
    </Heading>
    {reading.verdicts.length === 0 && (
      <Text fontSize="13px" color="inkSoft">
        None of the rules speaks: nothing stands out, for or against.
      </Text>
    )}
    {reading.verdicts.map((v) => (
      <Box key={v.key} py="2" borderBottomWidth="1px" borderColor="rule">
        <Flex gap="1" align="baseline">
          <Mark kind={v.tone} />
          <Box flex="1">
            <Text fontWeight="600">{v.title}</Text>
            <Text fontSize="13px" color="inkSoft">
              {v.detail}
            </Text>
            {shown === v.key && (
              <Text fontSize="13px" mt="1">
                Rule: {v.rule}
              </Text>
            )}
            <Button
              size="2xs"
              variant="outline"
              bg="paper"
              mt="1"
              aria-pressed={shown === v.key}
              aria-label={`${v.title} ${v.codes.length > 0 ? 'Show its listings and rule' : 'Show its rule'}`}
              onClick={() => onShow(shown === v.key ? null : v.key)}
            >
              {shown === v.key
                ? 'Show all'
                : v.codes.length > 0
                  ? `Its ${v.codes.length} listing${v.codes.length === 1 ? '' : 's'} and rule`
                  : 'Its rule'}
            </Button>
          </Box>
        </Flex>
      </Box>
    ))}
    {reading.unsaid.map((sentence) => (
      <Text key={sentence} fontSize="13px" color="inkSoft" mt="1.5">
        <Mark kind="open" word="not said" />
        {sentence}
      </Text>
    ))}
  </Box>
);

/** The figures behind the words. */
export const ShelfFigures = ({ reading, rules }: { reading: ShelfReading; rules: ShelfRules }) => {
  const market = useMarket();
  const { concentration: c, wall, newcomers, room, fulfilled } = reading;
  const revenue = `${money(reading.revenue, market, true)} ${market.currency} a month`;
  const lines: [string, React.ReactNode][] = [
    [
      'Revenue together',
      <Worked
        key="r"
        title="Revenue together"
        figure={figureOf(
          reading.revenue,
          'Units a month times price, added over the listings of which both are known.',
          [
            ['Known of', `${reading.spreads.revenue.known} of ${reading.n}`],
            ['Mean', `${money(reading.spreads.revenue.mean, market, true)}`],
            ['Median', `${money(reading.spreads.revenue.median, market, true)}`],
          ],
        )}
      >
        {reading.revenue === null ? 'not known' : revenue}
      </Worked>,
    ],
    ...(c
      ? ([
          ['The first one, two, three, ten take', c.top.map((t) => percent(t)).join(' · ')],
          [`Make up ${percent(rules.share)}`, `${c.holders} of ${reading.spreads.revenue.known} listings`],
          [
            'Concentration (HHI)',
            <Worked
              key="h"
              title="Herfindahl–Hirschman index"
              figure={figureOf(
                c.hhi,
                'Sum of the squared shares of revenue in per cent. Up to 1,000 not, up to 1,800 moderately, above highly concentrated (Merger Guidelines 2023).',
                [['Listings', String(reading.spreads.revenue.known)]],
              )}
            >
              {count(c.hhi)}, {c.band}
            </Worked>,
          ],
          ['Effective number', `${decimal(c.effective)} listings of equal size`],
          [
            'Gini',
            <Worked
              key="g"
              title="Gini’s coefficient"
              figure={figureOf(c.gini, '0 when all earn the same, towards 1 when one earns all.')}
            >
              {decimal(c.gini, 2)}
            </Worked>,
          ],
        ] as [string, React.ReactNode][])
      : []),
    ...(wall
      ? ([
          [
            'Months to climb the wall',
            <Worked
              key="w"
              title="Months to the median of reviews"
              figure={figureOf(
                wall.months,
                'Median of reviews ÷ (reviews per unit on this shelf × units a newcomer can expect).',
                [
                  ['Median of reviews', count(wall.median)],
                  ['Reviews per unit', wall.perUnit === null ? 'not known' : decimal(wall.perUnit, 3)],
                  [
                    'Units a month',
                    wall.expectedUnits === null
                      ? 'not known'
                      : `${count(wall.expectedUnits)} (${wall.expectedFrom === 'newcomers' ? 'the middle newcomer' : 'lower quarter of the shelf'})`,
                  ],
                ],
                'The pace of reviews, or units, is not known here.',
              )}
            >
              {wall.months === null ? 'not known' : `${count(wall.months)} to ${count(wall.median)} reviews`}
            </Worked>,
          ],
        ] as [string, React.ReactNode][])
      : []),
    ...(newcomers
      ? ([
          [
            'Newcomers take',
            `${percent(newcomers.share)} of the revenue; the middle one ${money(newcomers.median, market, true)}, ${percent(newcomers.ofMedian)} of the median`,
          ],
        ] as [string, React.ReactNode][])
      : []),
    ...(room
      ? ([
          [
            'Price room',
            `middle half spans ${percent(room.spread)} of the median${room.above === null ? '' : `; ${percent(room.above)} of revenue above it`}`,
          ],
          [
            'Prices moved',
            room.change === null
              ? 'not known'
              : `median ${room.change > 0 ? '+' : ''}${percent(room.change, 1)} over ${room.changeOver}; ${room.cut.length} of ${room.changesKnown} cut by ${percent(rules.cutDepth)} or more`,
          ],
        ] as [string, React.ReactNode][])
      : []),
    [
      'Fulfilled by',
      `the marketplace ${fulfilled.marketplace}, the seller ${fulfilled.seller}${fulfilled.unknown > 0 ? `, not known ${fulfilled.unknown}` : ''}; the marketplace sells ${fulfilled.soldByMarketplace.length} itself`,
    ],
  ];
  return (
    <Box as="section" aria-label="Figures of the shelf" mt="5">
      <Heading as="h2" fontSize="15px" mb="1">
        Figures
      </Heading>
      <FactsList facts={lines} columns="minmax(0, 2fr) minmax(0, 3fr)" columnGap="3" rowGap="1.5" />
      {c && (
        <>
          <Heading as="h2" fontSize="15px" mt="5" mb="1">
            Brands, {c.brands.length}
          </Heading>
          {c.brands.slice(0, 8).map((b) => (
            <Flex key={b.codes[0]} fontSize="13px" gap="2" align="center" minH="26px">
              <Box flex="1" minW="0" truncate>
                {b.brand === '' ? (
                  <>no brand ({b.codes[0]})</>
                ) : (
                  <Box asChild color="aubergine" textDecoration="underline">
                    <Link to={`/${market.id}/brands/${encodeURIComponent(b.brand)}`}>{b.brand}</Link>
                  </Box>
                )}
                {b.codes.length > 1 && ` · ${b.codes.length} listings`}
              </Box>
              <Box w="90px" h="6px" bg="quietBar" aria-hidden>
                <Box h="100%" bg="aubergine" w={`${100 * b.share}%`} />
              </Box>
              <Box w="44px" textAlign="right" className="figures">
                {percent(b.share)}
              </Box>
            </Flex>
          ))}
        </>
      )}
    </Box>
  );
};
