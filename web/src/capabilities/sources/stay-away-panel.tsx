import { Box, Button, Flex, Heading, Text } from '@chakra-ui/react';
import { useState } from 'react';
import type { StayAway } from '@kettle/contract/sift';
import { api } from '../../ground/api/api.ts';
import { useCategoriesQuery } from '../../ground/api/marketplaces.ts';
import { useKeepStayAwayMutation, useStayAwayQuery } from '../../ground/api/sift.ts';
import { StaleNote } from '../../ground/form/stale-note.tsx';
import { useKeptChanges } from '../../ground/form/use-kept-document.ts';
import '../../ground/limits/limits.css';
import { WordsField } from '../../ground/limits/words-field.tsx';
import { useMarket } from '../../ground/market/market.ts';
import { useAppDispatch } from '../../ground/state/dispatch.ts';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';

/** Kinds and words that no sift shows, unless its card says otherwise. Kept as it is changed; the last change can be undone. */
export const StayAwayPanel = () => {
  const market = useMarket();
  const params = { marketplace: market.id };
  const { data } = useStayAwayQuery({ params });
  const { data: categories } = useCategoriesQuery({ params });
  const [keep, { error }] = useKeepStayAwayMutation();
  const [before, setBefore] = useState<StayAway | null>(null);
  const changes = useKeptChanges<Omit<StayAway, 'version'>>(data?.version ?? 0, (body) => keep({ params, body }));
  const dispatch = useAppDispatch();
  if (!data) return null;
  const set = (next: StayAway): void => {
    setBefore(data);
    changes.keep(next);
  };
  const path = (id: number): string => categories?.find((c) => c.id === id)?.path ?? `category ${id}`;
  return (
    <Box mt="3" className="card" w="100%">
      <Heading as="h3" fontSize="14px">
        Stay away from
      </Heading>
      <Text fontSize="13px" color="inkSoft">
        No sift of {market.name} shows these kinds and words; the card “Seen before” switches the list off.
      </Text>
      <Flex gap="2" wrap="wrap" mt="2" align="center">
        {data.categories.map((id) => (
          <Button
            key={id}
            size="2xs"
            variant="outline"
            aria-label={`Let ${path(id)} in again`}
            onClick={() => set({ ...data, categories: data.categories.filter((c) => c !== id) })}
          >
            {path(id)} ✕
          </Button>
        ))}
        <select
          className="plain-select"
          aria-label="A kind to stay away from"
          value=""
          onChange={(e) => e.target.value && set({ ...data, categories: [...data.categories, Number(e.target.value)] })}
        >
          <option value="">Add a kind …</option>
          {categories
            ?.filter((c) => !data.categories.includes(c.id))
            .map((c) => (
              <option key={c.id} value={c.id}>
                {c.path}
              </option>
            ))}
        </select>
      </Flex>
      <WordsField
        label="Words"
        name={`Words to stay away from on ${market.name}`}
        words={data.words}
        cost={undefined}
        onChange={(words) => set({ ...data, words })}
      />
      {before && (
        <Flex mt="2">
          <Button
            size="2xs"
            variant="outline"
            onClick={() => {
              changes.keep(before);
              setBefore(null);
            }}
          >
            Undo the last change
          </Button>
        </Flex>
      )}
      {changes.stale ? (
        <StaleNote
          differences={[
            {
              name: 'Words',
              mine: changes.stale.body.words.join(', '),
              newer: changes.stale.newer.words.join(', '),
            },
            {
              name: 'Kinds',
              mine: changes.stale.body.categories.map(path).join(', '),
              newer: changes.stale.newer.categories.map(path).join(', '),
            },
          ].filter((d) => d.mine !== d.newer)}
          onMine={changes.keepMine}
          onNewer={() => {
            changes.takeNewer();
            dispatch(api.util.invalidateTags(['StayAway']));
          }}
        />
      ) : (
        <ProblemNote error={error} kept="The list is as it was." />
      )}
    </Box>
  );
};
