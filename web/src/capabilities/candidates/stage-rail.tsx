import { Box, Button, Flex, Text } from '@chakra-ui/react';
import { useState } from 'react';
import type { Candidate } from '@kettle/contract/candidates';
import type { Stage } from '@kettle/core/documents/stages';
import { useMoveStageMutation } from '../../ground/api/candidates.ts';
import { problemOf } from '../../ground/api/problem.ts';
import { FieldRow, Form, SendButton, TextField, useKeptForm } from '../../ground/form/form.tsx';
import { day } from '../../ground/ui/format.ts';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { DecisionForm, type Deciding } from '../score/decision-form.tsx';

const PATH: Stage[] = ['found', 'watched', 'weighed', 'shortlisted', 'chosen'];
const NEXT: Partial<Record<Stage, [Stage, string]>> = {
  found: ['watched', 'Watch it'],
  watched: ['weighed', 'Weigh it'],
  weighed: ['shortlisted', 'Put on the shortlist'],
  shortlisted: ['chosen', 'Choose it'],
  dropped: ['found', 'Take it up again'],
};

/** The stages of a candidate as a line with dates, and the step to the next. */
export const StageRail = ({ candidate, today }: { candidate: Candidate; today: string }) => {
  const [move, { error, isLoading }] = useMoveStageMutation();
  const [deciding, setDeciding] = useState<Deciding | null>(null);
  const at = PATH.indexOf(candidate.stage);
  const next = NEXT[candidate.stage];
  const to = (stage: Stage, why?: string) =>
    move({ params: { id: candidate.id }, body: { stage, ...(why ? { reason: why } : {}) } });
  const why = problemOf(error)?.type;
  const wantsReason = why === '/problems/ruled-out' || why === '/problems/too-early';
  return (
    <Box>
      <Flex as="ol" aria-label="Stages" align="center" gap="2" fontSize="13px" wrap="wrap" listStyleType="none">
        {PATH.map((stage, i) => {
          const reached = i <= at;
          return (
            <Flex
              as="li"
              key={stage}
              align="center"
              gap="1.5"
              aria-current={stage === candidate.stage ? 'step' : undefined}
            >
              {i > 0 && <Box aria-hidden w="28px" h="1px" bg="rule" />}
              <Box
                aria-hidden
                w="10px"
                h="10px"
                borderRadius="full"
                borderWidth="1.5px"
                borderColor={reached ? 'aubergine' : 'inkSoft'}
                bg={reached ? 'aubergine' : 'transparent'}
              />
              <Box as="span" fontWeight={stage === candidate.stage ? 700 : 400} color={reached ? 'ink' : 'inkSoft'}>
                {stage}
              </Box>
              {candidate.stageDays[stage] && (
                <Box as="span" color="inkSoft">
                  {day(candidate.stageDays[stage], today)}
                </Box>
              )}
            </Flex>
          );
        })}
        <Flex as="li" gap="2" ml="3">
          {next && (
            <Button
              size="xs"
              colorPalette="aubergine"
              loading={isLoading}
              onClick={() => (next[0] === 'chosen' ? setDeciding('choose') : void to(next[0]))}
            >
              {next[1]}
            </Button>
          )}
          {candidate.stage !== 'dropped' && candidate.stage !== 'chosen' && deciding === null && (
            <>
              <Button size="xs" variant="outline" onClick={() => setDeciding('wait')}>
                Wait
              </Button>
              <Button size="xs" variant="outline" onClick={() => setDeciding('drop')}>
                Drop it
              </Button>
            </>
          )}
        </Flex>
      </Flex>
      {deciding !== null && (
        <DecisionForm key={deciding} candidate={candidate.id} kind={deciding} onDone={() => setDeciding(null)} />
      )}
      {candidate.stage === 'dropped' && (
        <Text mt="1" color="brick">
          ■ Dropped{candidate.dropReason ? `: ${candidate.dropReason}` : ''}
        </Text>
      )}
      <ProblemNote error={error} />
      {wantsReason && next && (
        <Reason
          place={`all-the-same/${candidate.id}`}
          label="Why you go on with it all the same"
          placeholder="Why all the same? What makes the rule not count here?"
          button="Go on all the same"
          onReason={(reason) => to(next[0], reason)}
        />
      )}
    </Box>
  );
};

const Reason = ({
  place,
  label,
  placeholder,
  button,
  onReason,
}: {
  place: string;
  label: string;
  placeholder: string;
  button: string;
  onReason: (reason: string) => Promise<{ error?: unknown }>;
}) => {
  const form = useKeptForm(`reason/${place}`, { reason: '' }, async ({ reason }) => {
    const { error } = await onReason(reason);
    return { error };
  });
  return (
    <Box mt="2" maxW="34rem">
      <Form of={form}>
        <FieldRow>
          <TextField name="reason" label={label} unseenLabel placeholder={placeholder} maxLength={400} autoFocus />
          <SendButton quiet empty="reason">
            {button}
          </SendButton>
        </FieldRow>
      </Form>
    </Box>
  );
};
