import { Box } from '@chakra-ui/react';

/** A key as it stands on the keyboard. */
export const Kbd = ({ children }: { children: string }) => (
  <Box
    as="kbd"
    fontFamily="body"
    fontSize="12px"
    borderWidth="1px"
    borderColor="rule"
    borderRadius="l1"
    px="1.5"
    color="inkSoft"
  >
    {children}
  </Box>
);
