import { Box, Button, Flex, Text } from '@chakra-ui/react';
import type { ShelfState } from './use-shelf.ts';

/** What may not belong, with its reason, and what is left out already. */
export const LeftOut = ({ strange, state }: { strange: ShelfState['strange']; state: ShelfState }) => {
  const titleOf = (code: string): string =>
    state.shelf!.rows.find((r) => r.listing.code === code)?.listing.title ?? code;
  if (strange.length + state.leftOut.length === 0) return null;
  return (
    <Box mt="3" fontSize="13px">
      {strange.length > 0 && (
        <Box as="section" aria-label="May not be the same kind" mb="2">
          <Flex gap="3" align="center">
            <Text flex="1" color="saffron">
              ▲ {strange.length} may not be the same kind of product
            </Text>
            <Button size="2xs" variant="outline" bg="paper" onClick={() => state.leaveOut(strange.map((s) => s.code))}>
              Leave out all {strange.length}
            </Button>
          </Flex>
          <Box maxH="112px" overflow="auto" tabIndex={0} role="group" aria-label="Reasons">
            {strange.map((s) => (
              <Flex key={s.code} gap="2" align="center" py="0.5">
                <Box flex="1" minW="0">
                  <b>{titleOf(s.code)}</b>{' '}
                  <Box as="span" color="inkSoft">
                    {s.reason}
                  </Box>
                </Box>
                <Button
                  size="2xs"
                  variant="ghost"
                  aria-label={`Leave out ${titleOf(s.code)}`}
                  onClick={() => state.leaveOut([s.code])}
                >
                  Leave out
                </Button>
              </Flex>
            ))}
          </Box>
        </Box>
      )}
      {state.leftOut.length > 0 && (
        <Box as="section" aria-label="Left out">
          <Flex gap="3" align="center">
            <Text flex="1" color="inkSoft">
              {state.leftOut.length} left out; nothing above counts them
            </Text>
            <Button
              size="2xs"
              variant="outline"
              bg="paper"
              onClick={() => state.bringBack(state.leftOut.map((r) => r.listing.code))}
            >
              Bring back all
            </Button>
          </Flex>
          <Flex gap="1" wrap="wrap" mt="1">
            {state.leftOut.map((r) => (
              <Button
                key={r.listing.code}
                size="2xs"
                variant="outline"
                aria-label={`Bring back ${r.listing.title}`}
                title={r.listing.title}
                onClick={() => state.bringBack([r.listing.code])}
              >
                {r.listing.title.slice(0, 28)} ↩
              </Button>
            ))}
          </Flex>
        </Box>
      )}
    </Box>
  );
};
