import { Box, Button, Flex, HStack, Input, NativeSelect, Text } from '@chakra-ui/react';
import { useEffect, useState } from 'react';
import type { MinedReviews, ReviewFilter } from '@kettle/contract/candidates';
import { addDays } from '@kettle/core/measures/day';
import { useMarket } from '../../ground/market/market.ts';
import { count, percent } from '../../ground/ui/format.ts';
import { LETTERS } from './words.ts';

const PAUSE_MS = 400;
const SPANS = [90, 180, 365, 730] as const;

/** Which reviews are looked at, and which of the themes: each choice is kept in the address. */
export const FilterBar = ({
  data,
  parameters,
  filter,
  onSet,
}: {
  data: MinedReviews;
  parameters: URLSearchParams;
  filter: ReviewFilter;
  onSet: (changes: Record<string, string>) => void;
}) => {
  const market = useMarket();
  const chosen = (filter.stars ?? '').split(',').filter(Boolean);
  const ofAll = data.stars.reduce((a, b) => a + b, 0);
  const isFiltered = Object.keys(filter).some((key) => key !== 'by');
  return (
    <Flex px="5" py="2.5" gap="3" align="center" wrap="wrap" borderBottomWidth="1px" borderColor="rule" fontSize="13px">
      <Text>
        <b data-testid="texts">{count(data.withText)}</b> with text{' '}
        <Box as="span" color="inkSoft">
          of {count(data.all)} reviews
        </Box>
      </Text>
      <HStack gap="1" role="group" aria-label="Stars">
        {['1', '2', '3', '4', '5'].map((s, i) => (
          <Button
            key={s}
            size="2xs"
            variant={chosen.includes(s) ? 'solid' : 'outline'}
            colorPalette={chosen.includes(s) ? 'aubergine' : undefined}
            aria-pressed={chosen.includes(s)}
            aria-label={`${s} stars`}
            title={`${count(data.stars[i])} of ${count(ofAll)}`}
            onClick={() =>
              onSet({
                stars: (chosen.includes(s) ? chosen.filter((c) => c !== s) : [...chosen, s]).sort().join(','),
              })
            }
          >
            {s} ★ {ofAll > 0 && <span aria-hidden>{percent((data.stars[i] ?? 0) / ofAll)}</span>}
          </Button>
        ))}
      </HStack>
      <Choice
        label="Time"
        value={filter.from ?? ''}
        options={[
          ['', 'Any time'],
          ...SPANS.map((n): [string, string] => [addDays(market.today, -n), `Last ${n} days`]),
        ]}
        onChoose={(from) => onSet({ from })}
      />
      {data.listings.length > 1 && (
        <Choice
          label="Listing"
          value={filter.listing === undefined ? '' : String(filter.listing)}
          options={[
            ['', 'All listings'],
            ...data.listings.map((l, i): [string, string] => [String(l.id), `${LETTERS[i] ?? '?'} ${l.title}`]),
          ]}
          onChoose={(listing) => onSet({ listing })}
        />
      )}
      <Words words={filter.words ?? ''} onSet={(words) => onSet({ words })} />
      {(['verified', 'pictures'] as const).map((key) => (
        <Button
          key={key}
          size="2xs"
          variant={filter[key] ? 'solid' : 'outline'}
          colorPalette={filter[key] ? 'aubergine' : undefined}
          aria-pressed={filter[key] === true}
          onClick={() => onSet({ [key]: filter[key] ? '' : 'yes' })}
        >
          {key === 'verified' ? 'Verified' : 'With pictures'}
        </Button>
      ))}
      {isFiltered && (
        <>
          <Text role="status">{count(data.matching)} match</Text>
          <Button
            size="2xs"
            variant="outline"
            onClick={() => onSet({ stars: '', words: '', listing: '', from: '', to: '', verified: '', pictures: '' })}
          >
            All reviews
          </Button>
        </>
      )}
      <Choice
        label="Themes"
        value={parameters.get('by') ?? ''}
        options={[
          ['', 'By what is said'],
          ['part', 'By part'],
        ]}
        onChoose={(by) => onSet({ by, theme: '' })}
      />
      <Choice
        label="What it is about"
        value={parameters.get('about') ?? ''}
        options={[
          ['', 'About anything'],
          ['product', 'The product'],
          ['page', 'The page'],
          ['delivery', 'Delivery'],
          ['seller', 'The seller'],
          ['price', 'The price'],
        ]}
        onChoose={(about) => onSet({ about })}
      />
      <Choice
        label="Order"
        value={parameters.get('order') ?? ''}
        options={[
          ['', 'Gripes first'],
          ['share', 'Most said first'],
          ['pull', 'Costs most stars first'],
          ['lately', 'Rising first'],
        ]}
        onChoose={(order) => onSet({ order })}
      />
      <Text ml="auto" color="inkSoft">
        Set aside: {count(data.otherLanguage)} not English, {count(data.copies)} copies, {count(data.noText)} without
        text
      </Text>
    </Flex>
  );
};

const Choice = ({
  label,
  value,
  options,
  onChoose,
}: {
  label: string;
  value: string;
  options: readonly (readonly [value: string, name: string])[];
  onChoose: (value: string) => void;
}) => (
  <NativeSelect.Root size="xs" w="auto" maxW="190px">
    <NativeSelect.Field bg="paper" aria-label={label} value={value} onChange={(e) => onChoose(e.target.value)}>
      {/* A value of the address that is none of these is shown as it is. */}
      {!options.some(([v]) => v === value) && <option value={value}>{value}</option>}
      {options.map(([v, name]) => (
        <option key={v} value={v}>
          {name}
        </option>
      ))}
    </NativeSelect.Field>
    <NativeSelect.Indicator />
  </NativeSelect.Root>
);

/** The words are asked for when the typing pauses. */
const Words = ({ words, onSet }: { words: string; onSet: (words: string) => void }) => {
  const [typed, setTyped] = useState(words);
  const [asked, setAsked] = useState(words);
  // Taken away elsewhere.
  if (asked !== words) {
    setAsked(words);
    if (typed.trim() !== words) setTyped(words);
  }
  useEffect(() => {
    if (typed.trim() === words) return;
    const timer = setTimeout(() => onSet(typed.trim()), PAUSE_MS);
    return () => clearTimeout(timer);
  });
  return (
    <Input
      size="xs"
      w="150px"
      bg="paper"
      maxLength={200}
      aria-label="Words in the review"
      placeholder="Words or “a phrase”"
      value={typed}
      onChange={(e) => setTyped(e.target.value)}
      _placeholder={{ color: 'inkSoft' }}
    />
  );
};
