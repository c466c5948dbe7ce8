import { Box } from '@chakra-ui/react';
import type { ReactNode } from 'react';

/** How wide a sheet is beside a list; where the window is narrow it covers the list. */
export const SHEET_WIDTH = { base: '100%', lg: '640px' };
/** What a list leaves free for an open sheet, so that nothing of it lies hidden underneath. */
export const BESIDE_SHEET = { base: '0', lg: '640px' };

/** A sheet over the right part of a list, which stays alive. */
export const SidePanel = ({ label, children }: { label: string; children: ReactNode }) => (
  <Box
    as="aside"
    aria-label={label}
    position="absolute"
    top="0"
    bottom="0"
    right="0"
    w={SHEET_WIDTH}
    bg="paper"
    borderLeftWidth="1px"
    borderColor="rule"
    boxShadow="-6px 0 18px rgb(30 42 50 / 0.12)"
    overflow="auto"
    zIndex="5"
    tabIndex={0}
  >
    {children}
  </Box>
);
