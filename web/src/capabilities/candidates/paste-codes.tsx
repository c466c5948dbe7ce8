import { Box, Button, Flex, Text, Textarea } from '@chakra-ui/react';
import { useState } from 'react';
import type { Added } from '@kettle/contract/candidates';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';

/** Takes pasted listing codes or addresses, many at once, and says what became of each. */
export const PasteCodes = ({
  label,
  button,
  onAdd,
}: {
  label: string;
  button: string;
  onAdd: (text: string) => Promise<{ data?: Added; error?: unknown }>;
}) => {
  const [text, setText] = useState('');
  const [busy, setBusy] = useState(false);
  const [outcome, setOutcome] = useState<{ data?: Added; error?: unknown } | null>(null);
  const add = async (): Promise<void> => {
    setBusy(true);
    const result = await onAdd(text);
    setBusy(false);
    setOutcome(result);
    // What was no code stays in the field to be mended.
    if (result.data) setText([...result.data.unknown, ...result.data.noCodes].join('\n'));
  };
  const { added = [], already = [], unknown = [], noCodes = [] } = outcome?.data ?? {};
  return (
    <Box maxW="36rem">
      <Flex gap="2" align="flex-start">
        <Textarea
          size="sm"
          rows={2}
          aria-label={label}
          placeholder="Listing codes or addresses, one a line or with commas"
          value={text}
          onChange={(e) => setText(e.target.value)}
          bg="paper"
          _placeholder={{ color: 'inkSoft' }}
        />
        <Button
          size="sm"
          variant="outline"
          bg="paper"
          loading={busy}
          disabled={text.trim() === ''}
          onClick={() => void add()}
        >
          {button}
        </Button>
      </Flex>
      <Box role="status" fontSize="13px" mt="1">
        {added.length > 0 && <Text color="verdigris">● Added {added.join(', ')}.</Text>}
        {already.length > 0 && <Text color="inkSoft">There already: {already.join(', ')}.</Text>}
        {unknown.length > 0 && <Text color="brick">■ Not known on this marketplace: {unknown.join(', ')}.</Text>}
        {noCodes.length > 0 && <Text color="brick">■ No listing codes: {noCodes.join(', ')}.</Text>}
      </Box>
      <ProblemNote error={outcome?.error} kept="What you pasted is still in the field." />
    </Box>
  );
};
