import { Box, Flex, Skeleton, Text } from '@chakra-ui/react';
import type { Surroundings, UnitsCourse } from '@kettle/contract/sheet';
import { MONTH_NAMES } from '@kettle/core/measures/day';
import { useSurroundingsQuery } from '../../ground/api/sheet.ts';
import { FilledBy } from '../../ground/ui/filled-by.tsx';
import { useMarket } from '../../ground/market/market.ts';
import { count, percent } from '../../ground/ui/format.ts';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';

/** When in the year it sells, whether it grows and how steady it is; the same of its category. */
export const SeasonPanel = ({ code }: { code: string }) => {
  const market = useMarket();
  const { currentData, error } = useSurroundingsQuery({ params: { marketplace: market.id, code } });
  if (error) return <ProblemNote error={error} />;
  if (!currentData) return <Skeleton h="150px" />;
  const { course, category } = currentData;
  return (
    <Box fontSize="13px">
      <Text>
        <b>This listing.</b> {course.words}
      </Text>
      <Text mt="1">
        <b>{category ? `${category.name}, ${count(category.listings)} listings.` : 'Its category.'}</b>{' '}
        {category ? category.course.words : 'Fewer than three of its listings have a year of months.'}
      </Text>
      {course.months.every((m) => m.units === null) && (
        <Text mt="1" color="inkSoft">
          <FilledBy file="averages of months" holds="listing code, month, rank" />
        </Text>
      )}
      <FactorBars course={course} category={category} />
      <Flex columnGap="5" rowGap="1" mt="2" wrap="wrap" className="figures">
        <Fact name="Last quarter against the one before" value={percent(course.growthQuarter)} />
        <Fact name="Against the same a year ago" value={percent(course.growthYear)} />
        <Fact name="Strength of season" value={percent(course.season)} />
        <Fact
          name="Chance alone gives such a trend"
          value={course.trendP === null ? '—' : course.trendP < 0.01 ? 'in under 1 %' : `in ${percent(course.trendP)}`}
        />
      </Flex>
    </Box>
  );
};

const Fact = ({ name, value }: { name: string; value: string }) => (
  <span>
    <Box as="span" color="inkSoft">
      {name}{' '}
    </Box>
    {value}
  </span>
);

/** The pace of a month over the mean: factors where two years are known, else the last months themselves. */
const paceByMonth = (course: UnitsCourse): (number | null)[] => {
  if (course.factors) return course.factors;
  const last = course.months.slice(-12);
  const known = last.flatMap((m) => m.units ?? []);
  const mean = known.reduce((sum, u) => sum + u, 0) / Math.max(1, known.length);
  return Array.from({ length: 12 }, (_, m) => {
    const month = last.find((l) => Number(l.month.slice(5, 7)) === m + 1);
    return month?.units == null || mean === 0 ? null : month.units / mean;
  });
};

const HEIGHT = 84;

/** Twelve months side by side: the listing as bars, its category as a tick on each; 100 % is an ordinary month. */
const FactorBars = ({ course, category }: { course: UnitsCourse; category: Surroundings['category'] }) => {
  const own = paceByMonth(course);
  const kind = category ? paceByMonth(category.course) : own.map(() => null);
  if (own.every((f) => f === null) && kind.every((f) => f === null)) return null;
  const most = Math.max(1.2, ...own.map((f) => f ?? 0), ...kind.map((f) => f ?? 0));
  const at = (f: number): number => (HEIGHT * f) / most;
  return (
    <Box as="figure" mt="2">
      <Text as="figcaption" fontSize="12px" color="inkSoft">
        {course.factors
          ? 'Each month of the year over an ordinary one, trend taken out'
          : 'The last twelve months over their mean (too short a past to tell a season)'}
        {category && '; line: the category'}
      </Text>
      <Flex gap="1" align="flex-end" mt="1" position="relative">
        <Box
          position="absolute"
          left="0"
          right="0"
          bottom={`${at(1) + 16}px`}
          borderTop="1px dashed"
          borderColor="inkSoft"
          aria-hidden
        />
        {own.map((f, m) => {
          const words = `${MONTH_NAMES[m]}: ${f === null ? 'not known' : percent(f)}${kind[m] == null ? '' : `, category ${percent(kind[m])}`}`;
          return (
            <Box key={m} flex="1" textAlign="center" fontSize="11px" role="img" aria-label={words} title={words}>
              <Box h={`${HEIGHT}px`} position="relative" aria-hidden>
                {f !== null && (
                  <Box
                    position="absolute"
                    bottom="0"
                    left="10%"
                    right="10%"
                    h={`${at(f)}px`}
                    bg="series1"
                    opacity="0.75"
                  />
                )}
                {kind[m] != null && (
                  <Box position="absolute" bottom={`${at(kind[m]) - 1}px`} left="0" right="0" h="2.5px" bg="ink" />
                )}
              </Box>
              <span aria-hidden>{MONTH_NAMES[m]!.slice(0, 3)}</span>
            </Box>
          );
        })}
      </Flex>
    </Box>
  );
};
