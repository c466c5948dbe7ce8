import { Box, Input } from '@chakra-ui/react';
import { NumberFault } from './number-fault.tsx';
import { useTypedNumber, type TypedNumber } from './use-typed-number.ts';

interface Props extends TypedNumber {
  label: string;
  placeholder?: string;
  suffix?: string;
  /** Read out only: what stands around says it to the eye. */
  unseenLabel?: boolean;
}

/** A number of a form that is kept as it is typed: its name, the field, its unit, and what is wrong beneath. */
export const NumberField = ({ label, placeholder, suffix, unseenLabel = false, ...number }: Props) => {
  const { input, ...fault } = useTypedNumber({ mayBeEmpty: true, keeps: 'as typed', ...number });
  return (
    <Box display="inline-flex" flexDirection="column">
      <Box as="label" display="flex" alignItems="center" gap="2">
        <Box as="span" flex={unseenLabel ? undefined : '1'} className={unseenLabel ? 'visually-hidden' : undefined}>
          {label}
        </Box>
        <Input
          size="xs"
          w="88px"
          textAlign="right"
          className="figures"
          bg="paper"
          placeholder={placeholder}
          borderColor={fault.wrong ? 'brick' : 'rule'}
          _placeholder={{ color: 'inkSoft' }}
          {...input}
        />
        {suffix !== undefined && (
          <Box as="span" color="inkSoft" minW="2.2em">
            {suffix}
          </Box>
        )}
      </Box>
      <NumberFault fault={fault} />
    </Box>
  );
};
