import { Box, Button, Flex, Heading, Text } from '@chakra-ui/react';
import { useState } from 'react';
import type { Marketplace } from '@kettle/contract/sources';
import { FLAG_NAMES, RISKS, STARTER_RULES, TRAITS, type FlagKey, type FlagRules } from '@kettle/core/listing/flags';
import { boundFromText, boundToText } from '@kettle/core/sift/address';
import type { Unit } from '@kettle/core/sift/measures';
import { unitSuffix } from '@kettle/core/sift/sentence';
import { api } from '../../ground/api/api.ts';
import { useFlagRulesQuery, useKeepFlagRulesMutation } from '../../ground/api/sift.ts';
import { useAppDispatch } from '../../ground/state/dispatch.ts';
import { WordsField } from '../sift/choice-cards.tsx';
import '../sift/sift.css';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { StaleNote, type Difference } from '../../ground/ui/stale-note.tsx';
import { useKeptChanges } from '../../ground/ui/use-kept-document.ts';

type Threshold = Exclude<keyof FlagRules, 'words'>;
const THRESHOLDS: [Threshold, FlagKey, string, Unit][] = [
  ['heavyGrams', 'heavy', 'heavier than', 'weight'],
  ['oversizeMm', 'heavy', 'or longer than', 'length'],
  ['seasonShare', 'holiday', 'share of the best three months from', 'percent'],
  ['brandSellers', 'brand', 'sellers from', 'count'],
  ['brandListings', 'brand', 'or listings of the brand from', 'count'],
  ['warFall', 'war', 'price fell in 90 days by', 'percent'],
  ['warSellers', 'war', 'with sellers from', 'count'],
  ['steadySeason', 'steady', 'strength of season up to', 'percent'],
  ['steadyFall', 'steady', 'and fall in a year up to', 'percent'],
  ['simpleGrams', 'simple', 'weight up to', 'weight'],
  ['leaderUnits', 'unbranded', 'units a month from', 'count'],
  ['smallBrand', 'unbranded', 'listings of the brand up to', 'count'],
];
/** Flags that words of title and category raise. */
const BY_WORDS: FlagKey[] = [...RISKS, ...TRAITS].filter(
  (f) => !['gated', 'brand', 'war', 'steady', 'simple', 'unbranded', 'heavy'].includes(f),
);

/** The seller's own rules: which words raise a flag, and where the measured ones begin. */
export const FlagRulesPanel = ({ market }: { market: Marketplace }) => {
  const params = { marketplace: market.id };
  const { data } = useFlagRulesQuery({ params });
  const [keep, { error, isLoading }] = useKeepFlagRulesMutation();
  const [open, setOpen] = useState(false);
  const rules = data?.rules as unknown as FlagRules | undefined;
  const changes = useKeptChanges<{ rules: FlagRules | null }>(data?.version ?? 0, (body) =>
    keep({ params, body: body as never }),
  );
  const dispatch = useAppDispatch();
  const set = (change: Partial<FlagRules>): void => changes.keep({ rules: { ...rules!, ...change } });
  return (
    <Box mt="2" className="card" w="100%">
      <Flex align="center" gap="3">
        <Heading as="h3" fontSize="14px" flex="1">
          Flags and traits
        </Heading>
        <Text fontSize="13px" color="inkSoft">
          {data?.own ? 'your own rules' : 'the starter rules'}
          {isLoading ? ', being kept …' : ''}
        </Text>
        <Button size="2xs" variant="outline" aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? 'Close' : 'See and change'}
        </Button>
      </Flex>
      {open && rules && (
        <>
          <Text fontSize="13px" color="inkSoft" mt="1">
            A flag says “take care”, a trait speaks for a listing. Words count whatever their ending; an unknown measure
            raises nothing. Lists and limits follow at once.
          </Text>
          <Box
            className="rules"
            display="grid"
            gridTemplateColumns={{ base: '1fr', lg: '1fr 1fr' }}
            columnGap="8"
            mt="2"
          >
            <div>
              {BY_WORDS.map((flag) => (
                <WordsField
                  key={flag}
                  label={FLAG_NAMES[flag]}
                  name={`Words that raise ${FLAG_NAMES[flag]} on ${market.name}`}
                  words={rules.words[flag] ?? []}
                  cost={undefined}
                  onChange={(words) => set({ words: { ...rules.words, [flag]: words } })}
                />
              ))}
            </div>
            <div>
              {THRESHOLDS.map(([key, flag, label, unit]) => (
                <ThresholdField
                  key={key}
                  market={market}
                  label={`${FLAG_NAMES[flag]}: ${label}`}
                  unit={unit}
                  value={rules[key]}
                  onChange={(value) => set({ [key]: value })}
                />
              ))}
              {data?.own && (
                <Button mt="3" size="xs" variant="outline" onClick={() => changes.keep({ rules: null })}>
                  Back to the starter rules
                </Button>
              )}
            </div>
          </Box>
        </>
      )}
      {changes.stale ? (
        <StaleNote
          differences={rulesDiffer(changes.stale.body.rules, changes.stale.newer.rules as FlagRules)}
          onMine={changes.keepMine}
          onNewer={() => {
            changes.takeNewer();
            dispatch(api.util.invalidateTags(['FlagRules']));
          }}
        />
      ) : (
        <ProblemNote error={error} kept="The rules are as they were." />
      )}
    </Box>
  );
};

/** Which rules differ, in the numbers they are kept in. */
const rulesDiffer = (mine: FlagRules | null, newer: FlagRules): Difference[] => {
  const own = mine ?? STARTER_RULES;
  return [
    ...THRESHOLDS.filter(([key]) => own[key] !== newer[key]).map(([key, flag, label]) => ({
      name: `${FLAG_NAMES[flag]}: ${label}`,
      mine: String(own[key]),
      newer: String(newer[key]),
    })),
    ...BY_WORDS.filter((flag) => String(own.words[flag] ?? '') !== String(newer.words[flag] ?? '')).map((flag) => ({
      name: FLAG_NAMES[flag],
      mine: (own.words[flag] ?? []).join(', '),
      newer: (newer.words[flag] ?? []).join(', '),
    })),
  ];
};

const ThresholdField = ({
  market,
  label,
  unit,
  value,
  onChange,
}: {
  market: Marketplace;
  label: string;
  unit: Unit;
  value: number;
  onChange: (value: number) => void;
}) => {
  const shown = boundToText(value, unit, market);
  const [typed, setTyped] = useState<string | null>(null);
  const read = typed === null ? value : boundFromText(typed, unit, market);
  const wrong = read === null || read < 0 || (unit === 'percent' && read > 1);
  const settle = (): void => {
    if (typed === null || wrong) return;
    if (typed.trim() !== shown) onChange(read);
    setTyped(null);
  };
  return (
    <label className="words">
      <span style={{ width: 'auto', flex: 1 }}>{label}</span>
      <input
        style={{ flex: '0 0 80px', textAlign: 'right' }}
        inputMode="decimal"
        aria-invalid={wrong}
        value={typed ?? shown}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={settle}
        onKeyDown={(e) => e.key === 'Enter' && settle()}
      />
      <span style={{ width: '30px' }}>{unitSuffix(unit, market).trim()}</span>
      {wrong && (
        <Box as="span" role="alert" color="brick" fontSize="12px">
          no such number
        </Box>
      )}
    </label>
  );
};
