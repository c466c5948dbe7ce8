import { Box, Button, Flex, Input, Text, Textarea } from '@chakra-ui/react';
import { useState } from 'react';
import { DROP_REASONS, type DropReason } from '@kettle/core/documents/decision';
import { addDays } from '@kettle/core/measures/day';
import { useDecideMutation } from '../../ground/api/candidates.ts';
import { useTyped } from '../../ground/form/use-typed.ts';
import { useMarket } from '../../ground/market/market.ts';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';

export type Deciding = 'choose' | 'drop' | 'wait';
const WORDS: Record<Deciding, { label: string; placeholder: string; button: string }> = {
  choose: { label: 'Why it is chosen', placeholder: 'Why this one, and what you know now', button: 'Choose' },
  drop: {
    label: 'Why it is dropped',
    placeholder: 'Why? What would have to change for it to come back?',
    button: 'Drop',
  },
  wait: { label: 'Why you wait', placeholder: 'What do you want to have seen by then?', button: 'Wait' },
};
const FOUR_WEEKS = 28;

/** A decision with its reason: what stands today is kept with it, to be looked back at. */
export const DecisionForm = ({
  candidate,
  kind,
  onDone,
}: {
  candidate: number;
  kind: Deciding;
  onDone: () => void;
}) => {
  const market = useMarket();
  const { label, placeholder, button } = WORDS[kind];
  const [text, setText] = useTyped(`decision/${candidate}/${kind}`);
  const [reasons, setReasons] = useState<DropReason[]>([]);
  const [until, setUntil] = useState(addDays(market.today, FOUR_WEEKS));
  const [decide, { error, isLoading }] = useDecideMutation();
  const go = async (): Promise<void> => {
    const { data } = await decide({
      params: { id: candidate },
      body: { kind, reasons, text, ...(kind === 'wait' ? { until } : {}) },
    });
    if (!data) return;
    setText('');
    onDone();
  };
  return (
    <Box mt="2" maxW="44rem" fontSize="13px">
      {kind === 'drop' && (
        <Flex role="group" aria-label="Reasons" gap="1" wrap="wrap" mb="1.5">
          {(Object.entries(DROP_REASONS) as [DropReason, string][]).map(([key, name]) => {
            const isOn = reasons.includes(key);
            return (
              <Button
                key={key}
                size="2xs"
                variant={isOn ? 'solid' : 'outline'}
                colorPalette={isOn ? 'aubergine' : undefined}
                aria-pressed={isOn}
                onClick={() => setReasons(isOn ? reasons.filter((r) => r !== key) : [...reasons, key])}
              >
                {name}
              </Button>
            );
          })}
        </Flex>
      )}
      <Textarea
        size="sm"
        rows={2}
        bg="paper"
        aria-label={label}
        placeholder={placeholder}
        maxLength={1000}
        value={text}
        autoFocus
        onChange={(e) => setText(e.target.value)}
      />
      <Flex gap="2" mt="1.5" align="center" wrap="wrap">
        {kind === 'wait' && (
          <label>
            until{' '}
            <Input
              size="xs"
              w="140px"
              bg="paper"
              type="date"
              min={addDays(market.today, 1)}
              value={until}
              onChange={(e) => setUntil(e.target.value)}
            />
          </label>
        )}
        <Button
          size="xs"
          colorPalette="aubergine"
          loading={isLoading}
          disabled={text.trim() === '' && reasons.length === 0}
          onClick={() => void go()}
        >
          {button}
        </Button>
        <Button size="xs" variant="outline" onClick={onDone}>
          Not now
        </Button>
        <Text color="inkSoft">The figures of today are kept with it.</Text>
      </Flex>
      <ProblemNote error={error} kept="What you wrote is still here." />
    </Box>
  );
};
