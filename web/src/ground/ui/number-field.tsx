import { Box, Input } from '@chakra-ui/react';
import { useState } from 'react';
import { numberFromText } from '@kettle/core/money/money';

interface Props {
  label: string;
  /** What is kept; null shows the placeholder. */
  value: number | null;
  onChange: (value: number | null) => void;
  placeholder?: string;
  /** Says why a number cannot be meant, or null. */
  fault?: (value: number) => string | null;
  width?: string;
  suffix?: string;
  hideLabel?: boolean;
  align?: 'left' | 'right';
}

/** A number that is kept as it is typed; what is no number stays in the field with a sentence, and nothing is kept. */
export const NumberField = ({
  label,
  value,
  onChange,
  placeholder,
  fault,
  width = '88px',
  suffix,
  hideLabel = false,
  align = 'right',
}: Props) => {
  const [typed, setTyped] = useState<string | null>(null);
  const text = typed ?? (value === null ? '' : String(value));
  const parsed = text.trim() === '' ? null : numberFromText(text);
  const wrong =
    text.trim() !== '' && parsed === null ? 'This is no number.' : parsed !== null && fault ? fault(parsed) : null;
  const change = (next: string): void => {
    setTyped(next);
    const number = next.trim() === '' ? null : numberFromText(next);
    if (next.trim() === '' || (number !== null && !fault?.(number))) onChange(number);
  };
  return (
    <Box as="label" display="inline-flex" flexDirection="column">
      <Box display="flex" alignItems="center" gap="2">
        <Box as="span" className={hideLabel ? 'visually-hidden' : undefined} flex="1">
          {label}
        </Box>
        <Input
          size="xs"
          w={width}
          textAlign={align}
          inputMode="decimal"
          className="figures"
          bg="paper"
          placeholder={placeholder}
          value={text}
          aria-invalid={wrong !== null}
          borderColor={wrong ? 'brick' : 'rule'}
          _placeholder={{ color: 'inkSoft' }}
          onChange={(event) => change(event.target.value)}
          onBlur={() => wrong === null && setTyped(null)}
        />
        {suffix !== undefined && (
          <Box as="span" color="inkSoft" minW="2.2em">
            {suffix}
          </Box>
        )}
      </Box>
      {wrong && (
        <Box as="span" role="alert" color="brick" fontSize="12px" textAlign="right">
          {wrong}
        </Box>
      )}
    </Box>
  );
};
