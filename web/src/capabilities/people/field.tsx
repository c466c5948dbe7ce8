import { Box, Input, Text } from '@chakra-ui/react';

/** A field of the forms by which people sign in and manage their account. */
export const Field = ({
  label,
  value,
  onChange,
  type = 'text',
  autoComplete,
  hint,
  isFirst = false,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  type?: 'text' | 'password';
  autoComplete: string;
  hint?: string;
  /** Whether it is where one goes on typing. */
  isFirst?: boolean;
}) => (
  <Box as="label" display="block" mb="3">
    {label}
    <Input
      bg="paper"
      mt="1"
      type={type}
      value={value}
      maxLength={type === 'password' ? 256 : 120}
      autoComplete={autoComplete}
      autoFocus={isFirst}
      onChange={(e) => onChange(e.target.value)}
    />
    {hint && (
      <Text as="span" display="block" fontSize="13px" color="inkSoft">
        {hint}
      </Text>
    )}
  </Box>
);
