import { Box, Heading, Text } from '@chakra-ui/react';
import type { ReactNode } from 'react';

/** What belongs here, and the next step, when there is nothing yet. */
export const Empty = ({ title, children, action }: { title: string; children?: ReactNode; action?: ReactNode }) => (
  <Box py="10" px="5" maxW="36rem" mx="auto" textAlign="center">
    <Heading as="h2" fontSize="18px">
      {title}
    </Heading>
    {children && (
      <Text as="div" mt="2" color="inkSoft">
        {children}
      </Text>
    )}
    {action && <Box mt="4">{action}</Box>}
  </Box>
);
