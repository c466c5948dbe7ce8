import { Box, Button, Flex, Text, Textarea } from '@chakra-ui/react';
import { useState } from 'react';
import type { OwnMeans } from '@kettle/core/documents/own-means';
import { useKeepMeansMutation, useMeansQuery } from '../../ground/api/candidates.ts';
import { NumberField } from '../../ground/form/number-field.tsx';
import { StaleNote } from '../../ground/form/stale-note.tsx';
import { useKeptDocument } from '../../ground/form/use-kept-document.ts';
import { useMarket } from '../../ground/market/market.ts';
import { moneyWith } from '../../ground/ui/format.ts';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { SumField } from '../costing/charge-fields.tsx';

interface Kept {
  document: OwnMeans;
  version: number;
}

/** What the seller can put in and wants out: each line that is typed is a gate of every scoresheet here. */
export const MeansForm = () => {
  const market = useMarket();
  const { currentData } = useMeansQuery({ params: { marketplace: market.id } });
  return currentData ? <Means key={market.id} kept={currentData} /> : null;
};

const Means = ({ kept }: { kept: Kept }) => {
  const market = useMarket();
  const [isOpen, setOpen] = useState(false);
  const [send, { error }] = useKeepMeansMutation();
  const means = useKeptDocument<Kept>(`means/${market.id}`, kept, (body) => send({ params: { marketplace: market.id }, body })); // prettier-ignore
  const { document } = means.draft;
  const put = (part: Partial<OwnMeans>): void => means.change((d) => ({ ...d, document: { ...d.document, ...part } }));
  const said = inWords(document, (minor) => moneyWith(minor, market, true));
  return (
    <Box px="5" pb="3" fontSize="13px">
      <Flex gap="3" align="center" wrap="wrap">
        <Button size="xs" variant="outline" bg="paper" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
          Your means
        </Button>
        <Text color="inkSoft">
          {said === ''
            ? 'Purse, income, weeks and taste are not typed: they rule nothing out.'
            : `${said}: gates for every candidate.`}
        </Text>
      </Flex>
      {isOpen && (
        <Flex gap="8" wrap="wrap" mt="2" align="flex-start">
          <Box display="grid" gap="1.5">
            <SumField label="Money for one launch" value={document.purse} onChange={(purse) => put({ purse })} />
            <SumField
              label="Profit a month wanted of one product"
              value={document.income}
              onChange={(income) => put({ income })}
            />
            <NumberField
              label="Weeks from the order until goods may be there"
              suffix="weeks"
              value={document.weeks}
              fault={(n) => (n > 0 && n <= 520 ? null : 'Between 0 and 520 weeks.')}
              onChange={(weeks) => put({ weeks })}
            />
          </Box>
          <Box as="label" flex="1" minW="260px" maxW="420px">
            To your taste: what you would like to sell, and what never
            <Textarea
              size="sm"
              rows={3}
              bg="paper"
              maxLength={600}
              value={document.taste}
              onChange={(e) => put({ taste: e.target.value })}
            />
          </Box>
        </Flex>
      )}
      {means.newer ? (
        <StaleNote
          differences={[{ name: 'Your means', mine: inWords(document, (m) => moneyWith(m, market, true)) || 'nothing', newer: inWords(means.newer.document, (m) => moneyWith(m, market, true)) || 'nothing' }]} // prettier-ignore
          onMine={means.keepMine}
          onNewer={means.takeNewer}
        />
      ) : (
        <ProblemNote error={error} kept="What you typed is still here." />
      )}
    </Box>
  );
};

const inWords = ({ purse, income, weeks, taste }: OwnMeans, money: (minor: number) => string): string =>
  [
    purse === null ? '' : `at most ${money(purse)} a launch`,
    income === null ? '' : `${money(income)} a month`,
    weeks === null ? '' : `there within ${weeks} weeks`,
    taste.trim() === '' ? '' : 'to your taste',
  ]
    .filter(Boolean)
    .join(', ');
