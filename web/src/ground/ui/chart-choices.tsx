import { Button, HStack } from '@chakra-ui/react';

type RangeOption = readonly [name: string, days: number];

/** How many days a chart goes back. */
export const RangeChoice = ({
  ranges,
  value,
  onChange,
}: {
  ranges: readonly RangeOption[];
  value: number;
  onChange: (days: number) => void;
}) => (
  <HStack gap="1" role="group" aria-label="Range">
    {ranges.map(([name, days]) => (
      <Button
        key={name}
        size="2xs"
        variant={value === days ? 'solid' : 'outline'}
        colorPalette={value === days ? 'aubergine' : undefined}
        aria-pressed={value === days}
        onClick={() => onChange(days)}
      >
        {name}
      </Button>
    ))}
  </HStack>
);

/** The same data as charts or as a table. */
export const TableSwitch = ({ asTable, onChange }: { asTable: boolean; onChange: (asTable: boolean) => void }) => (
  <Button size="2xs" variant="outline" ml="auto" aria-pressed={asTable} onClick={() => onChange(!asTable)}>
    {asTable ? 'As charts' : 'As a table'}
  </Button>
);
