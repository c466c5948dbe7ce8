import { Box, Text } from '@chakra-ui/react';
import { CircleAlert } from 'lucide-react';
import { problemOf } from '../api/problem.ts';

/** What went wrong, what was kept and what to do, where it happened. */
export const ProblemNote = ({ error, kept }: { error: unknown; kept?: string }) => {
  const problem = problemOf(error);
  if (!problem) return null;
  return (
    <Box
      role="alert"
      display="flex"
      gap="2"
      alignItems="flex-start"
      borderWidth="1px"
      borderColor="brick"
      borderRadius="l1"
      bg="paper"
      px="3"
      py="2"
      my="2"
    >
      <Box color="brick" mt="0.5">
        <CircleAlert size={16} aria-hidden />
      </Box>
      <Box>
        <Text fontWeight="600">{problem.title}</Text>
        {problem.detail && <Text color="inkSoft">{problem.detail}</Text>}
        {kept && <Text color="inkSoft">{kept}</Text>}
      </Box>
    </Box>
  );
};
