import { Box, Text, Textarea } from '@chakra-ui/react';
import { useState } from 'react';
import { parseRows, type PastedRows } from '@kettle/core/fees/rows-text';

/** Rows of a table, typed or pasted, a line each; they are taken once all of them can be meant. */
export const RowsField = ({
  label,
  shown,
  rows = 3,
  placeholder,
  fault,
  onChange,
}: {
  label: string;
  /** What is kept, as lines. */
  shown: string;
  rows?: number;
  placeholder?: string;
  /** Says why rows that can be read cannot be meant, or null. */
  fault?: (rows: PastedRows['rows']) => string | null;
  onChange: (rows: PastedRows['rows']) => void;
}) => {
  const [typed, setTyped] = useState<string | null>(null);
  const read = parseRows(typed ?? shown);
  const first = read.faults[0];
  const wrong =
    typed === null
      ? null
      : first
        ? `Line ${first.line}: ${first.reason}`
        : read.rows.length === 0
          ? 'At least one row.'
          : (fault?.(read.rows) ?? null);
  return (
    <Box as="label" display="block" minW="0">
      <span>{label}</span>
      <Textarea
        size="xs"
        bg="paper"
        className="figures"
        rows={rows}
        placeholder={placeholder}
        aria-invalid={wrong !== null}
        borderColor={wrong ? 'brick' : 'rule'}
        value={typed ?? shown}
        onChange={({ target }) => {
          setTyped(target.value);
          const { rows: now, faults } = parseRows(target.value);
          if (faults.length === 0 && now.length > 0 && (fault?.(now) ?? null) === null) onChange(now);
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
