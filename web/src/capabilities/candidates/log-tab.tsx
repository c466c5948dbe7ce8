import { Box, Button, Flex, Text, Textarea } from '@chakra-ui/react';
import type { Candidate } from '@kettle/contract/candidates';
import { useAddNoteMutation } from '../../ground/api/candidates.ts';
import { useMarket } from '../../ground/market/market.ts';
import { day } from '../../ground/ui/format.ts';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { useTyped } from '../../ground/ui/use-typed.ts';

/** What happened to a candidate, newest first, and a place for notes. */
export const LogTab = ({ candidate }: { candidate: Candidate }) => {
  const market = useMarket();
  const [text, setText] = useTyped(`note/${candidate.id}`);
  const [add, { error, isLoading }] = useAddNoteMutation();
  const write = async (): Promise<void> => {
    const result = await add({ params: { id: candidate.id }, body: { text } });
    if (!result.error) setText('');
  };
  return (
    <Box px="5" py="4" maxW="46rem">
      <Flex gap="2" align="flex-start">
        <Textarea
          size="sm"
          rows={2}
          aria-label="Note"
          placeholder="What you saw, where, and what it means"
          value={text}
          bg="paper"
          onChange={(e) => setText(e.target.value)}
          _placeholder={{ color: 'inkSoft' }}
        />
        <Button
          size="sm"
          variant="outline"
          bg="paper"
          disabled={text.trim() === ''}
          loading={isLoading}
          onClick={() => void write()}
        >
          Write note
        </Button>
      </Flex>
      <ProblemNote error={error} kept="The note is still in the field." />
      <Box as="ol" mt="4" listStyleType="none">
        {candidate.log.map((entry) => (
          <Flex as="li" key={entry.id} gap="4" py="2" borderTopWidth="1px" borderColor="rule">
            <Text w="72px" color="inkSoft" flexShrink={0}>
              {day(entry.day, market.today)}
            </Text>
            <Text w="64px" color="inkSoft" flexShrink={0}>
              {entry.kind}
            </Text>
            <Text whiteSpace="pre-wrap">{entry.text}</Text>
          </Flex>
        ))}
      </Box>
    </Box>
  );
};
