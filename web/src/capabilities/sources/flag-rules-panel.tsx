import { Box, Button, Flex, Heading, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { FLAG_OF_RULE, FlagRules, RISKS, TRAITS, type FlagKey } from '@kettle/core/documents/flag-rules';
import { fieldsOf } from '@kettle/core/documents/shapes';
import { FLAG_NAMES, STARTER_RULES } from '@kettle/core/listing/flags';
import { api } from '../../ground/api/api.ts';
import { useFlagRulesQuery, useKeepFlagRulesMutation } from '../../ground/api/sift.ts';
import { DocumentNumber } from '../../ground/form/document-number.tsx';
import { StaleNote, type Difference } from '../../ground/form/stale-note.tsx';
import { useKeptChanges } from '../../ground/form/use-kept-document.ts';
import '../../ground/limits/limits.css';
import { WordsField } from '../../ground/limits/words-field.tsx';
import { useMarket } from '../../ground/market/market.ts';
import { useAppDispatch } from '../../ground/state/dispatch.ts';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';

const FIELDS = fieldsOf(FlagRules);
const nameOf = (field: (typeof FIELDS)[number]): string => `${FLAG_NAMES[FLAG_OF_RULE[field.key]]}: ${field.title}`;
/** Flags that words of title and category raise. */
const BY_WORDS: FlagKey[] = [...RISKS, ...TRAITS].filter(
  (f) => !['gated', 'brand', 'war', 'steady', 'simple', 'unbranded', 'heavy'].includes(f),
);

/** The seller's own rules: which words raise a flag, and where the measured ones begin. */
export const FlagRulesPanel = () => {
  const market = useMarket();
  const params = { marketplace: market.id };
  const { data } = useFlagRulesQuery({ params });
  const [keep, { error, isLoading }] = useKeepFlagRulesMutation();
  const [open, setOpen] = useState(false);
  const rules = data?.rules;
  const changes = useKeptChanges<{ rules: FlagRules | null }>(data?.version ?? 0, (body) => keep({ params, body }));
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
              {FIELDS.map((field) => (
                <DocumentNumber
                  key={field.key}
                  field={field}
                  label={nameOf(field)}
                  value={rules[field.key]}
                  onChange={(value) => set({ [field.key]: value })}
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
          differences={rulesDiffer(changes.stale.body.rules, changes.stale.newer.rules)}
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
const rulesDiffer = (mine: FlagRules | null, kept: FlagRules | null): Difference[] => {
  const own = mine ?? STARTER_RULES;
  const newer = kept ?? STARTER_RULES;
  return [
    ...FIELDS.filter(({ key }) => own[key] !== newer[key]).map((field) => ({
      name: nameOf(field),
      mine: String(own[field.key]),
      newer: String(newer[field.key]),
    })),
    ...BY_WORDS.filter((flag) => String(own.words[flag] ?? '') !== String(newer.words[flag] ?? '')).map((flag) => ({
      name: FLAG_NAMES[flag],
      mine: (own.words[flag] ?? []).join(', '),
      newer: (newer.words[flag] ?? []).join(', '),
    })),
  ];
};
