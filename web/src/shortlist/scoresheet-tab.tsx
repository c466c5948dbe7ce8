import { Box, Button, Flex, HStack, Input, Skeleton, Text } from '@chakra-ui/react';
import { useState } from 'react';
import type { Candidate } from '@kettle/contract/candidates';
import type { Marketplace } from '@kettle/contract/sources';
import type { ScoredCandidate } from '@kettle/contract/shortlist';
import type { Criterion, Gate, Scoresheet } from '@kettle/core/score/scoresheet';
import { useAnswerMutation, useCandidateScoreQuery, useScoresheetQuery } from '../api/api.ts';
import { decimal } from '../ui/format.ts';
import { Mark } from '../ui/mark.tsx';
import { ProblemNote } from '../ui/problem-note.tsx';

const GROUPS: [Criterion['group'], string][] = [
  ['demand', 'Demand'],
  ['competition', 'Competition'],
  ['money', 'Money'],
  ['product', 'The product'],
  ['means', 'Your means'],
];
const STATE_MARK = { pass: 'holds', fail: 'fails', unknown: 'open' } as const;

/** The scoresheet of a candidate: gates and criteria, measured with their source or asked for. */
export const ScoresheetTab = ({ candidate }: { market: Marketplace; candidate: Candidate }) => {
  const { data: sheet, error: sheetError } = useScoresheetQuery({ params: {} });
  const { data: scored, error } = useCandidateScoreQuery(
    { params: { id: candidate.id } },
    { refetchOnMountOrArgChange: true },
  );
  const [answer, { error: answerError }] = useAnswerMutation();
  if (sheetError || error)
    return (
      <Box px="5">
        <ProblemNote error={sheetError ?? error} />
      </Box>
    );
  if (!sheet || !scored) return <Skeleton m="5" h="300px" />;
  const document = sheet.document as Scoresheet;
  const { score } = scored;
  const put = (key: string, choice: string | null, evidence: string): void =>
    void answer({ params: { id: candidate.id, key }, body: { choice, evidence } });
  return (
    <Box px="5" py="4" maxW="60rem">
      <Flex align="baseline" gap="3" wrap="wrap">
        <Text as="h2" fontFamily="heading" fontSize="22px" fontWeight="700" data-testid="points">
          {score.least === score.most ? score.least : `${score.least}–${score.most}`}
        </Text>
        <Text>
          of {score.max} points, pass mark {score.passMark}: <b data-testid="verdict">{score.verdict}</b>
        </Text>
        {scored.wouldChange.length > 0 && (
          <Text color="inkSoft" fontSize="13px">
            Could turn on: {scored.wouldChange.slice(0, 3).join(', ')}
          </Text>
        )}
      </Flex>
      <ProblemNote error={answerError} />
      <Text as="h3" fontWeight="700" mt="4" mb="1">
        Gates
      </Text>
      {document.gates.map((gate, i) => (
        <GateRow
          key={gate.key}
          gate={gate}
          state={score.gates[i]!}
          onAnswer={(choice, evidence) => put(gate.key, choice, evidence)}
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
                onAnswer={(choice, evidence) => put(criterion.key, choice, evidence)}
              />
            ))}
          </Box>
        );
      })}
    </Box>
  );
};

type OnAnswer = (choice: string | null, evidence: string) => void;

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

const Choices = ({
  options,
  chosen,
  source,
  label,
  onAnswer,
}: {
  options: [string, string][];
  chosen: string | null;
  source: string;
  label: string;
  onAnswer: OnAnswer;
}) => {
  const [evidence, setEvidence] = useState(/^Judged on [\d-]+: (.*)\.$/.exec(source)?.[1] ?? '');
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
            onClick={() => onAnswer(chosen === key ? null : key, evidence)}
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
        onChange={(e) => setEvidence(e.target.value)}
        onBlur={() => chosen !== null && !source.includes(evidence) && onAnswer(chosen, evidence)}
        _placeholder={{ color: 'inkSoft' }}
      />
    </>
  );
};

const GateRow = ({
  gate,
  state,
  onAnswer,
}: {
  gate: Gate;
  state: ScoredCandidate['score']['gates'][number];
  onAnswer: OnAnswer;
}) => {
  const judged = state.source.startsWith('Judged on');
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
      {gate.measured && state.value !== null && !YES_OR_NO.includes(gate.measured.measure) && (
        <Text className="figures">{shown(gate.measured.measure, state.value)}</Text>
      )}
      {(gate.measured === null || judged || state.state !== 'pass') && (
        <Choices
          label={gate.name}
          options={[
            ['pass', 'passes'],
            ['fail', 'fails'],
          ]}
          chosen={judged ? state.state : null}
          source={state.source}
          onAnswer={onAnswer}
        />
      )}
    </Row>
  );
};

const CriterionRow = ({
  criterion,
  result,
  onAnswer,
}: {
  criterion: Criterion;
  result: ScoredCandidate['score']['criteria'][number];
  onAnswer: OnAnswer;
}) => (
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
        chosen={result.choice}
        source={result.source}
        onAnswer={onAnswer}
      />
    ) : (
      <Text className="figures">
        {result.value === null ? (
          <>
            <Mark kind="open" word="not known" />
            not known
          </>
        ) : (
          shown(criterion.scale.measure, result.value)
        )}
      </Text>
    )}
  </Row>
);

const YES_OR_NO = ['gated', 'electronics'];
const SHARES = ['topTwoShare', 'margin', 'returnOnCost', 'bestThreeShare', 'gripeShare'];
const shown = (measure: string, value: number): string =>
  SHARES.includes(measure)
    ? `${decimal(100 * value)} %`
    : decimal(value, Number.isInteger(value) || value >= 100 ? 0 : 1);
