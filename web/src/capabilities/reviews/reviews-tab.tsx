import { Box, Button, Flex, HStack, Skeleton, Text } from '@chakra-ui/react';
import { useEffect, useState } from 'react';
import type {
  Candidate,
  KeptBrief,
  KeptCorrections,
  MinedReviews,
  ReviewFilter,
  Theme,
} from '@kettle/contract/candidates';
import type { Job } from '@kettle/contract/shapes';
import { briefLineOf } from '@kettle/core/reviews/brief-hints';
import { namesGiven } from '@kettle/core/reviews/corrected';
import {
  useBriefQuery,
  useCorrectionsQuery,
  useKeepBriefMutation,
  useKeepCorrectionsMutation,
  useMinedReviewsQuery,
  useReadReviewsMutation,
} from '../../ground/api/candidates.ts';
import { useKeptDocument } from '../../ground/form/use-kept-document.ts';
import { useMarket } from '../../ground/market/market.ts';
import { FilledBy } from '../../ground/ui/filled-by.tsx';
import { Empty } from '../../ground/ui/empty.tsx';
import { count } from '../../ground/ui/format.ts';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { useJob } from '../../ground/ui/use-job.ts';
import { useUndoKey } from '../../ground/ui/use-undo-key.ts';
import { useLatestParameters } from '../../ground/ui/use-latest-parameters.ts';
import { BriefPanel, withLines } from './brief-panel.tsx';
import { CorrectionsPanel, type CorrectionsInHand } from './corrections-panel.tsx';
import { EvidencePanel } from './evidence-panel.tsx';
import { FilterBar } from './filter-bar.tsx';
import { ThemeTable } from './theme-table.tsx';
import { WordsPanel } from './words-panel.tsx';

const LOOK_AGAIN_MS = 1_500;

/** The filter that the address tells; what it tells wrongly is left out. */
const filterOf = (parameters: URLSearchParams): ReviewFilter => {
  const text = (key: string, pattern: RegExp): string | undefined => {
    const value = parameters.get(key) ?? '';
    return pattern.test(value) ? value : undefined;
  };
  const day = /^\d{4}-\d\d-\d\d$/;
  const listing = text('listing', /^\d{1,15}$/);
  const found = {
    stars: text('stars', /^[1-5](,[1-5])*$/),
    words: text('words', /\S/)?.slice(0, 200),
    listing: listing && Number(listing),
    from: text('from', day),
    to: text('to', day),
    verified: text('verified', /^yes$/) && true,
    pictures: text('pictures', /^yes$/) && true,
    by: text('by', /^part$/),
  };
  return Object.fromEntries(Object.entries(found).filter(([, v]) => v !== undefined)) as ReviewFilter;
};

/** The line-up's texts, read by themselves when they have not been. */
const useReading = (candidate: number, filter: ReviewFilter) => {
  const [read, { data: started }] = useReadReviewsMutation();
  const [following, setFollowing] = useState(false);
  const { data, error, refetch } = useMinedReviewsQuery(
    { params: { id: candidate }, query: filter },
    // While texts are being read, what they say so far fills the list.
    { pollingInterval: following ? LOOK_AGAIN_MS : 0 },
  );
  const jobId = data?.job?.id ?? started?.job?.id ?? null;
  const job = useJob(jobId, () => void refetch());
  const unread = data?.unread ?? 0;
  const isOpen = job ? job.state === 'queued' || job.state === 'running' : jobId !== null;
  if (following !== (unread > 0 && isOpen)) setFollowing(unread > 0 && isOpen);
  useEffect(() => {
    if (unread > 0 && jobId === null) void read({ params: { id: candidate } });
  }, [unread, jobId, read, candidate]);
  return { data, error, job };
};

const ORDERS = {
  share: (a: Theme, b: Theme) => b.reviews - a.reviews,
  pull: (a: Theme, b: Theme) => (a.starPull?.value ?? 0) - (b.starPull?.value ?? 0),
  lately: (a: Theme, b: Theme) => (b.course.difference?.value ?? -2) - (a.course.difference?.value ?? -2),
} as const;
const isOrder = (key: string): key is keyof typeof ORDERS => Object.hasOwn(ORDERS, key);

/** What the line-up's buyers complain about, praise and wish for, with the sentences it rests on. */
export const ReviewsTab = ({ candidate }: { candidate: Candidate }) => {
  const { parameters, write } = useLatestParameters();
  const filter = filterOf(parameters);
  const { data, error, job } = useReading(candidate.id, filter);
  const set = (changes: Record<string, string>): void =>
    write((latest) => {
      const next = new URLSearchParams(latest);
      for (const [key, value] of Object.entries(changes)) next.set(key, value);
      return [...next].filter(([, v]) => v !== '');
    }, true);
  if (error)
    return (
      <Box px="5">
        <ProblemNote error={error} />
      </Box>
    );
  if (!data) return <Skeleton m="5" h="300px" />;
  if (data.all === 0)
    return (
      <Empty title="No reviews on file">
        <FilledBy file="these listings’ reviews" holds="listing code, stars, text, date" /> They are read here at once.
      </Empty>
    );
  const about = parameters.get('about') ?? '';
  const order = parameters.get('order') ?? '';
  const ofPart = about === '' ? data.themes : data.themes.filter((t) => t.about === about);
  // Without an order of its own: gripes first, each kind by its reviews, as they come.
  const themes = isOrder(order) ? [...ofPart].sort(ORDERS[order]) : ofPart;
  const theme = themes.find((t) => t.key === parameters.get('theme')) ?? themes[0];
  return (
    <Box>
      <FilterBar data={data} parameters={parameters} filter={filter} onSet={set} />
      {data.unread > 0 && <ReadSoFar data={data} job={job} />}
      {themes.length === 0 ? (
        <NoTheme data={data} />
      ) : (
        <Flex wrap="wrap" align="stretch">
          <Box
            flex="3"
            minW={{ base: '100%', md: '560px' }}
            borderRightWidth="1px"
            borderColor="rule"
            overflow="auto"
            // Where the panel stands below, it is not out of reach behind a long list.
            maxH={{ base: '55vh', lg: 'none' }}
            tabIndex={0}
            role="region"
            aria-label="Themes, scrollable"
          >
            <ThemeTable data={data} themes={themes} chosen={theme?.key ?? ''} onChoose={(key) => set({ theme: key })} />
          </Box>
          <Box flex="2" minW="320px" px="5" py="4">
            {theme && (
              <Beside
                candidate={candidate}
                data={data}
                theme={theme}
                filter={filter}
                beside={parameters.get('beside') ?? ''}
                onBeside={(beside) => set({ beside })}
                onWords={(words) => set({ words })}
              />
            )}
          </Box>
        </Flex>
      )}
    </Box>
  );
};

interface BesideProps {
  candidate: Candidate;
  data: MinedReviews;
  theme: Theme;
  filter: ReviewFilter;
  beside: string;
  onBeside: (beside: string) => void;
  onWords: (words: string) => void;
}

/** Beside the themes: the sentences of the chosen one, the words of all, or what the maker is asked for. */
const Beside = (props: BesideProps) => {
  const of = { params: { id: props.candidate.id } };
  const brief = useBriefQuery(of);
  const corrections = useCorrectionsQuery(of);
  const error = brief.error ?? corrections.error;
  if (error) return <ProblemNote error={error} />;
  return brief.data && corrections.data ? (
    <WithDocuments {...props} saved={brief.data} corrected={corrections.data} />
  ) : (
    <Skeleton h="300px" />
  );
};

/** The category's corrections as they are being made. */
const useCorrections = (
  candidate: number,
  { category, document, version }: KeptCorrections & { category: { id: number } },
): CorrectionsInHand => {
  const [send] = useKeepCorrectionsMutation();
  return useKeptDocument<KeptCorrections>(`corrections/${category.id}`, { document, version }, (body) =>
    send({ params: { id: candidate }, body }),
  );
};

const WithDocuments = ({
  candidate,
  data,
  theme,
  filter,
  beside,
  onBeside,
  onWords,
  saved,
  corrected,
}: BesideProps & {
  saved: KeptBrief;
  corrected: KeptCorrections & { category: { id: number; name: string; candidates: number } };
}) => {
  const market = useMarket();
  const [send] = useKeepBriefMutation();
  const brief = useKeptDocument(`brief/${candidate.id}`, saved, (body) => send({ params: { id: candidate.id }, body }));
  const { lines } = brief.draft.document;
  const inHand = useCorrections(candidate.id, corrected);
  useUndoKey(() => inHand.undo?.());
  const { corrections } = inHand.draft.document;
  const names = namesGiven(corrections);
  const shown = (['brief', 'words', 'corrections'] as const).find((key) => key === beside) ?? '';
  const isIn = lines.some((l) => l.key === theme.key);
  const take = (): void =>
    brief.change((kept) => withLines(kept, [...kept.document.lines, briefLineOf(theme, data.matching, market.today)]));
  return (
    <>
      <HStack gap="1" mb="3" role="group" aria-label="Beside the themes">
        {(
          [
            ['', 'Sentences'],
            ['words', 'Words'],
            ['brief', `Maker’s brief (${lines.length})`],
            ['corrections', `Corrections (${corrections.length})`],
          ] as const
        ).map(([key, name]) => (
          <Button
            key={key}
            size="2xs"
            variant={shown === key ? 'solid' : 'outline'}
            colorPalette={shown === key ? 'aubergine' : undefined}
            aria-pressed={shown === key}
            onClick={() => onBeside(key)}
          >
            {name}
          </Button>
        ))}
        <Button
          size="2xs"
          variant="outline"
          ml="auto"
          disabled={isIn}
          onClick={take}
          title={`Put in brief: ${theme.name}`}
        >
          {isIn ? '✓ In brief' : 'Put in brief'}
        </Button>
      </HStack>
      {shown === 'brief' && <BriefPanel name={candidate.name} brief={brief} />}
      {shown === 'words' && (
        <WordsPanel candidate={candidate.id} name={candidate.name} filter={filter} onWords={onWords} />
      )}
      {shown === 'corrections' && (
        <CorrectionsPanel
          candidate={candidate.id}
          category={corrected.category}
          inHand={inHand}
          themes={data.themes}
          names={names}
          phrase={filter.words ?? ''}
        />
      )}
      {shown === '' && (
        <EvidencePanel
          key={theme.key}
          candidate={candidate.id}
          data={data}
          theme={theme}
          filter={filter}
          inHand={inHand}
          themes={data.themes}
          names={names}
        />
      )}
    </>
  );
};

const ReadSoFar = ({ data, job }: { data: MinedReviews; job: Job | undefined }) => (
  <Box px="5" py="2" role="status" fontSize="13px">
    <Text>
      {job?.state === 'failed' || job?.state === 'cancelled' ? (
        `■ ${job.message}`
      ) : (
        <>
          <b>{count(data.all - data.unread)}</b> of {count(data.all)} reviews are read; what follows rests on those.
        </>
      )}
    </Text>
    <Box mt="1" h="3px" maxW="320px" bg="quietBar" borderRadius="2px" aria-hidden>
      <Box h="100%" bg="aubergine" borderRadius="2px" w={`${(100 * (data.all - data.unread)) / data.all}%`} />
    </Box>
  </Box>
);

const NoTheme = ({ data }: { data: MinedReviews }) => (
  <Empty title={data.unread > 0 ? 'Being read' : data.matching === 0 ? 'No review matches' : 'No theme'}>
    {data.unread > 0
      ? 'Themes appear here as soon as two texts that are read say the same.'
      : data.matching === 0
        ? 'Take a limit away.'
        : 'All texts are read, and they say nothing twice.'}
  </Empty>
);
