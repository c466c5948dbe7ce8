import { Box, Button, Checkbox, Flex, Input, Popover, Portal, Text } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import type { Category } from '@kettle/contract/sources';
import { useMarket } from '../market/market.ts';
import { count } from '../ui/format.ts';
import { Cost } from './limit-card.tsx';

/** Categories to look in, and what that limit costs. */
export const CategoryPicker = ({
  categories,
  chosen,
  cost,
  onChange,
}: {
  categories: readonly Category[];
  chosen: number[];
  /** How many more there would be without it. */
  cost: number | undefined;
  onChange: (ids: number[]) => void;
}) => {
  const market = useMarket();
  const [typed, setTyped] = useState('');
  const names = chosen.map((id) => categories.find((c) => c.id === id)?.name ?? String(id));
  const shown = useMemo(() => {
    const words = typed.toLowerCase().trim();
    return categories.filter((c) =>
      words === ''
        ? c.depth < 2 || chosen.some((id) => c.path.startsWith(categories.find((x) => x.id === id)?.path ?? '\0'))
        : c.path.toLowerCase().includes(words),
    );
  }, [categories, typed, chosen]);
  return (
    <>
      <Popover.Root lazyMount unmountOnExit>
        <Popover.Trigger asChild>
          <Button
            size="xs"
            variant="outline"
            w="100%"
            mt="1"
            justifyContent="flex-start"
            fontWeight="400"
            aria-label={`Categories: ${names.join(', ') || 'all'}. Choose`}
          >
            <Box as="span" truncate>
              {names.join(', ') || `All categories of ${market.name}`}
            </Box>
          </Button>
        </Popover.Trigger>
        <Portal>
          <Popover.Positioner>
            <Popover.Content bg="paper" w="340px" aria-label="Categories">
              <Popover.Body p="2">
                <Flex gap="2">
                  <Input
                    size="xs"
                    aria-label="Filter categories"
                    placeholder="Filter, e.g. presses"
                    value={typed}
                    onChange={(e) => setTyped(e.target.value)}
                  />
                  <Button size="xs" variant="ghost" disabled={chosen.length === 0} onClick={() => onChange([])}>
                    All
                  </Button>
                </Flex>
                <Box mt="2" maxH="320px" overflow="auto">
                  {shown.map((c) => (
                    <Flex key={c.id} pl={`${c.depth * 16}px`} py="0.5" align="center">
                      <Checkbox.Root
                        size="sm"
                        colorPalette="aubergine"
                        flex="1"
                        checked={chosen.includes(c.id)}
                        onCheckedChange={({ checked }) =>
                          onChange(checked === true ? [...chosen, c.id] : chosen.filter((id) => id !== c.id))
                        }
                      >
                        <Checkbox.HiddenInput />
                        <Checkbox.Control />
                        <Checkbox.Label fontWeight="400">
                          {c.name}
                          {c.gated && (
                            <Box as="span" color="saffron">
                              {' '}
                              ▲ gated
                            </Box>
                          )}
                        </Checkbox.Label>
                      </Checkbox.Root>
                      <Box color="inkSoft" fontSize="12px" className="figures">
                        {count(c.listings)}
                      </Box>
                    </Flex>
                  ))}
                  {shown.length === 0 && (
                    <Text color="inkSoft" p="2">
                      No category is called that.
                    </Text>
                  )}
                </Box>
              </Popover.Body>
            </Popover.Content>
          </Popover.Positioner>
        </Portal>
      </Popover.Root>
      {cost ? (
        <div className="cost">
          <Cost n={cost} />
        </div>
      ) : null}
    </>
  );
};
