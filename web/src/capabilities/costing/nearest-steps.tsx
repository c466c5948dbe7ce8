import { Text } from '@chakra-ui/react';
import { useMemo } from 'react';
import type { FeeSchedule } from '@kettle/core/documents/fee-schedule';
import { nearestSteps, type NearestStep } from '@kettle/core/fees/nearest-steps';
import { inchesFromMm, OUNCES_PER_POUND, poundsFromGrams, type Measures } from '@kettle/core/measures/units';
import { useMarket } from '../../ground/market/market.ts';
import { decimal, money } from '../../ground/ui/format.ts';

/** Savings that are told, and dangers. */
const MOST_CHEAPER = 2;
const MOST_DEARER = 1;

/** How much of what. @example sizeInWords('weight', 8, 'metric') // => "8 g" */
const sizeInWords = (measure: NearestStep['measure'], by: number, measures: Measures): string => {
  const size = Math.abs(by);
  if (measure === 'weight')
    return measures === 'imperial'
      ? `${decimal(poundsFromGrams(size) * OUNCES_PER_POUND)} oz`
      : `${decimal(size, 0)} g`;
  return measures === 'imperial' ? `${decimal(inchesFromMm(size), 2)} in` : `${decimal(size, 0)} mm`;
};

/** A step in words. @example stepInWords({ measure: 'weight', by: -8, fee: -42 }, 'metric', '0.42') // => "8 g lighter saves 0.42" */
export const stepInWords = ({ measure, by, fee }: NearestStep, measures: Measures, sum: string): string => {
  const size = sizeInWords(measure, by, measures);
  const change =
    measure === 'weight'
      ? `${size} ${by < 0 ? 'lighter' : 'heavier'}`
      : `${size} ${by < 0 ? 'off' : 'on'} the ${measure} side`;
  return `${change} ${fee < 0 ? 'saves' : 'costs'} ${sum}${fee < 0 ? '' : ' more'}`;
};

/** What a little less weight or size would save, and what a little more would cost, of each piece. */
export const NearestSteps = ({
  schedule,
  weight,
  sides,
}: {
  schedule: FeeSchedule;
  weight: number | null;
  sides: readonly [number, number, number] | null;
}) => {
  const market = useMarket();
  const steps = useMemo(
    () => (weight === null || sides === null ? [] : nearestSteps(schedule, weight, sides)),
    [schedule, weight, sides],
  );
  const told = [
    ...steps.filter((s) => s.fee < 0).slice(0, MOST_CHEAPER),
    ...steps.filter((s) => s.fee > 0).slice(0, MOST_DEARER),
  ];
  if (told.length === 0) return null;
  return (
    <Text color="inkSoft" fontSize="12px">
      {told.map((s) => stepInWords(s, market.measures, money(Math.abs(s.fee), market))).join(' · ')}
    </Text>
  );
};
