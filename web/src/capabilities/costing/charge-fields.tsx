import { Flex, NativeSelect } from '@chakra-ui/react';
import { CHARGE_BASES, type Charge, type ChargeBasis } from '@kettle/core/documents/landing';
import { majorFromMinor, minorFromMajor } from '@kettle/core/money/money';
import { NumberField } from '../../ground/form/number-field.tsx';
import { useMarket } from '../../ground/market/market.ts';

const PER: Readonly<Record<ChargeBasis, string>> = {
  kg: 'per kg',
  'cubic-metre': 'per m³',
  carton: 'per carton',
  unit: 'a piece',
  shipment: 'an order',
};

/** A sum of the marketplace's money that may not be known. */
export const SumField = ({
  label,
  value,
  onChange,
  placeholder = 'not known',
  unseenLabel = false,
}: {
  label: string;
  value: number | null;
  onChange: (minor: number | null) => void;
  placeholder?: string;
  unseenLabel?: boolean;
}) => {
  const { currency } = useMarket();
  return (
    <NumberField
      label={label}
      unseenLabel={unseenLabel}
      value={value === null ? null : majorFromMinor(value, currency)}
      placeholder={placeholder}
      suffix={currency}
      fault={(x) => (x < 0 ? 'This cannot be below 0.' : null)}
      onChange={(v) => onChange(v === null ? null : minorFromMajor(v, currency))}
    />
  );
};

/** What a price is for. */
export const PerChoice = ({
  label,
  value,
  onChange,
}: {
  label: string;
  value: ChargeBasis;
  onChange: (per: ChargeBasis) => void;
}) => (
  <NativeSelect.Root size="xs" w="110px">
    <NativeSelect.Field
      bg="paper"
      aria-label={`${label}: what it is for`}
      value={value}
      onChange={(e) => onChange(e.target.value as ChargeBasis)}
    >
      {CHARGE_BASES.map((per) => (
        <option key={per} value={per}>
          {PER[per]}
        </option>
      ))}
    </NativeSelect.Field>
    <NativeSelect.Indicator />
  </NativeSelect.Root>
);

/** A price and what it is for, in a line. */
export const ChargeFields = ({
  label,
  charge,
  onChange,
}: {
  label: string;
  charge: Charge;
  onChange: (charge: Charge) => void;
}) => (
  <Flex gap="2" align="flex-start" justify="space-between" css={{ '& > label': { flex: 1 } }}>
    <SumField label={label} value={charge.price} onChange={(price) => onChange({ ...charge, price })} />
    <PerChoice label={label} value={charge.per} onChange={(per) => onChange({ ...charge, per })} />
  </Flex>
);
