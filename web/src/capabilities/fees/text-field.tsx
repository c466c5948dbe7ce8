import { Box, Input } from '@chakra-ui/react';

/** A text that is kept with every key. */
export const PlainText = ({
  label,
  value,
  onChange,
  width,
  type = 'text',
  list,
  unseenLabel = false,
  wrong = false,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  width: string;
  type?: 'text' | 'date';
  /** Names a list of proposals. */
  list?: string;
  unseenLabel?: boolean;
  wrong?: boolean;
}) => (
  <Box as="label" display="block">
    <span className={unseenLabel ? 'visually-hidden' : undefined}>{label}</span>
    <Input
      display="block"
      size="xs"
      bg="paper"
      w={width}
      type={type}
      list={list}
      value={value}
      aria-invalid={wrong}
      borderColor={wrong ? 'brick' : 'rule'}
      onChange={(e) => onChange(e.target.value)}
    />
  </Box>
);
