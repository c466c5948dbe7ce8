import { Box, Flex, Text } from '@chakra-ui/react';
import type { Candidate } from '@kettle/contract/candidates';
import { useAddNoteMutation } from '../../ground/api/candidates.ts';
import { Form, LongTextField, SendButton, useKeptForm } from '../../ground/form/form.tsx';
import { useMarket } from '../../ground/market/market.ts';
import { day } from '../../ground/ui/format.ts';
import { DecisionsList } from '../score/decisions-list.tsx';

/** What happened to a candidate, newest first, and a place for notes. */
export const LogTab = ({ candidate }: { candidate: Candidate }) => {
  const market = useMarket();
  const [add] = useAddNoteMutation();
  const form = useKeptForm(`note/${candidate.id}`, { text: '' }, (body) => add({ params: { id: candidate.id }, body }));
  return (
    <Box px="5" py="4" maxW="46rem">
      <DecisionsList candidate={candidate.id} />
      <Form of={form} size="sm" keeps="The note is still in the field.">
        <Flex gap="2" align="flex-start">
          <LongTextField
            name="text"
            label="Note"
            unseenLabel
            rows={2}
            placeholder="What you saw, where, and what it means"
          />
          <SendButton quiet empty="text">
            Write note
          </SendButton>
        </Flex>
      </Form>
      <Box as="ol" mt="4" listStyleType="none">
        {candidate.log.map((entry) => (
          <Flex as="li" key={entry.id} gap="4" py="2" borderTopWidth="1px" borderColor="rule">
            <Text w="72px" color="inkSoft" flexShrink={0}>
              {day(entry.day, market.today)}
              {entry.by && `, ${entry.by}`}
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
