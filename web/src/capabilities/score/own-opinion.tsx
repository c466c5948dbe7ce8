import { Box, Button, Flex, Heading, Skeleton, Text, Textarea } from '@chakra-ui/react';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import type { Candidate } from '@kettle/contract/candidates';
import { questionsOf, type Question } from '@kettle/core/score/opinions';
import { useScoresheetQuery } from '../../ground/api/candidates.ts';
import { useGiveOpinionMutation, useOpinionsQuery } from '../../ground/api/papers.ts';
import { useMeQuery } from '../../ground/api/people.ts';
import { useMarket } from '../../ground/market/market.ts';
import { keep, kept } from '../../ground/state/kept.ts';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { useSheetHere } from './use-sheet.ts';

interface Typed {
  choices: Record<string, string>;
  why: Record<string, string>;
  wouldChoose: boolean | null;
  words: string;
}
const NOTHING: Typed = { choices: {}, why: {}, wouldChoose: null, words: '' };

/** One's own answers to the scoresheet's questions, given where nobody else's are seen. */
const OwnOpinion = ({ candidate }: { candidate: Candidate }) => {
  const market = useMarket();
  const { data: me } = useMeQuery({ params: {} });
  const { data: sheet, error: sheetError } = useScoresheetQuery({ params: {} });
  const { currentData: opinions, error } = useOpinionsQuery({ params: { id: candidate.id } });
  const document = useSheetHere(sheet?.document);
  const before = opinions?.find((o) => o.mine)?.document;
  const failed = sheetError ?? error;
  if (failed) return <ProblemNote error={failed} />;
  if (!document || !opinions || !me) return <Skeleton m="5" h="300px" />;
  if (!me.person)
    return (
      <Text px="5" py="4">
        Answers without seeing those of others are for several people. Alone, hand the file on: it is under{' '}
        <Link to={`/${market.id}/candidates/${candidate.id}/scoresheet`}>Scoresheet</Link>.
      </Text>
    );
  const first: Typed = before
    ? {
        choices: Object.fromEntries(before.answers.map((a) => [a.key, a.choice])),
        why: Object.fromEntries(before.answers.map((a) => [a.key, a.why])),
        wouldChoose: before.wouldChoose,
        words: before.words,
      }
    : NOTHING;
  return (
    <Answers
      key={candidate.id}
      candidate={candidate}
      place={`typed/own-opinion/${me.person.id}/${candidate.id}`}
      first={first}
      questions={questionsOf(document)}
      isChanged={before !== undefined}
    />
  );
};
export default OwnOpinion;

const Answers = ({
  candidate,
  place,
  first,
  questions,
  isChanged,
}: {
  candidate: Candidate;
  place: string;
  first: Typed;
  questions: readonly Question[];
  isChanged: boolean;
}) => {
  const market = useMarket();
  const navigate = useNavigate();
  const [give, { error, isLoading }] = useGiveOpinionMutation();
  const [typed, set] = useState(() => kept<Typed>(place) ?? first);
  const change = (part: Partial<Typed>): void => {
    const next = { ...typed, ...part };
    set(next);
    keep(place, next);
  };
  const answered = questions.filter((q) => typed.choices[q.key] !== undefined);
  const home = `/${market.id}/candidates/${candidate.id}/scoresheet`;
  const hand = async (): Promise<void> => {
    const answers = answered.map(({ key }) => ({ key, choice: typed.choices[key]!, why: typed.why[key] ?? '' }));
    const { error: refused } = await give({
      params: { id: candidate.id },
      body: { answers, wouldChoose: typed.wouldChoose, words: typed.words },
    });
    if (refused) return;
    keep(place, null);
    await navigate(home);
  };
  return (
    <Box px="5" py="4" maxW="52rem" fontSize="13px">
      <Heading as="h2" fontSize="22px">
        Your own answers
      </Heading>
      <Text color="inkSoft" mb="3" maxW="44rem">
        Nobody else’s answers are shown here, and yours change nothing of the scoresheet. Handed in, they stand beside
        those of the others. Figures are a tab away; what you typed waits here.
      </Text>
      {questions.map((question) => (
        <Asked
          key={question.key}
          question={question}
          choice={typed.choices[question.key]}
          why={typed.why[question.key] ?? ''}
          onChoice={(choice) => {
            const { [question.key]: _, ...others } = typed.choices;
            change({ choices: choice === null ? others : { ...others, [question.key]: choice } });
          }}
          onWhy={(why) => change({ why: { ...typed.why, [question.key]: why } })}
        />
      ))}
      <Box as="fieldset" mt="4">
        <Text as="legend" fontWeight="700">
          Would you put your own money into it?
        </Text>
        <Flex gap="1" mt="1">
          {(
            [
              ['yes', true],
              ['no', false],
            ] as const
          ).map(([word, value]) =>
            // prettier-ignore
            <Choice
              key={word}
              isChosen={typed.wouldChoose === value}
              onClick={() => change({ wouldChoose: typed.wouldChoose === value ? null : value })}
            >
              {word}
            </Choice>,
          )}
        </Flex>
      </Box>
      <Box as="label" display="block" mt="3">
        <Text fontWeight="700">What else you think</Text>
        <Textarea
          size="sm"
          rows={4}
          bg="paper"
          maxLength={5000}
          value={typed.words}
          onChange={(e) => change({ words: e.target.value })}
        />
      </Box>
      <ProblemNote error={error} kept="What you typed is still here." />
      <Flex mt="3" gap="3" align="center">
        <Button
          size="sm"
          colorPalette="aubergine"
          loading={isLoading}
          disabled={answered.length === 0}
          onClick={() => void hand()}
        >
          {isChanged ? 'Hand in again' : 'Hand in'}
        </Button>
        <Text color="inkSoft">
          {answered.length} of {questions.length} questions answered
        </Text>
        <Link to={home}>Back to the scoresheet</Link>
      </Flex>
    </Box>
  );
};

const Choice = ({ isChosen, onClick, children }: { isChosen: boolean; onClick: () => void; children: string }) => (
  <Button
    size="2xs"
    variant={isChosen ? 'solid' : 'outline'}
    colorPalette={isChosen ? 'aubergine' : undefined}
    aria-pressed={isChosen}
    onClick={onClick}
  >
    {children}
  </Button>
);

const Asked = ({
  question: { name, how, choices },
  choice,
  why,
  onChoice,
  onWhy,
}: {
  question: Question;
  choice: string | undefined;
  why: string;
  onChoice: (choice: string | null) => void;
  onWhy: (why: string) => void;
}) => (
  <Box as="fieldset" mt="3" pb="3" borderBottomWidth="1px" borderColor="rule">
    <Text as="legend" fontWeight="700">
      {name}
    </Text>
    <Text color="inkSoft">{how}</Text>
    <Flex gap="1" mt="1" wrap="wrap">
      {choices.map((c) => (
        <Choice key={c.key} isChosen={choice === c.key} onClick={() => onChoice(choice === c.key ? null : c.key)}>
          {c.label}
        </Choice>
      ))}
    </Flex>
    <Textarea
      mt="1.5"
      size="xs"
      rows={1}
      bg="paper"
      maxLength={2000}
      aria-label={`Why: ${name}`}
      placeholder="Why: what was read, where"
      value={why}
      onChange={(e) => onWhy(e.target.value)}
      _placeholder={{ color: 'inkSoft' }}
    />
  </Box>
);
