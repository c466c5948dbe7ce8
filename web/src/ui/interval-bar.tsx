import { Box } from '@chakra-ui/react';

interface Props {
  value: number | null;
  low: number | null;
  high: number | null;
  /** The scale that all bars beside each other share. */
  from: number;
  to: number;
  log?: boolean;
  width?: number | string;
}

/** An estimate with its interval on a shared scale; the numbers stand beside it in words. */
export const IntervalBar = ({ value, low, high, from, to, log = false, width = '80px' }: Props) => {
  const on = (x: number): number => (log ? Math.log1p(Math.max(0, x)) : x);
  const place = (x: number): number =>
    Math.min(100, Math.max(0, (100 * (on(x) - on(from))) / (on(to) - on(from) || 1)));
  return (
    <Box aria-hidden position="relative" h="12px" w={width} flexShrink={0}>
      <Box position="absolute" top="5px" left="0" right="0" h="1px" bg="rule" />
      {low !== null && high !== null && (
        <Box
          position="absolute"
          top="3px"
          h="6px"
          left={`${place(low)}%`}
          w={`${Math.max(2, place(high) - place(low))}%`}
          bg="interval"
        />
      )}
      {value !== null && (
        <Box position="absolute" top="1px" h="10px" w="2px" ml="-1px" left={`${place(value)}%`} bg="aubergine" />
      )}
    </Box>
  );
};
