import { Box, Flex, Heading, Text } from '@chakra-ui/react';
import type { ReactNode } from 'react';
import { ProblemNote } from './problem-note.tsx';

/** A page that is read from top to bottom: its name, what it is for, what went wrong, then its parts. */
export const NarrowPage = ({
  title,
  tab,
  lead,
  beside,
  error,
  children,
}: {
  title: string;
  /** What the browser's tab says. */
  tab: string;
  lead: ReactNode;
  /** Stands beside the name: ways to pages that belong to it. */
  beside?: ReactNode;
  error?: unknown;
  children: ReactNode;
}) => (
  <Box px="5" py="4" maxW="1180px">
    <title>{`${tab} – Cold Kettle`}</title>
    <Flex gap="4" align="baseline" wrap="wrap">
      <Heading as="h1" fontSize="22px">
        {title}
      </Heading>
      {beside}
    </Flex>
    <Text color="inkSoft" maxW="760px">
      {lead}
    </Text>
    <ProblemNote error={error} />
    {children}
  </Box>
);
