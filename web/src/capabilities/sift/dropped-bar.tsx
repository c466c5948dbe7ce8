import { Button, Flex, Input } from '@chakra-ui/react';
import { useState } from 'react';

const REASONS = ['breakable', 'goes on or in the body', 'a brand owns it', 'clothing, sizes', 'seasonal', 'not for me'];

/** What was just dropped: a reason if one is wanted, and the way back. */
export const DroppedBar = ({
  title,
  reason,
  onReason,
  onUndo,
  onClose,
}: {
  title: string;
  reason: string;
  onReason: (reason: string) => void;
  onUndo: () => void;
  onClose: () => void;
}) => {
  const [typed, setTyped] = useState('');
  return (
    <Flex
      role="status"
      position="absolute"
      bottom="3"
      left="50%"
      transform="translateX(-50%)"
      zIndex="6"
      maxW="96%"
      wrap="wrap"
      gap="2"
      align="center"
      bg="paper"
      borderWidth="1px"
      borderColor="rule"
      borderRadius="l1"
      boxShadow="md"
      px="3"
      py="2"
      fontSize="13px"
    >
      <span>
        Dropped <b>{title}</b>
        {reason ? `: ${reason}.` : '. Why?'}
      </span>
      {reason === '' && (
        <>
          {REASONS.map((r) => (
            <Button key={r} size="2xs" variant="outline" onClick={() => onReason(r)}>
              {r}
            </Button>
          ))}
          <Input
            size="2xs"
            w="120px"
            aria-label="Another reason"
            placeholder="another reason"
            maxLength={200}
            value={typed}
            onChange={(e) => setTyped(e.target.value)}
            onKeyDown={(e) => e.key === 'Enter' && typed.trim() !== '' && onReason(typed)}
          />
        </>
      )}
      <Button size="2xs" colorPalette="aubergine" onClick={onUndo}>
        Bring back (u)
      </Button>
      <Button size="2xs" variant="ghost" onClick={onClose}>
        Close
      </Button>
    </Flex>
  );
};
