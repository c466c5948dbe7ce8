import { Box, Button, Flex, Heading, Text } from '@chakra-ui/react';
import { Undo2 } from 'lucide-react';
import type { ReactNode } from 'react';
import { count } from './format.ts';

/** The head of a list that limits narrow: the limits in words, how many are left, and what can be done with the set. */
export const ListHead = ({
  sentence,
  left,
  total,
  what,
  testId,
  under,
  children,
}: {
  sentence: string;
  left: number | undefined;
  total: number | undefined;
  what: string;
  testId: string;
  /** Stands under the count. */
  under?: ReactNode;
  children: ReactNode;
}) => (
  <Flex gap="3" align="flex-start" wrap="wrap">
    <Heading as="h1" fontFamily="body" fontSize="15px" fontWeight="500" lineHeight="1.45" flex="1" minW="280px" pt="1">
      {sentence}
    </Heading>
    <Box aria-live="polite" whiteSpace="nowrap" textAlign="right">
      <Box as="span" fontFamily="heading" fontWeight="700" fontSize="24px" data-testid={testId}>
        {left === undefined ? '…' : count(left)}
      </Box>{' '}
      <Box as="span" color="inkSoft">
        of {total === undefined ? '…' : count(total)} {what}
      </Box>
      {under}
    </Box>
    {children}
  </Flex>
);

/** Takes the last change back, or all limits away. */
export const UndoAndClear = ({
  onUndo,
  onClear,
  nothingSet = false,
}: {
  onUndo: () => void;
  onClear: () => void;
  nothingSet?: boolean;
}) => (
  <>
    <Button
      size="xs"
      variant="outline"
      bg="paper"
      px="2"
      aria-label="Undo the last change of the limits"
      title="Undo (Ctrl+Z)"
      onClick={onUndo}
    >
      <Undo2 size={14} />
    </Button>
    <Button
      size="xs"
      variant="outline"
      bg="paper"
      disabled={nothingSet}
      title="Take all limits away; Ctrl+Z brings them back"
      onClick={onClear}
    >
      Clear
    </Button>
  </>
);

/** What is to be known of a list's answer: that it is of a moment ago, why it is, and which limits were left out. */
export const ListNotes = ({
  behind,
  failed = null,
  faults,
}: {
  behind: boolean | undefined;
  failed?: string | null | undefined;
  faults: readonly { field: string; sentence: string }[] | undefined;
}) => (
  <>
    {behind && (
      <Text role="status" fontSize="13px" color="saffron">
        ▲ The list is being brought up to date; until then it is that of a moment ago.
      </Text>
    )}
    {failed && (
      <Text role="status" fontSize="13px" color="saffron">
        ▲ {failed}
      </Text>
    )}
    {faults?.map((f) => (
      <Text key={f.field} role="alert" color="brick" mt="1">
        ■ {f.sentence}
      </Text>
    ))}
  </>
);
