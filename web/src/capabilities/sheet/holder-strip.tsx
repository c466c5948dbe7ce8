import { Box, Flex, Text } from '@chakra-ui/react';
import { dayFromEpoch } from '@kettle/core/measures/day';
import { day } from '../../ground/ui/format.ts';

interface Span {
  holder: string;
  index: number;
  from: number;
  to: number;
}

const COLOURS = ['series1', 'series2', 'series3', 'series4', 'series5'];
const colourOf = (index: number): string => COLOURS[index % COLOURS.length]!;

/** Who held the main offer when: a band of days, named below; each band says its days. */
export const HolderStrip = ({ spans, from, to }: { spans: readonly Span[]; from: number; to: number }) => {
  const holders = [...new Map(spans.map((s) => [s.index, s.holder])).entries()];
  const place = (at: number): number => (100 * (at - from)) / Math.max(1, to - from);
  return (
    <Box as="figure" mb="2" data-caption="Main offer">
      <Text as="figcaption" fontSize="12px" color="inkSoft">
        Who held the main offer
      </Text>
      <Box position="relative" h="14px" ml="46px" mr="6px" bg="quietBar" aria-hidden>
        {spans.map((s) => (
          <Box
            key={s.from}
            position="absolute"
            top="0"
            bottom="0"
            left={`${place(s.from)}%`}
            width={`${Math.max(0.4, place(s.to + 1) - place(s.from))}%`}
            bg={colourOf(s.index)}
            opacity={s.index === holders[0]?.[0] ? 1 : 0.85}
            title={`${s.holder}: ${day(dayFromEpoch(s.from))} to ${day(dayFromEpoch(s.to))}`}
          />
        ))}
      </Box>
      <Flex gap="3" ml="46px" mt="1" fontSize="12px" wrap="wrap">
        {holders.map(([index, holder]) => (
          <Flex key={index} align="center" gap="1">
            <Box w="9px" h="9px" bg={colourOf(index)} aria-hidden />
            {holder}
            <Box as="span" color="inkSoft">
              {spans.filter((s) => s.index === index).reduce((sum, s) => sum + s.to - s.from + 1, 0)} days
            </Box>
          </Flex>
        ))}
      </Flex>
    </Box>
  );
};
