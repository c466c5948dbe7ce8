import { Box, Button, Flex, Skeleton, Text } from '@chakra-ui/react';
import { PenLine } from 'lucide-react';
import { useState } from 'react';
import type { Candidate } from '@kettle/contract/candidates';
import type { PageFacts, SuggestedPage, WrittenFrom } from '@kettle/contract/papers';
import type { PageDraft } from '@kettle/core/documents/page-draft';
import { countsOf } from '@kettle/core/listing-page/draft';
import {
  useKeepPageDraftMutation,
  usePageDraftQuery,
  usePageFactsQuery,
  useSuggestPageMutation,
} from '../../ground/api/papers.ts';
import { StaleNote, type Difference } from '../../ground/form/stale-note.tsx';
import { MergedNote } from '../../ground/form/merged-note.tsx';
import { useKeptDocument } from '../../ground/form/use-kept-document.ts';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { useUndoKey } from '../../ground/ui/use-undo-key.ts';
import { DraftLine, DraftLines } from './draft-lines.tsx';
import { LimitsForm } from './limits-form.tsx';
import { ReachPanel } from './reach-panel.tsx';

interface KeptDraft {
  document: PageDraft;
  version: number;
}

/** The page of the product to be: written beside what it is held against. */
export default function PageTab({ candidate }: { candidate: Candidate }) {
  const { currentData: kept, error } = usePageDraftQuery({ params: { id: candidate.id } });
  const { currentData: facts, error: factsError } = usePageFactsQuery(
    { params: { id: candidate.id } },
    { refetchOnMountOrArgChange: true },
  );
  if (error || factsError)
    return (
      <Box px="5">
        <ProblemNote error={error ?? factsError} />
      </Box>
    );
  if (!kept || !facts) return <Skeleton m="5" h="300px" />;
  return <Writing key={candidate.id} candidate={candidate} kept={kept} facts={facts} />;
}

const Writing = ({ candidate, kept, facts }: { candidate: Candidate; kept: KeptDraft; facts: PageFacts }) => {
  const [send, { error }] = useKeepPageDraftMutation();
  const page = useKeptDocument<KeptDraft>(`page-draft/${candidate.id}`, kept, (body) =>
    send({ params: { id: candidate.id }, body }),
  );
  useUndoKey(() => page.undo?.());
  const [ask, { data: suggested, error: askError, isLoading }] = useSuggestPageMutation();
  const [isShown, setShown] = useState(false);
  const draft = page.draft.document;
  const put = (part: Partial<PageDraft>): void => page.change((d) => ({ ...d, document: { ...d.document, ...part } }));
  /** Takes a proposed line, and remembers what it rests on. */
  const take = (line: WrittenFrom, part: (text: string) => Partial<PageDraft>): void =>
    put({ ...part(line.text), drafted: [...draft.drafted.filter((d) => d.text !== line.text), line].slice(-200) });
  const counts = countsOf(draft, facts.limits);
  const from = (text: string): string | null => draft.drafted.find((d) => d.text === text)?.from ?? null;
  const proposed: SuggestedPage | null = isShown && suggested ? suggested : null;
  return (
    <Flex px="5" py="4" gap="8" wrap="wrap" align="flex-start">
      <Box flex="1 1 460px" minW="0" maxW="720px">
        <Flex align="center" gap="3" wrap="wrap">
          <Text as="h2" fontFamily="heading" fontWeight="700" fontSize="16px">
            Draft of the page
          </Text>
          <Text color="inkSoft" fontSize="13px">
            kept as you type
          </Text>
          <Button
            size="xs"
            variant="outline"
            bg="paper"
            ml="auto"
            loading={isLoading}
            onClick={() => {
              setShown(true);
              void ask({ params: { id: candidate.id } });
            }}
          >
            <PenLine size={14} aria-hidden /> Ask the writing assistant
          </Button>
        </Flex>
        <ProblemNote error={askError} kept="Your draft is as it was." />
        {proposed && (
          <Flex gap="3" mt="2" fontSize="13px" align="center" aria-live="polite">
            <Text color="inkSoft" flex="1">
              {nothingIn(proposed)
                ? 'The assistant (simulated) had nothing to propose.'
                : 'Proposals of the assistant (simulated, by rule from your facts) stand dotted below. Nothing that you wrote is replaced.'}
              {!facts.points.some((p) => p.taken) &&
                ' The brief is empty: take points up under Reviews, and there is more to tell than sizes.'}
            </Text>
            <Button size="2xs" variant="outline" onClick={() => setShown(false)}>
              Put them away
            </Button>
          </Flex>
        )}
        <MergedNote times={page.merged} />
        {page.newer && (
          <StaleNote
            differences={draftsDiffer(draft, page.newer.document)}
            onMine={page.keepMine}
            onNewer={page.takeNewer}
          />
        )}
        {!page.newer && <ProblemNote error={error} kept="What you typed is still here." />}
        <DraftLine
          name="Title"
          rows={2}
          text={draft.title}
          count={counts.find((c) => c.part === 'title')!}
          from={from(draft.title)}
          onChange={(title) => put({ title })}
          proposals={proposed?.title ? [proposed.title] : []}
          onTake={draft.title === '' ? (line) => take(line, (title) => ({ title })) : null}
        />
        <DraftLines
          name="Bullets"
          one="Bullet"
          rows={2}
          lines={draft.bullets}
          counts={counts.filter((c) => c.part === 'bullets')}
          from={from}
          onChange={(bullets) => put({ bullets })}
          proposals={proposed?.bullets ?? []}
          onTake={(line) => take(line, (text) => ({ bullets: [...draft.bullets, text] }))}
        />
        <DraftLine
          name="Description"
          rows={7}
          text={draft.description}
          count={counts.find((c) => c.part === 'description')!}
          from={null}
          onChange={(description) => put({ description })}
          proposals={proposed?.description ?? []}
          onTake={(line) =>
            take(line, (text) => ({ description: [draft.description, text].filter(Boolean).join('\n') }))
          }
          holds={(line) => draft.description.includes(line.text)}
        />
        <DraftLine
          name="Search words that buyers do not see"
          rows={2}
          text={draft.words}
          count={counts.find((c) => c.part === 'words')!}
          from={from(draft.words)}
          onChange={(words) => put({ words })}
          proposals={proposed?.words ? [proposed.words] : []}
          onTake={draft.words === '' ? (line) => take(line, (words) => ({ words })) : null}
        />
        <DraftLines
          name="What the pictures must show"
          one="Picture"
          rows={1}
          lines={draft.pictures}
          counts={counts.filter((c) => c.part === 'pictures')}
          from={from}
          onChange={(pictures) => put({ pictures })}
          proposals={proposed?.pictures ?? []}
          onTake={(line) => take(line, (text) => ({ pictures: [...draft.pictures, text] }))}
        />
      </Box>
      <Box flex="1 1 340px" minW="0" maxW="560px" fontSize="13px">
        <ReachPanel draft={draft} facts={facts} onAnswered={(answered) => put({ answered })} />
        <LimitsForm key={facts.limitsVersion} facts={facts} />
      </Box>
    </Flex>
  );
};

const nothingIn = (s: SuggestedPage): boolean =>
  s.title === null && s.words === null && s.bullets.length + s.description.length + s.pictures.length === 0;

const draftsDiffer = (mine: PageDraft, newer: PageDraft): Difference[] =>
  (
    [
      ['Title', (d: PageDraft) => d.title],
      ['Bullets', (d: PageDraft) => d.bullets.join(' · ')],
      ['Description', (d: PageDraft) => d.description],
      ['Search words', (d: PageDraft) => d.words],
      ['Pictures', (d: PageDraft) => d.pictures.join(' · ')],
      ['Answered', (d: PageDraft) => `${d.answered.length} marked`],
    ] as const
  )
    .map(([name, of]) => ({ name, mine: of(mine) || 'nothing', newer: of(newer) || 'nothing' }))
    .filter((d) => d.mine !== d.newer);
