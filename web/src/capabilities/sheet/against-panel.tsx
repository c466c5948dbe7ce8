import { Box, NativeSelect, Text } from '@chakra-ui/react';
import { skipToken } from '@reduxjs/toolkit/query/react';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import type { Marketplace } from '@kettle/contract/sources';
import { readSift, writeSift } from '@kettle/core/sift/address';
import { useAgainstQuery } from '../../ground/api/sheet.ts';
import { useSievesQuery } from '../../ground/api/sift.ts';
import { useMarket } from '../../ground/market/market.ts';
import { Mark } from '../../ground/ui/mark.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';

interface Choice {
  key: string;
  name: string;
  search: string;
}

/** The listing held against one of the seller's sieves, limit by limit: met or not, with the value and how far off. */
export const AgainstPanel = ({ code }: { code: string }) => {
  const market = useMarket();
  const [parameters] = useSearchParams();
  const { data: sieves } = useSievesQuery({ params: { marketplace: market.id }, query: { place: 'sift' } });
  const [chosen, setChosen] = useState<string | null>(null);
  const own = ownSearch(parameters, market);
  const choices: Choice[] = [
    ...(own === '' ? [] : [{ key: 'here', name: 'The limits of this list', search: own }]),
    ...(sieves?.kept ?? []).map((s) => ({ key: `kept-${s.id}`, name: `“${s.name}”`, search: s.search })),
    ...(sieves?.starters ?? []).map((s) => ({ key: `start-${s.name}`, name: `${s.name} (a start)`, search: s.search })),
  ];
  const choice = choices.find((c) => c.key === chosen) ?? choices[0];
  const { currentData, error } = useAgainstQuery(
    choice ? { params: { marketplace: market.id, code }, query: { search: choice.search } } : skipToken,
  );
  if (!choice) return sieves ? <Text fontSize="13px">No sieve is kept yet.</Text> : null;
  const verdicts = currentData?.verdicts ?? [];
  const failed = verdicts.filter((v) => v.met === false).length;
  const open = verdicts.filter((v) => v.met === null).length;
  return (
    <Box fontSize="13px" className="figures">
      <NativeSelect.Root size="xs" w="100%" maxW="300px" mb="1.5">
        <NativeSelect.Field
          bg="paper"
          aria-label="Sieve to hold it against"
          value={choice.key}
          onChange={(e) => setChosen(e.target.value)}
        >
          {choices.map((c) => (
            <option key={c.key} value={c.key}>
              {c.name}
            </option>
          ))}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
      <ProblemNote error={error} />
      {currentData && verdicts.length === 0 && (
        <Text color="inkSoft">This sieve has no limit that a listing can meet.</Text>
      )}
      {verdicts.length > 0 && (
        <Text fontWeight="600" mb="0.5">
          {failed === 0 && open === 0
            ? `All ${verdicts.length} limits are met.`
            : `${verdicts.length - failed - open} of ${verdicts.length} limits met${failed > 0 ? `, ${failed} not` : ''}${open > 0 ? `, ${open} not known` : ''}.`}
        </Text>
      )}
      {verdicts.map((v) => (
        <Text key={v.key}>
          {v.met === null ? (
            <Mark kind="open" word="not known" />
          ) : v.met ? (
            <Mark kind="holds" word="met" />
          ) : (
            <Mark kind="fails" word="not met" />
          )}
          {v.name} {v.value},{' '}
          <Box as="span" color="inkSoft">
            asked: {v.asked}
          </Box>
          {v.off && <b>; {v.off}</b>}
        </Text>
      ))}
    </Box>
  );
};

/** The limits in the address, as a sift writes them; empty where there are none, or where the list is no sift. */
const ownSearch = (parameters: URLSearchParams, market: Marketplace): string => {
  const { choice } = readSift(parameters, market);
  return new URLSearchParams(
    writeSift({ ...choice, sort: 'revenue', descending: true, fold: false }, market),
  ).toString();
};
