import { Box, Flex, Text } from '@chakra-ui/react';
import { useState } from 'react';
import type { Added } from '@kettle/contract/watch';
import { Form, LongTextField, SendButton, useKeptForm } from './form.tsx';

/** Takes pasted listing codes or addresses, many at once, and says what became of each. */
export const PasteCodes = ({
  place,
  label,
  button,
  stacked = false,
  onAdd,
}: {
  /** Names the field among all that are typed. */
  place: string;
  label: string;
  button: string;
  /** In a narrow place: the button stands under the field. */
  stacked?: boolean;
  onAdd: (text: string) => Promise<{ data?: Added; error?: unknown }>;
}) => {
  const [outcome, setOutcome] = useState<Added | undefined>(undefined);
  const form = useKeptForm(`codes/${place}`, { text: '' }, async ({ text }) => {
    const { data, error } = await onAdd(text);
    setOutcome(data);
    // What was no code stays in the field to be mended.
    return { error, then: { text: data ? [...data.unknown, ...data.noCodes].join('\n') : text } };
  });
  const { added = [], already = [], unknown = [], noCodes = [] } = outcome ?? {};
  return (
    <Box maxW="36rem">
      <Form of={form} size="sm" keeps="What you pasted is still in the field.">
        <Flex gap="2" align={stacked ? 'stretch' : 'flex-start'} direction={stacked ? 'column' : 'row'}>
          <LongTextField
            name="text"
            label={label}
            unseenLabel
            rows={2}
            placeholder="Listing codes or addresses, one a line or with commas"
          />
          <SendButton quiet empty="text">
            {button}
          </SendButton>
        </Flex>
      </Form>
      <Box role="status" fontSize="13px" mt="1">
        {added.length > 0 && <Text color="verdigris">● Added {added.join(', ')}.</Text>}
        {already.length > 0 && <Text color="inkSoft">There already: {already.join(', ')}.</Text>}
        {unknown.length > 0 && <Text color="brick">■ Not known on this marketplace: {unknown.join(', ')}.</Text>}
        {noCodes.length > 0 && <Text color="brick">■ No listing codes: {noCodes.join(', ')}.</Text>}
      </Box>
    </Box>
  );
};
