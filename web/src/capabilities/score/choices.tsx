import { Button, HStack, Input } from '@chakra-ui/react';
import { useState } from 'react';
import type { ScoredCandidate } from '@kettle/contract/shortlist';
import { api } from '../../ground/api/api.ts';
import { useAnswerMutation } from '../../ground/api/candidates.ts';
import { StaleNote } from '../../ground/form/stale-note.tsx';
import { useKeptChanges } from '../../ground/form/use-kept-document.ts';
import { useTyped } from '../../ground/form/use-typed.ts';
import { useAppDispatch } from '../../ground/state/dispatch.ts';
import { EvidenceSeen, type EvidencePicture } from './evidence-seen.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';

export type Answer = ScoredCandidate['answers'][string] | undefined;

/** An answer by judgement, with the evidence beside it. */
export const Choices = ({
  options,
  candidate,
  criterion,
  answer,
  label,
  pictures = [],
}: {
  options: [string, string][];
  candidate: number;
  criterion: string;
  answer: Answer;
  label: string;
  pictures?: readonly EvidencePicture[] | undefined;
}) => {
  const [send, { error }] = useAnswerMutation();
  const dispatch = useAppDispatch();
  const changes = useKeptChanges<{ choice: string | null; evidence: string }>(answer?.version ?? 0, (body) =>
    send({ params: { id: candidate, key: criterion }, body }),
  );
  const chosen = answer?.choice ?? null;
  // Evidence that is typed before an answer is chosen waits in the browser.
  const [waiting, setWaiting] = useTyped(`evidence/${candidate}/${criterion}`);
  const [typed, setTyped] = useState<string | null>(null);
  const evidence = typed ?? (answer ? answer.evidence : waiting);
  const nameOf = (choice: string | null): string =>
    choice === null ? 'not answered' : (options.find(([key]) => key === choice)?.[1] ?? choice);
  const put = (choice: string | null): void => {
    changes.keep({ choice, evidence });
    // Taken back, the answer is gone; what was read still stands.
    setWaiting(choice === null ? evidence : '');
    setTyped(null);
  };
  return (
    <>
      <HStack gap="1" role="group" aria-label={label} wrap="wrap">
        {options.map(([key, text]) => (
          <Button
            key={key}
            size="2xs"
            variant={chosen === key ? 'solid' : 'outline'}
            colorPalette={chosen === key ? 'aubergine' : undefined}
            aria-pressed={chosen === key}
            onClick={() => put(chosen === key ? null : key)}
          >
            {text}
          </Button>
        ))}
      </HStack>
      <Input
        size="2xs"
        mt="1.5"
        mb="0.5"
        aria-label={`Evidence: ${label}`}
        placeholder="Evidence: what you read, where"
        value={evidence}
        maxLength={2000}
        onChange={(e) => (answer ? setTyped(e.target.value) : setWaiting(e.target.value))}
        onBlur={() => answer && typed !== null && (typed === answer.evidence ? setTyped(null) : put(chosen))}
        _placeholder={{ color: 'inkSoft' }}
      />
      <EvidenceSeen text={evidence} pictures={pictures} candidate={candidate} criterion={criterion} label={label} />
      {changes.stale ? (
        <StaleNote
          differences={[
            {
              name: label,
              mine: `${nameOf(changes.stale.body.choice)} ${changes.stale.body.evidence}`,
              newer: `${nameOf(changes.stale.newer.choice)} ${changes.stale.newer.evidence}`,
            },
          ]}
          onMine={changes.keepMine}
          onNewer={() => {
            changes.takeNewer();
            setTyped(null);
            dispatch(api.util.invalidateTags(['Score', 'Standing']));
          }}
        />
      ) : (
        <ProblemNote error={error} kept="What you typed is still here." />
      )}
    </>
  );
};
