import { Box, Heading, Text } from '@chakra-ui/react';
import type { ReactNode } from 'react';
import type { FeeSchedule } from '@kettle/core/documents/fee-schedule';
import type { ScheduleFault } from '@kettle/core/fees/faults';
import { Mark } from '../../ground/ui/mark.tsx';

export const notBelowZero = (x: number): string | null => (x < 0 ? 'This cannot be below 0.' : null);
export const aboveZero = (x: number): string | null => (x <= 0 ? 'Above 0.' : null);
export const neat = (x: number, digits = 4): number => Number(x.toFixed(digits));
export const CATEGORIES = 'categories-of-fees';

export interface Part {
  schedule: FeeSchedule;
  faults: readonly ScheduleFault[];
  onChange: (part: Partial<FeeSchedule>) => void;
}

/** What contradicts itself at a place of the schedule or within it. */
export const Faults = ({ faults, at }: { faults: readonly ScheduleFault[]; at: string }) => (
  <>
    {faults
      .filter((f) => f.path === at || f.path.startsWith(`${at}.`))
      .map((f) => (
        <Text key={f.path + f.sentence} role="alert" fontSize="12px">
          <Mark kind={f.kind} />
          {f.sentence}
        </Text>
      ))}
  </>
);

export const Section = ({ title, children }: { title: string; children: ReactNode }) => (
  <Box as="section" aria-label={title} mt="5">
    <Heading as="h3" fontSize="15px" mb="2">
      {title}
    </Heading>
    {children}
  </Box>
);

export const withAt = <T,>(list: readonly T[], at: number, item: T): T[] => list.map((x, i) => (i === at ? item : x));
export const without = <T,>(list: readonly T[], at: number): T[] => list.filter((_, i) => i !== at);
