import { Box, Button, Checkbox, Flex, Input, Popover, Portal, Text } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import type { Category, Marketplace } from '@kettle/contract/sources';
import type { SiftChoice } from '@kettle/core/sift/address';
import { count } from '../ui/format.ts';

/** The limits that are no ranges: categories, size classes, words to have and to leave out. */
export const KindCard = ({
  market,
  choice,
  categories,
  sizeClasses,
  costs,
  onChange,
}: {
  market: Marketplace;
  choice: SiftChoice;
  categories: readonly Category[];
  sizeClasses: readonly string[];
  costs: Record<string, number>;
  onChange: (change: Partial<SiftChoice>) => void;
}) => (
  <Box
    as="section"
    aria-label="Limit: kind of product"
    bg="paper"
    borderWidth="1px"
    borderColor="rule"
    borderRadius="l1"
    px="3"
    py="2"
    w="248px"
    flexShrink={0}
    fontSize="13px"
  >
    <Flex align="center" justify="space-between">
      <Text as="h3" fontWeight="600" fontSize="14px">
        Kind
      </Text>
      <Cost n={costs.category} />
    </Flex>
    <CategoryPicker
      market={market}
      categories={categories}
      chosen={choice.categories}
      onChange={(ids) => onChange({ categories: ids })}
    />
    <Words
      key={`have/${choice.have.join()}`}
      label="Title with"
      words={choice.have}
      cost={costs.have}
      onChange={(have) => onChange({ have })}
    />
    <Words
      key={`not/${choice.leaveOut.join()}`}
      label="without"
      words={choice.leaveOut}
      cost={costs.leaveOut}
      onChange={(leaveOut) => onChange({ leaveOut })}
    />
    <Flex gap="2" mt="1.5" align="center" wrap="wrap">
      {sizeClasses.map((name) => (
        <Checkbox.Root
          key={name}
          size="xs"
          colorPalette="aubergine"
          checked={choice.sizeClasses.includes(name)}
          onCheckedChange={({ checked }) =>
            onChange({
              sizeClasses:
                checked === true ? [...choice.sizeClasses, name] : choice.sizeClasses.filter((s) => s !== name),
            })
          }
        >
          <Checkbox.HiddenInput />
          <Checkbox.Control />
          <Checkbox.Label fontWeight="400" fontSize="12px">
            {name}
          </Checkbox.Label>
        </Checkbox.Root>
      ))}
      <Cost n={costs.size} />
    </Flex>
  </Box>
);

const Cost = ({ n }: { n: number | undefined }) =>
  n ? (
    <Text as="span" fontSize="12px" color="aubergine">
      <b>+{count(n)}</b> without it
    </Text>
  ) : null;

const Words = ({
  label,
  words,
  cost,
  onChange,
}: {
  label: string;
  words: string[];
  cost: number | undefined;
  onChange: (words: string[]) => void;
}) => {
  const [text, setText] = useState(words.join(', '));
  const settle = (): void => {
    const next = text
      .split(',')
      .map((w) => w.trim())
      .filter(Boolean);
    if (next.join() !== words.join()) onChange(next);
  };
  return (
    <Flex as="label" align="center" gap="2" mt="1">
      <Box as="span" w="62px" color="inkSoft">
        {label}
      </Box>
      <Input
        size="2xs"
        flex="1"
        value={text}
        placeholder="words, phrases"
        title={cost ? `${cost} more without it` : undefined}
        onChange={(e) => setText(e.target.value)}
        onBlur={settle}
        onKeyDown={(e) => e.key === 'Enter' && settle()}
        _placeholder={{ color: 'inkSoft' }}
      />
      <Cost n={cost} />
    </Flex>
  );
};

const CategoryPicker = ({
  market,
  categories,
  chosen,
  onChange,
}: {
  market: Marketplace;
  categories: readonly Category[];
  chosen: number[];
  onChange: (ids: number[]) => void;
}) => {
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
  );
};
