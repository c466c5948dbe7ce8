import { Box, Flex, Skeleton, Text } from '@chakra-ui/react';
import type { Candidate } from '@kettle/contract/candidates';
import type { ScoredCandidate } from '@kettle/contract/shortlist';
import { SCORE_MEASURES, type Criterion, type Gate } from '@kettle/core/documents/scoresheet';
import { useCandidateScoreQuery, useScoresheetQuery } from '../../ground/api/candidates.ts';
import { daysBetween } from '@kettle/core/measures/day';
import { useMarket } from '../../ground/market/market.ts';
import { day } from '../../ground/ui/format.ts';
import { Mark } from '../../ground/ui/mark.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { OpinionsPanel } from '../papers/opinions-panel.tsx';
import { Choices, type Answer } from './choices.tsx';
import { shownMeasure } from './measure-text.ts';
import { Held } from './held.tsx';
import { Unread } from './unread.tsx';
import { useSheetHere } from './use-sheet.ts';

const GROUPS: [Criterion['group'], string][] = [
  ['demand', 'Demand'],
  ['competition', 'Competition'],
  ['money', 'Money'],
  ['product', 'The product'],
  ['means', 'Your means'],
];
/** Days after which a judged answer is old where the scoresheet does not say. */
const GOOD_FOR_DAYS = 180;
const STATE_MARK = { pass: 'holds', fail: 'fails', unknown: 'open' } as const;

/** Who answered, where people sign in. */
const By = ({ answer }: { answer: Answer }) =>
  answer?.by ? (
    <Text fontSize="12px" color="inkSoft">
      by {answer.by}
    </Text>
  ) : null;

/** Says where a judged answer is older than the scoresheet takes for good. */
const Old = ({ answer, goodFor }: { answer: Answer; goodFor: number }) => {
  const market = useMarket();
  if (!answer || daysBetween(answer.day, market.today) <= goodFor) return null;
  return (
    <Text fontSize="12px" color="saffron">
      ▲ old: judged {day(answer.day, market.today)}, more than {goodFor} days ago. Look again.
    </Text>
  );
};

/** The scoresheet of a candidate: gates and criteria, measured with their source or asked for. */
export const ScoresheetTab = ({ candidate }: { candidate: Candidate }) => {
  const { data: sheet, error: sheetError } = useScoresheetQuery({ params: {} });
  const document = useSheetHere(sheet?.document);
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
  if (!document || !scored) return <Skeleton m="5" h="300px" />;
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
      {document.gates.map((gate) => {
        // A gate that was just made, by one's means, has no state yet.
        const state = score.gates.find((g) => g.key === gate.key);
        return (
          state && (
            <GateRow
              key={gate.key}
              gate={gate}
              state={state}
              scored={scored}
              goodFor={document.goodForDays ?? GOOD_FOR_DAYS}
            />
          )
        );
      })}
      {GROUPS.map(([group, name]) => {
        const rows = document.criteria.flatMap((criterion) => {
          const result = score.criteria.find((c) => c.key === criterion.key);
          return criterion.group === group && result ? [{ criterion, result }] : [];
        });
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
                scored={scored}
                goodFor={document.goodForDays ?? GOOD_FOR_DAYS}
              />
            ))}
          </Box>
        );
      })}
      <OpinionsPanel candidate={candidate.id} own={scored.answers} />
    </Box>
  );
};

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

const GateRow = ({
  gate,
  state,
  scored,
  goodFor,
}: {
  gate: Gate;
  goodFor: number;
  state: ScoredCandidate['score']['gates'][number];
  scored: ScoredCandidate;
}) => {
  const market = useMarket();
  const answer = scored.answers[gate.key];
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
      {gate.measured && !judged && (
        <Held scored={scored} measure={gate.measured.measure} isKnown={state.value !== null}>
          {state.value !== null && SCORE_MEASURES[gate.measured.measure] !== 'yes-no' && (
            <Text className="figures">{shownMeasure(gate.measured.measure, state.value, market)}</Text>
          )}
        </Held>
      )}
      {(gate.measured === null || judged || state.state !== 'pass') && (
        <Choices
          label={gate.name}
          options={[
            ['pass', 'passes'],
            ['fail', 'fails'],
          ]}
          candidate={scored.id}
          criterion={gate.key}
          answer={answer}
          pictures={scored.pictures[gate.key]}
        />
      )}
      <By answer={answer} />
      <Old answer={answer} goodFor={goodFor} />
    </Row>
  );
};

const CriterionRow = ({
  criterion,
  result,
  scored,
  goodFor,
}: {
  criterion: Criterion;
  goodFor: number;
  result: ScoredCandidate['score']['criteria'][number];
  scored: ScoredCandidate;
}) => {
  const market = useMarket();
  const answer = scored.answers[criterion.key];
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
          candidate={scored.id}
          criterion={criterion.key}
          answer={answer}
          pictures={scored.pictures[criterion.key]}
        />
      ) : (
        <Held scored={scored} measure={criterion.scale.measure} isKnown={result.value !== null}>
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
        </Held>
      )}
      <By answer={answer} />
      <Old answer={answer} goodFor={goodFor} />
    </Row>
  );
};
