import { Box, Button, Flex, HStack, Input, Skeleton, Text } from '@chakra-ui/react';
import { useState } from 'react';
import type { Candidate } from '@kettle/contract/candidates';
import type { ScoredCandidate } from '@kettle/contract/shortlist';
import { SCORE_MEASURES, type Criterion, type Gate } from '@kettle/core/documents/scoresheet';
import { api } from '../../ground/api/api.ts';
import { useAnswerMutation, useCandidateScoreQuery, useScoresheetQuery } from '../../ground/api/candidates.ts';
import { StaleNote } from '../../ground/form/stale-note.tsx';
import { useKeptChanges } from '../../ground/form/use-kept-document.ts';
import { useTyped } from '../../ground/form/use-typed.ts';
import { useMarket } from '../../ground/market/market.ts';
import { useAppDispatch } from '../../ground/state/dispatch.ts';
import { Mark } from '../../ground/ui/mark.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { shownMeasure } from './measure-text.ts';
import { Unread } from './unread.tsx';

const GROUPS: [Criterion['group'], string][] = [
  ['demand', 'Demand'],
  ['competition', 'Competition'],
  ['money', 'Money'],
  ['product', 'The product'],
  ['means', 'Your means'],
];
const STATE_MARK = { pass: 'holds', fail: 'fails', unknown: 'open' } as const;

/** The scoresheet of a candidate: gates and criteria, measured with their source or asked for. */
export const ScoresheetTab = ({ candidate }: { candidate: Candidate }) => {
  const { data: sheet, error: sheetError } = useScoresheetQuery({ params: {} });
  const { data: scored, error } = useCandidateScoreQuery(
    { params: { id: candidate.id } },
    { refetchOnMountOrArgChange: true },
  );
  if (sheetError || error)
    return (
      <Box px="5">
        <ProblemNote error={sheetError ?? error} />
      </Box>
    );
  if (!sheet || !scored) return <Skeleton m="5" h="300px" />;
  const { document } = sheet;
  const { score } = scored;
  return (
    <Box px="5" py="4" maxW="60rem">
      <Flex align="baseline" gap="3" wrap="wrap">
        <Text as="h2" fontFamily="heading" fontSize="22px" fontWeight="700" data-testid="points">
          {score.least === score.most ? score.least : `${score.least}–${score.most}`}
        </Text>
        <Text>
          of {score.max} points, pass mark {score.passMark}: <b data-testid="verdict">{score.verdict}</b>
        </Text>
        <Unread of={scored} />
        {scored.wouldChange.length > 0 && (
          <Text color="inkSoft" fontSize="13px">
            Could turn on: {scored.wouldChange.slice(0, 3).join(', ')}
          </Text>
        )}
      </Flex>
      <Text as="h3" fontWeight="700" mt="4" mb="1">
        Gates
      </Text>
      {document.gates.map((gate, i) => (
        <GateRow
          key={gate.key}
          gate={gate}
          state={score.gates[i]!}
          candidate={candidate.id}
          answer={scored.answers[gate.key]}
        />
      ))}
      {GROUPS.map(([group, name]) => {
        const rows = document.criteria
          .map((criterion, i) => ({ criterion, result: score.criteria[i]! }))
          .filter(({ criterion }) => criterion.group === group);
        return rows.length === 0 ? null : (
          <Box key={group} as="section">
            <Text as="h3" fontWeight="700" mt="4" mb="1">
              {name}
            </Text>
            {rows.map(({ criterion, result }) => (
              <CriterionRow
                key={criterion.key}
                criterion={criterion}
                result={result}
                candidate={candidate.id}
                answer={scored.answers[criterion.key]}
              />
            ))}
          </Box>
        );
      })}
    </Box>
  );
};

type Answer = ScoredCandidate['answers'][string] | undefined;

const Row = ({
  name,
  how,
  source,
  right,
  children,
}: {
  name: string;
  how: string;
  source: string;
  right: React.ReactNode;
  children?: React.ReactNode;
}) => (
  <Flex py="2" gap="4" borderTopWidth="1px" borderColor="rule" align="flex-start" wrap="wrap">
    <Box flex="1" minW="260px">
      <Text fontWeight="600">{name}</Text>
      <Text fontSize="12px" color="inkSoft">
        {how}
      </Text>
    </Box>
    <Box flex="1" minW="260px" fontSize="13px">
      {children}
      <Text color="inkSoft" fontSize="12px">
        {source}
      </Text>
    </Box>
    <Box w="90px" textAlign="right" className="figures" fontWeight="600">
      {right}
    </Box>
  </Flex>
);

/** An answer by judgement, with the evidence beside it. */
const Choices = ({
  options,
  candidate,
  criterion,
  answer,
  label,
}: {
  options: [string, string][];
  candidate: number;
  criterion: string;
  answer: Answer;
  label: string;
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

const GateRow = ({
  gate,
  state,
  candidate,
  answer,
}: {
  gate: Gate;
  state: ScoredCandidate['score']['gates'][number];
  candidate: number;
  answer: Answer;
}) => {
  const market = useMarket();
  const judged = answer !== undefined;
  return (
    <Row
      name={gate.name}
      how={gate.how}
      source={state.source}
      right={
        <>
          <Mark kind={STATE_MARK[state.state]} word={state.state} />
          {state.state}
        </>
      }
    >
      {gate.measured && state.value !== null && SCORE_MEASURES[gate.measured.measure] !== 'yes-no' && (
        <Text className="figures">{shownMeasure(gate.measured.measure, state.value, market)}</Text>
      )}
      {(gate.measured === null || judged || state.state !== 'pass') && (
        <Choices
          label={gate.name}
          options={[
            ['pass', 'passes'],
            ['fail', 'fails'],
          ]}
          candidate={candidate}
          criterion={gate.key}
          answer={answer}
        />
      )}
    </Row>
  );
};

const CriterionRow = ({
  criterion,
  result,
  candidate,
  answer,
}: {
  criterion: Criterion;
  result: ScoredCandidate['score']['criteria'][number];
  candidate: number;
  answer: Answer;
}) => {
  const market = useMarket();
  return (
    <Row
      name={criterion.name}
      how={criterion.how}
      source={result.source}
      right={
        <>
          {result.least === result.most ? result.least : `${result.least}–${result.most}`}{' '}
          <Box as="span" color="inkSoft" fontWeight="400">
            of {result.max}
          </Box>
        </>
      }
    >
      {criterion.scale.kind === 'judged' ? (
        <Choices
          label={criterion.name}
          options={criterion.scale.options.map((o) => [o.key, o.label])}
          candidate={candidate}
          criterion={criterion.key}
          answer={answer}
        />
      ) : (
        <Text className="figures">
          {result.value === null ? (
            <>
              <Mark kind="open" word="not known" />
              not known
            </>
          ) : (
            shownMeasure(criterion.scale.measure, result.value, market)
          )}
        </Text>
      )}
    </Row>
  );
};
