import { Box, Button, Flex, Text } from '@chakra-ui/react';
import { useCallback, useState } from 'react';
import { useSearchParams } from 'react-router';
import type { TermRow } from '@kettle/contract/demand';
import type { Job } from '@kettle/contract/shapes';
import { useCorrectNichesMutation } from '../../ground/api/sources.ts';
import { ChoiceField, FieldRow, Form, SendButton, TextField, useKeptForm } from '../../ground/form/form.tsx';
import { useMarket } from '../../ground/market/market.ts';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { useJob } from '../../ground/ui/use-job.ts';

const ALL = '';

/** A niche corrected by hand: renamed, joined to another, or a term put elsewhere. */
export const NicheCorrections = ({ name, terms }: { name: string; terms: readonly TermRow[] }) => {
  const market = useMarket();
  const [correct] = useCorrectNichesMutation();
  const [leave, { error }] = useCorrectNichesMutation();
  const [jobId, setJobId] = useState<number | null>(null);
  const [, setParams] = useSearchParams();
  const params = { marketplace: market.id };
  // The niche may have got another number: what is open follows it.
  const follow = useCallback(
    ({ result }: Job): void => {
      const niche = result?.niche;
      if (typeof niche === 'number')
        setParams(
          (now) => {
            now.set('open', String(niche));
            return now;
          },
          { replace: true },
        );
    },
    [setParams],
  );
  const job = useJob(jobId, follow);
  const runs = job !== undefined && (job.state === 'queued' || job.state === 'running');
  const everyTerm = terms.map((t) => t.id);
  const form = useKeptForm(`niche/${market.id}/${name}`, { term: ALL, niche: name }, async ({ term, niche }) => {
    const ids = term === ALL ? everyTerm : [Number(term)];
    const { data, error: fault } = await correct({ params, body: { terms: ids, niche: niche.trim() } });
    if (data) setJobId(data.id);
    return { error: fault };
  });
  const leaveAll = async (): Promise<void> => {
    const { data } = await leave({ params, body: { terms: everyTerm, niche: null } });
    if (data) setJobId(data.id);
  };
  return (
    <Box mt="3" fontSize="13px">
      <Form of={form} size="xs">
        <FieldRow>
          <ChoiceField
            name="term"
            label="Put"
            width="220px"
            options={[[ALL, 'all of its terms'], ...terms.map((t) => [String(t.id), `“${t.text}”`] as const)]}
          />
          <TextField name="niche" label="Under the niche" width="220px" maxLength={160} required />
          <SendButton>Put there</SendButton>
        </FieldRow>
      </Form>
      <Flex gap="2" mt="2" align="center">
        <Button size="2xs" variant="outline" disabled={runs} onClick={() => void leaveAll()}>
          Leave its terms to files and the grouping
        </Button>
        {job && (
          <Text role="status" color={job.state === 'failed' ? 'brick' : 'inkSoft'}>
            {runs ? 'Laying niches out anew …' : job.message}
          </Text>
        )}
      </Flex>
      <ProblemNote error={error} kept="The niche is as it was." />
    </Box>
  );
};
