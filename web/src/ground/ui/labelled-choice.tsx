import { NativeSelect } from '@chakra-ui/react';

/** A choice with its label above it. */
export const LabelledChoice = ({
  label,
  width,
  value,
  onChange,
  options,
}: {
  label: string;
  width: string;
  value: string;
  onChange: (value: string) => void;
  options: readonly (readonly [string, string])[];
}) => (
  <label>
    {label}
    <NativeSelect.Root size="sm" w={width}>
      <NativeSelect.Field bg="paper" value={value} onChange={(e) => onChange(e.target.value)}>
        {options.map(([key, name]) => (
          <option key={key} value={key}>
            {name}
          </option>
        ))}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  </label>
);
