import { Button, Flex } from '@chakra-ui/react';
import type { WayBack } from '@kettle/contract/sift';
import { boundToText, emptyChoice, type SiftChoice } from '@kettle/core/sift/address';
import type { ChoiceKey } from '@kettle/core/sift/index';
import type { LimitKey } from '@kettle/core/sift/limits';
import { measureOf, type MeasureKey } from '@kettle/core/sift/measures';
import { limitName, unitSuffix } from '@kettle/core/sift/sentence';
import { useMarket } from '../../ground/market/market.ts';
import { Empty } from '../../ground/ui/empty.tsx';
import { count } from '../../ground/ui/format.ts';

/** A choice without one of its limits. */
export const withoutLimit = (choice: SiftChoice, key: LimitKey): SiftChoice => {
  if (measureOf(key)) {
    const { [key as MeasureKey]: _, ...ranges } = choice.ranges;
    return { ...choice, ranges };
  }
  switch (key) {
    case 'category':
      return { ...choice, categories: [] };
    case 'brand':
      return { ...choice, brands: [] };
    case 'notBrand':
      return { ...choice, notBrands: [] };
    case 'have':
    case 'any':
    case 'leaveOut':
    case 'hide':
    case 'only':
      return { ...choice, [key]: [] };
    case 'marks':
      return { ...choice, hideMarked: [] };
    case 'away':
      return { ...choice, stayAwayOff: true };
    default: {
      const { [key as ChoiceKey]: _, ...choices } = choice.choices;
      return { ...choice, choices };
    }
  }
};

const afterWay = (choice: SiftChoice, { remove, loosen }: WayBack): SiftChoice => {
  const key = loosen?.key as MeasureKey | undefined;
  const range = key && choice.ranges[key];
  const loosened =
    loosen && key && range
      ? { ...choice, ranges: { ...choice.ranges, [key]: { ...range, [loosen.side]: loosen.to } } }
      : choice;
  return (remove as LimitKey[]).reduce(withoutLimit, loosened);
};

/** When no listing is left: the smallest steps that bring most back, one click each. */
export const NothingLeft = ({
  total,
  choice,
  ways,
  onChoose,
}: {
  total: number;
  choice: SiftChoice;
  ways: readonly WayBack[];
  onChoose: (choice: SiftChoice) => void;
}) => {
  const market = useMarket();
  if (total === 0)
    return (
      <Empty
        title={`${market.name} holds no listings yet`}
        action={
          <Button asChild colorPalette="aubergine" size="sm">
            <a href="/sources">Import a file</a>
          </Button>
        }
      >
        Take a CSV of listings in under Sources; they can be sifted at once.
      </Empty>
    );
  const words = ({ remove, loosen }: WayBack): string => {
    if (!loosen) return `Without ${remove.map((key) => `“${limitName(key as LimitKey)}”`).join(' and ')}`;
    const measure = measureOf(loosen.key)!;
    const to = `${boundToText(loosen.to, measure.unit, market)}${unitSuffix(measure.unit, market)}`;
    return `${measure.name} ${loosen.side === 'min' ? 'from' : 'up to'} ${to}`;
  };
  return (
    <Empty title="No listing passes all limits">
      {ways.length === 0 ? 'No one or two limits are to blame: loosen three or more.' : 'The smallest steps back:'}
      <Flex direction="column" gap="2" mt="3" align="center">
        {ways.map((way) => (
          <Button
            key={`${way.remove.join()}${way.loosen?.key}`}
            size="sm"
            variant="outline"
            bg="paper"
            onClick={() => onChoose(afterWay(choice, way))}
          >
            {words(way)}: {count(way.brings)} back
          </Button>
        ))}
        <Button size="sm" variant="ghost" onClick={() => onChoose(emptyChoice())}>
          Clear all limits
        </Button>
      </Flex>
    </Empty>
  );
};
