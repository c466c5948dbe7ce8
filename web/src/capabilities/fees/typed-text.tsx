import { Box, Input, Text } from '@chakra-ui/react';
import { useState } from 'react';

/** A text that means something else: what it means is kept as soon as it can be read, and the text until then. */
export const TypedText = <T,>({
  label,
  width,
  placeholder,
  shown,
  read,
  onChange,
}: {
  label: string;
  width: string;
  placeholder?: string;
  shown: string;
  /** What a text means, or why it means nothing. */
  read: (text: string) => { value: T } | string;
  onChange: (value: T) => void;
}) => {
  const [typed, setTyped] = useState<string | null>(null);
  const now = typed === null ? null : read(typed);
  const wrong = typeof now === 'string' ? now : null;
  return (
    <Box as="label" display="block">
      <span>{label}</span>
      <Input
        display="block"
        size="xs"
        bg="paper"
        w={width}
        placeholder={placeholder}
        _placeholder={{ color: 'inkSoft' }}
        value={typed ?? shown}
        aria-invalid={wrong !== null}
        borderColor={wrong ? 'brick' : 'rule'}
        onChange={({ target }) => {
          setTyped(target.value);
          const meant = read(target.value);
          if (typeof meant !== 'string') onChange(meant.value);
        }}
        onBlur={() => wrong === null && setTyped(null)}
      />
      {wrong && (
        <Text role="alert" color="brick" fontSize="12px">
          {wrong}
        </Text>
      )}
    </Box>
  );
};
