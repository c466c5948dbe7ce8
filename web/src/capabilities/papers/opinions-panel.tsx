import { Box, Button, Flex, Heading, Text, Textarea } from '@chakra-ui/react';
import { Download, PenLine } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import type { KeptOpinion } from '@kettle/contract/papers';
import type { ScoredCandidate } from '@kettle/contract/shortlist';
import { useAnswerMutation } from '../../ground/api/candidates.ts';
import { useDropOpinionMutation, useOpinionsQuery, useTakeOpinionMutation } from '../../ground/api/papers.ts';
import { useMeQuery } from '../../ground/api/people.ts';
import { useTyped } from '../../ground/form/use-typed.ts';
import { useMarket } from '../../ground/market/market.ts';
import { day, decimal } from '../../ground/ui/format.ts';
import { Mark } from '../../ground/ui/mark.tsx';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';

const WHO = new Intl.ListFormat('en-GB', { type: 'conjunction' });

/** A second opinion: the file that goes out, what came back, and where it differs from one's own. */
export const OpinionsPanel = ({ candidate, own }: { candidate: number; own: ScoredCandidate['answers'] }) => {
  const { currentData: opinions = [] } = useOpinionsQuery({ params: { id: candidate } });
  const market = useMarket();
  const { data: me } = useMeQuery({ params: {} });
  const given = opinions.some((o) => o.mine);
  const [seeAll, setSeeAll] = useState(false);
  // Whoever has not answered yet answers first, without having seen what others did in this program.
  const hidden = me?.person && !given && !seeAll ? opinions.filter((o) => o.person !== null) : [];
  const shown = opinions.filter((o) => !hidden.includes(o));
  const [text, setText] = useTyped(`opinion/${candidate}`);
  const [take, { error, isLoading }] = useTakeOpinionMutation();
  const bring = async (answers: string): Promise<void> => {
    if (await take({ params: { id: candidate }, body: { text: answers } }).unwrap().then(() => true, () => false)) setText(''); // prettier-ignore
  };
  return (
    <Box as="section" aria-labelledby="second-opinion" mt="8" fontSize="13px">
      <Heading as="h3" id="second-opinion" fontSize="17px">
        Second opinion
      </Heading>
      <Text color="inkSoft" mb="2" maxW="46rem">
        A file that anybody reads and answers in a browser, without this program: what is known stands in it, what you
        think of it does not. The answers come back as an address line or a mail; paste them here.
      </Text>
      <Flex gap="2" align="flex-start" wrap="wrap">
        <Button asChild size="xs" variant="outline" bg="paper">
          <a href={`/api/candidates/${candidate}/papers/opinion.html`} download>
            <Download size={14} aria-hidden /> The file to hand on
          </a>
        </Button>
        <Textarea
          size="xs"
          rows={2}
          flex="1"
          minW="260px"
          maxW="420px"
          bg="paper"
          aria-label="Answers that came back"
          placeholder="Answers that came back: the whole address line, or the whole mail"
          value={text}
          onChange={(e) => setText(e.target.value)}
          _placeholder={{ color: 'inkSoft' }}
        />
        <Button size="xs" loading={isLoading} disabled={text.trim() === ''} onClick={() => void bring(text)}>
          Bring them in
        </Button>
      </Flex>
      <ProblemNote error={error} kept="What you pasted is still here." />
      {me?.person && me.person.role !== 'reader' && (
        <Flex mt="2" gap="3" align="center" wrap="wrap">
          <Button asChild size="xs" variant="outline" bg="paper">
            <Link to={`/${market.id}/candidates/${candidate}/own-answers`}>
              <PenLine size={14} aria-hidden /> {given ? 'Change your own answers' : 'Give your own answers'}
            </Link>
          </Button>
          {hidden.length > 0 && (
            <>
              <Text color="inkSoft">
                {WHO.format(hidden.map((o) => o.document.by))} {hidden.length === 1 ? 'has' : 'have'} answered; you see
                it once you have.
              </Text>
              <Button size="2xs" variant="ghost" onClick={() => setSeeAll(true)}>
                Show it all the same
              </Button>
            </>
          )}
        </Flex>
      )}
      {shown.map((o) => (
        <OpinionShown key={o.id} opinion={o} candidate={candidate} own={own} />
      ))}
    </Box>
  );
};

const OpinionShown = ({
  opinion: { id, day: came, document, agreement, answers, mine },
  candidate,
  own,
}: {
  opinion: KeptOpinion;
  candidate: number;
  own: ScoredCandidate['answers'];
}) => {
  const market = useMarket();
  const [answer, { error }] = useAnswerMutation();
  const [drop] = useDropOpinionMutation();
  return (
    <Box as="article" aria-label={`Opinion of ${document.by}`} mt="4">
      <Flex gap="3" align="baseline" wrap="wrap">
        <Text fontWeight="700" fontSize="14px">
          {mine ? 'Your own answers' : document.by}
        </Text>
        <Text color="inkSoft">
          {mine ? 'handed in' : 'came'} {day(came, market.today)}
          {document.asked && `, asked ${day(document.asked, market.today)}`}
        </Text>
        {document.wouldChoose !== null && (
          <Text>
            <Mark kind={document.wouldChoose ? 'holds' : 'fails'} />
            {document.wouldChoose ? 'would put money into it' : 'would not put money into it'}
          </Text>
        )}
        <Button
          size="2xs"
          variant="ghost"
          ml="auto"
          onClick={() => void drop({ params: { id: candidate, opinion: id } })}
        >
          Remove
        </Button>
      </Flex>
      {document.words && (
        <Text mt="1" whiteSpace="pre-line">
          “{document.words}”
        </Text>
      )}
      <Text mt="1" color="inkSoft">
        {agreement.of === 0
          ? mine
            ? 'Nothing that you answered is answered in the scoresheet yet.'
            : 'No question was answered by both of you yet.'
          : `Of ${agreement.of} ${agreement.of === 1 ? 'question' : 'questions'} that ${mine ? 'you and the scoresheet' : 'both'} answered you lean the same way in ${agreement.agreed}${
              agreement.kappa === null
                ? '; beyond chance nothing can be said: all of yours or theirs lean one way.'
                : `. Beyond chance: kappa ${decimal(agreement.kappa)} (${decimal(agreement.low)} to ${decimal(agreement.high)}), 1 is wholly, 0 as by chance.`
            }`}
      </Text>
      <Box mt="1">
        <PlainTable
          label={`Answers of ${document.by} beside yours`}
          rows={answers.filter((a) => a.other !== null || a.own !== null || a.otherWords !== '')}
          rowKey={(a) => a.key}
          columns={[
            {
              head: 'Question',
              names: true,
              cell: (a) => (
                <>
                  <Mark
                    kind={a.apart === null ? 'open' : a.apart >= 0.5 ? 'fails' : a.apart > 0 ? 'care' : 'holds'}
                    word={a.apart === null ? 'one has not answered' : a.apart > 0 ? 'differs' : 'the same'}
                  />
                  {a.name}
                </>
              ),
            },
            {
              head: mine ? 'The scoresheet' : 'You',
              align: 'left',
              cell: (a) => <Said choice={a.own} words={a.ownWords} />,
            },
            {
              head: mine ? 'You' : document.by,
              align: 'left',
              cell: (a) => <Said choice={a.other} words={a.otherWords} />,
            },
            {
              head: 'Take',
              unseen: true,
              cell: (a) =>
                a.otherChoice !== null && a.apart !== 0 ? (
                  <Button
                    size="2xs"
                    variant="outline"
                    aria-label={`Take ${document.by}’s answer: ${a.name}`}
                    onClick={() =>
                      void answer({
                        params: { id: candidate, key: a.key },
                        body: {
                          choice: a.otherChoice,
                          evidence: [own[a.key]?.evidence, `${document.by}: ${a.otherWords || a.other}`].filter(Boolean).join(' · ').slice(0, 2000), // prettier-ignore
                          version: own[a.key]?.version ?? 0,
                        },
                      })
                    }
                  >
                    {mine ? 'Take it' : 'Take theirs'}
                  </Button>
                ) : null,
            },
          ]}
        />
      </Box>
      <ProblemNote error={error} />
    </Box>
  );
};

const Said = ({ choice, words }: { choice: string | null; words: string }) => (
  <>
    {choice ?? (
      <Box as="span" color="inkSoft">
        not answered
      </Box>
    )}
    {words && (
      <Box color="inkSoft" fontSize="12px" maxW="22rem" whiteSpace="normal">
        {words}
      </Box>
    )}
  </>
);
